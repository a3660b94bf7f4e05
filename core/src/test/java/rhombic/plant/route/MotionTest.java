package rhombic.plant.route;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import rhombic.kernel.Moments;
import rhombic.kernel.Simulator;
import rhombic.space.Pace;
import rhombic.space.Pose;

/** Motions along routes, held at random moments, against what is worked out by hand. */
class MotionTest {
    private static final double NANOS = 1e9;
    /** A hold begins and ends at whole nanoseconds, and so does each part of a motion. */
    private static final double NEAR_SECONDS = 1e-6;

    private final Simulator simulator = new Simulator();
    private long arrivedNanos = -1;

    private Motion motion(Mover mover) {
        return new Motion(simulator, mover, Pose.at(0, 0, 0, 0), () -> arrivedNanos = simulator.nowNanos());
    }

    private void at(double seconds, Runnable action) {
        Moments.at(simulator, seconds, action);
    }

    private void run(double seconds) {
        simulator.run(Math.round(seconds * NANOS), Integer.MAX_VALUE);
    }

    private static Route route(double[] metres, double[] limits) {
        List<Route.Leg> legs = new ArrayList<>();
        Pose at = Pose.at(0, 0, 0, 0);
        for (int i = 0; i < metres.length; i++) {
            Pose next = i % 2 == 0 ? Pose.at(at.x() + metres[i], at.y(), 0, 0) : Pose.at(at.x(), at.y() + metres[i], 0, 0);
            legs.add(new Route.Leg(at, next, limits[i]));
            at = next;
        }
        return new Route(legs);
    }

    /** From rest to rest over a length, by the textbook: up, even, down, or up and down at once. */
    private static double seconds(double metres, double speed, double faster, double slower) {
        double peak = Math.min(speed, Math.sqrt(2 * metres * faster * slower / (faster + slower)));
        double rest = metres - peak * peak / (2 * faster) - peak * peak / (2 * slower);
        return peak / faster + peak / slower + Math.max(0, rest) / peak;
    }

    /** It goes 4 m in 4 s while it speeds up, then 2 m/s, and brakes for 2.5 m in 2.5 s. */
    @Test
    void whenItIsSomewhereAndWhenItHasToBrakeIsToldAhead() {
        Motion motion = motion(new Mover(2, 0.5, 0.8));
        motion.setOut(Route.straight(Pose.at(0, 0, 0, 0), Pose.at(0, 40, 0, 0)));
        run(2);
        simulator.advanceTo(10_000_000_000L);
        assertEquals(16, motion.metresGone(), 1e-9);
        assertEquals(List.of(0.0, 16.0), List.of(motion.x(), motion.y()));
        assertEquals(7e9, motion.nanosUntil(30), 1);
        assertEquals(0, motion.nanosUntil(5), "it has passed that");
        assertEquals(motion.nanosUntil(40), motion.nanosUntil(50), "no farther than it goes");
        assertEquals(5.75e9, motion.nanosToBrakeFor(30), 1, "2.5 m before");
        assertEquals(0, motion.nanosToBrakeFor(17), "it is too late for that");
        assertEquals(10.75 + 2.5, motion.paceFromNow().nanos() / 1e9, 1e-6, "the rest of it");
        motion.holdAt(30);
        run(100);
        assertEquals(30, motion.metresGone(), 1e-6);
        assertTrue(motion.isAtRest());
        motion.resume();
        run(200);
        assertEquals(40, motion.pose().y(), 1e-9);
        assertTrue(arrivedNanos > 0);
    }

    @Property(tries = 100, seed = "20261130")
    void whatStopsAtOnceArrivesAsMuchLaterAsItWasHeld(@ForAll long seed) {
        Random random = new Random(seed);
        Simulator own = new Simulator();
        long[] arrived = {-1};
        Motion motion = new Motion(own, Mover.even(0.5 + random.nextDouble() * 2), Pose.at(0, 0, 0, 0), () -> arrived[0] = own.nowNanos());
        double metres = 10 + random.nextDouble() * 90;
        long nanos = motion.setOut(Route.straight(Pose.at(0, 0, 0, 0), Pose.at(metres, 0, 0, 0)));
        long held = 0;
        for (int i = 0; i < 5; i++) {
            own.run(own.nowNanos() + (long) (random.nextDouble() * nanos / 4), 10);
            own.advanceTo(own.nowNanos() + (long) (random.nextDouble() * nanos / 8) * (arrived[0] < 0 ? 0 : 1));
            if (arrived[0] >= 0) {
                break;
            }
            double gone = motion.metresGone();
            motion.hold();
            long pause = (long) (random.nextDouble() * 30 * NANOS);
            own.advanceTo(own.nowNanos() + pause);
            assertEquals(gone, motion.metresGone(), 1e-9, "it stands");
            assertEquals(gone, motion.x(), 1e-9);
            assertTrue(motion.isUnderWay() && motion.isHeld());
            motion.resume();
            held += pause;
        }
        own.run(Long.MAX_VALUE / 4, 10);
        assertEquals(nanos + held, arrived[0], 20, "a nanosecond of rounding for each hold");
        assertEquals(metres, motion.pose().x(), 1e-9);
        assertFalse(motion.isUnderWay());
    }

    @Test
    void whatBrakesStandsWhereItsWayToBrakeEndsAndGoesOnFromRest() {
        // 2 m/s with 0.5 m/s² up and 0.8 m/s² down, over 60 m; held at 10 s: 4 s up over 4 m, then 6 s even, so at 16 m; it brakes over 2.5 m.
        Motion motion = motion(new Mover(2, 0.5, 0.8));
        long nanos = motion.setOut(Route.straight(Pose.at(0, 5, 0, 0), Pose.at(60, 5, 0, 0)));
        assertEquals(seconds(60, 2, 0.5, 0.8), nanos / NANOS, NEAR_SECONDS);
        assertFalse(motion.isHeld());
        at(10, motion::hold);
        at(11, () -> assertEquals(1.2, motion.speed(), 1e-9, "on the way to rest"));
        at(12, motion::hold);
        at(25, () -> {
            assertEquals(18.5, motion.metresGone(), 1e-6, "held once, whatever holds it once more");
            assertEquals(5, motion.y(), 1e-9);
            assertEquals(0, motion.speed());
            motion.resume();
            motion.resume();
            assertFalse(motion.isHeld());
        });
        run(200);
        assertEquals(25 + seconds(41.5, 2, 0.5, 0.8), arrivedNanos / NANOS, NEAR_SECONDS);
    }

    @Test
    void howLongAWayTakesFollowsFromItsLengthAndSpeed() {
        assertEquals(1_500_000_000L, Mover.even(2).nanosFor(3));
        assertEquals(0, Mover.even(Double.POSITIVE_INFINITY).nanosFor(3));
        assertTrue(Mover.even(2).isEven());
        assertFalse(new Mover(2, 1, Double.POSITIVE_INFINITY).isEven());
        Route slow = new Route(List.of(new Route.Leg(Pose.at(0, 0, 0, 0), Pose.at(8, 0, 0, 0), 0.5)));
        assertEquals(16_000_000_000L, Mover.even(2).pace(slow, 0).nanos(), "the limit of the leg holds");
        assertEquals(8_000_000_000L, Mover.even(2).pace(slow, 4).nanos(), "from its middle on");
    }

    @Property(tries = 60, seed = "20261131")
    void legsAreCoveredAsFastAsLimitsAndBrakesAllow(@ForAll long seed) {
        Random random = new Random(seed);
        int count = 1 + random.nextInt(5);
        double[] metres = random.doubles(count, 0.5, 15).toArray();
        double[] limits = random.doubles(count, 0.4, 3).toArray();
        Mover mover = new Mover(2, 0.04 + 0.5 * random.nextDouble(), 0.04 + 0.5 * random.nextDouble());
        Route route = route(metres, limits);
        Pace pace = mover.pace(route, 0);
        assertEquals(route.metres(), pace.metres(), 1e-5);
        // The fastest way by small steps of length: what can be reached from before, and what can still be braked behind.
        int steps = 40_000;
        double step = route.metres() / steps;
        double[] square = new double[steps + 1];
        double[] limit = new double[steps + 1];
        for (int i = 0; i <= steps; i++) {
            limit[i] = limitAt(i * step, metres, limits, mover.speed());
        }
        for (int i = 1; i <= steps; i++) {
            square[i] = Math.min(limit[i] * limit[i], square[i - 1] + 2 * mover.faster() * step);
        }
        square[steps] = 0;
        for (int i = steps - 1; i >= 0; i--) {
            square[i] = Math.min(square[i], square[i + 1] + 2 * mover.slower() * step);
        }
        double seconds = 0;
        for (int i = 0; i < steps; i++) {
            seconds += 2 * step / (Math.sqrt(square[i]) + Math.sqrt(square[i + 1]));
        }
        assertEquals(seconds, pace.nanos() / NANOS, 0.01 * seconds);
        for (int i = 0; i <= 200; i++) {
            long t = pace.nanos() / 200 * i;
            assertTrue(pace.speedAt(t) <= limitAt(pace.metresAt(t), metres, limits, mover.speed()) + 1e-6, "within the limit at " + t);
        }
    }

    private static double limitAt(double place, double[] metres, double[] limits, double speed) {
        double ends = 0;
        double lowest = speed;
        for (int i = 0; i < metres.length; i++) {
            double begins = ends;
            ends += metres[i];
            // on the joint of two legs both limits hold
            lowest = place >= begins - 1e-6 && place <= ends + 1e-6 ? Math.min(lowest, limits[i]) : lowest;
        }
        return lowest;
    }

    @Test
    void aRouteIsFollowedRoundItsCorners() {
        Route route = route(new double[] {4, 3, 5}, new double[] {1, 2, 1});
        Motion motion = motion(Mover.even(2));
        motion.setOut(route);
        assertEquals(12, route.metres(), 1e-12);
        at(2, () -> assertEquals(2, motion.x(), 1e-9, "4 m at 1 m/s"));
        at(4.75, () -> {
            assertEquals(4, motion.x(), 1e-9);
            assertEquals(1.5, motion.y(), 1e-9, "then 3 m at 2 m/s");
            assertEquals(90, motion.pose().heading(), 1e-9);
        });
        at(6, () -> assertEquals(7.5, motion.metresGone(), 1e-9));
        run(60);
        assertEquals(4 + 1.5 + 5, arrivedNanos / NANOS, NEAR_SECONDS);
        assertEquals(9, motion.pose().x(), 1e-9);
    }

    @Test
    void whatIsStoppedStaysWhereItIsAndSetsOutAnew() {
        Motion motion = motion(Mover.even(1));
        motion.setOut(Route.straight(Pose.at(0, 0, 0, 0), Pose.at(30, 40, 0, 0)));
        run(10);
        simulator.advanceTo(Math.round(10 * NANOS));
        assertEquals(10, motion.stop(), 1e-9);
        assertEquals(6, motion.x(), 1e-9);
        assertEquals(8, motion.y(), 1e-9);
        assertEquals(0, motion.stop(), "it stands already");
        motion.setOut(Route.straight(motion.pose(), Pose.at(6, 0, 0, 0)));
        run(12);
        simulator.advanceTo(Math.round(12 * NANOS));
        assertEquals(6, motion.y(), 1e-9);
        assertEquals(6, motion.x(), 1e-9);
        assertEquals(2, motion.metresGone(), 1e-9);
        run(60);
        assertEquals(18, arrivedNanos / NANOS, NEAR_SECONDS);
        assertEquals(0, motion(Mover.even(Double.POSITIVE_INFINITY)).setOut(Route.straight(Pose.at(0, 0, 0, 0), Pose.at(9, 9, 0, 0))),
                "who is there at once");
    }

    @Test
    void whatCannotMoveIsRefused() {
        assertThrows(IllegalArgumentException.class, () -> new Mover(0, 1, 1));
        assertThrows(IllegalArgumentException.class, () -> new Mover(1, Double.NaN, 1));
        assertThrows(IllegalArgumentException.class, () -> new Route(List.of()));
        assertThrows(IllegalArgumentException.class, () -> new Route.Leg(Pose.at(0, 0, 0, 0), Pose.at(1, 0, 0, 0), 0));
    }

    /** 10 m, a corner, 10 m: up to 2 m/s, down to 1 m/s at the corner, and up and down again; by the closed formulas. */
    @Test
    void itSlowsDownForACorner() {
        Mover mover = new Mover(2, 0.5, 0.8, 0, 1);
        Pace pace = mover.pace(corner(10, 10), 0);
        double before = 2 / 0.5 + (2 - 1) / 0.8 + (10 - 4 / (2 * 0.5) - (4 - 1) / (2 * 0.8)) / 2;
        double after = (2 - 1) / 0.5 + 2 / 0.8 + (10 - (4 - 1) / (2 * 0.5) - 4 / (2 * 0.8)) / 2;
        assertEquals((before + after) * 1e9, pace.nanos(), 5);
        assertEquals(1, pace.speedAt(Math.round(before * 1e9)), 1e-6);
        assertEquals(new Mover(2, 0.5, 0.8).pace(corner(10, 10), 0).nanos(), new Mover(2, 0.5, 0.8, 0, 3).pace(corner(10, 10), 0).nanos(),
                "a limit above its speed is none");
        Pace straight = mover.pace(new Route(List.of(new Route.Leg(Pose.at(0, 0, 0, 0), Pose.at(10, 0, 0, 0), 9),
                new Route.Leg(Pose.at(10, 0, 0, 0), Pose.at(20, 0, 0, 0), 9))), 0);
        assertEquals(new Mover(2, 0.5, 0.8).pace(Route.straight(Pose.at(0, 0, 0, 0), Pose.at(20, 0, 0, 0)), 0).nanos(), straight.nanos(), 5,
                "where two legs go straight on there is no corner");
    }

    /** What slowing down costs is what the pace loses there. */
    @Test
    void whatACornerCostsIsKnownToTheRouter() {
        Mover mover = new Mover(2, 0.5, 0.8, 0, 1);
        double lost = (mover.pace(corner(50, 50), 0).nanos() - new Mover(2, 0.5, 0.8).pace(corner(50, 50), 0).nanos()) / 1e9;
        assertEquals(lost, 90 * mover.routingSecondsPerDegree(), 1e-6);
        assertEquals(0.04, new Mover(2, 1, 1, 0.04, 1).routingSecondsPerDegree());
        assertEquals(0, new Mover(2, 1, 1).routingSecondsPerDegree());
    }

    private static Route corner(double before, double after) {
        return new Route(List.of(new Route.Leg(Pose.at(0, 0, 0, 0), Pose.at(before, 0, 0, 0), 9),
                new Route.Leg(Pose.at(before, 0, 0, 0), Pose.at(before, after, 0, 0), 9)));
    }
}
