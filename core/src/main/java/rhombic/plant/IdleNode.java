package rhombic.plant;

import rhombic.plant.piece.Piece;
import rhombic.study.kind.Equipment;
import rhombic.study.value.EquipmentState;

/** Equipment with an error: takes and gives nothing, so that the rest can run. */
final class IdleNode extends Node {
    IdleNode(Plant plant, int index, Equipment equipment) {
        super(plant, index, equipment, 1);
    }

    @Override
    void begin() {
        noteState(EquipmentState.STARVED);
    }

    @Override
    boolean hasRoom(Piece piece) {
        return false;
    }

    @Override
    void accept(Piece piece) {
        throw new IllegalStateException(name() + " takes nothing");
    }

    @Override
    Piece hand(Offer offer) {
        throw new IllegalStateException(name() + " gives nothing");
    }

    @Override
    void attend() {}
}
