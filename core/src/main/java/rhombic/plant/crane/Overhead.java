package rhombic.plant.crane;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.plant.resource.Group;
import rhombic.plant.resource.Job;
import rhombic.plant.resource.Resource;
import rhombic.plant.resource.Whereabouts;
import rhombic.plant.run.Run;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneGeometry;
import rhombic.study.place.AxisDriving;
import rhombic.study.unfold.CraneParts;
import rhombic.trace.MoverMoment;

/**
 * Where a hall crane is and how it gets elsewhere: it rises until what hangs on the hook passes over all that stands below its way, travels with bridge and trolley
 * at once while the hoist comes down as far as it may, and then lowers. Heights are those of the underside of a load.
 */
final class Overhead extends Whereabouts {
    private static final double NEAR_METRES = 1e-9;
    /** The path of the hoist goes on so far above the highest. */
    private static final double MARGIN_METRES = 1;

    private enum Phase {
        REST,
        /** For its part of the runway. */
        WAITS, RISES, TRAVELS, LOWERS, BRAKES
    }

    /** Where it is to be, along and across the runway, and how high at the end; a job or a rest. */
    private record Goal(Pose location, double along, double across, double high, boolean isLoaded) {}

    private final Run run;
    private final BridgeCrane element;
    private final CraneGeometry geometry;
    private final LiftLevels lifts;
    private final RunwayTraffic runway;
    private final int number;
    private final CraneAxis bridge;
    private final CraneAxis trolley;
    private final CraneAxis hoist;
    private final Event step;
    private Phase phase = Phase.REST;
    /** Null: it stays, or stands aside for another. */
    private @Nullable Goal goal;
    /** Whether it goes where it wants to be, and not only nearer or aside. */
    private boolean isOnItsWay;
    private boolean isKept;
    /** It was called off, and brakes. */
    private boolean isStopping;
    /** The part of the runway that it holds. */
    private double low;
    private double high;
    /** Of the move that it is on: where it ends, how high it passes, and how high it ends. */
    private Pose from;
    private double toAlong;
    private double toAcross;
    private double passesAt;
    private double endsAt;

    Overhead(Run run, BridgeCrane element, LiftLevels lifts, RunwayTraffic runway, Resource resource, Group group, Pose home) {
        super(resource, group);
        this.run = run;
        this.element = element;
        this.lifts = lifts;
        this.runway = runway;
        CraneParts<?> parts = CraneParts.ofMember(run.unfolded, resource.number);
        number = parts.number();
        geometry = element.geometry();
        Path up = Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(0, 0, element.runway().liftHeight().inBaseUnit() + MARGIN_METRES, 0)),
                0);
        low = geometry.along(home);
        high = low;
        from = home;
        bridge = new CraneAxis(run, resource.number, MoverMoment.FLOOR, geometry.alongPath(), geometry.facing(), geometry.alongBegins(),
                low);
        trolley = new CraneAxis(run, parts.inner(), resource.number, geometry.acrossPath(), 90, geometry.acrossBegins(),
                geometry.across(home));
        hoist = new CraneAxis(run, parts.tip(), parts.inner(), up, 0, 0, lifts.height(home, home));
        runway.add(this);
        step = new Event(true) {
            @Override
            protected void occur() {
                onStepEnded();
                run.settle();
            }
        };
    }

    @Override
    protected void placeAt(Pose here) {
        throw new IllegalStateException("What travels overhead rides on nothing");
    }

    // ---- what the runway asks

    /** Whether its shift, a break or a failure keeps it from fetching anything. */
    boolean isAway() {
        return resource.isHeld();
    }

    int number() {
        return number;
    }

    boolean isWaiting() {
        return phase == Phase.WAITS;
    }

    boolean isLoaded() {
        Goal wanted = goal;
        return wanted != null && wanted.isLoaded;
    }

    boolean isOnJob() {
        return aim() == Aim.JOB;
    }

    /** When the job that it is on was asked for. */
    long askedNanos() {
        Job job = resource.job();
        return job == null ? Long.MAX_VALUE : job.askedNanos();
    }

    /** Where it wants to be along the runway, or is. */
    double goal() {
        Goal wanted = goal;
        return wanted == null ? bridge.at() : wanted.along;
    }

    double at() {
        return bridge.at();
    }

    double low() {
        return low;
    }

    double high() {
        return high;
    }

    /** Whether it stands and does nothing, or waits to travel. */
    boolean canStandAside() {
        boolean isIdle = phase == Phase.REST && resource.job() == null;
        return (isIdle || phase == Phase.WAITS) && !isDown();
    }

    boolean reaches(double along) {
        return along >= geometry.minAlong(number) - NEAR_METRES && along <= geometry.maxAlong(number) + NEAR_METRES;
    }

    /** It travels out of the way of another; what it wanted itself it still wants then. */
    void standAside(double along) {
        move(along, trolley.at(), lifts.height(pose(), geometry.below(along, trolley.at())), Double.NaN);
    }

    /** Its part of the runway is free: it sets out. */
    void setOut() {
        Goal wanted = goal;
        assert wanted != null : "who waits wants to be somewhere";
        isOnItsWay = true;
        setKept(false);
        move(wanted.along, wanted.across, lifts.height(pose(), wanted.location), wanted.high);
    }

    // ---- going there

    @Override
    protected boolean goTo(Pose location, Aim newAim, boolean isLoaded) {
        tellLeavesFor(location);
        double along = geometry.along(location);
        double across = geometry.across(location);
        double ends = newAim == Aim.JOB ? lifts.levelAt(location) : Double.NaN;
        setAim(newAim);
        goal = new Goal(location, along, across, ends, isLoaded);
        isStopping = false;
        if (isMoving()) {
            brake();
            return false;
        }
        if (isThere(along, across, ends)) {
            onThere();
            setAim(Aim.NOTHING);
            return true;
        }
        waits();
        return false;
    }

    private boolean isThere(double along, double across, double ends) {
        return Math.abs(bridge.at() - along) < NEAR_METRES && Math.abs(trolley.at() - across) < NEAR_METRES
                && (Double.isNaN(ends) || Math.abs(hoist.at() - ends) < NEAR_METRES);
    }

    private boolean isMoving() {
        return phase == Phase.RISES || phase == Phase.TRAVELS || phase == Phase.LOWERS || phase == Phase.BRAKES;
    }

    private void waits() {
        phase = Phase.WAITS;
        tellLeft();
        isOnItsWay = false;
        runway.serve();
        setKept(!isOnItsWay);
    }

    private void setKept(boolean kept) {
        if (isKept != kept) {
            isKept = kept;
            resource.showDoing();
        }
    }

    /** @param ends how high at the end; not a number: where it is then */
    private void move(double along, double across, double passes, double ends) {
        from = pose();
        toAlong = along;
        toAcross = across;
        low = Math.min(bridge.at(), along);
        high = Math.max(bridge.at(), along);
        passesAt = passes;
        endsAt = ends;
        tellLeft();
        boolean travels = Math.abs(bridge.at() - along) >= NEAR_METRES || Math.abs(trolley.at() - across) >= NEAR_METRES;
        if (!travels) {
            lower();
        } else if (hoist.at() < passes - NEAR_METRES) {
            begin(Phase.RISES, lift(passes));
        } else {
            travel();
        }
    }

    private void begin(Phase next, long nanos) {
        phase = next;
        run.simulator.schedule(step, nanos);
    }

    private long lift(double to) {
        return hoist.moveTo(to, element.driving().hoist()::pace);
    }

    private void travel() {
        long nanos = Math.max(bridge.moveTo(toAlong, element.driving().bridge()::pace),
                trolley.moveTo(toAcross, element.driving().trolley()::pace));
        double lowest = Double.isNaN(endsAt) ? hoist.at() : Math.max(passesAt, endsAt);
        begin(Phase.TRAVELS, Math.max(nanos, lowest < hoist.at() ? lift(lowest) : 0));
    }

    private void lower() {
        if (Double.isNaN(endsAt) || Math.abs(hoist.at() - endsAt) < NEAR_METRES) {
            begin(Phase.LOWERS, 0);
        } else {
            begin(Phase.LOWERS, lift(endsAt));
        }
    }

    private void onStepEnded() {
        switch (phase) {
            case RISES -> travel();
            case TRAVELS -> lower();
            case LOWERS, BRAKES -> comesToRest();
            case REST, WAITS -> throw new IllegalStateException("A crane that stands ends no move");
        }
    }

    private void comesToRest() {
        boolean hasBraked = phase == Phase.BRAKES;
        phase = Phase.REST;
        low = bridge.at();
        high = low;
        Pose here = pose();
        tellTravelled(here.distanceTo(from));
        Goal wanted = goal;
        if (wanted == null) {
            onThere();
            if (hasBraked && isStopping) {
                isStopping = false;
                tellStopped();
            }
        } else if (isThere(wanted.along, wanted.across, wanted.high)) {
            onThere();
            tellArrived();
        } else {
            waits(); // it has braked for another goal, or stood aside
        }
    }

    private void onThere() {
        goal = null;
        tellStands(pose());
        runway.serve();
    }

    // ---- staying

    @Override
    protected void stop(boolean atOnce) {
        goal = null;
        setAim(Aim.NOTHING);
        if (phase == Phase.WAITS) {
            phase = Phase.REST;
            setKept(false);
            onThere();
        } else if (isMoving()) {
            isStopping = true;
            brake();
        }
    }

    private void brake() {
        if (phase == Phase.BRAKES) {
            return;
        }
        run.simulator.cancel(step);
        long nanos = Math.max(brake(bridge, element.driving().bridge()), Math.max(brake(trolley, element.driving().trolley()),
                brake(hoist, element.driving().hoist())));
        begin(Phase.BRAKES, nanos);
    }

    private static long brake(CraneAxis axis, AxisDriving driving) {
        return axis.brake(driving.gain());
    }

    // ---- where it is

    @Override
    protected boolean isUnderWay() {
        return phase != Phase.REST;
    }

    @Override
    protected boolean isKept() {
        return isKept;
    }

    @Override
    protected Pose pose() {
        return geometry.below(bridge.now(), trolley.now());
    }

    @Override
    protected double x() {
        return pose().x();
    }

    @Override
    protected double y() {
        return pose().y();
    }

    @Override
    protected double metresGone() {
        return isMoving() ? pose().distanceTo(from) : 0;
    }

    @Override
    protected Pace pace() {
        return Pace.over(0, 0);
    }
}
