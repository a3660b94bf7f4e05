package rhombic.desktop.card.phrases;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Heading;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.quantity.Quantity;
import rhombic.study.Renaming;
import rhombic.study.Study;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.CalendarText;
import rhombic.study.value.Names;

/** The calendars of a study, on the card that is there when nothing is selected. */
public final class CalendarSentences {
    private CalendarSentences() {}

    public static List<Sentence> of(Study study) {
        List<Sentence> all = new ArrayList<>();
        if (!study.calendars().isEmpty()) {
            all.add(new Sentence(new Heading("Calendars")));
        }
        study.calendars().forEach(calendar -> all.add(sentence(study, calendar)));
        return all;
    }

    public static Sentence.Token adds() {
        return act("add calendar", "+ calendar", s -> {
            List<Calendar> more = new ArrayList<>(s.calendars());
            more.add(Calendar.usual(freeName(s)));
            return s.withCalendars(more);
        });
    }

    static String freeName(Study study) {
        return Names.free("Early shift", study.calendars().stream().map(Calendar::name).collect(Collectors.toSet()));
    }

    private static Sentence sentence(Study study, Calendar calendar) {
        String name = calendar.name();
        String exceptions = CalendarText.ofExceptions(calendar.exceptions());
        String users = study.elements().stream().filter(e -> e.basics().duty().calendar().equals(name)).map(e -> e.name()).limit(4)
                .collect(Collectors.joining(", "));
        return new Sentence(
                typed(name + " calendar name", name, name, "A name",
                        text -> s -> s.renamed(new Renaming(Renaming.Kind.CALENDAR, name, text.strip()))),
                new Words(" is "),
                new Sentence.Token(name + " week", calendar.week().isEmpty() ? "+ spells" : CalendarText.of(calendar.week()),
                        CalendarText.of(calendar.week()), new Sentence.Editor.Week(),
                        text -> calendar(name, c -> c.withWeek(CalendarText.week(text)))),
                new Words(", " + Quantity.plain(Math.round(calendar.weeklySeconds() / 36.0) / 100.0) + " h a week"
                        + (users.isEmpty() ? "" : ", for " + users) + ". "),
                typed(name + " exceptions", exceptions.isEmpty() ? "+ exceptions" : exceptions, exceptions,
                        "Days that are not as others: 2027-01-06 free; 2027-05-01 08:00 to 12:00",
                        text -> calendar(name, c -> c.withExceptions(CalendarText.exceptions(text)))),
                new Words(" "),
                act(name + " drop", "take out", s -> s.withCalendars(s.calendars().stream().filter(c -> !c.name().equals(name)).toList())));
    }

    private static UnaryOperator<Study> calendar(String name, UnaryOperator<Calendar> change) {
        return s -> s.withCalendars(s.calendars().stream().map(c -> c.name().equals(name) ? change.apply(c) : c).toList());
    }
}
