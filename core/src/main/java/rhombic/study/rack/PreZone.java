package rhombic.study.rack;

import java.util.List;
import rhombic.space.Path;
import rhombic.space.Pose;

/**
 * The conveyors before the aisles of a rack: one lane brings loads past all aisles to their infeeds, another takes them from the outfeeds. Of a rack with one
 * aisle there are none: pieces come and go at the infeed and outfeed themselves. Places are seen from the middle of the rack.
 */
public record PreZone(RackLayout layout, TransferPoint infeed, TransferPoint outfeed) {
    /** Between the places of an aisle and the lane, and between two lanes. */
    private static final double APART_METRES = 1.6;
    /** So far beside the rack a lane begins or ends. */
    private static final double BESIDE_METRES = 0.8;

    public boolean isThere() {
        return layout.aisles() > 1;
    }

    /** Where pieces come in. */
    public Pose inPort() {
        Pose place = isThere()
                ? Pose.at(laneX(infeed, 0), -layout.widthMetres() / 2 - BESIDE_METRES, infeed.heightMetres(), 90)
                : layout.at(infeed, 0, infeed.capacity() - 1, true);
        double heading = isThere() ? 90 : infeed.end() == TransferPoint.End.FRONT ? 0 : 180;
        return Pose.at(place.x(), place.y(), place.z(), heading);
    }

    /** Where pieces go out. */
    public Pose outPort() {
        boolean isSameEnd = infeed.end() == outfeed.end();
        Pose place = isThere()
                ? Pose.at(laneX(outfeed, isSameEnd ? APART_METRES + Math.max(0, places(infeed) - places(outfeed)) : 0),
                        layout.widthMetres() / 2 + BESIDE_METRES, outfeed.heightMetres(), 90)
                : layout.at(outfeed, 0, outfeed.capacity() - 1, false);
        double heading = isThere() ? 90 : outfeed.end() == TransferPoint.End.FRONT ? 180 : 0;
        return Pose.at(place.x(), place.y(), place.z(), heading);
    }

    private double places(TransferPoint point) {
        return point.offsetMetres() + (point.capacity() - 1) * layout.bayPitch().inBaseUnit();
    }

    private double laneX(TransferPoint point, double farther) {
        double out = layout.lengthMetres() / 2 + places(point) + APART_METRES + farther;
        return point.end() == TransferPoint.End.FRONT ? -out : out;
    }

    /** From the port to the first place of the infeed of an aisle. */
    public Path in(int aisle) {
        Pose port = inPort();
        Pose to = layout.at(infeed, aisle, 0, true);
        return Path.through(List.of(port, Pose.at(port.x(), to.y(), port.z(), 0), to), 0);
    }

    /** From the first place of the outfeed of an aisle to the port. */
    public Path out(int aisle) {
        Pose port = outPort();
        Pose from = layout.at(outfeed, aisle, 0, false);
        return Path.through(List.of(from, Pose.at(port.x(), from.y(), port.z(), 0), port), 0);
    }
}
