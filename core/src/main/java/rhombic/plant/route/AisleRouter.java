package rhombic.plant.route;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rhombic.space.Pose;
import rhombic.study.way.AisleNet;

/**
 * Along aisles, in the least time: straight to the nearest one, along it, and straight from where the goal is nearest. What is no farther than the
 * aisles are is reached straight, and so is what no aisle leads to: the check tells that.
 */
final class AisleRouter implements Router {
    /** What is no farther is where one is. */
    private static final double SAME_METRES = 1e-6;

    private final AisleNet net;
    private final double speed;
    private final double secondsPerDegree;
    private final boolean isInTraffic;

    /**
     * @param isInTraffic whether who travels goes along the aisle even where it is nearer across it
     * @param speed metres per second of who travels
     * @param secondsPerDegree what turning costs
     */
    AisleRouter(AisleNet net, boolean isInTraffic, double speed, double secondsPerDegree) {
        this.net = net;
        this.isInTraffic = isInTraffic;
        this.speed = speed;
        this.secondsPerDegree = secondsPerDegree;
    }

    @Override
    public Route route(Pose from, Pose to) {
        Optional<AisleNet.Stop> begins = net.stop(from.x(), from.y());
        Optional<AisleNet.Stop> ends = net.stop(to.x(), to.y());
        double straight = Math.hypot(to.x() - from.x(), to.y() - from.y());
        if (begins.isEmpty() || ends.isEmpty() || isNearer(straight, begins.get(), ends.get())) {
            return Route.straight(from, to);
        }
        return net.course(begins.get(), ends.get(), speed, secondsPerDegree).map(course -> along(from, course, to))
                .orElseGet(() -> Route.straight(from, to));
    }

    private boolean isNearer(double straight, AisleNet.Stop begins, AisleNet.Stop ends) {
        return isInTraffic ? straight <= SAME_METRES : straight <= begins.away() + ends.away();
    }

    private static Route along(Pose from, AisleNet.Course course, Pose to) {
        List<Route.Leg> legs = new ArrayList<>();
        List<Pose> corners = course.corners();
        add(legs, from, corners.getFirst(), Double.POSITIVE_INFINITY);
        for (int i = 1; i < corners.size(); i++) {
            add(legs, corners.get(i - 1), corners.get(i), course.maxSpeeds().get(i - 1));
        }
        add(legs, corners.getLast(), to, Double.POSITIVE_INFINITY);
        return new Route(legs, course.parts());
    }

    private static void add(List<Route.Leg> legs, Pose from, Pose to, double maxSpeed) {
        Route.Leg leg = new Route.Leg(from, to, maxSpeed);
        if (leg.metres() > 0) {
            legs.add(leg);
        }
    }
}
