package rhombic.chance;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.apache.commons.statistics.distribution.BetaDistribution;
import org.apache.commons.statistics.distribution.ContinuousDistribution;
import org.apache.commons.statistics.distribution.ExponentialDistribution;
import org.apache.commons.statistics.distribution.GammaDistribution;
import org.apache.commons.statistics.distribution.LogNormalDistribution;
import org.apache.commons.statistics.distribution.TriangularDistribution;
import org.apache.commons.statistics.distribution.UniformContinuousDistribution;
import org.apache.commons.statistics.distribution.WeibullDistribution;

/**
 * What a distribution looks like: its mean, the band that holds the middle 90 %, and its density (of a discrete one, how
 * often each time comes).
 *
 * @param meanSeconds exact
 * @param lowSeconds 5 % of all times are below
 * @param highSeconds 95 % are below
 * @param fromSeconds where the curve begins
 * @param toSeconds where it ends; what lies beyond is left out
 * @param heights of the curve in the middle of each of even steps, the highest 1; a single 1 for a constant
 */
public record DistributionSketch(double meanSeconds, double lowSeconds, double highSeconds, double fromSeconds, double toSeconds,
        double[] heights) {
    private static final int STEPS = 112;
    private static final double FIRST = 0.001;
    private static final double LAST = 0.995;

    public static DistributionSketch of(Distribution distribution) {
        return switch (distribution) {
            case Distribution.Constant constant -> constant(constant.meanSeconds());
            case Distribution.Uniform d when d.min().equals(d.max()) -> constant(d.meanSeconds());
            case Distribution.Triangular d when d.min().equals(d.max()) -> constant(d.meanSeconds());
            case Distribution.Beta d when d.min().equals(d.max()) -> constant(d.meanSeconds());
            case Distribution.Uniform d -> of(d, UniformContinuousDistribution.of(d.min().inBaseUnit(), d.max().inBaseUnit()));
            case Distribution.Triangular d ->
                of(d, TriangularDistribution.of(d.min().inBaseUnit(), d.mode().inBaseUnit(), d.max().inBaseUnit()));
            case Distribution.Exponential d -> d.meanSeconds() == 0 ? constant(0) : of(d, ExponentialDistribution.of(d.meanSeconds()));
            case Distribution.Normal d -> of(d, Samplers.truncated(d));
            case Distribution.Lognormal d -> {
                double ratio = d.deviation().inBaseUnit() / d.mean().inBaseUnit();
                double variance = Math.log1p(ratio * ratio);
                yield of(d, LogNormalDistribution.of(Math.log(d.mean().inBaseUnit()) - variance / 2, Math.sqrt(variance)));
            }
            case Distribution.Erlang d ->
                d.meanSeconds() == 0 ? constant(0) : of(d, GammaDistribution.of(d.stages(), d.meanSeconds() / d.stages()));
            case Distribution.Gamma d -> of(d, GammaDistribution.of(d.shape(), d.scale().inBaseUnit()));
            case Distribution.Weibull d -> of(d, WeibullDistribution.of(d.shape(), d.scale().inBaseUnit()));
            case Distribution.Beta d -> beta(d);
            case Distribution.Discrete d -> discrete(d);
            case Distribution.Empirical d -> empirical(d);
        };
    }

    private static DistributionSketch constant(double seconds) {
        return new DistributionSketch(seconds, seconds, seconds, seconds, seconds, new double[] {1});
    }

    private interface Curve {
        double at(double seconds);
    }

    private static DistributionSketch sketch(double mean, double low, double high, double from, double to, Curve curve) {
        double[] heights = new double[STEPS];
        for (int i = 0; i < STEPS; i++) {
            heights[i] = curve.at(from + (to - from) * (i + 0.5) / STEPS);
        }
        double highest = Arrays.stream(heights).max().orElse(1);
        for (int i = 0; i < STEPS; i++) {
            heights[i] = highest > 0 ? heights[i] / highest : 0;
        }
        return new DistributionSketch(mean, low, high, from, to, heights);
    }

    private static DistributionSketch of(Distribution distribution, ContinuousDistribution exact) {
        double from = Math.max(exact.getSupportLowerBound(), exact.inverseCumulativeProbability(FIRST));
        double to = Double.isFinite(exact.getSupportUpperBound()) && exact.getSupportUpperBound() < Distribution.Normal.NO_MAX.inBaseUnit()
                ? exact.getSupportUpperBound()
                : exact.inverseCumulativeProbability(LAST);
        double begins = exact.getSupportLowerBound() >= 0 && from - exact.getSupportLowerBound() < (to - from) * 0.2
                ? exact.getSupportLowerBound()
                : from;
        return sketch(distribution.meanSeconds(), exact.inverseCumulativeProbability(0.05), exact.inverseCumulativeProbability(0.95),
                begins, to,
                seconds -> exact.density(seconds));
    }

    /** The usual beta lies between 0 and 1. */
    private static DistributionSketch beta(Distribution.Beta d) {
        BetaDistribution exact = BetaDistribution.of(d.a(), d.b());
        double min = d.min().inBaseUnit();
        double span = d.max().inBaseUnit() - min;
        return sketch(d.meanSeconds(), min + span * exact.inverseCumulativeProbability(0.05),
                min + span * exact.inverseCumulativeProbability(0.95), min, min + span,
                seconds -> exact.density((seconds - min) / span));
    }

    private static DistributionSketch discrete(Distribution.Discrete d) {
        List<Distribution.Weighted> sorted = d.choices().stream().filter(c -> c.weight() > 0)
                .sorted(Comparator.comparingDouble(c -> c.time().inBaseUnit())).toList();
        double from = sorted.getFirst().time().inBaseUnit();
        double to = sorted.getLast().time().inBaseUnit();
        if (!(to > from)) {
            return constant(from);
        }
        double half = (to - from) / STEPS / 2;
        return sketch(d.meanSeconds(), quantile(sorted, 0.05), quantile(sorted, 0.95), from - half, to + half, seconds -> {
            double step = (to - from + 2 * half) / STEPS;
            return sorted.stream().filter(c -> Math.abs(c.time().inBaseUnit() - seconds) <= step / 2 * (1 + 1e-9))
                    .mapToDouble(Distribution.Weighted::weight).sum();
        });
    }

    private static double quantile(List<Distribution.Weighted> sorted, double part) {
        double all = sorted.stream().mapToDouble(Distribution.Weighted::weight).sum();
        double below = 0;
        for (Distribution.Weighted choice : sorted) {
            below += choice.weight();
            if (below >= part * all) {
                return choice.time().inBaseUnit();
            }
        }
        return sorted.getLast().time().inBaseUnit();
    }

    /** Between neighbours the times are equally likely (Law, 6.2.4). */
    private static DistributionSketch empirical(Distribution.Empirical d) {
        double[] sorted = d.sortedSeconds();
        double from = sorted[0];
        double to = sorted[sorted.length - 1];
        if (!(to > from)) {
            return constant(from);
        }
        double step = (to - from) / STEPS;
        return sketch(d.meanSeconds(), quantile(sorted, 0.05), quantile(sorted, 0.95), from, to,
                seconds -> below(sorted, seconds + step / 2) - below(sorted, seconds - step / 2));
    }

    private static double quantile(double[] sorted, double part) {
        double at = part * (sorted.length - 1);
        int index = Math.min((int) at, sorted.length - 2);
        return sorted[index] + (at - index) * (sorted[index + 1] - sorted[index]);
    }

    /** Part of all times that are not above. */
    private static double below(double[] sorted, double seconds) {
        if (seconds >= sorted[sorted.length - 1]) {
            return 1;
        }
        int above = 0;
        while (sorted[above] <= seconds) {
            above++;
        }
        if (above == 0) {
            return 0;
        }
        return (above - 1 + (seconds - sorted[above - 1]) / (sorted[above] - sorted[above - 1])) / (sorted.length - 1);
    }
}
