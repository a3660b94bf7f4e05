package rhombic.chance;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DistributionSketchTest {
    /** Quantiles in closed form: of the uniform, of the exponential, of the triangular by its two square roots. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"uniform(40 s, 60 s); 50; 41; 59", "exponential(100 s); 100; 5.129; 299.57",
            "triangular(0 s, 50 s, 100 s); 50; 15.811; 84.189"})
    void meanAndBandAreThoseOfTheDistribution(String text, double mean, double low, double high) {
        DistributionSketch sketch = DistributionSketch.of(DistributionText.parse(text));
        assertEquals(mean, sketch.meanSeconds(), 1e-9);
        assertEquals(low, sketch.lowSeconds(), 1e-3 * mean);
        assertEquals(high, sketch.highSeconds(), 1e-3 * high);
    }

    @Test
    void theCurveHasItsPeakAtTheMode() {
        DistributionSketch sketch = DistributionSketch.of(DistributionText.parse("triangular(0 s, 80 s, 100 s)"));
        int highest = 0;
        for (int i = 0; i < sketch.heights().length; i++) {
            highest = sketch.heights()[i] > sketch.heights()[highest] ? i : highest;
        }
        double peak = sketch.fromSeconds() + (highest + 0.5) * (sketch.toSeconds() - sketch.fromSeconds()) / sketch.heights().length;
        assertEquals(80, peak, 1);
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

    /** The band and the curve are the density, so that what is drawn from the distribution falls where they say. */
    @ParameterizedTest
    @ValueSource(strings = {"uniform(40 s, 60 s)", "triangular(10 s, 20 s, 90 s)", "exponential(75 s)", "normal(60 s, 5 s)",
            "normal(10 s, 20 s)", "lognormal(60 s, 30 s)", "erlang(3, 60 s)",
            "gamma(2.5, 20 s)", "weibull(1.5, 6 h)", "beta(2, 5, 10 s, 60 s)", "empirical(41 s, 44 s, 52 s, 70 s)"})
    void drawsFallWhereTheCurveSays(String text) {
        Distribution distribution = DistributionText.parse(text);
        DistributionSketch sketch = DistributionSketch.of(distribution);
        TimeSampler sampler = distribution.sampler(new RandomStreams(3, 1).stream("", Purpose.WORK));
        int steps = sketch.heights().length;
        double width = (sketch.toSeconds() - sketch.fromSeconds()) / steps;
        double[] drawn = new double[8];
        double inBand = 0;
        int count = 200_000;
        for (int i = 0; i < count; i++) {
            double seconds = sampler.nextNanos() / 1e9;
            inBand += seconds > sketch.lowSeconds() && seconds < sketch.highSeconds() ? 1.0 / count : 0;
            int part = (int) Math.floor((seconds - sketch.fromSeconds()) / width / (steps / 8.0));
            if (part >= 0 && part < 8) {
                drawn[part]++;
            }
        }
        assertEquals(0.9, inBand, 0.004);
        double all = Arrays.stream(sketch.heights()).sum();
        double drawnAll = Arrays.stream(drawn).sum();
        for (int part = 0; part < 8; part++) {
            double expected = Arrays.stream(sketch.heights(), part * steps / 8, (part + 1) * steps / 8).sum() / all;
            assertEquals(expected, drawn[part] / drawnAll, 0.006, text + ", eighth " + part);
        }
    }

    @Test
    void aDiscreteOneShowsItsTimesByHowOftenTheyCome() {
        DistributionSketch sketch = DistributionSketch.of(DistributionText.parse("discrete(10 s: 3, 25 s: 1)"));
        assertEquals(10, sketch.lowSeconds());
        assertEquals(25, sketch.highSeconds());
        assertEquals(2, Arrays.stream(sketch.heights()).filter(h -> h > 0).count());
        assertEquals(1, sketch.heights()[0]);
        assertEquals(1 / 3.0, sketch.heights()[sketch.heights().length - 1], 1e-9);
    }
}
