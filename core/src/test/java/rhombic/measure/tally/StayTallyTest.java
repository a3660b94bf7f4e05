package rhombic.measure.tally;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import rhombic.measure.StayFigures;

class StayTallyTest {
    @Property(tries = 60, seed = "20261123")
    void percentilesAreThoseOfTheSortedValues(@ForAll @IntRange(min = 1, max = 5000) int count, @ForAll long seed) {
        Random random = new Random(seed);
        StayTally tally = new StayTally();
        long[] values = random.longs(count, 0, 1L << (1 + random.nextInt(50))).toArray();
        Arrays.stream(values).forEach(tally::add);
        Arrays.sort(values);
        StayFigures figures = tally.figures();
        check(values, 0.5, figures.median());
        check(values, 0.95, figures.p95());
        check(values, 0.99, figures.p99());
        assertEquals(values[0] / 1e9, figures.min());
        assertEquals(values[count - 1] / 1e9, figures.max());
        assertEquals(Arrays.stream(values).average().orElseThrow() / 1e9, figures.mean(), 1e-9 * figures.max());
    }

    private static void check(long[] sorted, double part, double ours) {
        double exact = sorted[(int) Math.ceil(part * sorted.length - 1e-9) - 1] / 1e9;
        double allowed = sorted.length <= 1000 ? 0 : 0.004 * exact + 1e-9;
        assertTrue(Math.abs(ours - exact) <= allowed, () -> part + ": exact " + exact + ", ours " + ours);
    }

    @Test
    void whatComesOftenIsCountedInFull() {
        StayTally tally = new StayTally();
        add(tally, 900, 10);
        add(tally, 2000, 20);
        StayTally other = StayTally.copyOf(tally);
        add(tally, 100, 40);
        StayFigures figures = tally.figures();
        assertEquals(3000, figures.count());
        assertEquals(10, figures.p10(), 0.04);
        assertEquals(20, figures.median(), 0.08);
        assertEquals(20, figures.p95(), 0.08);
        assertEquals(40, figures.p99(), 0.16);
        add(other, 5000, 5);
        assertEquals(7900, other.figures().count(), "what the copy has in common with the first, and its own");
        assertEquals(5, other.figures().median(), 0.02);
        assertEquals(3000, tally.figures().count());
    }

    private static void add(StayTally tally, int times, long seconds) {
        for (int i = 0; i < times; i++) {
            tally.add(seconds * 1_000_000_000);
        }
    }

    @Test
    void afterARestartNothingOldIsLeft() {
        StayTally tally = new StayTally();
        for (int i = 0; i < 3000; i++) {
            tally.add(1_000_000_000L * i);
        }
        tally.restart();
        assertEquals(StayFigures.NONE, tally.figures());
        tally.add(7_000_000_000L);
        assertEquals(7, tally.figures().median());
    }
}
