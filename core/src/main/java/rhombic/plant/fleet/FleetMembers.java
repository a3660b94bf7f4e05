package rhombic.plant.fleet;

import org.jspecify.annotations.Nullable;
import rhombic.plant.resource.Allocation;
import rhombic.plant.route.Mover;
import rhombic.plant.run.Run;
import rhombic.plant.staff.Staff;
import rhombic.plant.staff.Worker;
import rhombic.plant.staff.WorkingMembers;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.duty.Person;
import rhombic.study.fleet.Driving;
import rhombic.study.kind.Fleet;

/** The vehicles of a fleet. */
public final class FleetMembers extends WorkingMembers {
    private final Fleet fleet;
    private final VehicleAreas areas;
    private final Allocation allocation;

    /** @param areas of all fleets of the run */
    public FleetMembers(Run run, Staff staff, Fleet fleet, VehicleAreas areas) {
        super(run, staff, fleet, mover(fleet.driving(), fleet.driving().speed()), mover(fleet.driving(), fleet.driving().speedLoaded()),
                null);
        this.fleet = fleet;
        this.areas = areas;
        allocation = staff.allocation();
    }

    private static Mover mover(Driving driving, Quantity speed) {
        double acceleration = driving.acceleration().map(Quantity::inBaseUnit).orElse(Double.POSITIVE_INFINITY);
        double secondsPerDegree = driving.quarterTurn().map(Quantity::inBaseUnit).orElse(0.0) / 90;
        double cornerSpeed = driving.cornerSpeed().map(Quantity::inBaseUnit).orElse(Double.POSITIVE_INFINITY);
        return new Mover(speed.inBaseUnit(), acceleration, acceleration, secondsPerDegree, cornerSpeed);
    }

    @Override
    protected Worker worker(int number, Person member, boolean[] skills, Pose home, Worker.@Nullable Listener listener) {
        return new Vehicle(number, member.name(), group, skills, home, fleet, run, allocation, areas, listener);
    }
}
