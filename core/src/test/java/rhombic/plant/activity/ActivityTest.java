package rhombic.plant.activity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import rhombic.kernel.Simulator;

class ActivityTest {
    private final Simulator simulator = new Simulator();
    private final List<Long> parts = new ArrayList<>();
    private final List<Long> ends = new ArrayList<>();
    private final Activity activity = new Activity(simulator) {
        @Override
        protected void passes(long nanos) {
            parts.add(nanos);
        }

        @Override
        protected void ends() {
            ends.add(simulator.nowNanos());
        }
    };

    private void runTo(long nanos) {
        while (simulator.step(nanos)) {
            // until there
        }
        simulator.advanceTo(nanos);
    }

    private long booked() {
        return parts.stream().mapToLong(Long::longValue).sum();
    }

    @Test
    void anInterruptionPutsItsEndOff() {
        activity.start(100);
        runTo(30);
        activity.pause();
        assertEquals(70, activity.leftNanos());
        assertFalse(activity.isRunning());
        runTo(80);
        activity.resume();
        runTo(149);
        assertEquals(List.of(), ends);
        runTo(150);
        assertEquals(List.of(150L), ends);
        assertEquals(100, booked());
    }

    @Test
    void whatHasPassedIsBookedWhereAWarmUpCutsIt() {
        activity.start(100);
        runTo(40);
        activity.book();
        assertEquals(List.of(40L), parts);
        activity.book();
        assertEquals(List.of(40L), parts, "not twice");
        assertEquals(60, activity.leftNanos());
        runTo(100);
        assertEquals(List.of(40L, 60L), parts);
        assertEquals(List.of(100L), ends);
    }

    @Test
    void whatIsAbandonedNeverEnds() {
        activity.start(100);
        runTo(10);
        activity.abandon();
        activity.resume();
        runTo(500);
        assertEquals(List.of(), ends);
        assertEquals(10, booked());
        activity.start(5);
        runTo(505);
        assertEquals(List.of(505L), ends);
    }

    /** However often it is interrupted: it lasts its time, and every part is booked once. */
    @Property(tries = 200, seed = "20261125")
    void itLastsItsTimeWhateverInterruptsIt(@ForAll long seed) {
        Random random = new Random(seed);
        Simulator clock = new Simulator();
        long[] sum = {0, -1};
        Activity one = new Activity(clock) {
            @Override
            protected void passes(long nanos) {
                sum[0] += nanos;
            }

            @Override
            protected void ends() {
                sum[1] = clock.nowNanos();
            }
        };
        long paused = 0;
        one.start(1000);
        while (sum[1] < 0) {
            long step = random.nextInt(200);
            boolean runs = one.isRunning();
            long until = clock.nowNanos() + step;
            while (clock.step(until)) {
                // until there
            }
            clock.advanceTo(until);
            if (sum[1] >= 0) {
                break;
            }
            paused += runs ? 0 : step;
            switch (random.nextInt(3)) {
                case 0 -> one.pause();
                case 1 -> one.resume();
                default -> one.book();
            }
        }
        assertEquals(1000, sum[0]);
        assertEquals(1000 + paused, sum[1]);
    }

    @Test
    void whatIsHeldGoesOnWhenTheLastReasonIsGone() {
        Holds holds = new Holds();
        assertFalse(holds.isHeld());
        assertTrue(holds.hold(Hold.DOWN));
        assertFalse(holds.hold(Hold.DOWN), "a second mode of failure");
        assertFalse(holds.hold(Hold.OFF_SHIFT));
        assertFalse(holds.release(Hold.DOWN));
        assertTrue(holds.isHeldBy(Hold.DOWN));
        assertFalse(holds.release(Hold.OFF_SHIFT));
        assertTrue(holds.release(Hold.DOWN));
        assertFalse(holds.isHeld());
        assertThrows(IllegalStateException.class, () -> holds.release(Hold.DOWN));
    }
}
