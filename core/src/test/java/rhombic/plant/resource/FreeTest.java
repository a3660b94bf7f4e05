package rhombic.plant.resource;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** Who is free, against a sorted set. */
class FreeTest {
    private static List<Integer> all(Free free) {
        List<Integer> all = new ArrayList<>();
        for (int i = free.next(0); i != Free.NONE; i = free.next(i + 1)) {
            all.add(i);
        }
        return all;
    }

    @Test
    void givesThemInOrderHoweverTheyCameAndWent() {
        Random random = new Random(20261126);
        for (int round = 0; round < 200; round++) {
            Free free = new Free();
            TreeSet<Integer> expected = new TreeSet<>();
            int max = 1 + random.nextInt(300);
            for (int step = 0; step < 200; step++) {
                int number = random.nextInt(max);
                if (expected.remove(number)) {
                    free.remove(number);
                } else {
                    expected.add(number);
                    free.add(number);
                }
                assertEquals(expected.size(), free.count());
            }
            assertEquals(List.copyOf(expected), all(free));
            int from = random.nextInt(400);
            Integer next = expected.ceiling(from);
            assertEquals(next == null ? Free.NONE : next, free.next(from));
        }
    }

    @Test
    void nobodyIsFreeTwiceOrTakenWhoIsNotFree() {
        Free free = new Free();
        free.add(63);
        assertThrows(AssertionError.class, () -> free.add(63));
        assertThrows(AssertionError.class, () -> free.remove(64));
        free.remove(63);
        assertEquals(List.of(), all(free));
    }
}
