package rhombic.plant.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The first and the n-th open lane, against a plain set of bits: of a few lanes, of one block of 4096, and of several. */
class OpenLanesTest {
    private static int nth(BitSet set, int n) {
        int at = set.nextSetBit(0);
        for (int i = 0; i < n; i++) {
            at = set.nextSetBit(at + 1);
        }
        return at;
    }

    private static void assertSame(BitSet set, OpenLanes lanes, int count, int step) {
        assertEquals(set.cardinality(), lanes.size());
        for (int rank = 0; rank < count; rank += step) {
            assertEquals(set.get(rank), lanes.has(rank));
            assertEquals(set.nextSetBit(rank), lanes.next(rank), "from " + rank);
        }
        for (int n = 0; n < set.cardinality(); n += step) {
            assertEquals(nth(set, n), lanes.nth(n), "the " + n + "th");
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 63, 64, 65, 4095, 4096, 4097, 9000})
    void theFirstAndTheNthAreThoseThatAreSet(int count) {
        Random random = new Random(count);
        OpenLanes lanes = new OpenLanes(count);
        BitSet set = new BitSet();
        assertEquals(OpenLanes.NONE, lanes.next(0));
        for (int round = 0; round < 6; round++) {
            for (int i = 0; i < count / 40 + 1; i++) {
                int rank = random.nextInt(count);
                boolean isOpen = random.nextInt(3) > 0;
                lanes.set(rank, isOpen);
                lanes.set(rank, isOpen); // again: nothing changes
                set.set(rank, isOpen);
            }
            assertSame(set, lanes, count, Math.max(1, count / 300));
        }
        for (int rank = set.nextSetBit(0); rank >= 0; rank = set.nextSetBit(rank + 1)) {
            lanes.set(rank, false);
        }
        assertEquals(0, lanes.size());
        assertEquals(OpenLanes.NONE, lanes.next(0));
        lanes.set(count - 1, true);
        assertEquals(count - 1, lanes.next(0));
        assertEquals(count - 1, lanes.nth(0));
        assertEquals(OpenLanes.NONE, lanes.next(count), "behind the last");
        assertEquals(OpenLanes.NONE, lanes.next(count + 64));
    }

    @Test
    void blocksThatAreEmptyArePassedOver() {
        OpenLanes lanes = new OpenLanes(5 * 4096);
        lanes.set(3, true);
        lanes.set(4 * 4096 + 70, true);
        assertEquals(4 * 4096 + 70, lanes.next(4), "three blocks and a word farther");
        assertEquals(4 * 4096 + 70, lanes.next(63));
        assertEquals(4 * 4096 + 70, lanes.next(4 * 4096 + 70));
        assertEquals(OpenLanes.NONE, lanes.next(4 * 4096 + 71));
        assertEquals(4 * 4096 + 70, lanes.nth(1));
        assertEquals(3, lanes.nth(0));
        assertTrue(lanes.has(3));
        assertFalse(lanes.has(4));
    }
}
