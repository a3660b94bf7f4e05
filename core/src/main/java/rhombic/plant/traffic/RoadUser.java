package rhombic.plant.traffic;

import java.util.Set;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.plant.route.Motion;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Route;
import rhombic.space.Pose;

/** One vehicle on aisles that it shares with others. It moves as far as sections are its own. */
public final class RoadUser {
    /** Hears what becomes of it. */
    public interface Listener {
        /** It moves along that route, otherwise than before: it sets out, brakes, or goes on. */
        void onMoves(Route route);

        /** It stands because of others, or no longer. */
        void onKept(boolean isKept);

        /** Another needs the place where it stands. */
        void onInTheWay();

        /** It waits at a place in a circle of waits: the way to where it can stand aside; null if there is none. */
        @Nullable
        Route wayAside();
    }

    /** What is no farther is there. */
    private static final double NEAR_METRES = 1e-6;

    private final Traffic traffic;
    private final String name;
    private final String fleet;
    private final Motion motion;
    private final Listener listener;
    private final double trailing;
    private final Holdings holdings;
    private @Nullable Trip trip;
    /** What it goes on along from where it comes to rest; the first group of its sections is given to it. */
    private @Nullable Trip turn;
    /** Whether it has set out. */
    private boolean hasBegun;
    /** Whether it asks for nothing more. */
    private boolean halts;
    private boolean isWaiting;
    private boolean isKept;
    private long sinceNanos;
    /** The section of another that it waits for; negative if it would close a circle. */
    private int blocker = -1;
    private final Event asking = new Event(true) {
        @Override
        protected void occur() {
            ask();
        }
    };
    private final Event leaving = new Event(true) {
        @Override
        protected void occur() {
            leave();
        }
    };

    private record Trip(Route route, Mover mover, Passing passing) {}

    /**
     * @param fleet the name of the group that it belongs to
     * @param trailing metres that what it pulls reaches behind it
     */
    public RoadUser(Traffic traffic, String name, String fleet, double trailing, Motion motion, Listener listener) {
        this.traffic = traffic;
        this.name = name;
        this.fleet = fleet;
        this.motion = motion;
        this.listener = listener;
        this.trailing = trailing;
        holdings = new Holdings(traffic.book, this, traffic.size, trailing);
    }

    public String name() {
        return name;
    }

    public String fleet() {
        return fleet;
    }

    // ---- its way

    /**
     * It is to go along that route from where it stands.
     *
     * @param keepsPlace whether it has the place at the end for itself as long as it is there; else there is room for all
     * @return whether it has set out; else it waits until it can, and the listener is told
     */
    public boolean setOut(Route along, Mover like, boolean keepsPlace) {
        begin(new Trip(along, like, traffic.passings.of(along, keepsPlace, trailing)));
        if (tryGroup()) {
            depart();
            return true;
        }
        startWaiting();
        makeRoom();
        return false;
    }

    private void begin(Trip next) {
        trip = next;
        hasBegun = false;
        halts = false;
        holdings.begin(next.passing);
    }

    private void depart() {
        Trip now = trip;
        assert now != null : "what departs has a trip";
        hasBegun = true;
        motion.setOut(now.route, now.mover);
        schedule();
    }

    /** It has come to the end of its route. */
    public void onArrived() {
        if (trip != null) {
            cancel();
            trip = null;
            serveIf(holdings.arrive(motion.metres()));
        }
    }

    /** It has come to rest where it is, and goes no farther: what it is not in is free for others. */
    public void endHere() {
        if (trip != null) {
            cancel();
            stopWaiting();
            trip = null;
            serveIf(holdings.stay(hasBegun ? motion.metresGone() : 0, hasBegun));
        }
    }

    private void serveIf(boolean anyIsFree) {
        if (anyIsFree) {
            traffic.serve();
        }
    }

    /** Whether it has yet to set out. */
    public boolean isWaitingToSetOut() {
        return isWaiting && !hasBegun;
    }

    // ---- going no farther, and elsewhere

    /**
     * It goes no farther than it must, and asks for nothing more: it comes to rest as soon as it can brake where it may wait.
     *
     * @param atOnce whether it comes to rest as soon as it can brake, wherever that is
     */
    public void halt(boolean atOnce) {
        Trip now = trip;
        if (now == null || !hasBegun) {
            return;
        }
        stopWaiting();
        halts = true;
        double nearest = motion.metresGone() + motion.brakingMetres();
        double rest = atOnce || now.passing.canWaitAt(nearest) ? nearest : now.passing.waitingPlace(nearest, holdings.groups());
        if (rest < motion.goesTo()) {
            motion.holdAt(rest);
        }
        schedule();
    }

    /** Where it is as soon as it has braked. */
    public Pose nearestRest() {
        return motion.route().at(Math.min(1, (motion.metresGone() + motion.brakingMetres()) / motion.metres()));
    }

    /**
     * It goes along another route from where it is as soon as it has braked, if it is given what it needs for that; then it {@link #turn turns} there.
     *
     * @return whether it does
     */
    public boolean turnTo(Route other, Mover like, boolean keepsPlace) {
        Trip next = new Trip(other, like, traffic.passings.of(other, keepsPlace, trailing));
        boolean brakes = motion.metresGone() + motion.brakingMetres() > motion.goesTo() - NEAR_METRES;
        if (trip == null || !hasBegun || brakes || !isFree(next.passing, 0)) {
            return false;
        }
        holdings.take(next.passing, 0);
        turn = next;
        halt(true);
        return true;
    }

    /** Whether it will go along another route from where it comes to rest. */
    public boolean isTurning() {
        return turn != null;
    }

    /** It has come to rest, and goes along the other route. */
    public void turn() {
        Trip next = turn;
        assert next != null : "it has somewhere to turn to";
        turn = null;
        endHere();
        motion.stop();
        begin(next);
        holdings.goOn(next.passing);
        depart();
    }

    /** What it was to turn to is not wanted any more. */
    public void turnNoMore() {
        Trip next = turn;
        if (next != null) {
            turn = null;
            holdings.giveBack(next.passing, 0);
            traffic.serve();
        }
    }

    // ---- asking

    /** It would have to brake now if it is given no more. */
    private void ask() {
        Trip now = trip;
        if (now == null) {
            return;
        }
        if (tryGroup()) {
            schedule();
            return;
        }
        motion.holdAt(holdings.stop());
        startWaiting();
        schedule();
        listener.onMoves(now.route);
    }

    /** The next group of sections is its own if all of them are free, and it does not close a circle. */
    private boolean tryGroup() {
        Trip now = trip;
        assert now != null : "who asks has a trip";
        if (!isFree(now.passing, holdings.groups())) {
            return false;
        }
        holdings.take();
        return true;
    }

    private boolean isFree(Passing passed, int group) {
        for (int section : passed.after(group)) {
            int keeps = traffic.book.keeps(this, section);
            if (keeps >= 0) {
                RoadUser owner = traffic.book.owner(keeps);
                if (owner != null && owner.trip == null) {
                    owner.listener.onInTheWay();
                }
                blocker = keeps;
                return false;
            }
        }
        blocker = -1;
        return !closesCircle(passed, group);
    }

    /** Whether it is worth asking again, after something was given back. */
    boolean mayTryAgain() {
        return isAtPlace() || blocker < 0 || traffic.book.owner(blocker) == null;
    }

    /** Whether it waits where it stands, with a place or a section from before. */
    private boolean isAtPlace() {
        return !hasBegun && holdings.hasFromBefore();
    }

    /** Whether it has that section for as long as it is given no more. */
    boolean keepsWaiting(int section) {
        Trip now = trip;
        if (now == null || holdings.groups() == 0) {
            return true;
        }
        Trip next = turn;
        return next == null
                ? holdings.keeps(now.passing, section, holdings.stop(), holdings.groups())
                : holdings.keeps(now.passing, section, motion.goesTo(), holdings.groups())
                        || holdings.keeps(next.passing, section, next.passing.stops[0], 1);
    }

    /** What it needs next; nothing if it has all that it needs. Who stands at a place will leave it. */
    int[] next() {
        Trip next = turn;
        return next != null ? next.passing.after(1) : trip != null && halts ? Traffic.NOTHING : holdings.next();
    }

    /** What it needs after that. */
    int[] afterNext() {
        return holdings.afterNext();
    }

    // ---- waiting

    private void startWaiting() {
        isWaiting = true;
        sinceNanos = traffic.simulator.nowNanos();
        traffic.waits(this);
        onRest();
    }

    private void stopWaiting() {
        if (isWaiting) {
            isWaiting = false;
            traffic.waitsNoMore(this);
            tell(false);
        }
    }

    private void tell(boolean kept) {
        if (isKept != kept) {
            isKept = kept;
            listener.onKept(kept);
        }
    }

    /** It may have come to rest, being held. */
    public void onRest() {
        if (stands()) {
            tell(true);
            if (hasBegun && traffic.leadsToCircle(this)) {
                traffic.makeRoom(this); // it has closed the circle
            }
        }
    }

    /** Since when it waits. */
    long sinceNanos() {
        return sinceNanos;
    }

    /** Whether it waits, and stands. */
    boolean stands() {
        return isWaiting && (!hasBegun || motion.isAtRest());
    }

    /** Something was given back. */
    void tryAgain() {
        Trip now = trip;
        if (now == null) {
            return;
        }
        if (!tryGroup()) {
            makeRoom();
            return;
        }
        stopWaiting();
        if (hasBegun) {
            motion.resume();
            schedule();
        } else {
            depart();
        }
        listener.onMoves(now.route);
    }

    /** Whether it makes room if it waits in a circle: nobody who stands for good has what it needs to go aside, nor would it close a circle then. */
    boolean canStandAside(Set<RoadUser> standing) {
        Route aside = isAtPlace() ? listener.wayAside() : null;
        if (aside == null) {
            return false;
        }
        Passing passed = traffic.passings.of(aside, false, trailing);
        for (int section : passed.after(0)) {
            RoadUser owner = traffic.book.keeper(this, section);
            if (owner != null && standing.contains(owner)) {
                return false;
            }
        }
        return !closesCircle(passed, 0);
    }

    /** Whether it would wait, by way of others, for itself, with that group of a route and no more. */
    private boolean closesCircle(Passing passed, int group) {
        return traffic.closesCircle(this, passed.after(group + 1),
                section -> holdings.keeps(passed, section, passed.stops[group], group + 1));
    }

    /** In a circle of waits it makes room; if it can't, others at places do who wait for the circle, and may be in its way. */
    private void makeRoom() {
        if (trip == null || !isAtPlace()) {
            return;
        }
        if (!traffic.closesCircle(this, next(), holdings::isFromBefore)) {
            standAsideFromCircle();
        } else if (!standAside()) {
            traffic.makeRoom(this);
        }
    }

    /** It waits at a place for others who stand in a circle: it goes aside, so that it is in nobody's way. Says whether it does. */
    boolean standAsideFromCircle() {
        return isWaiting && isAtPlace() && traffic.leadsToCircle(this) && standAside();
    }

    /** At a place it makes room, if the way to where it can stand aside is free. Says whether it does. */
    private boolean standAside() {
        Trip wanted = trip;
        Route aside = wanted == null ? null : listener.wayAside();
        if (wanted == null || aside == null) {
            return false;
        }
        begin(new Trip(aside, wanted.mover, traffic.passings.of(aside, false, trailing)));
        if (tryGroup()) {
            stopWaiting();
            depart();
            listener.onMoves(aside);
            return true;
        }
        begin(wanted);
        return false;
    }

    // ---- events on its way

    /** When it has to ask for more, if it may and needs to, and when it leaves the next section. */
    private void schedule() {
        cancel();
        double stop = holdings.stop();
        if (stop != Double.POSITIVE_INFINITY && !isWaiting && !halts) {
            traffic.simulator.schedule(asking, motion.nanosToBrakeFor(stop));
        }
        scheduleLeaving();
    }

    private void scheduleLeaving() {
        double next = holdings.nextLeft();
        if (next <= motion.goesTo()) {
            traffic.simulator.schedule(leaving, motion.nanosUntil(next));
        }
    }

    private void cancel() {
        traffic.simulator.cancel(asking);
        traffic.simulator.cancel(leaving);
    }

    /** It has left a section. */
    private void leave() {
        if (trip != null) {
            boolean any = holdings.leave(motion.metresGone());
            scheduleLeaving();
            serveIf(any);
        }
    }
}
