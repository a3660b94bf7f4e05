package rhombic.study.crane;

import java.io.Serializable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.value.StudyException;

/**
 * Where the cranes of a group run, and what they keep away from.
 *
 * @param length of the rails, 1 to 1000 m
 * @param span from one rail to the other, 1 to 100 m
 * @param liftHeight how high the underside of a load can be lifted above the floor, 1 to 50 m
 * @param clearance that a load keeps above whatever stands below its way, 0 to 10 m
 * @param safeDistance from the middle of a bridge to the middle of the next, at least; 0.1 to 100 m
 */
public record Runway(Quantity length, Quantity span, Quantity liftHeight, Quantity clearance,
        Quantity safeDistance) implements Serializable {
    /** 30 by 12 m, 5 m high. */
    public static final Runway USUAL = new Runway(metres(30), metres(12), metres(5), metres(0.5), metres(4));

    public Runway {
        checked("The length of a runway", length, 1, 1000);
        checked("The span of a crane", span, 1, 100);
        checked("The height to which a crane lifts", liftHeight, 1, 50);
        checked("The clearance below a load", clearance, 0, 10);
        checked("The safe distance of cranes", safeDistance, 0.1, 100);
    }

    private static Quantity metres(double metres) {
        return new Quantity(metres, Unit.METRE);
    }

    private static void checked(String label, Quantity value, double min, double max) {
        if (value.unit().dimension() != Dimension.LENGTH || !(value.inBaseUnit() >= min && value.inBaseUnit() <= max)) {
            throw new StudyException(label + " must be from " + metres(min) + " to " + metres(max) + "; got " + value);
        }
    }

    public Runway withLength(Quantity newLength) {
        return new Runway(newLength, span, liftHeight, clearance, safeDistance);
    }

    public Runway withSpan(Quantity newSpan) {
        return new Runway(length, newSpan, liftHeight, clearance, safeDistance);
    }

    public Runway withLiftHeight(Quantity newHeight) {
        return new Runway(length, span, newHeight, clearance, safeDistance);
    }

    public Runway withClearance(Quantity newClearance) {
        return new Runway(length, span, liftHeight, newClearance, safeDistance);
    }

    public Runway withSafeDistance(Quantity newDistance) {
        return new Runway(length, span, liftHeight, clearance, newDistance);
    }
}
