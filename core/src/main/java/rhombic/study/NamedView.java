package rhombic.study;

import java.io.Serializable;
import rhombic.study.place.Placement;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * From where the floor was seen when somebody kept that view, to come back to it.
 *
 * @param xMetres point of the floor in the middle of the view, within {@link Placement#MAX_DISTANCE_METRES}
 * @param yMetres the same
 * @param yawDegrees direction of sight seen from above: 0 looks north, 90 east; within 360 both ways
 * @param pitchDegrees downwards, 0 to 90
 * @param distanceMetres from the eye to that point, above 0 up to 1,000,000
 * @param plan straight down, without depth
 */
public record NamedView(String name, double xMetres, double yMetres, double yawDegrees, double pitchDegrees, double distanceMetres,
        boolean plan) implements Serializable {
    private static final double MAX_METRES = 1_000_000;

    public NamedView {
        Names.checked(name);
        Placement.inRange("x", xMetres);
        Placement.inRange("y", yMetres);
        if (!(Math.abs(yawDegrees) <= 360)) {
            throw new StudyException("The yaw of a view must be within 360 degrees; got " + yawDegrees);
        }
        if (!(pitchDegrees >= 0 && pitchDegrees <= 90)) {
            throw new StudyException("The pitch of a view must be 0 to 90 degrees; got " + pitchDegrees);
        }
        if (!(distanceMetres > 0 && distanceMetres <= MAX_METRES)) {
            throw new StudyException(
                    "The distance of a view must be above 0 m and at most " + (long) MAX_METRES + " m; got " + distanceMetres);
        }
    }
}
