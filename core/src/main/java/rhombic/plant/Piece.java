package rhombic.plant;

import java.util.ArrayList;
import org.jspecify.annotations.Nullable;

/** Whatever flows. Small, since a plant may hold a great many. */
final class Piece {
    static final int NOT_IN_YET = -1;

    /** Given when it comes into the plant. */
    int id = NOT_IN_YET;
    int type;
    int look;
    long bornNanos;
    /** When it came to the equipment that holds it. */
    long arrivedNanos;
    long workNanos;
    long blockedNanos;
    /** Its order among those that wait at one place; lower goes first. */
    double rank;
    /** Values of its attributes that are not as usual; null if all are. */
    @Nullable Object @Nullable [] values;
    /** What lies on it, first on first; null if nothing does. */
    @Nullable ArrayList<Piece> load;
    /** Station that worked on it last, where that may matter; null if none did. */
    @Nullable WorkNode madeBy;
    /** How it stands with rework; null if it never failed. */
    @Nullable Rework rework;
    boolean toScrap;

    /** How a piece that has failed stands with inspection. */
    static final class Rework {
        /** How often it was worked on again. */
        int times;
        /** On the time of the next work, for what is done again. */
        double factor = 1;
        /** Whether it is on its way back. */
        boolean failed;
        /** Pieces that may wait for rework where it goes back to. */
        int room;
    }

    Piece(int type) {
        this.type = type;
    }

    boolean isFailed() {
        return rework != null && rework.failed;
    }

    Rework reworkMade() {
        Rework known = rework;
        if (known == null) {
            known = new Rework();
            rework = known;
        }
        return known;
    }

    /** It is what it should be now, and was made there. */
    void madeWell(WorkNode by) {
        madeBy = by;
        isWell();
    }

    /** Nothing is wrong with it now. */
    void isWell() {
        if (rework != null) {
            rework.failed = false;
            rework.factor = 1;
        }
    }

    /** It is part of something else now, and starts afresh if it ever comes off that. */
    void forgetMaking() {
        madeBy = null;
        rework = null;
    }
}
