package rhombic.kernel;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** The calendar, with few slots and with many, against a sorted map that does the same. */
class EventCalendarTest {
    private static final class Nothing extends Event {
        Nothing() {}

        Nothing(boolean lasting) {
            super(lasting);
        }

        @Override
        protected void occur() {}
    }

    private record Key(long time, long entry) implements Comparable<Key> {
        @Override
        public int compareTo(Key other) {
            return time != other.time ? Long.compare(time, other.time) : Long.compare(entry, other.entry);
        }
    }

    private final EventCalendar calendar = new EventCalendar();

    private static long nextTime(EventCalendar of) {
        return of.timeNanos(of.nextSlot());
    }

    private static Event takeNext(EventCalendar of) {
        return of.take(of.nextSlot());
    }

    private static boolean hasNext(EventCalendar of) {
        return nextTime(of) <= EventCalendar.LAST_MOMENT;
    }

    /**
     * Whatever is added, once or again and again, cancelled and taken in whatever order, it holds what a sorted map holds.
     *
     * @param adding of ten steps so many add something
     * @param others per cent of it with another priority than the usual one
     */
    @Property(tries = 400, seed = "20261124")
    void holdsWhatASortedMapHolds(@ForAll long seed, @ForAll @IntRange(min = 1, max = 300) int span,
            @ForAll @IntRange(min = 1, max = 9) int adding, @ForAll @IntRange(max = 20) int others) {
        Random random = new Random(seed);
        EventCalendar ours = new EventCalendar();
        TreeMap<Key, Event> sorted = new TreeMap<>();
        List<Event> known = new ArrayList<>();
        long now = 0;
        for (int step = 0; step < 600; step++) {
            int what = random.nextInt(12);
            if (what < adding) {
                boolean again = random.nextBoolean() && !known.isEmpty();
                Event event = again ? known.removeLast() : new Nothing(random.nextBoolean());
                int priority = random.nextInt(100) < others ? random.nextInt(Simulator.LAST_PRIORITY + 1) : Simulator.USUAL_PRIORITY;
                Key key = new Key(now + random.nextInt(span), ((long) priority << 32) + step);
                ours.add(key.time, priority, event);
                sorted.put(key, event);
            } else if (what < 10 && !sorted.isEmpty()) {
                assertEquals(sorted.firstKey().time, nextTime(ours));
                now = sorted.firstKey().time;
                Event taken = sorted.pollFirstEntry().getValue();
                assertSame(taken, takeNext(ours));
                known.add(taken);
            } else if (!sorted.isEmpty()) {
                Key any = new ArrayList<>(sorted.keySet()).get(random.nextInt(sorted.size()));
                Event cancelled = sorted.remove(any);
                ours.cancel(cancelled);
                assertFalse(cancelled.isPending());
                known.add(cancelled);
            }
            assertEquals(sorted.size(), ours.pending());
        }
        while (!sorted.isEmpty()) {
            assertEquals(sorted.firstKey().time, nextTime(ours));
            assertSame(sorted.pollFirstEntry().getValue(), takeNext(ours));
        }
        assertFalse(hasNext(ours));
    }

    @Test
    void aCancellationBetweenTakingAndAddingLeavesTheOrder() {
        Event first = new Nothing();
        Event second = new Nothing();
        Event third = new Nothing();
        calendar.add(10, Simulator.USUAL_PRIORITY, first);
        calendar.add(20, Simulator.USUAL_PRIORITY, second);
        calendar.add(30, Simulator.USUAL_PRIORITY, third);
        assertEquals(10, nextTime(calendar));
        assertSame(first, takeNext(calendar));
        calendar.cancel(second);
        calendar.add(40, Simulator.USUAL_PRIORITY, first);
        assertEquals(30, nextTime(calendar));
        assertSame(third, takeNext(calendar));
        assertEquals(40, nextTime(calendar));
        assertSame(first, takeNext(calendar));
        assertFalse(hasNext(calendar));
        assertEquals(0, calendar.pending());
    }

    @Test
    void whatIsCancelledTwiceOrWasNeverAddedChangesNothing() {
        Event event = new Nothing();
        Event other = new Nothing();
        calendar.add(5, Simulator.USUAL_PRIORITY, event);
        calendar.cancel(other);
        assertEquals(1, calendar.pending());
        calendar.cancel(event);
        calendar.cancel(event);
        assertEquals(0, calendar.pending());
        assertFalse(hasNext(calendar));
        calendar.add(7, Simulator.USUAL_PRIORITY, event);
        assertEquals(7, nextTime(calendar));
    }

    @Test
    void theLastMomentIsReachedAndWhatIsLaterNever() {
        Event last = new Nothing();
        Event later = new Nothing();
        Event past = new Nothing();
        calendar.add(EventCalendar.LAST_MOMENT, Simulator.USUAL_PRIORITY, last);
        calendar.add(EventCalendar.LAST_MOMENT + 1, Simulator.USUAL_PRIORITY, later);
        calendar.add(Long.MIN_VALUE + 5, Simulator.USUAL_PRIORITY, past); // a sum that has run over
        assertTrue(hasNext(calendar));
        assertSame(last, takeNext(calendar));
        assertFalse(hasNext(calendar));
        assertEquals(2, calendar.pending());
        assertTrue(later.isPending() && past.isPending());
        calendar.cancel(later);
        calendar.cancel(past);
        assertEquals(0, calendar.pending());
    }

    @Test
    void aHundredThousandComeOutInOrder() {
        Random random = new Random(7);
        List<Event> events = new ArrayList<>();
        for (int i = 0; i < 100_000; i++) {
            Event event = new Nothing();
            events.add(event);
            calendar.add(random.nextInt(1_000_000), Simulator.USUAL_PRIORITY, event);
        }
        for (int i = 0; i < events.size(); i += 3) {
            calendar.cancel(events.get(i));
        }
        long before = -1;
        int taken = 0;
        while (hasNext(calendar)) {
            long time = nextTime(calendar);
            assertTrue(time >= before);
            before = time;
            assertFalse(takeNext(calendar).isPending());
            taken++;
        }
        assertEquals(66_666, taken);
    }
}
