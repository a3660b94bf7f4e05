package rhombic.trace;

import java.util.Arrays;

/**
 * A stretch of the trace: its records in columns, and the moment before the first of them. Never changes. All records
 * of one instant lie in one segment.
 */
final class Segment {
    /** What a record says. */
    enum What {
        /** A piece came into being at a goods in; the slot holds its type. */
        BORN,
        /** A piece came to the equipment and waits there. */
        WAITS,
        /** A piece came to the equipment and is worked on at once. */
        WORKS,
        /** A piece that waits at the equipment stands on the place where it will be worked on. */
        STANDS,
        /** Work began on a piece that has waited at the equipment. */
        BEGINS,
        /** Work ended and the piece could not go on at once; the upper half of the slot names the way it waits for. */
        DONE,
        /** A piece left the plant, with all that it carries. */
        GONE,
        /** A piece came into being inside the plant; the slot holds its type. */
        MADE,
        /** A piece became part of another and is no more. */
        JOINED,
        /** A piece was scrapped, with all that it carries. */
        SCRAPPED,
        /** A piece went onto the piece that the slot names. */
        ONTO,
        /** A piece came off what carried it, at the equipment. */
        OFF,
        /** A piece has another look. */
        LOOK,
        /** A piece has become one of another type. */
        TYPE,
        /** An attribute of a piece was set; the slot numbers what it says. */
        SET,
        /** The inlet of the equipment was shut (slot 1) or opened (slot 0). */
        INLET,
        /** A piece was turned away. */
        AWAY,
        /** The equipment changed its state; the slot holds the state. */
        STATE;

        static final What[] ALL = values();
    }

    final Moment start;
    final long[] times;
    final int[] pieces;
    final int[] nodes;
    final int[] slots;
    final byte[] whats;

    Segment(Moment start, int size, long[] times, int[] pieces, int[] nodes, int[] slots, byte[] whats) {
        this.start = start;
        this.times = Arrays.copyOf(times, size);
        this.pieces = Arrays.copyOf(pieces, size);
        this.nodes = Arrays.copyOf(nodes, size);
        this.slots = Arrays.copyOf(slots, size);
        this.whats = Arrays.copyOf(whats, size);
    }

    int size() {
        return times.length;
    }

    long startNanos() {
        return start.timeNanos();
    }
}
