package rhombic.plant.handover;

import org.jspecify.annotations.Nullable;
import rhombic.plant.activity.Hold;
import rhombic.plant.maintenance.Breakdown;
import rhombic.plant.maintenance.Modes;
import rhombic.plant.maintenance.ShiftClock;
import rhombic.plant.staff.Repairs;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.Duty;
import rhombic.study.kind.Equipment;
import rhombic.study.value.EquipmentState;

/** What breaks one equipment and when it is on duty. */
public final class Maintenance implements Breakdown.Owner {
    private final Node node;
    private final Modes modes;
    private final @Nullable ShiftClock shiftClock;
    private boolean isOff;
    /** How many failures hold it, of others too that stop it with them. */
    private int downs;
    private int byOthers;

    private Maintenance(Node node, Duty duty, @Nullable Calendar calendar) {
        this.node = node;
        Flow flow = node.flow;
        modes = Repairs.modes(flow, flow.staff(), node.id(), duty.failures(), this);
        shiftClock = calendar == null ? null : new ShiftClock(flow.simulator, flow.shifts(calendar), this::onDuty);
    }

    /** Null if nothing ever breaks it, itself or with others, and it is always on duty. */
    static @Nullable Maintenance of(Node node) {
        Duty duty = node.element().basics().duty();
        boolean stopsWithOthers = node.flow.blueprint.stopsWithOthers(node.name());
        if (!(node.element() instanceof Equipment) || duty.failures().isEmpty() && duty.calendar().isEmpty() && !stopsWithOthers) {
            return null;
        }
        return new Maintenance(node, duty, node.flow.study.calendar(duty.calendar()).orElse(null));
    }

    void begin() {
        if (shiftClock != null) {
            shiftClock.begin();
        }
        modes.begin();
    }

    public Modes modes() {
        return modes;
    }

    public boolean isOff() {
        return isOff;
    }

    /** What it shows while it does nothing by itself; null: nothing of this keeps it. */
    @Nullable
    public EquipmentState state() {
        if (isOff) {
            return EquipmentState.OFF_SHIFT;
        }
        if (downs == 0) {
            return null;
        }
        return byOthers > 0 ? EquipmentState.DOWN : modes.state();
    }

    private void onDuty(Calendar.Mode mode) {
        boolean offNow = mode != Calendar.Mode.ON;
        if (offNow != isOff) {
            isOff = offNow;
            node.setOffShift(offNow);
            node.onMaintenanceChanged();
            node.flow.settle();
        }
    }

    @Override
    public Pose repairPose() {
        return Layout.stand(node.element(), 0);
    }

    @Override
    public void onFailure(Breakdown by) {
        setDown(by, true);
        node.onInterrupted(by.mode().interruptedPiece());
        for (String other : by.mode().stopsWith()) {
            Node with = node.flow.find(other);
            if (with != null && with != node && with.maintenance != null) {
                with.maintenance.byOthers++;
                with.maintenance.setDown(by, true);
            }
        }
    }

    @Override
    public void onRepaired(Breakdown by) {
        setDown(by, false);
        for (String other : by.mode().stopsWith()) {
            Node with = node.flow.find(other);
            if (with != null && with != node && with.maintenance != null) {
                with.maintenance.byOthers--;
                with.maintenance.setDown(by, false);
            }
        }
    }

    private void setDown(Breakdown by, boolean on) {
        downs += on ? 1 : -1;
        node.setHeld(Hold.DOWN, on, !by.mode().passesWhileDown());
        node.onMaintenanceChanged();
    }

    @Override
    public void onStageChanged(Breakdown of) {
        node.onMaintenanceChanged();
    }

    @Override
    public String name() {
        return node.name();
    }
}
