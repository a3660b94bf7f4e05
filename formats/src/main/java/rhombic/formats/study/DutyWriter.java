package rhombic.formats.study;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.DayOfWeek;
import java.util.List;
import rhombic.chance.Distribution;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.Spell;
import rhombic.study.duty.UpTime;

/** Writes who is needed, what breaks, and when there is work. */
final class DutyWriter {
    private DutyWriter() {}

    static void needs(ObjectNode node, String field, List<Need> needs) {
        if (!needs.isEmpty()) {
            ArrayNode array = node.putArray(field);
            needs.forEach(need -> need(need, array.addObject()));
        }
    }

    static void need(Need need, ObjectNode node) {
        node.put("skill", need.skill());
        if (need.people() != 1) {
            node.put("people", need.people());
        }
        if (!need.isAllTheTime()) {
            node.put("share", need.share().toString());
        }
        if (need.priority() != 0) {
            node.put("priority", need.priority());
        }
        if (need.preemptible()) {
            node.put("preemptible", true);
        }
    }

    static void person(Person person, ObjectNode node) {
        node.put("name", person.name());
        StudyWriter.optional(node, "id", person.id());
        if (person.factor() != 1) {
            node.put("factor", person.factor());
        }
        if (!person.skills().isEmpty()) {
            StudyWriter.texts(node.putArray("skills"), person.skills());
        }
    }

    static void failure(FailureMode mode, ObjectNode node) {
        node.put("name", mode.name());
        StudyWriter.optional(node, "id", mode.id());
        ObjectNode up = node.putObject("up");
        switch (mode.up()) {
            case UpTime.After after -> up.put("after", after.time().toString()).put("clock", StudyWriter.word(after.clock()));
            case UpTime.AfterCycles cycles -> {
                up.put("cycles", cycles.cycles());
                if (cycles.byChance()) {
                    up.put("byChance", true);
                }
            }
            case UpTime.Available available ->
                up.put("availability", available.share().toString()).put("clock", StudyWriter.word(available.clock()));
            case UpTime.Planned planned -> {
                days(up, planned.days());
                up.put("time", Spell.clock(planned.time()));
            }
        }
        node.put("down", mode.down().toString());
        Distribution first = mode.firstFailure();
        if (first != null) {
            node.put("firstFailure", first.toString());
        }
        needs(node, "repairedBy", mode.repairedBy());
        if (mode.interruptedPiece() != FailureMode.InterruptedPiece.RESUME) {
            node.put("interruptedPiece", StudyWriter.word(mode.interruptedPiece()));
        }
        if (mode.passesWhileDown()) {
            node.put("passesWhileDown", true);
        }
        if (!mode.stopsWith().isEmpty()) {
            StudyWriter.texts(node.putArray("stopsWith"), mode.stopsWith());
        }
    }

    static ObjectNode calendar(Calendar calendar) {
        ObjectNode node = StudyWriter.JSON.createObjectNode();
        node.put("name", calendar.name());
        ArrayNode week = node.putArray("week");
        calendar.week().forEach(spell -> {
            ObjectNode one = week.addObject();
            days(one, spell.days());
            spell(spell, one);
        });
        if (!calendar.exceptions().isEmpty()) {
            ArrayNode exceptions = node.putArray("exceptions");
            calendar.exceptions().forEach(exception -> {
                ObjectNode one = exceptions.addObject().put("date", exception.date().toString());
                ArrayNode spells = one.putArray("spells");
                exception.spells().forEach(spell -> spell(spell, spells.addObject()));
            });
        }
        return node;
    }

    private static void spell(Spell spell, ObjectNode node) {
        node.put("from", Spell.clock(spell.from())).put("to", Spell.clock(spell.to()));
        if (spell.isBreak()) {
            node.put("break", true);
        }
    }

    private static void days(ObjectNode node, List<DayOfWeek> days) {
        StudyWriter.texts(node.putArray("days"), days.stream().map(Spell::word).toList());
    }
}
