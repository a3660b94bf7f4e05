package rhombic.plant.fleet;

import org.jspecify.annotations.Nullable;
import rhombic.plant.resource.Group;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Routers;
import rhombic.plant.run.Run;
import rhombic.plant.staff.Staff;
import rhombic.plant.staff.Worker;
import rhombic.plant.staff.WorkingMembers;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.duty.Person;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Fleet;

/** The vehicles of a fleet. */
public final class FleetMembers extends WorkingMembers {
    private static final double BESIDE_METRES = 0.1;

    private final Fleet fleet;

    public FleetMembers(Run run, Staff staff, Fleet fleet) {
        super(run, staff, fleet, mover(fleet, fleet.speed()), mover(fleet, fleet.loadedSpeed().orElse(fleet.speed())),
                run.blueprint.routers()
                        .of(new Routers.Traveller(fleet.travel(), false, fleet.speed().inBaseUnit(), secondsPerDegree(fleet),
                                fleet.form().widthMetres() / 2 + BESIDE_METRES)),
                new Group.Rules(fleet.vehicleRule(), fleet.jobRule(), fleet.idleAt() == Crew.IdlePlace.AT_HOME,
                        fleet.basics().duty().atShiftEnd(), null));
        this.fleet = fleet;
    }

    private static Mover mover(Fleet fleet, Quantity speed) {
        double acceleration = fleet.acceleration().map(Quantity::inBaseUnit).orElse(Double.POSITIVE_INFINITY);
        return new Mover(speed.inBaseUnit(), acceleration, acceleration, secondsPerDegree(fleet));
    }

    private static double secondsPerDegree(Fleet fleet) {
        return fleet.quarterTurn().map(Quantity::inBaseUnit).orElse(0.0) / 90;
    }

    @Override
    protected Worker worker(int number, Person member, boolean[] skills, Pose home, Worker.@Nullable Listener listener) {
        return new Vehicle(number, member.name(), group, skills, home, fleet, listener);
    }
}
