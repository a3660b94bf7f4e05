package rhombic.chance;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.quantity.Quantity;

class DistributionTest {
    private static final int DRAWS = 400_000;

    /** Mean and standard deviation in closed form; the sample's must lie within five standard errors. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
            "90 s | 90 | 0",
            "uniform(40 s, 60 s) | 50 | 5.7735",
            "triangular(48 s, 65 s, 95 s) | 69.3333 | 9.6983",
            "exponential(75 s) | 75 | 75",
            "normal(60 s, 5 s) | 60 | 5",
            "normal(0 s, 10 s) | 7.97885 | 6.02810",
            "normal(0 s, 10 s, 20 s, 40 s) | 23.70633 | 3.3103",
            "lognormal(60 s, 30 s) | 60 | 30",
            "erlang(3, 60 s) | 60 | 34.641",
            "gamma(2.5, 20 s) | 50 | 31.6228",
            "weibull(1.5, 100 s) | 90.2745 | 61.2941",
            "beta(2, 5, 10 s, 60 s) | 24.2857 | 7.9860",
            "discrete(10 s: 3, 25 s: 1, 99 s: 0) | 13.75 | 6.49519",
            "empirical(10 s, 20 s, 40 s) | 22.5 | 8.7797"})
    void drawsHaveTheMomentsOfTheTheory(String text, double mean, double deviation) {
        Distribution distribution = DistributionText.parse(text);
        TimeSampler sampler = distribution.sampler(new RandomStreams(11, 1).stream("Moments", Purpose.WORK));
        double[] seconds = LongStream.generate(sampler::nextNanos).limit(DRAWS).mapToDouble(n -> n / 1e9).toArray();
        double sampleMean = Arrays.stream(seconds).average().orElseThrow();
        double sampleDeviation = Math
                .sqrt(Arrays.stream(seconds).map(x -> (x - sampleMean) * (x - sampleMean)).sum() / (DRAWS - 1));
        assertEquals(mean, distribution.meanSeconds(), 1e-3 * Math.max(1, mean / 50), "closed form");
        assertEquals(mean, sampleMean, 5 * deviation / Math.sqrt(DRAWS) + 1e-3, "mean");
        assertEquals(deviation, sampleDeviation, 0.012 * deviation + 1e-6, "standard deviation");
    }

    @ParameterizedTest
    @ValueSource(strings = {"90 s", "1.5 min", "uniform(40 s, 1 min)", "triangular(48 s, 65 s, 95 s)", "exponential(0.5 h)",
            "normal(60 s, 5 s)",
            "normal(60 s, 5 s, 50 s, 70 s)", "lognormal(1 min, 30 s)", "erlang(3, 60 s)", "gamma(2.5, 20 s)", "weibull(1.5, 6 h)",
            "beta(2, 5, 10 s, 60 s)",
            "discrete(10 s: 3, 25 s: 1)", "empirical(41 s, 44 s, 52 s)"})
    void textReadsAndPrintsTheSame(String text) {
        Distribution distribution = DistributionText.parse(text);
        assertEquals(text, distribution.toString());
        assertEquals(distribution, DistributionText.parse(distribution.toString()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
            "triangular(48, 65, 95) | 48 has no unit",
            "triangular(95 s, 65 s, 48 s) | min must not be above mode",
            "exponential(0 s) | mean must be above 0 s",
            "exponential(-5 s) | mean must be above 0 s",
            "uniform(10 s) | Write 2 values",
            "poisson(3 s) | There is no distribution",
            "exponential 75 s | in brackets",
            "erlang(2.5, 60 s) | stages must be a whole number",
            "discrete(10 s: 0) | must not all be 0",
            "normal(0 s, 1 s, 50 s, 60 s) | next to nothing",
            "weibull(0, 6 h) | shape must be from",
            "'' | A time is missing"})
    void faultsSayTheRule(String text, String part) {
        String message = assertThrows(DistributionException.class, () -> DistributionText.parse(text)).getMessage();
        assertTrue(message.contains(part), message);
    }

    @Test
    void eachPurposeOfEachThingHasItsOwnStream() {
        RandomStreams streams = new RandomStreams(1, 1);
        long first = streams.stream("A", Purpose.WORK).nextLong();
        assertEquals(first, streams.stream("A", Purpose.WORK).nextLong());
        assertNotEquals(first, streams.stream("A", Purpose.ARRIVAL).nextLong());
        assertNotEquals(first, streams.stream("B", Purpose.WORK).nextLong());
        assertNotEquals(first, new RandomStreams(1, 2).stream("A", Purpose.WORK).nextLong());
        assertNotEquals(first, new RandomStreams(2, 1).stream("A", Purpose.WORK).nextLong());
    }

    /** A fixed number: the same seed must give the same run on every machine and in every later version. */
    @Test
    void streamsNeverChange() {
        assertEquals(STREAM_A_WORK, new RandomStreams(20_261_123, 3).stream("Brazing 2", Purpose.WORK).nextLong());
    }

    private static final long STREAM_A_WORK = 7_560_841_822_262_732_367L;

    @Test
    void parametersAreCheckedWhereverTheyComeFrom() {
        assertThrows(DistributionException.class, () -> new Distribution.Constant(Quantity.metres(1)));
        assertThrows(DistributionException.class, () -> new Distribution.Gamma(Double.NaN, Quantity.seconds(1)));
    }

    /** What a list of distributions begins with has the mean that was there. */
    @Test
    void anExampleOfEachFamilyHasTheMeanAskedFor() {
        for (String family : DistributionText.FORMS.keySet()) {
            assertEquals(83, DistributionText.parse(DistributionText.example(family, 83)).meanSeconds(), 0.5, family);
        }
    }
}
