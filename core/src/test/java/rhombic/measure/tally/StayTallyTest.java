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
