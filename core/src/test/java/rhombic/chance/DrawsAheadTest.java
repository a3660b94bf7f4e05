package rhombic.chance;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DrawsAheadTest {
    private static TimeSampler sampler(String text, boolean ahead) {
        Distribution distribution = DistributionText.parse(text);
        var stream = new RandomStreams(7, 3).stream("Press", Purpose.WORK);
        return ahead ? distribution.onlySampler(stream) : distribution.sampler(stream);
    }

    @ParameterizedTest
    @ValueSource(strings = {"exponential(1 min)", "uniform(2 s, 9 s)", "lognormal(40 s, 10 s)", "normal(1 min, 20 s, 10 s, 2 min)", "30 s"})
    void theSameTimesComeInTheSameOrder(String text) {
        TimeSampler one = sampler(text, false);
        TimeSampler ahead = sampler(text, true);
        for (int i = 0; i < 200; i++) {
            assertEquals(one.nextNanos(), ahead.nextNanos(), text + ", draw " + i);
        }
    }

    @Test
    void whatNeverChangesIsNotDrawn() {
        assertFalse(sampler("30 s", true) instanceof DrawsAhead);
    }
}
