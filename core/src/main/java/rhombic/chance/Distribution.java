package rhombic.chance;

import java.io.Serializable;
import java.util.List;
import java.util.stream.Collectors;
import org.apache.commons.rng.UniformRandomProvider;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;

/**
 * How long something takes. A value with checked parameters; its text form, {@link #toString()}, is read back by
 * {@link DistributionText#parse} as the same value.
 *
 * <p>All parameters that are times carry their unit. Formulas and parameter names follow Law, <i>Simulation
 * Modeling and Analysis</i>, 5th ed., chapter 6.
 */
public sealed interface Distribution extends Serializable {

    /** Mean in seconds; for a cut-off normal, of what is left after cutting. */
    double meanSeconds();

    /** A sampler that draws from the given stream and from nothing else. */
    TimeSampler sampler(UniformRandomProvider stream);

    /** The same where nothing else ever draws from the stream: it may be drawn from before a time is asked for. */
    default TimeSampler onlySampler(UniformRandomProvider stream) {
        return this instanceof Constant ? sampler(stream) : new DrawsAhead(sampler(stream));
    }

    /** The same with every draw so many times as long. */
    default Distribution scaled(double factor) {
        return switch (this) {
            case Constant d -> new Constant(d.time.times(factor));
            case Uniform d -> new Uniform(d.min.times(factor), d.max.times(factor));
            case Triangular d -> new Triangular(d.min.times(factor), d.mode.times(factor), d.max.times(factor));
            case Exponential d -> new Exponential(d.mean.times(factor));
            case Normal d -> new Normal(d.mean.times(factor), d.deviation.times(factor), d.min.times(factor),
                    d.max.equals(Normal.NO_MAX) ? d.max : d.max.times(factor));
            case Lognormal d -> new Lognormal(d.mean.times(factor), d.deviation.times(factor));
            case Erlang d -> new Erlang(d.stages, d.mean.times(factor));
            case Gamma d -> new Gamma(d.shape, d.scale.times(factor));
            case Weibull d -> new Weibull(d.shape, d.scale.times(factor));
            case Beta d -> new Beta(d.a, d.b, d.min.times(factor), d.max.times(factor));
            case Discrete d -> new Discrete(d.choices.stream().map(c -> new Weighted(c.time.times(factor), c.weight)).toList());
            case Empirical d -> new Empirical(d.observed.stream().map(time -> time.times(factor)).toList());
        };
    }

    /** Whether every draw is exactly zero, so that no time passes. */
    default boolean isAlwaysZero() {
        return this instanceof Constant constant && constant.nanos() == 0;
    }

    /** Always the same time. */
    record Constant(Quantity time) implements Distribution {
        public Constant {
            Parameters.timeNotNegative("a constant time", time);
        }

        long nanos() {
            return time.nanos();
        }

        @Override
        public double meanSeconds() {
            return time.inBaseUnit();
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            long nanos = nanos();
            return () -> nanos;
        }

        @Override
        public String toString() {
            return time.toString();
        }
    }

    /** Every time between least and most is equally likely. */
    record Uniform(Quantity min, Quantity max) implements Distribution {
        public Uniform {
            Parameters.timeNotNegative("least", min);
            Parameters.ordered("min", min, "max", max);
        }

        @Override
        public double meanSeconds() {
            return (min.inBaseUnit() + max.inBaseUnit()) / 2;
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.uniform(this, stream);
        }

        @Override
        public String toString() {
            return "uniform(" + min + ", " + max + ")";
        }
    }

    /** Between least and most, with a peak at mode. */
    record Triangular(Quantity min, Quantity mode, Quantity max) implements Distribution {
        public Triangular {
            Parameters.timeNotNegative("least", min);
            Parameters.ordered("min", min, "mode", mode);
            Parameters.ordered("mode", mode, "max", max);
        }

        @Override
        public double meanSeconds() {
            return (min.inBaseUnit() + mode.inBaseUnit() + max.inBaseUnit()) / 3;
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.triangular(this, stream);
        }

        @Override
        public String toString() {
            return "triangular(" + min + ", " + mode + ", " + max + ")";
        }
    }

    /** The time between events that come by pure chance. */
    record Exponential(Quantity mean) implements Distribution {
        public Exponential {
            Parameters.timePositive("mean", mean);
        }

        @Override
        public double meanSeconds() {
            return mean.inBaseUnit();
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.exponential(this, stream);
        }

        @Override
        public String toString() {
            return "exponential(" + mean + ")";
        }
    }

    /** The normal distribution of that mean and standard deviation, cut off at least and most. */
    record Normal(Quantity mean, Quantity deviation, Quantity min, Quantity max) implements Distribution {
        /** The bound that stands for "no upper bound". */
        public static final Quantity NO_MAX = Quantity.seconds(1e9);

        public Normal {
            Parameters.time("mean", mean);
            Parameters.timePositive("standard deviation", deviation);
            Parameters.timeNotNegative("least", min);
            Parameters.ordered("min", min, "max", max);
            Parameters.require(min.inBaseUnit() < max.inBaseUnit(), "min must be below max; got " + min + " and " + max);
            Parameters.require(Samplers.reaches(mean, deviation, min, max),
                    "between " + min + " and " + max + " there is next to nothing of a normal distribution with mean " + mean
                            + " and standard deviation " + deviation);
        }

        /** Cut off at zero only. */
        public Normal(Quantity mean, Quantity deviation) {
            this(mean, deviation, Quantity.seconds(0), NO_MAX);
        }

        @Override
        public double meanSeconds() {
            return Samplers.truncated(this).getMean();
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.normal(this, stream);
        }

        @Override
        public String toString() {
            boolean usual = min.equals(Quantity.seconds(0)) && max.equals(NO_MAX);
            return "normal(" + mean + ", " + deviation + (usual ? "" : ", " + min + ", " + max) + ")";
        }
    }

    /** Skewed to the right; mean and standard deviation are those of the time itself, not of its logarithm. */
    record Lognormal(Quantity mean, Quantity deviation) implements Distribution {
        public Lognormal {
            Parameters.timePositive("mean", mean);
            Parameters.timePositive("standard deviation", deviation);
        }

        @Override
        public double meanSeconds() {
            return mean.inBaseUnit();
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.lognormal(this, stream);
        }

        @Override
        public String toString() {
            return "lognormal(" + mean + ", " + deviation + ")";
        }
    }

    /** The sum of {@code stages} exponential times; mean is that of the sum. */
    record Erlang(int stages, Quantity mean) implements Distribution {
        public Erlang {
            Parameters.require(stages >= 1 && stages <= 10_000, "stages must be a whole number from 1 to 10000; got " + stages);
            Parameters.timePositive("mean", mean);
        }

        @Override
        public double meanSeconds() {
            return mean.inBaseUnit();
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.gamma(stages, mean.inBaseUnit() / stages, stream);
        }

        @Override
        public String toString() {
            return "erlang(" + stages + ", " + mean + ")";
        }
    }

    /** Gamma with shape and scale; its mean is their product. */
    record Gamma(double shape, Quantity scale) implements Distribution {
        public Gamma {
            Parameters.shape("shape", shape);
            Parameters.timePositive("scale", scale);
        }

        @Override
        public double meanSeconds() {
            return shape * scale.inBaseUnit();
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.gamma(shape, scale.inBaseUnit(), stream);
        }

        @Override
        public String toString() {
            return "gamma(" + Quantity.plain(shape) + ", " + scale + ")";
        }
    }

    /** Weibull with shape and scale, as used for times to failure. */
    record Weibull(double shape, Quantity scale) implements Distribution {
        public Weibull {
            Parameters.shape("shape", shape);
            Parameters.timePositive("scale", scale);
        }

        @Override
        public double meanSeconds() {
            return Samplers.weibullMean(shape, scale.inBaseUnit());
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.weibull(this, stream);
        }

        @Override
        public String toString() {
            return "weibull(" + Quantity.plain(shape) + ", " + scale + ")";
        }
    }

    /** Beta with shapes a and b, stretched from least to most. */
    record Beta(double a, double b, Quantity min, Quantity max) implements Distribution {
        public Beta {
            Parameters.shape("a", a);
            Parameters.shape("b", b);
            Parameters.timeNotNegative("least", min);
            Parameters.ordered("min", min, "max", max);
        }

        @Override
        public double meanSeconds() {
            return min.inBaseUnit() + (max.inBaseUnit() - min.inBaseUnit()) * a / (a + b);
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.beta(this, stream);
        }

        @Override
        public String toString() {
            return "beta(" + Quantity.plain(a) + ", " + Quantity.plain(b) + ", " + min + ", " + max + ")";
        }
    }

    /** One of several times, each by its weight. */
    record Discrete(List<Weighted> choices) implements Distribution {
        public Discrete {
            choices = List.copyOf(choices);
            Parameters.require(!choices.isEmpty(), "a discrete distribution must have at least one time");
            Parameters.require(choices.stream().mapToDouble(Weighted::weight).sum() > 0, "the weights must not all be 0");
        }

        @Override
        public double meanSeconds() {
            double weights = choices.stream().mapToDouble(Weighted::weight).sum();
            return choices.stream().mapToDouble(c -> c.weight() * c.time().inBaseUnit()).sum() / weights;
        }

        @Override
        public boolean isAlwaysZero() {
            return choices.stream().noneMatch(c -> c.weight() > 0 && c.time().nanos() > 0);
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.discrete(this, stream);
        }

        @Override
        public String toString() {
            return choices.stream().map(c -> c.time() + ": " + Quantity.plain(c.weight()))
                    .collect(Collectors.joining(", ", "discrete(", ")"));
        }
    }

    /** A time and how often it comes, relative to the others. */
    record Weighted(Quantity time, double weight) implements Serializable {
        public Weighted {
            Parameters.timeNotNegative("time", time);
            Parameters.require(weight >= 0 && weight <= 1e9, "a weight must be from 0 to 1000000000; got " + weight);
        }
    }

    /** Between observed times, straight from each to the next larger one. */
    record Empirical(List<Quantity> observed) implements Distribution {
        public Empirical {
            observed = List.copyOf(observed);
            Parameters.require(observed.size() >= 2,
                    "an empirical distribution must have at least two observed times; got " + observed.size());
            observed.forEach(time -> Parameters.timeNotNegative("an observed time", time));
        }

        @Override
        public double meanSeconds() {
            double[] sorted = sortedSeconds();
            double sum = 0;
            for (int i = 0; i + 1 < sorted.length; i++) {
                sum += (sorted[i] + sorted[i + 1]) / 2;
            }
            return sum / (sorted.length - 1);
        }

        @Override
        public boolean isAlwaysZero() {
            return observed.stream().allMatch(time -> time.nanos() == 0);
        }

        double[] sortedSeconds() {
            return observed.stream().mapToDouble(Quantity::inBaseUnit).sorted().toArray();
        }

        @Override
        public TimeSampler sampler(UniformRandomProvider stream) {
            return Samplers.empirical(this, stream);
        }

        @Override
        public String toString() {
            return observed.stream().map(Quantity::toString).collect(Collectors.joining(", ", "empirical(", ")"));
        }
    }

    /** Requirements on parameters; each says the rule and the value got. */
    final class Parameters {
        private Parameters() {}

        static void require(boolean fulfilled, String message) {
            if (!fulfilled) {
                throw new DistributionException(message);
            }
        }

        static void time(String name, Quantity time) {
            require(time.unit().dimension() == Dimension.TIME, name + " must be a time with s, min or h; got " + time);
            require(time.inBaseUnit() <= 1e9, name + " must be at most 1000000000 s (about 31 years); got " + time);
        }

        static void timeNotNegative(String name, Quantity time) {
            time(name, time);
            require(time.amount() >= 0, name + " must not be negative; got " + time);
        }

        static void timePositive(String name, Quantity time) {
            time(name, time);
            require(time.nanos() > 0, name + " must be above 0 s; got " + time);
        }

        static void ordered(String lesser, Quantity low, String greater, Quantity high) {
            time(greater, high);
            require(low.inBaseUnit() <= high.inBaseUnit(), lesser + " must not be above " + greater + "; got " + low + " and " + high);
        }

        static void shape(String name, double value) {
            require(value >= 0.01 && value <= 10_000, name + " must be from 0.01 to 10000; got " + value);
        }
    }
}
