package rhombic.study.way;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Footprint;
import rhombic.study.place.Opening;
import rhombic.study.place.Placement;
import rhombic.study.site.Column;
import rhombic.study.site.Wall;

class OpenFloorTest {
    private static final double CLEAR = 0.25;

    private static PlantElement block(double x, double y, double length, double width) {
        return new Column(Basics.of("B" + x + " " + y, Placement.at(x, y)).withSize(new Footprint(length, width, 3)));
    }

    private static Wall wall(double... xy) {
        List<Pose> corners = new ArrayList<>();
        for (int i = 0; i < xy.length; i += 2) {
            corners.add(Pose.at(xy[i], xy[i + 1], 0, 0));
        }
        return (Wall) Wall.KIND.blank(Basics.of("Wall", Placement.at(0, 0))).through(corners);
    }

    private static double metres(List<Pose> way) {
        double sum = 0;
        for (int i = 0; i + 1 < way.size(); i++) {
            sum += way.get(i).distanceTo(way.get(i + 1));
        }
        return sum;
    }

    @Test
    void nothingInBetweenIsStraight() {
        OpenFloor floor = new OpenFloor(List.of(block(0, 10, 4, 4)), CLEAR);
        assertEquals(2, floor.way(-10, 0, 10, 0).orElseThrow().size());
        assertTrue(floor.isClear(-10, 0, 10, 0));
        assertEquals(2, new OpenFloor(List.of(), CLEAR).way(0, 0, 5, 5).orElseThrow().size());
    }

    @Test
    void theWayRoundABlockTouchesItsWidenedCorners() {
        OpenFloor floor = new OpenFloor(List.of(block(0, 0, 4, 2)), CLEAR);
        double up = 1 + CLEAR;
        double expected = 2 * Math.hypot(10 - 2 - CLEAR, up) + 2 * (2 + CLEAR);
        assertEquals(expected, metres(floor.way(-10, 0, 10, 0).orElseThrow()), 1e-6);
    }

    @Test
    void whoStandsTooNearStepsClearFirst() {
        OpenFloor floor = new OpenFloor(List.of(block(0, 0, 4, 2)), CLEAR);
        List<Pose> way = floor.way(0, -1.1, 0, -5).orElseThrow();
        assertEquals(3.9, metres(way), 1e-6);
        assertEquals(-1.1, way.getFirst().y(), 1e-12);
    }

    @Test
    void aDoorIsGoneThroughAndARoomWithoutOneIsNot() {
        Wall room = wall(-5, -5, 5, -5, 5, 5, -5, 5, -5, -5);
        assertTrue(new OpenFloor(List.of(room), CLEAR).way(0, 0, 20, 0).isEmpty());
        Wall open = room.withOpenings(List.of(new Opening(Opening.Sort.DOOR, Quantity.parse("15 m", Dimension.LENGTH),
                Quantity.parse("1 m", Dimension.LENGTH), Quantity.parse("2 m", Dimension.LENGTH))));
        List<Pose> way = new OpenFloor(List.of(open), CLEAR).way(0, 0, 20, 0).orElseThrow();
        assertEquals(20, metres(way), 1e-6, "the door is in the middle of the eastern wall");
        List<Pose> round = new OpenFloor(List.of(open), CLEAR).way(0, 0, -20, 0).orElseThrow();
        assertTrue(metres(round) > 30, "out in the east, and round: " + round);
    }

    @Test
    void aNarrowDoorIsTooNarrow() {
        Wall wall = wall(0, -20, 0, 20).withOpenings(List.of(new Opening(Opening.Sort.OPENING, Quantity.metres(20),
                Quantity.parse("0.4 m", Dimension.LENGTH), Quantity.metres(2))));
        assertFalse(new OpenFloor(List.of(wall), CLEAR).isClear(-5, 0, 5, 0));
        assertTrue(new OpenFloor(List.of(wall), 0.15).isClear(-5, 0, 5, 0));
    }

    /** Against all sequences of corners, by dynamic programming over a full graph of who sees whom, with blocks that keep apart. */
    @Property(tries = 40)
    void waysAreTheShortest(@ForAll long seed) {
        Random random = new Random(seed);
        List<PlantElement> blocks = new ArrayList<>();
        List<double[]> boxes = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            double x = 6 * (i % 4) + random.nextDouble();
            double y = 6 * (i / 4) + random.nextDouble();
            double length = 1 + 3 * random.nextDouble();
            double width = 1 + 3 * random.nextDouble();
            if (random.nextInt(4) > 0) {
                blocks.add(block(x, y, length, width));
                boxes.add(new double[] {x - length / 2 - CLEAR, y - width / 2 - CLEAR, x + length / 2 + CLEAR, y + width / 2 + CLEAR});
            }
        }
        OpenFloor floor = new OpenFloor(blocks, CLEAR);
        for (int n = 0; n < 5; n++) {
            double[] from = {-4, 16 * random.nextDouble() - 2};
            double[] to = {24, 16 * random.nextDouble() - 2};
            List<Pose> way = floor.way(from[0], from[1], to[0], to[1]).orElseThrow();
            assertEquals(shortest(boxes, from, to), metres(way), 1e-5, "seed " + seed);
            for (int i = 0; i + 1 < way.size(); i++) {
                assertTrue(isFree(boxes, way.get(i).x(), way.get(i).y(), way.get(i + 1).x(), way.get(i + 1).y()), "seed " + seed);
            }
        }
    }

    private static double shortest(List<double[]> boxes, double[] from, double[] to) {
        List<double[]> points = new ArrayList<>(List.of(from, to));
        boxes.forEach(b -> points.addAll(List.of(new double[] {b[0], b[1]}, new double[] {b[2], b[1]}, new double[] {b[2], b[3]},
                new double[] {b[0], b[3]})));
        double[] best = new double[points.size()];
        Arrays.fill(best, Double.POSITIVE_INFINITY);
        best[0] = 0;
        for (boolean changed = true; changed;) {
            changed = false;
            for (int i = 0; i < best.length; i++) {
                for (int k = 0; k < best.length; k++) {
                    double[] a = points.get(i);
                    double[] b = points.get(k);
                    double there = best[i] + Math.hypot(b[0] - a[0], b[1] - a[1]);
                    if (there < best[k] - 1e-12 && isFree(boxes, a[0], a[1], b[0], b[1])) {
                        best[k] = there;
                        changed = true;
                    }
                }
            }
        }
        return best[1];
    }

    /** Whether the line keeps out of the inside of all boxes (clipping of a line at a box: Y.-D. Liang, B. A. Barsky, 1984). */
    private static boolean isFree(List<double[]> boxes, double x0, double y0, double x1, double y1) {
        for (double[] b : boxes) {
            double enter = 0;
            double leave = 1;
            double[] way = {x1 - x0, y1 - y0};
            double[] at = {x0, y0};
            boolean isBeside = false;
            for (int axis = 0; axis < 2; axis++) {
                double low = b[axis] + 0.002 - at[axis];
                double high = b[axis + 2] - 0.002 - at[axis];
                if (Math.abs(way[axis]) < 1e-12) {
                    isBeside |= low > 0 || high < 0;
                } else {
                    enter = Math.max(enter, Math.min(low / way[axis], high / way[axis]));
                    leave = Math.min(leave, Math.max(low / way[axis], high / way[axis]));
                }
            }
            if (!isBeside && enter < leave) {
                return false;
            }
        }
        return true;
    }
}
