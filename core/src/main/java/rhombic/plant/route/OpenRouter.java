package rhombic.plant.route;

import java.util.ArrayList;
import java.util.List;
import rhombic.space.Pose;
import rhombic.study.way.OpenFloor;

/** The shortest way round whatever stands there; straight where there is none: the check tells that. */
final class OpenRouter implements Router {
    private final OpenFloor floor;

    OpenRouter(OpenFloor floor) {
        this.floor = floor;
    }

    @Override
    public Route route(Pose from, Pose to) {
        List<Pose> corners = floor.way(from.x(), from.y(), to.x(), to.y()).orElseGet(() -> List.of(from, to));
        if (corners.size() <= 2) {
            return Route.straight(from, to);
        }
        List<Route.Leg> legs = new ArrayList<>();
        Pose at = from;
        for (int i = 1; i < corners.size(); i++) {
            Pose next = i + 1 == corners.size() ? to : corners.get(i);
            legs.add(new Route.Leg(at, next, Double.POSITIVE_INFINITY));
            at = next;
        }
        return new Route(legs);
    }
}
