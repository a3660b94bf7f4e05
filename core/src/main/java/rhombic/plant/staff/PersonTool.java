package rhombic.plant.staff;

import rhombic.plant.activity.Hold;
import rhombic.plant.doers.Doer;
import rhombic.plant.run.Run;
import rhombic.plant.upkeep.Breakdown;
import rhombic.plant.upkeep.Modes;
import rhombic.space.Pose;
import rhombic.study.kind.Crew;

/** What one person works with, and what breaks it. While it is broken the person stays where it is and does nothing. */
final class PersonTool implements Breakdown.Site, Doer.Tool {
    private final Staff staff;
    private final Doer doer;
    private final Modes modes;
    private int downs;

    /** @param number of the person in the crew, on which its draws hang: names may change */
    PersonTool(Run run, Staff staff, Doer doer, Crew crew, int number) {
        this.staff = staff;
        this.doer = doer;
        modes = Repairs.modes(run, staff, crew.id() + "\u0000" + number, crew.basics().duty().failures(), this);
        doer.worksWith(this);
    }

    Modes modes() {
        return modes;
    }

    Doer doer() {
        return doer;
    }

    @Override
    public void isUsed(boolean used) {
        if (!modes.countsWork()) {
            return;
        }
        if (used) {
            modes.workBegins(Long.MAX_VALUE);
        } else {
            modes.workEnds();
        }
    }

    @Override
    public void hasDoneJob() {
        modes.cycle();
    }

    /** Where the person is. */
    @Override
    public Pose whereMended() {
        return doer.place();
    }

    @Override
    public void breaks(Breakdown by) {
        if (downs++ == 0) {
            staff.allocation().duty(doer, Hold.DOWN, true);
        }
    }

    @Override
    public void mended(Breakdown by) {
        if (--downs == 0) {
            staff.allocation().duty(doer, Hold.DOWN, false);
        }
    }

    @Override
    public void stageChanges(Breakdown of) {}

    @Override
    public String name() {
        return doer.name();
    }
}
