package rhombic.formats;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.junit.jupiter.api.Test;
import rhombic.experiment.Archive;
import rhombic.experiment.Experiment;
import rhombic.experiment.Interval;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Preparation;
import rhombic.experiment.RunListener;
import rhombic.experiment.Sheet;
import rhombic.experiment.Summary;
import rhombic.experiment.Variant;
import rhombic.formats.study.StudyReader;
import rhombic.insight.DeadlockFinding;
import rhombic.insight.Finding;
import rhombic.insight.Limit;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.check.FloorCheck;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneSharing;
import rhombic.study.fleet.Round;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.Rack;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.rack.PickSequence;
import rhombic.study.rack.SlotChoice;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;

/** The example studies that ship with the program, against what theory says of them. */
class ExamplesTest {
    private static Study open(String name) throws Exception {
        Study study = StudyReader.open(Path.of("../demo/" + name + ".rhombic.json"));
        assertEquals(List.of(), StudyCheck.of(study).stream().filter(p -> p.isError()).toList());
        return study;
    }

    private static Summary run(Study study) {
        try (LocalEngine engine = LocalEngine.onAllCores(new Preparation())) {
            return Summary.of(study, engine, RunListener.NONE, () -> false);
        }
    }

    /**
     * One in twenty figures of a right model lies outside its 95 % interval. One that does is judged again on random numbers of its
     * own: a right model misses twice in one of four hundred.
     */
    private static void agrees(Summary summary, double exact, double allowed, ToDoubleFunction<RunFigures> figure, String label) {
        Interval ours = interval(summary, figure);
        assertTrue(ours.halfWidth() <= allowed * exact, label + " is not known narrowly enough: \u00b1 " + ours.halfWidth());
        if (!ours.contains(exact)) {
            Study study = summary.study();
            Interval again = interval(run(study.withPlan(study.plan().withSeed(study.plan().seed() + 1))), figure);
            assertTrue(again.contains(exact),
                    label + ": exact " + exact + ", ours " + ours.mean() + " \u00b1 " + ours.halfWidth() + ", then "
                            + again.mean() + " \u00b1 " + again.halfWidth());
        }
    }

    private static Interval interval(Summary summary, ToDoubleFunction<RunFigures> figure) {
        return Interval.of(summary.runs().stream().mapToDouble(figure).toArray());
    }

    private static EquipmentFigures named(RunFigures run, String name) {
        return run.equipment().stream().filter(e -> e.name().equals(name)).findFirst().orElseThrow();
    }

    /**
     * Each works all the time, at 5 min times a factor, 7 % sent back at 1.3 times as often as they fail: so each piece takes
     * 1 + 1.3 · 0.07 / 0.93 times as long, and the four together finish the sum of their rates.
     */
    @Test
    void fourAssemblersFinishWhatTheirTimesAndTheReworkAllow() throws Exception {
        Summary summary = run(open("examples/four-assemblers"));
        double again = 1 + 1.3 * 0.07 / 0.93;
        double perHour = (1 / 0.8 + 1 + 1 / 1.2 + 1 / 1.4) * 12 / again;
        agrees(summary, perHour, 0.01, RunFigures::throughputPerHour, "throughput");
        for (int person = 0; person < 4; person++) {
            int at = person;
            summary.runs().forEach(run -> assertEquals(1, run.crews().getFirst().people().get(at).share(PersonState.WORKING), 0.001));
        }
        agrees(summary, 1 / 0.93, 0.01, run -> (double) named(run, "Assembly").out() / run.out(), "works on each piece");
        assertEquals("Assembler", Limit.of(summary).orElseThrow().subject(), "its people limit it");
    }

    /** Two AGVs share the way to two assembly stations; with one alone kits wait longer, and nothing else differs. */
    @Test
    void oneVehicleLessLetsKitsWait() throws Exception {
        Study two = open("examples/two-halls");
        Study one = two.changed("AGVs", e -> ((Fleet) e).withVehicles(1));
        Summary both = run(two);
        Summary alone = run(one);
        for (int i = 0; i < both.runs().size(); i++) {
            RunFigures more = both.runs().get(i);
            RunFigures less = alone.runs().get(i);
            assertEquals(named(more, "Kits in").in(), named(less, "Kits in").in(), "the same kits come");
            assertTrue(named(less, "Kit store").stay().mean() > named(more, "Kit store").stay().mean(), "run " + i);
            assertEquals(more.in() - more.out(), more.inside());
        }
        assertEquals(List.of("Porters", "Fitters", "Forklifts", "Drivers", "AGVs"),
                both.runs().getFirst().crews().stream().map(group -> group.name()).toList());
    }

    private static double perHour(Study study, int runs) throws Exception {
        return interval(run(study.withPlan(study.plan().withReplications(runs))), RunFigures::throughputPerHour).mean();
    }

    /** What comes from the line into its store; trucks take it from there thirty at a time. */
    private static double storedPerHour(Study line) throws Exception {
        Study fewer = line.withPlan(line.plan().withReplications(3));
        return interval(run(fewer), figures -> figures.racks().getFirst().stored() / 7.0).mean();
    }

    /** The line does not wait for forklifts: a fourth brings nothing, and what trucks bring and take is all moved. */
    @Test
    void aFourthForkliftBringsTheHeatPumpLineNothing() throws Exception {
        Study three = open("heat-pump-line");
        Study four = three.changed("Forklifts", e -> ((Fleet) e).withVehicles(4));
        assertEquals(storedPerHour(three), storedPerHour(four), 0.25, "less than one in a hundred");
        RunFigures one = run(three.withPlan(three.plan().withReplications(1))).runs().getFirst();
        assertTrue(named(one, "Dock 1").out() > 20 && named(one, "Dock 2").out() > 5, "trucks leave, and crates");
        assertTrue(named(one, "High-bay store").contentMax() < 48, "what is done is fetched");
        assertTrue(one.deadlock().isNone());
    }

    @Test
    void theHeatPumpLineRunsForFourWeeks() throws Exception {
        Study line = open("heat-pump-line");
        RunFigures weeks = run(line.withPlan(line.plan().withReplications(1).withLength(Quantity.hours(28 * 24)))).runs().getFirst();
        assertTrue(weeks.deadlock().isNone() && weeks.stoppedBy().isEmpty(), () -> weeks.deadlock() + weeks.stoppedBy());
        assertTrue(weeks.racks().getFirst().fetched() > 5000, () -> "fetched from the store: " + weeks.racks().getFirst().fetched());
        assertEquals(weeks.racks().getFirst().stored(), weeks.racks().getFirst().fetched(), 48);
    }

    /** Each round brings twelve boxes: every 15 minutes that is more than the cells need, every 30 less. */
    @Test
    void aTrainEveryFifteenMinutesIsEnough() throws Exception {
        Study hall = open("examples/tugger-hall");
        double often = perHour(every(hall, "10 min"), 2);
        double enough = perHour(hall, 2);
        double seldom = perHour(every(hall, "30 min"), 2);
        assertEquals(often, enough, 0.02 * often);
        assertTrue(seldom < 2 * 12 * 8 * 1.02 && seldom > 2 * 12 * 8 * 0.85, "twice an hour twelve boxes of eight: " + seldom);
    }

    private static Study every(Study study, String interval) {
        return study.changed("Tugger train", e -> {
            Fleet fleet = (Fleet) e;
            return fleet.withRound(fleet.round().map(round -> round
                    .withDeparture(new Round.Departure.Every(Quantity.parse(interval, Dimension.TIME)))));
        });
    }

    /** Trains that stop on the aisles: the check foresees that nine fill a circle; six keep going, and of twelve most days stand still for good. */
    @Test
    void tooManyTrainsStandForGoodAndItIsSaidWhy() throws Exception {
        Study crowded = open("examples/crowded-trains");
        crowded = crowded.withPlan(crowded.plan().withReplications(3));
        String foreseen = FloorCheck.of(crowded).stream().map(Problem::message).filter(text -> text.contains("circle")).findFirst()
                .orElseThrow();
        assertEquals("It is in a circle of one-way aisles in which 9 vehicles can wait, and there are 12", foreseen);
        Summary twelve = run(crowded);
        assertTrue(twelve.runs().stream().filter(run -> !run.deadlock().isNone()).count() >= 2);
        Finding finding = DeadlockFinding.of(twelve).orElseThrow();
        assertEquals("Trains", finding.subject());
        assertTrue(finding.text().matches("Stands still for good from .* on: Trains \\d+ waits for .*, which Trains \\d+ holds; .*"),
                finding.text());
        assertTrue(finding.evidence().endsWith("take fewer vehicles, let them stop beside the aisle, or open another way round"),
                finding.evidence());
        Study six = crowded.changed("Trains", e -> ((Fleet) e).withVehicles(6));
        assertTrue(DeadlockFinding.of(run(six)).isEmpty());
    }

    /** In the cheese store nothing stands still for four weeks, and slots by class shorten the ways of the cranes by more than a tenth. */
    @Test
    void cheeseByClassIsReachedSooner() throws Exception {
        Study store = open("cheese-store");
        store = store.withPlan(store.plan().withLength(Quantity.parse("28 d", Dimension.TIME)).withReplications(1));
        Summary random = run(store);
        assertTrue(random.runs().getFirst().deadlock().isNone(), random.runs().getFirst().deadlock().toString());
        assertEquals(0, random.runs().getFirst().racks().getFirst().missingPieces());
        Study week = store.withPlan(store.plan().withLength(Quantity.parse("7 d", Dimension.TIME)));
        double far = driven(run(week));
        double near = driven(run(week.changed("Ripening store", e -> ((Rack) e).withStoring(s -> s.withSlotRule(SlotChoice.BY_CLASS)))));
        assertTrue(near < 0.9 * far, near + " of " + far);
    }

    private static double driven(Summary summary) {
        return summary.runs().getFirst().crews().stream().filter(crew -> crew.name().equals("Cranes")).findFirst().orElseThrow().metres();
    }

    /** More haul trucks bring more up to eight; then the one place where they are unloaded is the limit. */
    @Test
    void eightHaulTrucksAreEnoughForTheOnePlaceWhereTheyAreUnloaded() throws Exception {
        Study pits = open("examples/eight-pits");
        pits = pits.withPlan(pits.plan().withLength(Quantity.hours(5)));
        double four = perHour(pits.changed("Haul trucks", e -> ((Fleet) e).withVehicles(4)), 1);
        double eight = perHour(pits.changed("Haul trucks", e -> ((Fleet) e).withVehicles(8)), 1);
        double twelve = perHour(pits.changed("Haul trucks", e -> ((Fleet) e).withVehicles(12)), 1);
        assertTrue(eight > four * 1.05, four + " then " + eight);
        assertEquals(eight, twelve, 0.04 * eight);
    }

    /**
     * Orders go to the first area with a free packer, are sent off when all thirty are busy: the areas together are Erlang's loss
     * system, and the first ten, and the first twenty, are loss systems too (what overflows does not come back).
     */
    @Test
    void thirtyPackersFillOneAreaAfterTheOther() throws Exception {
        Summary summary = run(open("examples/thirty-packers"));
        double offered = 180 / 7.5;
        double first = offered * (1 - erlangB(offered, 10));
        double second = offered * (1 - erlangB(offered, 20)) - first;
        agrees(summary, erlangB(offered, 30), 0.06, RunFigures::lossShare, "sent off");
        agrees(summary, first / 10, 0.01, run -> run.crews().get(0).utilisation(), "first area busy");
        agrees(summary, second / 10, 0.01, run -> run.crews().get(1).utilisation(), "second area busy");
    }

    /** Erlang B by its recursion. */
    private static double erlangB(double offered, int servers) {
        double b = 1;
        for (int i = 1; i <= servers; i++) {
            b = offered * b / (i + offered * b);
        }
        return b;
    }

    /** A mode in working time is down for its working time times MTTR / MTBF; one in calendar time for 3 % of its up and down time. */
    @Test
    void fourStationsAreDownAsTheirModesSay() throws Exception {
        Summary summary = run(open("examples/four-stations-that-fail"));
        String[] names = {"Milling", "Drilling", "Washing", "Gauging"};
        for (int i = 0; i < names.length; i++) {
            String name = names[i];
            double mttr = 4 + i;
            double mtbf = 60 + 10 * i;
            agrees(summary, mttr / mtbf, 0.08, run -> mode(run, name, 0).repairShare() / named(run, name).share(EquipmentState.WORKING),
                    name + " tool repair for each hour of work");
            agrees(summary, 0.03 / 0.97, 0.12, run -> mode(run, name, 1).downShare() / (1 - mode(run, name, 1).downShare()),
                    name + " control");
        }
    }

    private static ModeFigures mode(RunFigures run, String name, int mode) {
        return named(run, name).modes().get(mode);
    }

    /** The question of the heat-pump line: brazing limits it; with a third station and brazer the leak test does. */
    @Test
    void theHeatPumpLineIsLimitedByBrazingAndThenByTheLeakTest() throws Exception {
        Study line = open("heat-pump-line");
        line = line.withPlan(line.plan().withReplications(10));
        Summary before = run(line);
        assertTrue(Limit.of(before).orElseThrow().text().startsWith("Limited by Brazing 1"), Limit.of(before).orElseThrow().text());
        Station third = (Station) line.find("Brazing 2").orElseThrow().named("Brazing 3").placed(Placement.at(-5, -1));
        Study relieved = line.with(third.with(third.basics().withId("Brazing 3"))).linked("Frame buffer", "Brazing 3")
                .linked("Brazing 3", "Brazing 2 conveyor").changed("Brazer", e -> ((Crew) e).withPeople(3));
        Summary after = run(relieved);
        assertEquals("Leak test", Limit.of(after).orElseThrow().subject(), Limit.of(after).orElseThrow().text());
        assertTrue(Interval.of(after.runs().stream().mapToDouble(RunFigures::throughputPerHour).toArray()).mean() > 33);
        assertTrue(Interval.of(before.runs().stream().mapToDouble(RunFigures::throughputPerHour).toArray()).mean() < 30);
    }

    @Test
    void pairedDifferencesAreNarrower() throws Exception {
        Study demo = StudyReader.open(Path.of("../demo/bench/heat-pump-line.rhombic.json"));
        List<Variant> two = Variant.alternatives(demo).stream().filter(v -> v.isBase() || v.name().equals("Frame buffer for twelve"))
                .toList();
        try (LocalEngine engine = new LocalEngine(2)) {
            Sheet sheet = new Experiment(two, demo.comparison(), engine, Archive.inMemory()).run(8, Experiment.Listener.NONE, () -> false);
            Interval base = sheet.interval(two.getFirst(), "throughput");
            Interval other = sheet.interval(two.getLast(), "throughput");
            double paired = Interval.ofDifferences(other, base).halfWidth();
            assertTrue(paired * 5 < Math.hypot(base.halfWidth(), other.halfWidth()), "paired " + paired + ", alone " + base.halfWidth());
        }
    }

    /** One crane is the limit; the second moves all that comes; a third brings nothing. */
    @Test
    void twoCranesAreEnoughForTheSteelYard() throws Exception {
        Study yard = open("examples/steel-yard");
        yard = yard.withPlan(yard.plan().withReplications(4));
        assertEquals(List.of(), StudyCheck.of(yard));
        double one = sentOff(yard.changed("Cranes", e -> ((BridgeCrane) e).withCranes(1)));
        double two = sentOff(yard);
        double three = sentOff(yard.changed("Cranes", e -> ((BridgeCrane) e).withCranes(3)));
        assertTrue(one < 0.85 * two, one + " and " + two);
        assertEquals(two, three, 0.06 * two);
        assertTrue(sentOff(yard.changed("Cranes", e -> ((BridgeCrane) e).withUse(use -> use.withSharing(CraneSharing.EVERYWHERE)))) < 0.85
                * two, "each waits for the other");
    }

    private static double sentOff(Study yard) throws Exception {
        return interval(run(yard), RunFigures::out).mean();
    }

    /** Three ways through the same aisles for the same orders: leaving out the largest gap is done soonest, into each aisle and back last. */
    @Test
    void pickersThatLeaveOutTheLargestGapAreDoneSoonest() throws Exception {
        Study shelves = open("examples/order-picking");
        shelves = shelves.withPlan(shelves.plan().withReplications(6));
        Map<PickSequence, Double> hours = new EnumMap<>(PickSequence.class);
        for (PickSequence sequence : PickSequence.values()) {
            Summary summary = run(shelves.changed("Shelves", e -> {
                Rack rack = (Rack) e;
                return rack.withPicking(rack.picking().map(picking -> picking.withSequence(sequence)));
            }));
            hours.put(sequence, interval(summary, run -> run.racks().getFirst().orderHours()).mean());
        }
        assertTrue(hours.get(PickSequence.LARGEST_GAP) < hours.get(PickSequence.S_SHAPE), hours.toString());
        assertTrue(1.3 * hours.get(PickSequence.S_SHAPE) < hours.get(PickSequence.RETURN), hours.toString());
    }
}
