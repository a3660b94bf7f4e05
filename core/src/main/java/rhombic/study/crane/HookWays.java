package rhombic.study.crane;

import java.util.ArrayList;
import java.util.List;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.site.Structure;

/**
 * How high loads are carried over what stands below a crane. Its parts each go at their own pace, so between two places the hook can be anywhere in the part of the
 * floor that the {@linkplain CraneGeometry#swept crane passes over}: all that reaches into it counts, with the room that a load takes beside the hook. Made once for a study;
 * immutable.
 */
public final class HookWays {
    /** So far beside the hook a load reaches at most. */
    private static final double BESIDE_METRES = 0.8;

    private final BridgeCrane crane;
    private final CraneGeometry geometry;
    private final List<Obstacle> obstacles = new ArrayList<>();

    /**
     * A convex outline, as the crane sees it.
     *
     * @param top above the floor
     */
    private record Obstacle(double[] along, double[] across, double top) {
        /** Whether it reaches into another: unless a side of either divides them (separating axis theorem). */
        boolean reachesInto(CraneGeometry.Outline other) {
            if (isBeside(along, other.minX(), other.maxX()) || isBeside(across, other.minY(), other.maxY())) {
                return false;
            }
            return !isDividedBySides(along, across, along, across, other.x(), other.y())
                    && (other.isUpright() || !isDividedBySides(other.x(), other.y(), along, across, other.x(), other.y()));
        }

        private static boolean isBeside(double[] values, double min, double max) {
            boolean isBelow = true;
            boolean isAbove = true;
            for (double value : values) {
                isBelow &= value < min;
                isAbove &= value > max;
            }
            return isBelow || isAbove;
        }

        /** Whether a side of the outline divides the two others. */
        private static boolean isDividedBySides(double[] x, double[] y, double[] oneX, double[] oneY, double[] otherX, double[] otherY) {
            for (int i = 0; i < x.length; i++) {
                int next = (i + 1) % x.length;
                double nx = y[next] - y[i];
                double ny = x[i] - x[next];
                double[] one = range(nx, ny, oneX, oneY);
                double[] other = range(nx, ny, otherX, otherY);
                if (one[1] < other[0] || other[1] < one[0]) {
                    return true;
                }
            }
            return false;
        }

        private static double[] range(double nx, double ny, double[] x, double[] y) {
            double min = Double.POSITIVE_INFINITY;
            double max = Double.NEGATIVE_INFINITY;
            for (int i = 0; i < x.length; i++) {
                double at = nx * x[i] + ny * y[i];
                min = Math.min(min, at);
                max = Math.max(max, at);
            }
            return new double[] {min, max};
        }
    }

    /** Of all equipment and structures of the study. */
    public HookWays(Study study, BridgeCrane crane) {
        this.crane = crane;
        geometry = crane.geometry();
        double roof = crane.railMetres();
        for (PlantElement element : study.elements()) {
            double low = element.placement().zMetres();
            if (low >= roof) {
                continue; // above the crane
            }
            double top = low + element.footprint().heightMetres();
            if (element instanceof Structure structure) {
                structure.outlines().forEach(outline -> add(outline, top));
            } else if (element instanceof Equipment) {
                element.along().ifPresentOrElse(along -> addAlong(along, top), () -> add(element.onFootprint(), top));
            }
        }
    }

    private void addAlong(PlantElement.Along along, double top) {
        Pose before = along.path().at(0);
        for (Pose corner : along.path().outline()) {
            if (corner.distanceTo(before) > 0) {
                add(PlantElement.strip(before, corner, along.widthMetres()), Math.max(top, Math.max(before.z(), corner.z())));
            }
            before = corner;
        }
    }

    private void add(List<Pose> outline, double top) {
        List<Pose> seen = outline.stream().map(geometry::seen).toList();
        obstacles.add(new Obstacle(seen.stream().mapToDouble(Pose::x).toArray(), seen.stream().mapToDouble(Pose::y).toArray(), top));
    }

    /** How high the underside of a load is at least while it goes from one place to another, in metres above the floor. */
    public double heightBetween(Pose from, Pose to) {
        double top = 0;
        for (CraneGeometry.Outline swept : geometry.swept(from, to, BESIDE_METRES)) {
            for (Obstacle one : obstacles) {
                if (one.top > top && one.reachesInto(swept)) {
                    top = one.top;
                }
            }
        }
        return top + crane.runway().clearance().inBaseUnit();
    }

    /** Whether a load passes between two places below the rails. */
    public boolean canPass(Pose from, Pose to) {
        return heightBetween(from, to) <= crane.runway().liftHeight().inBaseUnit();
    }
}
