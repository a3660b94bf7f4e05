package rhombic.study.rack;

import java.util.List;
import rhombic.space.Path;
import rhombic.space.Pose;

/**
 * The conveyors before the aisles of a rack: a lane brings loads past all aisles to their infeeds, of several
 * infeeds one to each, another takes them from the outfeeds. Of a rack with one
 * aisle there are none: pieces come and go at the infeed and outfeed themselves. Places are seen from the middle of the rack.
 */
public record PreZone(RackLayout layout, List<TransferPoint> infeeds, TransferPoint outfeed) {
    /** Between the places of an aisle and the lane, and between two lanes. */
    private static final double APART_METRES = 1.6;
    /** So far beside the rack a lane begins or ends. */
    private static final double BESIDE_METRES = 0.8;

    public boolean isThere() {
        return layout.aisles() > 1;
    }

    /** Where pieces come in that go to an infeed. */
    public Pose inPort(int infeed) {
        TransferPoint point = infeeds.get(infeed);
        Pose place = isThere()
                ? Pose.at(at(point, fromMiddle(infeed)), -layout.widthMetres() / 2 - BESIDE_METRES, point.heightMetres(), 90)
                : layout.at(point, 0, point.capacity() - 1, true);
        double heading = isThere() ? 90 : point.end() == TransferPoint.End.FRONT ? 0 : 180;
        return Pose.at(place.x(), place.y(), place.z(), heading);
    }

    /** Where pieces go out. */
    public Pose outPort() {
        Pose place = isThere()
                ? Pose.at(at(outfeed, outFromMiddle()), layout.widthMetres() / 2 + BESIDE_METRES, outfeed.heightMetres(), 90)
                : layout.at(outfeed, 0, outfeed.capacity() - 1, false);
        double heading = isThere() ? 90 : outfeed.end() == TransferPoint.End.FRONT ? 180 : 0;
        return Pose.at(place.x(), place.y(), place.z(), heading);
    }

    private double places(TransferPoint point) {
        return point.offsetMetres() + (point.capacity() - 1) * layout.bayPitch().inBaseUnit();
    }

    /** How far from the middle of the rack the lane of the outfeeds is: beyond that of the first infeeds, if they are at the same end. */
    private double outFromMiddle() {
        TransferPoint infeed = infeeds.getFirst();
        boolean isSameEnd = infeed.end() == outfeed.end();
        return nearest(outfeed) + (isSameEnd ? APART_METRES + Math.max(0, places(infeed) - places(outfeed)) : 0);
    }

    /** The same of the lane to an infeed: of the first the nearest, of the others beyond all before it at the same end. */
    private double fromMiddle(int infeed) {
        TransferPoint point = infeeds.get(infeed);
        double away = nearest(point);
        for (int i = 0; i < infeed; i++) {
            if (infeeds.get(i).end() == point.end()) {
                away = Math.max(away, fromMiddle(i) + APART_METRES);
            }
        }
        return infeed > 0 && outfeed.end() == point.end() ? Math.max(away, outFromMiddle() + APART_METRES) : away;
    }

    private double nearest(TransferPoint point) {
        return layout.lengthMetres() / 2 + places(point) + APART_METRES;
    }

    private static double at(TransferPoint point, double fromMiddle) {
        return point.end() == TransferPoint.End.FRONT ? -fromMiddle : fromMiddle;
    }

    /** From the port to the first place of the infeed of an aisle. */
    public Path in(int infeed, int aisle) {
        Pose port = inPort(infeed);
        Pose to = layout.at(infeeds.get(infeed), aisle, 0, true);
        return Path.through(List.of(port, Pose.at(port.x(), to.y(), port.z(), 0), to), 0);
    }

    /** From the first place of the outfeed of an aisle to the port. */
    public Path out(int aisle) {
        Pose port = outPort();
        Pose from = layout.at(outfeed, aisle, 0, false);
        return Path.through(List.of(from, Pose.at(port.x(), from.y(), port.z(), 0), port), 0);
    }
}
