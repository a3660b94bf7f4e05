package rhombic.study.place;

import java.io.Serializable;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.StudyException;

/**
 * The room that equipment takes, before it is turned: along the flow, across it, and up; each from 0.1 m to 1000 m.
 */
public record Footprint(double lengthMetres, double widthMetres, double heightMetres) implements Serializable {
    /** Places side by side are in rows of at most so many. */
    public static final int IN_ROW = 12;

    public static final Composite<Footprint> TYPE = Composite.of("size", size -> {
        var length = size.required("length", "Along the flow.", FieldType.METRES, Footprint::lengthMetres);
        var width = size.required("width", "Across it.", FieldType.METRES, Footprint::widthMetres);
        var height = size.required("height", "Upwards.", FieldType.METRES, Footprint::heightMetres);
        return v -> new Footprint(v.get(length), v.get(width), v.get(height));
    });

    /**
     * The room of places in rows, one behind the other.
     *
     * @param count at least 1
     * @param pitch from one place to the next, metres
     * @param deep of one row, metres
     */
    public static Footprint inRows(int count, double pitch, double deep, double high) {
        return new Footprint(Math.min(count, IN_ROW) * pitch, deep * (1 + (count - 1) / IN_ROW), high);
    }

    public Footprint {
        for (double metres : new double[] {lengthMetres, widthMetres, heightMetres}) {
            if (!(metres >= 0.1 && metres <= 1000)) {
                throw new StudyException("A length, width or height of equipment must be from 0.1 m to 1000 m; got " + metres + " m");
            }
        }
    }
}
