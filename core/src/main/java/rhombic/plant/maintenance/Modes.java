package rhombic.plant.maintenance;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import rhombic.kernel.Simulator;
import rhombic.measure.ModeFigures;
import rhombic.measure.tally.ModeTally;
import rhombic.study.duty.FailureMode;
import rhombic.study.value.EquipmentState;

/** All modes of failure of one element: of equipment, of a link, or of what one person works with. */
public final class Modes {
    private final Simulator simulator;
    private final Breakdown[] all;
    /** The clocks of those that count work, and those that count pieces. */
    private final WorkClock[] ofWork;
    private final Breakdown[] ofCycles;

    /** Makes one mode, with the draws and the repairers that it needs. */
    public interface Maker {
        Breakdown of(FailureMode mode);
    }

    public Modes(Simulator simulator, List<FailureMode> modes, Maker maker) {
        this.simulator = simulator;
        all = modes.stream().map(maker::of).toArray(Breakdown[]::new);
        ofWork = Arrays.stream(all).map(Breakdown::workClock).filter(Objects::nonNull).toArray(WorkClock[]::new);
        ofCycles = Arrays.stream(all).filter(Breakdown::isByCycles).toArray(Breakdown[]::new);
    }

    public void begin() {
        for (Breakdown mode : all) {
            mode.begin();
        }
    }

    public void restart() {
        for (Breakdown mode : all) {
            mode.tally().restart(simulator.nowNanos());
        }
    }

    public List<ModeFigures> figures() {
        return Arrays.stream(all).map(mode -> mode.tally().figures(mode.mode().name(), simulator.nowNanos())).toList();
    }

    public boolean hasWorkClock() {
        return ofWork.length > 0;
    }

    /** Work begins, for at most so long. */
    public void onWorkBegins(long nanosAhead) {
        for (WorkClock clock : ofWork) {
            clock.begins(nanosAhead);
        }
    }

    public void onWorkEnds() {
        for (WorkClock clock : ofWork) {
            clock.ends();
        }
    }

    /** So many pieces, or jobs, are done. */
    public void count(int cycles) {
        for (Breakdown mode : ofCycles) {
            mode.count(cycles);
        }
    }

    /** Whether one of them is being repaired, so that it does not only wait for that. */
    private boolean isUp() {
        for (Breakdown mode : all) {
            if (mode.tally().stage() == ModeTally.Stage.REPAIR) {
                return true;
            }
        }
        return false;
    }

    /** What an element shows that one of them holds. */
    public EquipmentState state() {
        return isUp() ? EquipmentState.DOWN : EquipmentState.WAITING_FOR_REPAIR;
    }
}
