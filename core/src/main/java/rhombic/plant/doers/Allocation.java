package rhombic.plant.doers;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Simulator;
import rhombic.measure.SkillTally;
import rhombic.plant.activity.Hold;
import rhombic.space.Pose;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.kind.Crew;
import rhombic.study.value.PersonState;

/** Brings the jobs and the doers of a plant together. */
public final class Allocation {
    private static final double BESIDE_METRES = 0.6;

    private final Simulator simulator;
    private final Doer.@Nullable Watcher watcher;
    private final List<SkillTally> tallies;
    private final List<Doer> doers = new ArrayList<>();
    /** Jobs that wait, the one to be looked at first in front: highest priority, then oldest, then first asked. */
    private final List<Job> asked = new ArrayList<>();
    /** Jobs from which doers may be called away. */
    private final List<Job> yielding = new ArrayList<>();
    /** Those who have become free and may have to go home. */
    private final List<Doer> idle = new ArrayList<>();
    private final Choice choice;
    private long given;
    private long sequence;
    private boolean changed;
    private Runnable wake = () -> {};

    /** @param tallies one for each skill */
    public Allocation(Simulator simulator, Doer.@Nullable Watcher watcher, List<SkillTally> tallies) {
        this.simulator = simulator;
        this.watcher = watcher;
        this.tallies = tallies;
        choice = new Choice(doers, tallies.size(), this::now);
    }

    /** Called by whoever runs events of doers, after one has come somewhere. */
    public void whenSomethingHappened(Runnable settle) {
        wake = settle;
    }

    public Group group(Crew crew, double speed, @Nullable Pose breakArea) {
        choice.knows(crew.personRule());
        return new Group(this, crew.name(), speed, crew, breakArea);
    }

    public Doer add(String name, Group group, boolean[] skills, double factor, Pose home) {
        choice.expects(doers.size() + 1);
        Doer doer = new Doer(doers.size(), name, group, skills, factor, home);
        doers.add(doer);
        becomesFree(doer);
        return doer;
    }

    public List<Doer> doers() {
        return doers;
    }

    long now() {
        return simulator.nowNanos();
    }

    Simulator simulator() {
        return simulator;
    }

    Doer.@Nullable Watcher watcher() {
        return watcher;
    }

    private void becomesFree(Doer doer) {
        choice.isFree(doer);
        if (doer.group().goesHome) {
            idle.add(doer);
        }
    }

    /** Somebody stands there now, or walks: then it is not a number. */
    void stands(Doer doer, double x, double y) {
        choice.stands(doer, x, y);
    }

    // ---- what sites ask

    /** Asks for a job that is idle; it is given when this instant has settled, at the earliest. */
    public void ask(Job job) {
        if (job.state != Job.State.IDLE) {
            throw new IllegalStateException("A job that is " + job.state + " can't be asked for");
        }
        job.state = Job.State.ASKED;
        job.sequence = sequence++;
        int at = asked.size();
        while (at > 0 && comesBefore(job, asked.get(at - 1))) {
            at--;
        }
        asked.add(at, job);
        changed = true;
    }

    private static boolean comesBefore(Job one, Job other) {
        if (one.priority() != other.priority()) {
            return one.priority() > other.priority();
        }
        return one.askedNanos() != other.askedNanos() ? one.askedNanos() < other.askedNanos() : one.sequence < other.sequence;
    }

    /** Nobody asks for the job any more, however far it has come; its doers are free. */
    public void drop(Job job) {
        switch (job.state) {
            case IDLE -> {}
            case ASKED -> {
                asked.remove(job);
                job.state = Job.State.IDLE;
            }
            case ON_THE_WAY, BEGUN, PAUSED -> release(job);
        }
    }

    /** The job is done. */
    public void done(Job job) {
        if (job.state != Job.State.BEGUN) {
            throw new IllegalStateException("Only a job that has begun can be done; this one is " + job.state);
        }
        job.doers.forEach(Doer::hasDone);
        release(job);
    }

    /** The job goes on elsewhere with the same doers; {@link Job.Site#ready} tells when all are there. */
    public void goOn(Job job, Pose where) {
        assert job.state == Job.State.BEGUN : "only what was begun goes on";
        travel(job, where, PersonState.CARRYING);
    }

    /** How many people there are who can do that, on duty or not. */
    public int able(Job.Demand demand) {
        return (int) doers.stream().filter(doer -> doer.can(demand.skill())).count();
    }

    /** How long the first of its doers needs to get there. */
    public long nanosTo(Job job, Pose where) {
        Doer doer = job.doers.getFirst();
        return doer.group().nanosFor(doer.metresTo(where));
    }

    private void release(Job job) {
        long now = now();
        for (Job.Demand demand : job.demands()) {
            tallies.get(demand.skill()).wasBusy(job.givenNanos, now, demand.people());
        }
        Doer[] free = job.doers.toArray(new Doer[0]);
        job.doers.clear();
        job.state = Job.State.IDLE;
        job.missing = 0;
        yielding.remove(job);
        for (Doer doer : free) {
            doer.job = null;
            if (doer.aim == Doer.Aim.JOB) {
                doer.stop();
            }
            if (doer.holds().isHeld()) {
                goesOff(doer);
            } else {
                becomesFree(doer);
                doer.become(PersonState.WAITING);
            }
        }
        changed = true;
    }

    /** Counts what those who do something have done up to now. */
    public void bookRunning() {
        long now = now();
        for (Doer doer : doers) {
            Job job = doer.job;
            if (job != null && job.doers.getFirst() == doer) {
                for (Job.Demand demand : job.demands()) {
                    tallies.get(demand.skill()).wasBusy(job.givenNanos, now, demand.people());
                }
                job.givenNanos = now;
            }
        }
    }

    // ---- giving

    /** Gives all that can be given; called when an instant has settled. Says whether anything was given. */
    public boolean give() {
        if (!changed) {
            return false;
        }
        changed = false;
        boolean any = false;
        Job next = next();
        while (next != null) {
            any = true;
            giveTo(next);
            next = next();
        }
        assert asked.stream().noneMatch(choice::isMadeFor) : "a job waits for somebody who is free and able";
        for (int i = 0; i < idle.size(); i++) {
            Doer doer = idle.get(i);
            if (doer.isFree() && !doer.isWalking()) {
                goesToWait(doer);
            }
        }
        idle.clear();
        return any;
    }

    /** The job that is given next, with those chosen for it; null if none can be. */
    private @Nullable Job next() {
        for (int i = 0; i < asked.size(); i++) {
            Job job = asked.get(i);
            if (choice.isMadeFor(job)) {
                return nearest(job, i);
            }
            if (!yielding.isEmpty() && callAway(job) && choice.isMadeFor(job)) {
                return job;
            }
        }
        return null;
    }

    /** If the one who would do the job goes by what is nearest: that one, of the same priority. */
    private Job nearest(Job first, int at) {
        Doer doer = choice.chosen().getFirst();
        if (doer.group().which != Crew.JobRule.NEAREST || first.comesFirst()) {
            return first;
        }
        Job best = first;
        double metres = -1; // reckoned once there is another that could be done
        for (int i = at + 1; i < asked.size() && asked.get(i).priority() == first.priority(); i++) {
            Job other = asked.get(i);
            if (!choice.mayBeMadeFor(other)) {
                continue;
            }
            metres = metres < 0 ? doer.metresTo(first.where()) : metres;
            if (doer.metresTo(other.where()) < metres && choice.isMadeFor(other) && choice.chosen().contains(doer)) {
                best = other;
                metres = doer.metresTo(other.where());
            }
        }
        if (metres >= 0) {
            boolean asBefore = choice.isMadeFor(best); // another may have been looked at since
            assert asBefore : "who could do it can't any more";
        }
        return best;
    }

    /** Calls doers away from the least urgent that yields and is less urgent than the job; says whether any could be. */
    private boolean callAway(Job job) {
        Job least = yielding.stream()
                .filter(other -> other.priority() < job.priority() && other.state == Job.State.BEGUN && other.doers.stream()
                        .anyMatch(doer -> !doer.holds().isHeld() && job.order().demands().stream().anyMatch(d -> doer.can(d.skill()))))
                .min(Comparator.comparingInt(Job::priority)).orElse(null);
        if (least == null || !wouldDo(job, least)) {
            return false;
        }
        handBack(least);
        return true;
    }

    /** Whether the job would have all it needs with the doers of the other. */
    private boolean wouldDo(Job job, Job other) {
        List<Doer> taken = new ArrayList<>();
        for (Job.Demand demand : job.demands()) {
            List<Doer> able = doers.stream().filter(doer -> doer.isFree() || !doer.holds().isHeld() && other.doers.contains(doer))
                    .filter(doer -> doer.can(demand.skill()) && !taken.contains(doer)).limit(demand.people()).toList();
            if (able.size() < demand.people()) {
                return false;
            }
            taken.addAll(able);
        }
        return !job.insists() || other.doers.contains(job.preferred());
    }

    private void giveTo(Job job) {
        long now = now();
        asked.remove(job);
        job.state = Job.State.ON_THE_WAY;
        job.givenNanos = now;
        job.doers.addAll(choice.chosen());
        if (job.order().yields()) {
            yielding.add(job);
        }
        for (Doer doer : job.doers) {
            assert doer.isFree() : doer.name() + " is given a job while not free";
            choice.isFreeNoLonger(doer);
            doer.job = job;
            doer.lastGiven = given++;
        }
        travel(job, job.where(), PersonState.WALKING);
    }

    private void travel(Job job, Pose where, PersonState while2) {
        job.state = Job.State.ON_THE_WAY;
        job.missing = 0;
        for (int i = 0; i < job.doers.size(); i++) {
            Doer doer = job.doers.get(i);
            if (!doer.goTo(beside(where, i), Doer.Aim.JOB)) {
                job.missing++;
                doer.become(while2);
            } else {
                doer.become(PersonState.STANDING_BY);
            }
        }
        if (job.missing == 0) {
            begins(job);
        }
    }

    /** Several do not stand in one place: the second stands to the left of the first, the third to its right, and so on. */
    private static Pose beside(Pose where, int number) {
        int side = (number + 1) / 2 * (number % 2 == 1 ? 1 : -1);
        return number == 0 ? where : where.of(Pose.at(0, side * BESIDE_METRES, 0, 0));
    }

    private void begins(Job job) {
        if (!job.wasBegun) {
            job.wasBegun = true;
            for (Job.Demand demand : job.demands()) {
                tallies.get(demand.skill()).comes(now() - job.waitsSince());
            }
        }
        job.state = Job.State.BEGUN;
        job.doers.forEach(doer -> doer.become(job.order().what().state));
        job.site.ready(job);
    }

    /** A doer has come to where it went. */
    void arrived(Doer doer) {
        Doer.Aim why = doer.aim;
        doer.aim = Doer.Aim.NOTHING;
        Job job = doer.job;
        if (why == Doer.Aim.JOB && job != null) {
            doer.become(PersonState.STANDING_BY);
            if (--job.missing == 0) {
                begins(job);
            }
        } else if (doer.isFree()) {
            doer.become(PersonState.WAITING);
        }
        wake.run();
    }

    private void goesToWait(Doer doer) {
        if (doer.metresTo(doer.home()) > 1e-9) {
            boolean there = doer.goTo(doer.home(), Doer.Aim.REST);
            doer.become(there ? PersonState.WAITING : PersonState.WALKING);
        }
    }

    // ---- duty

    /** Somebody's shift or break begins or ends, or what he works with breaks or is mended. */
    public void duty(Doer doer, Hold reason, boolean off) {
        boolean was = doer.holds().isHeld();
        if (off) {
            if (!was && doer.job == null) {
                choice.isFreeNoLonger(doer);
            }
            doer.holds().hold(reason);
            Job job = doer.job;
            if (job == null || was && job.state == Job.State.PAUSED) {
                goesOff(doer);
            } else if (!was) {
                leaves(doer, job, reason);
            }
        } else {
            doer.holds().release(reason);
            if (doer.holds().isHeld()) {
                if (doer.job == null || doer.job.state == Job.State.PAUSED) {
                    goesOff(doer);
                }
            } else {
                comesBack(doer);
            }
        }
        changed = true;
    }

    private void leaves(Doer doer, Job job, Hold reason) {
        boolean isUnderWay = job.state == Job.State.BEGUN || job.state == Job.State.PAUSED || job.wasBegun;
        if (isUnderWay && !job.site.mayLeave(job)) {
            return; // what is in hand is brought there first
        }
        if (!isUnderWay || job.order().what() == Job.What.CARRY) {
            handBack(job);
            return;
        }
        AtShiftEnd then = doer.group().whenOver;
        if (reason == Hold.DOWN && then == AtShiftEnd.FINISH) {
            then = AtShiftEnd.STOP; // with a broken tool nothing is finished
        }
        switch (then) {
            case FINISH -> {}
            case HAND_OVER -> handBack(job);
            case STOP -> {
                if (job.state == Job.State.BEGUN) {
                    job.state = Job.State.PAUSED;
                    job.site.left(job);
                    job.doers.forEach(other -> other.become(PersonState.STANDING_BY));
                }
                if (doer.aim != Doer.Aim.JOB) {
                    job.missing++;
                }
                job.state = Job.State.PAUSED;
                goesOff(doer);
            }
        }
    }

    /** The job is asked for again, and goes on with whoever gets it. */
    private void handBack(Job job) {
        boolean begun = job.state == Job.State.BEGUN;
        Doer first = job.doers.getFirst();
        if (begun) {
            job.site.left(job);
        }
        release(job);
        if (!job.insists()) {
            job.prefers(first);
        }
        job.waitsFrom(now());
        ask(job);
    }

    /** Goes home or to the break area; with nothing but a broken tool it stays where it is. */
    private void goesOff(Doer doer) {
        boolean home = doer.isOffShift();
        if (!home && !doer.holds().isHeldBy(Hold.ON_BREAK)) {
            doer.stop();
            doer.become(PersonState.DOWN);
            return;
        }
        doer.become(home ? PersonState.OFF_SHIFT : PersonState.ON_BREAK);
        Pose area = doer.group().breakArea;
        Pose rest = home || area == null ? doer.home() : area;
        if (doer.metresTo(rest) > 1e-9) {
            doer.goTo(rest, Doer.Aim.REST);
        }
    }

    private void comesBack(Doer doer) {
        Job job = doer.job;
        if (job == null) {
            becomesFree(doer);
            doer.become(doer.isWalking() ? PersonState.WALKING : PersonState.WAITING);
            return;
        }
        if (job.state == Job.State.PAUSED) {
            if (doer.goTo(beside(job.where(), job.doers.indexOf(doer)), Doer.Aim.JOB)) {
                doer.become(PersonState.STANDING_BY);
                if (--job.missing == 0) {
                    begins(job);
                }
            } else {
                doer.become(PersonState.WALKING);
            }
        }
    }
}
