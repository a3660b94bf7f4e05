package rhombic.insight;

import java.util.List;
import java.util.stream.IntStream;
import rhombic.quantity.Clock;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.rack.RackLayout;
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
        RackLayout layout = rack.layout();
        int place = status.place();
        if (place >= 0 && place < layout.places()) {
            return "Has been " + slot(layout, place) + " of " + rack.name() + " for " + since + ".";
        }
        int outside = place - layout.places();
        int infeeds = layout.aisles() * rack.infeed().capacity();
        if (outside >= 0 && outside < infeeds) {
            return "Waits at the infeed of aisle " + (outside / rack.infeed().capacity() + 1) + " of " + rack.name() + " for " + since
                    + " for the crane.";
        }
        if (outside >= infeeds && outside < infeeds + 2 * layout.aisles()) {
            boolean isIn = outside < infeeds + layout.aisles();
            int aisle = (outside - infeeds) % layout.aisles() + 1;
            return "Is in the pre-zone of " + rack.name() + ", on the way " + (isIn ? "to" : "from") + " aisle " + aisle + ", for " + since
                    + ".";
        }
        return "Has come out of " + rack.name() + " and waits there for " + since + " " + further + ".";
    }

    /** In which slot that is, counted from the front, from the floor and from the aisle. */
    static String slot(RackLayout layout, int place) {
        int lane = place % layout.placesInAisle() / layout.laneCapacity();
        int inLane = place % layout.laneCapacity();
        return "in aisle " + (place / layout.placesInAisle() + 1) + ", bay " + (layout.bay(lane) + 1) + ", level "
                + (layout.level(lane) + 1)
                + (layout.rows().rows() == 1 ? "" : layout.row(lane) == 0 ? ", on the right" : ", on the left")
                + (layout.depth() == 1 ? "" : ", place " + (layout.depthOf(inLane) + 1) + " from the aisle");
    }

    /** The crane on whose fork something rides. */
    private String crane(int fork) {
        List<String> cranes = IntStream.range(0, study.members().size())
                .filter(i -> study.element(study.members().get(i).group()) instanceof StackerCrane)
                .mapToObj(i -> study.members().get(i).person().name()).toList();
        int number = (fork - study.members().size()) / 2;
        return number >= 0 && number < cranes.size() ? cranes.get(number) : "a crane";
    }
}
