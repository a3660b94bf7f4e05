package rhombic.desktop.card.phrases;

import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.Duty;
import rhombic.study.duty.StandPoint;
import rhombic.study.duty.StopPoint;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.way.PortStop;

/** When equipment works, and where people stand at it. */
public final class DutySentences {
    private static final String ALWAYS = "all the time";
    private static final String NEW_CALENDAR = "a new calendar";

    private final Study study;
    private final PlantElement element;
    private final Duty duty;

    private DutySentences(Study study, PlantElement element) {
        this.study = study;
        this.element = element;
        duty = element.basics().duty();
    }

    public static List<Sentence> of(Study study, PlantElement element) {
        DutySentences sentences = new DutySentences(study, element);
        List<Sentence> all = new ArrayList<>();
        FailureSentences failures = FailureSentences.of(study, element);
        all.addAll(failures.all());
        List<Part> more = new ArrayList<>();
        more.add(failures.add());
        more.add(new Words(" "));
        more.addAll(sentences.calendar());
        if (element instanceof WorkEquipment) {
            more.add(new Words(" "));
            more.addAll(sentences.stand());
        }
        all.add(new Sentence(more));
        all.addAll(sentences.stops());
        return all;
    }

    /** Only when it works, for what nothing breaks. */
    public static Sentence calendarOf(Study study, ResourceGroup group) {
        return new Sentence(new DutySentences(study, group).calendar());
    }

    private UnaryOperator<Study> duty(UnaryOperator<Duty> change) {
        return Changed.basics(element, b -> b.withDuty(change.apply(b.duty())));
    }

    // ---- calendar

    private List<Part> calendar() {
        boolean isGroup = element instanceof ResourceGroup;
        List<String> choices = Stream
                .concat(Stream.of(ALWAYS), Stream.concat(study.calendars().stream().map(Calendar::name), Stream.of(NEW_CALENDAR)))
                .toList();
        Part token = picked("calendar", duty.calendar().isEmpty() ? isGroup ? ALWAYS : "+ shifts" : duty.calendar(), choices, this::uses);
        if (duty.calendar().isEmpty()) {
            return isGroup ? List.of(new Words("They are there "), token, new Words(".")) : List.of(token);
        }
        List<String> words = Arrays.stream(AtShiftEnd.values()).filter(over -> isGroup || over != AtShiftEnd.HAND_OVER)
                .map(AtShiftEnd::word)
                .toList();
        String hours = study.calendar(duty.calendar())
                .map(c -> ", " + Quantity.plain(Math.round(c.weeklySeconds() / 36.0) / 100.0) + " h a week")
                .orElse("");
        return List.of(new Words(isGroup ? "They are there by " : "It works by "), token,
                new Words(hours + "; when a shift ends or a break begins, "),
                picked("at shift end", duty.atShiftEnd().word(), words,
                        text -> duty(d -> d.withAtShiftEnd(
                                Typed.choice(AtShiftEnd.values(), AtShiftEnd::word, text)))),
                new Words("."));
    }

    private UnaryOperator<Study> uses(String text) {
        if (!text.equals(NEW_CALENDAR)) {
            return duty(d -> d.withCalendar(text.equals(ALWAYS) ? "" : text));
        }
        return s -> {
            String name = CalendarSentences.freeName(s);
            List<Calendar> more = new ArrayList<>(s.calendars());
            more.add(Calendar.usual(name));
            return duty(d -> d.withCalendar(name)).apply(s.withCalendars(more));
        };
    }

    // ---- from where it is reached

    /** For each port to which or from which somebody carries along aisles, and for each whose stop was moved. */
    private List<Sentence> stops() {
        Map<String, String> aisles = new LinkedHashMap<>();
        PortStop.of(study, other -> other.name().equals(element.name())).stream()
                .filter(stop -> stop.element().name().equals(element.name()))
                .forEach(stop -> aisles.put(stop.port().name(), stop.aisle().name()));
        duty.stops().forEach(stop -> aisles.putIfAbsent(stop.port(), ""));
        return aisles.entrySet().stream().map(one -> stop(one.getKey(), one.getValue())).toList();
    }

    private Sentence stop(String port, String aisle) {
        StopPoint stop = duty.stop(port);
        String typed = stop == null ? "" : PlacementSentences.metres(stop.xMetres()) + " " + PlacementSentences.metres(stop.yMetres());
        return new Sentence(
                new Words("Whoever carries along aisles reaches its \u201c" + port + "\u201d from "
                        + (stop == null ? "" : "a stop nearest to ")),
                typed("stop " + port, stop == null ? "the nearest place" : typed, typed,
                        "Along the flow and to its left, from the middle: 4 m -2 m; empty: where an aisle is nearest",
                        text -> duty(d -> d.withStop(port, text.isBlank() ? null : lengths(text, (x, y) -> new StopPoint(port, x, y))))),
                new Words(aisle.isEmpty() ? "." : " on " + aisle + "."));
    }

    // ---- where people stand

    private List<Part> stand() {
        StandPoint spot = duty.standOffset();
        String typed = spot == null ? "" : PlacementSentences.metres(spot.xMetres()) + " " + PlacementSentences.metres(spot.yMetres());
        boolean needsPeople = element instanceof WorkEquipment work
                && (!work.needs().isEmpty() || !duty.failures().isEmpty());
        if (spot == null && !needsPeople) {
            return List.of();
        }
        return List.of(
                typed("stand offset", spot == null ? "+ place to stand" : String.format(Locale.ROOT, "People stand at %s", typed), typed,
                        "Along the flow and to its left, from the middle: 0 m -1.2 m; empty: at its working side",
                        text -> duty(d -> d.withStandOffset(spot(text)))));
    }

    private static @Nullable StandPoint spot(String text) {
        return text.isBlank() ? null : lengths(text, StandPoint::new);
    }

    private interface Lengths<T> {
        T apply(double x, double y);
    }

    private static <T> T lengths(String text, Lengths<T> make) {
        String[] words = text.strip().split("\\s*,\\s*|(?<=[A-Za-z])\\s+");
        if (words.length != 2) {
            throw new IllegalArgumentException("Write two lengths, such as 0 m -1.2 m; got \u201c" + text.strip() + "\u201d");
        }
        return make.apply(Quantity.parse(words[0], Dimension.LENGTH).inBaseUnit(), Quantity.parse(words[1], Dimension.LENGTH).inBaseUnit());
    }
}
