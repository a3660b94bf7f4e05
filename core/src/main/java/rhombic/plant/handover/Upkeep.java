package rhombic.plant.handover;

import org.jspecify.annotations.Nullable;
import rhombic.plant.activity.Hold;
import rhombic.plant.staff.Repairs;
import rhombic.plant.upkeep.Breakdown;
import rhombic.plant.upkeep.Modes;
import rhombic.plant.upkeep.Timeclock;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.Duty;
import rhombic.study.value.EquipmentState;

/** What breaks one equipment and when it is on duty. */
public final class Upkeep implements Breakdown.Site {
    private final Node node;
    private final Modes modes;
    private final @Nullable Timeclock timeclock;
    private boolean isOff;
    /** How many failures hold it, of others too that stop it with them. */
    private int downs;
    private int byOthers;

    private Upkeep(Node node, Duty duty, @Nullable Calendar calendar) {
        this.node = node;
        Flow flow = node.flow;
        modes = Repairs.modes(flow, flow.staff(), node.id(), duty.failures(), this);
        timeclock = calendar == null ? null : new Timeclock(flow.simulator, flow.shifts(calendar), this::duty);
    }

    /** Null if nothing ever breaks it, itself or with others, and it is always on duty. */
    static @Nullable Upkeep of(Node node) {
        Duty duty = node.equipment().basics().duty();
        boolean stopsWithOthers = node.flow.blueprint.stopsWithOthers(node.name());
        if (!node.equipment().meetsPieces() || duty.failures().isEmpty() && duty.calendar().isEmpty() && !stopsWithOthers) {
            return null;
        }
        return new Upkeep(node, duty, node.flow.study.calendar(duty.calendar()).orElse(null));
    }

    void begin() {
        if (timeclock != null) {
            timeclock.begin();
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

    private void duty(Calendar.Mode mode) {
        boolean offNow = mode != Calendar.Mode.ON;
        if (offNow != isOff) {
            isOff = offNow;
            node.goesOffShift(offNow);
            node.upkeepChanged();
            node.flow.settle();
        }
    }

    @Override
    public Pose whereMended() {
        return Layout.stand(node.equipment(), 0);
    }

    @Override
    public void breaks(Breakdown by) {
        goesDown(by, true);
        node.interrupted(by.mode().interruptedPiece());
        for (String other : by.mode().stopsWith()) {
            Node with = node.flow.find(other);
            if (with != null && with != node && with.upkeep != null) {
                with.upkeep.byOthers++;
                with.upkeep.goesDown(by, true);
            }
        }
    }

    @Override
    public void mended(Breakdown by) {
        goesDown(by, false);
        for (String other : by.mode().stopsWith()) {
            Node with = node.flow.find(other);
            if (with != null && with != node && with.upkeep != null) {
                with.upkeep.byOthers--;
                with.upkeep.goesDown(by, false);
            }
        }
    }

    private void goesDown(Breakdown by, boolean on) {
        downs += on ? 1 : -1;
        node.standsStill(Hold.DOWN, on, !by.mode().passesWhileDown());
        node.upkeepChanged();
    }

    @Override
    public void stageChanges(Breakdown of) {
        node.upkeepChanged();
    }

    @Override
    public String name() {
        return node.name();
    }
}
