package rhombic.plant.resource;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Simulator;
import rhombic.measure.tally.SkillTally;
import rhombic.plant.activity.Hold;
import rhombic.plant.route.AisleUse;
import rhombic.space.Pose;
import rhombic.study.place.DriverPlace;

/** Brings the jobs and the resources of a plant together. */
public final class Allocation {
    private static final double BESIDE_METRES = 0.6;

    private final Simulator simulator;
    private final List<SkillTally> tallies;
    private final List<Resource> resources = new ArrayList<>();
    /** Jobs that wait, the one to be looked at first in front: highest priority, then oldest, then first asked. */
    private final List<Job> asked = new ArrayList<>();
    /** Jobs from which resources may be called away. */
    private final List<Job> yielding = new ArrayList<>();
    private final Choice choice;
    private final Duties duties = new Duties(this);
    private final AisleUse use = new AisleUse();
    private long given;
    private long sequence;
    private boolean changed;
    private boolean isGiving;
    private Runnable wake = () -> {};

    /** @param tallies one for each skill */
    public Allocation(Simulator simulator, List<SkillTally> tallies) {
        this.simulator = simulator;
        this.tallies = tallies;
        choice = new Choice(resources, tallies.size(), this::now);
    }

    /** Called by whoever runs events of resources, after one has come somewhere. */
    public void whenSomethingHappened(Runnable settle) {
        wake = settle;
    }

    public Group group(String name, Group.Ways ways, Group.Rules rules) {
        return new Group(this, name, ways, rules, choice.rule(rules));
    }

    /**
     * That resource moves only with a driver from now on; told before it is added.
     *
     * @param place where who drives it is
     */
    public void needsDriver(Resource resource, Job.Demand driver, DriverPlace place) {
        resource.isDrivenFrom(new Cab(this, resource, driver, place));
    }

    /** Some jobs suit some resources only, though they have the skill: their owners are asked. */
    public void lookAtEach() {
        choice.lookAtEach();
    }

    /** One more resource, which is free; its number is how many there are so far. */
    public void add(Resource resource) {
        assert resource.number == resources.size() : "resources are added in the order of their numbers";
        resources.add(resource);
        resource.group().onAdded(resource);
        choice.add(resource);
        Pose home = resource.pose();
        choice.stands(resource, home.x(), home.y());
        onFree(resource);
        changed |= resource.leavesHomeAtOnce();
    }

    public List<Resource> resources() {
        return resources;
    }

    long now() {
        return simulator.nowNanos();
    }

    Simulator simulator() {
        return simulator;
    }

    /** It has nothing to do from now on, and could do something. */
    void onFree(Resource person) {
        choice.addFree(person);
        duties.onFree(person);
    }

    /** It may do nothing for now. */
    void onHeld(Resource person) {
        choice.removeFree(person);
    }

    /** Counts who has gone along which aisle. */
    public AisleUse use() {
        return use;
    }

    /** Who may do something, and who may not. */
    public Duties duties() {
        return duties;
    }

    /** Somebody stands there now, or walks: then it is not a number. */
    void stands(Resource person, double x, double y) {
        choice.stands(person, x, y);
    }

    // ---- what sites ask

    /** Asks for a job that is idle; it is given when this instant has settled, at the earliest. */
    public void ask(Job job) {
        if (job.state != Job.State.IDLE) {
            throw new IllegalStateException("A job that is " + job.state + " can't be asked for");
        }
        ask(job, sequence++);
    }

    /** @param place among those asked for of the same priority since the same time */
    private void ask(Job job, long place) {
        job.state = Job.State.ASKED;
        job.sequence = place;
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

    /** Nobody asks for the job any more, however far it has come; its resources are free. */
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
        job.resources.forEach(Resource::onJobDone);
        release(job);
    }

    /**
     * The job goes on elsewhere with the same resources; {@link Job.Owner#onReady} tells when all are there.
     *
     * @param loaded whether they bring something there
     */
    public void goOn(Job job, Pose location, boolean loaded) {
        assert job.state == Job.State.BEGUN : "only what was begun goes on";
        travel(job, location, loaded ? Resource.Doing.BRINGING : Resource.Doing.GOING);
    }

    /** Those who do the job take something up, set something down, or neither. */
    public void showHandling(Job job, boolean takesUp, boolean setsDown) {
        Resource.Doing doing = takesUp ? Resource.Doing.TAKING_UP : setsDown ? Resource.Doing.SETTING_DOWN : Resource.Doing.AT_WORK;
        job.resources.forEach(person -> person.setDoing(doing));
    }

    /** Those who are on the way to the job go elsewhere first. */
    public void redirect(Job job, Pose location) {
        assert job.state == Job.State.ON_THE_WAY : "only who is on the way can be sent elsewhere";
        travel(job, location, Resource.Doing.GOING);
    }

    /** Something has changed that may make a job possible. */
    public void noteChange() {
        changed = true;
    }

    /** The length of the way from one to the other for who does the job. */
    public double metres(Job job, Pose from, Pose to) {
        return job.resources.getFirst().group().router().metres(from, to);
    }

    /** How many people there are who can do that, on duty or not. */
    public int countSkilled(Job.Demand demand) {
        return (int) resources.stream().filter(demand::isMetBy).count();
    }

    private void release(Job job) {
        long now = now();
        for (Job.Demand demand : job.demands()) {
            tallies.get(demand.skill()).addBusy(job.givenNanos, now, demand.people());
        }
        Resource[] free = job.resources.toArray(new Resource[0]);
        job.resources.clear();
        job.state = Job.State.IDLE;
        job.missing = 0;
        yielding.remove(job);
        for (Resource person : free) {
            person.job = null;
            if (person.where().aim() == Whereabouts.Aim.JOB || person.isAwaitingDriver()) {
                person.stop(false);
            }
            if (!person.holds().isHeld() && person.needsRest()) {
                person.holds().hold(Hold.ENERGY);
            }
            if (person.holds().isHeld()) {
                duties.goOff(person);
            } else {
                onFree(person);
                person.setDoing(Resource.Doing.WAITING);
            }
        }
        changed = true;
    }

    /** Counts what those who do something have done up to now. */
    public void bookRunning() {
        long now = now();
        for (Resource person : resources) {
            Job job = person.job;
            if (job != null && job.resources.getFirst() == person) {
                for (Job.Demand demand : job.demands()) {
                    tallies.get(demand.skill()).addBusy(job.givenNanos, now, demand.people());
                }
                job.givenNanos = now;
            }
        }
    }

    // ---- giving

    /** Whether anything has changed since all that could be given was given. */
    public boolean isDue() {
        return changed;
    }

    /** Gives all that can be given; called when an instant has settled. Says whether anything was given, or more may be. */
    public boolean give() {
        if (!changed) {
            return false;
        }
        changed = false;
        isGiving = true;
        boolean any = false;
        Job next = next();
        while (next != null) {
            any = true;
            giveTo(next);
            next = next();
        }
        assert asked.stream().noneMatch(job -> choice.commitFor(job) && job.owner.isPossible(job))
                : "a job waits for somebody who is free and able";
        duties.sendIdle(choice.takePassedOver());
        isGiving = false;
        return any || changed; // who drove home what is idle may be given something else
    }

    /** The job that is given next, with those chosen for it; null if none can be. */
    private @Nullable Job next() {
        for (int i = 0; i < asked.size(); i++) {
            Job job = asked.get(i);
            if (choice.canBeMadeFor(job) && job.owner.isPossible(job) && choice.commitFor(job)) {
                return best(job, i);
            }
            if (!yielding.isEmpty() && callAway(job) && choice.commitFor(job)) {
                return job;
            }
        }
        return null;
    }

    /** The one that who would do the job does first by the rule of its group, of the same priority. */
    private Job best(Job first, int at) {
        Resource person = choice.chosen().getFirst();
        JobRule rule = person.group().jobRule;
        if (rule.isFirstInLine() || first.isFirst()) {
            return first;
        }
        Job best = first;
        double min = Double.NaN; // reckoned once there is another that could be done
        for (int i = at + 1; i < asked.size() && asked.get(i).priority() == first.priority(); i++) {
            Job other = asked.get(i);
            if (!choice.canBeMadeFor(other) || !other.owner.isPossible(other)) {
                continue;
            }
            min = Double.isNaN(min) ? rule.rank(person, first) : min;
            double rank = rule.rank(person, other);
            if (rank < min && choice.commitFor(other) && choice.chosen().contains(person)) {
                best = other;
                min = rank;
            }
        }
        if (!Double.isNaN(min)) {
            boolean asBefore = choice.commitFor(best); // another may have been looked at since
            assert asBefore : "who could do it can't any more";
        }
        return best;
    }

    /** Calls resources away from the least urgent that yields and is less urgent than the job; says whether any could be. */
    private boolean callAway(Job job) {
        Job min = yielding.stream()
                .filter(other -> other.priority() < job.priority() && other.state == Job.State.BEGUN && other.resources.stream()
                        .anyMatch(person -> !person.holds().isHeld()
                                && job.request().demands().stream().anyMatch(demand -> demand.isMetBy(person))))
                .min(Comparator.comparingInt(Job::priority)).orElse(null);
        if (min == null || !job.owner.isPossible(job) || !canDo(job, min)) {
            return false;
        }
        handBack(min);
        return true;
    }

    /** Whether the job would have all it needs with the resources of the other, chosen as it would be chosen then. */
    private boolean canDo(Job job, Job other) {
        List<Resource> lent = other.resources.stream().filter(person -> !person.holds().isHeld()).toList();
        lent.forEach(choice::addFree);
        boolean can = choice.commitFor(job);
        lent.forEach(choice::removeFree);
        return can;
    }

    /** The job is given now if it can be, with the one that is just being given; else when this instant has settled. */
    void giveWithOther(Job job) {
        if (isGiving && job.state == Job.State.ASKED && choice.commitFor(job)) {
            giveTo(job);
        }
    }

    /** Whether anybody is free who could be given for it. */
    boolean isAnyFree(Job.Demand demand) {
        return choice.isAnyFree(demand);
    }

    private void giveTo(Job job) {
        long now = now();
        asked.remove(job);
        job.state = Job.State.ON_THE_WAY;
        job.givenNanos = now;
        job.resources.addAll(choice.chosen());
        if (job.request().preemptible()) {
            yielding.add(job);
        }
        for (Resource person : job.resources) {
            assert person.isFree() : person.name() + " is given a job while not free";
            choice.removeFree(person);
            person.job = job;
            person.lastGiven = given++;
        }
        job.owner.onGiven(job);
        travel(job, job.location(), Resource.Doing.GOING);
    }

    private void travel(Job job, Pose location, Resource.Doing meanwhile) {
        job.state = Job.State.ON_THE_WAY;
        job.missing = 0;
        for (int i = 0; i < job.resources.size(); i++) {
            Resource person = job.resources.get(i);
            if (!person.goTo(spot(job, person, location, i), Whereabouts.Aim.JOB, meanwhile == Resource.Doing.BRINGING)) {
                job.missing++;
                person.setDoing(meanwhile);
            } else {
                person.setDoing(Resource.Doing.STANDING_BY);
            }
        }
        if (job.missing == 0) {
            begin(job);
        }
    }

    /** Who carries stands as far from where it takes up as it reaches. */
    private static Pose spot(Job job, Resource person, Pose location, int number) {
        if (job.request().kind() != Job.Kind.CARRY) {
            return beside(location, number);
        }
        double back = person.backMetres();
        Pose beside = beside(location, number);
        Pose stop = person.group().router().stop(beside);
        return back == 0 || !stop.equals(beside) ? stop : beside.of(Pose.at(-back, 0, 0, 0));
    }

    /** Several do not stand in one place: the second stands to the left of the first, the third to its right, and so on. */
    private static Pose beside(Pose location, int number) {
        int side = (number + 1) / 2 * (number % 2 == 1 ? 1 : -1);
        return number == 0 ? location : location.of(Pose.at(0, side * BESIDE_METRES, 0, 0));
    }

    private void begin(Job job) {
        if (!job.wasBegun) {
            job.wasBegun = true;
            for (Job.Demand demand : job.demands()) {
                tallies.get(demand.skill()).onArrived(now(), now() - job.waitingSince());
            }
        }
        job.state = Job.State.BEGUN;
        job.resources.forEach(person -> person.setDoing(Resource.Doing.AT_WORK));
        changed |= job.request().preemptible(); // from now on they can be called away
        job.owner.onReady(job);
    }

    /** A resource has come to where it went. */
    void onArrived(Resource person) {
        arrive(person);
        wake.run();
    }

    /** The same where what follows is seen to anyway. */
    void arrive(Resource person) {
        Whereabouts.Aim why = person.where().takeAim();
        Job job = person.job;
        if (why == Whereabouts.Aim.JOB && job != null) {
            person.setDoing(Resource.Doing.STANDING_BY);
            if (--job.missing == 0) {
                begin(job);
            }
        } else if (job == null) {
            if (person.isFree() || person.isRestingForEnergy()) {
                person.setDoing(Resource.Doing.WAITING);
            }
            person.rest();
        }
    }

    /** A resource that was called off has braked. */
    void onStopped(Resource person) {
        if (person.isFree()) {
            person.setDoing(Resource.Doing.WAITING);
            duties.goesToWait(person);
        }
        wake.run();
    }

    /** The job is asked for again, and goes on with whoever gets it. */
    void handBack(Job job) {
        boolean begun = job.state == Job.State.BEGUN;
        Resource first = job.resources.getFirst();
        if (begun) {
            job.owner.onLeft(job);
        }
        release(job);
        if (!job.insistence()) {
            job.setPreferred(first);
        }
        job.startWaiting(now());
        job.owner.onReturned(job);
        ask(job, job.sequence); // before others of the same age
    }

    /** A resource is on duty again, and comes back to the job that it has left. */
    void comeBack(Resource person, Job job) {
        if (person.goTo(spot(job, person, job.location(), job.resources.indexOf(person)), Whereabouts.Aim.JOB, false)) {
            person.setDoing(Resource.Doing.STANDING_BY);
            if (--job.missing == 0) {
                begin(job);
            }
        } else {
            person.setDoing(Resource.Doing.GOING);
        }
    }
}
