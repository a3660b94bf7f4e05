package rhombic.desktop.floor.body;

import java.util.List;
import javafx.scene.shape.TriangleMesh;
import rhombic.desktop.floor.body.MeshMaker.Point;
import rhombic.space.Pose;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Footprint;
import rhombic.study.place.Opening;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.site.Barrier;
import rhombic.study.site.Column;
import rhombic.study.site.Fence;
import rhombic.study.site.Wall;

/** The shapes of the building and its aisles, as seen from where each stands. */
final class SiteForm {
    private static final double FRAME_METRES = 0.12;
    private static final double POST_PITCH_METRES = 2.5;
    private static final double WIRE_PITCH_METRES = 0.5;
    private static final double LINE_METRES = 0.1;
    private static final double AISLE_Z = 0.006;
    private static final double DASH_METRES = 0.8;
    private static final double ARROW_PITCH_METRES = 6;

    private SiteForm() {}

    /** @param leg which one; negative: all */
    static TriangleMesh wall(Wall placed, int leg) {
        Wall wall = (Wall) placed.placed(Placement.at(0, 0));
        MeshMaker maker = new MeshMaker();
        double high = wall.heightMetres();
        for (Barrier.Part part : wall.parts()) {
            if (leg < 0 || part.leg() == leg) {
                block(maker, extended(wall, part), wall.widthMetres(), 0, high, Swatch.BODY);
            }
        }
        for (Barrier.Gap gap : wall.gaps()) {
            if (leg < 0 || wall.legAt((gap.fromMetres() + gap.toMetres()) / 2) == leg) {
                opening(maker, wall, gap, high);
            }
        }
        return maker.mesh();
    }

    /** Where two legs meet the corner is filled. */
    private static Barrier.Part extended(Barrier wall, Barrier.Part part) {
        double half = wall.widthMetres() / 2;
        List<Pose> corners = wall.cornersOnFloor();
        List<Pose> inner = corners.getFirst().distanceTo(corners.getLast()) < 0.01 ? corners : corners.subList(1, corners.size() - 1);
        double length = part.from().distanceTo(part.to());
        double dx = (part.to().x() - part.from().x()) / length * half;
        double dy = (part.to().y() - part.from().y()) / length * half;
        boolean before = inner.stream().anyMatch(corner -> corner.distanceTo(part.from()) < 0.01);
        boolean after = inner.stream().anyMatch(corner -> corner.distanceTo(part.to()) < 0.01);
        return new Barrier.Part(part.leg(), before ? Pose.at(part.from().x() - dx, part.from().y() - dy, 0, 0) : part.from(),
                after ? Pose.at(part.to().x() + dx, part.to().y() + dy, 0, 0) : part.to());
    }

    /** An upright block along a line, darker on top, as a section is drawn. */
    private static void block(MeshMaker maker, Barrier.Part part, double width, double low, double high, Swatch swatch) {
        List<Pose> strip = PlantElement.strip(part.from(), part.to(), width);
        for (int i = 0; i < 4; i++) {
            Pose a = strip.get(i);
            Pose b = strip.get((i + 1) % 4);
            maker.rimmed(new Point(a.x(), a.y(), low), new Point(b.x(), b.y(), low), new Point(b.x(), b.y(), high),
                    new Point(a.x(), a.y(), high),
                    swatch, Swatch.BODY_EDGE);
        }
        maker.quad(at(strip.get(0), high), at(strip.get(1), high), at(strip.get(2), high), at(strip.get(3), high), Swatch.BODY_EDGE);
        if (low > 0) {
            maker.quad(at(strip.get(3), low), at(strip.get(2), low), at(strip.get(1), low), at(strip.get(0), low), Swatch.BODY_DARK);
        }
    }

    private static Point at(Pose pose, double z) {
        return new Point(pose.x(), pose.y(), z);
    }

    /** A frame, the wall above it, and of a door its leaf, which hangs open above. */
    private static void opening(MeshMaker maker, Barrier wall, Barrier.Gap gap, double wallHigh) {
        Pose from = wall.line().path(Pose.at(0, 0, 0, 0)).at(gap.fromMetres());
        Pose to = wall.line().path(Pose.at(0, 0, 0, 0)).at(gap.toMetres());
        double high = Math.min(wallHigh, gap.opening().height().inBaseUnit());
        Barrier.Part whole = new Barrier.Part(0, from, to);
        if (wallHigh - high > 0.05) {
            block(maker, whole, wall.widthMetres(), high, wallHigh, Swatch.BODY);
        }
        boolean isDoor = gap.opening().sort() == Opening.Sort.DOOR;
        Swatch frame = isDoor ? Swatch.VERDIGRIS : Swatch.STEEL;
        for (Pose post : List.of(from, to)) {
            maker.bar(post.x(), post.y(), 0, FRAME_METRES, FRAME_METRES, high, frame);
        }
        if (isDoor && high > 1) {
            double dx = to.x() - from.x();
            double dy = to.y() - from.y();
            double across = (wall.widthMetres() / 2 + 0.08) / Math.max(1e-6, Math.hypot(dx, dy));
            Pose a = Pose.at(from.x() - dy * across, from.y() + dx * across, 0, 0);
            Pose b = Pose.at(to.x() - dy * across, to.y() + dx * across, 0, 0);
            block(maker, new Barrier.Part(0, a, b), 0.08, high - 0.45, high, Swatch.STEEL);
        }
    }

    static TriangleMesh fence(Fence placed) {
        Fence fence = (Fence) placed.placed(Placement.at(0, 0));
        MeshMaker maker = new MeshMaker();
        double high = fence.heightMetres();
        for (Barrier.Part part : fence.parts()) {
            double length = part.from().distanceTo(part.to());
            int fields = Math.max(1, (int) Math.ceil(length / POST_PITCH_METRES));
            for (int i = 0; i <= fields; i++) {
                double on = (double) i / fields;
                maker.bar(part.from().x() + (part.to().x() - part.from().x()) * on,
                        part.from().y() + (part.to().y() - part.from().y()) * on, 0,
                        0.07, 0.07, high, Swatch.STEEL_DARK);
            }
            for (double z = high - 0.05; z > 0.1; z -= WIRE_PITCH_METRES) {
                Barrier.Part wire = new Barrier.Part(0, part.from(), part.to());
                block(maker, wire, 0.025, z, z + 0.035, Swatch.STEEL);
            }
        }
        for (Barrier.Gap gap : fence.gaps()) {
            for (double along : new double[] {gap.fromMetres(), gap.toMetres()}) {
                Pose post = fence.line().path(Pose.at(0, 0, 0, 0)).at(along);
                maker.bar(post.x(), post.y(), 0, 0.1, 0.1, high, Swatch.VERDIGRIS);
            }
        }
        return maker.mesh();
    }

    static TriangleMesh column(Column column) {
        Footprint size = column.footprint();
        MeshMaker maker = new MeshMaker().box(0, 0, 0, size.lengthMetres(), size.widthMetres(), size.heightMetres(), Swatch.BODY,
                Swatch.BODY_EDGE);
        return maker.bar(0, 0, 0, size.lengthMetres() + 0.06, size.widthMetres() + 0.06, 0.9, Swatch.OCHRE).mesh();
    }

    /** A mat with a line at both sides; of a one-way aisle with arrows. */
    static TriangleMesh aisle(Aisle placed) {
        Aisle aisle = (Aisle) placed.placed(Placement.at(0, 0));
        MeshMaker maker = new MeshMaker();
        double half = aisle.widthMetres() / 2;
        List<Pose> corners = aisle.cornersOnFloor();
        Swatch line = aisle.users() == Aisle.Users.PEOPLE ? Swatch.SLATE : Swatch.OCHRE;
        for (int i = 0; i + 1 < corners.size(); i++) {
            Pose a = corners.get(i);
            Pose b = corners.get(i + 1);
            double length = a.distanceTo(b);
            double dx = (b.x() - a.x()) / length;
            double dy = (b.y() - a.y()) / length;
            maker.ribbon(a.x(), a.y(), b.x(), b.y(), 2 * half, AISLE_Z, Swatch.GRID);
            double back = i == 0 ? 0 : half;
            double fore = i + 2 == corners.size() ? 0 : half;
            for (int side : new int[] {-1, 1}) {
                double ox = -dy * side * (half + LINE_METRES / 2);
                double oy = dx * side * (half + LINE_METRES / 2);
                if (length > back + fore) {
                    maker.ribbon(a.x() + dx * back + ox, a.y() + dy * back + oy, b.x() - dx * fore + ox, b.y() - dy * fore + oy,
                            LINE_METRES,
                            AISLE_Z - 0.002, line);
                }
            }
            if (aisle.direction() != Aisle.Direction.BOTH_WAYS) {
                int sign = aisle.direction() == Aisle.Direction.FORWARD ? 1 : -1;
                int arrows = Math.max(1, (int) (length / ARROW_PITCH_METRES));
                for (int k = 0; k < arrows; k++) {
                    double on = (k + 0.5) / arrows;
                    arrow(maker, a.x() + (b.x() - a.x()) * on, a.y() + (b.y() - a.y()) * on, sign * dx, sign * dy,
                            Math.min(0.5, half * 0.6),
                            line);
                }
            }
        }
        return maker.mesh();
    }

    /** A broken line round it: what stands in it stays in sight. */
    static TriangleMesh zone(Footprint size) {
        double l = size.lengthMetres() / 2;
        double w = size.widthMetres() / 2;
        MeshMaker maker = new MeshMaker();
        for (int side : new int[] {-1, 1}) {
            dashes(maker, new Point(-l, side * w, 0), new Point(l, side * w, 0));
            dashes(maker, new Point(side * l, -w, 0), new Point(side * l, w, 0));
        }
        return maker.mesh();
    }

    private static void dashes(MeshMaker maker, Point from, Point to) {
        double length = Math.hypot(to.x() - from.x(), to.y() - from.y());
        int dashes = Math.max(1, (int) Math.round(length / DASH_METRES / 2)) * 2 - 1;
        for (int i = 0; i < dashes; i += 2) {
            double a = (double) i / dashes;
            double b = (i + 1.0) / dashes;
            maker.ribbon(from.x() + (to.x() - from.x()) * a, from.y() + (to.y() - from.y()) * a, from.x() + (to.x() - from.x()) * b,
                    from.y() + (to.y() - from.y()) * b, LINE_METRES, AISLE_Z + 0.004, Swatch.VERDIGRIS);
        }
    }

    private static void arrow(MeshMaker maker, double x, double y, double dx, double dy, double size, Swatch swatch) {
        Point tip = new Point(x + dx * size, y + dy * size, AISLE_Z + 0.003);
        Point left = new Point(x - dx * size - dy * size * 0.6, y - dy * size + dx * size * 0.6, AISLE_Z + 0.003);
        Point notch = new Point(x - dx * size * 0.4, y - dy * size * 0.4, AISLE_Z + 0.003);
        Point right = new Point(x - dx * size + dy * size * 0.6, y - dy * size - dx * size * 0.6, AISLE_Z + 0.003);
        maker.triangle(tip, left, notch, swatch).triangle(tip, notch, right, swatch);
    }
}
