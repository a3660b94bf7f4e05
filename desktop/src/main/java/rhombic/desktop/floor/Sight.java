package rhombic.desktop.floor;

import java.util.Comparator;
import java.util.Optional;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;

/** Which equipment a line of sight meets first: each counts as an upright box on its footprint. */
final class Sight {
    private record Hit(Equipment thing, double along) {}

    private Sight() {}

    static Optional<Equipment> first(Study study, double[] from, double[] ray) {
        return study.equipment().stream()
                .map(thing -> new Hit(thing, along(thing, from, ray)))
                .filter(hit -> !Double.isNaN(hit.along))
                .min(Comparator.comparingDouble(Hit::along))
                .map(Hit::thing);
    }

    /** Distance to the box in lengths of the ray; NaN if it misses. By slabs, in the box's own directions. */
    private static double along(Equipment thing, double[] from, double[] ray) {
        double angle = Math.toRadians(-thing.placement().turnedDegrees());
        double cos = Math.cos(angle);
        double sin = Math.sin(angle);
        double dx = from[0] - thing.placement().xMetres();
        double dy = from[1] - thing.placement().yMetres();
        double[] start = {dx * cos - dy * sin, dx * sin + dy * cos, from[2]};
        double[] way = {ray[0] * cos - ray[1] * sin, ray[0] * sin + ray[1] * cos, ray[2]};
        double[] low = {-thing.footprint().lengthMetres() / 2, -thing.footprint().widthMetres() / 2, thing.placement().zMetres()};
        double[] high = {thing.footprint().lengthMetres() / 2, thing.footprint().widthMetres() / 2,
                thing.placement().zMetres() + thing.footprint().heightMetres()};
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
