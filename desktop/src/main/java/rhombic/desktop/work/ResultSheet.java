package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import rhombic.experiment.Response;
import rhombic.experiment.Summary;
import rhombic.measure.AisleFigures;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.LinkFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.quantity.Clock;
import rhombic.study.TargetBand;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.EquipmentState;

/**
 * A table of results as text: means over the runs, and margins where they matter most.
 *
 * @param note what the figures are
 * @param columns with their widths in pixels; the first names what a row is about
 * @param rows as wide as the columns
 */
public record ResultSheet(String note, List<Column> columns, List<List<String>> rows) {
    public record Column(String heading, int width) {}

    /** What the sheets of Diagnose are about. */
    public enum Subject {
        EQUIPMENT("Equipment"), STATES("Time in states"), PIECES("Piece types"), LINKS("On the way"), AISLES("Aisles"), RACKS(
                "Racks"), CONTENTS("In racks"), PEOPLE(
                        "People"), FAILURES(
                                "Failures"), STAFFING("Staffing");

        private final String word;

        Subject(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    private static final String NONE = "\u2013";

    public static ResultSheet of(Summary summary, Subject subject) {
        return switch (subject) {
            case EQUIPMENT -> equipment(summary);
            case STATES -> states(summary);
            case PIECES -> pieces(summary);
            case LINKS -> links(summary);
            case AISLES -> aisles(summary);
            case RACKS -> RackSheet.of(summary);
            case CONTENTS -> RackSheet.contents(summary);
            case PEOPLE -> PeopleSheets.people(summary);
            case FAILURES -> PeopleSheets.failures(summary);
            case STAFFING -> PeopleSheets.staffing(summary);
        };
    }

    private static ResultSheet equipment(Summary summary) {
        List<Column> columns = List.of(new Column("Equipment", 116), new Column("In", 40), new Column("Out", 40), new Column("Inside", 48),
                new Column("Max.", 42), new Column("Stay", 72),
                new Column("Wait", 60), new Column("Stay 95 %", 74), new Column("Working", 60), new Column("Starved", 58),
                new Column("Blocked", 58), new Column("\u00b1", 44));
        return new ResultSheet("Means of each equipment. \u00b1 is the 95 % margin of the working share.", columns,
                rowsOfMet(summary, index -> {
                    Function<ToDoubleFunction<EquipmentFigures>, Double> mean = figure -> mean(summary,
                            run -> figure.applyAsDouble(run.equipment().get(index)));
                    return List.of(summary.unfolded().element(index).name(), number(mean.apply(EquipmentFigures::in)),
                            number(mean.apply(EquipmentFigures::out)),
                            number(mean.apply(EquipmentFigures::contentMean)), number(mean.apply(EquipmentFigures::contentMax)),
                            Clock.span(mean.apply(e -> e.stay().mean())),
                            summary.unfolded().element(index) instanceof WorkEquipment
                                    ? Clock.span(mean.apply(e -> e.waits().mean()))
                                    : "",
                            Clock.span(mean.apply(e -> e.stay().p95())), share(summary, index, EquipmentState.WORKING),
                            share(summary, index, EquipmentState.STARVED),
                            share(summary, index, EquipmentState.BLOCKED),
                            percent(summary.interval(Response.share(index, "", EquipmentState.WORKING)).halfWidth()));
                }));
    }

    /** Only states that somewhere occur, besides the three that are always told. */
    private static ResultSheet states(Summary summary) {
        List<EquipmentState> shown = Arrays.stream(EquipmentState.values())
                .filter(state -> state.isAlwaysShown() || state == EquipmentState.CHANGEOVER || state == EquipmentState.SERVICE
                        || state == EquipmentState.PAUSE
                        || summary.runs().stream().flatMap(run -> run.equipment().stream()).anyMatch(e -> e.share(state) > 0))
                .toList();
        List<Column> columns = new ArrayList<>(List.of(new Column("Equipment", 116)));
        int width = Math.min(78, 452 / shown.size());
        for (EquipmentState state : shown) {
            columns.add(new Column(heading(state), width));
        }
        boolean planned = shown.contains(EquipmentState.OFF_SHIFT) || !summary.study().crews().isEmpty();
        if (planned) {
            columns.add(new Column("Of plan", 50));
            columns.add(new Column("Target", 48));
        }
        columns.add(new Column("Value", 46));
        return new ResultSheet("Share of the time that each place spends in each state, and in work that adds value."
                + (planned ? " Of plan: working, of the time on shift; over or under the target." : ""), columns,
                rowsOfMet(summary, index -> {
                    List<String> cells = new ArrayList<>(List.of(summary.unfolded().element(index).name()));
                    shown.forEach(state -> cells.add(share(summary, index, state)));
                    boolean works = summary.unfolded().element(index) instanceof WorkEquipment;
                    if (planned) {
                        double ofPlan = mean(summary, run -> run.equipment().get(index).plannedUtilisation());
                        cells.add(works ? percent(ofPlan) : "");
                        cells.add(works ? target(summary, ofPlan) : "");
                    }
                    cells.add(works ? percent(mean(summary, run -> run.equipment().get(index).valueShare())) : "");
                    return cells;
                }));
    }

    /** Over or under the target; empty within. */
    private static String target(Summary summary, double utilisation) {
        TargetBand.Side side = summary.study().plan().target().side(utilisation);
        return side == TargetBand.Side.OVER || side == TargetBand.Side.UNDER ? side.word() : "";
    }

    private static String heading(EquipmentState state) {
        return switch (state) {
            case WAITING_FOR_CREW -> "For crew";
            case WAITING_FOR_REPAIR -> "For repair";
            default -> capital(state.word());
        };
    }

    private static ResultSheet pieces(Summary summary) {
        List<Column> columns = List.of(new Column("Piece type", 70), new Column("In", 34), new Column("Made", 38), new Column("Joined", 42),
                new Column("Scrap", 36), new Column("Out", 34), new Column("Inside", 42), new Column("Lead time", 56),
                new Column("95 % in", 54), new Column("Worked on", 58), new Column("Value", 48), new Column("Waiting", 50),
                new Column("For crew", 50), new Column("Blocked", 50), new Column("Moving", 50));
        return new ResultSheet("Means of each piece type. Lead time, and how it splits, is of those that have left.", columns,
                rows(summary.study().pieceTypes().size(), index -> {
                    Function<ToDoubleFunction<TypeFigures>, Double> mean = figure -> mean(summary,
                            run -> figure.applyAsDouble(run.types().get(index)));
                    return List.of(summary.study().pieceTypes().get(index).name(), number(mean.apply(TypeFigures::in)),
                            number(mean.apply(TypeFigures::made)), number(mean.apply(TypeFigures::joined)),
                            number(mean.apply(TypeFigures::scrapped)), number(mean.apply(TypeFigures::out)),
                            number(mean.apply(TypeFigures::inside)), Clock.span(mean.apply(t -> t.lead().mean())),
                            Clock.span(mean.apply(t -> t.lead().p95())), Clock.span(mean.apply(TypeFigures::workMean)),
                            Clock.span(mean.apply(TypeFigures::valueMean)), Clock.span(mean.apply(TypeFigures::waitMean)),
                            Clock.span(mean.apply(TypeFigures::crewMean)),
                            Clock.span(mean.apply(TypeFigures::blockedMean)), Clock.span(mean.apply(TypeFigures::moveMean)));
                }));
    }

    private static ResultSheet links(Summary summary) {
        List<Column> columns = List.of(new Column("From", 150), new Column("To", 150), new Column("Departed", 70),
                new Column("Arrived", 66), new Column("On the way", 78), new Column("Max.", 50),
                new Column("Travel", 80));
        List<LinkFigures> links = summary.runs().isEmpty() ? List.of() : summary.runs().getFirst().links();
        String note = links.isEmpty()
                ? "No link takes time: pieces come from one place to the next at once. Set it on the job card of the giver, + time on the way."
                : "Means of each link on which pieces take time. Travel is from departure to arrival.";
        return new ResultSheet(note, columns, rows(links.size(), index -> {
            Function<ToDoubleFunction<LinkFigures>, Double> mean = figure -> mean(summary,
                    run -> figure.applyAsDouble(run.links().get(index)));
            return List.of(links.get(index).from(), links.get(index).to(), number(mean.apply(LinkFigures::departed)),
                    number(mean.apply(LinkFigures::arrived)),
                    number(mean.apply(LinkFigures::onTheWayMean)), number(mean.apply(LinkFigures::onTheWayMax)),
                    Clock.span(mean.apply(LinkFigures::travelMean)));
        }));
    }

    private static ResultSheet aisles(Summary summary) {
        List<Column> columns = List.of(new Column("Aisle", 170), new Column("Passes", 70), new Column("Passes/h", 76),
                new Column("Metres", 76),
                new Column("m a pass", 76));
        List<AisleFigures> aisles = summary.runs().isEmpty() ? List.of() : summary.runs().getFirst().aisles();
        String note = aisles.isEmpty()
                ? "There are no aisles, or nobody who could use them. Draw one from Site on the shelf."
                : "Means of each aisle: how often people and vehicles went along it, all of it or a part, and how far in all.";
        return new ResultSheet(note, columns, rows(aisles.size(), index -> {
            double passes = mean(summary, run -> run.aisles().get(index).passes());
            double metres = mean(summary, run -> run.aisles().get(index).metres());
            return List.of(aisles.get(index).name(), number(passes),
                    number(mean(summary, run -> run.aisles().get(index).passes() / run.hours())),
                    number(metres), passes == 0 ? NONE : number(metres / passes));
        }));
    }

    /** What came in, went out and is inside, in one line. */
    public static String balance(Summary summary) {
        int runs = summary.runs().size();
        double rejected = mean(summary, RunFigures::rejected);
        return String.format(Locale.ROOT,
                "Mean of %d %s after the warm-up: %.1f inside at the start + %.1f in%s%s%s \u2212 %.1f out = %.1f inside at the end%s.",
                runs, runs == 1 ? "run" : "runs", mean(summary, RunFigures::insideAtStart), mean(summary, RunFigures::in),
                some(" + ", mean(summary, RunFigures::made), " made"),
                some(" \u2212 ", mean(summary, RunFigures::joined), " joined"),
                some(" \u2212 ", mean(summary, RunFigures::scrapped), " scrapped"), mean(summary, RunFigures::out),
                mean(summary, RunFigures::inside), some("; ", rejected, " turned away"));
    }

    private static String some(String before, double count, String noun) {
        return count == 0 ? "" : before + String.format(Locale.ROOT, "%.1f", count) + noun;
    }

    /** One row for each element that pieces meet. */
    private static List<List<String>> rowsOfMet(Summary summary, IntFunction<List<String>> row) {
        return IntStream.range(0, summary.unfolded().elements().size())
                .filter(i -> summary.unfolded().element(i) instanceof Equipment)
                .mapToObj(row).toList();
    }

    private static List<List<String>> rows(int count, IntFunction<List<String>> row) {
        return IntStream.range(0, count).mapToObj(row).toList();
    }

    /** Mean over the runs that have the figure. */
    static double mean(Summary summary, ToDoubleFunction<RunFigures> figure) {
        return summary.runs().stream().mapToDouble(figure).filter(v -> !Double.isNaN(v)).average().orElse(Double.NaN);
    }

    private static String share(Summary summary, int index, EquipmentState state) {
        double share = summary.interval(Response.share(index, "", state)).mean();
        return share == 0 && !state.isAlwaysShown() ? "" : percent(share);
    }

    static String number(double value) {
        return Double.isNaN(value) ? NONE : String.format(Locale.ROOT, Math.abs(value) < 99.95 ? "%.1f" : "%.0f", value);
    }

    static String percent(double share) {
        return Double.isNaN(share) ? "" : String.format(Locale.ROOT, share < 0.9995 ? "%.1f %%" : "%.0f %%", 100 * share);
    }

    private static String capital(String word) {
        return word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
    }
}
