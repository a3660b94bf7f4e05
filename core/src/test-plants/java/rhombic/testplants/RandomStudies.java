package rhombic.testplants;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.NamedView;
import rhombic.study.Rule;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.place.Bend;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;
import rhombic.study.place.Footprint;
import rhombic.study.place.PieceOffset;
import rhombic.study.place.Placement;
import rhombic.study.value.Attribute;
import rhombic.study.value.Look;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.work.Inspection;
import rhombic.study.work.Operation;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/** Plants of all kinds mixed, with links forwards and back; many are half-built, overloaded or stand still. */
public final class RandomStudies {
    private static final List<String> TIMES = List.of("0 s", "12 s", "uniform(5 s, 20 s)", "exponential(15 s)", "triangular(4 s, 9 s, 30 s)", "normal(10 s, 4 s)",
            "lognormal(10 s, 8 s)", "erlang(2, 14 s)", "gamma(1.5, 6 s)", "weibull(1.3, 10 s)", "beta(2, 3, 1 s, 20 s)", "discrete(3 s: 1, 20 s: 2)", "empirical(4 s, 9 s, 22 s)");
    private static final List<String> TYPES = List.of("Frame", "Coil", "Pallet", "Batch");

    private final Random random;

    private RandomStudies(Random random) {
        this.random = random;
    }

    public static Study of(long seed) {
        return RandomStaff.with(new RandomStudies(new Random(seed)).study(seed), seed);
    }

    /** Draws what came later into the format, so that what came before stays the same for a seed. */
    private Link travelled(Link link, Random more) {
        Link bent = more.nextInt(5) == 0 ? link.withBends(List.of(new Bend(more.nextInt(20), more.nextInt(20) / 4.0), new Bend(3, 4))) : link;
        return switch (more.nextInt(6)) {
            case 0 -> bent.withTravel(new Travel.InTime(DistributionText.parse(TIMES.get(more.nextInt(TIMES.size()))), more.nextInt(3)));
            case 1 -> bent.withTravel(new Travel.AtSpeed(new Quantity(0.2 + more.nextInt(5), Unit.METRE_PER_SECOND), more.nextInt(4)));
            default -> bent;
        };
    }

    private static PlantElement furnished(PlantElement element, Random more) {
        Basics basics = element.basics();
        basics = more.nextInt(6) == 0 ? basics.withSize(new Footprint(1 + more.nextInt(4), 1.5, 2)) : basics;
        basics = more.nextInt(6) == 0 ? basics.withPieceOffset(new PieceOffset(0.1, -0.2, 0.3, more.nextInt(90))) : basics;
        basics = more.nextInt(6) == 0 ? basics.placed(basics.placement().raisedTo(more.nextInt(3) / 2.0)) : basics;
        basics = more.nextInt(6) == 0 ? basics.withId("id of " + basics.name()) : basics;
        basics = more.nextInt(9) == 0 && element.givesPieces() ? basics.withOutletShut(ShutTime.parse("10 min to 15 min")) : basics;
        basics = more.nextInt(9) == 0 ? basics.withAttributes(List.of(new Attribute("minus", new Value.Num(-0.0)), new Attribute("half", new Value.Num(-0.5)))) : basics;
        PlantElement furnished = element.with(basics);
        return furnished instanceof Buffer buffer && more.nextInt(3) == 0 ? buffer.withArrangement(Buffer.Arrangement.values()[more.nextInt(3)]) : furnished;
    }

    private Study study(long seed) {
        List<PlantElement> elements = new ArrayList<>();
        int count = 2 + random.nextInt(10);
        for (int i = 0; i < count; i++) {
            elements.add(varied(element(i == 0 ? 0 : random.nextInt(8), "E" + i)));
        }
        Random more = new Random(seed * 31 + 7);
        elements.replaceAll(element -> furnished(element, more));
        Random conveyors = new Random(seed * 17 + 3);
        elements.replaceAll(element -> element instanceof Buffer && conveyors.nextInt(2) == 0 ? conveyor(element.basics(), conveyors) : element);
        List<Link> links = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            for (int j = 0; j < count; j++) {
                boolean ahead = j > i && j <= i + 3;
                if (elements.get(i).givesPieces() && elements.get(j).takesPieces() && random.nextDouble() < (ahead ? 0.6 : 0.06)) {
                    links.add(travelled(new Link("E" + i, "E" + j, one(4) ? Optional.of(Quantity.percent(random.nextInt(101))) : Optional.empty(), filter()), more));
                }
            }
        }
        links.replaceAll(link -> ported(link, elements, conveyors));
        RunPlan plan = RunPlan.ONE_SHIFT.withLength(Quantity.hours(1)).withWarmUp(Quantity.minutes(random.nextInt(3) * 10)).withSeed(seed).withReplications(3).withStopAfterPieces(seed % 5 == 0 ? 20 : 0);
        List<NamedView> views = more.nextBoolean() ? List.of() : List.of(new NamedView("From the gate", more.nextInt(9), -3.5, more.nextInt(360) - 180, 40, 25, more.nextBoolean()));
        return new Study("Random " + Math.abs(seed % 1000), plan, types(), elements, links, tables(), rules(elements), views);
    }

    private List<PieceType> types() {
        List<PieceType> types = new ArrayList<>();
        for (String name : TYPES) {
            PieceType type = name.equals("Pallet") ? PieceType.pallet(name) : PieceType.usual(name);
            types.add(type.withAttributes(List.of(new Attribute("joints", new Value.Num(random.nextInt(9))), new Attribute("tested", new Value.YesNo(false)), new Attribute("order", new Value.Text("A"))))
                    .withLooks(List.of(new Look(Look.USUAL, "#2E7F9E"), new Look("failed", "#C8452F", Look.Form.DRUM))).withWeight(new Quantity(random.nextInt(40), Unit.KILOGRAM)));
        }
        return types;
    }

    private List<Table> tables() {
        return List.of(new Table("Times", List.of("type"), List.of(new Table.Row(List.of("Frame"), "9 s"), new Table.Row(List.of("Coil"), "uniform(2 s, 8 s)")), "5 s", ""),
                new Table("Changes", List.of("from", "to"), List.of(new Table.Row(List.of("Frame", "Coil"), "20 s"), new Table.Row(List.of("Coil", "Frame"), "40 s")), "10 s", ""),
                new Table("Parts", List.of("base", "part"), List.of(new Table.Row(List.of("Pallet", "Frame"), "2"), new Table.Row(List.of("Pallet", "Coil"), "1")), "", "parts.csv"));
    }

    private List<Rule> rules(List<PlantElement> elements) {
        String first = elements.getFirst().name();
        String last = elements.getLast().name();
        List<Rule> all = List.of(
                new Rule("Count", new Rule.When.Piece(Rule.PieceEvent.ENTERS, last), "", List.of(new Rule.Action.Set("", "joints", "piece.joints + 1"))),
                new Rule("Mark", new Rule.When.Piece(Rule.PieceEvent.FINISHES, last), "piece.joints > 3", List.of(new Rule.Action.ChangeLook("failed"), new Rule.Action.Set("", "tested", "true"))),
                new Rule("Shut", new Rule.When.StateChanges(last, "blocked"), "", List.of(new Rule.Action.Shut(last), new Rule.Action.Wait(Quantity.minutes(2)), new Rule.Action.Open(last))),
                new Rule("Tick", new Rule.When.Every(Quantity.minutes(7)), "clock.hours < 0.8", List.of(new Rule.Action.Signal("more"))),
                new Rule("More", new Rule.When.Signal("more"), "", List.of(new Rule.Action.Create(first, "Coil", 2))),
                new Rule("Noon", new Rule.When.TimeOfDay("06:30"), "at('" + first + "').content < 1000", List.of(new Rule.Action.Create(first, "Pallet", 1))),
                new Rule("Scrap", new Rule.When.Piece(Rule.PieceEvent.FINISHES, last), "piece.reworked > 1", List.of(new Rule.Action.Scrap())));
        List<Rule> drawn = new ArrayList<>(all.stream().filter(rule -> one(3)).toList());
        elements.stream().filter(Conveyor.class::isInstance).findFirst().ifPresent(belt -> drawn.add(new Rule("Drive", new Rule.When.Every(Quantity.minutes(9)), "",
                List.of(new Rule.Action.Switch(belt.name(), false), new Rule.Action.Set(belt.name(), "speed", "0.2 + at('" + belt.name() + "').content / 10"), new Rule.Action.Wait(Quantity.minutes(1)), new Rule.Action.Switch(belt.name(), true)))));
        return drawn;
    }

    private LinkFilter filter() {
        return switch (random.nextInt(14)) {
            case 0 -> new LinkFilter.Types(List.of("Frame", "Batch"));
            case 1 -> new LinkFilter.Types(List.of("Coil"));
            case 2 -> new LinkFilter.Condition("piece.joints > 4");
            case 3 -> new LinkFilter.LoadCarriers();
            case 4 -> new LinkFilter.Contents();
            default -> LinkFilter.ALL;
        };
    }

    private PlantElement varied(PlantElement element) {
        Basics basics = element.basics();
        basics = switch (random.nextInt(8)) {
            case 0 -> basics.withRouting(new Routing(Routing.Choice.IN_TURN, ""));
            case 1 -> basics.withRouting(new Routing(Routing.Choice.SHORTEST_QUEUE, ""));
            case 2 -> basics.withRouting(new Routing(Routing.Choice.FIRST_FREE, ""));
            default -> basics;
        };
        basics = switch (random.nextInt(6)) {
            case 0 -> basics.withSelection(Selection.byType(List.of("Coil", "Frame")));
            case 1 -> basics.withSelection(Selection.byFormula("piece.joints"));
            default -> basics;
        };
        if (one(7) && element.takesPieces()) {
            basics = basics.withInletShut(ShutTime.parse(one(2) ? "5 min to 12 min, 30 min to 30.5 min" : "40 min on"));
        }
        return element.with(one(4) ? basics.withAttributes(List.of(new Attribute("skill", new Value.Num(1.5)))) : basics);
    }

    private PlantElement element(int kind, String name) {
        Placement at = new Placement(random.nextInt(40) - 20, random.nextInt(30) / 4.0, random.nextInt(8) * 45);
        Basics basics = Basics.of(name, at);
        return switch (kind) {
            case 0 -> new GoodsIn(basics, mix(), supply(), one(3) ? GoodsIn.WhenFull.REJECT : GoodsIn.WhenFull.WAIT, one(4) ? OptionalInt.of(1 + random.nextInt(200)) : OptionalInt.empty());
            case 1 -> new Buffer(basics, one(4) ? OptionalInt.empty() : OptionalInt.of(1 + random.nextInt(8)), Buffer.Order.values()[random.nextInt(3)]);
            case 2 -> assembly(basics);
            case 3 -> new UnpackingStation(basics, work(), one(2) ? new UnpackingStation.Parting.TakeOff() : new UnpackingStation.Parting.Split(1 + random.nextInt(3), type()));
            case 4 -> new GoodsOut(basics);
            default -> new Station(basics, work(), one(4) ? new Work.Load(2 + random.nextInt(4), one(2) ? Quantity.seconds(40) : null) : Work.Load.SINGLE, inspection());
        };
    }

    private static Conveyor conveyor(Basics basics, Random random) {
        List<ConveyorPath.PathLeg> legs = new ArrayList<>(List.of(new ConveyorPath.PathLeg.Straight(1 + random.nextInt(12) / 2.0, random.nextInt(3))));
        if (random.nextBoolean()) {
            legs.add(new ConveyorPath.PathLeg.Arc(1 + random.nextInt(3) / 2.0, random.nextBoolean() ? 90 : -45));
            legs.add(new ConveyorPath.PathLeg.Straight(2, 0));
        }
        return new Conveyor(basics.withSize(null), new ConveyorPath(legs), new Quantity(0.6, Unit.METRE), new Quantity(0.1 + random.nextInt(10) / 10.0, Unit.METRE_PER_SECOND),
                new Quantity(random.nextInt(4) / 10.0, Unit.METRE), Conveyor.Mode.values()[random.nextInt(2)], Conveyor.Orientation.values()[random.nextInt(2)],
                random.nextInt(4) == 0 ? OptionalInt.of(1 + random.nextInt(4)) : OptionalInt.empty(), 1 + random.nextInt(3),
                random.nextInt(3) == 0 ? ShutTime.parse("8 min to 9.5 min, 20 min to 26 min") : List.of(), fittings(random, new ConveyorPath(legs).metres()),
                random.nextInt(4) == 0 ? new Conveyor.Indexing(Optional.of(new Quantity(0.5 + random.nextInt(3) / 4.0, Unit.METRE)), OptionalInt.empty()) : Conveyor.Indexing.NONE,
                random.nextInt(5) == 0 ? Optional.of(new Quantity(60 + random.nextInt(200), Unit.KILOGRAM)) : Optional.empty(),
                random.nextInt(4) == 0 ? Optional.of(new Quantity(0.05 + random.nextInt(10) / 10.0, Unit.METRE_PER_SECOND_SQUARED)) : Optional.empty());
    }

    private static List<Fitting> fittings(Random random, double metres) {
        List<Fitting> fittings = new ArrayList<>();
        double at = 0;
        for (int i = 0; i < 3 && random.nextInt(3) > 0; i++) {
            at += metres * (0.15 + random.nextInt(15) / 100.0);
            Quantity place = new Quantity(Math.round(at * 1000) / 1000.0, Unit.METRE);
            Fitting.Side side = Fitting.Side.values()[random.nextInt(2)];
            fittings.add(switch (random.nextInt(3)) {
                case 0 -> new Fitting.Divert("Divert " + i, place, side, new Routing(Routing.Choice.values()[random.nextInt(4)], ""));
                case 1 -> new Fitting.Merge("Merge " + i, place, side, Fitting.Priority.values()[random.nextInt(4)]);
                default -> new Fitting.Sensor("S" + i, place, Quantity.seconds(random.nextInt(3) * 5));
            });
        }
        return fittings;
    }

    /** A link from or to a conveyor may begin at a divert and end at a merge. */
    private static Link ported(Link link, List<PlantElement> elements, Random random) {
        PlantElement from = elements.stream().filter(element -> element.name().equals(link.from())).findFirst().orElseThrow();
        PlantElement to = elements.stream().filter(element -> element.name().equals(link.to())).findFirst().orElseThrow();
        return link.withPorts(port(from, false, random), port(to, true, random));
    }

    private static String port(PlantElement element, boolean isIn, Random random) {
        List<String> names = element.ports().stream().filter(port -> port.isIn() == isIn).skip(1).map(port -> port.name()).toList();
        return names.isEmpty() || random.nextInt(3) == 0 ? "" : names.get(random.nextInt(names.size()));
    }

    private AssemblyStation assembly(Basics basics) {
        Recipe recipe = switch (random.nextInt(3)) {
            case 0 -> new Recipe.FromTable("Parts", "piece.type");
            case 1 -> new Recipe.ByKey("piece.type", parts());
            default -> new Recipe.Fixed(List.of(new Recipe.Part(one(2) ? "Coil" : Recipe.ANY_TYPE, 1 + random.nextInt(3))));
        };
        return switch (random.nextInt(3)) {
            case 0 -> new AssemblyStation(basics, work(), AssemblyStation.Method.PACK, List.of("Pallet"), recipe, 1 + random.nextInt(6), "");
            case 1 -> new AssemblyStation(basics, work(), AssemblyStation.Method.ASSEMBLE, List.of(one(2) ? "Frame" : "Pallet"), recipe, 3 + random.nextInt(6), one(2) ? "Batch" : "");
            default -> new AssemblyStation(basics, work(), AssemblyStation.Method.BATCH, List.of(), new Recipe.Fixed(List.of(new Recipe.Part(one(2) ? "Coil" : Recipe.ANY_TYPE, 1 + random.nextInt(4)))), 4, "Batch");
        };
    }

    private static Map<String, List<Recipe.Part>> parts() {
        Map<String, List<Recipe.Part>> parts = new LinkedHashMap<>();
        parts.put("Pallet", List.of(new Recipe.Part("Frame", 1), new Recipe.Part("Coil", 2)));
        parts.put("Frame", List.of(new Recipe.Part("Coil", 1)));
        return parts;
    }

    private Work work() {
        Work work = new Work(1 + random.nextInt(3), random.nextInt(4), one(12) ? List.of() : List.of(new Operation(Operation.WORK, time(), true)), null, null, null);
        if (work.isTimeSet() && one(4)) {
            work = work.withOperations(List.of(work.operations().getFirst(), new Operation("check", time(), false)));
        }
        work = one(4) ? work.withChangeover(one(2) ? new TimeSource.FromTable("Changes", List.of("from", "to")) : new TimeSource.Drawn(drawn())) : work;
        work = one(5) ? work.withService(new Work.Service(1 + random.nextInt(9), drawn())) : work;
        return one(5) ? work.withPause(drawn()) : work;
    }

    private @Nullable Inspection inspection() {
        return one(3) ? new Inspection(Quantity.percent(random.nextInt(60)), one(2) ? "failed" : "", 1.25, random.nextInt(3), 1 + random.nextInt(3)) : null;
    }

    private TimeSource time() {
        return switch (random.nextInt(7)) {
            case 0 -> new TimeSource.FromTable("Times", List.of("piece.type"));
            case 1 -> new TimeSource.ByFormula("2 + 1.5 * piece.joints", Unit.SECOND);
            case 2 -> new TimeSource.ByType(Map.of("Frame", drawn()), drawn());
            default -> new TimeSource.Drawn(drawn());
        };
    }

    private Distribution drawn() {
        return DistributionText.parse(TIMES.get(random.nextInt(TIMES.size())));
    }

    private List<MixPart> mix() {
        return one(2) ? List.of(new MixPart(type(), 1)) : List.of(new MixPart("Frame", 2), new MixPart("Coil", 3), new MixPart("Pallet", one(2) ? 1 : 0));
    }

    private Optional<Supply> supply() {
        return switch (random.nextInt(10)) {
            case 0 -> Optional.empty();
            case 1 -> Optional.of(new Supply.OnDemand());
            case 2 -> Optional.of(new Supply.AtStart(1 + random.nextInt(30)));
            case 3 -> Optional.of(new Supply.ByTimetable(new Timetable(Timetable.Repeat.values()[random.nextInt(3)],
                    List.of(new Timetable.Row(6.2 * 3600, "Pallet", 3, Map.of()), new Timetable.Row(6.5 * 3600, "Coil", 12, Map.of("joints", new Value.Num(7))), new Timetable.Row(120, "Frame", 5, Map.of())), "")));
            default -> Optional.of(new Supply.Spaced(drawn(), 1 + random.nextInt(3), one(2) ? Optional.of(Quantity.seconds(random.nextInt(100))) : Optional.empty()));
        };
    }

    private String type() {
        return TYPES.get(random.nextInt(3));
    }

    private boolean one(int of) {
        return random.nextInt(of) == 0;
    }
}
