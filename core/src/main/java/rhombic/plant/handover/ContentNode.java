package rhombic.plant.handover;

import rhombic.measure.tally.Tally;
import rhombic.plant.piece.Piece;
import rhombic.study.Rule;
import rhombic.study.kind.Equipment;
import rhombic.study.value.EquipmentState;

/** What has contents and no states: a buffer, a conveyor. It tells what it holds, and rules when it becomes empty or full. */
public abstract class ContentNode extends Node {
    /** Pieces that fill it. */
    public final int capacity;

    protected ContentNode(Flow flow, int index, Equipment equipment) {
        super(flow, index, equipment, Tally.ofContents(capacityOf(flow, equipment)));
        capacity = capacityOf(flow, equipment);
    }

    private static int capacityOf(Flow flow, Equipment equipment) {
        return equipment.contentCapacity(flow.study.pieceTypes()).orElseThrow();
    }

    /** A piece comes; what is done with it follows. */
    protected final void counts(Piece piece) {
        long now = flow.now();
        piece.arrivedNanos = now;
        touchedNanos = now;
        tally.onEnter(now);
    }

    /** All is done with the piece that has come. */
    protected final void noteMore() {
        traceContent();
        if (tally.content() == 1) {
            notifyRules(EquipmentState.BLOCKED.word());
        }
        if (tally.content() == capacity) {
            notifyRules(Rule.FULL);
        }
    }

    /** A piece has gone on. */
    protected final void noteLess(Piece piece) {
        touchedNanos = flow.now();
        tally.onLeave(flow.now(), flow.now() - piece.arrivedNanos);
        notifyRules(Rule.PieceEvent.LEAVES, piece);
        countCycles(1);
        traceContent();
        if (tally.content() == 0) {
            notifyRules(Rule.EMPTY);
            notifyRules(EquipmentState.STARVED.word());
        }
    }

    /** It has no states of its own, but may be seen to be down or off shift. */
    @Override
    protected void onMaintenanceChanged() {
        Maintenance kept = maintenance;
        if (kept != null && flow.trace != null) {
            flow.trace.kept(flow.now(), index, kept.state());
        }
    }

    protected final void traceContent() {
        if (flow.trace != null) {
            flow.trace.holds(flow.now(), index, tally.content());
        }
    }
}
