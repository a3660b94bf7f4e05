package rhombic.study.place;

import java.io.Serializable;
import java.util.List;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/**
 * A line along the floor, straight from corner to corner, as seen from where its element stands, in the direction in which that looks.
 *
 * @param corners from 2 to {@link #MAX_CORNERS}, each at least {@link #MIN_METRES} from the next
 */
public record FloorLine(List<Corner> corners) implements Serializable {
    public static final int MAX_CORNERS = 200;
    public static final double MIN_METRES = 0.05;

    public static final FieldType<FloorLine> TYPE = new FieldType.Mapped<>(new FieldType.Several<>(Corner.TYPE), FloorLine::corners,
            FloorLine::new);

    /**
     * An end of it, or where it turns.
     *
     * @param xMetres ahead of the middle of the element
     * @param yMetres to the left of it
     */
    public record Corner(double xMetres, double yMetres) implements Serializable {
        static final Composite<Corner> TYPE = Composite.of("floorCorner", corner -> {
            var x = corner.required("x", "Ahead of its position.", FieldType.METRES, Corner::xMetres);
            var y = corner.required("y", "To the left of it.", FieldType.METRES, Corner::yMetres);
            return v -> new Corner(v.get(x), v.get(y));
        });

        public Corner {
            Placement.inRange("x", xMetres);
            Placement.inRange("y", yMetres);
        }

        public double metresTo(Corner other) {
            return Math.hypot(other.xMetres - xMetres, other.yMetres - yMetres);
        }
    }

    public FloorLine {
        corners = List.copyOf(corners);
        Count.between(2, MAX_CORNERS, "The corners of a line", corners.size());
        for (int i = 0; i + 1 < corners.size(); i++) {
            double metres = corners.get(i).metresTo(corners.get(i + 1));
            if (!(metres >= MIN_METRES)) {
                throw new StudyException("From corner " + (i + 1) + " to corner " + (i + 2) + " it must be at least 0.05 m; got " + metres
                        + " m. Take one of them out, or move it");
            }
        }
    }

    /** Of that length, ahead, about the middle of its element. */
    public static FloorLine straight(double metres) {
        return new FloorLine(List.of(new Corner(-metres / 2, 0), new Corner(metres / 2, 0)));
    }

    public double metres() {
        double sum = 0;
        for (int i = 0; i + 1 < corners.size(); i++) {
            sum += corners.get(i).metresTo(corners.get(i + 1));
        }
        return sum;
    }

    /** Its corners in space, for an element that stands there. */
    public List<Pose> placed(Pose at) {
        return corners.stream().map(corner -> at.of(Pose.at(corner.xMetres, corner.yMetres, 0, 0))).toList();
    }

    /** It in space, for an element that stands there. */
    public Path path(Pose at) {
        return Path.through(placed(at), 0);
    }

    /** How far it reaches ahead of and behind the middle of its element, together, if that is in the middle of it. */
    public double reachAlong() {
        return 2 * corners.stream().mapToDouble(corner -> Math.abs(corner.xMetres)).max().orElse(0);
    }

    public double reachAcross() {
        return 2 * corners.stream().mapToDouble(corner -> Math.abs(corner.yMetres)).max().orElse(0);
    }

    /** With left and right exchanged. */
    public FloorLine mirrored() {
        return new FloorLine(corners.stream().map(corner -> new Corner(corner.xMetres, -corner.yMetres)).toList());
    }
}
