package rhombic.plant;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.doers.Allocation;
import rhombic.plant.doers.Doer;
import rhombic.plant.doers.Job;
import rhombic.space.Pose;

/** The people at one place: asked for, there, called away. Of a place that never needs anybody there is none. */
final class Manning implements Job.Site {
    /**
     * Who is needed for one step of what a place does.
     *
     * @param part of the time for which they stay, from its beginning, above 0 to 1
     */
    record Order(Job.What what, List<Job.Demand> demands, int priority, boolean yields, double part) {}

    private final Plant plant;
    private final Allocation allocation;
    private final Place place;
    private final Pose where;
    private final Job job;
    private @Nullable Order order;
    private boolean isThere;
    private int lastPerson = -1;
    private long since;
    private long asked;
    private Job.Insists insists = Job.Insists.NO;
    private @Nullable Doer wanted;

    Manning(Plant plant, Allocation allocation, Place place, Pose where, Order first) {
        this.plant = plant;
        this.allocation = allocation;
        this.place = place;
        this.where = where;
        job = new Job(this, of(first));
    }

    private Job.Order of(Order given) {
        return new Job.Order(given.what, where, given.demands, given.priority, given.yields);
    }

    /** Whether those who are needed for that are there already. */
    boolean isManned(Order wantedOrder) {
        return isThere && wantedOrder.equals(order);
    }

    /** Whether people are needed who are not there. */
    boolean isMissing() {
        return order != null && !isThere;
    }

    /** The first of those who are there; null if nobody is. */
    @Nullable
    Doer first() {
        return isThere ? job.doers().getFirst() : null;
    }

    double factor() {
        return isThere ? job.factor() : 1;
    }

    /** Number of who did it last; negative if nobody ever did. */
    int lastPerson() {
        return lastPerson;
    }

    /**
     * Asks for them.
     *
     * @param askedNanos since when what is to be done waits
     * @param who should do it; null: as the crew has it
     */
    void ask(Order newOrder, long askedNanos, @Nullable Doer who, Job.Insists only, boolean held) {
        order = newOrder;
        asked = askedNanos;
        insists = only;
        wanted = who;
        since = plant.now();
        if (!held) {
            askNow();
        }
    }

    private void askNow() {
        Order now = order;
        if (now != null) {
            Doer before = wanted == null && lastPerson >= 0 && plant.staffed().prefersSame(lastPerson)
                    ? plant.staffed().doer(lastPerson)
                    : wanted;
            job.becomes(of(now), asked, plant.now(), before, insists);
            allocation.ask(job);
        }
    }

    /** What they are needed for is done; they are free. */
    void done() {
        if (isThere) {
            isThere = false;
            order = null;
            allocation.done(job);
        } else {
            drop();
        }
    }

    /** They are not needed any more. */
    void drop() {
        order = null;
        isThere = false;
        allocation.drop(job);
    }

    /** The place stands still: whoever is there or comes is free until it goes on. */
    void sendAway() {
        if (isThere) {
            since = plant.now();
            wanted = job.doers().getFirst();
        }
        isThere = false;
        allocation.drop(job);
    }

    /** The place goes on. */
    void askAgain() {
        if (order != null && job.state() == Job.State.IDLE) {
            askNow();
        }
    }

    @Override
    public void ready(Job given) {
        isThere = true;
        lastPerson = given.doers().getFirst().number;
        place.peopleAreThere(plant.now() - since);
    }

    @Override
    public void left(Job given) {
        isThere = false;
        since = plant.now();
        place.peopleLeft();
    }
}
