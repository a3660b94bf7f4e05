package rhombic.study.value;

import java.io.Serializable;

/**
 * Where a piece sits on equipment, as seen from where it usually does.
 *
 * @param xMetres along the flow
 * @param yMetres across it, to the left
 * @param zMetres up
 * @param headingDegrees anticlockwise seen from above
 */
public record PieceOffset(double xMetres, double yMetres, double zMetres, double headingDegrees) implements Serializable {
    public static final PieceOffset USUAL = new PieceOffset(0, 0, 0, 0);

    private static final double MAX_METRES = 100;

    public PieceOffset {
        for (double metres : new double[] {xMetres, yMetres, zMetres}) {
            if (!(Math.abs(metres) <= MAX_METRES)) {
                throw new StudyException("A piece sits within \u00b1100 m of where it usually does; got " + metres + " m");
            }
        }
        if (!(Math.abs(headingDegrees) <= 360)) {
            throw new StudyException("A piece is turned by up to 360 degrees; got " + headingDegrees);
        }
    }
}
