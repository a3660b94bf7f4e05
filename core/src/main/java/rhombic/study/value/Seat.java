package rhombic.study.value;

import java.io.Serializable;

/**
 * Where a piece sits on equipment, as seen from where it usually does.
 *
 * @param xMetres along the flow
 * @param yMetres across it, to the left
 * @param zMetres up
 * @param turnedDegrees anticlockwise seen from above
 */
public record Seat(double xMetres, double yMetres, double zMetres, double turnedDegrees) implements Serializable {
    public static final Seat USUAL = new Seat(0, 0, 0, 0);

    private static final double FARTHEST = 100;

    public Seat {
        for (double metres : new double[] {xMetres, yMetres, zMetres}) {
            if (!(Math.abs(metres) <= FARTHEST)) {
                throw new StudyException("A piece sits within \u00b1100 m of where it usually does; got " + metres + " m");
            }
        }
        if (!(Math.abs(turnedDegrees) <= 360)) {
            throw new StudyException("A piece is turned by up to 360 degrees; got " + turnedDegrees);
        }
    }
}
