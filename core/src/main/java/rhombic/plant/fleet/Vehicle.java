package rhombic.plant.fleet;

import org.jspecify.annotations.Nullable;
import rhombic.plant.resource.Group;
import rhombic.plant.staff.Worker;
import rhombic.space.Pose;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.ResourceGroup;

/** One vehicle of a fleet. */
final class Vehicle extends Worker {
    private final Fleet fleet;
    private final Handling handling;

    Vehicle(int number, String name, Group group, boolean[] skills, Pose home, Fleet fleet, @Nullable Listener listener) {
        super(number, name, group, skills, 1, home, listener);
        this.fleet = fleet;
        handling = new Handling(fleet.id(), fleet.loading().pickUpTime(), fleet.loading().setDownTime());
    }

    @Override
    public int maxPieces() {
        return fleet.capacity();
    }

    @Override
    public Handling handling() {
        return handling;
    }

    @Override
    protected double backMetres() {
        return fleet.reachMetres() - ResourceGroup.PERSON_REACH_METRES;
    }
}
