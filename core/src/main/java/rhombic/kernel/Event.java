package rhombic.kernel;

/**
 * Something that will occur at a moment. An event object may be scheduled again and again, but is pending at most
 * once at a time; a place of a station needs one for its whole life.
 */
public abstract class Event {
    static final int NO_SLOT = -1;

    /** Its place in the calendar, which it keeps from one moment to the next if it is lasting. */
    int slot = NO_SLOT;

    boolean isPending;

    final boolean isLasting;

    /** One that occurs once, or seldom. */
    protected Event() {
        this(false);
    }

    /** @param lasting whether it is scheduled again and again as long as the run lasts */
    protected Event(boolean lasting) {
        isLasting = lasting;
    }

    /** Called by the simulator when the moment has come; the event is no longer pending then. */
    protected abstract void occur();

    public final boolean isPending() {
        return isPending;
    }
}
