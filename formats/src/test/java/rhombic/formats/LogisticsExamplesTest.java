package rhombic.formats;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.HashMap;
import org.junit.jupiter.api.Test;
import rhombic.experiment.Summary;
import rhombic.insight.DeadlockFinding;
import rhombic.insight.Finding;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.measure.RackFigures;
import rhombic.study.kind.StackerCrane;
import rhombic.study.Study;
import rhombic.study.check.FloorCheck;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneSharing;
import rhombic.study.fleet.Round;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.Rack;
import rhombic.study.rack.PickSequence;
import rhombic.study.rack.SlotChoice;

/** The example studies of vehicles, cranes and stores that ship with the program: their questions have the answers that their pages tell. */
class LogisticsExamplesTest extends Examples {
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

    /**
     * AGVs of which some stop where the way to a port leads across an aisle, or on the only aisle that is open both ways: the check tells the stop; eight keep
     * going, and of twelve most days stand still for good, as a circle says in which each waits for the next.
     */
    @Test
    void tooManyAgvsThatStopInEachOthersWayStandForGood() throws Exception {
        Study crowded = open("examples/crowded-agvs");
        crowded = crowded.withPlan(crowded.plan().withReplications(3));
        assertTrue(FloorCheck.of(crowded).stream().map(Problem::message)
                .anyMatch(text -> text
                        .equals("The way between its stop for \u201cout\u201d and it leads through South aisle, so vehicles could drive "
                                + "through each other, or stand for good")));
        Summary twelve = run(crowded);
        assertTrue(twelve.runs().stream().filter(run -> !run.deadlock().isNone()).count() >= 2);
        Finding finding = DeadlockFinding.of(twelve).orElseThrow();
        assertEquals("AGVs", finding.subject());
        assertTrue(finding.text().matches("Stands still for good from .* on: AGVs \\d+ waits for .*, which AGVs \\d+ holds; .*"),
                finding.text());
        Study eight = crowded.changed("AGVs", e -> ((Fleet) e).withVehicles(8));
        assertTrue(DeadlockFinding.of(run(eight)).isEmpty());
        Study usual = open("examples/twelve-agvs");
        assertTrue(DeadlockFinding.of(run(usual.withPlan(crowded.plan()))).isEmpty(), "where stops are not moved, twelve keep going");
    }

    /** A transfer takes cranes from aisle to aisle of the spare parts: with one, one order in ten is late at least, and with two none; with six it does nothing. */
    @Test
    void twoCranesAreEnoughForSixAislesOfSpareParts() throws Exception {
        Study parts = open("examples/spare-parts-store");
        Map<Integer, RackFigures> byCranes = new HashMap<>();
        for (int cranes : new int[] {1, 2, 6}) {
            RunFigures run = run(parts.changed("Cranes", e -> ((StackerCrane) e).withCranes(cranes))).runs().getFirst();
            assertTrue(run.deadlock().isNone());
            byCranes.put(cranes, run.racks().getFirst());
        }
        assertTrue(byCranes.get(1).onTimeShare() < 0.9, byCranes.get(1)::toString);
        assertEquals(1, byCranes.get(2).onTimeShare(), 0.01);
        assertTrue(byCranes.get(1).aisleChanges() > 500 && byCranes.get(2).aisleChanges() > 500);
        assertEquals(0, byCranes.get(6).aisleChanges());
        assertTrue(
                byCranes.get(6).orderHours() < byCranes.get(2).orderHours() && byCranes.get(2).orderHours() < byCranes.get(1).orderHours());
    }

    /** In the cheese store nothing stands still, and slots by class shorten the ways of the cranes by more than a tenth. */
    @Test
    void cheeseByClassIsReachedSooner() throws Exception {
        Study store = open("cheese-store");
        Study days = store.withPlan(store.plan().withLength(Quantity.parse("4 d", Dimension.TIME)).withReplications(1));
        Summary random = run(days);
        assertTrue(random.runs().getFirst().deadlock().isNone(), random.runs().getFirst().deadlock().toString());
        double far = driven(random);
        double near = driven(run(days.changed("Ripening store", e -> ((Rack) e).withStoring(s -> s.withSlotRule(SlotChoice.BY_CLASS)))));
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

    private static Study every(Study study, String interval) {
        return study.changed("Tugger train", e -> {
            Fleet fleet = (Fleet) e;
            return fleet.withRound(fleet.round().map(round -> round
                    .withDeparture(new Round.Departure.Every(Quantity.parse(interval, Dimension.TIME)))));
        });
    }
}
