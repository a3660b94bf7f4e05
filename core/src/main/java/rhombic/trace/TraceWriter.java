package rhombic.trace;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.PriorityQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pace;
import rhombic.space.Pose;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;

/** Writes the trace of one run. Keeps a limited number of records: from a very long run, the oldest go. */
public final class TraceWriter {
    /** Records kept, about 30 bytes each. */
    public static final int USUALLY_KEPT = 3_000_000;

    private static final int MIN_IN_SEGMENT = 8192;
    /** Room for the rest of the instant in which a segment is long enough. */
    private static final int REST_OF_INSTANT = 512;
    /** An instant with more records than this is split: it never ends, or nobody could look at it. */
    private static final int MAX_IN_SEGMENT = 1_000_000;
    private static final int MIN_EXTRAS = 64;
    private static final int NO_BODY = -1;

    private final Trace trace;
    private final Keyframes keyframes;
    private final int places;
    private final int maxKept;
    private @Nullable PieceListener listener;
    /** The moment after which the segment begins that is being written, and the time of it. */
    private CompletableFuture<Moment> segmentStart;

    private long segmentStartNanos = -1;
    private final List<Segment> sealed = new ArrayList<>();
    private long sealedRecords;
    private long droppedSegments;
    private long firstNumber;

    private int size;
    private long[] times = {};
    private int[] bodies = {};
    private int[] nodes = {};
    private int[] slots = {};
    private byte[] kinds = {};
    private int[] backs = {};
    private long[] extras = {};
    private int extraSize;

    /** Number of the last record about each body, plus one. */
    private long[] lastOf = new long[64];
    /** Which motion of a body is the last: what is left of an earlier one is not written any more. */
    private int[] motionOf = new int[64];
    private final BodyNumbers numbers = new BodyNumbers(body -> motionOf[body]++);
    private final PriorityQueue<Later> later = new PriorityQueue<>();
    private boolean isEnded;

    /** A phase of a motion that is still to come. */
    private record Later(long timeNanos, int body, int motion, int node, int link, Pace.Phase phase) implements Comparable<Later> {
        @Override
        public int compareTo(Later other) {
            return Long.compare(timeNanos, other.timeNanos);
        }
    }

    /**
     * @param equipment how many pieces of equipment the study has
     * @param links how many links it has
     * @param maxKept records after which the oldest are dropped
     * @param beside does what may be done while the run goes on
     */
    public TraceWriter(int equipment, int links, int maxKept, Executor beside) {
        this.maxKept = maxKept;
        places = equipment;
        keyframes = new Keyframes(new Moment(equipment, links), beside);
        segmentStart = keyframes.newest();
        trace = new Trace(segmentStart);
        freshColumns(MIN_EXTRAS);
    }

    /** Does all that is to be done itself. */
    public TraceWriter(int equipment, int links, int maxKept) {
        this(equipment, links, maxKept, Runnable::run);
    }

    public TraceWriter(int equipment, int links) {
        this(equipment, links, USUALLY_KEPT);
    }

    public Trace trace() {
        return trace;
    }

    public long records() {
        return sealedRecords + size;
    }

    // ---- bodies come and go

    /** A piece comes in; returns its body. */
    public int created(long timeNanos, int node, int type) {
        return appears(timeNanos, node, type, Segment.RecordKind.CREATED);
    }

    /** A piece comes into being inside the plant; returns its body. */
    public int made(long timeNanos, int node, int type) {
        return appears(timeNanos, node, type, Segment.RecordKind.MADE);
    }

    private int appears(long timeNanos, int node, int type, Segment.RecordKind kind) {
        int body = numbers.take();
        if (body >= lastOf.length) {
            lastOf = Arrays.copyOf(lastOf, lastOf.length * 2);
            motionOf = Arrays.copyOf(motionOf, lastOf.length);
        }
        lastOf[body] = 0;
        add(timeNanos, body, node, type, kind);
        return body;
    }

    public void gone(long timeNanos, int body, int node) {
        add(timeNanos, body, node, 0, Segment.RecordKind.GONE);
        numbers.end(body);
    }

    /** A piece becomes part of another. */
    public void joined(long timeNanos, int body, int node) {
        add(timeNanos, body, node, 0, Segment.RecordKind.JOINED);
        numbers.end(body);
    }

    public void scrapped(long timeNanos, int body, int node) {
        add(timeNanos, body, node, 0, Segment.RecordKind.SCRAPPED);
        numbers.end(body);
    }

    // ---- where they are and what they do

    public void waits(long timeNanos, int body, int node) {
        add(timeNanos, body, node, 0, Segment.RecordKind.WAITS);
    }

    /** Work begins on a piece that has just come. */
    public void works(long timeNanos, int body, int node, int place) {
        add(timeNanos, body, node, place, Segment.RecordKind.WORKS);
    }

    /** A piece that waits there stands on the place where it will be worked on. */
    public void stands(long timeNanos, int body, int node, int place) {
        add(timeNanos, body, node, place, Segment.RecordKind.STANDS);
    }

    /** Work begins on a piece that has waited there. */
    public void begins(long timeNanos, int body, int node, int place) {
        add(timeNanos, body, node, place, Segment.RecordKind.BEGINS);
    }

    /** The work on a piece has ended. Nothing is written down of it: it stands or goes on, and that is. */
    public void ends(long timeNanos, int body, int node) {
        if (listener != null) {
            listener.onEvent(timeNanos, PieceListener.Event.WORK_ENDS, body, node, 0);
        }
    }

    /** @param way index of the only way out the piece waits for; -1 if any will do; or {@link PieceStatus#wayBack} */
    public void done(long timeNanos, int body, int node, int place, int way) {
        add(timeNanos, body, node, place | (way + 1) << 16, Segment.RecordKind.DONE);
    }

    /**
     * A body sets out along a link.
     *
     * @param node that the link leads to
     * @param pace on the path of the link
     */
    public void moves(long timeNanos, int body, int node, int link, Pace pace) {
        if (listener != null) {
            listener.onEvent(timeNanos, PieceListener.Event.SETS_OUT, body, node, link);
        }
        if (isEnded) {
            return;
        }
        writeLater(timeNanos);
        int motion = ++motionOf[body];
        long at = timeNanos;
        boolean first = true;
        for (Pace.Phase phase : pace.phases()) {
            if (first) {
                phase(at, body, node, link, phase);
                first = false;
            } else {
                later.add(new Later(at, body, motion, node, link, phase));
            }
            at += phase.nanos();
        }
        if (first) {
            phase(at, body, node, link, new Pace.Phase(0, 0, 0, 0));
        }
    }

    private void phase(long timeNanos, int body, int node, int link, Pace.Phase phase) {
        if (extraSize + 5 > extras.length) {
            extras = Arrays.copyOf(extras, extras.length * 2);
        }
        room(timeNanos); // a new segment begins with no extras
        int at = extraSize;
        extras[at] = link;
        extras[at + 1] = phase.nanos();
        extras[at + 2] = Double.doubleToRawLongBits(phase.from());
        extras[at + 3] = Double.doubleToRawLongBits(phase.speed());
        extras[at + 4] = Double.doubleToRawLongBits(phase.gain());
        extraSize += 5;
        write(timeNanos, body, node, at, Segment.RecordKind.MOVES);
    }

    /**
     * A person carries a piece from now on, along a link.
     *
     * @param node that the link leads to
     * @param below how many other pieces the person holds below it
     */
    public void carried(long timeNanos, int body, int node, int link, int person, int below) {
        if (listener != null) {
            listener.onEvent(timeNanos, PieceListener.Event.SETS_OUT, body, node, link);
        }
        further(timeNanos, link, person, below);
        write(timeNanos, body, node, extraSize - 3, Segment.RecordKind.CARRIED);
    }

    /** A piece comes onto a lane of a conveyor, at that place of the measure by which those of a train are apart. */
    public void rides(long timeNanos, int body, int node, int lane, boolean aside, double measure) {
        further(timeNanos, lane | (aside ? Moment.ASIDE : 0), Double.doubleToRawLongBits(measure));
        write(timeNanos, body, node, extraSize - 2, Segment.RecordKind.RIDES);
    }

    /**
     * A piece on a conveyor is the head of a train, so far along the way, and moves at that speed; 0 if it stands.
     *
     * @param gain how much faster it gets each second
     */
    public void leads(long timeNanos, int body, int node, double metres, double speed, double gain) {
        further(timeNanos, Double.doubleToRawLongBits(metres), Double.doubleToRawLongBits(speed), Double.doubleToRawLongBits(gain));
        write(timeNanos, body, node, extraSize - 3, Segment.RecordKind.LEADS);
    }

    /** A piece on a conveyor goes with the train before it. */
    public void follows(long timeNanos, int body, int node) {
        add(timeNanos, body, node, 0, Segment.RecordKind.FOLLOWS);
    }

    private void further(long timeNanos, long... more) {
        if (isEnded) {
            return;
        }
        writeLater(timeNanos);
        if (extraSize + more.length > extras.length) {
            extras = Arrays.copyOf(extras, extras.length * 2);
        }
        room(timeNanos); // a new segment begins with no extras
        for (long one : more) {
            extras[extraSize++] = one;
        }
    }

    /** A piece goes onto another. */
    public void onto(long timeNanos, int body, int node, int holder) {
        add(timeNanos, body, node, holder, Segment.RecordKind.ONTO);
        numbers.onto(body, holder);
    }

    /** A piece comes off what carried it. */
    public void off(long timeNanos, int body, int node) {
        add(timeNanos, body, node, 0, Segment.RecordKind.OFF);
        numbers.off(body);
    }

    public void look(long timeNanos, int body, int node, int look) {
        add(timeNanos, body, node, look, Segment.RecordKind.LOOK);
    }

    public void type(long timeNanos, int body, int node, int type) {
        add(timeNanos, body, node, type, Segment.RecordKind.TYPE);
    }

    /** An attribute of a piece is set. */
    public void sets(long timeNanos, int body, String attribute, String value) {
        if (!isEnded) {
            add(timeNanos, body, 0, trace.word(attribute + "\u0000" + value), Segment.RecordKind.SET);
        }
    }

    // ---- equipment

    public void inlet(long timeNanos, int node, boolean shut) {
        add(timeNanos, NO_BODY, node, Moment.gateSlot(Moment.INLET, shut), Segment.RecordKind.GATE);
    }

    public void outlet(long timeNanos, int node, boolean shut) {
        add(timeNanos, NO_BODY, node, Moment.gateSlot(Moment.OUTLET, shut), Segment.RecordKind.GATE);
    }

    public void rejected(long timeNanos, int node) {
        add(timeNanos, NO_BODY, node, 0, Segment.RecordKind.REJECTED);
    }

    public void state(long timeNanos, int node, EquipmentState state) {
        add(timeNanos, NO_BODY, node, state.ordinal(), Segment.RecordKind.STATE);
    }

    /** Equipment that has contents and no states is down or off shift; null: no longer. */
    public void kept(long timeNanos, int node, @Nullable EquipmentState state) {
        add(timeNanos, NO_BODY, node, state == null ? -1 : state.ordinal(), Segment.RecordKind.KEPT);
    }

    /** A link is down; null: no longer. Links stand behind the equipment. */
    public void link(long timeNanos, int link, @Nullable EquipmentState state) {
        kept(timeNanos, places + link, state);
    }

    /** A person sets out, straight, and will be there after so long; with 0 it is there. */
    public void walks(long timeNanos, int person, Pose from, Pose to, long nanos) {
        further(timeNanos, Double.doubleToRawLongBits(from.x()), Double.doubleToRawLongBits(from.y()), Double.doubleToRawLongBits(to.x()),
                Double.doubleToRawLongBits(to.y()), Double.doubleToRawLongBits(to.heading()), nanos);
        write(timeNanos, NO_BODY, person, extraSize - 6, Segment.RecordKind.WALKS);
    }

    /** A person does something else. */
    public void person(long timeNanos, int person, PersonState state) {
        add(timeNanos, NO_BODY, person, state.ordinal(), Segment.RecordKind.PERSON);
    }

    /** Equipment that has contents and no states holds that many now. */
    public void holds(long timeNanos, int node, int pieces) {
        add(timeNanos, NO_BODY, node, pieces, Segment.RecordKind.HOLDS);
    }

    /**
     * Lets readers see what has been written.
     *
     * @param completeNanos the time up to which, itself included, nothing more will be written
     */
    public void publish(long completeNanos) {
        if (isEnded) {
            return;
        }
        writeLater(completeNanos);
        List<Segment> all = new ArrayList<>(sealed);
        all.add(segment());
        trace.publish(List.copyOf(all), completeNanos, droppedSegments);
    }

    /** Publishes for the last time: the trace ends here, although the run goes on. */
    public void end(long completeNanos) {
        publish(completeNanos);
        isEnded = true;
        later.clear();
    }

    private Segment segment() {
        return new Segment(segmentStart, segmentStartNanos, firstNumber, size, times, bodies, nodes, slots, kinds, backs, extras);
    }

    /** Has somebody hear of everything that happens to pieces, as it is written down. */
    public void setListener(PieceListener newListener) {
        listener = newListener;
    }

    private void notifyListener(PieceListener to, long time, int body, int node, int slot, Segment.RecordKind kind) {
        switch (kind) {
            case CREATED -> to.onEvent(time, PieceListener.Event.ENTERS, body, node, slot);
            case MADE -> to.onEvent(time, PieceListener.Event.MADE, body, node, slot);
            case WAITS -> to.onEvent(time, PieceListener.Event.WAITS, body, node, 0);
            case WORKS, BEGINS -> to.onEvent(time, PieceListener.Event.WORK_BEGINS, body, node, 0);
            case ONTO -> to.onEvent(time, PieceListener.Event.GOES_ONTO, body, node, slot);
            case OFF -> to.onEvent(time, PieceListener.Event.COMES_OFF, body, node, 0);
            case JOINED -> to.onEvent(time, PieceListener.Event.JOINED, body, node, 0);
            case SCRAPPED -> to.onEvent(time, PieceListener.Event.SCRAPPED, body, node, 0);
            case GONE -> to.onEvent(time, PieceListener.Event.LEAVES, body, node, 0);
            default -> {} // of equipment and people, or of how it looks
        }
    }

    private void add(long time, int body, int node, int slot, Segment.RecordKind kind) {
        if (listener != null) {
            notifyListener(listener, time, body, node, slot, kind);
        }
        if (!later.isEmpty()) {
            writeLater(time);
        }
        write(time, body, node, slot, kind);
    }

    private void writeLater(long untilNanos) {
        while (!later.isEmpty() && later.peek().timeNanos <= untilNanos) {
            Later next = later.poll();
            if (motionOf[next.body] == next.motion) {
                phase(next.timeNanos, next.body, next.node, next.link, next.phase);
            }
        }
    }

    private int longEnough() {
        return Math.max(MIN_IN_SEGMENT, Math.max(places, numbers.count()));
    }

    private void room(long time) {
        boolean isLong = size >= longEnough();
        if (isLong && (time > times[size - 1] || size >= MAX_IN_SEGMENT)) {
            seal();
        } else if (size == times.length) {
            grow();
        }
    }

    private void write(long time, int body, int node, int slot, Segment.RecordKind kind) {
        if (isEnded) {
            return;
        }
        room(time);
        long number = firstNumber + size;
        times[size] = time;
        bodies[size] = body;
        nodes[size] = node;
        slots[size] = slot;
        kinds[size] = (byte) kind.ordinal();
        backs[size] = 0;
        if (body >= 0) {
            backs[size] = lastOf[body] == 0 ? 0 : (int) Math.min(Integer.MAX_VALUE, number + 1 - lastOf[body]);
            lastOf[body] = number + 1;
        }
        size++;
    }

    private void seal() {
        Segment full = segment();
        boolean hasSpace = times.length > size + size / 8 || extras.length > extraSize + size / 8;
        sealed.add(hasSpace ? full.trimmed(extraSize) : full);
        keyframes.after(full);
        segmentStart = keyframes.newest();
        segmentStartNanos = times[size - 1];
        sealedRecords += size;
        firstNumber += size;
        size = 0;
        freshColumns(extraSize + extraSize / 16);
        extraSize = 0;
        while (sealedRecords > maxKept && sealed.size() > 1) {
            sealedRecords -= sealed.removeFirst().size();
            droppedSegments++;
        }
    }

    /** Columns for another segment; those of the one before are its own. */
    private void freshColumns(int extraRoom) {
        int room = longEnough() + REST_OF_INSTANT;
        times = new long[room];
        bodies = new int[room];
        nodes = new int[room];
        slots = new int[room];
        kinds = new byte[room];
        backs = new int[room];
        extras = new long[Math.max(MIN_EXTRAS, extraRoom)];
    }

    private void grow() {
        int room = size * 2;
        times = Arrays.copyOf(times, room);
        bodies = Arrays.copyOf(bodies, room);
        nodes = Arrays.copyOf(nodes, room);
        slots = Arrays.copyOf(slots, room);
        kinds = Arrays.copyOf(kinds, room);
        backs = Arrays.copyOf(backs, room);
    }
}
