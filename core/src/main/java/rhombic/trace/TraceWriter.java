package rhombic.trace;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import rhombic.study.value.EquipmentState;

/** Writes the trace of one run. Keeps a limited number of records: from a very long run, the oldest go. */
public final class TraceWriter {
    /** Records kept, about 25 bytes each. */
    public static final int USUALLY_KEPT = 3_000_000;

    private static final int LEAST_IN_SEGMENT = 8192;

    private final Trace trace;
    private final Moment moving;
    private final int mostKept;
    private Moment segmentStart;
    private final List<Segment> sealed = new ArrayList<>();
    private long sealedRecords;
    private long droppedSegments;

    private int size;
    private long[] times = new long[LEAST_IN_SEGMENT];
    private int[] pieces = new int[LEAST_IN_SEGMENT];
    private int[] nodes = new int[LEAST_IN_SEGMENT];
    private int[] slots = new int[LEAST_IN_SEGMENT];
    private byte[] whats = new byte[LEAST_IN_SEGMENT];

    /**
     * @param equipment how many pieces of equipment the study has
     * @param mostKept records after which the oldest are dropped
     */
    public TraceWriter(int equipment, int mostKept) {
        this.mostKept = mostKept;
        moving = new Moment(equipment);
        segmentStart = moving.copy();
        trace = new Trace(segmentStart);
    }

    public TraceWriter(int equipment) {
        this(equipment, USUALLY_KEPT);
    }

    public Trace trace() {
        return trace;
    }

    public long records() {
        return sealedRecords + size;
    }

    public void born(long timeNanos, int piece, int node, int type) {
        add(timeNanos, piece, node, type, Segment.What.BORN);
    }

    public void waits(long timeNanos, int piece, int node) {
        add(timeNanos, piece, node, 0, Segment.What.WAITS);
    }

    /** Work begins on a piece that has just come. */
    public void works(long timeNanos, int piece, int node, int place) {
        add(timeNanos, piece, node, place, Segment.What.WORKS);
    }

    /** A piece that waits there stands on the place where it will be worked on. */
    public void stands(long timeNanos, int piece, int node, int place) {
        add(timeNanos, piece, node, place, Segment.What.STANDS);
    }

    /** Work begins on a piece that has waited there. */
    public void begins(long timeNanos, int piece, int node, int place) {
        add(timeNanos, piece, node, place, Segment.What.BEGINS);
    }

    /** @param way index of the only way out the piece waits for; -1 if any will do; or {@link PieceSpot#wayBack} */
    public void done(long timeNanos, int piece, int node, int place, int way) {
        add(timeNanos, piece, node, place | (way + 1) << 16, Segment.What.DONE);
    }

    public void gone(long timeNanos, int piece, int node) {
        add(timeNanos, piece, node, 0, Segment.What.GONE);
    }

    /** A piece comes into being inside the plant. */
    public void made(long timeNanos, int piece, int node, int type) {
        add(timeNanos, piece, node, type, Segment.What.MADE);
    }

    /** A piece becomes part of another. */
    public void joined(long timeNanos, int piece, int node) {
        add(timeNanos, piece, node, 0, Segment.What.JOINED);
    }

    public void scrapped(long timeNanos, int piece, int node) {
        add(timeNanos, piece, node, 0, Segment.What.SCRAPPED);
    }

    /** A piece goes onto another. */
    public void onto(long timeNanos, int piece, int node, int holder) {
        add(timeNanos, piece, node, holder, Segment.What.ONTO);
    }

    /** A piece comes off what carried it. */
    public void off(long timeNanos, int piece, int node) {
        add(timeNanos, piece, node, 0, Segment.What.OFF);
    }

    public void look(long timeNanos, int piece, int node, int look) {
        add(timeNanos, piece, node, look, Segment.What.LOOK);
    }

    public void type(long timeNanos, int piece, int node, int type) {
        add(timeNanos, piece, node, type, Segment.What.TYPE);
    }

    /** An attribute of a piece is set. */
    public void sets(long timeNanos, int piece, String attribute, String value) {
        add(timeNanos, piece, 0, trace.word(attribute + "\u0000" + value), Segment.What.SET);
    }

    public void inlet(long timeNanos, int node, boolean shut) {
        add(timeNanos, -1, node, shut ? 1 : 0, Segment.What.INLET);
    }

    public void turnedAway(long timeNanos, int node) {
        add(timeNanos, -1, node, 0, Segment.What.AWAY);
    }

    public void state(long timeNanos, int node, EquipmentState state) {
        add(timeNanos, -1, node, state.ordinal(), Segment.What.STATE);
    }

    /**
     * Lets readers see what has been written.
     *
     * @param completeNanos the time up to which, itself included, nothing more will be written
     */
    public void publish(long completeNanos) {
        List<Segment> all = new ArrayList<>(sealed);
        all.add(new Segment(segmentStart, size, times, pieces, nodes, slots, whats));
        trace.publish(List.copyOf(all), completeNanos, droppedSegments);
    }

    private void add(long time, int piece, int node, int slot, Segment.What what) {
        if (size >= Math.max(LEAST_IN_SEGMENT, moving.nodes()) && time > times[size - 1]) {
            seal();
        } else if (size == times.length) {
            grow();
        }
        times[size] = time;
        pieces[size] = piece;
        nodes[size] = node;
        slots[size] = slot;
        whats[size++] = (byte) what.ordinal();
        moving.apply(time, piece, node, slot, what);
    }

    private void seal() {
        sealed.add(new Segment(segmentStart, size, times, pieces, nodes, slots, whats));
        sealedRecords += size;
        size = 0;
        segmentStart = moving.copy();
        while (sealedRecords > mostKept && sealed.size() > 1) {
            sealedRecords -= sealed.removeFirst().size();
            droppedSegments++;
        }
    }

    private void grow() {
        int room = size * 2;
        times = Arrays.copyOf(times, room);
        pieces = Arrays.copyOf(pieces, room);
        nodes = Arrays.copyOf(nodes, room);
        slots = Arrays.copyOf(slots, room);
        whats = Arrays.copyOf(whats, room);
    }
}
