package rhombic.plant.fleet;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.plant.activity.Hold;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Duties;
import rhombic.plant.resource.Job;
import rhombic.plant.run.Run;
import rhombic.space.Pose;
import rhombic.study.fleet.Battery;

/**
 * What is left in the battery of one vehicle. It runs down with the way, the time and what is picked up and set down, and is reckoned when it is asked for; the
 * one event is when it is to charge, to go again or is full.
 */
final class Power extends Event implements VehicleAreas.Occupant {
    /** So much of a full one is nothing. */
    private static final double TINY = 1e-9;
    private static final double NANOS = 1e9;

    private final Run run;
    private final Simulator simulator;
    private final Allocation allocation;
    private final Duties duties;
    private final Vehicle vehicle;
    private final Battery battery;
    private final VehicleAreas.@Nullable Area area;
    private final double speed;
    /** As it was at that time, but for the way since it set out last. */
    private double level = 1;
    private long sinceNanos;
    private boolean isCharging;
    private @Nullable Pose place;

    /**
     * @param area null: it charges where it parks
     * @param speed metres per second, to reckon how long a way takes
     */
    Power(Run run, Allocation allocation, Vehicle vehicle, Battery battery, VehicleAreas.@Nullable Area area, double speed) {
        super(true);
        this.run = run;
        simulator = run.simulator;
        this.allocation = allocation;
        duties = allocation.duties();
        this.vehicle = vehicle;
        this.battery = battery;
        this.area = area;
        this.speed = speed;
    }

    /** The part of a full one that is left now. */
    double level() {
        double seconds = (simulator.nowNanos() - sinceNanos) / NANOS;
        double now = isCharging
                ? battery.swaps() ? level : level + seconds / battery.chargeTime().inBaseUnit()
                : level - battery.taken(vehicle.metresGone(), seconds, 0);
        return Math.clamp(now, 0, 1);
    }

    private void book(double now) {
        level = now;
        sinceNanos = simulator.nowNanos();
    }

    /** It has come so far. */
    void onDriven(double metres) {
        double seconds = (simulator.nowNanos() - sinceNanos) / NANOS;
        book(Math.max(0, level - battery.taken(metres, seconds, 0)));
    }

    void onHandled() {
        level = Math.max(0, level - battery.taken(0, 0, 1));
    }

    boolean isCharging() {
        return isCharging;
    }

    // ---- what it can still do

    boolean isLow() {
        return level() < battery.chargeBelow().inBaseUnit() - TINY;
    }

    /** Whether it could do the job and come to a charger after it. */
    boolean canTake(Job job) {
        List<Pose> stops = job.owner().stops(job);
        double metres = vehicle.metresTo(stops.getFirst()) + metresToCharger(stops.getLast());
        for (int i = 1; i < stops.size(); i++) {
            metres += vehicle.metres(stops.get(i - 1), stops.get(i));
        }
        return level() - battery.taken(metres, metres / speed, 2) >= 0;
    }

    /** What is left is too little for a job that waits: it charges first, if that helps. */
    void onPassedOver() {
        if (!isCharging && level() < 1 - TINY) {
            rest();
        }
    }

    private void rest() {
        duties.set(vehicle, Hold.ENERGY, true);
    }

    private double metresToCharger(Pose from) {
        if (area == null) {
            return vehicle.metres(from, vehicle.home());
        }
        return area.places().stream().mapToDouble(one -> vehicle.metres(from, one)).min().orElse(0);
    }

    @Override
    public double metresTo(Pose there) {
        return vehicle.metresTo(there);
    }

    // ---- where it charges

    /** Where it goes to charge; where it parks if all places are taken. */
    Pose placeToCharge() {
        if (area == null) {
            place = vehicle.home();
            return vehicle.home();
        }
        Pose taken = area.take(this);
        place = taken;
        return taken == null ? vehicle.home() : taken;
    }

    boolean wantsToCharge() {
        return vehicle.isResting() || isCharging || battery.whenIdle() && level() < 1 - TINY;
    }

    /** Whether it stands where others are to charge. */
    boolean isInTheWay() {
        Pose taken = place;
        return area != null && taken != null && isAt(taken);
    }

    @Override
    public boolean onPlaceFree() {
        return duties.restElsewhere(vehicle);
    }

    private boolean isAt(Pose there) {
        return vehicle.pose().distanceTo(there) <= VehicleAreas.NEAR_METRES;
    }

    /** It stands where it was to wait. */
    void onAtRest() {
        Pose taken = area == null ? vehicle.home() : place;
        if (taken != null && isAt(taken) && !isCharging && level() < 1 - TINY) {
            book(level());
            isCharging = true;
            vehicle.showDoing();
            scheduleCharge();
        }
    }

    private void scheduleCharge() {
        simulator.cancel(this);
        double time = battery.chargeTime().inBaseUnit();
        double goal = vehicle.isResting() && level() < battery.leaveAt().inBaseUnit() - TINY ? battery.leaveAt().inBaseUnit() : 1;
        simulator.schedule(this, Math.round((battery.swaps() ? time : (goal - level()) * time) * NANOS));
    }

    /** It has nothing to do: the time comes when it has to charge. */
    void onIdle() {
        if (!isCharging && battery.standby().isPresent()) {
            double left = Math.max(0, level() - battery.chargeBelow().inBaseUnit());
            simulator.cancel(this);
            simulator.schedule(this, Math.round(left * battery.standby().get().inBaseUnit() * NANOS) + 1);
        }
    }

    /** It leaves for there. */
    void onLeaves(Pose there) {
        simulator.cancel(this);
        if (isCharging) {
            book(level());
            isCharging = false;
        }
        Pose taken = place == null ? vehicle.home() : place; // who goes to where it parks may wait for a place there
        if (taken.distanceTo(there) > VehicleAreas.NEAR_METRES) {
            place = null;
            if (area != null) {
                area.leave(this);
            }
        }
    }

    @Override
    protected void occur() {
        if (isCharging) {
            onCharged();
        } else if (vehicle.isFree() && level() <= battery.chargeBelow().inBaseUnit() + TINY) {
            rest();
        }
        run.settle();
    }

    private void onCharged() {
        book(battery.swaps() ? 1 : level());
        boolean isFull = level >= 1 - TINY;
        if (isFull) {
            level = 1;
            isCharging = false;
        }
        if (vehicle.isResting()) {
            duties.set(vehicle, Hold.ENERGY, false);
        }
        if (isFull) {
            allocation.noteChange();
            if (vehicle.isFree()) {
                duties.goesToWait(vehicle);
            }
            vehicle.showDoing();
        } else if (isCharging) {
            scheduleCharge();
        }
    }
}
