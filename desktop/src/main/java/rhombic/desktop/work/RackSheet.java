package rhombic.desktop.work;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rhombic.desktop.work.ResultSheet.Column;
import rhombic.experiment.Summary;
import rhombic.measure.RackFigures;
import rhombic.measure.StoredFigures;
import rhombic.quantity.Clock;

/** What racks did, in a table. */
final class RackSheet {
    private static final double HOUR_SECONDS = 3600;

    private RackSheet() {}

    /** A column of means, and how they read. */
    private record Figure(Column column, ToDoubleFunction<RackFigures> of, DoubleFunction<String> text) {
        static Figure number(String heading, int width, ToDoubleFunction<RackFigures> of) {
            return new Figure(new Column(heading, width), of, ResultSheet::number);
        }

        static Figure share(String heading, int width, ToDoubleFunction<RackFigures> of) {
            return new Figure(new Column(heading, width), of, ResultSheet::percent);
        }

        static Figure hours(String heading, int width, ToDoubleFunction<RackFigures> of) {
            return new Figure(new Column(heading, width), rack -> of.applyAsDouble(rack) * HOUR_SECONDS, Clock::span);
        }

        static Figure perCycle(String heading, ToDoubleFunction<RackFigures> hours) {
            return new Figure(new Column(heading, 50), rack -> rack.perCycle(hours.applyAsDouble(rack)), Clock::span);
        }

        String mean(Summary summary, int rack) {
            return text.apply(ResultSheet.mean(summary, run -> of.applyAsDouble(run.racks().get(rack))));
        }
    }

    private static final List<Figure> ALWAYS = List.of(Figure.share("Fill", 44, RackFigures::fillMean),
            Figure.share("Max.", 44, RackFigures::fillMax), Figure.number("Stored", 50, RackFigures::stored),
            Figure.number("Fetched", 54, RackFigures::fetched), Figure.number("Relocated", 60, RackFigures::relocated),
            Figure.share("Double", 46, RackFigures::doubleShare), Figure.number("Too long", 52, RackFigures::overdue),
            Figure.number("Orders", 48, RackFigures::orders), Figure.share("On time", 52, RackFigures::onTimeShare),
            Figure.hours("Order time", 62, RackFigures::orderHours), Figure.hours("Late by", 52, RackFigures::lateHours),
            Figure.number("Waiting", 52, RackFigures::waitingOrders));
    private static final List<Figure> OF_CRANES = List.of(Figure.perCycle("Cycle", RackFigures::workHours),
            Figure.perCycle("Travel", RackFigures::travelHours), Figure.perCycle("Lift", RackFigures::liftHours),
            Figure.perCycle("Fork", RackFigures::forkHours));
    private static final Figure CHANGES = Figure.number("Aisle changes", 82, RackFigures::aisleChanges);

    static ResultSheet of(Summary summary) {
        List<RackFigures> racks = summary.runs().isEmpty() ? List.of() : summary.runs().getFirst().racks();
        List<Figure> figures = new ArrayList<>(ALWAYS);
        String note = racks.isEmpty()
                ? "There is no rack. Place one from Store on the shelf."
                : "Means of each rack. Double: of its cycles, those that stored and fetched. Order time: from coming in to the last piece gone out.";
        if (racks.stream().anyMatch(rack -> rack.workHours() > 0)) {
            figures.addAll(OF_CRANES);
            note += " Cycle: what a crane does in one, on average; lift: beyond its travel.";
        }
        if (racks.stream().anyMatch(rack -> rack.aisleChanges() > 0)) {
            figures.add(CHANGES);
        }
        List<Column> columns = Stream.concat(Stream.of(new Column("Rack", 90)), figures.stream().map(Figure::column)).toList();
        return new ResultSheet(note, columns, IntStream.range(0, racks.size()).mapToObj(rack -> Stream
                .concat(Stream.of(racks.get(rack).name()), figures.stream().map(figure -> figure.mean(summary, rack))).toList()).toList());
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
}
