package rhombic.kernel;

/**
 * Something that will occur at a moment. An event object may be scheduled again and again, but is pending at most
 * once at a time; a place of a station needs one for its whole life.
 */
public abstract class Event {
    static final long NOT_PENDING = Long.MIN_VALUE;

    /** Names the one calendar entry that is valid; others left over from a cancellation are passed over. */
    long entry = NOT_PENDING;

    /** Called by the simulator when the moment has come; the event is no longer pending then. */
    protected abstract void occur();

    public final boolean isPending() {
        return entry != NOT_PENDING;
    }
}
