package rhombic.plant.convey;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.plant.piece.Piece;

/** One lane of a conveyor, with the pieces on it. Metres count from its beginning to the front edge of a piece. */
public final class Lane {
    /** So far apart are pieces that would be at one place, had their comings not been rounded to nanoseconds. */
    static final double TIE_METRES = 2e-8;
    /** Whether the first piece can go is known before another comes on at the same instant. */
    private static final int AFTER_ALL = Simulator.LAST_PRIORITY - 3;
    /** Differences below this come from rounding and mean nothing. */
    private static final double TINY_METRES = 1e-9;

    /** Hears what happens on a lane, from within an event of the kernel. */
    public interface Listener {
        /** The first piece is at the end. It is either taken within this call, or stands from now on. */
        void onEndReached(Lane lane);

        /** Another piece may come on. */
        void onEntryClear(Lane lane);

        /** After an event of the lane all that follows at this instant is done. */
        default void settle() {}

        /** A piece has come on. */
        default void onEnter(Lane lane, Rider rider) {}

        /**
         * A train has its head there and moves on at that speed; 0 if it stands.
         *
         * @param gain how much faster it gets each second, until it is told anew
         */
        default void onLeads(Lane lane, Rider head, double metres, double speed, double gain) {}

        /** A piece has come to the place of a sensor, or its rear edge is past it. */
        default void onCovered(Lane lane, int sensor, boolean coversNow) {}

        /** It is no head any more, but goes with those before it. */
        default void onFollows(Lane lane, Rider rider) {}

        /** All that moves goes at another speed from now on; see {@link Lane#forEachTrain}. */
        default void onRateChanged(Lane lane) {}

        /** The end is where pieces stand, or no longer. */
        default void onStanding(Lane lane, boolean standsNow) {}
    }

    /** A piece on a lane. */
    public static final class Rider {
        public final Piece piece;
        final double length;
        /** Along the measure of the lane; the front one has the least. */
        double measure;
        /** Where on the whole way it has come in: kept for whoever has put it on. */
        double fromMetres;
        @Nullable Rider behind;

        Rider(Piece piece, double length) {
            this.piece = piece;
            this.length = length;
        }

        public double measure() {
            return measure;
        }

        public double fromMetres() {
            return fromMetres;
        }
    }

    static final class Train {
        Rider head;
        Rider tail;
        /** Where the head was when the drive had moved {@link #moved} metres. */
        double metres;
        double moved;
        boolean stands;
        @Nullable Train behind;

        Train(Rider only) {
            head = only;
            tail = only;
        }
    }

    /**
     * What a lane is like.
     *
     * @param lengthMetres above 0
     * @param gapMetres least distance between pieces, 0 or more
     * @param isRigid whether all stop with the first one
     * @param maxPieces pieces at a time
     * @param pocketMetres of the pockets that a rigid lane moves, into which pieces come on; 0: anywhere
     * @param acceleration metres per second squared with which the drive changes its speed; 0: at once
     */
    public record Shape(double lengthMetres, double gapMetres, boolean isRigid, int maxPieces, double pocketMetres, double acceleration) {}

    /** Room for a piece of that length, the one before it being so far on. */
    private record Wish(double pieceMetres, double clearMetres) {
        boolean isMetWith(Wish other) {
            return pieceMetres <= other.pieceMetres && clearMetres <= other.clearMetres;
        }
    }

    public final int number;
    private final Simulator simulator;
    private final double length;
    private final double gap;
    private final boolean isRigid;
    private final int maxPieces;
    private final double pocket;
    private final Listener listener;
    private final Drive drive;
    private final List<Sensor> sensors = new ArrayList<>();

    private @Nullable Train first;
    private @Nullable Train last;
    private int count;
    /** What all of them would take, closed up, each with its gap. */
    private double closedUp;
    private double speed;
    private boolean isOff;
    /** What is waited for at the beginning; none of them is met whenever another is. */
    private final List<Wish> wishes = new ArrayList<>();
    /** Whether a rigid lane has stopped because its first piece can't go on. */
    private boolean isStopped;
    /** How many lanes that move with this one have stopped so. */
    private int halts;

    private final Event toEnd = new Event(true) {
        @Override
        protected void occur() {
            addAtEnd();
            listener.settle();
        }
    };
    private final Event closesUp = new Event(true) {
        @Override
        protected void occur() {
            mergeSecond();
        }
    };
    private final Event clears = new Event(true) {
        @Override
        protected void occur() {
            Train train = first;
            double toGo = train == null ? 0 : length - place(train);
            if (toEnd.isPending() && toGo < TIE_METRES) {
                // Both fall into one instant, but for the rounding of earlier ones: the end comes first.
                simulator.schedule(this, Math.clamp(nanosFor(toGo), 1, 1000), AFTER_ALL);
                return;
            }
            wishes.clear();
            listener.onEntryClear(Lane.this);
            listener.settle();
        }
    };

    /** @param speed metres per second, above 0 */
    public Lane(int number, Simulator simulator, Shape shape, double speed, Listener watch) {
        this.number = number;
        this.simulator = simulator;
        length = shape.lengthMetres();
        gap = shape.gapMetres();
        isRigid = shape.isRigid();
        maxPieces = shape.maxPieces();
        pocket = shape.pocketMetres();
        this.speed = speed;
        this.listener = watch;
        drive = new Drive(simulator, speed, shape.acceleration(), this::speedChanged);
    }

    /** Has the watch told when pieces come to that place and are past it; to be called before anything comes on. */
    public void addSensor(double metres) {
        sensors.add(new Sensor(this, simulator, sensors.size(), metres, listener));
    }

    public int count() {
        return count;
    }

    /** The piece that is first to leave; call only if there is one. */
    public Piece front() {
        Train train = first;
        assert train != null : "the lane is empty";
        return train.head.piece;
    }

    /** Gives each train as {@link Listener#onLeads} does. */
    public void forEachTrain(Listener told) {
        for (Train train = first; train != null; train = train.behind) {
            notifyLeads(told, train);
        }
    }

    private void notifyLeads(Listener told, Train train) {
        told.onLeads(this, train.head, place(train), train.stands ? 0 : drive.speed(), train.stands ? 0 : drive.gain());
    }

    /** From the first piece to the end; infinite if there is none. */
    public double toEndMetres() {
        return first == null ? Double.POSITIVE_INFINITY : length - place(first);
    }

    /** Whether the first piece stands at the end and waits. */
    public boolean isStanding() {
        return isStopped || first != null && first.stands;
    }

    // ---- coming on

    /**
     * Whether a piece of that length can come on now: the piece before it is far enough on, the drive moves, and, where the last
     * piece stands, it would be wholly on the lane before it has to stand, too.
     *
     * @param clearMetres from the beginning to the rear edge of the piece before it; usually the gap
     */
    public boolean accepts(double pieceMetres, double clearMetres) {
        if (!drive.moves() || count >= maxPieces) {
            return false;
        }
        double clear = clearMetres();
        boolean fits = last == null || !last.stands || clear - gap >= pieceMetres - TINY_METRES;
        return clear >= clearMetres - (pocket == 0 ? TINY_METRES : TIE_METRES) && fits && toPocketMetres() == 0;
    }

    /** How far the drive has to move until a pocket is at the beginning. */
    private double toPocketMetres() {
        if (pocket == 0 || count == 0) {
            return 0;
        }
        assert last != null : "count without a piece";
        double since = place(last, last.tail) % pocket;
        return since < TIE_METRES || pocket - since < TIE_METRES ? 0 : pocket - since;
    }

    /** Whether its drive moves. */
    public boolean moves() {
        return drive.moves();
    }

    /** Whether the number of pieces allows another, be it that it must wait. */
    public boolean mayTakeMore() {
        return count < maxPieces;
    }

    /** How many pieces could come on later beside one of that length, each of which takes so much with its gap. */
    public int capacityFor(double each, double pieceMetres) {
        double left = length - closedUp + each - pieceMetres;
        return (int) Math.clamp(Math.floor(left / each + TINY_METRES), 0, maxPieces - count);
    }

    /** Whether something will happen here by itself. */
    public boolean isAtWork() {
        return isOff || toEnd.isPending() || closesUp.isPending();
    }

    /** Has the watch told once when a piece of that length may come on, the one before it being so far on. */
    public void awaitClear(double pieceMetres, double clearMetres) {
        Wish wish = new Wish(pieceMetres, clearMetres);
        for (Wish other : wishes) {
            if (other.isMetWith(wish)) {
                return; // it is told then, and asks anew
            }
        }
        wishes.removeIf(wish::isMetWith);
        wishes.add(wish);
        scheduleClear();
    }

    /** From the beginning to the rear edge of the last piece; infinite if there is none. */
    public double clearMetres() {
        Train train = last;
        return train == null ? Double.POSITIVE_INFINITY : place(train, train.tail) - train.tail.length;
    }

    /**
     * The piece comes on; only while the lane accepts it.
     *
     * @param beforeMetres how far its front edge is before the beginning: what it has to go from the side of a conveyor
     * @param fromMetres where on the whole way it has come in
     */
    public void add(Piece piece, double pieceMetres, double beforeMetres, double fromMetres) {
        assert drive.moves() && count < maxPieces : "the lane takes nothing";
        Rider rider = new Rider(piece, pieceMetres);
        rider.fromMetres = fromMetres;
        Train before = last;
        if (before == null) {
            rider.measure = 0;
        } else if (isRigid) {
            rider.measure = before.head.measure + place(before) + beforeMetres;
        } else {
            rider.measure = before.tail.measure + before.tail.length + gap;
        }
        count++;
        closedUp += pieceMetres + gap;
        listener.onEnter(this, rider);
        if (isRigid && before != null) {
            before.tail.behind = rider;
            before.tail = rider;
        } else {
            Train train = new Train(rider);
            train.metres = -beforeMetres;
            train.moved = drive.moved();
            if (before == null) {
                first = train;
            } else {
                before.tail.behind = rider;
                before.behind = train;
            }
            last = train;
            notifyLeads(listener, train);
            if (first == train) {
                schedule(toEnd, length + beforeMetres);
            } else if (first != null && first.behind == train && first.stands) {
                scheduleMerge(first, train);
            }
        }
        Train with = last;
        assert with != null : "the piece is on no train";
        for (Sensor sensor : sensors) {
            sensor.onEnter(rider, with);
        }
        scheduleClear();
    }

    // ---- at the end

    private void addAtEnd() {
        Train train = first;
        assert train != null : "nothing can come to the end";
        train.metres = length;
        train.moved = drive.moved();
        Rider head = train.head;
        listener.onEndReached(this);
        if (first != train || train.head != head) {
            return; // it has gone on without a stop
        }
        if (isRigid) {
            isStopped = true;
            setRate();
        } else {
            train.stands = true;
            notifyLeads(listener, train);
            updateSensors();
            simulator.cancel(clears);
            scheduleClear();
            if (train.behind != null) {
                scheduleMerge(train, train.behind);
            }
        }
        listener.onStanding(this, true);
    }

    /** The first piece, which is at the end, leaves. */
    public Rider removeFirst() {
        Train train = first;
        assert train != null && place(train) >= length - TINY_METRES : "no piece is at the end";
        Rider gone = train.head;
        count--;
        closedUp = count == 0 ? 0 : closedUp - gone.length - gap;
        boolean stood = train.stands || isStopped;
        simulator.cancel(closesUp);
        Rider next = gone.behind;
        if (train.tail == gone) {
            first = train.behind;
            if (first == null) {
                last = null;
            }
        } else {
            assert next != null : "a train that ends before its tail";
            train.metres = length - (next.measure - gone.measure);
            train.moved = drive.moved();
            train.head = next;
            train.stands = false;
            notifyLeads(listener, train);
        }
        if (isStopped) {
            isStopped = false;
            setRate();
        } else if (first != null) {
            schedule(toEnd, length - place(first));
        }
        for (Sensor sensor : sensors) {
            sensor.onLeave(gone);
        }
        scheduleClear();
        if (stood) {
            listener.onStanding(this, false);
        }
        return gone;
    }

    private void mergeSecond() {
        Train train = first;
        Train second = train == null ? null : train.behind;
        assert train != null && train.stands && second != null : "nothing closes up";
        listener.onFollows(this, second.head);
        train.tail = second.tail;
        train.behind = second.behind;
        if (last == second) {
            last = train;
        }
        for (Sensor sensor : sensors) {
            sensor.onMerged(second, train);
            sensor.update();
        }
        if (train.behind != null) {
            scheduleMerge(train, train.behind);
        }
        scheduleClear();
    }

    // ---- the drive

    /** Switches the drive off or on. */
    public void setOff(boolean nowOff) {
        isOff = nowOff;
        setRate();
    }

    /** Another speed from now on, above 0. */
    public void setSpeed(double metresPerSecond) {
        speed = metresPerSecond;
        setRate();
    }

    /** Another lane that moves with this one has stopped, or goes on. */
    public void halt(boolean nowHalted) {
        halts += nowHalted ? 1 : -1;
        setRate();
    }

    private void setRate() {
        if (isStopped || halts > 0) {
            drive.jumpTo(0);
        } else {
            drive.goTo(isOff ? 0 : speed);
        }
    }

    private void speedChanged() {
        listener.onRateChanged(this); // what moves is where the drive has brought it: no train need be touched
        simulator.cancel(toEnd);
        simulator.cancel(closesUp);
        simulator.cancel(clears);
        Train train = first;
        if (train != null && !train.stands) {
            schedule(toEnd, length - place(train));
        } else if (train != null && train.behind != null) {
            scheduleMerge(train, train.behind);
        }
        updateSensors();
        scheduleClear();
    }

    private void updateSensors() {
        for (Sensor sensor : sensors) {
            sensor.update();
        }
    }

    long nanosFor(double metres) {
        return drive.nanosFor(metres);
    }

    private double place(Train train) {
        return train.stands ? train.metres : train.metres + (drive.moved() - train.moved);
    }

    double place(Train train, Rider rider) {
        return place(train) - (rider.measure - train.head.measure);
    }

    // ---- events

    private void scheduleMerge(Train entry, Train moving) {
        double target = entry.metres - (moving.head.measure - entry.head.measure);
        schedule(closesUp, target - place(moving));
    }

    private void scheduleClear() {
        simulator.cancel(clears);
        if (wishes.isEmpty() || !drive.moves() || count >= maxPieces) {
            return; // looked at again when the drive moves, or a piece leaves
        }
        double clear = clearMetres();
        boolean lastStands = last != null && last.stands;
        double toGo = Double.POSITIVE_INFINITY;
        for (Wish wish : wishes) {
            double missing = Math.max(wish.clearMetres - clear, 0);
            boolean isVain = lastStands && (missing > TINY_METRES || clear - gap < wish.pieceMetres - TINY_METRES);
            if (!isVain) { // else it is looked at again when the last piece goes on
                toGo = Math.min(toGo, pocket == 0 ? missing : nextPocket(missing));
            }
        }
        if (toGo <= TINY_METRES) {
            simulator.schedule(clears, 0, AFTER_ALL);
        } else if (toGo < Double.POSITIVE_INFINITY) {
            long nanos = drive.nanosFor(toGo);
            if (nanos < Drive.NEVER) {
                simulator.schedule(clears, Math.max(1, nanos), AFTER_ALL);
            }
        }
    }

    /** How far to the first pocket that is at the beginning when at least so much has been moved. */
    private double nextPocket(double missing) {
        double first = toPocketMetres();
        return missing <= first + TIE_METRES ? first : first + Math.ceil((missing - first - TIE_METRES) / pocket) * pocket;
    }

    private void schedule(Event event, double metres) {
        simulator.cancel(event);
        long nanos = drive.nanosFor(metres);
        if (nanos < Drive.NEVER) {
            simulator.schedule(event, nanos);
        }
    }
}
