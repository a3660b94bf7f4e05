package rhombic.study.way;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.DoubleStream;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.duty.StopPoint;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.Port;

/** The ports that are reached from elsewhere than where an aisle is nearest: each place where somebody stands at one, and its stop. */
final class MovedStops {
    private static final double SAME_METRES = 1e-3;
    private static final double SAME_DEGREES = 0.1;

    private final List<Moved> all = new ArrayList<>();

    /**
     * One of them.
     *
     * @param place of somebody who stands at the port, or the port itself
     * @param by the point that its stop is near to
     */
    private record Moved(Pose place, Pose by) {
        boolean isFor(Pose other) {
            return Math.abs(other.x() - place.x()) < SAME_METRES && Math.abs(other.y() - place.y()) < SAME_METRES
                    && Math.abs(Math.IEEEremainder(other.heading() - place.heading(), 360)) < SAME_DEGREES;
        }
    }

    static MovedStops of(List<? extends PlantElement> elements) {
        MovedStops stops = new MovedStops();
        double[] reaches = DoubleStream.concat(DoubleStream.of(ResourceGroup.PERSON_REACH_METRES),
                elements.stream().filter(ResourceGroup.class::isInstance).mapToDouble(group -> ((ResourceGroup) group).reachMetres()))
                .distinct().toArray();
        for (PlantElement element : elements) {
            for (StopPoint stop : element.basics().duty().stops()) {
                element.ports().stream().filter(port -> port.name().equals(stop.port())).findFirst()
                        .ifPresent(port -> stops.add(element, port, stop, reaches));
            }
        }
        return stops;
    }

    private void add(PlantElement element, Port port, StopPoint stop, double[] reaches) {
        Pose by = element.placement().pose().of(Pose.at(stop.xMetres(), stop.yMetres(), 0, 0));
        all.add(new Moved(Layout.pose(element, port), by));
        for (double reach : reaches) {
            all.add(new Moved(Layout.standing(element, port, reach), by));
        }
    }

    /** The point that the stop of this place is near to; null: the place itself. */
    @Nullable
    Pose by(Pose place) {
        for (Moved one : all) {
            if (one.isFor(place)) {
                return one.by;
            }
        }
        return null;
    }
}
