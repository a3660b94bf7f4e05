package rhombic.plant.fleet;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.TypeBook;
import rhombic.plant.resource.Allocation;
import rhombic.plant.resource.Group;
import rhombic.plant.resource.Job;
import rhombic.plant.run.Run;
import rhombic.plant.staff.Worker;
import rhombic.space.Pose;
import rhombic.study.area.ChargingArea;
import rhombic.study.area.ParkingArea;
import rhombic.study.area.Zone;
import rhombic.study.fleet.Battery;
import rhombic.study.fleet.Trailer;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.ResourceGroup;

/** One vehicle of a fleet. */
final class Vehicle extends Worker {
    private final Fleet fleet;
    private final Handling handling;
    private final TypeBook types;
    /** Null: it never runs down. */
    private final @Nullable Power power;
    /** Null: it waits as its rules say. */
    private final @Nullable Parking parking;
    private final List<Zone> zones;

    Vehicle(int number, String name, Group group, boolean[] skills, Pose home, Fleet fleet, Run run, Allocation allocation,
            VehicleAreas areas,
            @Nullable Listener listener) {
        super(number, name, group, skills, 1, home, listener);
        this.fleet = fleet;
        handling = new Handling(fleet.id(), fleet.loading().pickUpTime(), fleet.loading().setDownTime(),
                fleet.loading().stopTime());
        types = run.types;
        power = fleet.battery().map(battery -> new Power(run, allocation, this, battery, area(battery, run, areas),
                fleet.driving().speed().inBaseUnit())).orElse(null);
        List<VehicleAreas.Area> parkingAreas = fleet.deployment().parking().stream()
                .flatMap(area -> run.study.find(area, ParkingArea.class).stream())
                .map(areas::of).toList();
        parking = parkingAreas.isEmpty() ? null : new Parking(this, allocation.duties(), parkingAreas);
        zones = fleet.deployment().zones().stream()
                .flatMap(zone -> run.study.find(zone, Zone.class).stream()).toList();
    }

    private static VehicleAreas.@Nullable Area area(Battery battery, Run run, VehicleAreas areas) {
        Optional<ChargingArea> area = run.study.find(battery.at(), ChargingArea.class);
        return area.map(areas::of).orElse(null);
    }

    @Override
    public int freeSlot(Piece piece, BitSet taken) {
        List<Trailer> trailers = fleet.capacity().trailers();
        if (trailers.isEmpty()) {
            int slot = taken.nextClearBit(0);
            return slot < fleet.capacity().pieces() ? slot : -1;
        }
        String type = types.name(piece.type);
        int best = -1;
        int first = 0;
        boolean isOwn = false; // a trailer for some types is filled before those for all
        for (Trailer trailer : trailers) {
            int slot = taken.nextClearBit(first);
            boolean isBetter = best < 0 || !isOwn && !trailer.types().isEmpty();
            if (trailer.isFor(type) && slot < first + trailer.pieces() && isBetter) {
                best = slot;
                isOwn = !trailer.types().isEmpty();
            }
            first += trailer.pieces();
        }
        return best;
    }

    @Override
    public boolean hasSlots() {
        return !fleet.capacity().trailers().isEmpty();
    }

    @Override
    public double maxKilograms() {
        return fleet.maxLoadKilograms();
    }

    @Override
    public Handling handling() {
        return handling;
    }

    @Override
    protected double backMetres() {
        return fleet.reachMetres() - ResourceGroup.PERSON_REACH_METRES;
    }

    // ---- what it drives on

    @Override
    protected double batteryLevel() {
        return power == null ? super.batteryLevel() : power.level();
    }

    @Override
    protected void onTravelled(double metres) {
        super.onTravelled(metres);
        if (power != null) {
            power.onDriven(metres);
        }
    }

    @Override
    public void onHandled() {
        if (power != null) {
            power.onHandled();
        }
    }

    @Override
    public boolean serves(Pose outlet, Pose inlet) {
        return zones.isEmpty() || zones.stream().anyMatch(zone -> zone.contains(outlet));
    }

    /** Whether it would go to a parking place now if one were free. */
    boolean isToPark() {
        return isFree() && (power == null || !power.wantsToCharge());
    }

    @Override
    protected boolean isChoosy() {
        return super.isChoosy() || power != null || !zones.isEmpty() || hasSlots() || fleet.capacity().maxWeight().isPresent();
    }

    @Override
    protected boolean canTake(Job of) {
        return power == null || power.canTake(of);
    }

    @Override
    protected boolean needsRest() {
        return power != null && power.isLow();
    }

    @Override
    protected void onPassedOver() {
        if (power != null) {
            power.onPassedOver();
        }
    }

    @Override
    protected void onIdle() {
        if (power != null) {
            power.onIdle();
        }
    }

    @Override
    protected boolean waitsElsewhere() {
        return power != null || parking != null || super.waitsElsewhere();
    }

    @Override
    protected boolean leavesHomeAtOnce() {
        return parking != null;
    }

    @Override
    protected @Nullable Pose waitingPlace() {
        if (power != null && power.wantsToCharge()) {
            return power.placeToCharge();
        }
        if (parking != null) {
            return parking.place();
        }
        return power != null && power.isInTheWay() ? home() : super.waitingPlace();
    }

    @Override
    protected Pose restingPlace(boolean isOffShift) {
        return power != null && power.wantsToCharge() ? power.placeToCharge() : super.restingPlace(isOffShift);
    }

    @Override
    protected void onAtRest() {
        if (power != null) {
            power.onAtRest();
        }
    }

    @Override
    protected void onLeaves(Pose there) {
        if (power != null) {
            power.onLeaves(there);
        }
        if (parking != null) {
            parking.onLeaves(there);
        }
    }

    @Override
    protected Doing shown(Doing ofAll) {
        if (power == null || ofAll != Doing.WAITING) {
            return ofAll;
        }
        return power.isCharging() ? Doing.CHARGING : isResting() ? Doing.TO_CHARGE : ofAll;
    }
}
