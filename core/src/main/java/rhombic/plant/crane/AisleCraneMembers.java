package rhombic.plant.crane;

import org.jspecify.annotations.Nullable;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Route;
import rhombic.plant.run.Run;
import rhombic.plant.staff.Staff;
import rhombic.plant.staff.Worker;
import rhombic.plant.staff.WorkingMembers;
import rhombic.space.Pose;
import rhombic.study.duty.Person;
import rhombic.study.kind.StackerCrane;

/** The stacker cranes of one group. */
public final class AisleCraneMembers extends WorkingMembers {
    private final StackerCrane element;
    private final AisleCranes cranes;

    /** @param cranes of all groups of the run */
    public AisleCraneMembers(Run run, Staff staff, StackerCrane element, AisleCranes cranes) {
        super(run, staff, element, Mover.even(element.driving().travel().speed().inBaseUnit()),
                Mover.even(element.driving().travel().speed().inBaseUnit()), null);
        this.element = element;
        this.cranes = cranes;
    }

    @Override
    protected Worker worker(int number, Person member, boolean[] skills, Pose home, Worker.@Nullable Listener listener) {
        AisleCrane crane = new AisleCrane(number, member, group, skills, home, element, run, listener);
        cranes.add(element.rack(), crane);
        return crane;
    }

    /** Where those are that are in an aisle they write down themselves. */
    @Override
    public void onMove(Worker person, Route route) {
        if (!((AisleCrane) person).isInstalled()) {
            super.onMove(person, route);
        }
    }
}
