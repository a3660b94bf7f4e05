package rhombic.desktop.card.phrases;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.several;
import static rhombic.desktop.card.text.Sentence.Token.time;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.time.DateTimeException;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionException;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.text.OfferException;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.quantity.Clock;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.QuantityException;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.CalendarText;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Spell;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.Names;

/** What breaks something: equipment, a link, or what the people of a crew work with. */
public final class FailureSentences {
    private static final String AFTER = "after a time";
    private static final String AVAILABLE = "so that it is available";
    private static final String PLANNED = "as planned";

    private final Study study;
    private final List<FailureMode> modes;
    private final Function<UnaryOperator<List<FailureMode>>, UnaryOperator<Study>> change;
    /** The equipment that breaks; null if it is no equipment. */
    private final @Nullable PlantElement element;
    private final Manner manner;

    /**
     * How failures of such an element are told.
     *
     * @param text how one begins to be told
     * @param one what is counted
     * @param works whether there is a clock of working time
     * @param fixed what happens meanwhile, where nothing about that can be changed
     * @param of tells tokens of one element from those of another on the same card
     */
    private record Manner(String text, String one, boolean works, String fixed, String of) {
        String afterCycles() {
            return "after a number of " + one + "s";
        }
    }

    private FailureSentences(Study study, List<FailureMode> modes,
            Function<UnaryOperator<List<FailureMode>>, UnaryOperator<Study>> change, @Nullable PlantElement element, Manner manner) {
        this.study = study;
        this.modes = modes;
        this.change = change;
        this.element = element;
        this.manner = manner;
    }

    public static FailureSentences of(Study study, PlantElement element) {
        boolean isGroup = element instanceof ResourceGroup;
        return new FailureSentences(study, element.basics().duty().failures(),
                change -> Changed.basics(element, b -> b.withDuty(b.duty().withFailures(change.apply(b.duty().failures())))),
                isGroup ? null : element, isGroup
                        ? ((ResourceGroup) element).arePeople()
                                ? new Manner("What each works with breaks down by ", "job", true,
                                        "Meanwhile whoever works with it stands by. ",
                                        "")
                                : new Manner("Each of them breaks down by ", "order", true,
                                        "Meanwhile it stands where it is; what it carries it brings there first. ", "")
                        : new Manner("Breaks down by ", "piece", element.works(), "", ""));
    }

    /** @param number of the link among those of its giver */
    public static FailureSentences of(Study study, Link link, int number) {
        return new FailureSentences(study, link.failures(),
                change -> RoutingSentences.link(link, l -> l.withFailures(change.apply(l.failures()))), null,
                new Manner("The way to " + link.to() + " breaks down by ", "piece", false,
                        link.travel() instanceof Travel.Carried
                                ? "Meanwhile nobody sets out; who is on the way comes through. "
                                : "Meanwhile nothing sets out, and what is on the way stands. ",
                        " of way " + number));
    }

    public List<Sentence> all() {
        List<Sentence> all = new ArrayList<>();
        for (FailureMode mode : modes) {
            all.add(failure(mode));
            all.add(consequences(mode));
        }
        availability().ifPresent(all::add);
        return all;
    }

    /**
     * How much of its time nothing has failed, waits for repairers apart: the modes are independent, so it is the product of what each leaves;
     * and what each takes by itself.
     */
    private Optional<Sentence> availability() {
        List<String> shares = new ArrayList<>();
        double all = 1;
        for (FailureMode mode : modes) {
            OptionalDouble up = mode.meanUpSeconds();
            double down = mode.down().meanSeconds();
            if (up.isEmpty() || !(up.getAsDouble() + down > 0)) {
                return Optional.empty(); // it follows pieces or a plan: its share comes out of the run
            }
            all *= up.getAsDouble() / (up.getAsDouble() + down);
            shares.add(mode.name() + " takes " + percent(down / (up.getAsDouble() + down)));
        }
        return shares.isEmpty()
                ? Optional.empty()
                : Optional.of(new Sentence(new Words("Available " + percent(all) + " of the time"
                        + (shares.size() > 1 ? ", all failures together: " : ": ") + String.join(", ", shares)
                        + (modes.stream().allMatch(mode -> mode.repairedBy().isEmpty()) ? "." : ", waits for repairers apart."))));
    }

    private static String percent(double share) {
        return String.format(Locale.ROOT, "%.3g %%", 100 * share);
    }

    public Part add() {
        return act("add failure" + manner.of, "+ failure", change.apply(all -> added(all, usual(all))));
    }

    private String id(String mode, String part) {
        return mode + " " + part + manner.of;
    }

    private static FailureMode usual(List<FailureMode> there) {
        String name = Names.free("Fault", there.stream().map(FailureMode::name).collect(Collectors.toSet()));
        return FailureMode.of(name, new UpTime.After(DistributionText.parse("exponential(4 h)"), UpTime.Clock.CALENDAR),
                DistributionText.parse("exponential(10 min)"));
    }

    private static List<FailureMode> added(List<FailureMode> there, FailureMode one) {
        List<FailureMode> all = new ArrayList<>(there);
        all.add(one);
        return all;
    }

    private UnaryOperator<Study> mode(String name, UnaryOperator<FailureMode> one) {
        return change.apply(all -> all.stream().map(m -> m.name().equals(name) ? one.apply(m) : m).toList());
    }

    private Sentence failure(FailureMode mode) {
        String name = mode.name();
        List<Part> parts = new ArrayList<>(List.of(new Words(manner.text),
                typed(id(name, "failure"), name, name, "A name", text -> mode(name, m -> m.named(text.strip()))), new Words(" "),
                picked(id(name, "up"), how(mode.up()), List.of(AFTER, manner.afterCycles(), AVAILABLE, PLANNED),
                        text -> mode(name, m -> m.withUp(other(m, text)))),
                new Words(", ")));
        parts.addAll(up(mode));
        parts.add(new Words(", for "));
        parts.add(time(id(name, "down"), mode.down().toString(), mode.down().toString(),
                text -> mode(name, m -> m.withDown(timeOf(name, text)))));
        parts.add(new Words(mode.repairedBy().isEmpty() ? ", repairs itself " : ", repaired by "));
        parts.add(NeedSentences.token(study, id(name, "repair"), mode.repairedBy(), "+ repaired by",
                needs -> mode(name, m -> m.withRepairedBy(needs))));
        parts.add(new Words("."));
        OptionalDouble up = mode.meanUpSeconds();
        if (up.isPresent() && !mode.up().isPlanned()) {
            parts.add(new Sentence.Timeline(up.getAsDouble(), mode.down().meanSeconds(), clock(mode.up()) == UpTime.Clock.WORKING));
        }
        return new Sentence(parts);
    }

    private String how(UpTime up) {
        return switch (up) {
            case UpTime.After after -> AFTER;
            case UpTime.AfterCycles cycles -> manner.afterCycles();
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
                    time(id(name, "up time"), after.time().toString(), after.time().toString(),
                            text -> mode(name, m -> m.withUp(new UpTime.After(timeOf(name, text), clock(m.up()))))),
                    new Words(" "), clockToken(mode));
            case UpTime.AfterCycles cycles -> List.of(
                    typed(id(name, "cycles"), cycles.cycles() + " " + manner.one + (cycles.cycles() == 1 ? "" : "s"),
                            String.valueOf(cycles.cycles()),
                            "A whole number such as 40",
                            text -> mode(name,
                                    m -> m.withUp(
                                            new UpTime.AfterCycles(Typed.whole(text, "The " + manner.one + "s"), isByChance(m.up()))))),
                    new Words(" "),
                    picked(id(name, "by chance"), cycles.byChance() ? "on average, by chance" : "each time",
                            List.of("each time", "on average, by chance"),
                            text -> mode(name, m -> m.withUp(new UpTime.AfterCycles(cycles.cycles(), !text.equals("each time"))))));
            case UpTime.Available available -> List.of(
                    typed(id(name, "availability"), available.share().toString(), available.share().toString(),
                            "The share of time in which it works, such as 95 %; above 0 % and below 100 %",
                            text -> mode(name, m -> m.withUp(new UpTime.Available(Quantity.parse(text, Dimension.SHARE), clock(m.up()))))),
                    new Words(" of the time, so every "),
                    typed(id(name, "mean up"), Clock.span(available.meanUpSeconds(mode.down().meanSeconds())),
                            Clock.span(available.meanUpSeconds(mode.down().meanSeconds())),
                            "The mean time between failures, such as 90 min",
                            text -> mode(name, m -> m.withUp(available(m, Quantity.parse(text, Dimension.TIME))))),
                    new Words(" by chance, "), clockToken(mode));
            case UpTime.Planned planned -> List.of(
                    typed(id(name, "planned"), Spell.text(planned.days()) + " at " + Spell.clock(planned.time()),
                            Spell.text(planned.days()) + " at " + Spell.clock(planned.time()), "Days and a time, such as Mon, Thu at 06:00",
                            text -> mode(name, m -> m.withUp(planned(text)))));
        };
    }

    /** A time of a failure; a share is offered as the availability. */
    private Distribution timeOf(String mode, String text) {
        try {
            return DistributionText.parse(text);
        } catch (DistributionException e) {
            Quantity share;
            try {
                share = Quantity.parse(text, Dimension.SHARE);
            } catch (QuantityException noShare) {
                throw e;
            }
            throw new OfferException("\u201c" + text.strip() + "\u201d is a share, not a time", "Use it as the availability",
                    mode(mode, m -> m.withUp(new UpTime.Available(share, clock(m.up())))));
        }
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
        return picked(id(mode.name(), "clock"), clock(mode.up()).word(),
                manner.works
                        ? Arrays.stream(UpTime.Clock.values()).map(UpTime.Clock::word).toList()
                        : List.of(UpTime.Clock.CALENDAR.word()),
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
    private UpTime other(FailureMode mode, String how) {
        double up = mode.meanUpSeconds().orElse(4 * 3600);
        double down = mode.down().meanSeconds();
        Quantity mean = Quantity.minutes(Math.max(1, Math.round(up / 60)));
        if (how.equals(manner.afterCycles())) {
            return new UpTime.AfterCycles(40, false);
        }
        return switch (how) {
            case AVAILABLE ->
                new UpTime.Available(Quantity.percent(Math.clamp(Math.round(1000 * up / (up + down)) / 10.0, 0.1, 99.9)), clock(mode.up()));
            case PLANNED -> planned("Mon at 06:00");
            default -> new UpTime.After(new Distribution.Exponential(mean), clock(mode.up()));
        };
    }

    private Sentence consequences(FailureMode mode) {
        String name = mode.name();
        List<Part> parts = new ArrayList<>(meanwhile(mode));
        Distribution first = mode.firstFailure();
        if (!(mode.up() instanceof UpTime.AfterCycles) && !mode.up().isPlanned()) {
            parts.add(
                    time(id(name, "first"), first == null ? "+ first failure" : "First after " + first,
                            first == null ? "" : first.toString(),
                            text -> mode(name, m -> m.withFirstFailure(read(text)))));
            parts.add(new Words(" "));
        }
        parts.addAll(stopsOthers(mode));
        parts.add(act(id(name, "drop"), "take out",
                change.apply(all -> all.stream().filter(m -> !m.name().equals(name)).toList())));
        return new Sentence(parts);
    }

    private static @Nullable Distribution read(String text) {
        return text.isBlank() ? null : DistributionText.parse(text);
    }

    private List<Part> meanwhile(FailureMode mode) {
        String name = mode.name();
        if (element == null) {
            return List.of(new Words(manner.fixed));
        }
        List<Part> parts = new ArrayList<>();
        if (element instanceof WorkEquipment) {
            parts.add(new Words("What is worked on "));
            parts.add(picked(id(name, "piece"), mode.interruptedPiece().word(),
                    Arrays.stream(FailureMode.InterruptedPiece.values()).map(FailureMode.InterruptedPiece::word).toList(),
                    text -> mode(name, m -> m.withInterruptedPiece(
                            Typed.choice(FailureMode.InterruptedPiece.values(), FailureMode.InterruptedPiece::word, text)))));
            parts.add(new Words(", and meanwhile "));
        } else {
            parts.add(new Words("Meanwhile "));
        }
        parts.add(picked(id(name, "gates"), mode.passesWhileDown() ? "pieces come in and go out" : "nothing comes in or goes out",
                List.of("nothing comes in or goes out", "pieces come in and go out"),
                text -> mode(name, m -> m.withPassesWhileDown(text.startsWith("pieces")))));
        parts.add(new Words(". "));
        return parts;
    }

    private List<Part> stopsOthers(FailureMode mode) {
        PlantElement itself = element;
        if (itself == null) {
            return List.of();
        }
        String name = mode.name();
        List<String> others = study.equipment().stream().filter(e -> !e.name().equals(itself.name()))
                .map(PlantElement::name).toList();
        return List
                .of(several(id(name, "also"),
                        mode.stopsWith().isEmpty() ? "+ stops others" : "Stops " + String.join(", ", mode.stopsWith()) + " too",
                        mode.stopsWith(), others, names -> mode(name, m -> m.withStopsWith(names))), new Words(" "));
    }
}
