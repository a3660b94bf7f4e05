package rhombic.study.value;

import java.io.Serializable;

/**
 * The room that equipment takes, before it is turned: along the flow, across it, and up; each from 0.1 m to 1000 m.
 */
public record Footprint(double lengthMetres, double widthMetres, double heightMetres) implements Serializable {
    public Footprint {
        for (double metres : new double[] {lengthMetres, widthMetres, heightMetres}) {
            if (!(metres >= 0.1 && metres <= 1000)) {
                throw new StudyException("A length, width or height of equipment must be from 0.1 m to 1000 m; got " + metres + " m");
            }
        }
    }
}
