package rhombic.chance;

import java.util.Arrays;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.sampling.distribution.AhrensDieterMarsagliaTsangGammaSampler;
import org.apache.commons.rng.sampling.distribution.ContinuousSampler;
import org.apache.commons.rng.sampling.distribution.ZigguratSampler;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.apache.commons.statistics.distribution.TruncatedNormalDistribution;
import org.apache.commons.statistics.distribution.WeibullDistribution;
import rhombic.quantity.Quantity;

/** How each distribution is drawn. Ready samplers of Commons RNG where there are some; else by inversion. */
final class Samplers {
    /** Below this part left after cutting, rejection would waste too many draws and inversion is used. */
    private static final double REJECT_FROM = 0.2;

    private static final double MIN_PART_LEFT = 1e-9;
    /** Below it a double has its halves. */
    private static final double EXACT_HALVES = 0x1p52;

    private Samplers() {}

    static TimeSampler uniform(Distribution.Uniform d, UniformRandomProvider stream) {
        double low = d.min().inBaseUnit();
        double width = d.max().inBaseUnit() - low;
        return () -> nanos(low + width * stream.nextDouble());
    }

    static TimeSampler triangular(Distribution.Triangular d, UniformRandomProvider stream) {
        double a = d.min().inBaseUnit();
        double c = d.mode().inBaseUnit();
        double b = d.max().inBaseUnit();
        if (b == a) {
            return () -> nanos(a);
        }
        double cut = (c - a) / (b - a);
        return () -> {
            double u = stream.nextDouble();
            return nanos(u < cut ? a + Math.sqrt(u * (b - a) * (c - a)) : b - Math.sqrt((1 - u) * (b - a) * (b - c)));
        };
    }

    static TimeSampler exponential(Distribution.Exponential d, UniformRandomProvider stream) {
        ContinuousSampler unit = ZigguratSampler.Exponential.of(stream);
        double mean = d.mean().inBaseUnit();
        return () -> nanos(mean * unit.sample());
    }

    static TimeSampler lognormal(Distribution.Lognormal d, UniformRandomProvider stream) {
        double mean = d.mean().inBaseUnit();
        double variation = d.deviation().inBaseUnit() / mean;
        double sigma = Math.sqrt(Math.log1p(variation * variation));
        double mu = Math.log(mean) - sigma * sigma / 2;
        ContinuousSampler unit = ZigguratSampler.NormalizedGaussian.of(stream);
        return () -> nanos(Math.exp(mu + sigma * unit.sample()));
    }

    static TimeSampler normal(Distribution.Normal d, UniformRandomProvider stream) {
        double mean = d.mean().inBaseUnit();
        double deviation = d.deviation().inBaseUnit();
        double low = d.min().inBaseUnit();
        double high = d.max().inBaseUnit();
        if (partLeft(mean, deviation, low, high) < REJECT_FROM) {
            TruncatedNormalDistribution cut = truncated(d);
            return () -> nanos(Math.clamp(cut.inverseCumulativeProbability(stream.nextDouble()), low, high));
        }
        ContinuousSampler unit = ZigguratSampler.NormalizedGaussian.of(stream);
        return () -> {
            double x;
            do {
                x = mean + deviation * unit.sample();
            } while (x < low || x > high);
            return nanos(x);
        };
    }

    static TruncatedNormalDistribution truncated(Distribution.Normal d) {
        return TruncatedNormalDistribution.of(d.mean().inBaseUnit(), d.deviation().inBaseUnit(), d.min().inBaseUnit(),
                d.max().inBaseUnit());
    }

    static boolean reaches(Quantity mean, Quantity deviation, Quantity min, Quantity max) {
        return partLeft(mean.inBaseUnit(), deviation.inBaseUnit(), min.inBaseUnit(), max.inBaseUnit()) >= MIN_PART_LEFT;
    }

    private static double partLeft(double mean, double deviation, double low, double high) {
        return NormalDistribution.of(mean, deviation).probability(low, high);
    }

    static TimeSampler gamma(double shape, double scaleSeconds, UniformRandomProvider stream) {
        ContinuousSampler sampler = AhrensDieterMarsagliaTsangGammaSampler.of(stream, shape, scaleSeconds);
        return () -> nanos(sampler.sample());
    }

    static double weibullMean(double shape, double scaleSeconds) {
        return WeibullDistribution.of(shape, scaleSeconds).getMean();
    }

    static TimeSampler weibull(Distribution.Weibull d, UniformRandomProvider stream) {
        ContinuousSampler unit = ZigguratSampler.Exponential.of(stream);
        double power = 1 / d.shape();
        double scale = d.scale().inBaseUnit();
        return () -> nanos(scale * Math.pow(unit.sample(), power));
    }

    static TimeSampler beta(Distribution.Beta d, UniformRandomProvider stream) {
        // The ratio of two gamma variates (Law, section 8.3.8).
        ContinuousSampler x = AhrensDieterMarsagliaTsangGammaSampler.of(stream, d.a(), 1);
        ContinuousSampler y = AhrensDieterMarsagliaTsangGammaSampler.of(stream, d.b(), 1);
        double low = d.min().inBaseUnit();
        double width = d.max().inBaseUnit() - low;
        return () -> {
            double first = x.sample();
            double sum = first + y.sample();
            return nanos(low + width * (sum > 0 ? first / sum : 0.5));
        };
    }

    static TimeSampler discrete(Distribution.Discrete d, UniformRandomProvider stream) {
        int n = d.choices().size();
        long[] times = new long[n];
        double[] upTo = new double[n];
        double sum = 0;
        int last = 0;
        for (int i = 0; i < n; i++) {
            times[i] = d.choices().get(i).time().nanos();
            sum += d.choices().get(i).weight();
            upTo[i] = sum;
            last = d.choices().get(i).weight() > 0 ? i : last;
        }
        double total = sum;
        int lastWithWeight = last;
        return () -> {
            double u = stream.nextDouble() * total;
            int at = Arrays.binarySearch(upTo, u);
            // On an exact hit u belongs to the next choice; weights of 0 make equal sums, so move past them all.
            int index = at >= 0 ? at + 1 : -at - 1;
            while (index < lastWithWeight && upTo[index] <= u) {
                index++;
            }
            return times[Math.min(index, lastWithWeight)];
        };
    }

    static TimeSampler empirical(Distribution.Empirical d, UniformRandomProvider stream) {
        double[] sorted = d.sortedSeconds();
        int steps = sorted.length - 1;
        return () -> {
            double u = stream.nextDouble() * steps;
            int i = Math.min((int) u, steps - 1);
            return nanos(sorted[i] + (u - i) * (sorted[i + 1] - sorted[i]));
        };
    }

    /** Rounded to whole nanoseconds, halves up; 0 for what is negative. */
    static long nanos(double seconds) {
        double nanos = seconds * 1e9;
        if (nanos >= 1 && nanos < EXACT_HALVES) {
            return (long) (nanos + 0.5); // what Math.round gives there, in fewer steps
        }
        return nanos <= 0 ? 0 : Math.round(nanos);
    }
}
