package rhombic.plant.resource;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.place.DriverPlace;

/**
 * Who drives a resource that moves only with a driver. Both are given at once; they stay together for as long as it has something to do or
 * is on its way. A driver whose break or shift end comes brings first what is loaded, and then parks.
 */
final class Cab implements Job.Owner {
    private final Allocation allocation;
    private final Resource vehicle;
    private final DriverPlace place;
    private final Job.Request request;
    private final Job job;
    /** Where it sets out for as soon as somebody drives; null: nowhere. */
    private @Nullable Start awaited;

    private record Start(Pose location, Whereabouts.Aim aim, boolean isLoaded) {}

    Cab(Allocation allocation, Resource vehicle, Job.Demand driver, DriverPlace place) {
        this.allocation = allocation;
        this.vehicle = vehicle;
        this.place = place;
        request = new Job.Request(Job.Kind.DRIVE, vehicle.home(), List.of(driver), 0, false);
        job = new Job(this, request);
    }

    // ---- who drives

    private boolean isManned() {
        return job.state() == Job.State.BEGUN;
    }

    /** Whether it waits for somebody to drive. */
    boolean isAwaited() {
        return awaited != null;
    }

    /** Whether who drives is to go as soon as that is possible. */
    boolean isDriverHeld() {
        return !job.resources().isEmpty() && job.resources().getFirst().holds().isHeld();
    }

    /** Whether somebody drives it, comes to do so or could be given now. */
    boolean canBeManned() {
        return job.resources().isEmpty() ? allocation.isAnyFree(job.demands()[0]) : !isDriverHeld();
    }

    /** Sets out for there as soon as somebody drives; says whether it is there at once. */
    boolean goTo(Pose location, Whereabouts.Aim aim, boolean isLoaded) {
        awaited = null;
        if (job.state() == Job.State.IDLE) {
            job.reset(request.at(beside()), allocation.now(), allocation.now(), null, Job.Insistence.NO);
            allocation.ask(job);
        }
        allocation.giveWithOther(job);
        if (isManned()) {
            return vehicle.where().goTo(location, aim, isLoaded);
        }
        awaited = new Start(location, aim, isLoaded);
        return false;
    }

    /** It is to go nowhere any more. */
    void callOff() {
        awaited = null;
    }

    /** It stands, and has nothing to do: who drives gets down, and nobody is asked for. */
    void leave() {
        if (awaited != null) {
            return;
        }
        if (isManned()) {
            getDown();
            allocation.done(job);
        } else {
            allocation.drop(job);
        }
    }

    private void getDown() {
        job.resources().getFirst().getDown(beside());
    }

    private Pose beside() {
        Pose at = vehicle.pose();
        return Pose.at(at.x(), at.y(), 0, at.heading()).of(place.ground());
    }

    // ---- what the allocation asks and tells

    @Override
    public void onReady(Job given) {
        job.resources().getFirst().onBoards(vehicle.driverRidesOn(), place.offset());
        Start start = awaited;
        awaited = null;
        if (start == null) {
            return;
        }
        if (vehicle.where().goTo(start.location, start.aim, start.isLoaded)) {
            vehicle.where().setAim(start.aim);
            allocation.arrive(vehicle);
        } else {
            vehicle.showDoing();
        }
    }

    /** It is left only where it is at rest. */
    @Override
    public boolean canLeave(Job given) {
        return false;
    }

    /** Where nothing is loaded yet, others fetch it. */
    @Override
    public void onToLeave(Job given) {
        Job now = vehicle.job();
        if (now != null && now.owner.canLeave(now)) {
            allocation.handBack(now);
        }
    }

    @Override
    public void onLeft(Job given) {
        getDown();
    }
}
