package rhombic.desktop.floor;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.site.Structure;

/** Which element a line of sight meets first, the plant before the walls that one looks through: each counts as an upright box on its footprint, or, along a way, as one for each stretch of it. */
final class Sight {
    /** Pieces on it belong to it. */
    private static final double PIECE_METRES = 0.15;

    private record Hit(PlantElement element, double along) {}

    private Sight() {}

    static Optional<PlantElement> first(Study study, double[] from, double[] ray) {
        return study.elements().stream()
                .flatMap(element -> boxes(element).map(box -> new Hit(element, along(box, from, ray))))
                .filter(hit -> !Double.isNaN(hit.along))
                .min(Comparator.comparing((Hit hit) -> hit.element instanceof Structure).thenComparingDouble(Hit::along))
                .map(Hit::element);
    }

    /** An upright box about a middle, turned. */
    private record Box(double x, double y, double headingDegrees, double length, double width, double low, double high) {}

    private static Stream<Box> boxes(PlantElement element) {
        return element.along().map(along -> alongWay(element, along)).orElseGet(
                () -> Stream.of(new Box(element.placement().xMetres(), element.placement().yMetres(), element.placement().headingDegrees(),
                        element.footprint().lengthMetres(), element.footprint().widthMetres(), element.placement().zMetres(),
                        element.placement().zMetres() + element.footprint().heightMetres())));
    }

    private static Stream<Box> alongWay(PlantElement element, PlantElement.Along along) {
        List<Pose> points = along.path().outline();
        return IntStream.range(0, points.size() - 1).mapToObj(i -> {
            Pose a = points.get(i);
            Pose b = points.get(i + 1);
            double level = Math.hypot(b.x() - a.x(), b.y() - a.y());
            return new Box((a.x() + b.x()) / 2, (a.y() + b.y()) / 2, Math.toDegrees(Math.atan2(b.y() - a.y(), b.x() - a.x())), level,
                    along.widthMetres(), element.placement().zMetres(), Math.max(a.z(), b.z()) + PIECE_METRES);
        });
    }

    /** Distance to the box in lengths of the ray; NaN if it misses. By slabs, in the box's own directions. */
    private static double along(Box box, double[] from, double[] ray) {
        double angle = Math.toRadians(-box.headingDegrees);
        double cos = Math.cos(angle);
        double sin = Math.sin(angle);
        double dx = from[0] - box.x;
        double dy = from[1] - box.y;
        double[] start = {dx * cos - dy * sin, dx * sin + dy * cos, from[2]};
        double[] way = {ray[0] * cos - ray[1] * sin, ray[0] * sin + ray[1] * cos, ray[2]};
        double[] low = {-box.length / 2, -box.width / 2, box.low};
        double[] high = {box.length / 2, box.width / 2, box.high};
        double enter = 0;
        double leave = Double.POSITIVE_INFINITY;
        for (int axis = 0; axis < 3; axis++) {
            if (Math.abs(way[axis]) < 1e-12) {
                if (start[axis] < low[axis] || start[axis] > high[axis]) {
                    return Double.NaN;
                }
                continue;
            }
            double a = (low[axis] - start[axis]) / way[axis];
            double b = (high[axis] - start[axis]) / way[axis];
            enter = Math.max(enter, Math.min(a, b));
            leave = Math.min(leave, Math.max(a, b));
        }
        return enter <= leave ? enter : Double.NaN;
    }
}
