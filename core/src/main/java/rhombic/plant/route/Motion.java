package rhombic.plant.route;

import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.space.Pace;
import rhombic.space.Pose;

/** One body that stands, or is on its way along a route. It can be held at any moment: it brakes, stands, and goes on when it may. */
public final class Motion extends Event {
    /** What is no farther is there. */
    private static final double TINY_METRES = 1e-9;

    private final Simulator simulator;
    private Mover mover;
    private final Watcher watcher;
    private @Nullable Route route;
    private @Nullable Route last;
    /** How it moves, in metres along the route; null while it covers a single leg evenly, as people mostly do. */
    private @Nullable Pace pace;
    private long evenNanos;
    private double metres;
    private long sinceNanos;
    /** Where it comes to rest, in metres along the route; infinite if it goes on to its end. */
    private double restMetres = Double.POSITIVE_INFINITY;
    private Pose rest;

    /** Hears what becomes of it. */
    public interface Watcher {
        /** It has come to the end of its route. */
        void onArrived();

        /** It was held, and has come to rest on its way. */
        default void onRest() {}
    }

    /**
     * At rest.
     *
     * @param watcher told when it has come to the end of a route, or to rest
     */
    public Motion(Simulator simulator, Mover mover, Pose rest, Watcher watcher) {
        super(true);
        this.simulator = simulator;
        this.mover = mover;
        this.rest = rest;
        this.watcher = watcher;
    }

    /** Along which it goes; it must be under way. */
    public Route route() {
        Route along = route;
        if (along == null) {
            throw new IllegalStateException("What stands has no route");
        }
        return along;
    }

    /** Along which it went last, or goes; null if it never did. */
    public @Nullable Route lastRoute() {
        return last;
    }

    /** Whether it is on its way, be it that it is held. */
    public boolean isUnderWay() {
        return route != null;
    }

    public boolean isHeld() {
        return restMetres != Double.POSITIVE_INFINITY;
    }

    /** Whether it stands: it has no way to go, or is held and has come to rest. */
    public boolean isAtRest() {
        return route == null || isHeld() && !isPending();
    }

    /**
     * Sets out from where it stands.
     *
     * @return how long it takes; 0: it is there at once, and nobody is told
     */
    public long setOut(Route along) {
        return setOut(along, mover);
    }

    /** The same, moving like that from now on. */
    public long setOut(Route along, Mover like) {
        mover = like;
        assert route == null : "it is stopped before it sets out anew";
        route = along;
        last = along;
        metres = along.metres();
        rest = along.to();
        restMetres = Double.POSITIVE_INFINITY;
        sinceNanos = simulator.nowNanos();
        pace = mover.isEven(along) ? null : along.pace(mover);
        evenNanos = mover.nanosFor(metres);
        long nanos = pace == null ? evenNanos : pace.nanos();
        if (nanos == 0) {
            route = null;
        } else {
            simulator.schedule(this, nanos);
        }
        return nanos;
    }

    /** It was brought there, and stands. */
    public void placeAt(Pose here) {
        if (route != null) {
            throw new IllegalStateException("What is on its way stands nowhere else");
        }
        rest = here;
    }

    private void goOn(Pace now) {
        pace = now;
        sinceNanos = simulator.nowNanos();
    }

    private long passed() {
        return simulator.nowNanos() - sinceNanos;
    }

    /** How it has moved since it set out or was last held or resumed, in metres along its route; over in no time if it stands at its end. */
    public Pace pace() {
        Pace known = pace;
        Route along = route;
        return along == null ? Pace.over(metres, 0) : known == null ? along.pace(mover) : known;
    }

    /** How it moves from now on, in metres along its route. */
    public Pace paceFromNow() {
        return passed() == 0 ? pace() : pace().restFrom(passed());
    }

    /** Where it is now. */
    public Pose pose() {
        Route along = route;
        return along == null ? rest : along.at(partGone());
    }

    /** Metres to the east where it is now; makes no pose on a single leg. */
    public double x() {
        Route along = route;
        return along == null ? rest.x() : along.legs().size() > 1 ? pose().x() : between(along.from().x(), along.to().x());
    }

    /** Metres to the north where it is now. */
    public double y() {
        Route along = route;
        return along == null ? rest.y() : along.legs().size() > 1 ? pose().y() : between(along.from().y(), along.to().y());
    }

    private double between(double from, double to) {
        return from + (to - from) * partGone();
    }

    private double partGone() {
        Pace known = pace;
        if (known == null) {
            return evenNanos == 0 ? 1 : (double) passed() / evenNanos;
        }
        return metres == 0 ? 1 : known.metresAt(passed()) / metres;
    }

    /** How far it has come on its route. */
    public double metresGone() {
        return route == null ? 0 : partGone() * metres;
    }

    /** How fast it is now. */
    public double speed() {
        if (route == null) {
            return 0;
        }
        Pace known = pace;
        return known == null ? mover.speed() : known.speedAt(passed());
    }

    /** It brakes from now on, and stands until it may go on. */
    public void hold() {
        if (route != null && !isHeld()) {
            holdAt(metresGone() + brakingMetres());
        }
    }

    /**
     * It comes to rest at that place, and stands until it may go on. If it is there, it stands at once, and nobody is told.
     *
     * @param metres along its route, no nearer than it can brake
     */
    public void holdAt(double metres) {
        Route along = route;
        if (along == null) {
            return;
        }
        double at = metresGone();
        double now = speed();
        simulator.cancel(this);
        restMetres = Math.max(metres, at);
        Pace braking = restMetres - at < TINY_METRES ? Pace.restAt(at) : mover.pace(along, at, now, restMetres);
        goOn(braking);
        if (restMetres - at >= TINY_METRES) {
            simulator.schedule(this, braking.nanos());
        }
    }

    /** It goes on to the end of its route, from how it moves now. */
    public void resume() {
        Route along = route;
        if (along != null && isHeld()) {
            double now = speed();
            Pace onwards = mover.pace(along, metresGone(), now, Double.POSITIVE_INFINITY);
            simulator.cancel(this);
            restMetres = Double.POSITIVE_INFINITY;
            goOn(onwards);
            simulator.schedule(this, onwards.nanos());
        }
    }

    /** How far it goes on until it is at rest, if it brakes now. */
    public double brakingMetres() {
        return mover.brakingMetres(speed());
    }

    /**
     * When it is that far on its route, from now on, if it goes on as it does.
     *
     * @param metres no farther than it goes
     */
    public long nanosUntil(double metres) {
        Pace now = pace();
        return Math.max(0, now.nanosAt(Math.min(metres, now.metres())) - passed());
    }

    /** When it has to brake, at the latest, to come to rest there; from now on. */
    public long nanosToBrakeFor(double metres) {
        return Math.max(0, pace().nanosToBrakeFor(metres, mover.slower()) - passed());
    }

    /** Ends its way where it is, at once. Returns how far it has come. */
    public double stop() {
        if (route == null) {
            return 0;
        }
        Route along = route;
        double gone = metresGone();
        rest = pose();
        if (along.legs().size() == 1) {
            gone = new Route.Leg(along.from(), rest, Double.POSITIVE_INFINITY).metres();
        }
        simulator.cancel(this);
        route = null;
        restMetres = Double.POSITIVE_INFINITY;
        return gone;
    }

    /** How far it goes on its route: to its end, or to where it comes to rest. */
    public double goesTo() {
        return Math.min(metres, restMetres);
    }

    /** The length of the route that it is on, or was last. */
    public double metres() {
        return metres;
    }

    @Override
    protected void occur() {
        Route along = route;
        if (along != null && isHeld()) {
            goOn(Pace.restAt(metresGone()));
            watcher.onRest();
            return;
        }
        route = null;
        watcher.onArrived();
    }
}
