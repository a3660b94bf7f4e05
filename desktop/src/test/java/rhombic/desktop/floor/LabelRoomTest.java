package rhombic.desktop.floor;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import javafx.geometry.Rectangle2D;
import org.junit.jupiter.api.Test;

/** Labels cover neither bodies in front nor each other, and what must be seen is. */
class LabelRoomTest {
    private static LabelPlacement.Obstacle box(double x0, double y0, double x1, double y1, double depth, int owner) {
        return LabelPlacement.Obstacle.around(List.of(pixel(x0, y0), pixel(x1, y0), pixel(x1, y1), pixel(x0, y1), pixel((x0 + x1) / 2, y0)),
                depth, owner);
    }

    private static Viewpoint.Pixel pixel(double x, double y) {
        return new Viewpoint.Pixel(x, y, 1);
    }

    private static LabelPlacement.Wanted label(double x, double y, double depth, int rank, int owner) {
        return new LabelPlacement.Wanted(x, y, depth, rank, List.of(new LabelPlacement.Size(80, 18), new LabelPlacement.Size(16, 18)),
                rank == 0, owner);
    }

    @Test
    void anOutlineIsMetByWhatReachesIntoItAndByNothingElse() {
        LabelPlacement.Obstacle rhombus = LabelPlacement.Obstacle.around(
                List.of(pixel(0, 50), pixel(50, 0), pixel(100, 50), pixel(50, 100), pixel(50, 50)), 1, 0);
        assertEquals(8, rhombus.outline().length, "the middle is no corner");
        assertTrue(rhombus.isMeeting(40, 40, 60, 60));
        assertTrue(rhombus.isMeeting(-5, 45, 10, 55));
        assertFalse(rhombus.isMeeting(2, 2, 20, 20), "within the box round it, but beside it");
        assertFalse(rhombus.isMeeting(80, 80, 99, 99));
        assertFalse(rhombus.isMeeting(101, 40, 120, 60));
        assertTrue(rhombus.isMeeting(20, 20, 40, 40));
    }

    @Test
    void aLabelMovesUpOrAsideForABodyInFrontAndOnlyIfItMustNotForOneBehind() {
        LabelPlacement.Obstacle front = box(100, 60, 200, 100, 5, 1);
        LabelPlacement.Obstacle own = box(120, 100, 180, 160, 10, 0);
        var found = new LabelPlacement(List.of(own, front), 400, 400).find(List.of(label(150, 98, 10, 2, 0))).getFirst();
        assertEquals(0, found.form());
        assertFalse(front.isMeeting(found.box().getMinX(), found.box().getMinY(), found.box().getMaxX(), found.box().getMaxY()));
        LabelPlacement.Obstacle behind = box(0, 0, 400, 99, 50, 1);
        var over = new LabelPlacement(List.of(own, behind), 400, 400).find(List.of(label(150, 98, 10, 2, 0))).getFirst();
        assertEquals(new Rectangle2D(142, 80, 16, 18), over.box(), "a little over what is behind, since there is no other room");
        LabelPlacement.Obstacle beside = box(60, 0, 140, 99, 50, 1);
        var smaller = new LabelPlacement(List.of(own, beside), 180, 400).find(List.of(label(150, 98, 10, 2, 0))).getFirst();
        assertEquals(1, smaller.form(), "rather its small form than over what is behind");
    }

    @Test
    void aLabelKeepsClearOfAllPartsOfItsOwnBody() {
        LabelPlacement.Obstacle leg = box(100, 80, 240, 100, 30, 4);
        LabelPlacement.Obstacle other = box(220, 40, 240, 100, 40, 4);
        var found = new LabelPlacement(List.of(leg, other), 400, 400).find(List.of(label(200, 98, 5, 2, 4))).getFirst();
        Rectangle2D box = found.box();
        for (LabelPlacement.Obstacle part : List.of(leg, other)) {
            assertFalse(part.isMeeting(box.getMinX(), box.getMinY(), box.getMaxX(), box.getMaxY()), box.toString());
        }
    }

    @Test
    void aNameWithoutASmallerFormIsRatherLeftOutThanOverABody() {
        LabelPlacement.Obstacle behind = box(0, 0, 400, 99, 50, 1);
        var name = new LabelPlacement.Wanted(150, 98, 10, 2, List.of(new LabelPlacement.Size(80, 18)), false, 0);
        assertEquals(null, new LabelPlacement(List.of(behind), 400, 400).find(List.of(name)).getFirst());
    }

    @Test
    void whatMustBeSeenIsFoundFirstAndAlways() {
        LabelPlacement.Obstacle wall = box(0, 0, 400, 400, 1, 7);
        var found = new LabelPlacement(List.of(wall), 400, 400).find(List.of(label(150, 98, 10, 2, 0), label(150, 98, 20, 0, 0)));
        assertEquals(null, found.getFirst());
        assertEquals(new Rectangle2D(110, 80, 80, 18), found.get(1).box());
        var atTheEdge = new LabelPlacement(List.of(wall), 400, 400).find(List.of(label(-10, 20, 20, 0, 0))).getFirst();
        assertEquals(new Rectangle2D(0, 32, 80, 18), atTheEdge.box(), "below the bar at the upper edge, and not cut off");
    }

    @Test
    void noTwoLabelsOverlapAndNoneCoversABodyInFrontHoweverCrowdedItIs() {
        Random random = new Random(20261125);
        for (int round = 0; round < 200; round++) {
            List<LabelPlacement.Obstacle> bodies = new ArrayList<>();
            List<LabelPlacement.Wanted> wanted = new ArrayList<>();
            for (int i = 0; i < 40; i++) {
                double x = random.nextInt(900);
                double y = 60 + random.nextInt(500);
                double depth = 800 - y;
                bodies.add(box(x, y, x + 20 + random.nextInt(60), y + 20 + random.nextInt(40), depth, i));
                wanted.add(label(x + 20, y - 2, depth, 2, i));
            }
            var found = new LabelPlacement(bodies, 1000, 600).find(wanted);
            int drawn = 0;
            for (int i = 0; i < found.size(); i++) {
                var one = found.get(i);
                if (one == null) {
                    continue;
                }
                drawn++;
                Rectangle2D box = one.box();
                assertTrue(box.getMinX() >= 0 && box.getMaxX() <= 1000 && box.getMinY() >= 0, box.toString());
                for (int k = 0; k < found.size(); k++) {
                    boolean inFront = k == i || bodies.get(k).depth() < wanted.get(i).depth();
                    assertFalse(inFront && bodies.get(k).isMeeting(box.getMinX(), box.getMinY(), box.getMaxX(), box.getMaxY()));
                    assertFalse(k != i && found.get(k) != null && box.intersects(found.get(k).box()));
                }
            }
            assertTrue(drawn > 20, "few are left out: " + drawn);
        }
    }
}
