package rhombic.study.rack;

import java.util.List;
import rhombic.space.Path;
import rhombic.space.Pose;

/**
 * The conveyors before the aisles of a rack: a lane brings loads past all aisles to their infeeds, of several
 * infeeds one to each, another takes them from the outfeeds. Of a rack with one
 * aisle there are none: pieces come and go at the infeed and outfeed themselves. Places are seen from the middle of the rack.
 */
public record PreZone(RackLayout layout, List<TransferPoint> infeeds, List<TransferPoint> outfeeds) {
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

    /** Where pieces go out that come from an outfeed. */
    public Pose outPort(int outfeed) {
        TransferPoint point = outfeeds.get(outfeed);
        Pose place = isThere()
                ? Pose.at(at(point, outFromMiddle(outfeed)), layout.widthMetres() / 2 + BESIDE_METRES, point.heightMetres(), 90)
                : layout.at(point, 0, point.capacity() - 1, false);
        double heading = isThere() ? 90 : point.end() == TransferPoint.End.FRONT ? 180 : 0;
        return Pose.at(place.x(), place.y(), place.z(), heading);
    }

    private double places(TransferPoint point) {
        return point.offsetMetres() + (point.capacity() - 1) * layout.bayPitch().inBaseUnit();
    }

    /**
     * How far from the middle of the rack the lane of an outfeed is: of the first beyond that of the first
     * infeed, of the others beyond those of all infeeds and of the outfeeds before it, if they are at the same end.
     */
    private double outFromMiddle(int outfeed) {
        TransferPoint point = outfeeds.get(outfeed);
        double away = nearest(point);
        if (outfeed == 0) {
            TransferPoint infeed = infeeds.getFirst();
            return infeed.end() == point.end() ? away + APART_METRES + Math.max(0, places(infeed) - places(point)) : away;
        }
        for (int i = 0; i < infeeds.size(); i++) {
            away = infeeds.get(i).end() == point.end() ? Math.max(away, fromMiddle(i) + APART_METRES) : away;
        }
        for (int i = 0; i < outfeed; i++) {
            away = outfeeds.get(i).end() == point.end() ? Math.max(away, outFromMiddle(i) + APART_METRES) : away;
        }
        return away;
    }

    /** The same of the lane to an infeed: of the first the nearest, of the others beyond all infeeds before it and the first outfeed. */
    private double fromMiddle(int infeed) {
        TransferPoint point = infeeds.get(infeed);
        double away = nearest(point);
        for (int i = 0; i < infeed; i++) {
            away = infeeds.get(i).end() == point.end() ? Math.max(away, fromMiddle(i) + APART_METRES) : away;
        }
        return infeed > 0 && outfeeds.getFirst().end() == point.end() ? Math.max(away, outFromMiddle(0) + APART_METRES) : away;
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
    public Path out(int outfeed, int aisle) {
        Pose port = outPort(outfeed);
        Pose from = layout.at(outfeeds.get(outfeed), aisle, 0, false);
        return Path.through(List.of(from, Pose.at(port.x(), from.y(), port.z(), 0), port), 0);
    }
}
