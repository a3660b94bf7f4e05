package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import rhombic.measure.RunFigures;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.kind.Fleet;
import rhombic.trace.MoverMoment;
import rhombic.trace.Trace;

/** Vehicles that share aisles. */
class TrafficTest {
    private static final GeometryFactory GEOMETRY = new GeometryFactory();

    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void noneRunsIntoWhatHasBrokenDown(long seed) {
        Study study = RandomTraffic.breaking(RandomTraffic.of(seed, seed % 2 == 0));
        Runs.sound(study, seed);
        noneOverlap(study, seed);
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

    /** No two are in one place at any moment, but where they park or charge. */
    private static void noneOverlap(Study study, long seed) {
        Trace trace = Runs.traceOf(study);
        List<Fleet> fleets = new ArrayList<>();
        study.elements().stream().filter(Fleet.class::isInstance).map(Fleet.class::cast)
                .forEach(fleet -> fleet.members().forEach(member -> fleets.add(fleet)));
        Random random = new Random(seed);
        for (int i = 0; i < 150; i++) {
            long nanos = (long) (random.nextDouble() * study.plan().length().nanos());
            MoverMoment movers = trace.at(nanos).movers();
            for (int one = 0; one < fleets.size(); one++) {
                Pose pose = movers.pose(one, nanos);
                for (int other = 0; other < one && !RandomTraffic.isParked(fleets.get(one), pose); other++) {
                    Pose near = movers.pose(other, nanos);
                    if (near.distanceTo(pose) < 4 && !RandomTraffic.isParked(fleets.get(other), near)) {
                        Geometry both = body(fleets.get(one), pose).intersection(body(fleets.get(other), near));
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

    private static void isFreeOfHarm(Study study, long seed) {
        RunFigures run = Runs.sound(study, seed);
        assertEquals(List.of(), run.deadlock().reasons(), "seed " + seed);
        assertTrue(run.out() > 0, "seed " + seed);
        noneOverlap(study, seed);
    }
}
