package rhombic.study.duty;

import java.io.Serializable;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.StudyException;

/**
 * Where people stand at equipment, as seen from its middle.
 *
 * @param xMetres along the flow, within 100 m
 * @param yMetres across it, to the left, within 100 m
 */
public record StandPoint(double xMetres, double yMetres) implements Serializable {
    public static final Composite<StandPoint> TYPE = Composite.of("standPoint", point -> {
        var x = point.required("x", "Along the flow, from its middle.", FieldType.METRES, StandPoint::xMetres);
        var y = point.required("y", "Across it, to the left.", FieldType.METRES, StandPoint::yMetres);
        return v -> new StandPoint(v.get(x), v.get(y));
    });

    private static final double MAX_METRES = 100;

    public StandPoint {
        for (double metres : new double[] {xMetres, yMetres}) {
            if (!(Math.abs(metres) <= MAX_METRES)) {
                throw new StudyException("People stand within \u00b1100 m of the middle of what they work at; got " + metres + " m");
            }
        }
    }
}
