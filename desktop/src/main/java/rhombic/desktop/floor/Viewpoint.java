package rhombic.desktop.floor;

import java.util.List;
import java.util.Optional;

/**
 * From where the floor is seen: what the camera does, as plain geometry. The floor point in the middle of the view is
 * the target; the camera stands at a distance from it.
 *
 * @param yawDegrees direction of sight seen from above; 0 looks north, 90 east
 * @param pitchDegrees downwards; 90 looks straight down
 * @param fieldDegrees vertical field of view
 */
public record Viewpoint(double targetX, double targetY, double yawDegrees, double pitchDegrees, double distance, double fieldDegrees) {
    static final double MIN_DISTANCE = 3;
    static final double USUAL_FIELD = 32;
    /** So narrow that heights hardly show: the plan. */
    static final double PLAN_FIELD = 3;

    private static final double MIN_PITCH = 8;
    private static final int FIT_STEPS = 14;
    /** Part of the view that a fit fills. */
    private static final double FIT_SHARE = 0.9;
    private static final double LARGEST_HEIGHT_SEEN = 25_000;

    /** A point of the floor. */
    public record FloorPoint(double x, double y) {}

    /** A point of the view in pixels, and how far it is from the camera along the sight. */
    public record Pixel(double x, double y, double depth) {}

    public Viewpoint {
        pitchDegrees = Math.clamp(pitchDegrees, MIN_PITCH, 90);
        double nearest = MIN_DISTANCE * Math.tan(Math.toRadians(USUAL_FIELD / 2)) / Math.tan(Math.toRadians(fieldDegrees / 2));
        double farthest = LARGEST_HEIGHT_SEEN / Math.tan(Math.toRadians(fieldDegrees / 2));
        distance = Math.clamp(distance, nearest, farthest);
    }

    static Viewpoint usual() {
        return new Viewpoint(0, 0, 16, 40, 38, USUAL_FIELD);
    }

    boolean isPlan() {
        return fieldDegrees == PLAN_FIELD;
    }

    double[] forward() {
        double yaw = Math.toRadians(yawDegrees);
        double pitch = Math.toRadians(pitchDegrees);
        return new double[] {Math.sin(yaw) * Math.cos(pitch), Math.cos(yaw) * Math.cos(pitch), -Math.sin(pitch)};
    }

    double[] right() {
        double yaw = Math.toRadians(yawDegrees);
        return new double[] {Math.cos(yaw), -Math.sin(yaw), 0};
    }

    double[] up() {
        double[] r = right();
        double[] f = forward();
        return new double[] {r[1] * f[2] - r[2] * f[1], r[2] * f[0] - r[0] * f[2], r[0] * f[1] - r[1] * f[0]};
    }

    double[] position() {
        double[] f = forward();
        return new double[] {targetX - f[0] * distance, targetY - f[1] * distance, -f[2] * distance};
    }

    /** Where the point is seen in a view of that size; empty if it is behind the camera. */
    Optional<Pixel> project(double x, double y, double z, double width, double height) {
        double[] p = position();
        double[] d = {x - p[0], y - p[1], z - p[2]};
        double depth = dot(d, forward());
        if (depth < 0.05) {
            return Optional.empty();
        }
        double scale = height / 2 / Math.tan(Math.toRadians(fieldDegrees / 2)) / depth;
        return Optional.of(new Pixel(width / 2 + dot(d, right()) * scale, height / 2 - dot(d, up()) * scale, depth));
    }

    /** Tells which places are seen so small that a metre is less than so many pixels. */
    Far far(double pixels, double height) {
        double[] p = position();
        double[] f = forward();
        double depth = height / 2 / Math.tan(Math.toRadians(fieldDegrees / 2)) / pixels;
        return (x, y) -> (x - p[0]) * f[0] + (y - p[1]) * f[1] - p[2] * f[2] > depth;
    }

    /** Says whether a place on the floor is far away. */
    @FunctionalInterface
    interface Far {
        boolean isFar(double x, double y);
    }

    /** How large a metre is seen at that depth. */
    double pixelsPerMetre(double depth, double height) {
        return height / 2 / Math.tan(Math.toRadians(fieldDegrees / 2)) / depth;
    }

    /** Direction of sight through a pixel; its length has no meaning. */
    double[] ray(double pixelX, double pixelY, double width, double height) {
        double scale = Math.tan(Math.toRadians(fieldDegrees / 2)) / (height / 2);
        double a = (pixelX - width / 2) * scale;
        double b = (height / 2 - pixelY) * scale;
        double[] f = forward();
        double[] r = right();
        double[] u = up();
        return new double[] {f[0] + a * r[0] + b * u[0], f[1] + a * r[1] + b * u[1], f[2] + a * r[2] + b * u[2]};
    }

    /** The floor under a pixel; empty above the horizon. */
    Optional<FloorPoint> floorAt(double pixelX, double pixelY, double width, double height) {
        return levelAt(0, pixelX, pixelY, width, height);
    }

    /** What is so high above the floor under a pixel; empty above the horizon, and where that is above the camera. */
    Optional<FloorPoint> levelAt(double z, double pixelX, double pixelY, double width, double height) {
        double[] ray = ray(pixelX, pixelY, width, height);
        double[] p = position();
        if (ray[2] >= -1e-6 || p[2] <= z) {
            return Optional.empty();
        }
        double t = (z - p[2]) / ray[2];
        return Optional.of(new FloorPoint(p[0] + t * ray[0], p[1] + t * ray[1]));
    }

    public Viewpoint turnedBy(double yaw, double pitch) {
        return isPlan()
                ? new Viewpoint(targetX, targetY, yawDegrees + yaw, 90, distance, fieldDegrees)
                : new Viewpoint(targetX, targetY, yawDegrees + yaw, Math.min(pitchDegrees + pitch, 89), distance, fieldDegrees);
    }

    public Viewpoint movedBy(double dx, double dy) {
        return new Viewpoint(targetX + dx, targetY + dy, yawDegrees, pitchDegrees, distance, fieldDegrees);
    }

    /** At least as near as from that distance in the usual view. */
    Viewpoint nearer(double metres) {
        double wanted = metres * Math.tan(Math.toRadians(USUAL_FIELD / 2)) / Math.tan(Math.toRadians(fieldDegrees / 2));
        return new Viewpoint(targetX, targetY, yawDegrees, pitchDegrees, Math.min(distance, wanted), fieldDegrees);
    }

    /** Nearer (factor below 1) or farther, with the floor under the pixel staying there. */
    public Viewpoint zoomed(double factor, double pixelX, double pixelY, double width, double height) {
        Viewpoint nearer = new Viewpoint(targetX, targetY, yawDegrees, pitchDegrees, distance * factor, fieldDegrees);
        Optional<FloorPoint> before = floorAt(pixelX, pixelY, width, height);
        Optional<FloorPoint> after = nearer.floorAt(pixelX, pixelY, width, height);
        return before.isPresent() && after.isPresent()
                ? nearer.movedBy(before.get().x - after.get().x, before.get().y - after.get().y)
                : nearer;
    }

    /** Straight down, with about the same stretch of floor in view. */
    Viewpoint asPlan() {
        double seen = distance * Math.tan(Math.toRadians(fieldDegrees / 2));
        return new Viewpoint(targetX, targetY, 0, 90, seen / Math.tan(Math.toRadians(PLAN_FIELD / 2)), PLAN_FIELD);
    }

    Viewpoint as3D(double yaw, double pitch) {
        double seen = distance * Math.tan(Math.toRadians(fieldDegrees / 2));
        return new Viewpoint(targetX, targetY, yaw, pitch, seen / Math.tan(Math.toRadians(USUAL_FIELD / 2)), USUAL_FIELD);
    }

    /**
     * The same direction, moved so that all points are in the middle of the view and fill it.
     *
     * @param points each x, y, z
     */
    Viewpoint fitted(List<double[]> points, double width, double height) {
        double meanX = points.stream().mapToDouble(p -> p[0]).average().orElse(0);
        double meanY = points.stream().mapToDouble(p -> p[1]).average().orElse(0);
        Viewpoint fit = new Viewpoint(meanX, meanY, yawDegrees, pitchDegrees, 1000, fieldDegrees);
        for (int i = 0; i < FIT_STEPS; i++) {
            double[] box = {Double.MAX_VALUE, Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
            for (double[] p : points) {
                fit.project(p[0], p[1], p[2], width, height).ifPresent(at -> {
                    box[0] = Math.min(box[0], at.x);
                    box[1] = Math.min(box[1], at.y);
                    box[2] = Math.max(box[2], at.x);
                    box[3] = Math.max(box[3], at.y);
                });
            }
            Optional<FloorPoint> middle = fit.floorAt((box[0] + box[2]) / 2, (box[1] + box[3]) / 2, width, height);
            double filled = Math.max((box[2] - box[0]) / width, (box[3] - box[1]) / height) / FIT_SHARE;
            double x = middle.map(FloorPoint::x).orElse(meanX);
            double y = middle.map(FloorPoint::y).orElse(meanY);
            fit = new Viewpoint(x, y, yawDegrees, pitchDegrees, fit.distance * Math.clamp(filled, 0.2, 3), fieldDegrees);
        }
        return fit;
    }

    private static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }
}
