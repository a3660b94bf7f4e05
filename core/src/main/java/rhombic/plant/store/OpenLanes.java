package rhombic.plant.store;

/**
 * Some of a fixed number of lanes, in an order of preference: gives the first, or the n-th, of those that are in it. Bits in two levels, so that the first is
 * found by looking at one word in 4096 lanes, and the n-th by adding up counts of 64 words.
 */
final class OpenLanes {
    static final int NONE = -1;
    private static final int WORD = 64;

    private final long[] words;
    /** A bit for each word that is not empty. */
    private final long[] full;
    private final int[] counts;
    private int size;

    /** @param lanes how many there are at most */
    OpenLanes(int lanes) {
        words = new long[(lanes + WORD - 1) / WORD];
        full = new long[(words.length + WORD - 1) / WORD];
        counts = new int[full.length];
    }

    int size() {
        return size;
    }

    boolean has(int rank) {
        return (words[rank / WORD] >>> rank & 1) != 0;
    }

    void set(int rank, boolean isOpen) {
        if (has(rank) == isOpen) {
            return;
        }
        int word = rank / WORD;
        words[word] ^= 1L << rank;
        int by = isOpen ? 1 : -1;
        counts[word / WORD] += by;
        size += by;
        if (words[word] == 0) {
            full[word / WORD] &= ~(1L << word);
        } else {
            full[word / WORD] |= 1L << word;
        }
    }

    /** The first from that rank on; {@link #NONE} if there is none. */
    int next(int rank) {
        int word = rank / WORD;
        if (word >= words.length) {
            return NONE;
        }
        long rest = words[word] & -1L << rank;
        if (rest != 0) {
            return word * WORD + Long.numberOfTrailingZeros(rest);
        }
        int block = (word + 1) / WORD;
        if (block >= full.length) {
            return NONE;
        }
        long blocks = full[block] & -1L << word + 1;
        while (blocks == 0) {
            if (++block == full.length) {
                return NONE;
            }
            blocks = full[block];
        }
        int next = block * WORD + Long.numberOfTrailingZeros(blocks);
        return next * WORD + Long.numberOfTrailingZeros(words[next]);
    }

    /**
     * The rank of the n-th of them.
     *
     * @param n from 0, below {@link #size}
     */
    int nth(int n) {
        int left = n;
        int block = 0;
        while (left >= counts[block]) {
            left -= counts[block++];
        }
        int word = block * WORD;
        while (left >= Long.bitCount(words[word])) {
            left -= Long.bitCount(words[word++]);
        }
        long bits = words[word];
        for (int i = 0; i < left; i++) {
            bits &= bits - 1;
        }
        return word * WORD + Long.numberOfTrailingZeros(bits);
    }
}
