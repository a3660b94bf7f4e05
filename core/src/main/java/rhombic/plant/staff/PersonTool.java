package rhombic.plant.staff;

import rhombic.plant.activity.Hold;
import rhombic.plant.maintenance.Breakdown;
import rhombic.plant.maintenance.Modes;
import rhombic.plant.run.Run;
import rhombic.space.Pose;
import rhombic.study.kind.ResourceGroup;

/** What one person works with, and what breaks it. While it is broken the person stays where it is and does nothing. */
final class PersonTool implements Breakdown.Owner, Worker.Tool {
    private final Staff staff;
    private final Worker person;
    private final Modes modes;
    private int downs;

    /** @param id of the member in its group, which its draws depend on */
    PersonTool(Run run, Staff staff, Worker person, ResourceGroup crew, String id) {
        this.staff = staff;
        this.person = person;
        modes = Repairs.modes(run, staff, crew.id() + "\u0000" + id, crew.basics().duty().failures(), this);
        person.worksWith(this);
    }

    Modes modes() {
        return modes;
    }

    Worker person() {
        return person;
    }

    @Override
    public void onUse(boolean used) {
        if (!modes.hasWorkClock()) {
            return;
        }
        if (used) {
            modes.onWorkBegins(Long.MAX_VALUE);
        } else {
            modes.onWorkEnds();
        }
    }

    @Override
    public void onJobDone() {
        modes.count(1);
    }

    /** Where the person is. */
    @Override
    public Pose repairPose() {
        return person.pose();
    }

    @Override
    public void onFailure(Breakdown by) {
        if (downs++ == 0) {
            staff.allocation().duties().set(person, Hold.DOWN, true);
        }
    }

    @Override
    public void onRepaired(Breakdown by) {
        if (--downs == 0) {
            staff.allocation().duties().set(person, Hold.DOWN, false);
        }
    }

    @Override
    public void onStageChanged(Breakdown of) {}

    @Override
    public String name() {
        return person.name();
    }
}
