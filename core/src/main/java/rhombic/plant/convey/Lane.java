package rhombic.plant.convey;

import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.plant.piece.Piece;

/** One lane of a conveyor, with the pieces on it. Metres count from its beginning to the front edge of a piece. */
public final class Lane {
    private static final double NANOS = 1e9;
    /** So far apart are pieces that would be at one place, had their comings not been rounded to nanoseconds. */
    private static final double TIE_METRES = 2e-8;
    /** Whether the first piece can go is known before another comes on at the same instant. */
    private static final int AFTER_ALL = Simulator.LAST_PRIORITY - 2;
    /** Differences below this come from rounding and mean nothing. */
    private static final double TINY_METRES = 1e-9;

    /** Hears what happens on a lane, from within an event of the kernel. */
    public interface Watch {
        /** The first piece is at the end. It is either taken within this call, or stands from now on. */
        void cameToEnd(Lane lane);

        /** Another piece may come on. */
        void entryIsClear(Lane lane);

        /** After an event of the lane all that follows at this instant is done. */
        default void settle() {}

        /** A piece has come on. */
        default void comes(Lane lane, Rider rider) {}

        /** A train has its head there and moves on at that speed; 0 if it stands. */
        default void leads(Lane lane, Rider head, double metres, double speed) {}

        /** It is no head any more, but goes with those before it. */
        default void follows(Lane lane, Rider rider) {}

        /** All that moves goes at another speed from now on; see {@link Lane#forEachTrain}. */
        default void rateChanged(Lane lane) {}

        /** The end is where pieces stand, or no longer. */
        default void stands(Lane lane, boolean standsNow) {}
    }

    /** A piece on a lane. */
    public static final class Rider {
        public final Piece piece;
        final double length;
        /** Along the measure of the lane; the front one has the least. */
        double measure;
        @Nullable Rider behind;

        Rider(Piece piece, double length) {
            this.piece = piece;
            this.length = length;
        }

        public double measure() {
            return measure;
        }
    }

    private static final class Train {
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

    public final int number;
    private final Simulator simulator;
    private final double length;
    private final double gap;
    private final boolean isRigid;
    private final int most;
    private final Watch watch;

    private @Nullable Train first;
    private @Nullable Train last;
    private int count;
    /** What all of them would take, closed up, each with its gap. */
    private double closedUp;
    /** The drive: what it had moved at a time, and how fast it has been since. */
    private double movedBefore;
    private long movedAt;
    private double rate;
    private double speed;
    private boolean isOff;
    /** Whether somebody wants to know when the beginning is clear. */
    private boolean isAwaited;
    /** The least length that is wanted for. */
    private double awaitedMetres;
    /** Whether a rigid lane has stopped because its first piece can't go on. */
    private boolean isStopped;

    private final Event toEnd = new Event() {
        @Override
        protected void occur() {
            comesToEnd();
            watch.settle();
        }
    };
    private final Event closesUp = new Event() {
        @Override
        protected void occur() {
            mergeSecond();
        }
    };
    private final Event clears = new Event() {
        @Override
        protected void occur() {
            Train train = first;
            double toGo = train == null ? 0 : length - place(train);
            if (toEnd.isPending() && toGo < TIE_METRES) {
                // Both fall into one instant, but for the rounding of earlier ones: the end comes first.
                simulator.schedule(this, Math.max(1, Math.round(toGo / rate * NANOS)), AFTER_ALL);
                return;
            }
            isAwaited = false;
            watch.entryIsClear(Lane.this);
            watch.settle();
        }
    };

    /**
     * @param lengthMetres above 0
     * @param gapMetres least distance between pieces, 0 or more
     * @param isRigid whether all stop with the first one
     * @param most pieces at a time
     * @param speed metres per second, above 0
     */
    public Lane(int number, Simulator simulator, double lengthMetres, double gapMetres, boolean isRigid, int most, double speed,
            Watch watch) {
        this.number = number;
        this.simulator = simulator;
        length = lengthMetres;
        gap = gapMetres;
        this.isRigid = isRigid;
        this.most = most;
        this.speed = speed;
        rate = speed;
        this.watch = watch;
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

    /** Gives each train as {@link Watch#leads} does. */
    public void forEachTrain(Watch told) {
        for (Train train = first; train != null; train = train.behind) {
            told.leads(this, train.head, place(train), train.stands ? 0 : rate);
        }
    }

    /** Whether the first piece stands at the end and waits. */
    public boolean isStanding() {
        return isStopped || first != null && first.stands;
    }

    // ---- coming on

    /**
     * Whether a piece of that length can come on now: the beginning is clear, the drive moves, and, where the last piece stands,
     * it would be wholly on the lane before it has to stand, too.
     */
    public boolean accepts(double pieceMetres) {
        if (rate == 0 || count >= most) {
            return false;
        }
        Train train = last;
        double clear = clearMetres() - gap;
        return clear >= -TINY_METRES && (train == null || !train.stands || clear >= pieceMetres - TINY_METRES);
    }

    /** Whether the number of pieces allows another, be it that it must wait. */
    public boolean mayTakeMore() {
        return count < most;
    }

    /** How many pieces could come on later beside one of that length, each of which takes so much with its gap. */
    public int roomFor(double each, double pieceMetres) {
        double left = length - closedUp + each - pieceMetres;
        return (int) Math.clamp(Math.floor(left / each + TINY_METRES), 0, most - count);
    }

    /** Whether something will happen here by itself. */
    public boolean isAtWork() {
        return isOff || toEnd.isPending() || closesUp.isPending();
    }

    /** Has the watch told once when another piece of that length may come on. */
    public void awaitClear(double pieceMetres) {
        if (!isAwaited || pieceMetres < awaitedMetres) {
            awaitedMetres = pieceMetres;
            isAwaited = true;
            scheduleClear();
        }
    }

    /** From the beginning to the rear edge of the last piece. */
    private double clearMetres() {
        Train train = last;
        return train == null ? Double.POSITIVE_INFINITY : place(train, train.tail) - train.tail.length;
    }

    /** The piece comes on; only while the lane accepts it. */
    public void comes(Piece piece, double pieceMetres) {
        assert accepts(pieceMetres) : "the beginning is not clear";
        Rider rider = new Rider(piece, pieceMetres);
        Train before = last;
        if (before == null) {
            rider.measure = 0;
        } else if (isRigid) {
            rider.measure = before.head.measure + place(before);
        } else {
            rider.measure = before.tail.measure + before.tail.length + gap;
        }
        count++;
        closedUp += pieceMetres + gap;
        watch.comes(this, rider);
        if (isRigid && before != null) {
            before.tail.behind = rider;
            before.tail = rider;
        } else {
            Train train = new Train(rider);
            train.moved = moved();
            if (before == null) {
                first = train;
            } else {
                before.tail.behind = rider;
                before.behind = train;
            }
            last = train;
            watch.leads(this, rider, 0, rate);
            if (first == train) {
                schedule(toEnd, length);
            } else if (first != null && first.behind == train && first.stands) {
                scheduleMerge(first, train);
            }
        }
        scheduleClear();
    }

    // ---- at the end

    private void comesToEnd() {
        Train train = first;
        assert train != null : "nothing can come to the end";
        train.metres = length;
        train.moved = moved();
        Rider head = train.head;
        watch.cameToEnd(this);
        if (first != train || train.head != head) {
            return; // it has gone on without a stop
        }
        if (isRigid) {
            isStopped = true;
            setRate();
        } else {
            train.stands = true;
            watch.leads(this, head, length, 0);
            simulator.cancel(clears);
            scheduleClear();
            if (train.behind != null) {
                scheduleMerge(train, train.behind);
            }
        }
        watch.stands(this, true);
    }

    /** The first piece, which is at the end, leaves. */
    public Piece leaves() {
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
            train.moved = moved();
            train.head = next;
            train.stands = false;
            watch.leads(this, next, train.metres, rate);
        }
        if (isStopped) {
            isStopped = false;
            setRate();
        } else if (first != null && rate > 0) {
            schedule(toEnd, length - place(first));
        }
        scheduleClear();
        if (stood) {
            watch.stands(this, false);
        }
        return gone.piece;
    }

    private void mergeSecond() {
        Train train = first;
        Train second = train == null ? null : train.behind;
        assert train != null && train.stands && second != null : "nothing closes up";
        watch.follows(this, second.head);
        train.tail = second.tail;
        train.behind = second.behind;
        if (last == second) {
            last = train;
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

    private void setRate() {
        double now = isOff || isStopped ? 0 : speed;
        if (now == rate) {
            return;
        }
        movedBefore = moved();
        movedAt = simulator.nowNanos();
        rate = now;
        watch.rateChanged(this); // what moves is where the drive has brought it: no train need be touched
        simulator.cancel(toEnd);
        simulator.cancel(closesUp);
        simulator.cancel(clears);
        Train train = first;
        if (rate == 0 || train == null) {
            if (rate > 0) {
                scheduleClear();
            }
            return;
        }
        if (!train.stands) {
            schedule(toEnd, length - place(train));
        } else if (train.behind != null) {
            scheduleMerge(train, train.behind);
        }
        scheduleClear();
    }

    /** How far the drive has moved since the beginning of the run. */
    private double moved() {
        return movedBefore + rate * ((simulator.nowNanos() - movedAt) / NANOS);
    }

    private double place(Train train) {
        return train.stands ? train.metres : train.metres + (moved() - train.moved);
    }

    private double place(Train train, Rider rider) {
        return place(train) - (rider.measure - train.head.measure);
    }

    // ---- events

    private void scheduleMerge(Train standing, Train moving) {
        double target = standing.metres - (moving.head.measure - standing.head.measure);
        schedule(closesUp, target - place(moving));
    }

    private void scheduleClear() {
        simulator.cancel(clears);
        if (!isAwaited || rate == 0 || count >= most) {
            return; // looked at again when the drive moves, or a piece leaves
        }
        double missing = gap - clearMetres();
        boolean lastStands = last != null && last.stands;
        if (lastStands ? missing <= TINY_METRES - awaitedMetres : missing <= TINY_METRES) {
            simulator.schedule(clears, 0, AFTER_ALL);
        } else if (!lastStands) {
            simulator.schedule(clears, Math.max(1, Math.round(missing / rate * NANOS)), AFTER_ALL);
        }
    }

    private void schedule(Event event, double metres) {
        if (rate > 0) {
            simulator.cancel(event);
            simulator.schedule(event, Math.max(0, Math.round(metres / rate * NANOS)));
        }
    }
}
