package rhombic.study.place;

import java.io.Serializable;
import rhombic.space.Pose;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.StudyException;

/**
 * Where equipment stands: its middle, how high above the floor, and how it is turned about the vertical.
 *
 * @param xMetres to the east, within {@link #MAX_DISTANCE_METRES}
 * @param yMetres to the north, within {@link #MAX_DISTANCE_METRES}
 * @param zMetres its underside above the floor, 0 to {@link #MAX_HEIGHT_METRES}
 * @param headingDegrees anticlockwise seen from above, kept from 0 to below 360
 */
public record Placement(double xMetres, double yMetres, double zMetres, double headingDegrees) implements Serializable {
    public static final Composite<Placement> TYPE = Composite.of("placement", at -> {
        var x = at.written("x", "Middle, to the east; missing: 0 m.", FieldType.METRES, 0.0, Placement::xMetres);
        var y = at.written("y", "Middle, to the north; missing: 0 m.", FieldType.METRES, 0.0, Placement::yMetres);
        var z = at.optional("z", "Underside above the floor, 0 m to 100 m; missing: 0 m.", FieldType.METRES, 0.0, Placement::zMetres);
        var heading = at.written("heading", "Degrees, anticlockwise seen from above; missing: 0.", FieldType.Number.ANY, 0.0,
                Placement::headingDegrees);
        return v -> new Placement(v.get(x), v.get(y), v.get(z), v.get(heading));
    });

    public static final double MAX_DISTANCE_METRES = 10_000;
    public static final double MAX_HEIGHT_METRES = 100;

    public Placement {
        inRange("x", xMetres);
        inRange("y", yMetres);
        if (!(zMetres >= 0 && zMetres <= MAX_HEIGHT_METRES)) {
            throw new StudyException(
                    "Equipment stands from 0 m to " + (int) MAX_HEIGHT_METRES + " m above the floor; got " + zMetres + " m");
        }
        if (!(Math.abs(headingDegrees) <= 1e6)) {
            throw new StudyException("A turn must be a number of degrees; got " + headingDegrees);
        }
        headingDegrees = ((headingDegrees % 360) + 360) % 360;
    }

    /** On the floor. */
    public Placement(double xMetres, double yMetres, double headingDegrees) {
        this(xMetres, yMetres, 0, headingDegrees);
    }

    public static Placement at(double xMetres, double yMetres) {
        return new Placement(xMetres, yMetres, 0);
    }

    public Placement movedBy(double dxMetres, double dyMetres) {
        return new Placement(xMetres + dxMetres, yMetres + dyMetres, zMetres, headingDegrees);
    }

    public Placement turnedBy(double degrees) {
        return new Placement(xMetres, yMetres, zMetres, headingDegrees + degrees);
    }

    /** At another place, as high and turned as before. */
    public Placement movedTo(double newX, double newY) {
        return new Placement(newX, newY, zMetres, headingDegrees);
    }

    public Placement raisedTo(double newZ) {
        return new Placement(xMetres, yMetres, newZ, headingDegrees);
    }

    public Placement headedTo(double degrees) {
        return new Placement(xMetres, yMetres, zMetres, degrees);
    }

    public Pose pose() {
        return Pose.at(xMetres, yMetres, zMetres, headingDegrees);
    }

    public static void inRange(String name, double metres) {
        if (!(Math.abs(metres) <= MAX_DISTANCE_METRES)) {
            throw new StudyException(name + " must be within \u00b1" + (int) MAX_DISTANCE_METRES + " m; got " + metres + " m");
        }
    }
}
