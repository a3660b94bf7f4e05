package rhombic.study.value;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import rhombic.space.Pose;
import rhombic.study.place.ConveyorPath;

/** Ways of conveyors and their corners. */
class RouteTest {
    private static final double MM = 1.5e-3;

    private static ConveyorPath.PathLeg straight(double metres, double slope) {
        return new ConveyorPath.PathLeg.Straight(metres, slope);
    }

    private static ConveyorPath.PathLeg arc(double radius, double turn) {
        return new ConveyorPath.PathLeg.Arc(radius, turn);
    }

    private static Pose end(ConveyorPath route) {
        return route.path(Pose.at(0, 0, 0, 0)).at(route.metres());
    }

    private static ConveyorPath laid(ConveyorPath route) {
        return ConveyorPath.through(route.corners().orElseThrow().all());
    }

    @Test
    void aRampHasACornerWhereItBeginsAndWhereItEnds() {
        ConveyorPath ramp = new ConveyorPath(List.of(straight(2, 0), straight(3, 8), straight(4, 0)));
        List<ConveyorPath.Corner> corners = ramp.corners().orElseThrow().all();
        assertEquals(4, corners.size());
        assertEquals(2, corners.get(1).x(), 1e-9);
        assertEquals(2 + 3 * Math.cos(Math.toRadians(8)), corners.get(2).x(), 1e-9);
        assertEquals(3 * Math.sin(Math.toRadians(8)), corners.get(2).height(), 1e-9);
        assertEquals(corners.get(2).height(), corners.get(3).height(), 1e-9);
        assertEquals(ramp, laid(ramp));
    }

    @Test
    void whatIsDraggedKeepsItsHeightAndItsLegsGetTheSlopeForThat() {
        ConveyorPath ramp = new ConveyorPath(List.of(straight(2, 0), straight(3, 10), straight(4, 0)));
        ConveyorPath.Corners corners = ramp.corners().orElseThrow();
        double height = corners.all().get(2).height();
        double x = corners.all().get(2).x();
        ConveyorPath longer = ConveyorPath.through(corners.moved(2, x + 1, 0).all());
        ConveyorPath.PathLeg.Straight climbs = (ConveyorPath.PathLeg.Straight) longer.legs().get(1);
        assertEquals(Math.toDegrees(Math.atan2(height, x + 1 - 2)), climbs.slopeDegrees(), 1e-3);
        assertEquals(Math.hypot(height, x + 1 - 2), climbs.metres(), 1e-3);
        assertEquals(height, end(longer).z(), MM);
        assertEquals(end(ramp).x(), end(longer).x(), MM, "the end stays");
        ConveyorPath without = ConveyorPath.through(corners.without(2).all());
        assertEquals(2, without.legs().size());
        assertEquals(height, end(without).z(), MM, "what is left climbs as high");
    }

    @Test
    void aCornerDrawnOutOfARampIsHalfAsHighAndTurns() {
        ConveyorPath ramp = new ConveyorPath(List.of(straight(10, 6)));
        ConveyorPath bent = ConveyorPath.through(ramp.corners().orElseThrow().with(1, 5, 3).all());
        assertEquals(3, bent.legs().size());
        assertTrue(bent.legs().get(1) instanceof ConveyorPath.PathLeg.Arc(double radius, double turn) && radius == 1 && turn < 0,
                bent.toString());
        assertEquals(end(ramp).z(), end(bent).z(), MM);
        assertEquals(end(ramp).x(), Math.hypot(end(bent).x(), end(bent).y()), 2 * MM, "the end stays");
        double z = bent.path(Pose.at(0, 0, 0, 0)).at(((ConveyorPath.PathLeg.Straight) bent.legs().getFirst()).metres()).z();
        assertEquals(end(ramp).z() / 2, z, MM, "the arc is level, half way up");
    }

    @Test
    void steeperThanPiecesStandItClimbsNoFurtherAndTheRestOnTheNextLeg() {
        ConveyorPath ramp = new ConveyorPath(List.of(straight(4, 25), straight(6, 0)));
        ConveyorPath.Corners corners = ramp.corners().orElseThrow();
        ConveyorPath steep = ConveyorPath.through(corners.moved(1, 1, 0).all());
        assertEquals(ConveyorPath.MAX_SLOPE_DEGREES, ((ConveyorPath.PathLeg.Straight) steep.legs().getFirst()).slopeDegrees());
        assertEquals(end(ramp).z(), end(steep).z(), MM);
    }

    @Test
    void anArcWithoutAStraightBesideItHasNoCorners() {
        assertTrue(new ConveyorPath(List.of(arc(1, 90), straight(1, 0))).corners().isEmpty());
        assertTrue(new ConveyorPath(List.of(straight(1, 0), arc(1, 90))).corners().isEmpty());
        assertTrue(new ConveyorPath(List.of(straight(1, 0), arc(1, 90), arc(1, 20), straight(1, 0))).corners().isEmpty());
        assertTrue(new ConveyorPath(List.of(straight(1, 0), arc(1, 170), straight(1, 0))).corners().isEmpty());
    }

    @Test
    void throughItsCornersEveryWayIsWhatItWas() {
        Random random = new Random(20261126);
        for (int round = 0; round < 500; round++) {
            List<ConveyorPath.PathLeg> legs = new ArrayList<>();
            double slope = 0;
            for (int i = 0; i < 1 + random.nextInt(6); i++) {
                if (i > 0 && random.nextBoolean()) {
                    int turn = 10 + random.nextInt(80);
                    legs.add(arc(0.5 + random.nextInt(20) / 10.0, random.nextBoolean() ? turn : -turn));
                } else {
                    slope += 1 + random.nextInt(7); // another slope than that before, or they would be one
                }
                slope = slope > 30 ? slope - 60 : slope;
                legs.add(straight(8 + random.nextInt(4000) / 1000.0, slope));
            }
            ConveyorPath route = new ConveyorPath(legs);
            ConveyorPath again = laid(route);
            assertEquals(legs.size(), again.legs().size(), () -> route + "\n" + again);
            for (int i = 0; i < legs.size(); i++) {
                switch (legs.get(i)) {
                    case ConveyorPath.PathLeg.Straight was -> {
                        ConveyorPath.PathLeg.Straight is = (ConveyorPath.PathLeg.Straight) again.legs().get(i);
                        assertEquals(was.metres(), is.metres(), MM, () -> route + "\n" + again);
                        assertEquals(was.slopeDegrees(), is.slopeDegrees(), 0.01);
                    }
                    case ConveyorPath.PathLeg.Arc was -> {
                        ConveyorPath.PathLeg.Arc is = (ConveyorPath.PathLeg.Arc) again.legs().get(i);
                        assertEquals(was.radiusMetres(), is.radiusMetres(), MM);
                        assertEquals(was.turnDegrees(), is.turnDegrees(), 0.01);
                    }
                }
            }
        }
    }
}
