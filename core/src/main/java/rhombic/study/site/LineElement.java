package rhombic.study.site;

import java.util.List;
import java.util.Optional;
import rhombic.space.Pose;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.FloorLine;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;

/** What lies along a line of the floor, and is drawn corner by corner. */
public sealed interface LineElement extends PlantElement permits Aisle, Barrier {
    FloorLine line();

    /** The same along another line. */
    LineElement withLine(FloorLine newLine);

    /** How wide it is. */
    double widthMetres();

    /** How high it is, for the room it takes. */
    double heightMetres();

    /** Its corners on the floor. */
    default List<Pose> cornersOnFloor() {
        return line().placed(placement().pose());
    }

    /** The point of it that is nearest to a point of the floor. */
    default Pose nearestOnFloor(double x, double y) {
        List<Pose> corners = cornersOnFloor();
        Pose nearest = corners.getFirst();
        for (int i = 0; i + 1 < corners.size(); i++) {
            Pose a = corners.get(i);
            Pose b = corners.get(i + 1);
            double dx = b.x() - a.x();
            double dy = b.y() - a.y();
            double on = Math.clamp(((x - a.x()) * dx + (y - a.y()) * dy) / (dx * dx + dy * dy), 0, 1);
            Pose at = Pose.at(a.x() + on * dx, a.y() + on * dy, a.z(), 0);
            nearest = Math.hypot(at.x() - x, at.y() - y) < Math.hypot(nearest.x() - x, nearest.y() - y) ? at : nearest;
        }
        return nearest;
    }

    @Override
    default Optional<Along> along() {
        return Optional.of(new Along(line().path(placement().pose()), widthMetres()));
    }

    @Override
    default Footprint usualSize() {
        return new Footprint(side(line().reachAlong() + widthMetres()), side(line().reachAcross() + widthMetres()), side(heightMetres()));
    }

    /** It is that of its line. */
    @Override
    default boolean hasOwnSize() {
        return false;
    }

    @Override
    default LineElement mirrored() {
        return withLine(line().mirrored());
    }

    /** Within what a footprint may be. */
    private static double side(double metres) {
        return Math.clamp(metres, 0.1, 1000);
    }

    /** Laid through points of the floor; it stands in the middle of them and looks to the east. */
    default LineElement through(List<Pose> corners) {
        double minX = corners.stream().mapToDouble(Pose::x).min().orElseThrow();
        double maxX = corners.stream().mapToDouble(Pose::x).max().orElseThrow();
        double minY = corners.stream().mapToDouble(Pose::y).min().orElseThrow();
        double maxY = corners.stream().mapToDouble(Pose::y).max().orElseThrow();
        double x = rounded((minX + maxX) / 2);
        double y = rounded((minY + maxY) / 2);
        LineElement laid = withLine(new FloorLine(
                corners.stream().map(corner -> new FloorLine.Corner(rounded(corner.x() - x), rounded(corner.y() - y))).toList()));
        return (LineElement) laid.placed(new Placement(x, y, placement().zMetres(), 0));
    }

    private static double rounded(double metres) {
        return Math.round(metres * 10_000) / 10_000.0;
    }
}
