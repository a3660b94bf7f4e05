package rhombic.plant.route;

import rhombic.space.Pose;

/** As the crow flies, whatever stands in between. */
public record StraightRouter() implements Router {
    @Override
    public Route route(Pose from, Pose to) {
        return Route.straight(from, to);
    }

    @Override
    public double metres(Pose from, Pose to) {
        double dx = to.x() - from.x();
        double dy = to.y() - from.y();
        return Math.sqrt(dx * dx + dy * dy);
    }

    @Override
    public boolean isStraight() {
        return true;
    }
}
