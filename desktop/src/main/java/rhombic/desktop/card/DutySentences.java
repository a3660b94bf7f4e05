package rhombic.desktop.card;

import static rhombic.desktop.card.Sentence.Token.act;
import static rhombic.desktop.card.Sentence.Token.picked;
import static rhombic.desktop.card.Sentence.Token.several;
import static rhombic.desktop.card.Sentence.Token.time;
import static rhombic.desktop.card.Sentence.Token.typed;

import java.time.DateTimeException;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.Sentence.Part;
import rhombic.desktop.card.Sentence.Words;
import rhombic.quantity.Clock;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.CalendarText;
import rhombic.study.duty.Duty;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Spell;
import rhombic.study.duty.Spot;
import rhombic.study.duty.UpTime;
import rhombic.study.duty.WhenOver;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.Names;

/** When equipment works, what breaks it, and where people stand at it. */
final class DutySentences {
    private static final String ALWAYS = "all the time";
    private static final String NEW_CALENDAR = "a new calendar";
    private static final String AFTER = "after a time";
    private static final String CYCLES = "after a number of pieces";
    private static final String AVAILABLE = "so that it is available";
    private static final String PLANNED = "as planned";

    private final Study study;
    private final Equipment thing;
    private final Duty duty;

    private DutySentences(Study study, Equipment thing) {
        this.study = study;
        this.thing = thing;
        duty = thing.basics().duty();
    }

    static List<Sentence> of(Study study, Equipment thing) {
        DutySentences sentences = new DutySentences(study, thing);
        List<Sentence> all = new ArrayList<>();
        for (FailureMode mode : sentences.duty.failures()) {
            all.add(sentences.failure(mode));
            all.add(sentences.consequences(mode));
        }
        List<Part> more = new ArrayList<>();
        more.add(act("add failure", "+ failure", sentences.duty(d -> d.withFailures(added(d.failures(), usual(d.failures()))))));
        more.add(new Words(" "));
        more.addAll(sentences.calendar());
        if (thing instanceof WorkEquipment) {
            more.add(new Words(" "));
            more.addAll(sentences.stand());
        }
        all.add(new Sentence(more));
        return all;
    }

    /** Only when it works, for what nothing breaks. */
    static Sentence calendarOf(Study study, Crew crew) {
        return new Sentence(new DutySentences(study, crew).calendar());
    }

    private UnaryOperator<Study> duty(UnaryOperator<Duty> change) {
        return Sentences.basics(thing, b -> b.withDuty(change.apply(b.duty())));
    }

    // ---- calendar

    private List<Part> calendar() {
        boolean isCrew = thing instanceof Crew;
        List<String> choices = Stream
                .concat(Stream.of(ALWAYS), Stream.concat(study.calendars().stream().map(Calendar::name), Stream.of(NEW_CALENDAR)))
                .toList();
        Part token = picked("calendar", duty.calendar().isEmpty() ? isCrew ? ALWAYS : "+ shifts" : duty.calendar(), choices, this::uses);
        if (duty.calendar().isEmpty()) {
            return isCrew ? List.of(new Words("They are there "), token, new Words(".")) : List.of(token);
        }
        List<String> words = Arrays.stream(WhenOver.values()).filter(over -> isCrew || over != WhenOver.HAND_OVER).map(WhenOver::word)
                .toList();
        String said = study.calendar(duty.calendar())
                .map(c -> ", " + Quantity.plain(Math.round(c.weeklySeconds() / 36.0) / 100.0) + " h a week")
                .orElse("");
        return List.of(new Words(isCrew ? "They are there by " : "It works by "), token,
                new Words(said + "; when a shift ends or a break begins, "),
                picked("when over", duty.whenOver().word(), words,
                        text -> duty(d -> d.withWhenOver(
                                Typed.choice(WhenOver.values(), WhenOver::word, text)))),
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

    // ---- failures

    private static FailureMode usual(List<FailureMode> there) {
        String name = Names.free("Fault", there.stream().map(FailureMode::name).collect(java.util.stream.Collectors.toSet()));
        return FailureMode.of(name, new UpTime.After(DistributionText.parse("exponential(4 h)"), UpTime.Clock.CALENDAR),
                DistributionText.parse("exponential(10 min)"));
    }

    private static List<FailureMode> added(List<FailureMode> there, FailureMode one) {
        List<FailureMode> all = new ArrayList<>(there);
        all.add(one);
        return all;
    }

    private UnaryOperator<Study> mode(String name, UnaryOperator<FailureMode> change) {
        return duty(d -> d.withFailures(d.failures().stream().map(m -> m.name().equals(name) ? change.apply(m) : m).toList()));
    }

    private Sentence failure(FailureMode mode) {
        String name = mode.name();
        List<Part> parts = new ArrayList<>(List.of(new Words("Breaks down by "),
                typed(name + " failure", name, name, "A name", text -> mode(name, m -> m.named(text.strip()))), new Words(" "),
                picked(name + " up", how(mode.up()), List.of(AFTER, CYCLES, AVAILABLE, PLANNED),
                        text -> mode(name, m -> m.withUp(other(m, text)))),
                new Words(", ")));
        parts.addAll(up(mode));
        parts.add(new Words(", for "));
        parts.add(time(name + " down", mode.down().toString(), mode.down().toString(),
                text -> mode(name, m -> m.withDown(DistributionText.parse(text)))));
        parts.add(new Words(mode.repair().isEmpty() ? ", mends itself " : ", repaired by "));
        parts.add(NeedSentences.token(study, name + " repair", mode.repair(), "+ repaired by",
                needs -> mode(name, m -> m.withRepair(needs))));
        parts.add(new Words("."));
        OptionalDouble up = mode.meanUpSeconds();
        if (up.isPresent() && !mode.up().isPlanned()) {
            parts.add(new Sentence.Timeline(up.getAsDouble(), mode.down().meanSeconds(), clock(mode.up()) == UpTime.Clock.WORKING));
        }
        return new Sentence(parts);
    }

    private static String how(UpTime up) {
        return switch (up) {
            case UpTime.After after -> AFTER;
            case UpTime.AfterCycles cycles -> CYCLES;
            case UpTime.Available available -> AVAILABLE;
            case UpTime.Planned planned -> PLANNED;
        };
    }

    private static UpTime.Clock clock(UpTime up) {
        return switch (up) {
            case UpTime.After after -> after.clock();
            case UpTime.Available available -> available.clock();
            case UpTime.AfterCycles cycles -> UpTime.Clock.CALENDAR;
            case UpTime.Planned planned -> UpTime.Clock.CALENDAR;
        };
    }

    private List<Part> up(FailureMode mode) {
        String name = mode.name();
        return switch (mode.up()) {
            case UpTime.After after -> List.of(
                    time(name + " up time", after.time().toString(), after.time().toString(),
                            text -> mode(name, m -> m.withUp(new UpTime.After(DistributionText.parse(text), clock(m.up()))))),
                    new Words(" "), clockToken(mode));
            case UpTime.AfterCycles cycles -> List.of(
                    typed(name + " cycles", cycles.cycles() + (cycles.cycles() == 1 ? " piece" : " pieces"),
                            String.valueOf(cycles.cycles()),
                            "A whole number such as 40",
                            text -> mode(name, m -> m.withUp(new UpTime.AfterCycles(Typed.whole(text, "The pieces"), isByChance(m.up()))))),
                    new Words(" "),
                    picked(name + " by chance", cycles.byChance() ? "on average, by chance" : "each time",
                            List.of("each time", "on average, by chance"),
                            text -> mode(name, m -> m.withUp(new UpTime.AfterCycles(cycles.cycles(), !text.equals("each time"))))));
            case UpTime.Available available -> List.of(
                    typed(name + " availability", available.share().toString(), available.share().toString(),
                            "The share of time in which it works, such as 95 %; above 0 % and below 100 %",
                            text -> mode(name, m -> m.withUp(new UpTime.Available(Quantity.parse(text, Dimension.SHARE), clock(m.up()))))),
                    new Words(" of the time, so every "),
                    typed(name + " mean up", Clock.span(available.meanUpSeconds(mode.down().meanSeconds())),
                            Clock.span(available.meanUpSeconds(mode.down().meanSeconds())),
                            "The mean time between failures, such as 90 min",
                            text -> mode(name, m -> m.withUp(available(m, Quantity.parse(text, Dimension.TIME))))),
                    new Words(" by chance, "), clockToken(mode));
            case UpTime.Planned planned -> List.of(
                    typed(name + " planned", Spell.said(planned.days()) + " at " + Spell.clock(planned.at()),
                            Spell.said(planned.days()) + " at " + Spell.clock(planned.at()), "Days and a time, such as Mon, Thu at 06:00",
                            text -> mode(name, m -> m.withUp(planned(text)))));
        };
    }

    private static boolean isByChance(UpTime up) {
        return up instanceof UpTime.AfterCycles cycles && cycles.byChance();
    }

    /** The availability that a mean up time means: up / (up + down). */
    private static UpTime available(FailureMode mode, Quantity up) {
        double down = mode.down().meanSeconds();
        double share = 100 * up.inBaseUnit() / (up.inBaseUnit() + down);
        return new UpTime.Available(Quantity.percent(Math.round(share * 1e6) / 1e6), clock(mode.up()));
    }

    private static UpTime planned(String text) {
        String[] parts = text.split("\\bat\\b");
        if (parts.length != 2) {
            throw new IllegalArgumentException("Write days and a time, such as Mon, Thu at 06:00; got \u201c" + text.strip() + "\u201d");
        }
        try {
            return new UpTime.Planned(CalendarText.days(parts[0]), LocalTime.parse(parts[1].strip()));
        } catch (DateTimeException e) {
            throw new IllegalArgumentException("\u201c" + parts[1].strip() + "\u201d is no time of day; write one such as 06:00", e);
        }
    }

    private Part clockToken(FailureMode mode) {
        boolean works = thing instanceof WorkEquipment || thing instanceof Conveyor;
        return picked(mode.name() + " clock", clock(mode.up()).word(),
                works ? Arrays.stream(UpTime.Clock.values()).map(UpTime.Clock::word).toList() : List.of(UpTime.Clock.CALENDAR.word()),
                text -> mode(mode.name(), m -> {
                    UpTime.Clock clock = Typed.choice(UpTime.Clock.values(), UpTime.Clock::word, text);
                    return m.withUp(switch (m.up()) {
                        case UpTime.After after -> new UpTime.After(after.time(), clock);
                        case UpTime.Available available -> new UpTime.Available(available.share(), clock);
                        case UpTime.AfterCycles cycles -> cycles;
                        case UpTime.Planned planned -> planned;
                    });
                }));
    }

    /** Another way to say when it fails, with what was said before kept as far as it can be. */
    private static UpTime other(FailureMode mode, String how) {
        double up = mode.meanUpSeconds().orElse(4 * 3600);
        double down = mode.down().meanSeconds();
        Quantity mean = Quantity.minutes(Math.max(1, Math.round(up / 60)));
        return switch (how) {
            case CYCLES -> new UpTime.AfterCycles(40, false);
            case AVAILABLE ->
                new UpTime.Available(Quantity.percent(Math.clamp(Math.round(1000 * up / (up + down)) / 10.0, 0.1, 99.9)), clock(mode.up()));
            case PLANNED -> planned("Mon at 06:00");
            default -> new UpTime.After(new Distribution.Exponential(mean), clock(mode.up()));
        };
    }

    private Sentence consequences(FailureMode mode) {
        String name = mode.name();
        List<Part> parts = new ArrayList<>();
        if (thing instanceof WorkEquipment) {
            parts.add(new Words("What is worked on "));
            parts.add(picked(name + " piece", mode.piece().word(),
                    Arrays.stream(FailureMode.Piece.values()).map(FailureMode.Piece::word).toList(),
                    text -> mode(name, m -> m.withPiece(
                            Typed.choice(FailureMode.Piece.values(), FailureMode.Piece::word, text)))));
            parts.add(new Words(", and meanwhile "));
        } else {
            parts.add(new Words("Meanwhile "));
        }
        parts.add(picked(name + " gates", mode.hands() ? "pieces come in and go out" : "nothing comes in or goes out",
                List.of("nothing comes in or goes out", "pieces come in and go out"),
                text -> mode(name, m -> m.withHands(text.startsWith("pieces")))));
        parts.add(new Words(". "));
        Distribution first = mode.first();
        if (!(mode.up() instanceof UpTime.AfterCycles) && !mode.up().isPlanned()) {
            parts.add(
                    time(name + " first", first == null ? "+ first failure" : "First after " + first, first == null ? "" : first.toString(),
                            text -> mode(name, m -> m.withFirst(read(text)))));
            parts.add(new Words(" "));
        }
        List<String> others = study.equipment().stream().filter(e -> e.meetsPieces() && !e.name().equals(thing.name())).map(Equipment::name)
                .toList();
        parts.add(several(name + " also", mode.also().isEmpty() ? "+ stops others" : "Stops " + String.join(", ", mode.also()) + " too",
                mode.also(),
                others, names -> mode(name, m -> m.withAlso(names))));
        parts.add(new Words(" "));
        parts.add(act(name + " drop", "take out",
                duty(d -> d.withFailures(d.failures().stream().filter(m -> !m.name().equals(name)).toList()))));
        return new Sentence(parts);
    }

    private static @Nullable Distribution read(String text) {
        return text.isBlank() ? null : DistributionText.parse(text);
    }

    // ---- where people stand

    private List<Part> stand() {
        Spot spot = duty.stand();
        String typed = spot == null ? "" : PlaceSentences.metres(spot.xMetres()) + " " + PlaceSentences.metres(spot.yMetres());
        boolean needsPeople = thing instanceof WorkEquipment work
                && (!work.needs().isEmpty() || !duty.failures().isEmpty());
        if (spot == null && !needsPeople) {
            return List.of();
        }
        return List.of(typed("stand", spot == null ? "+ place to stand" : String.format(Locale.ROOT, "People stand at %s", typed), typed,
                "Along the flow and to its left, from the middle: 0 m -1.2 m; empty: at its working side",
                text -> duty(d -> d.withStand(spot(text)))));
    }

    private static @Nullable Spot spot(String text) {
        if (text.isBlank()) {
            return null;
        }
        String[] words = text.strip().split("\\s*,\\s*|(?<=[A-Za-z])\\s+");
        if (words.length != 2) {
            throw new IllegalArgumentException("Write two lengths, such as 0 m -1.2 m; got \u201c" + text.strip() + "\u201d");
        }
        return new Spot(Quantity.parse(words[0], Dimension.LENGTH).inBaseUnit(), Quantity.parse(words[1], Dimension.LENGTH).inBaseUnit());
    }
}
