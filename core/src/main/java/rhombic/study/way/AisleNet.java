package rhombic.study.way;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.locationtech.jts.algorithm.RobustLineIntersector;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Envelope;
import org.locationtech.jts.geom.LineSegment;
import org.locationtech.jts.index.strtree.STRtree;
import rhombic.space.Pose;
import rhombic.study.kind.Aisle;

/** The aisles of a study that people, or vehicles, may use, as a net of crossings and stretches. */
public final class AisleNet {
    /** What is so near is one point. */
    private static final double SAME_METRES = 0.005;
    /** Legs that turn by less, as a tangent, are one. */
    private static final double STRAIGHT = 1e-9;

    private final List<Aisle> aisles;
    private final List<Coordinate> points = new ArrayList<>();
    private final List<Stretch> stretches = new ArrayList<>();
    /** For each point, the directions of stretches that begin there: twice the number of the stretch, and one more against its line. */
    private final int[][] leaving;
    private final int[] component;
    private final boolean[] isClosed;
    private final STRtree byPlace = new STRtree();

    /**
     * A straight part of an aisle, without a crossing inside.
     *
     * @param aisle its number among the aisles of the net
     * @param from number of the point where it begins; if it is one-way, one goes from there
     * @param to number of the point where it ends
     * @param maxSpeed metres per second; infinite if any
     */
    public record Stretch(int aisle, int from, int to, double metres, double maxSpeed, boolean isBothWays) {}

    /**
     * Where a place off the aisles is reached: the nearest point of a stretch.
     *
     * @param metres along the stretch
     * @param away from the place
     */
    public record Stop(int stretch, double metres, double x, double y, double away) {}

    /**
     * A way along aisles.
     *
     * @param corners from stop to stop, at least one
     * @param maxSpeeds of the leg that ends at each corner but the first
     * @param parts the stretches that it passes, in their order
     * @param seconds how long it takes
     */
    public record Course(List<Pose> corners, List<Double> maxSpeeds, List<Part> parts, double seconds) {}

    /**
     * What is passed of a stretch.
     *
     * @param from metres along the stretch where it begins
     * @param to where it ends; below {@code from} for who goes against its line
     */
    public record Part(int stretch, double from, double to) {
        public double metres() {
            return Math.abs(to - from);
        }
    }

    private record Segment(int aisle, LineSegment line, List<Double> cuts) {}

    /** The same net for who may not use some of the aisles. */
    private AisleNet(AisleNet whole, Predicate<Aisle> admitted) {
        aisles = whole.aisles;
        points.addAll(whole.points);
        stretches.addAll(whole.stretches);
        isClosed = new boolean[stretches.size()];
        for (int i = 0; i < isClosed.length; i++) {
            isClosed[i] = !admitted.test(aisles.get(stretches.get(i).aisle));
        }
        leaving = leaving();
        component = components();
        indexPlaces();
    }

    private AisleNet(List<Aisle> admitted) {
        aisles = List.copyOf(admitted);
        List<Segment> segments = segments();
        cross(segments);
        Map<Long, List<Integer>> cells = new HashMap<>();
        for (Segment segment : segments) {
            double[] cuts = segment.cuts.stream().mapToDouble(cut -> cut).sorted().toArray();
            int before = -1;
            for (double cut : cuts) {
                int point = pointAt(segment.line.pointAlong(cut), cells);
                if (before >= 0 && point != before) {
                    add(segment.aisle, before, point);
                }
                before = point;
            }
        }
        isClosed = new boolean[stretches.size()];
        leaving = leaving();
        component = components();
        indexPlaces();
    }

    private void indexPlaces() {
        for (int i = 0; i < stretches.size(); i++) {
            if (!isClosed[i]) {
                byPlace.insert(new Envelope(points.get(stretches.get(i).from), points.get(stretches.get(i).to)), i);
            }
        }
        byPlace.build();
    }

    /** The net, its stretches with the same numbers, for who uses only those of its aisles. */
    public AisleNet admitting(Predicate<Aisle> admitted) {
        return aisles.stream().allMatch(admitted) ? this : new AisleNet(this, admitted);
    }

    /**
     * The net of those aisles that people, or else vehicles, may use.
     *
     * @param people false: vehicles
     */
    public static AisleNet of(List<Aisle> aisles, boolean people) {
        return new AisleNet(aisles.stream().filter(aisle -> aisle.users().admits(people)).toList());
    }

    // ---- building

    private List<Segment> segments() {
        List<List<Coordinate>> lines = new ArrayList<>();
        for (Aisle aisle : aisles) {
            lines.add(new ArrayList<>(aisle.cornersOnFloor().stream().map(pose -> new Coordinate(pose.x(), pose.y())).toList()));
        }
        List<List<Coordinate>> joined = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            List<Coordinate> line = new ArrayList<>(lines.get(i));
            Coordinate first = onOther(lines, i, line.getFirst());
            Coordinate last = onOther(lines, i, line.getLast());
            if (first != null) {
                line.addFirst(first);
            }
            if (last != null) {
                line.addLast(last);
            }
            joined.add(line);
        }
        List<Segment> segments = new ArrayList<>();
        for (int i = 0; i < joined.size(); i++) {
            List<Coordinate> line = joined.get(i);
            for (int k = 0; k + 1 < line.size(); k++) {
                segments.add(new Segment(i, new LineSegment(line.get(k), line.get(k + 1)), new ArrayList<>(List.of(0.0, 1.0))));
            }
        }
        return segments;
    }

    /** An aisle that ends within the width of another leads on to its middle: the point there; null if it does not, or ends in the middle. */
    private @org.jspecify.annotations.Nullable Coordinate onOther(List<List<Coordinate>> lines, int of, Coordinate end) {
        Coordinate nearest = null;
        double min = Double.MAX_VALUE;
        for (int i = 0; i < lines.size(); i++) {
            double reach = aisles.get(i).widthMetres() / 2 + SAME_METRES;
            for (int k = 0; i != of && k + 1 < lines.get(i).size(); k++) {
                LineSegment line = new LineSegment(lines.get(i).get(k), lines.get(i).get(k + 1));
                double away = line.distance(end);
                if (away <= reach && away < min) {
                    min = away;
                    nearest = line.closestPoint(end);
                }
            }
        }
        return min <= SAME_METRES ? null : nearest;
    }

    private static void cross(List<Segment> segments) {
        STRtree index = new STRtree();
        for (int i = 0; i < segments.size(); i++) {
            index.insert(new Envelope(segments.get(i).line.p0, segments.get(i).line.p1), i);
        }
        RobustLineIntersector meeting = new RobustLineIntersector();
        for (int i = 0; i < segments.size(); i++) {
            Segment one = segments.get(i);
            Envelope near = new Envelope(one.line.p0, one.line.p1);
            near.expandBy(SAME_METRES);
            int number = i;
            index.query(near, found -> {
                int other = (int) found;
                if (other > number) {
                    cross(one, segments.get(other), meeting);
                }
            });
        }
    }

    private static void cross(Segment one, Segment other, RobustLineIntersector meeting) {
        meeting.computeIntersection(one.line.p0, one.line.p1, other.line.p0, other.line.p1);
        for (int i = 0; i < meeting.getIntersectionNum(); i++) {
            cut(one, meeting.getIntersection(i));
            cut(other, meeting.getIntersection(i));
        }
        for (Coordinate end : List.of(other.line.p0, other.line.p1)) {
            cutIfNear(one, end);
        }
        for (Coordinate end : List.of(one.line.p0, one.line.p1)) {
            cutIfNear(other, end);
        }
    }

    private static void cutIfNear(Segment segment, Coordinate end) {
        if (segment.line.distance(end) <= SAME_METRES) {
            cut(segment, end);
        }
    }

    private static void cut(Segment segment, Coordinate at) {
        segment.cuts.add(Math.clamp(segment.line.projectionFactor(at), 0, 1));
    }

    private int pointAt(Coordinate at, Map<Long, List<Integer>> cells) {
        long cellX = Math.round(at.x / (2 * SAME_METRES));
        long cellY = Math.round(at.y / (2 * SAME_METRES));
        for (long x = cellX - 1; x <= cellX + 1; x++) {
            for (long y = cellY - 1; y <= cellY + 1; y++) {
                for (int known : cells.getOrDefault(x << 32 ^ y & 0xffff_ffffL, List.of())) {
                    if (points.get(known).distance(at) <= SAME_METRES) {
                        return known;
                    }
                }
            }
        }
        points.add(at);
        cells.computeIfAbsent(cellX << 32 ^ cellY & 0xffff_ffffL, key -> new ArrayList<>()).add(points.size() - 1);
        return points.size() - 1;
    }

    private void add(int number, int begins, int ends) {
        Aisle aisle = aisles.get(number);
        int from = aisle.direction() == Aisle.Direction.BACKWARD ? ends : begins;
        int to = aisle.direction() == Aisle.Direction.BACKWARD ? begins : ends;
        stretches.add(new Stretch(number, from, to, points.get(from).distance(points.get(to)),
                aisle.maxSpeed().map(speed -> speed.inBaseUnit()).orElse(Double.POSITIVE_INFINITY),
                aisle.direction() == Aisle.Direction.BOTH_WAYS));
    }

    private int[][] leaving() {
        List<List<Integer>> all = new ArrayList<>();
        points.forEach(point -> all.add(new ArrayList<>()));
        for (int i = 0; i < stretches.size(); i++) {
            if (isClosed[i]) {
                continue;
            }
            all.get(stretches.get(i).from).add(2 * i);
            if (stretches.get(i).isBothWays) {
                all.get(stretches.get(i).to).add(2 * i + 1);
            }
        }
        return all.stream().map(one -> one.stream().mapToInt(i -> i).toArray()).toArray(int[][]::new);
    }

    /** What hangs together, whichever way it leads. */
    private int[] components() {
        int[] root = IntStream.range(0, points.size()).toArray();
        for (int i = 0; i < stretches.size(); i++) {
            if (!isClosed[i]) {
                root[root(root, stretches.get(i).from)] = root(root, stretches.get(i).to);
            }
        }
        return IntStream.range(0, points.size()).map(point -> root(root, point)).toArray();
    }

    private static int root(int[] root, int of) {
        int at = of;
        while (root[at] != at) {
            root[at] = root[root[at]];
            at = root[at];
        }
        return at;
    }

    // ---- what it is

    public boolean isEmpty() {
        return byPlace.isEmpty();
    }

    public List<Aisle> aisles() {
        return aisles;
    }

    public List<Stretch> stretches() {
        return List.copyOf(stretches);
    }

    /** A point of the net. */
    public Pose point(int number) {
        return Pose.at(points.get(number).x, points.get(number).y, 0, 0);
    }

    /** A place on a stretch, so many metres from where it begins. */
    public Pose along(int stretch, double metres) {
        Stretch on = stretches.get(stretch);
        Coordinate at = new LineSegment(points.get(on.from), points.get(on.to)).pointAlong(on.metres == 0 ? 0 : metres / on.metres);
        return Pose.at(at.x, at.y, 0, 0);
    }

    /** Whether some aisles lead from one to the other if all were open both ways. */
    public boolean hangTogether(Stop one, Stop other) {
        return component[stretches.get(one.stretch).from] == component[stretches.get(other.stretch).from];
    }

    /** The number of parts that do not hang together. */
    public int parts() {
        return (int) Arrays.stream(component).distinct().count();
    }

    /** Which part a stretch belongs to: equal for those that hang together. */
    public int partOf(int stretch) {
        return component[stretches.get(stretch).from];
    }

    /** Where a place is reached: the nearest point of the net. */
    public Optional<Stop> stop(double x, double y) {
        if (isEmpty()) {
            return Optional.empty();
        }
        Coordinate place = new Coordinate(x, y);
        Stop[] nearest = new Stop[1];
        for (double reach = 2; nearest[0] == null || nearest[0].away > reach / 2; reach *= 2) {
            Envelope near = new Envelope(place);
            near.expandBy(reach);
            nearest[0] = null;
            byPlace.query(near, found -> {
                Stop stop = stopOn((int) found, place);
                if (nearest[0] == null || stop.away < nearest[0].away
                        || stop.away == nearest[0].away && stop.stretch < nearest[0].stretch) {
                    nearest[0] = stop;
                }
            });
        }
        return Optional.of(nearest[0]);
    }

    private Stop stopOn(int stretch, Coordinate place) {
        Stretch on = stretches.get(stretch);
        LineSegment line = new LineSegment(points.get(on.from), points.get(on.to));
        Coordinate at = line.closestPoint(place);
        return new Stop(stretch, Math.min(on.metres, line.p0.distance(at)), at.x, at.y, at.distance(place));
    }

    // ---- ways

    /**
     * The way that takes least time; empty if none leads there.
     *
     * @param speed metres per second of who travels, above 0
     * @param secondsPerDegree what turning costs
     */
    public Optional<Course> course(Stop from, Stop to, double speed, double secondsPerDegree) {
        return new Search(from, to, speed, secondsPerDegree).course();
    }

    private double headingDegrees(int direction) {
        Stretch on = stretches.get(direction >> 1);
        Coordinate a = points.get(direction % 2 == 0 ? on.from : on.to);
        Coordinate b = points.get(direction % 2 == 0 ? on.to : on.from);
        return Math.toDegrees(Math.atan2(b.y - a.y, b.x - a.x));
    }

    private int head(int direction) {
        Stretch on = stretches.get(direction >> 1);
        return direction % 2 == 0 ? on.to : on.from;
    }

    private static double turned(double from, double to) {
        double by = Math.abs(to - from) % 360;
        return by > 180 ? 360 - by : by;
    }

    /** One search over directions of stretches. */
    private final class Search {
        private final Stop from;
        private final Stop to;
        private final double speed;
        private final double secondsPerDegree;
        private final double[] seconds = new double[2 * stretches.size()];
        private final int[] before = new int[2 * stretches.size()];
        private final boolean[] isDone = new boolean[2 * stretches.size()];
        private final PriorityQueue<double[]> open = new PriorityQueue<>((a, b) -> {
            int byTime = Double.compare(a[0], b[0]);
            return byTime != 0 ? byTime : Double.compare(a[1], b[1]);
        });
        /** Whether who begins in that direction of the first stretch is at its end, and so looks anywhere. */
        private final boolean[] hasNoHeading = new boolean[2];
        /** The point where the way ends; negative if it ends along a stretch. */
        private final int endsAt;
        private double best = Double.POSITIVE_INFINITY;
        private int last = -1;
        private int goal = -1;

        Search(Stop from, Stop to, double speed, double secondsPerDegree) {
            this.from = from;
            this.to = to;
            this.speed = speed;
            this.secondsPerDegree = secondsPerDegree;
            Arrays.fill(seconds, Double.POSITIVE_INFINITY);
            Arrays.fill(before, -1);
            Stretch ends = stretches.get(to.stretch);
            endsAt = to.metres <= SAME_METRES ? ends.from : to.metres >= ends.metres - SAME_METRES ? ends.to : -1;
        }

        Optional<Course> course() {
            straight();
            for (int direction = 2 * from.stretch; direction <= 2 * from.stretch + 1; direction++) {
                double metres = direction % 2 == 0 ? stretches.get(from.stretch).metres - from.metres : from.metres;
                if (isOpen(direction) || metres <= SAME_METRES) {
                    reach(direction, secondsFor(from.stretch, metres), -1);
                    hasNoHeading[direction % 2] = metres <= SAME_METRES;
                }
            }
            while (!open.isEmpty()) {
                double[] next = open.remove();
                int direction = (int) next[1];
                if (next[0] >= best) {
                    break;
                }
                if (!isDone[direction]) {
                    isDone[direction] = true;
                    goOn(direction);
                }
            }
            return best == Double.POSITIVE_INFINITY ? Optional.empty() : Optional.of(made());
        }

        /** Both stops on one stretch, in a direction in which one may go. */
        private void straight() {
            int direction = 2 * from.stretch + (to.metres >= from.metres ? 0 : 1);
            if (from.stretch == to.stretch && (isOpen(direction) || to.metres == from.metres)) {
                best = secondsFor(from.stretch, Math.abs(to.metres - from.metres));
                goal = direction;
            }
        }

        private void goOn(int direction) {
            int at = head(direction);
            if (at == endsAt && seconds[direction] < best) {
                best = seconds[direction];
                last = direction;
                goal = direction;
            }
            boolean looksAnywhere = before[direction] < 0 && hasNoHeading[direction % 2];
            for (int next : leaving[at]) {
                double turn = looksAnywhere ? 0 : turned(headingDegrees(direction), headingDegrees(next)) * secondsPerDegree;
                double there = seconds[direction] + turn;
                if (next >> 1 == to.stretch) {
                    double metres = next % 2 == 0 ? to.metres : stretches.get(to.stretch).metres - to.metres;
                    double arrives = there + secondsFor(to.stretch, metres);
                    if (arrives < best) {
                        best = arrives;
                        last = direction;
                        goal = next;
                    }
                }
                reach(next, there + secondsFor(next >> 1, stretches.get(next >> 1).metres), direction);
            }
        }

        private void reach(int direction, double after, int by) {
            if (after < seconds[direction]) {
                seconds[direction] = after;
                before[direction] = by;
                Coordinate at = points.get(head(direction));
                open.add(new double[] {after + Math.hypot(at.x - to.x, at.y - to.y) / speed, direction});
            }
        }

        private double secondsFor(int stretch, double metres) {
            return metres / Math.min(speed, stretches.get(stretch).maxSpeed);
        }

        private boolean isOpen(int direction) {
            return direction % 2 == 0 || stretches.get(direction >> 1).isBothWays;
        }

        private Course made() {
            List<Integer> passed = new ArrayList<>();
            for (int direction = last; direction >= 0; direction = before[direction]) {
                passed.addFirst(direction);
            }
            List<Pose> corners = new ArrayList<>(List.of(Pose.at(from.x, from.y, 0, 0)));
            List<Double> limits = new ArrayList<>();
            for (int direction : passed) {
                add(corners, limits, point(head(direction)), direction);
            }
            add(corners, limits, Pose.at(to.x, to.y, 0, 0), goal);
            return new Course(corners, limits, parts(passed), best);
        }

        private List<Part> parts(List<Integer> passed) {
            List<Part> parts = new ArrayList<>();
            for (int direction : passed) {
                double length = stretches.get(direction >> 1).metres;
                double begins = parts.isEmpty() ? from.metres : direction % 2 == 0 ? 0 : length;
                parts.add(new Part(direction >> 1, begins, direction % 2 == 0 ? length : 0));
            }
            if (goal != last || passed.isEmpty()) {
                double begins = passed.isEmpty() ? from.metres : goal % 2 == 0 ? 0 : stretches.get(to.stretch).metres;
                parts.add(new Part(to.stretch, begins, to.metres));
            }
            return parts;
        }

        private void add(List<Pose> corners, List<Double> limits, Pose at, int direction) {
            if (at.distanceTo(corners.getLast()) <= SAME_METRES) {
                return;
            }
            double limit = stretches.get(direction >> 1).maxSpeed;
            boolean goesOn = !limits.isEmpty() && limits.getLast() == limit
                    && isStraight(corners.get(corners.size() - 2), corners.getLast(), at);
            if (goesOn) {
                corners.set(corners.size() - 1, at); // across a crossing, straight on
            } else {
                corners.add(at);
                limits.add(limit);
            }
        }

        private static boolean isStraight(Pose a, Pose b, Pose c) {
            double cross = (b.x() - a.x()) * (c.y() - b.y()) - (b.y() - a.y()) * (c.x() - b.x());
            double along = (b.x() - a.x()) * (c.x() - b.x()) + (b.y() - a.y()) * (c.y() - b.y());
            return along > 0 && Math.abs(cross) <= STRAIGHT * along;
        }
    }
}
