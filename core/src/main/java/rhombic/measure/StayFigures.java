package rhombic.measure;

import java.io.Serializable;

/**
 * A collection of times, in seconds. Without any, all but the count are NaN.
 *
 * @param atOnceShare part of them that was exactly zero, 0 to 1
 */
public record StayFigures(long count, double mean, double min, double max, double p10, double median, double p90, double p95, double p99,
        double atOnceShare) implements Serializable {
    public static final StayFigures NONE = new StayFigures(0, Double.NaN, Double.NaN, Double.NaN, Double.NaN, Double.NaN, Double.NaN,
            Double.NaN,
            Double.NaN, Double.NaN);
}
