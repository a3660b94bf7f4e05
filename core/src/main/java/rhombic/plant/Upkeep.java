package rhombic.plant;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Purpose;
import rhombic.measure.ModeFigures;
import rhombic.measure.ModeTally;
import rhombic.plant.activity.Hold;
import rhombic.plant.doers.Job;
import rhombic.plant.upkeep.Breakdown;
import rhombic.plant.upkeep.Timeclock;
import rhombic.study.Layout;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.Duty;
import rhombic.study.duty.FailureMode;
import rhombic.study.value.EquipmentState;

/** What breaks one equipment and when it is on duty. */
final class Upkeep implements Breakdown.Site {
    private final Node node;
    private final List<Breakdown> modes = new ArrayList<>();
    /** Those of the modes whose clock counts work, and those that count pieces. */
    private final Breakdown[] ofWork;
    private final Breakdown[] ofCycles;
    private final @Nullable Timeclock timeclock;
    private boolean isOff;
    /** How many failures hold it, of others too that stop it with them. */
    private int downs;
    private int byOthers;

    private Upkeep(Node node, Duty duty, @Nullable Calendar calendar) {
        this.node = node;
        Plant plant = node.plant;
        for (FailureMode mode : duty.failures()) {
            Staff staff = plant.staff();
            Manning.Order order = mode.repair().isEmpty() || staff == null ? null : staff.order(Job.What.REPAIR, mode.repair());
            String stream = node.id() + "\u0000" + mode.name();
            modes.add(new Breakdown(plant.simulator, mode, this, plant.start, plant.stream(stream, Purpose.FAILURE),
                    plant.stream(stream, Purpose.REPAIR), staff == null ? null : staff.allocation(),
                    order == null
                            ? null
                            : new Job.Order(order.what(), Layout.stand(node.equipment(), 0), order.demands(), order.priority(),
                                    order.yields())));
        }
        ofWork = modes.stream().filter(Breakdown::countsWork).toArray(Breakdown[]::new);
        ofCycles = modes.stream().filter(Breakdown::countsCycles).toArray(Breakdown[]::new);
        timeclock = calendar == null ? null : new Timeclock(plant.simulator, calendar, plant.start, this::duty);
    }

    /** Null if nothing ever breaks it, itself or with others, and it is always on duty. */
    static @Nullable Upkeep of(Node node) {
        Duty duty = node.equipment().basics().duty();
        boolean stopsWithOthers = node.plant.blueprint.stopsWithOthers(node.name());
        if (!node.equipment().meetsPieces() || duty.failures().isEmpty() && duty.calendar().isEmpty() && !stopsWithOthers) {
            return null;
        }
        return new Upkeep(node, duty, node.plant.study.calendar(duty.calendar()).orElse(null));
    }

    void begin() {
        if (timeclock != null) {
            timeclock.begin();
        }
        modes.forEach(Breakdown::begin);
    }

    void restart() {
        modes.forEach(mode -> mode.tally().restart(node.plant.now()));
    }

    List<ModeFigures> figures() {
        return modes.stream().map(mode -> mode.tally().figures(mode.mode().name(), node.plant.now())).toList();
    }

    boolean isOff() {
        return isOff;
    }

    boolean countsWork() {
        return ofWork.length > 0;
    }

    void workBegins(long nanosAhead) {
        for (Breakdown mode : ofWork) {
            mode.workBegins(nanosAhead);
        }
    }

    void workEnds() {
        for (Breakdown mode : ofWork) {
            mode.workEnds();
        }
    }

    void cycle() {
        for (Breakdown mode : ofCycles) {
            mode.cycle();
        }
    }

    /** What it shows while it does nothing by itself; null: nothing of this keeps it. */
    @Nullable
    EquipmentState state() {
        if (isOff) {
            return EquipmentState.OFF_SHIFT;
        }
        if (downs == 0) {
            return null;
        }
        boolean mends = byOthers > 0 || modes.stream().anyMatch(mode -> mode.tally().stage() == ModeTally.Stage.REPAIR);
        return mends ? EquipmentState.DOWN : EquipmentState.AWAITING_REPAIR;
    }

    private void duty(Calendar.Mode mode) {
        boolean offNow = mode != Calendar.Mode.ON;
        if (offNow != isOff) {
            isOff = offNow;
            node.goesOffShift(offNow);
            node.upkeepChanged();
            node.plant.settle();
        }
    }

    @Override
    public void breaks(Breakdown by) {
        goesDown(by, true);
        node.interrupted(by.mode().piece());
        for (String other : by.mode().also()) {
            Node with = node.plant.find(other);
            if (with != null && with != node && with.upkeep != null) {
                with.upkeep.byOthers++;
                with.upkeep.goesDown(by, true);
            }
        }
    }

    @Override
    public void mended(Breakdown by) {
        goesDown(by, false);
        for (String other : by.mode().also()) {
            Node with = node.plant.find(other);
            if (with != null && with != node && with.upkeep != null) {
                with.upkeep.byOthers--;
                with.upkeep.goesDown(by, false);
            }
        }
    }

    private void goesDown(Breakdown by, boolean on) {
        downs += on ? 1 : -1;
        node.standsStill(Hold.DOWN, on, !by.mode().hands());
        node.upkeepChanged();
    }

    @Override
    public void stageChanges(Breakdown of) {
        node.upkeepChanged();
    }

    @Override
    public void settle() {
        node.plant.settle();
    }

    @Override
    public void afterwards(Runnable what) {
        node.plant.afterwards(node.name(), what);
    }
}
