package rhombic.plant.handover;

import java.util.List;
import rhombic.measure.Tally;
import rhombic.study.kind.Equipment;
import rhombic.study.value.EquipmentState;

/** Equipment with an error in the study: it stands idle, so that the rest can run. */
public final class FaultyNode extends IdleNode {
    private final Equipment equipment;

    public FaultyNode(Flow flow, int index, Equipment equipment) {
        super(flow, index, equipment, hasContents(equipment) ? Tally.ofContents(1) : new Tally(1));
        this.equipment = equipment;
    }

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
