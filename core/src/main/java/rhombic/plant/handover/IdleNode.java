package rhombic.plant.handover;

import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.measure.Tally;
import rhombic.plant.piece.Piece;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Equipment;
import rhombic.study.value.EquipmentState;

/** Takes and gives nothing: a place that pieces never meet, or equipment with an error, so that the rest can run. */
public final class IdleNode extends Node {
    public IdleNode(Flow flow, int index, Equipment equipment) {
        super(flow, index, equipment, equipment.contentCapacity(List.of()).isPresent()
                ? Tally.ofContents(1)
                : new Tally(equipment.meetsPieces() ? 1 : 0));
    }

    @Override
    protected void begin() {
        if (equipment().meetsPieces() && equipment().contentCapacity(List.of()).isEmpty()) {
            noteState(EquipmentState.STARVED);
        }
    }

    @Override
    @Nullable
    public Object further(String name) {
        if (equipment() instanceof Crew && equipment().readable().contains(name)) {
            return (double) flow.staffed().count(name(), name.equals(Crew.BUSY));
        }
        return super.further(name);
    }

    @Override
    protected boolean hasRoom(Way way, Piece piece) {
        return false;
    }

    @Override
    protected void accept(Way way, Piece piece) {
        throw new IllegalStateException(name() + " takes nothing");
    }

    @Override
    public Piece hand(Offer offer, Way way) {
        throw new IllegalStateException(name() + " gives nothing");
    }

    @Override
    public void attend() {}

    /** What it would set its drive to counts for nothing while it stands idle. */
    @Override
    public boolean set(String attribute, Object value) {
        return equipment().settable().contains(attribute) || super.set(attribute, value);
    }
}
