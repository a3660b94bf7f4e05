package rhombic.kernel;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** What is pending, ordered by time, then by priority, then by age. */
final class EventCalendar {
    /*
     * Each pending event has a slot; what lasts, such as the work of a place, keeps its slot for life, so to schedule it is to write two
     * numbers. An empty slot holds a time that is later than every moment and its own, so that empty slots never tie.
     * As long as there are few slots, the order in which they come stands in one number, four bits a slot: what comes next is a look at its
     * lowest bits. What is scheduled anew finds its place there by counting the slots that are not later, without a jump that a processor
     * could guess wrongly.
     * Where there are many, a tournament tree stands above them (Knuth, The Art of Computer Programming, vol. 3, 5.4.1): above each two
     * slots, and above each two matches, stands the slot that comes first. A change of one slot is played again on its way to the top, in
     * log2(slots) matches. Unlike in a heap that way is known beforehand: no step waits for the memory of the one before. What is taken
     * out of the tree leaves a gap until it is scheduled anew, which mostly happens at once: then one way to the top does for both. What was
     * empty goes up only as far as it comes first.
     */
    /** The last moment at which something can occur; behind it come what never will, and the empty slots. */
    static final long LAST_MOMENT = Long.MAX_VALUE - (1L << 32);

    private static final long NEVER = LAST_MOMENT + 1;
    /** So many slots are few: the number of one takes four bits. */
    private static final int FEW = 16;
    private static final int HALF = FEW / 2;
    private static final int SLOT_BITS = 4;
    private static final int SLOT_MASK = FEW - 1;
    /** The lowest and the highest bit of each four. */
    private static final long LOW_BITS = 0x1111_1111_1111_1111L;
    private static final long HIGH_BITS = LOW_BITS << 3;
    private static final int AGE_BITS = 56;
    private static final int NO_GAP = -1;
    private static final int[] NO_TREE = {};

    private int slots = FEW;
    private long[] times = new long[slots];
    /** Of what has the same time the lowest comes first: priority, then age. */
    private long[] entries = new long[slots];
    private @Nullable Event[] events = new @Nullable Event[slots];
    /** Slots that are free; the first {@code freeCount} count. */
    private int[] free = new int[slots];
    private int freeCount;
    /** Where slots are few: those of what is pending, what comes next in the lowest bits. */
    private long order;
    /** Whether slots are few and all that was ever added had the usual priority: equals go as they came, so none needs an entry. */
    private boolean isByAge = true;
    private long entered;
    /** Whether a slot of the second half was ever used. */
    private boolean isMoreThanHalfUsed;
    /** Slot that comes first at each node: the top is 1, below node i are 2i and 2i + 1, the slots come last. None where slots are few. */
    private int[] first = NO_TREE;
    private int gap = NO_GAP;

    EventCalendar() {
        empty(0);
    }

    /**
     * @param timeNanos negative if it is past the end of the clock
     * @param priority the lowest first among those of the same time; of the same priority whichever was added first
     */
    void add(long timeNanos, int priority, Event event) {
        int slot = event.slot;
        if (slot == Event.NO_SLOT) {
            slot = takeFree();
            event.slot = slot;
            events[slot] = event;
        }
        long time = Long.compareUnsigned(timeNanos, LAST_MOMENT) > 0 ? NEVER : timeNanos;
        if (first != NO_TREE) {
            times[slot] = time;
            entries[slot] = entry(priority);
            if (slot == gap) {
                gap = NO_GAP;
                playAgain(slot);
            } else {
                rise(slot);
            }
        } else if (isByAge && priority == Simulator.USUAL_PRIORITY) {
            insert(slot, notLater(time));
            times[slot] = time;
        } else {
            addByPriority(slot, time, priority);
        }
        event.isPending = true;
    }

    /** The same where slots are few and priorities are to be compared. */
    private void addByPriority(int slot, long time, int priority) {
        enterAll();
        long entry = entry(priority);
        entries[slot] = entry;
        insert(slot, amongEquals(notLater(time), time, entry));
        times[slot] = time;
    }

    private long entry(int priority) {
        return (long) priority << AGE_BITS | entered++;
    }

    /** From now on priorities are compared: gives all that is pending the entries that it would have had. */
    private void enterAll() {
        if (isByAge) {
            isByAge = false;
            long left = order;
            for (int i = pending(); i > 0; i--) {
                entries[(int) left & SLOT_MASK] = entry(Simulator.USUAL_PRIORITY);
                left >>>= SLOT_BITS;
            }
        }
    }

    void cancel(Event event) {
        if (event.isPending) {
            int slot = event.slot;
            remove(event);
            times[slot] = Long.MAX_VALUE - slot;
            if (first == NO_TREE) {
                takeOut(slot);
            } else {
                playAgain(slot);
            }
        }
    }

    /** Slot of the next event, if there is any. */
    int nextSlot() {
        if (first == NO_TREE) {
            return (int) order & SLOT_MASK;
        }
        if (gap != NO_GAP) {
            times[gap] = Long.MAX_VALUE - gap;
            playAgain(gap);
            gap = NO_GAP;
        }
        return first[1];
    }

    /** Time of the event in that slot; later than {@link #LAST_MOMENT} if there is none. */
    long timeNanos(int slot) {
        return times[slot];
    }

    /** Takes out the event of that slot, which is {@link #nextSlot()}. */
    Event take(int slot) {
        Event next = events[slot];
        assert next != null && gap == NO_GAP : "only what comes next is taken";
        remove(next);
        if (first == NO_TREE) {
            times[slot] = Long.MAX_VALUE - slot;
            order >>>= SLOT_BITS;
        } else {
            gap = slot;
        }
        return next;
    }

    /** How many are pending; looks at all slots. */
    int pending() {
        return (int) Arrays.stream(events).filter(event -> event != null && event.isPending).count();
    }

    private void remove(Event event) {
        event.isPending = false;
        if (!event.isLasting) {
            events[event.slot] = null;
            free[freeCount++] = event.slot;
            event.slot = Event.NO_SLOT;
        }
    }

    private int takeFree() {
        if (freeCount == 0) {
            int before = slots;
            slots = Math.multiplyExact(before, 2);
            times = Arrays.copyOf(times, slots);
            entries = Arrays.copyOf(entries, slots);
            events = Arrays.copyOf(events, slots);
            free = new int[slots];
            empty(before);
        }
        int slot = free[--freeCount];
        isMoreThanHalfUsed |= slot >= HALF;
        return slot;
    }

    /** Makes all slots from there on empty; where they are many, plays every match. */
    private void empty(int from) {
        for (int slot = slots - 1; slot >= from; slot--) {
            times[slot] = Long.MAX_VALUE - slot;
            free[freeCount++] = slot;
        }
        if (slots <= FEW) {
            return;
        }
        enterAll();
        first = new int[2 * slots];
        for (int slot = 0; slot < slots; slot++) {
            first[slots + slot] = slot;
        }
        for (int node = slots - 1; node > 0; node--) {
            int one = first[2 * node];
            int other = first[2 * node + 1];
            first[node] = isBefore(other, one) ? other : one;
        }
    }

    /** How many slots are not later. */
    private int notLater(long time) {
        final long[] t = times;
        // 1 for each that is later: no time is negative, so the difference cannot overflow
        long later = (time - t[0] >>> 63) + (time - t[1] >>> 63) + (time - t[2] >>> 63) + (time - t[3] >>> 63)
                + (time - t[4] >>> 63) + (time - t[5] >>> 63) + (time - t[6] >>> 63) + (time - t[7] >>> 63);
        int others = HALF;
        if (isMoreThanHalfUsed) {
            for (int i = HALF; i < FEW; i++) {
                later += time - t[i] >>> 63;
            }
            others = FEW;
        }
        return others - (int) later;
    }

    /** Puts the slot at that place of the order. */
    private void insert(int slot, int at) {
        long ahead = (1L << at * SLOT_BITS) - 1;
        order = order & ahead | (long) slot << at * SLOT_BITS | (order & ~ahead) << SLOT_BITS;
    }

    /** What is more urgent goes before those of the same time that are less so. */
    private int amongEquals(int last, long time, long entry) {
        int at = last;
        while (at > 0 && isBehind((int) (order >>> (at - 1) * SLOT_BITS) & SLOT_MASK, time, entry)) {
            at--;
        }
        return at;
    }

    private boolean isBehind(int slot, long time, long entry) {
        return times[slot] == time && entries[slot] > entry;
    }

    private void takeOut(int slot) {
        long differs = order ^ slot * LOW_BITS;
        long isSlot = differs - LOW_BITS & ~differs & HIGH_BITS; // right up to the lowest four bits that are all 0
        long ahead = (1L << Long.numberOfTrailingZeros(isSlot) - (SLOT_BITS - 1)) - 1;
        order = order & ahead | order >>> SLOT_BITS & ~ahead;
    }

    private boolean isBefore(int one, int other) {
        return times[one] != times[other] ? times[one] < times[other] : entries[one] < entries[other];
    }

    /** What was empty comes first as far up as all others are later. A gap further up is played again in any case. */
    private void rise(int slot) {
        final int[] f = first;
        for (int node = slots + slot >> 1; node > 0 && !isBefore(f[node], slot); node >>= 1) {
            f[node] = slot;
        }
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
