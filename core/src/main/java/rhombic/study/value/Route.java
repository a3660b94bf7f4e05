package rhombic.study.value;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import rhombic.space.Path;
import rhombic.space.Pose;

/**
 * The way of a conveyor, leg by leg from where pieces come on, in the direction in which the equipment looks. Its length is
 * exact, and one for what is drawn and for what is simulated.
 */
public final class Route implements Serializable {
    public static final int MOST_LEGS = 200;
    public static final double STEEPEST_DEGREES = 30;
    private static final double MOST_METRES = 1000;

    /** A stretch of the way. */
    public sealed interface Leg extends Serializable {
        /**
         * Straight on.
         *
         * @param metres along the way, slope included; from 0.05 to 1000
         * @param slopeDegrees upwards, at most 30 both ways
         */
        record Straight(double metres, double slopeDegrees) implements Leg {
            public Straight {
                if (!(metres >= 0.05 && metres <= MOST_METRES)) {
                    throw new StudyException("A straight must be from 0.05 m to 1000 m long; got " + metres + " m");
                }
                if (!(Math.abs(slopeDegrees) <= STEEPEST_DEGREES)) {
                    throw new StudyException("A slope must be at most 30 degrees, or pieces slide; got " + slopeDegrees);
                }
            }
        }

        /**
         * An arc, level.
         *
         * @param radiusMetres of its middle line, from 0.1 to 1000
         * @param turnDegrees to the left, to the right if negative; at most 360 and not 0
         */
        record Arc(double radiusMetres, double turnDegrees) implements Leg {
            public Arc {
                if (!(radiusMetres >= 0.1 && radiusMetres <= MOST_METRES)) {
                    throw new StudyException("The radius of an arc must be from 0.1 m to 1000 m; got " + radiusMetres + " m");
                }
                if (!(Math.abs(turnDegrees) >= 1 && Math.abs(turnDegrees) <= 360)) {
                    throw new StudyException("An arc must turn by 1 to 360 degrees; got " + turnDegrees);
                }
            }
        }
    }

    private final List<Leg> legs;
    private final transient Path path;
    /** Least x, least y, most x, most y of its middle line. */
    private final transient double[] box;

    public Route(List<Leg> legs) {
        if (legs.isEmpty() || legs.size() > MOST_LEGS) {
            throw new StudyException("A conveyor must have 1 to " + MOST_LEGS + " straights and arcs; got " + legs.size());
        }
        this.legs = List.copyOf(legs);
        path = path(Pose.at(0, 0, 0, 0));
        if (path.metres() > MOST_METRES * 10) {
            throw new StudyException("A conveyor must be at most 10 km long; got " + path.metres() + " m");
        }
        box = new double[] {Double.MAX_VALUE, Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
        for (Pose pose : path.outline()) {
            box[0] = Math.min(box[0], pose.x());
            box[1] = Math.min(box[1], pose.y());
            box[2] = Math.max(box[2], pose.x());
            box[3] = Math.max(box[3], pose.y());
        }
    }

    public static Route straight(double metres) {
        return new Route(List.of(new Leg.Straight(metres, 0)));
    }

    /**
     * Straight from corner to corner, each inner corner an arc of that radius, or of a smaller one where there is no room.
     *
     * @param corners each x, y; at least two that differ, the first leg looking along the first two
     */
    public static Route through(List<double[]> corners, double radiusMetres) {
        List<Leg> legs = new ArrayList<>();
        double cutBefore = 0;
        for (int i = 0; i + 1 < corners.size(); i++) {
            double length = between(corners.get(i), corners.get(i + 1));
            double cut = 0;
            double turn = 0;
            double radius = radiusMetres;
            if (i + 2 < corners.size()) {
                turn = turn(corners.get(i), corners.get(i + 1), corners.get(i + 2));
                double half = Math.tan(Math.toRadians(Math.abs(turn) / 2));
                double room = Math.min(length, between(corners.get(i + 1), corners.get(i + 2))) / 2;
                cut = Math.min(room, radius * half);
                radius = half < 1e-9 ? radius : cut / half;
            }
            double straight = length - cutBefore - cut;
            if (straight >= 0.05) {
                legs.add(new Leg.Straight(rounded(straight), 0));
            }
            if (Math.abs(turn) >= 1) {
                legs.add(new Leg.Arc(Math.max(0.1, rounded(radius)), rounded(turn)));
            }
            cutBefore = cut;
        }
        return new Route(legs);
    }

    private static double rounded(double value) {
        return Math.round(value * 1000) / 1000.0;
    }

    private static double between(double[] a, double[] b) {
        return Math.hypot(b[0] - a[0], b[1] - a[1]);
    }

    private static double turn(double[] a, double[] b, double[] c) {
        double by = Math.toDegrees(Math.atan2(c[1] - b[1], c[0] - b[0]) - Math.atan2(b[1] - a[1], b[0] - a[0])) % 360;
        return by > 180 ? by - 360 : by <= -180 ? by + 360 : by;
    }

    /** The same way with left and right exchanged. */
    public Route mirrored() {
        return new Route(
                legs.stream().map(leg -> leg instanceof Leg.Arc arc ? new Leg.Arc(arc.radiusMetres(), -arc.turnDegrees()) : leg).toList());
    }

    public List<Leg> legs() {
        return legs;
    }

    public double metres() {
        return path.metres();
    }

    /** The way in space, if it begins there. */
    public Path path(Pose start) {
        Path.Builder builder = Path.from(start);
        for (Leg leg : legs) {
            switch (leg) {
                case Leg.Straight straight -> builder.straight(straight.metres(), straight.slopeDegrees());
                case Leg.Arc arc -> builder.arc(arc.radiusMetres(), arc.turnDegrees(), 0);
            }
        }
        return builder.build();
    }

    /** How far the middle line reaches along the first direction, and across it. */
    public double reachAlong() {
        return box[2] - box[0];
    }

    public double reachAcross() {
        return box[3] - box[1];
    }

    /** Where it begins, seen from the middle of the rectangle round it, at that height. */
    public Pose start(double height) {
        return Pose.at(-(box[0] + box[2]) / 2, -(box[1] + box[3]) / 2, height, 0);
    }

    /** Where it ends, seen from there. */
    public Pose end(double height) {
        Pose end = path(start(height)).at(metres());
        return new Pose(end.x(), end.y(), end.z(), end.heading(), 0);
    }

    /** The narrowest arc; infinite if there is none. */
    public double leastRadius() {
        return legs.stream().filter(Leg.Arc.class::isInstance).mapToDouble(leg -> ((Leg.Arc) leg).radiusMetres()).min()
                .orElse(Double.POSITIVE_INFINITY);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Route route && route.legs.equals(legs);
    }

    @Override
    public int hashCode() {
        return legs.hashCode();
    }

    @Override
    public String toString() {
        return legs.toString();
    }

    /** What it follows from travels; the rest is worked out again. */
    private record Form(List<Leg> legs) implements Serializable {
        private Object readResolve() {
            return new Route(legs);
        }
    }

    private Object writeReplace() {
        return new Form(legs);
    }
}
