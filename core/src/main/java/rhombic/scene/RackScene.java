package rhombic.scene;

import java.util.ArrayList;
import java.util.List;
import java.util.PrimitiveIterator;
import org.jspecify.annotations.Nullable;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.kind.Rack;
import rhombic.study.rack.RackLayout;
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
        int firstAtPort = known.length + layout.aisles() * (rack.infeed().capacity() + 2);
        double heading = rack.placement().headingDegrees() + ACROSS_DEGREES;
        int atPort = 0;
        List<Integer> outside = new ArrayList<>();
        while (bodies.hasNext()) {
            int body = bodies.nextInt();
            int mover = moment.carrierOf(body);
            int place = moment.placeOf(body);
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
                atPort += place >= firstAtPort ? 1 : 0;
            }
        }
        for (int body : outside) {
            Pose at = rack.placement().pose().of(outside(rack, Math.max(0, moment.placeOf(body) - known.length), moment, body, atPort));
            poser.pose(body, at.x(), at.y(), at.z(), heading);
        }
    }

    /** At an infeed, before the port where loads go out, or on the way between a port and an aisle. */
    private static Pose outside(Rack rack, int number, Moment moment, int body, int atPort) {
        int aisles = rack.layout().aisles();
        int infeeds = aisles * rack.infeed().capacity();
        double seconds = (moment.timeNanos() - moment.sinceNanos(body)) / 1e9;
        if (number < infeeds) {
            int aisle = number / rack.infeed().capacity();
            int at = number % rack.infeed().capacity();
            Pose there = rack.layout().at(rack.infeed(), aisle, at, true);
            double done = seconds / MOVES_UP_SECONDS;
            Pose behind = rack.layout().at(rack.infeed(), aisle, at + 1, true);
            return done >= 1 || rack.layout().aisles() > 1 && at == rack.infeed().capacity() - 1
                    ? there
                    : Pose.at(behind.x() + (there.x() - behind.x()) * done, there.y(), there.z(), 0);
        }
        int zone = number - infeeds;
        if (zone < 2 * aisles) {
            Path path = zone < aisles ? rack.preZone().in(zone) : rack.preZone().out(zone - aisles);
            double end = zone < aisles ? path.metres() : path.metres() - atPort * rack.layout().bayPitch().inBaseUnit();
            return path.at(Math.min(Math.max(0, end), seconds * rack.preZoneSpeed().inBaseUnit()));
        }
        return atPort(rack, zone - 2 * aisles, seconds);
    }

    /** One behind the other on the lane that ends at the port. */
    private static Pose atPort(Rack rack, int number, double seconds) {
        Pose port = rack.preZone().outPort();
        double pitch = rack.layout().bayPitch().inBaseUnit();
        double back = number + Math.max(0, 1 - seconds / MOVES_UP_SECONDS);
        return port.of(Pose.at(-back * pitch, 0, 0, 0));
    }
}
