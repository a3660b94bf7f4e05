package rhombic.measure;

import java.util.Arrays;

/** Collects times: count, sum, least, most and distribution. */
final class StayTally {
    /*
     * The first EXACT values are kept, so percentiles of short runs are exact. Beyond that they are counted in
     * classes of equal relative width: 128 to each doubling, so a percentile is off by at most 0.4 %.
     */
    private static final int EXACT = 1000;
    private static final int FINE_BITS = 7;
    private static final int FINE = 1 << FINE_BITS;

    private long count;
    private long zeros;
    private double sum;
    private long least = Long.MAX_VALUE;
    private long most;
    private long[] exact = new long[8];
    private int exactSize;
    private int[] classes = {};
    private int firstClass;

    void add(long nanos) {
        count++;
        sum += nanos;
        if (nanos == 0) {
            zeros++;
        }
        if (nanos < least) {
            least = nanos;
        }
        if (nanos > most) {
            most = nanos;
        }
        if (classes.length > 0) {
            countInClass(nanos);
        } else {
            keep(nanos);
        }
    }

    void restart() {
        count = 0;
        zeros = 0;
        sum = 0;
        least = Long.MAX_VALUE;
        most = 0;
        exactSize = 0;
        classes = new int[0];
    }

    long count() {
        return count;
    }

    StayFigures figures() {
        if (count == 0) {
            return StayFigures.NONE;
        }
        if (classes.length == 0) {
            Arrays.sort(exact, 0, exactSize);
        }
        return new StayFigures(count, sum / count / 1e9, least / 1e9, most / 1e9, percentile(0.1), percentile(0.5), percentile(0.9),
                percentile(0.95), percentile(0.99), (double) zeros / count);
    }

    /** The least value that at least this part of all values does not exceed. */
    private double percentile(double part) {
        long rank = Math.max(1, (long) Math.ceil(part * count - 1e-9));
        if (classes.length == 0) {
            return exact[(int) rank - 1] / 1e9;
        }
        long seen = 0;
        for (int i = 0; i < classes.length; i++) {
            seen += classes[i];
            if (seen >= rank) {
                return Math.clamp(middleOf(firstClass + i), least, most) / 1e9;
            }
        }
        return most / 1e9;
    }

    private void keep(long nanos) {
        if (exactSize == EXACT) {
            firstClass = classOf(least);
            classes = new int[classOf(most) - firstClass + 1];
            for (int i = 0; i < exactSize; i++) {
                countInClass(exact[i]);
            }
            exact = new long[8];
            exactSize = 0;
            countInClass(nanos);
            return;
        }
        if (exactSize == exact.length) {
            exact = Arrays.copyOf(exact, Math.min(EXACT, exactSize * 2));
        }
        exact[exactSize++] = nanos;
    }

    private void countInClass(long nanos) {
        int at = classOf(nanos) - firstClass;
        if (at < 0) {
            int[] wider = new int[classes.length - at];
            System.arraycopy(classes, 0, wider, -at, classes.length);
            classes = wider;
            firstClass += at;
            at = 0;
        } else if (at >= classes.length) {
            classes = Arrays.copyOf(classes, at + FINE);
        }
        classes[at]++;
    }

    private static int classOf(long nanos) {
        if (nanos < FINE) {
            return (int) nanos;
        }
        int exponent = 63 - Long.numberOfLeadingZeros(nanos);
        return (exponent - FINE_BITS + 1) * FINE + (int) (nanos >>> (exponent - FINE_BITS) & FINE - 1);
    }

    private static long middleOf(int index) {
        if (index < FINE) {
            return index;
        }
        int exponent = index / FINE + FINE_BITS - 1;
        long width = 1L << (exponent - FINE_BITS);
        return (1L << exponent) + (index % FINE) * width + width / 2;
    }
}
