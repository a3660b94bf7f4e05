package rhombic.study.kind;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.scene.Hiding;
import rhombic.space.Parallels;
import rhombic.space.Pose;
import rhombic.study.place.FloorLine;
import rhombic.study.place.Opening;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.site.Barrier;
import rhombic.study.site.Fence;
import rhombic.study.site.Wall;
import rhombic.study.value.StudyException;

/** Walls, fences and aisles along their lines. */
class SiteTest {
    private static List<Pose> corners(double... xy) {
        List<Pose> corners = new ArrayList<>();
        for (int i = 0; i < xy.length; i += 2) {
            corners.add(Pose.at(xy[i], xy[i + 1], 0, 0));
        }
        return corners;
    }

    private static Wall wall(double... xy) {
        return (Wall) Wall.KIND.blank(Basics.of("Wall", Placement.at(0, 0))).through(corners(xy));
    }

    private static Opening opening(double at, double width) {
        return new Opening(Opening.Sort.OPENING, Quantity.metres(at), Quantity.metres(width), Quantity.metres(2));
    }

    private static double length(Barrier.Part part) {
        return part.from().distanceTo(part.to());
    }

    @Test
    void aWallIsWhereItIsDrawnAndTurnsAboutItsMiddle() {
        Wall wall = wall(2, 1, 8, 1, 8, 5);
        assertEquals(Placement.at(5, 3), wall.placement());
        assertEquals(10, wall.line().metres(), 1e-9);
        Wall turned = (Wall) wall.placed(new Placement(5, 3, 0, 90));
        Pose first = turned.cornersOnFloor().getFirst();
        assertEquals(5 + 2, first.x(), 1e-9);
        assertEquals(3 - 3, first.y(), 1e-9);
    }

    @Test
    void whatIsOpenIsNoPartOfItRoundACornerToo() {
        Wall wall = wall(0, 0, 10, 0, 10, 6);
        assertEquals(2, wall.parts().size());
        Wall open = wall.withOpenings(List.of(opening(10, 4), opening(2, 1)));
        List<Barrier.Part> parts = open.parts();
        assertEquals(3, parts.size(), "1.5 m, then 5.5 m up to the opening at the corner, then what is left of the other leg");
        assertEquals(1.5, length(parts.get(0)), 1e-9);
        assertEquals(5.5, length(parts.get(1)), 1e-9);
        assertEquals(4, length(parts.get(2)), 1e-9);
        assertEquals(1, parts.get(2).leg());
        assertEquals(3, open.outlines().size());
        assertEquals(0, open.legAt(9.9));
        assertEquals(1, open.legAt(10.1));
    }

    @Test
    void openingsThatOverlapOrReachBeyondTheEndsLeaveWhatIsLeft() {
        Wall wall = wall(0, 0, 10, 0).withOpenings(List.of(opening(0, 2), opening(5, 2), opening(5.5, 2), opening(10, 1)));
        assertEquals(List.of(3.0, 3.0), wall.parts().stream().map(part -> Math.round(length(part) * 1e6) / 1e6).toList());
        assertTrue(wall(0, 0, 1, 0).withOpenings(List.of(opening(0.5, 5))).parts().isEmpty());
    }

    @Test
    void theOutlineIsAsWideAsTheWall() {
        List<Pose> outline = wall(0, 0, 10, 0).outlines().getFirst();
        assertEquals(List.of(-0.1, -0.1, 0.1, 0.1), outline.stream().map(Pose::y).toList());
    }

    @Test
    void whatCannotStandIsRefusedWithTheRule() {
        assertEquals("The height of a wall must be from 0.1 m to 50.0 m; got 0 m",
                assertThrows(StudyException.class, () -> wall(0, 0, 5, 0).withHeight(Quantity.parse("0 m", Dimension.LENGTH)))
                        .getMessage());
        assertThrows(StudyException.class, () -> new FloorLine(List.of(new FloorLine.Corner(0, 0))));
        String same = assertThrows(StudyException.class,
                () -> new FloorLine(List.of(new FloorLine.Corner(0, 0), new FloorLine.Corner(0, 0.01)))).getMessage();
        assertTrue(same.startsWith("From corner 1 to corner 2 it must be at least 0.05 m"), same);
        Aisle aisle = Aisle.KIND.blank(Basics.of("A", Placement.at(0, 0)));
        assertThrows(StudyException.class, () -> aisle.withWidth(Quantity.parse("0.1 m", Dimension.LENGTH)));
        assertThrows(StudyException.class, () -> aisle.withMaxSpeed(Optional.of(Quantity.parse("0 m/s", Dimension.SPEED))));
        assertThrows(StudyException.class, () -> opening(1, 0.1));
    }

    @Test
    void theArrowOfAnAisleGoesRoundThroughItsDirections() {
        Aisle aisle = (Aisle) Aisle.KIND.blank(Basics.of("A", Placement.at(0, 0))).through(corners(0, 0, 2, 0, 2, 9));
        assertEquals(Pose.at(2, 3, 0, 90), aisle.arrow(), "on its longest leg");
        Aisle forward = aisle.turned();
        Aisle backward = forward.turned();
        assertEquals(Aisle.Direction.FORWARD, forward.direction());
        assertEquals(270, backward.arrow().heading(), 1e-9);
        assertEquals(aisle, backward.turned());
    }

    @Test
    void parallelsKeepTheirDistanceRoundCorners() {
        List<Pose> beside = Parallels.left(corners(0, 0, 10, 0, 10, 10, 0, 10), 2);
        assertEquals(corners(0, 2, 8, 2, 8, 8, 0, 8).stream().map(p -> List.of(p.x(), p.y())).toList(),
                beside.stream().map(p -> List.of(Math.round(p.x() * 1e9) / 1e9, Math.round(p.y() * 1e9) / 1e9)).toList());
        List<Pose> south = Parallels.left(corners(0, 0, -10, 0, -10, -10), 1);
        assertEquals(-9, south.get(1).x(), 1e-9);
        assertEquals(-1, south.get(1).y(), 1e-9);
    }

    @Test
    void aWallHidesThePlantOnlyWhereItStandsBeforeIt() {
        Wall room = wall(0, 0, 10, 0, 10, 10, 0, 10, 0, 0);
        Hiding hiding = new Hiding(List.of(new Buffer("B", Placement.at(5, 5), OptionalInt.empty(), Buffer.Order.OLDEST_FIRST), room));
        assertArrayEquals(new boolean[] {true, false, false, false}, hiding.hidingLegs(room, new double[] {5, -20, 4}), "from the south");
        assertArrayEquals(new boolean[] {false, true, false, false}, hiding.hidingLegs(room, new double[] {40, 5, 2}), "from the east");
        assertArrayEquals(new boolean[4], hiding.hidingLegs(room, new double[] {5, -4, 30}), "one looks over it");
        Fence fence = (Fence) Fence.KIND.blank(Basics.of("F", Placement.at(0, 0))).through(corners(0, 0, 10, 0));
        assertArrayEquals(new boolean[1], hiding.hidingLegs(fence, new double[] {5, -20, 1}), "one sees through a fence");
    }

    @Test
    void peopleGoBelowWhatIsHighAndNotThroughWhatStands() {
        Buffer buffer = new Buffer("B", Placement.at(5, 5), OptionalInt.empty(), Buffer.Order.OLDEST_FIRST);
        assertEquals(1, buffer.outlines().size());
        assertTrue(buffer.placed(new Placement(5, 5, 3, 0)).outlines().isEmpty());
        assertTrue(Crew.usual(Basics.of("C", Placement.at(0, 0))).outlines().isEmpty());
        Conveyor belt = Conveyor.KIND.placed(Set.of(), List.of(), Placement.at(0, 0));
        assertEquals(belt.totalWidthMetres(), belt.outlines().getFirst().get(2).y() - belt.outlines().getFirst().get(1).y(), 1e-9);
    }
}
