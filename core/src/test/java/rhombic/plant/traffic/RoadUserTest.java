package rhombic.plant.traffic;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import rhombic.kernel.Moments;
import rhombic.kernel.Simulator;
import rhombic.plant.route.Motion;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Route;
import rhombic.plant.route.Router;
import rhombic.plant.route.Routers;
import rhombic.space.Pose;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.place.RoadSpace;
import rhombic.study.site.Aisle;
import rhombic.study.way.AisleNet;
import rhombic.study.way.Sections;

/** Vehicles of 2 m by 1 m that keep half a metre, one or two at a time, worked out by hand. */
class RoadUserTest {
    private static final RoadSpace SPACE = new RoadSpace(2, 1, 0.5);
    /** How far a crossing reaches, and how far before it one waits. */
    private static final double REACH = Math.hypot(2, 1) / 2 + 0.02;
    private static final double BEFORE = REACH + SPACE.half();
    private static final double NEAR_SECONDS = 1e-6;

    private final Simulator simulator = new Simulator();

    private static Aisle aisle(String name, Aisle.Direction direction, double... xy) {
        List<Pose> corners = new ArrayList<>();
        for (int i = 0; i < xy.length; i += 2) {
            corners.add(Pose.at(xy[i], xy[i + 1], 0, 0));
        }
        return ((Aisle) Aisle.KIND.blank(Basics.of(name, Placement.at(0, 0))).through(corners)).withDirection(direction);
    }

    private static final List<PlantElement> CROSSING = List.of(aisle("A", Aisle.Direction.FORWARD, -40, 0, 40, 0),
            aisle("B", Aisle.Direction.FORWARD, 0, -40, 0, 40));
    private static final List<PlantElement> BOTH_WAYS = List.of(aisle("A", Aisle.Direction.BOTH_WAYS, 0, 0, 40, 0));

    private final class Vehicle implements Motion.Watcher, RoadUser.Listener {
        private final Motion motion;
        private final RoadUser road;
        private final Mover mover;
        private final List<Double> kept = new ArrayList<>();
        private final List<Double> arrivals = new ArrayList<>();
        private int inTheWay;
        @Nullable Route aside;

        Vehicle(String name, Traffic traffic, Mover mover, double x, double y) {
            this.mover = mover;
            motion = new Motion(simulator, mover, Pose.at(x, y, 0, 0), this);
            road = new RoadUser(traffic, name, "F", 0, motion, this);
        }

        void goTo(Net net, double x, double y) {
            road.setOut(net.router.route(motion.pose(), Pose.at(x, y, 0, 0)), mover, true);
        }

        @Override
        public void onArrived() {
            arrivals.add(seconds());
            road.onArrived();
        }

        @Override
        public void onRest() {
            if (road.isTurning()) {
                road.turn();
            } else {
                road.onRest();
            }
        }

        boolean turnTo(Net net, double x, double y) {
            return road.turnTo(net.router.route(road.nearestRest(), Pose.at(x, y, 0, 0)), mover, true);
        }

        @Override
        public void onMoves(Route route) {}

        @Override
        public void onKept(boolean isKept) {
            kept.add(seconds());
        }

        @Override
        public void onInTheWay() {
            inTheWay++;
        }

        @Override
        public @Nullable Route wayAside() {
            return aside;
        }
    }

    private final class Net {
        private final Traffic traffic;
        private final Router router;

        Net(List<PlantElement> aisles) {
            traffic = new Traffic(simulator,
                    new Sections(AisleNet.of(aisles, false), SPACE));
            router = new Routers(aisles).of(new Routers.Traveller(TravelChoice.ON_AISLES, false, true, 1, 0, 0.5, false, Set.of()));
        }

        Vehicle vehicle(String name, Mover mover, double x, double y) {
            return new Vehicle(name, traffic, mover, x, y);
        }
    }

    private double seconds() {
        return simulator.nowNanos() / 1e9;
    }

    private void at(double seconds, Runnable action) {
        Moments.at(simulator, seconds, action);
    }

    private void run() {
        simulator.run(1_000_000_000_000L, Integer.MAX_VALUE);
    }

    @Test
    void whoComesLaterWaitsBeforeTheCrossingUntilTheOtherHasLeftIt() {
        Net net = new Net(CROSSING);
        Vehicle first = net.vehicle("First", Mover.even(1), 0, -9);
        Vehicle second = net.vehicle("Second", Mover.even(1), -10, 0);
        first.goTo(net, 0, 15);
        second.goTo(net, 15, 0);
        at(9, () -> {
            assertEquals(-BEFORE, second.motion.pose().x(), 1e-6, "it stands where it touches nobody");
            assertTrue(second.motion.isAtRest());
        });
        run();
        assertEquals(List.of(24.0), first.arrivals);
        double waits = 10 - BEFORE;
        double goesOn = 9 + BEFORE;
        assertEquals(2, second.kept.size());
        assertEquals(waits, second.kept.get(0), NEAR_SECONDS);
        assertEquals(goesOn, second.kept.get(1), NEAR_SECONDS);
        assertEquals(25 + goesOn - waits, second.arrivals.getFirst(), NEAR_SECONDS);
        assertEquals(List.of(), first.kept);
    }

    /** From rest to rest, at 2 m/s at most, 0.5 m/s² up and 0.8 m/s² down. */
    private static double fromRest(double metres) {
        double peak = Math.min(2, Math.sqrt(2 * metres * 0.5 * 0.8 / 1.3));
        double rest = metres - peak * peak / (2 * 0.5) - peak * peak / (2 * 0.8);
        return peak / 0.5 + peak / 0.8 + Math.max(0, rest) / peak;
    }

    @Test
    void whatBrakesStandsWhereItWouldHaveTouchedAndGoesOnFromRest() {
        Net net = new Net(CROSSING);
        Vehicle first = net.vehicle("First", Mover.even(0.25), 0, -3);
        Vehicle second = net.vehicle("Second", new Mover(2, 0.5, 0.8), -30, 0);
        first.goTo(net, 0, 15);
        second.goTo(net, 20, 0);
        run();
        double stands = fromRest(30 - BEFORE);
        double goesOn = (3 + BEFORE) / 0.25;
        assertEquals(stands, second.kept.get(0), 1e-5);
        assertEquals(goesOn, second.kept.get(1), NEAR_SECONDS);
        assertEquals(goesOn + fromRest(20 + BEFORE), second.arrivals.getFirst(), 1e-5);
    }

    @Test
    void whatNeedNotStandGoesOnFromTheSpeedThatItStillHas() {
        Net net = new Net(CROSSING);
        // It would have to brake at 12.806 s, 2.5 m before where it would stand; half a second later the crossing is free.
        double brakes = fromRest(30 - BEFORE) - 2.5;
        double free = brakes + 0.5;
        Vehicle first = net.vehicle("First", Mover.even(1), 0, -(free - BEFORE));
        Vehicle second = net.vehicle("Second", new Mover(2, 0.5, 0.8), -30, 0);
        first.goTo(net, 0, 25);
        second.goTo(net, 20, 0);
        run();
        // It slows by 0.4 m/s for half a second, and gains it again in 0.8 s: what it loses of its way is 0.1 m and 0.16 m.
        assertEquals(fromRest(50) + (0.1 + 0.16) / 2, second.arrivals.getFirst(), 1e-5);
        assertEquals(List.of(), second.kept, "it never stood");
    }

    @Test
    void nobodyEntersAnAisleAgainstAnother() {
        Net net = new Net(BOTH_WAYS);
        Vehicle east = net.vehicle("East", Mover.even(1), 0, 5);
        Vehicle west = net.vehicle("West", Mover.even(1), 40, -5);
        east.goTo(net, 40, 5);
        at(1, () -> west.goTo(net, 0, -5));
        run();
        assertEquals(List.of(50.0), east.arrivals);
        assertEquals(List.of(100.0), west.arrivals);
        assertEquals(List.of(1.0, 50.0), west.kept);
    }

    @Test
    void whoStandsAtAPlaceIsAskedToMakeRoom() {
        Net net = new Net(BOTH_WAYS);
        Vehicle idle = net.vehicle("Idle", Mover.even(1), 0, 5);
        Vehicle other = net.vehicle("Other", Mover.even(1), 0, -5);
        idle.goTo(net, 20, 5);
        at(100, () -> other.goTo(net, 20, 5));
        at(150, () -> {
            assertTrue(idle.inTheWay > 0);
            assertTrue(other.road.isWaitingToSetOut());
            idle.goTo(net, 40, 5);
        });
        run();
        assertEquals(List.of(30.0, 180.0), idle.arrivals);
        double section = (40 - 2 * REACH) / 15;
        double free = 150 + 5 + REACH + 8 * section - 20 + SPACE.half(); // it has left the section that one needs to turn to the place
        assertEquals(free + 30, other.arrivals.getFirst(), NEAR_SECONDS);
    }

    /** Each comes to a place so far from the aisle, and then each wants to be where the other is. */
    private void swap(Net net, Vehicle one, Vehicle two, double beside) {
        one.goTo(net, 10, beside);
        at(50, () -> two.goTo(net, 30, beside));
        at(100, () -> {
            one.goTo(net, 30, beside);
            two.goTo(net, 10, beside);
        });
    }

    @Test
    void whoCouldNotPassEachOtherIsToldUnlessOneCanStandAside() {
        Net net = new Net(BOTH_WAYS);
        Vehicle one = net.vehicle("One", Mover.even(1), 0, 8);
        Vehicle two = net.vehicle("Two", Mover.even(1), 40, 8);
        swap(net, one, two, 5);
        run();
        assertEquals(
                List.of("One waits for the place at 30.0, 5.0, which Two holds", "Two waits for the place at 10.0, 5.0, which One holds"),
                net.traffic.deadlock().stream().map(Traffic.Wait::sentence).toList());
        assertEquals(List.of(100_000_000_000L, 100_000_000_000L), net.traffic.deadlock().stream().map(Traffic.Wait::sinceNanos).toList());
        assertEquals("F", net.traffic.deadlock().getFirst().user().fleet());
        one.aside = net.router.route(one.motion.pose(), Pose.at(0, 8, 0, 0));
        assertEquals(List.of(), net.traffic.deadlock(), "it has a way out");
        one.aside = net.router.route(one.motion.pose(), Pose.at(40, 8, 0, 0));
        assertEquals(List.of(), net.traffic.deadlock(), "past the other, which stands beside the aisle");
    }

    @Test
    void whoIsSentElsewhereTurnsWhereItCanBrakeIfTheWayIsFree() {
        Net net = new Net(BOTH_WAYS);
        Vehicle vehicle = net.vehicle("V", new Mover(2, 0.5, 0.8), 0, 5);
        Vehicle other = net.vehicle("O", Mover.even(1), 40, -5);
        vehicle.goTo(net, 40, 5);
        at(10, () -> {
            // After 5 m beside the aisle and 11 m along it, it would come to rest 2.5 m farther on.
            assertEquals(13.5, vehicle.road.nearestRest().x(), 1e-6);
            assertTrue(vehicle.turnTo(net, 0, -5));
            assertTrue(vehicle.road.isTurning());
        });
        at(11, () -> other.goTo(net, 20, -5));
        run();
        double arrives = 10 + 2.5 + fromRest(13.5 + 5);
        assertEquals(arrives, vehicle.arrivals.getFirst(), 1e-5);
        assertFalse(vehicle.road.isTurning());
        assertEquals(List.of(11.0, 12.5), other.kept.stream().map(at -> Math.round(at * 1e6) / 1e6).toList(),
                "what it does not need any more is free where it turns");
        assertEquals(12.5 + 30, other.arrivals.getFirst(), 1e-5);
    }

    @Test
    void whereTheWayBackIsNotFreeItGoesOn() {
        Net net = new Net(BOTH_WAYS);
        Vehicle idle = net.vehicle("Idle", Mover.even(1), 0, -8);
        Vehicle vehicle = net.vehicle("V", new Mover(2, 0.5, 0.8), 0, 5);
        idle.goTo(net, 5, -5);
        at(100, () -> vehicle.goTo(net, 40, 5));
        at(110, () -> assertFalse(vehicle.turnTo(net, 5, -5), "the place is another's"));
        at(110.5, () -> {
            assertTrue(vehicle.turnTo(net, 0, -5));
            vehicle.road.turnNoMore();
            assertFalse(vehicle.road.isTurning());
            assertFalse(vehicle.road.isWaitingToSetOut(), "it is under way");
        });
        Vehicle third = net.vehicle("Third", Mover.even(1), 0, -8);
        at(130, () -> {
            third.goTo(net, 0, -5);
            assertFalse(third.road.isWaitingToSetOut(), "the place to which the other was to turn is free again");
        });
        run();
        assertTrue(vehicle.motion.isAtRest());
        assertEquals(1, third.arrivals.size());
        assertEquals(List.of(), vehicle.arrivals, "it was called off on the way");
    }

    @Test
    void whoIsFasterKeepsItsDistanceFromWhoIsBefore() {
        Net net = new Net(List.of(aisle("A", Aisle.Direction.FORWARD, 0, 0, 60, 0)));
        Vehicle slow = net.vehicle("Slow", Mover.even(0.5), 8, 0);
        Vehicle fast = net.vehicle("Fast", new Mover(2, 0.5, 0.8), 0, 0);
        slow.goTo(net, 55, 5);
        fast.goTo(net, 40, 5);
        for (int i = 1; i < 90; i++) {
            at(i, () -> {
                double apart = slow.motion.pose().x() - fast.motion.pose().x();
                assertTrue(fast.motion.pose().y() > 0 || apart >= 2 + 0.5 - 1e-6, "only " + apart + " m apart at " + seconds());
            });
        }
        run();
        assertTrue(fast.arrivals.getFirst() > (40 - 8) / 0.5, "it can't overtake");
        assertTrue(fast.arrivals.getFirst() < (40 - 8 + 3 * 2.5) / 0.5 + 5, "nor is it kept longer than sections are long");
        assertEquals((55 - 8 + 5) / 0.5, slow.arrivals.getFirst(), NEAR_SECONDS);
    }

    @Test
    void whoWaitsForAPlaceLeavesRoomForWhoComesOut() {
        Net net = new Net(List.of(aisle("A", Aisle.Direction.FORWARD, 0, 0, 60, 0)));
        Vehicle first = net.vehicle("First", Mover.even(1), 5, 5);
        Vehicle second = net.vehicle("Second", Mover.even(1), 0, 5);
        first.goTo(net, 30, 5);
        at(50, () -> second.goTo(net, 30, 5));
        at(100, () -> {
            assertTrue(second.motion.isAtRest());
            double front = second.motion.pose().x() + SPACE.half();
            assertTrue(front <= 30 - REACH + 1e-6 && front > 30 - REACH - 3 * 2.5, "just before where the other comes out: " + front);
            first.goTo(net, 50, 5);
        });
        run();
        assertEquals(100 + 5 + 20 + 5, first.arrivals.getLast(), NEAR_SECONDS, "it is not in its way");
        assertTrue(second.arrivals.getFirst() > 105 && second.arrivals.getFirst() < 130);
    }

    /** Both stops lie on the aisle, and each could only stand aside past the other. */
    @Test
    void aWayAsidePastWhoStandsForGoodIsNone() {
        Net net = new Net(BOTH_WAYS);
        Vehicle one = net.vehicle("One", Mover.even(1), 0, 8);
        Vehicle two = net.vehicle("Two", Mover.even(1), 40, 8);
        swap(net, one, two, 0.5);
        run();
        one.aside = net.router.route(one.motion.pose(), Pose.at(40, 8, 0, 0));
        two.aside = net.router.route(two.motion.pose(), Pose.at(0, 8, 0, 0));
        assertEquals(2, net.traffic.deadlock().size());
        one.aside = net.router.route(one.motion.pose(), Pose.at(0, 8, 0, 0));
        assertEquals(List.of(), net.traffic.deadlock(), "the other way it can");
    }

    @Test
    void whoIsCalledOffStandsWhereItIsInNobodysWay() {
        Net oneWay = new Net(CROSSING);
        Vehicle vehicle = oneWay.vehicle("V", new Mover(2, 0.5, 0.8), -30, 0);
        vehicle.goTo(oneWay, 30, 0);
        at(10, () -> {
            assertEquals(-30 + 4 + 12, vehicle.motion.pose().x(), 1e-6);
            vehicle.road.halt(false);
        });
        at(20, () -> assertEquals(-14 + 2.5, vehicle.motion.pose().x(), 1e-5, "as soon as it has braked"));
        run();
        assertTrue(vehicle.motion.isAtRest());
        Net both = new Net(BOTH_WAYS);
        Vehicle other = both.vehicle("O", Mover.even(1), 0, 5);
        double begins = seconds();
        other.goTo(both, 40, 5);
        at(begins + 20, () -> other.road.halt(false));
        run();
        assertEquals(List.of(begins + 50), other.arrivals, "it clears the aisle first");
        assertFalse(other.motion.isUnderWay());
    }

    @Test
    void whoBreaksDownStandsAsSoonAsItHasBrakedAndBlocksTheAisle() {
        Net net = new Net(BOTH_WAYS);
        Vehicle broken = net.vehicle("Broken", new Mover(2, 0.5, 0.8), 0, 5);
        Vehicle other = net.vehicle("Other", Mover.even(1), 40, 5);
        broken.goTo(net, 40, -5);
        at(10, () -> broken.road.halt(true));
        Vehicle waits = net.vehicle("Waits", Mover.even(1), 40, 8);
        at(15, () -> waits.goTo(net, 40, -8));
        at(19, () -> assertTrue(waits.road.isWaitingToSetOut(), "the stretch is another's up to its end"));
        at(20, () -> {
            broken.road.endHere();
            broken.motion.stop();
            assertFalse(waits.road.isWaitingToSetOut(), "where the broken one does not come to is free");
            other.goTo(net, 0, -5);
        });
        at(100, () -> assertTrue(other.road.isWaitingToSetOut()));
        at(200, () -> broken.goTo(net, 40, -5));
        run();
        assertEquals(1, broken.arrivals.size());
        assertEquals(broken.arrivals.getFirst(), other.kept.getLast(), NEAR_SECONDS, "it goes when the other has gone");
    }
}
