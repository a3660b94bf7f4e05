package rhombic.kernel;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** What is pending, ordered by time, then by entry number (priority and age). */
final class EventCalendar {
    /*
     * A tournament tree (Knuth, The Art of Computer Programming, vol. 3, 5.4.1). Each pending event has a slot; above
     * each two slots, and above each two matches, stands the slot that comes first. A change of one slot is played
     * again on its way to the top, in log2(slots) matches. Unlike in a heap that way is known beforehand: no step waits
     * for the memory of the one before, and a match is reckoned without a jump that a processor could guess wrongly.
     * An empty slot holds a time that is later than every moment and its own, so that empty slots never tie.
     * What is taken out leaves a gap until something is added, which mostly happens at once: then one way to the top
     * does for both.
     */
    /** The last moment at which something can occur; behind it come what never will, and the empty slots. */
    static final long LAST_MOMENT = Long.MAX_VALUE - (1L << 32);

    private static final long NEVER = LAST_MOMENT + 1;
    private static final int FIRST_SLOTS = 8;
    private static final int NO_GAP = -1;

    private int slots = FIRST_SLOTS;
    private long[] times = new long[slots];
    private long[] entries = new long[slots];
    private @Nullable Event[] events = new @Nullable Event[slots];
    /** Slots that are free; the first {@code freeCount} count. */
    private int[] free = new int[slots];
    private int freeCount;
    /** Slot that comes first at each node: the top is 1, below node i are 2i and 2i + 1, the slots come last. */
    private int[] first = new int[2 * slots];
    private int gap = NO_GAP;

    EventCalendar() {
        empty(0);
    }

    /** @param timeNanos negative if it is past the end of the clock */
    void add(long timeNanos, long entry, Event event) {
        int slot = gap;
        if (slot == NO_GAP) {
            slot = takeFree();
        }
        gap = NO_GAP;
        times[slot] = timeNanos < 0 || timeNanos > LAST_MOMENT ? NEVER : timeNanos;
        entries[slot] = entry;
        events[slot] = event;
        event.slot = slot;
        playAgain(slot);
    }

    void cancel(Event event) {
        if (event.slot != Event.NOT_PENDING) {
            clear(event.slot);
            event.slot = Event.NOT_PENDING;
        }
    }

    /** Time of the next event; later than {@link #LAST_MOMENT} if there is none. */
    long nextTimeNanos() {
        if (gap != NO_GAP) {
            clear(gap);
            gap = NO_GAP;
        }
        return times[first[1]];
    }

    /** Takes out the next event; call only after {@link #nextTimeNanos()} told that there is one. */
    Event takeNext() {
        int slot = first[1];
        Event next = events[slot];
        assert next != null && gap == NO_GAP : "takeNext without nextTimeNanos";
        next.slot = Event.NOT_PENDING;
        gap = slot;
        return next;
    }

    int pending() {
        return slots - freeCount - (gap == NO_GAP ? 0 : 1);
    }

    private void clear(int slot) {
        times[slot] = Long.MAX_VALUE - slot;
        events[slot] = null;
        free[freeCount++] = slot;
        playAgain(slot);
    }

    private int takeFree() {
        if (freeCount == 0) {
            int before = slots;
            slots = Math.multiplyExact(before, 2);
            times = Arrays.copyOf(times, slots);
            entries = Arrays.copyOf(entries, slots);
            events = Arrays.copyOf(events, slots);
            free = new int[slots];
            first = new int[2 * slots];
            empty(before);
        }
        return free[--freeCount];
    }

    /** Makes all slots from there on empty, and plays every match. */
    private void empty(int from) {
        for (int slot = slots - 1; slot >= from; slot--) {
            times[slot] = Long.MAX_VALUE - slot;
            free[freeCount++] = slot;
        }
        for (int slot = 0; slot < slots; slot++) {
            first[slots + slot] = slot;
        }
        for (int node = slots - 1; node > 0; node--) {
            int one = first[2 * node];
            int other = first[2 * node + 1];
            first[node] = isBefore(other, one) ? other : one;
        }
    }

    private boolean isBefore(int one, int other) {
        return times[one] != times[other] ? times[one] < times[other] : entries[one] < entries[other];
    }

    /** Plays all matches between a slot and the top. */
    private void playAgain(int slot) {
        final long[] t = times;
        final int[] f = first;
        int winner = slot;
        long time = t[slot];
        for (int node = slots + slot; node > 1; node >>= 1) {
            int other = f[node ^ 1];
            long lead = t[other] - time;
            if (lead == 0) {
                winner = entries[other] < entries[winner] ? other : winner;
            } else {
                // all ones if the other comes first: no time is negative, so the difference cannot overflow
                long mask = lead >> 63;
                winner ^= (winner ^ other) & (int) mask;
                time += lead & mask;
            }
            f[node >> 1] = winner;
        }
    }
}
