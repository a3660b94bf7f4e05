package rhombic.plant.resource;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.plant.activity.Hold;
import rhombic.plant.staff.Worker;
import rhombic.space.Pose;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.value.PersonState;

/** People who leave in the middle: for a break, at the end of a shift, or called away by what is more urgent; and those who come back. */
class LeavingTest {
    @Test
    void atABreakTheyFinishStopOrHandOver() {
        for (AtShiftEnd over : AtShiftEnd.values()) {
            Yard yard = new Yard();
            Group group = yard.staying(Yard.over(over));
            Worker a = yard.person("A", group, 0);
            Worker b = yard.person("B", group, 100);
            Job job = yard.job(0, 0);
            yard.ask(job, 0);
            yard.allocation.give();
            yard.allocation.duties().set(a, Hold.ON_BREAK, true);
            yard.allocation.give();
            switch (over) {
                case FINISH -> {
                    assertSame(job, a.job());
                    yard.until(10);
                    yard.done(job);
                    assertEquals(PersonState.ON_BREAK, a.tally().state());
                    yard.until(60);
                    assertEquals(-50, a.pose().x(), 1e-9, "at the break area");
                }
                case STOP -> {
                    assertEquals(List.of("ready 0.0 by A", "left 0.0"), yard.log);
                    yard.until(50);
                    assertEquals(-50, a.pose().x(), 1e-9);
                    yard.allocation.duties().set(a, Hold.ON_BREAK, false);
                    assertEquals(PersonState.WALKING, a.tally().state());
                    yard.until(100);
                    assertEquals(List.of("ready 0.0 by A", "left 0.0", "ready 0.0 by A"), yard.log);
                    assertNull(b.job());
                }
                case HAND_OVER -> {
                    assertSame(job, b.job());
                    yard.until(100);
                    assertEquals("ready 0.0 by B", yard.log.getLast());
                }
            }
        }
    }

    @Test
    void ofTwoWhoWorkTogetherOneLeavesAndTheOtherStandsBy() {
        Yard yard = new Yard();
        Group group = yard.staying(c -> Yard.over(AtShiftEnd.STOP).apply(c.withSpeed(Optional.empty())));
        Worker a = yard.person("A", group, 0);
        Worker b = yard.person("B", group, 0);
        Job both = yard.job(0, 0, new Job.Demand(0, 2));
        yard.ask(both, 0);
        yard.allocation.give();
        yard.allocation.duties().set(a, Hold.OFF_SHIFT, true);
        assertEquals(PersonState.STANDING_BY, b.tally().state());
        assertEquals(PersonState.OFF_SHIFT, a.tally().state());
        yard.allocation.duties().set(b, Hold.ON_BREAK, true);
        yard.allocation.duties().set(a, Hold.OFF_SHIFT, false);
        assertEquals(Job.State.PAUSED, both.state());
        yard.allocation.duties().set(b, Hold.ON_BREAK, false);
        assertEquals(Job.State.BEGUN, both.state());
        assertEquals(3, yard.log.size());
        yard.done(both);
        assertEquals(List.of(1L, 1L), List.of(a.tally().figures("A", 1).jobs(), b.tally().figures("B", 1).jobs()));
    }

    @Test
    void whoHasNotBegunLeavesAtOnceAndWhatIsInHandIsBroughtFirst() {
        Yard yard = new Yard();
        Group group = yard.staying(c -> c);
        Worker a = yard.person("A", group, 0);
        Worker b = yard.person("B", group, 40);
        Job job = yard.job(10, 0);
        yard.ask(job, 0);
        yard.allocation.give();
        yard.until(3);
        yard.allocation.duties().set(a, Hold.ON_BREAK, true);
        yard.allocation.give();
        assertSame(job, b.job());
        assertNull(a.job());
        yard.allocation.drop(job);
        yard.allocation.give();
        yard.isHandFull = true;
        Job carry = new Job(yard, new Job.Request(Job.Kind.CARRY, Pose.at(40, 0, 0, 0), List.of(new Job.Demand(0, 1)), 0, false));
        yard.ask(carry, 0);
        yard.allocation.give();
        yard.until(40);
        yard.allocation.goOn(carry, Pose.at(60, 0, 0, 0), true);
        assertEquals(PersonState.CARRYING, b.tally().state());
        yard.allocation.duties().set(b, Hold.ON_BREAK, true);
        assertSame(carry, b.job(), "what is in hand is brought there first");
        yard.until(80);
        assertEquals(60, b.pose().x(), 1e-9);
        yard.done(carry);
        assertEquals(PersonState.ON_BREAK, b.tally().state());
    }

    @Test
    void whatIsMoreUrgentCallsAwayFromWhatYieldsButNotFromTheRest() {
        Yard yard = new Yard();
        Worker a = yard.person("A", yard.staying(Yard.atOnce()), 0);
        Job preemptible = new Job(yard, new Job.Request(Job.Kind.WORK, Pose.at(1, 0, 0, 0), List.of(new Job.Demand(0, 1)), 0, true));
        yard.ask(preemptible, 0);
        yard.allocation.give();
        yard.ask(yard.job(2, 0), 1);
        yard.allocation.give();
        assertSame(preemptible, a.job(), "for the same priority nobody is called away");
        yard.ask(yard.job(9, 5, new Job.Demand(1, 1)), 1);
        yard.allocation.give();
        assertSame(preemptible, a.job(), "nor for what they can't do");
        Job urgent = yard.job(3, 5);
        yard.ask(urgent, 2);
        yard.allocation.give();
        assertSame(urgent, a.job());
        assertEquals(List.of("ready 1.0 by A", "left 1.0", "ready 3.0 by A"), yard.log);
        yard.done(urgent);
        assertSame(preemptible, a.job(), "it is older than the other");
    }

    @Test
    void ofTwoWhoStayAwayInTheMidstOfAJobItGoesOnWhenBothAreBack() {
        Yard yard = new Yard();
        Group group = yard.staying(Yard.over(AtShiftEnd.STOP));
        Worker a = yard.person("A", group, 0);
        Worker b = yard.person("B", group, 0);
        Job both = yard.job(0, 0, new Job.Demand(0, 2));
        yard.ask(both, 0);
        yard.allocation.give();
        yard.until(1);
        yard.allocation.duties().set(a, Hold.ON_BREAK, true);
        yard.allocation.duties().set(b, Hold.ON_BREAK, true);
        yard.until(100);
        yard.allocation.duties().set(a, Hold.ON_BREAK, false);
        yard.until(149);
        assertEquals(PersonState.WALKING, a.tally().state());
        yard.until(151);
        assertEquals(PersonState.STANDING_BY, a.tally().state(), "there, but alone");
        assertEquals(Job.State.PAUSED, both.state());
        yard.allocation.duties().set(b, Hold.ON_BREAK, false);
        yard.until(202);
        assertEquals(Job.State.BEGUN, both.state());
        assertEquals(PersonState.WORKING, b.tally().state());
        assertEquals(1, yard.tallies.getFirst().figures("s", 202 * Yard.SECOND).jobs(), "begun once, counted once");
    }

    @Test
    void peopleAreCalledAwayOnlyIfThatIsEnough() {
        Yard yard = new Yard();
        Group group = yard.staying(Yard.atOnce());
        Worker a = yard.person("A", group, 0);
        Job preemptible = new Job(yard, new Job.Request(Job.Kind.WORK, Pose.at(1, 0, 0, 0), List.of(new Job.Demand(0, 1)), 0, true));
        yard.ask(preemptible, 0);
        yard.allocation.give();
        Job two = yard.job(2, 5, new Job.Demand(0, 2));
        yard.ask(two, 0);
        yard.allocation.give();
        assertSame(preemptible, a.job(), "for two of whom there is one nobody is called away");
        Worker b = yard.person("B", group, 0);
        yard.ask(yard.job(9, 1), 0);
        yard.allocation.give();
        assertSame(two, a.job(), "with B there are two");
        assertSame(two, b.job());
        yard.done(two);
        Job onlyB = yard.job(3, 9);
        Resource other = preemptible.resources().getFirst();
        Resource notThis = other == a ? b : a;
        assertNotNull(notThis.job());
        yard.ask(onlyB, 0, notThis, Job.Insistence.YES);
        yard.allocation.give();
        assertSame(preemptible, other.job(), "calling away somebody else would not help");
        assertEquals(Job.State.ASKED, onlyB.state());
    }

    @Test
    void whoYieldedGoesBackToWhatHeDidIfHeIsFree() {
        Yard yard = new Yard();
        Group group = yard.staying(Yard.atOnce());
        Worker a = yard.person("A", group, 0);
        Job preemptible = new Job(yard, new Job.Request(Job.Kind.WORK, Pose.at(1, 0, 0, 0), List.of(new Job.Demand(0, 1)), 0, true));
        yard.ask(preemptible, 0, a, Job.Insistence.NO);
        yard.allocation.give();
        yard.until(10);
        Job urgent = yard.job(2, 5);
        yard.ask(urgent, 10);
        yard.allocation.give();
        yard.until(30);
        yard.person("Z", group, 0);
        yard.done(urgent);
        assertSame(preemptible, a.job());
        assertEquals(1, yard.log.stream().filter("left 1.0"::equals).count());
        yard.until(40);
        yard.done(preemptible);
        // two begun, of which the second waited for nobody; called back it is the same job
        assertEquals(2, yard.tallies.getFirst().figures("s", 40 * Yard.SECOND).jobs());
        assertEquals(1, yard.tallies.getFirst().figures("s", 40 * Yard.SECOND).neededByHour()[0], 1e-9);
    }

    @Test
    void whoeverHasNoJobAndGoesFromABreakIntoTheTimeOffGoesHome() {
        Yard yard = new Yard();
        Worker a = yard.person("A", yard.staying(c -> c), 0);
        yard.allocation.duties().set(a, Hold.ON_BREAK, true);
        yard.until(50);
        assertEquals(-50, a.pose().x(), 1e-9);
        yard.allocation.duties().set(a, Hold.OFF_SHIFT, true);
        yard.allocation.duties().set(a, Hold.ON_BREAK, false);
        assertEquals(PersonState.OFF_SHIFT, a.tally().state());
        yard.until(100);
        assertEquals(0, a.pose().x(), 1e-9);
        Job job = yard.job(0, 0);
        yard.ask(job, 0);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, job.state());
        yard.allocation.duties().set(a, Hold.OFF_SHIFT, false);
        yard.allocation.give();
        assertSame(job, a.job());
        assertEquals(100, a.tally().figures("A", 100 * Yard.SECOND).metres(), 1e-9);
    }
}
