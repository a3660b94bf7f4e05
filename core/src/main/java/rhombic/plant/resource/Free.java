package rhombic.plant.resource;

import java.util.Arrays;

/** Those who are free and have one skill, by their numbers, in the order of all. */
final class Free {
    /*
     * A bit for each, so that coming and going cost the same however many are free, and a look at all of them touches little memory.
     */
    /** There is nobody behind. */
    static final int NONE = -1;

    private long[] bits = new long[1];
    private int count;

    int count() {
        return count;
    }

    boolean contains(int number) {
        int word = number / Long.SIZE;
        return word < bits.length && (bits[word] & 1L << number) != 0;
    }

    void add(int number) {
        int word = number / Long.SIZE;
        if (word >= bits.length) {
            bits = Arrays.copyOf(bits, 2 * word);
        }
        assert (bits[word] & 1L << number) == 0 : "somebody is free twice";
        bits[word] |= 1L << number;
        count++;
    }

    void remove(int number) {
        int word = number / Long.SIZE;
        assert word < bits.length && (bits[word] & 1L << number) != 0 : "somebody is taken who is not free";
        bits[word] &= ~(1L << number);
        count--;
    }

    /** The first from that number on; {@link #NONE} if there is none. */
    int next(int from) {
        int word = from / Long.SIZE;
        if (word >= bits.length) {
            return NONE;
        }
        long left = bits[word] & -1L << from;
        while (left == 0) {
            if (++word == bits.length) {
                return NONE;
            }
            left = bits[word];
        }
        return word * Long.SIZE + Long.numberOfTrailingZeros(left);
    }
}
