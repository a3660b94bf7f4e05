package rhombic.study.value;

import java.io.Serializable;
import rhombic.space.Pose;

/**
 * Where equipment stands: its middle, how high above the floor, and how it is turned about the vertical.
 *
 * @param xMetres to the east, within {@link #FARTHEST_METRES}
 * @param yMetres to the north, within {@link #FARTHEST_METRES}
 * @param zMetres its underside above the floor, 0 to {@link #HIGHEST_METRES}
 * @param turnedDegrees anticlockwise seen from above, kept from 0 to below 360
 */
public record Placement(double xMetres, double yMetres, double zMetres, double turnedDegrees) implements Serializable {
    public static final double FARTHEST_METRES = 10_000;
    public static final double HIGHEST_METRES = 100;

    public Placement {
        inRange("x", xMetres);
        inRange("y", yMetres);
        if (!(zMetres >= 0 && zMetres <= HIGHEST_METRES)) {
            throw new StudyException("Equipment stands from 0 m to " + (int) HIGHEST_METRES + " m above the floor; got " + zMetres + " m");
        }
        if (!(Math.abs(turnedDegrees) <= 1e6)) {
            throw new StudyException("A turn must be a number of degrees; got " + turnedDegrees);
        }
        turnedDegrees = ((turnedDegrees % 360) + 360) % 360;
    }

    /** On the floor. */
    public Placement(double xMetres, double yMetres, double turnedDegrees) {
        this(xMetres, yMetres, 0, turnedDegrees);
    }

    public static Placement at(double xMetres, double yMetres) {
        return new Placement(xMetres, yMetres, 0);
    }

    public Placement movedBy(double dxMetres, double dyMetres) {
        return new Placement(xMetres + dxMetres, yMetres + dyMetres, zMetres, turnedDegrees);
    }

    public Placement turnedBy(double degrees) {
        return new Placement(xMetres, yMetres, zMetres, turnedDegrees + degrees);
    }

    /** At another place, as high and turned as before. */
    public Placement movedTo(double newX, double newY) {
        return new Placement(newX, newY, zMetres, turnedDegrees);
    }

    public Placement raisedTo(double newZ) {
        return new Placement(xMetres, yMetres, newZ, turnedDegrees);
    }

    public Placement turnedTo(double degrees) {
        return new Placement(xMetres, yMetres, zMetres, degrees);
    }

    public Pose pose() {
        return Pose.at(xMetres, yMetres, zMetres, turnedDegrees);
    }

    static void inRange(String name, double metres) {
        if (!(Math.abs(metres) <= FARTHEST_METRES)) {
            throw new StudyException(name + " must be within \u00b1" + (int) FARTHEST_METRES + " m; got " + metres + " m");
        }
    }
}
