package rhombic.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.Attribute;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.study.work.Inspection;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/** A plant of 25 cells with eight stations each: routes and times by table, recipes, inspection with rework, a rule. */
final class Network {
    private static final int CELLS = 25;

    private final List<PlantElement> elements = new ArrayList<>();
    private final List<Link> links = new ArrayList<>();
    private final List<Rule> rules = new ArrayList<>();
    private final List<Table> tables = new ArrayList<>();

    static Study study(double hours) {
        Network network = new Network();
        network.tables.add(new Table("Times", List.of("type"),
                List.of(row("50 s", "S"), row("exponential(60 s)", "M"), row("triangular(50 s, 70 s, 90 s)", "L")), "", ""));
        network.tables.add(new Table("Parts", List.of("base", "part"),
                List.of(row("1", "S", "Coil"), row("2", "M", "Coil"), row("2", "L", "Coil")), "", ""));
        for (int i = 0; i < CELLS; i++) {
            network.cell(i);
        }
        List<PieceType> types = List.of(type("S"), type("M"), type("L"), PieceType.usual("Coil"));
        RunPlan plan = RunPlan.ONE_SHIFT.withLength(Quantity.hours(hours));
        return new Study("Network", plan, types, network.elements, network.links, network.tables, network.rules);
    }

    private void cell(int cell) {
        String of = " " + cell;
        tables.add(new Table("Routes" + of, List.of("type"), List.of(row("A" + of, "S"), row("B" + of, "M"), row("C" + of, "L")), "", ""));
        GoodsIn in = new GoodsIn(basics("In" + of), List.of(new MixPart("S", 1), new MixPart("M", 1), new MixPart("L", 1)),
                Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT, OptionalInt.empty());
        Buffer router = new Buffer(
                basics("Router" + of).withRouting(new Routing(Routing.Choice.FORMULA, "table('Routes" + of + "', piece.type)")),
                OptionalInt.of(4), Buffer.Order.OLDEST_FIRST);
        GoodsIn coils = new GoodsIn("Coils" + of, Placement.at(0, 0), "Coil", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT,
                OptionalInt.empty());
        AssemblyStation join = new AssemblyStation(basics("Join" + of), drawn("15 s", 4), AssemblyStation.Method.ASSEMBLE,
                List.of("S", "M", "L"), new Recipe.FromTable("Parts", "piece.type"), 8, "");
        Station check = new Station(basics("Check" + of), drawn("exponential(14 s)", 4), Work.Load.SINGLE,
                new Inspection(Quantity.percent(5), "", 1.25, 2, 4));
        elements.addAll(List.of(in, router, coils, join, check, new GoodsOut("Out" + of, Placement.at(0, 0))));
        for (String name : List.of("A", "B", "C")) {
            elements.add(new Station(basics(name + of), Work.of(1, 3, new TimeSource.FromTable("Times", List.of("piece.type"))),
                    Work.Load.SINGLE, null));
            links.add(new Link("Router" + of, name + of));
            links.add(new Link(name + of, "Join" + of));
        }
        for (String name : List.of("D", "E")) {
            elements.add(new Station(basics(name + of), drawn("16 s", 4), Work.Load.SINGLE, null));
        }
        elements.add(new Station(basics("F" + of),
                new Work(1, 4, Work.of(1, 4, new TimeSource.ByFormula("8 + piece.joints", Unit.SECOND)).operations(),
                        new TimeSource.Drawn(DistributionText.parse("2 s")), null, null),
                Work.Load.SINGLE, null));
        for (String[] way : new String[][] {{"In", "Router"}, {"Coils", "Join"}, {"Join", "Check"}, {"Check", "D"}, {"D", "E"}, {"E", "F"},
                {"F", "Out"}}) {
            links.add(new Link(way[0] + of, way[1] + of));
        }
        rules.add(new Rule("Count" + of, RuleText.when("a piece finishes at Check" + of), "piece.joints < 12",
                List.of(RuleText.action("set joints to piece.joints + 1"))));
    }

    private static Work drawn(String time, int inputCapacity) {
        return Work.of(1, inputCapacity, new TimeSource.Drawn(DistributionText.parse(time)));
    }

    private static Basics basics(String name) {
        return Basics.of(name, Placement.at(0, 0));
    }

    private static PieceType type(String name) {
        return PieceType.usual(name).withAttributes(List.of(new Attribute("joints", new Value.Num(6))));
    }

    private static Table.Row row(String value, String... keys) {
        return new Table.Row(List.of(keys), value);
    }
}
