package rhombic.desktop.floor.hand;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

class TypedDistanceTest {
    @Test
    void oneNumberGoesTheWayItIsDraggedMostTwoAreEastAndNorth() {
        assertArrayEquals(new double[] {1.5, 0}, TypedDistance.parse("1.5", 3, -2).orElseThrow());
        assertArrayEquals(new double[] {-1.5, 0}, TypedDistance.parse("1.5", -3, -2).orElseThrow());
        assertArrayEquals(new double[] {0, -4}, TypedDistance.parse("4", 1, -2).orElseThrow());
        assertArrayEquals(new double[] {2, -0.25}, TypedDistance.parse("2, -0.25", -9, 9).orElseThrow());
    }

    @Test
    void whatIsHalfTypedIsNoDistanceYet() {
        for (String half : new String[] {"", "-", "1,", ",", "1,2,3"}) {
            assertTrue(TypedDistance.parse(half, 1, 1).isEmpty(), half);
        }
    }

    @Test
    void distancesAreShownWithTheirDirection() {
        assertEquals("1.5 m east, 0.25 m south", TypedDistance.shown(1.5, -0.25));
        assertEquals("0 m east, 10 m north", TypedDistance.shown(0, 10));
    }
}
