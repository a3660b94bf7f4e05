package rhombic.study.value;

import java.io.Serializable;

/**
 * Where equipment stands: its middle on the floor, and how it is turned about the vertical.
 *
 * @param xMetres to the east, within {@link #FARTHEST_METRES}
 * @param yMetres to the north, within {@link #FARTHEST_METRES}
 * @param turnedDegrees anticlockwise seen from above, kept from 0 to below 360
 */
public record Placement(double xMetres, double yMetres, double turnedDegrees) implements Serializable {
    public static final double FARTHEST_METRES = 10_000;

    public Placement {
        inRange("x", xMetres);
        inRange("y", yMetres);
        if (!(Math.abs(turnedDegrees) <= 1e6)) {
            throw new StudyException("A turn must be a number of degrees; got " + turnedDegrees);
        }
        turnedDegrees = ((turnedDegrees % 360) + 360) % 360;
    }

    public static Placement at(double xMetres, double yMetres) {
        return new Placement(xMetres, yMetres, 0);
    }

    public Placement movedBy(double dxMetres, double dyMetres) {
        return new Placement(xMetres + dxMetres, yMetres + dyMetres, turnedDegrees);
    }

    public Placement turnedBy(double degrees) {
        return new Placement(xMetres, yMetres, turnedDegrees + degrees);
    }

    private static void inRange(String name, double metres) {
        if (!(Math.abs(metres) <= FARTHEST_METRES)) {
            throw new StudyException(name + " must be within \u00b1" + (int) FARTHEST_METRES + " m; got " + metres + " m");
        }
    }
}
