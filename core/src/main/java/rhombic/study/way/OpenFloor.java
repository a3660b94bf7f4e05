package rhombic.study.way;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.concurrent.ConcurrentHashMap;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Envelope;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.Polygon;
import org.locationtech.jts.geom.prep.PreparedGeometry;
import org.locationtech.jts.geom.prep.PreparedGeometryFactory;
import org.locationtech.jts.index.strtree.STRtree;
import org.locationtech.jts.operation.buffer.BufferOp;
import org.locationtech.jts.operation.buffer.BufferParameters;
import org.locationtech.jts.operation.distance.DistanceOp;
import org.locationtech.jts.operation.union.CascadedPolygonUnion;
import rhombic.space.Pose;
import rhombic.study.kind.PlantElement;

/** The floor between what stands on it: shortest ways that keep clear of all of it. */
public final class OpenFloor {
    /** Lines that lie along an outline do not cut it: they are held against outlines narrower by this. */
    private static final double SLACK_METRES = 0.001;
    private static final double MAX_MITRE = 3;

    private final GeometryFactory shapes = new GeometryFactory();
    private final List<Coordinate> corners = new ArrayList<>();
    private final STRtree obstacles = new STRtree();
    private final List<Geometry> outlines = new ArrayList<>();
    /** From each corner to all that it sees, found when first asked for. */
    private final Map<Integer, int[]> seen = new ConcurrentHashMap<>();

    private record Obstacle(PreparedGeometry narrowed, Geometry outline) {}

    /**
     * The floor of these elements.
     *
     * @param clearanceMetres how far from whatever stands there one keeps, above 0.01
     */
    public OpenFloor(List<PlantElement> elements, double clearanceMetres) {
        BufferParameters mitred = new BufferParameters(1, BufferParameters.CAP_FLAT, BufferParameters.JOIN_MITRE, MAX_MITRE);
        List<Geometry> bodies = new ArrayList<>();
        for (PlantElement element : elements) {
            for (List<Pose> outline : element.outlines()) {
                bodies.add(BufferOp.bufferOp(polygon(outline), clearanceMetres, mitred));
            }
        }
        Geometry all = bodies.isEmpty() ? shapes.createPolygon() : CascadedPolygonUnion.union(bodies);
        for (int i = 0; i < all.getNumGeometries(); i++) {
            Geometry outline = all.getGeometryN(i);
            if (outline.isEmpty()) {
                continue;
            }
            Geometry narrowed = BufferOp.bufferOp(outline, -SLACK_METRES, mitred);
            obstacles.insert(outline.getEnvelopeInternal(), new Obstacle(PreparedGeometryFactory.prepare(narrowed), outline));
            outlines.add(outline);
            for (Coordinate corner : outline.getCoordinates()) {
                if (corners.isEmpty() || !corners.getLast().equals2D(corner)) {
                    corners.add(corner);
                }
            }
        }
        obstacles.build();
    }

    private Polygon polygon(List<Pose> outline) {
        Coordinate[] round = new Coordinate[outline.size() + 1];
        for (int i = 0; i < round.length; i++) {
            Pose at = outline.get(i % outline.size());
            round[i] = new Coordinate(at.x(), at.y());
        }
        return shapes.createPolygon(round);
    }

    /** Whether nothing stands between two points. */
    public boolean isClear(double fromX, double fromY, double toX, double toY) {
        return isClear(new Coordinate(fromX, fromY), new Coordinate(toX, toY));
    }

    private boolean isClear(Coordinate from, Coordinate to) {
        if (from.equals2D(to)) {
            return true;
        }
        Geometry line = shapes.createLineString(new Coordinate[] {from, to});
        boolean[] clear = {true};
        obstacles.query(new Envelope(from, to), found -> {
            clear[0] = clear[0] && !((Obstacle) found).narrowed.intersects(line);
        });
        return clear[0];
    }

    /** The shortest way, corner by corner with both ends; empty if there is none. Who stands too near to something steps clear of it first. */
    public Optional<List<Pose>> way(double fromX, double fromY, double toX, double toY) {
        Coordinate from = new Coordinate(fromX, fromY);
        Coordinate to = new Coordinate(toX, toY);
        Coordinate begins = clearOf(from);
        Coordinate ends = clearOf(to);
        return between(begins, ends).map(inner -> {
            List<Pose> way = new ArrayList<>();
            add(way, from);
            inner.forEach(corner -> add(way, corner));
            add(way, to);
            if (way.size() == 1) {
                way.add(way.getFirst());
            }
            return way;
        });
    }

    private static void add(List<Pose> way, Coordinate at) {
        if (way.isEmpty() || way.getLast().x() != at.x || way.getLast().y() != at.y) {
            way.add(Pose.at(at.x, at.y, 0, 0));
        }
    }

    /** The nearest point that is clear of everything. */
    private Coordinate clearOf(Coordinate at) {
        Geometry point = shapes.createPoint(at);
        Coordinate[] clear = {at};
        obstacles.query(new Envelope(at), found -> {
            Obstacle obstacle = (Obstacle) found;
            if (obstacle.narrowed.intersects(point)) {
                clear[0] = DistanceOp.nearestPoints(obstacle.outline.getBoundary(), point)[0];
            }
        });
        return clear[0];
    }

    private Optional<List<Coordinate>> between(Coordinate from, Coordinate to) {
        if (isClear(from, to)) {
            return Optional.of(List.of(from, to));
        }
        int count = corners.size();
        double[] metres = new double[count];
        int[] before = new int[count];
        boolean[] isDone = new boolean[count];
        Arrays.fill(metres, Double.POSITIVE_INFINITY);
        Arrays.fill(before, -1);
        PriorityQueue<double[]> open = new PriorityQueue<>((a, b) -> {
            int byLength = Double.compare(a[0], b[0]);
            return byLength != 0 ? byLength : Double.compare(a[1], b[1]);
        });
        for (int i = 0; i < count; i++) {
            if (isClear(from, corners.get(i))) {
                metres[i] = from.distance(corners.get(i));
                open.add(new double[] {metres[i] + corners.get(i).distance(to), i});
            }
        }
        double best = Double.POSITIVE_INFINITY;
        int last = -1;
        while (!open.isEmpty()) {
            double[] next = open.remove();
            int at = (int) next[1];
            if (next[0] >= best) {
                break;
            }
            if (isDone[at]) {
                continue;
            }
            isDone[at] = true;
            Coordinate here = corners.get(at);
            double straight = metres[at] + here.distance(to);
            if (straight < best && isClear(here, to)) {
                best = straight;
                last = at;
            }
            for (int other : seen.computeIfAbsent(at, this::seenFrom)) {
                double there = metres[at] + here.distance(corners.get(other));
                if (there < metres[other]) {
                    metres[other] = there;
                    before[other] = at;
                    open.add(new double[] {there + corners.get(other).distance(to), other});
                }
            }
        }
        if (last < 0) {
            return Optional.empty();
        }
        List<Coordinate> way = new ArrayList<>(List.of(to));
        for (int at = last; at >= 0; at = before[at]) {
            way.addFirst(corners.get(at));
        }
        way.addFirst(from);
        return Optional.of(way);
    }

    private int[] seenFrom(int corner) {
        int[] found = new int[corners.size()];
        int count = 0;
        for (int i = 0; i < found.length; i++) {
            if (i != corner && isClear(corners.get(corner), corners.get(i))) {
                found[count++] = i;
            }
        }
        return Arrays.copyOf(found, count);
    }
}
