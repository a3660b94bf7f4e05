package rhombic.plant.route;

import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.space.Pace;
import rhombic.space.Pose;

/** One body that stands, or is on its way along a route. It can be held at any moment: it brakes, stands, and goes on when it may. */
public final class Motion extends Event {
    private final Simulator simulator;
    private Mover mover;
    private final Runnable whenArrived;
    private @Nullable Route route;
    /** How it moves, in metres along the route; null while it covers a single leg evenly, as people mostly do. */
    private @Nullable Pace pace;
    private long evenNanos;
    private double metres;
    private long sinceNanos;
    private boolean isHeld;
    private Pose rest;

    /**
     * At rest.
     *
     * @param whenArrived called when it has come to the end of a route
     */
    public Motion(Simulator simulator, Mover mover, Pose rest, Runnable whenArrived) {
        super(true);
        this.simulator = simulator;
        this.mover = mover;
        this.rest = rest;
        this.whenArrived = whenArrived;
    }

    /** Whether it is on its way, be it that it is held. */
    public boolean isUnderWay() {
        return route != null;
    }

    public boolean isHeld() {
        return isHeld;
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
        metres = along.metres();
        rest = along.to();
        isHeld = false;
        sinceNanos = simulator.nowNanos();
        pace = isEven(along) ? null : mover.pace(along, 0);
        evenNanos = mover.nanosFor(metres);
        long nanos = pace == null ? evenNanos : pace.nanos();
        if (nanos == 0) {
            route = null;
        } else {
            simulator.schedule(this, nanos);
        }
        return nanos;
    }

    private boolean isEven(Route along) {
        return mover.isEven() && along.legs().size() == 1 && along.legs().getFirst().maxSpeed() >= mover.speed();
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
        return route == null ? Pace.over(metres, 0) : known == null ? Pace.over(metres, evenNanos) : known;
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
        if (route != null && !isHeld) {
            isHeld = true;
            simulator.cancel(this);
            double at = metresGone();
            goOn(mover.braking(at, speed()));
        }
    }

    /** It goes on, from rest; called when it has come to rest. */
    public void resume() {
        Route along = route;
        if (along != null && isHeld) {
            isHeld = false;
            Pace rest = mover.pace(along, metresGone());
            goOn(rest);
            simulator.schedule(this, rest.nanos());
        }
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
        isHeld = false;
        return gone;
    }

    /** The length of the route that it is on, or was last. */
    public double metres() {
        return metres;
    }

    @Override
    protected void occur() {
        route = null;
        whenArrived.run();
    }
}
