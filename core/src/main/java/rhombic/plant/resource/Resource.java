package rhombic.plant.resource;

import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.plant.activity.Hold;
import rhombic.plant.activity.Holds;
import rhombic.plant.route.Motion;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Route;
import rhombic.plant.traffic.RoadUser;
import rhombic.plant.traffic.Traffic;
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
        DOWN,
        /** It is on its way, and stands because others are in it. */
        KEPT,
        /** What it drives on is filled up. */
        CHARGING,
        /** It waits for a place where what it drives on is filled up. */
        TO_CHARGE
    }

    /** Why it is on its way. */
    enum Aim {
        NOTHING, JOB, REST
    }

    /** What is no farther is there. */
    private static final double NEAR_METRES = 1e-6;

    private record Goal(Pose location, Aim aim, boolean isLoaded) {}

    private final String name;
    private final Group group;
    private final boolean[] skills;
    /** The numbers of those that it has. */
    final int[] able;
    private final double factor;
    private final Pose home;
    private final Holds holds = new Holds();
    private final Motion motion;
    /** How it shares aisles with others; null if it takes no notice of them. */
    private final @Nullable RoadUser road;
    private Doing doing = Doing.WAITING;
    private boolean isKept;
    /** Where it is to be, as soon as it can set out for there. */
    private @Nullable Goal goal;
    private boolean isStopping;
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
        motion = new Motion(group.simulator(), group.mover, home, new Travels());
        Traffic traffic = group.traffic();
        road = traffic == null ? null : new RoadUser(traffic, name, group.name(), motion, new Travels());
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

    /** It goes along that route at its {@link #pace} from now on, or is there at once. */
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

    /** Whether it has to look at a job before it is given it. */
    protected boolean isChoosy() {
        return false;
    }

    /** Whether it has enough left to do the job; asked of those that are choosy. */
    protected boolean canTake(Job of) {
        return true;
    }

    /** It has nothing to do any more: whether it has to rest before it does something again. */
    protected boolean needsRest() {
        return false;
    }

    /** It has nothing to do, and could do something. */
    protected void onIdle() {}

    /** Where it waits for something to do, or rests; null: where it is. */
    protected @Nullable Pose waitingPlace() {
        return group.isGoingHome() ? home : null;
    }

    /** Where it spends breaks, or the time off shift. */
    protected Pose restingPlace(boolean isOffShift) {
        Pose area = group.breakArea();
        return isOffShift || area == null ? home : area;
    }

    /** It stands where it was to wait or to rest. */
    protected void onAtRest() {}

    /** It leaves for another place. */
    protected void onLeaves(Pose there) {}

    /** It has picked a piece up, or set one down. */
    public void onHandled() {}

    /** Whether it goes somewhere to wait, or to rest. */
    protected boolean waitsElsewhere() {
        return group.isGoingHome();
    }

    /** Whether it may do nothing for as long as it has not rested. */
    protected final boolean isResting() {
        return holds.isHeldBy(Hold.ENERGY);
    }

    /** What it shows, of what it does. */
    protected Doing shown(Doing ofAll) {
        return ofAll;
    }

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

    protected final Pose home() {
        return home;
    }

    final Holds holds() {
        return holds;
    }

    /** Whether its shift, a break or a failure keeps it from more. */
    public final boolean isHeld() {
        return holds.isHeld();
    }

    /** Whether nothing keeps it from doing something but that it runs down. */
    final boolean isRestingForEnergy() {
        return job == null && holds.isHeldBy(Hold.ENERGY) && !holds.isHeldBy(Hold.OFF_SHIFT) && !holds.isHeldBy(Hold.ON_BREAK)
                && !holds.isHeldBy(Hold.DOWN);
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

    final void setDoing(Doing newDoing) {
        doing = newDoing;
        showDoing();
        if (newDoing == Doing.WAITING && isFree() && !isUnderWay()) {
            onIdle();
        }
    }

    /** Shows what it does once more, after that has changed. */
    protected final void showDoing() {
        onDoing(isKept ? Doing.KEPT : shown(doing), job == null ? null : job.request().kind());
    }

    // ---- where it is

    protected final boolean isUnderWay() {
        return motion.isUnderWay() || road != null && road.isWaitingToSetOut();
    }

    /** How it covers the route that it is on, from now on; over in no time if it stands at its end. */
    public final Pace pace() {
        return motion.paceFromNow();
    }

    /** Where it is now. */
    public final Pose pose() {
        return motion.pose();
    }

    /** The length of the way from one place to another, for it. */
    protected final double metres(Pose from, Pose to) {
        return group.router().metres(from, to);
    }

    /** How far it has come on the way that it is on. */
    protected final double metresGone() {
        return motion.metresGone();
    }

    /** The length of its way there from where it is. */
    protected final double metresTo(Pose location) {
        return group.router().metres(pose(), location);
    }

    /** The square of the straight way there, than which none is shorter. */
    final double squareMetresTo(double x, double y) {
        double dx = motion.x() - x;
        double dy = motion.y() - y;
        return dx * dx + dy * dy;
    }

    /** Sets out for there from where it is, or from where it can brake; says whether it is there at once. */
    final boolean goTo(Pose location, Aim newAim, boolean isLoaded) {
        Goal wanted = new Goal(location, newAim, isLoaded);
        onLeaves(location);
        boolean turns = turnsTo(wanted);
        if (!turns) {
            halt(false);
        }
        if (!turns && !isStopping) {
            return setOut(wanted);
        }
        goal = wanted;
        aim = newAim;
        if (turns && motion.isAtRest()) {
            turn();
        } else {
            onSetOut(motion.route());
        }
        return false;
    }

    private void turn() {
        isStopping = false;
        RoadUser user = road;
        assert user != null : "who turns in traffic is in it";
        onTravelled(motion.metresGone());
        user.turn();
        onSetOut(motion.route());
    }

    /** Whether it can go there from where it is as soon as it has braked, without waiting. */
    private boolean turnsTo(Goal wanted) {
        if (road == null || !motion.isUnderWay() || motion.isAtRest() || isStopping) {
            return false;
        }
        Route other = group.router().route(road.nearestRest(), wanted.location);
        if (other.metres() == 0 || !road.turnTo(other, mover(wanted), wanted.aim == Aim.JOB)) {
            return false;
        }
        isStopping = true;
        return true;
    }

    private Mover mover(Goal wanted) {
        return wanted.isLoaded ? group.loaded : group.mover;
    }

    private boolean setOut(Goal wanted) {
        goal = wanted;
        Route route = group.router().route(pose(), wanted.location);
        Mover mover = mover(wanted);
        boolean isOff = road == null || route.metres() == 0 || road.setOut(route, mover, wanted.aim == Aim.JOB);
        if (road == null || route.metres() == 0) {
            motion.setOut(route, mover);
        }
        group.stands(this, wanted.location.x(), wanted.location.y());
        if (isOff) {
            onSetOut(route);
            if (!motion.isUnderWay()) {
                onTravelled(motion.metres());
                aim = Aim.NOTHING;
                return true;
            }
        }
        if (!motion.isUnderWay()) {
            showStanding();
        }
        aim = wanted.aim;
        group.stands(this, Double.NaN, Double.NaN);
        return false;
    }

    /**
     * Stays where it is, as soon as it has braked.
     *
     * @param atOnce wherever that is; else where it is in nobody's way
     */
    final void stop(boolean atOnce) {
        boolean wasUnderWay = isUnderWay();
        halt(atOnce);
        if (wasUnderWay && !isUnderWay()) {
            showStanding();
        }
    }

    private void showStanding() {
        onSetOut(Route.straight(pose(), pose()));
    }

    private void halt(boolean atOnce) {
        goal = null;
        aim = Aim.NOTHING;
        if (!isUnderWay()) {
            return;
        }
        if (road == null && motion.brakingMetres() == 0) {
            endHere();
            return;
        }
        if (road == null) {
            motion.hold();
        } else {
            road.turnNoMore();
            road.halt(atOnce);
        }
        if (motion.isUnderWay() && !motion.isAtRest()) {
            isStopping = true;
            onSetOut(motion.route());
        } else {
            endHere();
        }
    }

    /** It stands, and goes no farther. */
    private void endHere() {
        isStopping = false;
        if (road != null) {
            road.endHere();
        }
        onTravelled(motion.stop());
        standsHere();
    }

    private void standsHere() {
        Pose here = motion.pose();
        group.stands(this, here.x(), here.y());
    }

    /** It stands at a place that another needs: it makes room if it has nothing to do. */
    final boolean canMakeRoom() {
        return isFree() && !isUnderWay();
    }

    /** What becomes of it on its way. */
    private final class Travels implements Motion.Watcher, RoadUser.Listener {
        @Override
        public void onArrived() {
            onTravelled(motion.metres());
            if (road != null) {
                road.onArrived();
            }
            standsHere();
            boolean stops = isStopping;
            isStopping = false;
            Goal wanted = goal;
            if (wanted != null && road != null && motion.pose().distanceTo(wanted.location) > NEAR_METRES) {
                setOut(wanted); // it has stood aside, or could not turn before
            } else if (stops && wanted == null) {
                group.onStopped(Resource.this);
            } else {
                group.onArrived(Resource.this);
            }
        }

        @Override
        public void onRest() {
            if (!isStopping) {
                if (road != null) {
                    road.onRest();
                }
                return;
            }
            Goal wanted = goal;
            if (road != null && road.isTurning()) {
                turn();
                return;
            }
            endHere();
            if (wanted == null) {
                group.onStopped(Resource.this);
            } else if (setOut(wanted)) {
                aim = wanted.aim;
                group.onArrived(Resource.this);
            }
        }

        @Override
        public void onMoves(Route route) {
            onSetOut(route);
        }

        @Override
        public void onKept(boolean kept) {
            isKept = kept;
            showDoing();
        }

        @Override
        public void onInTheWay() {
            group.onInTheWay(Resource.this);
        }

        @Override
        public @Nullable Route wayAside() {
            Goal wanted = goal;
            boolean can = wanted != null && wanted.aim == Aim.JOB && metresTo(home) > NEAR_METRES;
            return can ? group.router().route(pose(), home) : null;
        }
    }
}
