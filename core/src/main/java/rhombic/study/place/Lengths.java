package rhombic.study.place;

import rhombic.quantity.Quantity;
import rhombic.study.value.StudyException;

/** Limits of lengths in a study. */
public final class Lengths {
    private Lengths() {}

    /** @throws StudyException if it is not within the limits, which are metres */
    public static void within(String label, Quantity value, double min, double max) {
        if (!(value.inBaseUnit() >= min && value.inBaseUnit() <= max)) {
            throw new StudyException(label + " must be from " + min + " m to " + max + " m; got " + value);
        }
    }
}
