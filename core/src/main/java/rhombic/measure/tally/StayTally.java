package rhombic.measure.tally;

import java.util.Arrays;
import rhombic.measure.StayFigures;

/** Collects times: count, sum, least, most and distribution. */
final class StayTally {
    /*
     * Zeros are counted. Other values are only noted when they come, and counted many at a time. The first EXACT of all are kept, so
     * percentiles of short runs are exact. Beyond that they are counted in classes of equal relative width: 128 to
     * each doubling, so a percentile is off by at most 0.4 %.
     */
    private static final int EXACT = 1000;
    private static final int NOTED = 128;
    private static final int FINE = 128;
    /** Of the 52 bits of a double behind the point, all but the first seven. */
    private static final int CUT_BITS = 45;

    /** What has come and is not in a class; the first {@code counted} are in the sums. */
    private long[] noted = new long[8];
    private int size;
    private int counted;
    /** Those above 0. */
    private long count;

    private long zeros;
    private double sum;
    private long min = Long.MAX_VALUE;
    private long max;
    private long[] classes = {};
    private int firstClass;

    void add(long nanos) {
        if (nanos == 0) {
            zeros++;
            return;
        }
        if (size == noted.length) {
            makeRoom();
        }
        noted[size++] = nanos;
    }

    private void makeRoom() {
        if (classes.length == 0 && size < EXACT) {
            noted = Arrays.copyOf(noted, Math.min(EXACT, size * 2));
            return;
        }
        toClasses();
    }

    /** Counts all that is noted, and notes anew. */
    private void toClasses() {
        if (classes.length == 0) {
            count();
            firstClass = classOf(Math.max(1, min));
            classes = new long[Math.max(firstClass, classOf(max)) - firstClass + 1];
        }
        countInClasses();
        size = 0;
        counted = 0;
        if (noted.length > NOTED) {
            noted = new long[NOTED];
        }
    }

    /** Adds to the sums what is not in them yet. */
    private void count() {
        double total = sum;
        long low = min;
        long high = max;
        for (int i = counted; i < size; i++) {
            long nanos = noted[i];
            total += nanos;
            low = Math.min(low, nanos);
            high = Math.max(high, nanos);
        }
        count += size - counted;
        sum = total;
        min = low;
        max = high;
        counted = size;
    }

    /** Counts what is noted, and adds to the sums what is not in them yet. */
    private void countInClasses() {
        long[] known = classes;
        int first = firstClass;
        double total = sum;
        long low = min;
        long high = max;
        for (int i = 0; i < size; i++) {
            long nanos = noted[i];
            total += i < counted ? 0 : nanos;
            low = Math.min(low, nanos);
            high = Math.max(high, nanos);
            int at = classOf(nanos) - first;
            if (at >= 0 && at < known.length) {
                known[at]++;
            } else {
                known = widened(at);
                first = firstClass;
                known[Math.max(0, at)]++;
            }
        }
        count += size - counted;
        sum = total;
        min = low;
        max = high;
    }

    private long[] widened(int at) {
        int before = Math.max(0, -at);
        long[] wider = new long[Math.max(classes.length + before, at + FINE)];
        System.arraycopy(classes, 0, wider, before, classes.length);
        classes = wider;
        firstClass -= before;
        return wider;
    }

    /** All that the other has collected so far. */
    static StayTally copyOf(StayTally other) {
        StayTally copy = new StayTally();
        copy.noted = other.noted.clone();
        copy.size = other.size;
        copy.counted = other.counted;
        copy.count = other.count;
        copy.zeros = other.zeros;
        copy.sum = other.sum;
        copy.min = other.min;
        copy.max = other.max;
        copy.classes = other.classes.clone();
        copy.firstClass = other.firstClass;
        return copy;
    }

    void restart() {
        size = 0;
        counted = 0;
        count = 0;
        zeros = 0;
        sum = 0;
        min = Long.MAX_VALUE;
        max = 0;
        classes = new long[0];
    }

    StayFigures figures() {
        count();
        long all = count + zeros;
        if (all == 0) {
            return StayFigures.NONE;
        }
        if (classes.length == 0 && (all <= EXACT || count == 0)) {
            Arrays.sort(noted, 0, size);
        } else {
            toClasses();
        }
        return new StayFigures(all, sum / all / 1e9, least() / 1e9, max / 1e9, percentile(0.1), percentile(0.5), percentile(0.9),
                percentile(0.95), percentile(0.99), (double) zeros / all);
    }

    private long least() {
        return zeros > 0 ? 0 : min;
    }

    /** The least value that at least this part of all values does not exceed. */
    private double percentile(double part) {
        long rank = Math.max(1, (long) Math.ceil(part * (count + zeros) - 1e-9));
        if (rank <= zeros) {
            return 0;
        }
        if (classes.length == 0) {
            return noted[(int) (rank - zeros) - 1] / 1e9;
        }
        long seen = zeros;
        for (int i = 0; seen < rank && i < classes.length; i++) {
            seen += classes[i];
            if (seen >= rank) {
                return Math.clamp(middleOf(firstClass + i), least(), max) / 1e9;
            }
        }
        return max / 1e9;
    }

    /** The exponent and the first bits behind the point of the value as a binary fraction. */
    private static int classOf(long nanos) {
        return (int) (Double.doubleToRawLongBits(nanos) >>> CUT_BITS);
    }

    private static long middleOf(int index) {
        return (long) ((Double.longBitsToDouble((long) index << CUT_BITS) + Double.longBitsToDouble((index + 1L) << CUT_BITS)) / 2);
    }
}
