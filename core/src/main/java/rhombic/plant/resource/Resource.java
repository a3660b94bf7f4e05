package rhombic.plant.resource;

import java.util.BitSet;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.plant.activity.Hold;
import rhombic.plant.activity.Holds;
import rhombic.plant.piece.Piece;
import rhombic.plant.route.Route;
import rhombic.space.Pace;
import rhombic.space.Pose;
import rhombic.study.value.TimeSource;

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
        TO_CHARGE,
        /** It waits for somebody to drive it. */
        TO_BE_DRIVEN
    }

    private final String name;
    private final Group group;
    private final boolean[] skills;
    /** The numbers of those that it has. */
    final int[] able;
    private final double factor;
    private final Pose home;
    private final Holds holds = new Holds();
    private final Whereabouts where;
    /** Null: it moves without a driver. */
    private @Nullable Cab cab;
    private Doing doing = Doing.WAITING;
    /** Its number among all, for what is written down about it. */
    public final int number;

    @Nullable Job job;
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
        where = group.whereabouts(this, name, home);
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

    /**
     * Where one more piece has its place on it, whatever links say.
     *
     * @param taken places of others
     * @return negative if there is none
     */
    public int freeSlot(Piece piece, BitSet taken) {
        return taken.nextClearBit(0);
    }

    /** Whether each piece lies at its place; else one lies on the other. */
    public boolean hasSlots() {
        return false;
    }

    /** What all that it carries may weigh. */
    public double maxKilograms() {
        return Double.POSITIVE_INFINITY;
    }

    /** How long each piece takes to be taken up and to be set down, and a stop before the first; null: no time. */
    public @Nullable Handling handling() {
        return null;
    }

    /** The same of one piece. */
    public @Nullable Handling handling(Piece piece) {
        return handling();
    }

    /** It prepares to take up a piece; says how long that takes. */
    public long preparesFor(Piece piece) {
        return 0;
    }

    /** How much farther than a person it stands from where it takes up and sets down. */
    protected double backMetres() {
        return 0;
    }

    /**
     * How long a piece takes to be taken up, and to be set down.
     *
     * @param id of the group, which the draws depend on
     * @param stop how long it takes at each stop before the first of them
     */
    public record Handling(String id, TimeSource pickUp, TimeSource setDown, Distribution stop) {}

    /** Whether it fetches what comes out at one place, and brings it to another. */
    public boolean serves(Pose outlet, Pose inlet) {
        return true;
    }

    /** How full what it drives on is, 0 to 1. */
    protected double batteryLevel() {
        return 1;
    }

    /** Its number in its group, from 0. */
    public final int numberInGroup() {
        return number - group.firstNumber();
    }

    /** Whether it has to look at a job before it is given it. */
    protected boolean isChoosy() {
        return group.router().isPartial();
    }

    /** Whether it has enough left to do the job; asked of those that are choosy. To ask changes nothing. */
    protected boolean canTake(Job of) {
        return true;
    }

    /** Whether it gets to all places of a job. */
    final boolean isLedTo(Job of) {
        if (!group.router().isPartial()) {
            return true;
        }
        Pose at = pose();
        for (Pose stop : of.owner().stops(of)) {
            if (!group.router().leads(at, stop)) {
                return false;
            }
            at = stop;
        }
        return true;
    }

    /** Whether it gets there at all. */
    final boolean isLedTo(Pose there) {
        return group.router().leads(pose(), there);
    }

    /** It has nothing to do any more: whether it has to rest before it does something again. */
    protected boolean needsRest() {
        return false;
    }

    /** It is free, and {@link #canTake} was false for a job that waits. */
    protected void onPassedOver() {}

    /** Its shift, a break or a failure keeps it from something, or does so no longer. */
    protected void onHoldsChanged(boolean isDown) {}

    /** It has nothing to do, and could do something. */
    protected void onIdle() {}

    /** Where it waits for something to do, or rests; null: where it is. */
    protected @Nullable Pose waitingPlace() {
        return waitsAtHome() ? home : null;
    }

    /** Where it spends breaks, or the time off shift. */
    protected Pose restingPlace(boolean isOffShift) {
        Pose area = group.breakArea();
        return isOffShift || area == null ? home : area;
    }

    /** It stands where it was to wait or to rest. */
    protected void onAtRest() {}

    /**
     * It drives another from now on.
     *
     * @param mover what it rides on, by number
     */
    protected void onBoards(int mover, Pose at) {}

    /** The number of the mover on which who drives it is: itself, or a part of it that moves. */
    protected int driverRidesOn() {
        return number;
    }

    /** It leaves for another place. */
    protected void onLeaves(Pose there) {}

    /** It has picked a piece up, or set one down. */
    public void onHandled() {}

    /** Whether it goes somewhere to wait, or to rest. */
    protected boolean waitsElsewhere() {
        return waitsAtHome();
    }

    /** What others could be kept by is parked before it is left: without a driver it could make no room for them. */
    private boolean waitsAtHome() {
        return group.isGoingHome() || isDriven() && group.traffic() != null;
    }

    /** Whether it waits elsewhere than at home from the start on. */
    protected boolean leavesHomeAtOnce() {
        return false;
    }

    /** Whether it may do nothing for as long as it has not rested. */
    public final boolean isResting() {
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

    public final Pose home() {
        return home;
    }

    final Holds holds() {
        return holds;
    }

    /** Whether its shift, a break or a failure keeps it, or who drives it, from more. */
    public final boolean isHeld() {
        return holds.isHeld() || cab != null && cab.isDriverHeld();
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
    public final void showDoing() {
        onDoing(where.isKept() ? Doing.KEPT : isAwaitingDriver() ? Doing.TO_BE_DRIVEN : shown(doing),
                job == null ? null : job.request().kind());
    }

    // ---- who drives it

    final void isDrivenFrom(Cab newCab) {
        cab = newCab;
    }

    /** Whether it moves only with a driver. */
    final boolean isDriven() {
        return cab != null;
    }

    final boolean isAwaitingDriver() {
        return cab != null && cab.isAwaited();
    }

    /** Whether it could set out now, as far as a driver is concerned. */
    final boolean canBeDriven() {
        return cab == null || cab.canBeManned();
    }

    /** It stands where it was to wait or to rest. */
    final void rest() {
        onAtRest();
        leaveCab();
    }

    /** It has nothing to do, and stands. */
    final void leaveCab() {
        if (cab != null) {
            cab.leave();
        }
    }

    /** It has driven another, and stands there from now on. */
    final void getDown(Pose here) {
        where.placeAt(here);
        onSetOut(Route.straight(here, here));
    }

    // ---- where it is

    /** Sets out for there, as soon as somebody drives it if it needs a driver; says whether it is there at once. */
    final boolean goTo(Pose location, Whereabouts.Aim aim, boolean isLoaded) {
        return cab == null ? where.goTo(location, aim, isLoaded) : cab.goTo(location, aim, isLoaded);
    }

    /**
     * Stays where it is, as soon as it has braked.
     *
     * @param atOnce wherever that is; else where it is in nobody's way
     */
    final void stop(boolean atOnce) {
        if (cab != null) {
            cab.callOff();
        }
        where.stop(atOnce);
    }

    protected final boolean isUnderWay() {
        return where.isUnderWay();
    }

    /** How it gets elsewhere. */
    final Whereabouts where() {
        return where;
    }

    /** How it covers the route that it is on, from now on; over in no time if it stands at its end. */
    public final Pace pace() {
        return where.pace();
    }

    /** Where it is now. */
    public final Pose pose() {
        return where.pose();
    }

    /** The length of the way from one place to another, for it. */
    public final double metres(Pose from, Pose to) {
        return group.router().metres(from, to);
    }

    /** How far it has come on the way that it is on. */
    public final double metresGone() {
        return where.metresGone();
    }

    /** The length of its way there from where it is. */
    public final double metresTo(Pose location) {
        return group.router().metres(pose(), location);
    }

    /** The square of the straight way there, than which none is shorter. */
    final double squareMetresTo(double x, double y) {
        double dx = where.x() - x;
        double dy = where.y() - y;
        return dx * dx + dy * dy;
    }
}
