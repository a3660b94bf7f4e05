package rhombic.study.way;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.locationtech.jts.algorithm.RobustLineIntersector;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Envelope;
import org.locationtech.jts.geom.LineSegment;
import org.locationtech.jts.index.strtree.STRtree;
import rhombic.space.Pose;
import rhombic.study.kind.PlantElement;
import rhombic.study.site.Aisle;

/** The aisles of a study that people, or vehicles, may use, as a net of crossings and stretches. */
public final class AisleNet {
    /** What is so near is one point. */
    static final double SAME_METRES = 0.005;

    private final List<Aisle> aisles;
    private final List<Coordinate> points = new ArrayList<>();
    private final List<Stretch> stretches = new ArrayList<>();
    /** For each point, the directions of stretches that begin there: twice the number of the stretch, and one more against its line. */
    private final int[][] leaving;
    private final int[] component;
    private final boolean[] isClosed;
    private final STRtree byPlace = new STRtree();
    private final MovedStops moved;

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
     * Where a place off the aisles is reached: a point of a stretch.
     *
     * @param metres along the stretch
     * @param away from the place
     * @param isMoved whether the study says where; else it is the point nearest to the place
     */
    public record Stop(int stretch, double metres, double x, double y, double away, boolean isMoved) {}

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
        moved = whole.moved;
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

    private AisleNet(List<Aisle> admitted, MovedStops moved) {
        aisles = List.copyOf(admitted);
        this.moved = moved;
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
     * The net of those aisles among the elements that people, or else vehicles, may use, with the stops of all that is reached from it.
     *
     * @param people false: vehicles
     */
    public static AisleNet of(List<? extends PlantElement> elements, boolean people) {
        return new AisleNet(elements.stream().filter(Aisle.class::isInstance).map(Aisle.class::cast)
                .filter(aisle -> aisle.users().admits(people)).toList(), MovedStops.of(elements));
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
        return Collections.unmodifiableList(stretches);
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

    /** Where a place is reached: the nearest point of the net, to it or to where its stop was moved. Empty without aisles. */
    public Optional<Stop> stop(Pose place) {
        if (isEmpty()) {
            return Optional.empty();
        }
        Pose by = moved.by(place);
        if (by == null) {
            return Optional.of(nearest(place.x(), place.y()));
        }
        Stop stop = nearest(by.x(), by.y());
        return Optional.of(new Stop(stop.stretch, stop.metres, stop.x, stop.y, Math.hypot(stop.x - place.x(), stop.y - place.y()), true));
    }

    /** The point of the net that is nearest; there is one. */
    public Stop nearest(double x, double y) {
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
        return nearest[0];
    }

    private Stop stopOn(int stretch, Coordinate place) {
        Stretch on = stretches.get(stretch);
        LineSegment line = new LineSegment(points.get(on.from), points.get(on.to));
        Coordinate at = line.closestPoint(place);
        return new Stop(stretch, Math.min(on.metres, line.p0.distance(at)), at.x, at.y, at.distance(place), false);
    }

    // ---- ways

    /**
     * The way that takes least time; empty if none leads there.
     *
     * @param speed metres per second of who travels, above 0
     * @param secondsPerDegree what turning costs
     */
    public Optional<Course> course(Stop from, Stop to, double speed, double secondsPerDegree) {
        return new CourseSearch(this, from, to, speed, secondsPerDegree).course();
    }

    // ---- for the search

    Stretch stretch(int number) {
        return stretches.get(number);
    }

    Coordinate at(int point) {
        return points.get(point);
    }

    /** The directions of stretches that begin at a point: twice the number of the stretch, and one more against its line. */
    int[] leaving(int point) {
        return leaving[point];
    }
}
