package rhombic.plant.staff;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;
import rhombic.plant.run.Run;
import rhombic.space.Pose;

/** The people at one place: asked for, there, called away. Of a place that never needs anybody there is none. */
public final class Staffing implements Job.Owner {
    /**
     * Who is needed for one step of what a place does.
     *
     * @param share of the time for which they stay, from its beginning, above 0 to 1
     */
    public record Request(Job.Kind kind, List<Job.Demand> demands, int priority, boolean preemptible, double share) {}

    /** The place at which they work. */
    public interface Listener {
        /** Those who are needed have come, after so long. */
        void onPeopleArrived(long waitedNanos);

        /** Somebody who is needed had to go. */
        void onPeopleLeft();

        /** The piece that they are needed for; null if it is none. */
        default @Nullable Piece piece() {
            return null;
        }

        /** Whether what they do ends at this very instant. */
        boolean isEnding();
    }

    private final Run run;
    private final Staff staff;
    private final Allocation allocation;
    private final Listener listener;
    private final Pose location;
    private final Job job;
    private @Nullable Request request;
    private Request requestedFor;
    private Job.Request jobRequest;
    private boolean isThere;
    private int lastPerson = -1;
    private long since;
    private long asked;
    private Job.Insistence insists = Job.Insistence.NO;
    private @Nullable Resource wanted;

    public Staffing(Run run, Staff staff, Listener place, Pose location, Request first) {
        this.run = run;
        this.staff = staff;
        allocation = staff.allocation();
        this.listener = place;
        this.location = location;
        requestedFor = first;
        jobRequest = of(first);
        job = new Job(this, jobRequest);
    }

    private Job.Request of(Request given) {
        return new Job.Request(given.kind, location, given.demands, given.priority, given.preemptible);
    }

    /** What is asked for is mostly what was asked for before. */
    private Job.Request jobRequestHere(Request given) {
        if (given != requestedFor) {
            requestedFor = given;
            jobRequest = of(given);
        }
        return jobRequest;
    }

    /** Whether those who are needed for that are there already. */
    public boolean isStaffed(Request wantedOrder) {
        return isThere && wantedOrder.equals(request);
    }

    /** Whether people are needed who are not there. */
    public boolean isMissing() {
        return request != null && !isThere;
    }

    /** The first of those who are there; null if nobody is. */
    @Nullable
    public Resource first() {
        return isThere ? job.resources().getFirst() : null;
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
     * @param person should do it; null: as the crew has it
     */
    public void ask(Request newOrder, long askedNanos, @Nullable Resource person, Job.Insistence only, boolean held) {
        request = newOrder;
        asked = askedNanos;
        insists = only;
        wanted = person;
        since = run.now();
        if (!held) {
            askNow();
        }
    }

    private void askNow() {
        Request now = request;
        if (now != null) {
            Resource before = wanted == null && lastPerson >= 0 && staff.isBySame(lastPerson)
                    ? staff.person(lastPerson)
                    : wanted;
            job.reset(jobRequestHere(now), asked, run.now(), before, insists);
            allocation.ask(job);
        }
    }

    /** What they are needed for is done; they are free. */
    public void done() {
        if (isThere) {
            isThere = false;
            request = null;
            allocation.done(job);
        } else {
            drop();
        }
    }

    /** They are not needed any more. */
    public void drop() {
        request = null;
        isThere = false;
        allocation.drop(job);
    }

    /** The place stands still: whoever is there or comes is free until it goes on. */
    public void sendAway() {
        if (isThere) {
            since = run.now();
            wanted = job.resources().getFirst();
        }
        isThere = false;
        allocation.drop(job);
    }

    /** The place goes on. */
    public void askAgain() {
        if (request != null && job.state() == Job.State.IDLE) {
            askNow();
        }
    }

    @Override
    public @Nullable Piece piece(Job asked) {
        return listener.piece();
    }

    @Override
    public void onReady(Job given) {
        isThere = true;
        lastPerson = given.resources().getFirst().number;
        listener.onPeopleArrived(run.now() - since);
    }

    /** What ends at the instant at which they go is done first. */
    @Override
    public boolean canLeave(Job given) {
        return !listener.isEnding();
    }

    @Override
    public void onLeft(Job given) {
        isThere = false;
        since = run.now();
        listener.onPeopleLeft();
    }
}
