package rhombic.plant.crane;

import java.util.ArrayList;
import java.util.List;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.HookWays;
import rhombic.study.place.Port;
import rhombic.study.unfold.UnfoldedStudy;

/** As high as what stands below says; pieces are gripped and released where links begin and end. */
final class LiftLevels implements Overhead.Lifts {
    private static final double NEAR_METRES = 0.01;

    private final HookWays ways;
    private final double max;
    private final List<Pose> ends = new ArrayList<>();

    LiftLevels(UnfoldedStudy study, BridgeCrane crane, HookWays ways) {
        this.ways = ways;
        max = crane.runway().liftHeight().inBaseUnit();
        for (int link = 0; link < study.links().size(); link++) {
            ends.add(Layout.outlet(study.element(study.from(link)), study.link(link).fromPort()));
            ends.add(Layout.inlet(study.element(study.to(link)), study.link(link).toPort()));
        }
    }

    @Override
    public double height(Pose from, Pose to) {
        return Math.min(max, ways.heightBetween(from, to));
    }

    @Override
    public double levelAt(Pose location) {
        return Math.min(max, ends.stream().filter(end -> Math.hypot(end.x() - location.x(), end.y() - location.y()) < NEAR_METRES)
                .mapToDouble(Pose::z).findFirst().orElse(Port.TABLE_METRES));
    }
}
