package rhombic.plant.staff;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.maintenance.Breakdown;
import rhombic.plant.maintenance.Modes;
import rhombic.plant.resource.Job;
import rhombic.plant.run.Run;
import rhombic.study.duty.FailureMode;

/** Makes what breaks something ready to run, with those who repair it. */
public final class Repairs {
    private Repairs() {}

    /**
     * What breaks something.
     *
     * @param people who repair it; null if there is nobody, then all repairs itself
     * @param id what its draws hang on
     */
    public static Modes modes(Run run, @Nullable Staff people, String id, List<FailureMode> modes, Breakdown.Owner owner) {
        return new Modes(run.simulator, modes, mode -> new Breakdown(run, id + "\u0000" + mode.id(), mode, owner,
                people == null ? null : people.allocation(), request(people, mode, owner)));
    }

    private static Job.@Nullable Request request(@Nullable Staff people, FailureMode mode, Breakdown.Owner owner) {
        if (people == null || mode.repairedBy().isEmpty()) {
            return null;
        }
        Staffing.Request needed = people.request(Job.Kind.REPAIR, mode.repairedBy());
        return new Job.Request(needed.kind(), owner.repairPose(), needed.demands(), needed.priority(), needed.preemptible());
    }
}
