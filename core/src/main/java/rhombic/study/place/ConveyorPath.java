package rhombic.study.place;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.value.StudyException;

/**
 * The way of a conveyor, leg by leg from where pieces come on, in the direction in which the equipment looks. Its length is
 * exact, and one for what is drawn and for what is simulated.
 */
public final class ConveyorPath implements Serializable {
    /** The way of a conveyor, leg by leg, from where pieces come on. */
    public static final FieldType<ConveyorPath> TYPE = new FieldType.Mapped<>(new FieldType.Several<>(PathLeg.TYPE), ConveyorPath::legs,
            ConveyorPath::new);

    public static final int MAX_LEGS = 200;
    public static final double MAX_SLOPE_DEGREES = 30;
    /** Of arcs, where nothing else is said. */
    public static final double USUAL_RADIUS_METRES = 1;
    private static final double MAX_METRES = 1000;
    /** An arc that turns further has its corner too far away to be taken hold of. */
    private static final double MAX_CORNER_DEGREES = 150;

    /** A stretch of the way. */
    public sealed interface PathLeg extends Serializable {
        OneOf<PathLeg> TYPE = OneOf.of("pathLeg", OneOf.variant("radius", Arc.class, Arc.declared()),
                OneOf.variant("straight", Straight.class, Straight.declared()));

        /**
         * Straight on.
         *
         * @param metres along the way, slope included; from 0.05 to 1000
         * @param slopeDegrees upwards, at most 30 both ways
         */
        record Straight(double metres, double slopeDegrees) implements PathLeg {
            private static Composite<Straight> declared() {
                return Composite.of("straight", straight -> {
                    var metres = straight.required("straight", "Along the way, slope included; 0.05 m to 1000 m.", FieldType.METRES,
                            Straight::metres);
                    var slope = straight.optional("slope", "Degrees upwards; missing: 0.",
                            new FieldType.Number(-MAX_SLOPE_DEGREES, MAX_SLOPE_DEGREES), 0.0, Straight::slopeDegrees);
                    return v -> new Straight(v.get(metres), v.get(slope));
                });
            }

            public Straight {
                if (!(metres >= 0.05 && metres <= MAX_METRES)) {
                    throw new StudyException("A straight must be from 0.05 m to 1000 m long; got " + metres + " m");
                }
                if (!(Math.abs(slopeDegrees) <= MAX_SLOPE_DEGREES)) {
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
        record Arc(double radiusMetres, double turnDegrees) implements PathLeg {
            private static Composite<Arc> declared() {
                return Composite.of("arc", arc -> {
                    var radius = arc.required("radius", "Of the middle line; 0.1 m to 1000 m.", FieldType.METRES, Arc::radiusMetres);
                    var turn = arc.required("turn", "Degrees to the left, to the right if negative.", new FieldType.Number(-360, 360),
                            Arc::turnDegrees);
                    return v -> new Arc(v.get(radius), v.get(turn));
                });
            }

            public Arc {
                if (!(radiusMetres >= 0.1 && radiusMetres <= MAX_METRES)) {
                    throw new StudyException("The radius of an arc must be from 0.1 m to 1000 m; got " + radiusMetres + " m");
                }
                if (!(Math.abs(turnDegrees) >= 1 && Math.abs(turnDegrees) <= 360)) {
                    throw new StudyException("An arc must turn by 1 to 360 degrees; got " + turnDegrees);
                }
            }
        }
    }

    private final List<PathLeg> legs;
    private final transient Path path;
    /** Least x, least y, most x, most y of its middle line. */
    private final transient double[] box;

    public ConveyorPath(List<PathLeg> legs) {
        if (legs.isEmpty() || legs.size() > MAX_LEGS) {
            throw new StudyException("A conveyor must have 1 to " + MAX_LEGS + " straights and arcs; got " + legs.size());
        }
        this.legs = List.copyOf(legs);
        path = path(Pose.at(0, 0, 0, 0));
        if (path.metres() > MAX_METRES * 10) {
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

    public static ConveyorPath straight(double metres) {
        return new ConveyorPath(List.of(new PathLeg.Straight(metres, 0)));
    }

    /**
     * Straight from corner to corner, each inner corner where it turns an arc of its radius, or of a smaller one where there is no room.
     * Arcs are level, so a leg climbs between those at its ends, by at most {@link #MAX_SLOPE_DEGREES}: what is left of the height it climbs
     * on the next.
     *
     * @param corners at least two that differ; the first leg looks along the first two
     */
    public static ConveyorPath through(List<Corner> corners) {
        List<PathLeg> legs = new ArrayList<>();
        double cutBefore = 0;
        double height = corners.getFirst().height;
        for (int i = 0; i + 1 < corners.size(); i++) {
            Corner next = corners.get(i + 1);
            double length = corners.get(i).metresTo(next);
            double cut = 0;
            double turn = 0;
            double radius = next.radiusMetres;
            if (i + 2 < corners.size()) {
                turn = turn(corners.get(i), next, corners.get(i + 2));
                double half = Math.tan(Math.toRadians(Math.abs(turn) / 2));
                double room = Math.min(length, next.metresTo(corners.get(i + 2))) / 2;
                cut = Math.min(room, radius * half);
                radius = half < 1e-9 ? radius : cut / half;
            }
            double level = length - cutBefore - cut;
            if (level >= 0.05) {
                double climbs = Math.toDegrees(Math.atan2(next.height - height, level));
                double slope = rounded(Math.clamp(climbs, -MAX_SLOPE_DEGREES, MAX_SLOPE_DEGREES));
                double metres = rounded(level / Math.cos(Math.toRadians(slope)));
                legs.add(new PathLeg.Straight(metres, slope));
                height += metres * Math.sin(Math.toRadians(slope));
            }
            if (Math.abs(turn) >= 1) {
                legs.add(new PathLeg.Arc(Math.max(0.1, rounded(radius)), rounded(turn)));
            }
            cutBefore = cut;
        }
        return new ConveyorPath(legs);
    }

    /**
     * An end of it, where it changes its slope, or where straights would meet if there were no arc.
     *
     * @param height above its beginning, in metres
     * @param radiusMetres of the arc, if it turns there
     */
    public record Corner(double x, double y, double height, double radiusMetres) {
        /** One that is a bend of usual radius if it turns. */
        public static Corner at(double x, double y, double height) {
            return new Corner(x, y, height, USUAL_RADIUS_METRES);
        }

        /** On the floor. */
        public double metresTo(Corner other) {
            return Math.hypot(other.x - x, other.y - y);
        }

        private Corner moved(double toX, double toY) {
            return new Corner(toX, toY, height, radiusMetres);
        }

        /** Half way to another. */
        public Corner between(Corner other) {
            return at((x + other.x) / 2, (y + other.y) / 2, (height + other.height) / 2);
        }
    }

    /** All its corners, from the beginning to the end; it begins at 0, 0, and looks along x. */
    public record Corners(List<Corner> all) {
        public Corners {
            all = List.copyOf(all);
        }

        /** With a corner elsewhere, as high as it is. */
        public Corners moved(int corner, double x, double y) {
            List<Corner> moved = new ArrayList<>(all);
            moved.set(corner, moved.get(corner).moved(x, y));
            return new Corners(moved);
        }

        /** With one more corner, which has that index then, half as high as the way climbs there. */
        public Corners with(int corner, double x, double y) {
            List<Corner> more = new ArrayList<>(all);
            more.add(corner, all.get(corner - 1).between(all.get(corner)).moved(x, y));
            return new Corners(more);
        }

        /** Without an inner corner; an end stays. */
        public Corners without(int corner) {
            if (corner == 0 || corner == all.size() - 1) {
                return this;
            }
            List<Corner> fewer = new ArrayList<>(all);
            fewer.remove(corner);
            return new Corners(fewer);
        }
    }

    /** Its corners; empty where an arc has no straight on both of its sides, or turns so far that there are none. */
    public Optional<Corners> corners() {
        List<Corner> all = new ArrayList<>(List.of(Corner.at(0, 0, 0)));
        Path.Builder builder = Path.from(Pose.at(0, 0, 0, 0));
        PathLeg before = null;
        for (PathLeg leg : legs) {
            Pose at = before == null ? Pose.at(0, 0, 0, 0) : endOf(builder.build());
            switch (leg) {
                case PathLeg.Straight straight -> {
                    if (before instanceof PathLeg.Straight last && last.slopeDegrees() != straight.slopeDegrees()) {
                        all.add(Corner.at(at.x(), at.y(), at.z()));
                    }
                    builder.straight(straight.metres(), straight.slopeDegrees());
                }
                case PathLeg.Arc arc -> {
                    if (!(before instanceof PathLeg.Straight) || Math.abs(arc.turnDegrees()) > MAX_CORNER_DEGREES) {
                        return Optional.empty();
                    }
                    double on = arc.radiusMetres() * Math.tan(Math.toRadians(Math.abs(arc.turnDegrees()) / 2));
                    double heading = Math.toRadians(at.heading());
                    all.add(new Corner(at.x() + on * Math.cos(heading), at.y() + on * Math.sin(heading), at.z(), arc.radiusMetres()));
                    builder.arc(arc.radiusMetres(), arc.turnDegrees(), 0);
                }
            }
            before = leg;
        }
        if (!(before instanceof PathLeg.Straight)) {
            return Optional.empty();
        }
        Pose end = endOf(path);
        all.add(Corner.at(end.x(), end.y(), end.z()));
        return Optional.of(new Corners(all));
    }

    private static Pose endOf(Path path) {
        return path.at(path.metres());
    }

    /** The part of it between two places along it; both lie on it, the second at least 5 cm behind the first. */
    public ConveyorPath part(double fromMetres, double toMetres) {
        List<PathLeg> parts = new ArrayList<>();
        double before = 0;
        for (PathLeg leg : legs) {
            double length = switch (leg) {
                case PathLeg.Straight straight -> straight.metres();
                case PathLeg.Arc arc -> arc.radiusMetres() * Math.toRadians(Math.abs(arc.turnDegrees()));
            };
            double begins = Math.max(0, fromMetres - before);
            double ends = Math.min(length, toMetres - before);
            if (ends - begins > 1e-6) {
                parts.add(switch (leg) {
                    case PathLeg.Straight straight -> new PathLeg.Straight(ends - begins, straight.slopeDegrees());
                    case PathLeg.Arc arc -> new PathLeg.Arc(arc.radiusMetres(), arc.turnDegrees() * (ends - begins) / length);
                });
            }
            before += length;
        }
        return new ConveyorPath(parts);
    }

    /** This way, then the other. */
    public ConveyorPath then(ConveyorPath other) {
        List<PathLeg> all = new ArrayList<>(legs);
        List<PathLeg> more = other.legs;
        if (all.getLast() instanceof PathLeg.Straight last && more.getFirst() instanceof PathLeg.Straight first
                && last.slopeDegrees() == first.slopeDegrees() && last.metres() + first.metres() <= MAX_METRES) {
            all.set(all.size() - 1, new PathLeg.Straight(last.metres() + first.metres(), last.slopeDegrees()));
            more = more.subList(1, more.size());
        }
        all.addAll(more);
        return new ConveyorPath(all);
    }

    private static double rounded(double value) {
        return Math.round(value * 1000) / 1000.0;
    }

    private static double turn(Corner a, Corner b, Corner c) {
        double by = Math.toDegrees(Math.atan2(c.y - b.y, c.x - b.x) - Math.atan2(b.y - a.y, b.x - a.x)) % 360;
        return by > 180 ? by - 360 : by <= -180 ? by + 360 : by;
    }

    /** The same way with left and right exchanged. */
    public ConveyorPath mirrored() {
        return new ConveyorPath(
                legs.stream().map(leg -> leg instanceof PathLeg.Arc arc ? new PathLeg.Arc(arc.radiusMetres(), -arc.turnDegrees()) : leg)
                        .toList());
    }

    public List<PathLeg> legs() {
        return legs;
    }

    public double metres() {
        return path.metres();
    }

    /** The way in space, if it begins there. */
    public Path path(Pose start) {
        Path.Builder builder = Path.from(start);
        for (PathLeg leg : legs) {
            switch (leg) {
                case PathLeg.Straight straight -> builder.straight(straight.metres(), straight.slopeDegrees());
                case PathLeg.Arc arc -> builder.arc(arc.radiusMetres(), arc.turnDegrees(), 0);
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
    public double minRadius() {
        return legs.stream().filter(PathLeg.Arc.class::isInstance).mapToDouble(leg -> ((PathLeg.Arc) leg).radiusMetres()).min()
                .orElse(Double.POSITIVE_INFINITY);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof ConveyorPath route && route.legs.equals(legs);
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
    private record Form(List<PathLeg> legs) implements Serializable {
        private Object readResolve() {
            return new ConveyorPath(legs);
        }
    }

    private Object writeReplace() {
        return new Form(legs);
    }
}
