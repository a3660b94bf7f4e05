package rhombic.validation;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;
import rhombic.study.value.Timetable;
import rhombic.study.work.Supply;

/** Small plants for tests, written as one would say them. */
public final class Lines {
    public static final Placement SOMEWHERE = Placement.at(0, 0);

    private final List<PlantElement> elements = new ArrayList<>();
    private final List<Link> links = new ArrayList<>();
    private List<PieceType> types = List.of(PieceType.usual("Piece"));
    private List<Table> tables = List.of();
    private List<Rule> rules = List.of();

    public static Distribution time(String text) {
        return DistributionText.parse(text);
    }

    public static GoodsIn arrivals(String name, String between, int together) {
        return new GoodsIn(name, SOMEWHERE, "Piece", Optional.of(new Supply.Spaced(time(between), together, Optional.empty())),
                GoodsIn.WhenFull.WAIT, OptionalInt.empty());
    }

    public static GoodsIn onDemand(String name) {
        return new GoodsIn(name, SOMEWHERE, "Piece", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT, OptionalInt.empty());
    }

    public static Buffer buffer(String name, int room) {
        return new Buffer(name, SOMEWHERE, room < 0 ? OptionalInt.empty() : OptionalInt.of(room), Buffer.Order.OLDEST_FIRST);
    }

    public static Station station(String name, int places, int inputCapacity, String time) {
        return new Station(name, SOMEWHERE, places, inputCapacity, Optional.of(time(time)));
    }

    public static GoodsOut goodsOut(String name) {
        return new GoodsOut(name, SOMEWHERE);
    }

    /** Adds equipment, each linked to the one before. */
    public Lines chain(PlantElement... chained) {
        for (int i = 0; i < chained.length; i++) {
            elements.add(chained[i]);
            if (i > 0) {
                links.add(new Link(chained[i - 1].name(), chained[i].name()));
            }
        }
        return this;
    }

    public Lines link(String from, String to) {
        links.add(new Link(from, to));
        return this;
    }

    public Lines link(String from, String to, double percent) {
        links.add(new Link(from, to, Optional.of(Quantity.percent(percent))));
        return this;
    }

    public Lines link(Link link) {
        links.add(link);
        return this;
    }

    public Lines types(PieceType... all) {
        types = List.of(all);
        return this;
    }

    public Lines tables(Table... all) {
        tables = List.of(all);
        return this;
    }

    public Lines rules(Rule... all) {
        rules = List.of(all);
        return this;
    }

    /** That many pieces of a type at the start, all in order. */
    public static GoodsIn stock(String name, String type, int pieces) {
        return new GoodsIn(name, SOMEWHERE, type, Optional.of(new Supply.AtStart(pieces)), GoodsIn.WhenFull.WAIT, OptionalInt.empty());
    }

    /** Pieces by the rows of a timetable since the start, written "10 s Frame" or "10 s 3 Frame". */
    public static GoodsIn timetable(String name, String... rows) {
        List<Timetable.Row> read = new ArrayList<>();
        for (String row : rows) {
            String[] parts = row.split(" ");
            int quantity = parts.length > 3 ? Integer.parseInt(parts[2]) : 1;
            read.add(new Timetable.Row(Timetable.seconds(Timetable.Repeat.ONCE, parts[0] + " " + parts[1]), parts[parts.length - 1],
                    quantity, Map.of()));
        }
        return new GoodsIn(name, SOMEWHERE, "Piece", Optional.of(new Supply.ByTimetable(new Timetable(Timetable.Repeat.ONCE, read, ""))),
                GoodsIn.WhenFull.WAIT, OptionalInt.empty());
    }

    /** Rows written "S:48 s" or "S:M:5 min". */
    public static Table table(String name, String... keysAndValues) {
        List<Table.Row> rows = new ArrayList<>();
        int keys = keysAndValues[0].split(":").length - 1;
        for (String row : keysAndValues) {
            String[] parts = row.split(":", keys + 1);
            rows.add(new Table.Row(List.of(parts).subList(0, keys), parts[keys]));
        }
        return new Table(name, keys == 1 ? List.of("key") : List.of("from", "to"), rows, "", "");
    }

    public Study study(double hours, double warmUpHours, int replications) {
        RunPlan plan = RunPlan.ONE_SHIFT.withLength(Quantity.hours(hours)).withWarmUp(Quantity.hours(warmUpHours))
                .withSeed(20_261_123).withReplications(replications);
        return new Study("Test", plan, types, elements, links, tables, rules);
    }
}
