package rhombic.plant.crane;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import rhombic.kernel.Moments;
import rhombic.measure.tally.SkillTally;
import rhombic.plant.activity.Hold;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Group;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.PlainResource;
import rhombic.plant.resource.Whereabouts.Aim;
import rhombic.plant.route.Mover;
import rhombic.plant.route.StraightRouter;
import rhombic.plant.run.Run;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.HallCraneDriving;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.IdlePlace;
import rhombic.study.kind.Basics;
import rhombic.study.place.AxisDriving;
import rhombic.study.place.Placement;

/**
 * One bridge crane over 40 m by 20 m that is sent, called off and sent elsewhere: along at 1 m/s, 0.2 m/s², across at 0.5 m/s, 0.25 m/s², up and down at
 * 0.2 m/s, 0.4 m/s². Its hook hangs 2 m high at first, and a piece is gripped at 0.5 m.
 */
class OverheadTest {
    private static final double NEAR = 1e-6;
    private static final BridgeCrane CRANE = BridgeCrane.KIND.blank(Basics.of("Crane", Placement.at(0, 0))).withCranes(1)
            .withRunway(r -> r.withLength(metres(40)).withSpan(metres(20)).withLiftHeight(metres(6)).withClearance(metres(0.5)))
            .withDriving(d -> new HallCraneDriving(AxisDriving.of("1 m/s", "0.2 m/s²"), AxisDriving.of("0.5 m/s", "0.25 m/s²"),
                    AxisDriving.of("0.2 m/s", "0.4 m/s²")));

    private final List<String> log = new ArrayList<>();
    private final LiftLevels lifts = mock(LiftLevels.class);
    private final Run run = new CranesOnly(Study.empty().with(CRANE));
    private final Allocation allocation = new Allocation(run.simulator, List.of(new SkillTally(0)));
    private @Nullable Overhead made;
    private double highest = 2;

    private static Quantity metres(double value) {
        return Quantity.parse(value + " m", Dimension.LENGTH);
    }

    private static Pose at(double x, double y) {
        return Pose.at(x, y, 0, 0);
    }

    private void tell(String what) {
        log.add(String.format(Locale.ROOT, "%.3f %s", run.now() / 1e9, what).replaceFirst("\\.?0+ ", " "));
    }

    private void assertTold(String... lines) {
        assertEquals(List.of(lines), log);
        log.clear();
    }

    private final class Crane extends PlainResource {
        Crane(Group group) {
            super(0, group, at(0, 0));
            allocation.add(this);
        }

        @Override
        protected void onDoing(Doing doing, Job.@Nullable Kind kind) {
            tell(doing.toString());
        }

        @Override
        protected void onTravelled(double metres) {
            tell(String.format(Locale.ROOT, "has come %.2f", metres));
        }

        @Override
        protected void onLeaves(Pose there) {
            tell("leaves");
        }

        @Override
        protected void onAtRest() {
            tell("rests");
        }
    }

    private Overhead crane(RunwayTraffic runway) {
        when(lifts.height(any(), any())).thenAnswer(call -> highest);
        when(lifts.levelAt(any())).thenReturn(0.5);
        allocation.whenSomethingHappened(() -> {});
        Group group = allocation.group("Crane",
                new Group.Ways(Mover.even(1), Mover.even(1), new StraightRouter(), null, 0, (resource, name, of, home) -> {
                    Overhead one = new Overhead(run, CRANE, lifts, runway, resource, of, home);
                    made = one;
                    return one;
                }), new Group.Rules(Dispatching.USUAL.withIdleAt(IdlePlace.WHERE_THEY_ARE), piece -> 0, null, AtShiftEnd.FINISH, null));
        resource = new Crane(group);
        Overhead one = made;
        assert one != null;
        log.clear();
        return one;
    }

    private @Nullable Crane resource;

    private Overhead crane() {
        return crane(new RunwayTraffic(5));
    }

    private void after(double seconds, Runnable action) {
        Moments.at(run.simulator, seconds, action);
    }

    private void go() {
        run.simulator.run(Long.MAX_VALUE, 1000);
    }

    private double seconds() {
        return run.now() / 1e9;
    }

    @Test
    void itRisesTravelsAndLowers() {
        Overhead crane = crane();
        highest = 3;
        assertFalse(crane.goTo(at(10, 4), Aim.JOB, true));
        assertTrue(crane.isUnderWay() && crane.isOnJob() && crane.isLoaded());
        assertEquals(crane.goal(), crane.at() + 10, NEAR);
        double begins = crane.at();
        after(5, () -> {
            assertEquals(0, crane.x(), NEAR, "it rises first");
            assertEquals(0, crane.metresGone(), NEAR);
            assertEquals(List.of(begins, begins + 10), List.of(crane.low(), crane.high()), "it holds all of its way");
        });
        after(5.5 + 10, () -> {
            assertEquals(7.5, crane.x(), NEAR, "2.5 m to speed up, and 5 m");
            assertEquals(4, crane.y(), NEAR, "4 m across take 10 s");
            assertEquals(Math.hypot(7.5, 4), crane.metresGone(), NEAR);
        });
        go();
        // 1 m up: 5.5 s; 10 m along: 15 s; 2.5 m down: 13 s
        assertEquals(33.5, seconds(), NEAR);
        assertTold("0 leaves", "33.5 has come 10.77", "33.5 WAITING", "33.5 rests");
        assertFalse(crane.isUnderWay());
        assertFalse(crane.isLoaded());
        assertEquals(crane.at(), crane.low(), 0);
        assertEquals(crane.at(), crane.high(), 0);
        assertEquals(crane.at(), crane.goal(), 0);
    }

    @Test
    void theHoistComesDownOnTheWayAsFarAsItMay() {
        Overhead crane = crane();
        highest = 1;
        crane.goTo(at(10, 0), Aim.JOB, false);
        go();
        assertEquals(15 + 3, seconds(), NEAR, "to 1 m on the way, and to 0.5 m behind it");
        highest = 0.2;
        double begins = seconds();
        crane.goTo(at(10, 0), Aim.JOB, false);
        assertEquals(begins, seconds(), NEAR, "it is there already");
        crane.goTo(at(0, 0), Aim.REST, false);
        assertFalse(crane.isOnJob());
        go();
        assertEquals(begins + 15, seconds(), NEAR, "to rest it need not rise or lower");
    }

    @Test
    void onAShortWayTheHoistTakesLonger() {
        Overhead crane = crane();
        highest = 0.1;
        crane.goTo(at(1, 0), Aim.JOB, false);
        go();
        assertEquals(1.5 / 0.2 + 0.5, seconds(), NEAR, "4.5 s along, but 8 s down to 0.5 m");
    }

    @Test
    void straightBelowItOnlyLowers() {
        Overhead crane = crane();
        assertTrue(crane.goTo(at(0, 0), Aim.REST, false));
        assertTold("0 leaves");
        highest = 3;
        assertFalse(crane.goTo(at(0, 0), Aim.JOB, false));
        go();
        assertEquals(8, seconds(), NEAR, "1.5 m");
        assertTrue(crane.goTo(at(0, 0), Aim.JOB, false), "at the height where it grips");
        assertFalse(crane.isOnJob(), "it is there");
        assertFalse(crane.isUnderWay());
        crane.goTo(at(10, 4), Aim.REST, false);
        go();
        double begins = seconds();
        highest = 4;
        crane.goTo(at(10, 4), Aim.JOB, false);
        go();
        assertEquals(begins + 13, seconds(), NEAR, "it need not rise where it does not travel");
    }

    @Test
    void whoIsCalledOffBrakesAndWaitsThere() {
        Overhead crane = crane();
        crane.goTo(at(20, 0), Aim.JOB, false);
        assertTold("0 leaves");
        after(10, () -> {
            crane.stop(false);
            assertFalse(crane.isOnJob());
            assertTrue(crane.isUnderWay());
            assertFalse(crane.canStandAside());
            crane.stop(true);
        });
        go();
        // 7.5 m after 10 s, and 2.5 m to brake in 5 s
        assertTold("15 has come 10.00", "15 WAITING");
        assertEquals(10, crane.x(), NEAR);
        crane.stop(false);
        assertTold();
    }

    @Test
    void whoIsSentElsewhereBrakesFirst() {
        Overhead crane = crane();
        crane.goTo(at(20, 0), Aim.JOB, false);
        log.clear();
        after(10, () -> assertFalse(crane.goTo(at(0, 0), Aim.REST, false)));
        after(12, () -> assertFalse(crane.goTo(at(5, 0), Aim.REST, false), "it brakes yet"));
        go();
        assertTold("10 leaves", "12 leaves", "15 has come 10.00", "25 has come 5.00", "25 WAITING", "25 rests");
        assertEquals(5, crane.x(), NEAR);
    }

    @Test
    void whoIsSentAfterItWasCalledOffGoesOn() {
        Overhead crane = crane();
        crane.goTo(at(20, 0), Aim.REST, false);
        log.clear();
        after(10, () -> crane.stop(false));
        after(12, () -> crane.goTo(at(15, 0), Aim.REST, false));
        go();
        assertTold("12 leaves", "15 has come 10.00", "25 has come 5.00", "25 WAITING", "25 rests");
    }

    @Test
    void whoWaitsForItsPartOfTheRunwayShowsThat() {
        RunwayTraffic busy = mock(RunwayTraffic.class);
        Overhead crane = crane(busy);
        assertTrue(crane.canStandAside(), "it has nothing to do");
        crane.goTo(at(10, 0), Aim.JOB, false);
        assertTold("0 leaves", "0 KEPT");
        assertTrue(crane.isWaiting() && crane.isKept() && crane.canStandAside());
        crane.standAside(crane.at() + 4);
        assertFalse(crane.isWaiting());
        assertFalse(crane.canStandAside());
        go();
        assertTrue(crane.isWaiting(), "it still wants to be elsewhere");
        assertEquals(4, crane.x(), NEAR);
        assertTold("8.944 has come 4.00");
        assertTrue(crane.isOnJob());
        crane.stop(false);
        assertFalse(crane.isOnJob());
        assertFalse(crane.isWaiting() || crane.isKept() || crane.isUnderWay());
        assertEquals(1, log.size(), "it shows that it is kept no longer: " + log);
        crane.goTo(at(10, 0), Aim.REST, false);
        log.clear();
        crane.setOut();
        assertFalse(crane.isKept());
        go();
        assertEquals(10, crane.x(), NEAR);
    }

    @Test
    void whoStandsAsideForAnotherAndWantsNothingStaysThere() {
        Overhead crane = crane();
        crane.standAside(crane.at() + 10);
        go();
        assertEquals(10, crane.x(), NEAR);
        assertTold("15 has come 10.00");
        assertFalse(crane.isWaiting() || crane.isUnderWay());
    }

    @Test
    void whatIsDownStaysAndItsReachEndsWhereTheRunwayDoes() {
        Overhead crane = crane();
        Crane member = resource;
        assert member != null;
        assertFalse(crane.isAway());
        allocation.duties().set(member, Hold.DOWN, true);
        assertTrue(crane.isAway());
        assertFalse(crane.canStandAside());
        assertEquals(Long.MAX_VALUE, crane.askedNanos(), "it has no job");
        double low = CRANE.geometry().minAlong(0);
        double high = CRANE.geometry().maxAlong(0);
        assertTrue(crane.reaches(low) && crane.reaches(high) && crane.reaches((low + high) / 2));
        assertFalse(crane.reaches(low - 1e-6));
        assertFalse(crane.reaches(high + 1e-6));
        assertEquals(0, crane.pace().nanos());
    }
}
