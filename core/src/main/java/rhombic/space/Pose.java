package rhombic.space;

import java.io.Serializable;

/**
 * A place and the direction in which something looks there.
 *
 * @param x to the east, metres
 * @param y to the north, metres
 * @param z above the floor, metres
 * @param heading seen from above, degrees
 * @param slope upwards along the heading, degrees
 */
public record Pose(double x, double y, double z, double heading, double slope) implements Serializable {
    public static Pose at(double x, double y, double z, double heading) {
        return new Pose(x, y, z, heading, 0);
    }

    /** The pose that is {@code inner} as seen from this one, which lies level. */
    public Pose of(Pose inner) {
        double angle = Math.toRadians(heading);
        double cos = Math.cos(angle);
        double sin = Math.sin(angle);
        return new Pose(x + inner.x * cos - inner.y * sin, y + inner.x * sin + inner.y * cos, z + inner.z, heading + inner.heading,
                inner.slope);
    }

    public double distanceTo(Pose other) {
        return Math.hypot(Math.hypot(other.x - x, other.y - y), other.z - z);
    }
}
