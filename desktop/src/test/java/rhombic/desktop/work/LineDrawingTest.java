package rhombic.desktop.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.site.Aisle;
import rhombic.study.site.LineElement;
import rhombic.study.site.Wall;

/** Walls and aisles, corner by corner. */
class LineDrawingTest {
    private final Study empty = Study.empty();

    private static List<List<Double>> corners(CornerDrawing.Drawn drawn) {
        return ((LineElement) drawn.element()).cornersOnFloor().stream().map(LineDrawingTest::rounded).toList();
    }

    private static List<Double> rounded(Pose at) {
        return List.of(Math.round(at.x() * 1000) / 1000.0, Math.round(at.y() * 1000) / 1000.0);
    }

    @Test
    void cornersAreOnTheGridOrAsTyped() {
        LineDrawing wall = new LineDrawing(Wall.KIND);
        wall.add(empty, 0.1, -0.1);
        wall.add(empty, 5.03, 0.2);
        wall.type("3.25, 90");
        wall.add(empty, 9, 9);
        assertEquals(List.of(List.of(0.0, 0.0), List.of(5.0, 0.0), List.of(5.0, 3.25)), corners(wall.ended(empty).orElseThrow()));
        assertEquals(8.25, wall.ended(empty).orElseThrow().metres(), 1e-9);
        assertFalse(wall.endsThere(empty));
    }

    @Test
    void aWallEndsWhereItBegan() {
        LineDrawing wall = new LineDrawing(Wall.KIND);
        for (double[] at : new double[][] {{0, 0}, {8, 0}, {8, 6}, {0, 6}}) {
            wall.add(empty, at[0], at[1]);
        }
        assertFalse(wall.endsThere(empty));
        wall.add(empty, 0.4, 0.3);
        assertTrue(wall.endsThere(empty));
        assertEquals(List.of(0.0, 0.0), corners(wall.ended(empty).orElseThrow()).getLast());
    }

    @Test
    void aislesKeepToAislesAndWallsToWalls() {
        LineDrawing first = new LineDrawing(Aisle.KIND);
        first.add(empty, 0, 0);
        first.add(empty, 10, 0);
        Study study = first.ended(empty).orElseThrow().placed(empty);
        LineDrawing branch = new LineDrawing(Aisle.KIND);
        branch.add(study, 4.2, 0.25);
        branch.add(study, 4.2, 7);
        assertEquals(List.of(List.of(4.2, 0.0), List.of(4.2, 7.0)), corners(branch.ended(study).orElseThrow()),
                "it begins on the middle of it");
        LineDrawing end = new LineDrawing(Aisle.KIND);
        end.add(study, 10.4, 0.4);
        assertEquals(0, end.corners().getFirst().to(new CornerDrawing.Corner(10, 0, Optional.empty())), 1e-9, "at its end");
        LineDrawing wall = new LineDrawing(Wall.KIND);
        wall.add(study, 4.2, 0.25);
        assertEquals(0, wall.corners().getFirst().to(new CornerDrawing.Corner(4, 0.5, Optional.empty())), 1e-9,
                "a wall keeps to the grid");
    }

    @Test
    void namesAreFreeAndAWallCanBeDrawnAgain() {
        LineDrawing wall = new LineDrawing(Wall.KIND);
        wall.add(empty, 0, 0);
        assertTrue(wall.ended(empty).isEmpty());
        wall.add(empty, 3, 0);
        Study study = wall.ended(empty).orElseThrow().placed(empty);
        assertEquals("Wall 2", wall.ended(study).orElseThrow().element().name());
    }
}
