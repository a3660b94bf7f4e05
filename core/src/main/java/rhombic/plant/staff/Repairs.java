package rhombic.plant.staff;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.doers.Job;
import rhombic.plant.run.Run;
import rhombic.plant.upkeep.Breakdown;
import rhombic.plant.upkeep.Modes;
import rhombic.study.duty.FailureMode;

/** Makes what breaks something ready to run, with those who repair it. */
public final class Repairs {
    private Repairs() {}

    /**
     * What breaks something.
     *
     * @param people who repair it; null if there is nobody, then all mends itself
     * @param id what its draws hang on
     */
    public static Modes modes(Run run, @Nullable Staff people, String id, List<FailureMode> modes, Breakdown.Site site) {
        return new Modes(run.simulator, modes, mode -> new Breakdown(run, id + "\u0000" + mode.name(), mode, site,
                people == null ? null : people.allocation(), order(people, mode, site)));
    }

    private static Job.@Nullable Order order(@Nullable Staff people, FailureMode mode, Breakdown.Site site) {
        if (people == null || mode.repairedBy().isEmpty()) {
            return null;
        }
        Manning.Order needed = people.order(Job.What.REPAIR, mode.repairedBy());
        return new Job.Order(needed.what(), site.whereMended(), needed.demands(), needed.priority(), needed.yields());
    }
}
