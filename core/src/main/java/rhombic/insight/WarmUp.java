package rhombic.insight;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;

/**
 * Where a series that starts from an unusual state has settled: MSER-5 (White 1997; Hoad, Robinson and Davies 2010). Of the means of
 * batches of five, that many are cut off the front for which the squared standard error of the rest is least. If more than half would be
 * cut, the series has not settled, or is too short to tell.
 */
final class WarmUp {
    private static final int BATCH = 5;

    private WarmUp() {}

    /** How many values to cut off the front; empty if the series does not settle. */
    static OptionalInt cut(double[] series) {
        int batches = series.length / BATCH;
        double[] means = new double[batches];
        for (int i = 0; i < batches; i++) {
            for (int k = 0; k < BATCH; k++) {
                means[i] += series[i * BATCH + k] / BATCH;
            }
        }
        double min = Double.POSITIVE_INFINITY;
        int best = 0;
        double sum = 0;
        double squares = 0;
        // from the end, so that each step costs the same
        List<Double> errors = new ArrayList<>();
        for (int i = batches - 1; i >= 0; i--) {
            sum += means[i];
            squares += means[i] * means[i];
            int n = batches - i;
            errors.add(n < BATCH ? Double.POSITIVE_INFINITY : (squares - sum * sum / n) / ((double) n * n));
        }
        for (int i = 0; i < batches; i++) {
            double error = errors.get(batches - 1 - i);
            if (error < min - 1e-12) {
                min = error;
                best = i;
            }
        }
        return best > batches / 2 ? OptionalInt.empty() : OptionalInt.of(best * BATCH);
    }
}
