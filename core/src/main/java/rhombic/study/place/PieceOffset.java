package rhombic.study.place;

import java.io.Serializable;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.StudyException;

/**
 * Where a piece sits on equipment, as seen from where it usually does.
 *
 * @param xMetres along the flow
 * @param yMetres across it, to the left
 * @param zMetres up
 * @param headingDegrees anticlockwise seen from above
 */
public record PieceOffset(double xMetres, double yMetres, double zMetres, double headingDegrees) implements Serializable {
    public static final Composite<PieceOffset> TYPE = Composite.of("pieceOffset", at -> {
        var x = at.written("x", "Along the flow, from its middle; missing: 0 m.", FieldType.METRES, 0.0, PieceOffset::xMetres);
        var y = at.written("y", "Across it, to the left; missing: 0 m.", FieldType.METRES, 0.0, PieceOffset::yMetres);
        var z = at.written("z", "Upwards; missing: 0 m.", FieldType.METRES, 0.0, PieceOffset::zMetres);
        var heading = at.written("heading", "Degrees, anticlockwise seen from above; missing: 0.", FieldType.Number.ANY, 0.0,
                PieceOffset::headingDegrees);
        return v -> new PieceOffset(v.get(x), v.get(y), v.get(z), v.get(heading));
    });

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
