package rhombic.study.place;

import java.io.Serializable;
import rhombic.space.Pose;

/**
 * Where pieces cross the edge of equipment.
 *
 * @param name that a link calls it by, where it can choose
 * @param inner its place seen from the middle of the equipment on the floor; it looks the way the pieces go
 * @param isIn whether pieces come in here; else they go out
 */
public record Port(String name, Pose inner, boolean isIn) implements Serializable {
    /** How high pieces cross the edge. */
    public static final double TABLE_METRES = 0.75;

    /** Named as the first of its side, which a link means that names none. */
    public static final String IN = "in";

    public static final String OUT = "out";

    public static Port in(String name, double x, double y) {
        return new Port(name, Pose.at(x, y, TABLE_METRES, 0), true);
    }

    public static Port out(String name, double x, double y) {
        return new Port(name, Pose.at(x, y, TABLE_METRES, 0), false);
    }
}
