package rhombic.plant.staff;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.doers.Allocation;
import rhombic.plant.doers.Doer;
import rhombic.plant.doers.Job;
import rhombic.plant.run.Run;
import rhombic.plant.work.Place;
import rhombic.space.Pose;

/** The people at one place: asked for, there, called away. Of a place that never needs anybody there is none. */
public final class Manning implements Job.Site {
    /**
     * Who is needed for one step of what a place does.
     *
     * @param part of the time for which they stay, from its beginning, above 0 to 1
     */
    public record Order(Job.What what, List<Job.Demand> demands, int priority, boolean yields, double part) {}

    /** The place at which they work. */
    public interface Place {
        /** Those who are needed have come, after so long. */
        void peopleAreThere(long waitedNanos);

        /** Somebody who is needed had to go. */
        void peopleLeft();
    }

    private final Run run;
    private final Staff staff;
    private final Allocation allocation;
    private final Place place;
    private final Pose where;
    private final Job job;
    private @Nullable Order order;
    private Order ofOrder;
    private Job.Order jobOrder;
    private boolean isThere;
    private int lastPerson = -1;
    private long since;
    private long asked;
    private Job.Insists insists = Job.Insists.NO;
    private @Nullable Doer wanted;

    public Manning(Run run, Staff staff, Place place, Pose where, Order first) {
        this.run = run;
        this.staff = staff;
        allocation = staff.allocation();
        this.place = place;
        this.where = where;
        ofOrder = first;
        jobOrder = of(first);
        job = new Job(this, jobOrder);
    }

    private Job.Order of(Order given) {
        return new Job.Order(given.what, where, given.demands, given.priority, given.yields);
    }

    /** What is asked for is mostly what was asked for before. */
    private Job.Order orderHere(Order given) {
        if (given != ofOrder) {
            ofOrder = given;
            jobOrder = of(given);
        }
        return jobOrder;
    }

    /** Whether those who are needed for that are there already. */
    public boolean isManned(Order wantedOrder) {
        return isThere && wantedOrder.equals(order);
    }

    /** Whether people are needed who are not there. */
    public boolean isMissing() {
        return order != null && !isThere;
    }

    /** The first of those who are there; null if nobody is. */
    @Nullable
    public Doer first() {
        return isThere ? job.doers().getFirst() : null;
    }

    public double factor() {
        return isThere ? job.factor() : 1;
    }

    /** Number of who did it last; negative if nobody ever did. */
    public int lastPerson() {
        return lastPerson;
    }

    /**
     * Asks for them.
     *
     * @param askedNanos since when what is to be done waits
     * @param who should do it; null: as the crew has it
     */
    public void ask(Order newOrder, long askedNanos, @Nullable Doer who, Job.Insists only, boolean held) {
        order = newOrder;
        asked = askedNanos;
        insists = only;
        wanted = who;
        since = run.now();
        if (!held) {
            askNow();
        }
    }

    private void askNow() {
        Order now = order;
        if (now != null) {
            Doer before = wanted == null && lastPerson >= 0 && staff.prefersSame(lastPerson)
                    ? staff.doer(lastPerson)
                    : wanted;
            job.becomes(orderHere(now), asked, run.now(), before, insists);
            allocation.ask(job);
        }
    }

    /** What they are needed for is done; they are free. */
    public void done() {
        if (isThere) {
            isThere = false;
            order = null;
            allocation.done(job);
        } else {
            drop();
        }
    }

    /** They are not needed any more. */
    public void drop() {
        order = null;
        isThere = false;
        allocation.drop(job);
    }

    /** The place stands still: whoever is there or comes is free until it goes on. */
    public void sendAway() {
        if (isThere) {
            since = run.now();
            wanted = job.doers().getFirst();
        }
        isThere = false;
        allocation.drop(job);
    }

    /** The place goes on. */
    public void askAgain() {
        if (order != null && job.state() == Job.State.IDLE) {
            askNow();
        }
    }

    @Override
    public void ready(Job given) {
        isThere = true;
        lastPerson = given.doers().getFirst().number;
        place.peopleAreThere(run.now() - since);
    }

    @Override
    public void left(Job given) {
        isThere = false;
        since = run.now();
        place.peopleLeft();
    }
}
