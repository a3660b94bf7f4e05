package rhombic.plant.doers;

import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.kind.Crew;
import rhombic.study.value.PersonState;

/** Doers of one sort, with the rules that they go by. */
public final class Group {
    private static final double NANOS = 1e9;

    private final Allocation allocation;
    final String name;
    /** Metres per second; infinite for those who are there at once. */
    private final double speed;
    final Crew.PersonRule who;
    final Crew.JobRule which;
    final boolean goesHome;
    final AtShiftEnd whenOver;
    final @Nullable Pose breakArea;

    Group(Allocation allocation, String name, double speed, Crew crew, @Nullable Pose breakArea) {
        this.allocation = allocation;
        this.name = name;
        this.speed = speed;
        who = crew.personRule();
        which = crew.jobRule();
        goesHome = crew.idleAt() == Crew.IdlePlace.AT_HOME;
        whenOver = crew.basics().duty().atShiftEnd();
        this.breakArea = breakArea;
    }

    public boolean goesBySame() {
        return who == Crew.PersonRule.SAME;
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

    void schedule(Doer doer, long nanos) {
        allocation.simulator().schedule(doer, nanos);
    }

    void cancel(Doer doer) {
        allocation.simulator().cancel(doer);
    }

    void stands(Doer doer, double x, double y) {
        allocation.stands(doer, x, y);
    }

    void arrived(Doer doer) {
        allocation.arrived(doer);
    }

    void tellMoves(Doer doer, Pose from, Pose to, long nanos) {
        Doer.Watcher watcher = allocation.watcher();
        if (watcher != null) {
            watcher.moves(doer, from, to, nanos);
        }
    }

    void tellDoes(Doer doer, PersonState state, @Nullable Job job) {
        Doer.Watcher watcher = allocation.watcher();
        if (watcher != null) {
            watcher.does(doer, state, job);
        }
    }
}
