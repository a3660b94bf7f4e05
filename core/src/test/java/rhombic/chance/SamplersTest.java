package rhombic.chance;

import static org.junit.jupiter.api.Assertions.assertEquals;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Drawn seconds become whole nanoseconds as {@link Math#round} has it, however small or large they are. */
class SamplersTest {
    private static void assertRounded(double nanos) {
        double seconds = nanos / 1e9;
        assertEquals(Math.round(seconds * 1e9), Samplers.nanos(seconds), nanos + " ns");
    }

    @Property(tries = 2000, seed = "20261202")
    void aTimeIsRoundedToNanoseconds(@ForAll @DoubleRange(min = 0, max = 1) double part,
            @ForAll @DoubleRange(min = 0, max = 62) double power) {
        assertRounded(part * Math.pow(2, power));
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, 0.4999999999999999, 0.49999999999999994, 0.5, 0.9999999999999999, 1, 1.5, 2.5, 1e9 + 0.5, 0x1p51 + 0.5,
            0x1p52 - 0.5, 0x1p52,
            0x1p52 + 1, 0x1p53 + 2, 9.3e18})
    void halvesAndTheLimitsOfADoubleToo(double nanos) {
        assertRounded(nanos);
    }

    @Test
    void whatIsNegativeTakesNoTime() {
        assertEquals(0, Samplers.nanos(-3));
        assertEquals(0, Samplers.nanos(-1e-12));
        assertEquals(0, Samplers.nanos(Double.NaN));
    }
}
