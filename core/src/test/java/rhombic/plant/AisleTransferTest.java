package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.mode;
import static rhombic.plant.RacksTest.deep;
import static rhombic.plant.RacksTest.forks;
import static rhombic.validation.Lines.goodsOut;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.insight.RackSection;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.scene.CraneScene;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.place.Placement;
import rhombic.study.rack.AisleChoice;
import rhombic.study.rack.AisleTransfer;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.TransferPoint;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Few cranes that a transfer takes from aisle to aisle: worked out by hand. */
class AisleTransferTest {
    private static final double NEAR = 1e-6;
    /** From the middle of an aisle to the next: 1.6 m and one row of 1.3 m. */
    private static final double PITCH = 2.9;

    /** Rows of one bay of 2 m on one side, two levels of 1 m; loads lie there, in aisle after aisle, and all are asked for at 1000 s. */
    private static Rack rack(int aisles, int loads) {
        return deep(new ListedOrder("All", Quantity.seconds(1000), "Piece", loads, false))
                .withLayout(l -> l.withAisles(aisles).withDepth(1))
                .withStoring(s -> s.withAisleRule(AisleChoice.SPREAD)).withStock(List.of(new RackStock("Piece", loads)));
    }

    /** 4 s to pick up or set down, 2 m/s; the transfer runs at 0.5 m/s at the rear, and to drive onto it takes 10 s. */
    private static StackerCrane cranes(int count, int maxCycles) {
        return forks().withCranes(count).withTransfer(
                Optional.of(AisleTransfer.USUAL.withDriveOnTime(Quantity.seconds(10)).withMaxCycles(maxCycles)));
    }

    private static Study study(Rack rack, StackerCrane cranes) {
        return new Lines().chain(rack, goodsOut("Out")).chain(cranes).study(1, 0, 1);
    }

    /** Seconds from 1000 s on at which loads go out, which they do after the way from their aisle to the port. */
    private static void goOut(Study study, Rack rack, double... setDown) {
        Trace trace = Runs.traceOf(study);
        List<Double> out = new ArrayList<>();
        for (int i = 0; i < setDown.length; i += 2) {
            out.add(1000 + setDown[i + 1] + rack.preZone().out(0, (int) setDown[i]).metres() / 0.5);
        }
        out.sort(null);
        for (int i = 0; i < out.size(); i++) {
            assertEquals(i, trace.at(Math.round((out.get(i) - 0.01) * 1e9)).left(), "before " + out.get(i));
            assertEquals(i + 1, trace.at(Math.round((out.get(i) + 0.01) * 1e9)).left(), "at " + out.get(i));
        }
    }

    /**
     * The crane fetches what lies in its aisle: 1 s, 4 s, 1 s, and half of 4 s; at 10 s it has set that down. From 1 m before the bay it drives to its end, in
     * 1.5 s, onto the transfer in 10 s, 2.9 m across in 5.8 s, off it in 10 s, and back to the middle of the bay in 0.5 s; then 4 s, 1 s, and half of 4 s.
     */
    private static final double SECOND = 10 + 1.5 + 10 + PITCH / 0.5 + 10 + 0.5 + 4 + 1 + 2;

    @Test
    void aCraneGoesToTheOtherAisleWhenNothingIsLeftToDo() {
        Rack rack = rack(2, 2);
        Study study = study(rack, cranes(1, 10));
        goOut(study, rack, 0, 8, 1, SECOND);
        RunFigures run = Runs.sound(study, 0);
        RackFigures figures = run.racks().getFirst();
        assertEquals(1, figures.aisleChanges());
        assertEquals(2, figures.singleCycles());
        assertTrue(run.deadlock().isNone());
    }

    /** On the transfer it looks along the aisles, as it does in them; it is in no aisle then, and in the second afterwards. */
    @Test
    void itIsSeenAcrossTheEndsOfTheAisles() {
        Rack rack = rack(2, 2);
        Study study = study(rack, cranes(1, 10));
        UnfoldedStudy unfolded = UnfoldedStudy.of(study);
        Trace trace = Runs.traceOf(study);
        Scene scene = new Scene(unfolded);
        Moment across = trace.at(Math.round((1000 + 10 + 1.5 + 10 + PITCH) * 1e9)); // half of the way
        scene.pose(across, 0, new Poses());
        Pose mast = scene.cranes().mast(0);
        assertEquals(rack.layout().lengthMetres() / 2 + 3.3, mast.x(), NEAR);
        assertEquals((rack.layout().aisleMetres(0) + rack.layout().aisleMetres(1)) / 2, mast.y(), NEAR);
        assertEquals(0, mast.heading(), NEAR);
        assertTrue(section(unfolded, rack, across, 0).crane().isEmpty());
        assertTrue(section(unfolded, rack, across, 1).crane().isEmpty());
        Moment before = trace.at(1_000_000_000_000L);
        assertEquals(-1, section(unfolded, rack, before, 0).crane().orElseThrow().alongMetres(), NEAR);
        Moment after = trace.at(1_100_000_000_000L);
        assertTrue(section(unfolded, rack, after, 0).crane().isEmpty());
        assertEquals(-1, section(unfolded, rack, after, 1).crane().orElseThrow().alongMetres(), NEAR);
        assertEquals(Optional.of(AisleTransfer.USUAL.withDriveOnTime(Quantity.seconds(10))),
                new CraneScene(unfolded).cranes().getFirst().orElseThrow().transfer());
    }

    private static RackSection section(UnfoldedStudy study, Rack rack, Moment moment, int aisle) {
        return RackSection.of(study, rack, study.number(rack.name()), moment, aisle);
    }

    /** Two loads lie in each of two aisles: it goes to and fro, or changes once. */
    @ParameterizedTest
    @CsvSource({"1, 3", "2, 1", "10, 1"})
    void itLeavesAfterSoManyCyclesIfAnotherAisleWaits(int maxCycles, int changes) {
        Study study = study(rack(2, 4), cranes(1, maxCycles));
        RunFigures run = Runs.sound(study, 0);
        assertEquals(changes, run.racks().getFirst().aisleChanges());
        assertEquals(4, run.out());
    }

    /**
     * Two cranes, in the first aisle and in the third of four, both go on to the next. Both come to the transfer at 11.5 s: the first goes first, and is off it
     * 25.8 s later; then the transfer goes back to the third aisle, in 5.8 s.
     */
    @Test
    void cranesWaitForTheTransferWhichHasToComeFirst() {
        Rack rack = rack(4, 4);
        Study study = study(rack, cranes(2, 10));
        double across = 10 + PITCH / 0.5 + 10;
        goOut(study, rack, 0, 8, 2, 8, 1, SECOND, 3, SECOND + across + PITCH / 0.5);
        assertEquals(2, Runs.sound(study, 0).racks().getFirst().aisleChanges());
    }

    /** It fails 15 s after 1000 s, when it drives onto the transfer, or half across: all is 60 s later. */
    @ParameterizedTest
    @CsvSource({"1015", "1025"})
    void aCraneThatFailsOnTheTransferGoesOnAfterwards(int seconds) {
        Rack rack = rack(2, 2);
        StackerCrane crane = cranes(1, 10);
        StackerCrane breaking = (StackerCrane) crane.with(crane.basics().withDuty(crane.basics().duty()
                .withFailures(List.of(mode("motor", seconds + " s", UpTime.Clock.CALENDAR, "60 s")))));
        Study study = study(rack, breaking);
        goOut(study, rack, 0, 8, 1, SECOND + 60);
        Runs.sound(study, 0);
    }

    /** One that waits for the transfer fails meanwhile: what it does there begins when it is repaired. */
    @Test
    void aCraneThatFailsWhileItWaitsForTheTransferGoesOnWhenItIsRepaired() {
        Rack rack = rack(4, 4);
        StackerCrane cranes = cranes(2, 10);
        StackerCrane breaking = (StackerCrane) cranes.with(cranes.basics().withDuty(cranes.basics().duty()
                .withFailures(List.of(mode("motor", "1020 s", UpTime.Clock.CALENDAR, "60 s")))));
        Study study = study(rack, breaking);
        double across = 10 + PITCH / 0.5 + 10;
        goOut(study, rack, 0, 8, 2, 8, 1, SECOND + 60, 3, SECOND + 60 + across + PITCH / 0.5);
        Runs.sound(study, 0);
    }

    /** Without a transfer nothing is stored in an aisle that has no crane, with one it is: the first takes four, the second the rest. */
    @ParameterizedTest
    @CsvSource({"false, 2", "true, 4"})
    void aisleWithoutACraneOfItsOwnIsServed(boolean hasTransfer, int stored) {
        Rack rack = deep(new ListedOrder("One", Quantity.seconds(3500), "Piece", 1, false)).withLayout(l -> l.withAisles(2).withDepth(1));
        StackerCrane cranes = hasTransfer ? cranes(1, 10) : forks();
        Study study = new Lines().chain(Lines.timetable("In", "10 s 4 Piece"), rack, goodsOut("Out")).chain(cranes).study(0.9, 0, 1);
        assertEquals(stored, Runs.sound(study, 0).racks().getFirst().stored());
    }

    /** As many cranes as aisles stay in them. */
    @Test
    void aTransferDoesNothingWhereEachAisleHasACrane() {
        Rack rack = rack(2, 4);
        Study with = study(rack, cranes(2, 1));
        Study without = study(rack, forks().withCranes(2));
        assertEquals(Runs.of(without), Runs.of(with));
        assertEquals(TransferPoint.End.REAR, cranes(2, 1).transfer().orElseThrow().end());
    }

    /** A second group of cranes for the same rack, which the check tells of, does nothing. */
    @Test
    void onlyTheFirstGroupOfCranesMoves() {
        Rack rack = rack(4, 4);
        StackerCrane others = StackerCrane.KIND.blank(Basics.of("Others", Placement.at(9, 9))).withRack("Rack").withCranes(2)
                .withTransfer(Optional.of(AisleTransfer.USUAL));
        Study study = new Lines().chain(rack, goodsOut("Out")).chain(cranes(2, 10)).chain(others).study(1, 0, 1);
        RunFigures run = Runs.sound(study, 0);
        assertEquals(4, run.out());
        assertEquals(List.of(4L, 0L), run.crews().stream().map(crew -> crew.people().stream().mapToLong(one -> one.jobs()).sum()).toList());
    }
}
