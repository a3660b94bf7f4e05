package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import rhombic.desktop.work.ResultSheet.Column;
import rhombic.experiment.Summary;
import rhombic.measure.RackFigures;
import rhombic.measure.StoredFigures;
import rhombic.quantity.Clock;

/** What racks did, in a table. */
final class RackSheet {
    private static final double HOUR_SECONDS = 3600;

    private RackSheet() {}

    static ResultSheet of(Summary summary) {
        List<RackFigures> racks = summary.runs().isEmpty() ? List.of() : summary.runs().getFirst().racks();
        boolean change = racks.stream().anyMatch(rack -> rack.aisleChanges() > 0);
        boolean cycles = racks.stream().anyMatch(rack -> rack.workHours() > 0);
        List<Column> columns = new ArrayList<>(
                List.of(new Column("Rack", 90), new Column("Fill", 44), new Column("Max.", 44), new Column("Stored", 50),
                        new Column("Fetched", 54), new Column("Relocated", 60), new Column("Double", 46), new Column("Too long", 52),
                        new Column("Orders", 48), new Column("On time", 52), new Column("Order time", 62), new Column("Late by", 52),
                        new Column("Waiting", 52)));
        if (cycles) {
            columns.addAll(List.of(new Column("Cycle", 50), new Column("Travel", 50), new Column("Lift", 50), new Column("Fork", 50)));
        }
        if (change) {
            columns.add(new Column("Aisle changes", 82));
        }
        String note = racks.isEmpty()
                ? "There is no rack. Place one from Store on the shelf."
                : "Means of each rack. Double: of its cycles, those that stored and fetched. Order time: from coming in to the last piece gone out."
                        + (cycles ? " Cycle: what a crane does in one, on average; lift: beyond its travel." : "");
        return new ResultSheet(note, columns,
                IntStream.range(0, racks.size()).mapToObj(index -> row(summary, index, cycles, change)).toList());
    }

    /** What lay in them, by type and by class. */
    static ResultSheet contents(Summary summary) {
        List<Column> columns = List.of(new Column("Rack", 110), new Column("Of it", 170), new Column("Lie there", 70),
                new Column("Fill", 60),
                new Column("Fetched", 70), new Column("Stay", 80), new Column("Max. stay", 80));
        List<RackFigures> racks = summary.runs().isEmpty() ? List.of() : summary.runs().getFirst().racks();
        List<List<String>> rows = new ArrayList<>();
        for (RackFigures rack : racks) {
            for (Function<RackFigures, List<StoredFigures>> parts : List.<Function<RackFigures, List<StoredFigures>>>of(RackFigures::types,
                    RackFigures::classes)) {
                parts.apply(rack).forEach(part -> rows.add(row(summary, rack.name(), part.name(), parts)));
            }
        }
        String note = rows.isEmpty()
                ? "There is nothing in a rack."
                : "Means of what lies in slots, by piece type and by class. Fill: of the slots of a class. Stay: of what is fetched, since it was stored.";
        return new ResultSheet(note, columns, rows);
    }

    private static List<String> row(Summary summary, String rack, String part, Function<RackFigures, List<StoredFigures>> parts) {
        ToDoubleFunction<ToDoubleFunction<StoredFigures>> mean = figure -> ResultSheet.mean(summary,
                run -> run.rack(rack).stream().flatMap(one -> parts.apply(one).stream()).filter(one -> one.name().equals(part))
                        .mapToDouble(figure).findFirst().orElse(Double.NaN));
        return List.of(rack, part, ResultSheet.number(mean.applyAsDouble(StoredFigures::contentMean)),
                ResultSheet.percent(mean.applyAsDouble(StoredFigures::fillMean)),
                ResultSheet.number(mean.applyAsDouble(StoredFigures::fetched)),
                Clock.span(mean.applyAsDouble(one -> one.stayHours() * HOUR_SECONDS)),
                Clock.span(mean.applyAsDouble(one -> one.maxStayHours() * HOUR_SECONDS)));
    }

    private static List<String> row(Summary summary, int index, boolean cycles, boolean change) {
        Mean mean = figure -> ResultSheet.mean(summary, run -> figure.applyAsDouble(run.racks().get(index)));
        List<String> row = new ArrayList<>(
                List.of(summary.runs().getFirst().racks().get(index).name(), ResultSheet.percent(mean.of(RackFigures::fillMean)),
                        ResultSheet.percent(mean.of(RackFigures::fillMax)), ResultSheet.number(mean.of(RackFigures::stored)),
                        ResultSheet.number(mean.of(RackFigures::fetched)), ResultSheet.number(mean.of(RackFigures::relocated)),
                        ResultSheet.percent(mean.of(RackFigures::doubleShare)), ResultSheet.number(mean.of(RackFigures::overdue)),
                        ResultSheet.number(mean.of(RackFigures::orders)), ResultSheet.percent(mean.of(RackFigures::onTimeShare)),
                        Clock.span(mean.of(figures -> figures.orderHours() * HOUR_SECONDS)),
                        Clock.span(mean.of(figures -> figures.lateHours() * HOUR_SECONDS)),
                        ResultSheet.number(mean.of(RackFigures::waitingOrders))));
        if (cycles) {
            for (ToDoubleFunction<RackFigures> part : List.<ToDoubleFunction<RackFigures>>of(RackFigures::workHours,
                    RackFigures::travelHours,
                    RackFigures::liftHours, RackFigures::forkHours)) {
                row.add(Clock.span(mean.of(figures -> figures.perCycle(part.applyAsDouble(figures)))));
            }
        }
        if (change) {
            row.add(ResultSheet.number(mean.of(RackFigures::aisleChanges)));
        }
        return row;
    }

    private interface Mean {
        double of(ToDoubleFunction<RackFigures> figure);
    }
}
