package rhombic.space;

import java.util.ArrayList;
import java.util.List;

/** A line in space: straights and arcs one after the other, level or sloping, with an exact length. */
public final class Path {
    private static final double TINY = 1e-9;
    /** Who turns by more turns back. */
    private static final double MAX_CURVE_DEGREES = 150;

    private final Part[] parts;
    /** Where each leg begins along the path; one more for the end. */
    private final double[] starts;
    /** So far before and behind a corner it is gone round in a curve. */
    private final double curve;

    /** A stretch of the path whose height changes evenly along its length. */
    private sealed interface Part {
        /** In space, slope included. */
        double metres();

        Pose at(double along);
    }

    private record Straight(Pose from, double metres) implements Part {
        @Override
        public Pose at(double along) {
            double level = along * Math.cos(Math.toRadians(from.slope()));
            double heading = Math.toRadians(from.heading());
            return new Pose(from.x() + level * Math.cos(heading), from.y() + level * Math.sin(heading),
                    from.z() + along * Math.sin(Math.toRadians(from.slope())), from.heading(),
                    from.slope());
        }
    }

    /** @param turn how far the heading turns along it, degrees, to the left if positive */
    private record Arc(Pose from, double radius, double turn, double metres) implements Part {
        @Override
        public Pose at(double along) {
            double part = metres == 0 ? 0 : along / metres;
            double side = Math.signum(turn);
            double heading = Math.toRadians(from.heading());
            double centreX = from.x() - side * radius * Math.sin(heading);
            double centreY = from.y() + side * radius * Math.cos(heading);
            double now = heading + Math.toRadians(turn) * part;
            return new Pose(centreX + side * radius * Math.sin(now), centreY - side * radius * Math.cos(now),
                    from.z() + along * Math.sin(Math.toRadians(from.slope())),
                    from.heading() + turn * part, from.slope());
        }
    }

    /** To the left, looking straight on. */
    private record Aside(Pose from, double metres) implements Part {
        @Override
        public Pose at(double along) {
            return from.of(Pose.at(0, along, 0, 0));
        }
    }

    private Path(Part[] parts, double curve) {
        this.parts = parts;
        this.curve = curve;
        starts = new double[this.parts.length + 1];
        for (int i = 0; i < this.parts.length; i++) {
            starts[i + 1] = starts[i] + this.parts[i].metres();
        }
    }

    /** Begins a path there, along the heading of the pose. */
    public static Builder from(Pose start) {
        return new Builder(start);
    }

    /**
     * Straight from corner to corner; each inner corner is rounded with the radius, or with a smaller one where there is
     * no room for it.
     *
     * @param corners at least two
     */
    public static Path through(List<Pose> corners, double radius) {
        if (corners.size() < 2) {
            throw new IllegalArgumentException("A path needs at least 2 corners; got " + corners.size());
        }
        double[] cut = new double[corners.size()];
        double[] turn = new double[corners.size()];
        for (int i = 1; i < corners.size() - 1; i++) {
            double before = level(corners.get(i - 1), corners.get(i));
            double after = level(corners.get(i), corners.get(i + 1));
            if (before < TINY || after < TINY) {
                continue;
            }
            turn[i] = turned(direction(corners.get(i - 1), corners.get(i)), direction(corners.get(i), corners.get(i + 1)));
            double half = Math.tan(Math.toRadians(Math.abs(turn[i]) / 2));
            double room = Math.min(before, after) / 2;
            cut[i] = half > 100 ? 0 : Math.min(room, radius * half);
        }
        List<Part> legs = new ArrayList<>();
        for (int i = 0; i + 1 < corners.size(); i++) {
            Pose a = corners.get(i);
            Pose b = corners.get(i + 1);
            double level = level(a, b);
            double rise = b.z() - a.z();
            double slope = level < TINY && Math.abs(rise) < TINY ? 0 : Math.toDegrees(Math.atan2(rise, level));
            double heading = level < TINY ? a.heading() : direction(a, b);
            double straight = level - cut[i] - cut[i + 1];
            double from = cut[i] / Math.max(TINY, level);
            Pose start = new Pose(a.x() + (b.x() - a.x()) * from, a.y() + (b.y() - a.y()) * from, a.z() + rise * from, heading, slope);
            double metres = level < TINY ? Math.abs(rise) : straight / Math.cos(Math.toRadians(slope));
            legs.add(new Straight(start, metres));
            if (cut[i + 1] > 0 && Math.abs(turn[i + 1]) > TINY) {
                Pose end = new Straight(start, metres).at(metres);
                Pose next = corners.get(i + 2);
                double into = cut[i + 1] / level(b, next);
                double climb = b.z() + (next.z() - b.z()) * into - end.z();
                double arcRadius = cut[i + 1] / Math.tan(Math.toRadians(Math.abs(turn[i + 1]) / 2));
                double flat = arcRadius * Math.toRadians(Math.abs(turn[i + 1]));
                legs.add(new Arc(new Pose(end.x(), end.y(), end.z(), heading, Math.toDegrees(Math.atan2(climb, flat))), arcRadius,
                        turn[i + 1], Math.hypot(flat, climb)));
            }
        }
        return new Path(legs.toArray(Part[]::new), 0);
    }

    private static double level(Pose a, Pose b) {
        return Math.hypot(b.x() - a.x(), b.y() - a.y());
    }

    private static double direction(Pose a, Pose b) {
        return Math.toDegrees(Math.atan2(b.y() - a.y(), b.x() - a.x()));
    }

    private static double turned(double from, double to) {
        double by = (to - from) % 360;
        return by > 180 ? by - 360 : by <= -180 ? by + 360 : by;
    }

    /** Length in metres, along slopes too. */
    public double metres() {
        return starts[parts.length];
    }

    /** Where it is that far along; before the start and behind the end, the start and the end. */
    public Pose at(double along) {
        double s = Math.clamp(along, 0, metres());
        int leg = 0;
        int last = parts.length - 1;
        if (last > 8) {
            int high = last;
            while (leg < high) {
                int middle = (leg + high + 1) >>> 1;
                if (starts[middle] <= s) {
                    leg = middle;
                } else {
                    high = middle - 1;
                }
            }
        } else {
            while (leg < last && starts[leg + 1] < s) {
                leg++;
            }
        }
        double within = s - starts[leg];
        Pose on = parts[leg].at(within);
        if (curve > 0) {
            double ahead = parts[leg].metres() - within;
            if (leg < last && ahead < cut(leg)) {
                return round(leg, -ahead, on);
            }
            if (leg > 0 && within < cut(leg - 1)) {
                return round(leg - 1, within, on);
            }
        }
        return on;
    }

    /**
     * The same path for what goes round its corners in a curve: it leaves the path a little there, and keeps its length. Where somebody is on it counts as on
     * the path itself.
     *
     * @param metres at most that far before and behind each corner
     */
    public Path roundedBy(double metres) {
        return new Path(parts, metres);
    }

    /** How far before and behind the corner after that leg the curve reaches. */
    private double cut(int leg) {
        return Math.min(curve, Math.min(parts[leg].metres(), parts[leg + 1].metres()) / 2);
    }

    /** On the curve about the corner after that leg, a quadratic Bezier curve; so many metres behind the corner. */
    private Pose round(int leg, double behind, Pose on) {
        double cut = cut(leg);
        Pose begins = parts[leg].at(parts[leg].metres() - cut);
        Pose corner = parts[leg + 1].at(0);
        Pose ends = parts[leg + 1].at(cut);
        if (Math.abs(turned(begins.heading(), ends.heading())) > MAX_CURVE_DEGREES) {
            return on;
        }
        double t = (behind + cut) / (2 * cut);
        double u = 1 - t;
        double dx = u * (corner.x() - begins.x()) + t * (ends.x() - corner.x());
        double dy = u * (corner.y() - begins.y()) + t * (ends.y() - corner.y());
        return new Pose(u * u * begins.x() + 2 * u * t * corner.x() + t * t * ends.x(),
                u * u * begins.y() + 2 * u * t * corner.y() + t * t * ends.y(), on.z(), Math.toDegrees(Math.atan2(dy, dx)), on.slope());
    }

    /** Points of the path for drawing: both ends of each straight, and of an arc so many that it looks round. */
    public List<Pose> outline() {
        List<Pose> points = new ArrayList<>();
        for (Part leg : parts) {
            int steps = switch (leg) {
                case Straight straight -> 1;
                case Aside aside -> 1;
                case Arc arc -> Math.max(2, (int) Math.ceil(Math.abs(arc.turn) / 8));
            };
            for (int i = points.isEmpty() ? 0 : 1; i <= steps; i++) {
                points.add(leg.at(leg.metres() * i / steps));
            }
        }
        return points;
    }

    /** Puts a path together leg by leg. */
    public static final class Builder {
        private final List<Part> parts = new ArrayList<>();
        private Pose end;

        private Builder(Pose start) {
            end = start;
        }

        /** Goes on straight for that length in space, rising or falling by the slope. */
        public Builder straight(double metres, double slopeDegrees) {
            positive("The length of a straight", metres);
            return add(new Straight(new Pose(end.x(), end.y(), end.z(), end.heading(), slope(slopeDegrees)), metres));
        }

        /** Goes to the left for that length, looking on as before. */
        public Builder aside(double metres) {
            positive("The length of a way to the left", metres);
            return add(new Aside(new Pose(end.x(), end.y(), end.z(), end.heading(), 0), metres));
        }

        /** Turns to the left by that many degrees, or to the right if they are negative, about that radius seen from above. */
        public Builder arc(double radiusMetres, double turnDegrees, double slopeDegrees) {
            positive("The radius of an arc", radiusMetres);
            if (!(Math.abs(turnDegrees) > 0 && Math.abs(turnDegrees) <= 3600)) {
                throw new IllegalArgumentException("An arc must turn by up to 3600 degrees, not by 0; got " + turnDegrees);
            }
            double flat = radiusMetres * Math.toRadians(Math.abs(turnDegrees));
            return add(new Arc(new Pose(end.x(), end.y(), end.z(), end.heading(), slope(slopeDegrees)), radiusMetres, turnDegrees,
                    flat / Math.cos(Math.toRadians(slopeDegrees))));
        }

        public Path build() {
            if (parts.isEmpty()) {
                throw new IllegalStateException("A path needs at least one leg");
            }
            return new Path(parts.toArray(Part[]::new), 0);
        }

        private Builder add(Part leg) {
            parts.add(leg);
            end = leg.at(leg.metres());
            return this;
        }

        private static void positive(String label, double metres) {
            if (!(metres > 0 && metres <= 1e6)) {
                throw new IllegalArgumentException(label + " must be above 0 m and at most 1000 km; got " + metres);
            }
        }

        private static double slope(double degrees) {
            if (!(Math.abs(degrees) < 90)) {
                throw new IllegalArgumentException("A slope must be below 90 degrees; got " + degrees);
            }
            return degrees;
        }
    }
}
