package rhombic.plant.route;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rhombic.space.Pose;
import rhombic.study.duty.TravelChoice;
import rhombic.study.way.AisleNet;

/**
 * Along aisles, in the least time: straight to the nearest one, along it, and straight from where the goal is nearest, or from its stop. What is no farther than the
 * aisles are is reached straight, and so is what no aisle
 * leads to, but by those who go only on aisles: the check tells that.
 */
final class AisleRouter implements Router {
    /** What is no farther is where one is. */
    private static final double SAME_METRES = 1e-6;

    private final AisleNet net;
    private final double speed;
    private final double secondsPerDegree;
    /** Whether who travels goes along the aisle even where it is nearer across it. */
    private final boolean isBound;
    /** Whether it looks ahead where it stops on an aisle, and turns to nothing. */
    private final boolean staysOnAisles;
    private final boolean isPartial;

    AisleRouter(AisleNet net, Routers.Traveller traveller) {
        this.net = net;
        isBound = traveller.isInTraffic() || traveller.staysOnAisles();
        speed = traveller.speed();
        secondsPerDegree = traveller.secondsPerDegree();
        staysOnAisles = traveller.staysOnAisles();
        isPartial = traveller.choice() == TravelChoice.ONLY_ON_AISLES;
    }

    @Override
    public Pose stop(Pose place) {
        return staysOnAisles
                ? net.stop(place).map(stop -> Pose.at(stop.x(), stop.y(), 0, place.heading())).orElse(place)
                : place;
    }

    @Override
    public boolean isPartial() {
        return isPartial;
    }

    @Override
    public Route route(Pose from, Pose to) {
        Optional<AisleNet.Stop> begins = net.stop(from);
        Optional<AisleNet.Stop> ends = net.stop(to);
        double straight = Math.hypot(to.x() - from.x(), to.y() - from.y());
        if (begins.isEmpty() || ends.isEmpty()) {
            return straight <= SAME_METRES ? Route.straight(from, to) : Route.missing(from, to);
        }
        if (isNearer(straight, begins.get(), ends.get())) {
            return Route.straight(from, to);
        }
        boolean looksAhead = staysOnAisles && ends.get().away() <= SAME_METRES;
        return net.course(begins.get(), ends.get(), speed, secondsPerDegree).map(course -> along(from, course, to, looksAhead))
                .orElseGet(() -> Route.missing(from, to));
    }

    private boolean isNearer(double straight, AisleNet.Stop begins, AisleNet.Stop ends) {
        return isBound || begins.isMoved() || ends.isMoved() ? straight <= SAME_METRES : straight <= begins.away() + ends.away();
    }

    private Route along(Pose from, AisleNet.Course course, Pose to, boolean looksAhead) {
        List<Route.Leg> legs = new ArrayList<>();
        List<Pose> corners = course.corners();
        if (!staysOnAisles || from.distanceTo(corners.getFirst()) > SAME_METRES) {
            add(legs, from, corners.getFirst(), Double.POSITIVE_INFINITY);
        }
        for (int i = 1; i < corners.size(); i++) {
            add(legs, corners.get(i - 1), corners.get(i), course.maxSpeeds().get(i - 1));
        }
        if (!looksAhead || legs.isEmpty()) {
            add(legs, corners.getLast(), to, Double.POSITIVE_INFINITY);
        } else {
            Route.Leg last = legs.removeLast();
            legs.add(new Route.Leg(last.from(), Pose.at(to.x(), to.y(), to.z(), last.headingDegrees()), last.maxSpeed()));
        }
        List<String> names = course.parts().stream().map(part -> net.aisles().get(net.stretches().get(part.stretch()).aisle()).name())
                .toList();
        return new Route(legs, course.parts(), names, Math.hypot(corners.getFirst().x() - from.x(), corners.getFirst().y() - from.y()));
    }

    private static void add(List<Route.Leg> legs, Pose from, Pose to, double maxSpeed) {
        Route.Leg leg = new Route.Leg(from, to, maxSpeed);
        if (leg.metres() > 0) {
            legs.add(leg);
        }
    }
}
