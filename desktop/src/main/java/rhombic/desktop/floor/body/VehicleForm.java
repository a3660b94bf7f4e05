package rhombic.desktop.floor.body;

import java.util.EnumMap;
import java.util.Map;
import javafx.scene.shape.TriangleMesh;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.floor.body.MeshMaker.Point;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.area.ChargingArea;
import rhombic.study.fleet.Trailer;
import rhombic.study.fleet.VehicleType;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;

/** The bodies of vehicles, looking east, and where they park. */
public final class VehicleForm {
    private static final double SEAT = 0.55;

    private final Map<VehicleType, TriangleMesh> made = new EnumMap<>(VehicleType.class);
    private final Map<VehicleType, TriangleMesh> empty = new EnumMap<>(VehicleType.class);
    private final Map<VehicleType, TriangleMesh> plain = new EnumMap<>(VehicleType.class);
    private final Map<VehicleType, TriangleMesh> forks = new EnumMap<>(VehicleType.class);
    private @Nullable TriangleMesh trailer;

    /** @param manned whether its driver is part of it; else nobody is on it */
    public TriangleMesh of(VehicleType form, boolean manned) {
        return (manned ? made : empty).computeIfAbsent(form, type -> body(type, manned));
    }

    /** The same as seen from far away: no more than its outline. */
    public TriangleMesh plain(VehicleType form) {
        return plain.computeIfAbsent(form, type -> switch (type) {
            case FORKLIFT -> truck(Swatch.SAFFRON, 0.5, 2.15);
            case REACH_TRUCK -> truck(Swatch.VERDIGRIS, 0.3, 2.7);
            case AGV -> new MeshMaker().bar(0, 0, 0.1, 1.5, 0.9, 0.24, Swatch.BODY).bar(0, 0, 0.34, 1.36, 0.78, 0.06, Swatch.BELT).mesh();
            case LIFTING_AGV ->
                new MeshMaker().bar(0, 0, 0.05, 1.1, 0.7, 0.18, Swatch.BODY).bar(0, 0, 0.23, 0.5, 0.5, 0.03, Swatch.SAFFRON).mesh();
            case TUGGER -> new MeshMaker().bar(0.25, 0, 0.14, 1.3, 1.0, 0.5, Swatch.SAFFRON)
                    .bar(-0.65, 0, 0.14, 0.5, 1.0, 1.5, Swatch.SLATE).mesh();
        });
    }

    private static TriangleMesh truck(Swatch swatch, double mast, double high) {
        return new MeshMaker().bar(-0.3, 0, 0.1, 1.3, 1.0, 0.75, swatch).bar(-0.35, 0, 0.85, 0.3, 0.4, 0.7, Swatch.SLATE)
                .bar(-0.35, 0, 2, 1.1, 0.9, 0.08, Swatch.STEEL_DARK).bar(mast, 0, 0.1, 0.14, 0.75, high, Swatch.STEEL_DARK)
                .bar(mast + 0.65, 0, 0.07, 1.1, 0.6, 0.05, Swatch.STEEL).mesh();
    }

    /** What rises along the mast, as it is when it is down; only of those that lift. */
    public TriangleMesh forks(VehicleType form) {
        return forks.computeIfAbsent(form, type -> {
            boolean isForklift = type == VehicleType.FORKLIFT;
            MeshMaker maker = new MeshMaker();
            tines(maker, isForklift ? 0.62 : 0.42, isForklift ? 1.1 : 1.05);
            return maker.bar(isForklift ? 0.59 : 0.39, 0, 0.12, 0.06, isForklift ? 0.78 : 0.82, 0.5, Swatch.STEEL).mesh();
        });
    }

    private static TriangleMesh body(VehicleType form, boolean manned) {
        return switch (form) {
            case FORKLIFT -> forklift(manned);
            case REACH_TRUCK -> reachTruck(manned);
            case AGV -> agv();
            case LIFTING_AGV -> liftingAgv();
            case TUGGER -> tugger(manned);
        };
    }

    /** Counterweight behind, driver under a guard, mast and forks before. */
    private static TriangleMesh forklift(boolean manned) {
        MeshMaker maker = new MeshMaker();
        wheels(maker, 0.42, -0.6, 0.42, 0.28);
        maker.box(-0.72, 0, 0.25, 0.55, 0.98, 0.62, Swatch.INK, Swatch.BODY_EDGE);
        maker.box(-0.1, 0, 0.22, 0.75, 0.98, 0.3, Swatch.SAFFRON, Swatch.BODY_EDGE);
        maker.bar(-0.32, 0, 0.52, 0.42, 0.5, 0.12, Swatch.STEEL_DARK);
        maker.bar(-0.5, 0, 0.62, 0.1, 0.5, 0.45, Swatch.STEEL_DARK);
        guard(maker, -0.85, 0.35, 0.46, 2.0);
        if (manned) {
            driver(maker, -0.3, 0, SEAT);
        }
        mast(maker, 0.5, 0.34, 2.15);
        return maker.mesh();
    }

    /** Narrow and high, the driver sitting across behind a high mast between two legs. */
    private static TriangleMesh reachTruck(boolean manned) {
        MeshMaker maker = new MeshMaker();
        wheels(maker, 0.5, -0.55, 0.9, 0.22);
        maker.box(-0.45, 0, 0.15, 0.95, 1.05, 0.8, Swatch.VERDIGRIS, Swatch.BODY_EDGE);
        maker.bar(-0.25, -0.1, 0.95, 0.4, 0.4, 0.1, Swatch.STEEL_DARK);
        for (int side : new int[] {-1, 1}) {
            maker.bar(0.5, side * 0.5, 0.08, 1.0, 0.12, 0.18, Swatch.STEEL_DARK);
        }
        guard(maker, -0.9, 0.05, 0.48, 2.15);
        if (manned) {
            driver(maker, -0.25, -0.1, 0.95);
        }
        mast(maker, 0.3, 0.36, 2.7);
        return maker.mesh();
    }

    /** A low deck with a bumper all round and a lamp. */
    private static TriangleMesh agv() {
        MeshMaker maker = new MeshMaker();
        wheels(maker, 0.36, -0.45, 0.45, 0.16);
        maker.box(0, 0, 0.1, 1.5, 0.9, 0.24, Swatch.BODY, Swatch.BODY_EDGE);
        maker.bar(0, 0, 0.34, 1.36, 0.78, 0.06, Swatch.BELT);
        maker.bar(0.77, 0, 0.1, 0.06, 0.86, 0.14, Swatch.SAFFRON).bar(-0.77, 0, 0.1, 0.06, 0.86, 0.14, Swatch.SAFFRON);
        maker.post(0.66, 0.34, 0.34, 0.05, 0.22, 8, Swatch.VERDIGRIS);
        return maker.mesh();
    }

    /** So flat that it drives below what it lifts, with a plate that turns on its middle. */
    private static TriangleMesh liftingAgv() {
        MeshMaker maker = new MeshMaker();
        maker.bar(-0.3, 0, 0, 0.3, 0.5, 0.06, Swatch.INK).bar(0.3, 0, 0, 0.3, 0.5, 0.06, Swatch.INK);
        maker.box(0, 0, 0.05, 1.1, 0.7, 0.16, Swatch.BODY, Swatch.BODY_EDGE);
        maker.bar(0.56, 0, 0.07, 0.04, 0.64, 0.08, Swatch.SAFFRON).bar(-0.56, 0, 0.07, 0.04, 0.64, 0.08, Swatch.SAFFRON);
        maker.post(0, 0, 0.21, 0.26, 0.05, 12, Swatch.STEEL);
        return maker.mesh();
    }

    /** Low before, the driver standing behind, a coupling at the end. */
    private static TriangleMesh tugger(boolean manned) {
        MeshMaker maker = new MeshMaker();
        wheels(maker, 0.42, -0.55, 0.6, 0.26);
        maker.box(0.25, 0, 0.14, 1.3, 1.0, 0.5, Swatch.SAFFRON, Swatch.BODY_EDGE);
        maker.box(-0.65, 0, 0.14, 0.5, 1.0, 0.16, Swatch.INK, Swatch.BODY_EDGE);
        maker.post(0.02, 0, 0.64, 0.05, 0.5, 8, Swatch.STEEL_DARK);
        maker.bar(0, 0, 1.1, 0.06, 0.5, 0.06, Swatch.STEEL_DARK);
        if (manned) {
            driver(maker, -0.55, 0, 0.3);
        }
        maker.bar(-0.98, 0, 0.3, 0.2, 0.08, 0.08, Swatch.STEEL_DARK);
        return maker.mesh();
    }

    /** A deck on four wheels with a drawbar before it. */
    public TriangleMesh trailer() {
        TriangleMesh known = trailer;
        if (known == null) {
            MeshMaker maker = new MeshMaker();
            wheels(maker, 0.42, -0.6, 0.6, 0.22);
            double high = Trailer.HEIGHT_METRES;
            maker.box(0, 0, high - 0.14, Trailer.DECK_METRES, Trailer.WIDTH_METRES, 0.14, Swatch.BODY, Swatch.BODY_EDGE);
            maker.bar(Trailer.DECK_METRES / 2 + 0.14, 0, 0.24, 0.36, 0.07, 0.07, Swatch.STEEL_DARK);
            for (int side : new int[] {-1, 1}) {
                maker.post(-Trailer.DECK_METRES / 2 + 0.06, side * (Trailer.WIDTH_METRES / 2 - 0.06), high, 0.03, 0.7, 6,
                        Swatch.STEEL_DARK);
            }
            known = maker.mesh();
            trailer = known;
        }
        return known;
    }

    private static void wheels(MeshMaker maker, double aside, double back, double fore, double high) {
        for (int side : new int[] {-1, 1}) {
            maker.bar(back, side * aside, 0, high * 1.6, 0.14, high * 1.4, Swatch.INK);
            maker.bar(fore, side * aside, 0, high * 1.6, 0.14, high * 1.4, Swatch.INK);
        }
    }

    private static void guard(MeshMaker maker, double back, double fore, double aside, double high) {
        for (int side : new int[] {-1, 1}) {
            maker.limb(new Point(back, side * aside, 0.85), new Point(back + 0.1, side * aside, high), 0.06, Swatch.STEEL_DARK);
            maker.limb(new Point(fore, side * aside, 0.5), new Point(fore - 0.15, side * aside, high), 0.06, Swatch.STEEL_DARK);
        }
        maker.bar((back + fore) / 2 - 0.02, 0, high, fore - back - 0.1, 2 * aside, 0.06, Swatch.STEEL_DARK);
    }

    private static void mast(MeshMaker maker, double x, double aside, double high) {
        for (int side : new int[] {-1, 1}) {
            maker.bar(x, side * aside, 0.1, 0.12, 0.09, high, Swatch.STEEL_DARK);
        }
        maker.bar(x, 0, high - 0.1, 0.1, 2 * aside, 0.1, Swatch.STEEL_DARK).bar(x, 0, 0.9, 0.08, 2 * aside, 0.08, Swatch.STEEL_DARK);
    }

    private static void tines(MeshMaker maker, double from, double length) {
        for (int side : new int[] {-1, 1}) {
            maker.bar(from + length / 2, side * 0.24, 0.07, length, 0.11, 0.05, Swatch.STEEL);
        }
    }

    private static void driver(MeshMaker maker, double x, double y, double seatMetres) {
        maker.limb(new Point(x - 0.05, y, seatMetres + 0.05), new Point(x - 0.08, y, seatMetres + 0.58), 0.3, Swatch.SLATE);
        maker.limb(new Point(x - 0.06, y, seatMetres + 0.58), new Point(x - 0.06, y, seatMetres + 0.85), 0.18, Swatch.SKIN);
        for (int side : new int[] {-1, 1}) {
            maker.limb(new Point(x, y + side * 0.1, seatMetres + 0.08), new Point(x + 0.38, y + side * 0.1, seatMetres + 0.1), 0.13,
                    Swatch.TROUSERS);
            maker.limb(new Point(x - 0.06, y + side * 0.2, seatMetres + 0.5), new Point(x + 0.3, y + side * 0.12, seatMetres + 0.42), 0.09,
                    Swatch.SLATE);
        }
    }

    /** A place for each of them, marked on the floor. */
    static TriangleMesh parking(Footprint size, int vehicles) {
        return places(size, vehicles, Swatch.OCHRE).mesh();
    }

    /** Places marked on the floor, each with a cabinet and its cable before it. */
    static TriangleMesh chargers(ChargingArea area) {
        Footprint size = area.footprint();
        MeshMaker maker = places(size, area.places(), Swatch.VERDIGRIS);
        ChargingArea inMiddle = (ChargingArea) area.placed(Placement.at(0, 0));
        for (Pose at : Layout.places(inMiddle)) {
            double rows = (area.places() + Footprint.IN_ROW - 1) / Footprint.IN_ROW;
            double y = at.y() + size.widthMetres() / rows / 2 - 0.2;
            maker.box(at.x(), y, 0, 0.5, 0.28, 1.35, Swatch.BODY, Swatch.BODY_EDGE).bar(at.x(), y - 0.15, 1.05, 0.34, 0.02, 0.16,
                    Swatch.VERDIGRIS);
            maker.limb(new Point(at.x() + 0.2, y - 0.15, 0.95), new Point(at.x() + 0.2, y - 0.3, 0.35), 0.05, Swatch.INK);
        }
        return maker.mesh();
    }

    private static MeshMaker places(Footprint size, int count, Swatch line) {
        double l = size.lengthMetres() / 2;
        double w = size.widthMetres() / 2;
        MeshMaker maker = new MeshMaker().bar(0, 0, 0, 2 * l, 2 * w, 0.012, Swatch.MAT);
        int inRow = Math.min(Footprint.IN_ROW, count);
        for (int i = 0; i <= inRow; i++) {
            double x = -l + 2 * l * i / inRow;
            maker.ribbon(x, -w, x, w, 0.06, 0.016, line);
        }
        return maker.ribbon(-l, w, l, w, 0.06, 0.016, line);
    }
}
