package rhombic.scene;

import org.jspecify.annotations.Nullable;
import rhombic.space.Pose;
import rhombic.study.kind.Rack;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.TransferPoint;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;

/** Where loads in racks are: in their slots, on the fork of a crane, or at an infeed or outfeed. */
final class RackScene {
    /** So long a load takes to move up by one at an infeed, or out by one at an outfeed. */
    private static final double MOVES_UP_NANOS = 1.5e9;
    /** Loads lie with their long side across the aisle. */
    private static final double ACROSS_DEGREES = 90;

    private final @Nullable Pose[][] slots;

    /** Takes the poses one by one. */
    interface Poser {
        void pose(int body, double x, double y, double z, double headingDegrees);
    }

    RackScene(UnfoldedStudy study) {
        slots = new Pose[study.elements().size()][];
    }

    /** All loads at the rack. */
    void pose(Rack rack, int node, int first, Moment moment, Poser poser) {
        RackLayout layout = rack.layout();
        @Nullable
        Pose[] known = slots[node];
        if (known == null) {
            known = new Pose[layout.places()];
            slots[node] = known;
        }
        double heading = rack.placement().headingDegrees() + ACROSS_DEGREES;
        for (int body = first; body >= 0; body = moment.next(body)) {
            int mover = moment.carrierOf(body);
            int place = moment.placeOf(body);
            if (mover >= 0) {
                Pose fork = moment.movers().pose(mover, moment.timeNanos());
                poser.pose(body, fork.x(), fork.y(), fork.z(), heading);
                continue;
            }
            Pose at;
            if (place >= 0 && place < known.length) {
                Pose slot = known[place];
                if (slot == null) {
                    slot = rack.placement().pose().of(layout.place(place));
                    known[place] = slot;
                }
                at = slot;
            } else {
                at = rack.placement().pose().of(outside(rack, Math.max(0, place - known.length), moment, body));
            }
            poser.pose(body, at.x(), at.y(), at.z() + rack.placement().zMetres(), heading);
        }
    }

    private static Pose outside(Rack rack, int number, Moment moment, int body) {
        int inAisle = rack.infeed().capacity() + rack.outfeed().capacity();
        int aisle = Math.min(number / inAisle, rack.layout().aisles() - 1);
        int place = number % inAisle;
        boolean isInfeed = place < rack.infeed().capacity();
        TransferPoint point = isInfeed ? rack.infeed() : rack.outfeed();
        int at = isInfeed ? place : place - rack.infeed().capacity();
        Pose there = rack.layout().at(point, aisle, at, isInfeed);
        double done = (moment.timeNanos() - moment.sinceNanos(body)) / MOVES_UP_NANOS;
        int before = isInfeed ? at + 1 : at - 1;
        if (done >= 1 || before < 0) {
            return there;
        }
        Pose from = rack.layout().at(point, aisle, before, isInfeed);
        return Pose.at(from.x() + (there.x() - from.x()) * done, there.y(), there.z(), 0);
    }
}
