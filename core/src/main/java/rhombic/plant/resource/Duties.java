package rhombic.plant.resource;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import rhombic.plant.activity.Hold;
import rhombic.space.Pose;
import rhombic.study.duty.AtShiftEnd;

/** Who may do something and who may not, by shifts, breaks, failures and batteries; and where those go who have nothing to do. */
public final class Duties {
    /** What is no farther is there. */
    private static final double NEAR_METRES = 1e-9;

    private final Allocation allocation;
    /** Those who have become free and may have to go elsewhere. */
    private final List<Resource> idle = new ArrayList<>();

    Duties(Allocation allocation) {
        this.allocation = allocation;
    }

    // ---- who may do something

    /** Somebody's shift or break begins or ends, or what he works with breaks, is repaired, runs down or is filled up. */
    public void set(Resource person, Hold reason, boolean off) {
        boolean was = person.holds().isHeld();
        if (off) {
            if (!was && person.job == null) {
                allocation.onHeld(person);
            }
            person.holds().hold(reason);
            Job job = person.job;
            if (job == null || was && job.state == Job.State.PAUSED) {
                goOff(person);
            } else if (!was) {
                leave(person, job, reason);
            }
        } else {
            person.holds().release(reason);
            if (!person.holds().isHeld()) {
                comeBack(person);
            } else if (person.job == null || person.job.state == Job.State.PAUSED) {
                goOff(person);
            }
        }
        person.onHoldsChanged(person.holds().isHeldBy(Hold.DOWN));
        allocation.noteChange();
    }

    private void leave(Resource person, Job job, Hold reason) {
        boolean isUnderWay = job.state == Job.State.BEGUN || job.state == Job.State.PAUSED || job.wasBegun;
        if (isUnderWay && !job.owner.canLeave(job)) {
            job.owner.onToLeave(job); // what is in hand is brought there first
            return;
        }
        if (!isUnderWay || job.request().kind() == Job.Kind.CARRY) {
            allocation.handBack(job);
            return;
        }
        AtShiftEnd then = person.group().atShiftEnd();
        if (reason == Hold.DOWN && then == AtShiftEnd.FINISH) {
            then = AtShiftEnd.STOP; // with a broken tool nothing is finished
        }
        switch (then) {
            case FINISH -> {}
            case HAND_OVER -> allocation.handBack(job);
            case STOP -> {
                if (job.state == Job.State.BEGUN) {
                    job.state = Job.State.PAUSED;
                    job.owner.onLeft(job);
                    job.resources.forEach(other -> other.setDoing(Resource.Doing.STANDING_BY));
                }
                if (person.where().aim() != Whereabouts.Aim.JOB) {
                    job.missing++;
                }
                job.state = Job.State.PAUSED;
                goOff(person);
            }
        }
    }

    private void comeBack(Resource person) {
        Job job = person.job;
        if (job == null) {
            allocation.onFree(person);
            person.setDoing(person.isUnderWay() ? Resource.Doing.GOING : Resource.Doing.WAITING);
        } else if (job.state == Job.State.PAUSED) {
            allocation.comeBack(person, job);
        }
    }

    /** Goes home or to the break area; with nothing but a broken tool it stays where it is. */
    void goOff(Resource person) {
        boolean home = person.isOffShift();
        boolean isOff = home || person.holds().isHeldBy(Hold.ON_BREAK);
        if (!isOff && person.holds().isHeldBy(Hold.DOWN)) {
            person.stop(true);
            person.setDoing(Resource.Doing.DOWN);
        } else if (isOff) {
            Resource.Doing meanwhile = home ? Resource.Doing.OFF_SHIFT : Resource.Doing.ON_BREAK;
            person.setDoing(meanwhile);
            goToRest(person, person.restingPlace(home), meanwhile);
        } else {
            person.setDoing(Resource.Doing.WAITING);
            goToWait(person);
        }
    }

    // ---- where it goes

    /** It goes to where it waits when all that can be given has been given, if it is still free then. */
    public void goesToWait(Resource person) {
        if (isSeenTo(person)) {
            idle.add(person);
            allocation.noteChange();
        }
    }

    void onFree(Resource person) {
        if (isSeenTo(person)) {
            idle.add(person);
        }
    }

    /** Whether there is anything to be done with it once it has nothing to do: it goes elsewhere, or its driver gets down. */
    private static boolean isSeenTo(Resource person) {
        return person.waitsElsewhere() || person.isDriven();
    }

    /**
     * All that can be given has been given: those who are still free go where they wait.
     *
     * @param passedOver could have been given a job, but have not enough left for it
     */
    void sendIdle(Collection<Resource> passedOver) {
        passedOver.stream().filter(Resource::isFree).forEach(Resource::onPassedOver);
        for (int i = 0; i < idle.size(); i++) {
            Resource person = idle.get(i);
            if (person.isFree() && !person.isUnderWay()) {
                goToWait(person);
            }
        }
        idle.clear();
    }

    /** There is a better place to rest: it goes there, if it rests and can. Says whether it does. */
    public boolean restElsewhere(Resource person) {
        boolean can = person.job == null && !person.holds().isHeldBy(Hold.DOWN);
        if (can) {
            goToWait(person);
        }
        return can;
    }

    /** Another needs the place where it stands. */
    void onInTheWay(Resource person) {
        if (person.isFree() && !person.isUnderWay()) {
            Pose place = person.waitingPlace();
            goToRest(person, place == null ? person.home() : place, Resource.Doing.GOING);
        }
    }

    private void goToWait(Resource person) {
        Pose place = person.waitingPlace();
        if (place == null) {
            person.leaveCab();
        } else {
            goToRest(person, place, Resource.Doing.GOING);
        }
    }

    /**
     * Where no way leads to the place, it stays where it is.
     *
     * @param meanwhile what it does until it is there; then it waits, if it is free
     */
    private void goToRest(Resource person, Pose place, Resource.Doing meanwhile) {
        if (person.metresTo(place) <= NEAR_METRES || !person.isLedTo(place)) {
            person.rest();
        } else if (person.goTo(place, Whereabouts.Aim.REST, false)) {
            person.setDoing(meanwhile == Resource.Doing.GOING ? Resource.Doing.WAITING : meanwhile);
            person.rest();
        } else {
            person.setDoing(meanwhile);
        }
    }
}
