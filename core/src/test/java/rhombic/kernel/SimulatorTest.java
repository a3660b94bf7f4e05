package rhombic.kernel;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class SimulatorTest {
    private final List<String> log = new ArrayList<>();

    private Event named(String name) {
        return new Event() {
            @Override
            protected void occur() {
                log.add(name);
            }
        };
    }

    @Test
    void eventsOfOneInstantOccurByPriorityThenByAge() {
        Simulator simulator = new Simulator();
        simulator.schedule(named("third"), 5, 64);
        simulator.schedule(named("fourth"), 5, 64);
        simulator.schedule(named("first"), 5, 0);
        simulator.schedule(named("second"), 5, 1);
        simulator.schedule(named("earliest"), 4, 127);
        while (simulator.step(Long.MAX_VALUE)) {
            assertTrue(simulator.nowNanos() <= 5);
        }
        assertEquals(List.of("earliest", "first", "second", "third", "fourth"), log);
        assertEquals(5, simulator.occurred());
    }

    @Test
    void aCancelledEventNeverOccursAndMayBeScheduledAnew() {
        Simulator simulator = new Simulator();
        Event event = named("event");
        simulator.schedule(event, 10);
        simulator.cancel(event);
        assertFalse(event.isPending());
        simulator.schedule(event, 20);
        assertTrue(simulator.step(100));
        assertEquals(20, simulator.nowNanos());
        assertFalse(simulator.step(100));
    }

    @Test
    void nothingPastTheEndOccursAndTheClockStaysBefore() {
        Simulator simulator = new Simulator();
        simulator.schedule(named("late"), 11);
        assertFalse(simulator.step(10));
        simulator.advanceTo(10);
        assertEquals(10, simulator.nowNanos());
        assertThrows(IllegalArgumentException.class, () -> simulator.advanceTo(12));
    }

    @Test
    void aPendingEventCannotBeScheduledTwiceNorInThePast() {
        Simulator simulator = new Simulator();
        Event event = named("event");
        simulator.schedule(event, 1);
        assertThrows(IllegalStateException.class, () -> simulator.schedule(event, 2));
        assertThrows(IllegalArgumentException.class, () -> simulator.schedule(named("other"), -1));
    }

    @Test
    void aDelayPastTheEndOfTheClockIsNeverReached() {
        Simulator simulator = new Simulator();
        simulator.schedule(named("early"), 5);
        simulator.step(5);
        simulator.schedule(named("never"), Long.MAX_VALUE);
        assertFalse(simulator.step(Long.MAX_VALUE - 1));
    }

    /** Against a sorted list, with cancellations mixed in. */
    @Property(tries = 300, seed = "20261123")
    void occursInTheOrderOfASortedList(@ForAll @Size(max = 400) List<@IntRange(max = 50) Integer> delays,
            @ForAll @IntRange(min = 2, max = 5) int everyNth) {
        record Entry(int time, int age) {}
        List<Entry> expected = new ArrayList<>();
        List<Entry> actual = new ArrayList<>();
        Simulator simulator = new Simulator();
        for (int i = 0; i < delays.size(); i++) {
            Entry one = new Entry(delays.get(i), i);
            Event event = new Event() {
                @Override
                protected void occur() {
                    actual.add(one);
                }
            };
            simulator.schedule(event, one.time);
            if (i % everyNth == 0) {
                simulator.cancel(event);
            } else {
                expected.add(one);
            }
        }
        assertEquals(expected.size(), simulator.pending());
        while (simulator.step(Long.MAX_VALUE)) {
            assertTrue(simulator.pending() >= 0);
        }
        expected.sort(Comparator.comparingInt(Entry::time).thenComparingInt(Entry::age));
        assertEquals(expected, actual);
    }
}
