package rhombic.desktop.floor.body;

import java.util.List;
import java.util.stream.Stream;
import javafx.scene.shape.TriangleMesh;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.kind.Rack;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.AisleTransfer;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.TransferPoint;

/** The shape of a rack: uprights and beams, or marked rows on the floor; and of the stacker cranes in its aisles. */
public final class RackBody {
    private static final double POST = 0.1;
    private static final double BEAM = 0.09;
    private static final double TABLE = 1.0;
    /** More uprights than this are not drawn: some are left out. */
    private static final int MAX_POSTS = 1200;
    private static final int MAX_POSTS_FAR = 200;
    private static final double MAST = 0.75;
    /** From the side of the carriage to the middle of the mast beside it. */
    private static final double MAST_BESIDE = 0.13;

    /** Of a transfer: from its edge to a rail, and what it is wider than from the first aisle to the last. */
    private static final double RAIL_FROM_EDGE = 0.3;
    private static final double TRANSFER_ENDS = 2;

    private RackBody() {}

    static TriangleMesh of(Rack rack) {
        return of(rack.layout(), MAX_POSTS);
    }

    static TriangleMesh far(Rack rack) {
        return of(rack.layout(), MAX_POSTS_FAR);
    }

    private static TriangleMesh of(RackLayout layout, int maxPosts) {
        MeshMaker maker = new MeshMaker();
        double length = layout.lengthMetres();
        double deep = layout.rowDepthMetres();
        for (int aisle = 0; aisle < layout.aisles(); aisle++) {
            for (int row = 0; row < layout.rows().rows(); row++) {
                double y = layout.aisleMetres(aisle) + (row == 0 ? -1 : 1) * (layout.aisleWidth().inBaseUnit() + deep) / 2;
                if (layout.form() == RackForm.BLOCK_STORE) {
                    block(maker, layout, y, length, deep);
                } else {
                    row(maker, layout, y, length, deep, maxPosts / (layout.aisles() * layout.rows().rows()));
                }
            }
        }
        return maker.mesh();
    }

    /** Lines on the floor between the rows of stacks. */
    private static void block(MeshMaker maker, RackLayout layout, double y, double length, double deep) {
        maker.bar(0, y, 0, length, deep, 0.015, Swatch.MAT);
        int step = Math.max(1, layout.bays() / 200);
        for (int bay = 0; bay <= layout.bays(); bay += step) {
            double x = bay * layout.bayPitch().inBaseUnit() - length / 2;
            maker.ribbon(x, y - deep / 2, x, y + deep / 2, 0.06, 0.025, Swatch.OCHRE);
        }
    }

    private static void row(MeshMaker maker, RackLayout layout, double y, double length, double deep, int maxPosts) {
        double high = layout.heightMetres();
        int step = Math.max(1, (int) Math.ceil(2.0 * (layout.bays() + 1) / Math.max(8, maxPosts)));
        for (int bay = 0; bay <= layout.bays(); bay += step) {
            upright(maker, bay * layout.bayPitch().inBaseUnit() - length / 2, y, deep, high);
        }
        if (layout.bays() % step != 0) {
            upright(maker, length / 2, y, deep, high);
        }
        boolean flows = layout.form().isInclined();
        for (int level = 0; level < layout.levels().count(); level++) {
            double z = layout.levelMetres(level) - BEAM;
            for (int side = -1; side <= 1; side += 2) {
                maker.bar(0, y + side * (deep - POST) / 2, Math.max(0, z), length, BEAM / 2, BEAM, Swatch.BODY_EDGE);
            }
            if (flows) {
                maker.bar(0, y, Math.max(0, z), length, deep - POST, 0.04, Swatch.ROLLER);
            }
        }
    }

    private static void upright(MeshMaker maker, double x, double y, double deep, double high) {
        for (int side = -1; side <= 1; side += 2) {
            maker.bar(x, y + side * (deep - POST) / 2, 0, POST, POST, high, Swatch.STEEL);
        }
    }

    /** The rail of an aisle, from one end to the other, and the tables at its infeed and outfeed; seen from the middle of the rack. */
    public static TriangleMesh aisle(Rack rack, int aisle) {
        RackLayout layout = rack.layout();
        double outside = 1 + Stream.concat(rack.infeeds().stream(), rack.outfeeds().stream()).mapToDouble(TransferPoint::offsetMetres)
                .max().orElse(0);
        double y = layout.aisleMetres(aisle);
        MeshMaker maker = new MeshMaker().bar(0, y, 0, layout.lengthMetres() + 2 * outside, 0.14, 0.12, Swatch.STEEL_DARK);
        maker.bar(0, y, layout.heightMetres() + MAST, layout.lengthMetres() + 2 * outside, 0.1, 0.1, Swatch.STEEL_DARK);
        rack.infeeds().forEach(infeed -> tables(maker, rack, infeed, aisle, true));
        rack.outfeeds().forEach(outfeed -> tables(maker, rack, outfeed, aisle, false));
        if (rack.preZone().isThere()) {
            for (int i = 0; i < rack.infeeds().size(); i++) {
                lane(maker, rack, rack.preZone().in(i, aisle), true);
            }
            for (int i = 0; i < rack.outfeeds().size(); i++) {
                lane(maker, rack, rack.preZone().out(i, aisle), false);
            }
        }
        return maker.mesh();
    }

    /** What takes cranes from aisle to aisle: a pit with two rails across; seen from the middle of the rack. */
    public static TriangleMesh transfer(RackLayout layout, AisleTransfer transfer, int loads) {
        double x = transfer.onMetres(layout, loads) - layout.lengthMetres() / 2;
        double length = transfer.lengthMetres(layout, loads);
        double wide = layout.aislePitchMetres() * (layout.aisles() - 1) + TRANSFER_ENDS;
        double middle = (layout.aisleMetres(0) + layout.aisleMetres(layout.aisles() - 1)) / 2;
        MeshMaker maker = new MeshMaker().bar(x, middle, 0, length, wide, 0.03, Swatch.STEEL);
        for (int side = -1; side <= 1; side += 2) {
            maker.bar(x + side * (length / 2 - RAIL_FROM_EDGE), middle, 0.03, 0.14, wide, 0.08, Swatch.STEEL_DARK);
        }
        return maker.mesh();
    }

    /** A conveyor of the pre-zone, from a port to an aisle or back. */
    private static void lane(MeshMaker maker, Rack rack, Path path, boolean isIn) {
        double wide = Math.min(1.2, rack.layout().slotDepth().inBaseUnit());
        List<Pose> points = path.outline();
        for (int i = 0; i + 1 < points.size(); i++) {
            Pose a = points.get(i);
            Pose b = points.get(i + 1);
            double length = Math.hypot(b.x() - a.x(), b.y() - a.y()) + wide / 2;
            boolean isAlongX = Math.abs(b.x() - a.x()) > Math.abs(b.y() - a.y());
            double x = (a.x() + b.x()) / 2;
            double y = (a.y() + b.y()) / 2;
            double top = Math.max(0.12, Math.min(a.z(), b.z()));
            maker.bar(x, y, top - 0.1, isAlongX ? length : wide, isAlongX ? wide : length, 0.09, Swatch.ROLLER);
            for (int side = -1; side <= 1; side += 2) {
                maker.bar(x + (isAlongX ? 0 : side * wide / 2), y + (isAlongX ? side * wide / 2 : 0), top - 0.16, isAlongX ? length : 0.07,
                        isAlongX ? 0.07 : length, 0.16, isIn ? Swatch.VERDIGRIS : Swatch.STEEL);
            }
        }
    }

    private static void tables(MeshMaker maker, Rack rack, TransferPoint point, int aisle, boolean isInfeed) {
        double wide = Math.min(1.3, rack.layout().slotDepth().inBaseUnit());
        double pitch = Math.min(TABLE, rack.layout().bayPitch().inBaseUnit());
        for (int i = 0; i < point.capacity(); i++) {
            Pose at = rack.layout().at(point, aisle, i, isInfeed);
            double top = Math.max(0.12, at.z());
            maker.bar(at.x(), at.y(), top - 0.1, pitch, wide, 0.1, Swatch.ROLLER);
            maker.bar(at.x(), at.y() - wide / 2, top - 0.14, rack.layout().bayPitch().inBaseUnit(), 0.07, 0.16, Swatch.STEEL);
            maker.bar(at.x(), at.y() + wide / 2, top - 0.14, rack.layout().bayPitch().inBaseUnit(), 0.07, 0.16,
                    isInfeed ? Swatch.VERDIGRIS : Swatch.STEEL);
            for (int side = -1; side <= 1 && top > 0.4; side += 2) {
                maker.bar(at.x(), at.y() + side * (wide / 2 - 0.05), 0, 0.08, 0.08, top - 0.1, Swatch.STEEL_DARK);
            }
        }
    }

    /** What travels along the aisle: two masts on a base, joined at the top, with a cabinet. */
    public static TriangleMesh mast(double high, double carriage) {
        double apart = carriage / 2 + MAST_BESIDE;
        MeshMaker maker = new MeshMaker().box(0, 0, 0.12, 2 * apart + 0.9, 0.5, 0.3, Swatch.OCHRE, Swatch.BODY_EDGE);
        for (int side = -1; side <= 1; side += 2) {
            maker.bar(side * apart, 0, 0.42, 0.26, 0.34, high + MAST - 0.42, Swatch.OCHRE);
        }
        maker.bar(0, 0, high + MAST - 0.3, 2 * apart + 0.2, 0.3, 0.25, Swatch.OCHRE);
        maker.box(-apart - 0.7, 0, 0.2, 0.5, 0.5, 1.5, Swatch.BODY, Swatch.BODY_EDGE);
        return maker.mesh();
    }

    /** What is lifted: a platform between the masts, its top at the height of what lies on it. */
    public static TriangleMesh carriage(double metres) {
        MeshMaker maker = new MeshMaker().bar(0, 0, -0.24, metres, 0.9, 0.14, Swatch.INK);
        for (int side = -1; side <= 1; side += 2) {
            maker.bar(side * (metres / 2 - 0.02), 0, -0.24, 0.08, 0.5, 1.0, Swatch.INK);
        }
        return maker.mesh();
    }

    /** Two tines across the aisle. */
    public static TriangleMesh fork() {
        MeshMaker maker = new MeshMaker();
        for (int side = -1; side <= 1; side += 2) {
            maker.bar(side * 0.25, 0, -0.09, 0.14, 1.15, 0.08, Swatch.STEEL);
        }
        return maker.mesh();
    }

    /** The desk from which cranes are controlled. */
    static TriangleMesh desk() {
        return new MeshMaker().box(0, 0, 0, 1.0, 0.5, 0.9, Swatch.BODY, Swatch.BODY_EDGE).bar(0, 0.12, 0.9, 0.7, 0.06, 0.45, Swatch.GLASS)
                .mesh();
    }
}
