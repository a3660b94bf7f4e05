package rhombic.plant.handover;

import java.util.List;
import rhombic.measure.tally.Tally;
import rhombic.plant.piece.Ranking;
import rhombic.study.kind.Equipment;
import rhombic.study.value.EquipmentState;

/** Equipment with an error in the study: it stands idle, so that the rest can run. */
public final class FaultyNode extends Node {
    private final Equipment equipment;
    private final Taker taker;

    public FaultyNode(Flow flow, int index, Equipment equipment) {
        super(flow, index, equipment, hasContents(equipment) ? Tally.ofContents(1) : new Tally(1));
        this.equipment = equipment;
        taker = new Taker(this, Room.NONE);
    }

    /** Others may wait for it, in vain. */
    @Override
    protected Taker taker() {
        return taker;
    }

    @Override
    protected void connect(OutgoingLinks ways, Ranking ranking) {
        // it gives nothing
    }

    @Override
    public void attend() {}

    private static boolean hasContents(Equipment equipment) {
        return equipment.contentCapacity(List.of()).isPresent();
    }

    @Override
    protected void begin() {
        if (!hasContents(equipment)) {
            noteState(EquipmentState.STARVED);
        }
    }

    /** What it would set its drive to counts for nothing while it stands idle. */
    @Override
    public boolean set(String attribute, Object value) {
        return equipment.settable().contains(attribute) || super.set(attribute, value);
    }
}
