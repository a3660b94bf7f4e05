package rhombic.plant.resource;

import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.plant.activity.Hold;
import rhombic.plant.activity.Holds;
import rhombic.plant.route.Motion;
import rhombic.plant.route.Route;
import rhombic.space.Pace;
import rhombic.space.Pose;

/**
 * Who can do jobs: a person, a vehicle, a crane. Does one at a time and is in one place. What it shows and what is counted of it is a matter of
 * its kind.
 */
public abstract class Resource {
    /** What it does, as far as all kinds do. */
    public enum Doing {
        WAITING,
        /** On its way, with nothing in hand. */
        GOING,
        /** On its way with what it brings. */
        BRINGING,
        /** It is there, and waits for others or for what it came for to go on. */
        STANDING_BY,
        /** It takes up what it is to bring. */
        TAKING_UP,
        /** It sets down what it has brought. */
        SETTING_DOWN,
        /** It does its job. */
        AT_WORK, ON_BREAK, OFF_SHIFT,
        /** What it works with is broken. */
        DOWN
    }

    /** Why it is on its way. */
    enum Aim {
        NOTHING, JOB, REST
    }

    private final String name;
    private final Group group;
    private final boolean[] skills;
    /** The numbers of those that it has. */
    final int[] able;
    private final double factor;
    private final Pose home;
    private final Holds holds = new Holds();
    private final Motion motion;
    /** Its number among all, for what is written down about it. */
    public final int number;

    @Nullable Job job;
    Aim aim = Aim.NOTHING;
    long lastGiven = -1;

    /**
     * A resource that is free, at home.
     *
     * @param number among all resources of the plant: those before it have been added
     * @param skills by number
     * @param factor on the times of what it does
     */
    protected Resource(int number, String name, Group group, boolean[] skills, double factor, Pose home) {
        this.number = number;
        this.name = name;
        this.group = group;
        this.skills = skills.clone();
        able = IntStream.range(0, skills.length).filter(skill -> skills[skill]).toArray();
        this.factor = factor;
        this.home = home;
        motion = new Motion(group.simulator(), group.mover, home, this::onEndOfRoute);
    }

    // ---- what is a matter of its kind

    /**
     * It does something else from now on, or the same.
     *
     * @param kind of the job that it does or goes to; null if it has none
     */
    protected abstract void onDoing(Doing doing, Job.@Nullable Kind kind);

    /** It has come so far. */
    protected abstract void onTravelled(double metres);

    /** It sets out along that route at its {@link #pace}, or is there at once. */
    protected abstract void onSetOut(Route route);

    /** One more job is done. */
    protected abstract void onJobDone();

    /** The most pieces it can carry, whatever links say. */
    public int maxPieces() {
        return Integer.MAX_VALUE;
    }

    /** How long each piece takes to be taken up and to be set down; null: no time. */
    public @Nullable Handling handling() {
        return null;
    }

    /** How much farther than a person it stands from where it takes up and sets down. */
    protected double backMetres() {
        return 0;
    }

    /**
     * How long a piece takes to be taken up, and to be set down.
     *
     * @param id of the group, which the draws depend on
     */
    public record Handling(String id, Distribution pickUp, Distribution setDown) {}

    /** How long it was busy up to now, since the start of the run or the end of the warm-up. */
    protected abstract double busyNanos(long now);

    // ---- what all have

    public final String name() {
        return name;
    }

    public final Group group() {
        return group;
    }

    public final double factor() {
        return factor;
    }

    public final @Nullable Job job() {
        return job;
    }

    final Pose home() {
        return home;
    }

    final Holds holds() {
        return holds;
    }

    /** Whether its shift, a break or a failure keeps it from more. */
    public final boolean isHeld() {
        return holds.isHeld();
    }

    final boolean isOffShift() {
        return holds.isHeldBy(Hold.OFF_SHIFT);
    }

    final boolean can(int skill) {
        return skills[skill];
    }

    public final boolean isFree() {
        return job == null && !holds.isHeld();
    }

    final void setDoing(Doing doing) {
        onDoing(doing, job == null ? null : job.request().kind());
    }

    // ---- where it is

    final boolean isUnderWay() {
        return motion.isUnderWay();
    }

    /** How it covers the route that it is on; over in no time if it stands at its end. */
    public final Pace pace() {
        return motion.pace();
    }

    /** Where it is now. */
    public final Pose pose() {
        return motion.pose();
    }

    /** The length of its way there from where it is. */
    final double metresTo(Pose location) {
        return group.router().metres(pose(), location);
    }

    /** The square of the straight way there, than which none is shorter. */
    final double squareMetresTo(double x, double y) {
        double dx = motion.x() - x;
        double dy = motion.y() - y;
        return dx * dx + dy * dy;
    }

    /** Sets out for there from where it is; says whether it is there at once. */
    final boolean goTo(Pose location, Aim newAim, boolean isLoaded) {
        stop();
        Route route = group.router().route(pose(), location);
        long nanos = motion.setOut(route, isLoaded ? group.loaded : group.mover);
        group.stands(this, location.x(), location.y());
        onSetOut(route);
        if (nanos == 0) {
            onTravelled(motion.metres());
            aim = Aim.NOTHING;
            return true;
        }
        aim = newAim;
        group.stands(this, Double.NaN, Double.NaN);
        return false;
    }

    /** Stays where it is. */
    final void stop() {
        if (motion.isUnderWay()) {
            onTravelled(motion.stop());
            Pose here = motion.pose();
            group.stands(this, here.x(), here.y());
            aim = Aim.NOTHING;
        }
    }

    private void onEndOfRoute() {
        onTravelled(motion.metres());
        Pose there = motion.pose();
        group.stands(this, there.x(), there.y());
        group.onArrived(this);
    }
}
