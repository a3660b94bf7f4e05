package rhombic.kernel;

/**
 * Something that will occur at a moment. An event object may be scheduled again and again, but is pending at most
 * once at a time; a place of a station needs one for its whole life.
 */
public abstract class Event {
    static final int NOT_PENDING = -1;

    /** Where it stands in the calendar. */
    int slot = NOT_PENDING;

    /** Called by the simulator when the moment has come; the event is no longer pending then. */
    protected abstract void occur();

    public final boolean isPending() {
        return slot != NOT_PENDING;
    }
}
