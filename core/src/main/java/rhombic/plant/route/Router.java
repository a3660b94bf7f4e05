package rhombic.plant.route;

import rhombic.space.Pose;

/** Knows the ways from anywhere to anywhere. Never changes, and is shared by all replications. */
public interface Router {
    /** The best way. */
    Route route(Pose from, Pose to);

    /** How long it is. */
    default double metres(Pose from, Pose to) {
        return route(from, to).metres();
    }

    /** No way there is shorter than this; quick to work out. At most {@link #metres}. */
    default double leastMetres(double fromX, double fromY, double toX, double toY) {
        double dx = toX - fromX;
        double dy = toY - fromY;
        return Math.sqrt(dx * dx + dy * dy);
    }

    /** Whether every way is as short as {@link #leastMetres} says, so that nothing else need be asked. */
    default boolean isStraight() {
        return false;
    }
}
