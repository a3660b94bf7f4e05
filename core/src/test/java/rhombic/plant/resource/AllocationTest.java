package rhombic.plant.resource;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.plant.activity.Hold;
import rhombic.plant.route.Route;
import rhombic.plant.route.Router;
import rhombic.plant.staff.Worker;
import rhombic.space.Pose;
import rhombic.study.duty.JobChoice;
import rhombic.study.duty.ResourceChoice;
import rhombic.study.value.PersonState;

/** Who does what, by hand: two skills, people on a line along the x axis who walk at 1 m/s. */
class AllocationTest {
    @Test
    void aJobBeginsWhenItsDoerHasWalkedThere() {
        Yard yard = new Yard();
        Worker a = yard.person("A", yard.staying(c -> c), 0);
        Job job = yard.job(10, 0);
        yard.ask(job, 0);
        assertEquals(Job.State.ASKED, job.state(), "people are given out when the instant has settled");
        assertTrue(yard.allocation.give());
        assertFalse(yard.allocation.give(), "there is nothing more to give");
        assertEquals(Job.State.ON_THE_WAY, job.state());
        yard.until(4);
        assertEquals(4, a.pose().x(), 1e-9);
        assertEquals(PersonState.WALKING, a.tally().state());
        yard.until(10);
        assertEquals(List.of("ready 10.0 by A"), yard.log);
        assertEquals(PersonState.WORKING, a.tally().state());
        assertThrows(IllegalStateException.class, () -> yard.allocation.ask(job));
        assertThrows(IllegalStateException.class, () -> job.reset(job.request(), 0, 0, null, Job.Insistence.NO));
        yard.done(job);
        assertEquals(PersonState.WAITING, a.tally().state());
        assertThrows(IllegalStateException.class, () -> yard.allocation.done(job));
        assertEquals(10.0, yard.tallies.getFirst().figures("s", 10 * Yard.SECOND).waitMean(), 1e-9);
        assertEquals(10.0 / 10, yard.tallies.getFirst().figures("s", 10 * Yard.SECOND).neededByHour()[0], 1e-9);
    }

    @Test
    void theNearestComesOrTheFirstInOrder() {
        for (ResourceChoice who : List.of(ResourceChoice.NEAREST, ResourceChoice.IN_ORDER)) {
            Yard yard = new Yard();
            Group group = yard.staying(c -> c.withRules(rules -> rules.withResourceRule(who)));
            yard.person("A", group, 0);
            yard.person("B", group, 8);
            yard.ask(yard.job(10, 0), 0);
            yard.allocation.give();
            yard.until(60);
            assertEquals(who == ResourceChoice.NEAREST ? "ready 10.0 by B" : "ready 10.0 by A", yard.log.getFirst());
        }
    }

    /** Whoever walks home is as near as where he is at that moment, not where he set out or where he goes. */
    @Test
    void whoIsOnTheWayHomeIsTakenFromWhereHeIs() {
        for (double second : new double[] {14, 26}) {
            Yard yard = new Yard();
            Group group = yard.group(c -> c);
            yard.person("A", group, 0);
            yard.person("B", group, 30);
            Job first = yard.job(10, 0);
            yard.ask(first, 0, null, Job.Insistence.NO);
            yard.allocation.give();
            yard.until(10);
            yard.done(first);
            yard.until(12); // A has come 2 m of the way home: he is at 8 m, and B stands at 30 m
            yard.ask(yard.job(second, 0), 0);
            yard.allocation.give();
            yard.until(60);
            assertEquals("ready " + second + (second < 19 ? " by A" : " by B"), yard.log.getLast());
        }
    }

    /** Where ways are not straight the nearest is who has the shortest way, and not who is nearest in the air. */
    @Test
    void theShortestWayCountsWhereWaysGoRound() {
        Yard yard = new Yard();
        yard.router = new Router() {
            @Override
            public Route route(Pose from, Pose to) {
                Pose corner = Pose.at(from.x(), from.x() > to.x() ? 40 : 0, 0, 0); // whoever comes from the east goes round
                return new Route(List.of(new Route.Leg(from, corner, Double.POSITIVE_INFINITY),
                        new Route.Leg(corner, to, Double.POSITIVE_INFINITY)));
            }
        };
        Group group = yard.staying(c -> c);
        yard.person("East", group, 12);
        yard.person("West", group, -20);
        yard.ask(yard.job(10, 0), 0);
        yard.allocation.give();
        yard.until(30);
        assertEquals(List.of("ready 10.0 by West"), yard.log);
    }

    /** The nearest would be taken for what anybody can do, and nobody be left for what only he can. */
    @Test
    void whoCanDoMoreIsLeftForWhatOthersCanNotDo() {
        Yard yard = new Yard();
        Group group = yard.staying(c -> c);
        yard.person("Ada", group, 0, true, false);
        yard.person("Bo", group, 9, true, true);
        Job both = yard.job(10, 0, new Job.Demand(0, 1), new Job.Demand(1, 1));
        yard.ask(both, 0);
        assertTrue(yard.allocation.give());
        assertEquals(List.of("Ada", "Bo"), both.resources().stream().map(Resource::name).toList());
        yard.until(10);
        assertEquals(List.of("ready 10.0 by Ada"), yard.log);
    }

    @Test
    void aChainOfExchangesIsFoundAndWhatNobodyCanDoWaits() {
        Yard yard = new Yard();
        Group group = yard.staying(c -> c);
        yard.person("Ada", group, 9, true, true);
        yard.person("Bo", group, 8, true, true);
        yard.person("Cy", group, 0, true, false);
        Job three = yard.job(10, 0, new Job.Demand(0, 1), new Job.Demand(1, 2));
        yard.ask(three, 0);
        yard.allocation.give();
        assertEquals(List.of("Cy", "Bo", "Ada"), three.resources().stream().map(Resource::name).toList());
        Yard few = new Yard();
        Group other = few.staying(c -> c);
        few.person("Ada", other, 9, true, true);
        few.person("Cy", other, 0, true, false);
        Job two = few.job(10, 0, new Job.Demand(1, 2));
        few.ask(two, 0);
        assertFalse(few.allocation.give());
    }

    /** Found by torture: he was called away, taken for the wrong part of the job, let go and called away again, without end. */
    @Test
    void whoIsCalledAwayIsTakenForWhatOnlyHeCanDo() {
        Yard yard = new Yard();
        Group group = yard.staying(c -> c);
        yard.person("Ada", group, 0, true, false);
        yard.person("Bo", group, 9, true, true);
        Job low = new Job(yard, new Job.Request(Job.Kind.WORK, Pose.at(9, 0, 0, 0), List.of(new Job.Demand(0, 1)), 0, true));
        yard.ask(low, 0);
        yard.allocation.give();
        yard.until(1);
        Job urgent = yard.job(10, 2, new Job.Demand(0, 1), new Job.Demand(1, 1));
        yard.ask(urgent, Yard.SECOND);
        assertTimeoutPreemptively(Duration.ofSeconds(10), () -> yard.allocation.give());
        yard.until(30);
        assertEquals(List.of("ready 9.0 by Bo", "left 9.0", "ready 10.0 by Ada"), yard.log);
    }

    @Test
    void eachComesInTurnOrTheLeastUsed() {
        Yard turns = new Yard();
        Group inTurn = turns.staying(c -> c.withRules(rules -> rules.withResourceRule(ResourceChoice.IN_TURN)).withSpeed(Optional.empty()));
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
        Group min = used.staying(c -> c.withRules(rules -> rules.withResourceRule(ResourceChoice.LEAST_USED)).withSpeed(Optional.empty()));
        used.person("A", min, 0);
        used.person("B", min, 0);
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
        for (JobChoice which : JobChoice.values()) {
            Yard yard = new Yard();
            yard.person("A", yard.staying(c -> c.withRules(rules -> rules.withJobRule(which))), 0);
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
            assertEquals(which == JobChoice.NEAREST ? "ready 15.0 by A" : "ready 30.0 by A", yard.log.getLast());
        }
    }

    @Test
    void olderGoesBeforeYoungerAndWhatWasAskedSinceAlwaysBeforeAll() {
        Yard yard = new Yard();
        Worker a = yard.person("A", yard.staying(Yard.atOnce()), 0);
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
        Worker a = yard.person("A", group, 0);
        Job both = yard.job(10, 0, new Job.Demand(0, 1), new Job.Demand(1, 1));
        yard.ask(both, 0);
        yard.allocation.give();
        assertNull(a.job(), "nobody has the second skill");
        Worker b = yard.person("B", group, 0, true, true);
        yard.ask(yard.job(5, 0), 1);
        yard.allocation.give();
        yard.until(11);
        assertSame(both, a.job());
        assertSame(both, b.job());
        assertEquals(0.6, Math.abs(a.pose().y() - b.pose().y()), 1e-9);
        yard.done(both);
        yard.until(30);
        assertTrue(yard.log.getLast().startsWith("ready 5.0 by "));
    }

    @Test
    void whoeverMustDoItIsWaitedForUnlessGoneHome() {
        Yard yard = new Yard();
        Group group = yard.staying(Yard.atOnce());
        yard.person("Z", group, 0, false, true);
        Worker b = yard.person("B", group, 0);
        Worker a = yard.person("A", group, 0);
        Job busy = yard.job(0, 0);
        yard.ask(busy, 0, a, Job.Insistence.NO);
        yard.allocation.give();
        assertSame(busy, a.job(), "preferred");
        Job only = yard.job(1, 0);
        yard.ask(only, 0, a, Job.Insistence.UNLESS_GONE);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, only.state(), "B is free, but A must do it");
        yard.done(busy);
        assertSame(only, a.job());
        yard.done(only);
        yard.allocation.duties().set(a, Hold.ON_BREAK, true);
        yard.ask(only, 0, a, Job.Insistence.UNLESS_GONE);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, only.state(), "from a break A comes back");
        yard.allocation.duties().set(a, Hold.OFF_SHIFT, true);
        yard.allocation.duties().set(a, Hold.ON_BREAK, false);
        yard.allocation.give();
        assertSame(only, b.job(), "A has gone home");
        yard.done(only);
        yard.ask(only, 0, a, Job.Insistence.YES);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, only.state());
        yard.allocation.duties().set(a, Hold.OFF_SHIFT, false);
        yard.allocation.give();
        assertSame(only, a.job());
    }

    @Test
    void whoHasNothingToDoGoesHomeAndMayBeCalledOnTheWay() {
        Yard yard = new Yard();
        Worker a = yard.person("A", yard.group(c -> c), 0);
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
        assertEquals(0, a.pose().x(), 1e-9);
        assertEquals(PersonState.WAITING, a.tally().state());
        assertEquals(20 + 5 + 15, a.tally().figures("A", 60 * Yard.SECOND).metres(), 1e-6);
        assertTrue(yard.moves.contains("A 20.0 to 0.0 in 20"), yard.moves.toString());
    }

    @Test
    void aJobNeedsSomebodyAndWhatIsDroppedIsFreeForOthers() {
        assertThrows(IllegalArgumentException.class, () -> new Job.Request(Job.Kind.WORK, Pose.at(0, 0, 0, 0), List.of(), 0, false));
        Yard yard = new Yard();
        Worker a = yard.person("A", yard.staying(c -> c), 0);
        Job one = yard.job(10, 0);
        yard.ask(one, 0);
        yard.allocation.drop(one);
        yard.allocation.give();
        assertNull(a.job());
        yard.ask(one, 0);
        yard.allocation.give();
        yard.until(4);
        yard.allocation.drop(one);
        assertEquals(4, a.pose().x(), 1e-9, "stops where it is");
        assertEquals(Job.State.IDLE, one.state());
        yard.until(30);
        assertEquals(List.of(), yard.log);
    }

    @Test
    void threeStandInTheMiddleToTheLeftAndToTheRightOfTheWayTheyFace() {
        Yard yard = new Yard();
        Group group = yard.staying(Yard.atOnce());
        List<Resource> three = List.of(yard.person("A", group, 0), yard.person("B", group, 0), yard.person("C", group, 0));
        yard.ask(yard.job(10, 0, new Job.Demand(0, 3)), 0);
        yard.allocation.give();
        assertEquals(List.of(0.0, 0.6, -0.6), three.stream().map(person -> person.pose().y()).toList());
    }

    @Test
    void whoeverIsOnTheWayIsWhereHeIsAlsoAcrossTheFloor() {
        Yard yard = new Yard();
        Worker a = yard.person("A", yard.staying(c -> c), 2);
        Job job = new Job(yard, new Job.Request(Job.Kind.WORK, Pose.at(32, 40, 0, 0), List.of(new Job.Demand(0, 1)), 0, false));
        yard.ask(job, 0);
        yard.allocation.give();
        yard.until(10);
        assertEquals(8, a.pose().x(), 1e-9);
        assertEquals(8, a.pose().y(), 1e-9);
        assertEquals(Math.toDegrees(Math.atan2(4, 3)), a.pose().heading(), 1e-9);
        assertEquals(40, ((Resource) a).metresTo(Pose.at(32, 40, 0, 0)), 1e-9);
        yard.allocation.drop(job);
        yard.allocation.give();
        yard.until(30);
        assertEquals(8, a.pose().x(), 1e-9, "he stays where he is when nobody asks for him any more");
        assertEquals(10, a.tally().figures("A", 30 * Yard.SECOND).metres(), 1e-9);
    }

    @Test
    void whoeverMustDoOnePartOfAJobIsWaitedForAndOthersDoTheRest() {
        Yard yard = new Yard();
        Group group = yard.staying(Yard.atOnce());
        Worker a = yard.person("A", group, 0, true, false);
        Worker b = yard.person("B", group, 0, true, true);
        Worker c = yard.person("C", group, 0, true, true);
        Job job = yard.job(0, 0, new Job.Demand(0, 1), new Job.Demand(1, 1));
        yard.ask(job, 0, c, Job.Insistence.YES);
        yard.allocation.give();
        assertEquals(List.of(c, b), job.resources(), "C for the first, B is the only one left for the second");
        yard.done(job);
        yard.allocation.duties().set(b, Hold.ON_BREAK, true);
        yard.ask(job, 0, c, Job.Insistence.YES);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, job.state(), "nobody but C could do the second");
        yard.allocation.drop(job);
        assertTrue(job.resources().isEmpty());
        yard.ask(job, 0, a, Job.Insistence.YES);
        yard.allocation.give();
        assertEquals(List.of(a, c), job.resources());
        yard.done(job);
        Job second = yard.job(0, 0, new Job.Demand(1, 1));
        yard.ask(second, 0, a, Job.Insistence.YES);
        yard.allocation.give();
        assertEquals(Job.State.ASKED, second.state(), "A can't");
    }

    @Test
    void theNearestIsTheOneWithTheShortestWayNotTheOneWhoIsNearestAsTheCrowFlies() {
        // A wall stands at 10: whoever is on the other side goes 100 m round it. Ways are only looked for where they may be shorter.
        Yard yard = new Yard();
        List<Double> lookedFor = new ArrayList<>();
        yard.router = new Router() {
            @Override
            public Route route(Pose from, Pose to) {
                lookedFor.add(from.x());
                boolean isWallBetween = from.x() < 10 != to.x() < 10;
                Pose round = Pose.at(10, 50, 0, 0);
                return isWallBetween
                        ? new Route(List.of(new Route.Leg(from, round, 9), new Route.Leg(round, to, 9)))
                        : Route.straight(from, to);
            }
        };
        Group group = yard.staying(c -> c);
        Worker beyond = yard.person("Beyond", group, 11);
        Worker here = yard.person("Here", group, -20);
        Worker far = yard.person("Far", group, -200);
        Job job = yard.job(8, 0);
        yard.ask(job, 0);
        yard.allocation.give();
        assertSame(job, here.job());
        assertTrue(beyond.isFree() && far.isFree());
        assertFalse(lookedFor.contains(-200.0), "who is too far off anyway is not asked for the way");
        yard.until(28);
        assertEquals(List.of("ready 8.0 by Here"), yard.log);
    }
}
