package rhombic.experiment;

import java.io.Serializable;
import java.util.Arrays;
import java.util.List;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * A mean over replications with its 95 % confidence interval, by Student's t (Law, section 9.4.1).
 *
 * Values that are not finite count as none.
 *
 * @param mean NaN if there are no values
 * @param halfWidth NaN if there are fewer than two
 * @param values one for each replication, NaN where it had none
 */
public record Interval(double mean, double halfWidth, List<Double> values) implements Serializable {
    public static final double CONFIDENCE = 0.95;

    public Interval {
        values = List.copyOf(values);
    }

    public static Interval of(double... values) {
        return at(CONFIDENCE, values);
    }

    /** With another confidence, as several comparisons at once need. */
    public static Interval at(double confidence, double... values) {
        double[] known = Arrays.stream(values).filter(Double::isFinite).toArray();
        double mean = Arrays.stream(known).average().orElse(Double.NaN);
        double halfWidth = known.length < 2
                ? Double.NaN
                : quantile(known.length - 1, confidence) * deviation(known, mean) / Math.sqrt(known.length);
        return new Interval(mean, halfWidth, Arrays.stream(values).boxed().toList());
    }

    /** The mean of the differences, replication by replication, as common random numbers allow. */
    public static Interval ofDifferences(Interval now, Interval before) {
        return ofDifferences(CONFIDENCE, now, before);
    }

    /** The same with another confidence. */
    public static Interval ofDifferences(double confidence, Interval now, Interval before) {
        int n = Math.min(now.values.size(), before.values.size());
        double[] differences = new double[n];
        for (int i = 0; i < n; i++) {
            differences[i] = now.values.get(i) - before.values.get(i);
        }
        return at(confidence, differences);
    }

    public boolean contains(double value) {
        return Math.abs(value - mean) <= halfWidth;
    }

    /** Whether zero lies outside: a difference that is more than chance. */
    public boolean isClear() {
        return halfWidth < Math.abs(mean);
    }

    /** How many values are known. */
    public int count() {
        return (int) values.stream().filter(Double::isFinite).count();
    }

    /** Standard deviation of the known values; NaN if there are fewer than two. */
    public double deviation() {
        double[] known = values.stream().mapToDouble(Double::doubleValue).filter(Double::isFinite).toArray();
        return known.length < 2 ? Double.NaN : deviation(known, mean);
    }

    private static double deviation(double[] values, double mean) {
        return Math.sqrt(Arrays.stream(values).map(v -> (v - mean) * (v - mean)).sum() / (values.length - 1));
    }

    /** Of Student's t, such that so much lies between it and its negative. */
    static double quantile(int degreesOfFreedom, double confidence) {
        return TDistribution.of(degreesOfFreedom).inverseSurvivalProbability((1 - confidence) / 2);
    }
}
