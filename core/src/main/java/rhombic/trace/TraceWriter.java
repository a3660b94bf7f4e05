package rhombic.trace;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pace;
import rhombic.space.Path;
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
    private static final int NO_BODY = -1;
    private static final int NO_PLACE = -1;

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

    private Columns columns;

    /** Number of the last record about each body, plus one. */
    private long[] lastOf = new long[64];
    private final BodyNumbers numbers = new BodyNumbers(body -> lastOf[body] = 0);
    private boolean isEnded;

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
        columns = new Columns(room());
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
        return sealedRecords + columns.size;
    }

    // ---- bodies come and go

    /** A piece comes in; returns its body. */
    public int created(long timeNanos, int node, int type) {
        return appears(timeNanos, node, type, Segment.RecordKind.CREATED);
    }

    /** A piece comes in that lies on another; returns its body. */
    public int brought(long timeNanos, int node, int type) {
        return appears(timeNanos, node, type, Segment.RecordKind.BROUGHT);
    }

    /** A piece comes into being inside the plant; returns its body. */
    public int made(long timeNanos, int node, int type) {
        return appears(timeNanos, node, type, Segment.RecordKind.MADE);
    }

    private int appears(long timeNanos, int node, int type, Segment.RecordKind kind) {
        int body = numbers.take();
        if (body >= lastOf.length) {
            lastOf = Arrays.copyOf(lastOf, lastOf.length * 2);
        }
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

    /** A piece that stands on a place is on another now, where it counts as having been all the time. */
    public void shifted(long timeNanos, int body, int node, int place) {
        add(timeNanos, body, node, place, Segment.RecordKind.SHIFTED);
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
        if (begins(timeNanos)) {
            write(timeNanos, body, node, columns.done(place, way), Segment.RecordKind.DONE);
        }
    }

    /**
     * A body sets out along a link.
     *
     * @param node that the link leads to
     * @param pace on the path of the link, at one speed or at rest
     */
    public void moves(long timeNanos, int body, int node, int link, Pace pace) {
        assert pace.phases().size() == 1 : "on links pieces go evenly, or stand";
        if (listener != null) {
            listener.onEvent(timeNanos, PieceListener.Event.SETS_OUT, body, node, link);
        }
        if (begins(timeNanos)) {
            write(timeNanos, body, node, columns.motion(link, pace.phases().getFirst()), Segment.RecordKind.MOVES);
        }
    }

    /**
     * A mover carries a piece from now on, along a link.
     *
     * @param node that the link leads to
     * @param below how many other pieces the mover holds below it
     * @param isFirst false: another has carried it so far
     */
    public void carried(long timeNanos, int body, int node, int link, int mover, int below, boolean isFirst) {
        if (listener != null && isFirst) {
            listener.onEvent(timeNanos, PieceListener.Event.SETS_OUT, body, node, link);
        }
        if (begins(timeNanos)) {
            write(timeNanos, body, node, columns.carry(link, mover, below), Segment.RecordKind.CARRIED);
        }
    }

    /** A piece rides on a mover from now on, until it stands somewhere; it stays with its equipment, to which the mover belongs. */
    public void lifted(long timeNanos, int body, int node, int mover) {
        add(timeNanos, body, node, mover, Segment.RecordKind.LIFTED);
    }

    /**
     * A piece waits to be fetched and carried along a link, or somebody comes for it.
     *
     * @param node where it is
     * @param mover who comes; negative: nobody yet
     */
    public void called(long timeNanos, int body, int node, int link, int mover) {
        if (begins(timeNanos)) {
            write(timeNanos, body, node, columns.carry(link, mover, 0), Segment.RecordKind.CALLED);
        }
    }

    /** A piece waits to be fetched no longer, though it is where it was. */
    public void calledOff(long timeNanos, int body, int node) {
        add(timeNanos, body, node, 0, Segment.RecordKind.CALLED_OFF);
    }

    /** A piece comes onto a lane of a conveyor, at that place of the measure by which those of a train are apart. */
    public void rides(long timeNanos, int body, int node, int lane, boolean aside, double measure) {
        if (begins(timeNanos)) {
            write(timeNanos, body, node, columns.ride(lane, aside, measure), Segment.RecordKind.RIDES);
        }
    }

    /**
     * A piece on a conveyor is the head of a train, so far along the way, and moves at that speed; 0 if it stands.
     *
     * @param gain how much faster it gets each second
     */
    public void leads(long timeNanos, int body, int node, double metres, double speed, double gain) {
        if (begins(timeNanos)) {
            write(timeNanos, body, node, columns.lead(metres, speed, gain), Segment.RecordKind.LEADS);
        }
    }

    /** A piece on a conveyor goes with the train before it. */
    public void follows(long timeNanos, int body, int node) {
        add(timeNanos, body, node, 0, Segment.RecordKind.FOLLOWS);
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
        add(timeNanos, NO_BODY, node, 0, shut ? Segment.RecordKind.INLET_SHUT : Segment.RecordKind.INLET_OPENED);
    }

    public void outlet(long timeNanos, int node, boolean shut) {
        add(timeNanos, NO_BODY, node, 0, shut ? Segment.RecordKind.OUTLET_SHUT : Segment.RecordKind.OUTLET_OPENED);
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

    // ---- movers

    /**
     * A mover is under way from now on, or stands, until it is said otherwise.
     *
     * @param mover its number among all that goes by itself
     * @param frame number of the mover on which it moves; {@link MoverMoment#FLOOR} for the floor
     * @param path its way; where it is the same as before it is the same object, so that it is kept once
     * @param facing where it looks at the end of its way, degrees
     * @param pace along the way; over in no time if it stands at its end
     * @param isCommon whether many motions have that very pace: then it is kept once for all
     */
    public void travels(long timeNanos, int mover, int frame, Path path, double facing, Pace pace, boolean isCommon) {
        if (begins(timeNanos)) {
            write(timeNanos, NO_BODY, NO_PLACE, columns.travel(mover, frame, path, facing, pace, isCommon), Segment.RecordKind.TRAVELS);
        }
    }

    /** A person does something else. */
    public void person(long timeNanos, int person, PersonState state) {
        if (begins(timeNanos) && !columns.doesOtherwise(timeNanos, person, state.ordinal())) {
            write(timeNanos, NO_BODY, NO_PLACE, columns.doing(person, state.ordinal()), Segment.RecordKind.DOES);
        }
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
        List<Segment> all = new ArrayList<>(sealed);
        all.add(segment());
        trace.publish(List.copyOf(all), completeNanos, droppedSegments);
    }

    /** Publishes for the last time: the trace ends here, although the run goes on. */
    public void end(long completeNanos) {
        publish(completeNanos);
        isEnded = true;
    }

    /** What is written of the segment so far. */
    Segment segment() {
        return new Segment(segmentStart, segmentStartNanos, firstNumber, columns);
    }

    /** Has somebody hear of everything that happens to pieces, as it is written down. */
    public void setListener(PieceListener newListener) {
        listener = newListener;
    }

    private void notifyListener(PieceListener to, long time, int body, int node, int value, Segment.RecordKind kind) {
        switch (kind) {
            case CREATED, BROUGHT -> to.onEvent(time, PieceListener.Event.ENTERS, body, node, value);
            case MADE -> to.onEvent(time, PieceListener.Event.MADE, body, node, value);
            case WAITS -> to.onEvent(time, PieceListener.Event.WAITS, body, node, 0);
            case WORKS, BEGINS -> to.onEvent(time, PieceListener.Event.WORK_BEGINS, body, node, 0);
            case ONTO -> to.onEvent(time, PieceListener.Event.GOES_ONTO, body, node, value);
            case OFF -> to.onEvent(time, PieceListener.Event.COMES_OFF, body, node, 0);
            case JOINED -> to.onEvent(time, PieceListener.Event.JOINED, body, node, 0);
            case SCRAPPED -> to.onEvent(time, PieceListener.Event.SCRAPPED, body, node, 0);
            case GONE -> to.onEvent(time, PieceListener.Event.LEAVES, body, node, 0);
            default -> {} // of equipment and people, or of how it looks
        }
    }

    private void add(long time, int body, int node, int value, Segment.RecordKind kind) {
        if (listener != null) {
            notifyListener(listener, time, body, node, value, kind);
        }
        if (begins(time)) {
            write(time, body, node, value, kind);
        }
    }

    /** A record of that time comes next, for which there is room; says whether anything is written at all. */
    private boolean begins(long time) {
        if (isEnded) {
            return false;
        }
        makeRoom(time);
        return true;
    }

    private int longEnough() {
        return Math.max(MIN_IN_SEGMENT, Math.max(places, numbers.count()));
    }

    private int room() {
        return longEnough() + REST_OF_INSTANT;
    }

    private void makeRoom(long time) {
        boolean isLong = columns.size >= longEnough();
        if (isLong && (time > columns.times[columns.size - 1] || columns.size >= MAX_IN_SEGMENT)) {
            seal();
        }
    }

    private void write(long time, int body, int node, int value, Segment.RecordKind kind) {
        long number = firstNumber + columns.size;
        int back = 0;
        if (body >= 0) {
            back = lastOf[body] == 0 ? 0 : (int) Math.min(Integer.MAX_VALUE, number + 1 - lastOf[body]);
            lastOf[body] = number + 1;
        }
        columns.add(time, kind, body, node, value, back);
    }

    private void seal() {
        columns.trim();
        Segment full = segment();
        sealed.add(full);
        keyframes.after(full);
        segmentStart = keyframes.newest();
        segmentStartNanos = columns.times[columns.size - 1];
        sealedRecords += columns.size;
        firstNumber += columns.size;
        columns = new Columns(room());
        while (sealedRecords > maxKept && sealed.size() > 1) {
            sealedRecords -= sealed.removeFirst().size();
            droppedSegments++;
        }
    }
}
