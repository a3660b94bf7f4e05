package rhombic.kernel;

/**
 * The clock and the calendar of one run. Not for use by several threads.
 *
 * <p>Time counts in nanoseconds from the start of the run, as a {@code long}: sums are exact and the clock reaches
 * 292 years.
 */
public final class Simulator {
    /** Priorities run from 0 (first) to this (last) among the events of one instant. */
    public static final int LAST_PRIORITY = 127;

    public static final int USUAL_PRIORITY = 64;

    /** Before all moments. */
    private static final long STOPPED = -1;

    private final EventCalendar calendar = new EventCalendar();
    private long nowNanos;
    private long occurred;
    private boolean isStopped;
    /** Up to when events occur. */
    private long lastNanos;

    public long nowNanos() {
        return nowNanos;
    }

    /** How many events have occurred so far. */
    public long occurred() {
        return occurred;
    }

    public int pending() {
        return calendar.pending();
    }

    /** Schedules with the usual priority. */
    public void schedule(Event event, long delayNanos) {
        schedule(event, delayNanos, USUAL_PRIORITY);
    }

    /**
     * Makes the event pending.
     *
     * @param delayNanos from now, not negative; a moment past the end of the clock counts as never reached
     * @param priority 0 (first) to {@link #LAST_PRIORITY} among the events of one instant
     * @throws IllegalStateException if the event is pending already
     */
    public void schedule(Event event, long delayNanos, int priority) {
        if (delayNanos < 0) {
            throw new IllegalArgumentException("A delay must be at least 0 ns; got " + delayNanos);
        }
        if (event.isPending()) {
            throw new IllegalStateException("The event is pending already: cancel it before it is scheduled anew");
        }
        assert priority >= 0 && priority <= LAST_PRIORITY : "priority " + priority;
        calendar.add(nowNanos + delayNanos, priority, event);
    }

    /** Takes the event back; does nothing if it is not pending. */
    public void cancel(Event event) {
        calendar.cancel(event);
    }

    /** When a pending event will occur. */
    public long timeNanos(Event event) {
        assert event.isPending() : "only what is pending has its moment";
        return calendar.timeNanos(event.slot);
    }

    /** Whether an event is pending at or before the moment. */
    public boolean hasEventUntil(long endNanos) {
        return calendar.timeNanos(calendar.nextSlot()) <= Math.min(endNanos, EventCalendar.LAST_MOMENT);
    }

    /** Lets the next event occur, if there is one at or before the moment; says whether there was. */
    public boolean step(long endNanos) {
        return run(endNanos, 1) == 1;
    }

    /**
     * Lets events occur as long as there are any at or before the moment, at most so many, and until it is stopped.
     *
     * @return how many have occurred
     */
    public int run(long endNanos, int maxEvents) {
        lastNanos = isStopped ? STOPPED : Math.min(endNanos, EventCalendar.LAST_MOMENT);
        int events = 0;
        while (events < maxEvents) {
            int slot = calendar.nextSlot();
            long time = calendar.timeNanos(slot);
            if (time > lastNanos) {
                break;
            }
            nowNanos = time;
            Event event = calendar.take(slot);
            occurred++;
            events++;
            event.occur();
        }
        return events;
    }

    /** No more events occur. */
    public void stop() {
        isStopped = true;
        lastNanos = STOPPED;
    }

    public boolean isStopped() {
        return isStopped;
    }

    /** Sets the clock forward to a moment before which nothing is pending. */
    public void advanceTo(long timeNanos) {
        if (timeNanos < nowNanos || hasEventUntil(timeNanos - 1)) {
            throw new IllegalArgumentException(
                    "The clock cannot be set to " + timeNanos + " ns from " + nowNanos + " ns: events are pending before");
        }
        nowNanos = timeNanos;
    }
}
