package rhombic.study.crane;

import java.util.ArrayList;
import java.util.List;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.place.Placement;

/**
 * A jib that turns about a pillar, and a trolley along it. Along is the way of its tip, 0 where it looks as its element does, to the left positive; it stops at half a
 * turn to either side. Across is the way of the trolley from the tip towards the pillar.
 *
 * @param reach from the pillar to the tip, in metres
 */
record JibGeometry(Placement placement, double reach) implements CraneGeometry {
    /** As near as the trolley comes to the pillar, and no nearer than a quarter of the reach. */
    private static final double NEAREST_METRES = 0.6;
    private static final double NEAREST_PART = 0.25;
    private static final double NEAR_METRES = 1e-9;
    /** The ring that a load passes over is cut into pieces no wider than that. */
    private static final double PIECE = Math.toRadians(15);

    private double nearest() {
        return Math.min(NEAREST_METRES, NEAREST_PART * reach);
    }

    @Override
    public Pose seen(Pose place) {
        double turn = Math.toRadians(placement.headingDegrees());
        double dx = place.x() - placement.xMetres();
        double dy = place.y() - placement.yMetres();
        return Pose.at(dx * Math.cos(turn) + dy * Math.sin(turn), dy * Math.cos(turn) - dx * Math.sin(turn), place.z(), 0);
    }

    private double angle(Pose place) {
        Pose there = seen(place);
        return Math.atan2(there.y(), there.x());
    }

    private double away(Pose place) {
        return Math.hypot(place.x() - placement.xMetres(), place.y() - placement.yMetres());
    }

    @Override
    public double along(Pose place) {
        return angle(place) * reach;
    }

    @Override
    public double across(Pose place) {
        return reach - away(place);
    }

    @Override
    public Pose below(double along, double across) {
        double angle = along / reach;
        Pose middle = placement.pose();
        return middle.of(Pose.at((reach - across) * Math.cos(angle), (reach - across) * Math.sin(angle), -middle.z(), 0));
    }

    @Override
    public double minAlong(int number) {
        return -Math.PI * reach;
    }

    @Override
    public double maxAlong(int number) {
        return Math.PI * reach;
    }

    @Override
    public boolean reachesAcross(double across) {
        return across >= -NEAR_METRES && reach - across >= nearest() - NEAR_METRES;
    }

    @Override
    public Path alongPath() {
        Pose middle = placement.pose();
        return Path.from(middle.of(Pose.at(-reach, 0, -middle.z(), -90))).arc(reach, 360, 0).build();
    }

    @Override
    public double alongBegins() {
        return Math.PI * reach;
    }

    @Override
    public double facing() {
        return placement.headingDegrees() - 90;
    }

    @Override
    public Path acrossPath() {
        return Path.from(Pose.at(0, 0, 0, 90)).straight(reach, 0).build();
    }

    @Override
    public double acrossBegins() {
        return 0;
    }

    /** The part of a ring between two angles and two radii: jib and trolley each go at their own pace. */
    @Override
    public List<Outline> swept(Pose from, Pose to, double beside) {
        double inner = Math.max(0, Math.min(away(from), away(to)) - beside);
        double outer = Math.max(away(from), away(to)) + beside;
        double more = Math.asin(Math.min(1, beside / Math.max(beside, Math.min(away(from), away(to)))));
        double first = Math.min(angle(from), angle(to)) - more;
        double last = Math.max(angle(from), angle(to)) + more;
        int pieces = (int) Math.max(1, Math.ceil((last - first) / PIECE));
        double step = (last - first) / pieces;
        double far = outer / Math.cos(step / 2); // the chord between two such points is not nearer than the ring
        List<Outline> all = new ArrayList<>();
        for (int i = 0; i < pieces; i++) {
            double a = first + i * step;
            double b = a + step;
            all.add(Outline.of(new double[] {inner * Math.cos(a), far * Math.cos(a), far * Math.cos(b), inner * Math.cos(b)},
                    new double[] {inner * Math.sin(a), far * Math.sin(a), far * Math.sin(b), inner * Math.sin(b)}));
        }
        return all;
    }
}
