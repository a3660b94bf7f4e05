package rhombic.plant.piece;

import java.util.ArrayList;
import org.jspecify.annotations.Nullable;
import rhombic.study.work.Inspection;

/** Whatever flows. Small, since a plant may hold a great many. */
public final class Piece extends QueueEntry {
    public static final int NOT_IN_YET = -1;
    public static final int NOBODY = -1;
    /** The body of a piece that nothing is written down about. */
    public static final int NO_BODY = -1;

    /** Given when it comes into the plant. */
    public long id = NOT_IN_YET;
    public int type;
    /** One of at most 100. */
    public byte look;
    /** The lane of a conveyor that it is on, from the left, from 1; 0 if it is on none. */
    public byte onLane;
    /** Its number in the trace, which is used again once it is gone. */
    public int body = NO_BODY;
    public long createdNanos;
    /** When it came to the equipment that holds it. */
    public long arrivedNanos;
    public long workNanos;
    /** The part of it that adds value. */
    public long valueNanos;
    public long blockedNanos;
    public long moveNanos;
    /** Values of its attributes that are not as usual; null if all are. */
    public @Nullable Object @Nullable [] values;
    /** What lies on it, first on first; null if nothing does. */
    public @Nullable ArrayList<Piece> load;
    /** Index of the station that worked on it last, where that may matter; or {@link #NOBODY}. */
    public int madeBy = NOBODY;
    /** Number of the person who worked on it last, where that may matter; or {@link #NOBODY}. */
    public int madeByPerson = NOBODY;
    /** How long it has waited for people. */
    public long crewNanos;
    /** How it stands with rework; null if it never failed. */
    public @Nullable Rework rework;
    public boolean toScrap;
    /** Whether it has left the plant, or ended in it: what is still to be done with it comes too late. */
    public boolean isGone;

    /** How a piece that has failed stands with inspection. */
    public static final class Rework {
        /** How often it was worked on again. */
        public int times;
        /** On the time of the next work, for what is done again. */
        public double factor = 1;
        /** Whether it is on its way back. */
        public boolean failed;
        /** Pieces that may wait for rework where it goes back to. */
        public int capacity;
        /** Whether the person who made it does it again. */
        public Inspection.Maker maker = Inspection.Maker.ANYBODY;
    }

    public Piece(int type) {
        this.type = type;
    }

    /** Another of its type that looks as it does and has the same values. */
    public Piece alike() {
        Piece other = new Piece(type);
        other.look = look;
        other.values = values == null ? null : values.clone();
        return other;
    }

    @Override
    public Piece piece() {
        return this;
    }

    public boolean isFailed() {
        return rework != null && rework.failed;
    }

    public Rework ensureRework() {
        Rework known = rework;
        if (known == null) {
            known = new Rework();
            rework = known;
        }
        return known;
    }

    /** It is what it should be now, and was made there. */
    public void setMade(int by) {
        madeBy = by;
        markGood();
    }

    /** Nothing is wrong with it now. */
    public void markGood() {
        if (rework != null) {
            rework.failed = false;
            rework.factor = 1;
        }
    }

    /** It is part of something else now, and starts afresh if it ever comes off that. */
    public void forgetMaking() {
        madeBy = NOBODY;
        madeByPerson = NOBODY;
        rework = null;
    }
}
