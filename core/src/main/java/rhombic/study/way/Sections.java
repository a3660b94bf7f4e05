package rhombic.study.way;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.Polygonal;
import org.locationtech.jts.geom.util.PolygonExtracter;
import org.locationtech.jts.index.strtree.STRtree;
import org.locationtech.jts.operation.buffer.BufferOp;
import org.locationtech.jts.operation.buffer.BufferParameters;
import rhombic.space.Pose;
import rhombic.study.place.RoadSpace;
import rhombic.study.site.Aisle;

/**
 * The parts of a net of aisles of which each is one vehicle's at a time: crossings and bends, and between them as many as vehicles fit one behind
 * the other, or one where an aisle says so.
 */
public final class Sections {
    /*
     * A crossing reaches as far along each of its stretches as a vehicle that turns in it, and so far that what stands on two of its stretches does
     * not touch: half a width over the tangent of half the angle between them. Sections whose areas overlap exclude each other.
     */
    private static final GeometryFactory GEOMETRY = new GeometryFactory();
    private static final double MIN_METRES = 0.02;
    private static final double TOUCHING_SQUARE_METRES = 1e-3;
    /** Stretches that meet at a sharper angle are kept apart by their areas. */
    private static final double MAX_REACH_LENGTHS = 3;
    /** Beyond so many it begins anew: those on the way are hardly ever asked for twice. */
    private static final int MAX_KNOWN = 20_000;
    private static final BufferParameters FLAT = new BufferParameters(4, BufferParameters.CAP_FLAT, BufferParameters.JOIN_MITRE, 5);

    private final AisleNet net;
    private final RoadSpace size;
    private final List<Section> sections = new ArrayList<>();
    private final List<Set<Integer>> excluded = new ArrayList<>();
    private final List<List<Cut>> cuts = new ArrayList<>();
    private final STRtree byArea = new STRtree();
    private final Map<List<Double>, List<Beside>> beside = new ConcurrentHashMap<>();

    /**
     * One of them.
     *
     * @param name as sentences say it
     * @param isPlaceToWait whether who stands there is in nobody's way but of those behind it
     * @param isJoint whether stretches meet in it
     */
    public record Section(String name, Geometry area, boolean isPlaceToWait, boolean isJoint) {}

    /**
     * Which section a part of a stretch belongs to.
     *
     * @param from metres along the stretch
     */
    public record Cut(int section, double from, double to) {}

    /** @param size what the largest vehicle needs */
    public Sections(AisleNet net, RoadSpace size) {
        this.net = net;
        this.size = size;
        List<List<Integer>> meeting = new ArrayList<>();
        List<AisleNet.Stretch> stretches = net.stretches();
        for (int i = 0; i < stretches.size(); i++) {
            AisleNet.Stretch stretch = stretches.get(i);
            while (meeting.size() <= Math.max(stretch.from(), stretch.to())) {
                meeting.add(new ArrayList<>());
            }
            meeting.get(stretch.from()).add(i);
            meeting.get(stretch.to()).add(i);
        }
        double[][] ends = new double[stretches.size()][2];
        for (int point = 0; point < meeting.size(); point++) {
            double reach = reach(point, meeting.get(point));
            for (int stretch : meeting.get(point)) {
                ends[stretch][stretches.get(stretch).from() == point ? 0 : 1] = reach;
            }
        }
        for (int i = 0; i < ends.length; i++) {
            double length = stretches.get(i).metres();
            double both = ends[i][0] + ends[i][1];
            if (both > length) {
                ends[i][0] *= length / both;
                ends[i][1] = length - ends[i][0];
            }
            cuts.add(new ArrayList<>());
        }
        for (int point = 0; point < meeting.size(); point++) {
            addCrossing(point, meeting.get(point), ends);
        }
        for (int i = 0; i < ends.length; i++) {
            addBetween(i, ends[i]);
        }
        cuts.forEach(all -> all.sort((one, other) -> Double.compare(one.from, other.from)));
        exclude();
    }

    private double reach(int point, List<Integer> stretches) {
        double reach = size.reach();
        for (int one : stretches) {
            for (int other : stretches) {
                double angle = Math.abs(Math.IEEEremainder(heading(point, one) - heading(point, other), 2 * Math.PI));
                if (one < other && angle > 1e-6) {
                    reach = Math.max(reach, size.side() / Math.tan(angle / 2));
                }
            }
        }
        return Math.min(reach, Math.max(size.reach(), MAX_REACH_LENGTHS * size.length()));
    }

    /** Where a stretch leads from a point, in radians. */
    private double heading(int point, int number) {
        AisleNet.Stretch stretch = net.stretches().get(number);
        Pose from = net.point(point);
        Pose to = net.point(stretch.from() == point ? stretch.to() : stretch.from());
        return Math.atan2(to.y() - from.y(), to.x() - from.x());
    }

    private void addCrossing(int point, List<Integer> stretches, double[][] ends) {
        if (stretches.isEmpty()) {
            return;
        }
        Pose at = net.point(point);
        Geometry area = disc(at, size.reach());
        Set<String> aisles = new TreeSet<>();
        int number = sections.size();
        for (int stretch : stretches) {
            boolean begins = net.stretches().get(stretch).from() == point;
            double metres = ends[stretch][begins ? 0 : 1];
            double length = net.stretches().get(stretch).metres();
            Geometry union = area.union(begins ? strip(stretch, 0, metres) : strip(stretch, length - metres, length));
            area = union instanceof Polygonal ? union : GEOMETRY.buildGeometry(PolygonExtracter.getPolygons(union)); // lines may be left over
            cuts.get(stretch).add(begins ? new Cut(number, 0, metres) : new Cut(number, length - metres, length));
            aisles.add(net.aisles().get(net.stretches().get(stretch).aisle()).name());
        }
        String name = stretches.size() == 1 ? "the end of " : aisles.size() == 1 ? "a bend of " : "the crossing of ";
        sections.add(new Section(name + String.join(" and ", aisles), area, false, stretches.size() > 1));
    }

    private void addBetween(int number, double[] ends) {
        AisleNet.Stretch stretch = net.stretches().get(number);
        Aisle aisle = net.aisles().get(stretch.aisle());
        double begins = ends[0];
        double length = stretch.metres() - ends[0] - ends[1];
        if (length < MIN_METRES) {
            return;
        }
        int count = aisle.traffic() == Aisle.Traffic.ONE ? 1 : Math.max(1, (int) (length / (2 * size.half())));
        for (int i = 0; i < count; i++) {
            double from = begins + length * i / count;
            double to = begins + length * (i + 1) / count;
            cuts.get(number).add(new Cut(sections.size(), from, to));
            sections.add(new Section(aisle.name(), strip(number, from, to), !stretch.isBothWays(), false));
        }
    }

    private void exclude() {
        for (int i = 0; i < sections.size(); i++) {
            byArea.insert(sections.get(i).area.getEnvelopeInternal(), i);
            excluded.add(new LinkedHashSet<>());
        }
        byArea.build();
        for (int i = 0; i < sections.size(); i++) {
            for (int other : overlapping(sections.get(i).area)) {
                if (other != i) {
                    excluded.get(i).add(other);
                }
            }
        }
    }

    // ---- areas

    private static Geometry disc(Pose at, double radius) {
        return GEOMETRY.createPoint(new Coordinate(at.x(), at.y())).buffer(radius);
    }

    private Geometry strip(int number, double from, double to) {
        return strip(net.along(number, from), net.along(number, to));
    }

    private Geometry strip(Pose from, Pose to) {
        if (from.distanceTo(to) < 1e-9) {
            return GEOMETRY.createPolygon();
        }
        Geometry line = GEOMETRY.createLineString(new Coordinate[] {new Coordinate(from.x(), from.y()), new Coordinate(to.x(), to.y())});
        return BufferOp.bufferOp(line, size.side(), FLAT);
    }

    /** What a vehicle covers that stands at a place. */
    public Geometry standing(Pose at) {
        return strip(at.of(Pose.at(-size.length() / 2, 0, 0, 0)), at.of(Pose.at(size.length() / 2, 0, 0, 0)));
    }

    /** What a vehicle covers that goes straight from one to the other. */
    public Geometry way(Pose from, Pose to) {
        return strip(from, to);
    }

    /** What a vehicle covers that turns at a place. */
    public Geometry place(Pose at) {
        return disc(at, size.reach());
    }

    /**
     * A section that is covered by what goes between an aisle and a place.
     *
     * @param reaches how far from the aisle it does, in metres
     */
    public record Beside(int section, double reaches) {}

    /** The sections that a vehicle covers which goes straight from an aisle to a place, and turns where it leaves the aisle. */
    public List<Beside> beside(Pose onAisle, Pose place) {
        if (beside.size() >= MAX_KNOWN) {
            beside.clear();
        }
        return beside.computeIfAbsent(List.of(onAisle.x(), onAisle.y(), place.x(), place.y()), key -> besideAnew(onAisle, place));
    }

    private List<Beside> besideAnew(Pose onAisle, Pose place) {
        Geometry covered = disc(onAisle, size.reach()).union(strip(onAisle, place));
        double length = onAisle.distanceTo(place);
        double dx = length == 0 ? 0 : (place.x() - onAisle.x()) / length;
        double dy = length == 0 ? 0 : (place.y() - onAisle.y()) / length;
        List<Beside> found = new ArrayList<>();
        for (int section : overlapping(covered)) {
            double reaches = 0;
            for (Coordinate corner : covered.intersection(sections.get(section).area).getCoordinates()) {
                reaches = Math.max(reaches, (corner.x - onAisle.x()) * dx + (corner.y - onAisle.y()) * dy);
            }
            found.add(new Beside(section, Math.min(reaches, length)));
        }
        return found;
    }

    /** The sections that overlap an area. */
    public List<Integer> overlapping(Geometry area) {
        List<Integer> found = new ArrayList<>();
        byArea.query(area.getEnvelopeInternal(), item -> {
            Geometry other = sections.get((int) item).area;
            if (overlap(area, other)) {
                found.add((int) item);
            }
        });
        found.sort(null);
        return found;
    }

    /** Whether two areas have more than their edges in common. */
    public static boolean overlap(Geometry one, Geometry other) {
        return one.getEnvelopeInternal().intersects(other.getEnvelopeInternal())
                && one.intersection(other).getArea() > TOUCHING_SQUARE_METRES;
    }

    // ---- what they are

    public AisleNet net() {
        return net;
    }

    public RoadSpace size() {
        return size;
    }

    public List<Section> sections() {
        return Collections.unmodifiableList(sections);
    }

    /** Those that must be free, beside itself, for who takes a section. */
    public List<Integer> excludedBy(int section) {
        return List.copyOf(excluded.get(section));
    }

    /** How a stretch is cut, from its beginning to its end. */
    public List<Cut> cuts(int stretch) {
        return Collections.unmodifiableList(cuts.get(stretch));
    }
}
