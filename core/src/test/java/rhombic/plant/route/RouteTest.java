package rhombic.plant.route;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import rhombic.space.Pace;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.duty.Duty;
import rhombic.study.duty.StopPoint;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.site.Wall;

/** Routes of a few legs, and those that aisles lead along, worked out by hand. */
class RouteTest {
    private static final double NEAR = 1e-9;

    private static Pose at(double x, double y) {
        return Pose.at(x, y, 0, 0);
    }

    private static Route.Leg leg(double x, double y, double toX, double toY) {
        return new Route.Leg(at(x, y), at(toX, toY), Double.POSITIVE_INFINITY);
    }

    private static Route around() {
        return new Route(List.of(leg(0, 0, 10, 0), leg(10, 0, 10, 5)));
    }

    private static void assertAt(double x, double y, double heading, Pose pose) {
        assertEquals(x, pose.x(), NEAR);
        assertEquals(y, pose.y(), NEAR);
        assertEquals(heading, pose.heading(), NEAR);
    }

    private static Router along(Aisle aisle, boolean isInTraffic, boolean staysOnAisles) {
        return new Routers(List.of(aisle))
                .of(new Routers.Traveller(TravelChoice.ON_AISLES, false, isInTraffic, 1, 0, 0.5, staysOnAisles, Set.of()));
    }

    private static Aisle aisle(Aisle.Direction direction) {
        return ((Aisle) Aisle.KIND.blank(Basics.of("A", Placement.at(0, 0))).through(List.of(at(0, 0), at(40, 0))))
                .withDirection(direction);
    }

    @Test
    void oneIsSoFarAlongItAndLooksAhead() {
        Route route = around();
        assertEquals(15, route.metres(), NEAR);
        assertAt(0, 0, 0, route.at(0));
        assertAt(10, 0, 0, route.at(10.0 / 15));
        assertAt(10, 2.5, 90, route.at(12.5 / 15));
        assertAt(10, 5, 90, route.at(1));
        assertAt(10, 5, 90, route.at(1 + 1e-12));
        Route stands = new Route(List.of(leg(3, 0, 3, 0), leg(3, 0, 3, 4)));
        assertAt(3, 0, 90, stands.at(0));
        assertAt(5, 0, 0, Route.straight(at(0, 0), at(10, 0)).at(0.5));
    }

    @Test
    void onTheFloorItIsRoundedWhereItTurns() {
        Route route = around();
        assertEquals(List.of(at(0, 0), at(10, 0), at(10, 5)), route.corners());
        assertSame(route.path(1), route.path(1));
        assertTrue(route.path(1).at(10).x() < 10 - 0.1 && route.path(1).at(10).y() > 0.1, "it cuts the corner: " + route.path(1).at(10));
        assertEquals(10, around().path(0).at(10).x(), 1e-6);
        assertEquals(10, Route.straight(at(0, 0), at(10, 0)).path(1).metres(), NEAR);
    }

    @Test
    void thePacesOfTheLastTwoWhoMovedOtherwiseAreKept() {
        Route route = around();
        Mover loaded = new Mover(1, 0.5, 0.5);
        Mover empty = new Mover(2, 0.5, 0.5);
        assertFalse(route.isItsOwn(Pace.over(15, 1)));
        Pace slow = route.pace(loaded);
        assertTrue(route.isItsOwn(slow));
        assertFalse(route.isItsOwn(Pace.over(15, slow.nanos())));
        Pace fast = route.pace(empty);
        assertSame(slow, route.pace(new Mover(1, 0.5, 0.5)), "of who moves alike");
        assertSame(fast, route.pace(empty));
        assertTrue(route.isItsOwn(slow) && route.isItsOwn(fast));
        route.pace(Mover.even(3));
        assertTrue(route.isItsOwn(fast));
        assertFalse(route.isItsOwn(slow));
        assertNotSame(slow, route.pace(loaded));
        assertEquals(15 / 3.0 * 1e9, new Route(List.of(leg(0, 0, 15, 0))).pace(Mover.even(3)).nanos(), 1);
    }

    @Test
    void aLegOrAMoverOfNoSpeedIsRefused() {
        assertThrows(IllegalArgumentException.class, () -> new Route.Leg(at(0, 0), at(1, 0), 0));
        assertThrows(IllegalArgumentException.class, () -> new Route(List.of()));
        assertThrows(IllegalArgumentException.class, () -> new Mover(0, 1, 1));
        assertThrows(IllegalArgumentException.class, () -> new Mover(1, 0, 1));
        assertThrows(IllegalArgumentException.class, () -> new Mover(1, 1, 0));
        assertThrows(IllegalArgumentException.class, () -> new Mover(1, 1, 1, -1, 1));
        assertThrows(IllegalArgumentException.class, () -> new Mover(1, 1, 1, 0, 0));
    }

    @Test
    void aTurnCostsWhatSlowingDownForItLoses() {
        assertEquals(0.05, new Mover(2, 1, 1, 0.05, 1).routingSecondsPerDegree(), NEAR);
        assertEquals(0, new Mover(2, 1, 1, 0, 2).routingSecondsPerDegree(), NEAR);
        // from 2 m/s to 1 m/s at 0.8 m/s² and back at 0.5 m/s²: 1.25 s and 2 s at 1.5 m/s in the mean
        assertEquals((1.25 + 2) * 0.25 / 90, new Mover(2, 0.5, 0.8, 0, 1).routingSecondsPerDegree(), NEAR);
    }

    @Test
    void whoIsNearerAcrossTheFloorGoesThereUnlessInTraffic() {
        Aisle aisle = aisle(Aisle.Direction.BOTH_WAYS);
        Router free = along(aisle, false, false);
        assertEquals(1, free.route(at(10, 2), at(10, 3)).metres(), NEAR);
        assertEquals(5, free.route(at(10, 2), at(14, 5)).metres(), NEAR, "5 m are less than 2 m and 5 m");
        assertEquals(2 + 20 + 3, free.route(at(10, 2), at(30, 3)).metres(), NEAR);
        assertEquals(2, free.route(at(10, 1), at(10, -1)).metres(), NEAR, "as far as to the aisle and from it");
        assertEquals(1, free.route(at(10, 1), at(10, -1)).legs().size(), "and so straight");
        Router inTraffic = along(aisle, true, false);
        assertEquals(2 + 3, inTraffic.route(at(10, 2), at(10, 3)).metres(), NEAR);
        assertEquals(1, inTraffic.route(at(10, 2), at(10, 2)).legs().size(), "it is there");
    }

    @Test
    void aRouteKnowsWhereItsAislesBegin() {
        Route route = along(aisle(Aisle.Direction.BOTH_WAYS), true, false).route(at(10, 2), at(30, 3));
        assertEquals(2, route.metresBeforeAisles(), NEAR);
        assertEquals(List.of("A"), route.aisleNames().stream().distinct().toList());
        assertEquals(3, route.legs().size());
        assertEquals(20, route.aisles().stream().mapToDouble(part -> part.metres()).sum(), NEAR);
    }

    @Test
    void whereNoAisleLeadsThereItIsStraight() {
        Route back = along(aisle(Aisle.Direction.FORWARD), true, false).route(at(30, 2), at(10, 2));
        assertEquals(20, back.metres(), NEAR);
        assertEquals(List.of(), back.aisles());
    }

    @Test
    void whoMayGoAnywhereGoesStraightAndRoundWhatStandsThere() {
        PlantElement wall = ((Wall) Wall.KIND.blank(Basics.of("Wall", Placement.at(0, 0))).through(List.of(at(10, -3), at(10, 8))));
        Router free = new Routers(List.of(wall))
                .of(new Routers.Traveller(TravelChoice.AROUND, false, false, 1, 0, 0.5, false, Set.of()));
        assertEquals(1, free.route(at(0, 0), at(5, 5)).legs().size());
        Route around = free.route(at(0, 0), Pose.at(20, 0, 0, 30));
        assertTrue(around.legs().size() >= 2);
        assertEquals(2 * Math.hypot(10, 3.5), around.metres(), 0.3, "past its near end, half a metre away");
        assertEquals(30, around.to().heading(), NEAR, "it ends as it was asked to");
        assertEquals(0, around.from().x(), NEAR);
        for (int i = 1; i < around.legs().size(); i++) {
            assertEquals(around.legs().get(i - 1).to(), around.legs().get(i).from());
        }
    }

    @Test
    void aRouteIsLookedForOnceAndTheRoomForThemIsBounded() {
        int[] looked = {0};
        Router known = new KnownRoutes((from, to) -> {
            looked[0]++;
            return Route.straight(from, to);
        });
        Route first = known.route(at(0, 0), at(1, 0));
        assertSame(first, known.route(at(0, 0), at(1, 0)));
        assertEquals(1, looked[0]);
        for (int i = 2; i <= 20_000; i++) {
            known.route(at(0, 0), at(i, 0));
        }
        assertSame(first, known.route(at(0, 0), at(1, 0)), "20,000 are kept");
        known.route(at(0, 0), at(0, 1));
        assertNotSame(first, known.route(at(0, 0), at(1, 0)), "and then none of them");
    }

    @Test
    void aTrainStopsOnTheAisleAndLooksAlongIt() {
        Router train = along(aisle(Aisle.Direction.FORWARD), true, true);
        assertAt(10, 0, 90, train.stop(Pose.at(10, 3, 0, 90)));
        Route route = train.route(Pose.at(10, 0, 0, 90), Pose.at(30, 0, 0, 90));
        assertEquals(1, route.legs().size(), "it is on the aisle already");
        assertAt(30, 0, 0, route.to());
        assertEquals(20, route.metres(), NEAR);
        Route from = train.route(at(10, 3), Pose.at(30, 0, 0, 90));
        assertEquals(2, from.legs().size());
        assertEquals(3 + 20, from.metres(), NEAR);
        Pose stays = Pose.at(10, 3, 0, 90);
        assertSame(stays, along(aisle(Aisle.Direction.FORWARD), true, false).stop(stays), "others stand beside it");
    }

    @Test
    void aTrainStopsWhereTheStopWasMovedTo() {
        PlantElement store = Buffer.KIND.blank(Basics.of("Store", Placement.at(10, 5)));
        Pose place = Layout.setDown(Layout.inlet(store, ""), 0.45);
        PlantElement moved = store.with(store.basics().withDuty(Duty.ALWAYS.withStop("in", new StopPoint("in", 12, -7))));
        Router train = new Routers(List.of(aisle(Aisle.Direction.FORWARD), moved))
                .of(new Routers.Traveller(TravelChoice.ON_AISLES, false, true, 1, 0, 0.5, true, Set.of()));
        assertAt(22, 0, place.heading(), train.stop(place));
        assertAt(22, 0, 0, train.stop(at(22, 0)));
        assertEquals(3 + 12, train.route(at(10, 3), train.stop(place)).metres(), NEAR);
    }
}
