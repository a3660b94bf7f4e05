package rhombic.formats.study;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.Person;
import rhombic.study.duty.Spell;
import rhombic.study.duty.StandPoint;
import rhombic.study.duty.UpTime;

/** Reads who is needed, what breaks, and when there is work. */
final class DutyReader {
    static final List<String> DAYS = List.of(DayOfWeek.values()).stream().map(Spell::word).toList();
    private static final List<UpTime.Clock> CLOCKS = List.of(UpTime.Clock.values());

    private DutyReader() {}

    static Optional<Need> need(Fields fields) {
        String skill = fields.text("skill", "Crew");
        int people = fields.optionalWhole("people").orElse(1);
        Quantity share = fields.optionalQuantity("share", Dimension.SHARE).orElse(Need.ALL);
        int priority = fields.optionalWhole("priority").orElse(0);
        boolean preemptible = fields.isTrue("preemptible");
        return fields.tried(null, () -> new Need(skill, people, share, priority, preemptible));
    }

    static List<Need> needs(Fields fields, String field) {
        return fields.optionalList(field, DutyReader::need);
    }

    static Optional<Person> person(Fields fields) {
        String name = fields.text("name", "Person");
        String id = fields.textOr("id");
        double factor = fields.has("factor") ? fields.number("factor") : 1;
        List<String> skills = fields.has("skills") ? fields.texts("skills") : List.of();
        return fields.tried(null, () -> new Person(id, name, factor, skills));
    }

    static Optional<StandPoint> standPoint(Fields fields) {
        double x = fields.quantity("x", Dimension.LENGTH).inBaseUnit();
        double y = fields.quantity("y", Dimension.LENGTH).inBaseUnit();
        fields.refuseUnread();
        return fields.tried(null, () -> new StandPoint(x, y));
    }

    static Optional<FailureMode> failure(Fields fields) {
        String id = fields.textOr("id");
        String name = fields.text("name", "Failure");
        Optional<UpTime> up = upTime(fields.object("up"));
        Optional<Distribution> down = fields.optionalDistribution("down");
        if (down.isEmpty() && !fields.has("down")) {
            fields.fault(fields.at("down"), "is missing: add how long the repair takes, such as \"exponential(10 min)\"");
        }
        Optional<Distribution> first = fields.optionalDistribution("firstFailure");
        List<Need> repair = needs(fields, "repairedBy");
        FailureMode.InterruptedPiece piece = fields.has("interruptedPiece")
                ? fields.word("interruptedPiece", words(FailureMode.InterruptedPiece.values()),
                        List.of(FailureMode.InterruptedPiece.values()))
                : FailureMode.InterruptedPiece.RESUME;
        boolean passes = fields.isTrue("passesWhileDown");
        List<String> stopsWith = fields.has("stopsWith") ? fields.texts("stopsWith") : List.of();
        return up.flatMap(
                u -> down.flatMap(
                        d -> fields.tried(null,
                                () -> new FailureMode(id, name, u, d, first.orElse(null), repair, piece, passes, stopsWith))));
    }

    private static Optional<UpTime> upTime(Fields up) {
        Optional<UpTime> read;
        if (up.has("cycles")) {
            int cycles = up.whole("cycles", 1);
            boolean byChance = up.isTrue("byChance");
            read = up.tried("cycles", () -> new UpTime.AfterCycles(cycles, byChance));
        } else if (up.has("availability")) {
            Quantity share = up.quantity("availability", Dimension.SHARE);
            UpTime.Clock clock = clock(up);
            read = up.tried("availability", () -> new UpTime.Available(share, clock));
        } else if (up.has("days")) {
            List<DayOfWeek> days = days(up);
            Optional<LocalTime> at = time(up, "time");
            read = at.flatMap(moment -> up.tried("days", () -> new UpTime.Planned(days, moment)));
        } else {
            Optional<Distribution> after = up.optionalDistribution("after");
            if (after.isEmpty() && !up.has("after") && up.isObject()) {
                up.fault(up.at("after"),
                        "is missing: add \"after\", such as \"exponential(4 h)\", or \"cycles\", \"availability\" or \"days\"");
            }
            UpTime.Clock clock = clock(up);
            read = after.map(time -> new UpTime.After(time, clock));
        }
        up.refuseUnread();
        return read;
    }

    private static UpTime.Clock clock(Fields up) {
        return up.has("clock") ? up.word("clock", words(UpTime.Clock.values()), CLOCKS) : UpTime.Clock.CALENDAR;
    }

    private static List<DayOfWeek> days(Fields fields) {
        List<DayOfWeek> days = new ArrayList<>();
        for (String word : fields.texts("days")) {
            int at = DAYS.indexOf(word);
            if (at < 0) {
                fields.fault(fields.at("days"), "must be days such as \"Mon\"; got \u201c" + word + "\u201d");
            } else {
                days.add(DayOfWeek.of(at + 1));
            }
        }
        return days;
    }

    private static Optional<LocalTime> time(Fields fields, String field) {
        String text = fields.text(field, "06:00");
        try {
            return Optional.of(text.equals("24:00") ? LocalTime.MIDNIGHT : LocalTime.parse(text));
        } catch (DateTimeException e) {
            fields.fault(fields.at(field), "must be a time of day such as \"06:00\"; got \u201c" + text + "\u201d");
            return Optional.empty();
        }
    }

    static Optional<Calendar> calendar(Fields fields) {
        String name = fields.text("name", "Calendar");
        List<Spell> week = fields.list("week", spell -> spell(spell, days(spell)));
        List<Calendar.Exception> exceptions = fields.optionalList("exceptions", DutyReader::exception);
        return fields.tried(null, () -> new Calendar(name, week, exceptions));
    }

    private static Optional<Calendar.Exception> exception(Fields fields) {
        String text = fields.text("date", "2027-01-01");
        LocalDate date;
        try {
            date = LocalDate.parse(text);
        } catch (DateTimeException e) {
            fields.fault(fields.at("date"), "must be a date such as \"2027-01-06\"; got \u201c" + text + "\u201d");
            return Optional.empty();
        }
        List<Spell> spells = fields.optionalList("spells", spell -> spell(spell, List.of(date.getDayOfWeek())));
        return fields.tried(null, () -> new Calendar.Exception(date, spells));
    }

    private static Optional<Spell> spell(Fields fields, List<DayOfWeek> days) {
        Optional<LocalTime> from = time(fields, "from");
        Optional<LocalTime> to = time(fields, "to");
        boolean isBreak = fields.isTrue("break");
        return from.flatMap(begins -> to.flatMap(ends -> fields.tried(null, () -> new Spell(days, begins, ends, isBreak))));
    }

    private static List<String> words(Enum<?>[] values) {
        return List.of(values).stream().map(StudyWriter::word).toList();
    }
}
