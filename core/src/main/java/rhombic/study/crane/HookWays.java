package rhombic.study.crane;

import java.util.ArrayList;
import java.util.List;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.site.Structure;

/**
 * How high loads are carried over what stands below a runway. Bridge and trolley each go at their own pace, so between two places the hook can be anywhere in the
 * rectangle between them: all that reaches into it counts, with the room that a load takes beside the hook. Made once for a study; immutable.
 */
public final class HookWays {
    /** So far beside the hook a load reaches at most. */
    private static final double BESIDE_METRES = 0.8;

    private final BridgeCrane crane;
    private final List<Obstacle> obstacles = new ArrayList<>();

    /**
     * A convex outline, seen along and across the runway.
     *
     * @param top above the floor
     */
    private record Obstacle(double[] along, double[] across, double top) {
        /** Whether it reaches into a rectangle: unless a side of either divides them (separating axis theorem). */
        boolean reachesInto(double minAlong, double maxAlong, double minAcross, double maxAcross) {
            if (isBeside(along, minAlong, maxAlong) || isBeside(across, minAcross, maxAcross)) {
                return false;
            }
            double[] x = {minAlong, maxAlong, maxAlong, minAlong};
            double[] y = {minAcross, minAcross, maxAcross, maxAcross};
            for (int i = 0; i < along.length; i++) {
                int next = (i + 1) % along.length;
                double nx = across[next] - across[i];
                double ny = along[i] - along[next];
                if (isDivided(nx, ny, x, y)) {
                    return false;
                }
            }
            return true;
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

        private boolean isDivided(double nx, double ny, double[] x, double[] y) {
            double[] own = range(nx, ny, along, across);
            double[] other = range(nx, ny, x, y);
            return own[1] < other[0] || other[1] < own[0];
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
        obstacles.add(new Obstacle(outline.stream().mapToDouble(crane::alongMetres).toArray(),
                outline.stream().mapToDouble(crane::acrossMetres).toArray(), top));
    }

    /** How high the underside of a load is at least while it goes from one place to another, in metres above the floor. */
    public double heightBetween(Pose from, Pose to) {
        double minAlong = Math.min(crane.alongMetres(from), crane.alongMetres(to)) - BESIDE_METRES;
        double maxAlong = Math.max(crane.alongMetres(from), crane.alongMetres(to)) + BESIDE_METRES;
        double minAcross = Math.min(crane.acrossMetres(from), crane.acrossMetres(to)) - BESIDE_METRES;
        double maxAcross = Math.max(crane.acrossMetres(from), crane.acrossMetres(to)) + BESIDE_METRES;
        double top = 0;
        for (Obstacle one : obstacles) {
            if (one.top > top && one.reachesInto(minAlong, maxAlong, minAcross, maxAcross)) {
                top = one.top;
            }
        }
        return top + crane.runway().clearance().inBaseUnit();
    }

    /** Whether a load passes between two places below the rails. */
    public boolean canPass(Pose from, Pose to) {
        return heightBetween(from, to) <= crane.runway().liftHeight().inBaseUnit();
    }
}
