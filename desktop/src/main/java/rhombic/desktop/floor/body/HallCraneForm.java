package rhombic.desktop.floor.body;

import javafx.scene.shape.TriangleMesh;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneForm;

/** The shapes of a hall crane: its runway, its bridge, its trolley, and hook and ropes. */
public final class HallCraneForm {
    private static final double RAIL = 0.16;
    private static final double COLUMN_PITCH = 7.5;
    private static final double GIRDER = 0.42;
    private static final double APART = 0.75;
    /** The head of a pillar, above the jib. */
    private static final double TIE = 0.9;

    private HallCraneForm() {}

    /** Rails on beams and columns; of a gantry crane on the floor, of a jib crane its pillar. Seen from the middle of the runway. */
    static TriangleMesh runway(BridgeCrane crane) {
        MeshMaker maker = new MeshMaker();
        if (crane.form() == CraneForm.JIB) {
            return pillar(maker, crane.railMetres());
        }
        double length = crane.runway().length().inBaseUnit() + 2;
        double half = crane.runway().span().inBaseUnit() / 2 + 0.3;
        double high = crane.railMetres();
        int fields = Math.max(1, (int) Math.ceil(length / COLUMN_PITCH));
        for (int side = -1; side <= 1; side += 2) {
            if (crane.form() == CraneForm.GANTRY) {
                maker.bar(0, side * half, 0, length, RAIL, 0.1, Swatch.STEEL_DARK);
                continue;
            }
            maker.bar(0, side * half, high - 0.55, length, 0.3, 0.45, Swatch.SLATE);
            maker.bar(0, side * half, high - 0.1, length, RAIL, 0.1, Swatch.STEEL_DARK);
            for (int i = 0; i <= fields; i++) {
                double x = -length / 2 + 0.2 + i * (length - 0.4) / fields;
                maker.bar(x, side * (half + 0.1), 0, 0.3, 0.36, high - 0.55, Swatch.BODY_EDGE);
                maker.bar(x, side * (half + 0.1), 0, 0.55, 0.6, 0.04, Swatch.STEEL_DARK);
            }
        }
        return maker.mesh();
    }

    /** With a foot, a collar and a head that holds the ties of the jib. */
    private static TriangleMesh pillar(MeshMaker maker, double rail) {
        maker.bar(0, 0, 0, 1.1, 1.1, 0.05, Swatch.STEEL_DARK);
        maker.bar(0, 0, 0, 0.42, 0.42, rail - 0.1, Swatch.BODY_EDGE);
        maker.bar(0, 0, rail - 0.1, 0.62, 0.62, 0.5, Swatch.INK);
        return maker.bar(0, 0, rail + 0.4, 0.34, 0.34, TIE, Swatch.OCHRE).mesh();
    }

    /** A beam with two ties to the head of the pillar. Seen from its tip on the floor, looking the way it turns to the left. */
    private static TriangleMesh jib(BridgeCrane crane) {
        double reach = crane.jibMetres();
        double rail = crane.railMetres();
        MeshMaker maker = new MeshMaker();
        maker.box(0, reach / 2, rail, 0.3, reach, 0.4, Swatch.OCHRE, Swatch.BODY_EDGE);
        for (int side = -1; side <= 1; side += 2) {
            maker.limb(new MeshMaker.Point(side * 0.12, reach * 0.3, rail + 0.4), new MeshMaker.Point(side * 0.1, reach, rail + 0.4 + TIE),
                    0.08,
                    Swatch.STEEL_DARK);
        }
        return maker.bar(0, 0, rail, 0.36, 0.1, 0.46, Swatch.INK).mesh();
    }

    /** Two girders with end carriages; of a gantry crane on legs. Seen from its middle on the floor. */
    public static TriangleMesh bridge(BridgeCrane crane) {
        if (crane.form() == CraneForm.JIB) {
            return jib(crane);
        }
        MeshMaker maker = new MeshMaker();
        double half = crane.runway().span().inBaseUnit() / 2 + 0.3;
        double rail = crane.railMetres();
        for (int side = -1; side <= 1; side += 2) {
            maker.box(side * APART, 0, rail + 0.12, GIRDER, 2 * half + 0.3, 0.7, Swatch.OCHRE, Swatch.BODY_EDGE);
            maker.bar(side * APART, 0, rail + 0.82, 0.1, 2 * half, 0.06, Swatch.STEEL_DARK);
            maker.box(0, side * half, rail, 2.6, 0.34, 0.34, Swatch.INK, Swatch.BODY_EDGE);
            if (crane.form() == CraneForm.GANTRY) {
                for (int end = -1; end <= 1; end += 2) {
                    maker.limb(new MeshMaker.Point(end * 1.6, side * half, 0.5), new MeshMaker.Point(end * 0.8, side * half, rail + 0.1),
                            0.3, Swatch.OCHRE);
                }
                maker.box(0, side * half, 0.1, 4.0, 0.4, 0.42, Swatch.INK, Swatch.BODY_EDGE);
            }
        }
        return maker.mesh();
    }

    /** What travels across on the girders. Seen from its middle on the floor. */
    public static TriangleMesh trolley(BridgeCrane crane) {
        if (crane.form() == CraneForm.JIB) {
            return new MeshMaker().box(0, 0, crane.railMetres() - 0.3, 0.5, 0.6, 0.3, Swatch.INK, Swatch.BODY_EDGE).mesh();
        }
        double top = crane.railMetres() + 0.86;
        return new MeshMaker().box(0, 0, top, 2.0, 1.1, 0.22, Swatch.INK, Swatch.BODY_EDGE)
                .box(-0.45, 0, top + 0.22, 0.8, 0.7, 0.45, Swatch.BODY, Swatch.BODY_EDGE)
                .box(0.5, 0, top + 0.22, 0.5, 0.9, 0.3, Swatch.BODY_DARK, Swatch.BODY_EDGE).mesh();
    }

    /** How far above its rail, or the beam of its jib, the ropes end. */
    public static double ropesEndMetres(BridgeCrane crane) {
        return crane.form() == CraneForm.JIB ? -0.2 : 0.9;
    }

    /** A metre of the ropes, from the hook upwards, to be drawn out. */
    public static TriangleMesh ropes() {
        MeshMaker maker = new MeshMaker();
        for (int side = -1; side <= 1; side += 2) {
            maker.bar(0, side * 0.16, 0, 0.05, 0.05, 1, Swatch.INK);
        }
        return maker.mesh();
    }

    /** The block that hangs on the ropes, its hook at the bottom. */
    public static TriangleMesh hook() {
        return new MeshMaker().box(0, 0, 0.14, 0.26, 0.5, 0.34, Swatch.SAFFRON, Swatch.BODY_EDGE).bar(0, 0, 0, 0.09, 0.16, 0.14, Swatch.INK)
                .mesh();
    }

    /** A metre from the hook down to a load, to be drawn out. */
    public static TriangleMesh sling() {
        MeshMaker maker = new MeshMaker();
        for (int side = -1; side <= 1; side += 2) {
            maker.limb(new MeshMaker.Point(0, 0, 0), new MeshMaker.Point(0.22, side * 0.3, -1), 0.05, Swatch.INK);
            maker.limb(new MeshMaker.Point(0, 0, 0), new MeshMaker.Point(-0.22, side * 0.3, -1), 0.05, Swatch.INK);
        }
        return maker.mesh();
    }
}
