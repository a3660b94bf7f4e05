package rhombic.formula;

import java.util.Map;
import org.apache.commons.rng.sampling.distribution.ZigguratSampler;

/** The functions of formulas. Public only so that JEXL can reach them. */
public final class FormulaFunctions {
    private final FormulaScope scope;

    FormulaFunctions(FormulaScope scope) {
        this.scope = scope;
    }

    public Map<String, Object> at(String equipment) {
        return scope.at(equipment);
    }

    public Object table(String name, Object key) {
        return scope.table(name, key);
    }

    public Object table(String name, Object key, Object secondKey) {
        return scope.table(name, key, secondKey);
    }

    public double min(double a, double b) {
        return Math.min(a, b);
    }

    public double max(double a, double b) {
        return Math.max(a, b);
    }

    public double abs(double a) {
        return Math.abs(a);
    }

    public double round(double a) {
        return Math.rint(a);
    }

    public double floor(double a) {
        return Math.floor(a);
    }

    public double ceil(double a) {
        return Math.ceil(a);
    }

    public double sqrt(double a) {
        if (!(a >= 0)) {
            throw new FormulaException("sqrt needs a number of at least 0; got " + a);
        }
        return Math.sqrt(a);
    }

    /** Drawn evenly between the two. */
    public double uniform(double least, double most) {
        ordered("uniform", least <= most, least, most);
        return least + (most - least) * scope.chance().nextDouble();
    }

    /** Drawn between least and most with a peak at mode. */
    public double triangular(double least, double mode, double most) {
        ordered("triangular", least <= mode && mode <= most, least, most);
        if (least == most) {
            return least;
        }
        double u = scope.chance().nextDouble();
        return u < (mode - least) / (most - least)
                ? least + Math.sqrt(u * (most - least) * (mode - least))
                : most - Math.sqrt((1 - u) * (most - least) * (most - mode));
    }

    /** Drawn as the time between events that come by pure chance. */
    public double exponential(double mean) {
        positive("exponential", "a mean", mean);
        return mean * ZigguratSampler.Exponential.of(scope.chance()).sample();
    }

    /** Drawn from the normal distribution, cut off at 0. */
    public double normal(double mean, double deviation) {
        positive("normal", "a standard deviation", deviation);
        positive("normal", "a mean", mean);
        ZigguratSampler.NormalizedGaussian unit = ZigguratSampler.NormalizedGaussian.of(scope.chance());
        double x;
        do {
            x = mean + deviation * unit.sample();
        } while (x < 0);
        return x;
    }

    /** Drawn from the lognormal distribution with that mean and standard deviation of the value itself. */
    public double lognormal(double mean, double deviation) {
        positive("lognormal", "a mean", mean);
        positive("lognormal", "a standard deviation", deviation);
        double sigma = Math.sqrt(Math.log1p(deviation / mean * (deviation / mean)));
        return Math.exp(Math.log(mean) - sigma * sigma / 2 + sigma * ZigguratSampler.NormalizedGaussian.of(scope.chance()).sample());
    }

    private static void positive(String function, String what, double value) {
        if (!(value > 0)) {
            throw new FormulaException(function + " needs " + what + " above 0; got " + value);
        }
    }

    private static void ordered(String function, boolean inOrder, double least, double most) {
        if (!inOrder) {
            throw new FormulaException(function + " needs its values in rising order; got " + least + " to " + most);
        }
    }
}
