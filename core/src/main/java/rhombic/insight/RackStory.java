package rhombic.insight;

import rhombic.quantity.Clock;
import rhombic.study.kind.Rack;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackPlaces;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;

/** Tells where in a rack a piece is. */
final class RackStory {
    private final UnfoldedStudy study;

    RackStory(UnfoldedStudy study) {
        this.study = study;
    }

    /** @param further what it waits for at the port where it goes out */
    String ofPiece(PieceStatus status, Rack rack, Moment moment, String further) {
        String since = Clock.elapsed(moment.timeNanos() - status.sinceNanos());
        int mover = moment.carrierOf(status.body());
        if (mover >= 0) {
            return "Is moved by " + crane(mover) + " in " + rack.name() + " for " + since + ".";
        }
        if (RackPlaces.slotOf(status.place()) != status.place()) {
            return "Waits for " + since + " to be picked from what lies " + slot(rack.layout(), RackPlaces.slotOf(status.place())) + " of "
                    + rack.name() + ".";
        }
        RackPlaces.RackPlace place = rack.places().place(Math.max(0, status.place()));
        String ofAisle = "aisle " + (place.aisle() + 1);
        return switch (place.sort()) {
            case SLOT -> "Has been " + slot(rack.layout(), place.number()) + " of " + rack.name() + " for " + since + ".";
            case INFEED -> "Waits at the infeed" + (place.point() == 0 ? "" : " " + (place.point() + 1)) + " of " + ofAisle + " of "
                    + rack.name() + " for " + since + " for the crane.";
            case WAY_IN -> "Is in the pre-zone of " + rack.name() + ", on the way to " + ofAisle + ", for " + since + ".";
            case WAY_OUT -> "Is in the pre-zone of " + rack.name() + ", on the way from " + ofAisle + ", for " + since + ".";
            case PORT -> "Has come out of " + rack.name() + " and waits there for " + since + " " + further + ".";
        };
    }

    /** In which slot that is, counted from the front, from the floor and from the aisle. */
    static String slot(RackLayout layout, int place) {
        return "in aisle " + (place / layout.placesInAisle() + 1) + ", " + lane(layout, place)
                + (layout.depth() == 1 ? "" : ", place " + (layout.depthOf(place % layout.laneCapacity()) + 1) + " from the aisle");
    }

    /** The same without the aisle, and without how deep it is. */
    static String lane(RackLayout layout, int place) {
        int lane = place % layout.placesInAisle() / layout.laneCapacity();
        return "bay " + (layout.bay(lane) + 1) + ", level " + (layout.level(lane) + 1)
                + (layout.rows().rows() == 1 ? "" : layout.row(lane) == 0 ? ", on the right" : ", on the left");
    }

    /** The crane on whose fork something rides. */
    private String crane(int fork) {
        return CraneParts.stackers(study).stream().filter(crane -> crane.isTip(fork))
                .map(crane -> study.members().get(crane.member()).person().name()).findFirst().orElse("a crane");
    }
}
