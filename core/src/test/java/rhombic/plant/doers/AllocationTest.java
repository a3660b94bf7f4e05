package rhombic.plant.doers;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import rhombic.kernel.Simulator;
import rhombic.measure.SkillTally;
import rhombic.plant.activity.Hold;
import rhombic.space.Pose;
import rhombic.study.duty.WhenOver;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.value.PersonState;
import rhombic.study.value.Placement;

/** Who does what, by hand: two skills, people on a line along the x axis who walk at 1 m/s. */
class AllocationTest {
    private static final long SECOND = 1_000_000_000L;

    /** One plant with nothing in it but people. */
    private static final class Yard implements Job.Site, Doer.Watcher {
        final Simulator simulator = new Simulator();
        final List<SkillTally> tallies = List.of(new SkillTally(0), new SkillTally(0));
        final List<String> log = new ArrayList<>();
        final List<String> moves = new ArrayList<>();
        final Allocation allocation = new Allocation(simulator, this, tallies);
        boolean isHandFull;

        @Override
        public void moves(Doer doer, Pose from, Pose to, long nanos) {
            moves.add(doer.name() + " " + from.x() + " to " + to.x() + " in " + nanos / SECOND);
        }

        @Override
        public void does(Doer doer, PersonState state, @Nullable Job job) {}

        @Override
        public void ready(Job job) {
            log.add("ready " + job.where().x() + " by " + job.doers().getFirst().name());
        }

        @Override
        public void left(Job job) {
            log.add("left " + job.where().x());
        }

        @Override
        public boolean mayLeave(Job job) {
            return !isHandFull;
        }

        Group group(UnaryOperator<Crew> with) {
            allocation.whenSomethingHappened(allocation::give);
            Crew crew = with.apply(Crew.usual(Basics.of("Crew", Placement.at(0, 0))));
            return allocation.group(crew, crew.speed().isPresent() ? 1 : Double.POSITIVE_INFINITY, Pose.at(-50, 0, 0, 0));
        }

        Group staying(UnaryOperator<Crew> with) {
            return group(crew -> with.apply(crew.withWaits(Crew.Waits.WHERE_THEY_ARE)));
        }

        Doer person(String name, Group group, double x, boolean... skills) {
            return allocation.add(name, group, skills.length == 0 ? new boolean[] {true, false} : skills, 1, Pose.at(x, 0, 0, 90));
        }

        Job job(double x, int priority, Job.Demand... demands) {
            return new Job(this, new Job.Order(Job.What.WORK, Pose.at(x, 0, 0, 0),
                    demands.length == 0 ? List.of(new Job.Demand(0, 1)) : List.of(demands), priority, false));
        }

        void ask(Job job, long since) {
            ask(job, since, null, Job.Insists.NO);
        }

        void ask(Job job, long since, @Nullable Doer who, Job.Insists only) {
            job.becomes(job.order(), since, simulator.nowNanos(), who, only);
            allocation.ask(job);
        }

        void until(double seconds) {
            long end = Math.round(seconds * SECOND);
            while (simulator.step(end)) {
                allocation.give();
            }
            simulator.advanceTo(Math.max(end, simulator.nowNanos()));
        }

        void done(Job job) {
            allocation.done(job);
            allocation.give();
        }
    }

    private static UnaryOperator<Crew> atOnce() {
        return crew -> crew.withSpeed(Optional.empty());
    }

    private static UnaryOperator<Crew> over(WhenOver over) {
        return crew -> (Crew) crew.with(crew.basics().withDuty(crew.basics().duty().withWhenOver(over)));
    }

    @Test
    void aJobBeginsWhenItsDoerHasWalkedThere() {
        Yard yard = new Yard();
        Doer a = yard.person("A", yard.staying(c -> c), 0);
        Job job = yard.job(10, 0);
        yard.ask(job, 0);
        assertEquals(Job.State.ASKED, job.state(), "people are given out when the instant has settled");
        assertTrue(yard.allocation.give());
        assertFalse(yard.allocation.give(), "there is nothing more to give");
        assertEquals(Job.State.ON_THE_WAY, job.state());
        yard.until(4);
        assertEquals(4, a.place().x(), 1e-9);
        assertEquals(PersonState.WALKING, a.tally().state());
        yard.until(10);
        assertEquals(List.of("ready 10.0 by A"), yard.log);
        assertEquals(PersonState.WORKING, a.tally().state());
        assertThrows(IllegalStateException.class, () -> yard.allocation.ask(job));
        assertThrows(IllegalStateException.class, () -> job.becomes(job.order(), 0, 0, null, Job.Insists.NO));
        yard.done(job);
        assertEquals(PersonState.WAITING, a.tally().state());
        assertThrows(IllegalStateException.class, () -> yard.allocation.done(job));
        assertEquals(10.0, yard.tallies.getFirst().figures("s", 10 * SECOND).waitMean(), 1e-9);
        assertEquals(10.0 / 10, yard.tallies.getFirst().figures("s", 10 * SECOND).neededByHour()[0], 1e-9);
    }

    @Test
    void theNearestComesOrTheFirstInOrder() {
        for (Crew.Who who : List.of(Crew.Who.NEAREST, Crew.Who.IN_ORDER)) {
            Yard yard = new Yard();
            Group group = yard.staying(c -> c.withWho(who));
            yard.person("A", group, 0);
            yard.person("B", group, 8);
            yard.ask(yard.job(10, 0), 0);
            yard.allocation.give();
            yard.until(60);
            assertEquals(who == Crew.Who.NEAREST ? "ready 10.0 by B" : "ready 10.0 by A", yard.log.getFirst());
        }
    }

    @Test
    void eachComesInTurnOrTheLeastUsed() {
        Yard turns = new Yard();
        Group inTurn = turns.staying(c -> c.withWho(Crew.Who.IN_TURN).withSpeed(Optional.empty()));
        turns.person("A", inTurn, 0);
        turns.person("B", inTurn, 0);
        for (int i = 0; i < 3; i++) {
            Job job = turns.job(1, 0);
            turns.ask(job, 0);
            turns.allocation.give();
            turns.done(job);
        }
        assertEquals(List.of("ready 1.0 by A", "ready 1.0 by B", "ready 1.0 by A"), turns.log);
        Yard used = new Yard();
        Group least = used.staying(c -> c.withWho(Crew.Who.LEAST_USED).withSpeed(Optional.empty()));
        used.person("A", least, 0);
        used.person("B", least, 0);
        Job longOne = used.job(1, 0);
        used.ask(longOne, 0);
        used.allocation.give();
        used.until(100);
        used.done(longOne);
        used.ask(used.job(1, 0), 0);
        used.allocation.give();
        assertEquals(List.of("ready 1.0 by A", "ready 1.0 by B"), used.log);
    }

    @Test
    void priorityGoesFirstThenWhatIsNearestIfTheCrewGoesByThat() {
        for (Crew.Which which : Crew.Which.values()) {
            Yard yard = new Yard();
            yard.person("A", yard.staying(c -> c.withWhich(which)), 0);
            Job first = yard.job(0, 0);
            yard.ask(first, 0);
            yard.allocation.give();
            yard.ask(yard.job(30, 0), 5);
            yard.ask(yard.job(15, 0), 9);
            Job urgent = yard.job(20, 1);
            yard.ask(urgent, 12);
            yard.done(first);
            yard.until(20);
            assertEquals("ready 20.0 by A", yard.log.getLast());
            yard.done(urgent);
            yard.until(90);
            assertEquals(which == Crew.Which.OLDEST ? "ready 30.0 by A" : "ready 15.0 by A", yard.log.getLast());
        }
    }

    @Test
    void olderGoesBeforeYoungerAndWhatWasAskedSinceAlwaysBeforeAll() {
        Yard yard = new Yard();
        Doer a = yard.person("A", yard.staying(atOnce()), 0);
        Job busy = yard.job(0, 0);
        yard.ask(busy, 0);
        yard.allocation.give();
        yard.ask(yard.job(1, 0), 9);
        yard.ask(yard.job(2, 0), 5);
        yard.ask(yard.job(4, 0), 5);
        yard.ask(yard.job(3, 0), Job.BEFORE_ALL);
        for (String next : List.of("ready 3.0 by A", "ready 2.0 by A", "ready 4.0 by A", "ready 1.0 by A")) {
            yard.done(a.job() == null ? busy : a.job());
            assertEquals(next, yard.log.getLast());
        }
    }

    @Test
    void allAreGivenAtOnceOrNobodyAndTheyStandBesideEachOther() {
        Yard yard = new Yard();
        Group group = yard.staying(c -> c);
        Doer a = yard.person("A", group, 0);
        Job both = yard.job(10, 0, new Job.Demand(0, 1), new Job.Demand(1, 1));
        yard.ask(both, 0);
        yard.allocation.give();
        assertNull(a.job(), "nobody has the second skill");
        Doer b = yard.person("B", group, 0, true, true);
        yard.ask(yard.job(5, 0), 1);
        yard.allocation.give();
        yard.until(11);
        assertSame(both, a.job());
        assertSame(both, b.job());
        assertEquals(0.6, Math.abs(a.place().y() - b.place().y()), 1e-9);
        yard.done(both);
        yard.until(30);
        assertTrue(yard.log.getLast().startsWith("ready 5.0 by "));
    }

    @Test
    void whoeverMustDoItIsWaitedForUnlessGoneHome() {
        Yard yard = new Yard();
        Group group = yard.staying(atOnce());
        yard.person("Z", group, 0, false, true);
        Doer b = yard.person("B", group, 0);
        Doer a = yard.person("A", group, 0);
        Job busy = yard.job(0, 0);
        yard.ask(busy, 0, a, Job.Insists.NO);
        yard.allocation.give();
        assertSame(busy, a.job(), "preferred");
        Job only = yard.job(1, 0);
        yard.ask(only, 0, a, Job.Insists.UNLESS_GONE);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, only.state(), "B is free, but A must do it");
        yard.done(busy);
        assertSame(only, a.job());
        yard.done(only);
        yard.allocation.duty(a, Hold.ON_BREAK, true);
        yard.ask(only, 0, a, Job.Insists.UNLESS_GONE);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, only.state(), "from a break A comes back");
        yard.allocation.duty(a, Hold.OFF_SHIFT, true);
        yard.allocation.duty(a, Hold.ON_BREAK, false);
        yard.allocation.give();
        assertSame(only, b.job(), "A has gone home");
        yard.done(only);
        yard.ask(only, 0, a, Job.Insists.YES);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, only.state());
        yard.allocation.duty(a, Hold.OFF_SHIFT, false);
        yard.allocation.give();
        assertSame(only, a.job());
    }

    @Test
    void atABreakTheyFinishStopOrHandOver() {
        for (WhenOver over : WhenOver.values()) {
            Yard yard = new Yard();
            Group group = yard.staying(over(over));
            Doer a = yard.person("A", group, 0);
            Doer b = yard.person("B", group, 100);
            Job job = yard.job(0, 0);
            yard.ask(job, 0);
            yard.allocation.give();
            yard.allocation.duty(a, Hold.ON_BREAK, true);
            yard.allocation.give();
            switch (over) {
                case FINISH -> {
                    assertSame(job, a.job());
                    yard.until(10);
                    yard.done(job);
                    assertEquals(PersonState.ON_BREAK, a.tally().state());
                    yard.until(60);
                    assertEquals(-50, a.place().x(), 1e-9, "at the break area");
                }
                case STOP -> {
                    assertEquals(List.of("ready 0.0 by A", "left 0.0"), yard.log);
                    yard.until(50);
                    assertEquals(-50, a.place().x(), 1e-9);
                    yard.allocation.duty(a, Hold.ON_BREAK, false);
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
        Group group = yard.staying(c -> over(WhenOver.STOP).apply(c.withSpeed(Optional.empty())));
        Doer a = yard.person("A", group, 0);
        Doer b = yard.person("B", group, 0);
        Job both = yard.job(0, 0, new Job.Demand(0, 2));
        yard.ask(both, 0);
        yard.allocation.give();
        yard.allocation.duty(a, Hold.OFF_SHIFT, true);
        assertEquals(PersonState.STANDING_BY, b.tally().state());
        assertEquals(PersonState.OFF_SHIFT, a.tally().state());
        yard.allocation.duty(b, Hold.ON_BREAK, true);
        yard.allocation.duty(a, Hold.OFF_SHIFT, false);
        assertEquals(Job.State.PAUSED, both.state());
        yard.allocation.duty(b, Hold.ON_BREAK, false);
        assertEquals(Job.State.BEGUN, both.state());
        assertEquals(3, yard.log.size());
        yard.done(both);
        assertEquals(List.of(1L, 1L), List.of(a.tally().figures("A", 1).jobs(), b.tally().figures("B", 1).jobs()));
    }

    @Test
    void whoHasNotBegunLeavesAtOnceAndWhatIsInHandIsBroughtFirst() {
        Yard yard = new Yard();
        Group group = yard.staying(c -> c);
        Doer a = yard.person("A", group, 0);
        Doer b = yard.person("B", group, 40);
        Job job = yard.job(10, 0);
        yard.ask(job, 0);
        yard.allocation.give();
        yard.until(3);
        yard.allocation.duty(a, Hold.ON_BREAK, true);
        yard.allocation.give();
        assertSame(job, b.job());
        assertNull(a.job());
        yard.allocation.drop(job);
        yard.allocation.give();
        yard.isHandFull = true;
        Job carry = new Job(yard, new Job.Order(Job.What.CARRY, Pose.at(40, 0, 0, 0), List.of(new Job.Demand(0, 1)), 0, false));
        yard.ask(carry, 0);
        yard.allocation.give();
        yard.until(40);
        yard.allocation.goOn(carry, Pose.at(60, 0, 0, 0));
        assertEquals(PersonState.CARRYING, b.tally().state());
        yard.allocation.duty(b, Hold.ON_BREAK, true);
        assertSame(carry, b.job(), "what is in hand is brought there first");
        yard.until(80);
        assertEquals(60, b.place().x(), 1e-9);
        yard.done(carry);
        assertEquals(PersonState.ON_BREAK, b.tally().state());
    }

    @Test
    void whatIsMoreUrgentCallsAwayFromWhatYieldsButNotFromTheRest() {
        Yard yard = new Yard();
        Doer a = yard.person("A", yard.staying(atOnce()), 0);
        Job yields = new Job(yard, new Job.Order(Job.What.WORK, Pose.at(1, 0, 0, 0), List.of(new Job.Demand(0, 1)), 0, true));
        yard.ask(yields, 0);
        yard.allocation.give();
        yard.ask(yard.job(2, 0), 1);
        yard.allocation.give();
        assertSame(yields, a.job(), "for the same priority nobody is called away");
        yard.ask(yard.job(9, 5, new Job.Demand(1, 1)), 1);
        yard.allocation.give();
        assertSame(yields, a.job(), "nor for what they can't do");
        Job urgent = yard.job(3, 5);
        yard.ask(urgent, 2);
        yard.allocation.give();
        assertSame(urgent, a.job());
        assertEquals(List.of("ready 1.0 by A", "left 1.0", "ready 3.0 by A"), yard.log);
        yard.done(urgent);
        assertSame(yields, a.job(), "it is older than the other");
    }

    @Test
    void whoHasNothingToDoGoesHomeAndMayBeCalledOnTheWay() {
        Yard yard = new Yard();
        Doer a = yard.person("A", yard.group(c -> c), 0);
        Job far = yard.job(20, 0);
        yard.ask(far, 0);
        yard.allocation.give();
        yard.until(20);
        yard.done(far);
        assertEquals(PersonState.WALKING, a.tally().state(), "on the way home");
        yard.until(25);
        Job near = yard.job(15, 0);
        yard.ask(near, 0);
        yard.allocation.give();
        assertEquals("ready 15.0 by A", yard.log.getLast());
        yard.done(near);
        yard.until(60);
        assertEquals(0, a.place().x(), 1e-9);
        assertEquals(PersonState.WAITING, a.tally().state());
        assertEquals(20 + 5 + 15, a.tally().figures("A", 60 * SECOND).metres(), 1e-6);
        assertTrue(yard.moves.contains("A 20.0 to 0.0 in 20"), yard.moves.toString());
    }

    @Test
    void aJobNeedsSomebodyAndWhatIsDroppedIsFreeForOthers() {
        assertThrows(IllegalArgumentException.class, () -> new Job.Order(Job.What.WORK, Pose.at(0, 0, 0, 0), List.of(), 0, false));
        Yard yard = new Yard();
        Doer a = yard.person("A", yard.staying(c -> c), 0);
        Job one = yard.job(10, 0);
        yard.ask(one, 0);
        yard.allocation.drop(one);
        yard.allocation.give();
        assertNull(a.job());
        yard.ask(one, 0);
        yard.allocation.give();
        yard.until(4);
        yard.allocation.drop(one);
        assertEquals(4, a.place().x(), 1e-9, "stops where it is");
        assertEquals(Job.State.IDLE, one.state());
        yard.until(30);
        assertEquals(List.of(), yard.log);
    }

    @Test
    void threeStandInTheMiddleToTheLeftAndToTheRightOfTheWayTheyFace() {
        Yard yard = new Yard();
        Group group = yard.staying(atOnce());
        List<Doer> three = List.of(yard.person("A", group, 0), yard.person("B", group, 0), yard.person("C", group, 0));
        yard.ask(yard.job(10, 0, new Job.Demand(0, 3)), 0);
        yard.allocation.give();
        assertEquals(List.of(0.0, 0.6, -0.6), three.stream().map(doer -> doer.place().y()).toList());
    }

    @Test
    void whoeverIsOnTheWayIsWhereHeIsAlsoAcrossTheFloor() {
        Yard yard = new Yard();
        Doer a = yard.person("A", yard.staying(c -> c), 2);
        Job job = new Job(yard, new Job.Order(Job.What.WORK, Pose.at(32, 40, 0, 0), List.of(new Job.Demand(0, 1)), 0, false));
        yard.ask(job, 0);
        yard.allocation.give();
        yard.until(10);
        assertEquals(8, a.place().x(), 1e-9);
        assertEquals(8, a.place().y(), 1e-9);
        assertEquals(Math.toDegrees(Math.atan2(4, 3)), a.place().heading(), 1e-9);
        assertEquals(40, a.metresTo(Pose.at(32, 40, 0, 0)), 1e-9);
        yard.allocation.drop(job);
        yard.allocation.give();
        yard.until(30);
        assertEquals(8, a.place().x(), 1e-9, "he stays where he is when nobody asks for him any more");
        assertEquals(10, a.tally().figures("A", 30 * SECOND).metres(), 1e-9);
    }

    @Test
    void ofTwoWhoStayAwayInTheMidstOfAJobItGoesOnWhenBothAreBack() {
        Yard yard = new Yard();
        Group group = yard.staying(over(WhenOver.STOP));
        Doer a = yard.person("A", group, 0);
        Doer b = yard.person("B", group, 0);
        Job both = yard.job(0, 0, new Job.Demand(0, 2));
        yard.ask(both, 0);
        yard.allocation.give();
        yard.until(1);
        yard.allocation.duty(a, Hold.ON_BREAK, true);
        yard.allocation.duty(b, Hold.ON_BREAK, true);
        yard.until(100);
        yard.allocation.duty(a, Hold.ON_BREAK, false);
        yard.until(149);
        assertEquals(PersonState.WALKING, a.tally().state());
        yard.until(151);
        assertEquals(PersonState.STANDING_BY, a.tally().state(), "there, but alone");
        assertEquals(Job.State.PAUSED, both.state());
        yard.allocation.duty(b, Hold.ON_BREAK, false);
        yard.until(202);
        assertEquals(Job.State.BEGUN, both.state());
        assertEquals(PersonState.WORKING, b.tally().state());
        assertEquals(1, yard.tallies.getFirst().figures("s", 202 * SECOND).jobs(), "begun once, counted once");
    }

    @Test
    void whoeverMustDoOnePartOfAJobIsWaitedForAndOthersDoTheRest() {
        Yard yard = new Yard();
        Group group = yard.staying(atOnce());
        Doer a = yard.person("A", group, 0, true, false);
        Doer b = yard.person("B", group, 0, true, true);
        Doer c = yard.person("C", group, 0, true, true);
        Job job = yard.job(0, 0, new Job.Demand(0, 1), new Job.Demand(1, 1));
        yard.ask(job, 0, c, Job.Insists.YES);
        yard.allocation.give();
        assertEquals(List.of(c, b), job.doers(), "C for the first, B is the only one left for the second");
        yard.done(job);
        yard.allocation.duty(b, Hold.ON_BREAK, true);
        yard.ask(job, 0, c, Job.Insists.YES);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, job.state(), "nobody but C could do the second");
        yard.allocation.drop(job);
        assertTrue(job.doers().isEmpty());
        yard.ask(job, 0, a, Job.Insists.YES);
        yard.allocation.give();
        assertEquals(List.of(a, c), job.doers());
        yard.done(job);
        Job second = yard.job(0, 0, new Job.Demand(1, 1));
        yard.ask(second, 0, a, Job.Insists.YES);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, second.state(), "A can't");
    }

    @Test
    void peopleAreCalledAwayOnlyIfThatIsEnough() {
        Yard yard = new Yard();
        Group group = yard.staying(atOnce());
        Doer a = yard.person("A", group, 0);
        Job yields = new Job(yard, new Job.Order(Job.What.WORK, Pose.at(1, 0, 0, 0), List.of(new Job.Demand(0, 1)), 0, true));
        yard.ask(yields, 0);
        yard.allocation.give();
        Job two = yard.job(2, 5, new Job.Demand(0, 2));
        yard.ask(two, 0);
        yard.allocation.give();
        assertSame(yields, a.job(), "for two of whom there is one nobody is called away");
        Doer b = yard.person("B", group, 0);
        yard.ask(yard.job(9, 1), 0);
        yard.allocation.give();
        assertSame(two, a.job(), "with B there are two");
        assertSame(two, b.job());
        yard.done(two);
        Job onlyB = yard.job(3, 9);
        Doer other = yields.doers().getFirst();
        Doer notThis = other == a ? b : a;
        assertNotNull(notThis.job());
        yard.ask(onlyB, 0, notThis, Job.Insists.YES);
        yard.allocation.give();
        assertSame(yields, other.job(), "calling away somebody else would not help");
        assertEquals(Job.State.ASKED, onlyB.state());
    }

    @Test
    void whoYieldedGoesBackToWhatHeDidIfHeIsFree() {
        Yard yard = new Yard();
        Group group = yard.staying(atOnce());
        Doer a = yard.person("A", group, 0);
        Job yields = new Job(yard, new Job.Order(Job.What.WORK, Pose.at(1, 0, 0, 0), List.of(new Job.Demand(0, 1)), 0, true));
        yard.ask(yields, 0, a, Job.Insists.NO);
        yard.allocation.give();
        yard.until(10);
        Job urgent = yard.job(2, 5);
        yard.ask(urgent, 10);
        yard.allocation.give();
        yard.until(30);
        yard.person("Z", group, 0);
        yard.done(urgent);
        assertSame(yields, a.job());
        assertEquals(1, yard.log.stream().filter("left 1.0"::equals).count());
        yard.until(40);
        yard.done(yields);
        // two begun, of which the second waited for nobody; called back it is the same job
        assertEquals(2, yard.tallies.getFirst().figures("s", 40 * SECOND).jobs());
        assertEquals(1, yard.tallies.getFirst().figures("s", 40 * SECOND).neededByHour()[0], 1e-9);
    }

    @Test
    void whoeverHasNoJobAndGoesFromABreakIntoTheTimeOffGoesHome() {
        Yard yard = new Yard();
        Doer a = yard.person("A", yard.staying(c -> c), 0);
        yard.allocation.duty(a, Hold.ON_BREAK, true);
        yard.until(50);
        assertEquals(-50, a.place().x(), 1e-9);
        yard.allocation.duty(a, Hold.OFF_SHIFT, true);
        yard.allocation.duty(a, Hold.ON_BREAK, false);
        assertEquals(PersonState.OFF_SHIFT, a.tally().state());
        yard.until(100);
        assertEquals(0, a.place().x(), 1e-9);
        Job job = yard.job(0, 0);
        yard.ask(job, 0);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, job.state());
        yard.allocation.duty(a, Hold.OFF_SHIFT, false);
        yard.allocation.give();
        assertSame(job, a.job());
        assertEquals(100, a.tally().figures("A", 100 * SECOND).metres(), 1e-9);
    }
}
