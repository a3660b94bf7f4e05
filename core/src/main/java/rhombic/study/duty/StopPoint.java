package rhombic.study.duty;

import java.io.Serializable;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.StudyException;

/**
 * From where a port is reached by whoever carries along aisles: the stop is on the aisle that is nearest to this point.
 *
 * @param port by name
 * @param xMetres along the flow, from the middle of the equipment, within 1000 m
 * @param yMetres across it, to the left, within 1000 m
 */
public record StopPoint(String port, double xMetres, double yMetres) implements Serializable {
    public static final Composite<StopPoint> TYPE = Composite.of("stopPoint", point -> {
        var port = point.required("port", "That is reached from there, by name.", FieldType.TEXT, StopPoint::port);
        var x = point.required("x", "Along the flow, from the middle of the equipment.", FieldType.METRES, StopPoint::xMetres);
        var y = point.required("y", "Across it, to the left.", FieldType.METRES, StopPoint::yMetres);
        return v -> new StopPoint(v.get(port), v.get(x), v.get(y));
    });
    public static final FieldType<List<StopPoint>> SEVERAL = new FieldType.Several<>(TYPE);

    private static final double MAX_METRES = 1000;

    public StopPoint {
        for (double metres : new double[] {xMetres, yMetres}) {
            if (!(Math.abs(metres) <= MAX_METRES)) {
                throw new StudyException("A stop lies within \u00b11000 m of the middle of what is reached from it; got " + metres + " m");
            }
        }
    }

    /** None of them for the same port. */
    static List<StopPoint> checked(List<StopPoint> stops) {
        Set<String> ports = new HashSet<>();
        for (StopPoint stop : stops) {
            if (!ports.add(stop.port)) {
                throw new StudyException("The port \u201c" + stop.port + "\u201d has two stops; it is reached from one");
            }
        }
        return List.copyOf(stops);
    }
}
