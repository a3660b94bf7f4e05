package rhombic.plant.fleet;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.resource.Duties;
import rhombic.space.Pose;

/** Where one vehicle waits when there is nothing to do: at the nearest place that is free of some areas; where it is based if none is. */
final class Parking implements VehicleAreas.Occupant {
    private final Vehicle vehicle;
    private final Duties duties;
    private final List<VehicleAreas.Area> areas;
    private @Nullable Pose place;

    Parking(Vehicle vehicle, Duties duties, List<VehicleAreas.Area> areas) {
        this.vehicle = vehicle;
        this.duties = duties;
        this.areas = List.copyOf(areas);
    }

    /** Where it goes now to wait; it keeps its place until it leaves for elsewhere. */
    Pose place() {
        Pose taken = place;
        if (taken != null) {
            return taken;
        }
        VehicleAreas.Area best = areas.getFirst();
        for (VehicleAreas.Area area : areas) {
            best = area.metresToPlace(this) < best.metresToPlace(this) ? area : best;
        }
        place = best.take(this);
        for (VehicleAreas.Area area : areas) {
            if (place == null) {
                area.take(this); // all are full: it waits for the first that is not
            } else if (area != best) {
                area.leave(this);
            }
        }
        return place == null ? vehicle.home() : place;
    }

    void onLeaves(Pose there) {
        Pose from = place == null ? vehicle.home() : place;
        if (from.distanceTo(there) > VehicleAreas.NEAR_METRES) {
            place = null;
            areas.forEach(area -> area.leave(this));
        }
    }

    @Override
    public double metresTo(Pose there) {
        return vehicle.metresTo(there);
    }

    @Override
    public boolean onPlaceFree() {
        return vehicle.isToPark() && duties.restElsewhere(vehicle);
    }
}
