package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.table;
import static rhombic.validation.Lines.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.ConveyorPath;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Inspection;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/**
 * Plants in which stations do nothing but work, so that a run that nobody watches takes the straight step: it gives what the watched run
 * gives, and what the same plant gives whose stations are looked at by rules that never act.
 */
class PlainPlantsTest {
    private static final List<String> TIMES = List.of("30 s", "20 s", "exponential(25 s)", "uniform(10 s, 40 s)",
            "triangular(5 s, 20 s, 50 s)");

    private final List<PlantElement> elements = new ArrayList<>();
    private final List<Link> links = new ArrayList<>();

    private static GoodsIn onDemand(String name, String type) {
        return new GoodsIn(name, SOMEWHERE, type, Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT, OptionalInt.empty());
    }

    private static AssemblyStation joins(String name, String base, int parts, int partCapacity, String time) {
        return new AssemblyStation(Basics.of(name, SOMEWHERE), Work.of(1, 2, new TimeSource.Drawn(time(time))),
                AssemblyStation.Method.ASSEMBLE, List.of(base, "Other"), new Recipe.Fixed(List.of(new Recipe.Part("Part", parts))),
                partCapacity,
                "");
    }

    private Study study(RunPlan plan) {
        List<PieceType> types = List.of(PieceType.usual("Base"), PieceType.usual("Other"), PieceType.usual("Part"));
        Table times = table("Times", "Base:25 s", "Other:exponential(20 s)", "Part:uniform(10 s, 20 s)");
        return new Study("Plain", plan, types, elements, links, List.of(times), List.of());
    }

    private static Study lookedAt(Study study) {
        List<Rule> rules = new ArrayList<>();
        for (PlantElement element : study.elements()) {
            rules.add(new Rule("Looks at " + element.name(), new Rule.When.Piece(Rule.PieceEvent.LEAVES, element.name()), "1 > 2",
                    List.of(new Rule.Action.StopRun())));
        }
        return study.withRules(rules);
    }

    /** A base goes into an assembly although parts, for which there is no room, stand in line there before it. */
    @Test
    void aBasePassesThePartsThatStandInLine() {
        elements.addAll(List.of(onDemand("Bases", "Base"), onDemand("Parts", "Part"), station("A", 1, 1, "30 s"),
                joins("Join", "Base", 1, 3, "15 s"), goodsOut("Out")));
        links.addAll(List.of(new Link("Bases", "A"), new Link("A", "Join"), new Link("Parts", "Join"), new Link("Join", "Out")));
        RunFigures run = Runs.of(study(RunPlan.ONE_SHIFT.withLength(Quantity.hours(1))));
        assertEquals(119, run.out(), "one every 30 s, the first after 45 s");
        assertEquals(0.5, Runs.at(run, "Join").shares().get(EquipmentState.WORKING), 0.01);
        assertEquals(1.0, Runs.at(run, "A").shares().get(EquipmentState.WORKING), 1e-12);
    }

    /** What stands in line before an assembly blocks its station for as long as the assembly is behind. */
    @Test
    void aStationIsBlockedByASlowAssembly() {
        elements.addAll(List.of(onDemand("Bases", "Base"), onDemand("Parts", "Part"), station("A", 1, 1, "30 s"),
                joins("Join", "Base", 1, 3, "60 s"), goodsOut("Out")));
        links.addAll(List.of(new Link("Bases", "A"), new Link("A", "Join"), new Link("Parts", "Join"), new Link("Join", "Out")));
        RunFigures run = Runs.of(study(RunPlan.ONE_SHIFT.withLength(Quantity.hours(2)).withWarmUp(Quantity.hours(1))));
        EquipmentFigures a = Runs.at(run, "A");
        assertEquals(0.5, a.shares().get(EquipmentState.WORKING), 1e-12);
        assertEquals(0.5, a.shares().get(EquipmentState.BLOCKED), 1e-12);
        assertEquals(0.0, a.shares().get(EquipmentState.STARVED), 1e-12);
        assertEquals(60, run.out());
    }

    private Study random(long seed) {
        Random random = new Random(seed);
        elements.clear();
        links.clear();
        String before = chain(random, "Base", "B");
        if (random.nextInt(3) > 0) {
            String parts = chain(random, "Part", "P");
            elements.add(joins("Join", "Base", 1 + random.nextInt(2), 2 + random.nextInt(3), any(random)));
            links.add(new Link(before, "Join"));
            links.add(new Link(parts, "Join"));
            before = "Join";
        }
        for (int i = 0; i < 1 + random.nextInt(3); i++) {
            before = next(random, before, "E" + i);
        }
        elements.addAll(List.of(station("Last", 1, 1, any(random)), goodsOut("Out")));
        links.addAll(List.of(new Link(before, "Last"), new Link("Last", "Out")));
        return study(RunPlan.ONE_SHIFT.withWarmUp(Quantity.minutes(random.nextInt(3) * 47)).withSeed(seed));
    }

    private static String any(Random random) {
        return TIMES.get(random.nextInt(TIMES.size()));
    }

    /** From a goods in on; gives the last of it. */
    private String chain(Random random, String type, String prefix) {
        Supply supply = random.nextBoolean()
                ? new Supply.OnDemand()
                : new Supply.Spaced(time(any(random)), 1 + random.nextInt(2), Optional.empty());
        List<MixPart> mix = type.equals("Part")
                ? List.of(new MixPart("Part", 1))
                : List.of(new MixPart("Base", 2), new MixPart("Other", 1));
        elements.add(new GoodsIn(Basics.of(prefix + " in", SOMEWHERE), mix, Optional.of(supply), GoodsIn.WhenFull.WAIT,
                random.nextInt(4) == 0 ? OptionalInt.of(500) : OptionalInt.empty()));
        String before = prefix + " in";
        for (int i = 0; i < random.nextInt(4); i++) {
            before = next(random, before, prefix + i);
        }
        return before;
    }

    private String next(Random random, String before, String name) {
        switch (random.nextInt(6)) {
            case 0 -> elements.add(buffer(name, 1 + random.nextInt(4)));
            case 1 -> {
                for (String side : List.of(" left", " right")) {
                    elements.add(station(name + side, 1, random.nextInt(2), any(random)));
                    links.add(new Link(before, name + side));
                    links.add(new Link(name + side, name));
                }
                elements.add(buffer(name, 2));
                return name;
            }
            case 2 -> elements.add(Conveyor.usual(Basics.of(name, SOMEWHERE), ConveyorPath.straight(2 + random.nextInt(6))));
            default -> {
                Station station = working(random, name);
                if (random.nextInt(5) == 0) {
                    station = station.withInspection(new Inspection(Quantity.percent(15), "", 1.5, 2, 1 + random.nextInt(2)));
                }
                boolean isShut = random.nextInt(4) == 0;
                List<ShutTime> shut = List.of(new ShutTime(Quantity.minutes(60 + random.nextInt(60)), Quantity.minutes(150)));
                elements.add(isShut
                        ? station.with(random.nextBoolean() ? station.basics().withInletShut(shut) : station.basics().withOutletShut(shut))
                        : station);
            }
        }
        links.add(new Link(before, name));
        return name;
    }

    /** A station that works on each piece alone, if need be after a changeover, for a time that may depend on the piece. */
    private static Station working(Random random, String name) {
        TimeSource time = switch (random.nextInt(6)) {
            case 0 -> new TimeSource.FromTable("Times", List.of("piece.type"));
            case 1 -> new TimeSource.ByFormula("15 + 4 * here.waiting + 3 * here.busy", Unit.SECOND);
            case 2 -> new TimeSource.ByFormula("exponential(20)", Unit.SECOND);
            default -> new TimeSource.Drawn(time(any(random)));
        };
        Work work = Work.of(1 + random.nextInt(2), random.nextInt(4), time);
        return new Station(Basics.of(name, SOMEWHERE),
                random.nextInt(3) == 0
                        ? work.withChangeover(new TimeSource.Drawn(time(random.nextBoolean() ? "10 s" : "uniform(5 s, 20 s)")))
                        : work,
                Work.Load.SINGLE, null);
    }

    static LongStream nets() {
        return LongStream.rangeClosed(1, 10 * Runs.nets().count());
    }

    @ParameterizedTest
    @MethodSource("nets")
    void unwatchedIsAsWatchedAndAsWhereRulesLookOn(long seed) {
        Study study = random(seed);
        RunFigures run = Runs.sound(study, seed);
        RunFigures other = Runs.of(lookedAt(study));
        assertEquals(other.equipment(), run.equipment(), "seed " + seed);
        assertEquals(other.types(), run.types(), "seed " + seed);
        assertTrue(run.out() > 0 || !run.deadlock().isNone(), "seed " + seed + ": nothing comes out");
    }
}
