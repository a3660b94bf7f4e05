package rhombic.scene;

import java.util.ArrayList;
import java.util.List;
import java.util.PrimitiveIterator;
import org.jspecify.annotations.Nullable;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.kind.Rack;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackPlaces;
import rhombic.study.rack.TransferPoint;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;

/** Where loads in racks are: in their slots, on the fork of a crane, or at an infeed or outfeed. */
final class RackScene {
    /** So long a load takes to move up by one. */
    private static final double MOVES_UP_SECONDS = 1.5;
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

    /** Those bodies at the rack. */
    void pose(Rack rack, int node, PrimitiveIterator.OfInt bodies, Moment moment, Poser poser) {
        RackLayout layout = rack.layout();
        @Nullable
        Pose[] known = slots[node];
        if (known == null) {
            known = new Pose[layout.places()];
            slots[node] = known;
        }
        RackPlaces places = rack.places();
        double heading = rack.placement().headingDegrees() + ACROSS_DEGREES;
        int[] atPort = new int[rack.outfeeds().size()];
        List<Integer> outside = new ArrayList<>();
        while (bodies.hasNext()) {
            int body = bodies.nextInt();
            int mover = moment.carrierOf(body);
            int place = RackPlaces.slotOf(moment.placeOf(body));
            if (mover >= 0) {
                Pose fork = moment.movers().pose(mover, moment.timeNanos());
                poser.pose(body, fork.x(), fork.y(), fork.z(), heading);
            } else if (place >= 0 && place < known.length) {
                Pose slot = known[place];
                if (slot == null) {
                    slot = rack.placement().pose().of(layout.place(place));
                    known[place] = slot;
                }
                poser.pose(body, slot.x(), slot.y(), slot.z(), heading);
            } else {
                outside.add(body);
                if (places.isPort(place)) {
                    atPort[places.place(place).point()]++;
                }
            }
        }
        for (int body : outside) {
            Pose at = rack.placement().pose()
                    .of(outside(rack, places.place(Math.max(layout.places(), moment.placeOf(body))), moment, body, atPort));
            poser.pose(body, at.x(), at.y(), at.z(), heading);
        }
    }

    /** At an infeed, before the port where loads go out, or on the way between a port and an aisle. */
    private static Pose outside(Rack rack, RackPlaces.RackPlace place, Moment moment, int body, int[] atPort) {
        double seconds = (moment.timeNanos() - moment.sinceNanos(body)) / 1e9;
        double pitch = rack.layout().bayPitch().inBaseUnit();
        double gone = seconds * rack.preZoneSpeed().inBaseUnit();
        return switch (place.sort()) {
            case SLOT -> throw new IllegalStateException("What lies in a slot is not outside");
            case INFEED -> atInfeed(rack, place, seconds);
            case WAY_IN -> rack.preZone().in(place.point(), place.aisle()).at(gone);
            case WAY_OUT -> {
                Path path = rack.preZone().out(place.point(), place.aisle());
                yield path.at(Math.min(Math.max(0, path.metres() - atPort[place.point()] * pitch), gone));
            }
            case PORT -> atPort(rack, place.point(), place.number(), seconds);
        };
    }

    /** It moves up; what comes through the pre-zone is there already. */
    private static Pose atInfeed(Rack rack, RackPlaces.RackPlace place, double seconds) {
        TransferPoint infeed = rack.infeeds().get(place.point());
        Pose there = rack.layout().at(infeed, place.aisle(), place.number(), true);
        double done = seconds / MOVES_UP_SECONDS;
        if (done >= 1 || rack.preZone().isThere() && place.number() == infeed.capacity() - 1) {
            return there;
        }
        Pose behind = rack.layout().at(infeed, place.aisle(), place.number() + 1, true);
        return Pose.at(behind.x() + (there.x() - behind.x()) * done, there.y(), there.z(), 0);
    }

    /** One behind the other on the lane that ends at the port. */
    private static Pose atPort(Rack rack, int outfeed, int number, double seconds) {
        Pose port = rack.preZone().outPort(outfeed);
        double pitch = rack.layout().bayPitch().inBaseUnit();
        double back = number + Math.max(0, 1 - seconds / MOVES_UP_SECONDS);
        return port.of(Pose.at(-back * pitch, 0, 0, 0));
    }
}
