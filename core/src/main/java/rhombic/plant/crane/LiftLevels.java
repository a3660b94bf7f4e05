package rhombic.plant.crane;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Travel;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.HookWays;
import rhombic.study.place.Port;
import rhombic.study.unfold.UnfoldedStudy;

/** How high loads pass, and where they are gripped and released: where links begin and end along which the crane carries. */
final class LiftLevels {
    private static final double NEAR_METRES = 0.01;

    private final HookWays ways;
    private final double max;
    private final List<Pose> ends;

    LiftLevels(UnfoldedStudy study, BridgeCrane crane, HookWays ways) {
        this.ways = ways;
        max = crane.runway().liftHeight().inBaseUnit();
        ends = IntStream.range(0, study.links().size())
                .filter(link -> study.link(link).travel() instanceof Travel.Carried carried && crane.meets(carried.need())).boxed()
                .flatMap(link -> Stream.of(Layout.outlet(study.element(study.from(link)), study.link(link).fromPort()),
                        Layout.inlet(study.element(study.to(link)), study.link(link).toPort())))
                .distinct().toList();
    }

    /** How high the underside of a load is at least from one place to another; no higher than the crane lifts. */
    double height(Pose from, Pose to) {
        return Math.min(max, ways.heightBetween(from, to));
    }

    /** Where the underside of a piece is that is gripped or released there. */
    double levelAt(Pose location) {
        return Math.min(max, ends.stream().filter(end -> Math.hypot(end.x() - location.x(), end.y() - location.y()) < NEAR_METRES)
                .mapToDouble(Pose::z).findFirst().orElse(Port.TABLE_METRES));
    }
}
