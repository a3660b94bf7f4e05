package rhombic.desktop.floor;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import rhombic.desktop.work.Edits;
import rhombic.study.Study;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;

class ViewpointTest {
    private static final double W = 900;
    private static final double H = 600;

    @Property(seed = "20261123")
    void aFloorPointIsFoundWhereItIsSeen(@ForAll @DoubleRange(min = -15, max = 15) double x,
            @ForAll @DoubleRange(min = -15, max = 15) double y,
            @ForAll @DoubleRange(min = -180, max = 180) double yaw, @ForAll @DoubleRange(min = 15, max = 88) double pitch) {
        Viewpoint view = new Viewpoint(1, 2, yaw, pitch, 60, Viewpoint.USUAL_FIELD);
        Viewpoint.Pixel pixel = view.project(x, y, 0, W, H).orElseThrow();
        Viewpoint.FloorPoint spot = view.floorAt(pixel.x(), pixel.y(), W, H).orElseThrow();
        assertEquals(x, spot.x(), 1e-6);
        assertEquals(y, spot.y(), 1e-6);
    }

    @Property(seed = "20261123")
    void zoomingKeepsTheFloorUnderThePointer(@ForAll @DoubleRange(min = 100, max = 800) double px,
            @ForAll @DoubleRange(min = 250, max = 550) double py,
            @ForAll @DoubleRange(min = 0.6, max = 1.6) double factor) {
        Viewpoint view = Viewpoint.usual();
        Viewpoint.FloorPoint before = view.floorAt(px, py, W, H).orElseThrow();
        Viewpoint.FloorPoint after = view.zoomed(factor, px, py, W, H).floorAt(px, py, W, H).orElseThrow();
        assertEquals(before.x(), after.x(), 1e-6);
        assertEquals(before.y(), after.y(), 1e-6);
    }

    @Test
    void thePlanLooksStraightDownWithNorthUp() {
        Viewpoint plan = Viewpoint.usual().asPlan();
        Viewpoint.Pixel middle = plan.project(0, 0, 0, W, H).orElseThrow();
        Viewpoint.Pixel north = plan.project(0, 5, 0, W, H).orElseThrow();
        Viewpoint.Pixel east = plan.project(5, 0, 0, W, H).orElseThrow();
        assertEquals(middle.x(), north.x(), 1e-6);
        assertTrue(north.y() < middle.y());
        assertTrue(east.x() > middle.x());
        Viewpoint.Pixel high = plan.project(5, 5, 2.5, W, H).orElseThrow();
        Viewpoint.Pixel low = plan.project(5, 5, 0, W, H).orElseThrow();
        assertTrue(Math.hypot(high.x() - low.x(), high.y() - low.y()) < 2, "heights hardly show");
    }

    @Test
    void aFitHasEverythingInView() {
        List<double[]> points = List.of(new double[] {100, 40, 0}, new double[] {180, 40, 0}, new double[] {180, 44, 3},
                new double[] {100, 90, 0});
        for (Viewpoint view : List.of(Viewpoint.usual(), Viewpoint.usual().asPlan())) {
            Viewpoint fit = view.fitted(points, W, H);
            for (double[] p : points) {
                Viewpoint.Pixel at = fit.project(p[0], p[1], p[2], W, H).orElseThrow();
                assertTrue(at.x() > 0 && at.x() < W && at.y() > 0 && at.y() < H, at.toString());
            }
        }
    }

    @Test
    void nothingIsSeenAboveTheHorizonOrBehind() {
        Viewpoint flat = new Viewpoint(0, 0, 0, 8, 30, Viewpoint.USUAL_FIELD);
        assertEquals(Optional.empty(), flat.floorAt(W / 2, 2, W, H));
        assertEquals(Optional.empty(), flat.project(0, -200, 0, W, H));
    }

    @Test
    void theNearestBodyIsMetFirst() {
        Study study = Study.empty();
        for (double y : new double[] {0, 6}) {
            study = Edits.placed(study, Edits.made(Station.KIND, study, new Placement(0, y, 30)));
        }
        double[] from = {0, -20, 1};
        assertEquals("Station 1", Sight.first(study, from, new double[] {0, 1, 0}).orElseThrow().name());
        assertEquals(Optional.empty(), Sight.first(study, from, new double[] {1, 1, 0}));
        assertEquals(Optional.empty(), Sight.first(study, from, new double[] {0, 1, 0.2}), "it passes above them");
    }
}
