package rhombic.measure.tally;

import java.util.Arrays;
import rhombic.measure.StayFigures;

/** Collects times: count, sum, least, most and distribution. */
final class StayTally {
    /*
     * Zeros are counted. The first EXACT others are kept, so percentiles of short runs are exact. When more come, all are counted in classes
     * of equal relative width: 128 to each doubling, so a percentile is off by at most 0.4 %. A class is a byte that counts to 255, and
     * beside it how often it ran over: what is written to for each value lies so close together that it stays in the first cache.
     */
    private static final int EXACT = 1000;
    private static final int FINE = 128;
    private static final int OVER = 256;
    /** Of the 52 bits of a double behind the point, all but the first seven. */
    private static final int CUT_BITS = 45;

    private static final byte[] NO_CLASSES = {};

    private long zeros;
    /** Of those above 0. */
    private double sum;
    private long min = Long.MAX_VALUE;
    private long max;
    /** Those above 0 that have come, as long as they are few. */
    private long[] kept = new long[8];
    private int keptCount;
    private byte[] classes = NO_CLASSES;
    private long[] ranOver = {};
    private int firstClass;

    void add(long nanos) {
        int at = classOf(nanos) - firstClass;
        if (Integer.compareUnsigned(at, classes.length) < 0) {
            note(nanos);
            countIn(at);
        } else if (nanos == 0) {
            zeros++; // its class is before all others
        } else {
            addBeside(nanos);
        }
    }

    private void countIn(int at) {
        if (++classes[at] == 0) {
            ranOver[at]++;
        }
    }

    private void note(long nanos) {
        sum += nanos;
        if (nanos < min) {
            min = nanos;
        }
        if (nanos > max) {
            max = nanos;
        }
    }

    /** Adds one for which there is no class yet. */
    private void addBeside(long nanos) {
        if (classes.length == 0 && keptCount < EXACT) {
            note(nanos);
            if (keptCount == kept.length) {
                kept = Arrays.copyOf(kept, Math.min(EXACT, keptCount * 2));
            }
            kept[keptCount++] = nanos;
        } else {
            if (classes.length == 0) {
                toClasses();
            }
            widenTo(classOf(nanos));
            add(nanos);
        }
    }

    /** Counts in classes what was kept. */
    private void toClasses() {
        firstClass = classOf(min);
        classes = new byte[classOf(max) - firstClass + 1];
        ranOver = new long[classes.length];
        for (int i = 0; i < keptCount; i++) {
            countIn(classOf(kept[i]) - firstClass);
        }
        kept = new long[0];
        keptCount = 0;
    }

    /** Makes sure that there is that class. */
    private void widenTo(int index) {
        int before = Math.max(0, firstClass - index);
        int length = Math.max(classes.length + before, index - firstClass + before + FINE);
        byte[] wider = new byte[length];
        System.arraycopy(classes, 0, wider, before, classes.length);
        long[] over = new long[length];
        System.arraycopy(ranOver, 0, over, before, ranOver.length);
        classes = wider;
        ranOver = over;
        firstClass -= before;
    }

    private long inClass(int at) {
        return ranOver[at] * OVER + Byte.toUnsignedInt(classes[at]);
    }

    /** How many above 0. */
    private long count() {
        long count = keptCount;
        for (int i = 0; i < classes.length; i++) {
            count += inClass(i);
        }
        return count;
    }

    /** All that the other has collected so far. */
    static StayTally copyOf(StayTally other) {
        StayTally copy = new StayTally();
        copy.zeros = other.zeros;
        copy.sum = other.sum;
        copy.min = other.min;
        copy.max = other.max;
        copy.kept = other.kept.clone();
        copy.keptCount = other.keptCount;
        copy.classes = other.classes.clone();
        copy.ranOver = other.ranOver.clone();
        copy.firstClass = other.firstClass;
        return copy;
    }

    void restart() {
        zeros = 0;
        sum = 0;
        min = Long.MAX_VALUE;
        max = 0;
        kept = new long[8];
        keptCount = 0;
        classes = NO_CLASSES;
        ranOver = new long[0];
        firstClass = 0;
    }

    StayFigures figures() {
        long count = count();
        long all = count + zeros;
        if (all == 0) {
            return StayFigures.NONE;
        }
        if (count > 0 && all > EXACT && classes.length == 0) {
            toClasses();
        }
        Arrays.sort(kept, 0, keptCount);
        return new StayFigures(all, sum / all / 1e9, least() / 1e9, max / 1e9, percentile(0.1, all), percentile(0.5, all),
                percentile(0.9, all), percentile(0.95, all), percentile(0.99, all), (double) zeros / all);
    }

    private long least() {
        return zeros > 0 ? 0 : min;
    }

    /** The least value that at least this part of all values does not exceed. */
    private double percentile(double part, long all) {
        long rank = Math.max(1, (long) Math.ceil(part * all - 1e-9));
        if (rank <= zeros) {
            return 0;
        }
        if (classes.length == 0) {
            return kept[(int) (rank - zeros) - 1] / 1e9;
        }
        long seen = zeros;
        for (int i = 0; seen < rank && i < classes.length; i++) {
            seen += inClass(i);
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
