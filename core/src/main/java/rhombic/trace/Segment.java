package rhombic.trace;

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
        /** A piece came into being at a goods in; the value is its type. */
        CREATED,
        /** A piece came to the equipment and waits there. */
        WAITS,
        /** A piece came to the equipment and is worked on at once. */
        WORKS,
        /** A piece that waits at the equipment stands on the place where it will be worked on. */
        STANDS,
        /** A piece that stands on a place has been moved along to another, as if it had been there all the time. */
        SHIFTED,
        /** Work began on a piece that has waited at the equipment. */
        BEGINS,
        /** Work ended and the piece could not go on at once; its row says where it stands and which way it waits for. */
        DONE,
        /** A piece left the plant, with all that it carries. */
        GONE,
        /** A piece came into being inside the plant; the value is its type. */
        MADE,
        /** A piece came in on another, at a goods in; the value is its type. */
        BROUGHT,
        /** A piece became part of another and is no more. */
        JOINED,
        /** A piece was scrapped, with all that it carries. */
        SCRAPPED,
        /** A piece went onto the body that the value names. */
        ONTO,
        /** A piece came off what carried it, at the equipment. */
        OFF,
        /** A piece has another look. */
        LOOK,
        /** A piece has become one of another type. */
        TYPE,
        /** An attribute of a piece was set; the value numbers what it says. */
        SET,
        /** A piece moves along a link, towards the equipment; its row says which, and how. */
        MOVES,
        /** A piece is carried along a link, towards the equipment; its row says which, by whom, and above how many others. */
        CARRIED,
        /** A piece rides on a mover that belongs to its equipment; the value is its number. */
        LIFTED,
        /** A piece waits to be fetched and carried along a link, or somebody comes for it; its row says along which, and who. */
        CALLED,
        /** A piece waits to be fetched no longer, though it is where it was. */
        CALLED_OFF,
        /** A piece came onto a conveyor; its row says which lane, and where along the measure of the lane. */
        RIDES,
        /** A piece on a conveyor is the head of a train; its row says how far it is along the way, and how fast. */
        LEADS,
        /** A piece on a conveyor goes with the train before it. */
        FOLLOWS,
        /** The inlet of the equipment was shut by hand or by a rule. */
        INLET_SHUT, INLET_OPENED, OUTLET_SHUT, OUTLET_OPENED,
        /** A piece was turned away. */
        REJECTED,
        /** The equipment changed its state; the value is the state. */
        STATE,
        /** The equipment, which has contents and no states, holds as many pieces as the value says. */
        HOLDS,
        /** Something keeps the equipment, which has contents and no states, or the link: the value says what; negative if nothing does any more. */
        KEPT,
        /** A mover sets out, or goes on in another way; its row says which, on what path, and how. */
        TRAVELS,
        /** A mover does something else; its row says which, and what. */
        DOES;

        static final RecordKind[] ALL = values();
    }

    private final CompletableFuture<Moment> start;
    private final long startNanos;
    /** Number of its first record among all that were ever written. */
    final long firstNumber;

    private final int size;
    /** Columns, of which the first records count. */
    final long[] times;
    final byte[] kinds;
    /** The piece that it is about; negative if it is about none. */
    final int[] bodies;
    /** The equipment at which it was, or the link behind all equipment; negative if it is about a mover. */
    final int[] places;
    /** What the kind says in one number, or the row of its table. */
    final int[] values;
    /** How many records before is the last one about the same body; 0 if there is none. */
    final int[] backs;
    final Tables.Motions motions;
    final Tables.Carries carries;
    final Tables.Rides rides;
    final Tables.Leads leads;
    final Tables.Dones dones;
    final Tables.Travels travels;
    final Tables.Doings doings;
    final Tables.Phases phases;

    /**
     * What has been written so far.
     *
     * @param start the moment before its first record, which may still be made
     * @param startNanos the time of that moment
     */
    Segment(CompletableFuture<Moment> start, long startNanos, long firstNumber, Columns written) {
        this.start = start;
        this.startNanos = startNanos;
        this.firstNumber = firstNumber;
        size = written.size;
        times = written.times;
        kinds = written.kinds;
        bodies = written.bodies;
        places = written.places;
        values = written.values;
        backs = written.backs;
        motions = written.motions;
        carries = written.carries;
        rides = written.rides;
        leads = written.leads;
        dones = written.dones;
        travels = written.travels;
        doings = written.doings;
        phases = written.phases;
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
            moment.apply(this, r);
            r++;
        }
        return r == size;
    }

    RecordKind kind(int record) {
        return RecordKind.ALL[kinds[record]];
    }
}
