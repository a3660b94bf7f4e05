package rhombic.kernel;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** What is pending, ordered by time, then by entry number (priority and age). */
final class EventCalendar {
    /*
     * An implicit 4-ary heap (Johnson 1975) whose keys lie in one array, two longs each, so that the four
     * children of a node share one or two cache lines and comparing never touches an event object.
     * Cancelling is lazy: the event forgets its entry, and the entry is passed over when it comes up. When more
     * than half of the entries are left over, they are swept out in one pass, so memory follows what is pending.
     * What is taken out leaves a gap at the top until something is added, which mostly happens at once: then one way
     * down through the heap does for both.
     */
    private static final int SWEEP_FROM = 64;

    private long[] keys = new long[2 * 64];
    private @Nullable Event[] events = new @Nullable Event[64];
    private int size;
    private int leftOver;
    private boolean hasGap;

    void add(long timeNanos, long entry, Event event) {
        event.entry = entry;
        if (hasGap) {
            hasGap = false;
            siftDown(0, timeNanos, entry, event);
            return;
        }
        if (size == events.length) {
            keys = Arrays.copyOf(keys, keys.length * 2);
            events = Arrays.copyOf(events, events.length * 2);
        }
        siftUp(size++, timeNanos, entry, event);
    }

    void cancel(Event event) {
        if (event.entry == Event.NOT_PENDING) {
            return;
        }
        event.entry = Event.NOT_PENDING;
        leftOver++;
        if (leftOver > SWEEP_FROM && leftOver > size / 2) {
            sweep();
        }
    }

    /** Time of the next event; only valid if {@link #hasNext()}. */
    long nextTimeNanos() {
        return keys[0];
    }

    boolean hasNext() {
        if (hasGap) {
            closeGap();
        }
        while (size > 0) {
            Event first = events[0];
            if (first != null && first.entry == keys[1]) {
                return true;
            }
            removeFirst();
            leftOver--;
        }
        return false;
    }

    /** Takes out the next event; call only after {@link #hasNext()} said yes. */
    Event takeNext() {
        Event next = events[0];
        assert next != null && next.entry == keys[1] : "takeNext without hasNext";
        next.entry = Event.NOT_PENDING;
        events[0] = null;
        hasGap = true;
        return next;
    }

    int pending() {
        return size - leftOver - (hasGap ? 1 : 0);
    }

    private void closeGap() {
        hasGap = false;
        removeFirst();
    }

    private void removeFirst() {
        int last = --size;
        Event moved = events[last];
        events[last] = null;
        if (last > 0 && moved != null) {
            siftDown(0, keys[2 * last], keys[2 * last + 1], moved);
        }
    }

    private void siftUp(int start, long time, long entry, Event event) {
        int hole = start;
        while (hole > 0) {
            int parent = (hole - 1) >>> 2;
            long parentTime = keys[2 * parent];
            if (parentTime < time || (parentTime == time && keys[2 * parent + 1] < entry)) {
                break;
            }
            copy(parent, hole);
            hole = parent;
        }
        put(hole, time, entry, event);
    }

    private void siftDown(int start, long time, long entry, Event event) {
        final long[] k = keys;
        final @Nullable Event[] e = events;
        final int n = size;
        int hole = start;
        while (true) {
            int child = 4 * hole + 1;
            if (child >= n) {
                break;
            }
            int end = Math.min(child + 4, n);
            int least = child;
            long leastTime = k[2 * child];
            for (int i = child + 1; i < end; i++) {
                long t = k[2 * i];
                if (t < leastTime || (t == leastTime && k[2 * i + 1] < k[2 * least + 1])) {
                    least = i;
                    leastTime = t;
                }
            }
            if (time < leastTime || (time == leastTime && entry < k[2 * least + 1])) {
                break;
            }
            k[2 * hole] = leastTime;
            k[2 * hole + 1] = k[2 * least + 1];
            e[hole] = e[least];
            hole = least;
        }
        k[2 * hole] = time;
        k[2 * hole + 1] = entry;
        e[hole] = event;
    }

    private void copy(int from, int to) {
        keys[2 * to] = keys[2 * from];
        keys[2 * to + 1] = keys[2 * from + 1];
        events[to] = events[from];
    }

    private void put(int at, long time, long entry, Event event) {
        keys[2 * at] = time;
        keys[2 * at + 1] = entry;
        events[at] = event;
    }

    private void sweep() {
        hasGap = false;
        int kept = 0;
        for (int i = 0; i < size; i++) {
            Event event = events[i];
            if (event != null && event.entry == keys[2 * i + 1]) {
                copy(i, kept++);
            }
        }
        Arrays.fill(events, kept, size, null);
        size = kept;
        leftOver = 0;
        for (int i = (size - 2) >> 2; i >= 0; i--) {
            Event event = events[i];
            if (event != null) {
                siftDown(i, keys[2 * i], keys[2 * i + 1], event);
            }
        }
    }
}
