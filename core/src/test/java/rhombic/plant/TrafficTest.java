package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.fleet.Loading;
import rhombic.study.fleet.Trailer;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.trace.MoverMoment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Vehicles that share aisles. */
class TrafficTest {
    /** So many moments of each net are looked at; more where many nets are tried. */
    private static final int MOMENTS = Integer.getInteger("rhombic.nets", 20) > 20 ? 150 : 80;
    private static final GeometryFactory GEOMETRY = new GeometryFactory();

    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void noneRunsIntoWhatHasBrokenDown(long seed) {
        Study broken = RandomTraffic.breaking(RandomTraffic.of(seed, seed % 2 == 0));
        Study study = seed % 3 == 0 ? RandomTraffic.driven(broken, seed) : broken;
        Runs.sound(study, seed);
        noneOverlap(study, seed);
    }

    /**
     * Two wait for each other's places, and the third, which waits for one of them beside a crossing, is in the way by which they could stand aside: then
     * that one makes room.
     */
    @Test
    void whoWaitsForACircleAndIsInItsWayGoesAside() {
        Fleet fleet = ((Fleet) Fleet.KIND.blank(Basics.of("F", Placement.at(5, -12.5)))).withVehicles(3)
                .withDriving(driving -> driving.withSafeDistance(Optional.of(Quantity.metres(0.5))))
                .with(new Loading(time("exponential(12 s)"), time("exponential(10 s)")));
        Study study = new Lines().chain(AislesTest.aisle("Main", 0, -12, 0, 7)).chain(AislesTest.aisle("Side", 0, -8.6, 17, -8.6))
                .chain(Lines.arrivals("In S", "exponential(8 min)", 8), givesAt("S", -1.95, 2.8))
                .chain(takesAt("T", 3.85, 1, 0)).chain(takesAt("U", -1.95, -8.8, 180))
                .chain(Lines.arrivals("In V", "exponential(2 min)", 1), givesAt("V", 14, -6.2))
                .link(new Link("S", "T").withTravel(new Travel.Carried(Need.of("F"), 1)))
                .link(new Link("V", "U").withTravel(new Travel.Carried(Need.of("F"), 1))).chain(fleet).study(8, 0, 1);
        RunFigures run = Runs.sound(study, 0);
        assertTrue(run.inside() < 30 && run.out() > 600, () -> run.inside() + " inside, " + run.out() + " out");
    }

    /** It gives where a forklift stands that picks up. */
    private static PlantElement givesAt(String name, double x, double y) {
        PlantElement buffer = Lines.buffer(name, -1);
        Pose stands = Layout.pickUp(Layout.outlet(buffer, ""), 1.25);
        return buffer.placed(Placement.at(x - stands.x(), y - stands.y()));
    }

    private static PlantElement takesAt(String name, double x, double y, double headingDegrees) {
        PlantElement out = Lines.goodsOut(name).placed(new Placement(0, 0, 0, headingDegrees));
        Pose stands = Layout.setDown(Layout.inlet(out, ""), 1.25);
        return out.placed(new Placement(x - stands.x(), y - stands.y(), 0, headingDegrees));
    }

    private static Geometry body(Fleet fleet, Pose pose) {
        double l = fleet.form().lengthMetres() / 2;
        double w = fleet.form().widthMetres() / 2;
        List<Coordinate> corners = new ArrayList<>();
        for (double[] corner : new double[][] {{-l, -w}, {l, -w}, {l, w}, {-l, w}, {-l, -w}}) {
            Pose at = pose.of(Pose.at(corner[0], corner[1], 0, 0));
            corners.add(new Coordinate(at.x(), at.y()));
        }
        return GEOMETRY.createPolygon(corners.toArray(Coordinate[]::new));
    }

    /** With all trailers that are on the aisles. */
    private static Geometry train(Fleet fleet, MoverMoment movers, int vehicle, long nanos) {
        Geometry all = body(fleet, movers.pose(vehicle, nanos));
        for (int i = 1; i <= fleet.capacity().trailers().size(); i++) {
            Pose trailer = movers.poseBehind(vehicle, nanos, i * Trailer.PITCH_METRES);
            all = RandomTraffic.isParked(fleet, trailer) ? all : all.union(deck(trailer));
        }
        return all;
    }

    private static Geometry deck(Pose pose) {
        List<Coordinate> corners = new ArrayList<>();
        double l = Trailer.DECK_METRES / 2;
        double w = Trailer.WIDTH_METRES / 2;
        for (double[] corner : new double[][] {{-l, -w}, {l, -w}, {l, w}, {-l, w}, {-l, -w}}) {
            Pose at = pose.of(Pose.at(corner[0], corner[1], 0, 0));
            corners.add(new Coordinate(at.x(), at.y()));
        }
        return GEOMETRY.createPolygon(corners.toArray(Coordinate[]::new));
    }

    /** No two are in one place at any moment, but where they park or charge. */
    private static void noneOverlap(Study study, long seed) {
        Trace trace = Runs.traceOf(study);
        List<Fleet> fleets = new ArrayList<>();
        study.elements().stream().filter(Fleet.class::isInstance).map(Fleet.class::cast)
                .forEach(fleet -> fleet.members().forEach(member -> fleets.add(fleet)));
        Random random = new Random(seed);
        for (int i = 0; i < MOMENTS; i++) {
            long nanos = (long) (random.nextDouble() * study.plan().length().nanos());
            MoverMoment movers = trace.at(nanos).movers();
            for (int one = 0; one < fleets.size(); one++) {
                Pose pose = movers.pose(one, nanos);
                for (int other = 0; other < one && !RandomTraffic.isParked(fleets.get(one), pose); other++) {
                    Pose near = movers.pose(other, nanos);
                    if (near.distanceTo(pose) < 20 && !RandomTraffic.isParked(fleets.get(other), near)) {
                        Geometry both = train(fleets.get(one), movers, one, nanos)
                                .intersection(train(fleets.get(other), movers, other, nanos));
                        assertTrue(both.getArea() < 1e-3,
                                "seed " + seed + " at " + nanos / 1e9 + " s: " + one + " at " + pose + ", " + other + " at " + near);
                    }
                }
            }
        }
    }

    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void onOneWayAislesNoneOverlapAndNoneStandForGood(long seed) {
        isFreeOfHarm(RandomTraffic.of(seed, true), seed);
    }

    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void onAislesBothWaysNoneOverlapAndNoneStandForGood(long seed) {
        isFreeOfHarm(RandomTraffic.of(seed, false), seed);
    }

    /** Who stops on an aisle can come to stand for good, and then it is said who waits for whom, in a circle; but they overlap nobody. */
    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void trainsThatStopOnOneWayAislesOverlapNobody(long seed) {
        Study study = RandomTraffic.withTrains(RandomTraffic.of(seed, true), seed);
        RunFigures run = Runs.sound(study, seed);
        noneOverlap(study, seed);
        List<String> reasons = run.deadlock().reasons();
        for (int i = 0; i < reasons.size(); i++) {
            String next = reasons.get((i + 1) % reasons.size());
            String other = next.substring(0, next.indexOf(" waits for "));
            assertTrue(reasons.get(i).endsWith(", which " + other + " holds"), () -> "seed " + seed + ": " + reasons);
        }
        assertTrue(run.out() > 0, "seed " + seed);
    }

    /** Parking places off the aisles, vehicles of one fleet that serve another, and zones change none of this. */
    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void whoParksAndServesOthersOverlapsNobody(long seed) {
        isFreeOfHarm(RandomTraffic.deployed(RandomTraffic.of(seed, true), seed), seed);
    }

    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void whereStopsWereMovedNoneOverlapAndNoneStandForGood(long seed) {
        isFreeOfHarm(RandomTraffic.withMovedStops(RandomTraffic.of(seed, seed % 2 == 0), seed), seed);
    }

    /** Nor do drivers, who are fewer than vehicles, have breaks and leave only what is parked. */
    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void whoNeedsADriverKeepsNobodyFromDriving(long seed) {
        isFreeOfHarm(RandomTraffic.driven(RandomTraffic.of(seed, true), seed), seed);
    }

    private static void isFreeOfHarm(Study study, long seed) {
        RunFigures run = Runs.sound(study, seed);
        assertEquals(List.of(), run.deadlock().reasons(), "seed " + seed);
        assertTrue(run.out() > 0, "seed " + seed);
        noneOverlap(study, seed);
    }
}
