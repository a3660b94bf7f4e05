package rhombic.plant.traffic;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
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
        /** It sets out, after it had to wait where it stood. */
        void onSetOut(Route route);

        /** It moves otherwise than before: it brakes, or goes on. */
        void onChange(Route route);

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
    private @Nullable Route route;
    private @Nullable Mover mover;
    private @Nullable Passing passing;
    /** So many groups of sections have been given to it. */
    private int groups;
    /** So many sections have been left, in the order in which they are. */
    private int left;
    /** What it needs to leave the place where it stands. */
    private int[] exit = Traffic.NOTHING;
    /** What it has from before it set out, until it is clear of that. */
    private final List<Integer> before = new ArrayList<>();
    /** Where it is clear of it, in metres along its route. */
    private double clearMetres;
    private boolean isWaiting;
    private boolean isKept;
    /** The section of another that it waits for; negative if it would close a circle. */
    private int blocker = -1;
    private boolean hasBegun;
    private boolean halts;
    private @Nullable Turn turnsTo;
    private long sinceNanos;
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

    /** @param fleet the name of the group that it belongs to */
    public RoadUser(Traffic traffic, String name, String fleet, Motion motion, Listener listener) {
        this.traffic = traffic;
        this.name = name;
        this.fleet = fleet;
        this.motion = motion;
        this.listener = listener;
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
        begin(along, like, traffic.passing(along, keepsPlace));
        if (tryGroup()) {
            depart();
            return true;
        }
        startWaiting();
        standAside();
        return false;
    }

    private void begin(Route along, Mover like, Passing passed) {
        route = along;
        mover = like;
        passing = passed;
        groups = 0;
        left = 0;
        hasBegun = false;
        halts = false;
        clearMetres = traffic.reach() + traffic.half();
        exit = Traffic.NOTHING;
    }

    private void depart() {
        Route along = route;
        Mover like = mover;
        assert along != null && like != null : "what departs has a route";
        hasBegun = true;
        motion.setOut(along, like);
        schedule();
    }

    /** It has come to the end of its route. */
    public void onArrived() {
        Passing passed = passing;
        if (passed == null) {
            return;
        }
        cancel();
        List<Integer> all = heldOf(passed);
        all.addAll(before);
        before.clear();
        if (passed.place >= 0) {
            all.remove((Integer) passed.place);
            before.add(passed.place);
        }
        exit = passed.exit;
        route = null;
        passing = null;
        giveBack(all);
    }

    /** It has come to rest where it is, and goes no farther: what it is not in is free for others. */
    public void endHere() {
        Passing passed = passing;
        if (passed == null) {
            return;
        }
        cancel();
        stopWaiting();
        double at = hasBegun ? motion.metresGone() : 0;
        List<Integer> all = heldOf(passed);
        List<Integer> kept = new ArrayList<>();
        if (hasBegun) {
            for (int i = left; i < passed.leaving.length; i++) {
                Passing.Entry entry = passed.entries.get(passed.leaving[i]);
                if (passed.leaving[i] < given() && passed.isIn(entry, at) && all.contains(entry.section())) {
                    kept.add(entry.section());
                }
            }
            if (at >= clearMetres) {
                all.addAll(before);
                before.clear();
            }
        }
        kept.forEach(all::remove);
        before.addAll(kept);
        route = null;
        passing = null;
        giveBack(all);
    }

    /** Another route that it goes along from where it comes to rest; its first group of sections is given to it. */
    private record Turn(Route route, Mover mover, Passing passing) {}

    /**
     * It goes no farther than it must, and asks for nothing more: it comes to rest as soon as it can brake where it may wait.
     *
     * @param atOnce whether it comes to rest as soon as it can brake, wherever that is
     */
    public void halt(boolean atOnce) {
        Passing passed = passing;
        if (passed == null || !hasBegun) {
            return;
        }
        stopWaiting();
        cancel();
        halts = true;
        double nearest = motion.metresGone() + motion.brakingMetres();
        double rest = atOnce || passed.canWaitAt(nearest) ? nearest : waitingPlace(passed, nearest);
        if (rest < motion.goesTo()) {
            motion.holdAt(rest);
        }
        scheduleLeaving(passed);
    }

    /** Where it can wait, of what is given to it, from there on; infinite if only at the end of its route. */
    private double waitingPlace(Passing passed, double nearest) {
        for (int i = 0; i < groups; i++) {
            if (passed.stops[i] >= nearest) {
                return passed.stops[i];
            }
        }
        return Double.POSITIVE_INFINITY;
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
        Passing passed = traffic.passing(other, keepsPlace);
        boolean brakes = motion.metresGone() + motion.brakingMetres() > motion.goesTo() - NEAR_METRES;
        if (passing == null || !hasBegun || brakes || !isFree(passed, 0)) {
            return false;
        }
        take(passed, 0);
        turnsTo = new Turn(other, like, passed);
        halt(true);
        return true;
    }

    /** Whether it will go along another route from where it comes to rest. */
    public boolean isTurning() {
        return turnsTo != null;
    }

    /** It has come to rest, and goes along the other route. */
    public void turn() {
        Turn turn = turnsTo;
        assert turn != null : "it has somewhere to turn to";
        turnsTo = null;
        endHere();
        motion.stop();
        begin(turn.route, turn.mover, turn.passing);
        groups = 1;
        depart();
    }

    /** What it was to turn to is not wanted any more. */
    public void turnNoMore() {
        Turn turn = turnsTo;
        if (turn != null) {
            turnsTo = null;
            giveBack(Arrays.stream(turn.passing.after(0)).boxed().toList());
        }
    }

    /** Whether it has yet to set out. */
    public boolean isWaitingToSetOut() {
        return isWaiting && !hasBegun;
    }

    private int given() {
        Passing passed = passing;
        return passed == null || groups == 0 ? 0 : passed.groupEnds[groups - 1];
    }

    /** The sections of its route that are its own now. */
    private List<Integer> heldOf(Passing passed) {
        List<Integer> all = new ArrayList<>();
        for (int i = left; i < passed.leaving.length; i++) {
            if (passed.leaving[i] < given()) {
                all.add(passed.entries.get(passed.leaving[i]).section());
            }
        }
        return all;
    }

    private void giveBack(List<Integer> sections) {
        sections.forEach(section -> traffic.release(this, section));
        if (!sections.isEmpty()) {
            traffic.serve();
        }
    }

    // ---- asking

    /** It would have to brake now if it is given no more. */
    private void ask() {
        Passing passed = passing;
        Route along = route;
        if (passed == null || along == null) {
            return;
        }
        if (tryGroup()) {
            schedule();
            return;
        }
        motion.holdAt(passed.stops[groups - 1]);
        startWaiting();
        schedule();
        listener.onChange(along);
        if (motion.isAtRest()) {
            tell(true);
        }
    }

    /** The next group of sections is its own if all of them are free, and it does not close a circle. */
    private boolean tryGroup() {
        Passing passed = passing;
        assert passed != null : "who asks has a route";
        if (!isFree(passed, groups)) {
            return false;
        }
        take(passed, groups++);
        return true;
    }

    private boolean isFree(Passing passed, int group) {
        for (int section : passed.after(group)) {
            int keeps = traffic.keeps(this, section);
            if (keeps >= 0) {
                RoadUser owner = traffic.ownerBut(this, section);
                if (owner != null && owner.passing == null) {
                    owner.listener.onInTheWay();
                }
                blocker = keeps;
                return false;
            }
        }
        blocker = -1;
        return !traffic.closesCircle(this, passed.after(group + 1), section -> keeps(passed, section, passed.stops[group], group + 1));
    }

    private void take(Passing passed, int group) {
        for (int section : passed.after(group)) {
            traffic.take(this, section);
        }
    }

    /** Whether it is worth asking again, after something was given back. */
    boolean mayTryAgain() {
        boolean isAtPlace = !hasBegun && !before.isEmpty();
        return isAtPlace || blocker < 0 || !traffic.isTaken(blocker);
    }

    /** Whether it still has that section when it stands there, with so many groups of a route given to it. */
    private boolean keeps(Passing passed, int section, double metres, int given) {
        if (before.contains(section) && metres < clearMetres) {
            return true;
        }
        for (int i = 0; i < passed.groupEnds[given - 1]; i++) {
            Passing.Entry entry = passed.entries.get(i);
            if (entry.section() == section && (section == passed.place || metres < entry.out() + traffic.half())) {
                return true;
            }
        }
        return false;
    }

    /** Whether it has that section for as long as it is given no more. */
    boolean keepsWaiting(int section) {
        Passing passed = passing;
        if (passed == null || groups == 0) {
            return true;
        }
        Turn turn = turnsTo;
        if (turn == null) {
            return keeps(passed, section, passed.stops[groups - 1], groups);
        }
        return keeps(passed, section, motion.goesTo(), groups) || keeps(turn.passing, section, turn.passing.stops[0], 1);
    }

    /** What it needs next; nothing if it has all that it needs. Who stands at a place will leave it. */
    int[] next() {
        Passing passed = passing;
        if (passed == null) {
            return exit;
        }
        Turn turn = turnsTo;
        return turn != null ? turn.passing.after(1) : halts ? Traffic.NOTHING : passed.after(groups);
    }

    /** What it needs after that. */
    int[] afterNext() {
        Passing passed = passing;
        return passed == null ? Traffic.NOTHING : passed.after(groups + 1);
    }

    // ---- waiting

    private void startWaiting() {
        isWaiting = true;
        sinceNanos = traffic.simulator.nowNanos();
        traffic.waits(this);
        if (!hasBegun) {
            tell(true);
        }
    }

    private void tell(boolean kept) {
        if (isKept != kept) {
            isKept = kept;
            listener.onKept(kept);
        }
    }

    private void stopWaiting() {
        if (isWaiting) {
            isWaiting = false;
            traffic.waitsNoMore(this);
            tell(false);
        }
    }

    /** It has come to rest, being held. */
    public void onRest() {
        if (isWaiting) {
            tell(true);
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
        Route along = route;
        if (along == null || !tryGroup()) {
            if (along != null) {
                standAside();
            }
            return;
        }
        stopWaiting();
        if (hasBegun) {
            motion.resume();
            schedule();
            listener.onChange(along);
        } else {
            depart();
            listener.onSetOut(along);
        }
    }

    /** Whether it makes room if it waits in a circle: the way to where it can stand aside is free, or will be since nobody has it who stands for good. */
    boolean canStandAside(Set<RoadUser> standing) {
        Route aside = hasBegun || before.isEmpty() ? null : listener.wayAside();
        if (aside == null) {
            return false;
        }
        for (int section : traffic.passing(aside, false).after(0)) {
            RoadUser owner = traffic.ownerBut(this, section);
            if (owner != null && standing.contains(owner)) {
                return false;
            }
        }
        return true;
    }

    /** At a place in a circle of waits it makes room, if the way to where it can stand aside is free. */
    private void standAside() {
        Passing passed = passing;
        if (passed == null || hasBegun || before.isEmpty() || !traffic.closesCircle(this, next(), before::contains)) {
            return;
        }
        Route aside = listener.wayAside();
        Mover like = mover;
        if (aside == null || like == null) {
            return;
        }
        Route wanted = route;
        begin(aside, like, traffic.passing(aside, false));
        if (tryGroup()) {
            stopWaiting();
            depart();
            listener.onSetOut(aside);
        } else if (wanted != null) {
            begin(wanted, like, passed);
        }
    }

    // ---- events on its way

    private void schedule() {
        cancel();
        Passing passed = passing;
        if (passed == null) {
            return;
        }
        double stop = passed.stops[groups - 1];
        if (stop != Double.POSITIVE_INFINITY && !isWaiting) {
            traffic.simulator.schedule(asking, motion.nanosToBrakeFor(stop));
        }
        scheduleLeaving(passed);
    }

    private void scheduleLeaving(Passing passed) {
        double next = Double.POSITIVE_INFINITY;
        if (left < passed.leaving.length && passed.leaving[left] < given()) {
            next = passed.left(passed.leaving[left]);
        }
        next = before.isEmpty() ? next : Math.min(next, clearMetres);
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
        Passing passed = passing;
        if (passed == null) {
            return;
        }
        double at = motion.metresGone() + 1e-6;
        List<Integer> all = new ArrayList<>();
        while (left < passed.leaving.length && passed.leaving[left] < given() && passed.left(passed.leaving[left]) <= at) {
            all.add(passed.entries.get(passed.leaving[left]).section());
            left++;
        }
        if (!before.isEmpty() && clearMetres <= at) {
            all.addAll(before);
            before.clear();
        }
        scheduleLeaving(passed);
        giveBack(all);
    }
}
