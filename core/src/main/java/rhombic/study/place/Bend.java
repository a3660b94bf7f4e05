package rhombic.study.place;

import java.io.Serializable;

/**
 * A point of the floor at which the path of a link changes its direction.
 *
 * @param xMetres to the east, within {@link Placement#MAX_DISTANCE_METRES}
 * @param yMetres to the north, within {@link Placement#MAX_DISTANCE_METRES}
 */
public record Bend(double xMetres, double yMetres) implements Serializable {
    public Bend {
        Placement.inRange("x", xMetres);
        Placement.inRange("y", yMetres);
    }
}
