package rhombic.plant.doers;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import rhombic.plant.activity.Hold;
import rhombic.space.Pose;

class AllocationTest {
    private long now;
    private final Doer ann = new Doer("Ann", Set.of("weld", "repair"), 1, Pose.at(0, 0, 0, 0));
    private final Doer ben = new Doer("Ben", Set.of("weld"), 2, Pose.at(10, 0, 0, 0));
    private final List<String> given = new ArrayList<>();

    private Allocation group(Allocation.DoerRule doerRule, Allocation.JobRule jobRule) {
        return new Allocation(List.of(ann, ben), doerRule, jobRule, () -> now);
    }

    private Job job(String skill, double x, int priority, int doers, @Nullable Doer preferred) {
        return new Job(Job.What.WORK, Pose.at(x, 0, 0, 0), skill, doers, priority, now++, preferred,
                (job, who) -> given.add(who.stream().map(Doer::name).reduce((a, b) -> a + "+" + b).orElseThrow()));
    }

    private void finish(Allocation group, Job job) {
        job.begins();
        group.done(job);
    }

    @Test
    void theNearestWhoIsFreeAndAbleGetsTheJob() {
        Allocation group = group(Allocation.DoerRule.NEAREST, Allocation.JobRule.OLDEST);
        Job near = job("weld", 9, 0, 1, null);
        group.ask(near);
        group.ask(job("weld", 9, 0, 1, null));
        group.ask(job("weld", 9, 0, 1, null));
        assertEquals(List.of("Ben", "Ann"), given);
        assertEquals(1, group.waiting().size());
        finish(group, near);
        assertEquals(List.of("Ben", "Ann", "Ben"), given);
        assertEquals(5_000_000_000L, ben.nanosTo(Pose.at(0, 0, 0, 0)));
    }

    @Test
    void urgencyGoesBeforeAgeAndSkillsMustFit() {
        Allocation group = group(Allocation.DoerRule.IN_ORDER, Allocation.JobRule.OLDEST);
        Job first = job("repair", 0, 0, 1, null);
        group.ask(first);
        group.ask(job("repair", 0, 0, 1, null));
        Job urgent = job("repair", 0, 5, 1, null);
        group.ask(urgent);
        assertEquals(List.of("Ann"), given, "Ben can't repair");
        finish(group, first);
        assertEquals(Job.State.GIVEN, urgent.state());
    }

    @Test
    void whoIsPreferredGoesFirstIfFree() {
        Allocation group = group(Allocation.DoerRule.NEAREST, Allocation.JobRule.OLDEST);
        group.ask(job("weld", 0, 0, 1, ben));
        assertEquals(List.of("Ben"), given);
    }

    @Test
    void aJobForTwoIsGivenWhenBothAreFree() {
        Allocation group = group(Allocation.DoerRule.IN_TURN, Allocation.JobRule.OLDEST);
        Job single = job("weld", 0, 0, 1, null);
        group.ask(single);
        Job both = job("weld", 0, 9, 2, null);
        group.ask(both);
        assertEquals(Job.State.ASKED, both.state());
        finish(group, single);
        assertEquals(List.of("Ann", "Ben+Ann"), given, "in turn: who was given nothing yet comes first");
    }

    @Test
    void nobodyIsGivenAJobOnABreak() {
        Allocation group = group(Allocation.DoerRule.LEAST_USED, Allocation.JobRule.NEAREST);
        ann.holds().hold(Hold.ON_BREAK);
        Job one = job("repair", 0, 0, 1, null);
        group.ask(one);
        assertEquals(List.of(), given);
        ann.holds().release(Hold.ON_BREAK);
        group.lookAgain();
        assertEquals(List.of("Ann"), given);
        now += 100;
        assertEquals(100, ann.busyNanos(now) - ben.busyNanos(now));
    }

    @Test
    void aJobLivesInOrder() {
        Job job = job("weld", 0, 0, 1, null);
        assertThrows(IllegalStateException.class, job::begins);
        Allocation group = group(Allocation.DoerRule.IN_ORDER, Allocation.JobRule.OLDEST);
        group.ask(job);
        job.setsOut();
        job.begins();
        job.pauses();
        assertThrows(IllegalStateException.class, () -> group.done(job));
        job.begins();
        group.done(job);
        assertEquals(Job.State.DONE, job.state());
        assertThrows(IllegalArgumentException.class, () -> group.withdraw(job));
        Job never = job("paint", 0, 0, 1, null);
        group.ask(never);
        group.withdraw(never);
        assertEquals(List.of(), group.waiting());
    }

    /** Each does one job at a time, and nothing waits while enough are free and able. */
    @Property(tries = 200, seed = "20261125")
    void nothingWaitsForSomebodyWhoIsFreeAndAble(@ForAll long seed) {
        Random random = new Random(seed);
        List<Doer> doers = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            doers.add(new Doer("D" + i, random.nextBoolean() ? Set.of("a") : Set.of("a", "b"), 1, Pose.at(random.nextInt(9), 0, 0, 0)));
        }
        Allocation group = new Allocation(doers, Allocation.DoerRule.values()[random.nextInt(4)],
                Allocation.JobRule.values()[random.nextInt(2)], () -> now);
        List<Job> under = new ArrayList<>();
        for (int step = 0; step < 80; step++) {
            now++;
            if (random.nextBoolean() || under.isEmpty()) {
                group.ask(new Job(Job.What.CARRY, Pose.at(random.nextInt(9), 0, 0, 0), random.nextBoolean() ? "a" : "b",
                        1 + random.nextInt(2), random.nextInt(3), now, null, (job, who) -> under.add(job)));
            } else {
                Job done = under.remove(random.nextInt(under.size()));
                done.begins();
                group.done(done);
            }
            for (Job waiting : group.waiting()) {
                long able = doers.stream().filter(doer -> doer.isFree() && doer.can(waiting)).count();
                assertTrue(able < waiting.doersNeeded(), "a job waits though " + able + " are free");
            }
            long busy = doers.stream().filter(doer -> !doer.isFree()).count();
            assertEquals(under.stream().mapToInt(Job::doersNeeded).sum(), busy);
        }
    }
}
