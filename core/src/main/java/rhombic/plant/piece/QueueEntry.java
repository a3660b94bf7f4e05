package rhombic.plant.piece;

import org.jspecify.annotations.Nullable;

/** What can stand in one {@link RankedQueue} at a time: a piece, or the offer of one. */
public abstract class QueueEntry {
    /** Its neighbours in the queue. */
    @Nullable QueueEntry before;

    @Nullable QueueEntry behind;
    /** Where it came among those whose ranks were asked for last. */
    int position;
    boolean isQueued;
    /** Whether it goes before all others, since its piece comes back for rework. */
    boolean isUrgent;

    /** The piece by which it is ranked. */
    public abstract Piece piece();

    public final boolean isQueued() {
        return isQueued;
    }
}
