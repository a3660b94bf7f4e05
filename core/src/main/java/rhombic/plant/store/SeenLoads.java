package rhombic.plant.store;

import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackPlaces;

/** Tells the trace where in a rack each load is. */
final class SeenLoads {
    private final RackNode rack;
    private final RackLayout layout;
    final RackPlaces places;

    SeenLoads(RackNode rack) {
        this.rack = rack;
        layout = rack.layout;
        places = rack.rack.places();
    }

    void stands(Load load, int place) {
        if (rack.flow.trace != null) {
            rack.flow.trace.stands(rack.flow.now(), load.piece.body, rack.index, place);
        }
    }

    /** It is in its place of its lane. */
    void stands(Load load) {
        stands(load, placeOf(load));
    }

    private int placeOf(Load load) {
        return places.slot(load.aisle, load.lane, rack.aisle(load).slots.place(load));
    }

    /** It has come into its lane, where it may push back others, the farthest first. */
    void comesIn(Load load) {
        Slots slots = rack.aisle(load).slots;
        if (layout.form() == RackForm.PUSH_BACK) {
            for (int i = 0; i < slots.filled(load.lane) - 1; i++) {
                shifted(slots.at(load.lane, i));
            }
        }
        stands(load);
    }

    /** What could be reached in a lane has left it: others have moved along it by themselves, the nearest first. */
    void moveAlong(StoreAisle aisle, int lane) {
        if (layout.form().isInclined()) {
            int loads = aisle.slots.filled(lane);
            for (int i = 0; i < loads; i++) {
                shifted(aisle.slots.at(lane, layout.form().isFirstInFirstOut() ? i : loads - 1 - i));
            }
        }
    }

    private void shifted(Load load) {
        if (rack.flow.trace != null) {
            rack.flow.trace.shifted(rack.flow.now(), load.piece.body, rack.index, placeOf(load));
        }
    }

    /** It is to be picked from another that stays. */
    void isPickedFrom(Load part, Load load) {
        stands(part, RackPlaces.pickedFrom(placeOf(load)));
    }

    /** A load is on the fork of a crane. */
    void rides(Load load, int mover) {
        if (rack.flow.trace != null) {
            rack.flow.trace.lifted(rack.flow.now(), load.piece.body, rack.index, mover);
        }
    }
}
