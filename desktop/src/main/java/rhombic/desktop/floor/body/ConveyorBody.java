package rhombic.desktop.floor.body;

import java.util.List;
import javafx.scene.shape.TriangleMesh;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.kind.Conveyor;
import rhombic.study.place.Fitting;
import rhombic.study.place.Port;

/** The shape of a conveyor along its way: rollers where pieces close up, a belt where it stops as a whole. */
final class ConveyorBody {
    private static final double RAIL_METRES = 0.05;
    private static final double RAIL_DEEP_METRES = 0.2;
    private static final double RAIL_OVER_METRES = 0.03;
    private static final double ROLLER_PITCH_METRES = 0.2;
    private static final double ROLLER_METRES = 0.09;
    private static final int MAX_ROLLERS = 600;
    /** So finely are rails bent. */
    private static final double STEP_METRES = 0.3;
    private static final double POST_METRES = 0.06;
    private static final double POST_OVER_METRES = 0.22;
    private static final double LEG_PITCH_METRES = 1.8;
    private static final double LEG_METRES = 0.07;

    private ConveyorBody() {}

    /** From so far away that rollers and lanes can't be told apart: the deck, its rails and its legs. */
    static TriangleMesh far(Conveyor conveyor) {
        MeshMaker maker = new MeshMaker();
        Path way = conveyor.conveyorPath().path(conveyor.conveyorPath().start(Port.TABLE_METRES));
        double side = conveyor.totalWidthMetres() / 2;
        Swatch deck = conveyor.mode() == Conveyor.Mode.RIGID ? Swatch.BELT : Swatch.ROLLER;
        List<Pose> points = way.outline();
        for (int i = 0; i + 1 < points.size(); i++) {
            maker.bar(points.get(i), points.get(i + 1), side - RAIL_METRES, RAIL_METRES - side, 0, 0.1, deck);
        }
        rail(maker, conveyor, way, Fitting.Side.LEFT);
        rail(maker, conveyor, way, Fitting.Side.RIGHT);
        legs(maker, way, side);
        return maker.mesh();
    }

    static TriangleMesh of(Conveyor conveyor) {
        MeshMaker maker = new MeshMaker();
        Path way = conveyor.conveyorPath().path(conveyor.conveyorPath().start(Port.TABLE_METRES));
        double side = conveyor.totalWidthMetres() / 2;
        List<Pose> points = way.outline();
        boolean isBelt = conveyor.mode() == Conveyor.Mode.RIGID;
        for (int i = 0; i + 1 < points.size(); i++) {
            Pose from = points.get(i);
            Pose to = points.get(i + 1);
            if (isBelt) {
                maker.bar(from, to, side - RAIL_METRES, RAIL_METRES - side, 0, 0.1, Swatch.BELT);
            }
            for (int lane = 1; lane < conveyor.lanes(); lane++) {
                double at = side - lane * conveyor.width().inBaseUnit();
                maker.bar(from, to, at + 0.008, at - 0.008, RAIL_OVER_METRES, 0.1, Swatch.STEEL_DARK);
            }
        }
        rail(maker, conveyor, way, Fitting.Side.LEFT);
        rail(maker, conveyor, way, Fitting.Side.RIGHT);
        conveyor.fittings().forEach(fitting -> fitting(maker, conveyor, way, fitting));
        if (!isBelt) {
            rollers(maker, way, side);
        }
        legs(maker, way, side);
        drive(maker, way, side);
        return maker.mesh();
    }

    /** The rail of one side, open where pieces leave or come in there. */
    private static void rail(MeshMaker maker, Conveyor conveyor, Path way, Fitting.Side side) {
        double half = conveyor.totalWidthMetres() / 2;
        double from = 0;
        for (Fitting fitting : conveyor.fittings()) {
            boolean isOpen = switch (fitting) {
                case Fitting.Divert divert -> divert.side() == side;
                case Fitting.Merge merge -> merge.side() == side;
                case Fitting.Sensor sensor -> false;
            };
            if (isOpen) {
                double at = conveyor.metresOf(fitting);
                rail(maker, way, from, at - half, half, side);
                from = Math.max(from, at + half);
            }
        }
        rail(maker, way, from, way.metres(), half, side);
    }

    private static void rail(MeshMaker maker, Path way, double from, double to, double half, Fitting.Side side) {
        double begin = Math.max(0, from);
        double end = Math.min(way.metres(), to);
        int steps = isStraight(way, begin, end) ? 1 : (int) Math.ceil((end - begin) / STEP_METRES);
        double left = side == Fitting.Side.LEFT ? half : RAIL_METRES - half;
        for (int i = 0; i < steps && end > begin; i++) {
            Pose a = way.at(begin + (end - begin) * i / steps);
            Pose b = way.at(begin + (end - begin) * (i + 1) / steps);
            maker.bar(a, b, left, left - RAIL_METRES, RAIL_OVER_METRES, RAIL_DEEP_METRES, Swatch.STEEL);
        }
    }

    private static boolean isStraight(Path way, double from, double to) {
        Pose a = way.at(from);
        Pose b = way.at(to);
        return Math.abs(a.distanceTo(b) - (to - from)) < 1e-6 && a.slope() == b.slope();
    }

    /** Diverts and merges have a plate with a stripe towards their side, sensors a post on both sides. */
    private static void fitting(MeshMaker maker, Conveyor conveyor, Path way, Fitting fitting) {
        double at = conveyor.metresOf(fitting);
        double half = conveyor.totalWidthMetres() / 2;
        switch (fitting) {
            case Fitting.Divert divert -> plate(maker, way, at, half, divert.side(), Swatch.VERDIGRIS);
            case Fitting.Merge merge -> plate(maker, way, at, half, merge.side(), Swatch.INK);
            case Fitting.Sensor sensor -> {
                Pose from = way.at(at - POST_METRES / 2);
                Pose to = way.at(at + POST_METRES / 2);
                for (double left : new double[] {half + POST_METRES, -half}) {
                    maker.bar(from, to, left, left - POST_METRES, POST_OVER_METRES, 0.4, Swatch.INK);
                    maker.bar(from, to, left, left - POST_METRES, POST_OVER_METRES + POST_METRES, POST_METRES, Swatch.SAFFRON);
                }
            }
        }
    }

    private static void plate(MeshMaker maker, Path way, double at, double half, Fitting.Side side, Swatch swatch) {
        double inner = half - RAIL_METRES;
        for (int stripe = -1; stripe <= 1; stripe++) {
            double middle = at + stripe * half / 2;
            double left = side == Fitting.Side.LEFT ? half : inner * 0.2;
            double right = side == Fitting.Side.LEFT ? -inner * 0.2 : -half;
            maker.bar(way.at(middle - 0.03), way.at(middle + 0.03), left, right, 0.002, 0.06, swatch);
        }
    }

    private static void rollers(MeshMaker maker, Path way, double side) {
        int count = (int) Math.clamp(Math.round(way.metres() / ROLLER_PITCH_METRES), 1, MAX_ROLLERS);
        double pitch = way.metres() / count;
        double half = Math.max(ROLLER_METRES, pitch * 0.45) / 2;
        for (int i = 0; i < count; i++) {
            double at = (i + 0.5) * pitch;
            maker.bar(way.at(at - half), way.at(at + half), side - RAIL_METRES, RAIL_METRES - side, -0.005, 0.07, Swatch.ROLLER);
        }
    }

    private static void legs(MeshMaker maker, Path way, double side) {
        int pairs = Math.max(2, (int) Math.ceil(way.metres() / LEG_PITCH_METRES) + 1);
        for (int i = 0; i < pairs; i++) {
            Pose pose = way.at(0.12 + i * Math.max(0, way.metres() - 0.24) / (pairs - 1));
            double heading = Math.toRadians(pose.heading());
            double height = pose.z() + RAIL_OVER_METRES - RAIL_DEEP_METRES;
            for (int to : new int[] {-1, 1}) {
                double aside = to * (side - RAIL_METRES / 2);
                if (height > 0.05) {
                    maker.bar(pose.x() - aside * Math.sin(heading), pose.y() + aside * Math.cos(heading), 0, LEG_METRES, LEG_METRES, height,
                            Swatch.STEEL_DARK);
                }
            }
        }
    }

    /** The motor hangs beside the way near its beginning, on the right. */
    private static void drive(MeshMaker maker, Path way, double side) {
        double at = Math.min(0.7, way.metres() / 2);
        Pose from = way.at(at - 0.18);
        Pose to = way.at(at + 0.18);
        maker.bar(from, to, -side, -side - 0.22, -0.06, 0.24, Swatch.BODY_DARK);
        maker.bar(to, way.at(Math.min(way.metres(), at + 0.3)), -side - 0.05, -side - 0.17, -0.1, 0.14, Swatch.VERDIGRIS);
    }
}
