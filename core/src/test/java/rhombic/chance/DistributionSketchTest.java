package rhombic.chance;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DistributionSketchTest {
    /** Quantiles in closed form: of the uniform, of the exponential, of the triangular by its two square roots. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"uniform(40 s, 60 s); 50; 41; 59", "exponential(100 s); 100; 5.129; 299.57", "triangular(0 s, 50 s, 100 s); 50; 15.811; 84.189"})
    void meanAndBandAreThoseOfTheDistribution(String text, double mean, double low, double high) {
        DistributionSketch sketch = DistributionSketch.of(DistributionText.parse(text));
        assertEquals(mean, sketch.meanSeconds(), 1e-9);
        assertEquals(low, sketch.lowSeconds(), 0.02 * mean);
        assertEquals(high, sketch.highSeconds(), 0.03 * high);
    }

    @Test
    void theCurveHasItsPeakAtTheMode() {
        DistributionSketch sketch = DistributionSketch.of(DistributionText.parse("triangular(0 s, 80 s, 100 s)"));
        int highest = 0;
        for (int i = 0; i < sketch.heights().length; i++) {
            highest = sketch.heights()[i] > sketch.heights()[highest] ? i : highest;
        }
        double peak = sketch.fromSeconds() + (highest + 0.5) * (sketch.toSeconds() - sketch.fromSeconds()) / sketch.heights().length;
        assertEquals(80, peak, 8);
        assertEquals(1, Arrays.stream(sketch.heights()).max().orElseThrow());
    }

    @Test
    void aConstantIsOneLineAndTheSameTextGivesTheSameSketch() {
        DistributionSketch constant = DistributionSketch.of(DistributionText.parse("90 s"));
        assertArrayEquals(new double[] {1}, constant.heights());
        assertEquals(90, constant.fromSeconds());
        Distribution lognormal = DistributionText.parse("lognormal(60 s, 30 s)");
        assertArrayEquals(DistributionSketch.of(lognormal).heights(), DistributionSketch.of(lognormal).heights());
        assertTrue(DistributionSketch.of(lognormal).toSeconds() < 400, "the far tail is left out");
    }
}
