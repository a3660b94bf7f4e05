package rhombic.plant.crane;

import org.jspecify.annotations.Nullable;
import rhombic.plant.route.Mover;
import rhombic.plant.route.Route;
import rhombic.plant.run.Run;
import rhombic.plant.staff.Staff;
import rhombic.plant.staff.Worker;
import rhombic.plant.staff.WorkingMembers;
import rhombic.space.Pose;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.HookWays;
import rhombic.study.duty.Person;

/** The cranes of one runway. */
public final class BridgeCraneMembers extends WorkingMembers {
    private final BridgeCrane element;
    private final RunwayTraffic runway;
    private final HookWays ways;

    public BridgeCraneMembers(Run run, Staff staff, BridgeCrane element) {
        this(run, staff, element, new RunwayTraffic(element.runway().safeDistance().inBaseUnit()), new HookWays(run.study, element));
    }

    private BridgeCraneMembers(Run run, Staff staff, BridgeCrane element, RunwayTraffic runway, HookWays ways) {
        this(run, staff, element, runway, ways, new LiftLevels(run.unfolded, element, ways));
    }

    private BridgeCraneMembers(Run run, Staff staff, BridgeCrane element, RunwayTraffic runway, HookWays ways, LiftLevels lifts) {
        super(run, staff, element, Mover.even(element.driving().bridge().speed().inBaseUnit()),
                (resource, name, group, home) -> new Overhead(run, element, lifts, runway, resource, group, home));
        this.element = element;
        this.runway = runway;
        this.ways = ways;
    }

    @Override
    protected Worker worker(int number, Person member, boolean[] skills, Pose home, Worker.@Nullable Listener listener) {
        return new HallCrane(number, member.name(), group, skills, home, element, ways, runway, run, listener);
    }

    /** Where they are they write down themselves. */
    @Override
    public void onMove(Worker person, Route route) {}
}
