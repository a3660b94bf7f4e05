package rhombic.trace;

import java.util.Arrays;
import java.util.concurrent.CompletableFuture;

/**
 * A stretch of the trace: its records in columns, and the moment before the first of them. Never changes. All records
 * of one instant lie in one segment, unless there are very many.
 */
final class Segment {
    /*
     * The last segment is read while the writer writes on: both have the same columns, of which a reader looks at the first records
     * only, and what is written there is never written again. So it costs nothing to show what has been written so far.
     */
    /** What a record says. */
    enum RecordKind {
        /** A piece came into being at a goods in; the slot holds its type. */
        CREATED,
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
        /** A piece went onto the body that the slot names. */
        ONTO,
        /** A piece came off what carried it, at the equipment. */
        OFF,
        /** A piece has another look. */
        LOOK,
        /** A piece has become one of another type. */
        TYPE,
        /** An attribute of a piece was set; the slot numbers what it says. */
        SET,
        /** A piece moves along the link that the slot names, towards the equipment; four further numbers say how. */
        MOVES,
        /** A person carries a piece along a link, towards the equipment; further numbers say which, who, and above how many others. */
        CARRIED,
        /** A piece came onto a conveyor; further numbers say which lane, and where along the measure of the lane. */
        RIDES,
        /** A piece on a conveyor is the head of a train; further numbers say how far it is along the way, and how fast. */
        LEADS,
        /** A piece on a conveyor goes with the train before it. */
        FOLLOWS,
        /** The inlet or outlet of the equipment was shut or opened; the slot holds which, see {@link Moment}. */
        GATE,
        /** A piece was turned away. */
        REJECTED,
        /** The equipment changed its state; the slot holds the state. */
        STATE,
        /** The equipment, which has contents and no states, holds as many pieces as the slot says. */
        HOLDS,
        /** Something keeps the equipment, which has contents and no states: the slot holds what; negative if nothing does any more. */
        KEPT,
        /** The person that stands in the place of the equipment sets out, straight; further numbers say from where to where. */
        WALKS,
        /** The person that stands in the place of the equipment does what the slot says. */
        PERSON;

        static final RecordKind[] ALL = values();
    }

    private final CompletableFuture<Moment> start;
    private final long startNanos;
    /** Number of its first record among all that were ever written. */
    final long firstNumber;

    private final int size;
    /** Columns, of which the first records count. */
    final long[] times;
    final int[] bodies;
    final int[] nodes;
    final int[] slots;
    final byte[] kinds;
    /** How many records before is the last one about the same body; 0 if there is none. */
    final int[] backs;
    /** What records need beside: for each move its time, place, speed and gain. */
    final long[] extras;

    /**
     * @param start the moment before its first record, which may still be made
     * @param startNanos the time of that moment
     */
    Segment(CompletableFuture<Moment> start, long startNanos, long firstNumber, int size, long[] times, int[] bodies, int[] nodes,
            int[] slots, byte[] kinds, int[] backs,
            long[] extras) {
        this.start = start;
        this.startNanos = startNanos;
        this.firstNumber = firstNumber;
        this.size = size;
        this.times = times;
        this.bodies = bodies;
        this.nodes = nodes;
        this.slots = slots;
        this.kinds = kinds;
        this.backs = backs;
        this.extras = extras;
    }

    /** The same in columns without room for more. */
    Segment trimmed(int extraSize) {
        return new Segment(start, startNanos, firstNumber, size, Arrays.copyOf(times, size), Arrays.copyOf(bodies, size),
                Arrays.copyOf(nodes, size),
                Arrays.copyOf(slots, size), Arrays.copyOf(kinds, size), Arrays.copyOf(backs, size), Arrays.copyOf(extras, extraSize));
    }

    int size() {
        return size;
    }

    long startNanos() {
        return startNanos;
    }

    /** The moment before its first record, for the caller alone. */
    Moment start() {
        Moment made = start.join();
        synchronized (made) { // it is shared by all who read it, and a copy marks its pages as shared
            return made.copy();
        }
    }

    /**
     * Moves the moment forward over its records.
     *
     * @param fromRecord the first that the moment does not know
     * @param untilNanos the time of the last that counts
     * @return whether all of them are applied
     */
    boolean play(Moment moment, int fromRecord, long untilNanos) {
        int r = fromRecord;
        while (r < size && times[r] <= untilNanos) {
            moment.apply(times[r], bodies[r], nodes[r], slots[r], kind(r), firstNumber + r, extras);
            r++;
        }
        return r == size;
    }

    RecordKind kind(int record) {
        return RecordKind.ALL[kinds[record]];
    }
}
