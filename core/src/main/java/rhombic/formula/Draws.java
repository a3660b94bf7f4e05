package rhombic.formula;

import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.sampling.distribution.ZigguratSampler;

/** Draws with parameters that are known only when they are needed. Parameters as in Law, chapter 6. */
final class Draws {
    private Draws() {}

    static double sqrt(double a) {
        if (!(a >= 0)) {
            throw new FormulaException("sqrt needs a number of at least 0; got " + a);
        }
        return Math.sqrt(a);
    }

    static double uniform(UniformRandomProvider chance, double min, double max) {
        ordered("uniform", min <= max, min, max);
        return min + (max - min) * chance.nextDouble();
    }

    static double triangular(UniformRandomProvider chance, double min, double mode, double max) {
        ordered("triangular", min <= mode && mode <= max, min, max);
        if (min == max) {
            return min;
        }
        double u = chance.nextDouble();
        return u < (mode - min) / (max - min)
                ? min + Math.sqrt(u * (max - min) * (mode - min))
                : max - Math.sqrt((1 - u) * (max - min) * (max - mode));
    }

    static double exponential(UniformRandomProvider chance, double mean) {
        positive("exponential", "a mean", mean);
        return mean * ZigguratSampler.Exponential.of(chance).sample();
    }

    /** Cut off at 0. */
    static double normal(UniformRandomProvider chance, double mean, double deviation) {
        positive("normal", "a standard deviation", deviation);
        positive("normal", "a mean", mean);
        ZigguratSampler.NormalizedGaussian unit = ZigguratSampler.NormalizedGaussian.of(chance);
        double x;
        do {
            x = mean + deviation * unit.sample();
        } while (x < 0);
        return x;
    }

    /** With that mean and standard deviation of the value itself. */
    static double lognormal(UniformRandomProvider chance, double mean, double deviation) {
        positive("lognormal", "a mean", mean);
        positive("lognormal", "a standard deviation", deviation);
        double sigma = Math.sqrt(Math.log1p(deviation / mean * (deviation / mean)));
        return Math.exp(Math.log(mean) - sigma * sigma / 2 + sigma * ZigguratSampler.NormalizedGaussian.of(chance).sample());
    }

    private static void positive(String function, String label, double value) {
        if (!(value > 0)) {
            throw new FormulaException(function + " needs " + label + " above 0; got " + value);
        }
    }

    private static void ordered(String function, boolean inOrder, double min, double max) {
        if (!inOrder) {
            throw new FormulaException(function + " needs its values in rising order; got " + min + " to " + max);
        }
    }
}
