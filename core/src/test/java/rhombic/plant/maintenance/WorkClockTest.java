package rhombic.plant.maintenance;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;

/** The clock of working time, moment by moment. */
class WorkClockTest {
    private final Simulator simulator = new Simulator();
    private final List<Long> over = new ArrayList<>();
    private final WorkClock clock = new WorkClock(simulator, () -> over.add(simulator.nowNanos()));

    private void at(long moment, Runnable action) {
        simulator.schedule(new Event() {
            @Override
            protected void occur() {
                action.run();
            }
        }, moment);
    }

    private void run(long until) {
        while (simulator.step(until)) {
            // all that happens
        }
    }

    @Test
    void itStandsWhileNothingWorksAndGoesOnFromWhereItStopped() {
        clock.set(10);
        at(5, () -> clock.begins(4));
        at(9, clock::ends);
        at(20, () -> clock.begins(100));
        run(1000);
        assertEquals(List.of(26L), over, "4 before, 6 from 20 on");
    }

    @Test
    void workThatEndsBeforeItsTimeIsOverNeedsNoEvent() {
        clock.set(10);
        clock.begins(4);
        assertFalse(clock.isPending(), "4 of 10: it can't run out in this work");
        at(4, () -> {
            clock.ends();
            clock.begins(6);
            assertTrue(clock.isPending(), "the very end of this work is the end of its time");
        });
        run(100);
        assertEquals(List.of(10L), over);
    }

    @Test
    void severalPlacesAreOneThingThatWorks() {
        clock.set(10);
        clock.begins(100);
        at(3, () -> clock.begins(100));
        at(5, clock::ends);
        at(8, clock::ends);
        at(12, () -> clock.begins(100));
        run(1000);
        assertEquals(List.of(14L), over, "0 to 8 with one or two places, then 12 to 14");
    }

    @Test
    void aSecondPlaceThatWorksLongerIsNotForgotten() {
        clock.set(10);
        clock.begins(7); // too short for it to run out
        at(2, () -> clock.begins(50)); // this one is not
        at(7, clock::ends);
        run(1000);
        assertEquals(List.of(10L), over);
    }

    @Test
    void whenItIsSetAnewWhileItWorksItCountsFromThen() {
        clock.set(10);
        clock.begins(100);
        at(4, () -> clock.set(3));
        run(1000);
        assertEquals(List.of(7L), over);
    }

    @Test
    void onceOverItStaysOverUntilItIsSetAgain() {
        clock.set(2);
        clock.begins(1_000_000);
        at(50, clock::ends);
        at(60, () -> clock.begins(1_000_000));
        at(70, () -> clock.set(5));
        run(10_000);
        assertEquals(List.of(2L, 75L), over);
    }
}
