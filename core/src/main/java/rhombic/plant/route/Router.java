package rhombic.plant.route;

import rhombic.space.Pose;

/** Knows the ways from anywhere to anywhere, none of which is shorter than the straight one. Never changes, and is shared by all replications. */
public interface Router {
    /** The best way. */
    Route route(Pose from, Pose to);

    /** How long it is. */
    default double metres(Pose from, Pose to) {
        return route(from, to).metres();
    }

    /** Where one stands who picks up or sets down at a place. */
    default Pose stop(Pose place) {
        return place;
    }

    /** Whether there are places to which it does not lead. */
    default boolean isPartial() {
        return false;
    }

    /** Whether it leads there. */
    default boolean leads(Pose from, Pose to) {
        return !isPartial() || !route(from, to).isMissing();
    }

    /** Whether every way is the straight one, so that nothing need be asked. */
    default boolean isStraight() {
        return false;
    }
}
