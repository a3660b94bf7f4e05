package rhombic.plant;

import rhombic.measure.Tally;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.kind.Equipment;
import rhombic.study.value.EquipmentState;

/** What has contents and no states: a buffer, a conveyor. It tells what it holds, and rules when it becomes empty or full. */
abstract class ContentNode extends Node {
    /** Pieces that fill it. */
    final int room;

    ContentNode(Plant plant, int index, Equipment equipment) {
        super(plant, index, equipment, Tally.ofContents(roomOf(plant, equipment)));
        room = roomOf(plant, equipment);
    }

    private static int roomOf(Plant plant, Equipment equipment) {
        return equipment.contentRoom(plant.study.pieceTypes()).orElseThrow();
    }

    /** A piece comes; what is done with it follows. */
    final void counts(Piece piece) {
        long now = plant.now();
        piece.arrivedNanos = now;
        touchedNanos = now;
        tally.enters(now);
    }

    /** All is done with the piece that has come. */
    final void tellMore() {
        traceContent();
        if (tally.content() == 1) {
            tellRules(EquipmentState.BLOCKED.word());
        }
        if (tally.content() == room) {
            tellRules(Rule.FULL);
        }
    }

    /** A piece has gone on. */
    final void tellLess(Piece piece) {
        touchedNanos = plant.now();
        tally.leaves(plant.now(), plant.now() - piece.arrivedNanos);
        tellRules(Rule.PieceEvent.LEAVES, piece);
        countsCycle();
        traceContent();
        if (tally.content() == 0) {
            tellRules(Rule.EMPTY);
            tellRules(EquipmentState.STARVED.word());
        }
    }

    /** It has no states of its own, but may be seen to be down or off shift. */
    @Override
    void upkeepChanged() {
        Upkeep kept = upkeep;
        if (kept != null && plant.trace != null) {
            plant.trace.kept(plant.now(), index, kept.state());
        }
    }

    final void traceContent() {
        if (plant.trace != null) {
            plant.trace.holds(plant.now(), index, tally.content());
        }
    }
}
