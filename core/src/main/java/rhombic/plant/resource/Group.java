package rhombic.plant.resource;

import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.kind.Crew;
import rhombic.study.value.PersonState;

/** Resources of one sort, with the rules that they go by. */
public final class Group {
    private static final double NANOS = 1e9;

    private final Allocation allocation;
    final String name;
    /** Metres per second; infinite for those who are there at once. */
    private final double speed;
    final ResourceRule resourceRule;
    final JobRule jobRule;
    private final boolean isBySame;
    final boolean isGoingHome;
    final AtShiftEnd atShiftEnd;
    final @Nullable Pose breakArea;

    Group(Allocation allocation, String name, double speed, Crew crew, ResourceRule resourceRule, @Nullable Pose breakArea) {
        this.allocation = allocation;
        this.name = name;
        this.speed = speed;
        this.resourceRule = resourceRule;
        jobRule = switch (crew.jobRule()) {
            case OLDEST -> new OldestJob();
            case NEAREST -> new NearestJob();
        };
        isBySame = crew.personRule() == Crew.PersonRule.SAME;
        isGoingHome = crew.idleAt() == Crew.IdlePlace.AT_HOME;
        atShiftEnd = crew.basics().duty().atShiftEnd();
        this.breakArea = breakArea;
    }

    public boolean isBySame() {
        return isBySame;
    }

    public String name() {
        return name;
    }

    long clock() {
        return allocation.now();
    }

    /** How long the straight way takes, to the nearest nanosecond. */
    long nanosFor(double metres) {
        return speed == Double.POSITIVE_INFINITY ? 0 : Math.round(metres / speed * NANOS);
    }

    void schedule(Resource person, long nanos) {
        allocation.simulator().schedule(person, nanos);
    }

    void cancel(Resource person) {
        allocation.simulator().cancel(person);
    }

    void stands(Resource person, double x, double y) {
        allocation.stands(person, x, y);
    }

    void onArrived(Resource person) {
        allocation.onArrived(person);
    }

    void notifyMove(Resource person, Pose from, Pose to, long nanos) {
        Resource.Listener watcher = allocation.listener();
        if (watcher != null) {
            watcher.onMove(person, from, to, nanos);
        }
    }

    void notifyState(Resource person, PersonState state, @Nullable Job job) {
        Resource.Listener watcher = allocation.listener();
        if (watcher != null) {
            watcher.onState(person, state, job);
        }
    }
}
