package rhombic.plant.upkeep;

import java.util.List;
import rhombic.kernel.Simulator;
import rhombic.measure.ModeFigures;
import rhombic.measure.ModeTally;
import rhombic.study.duty.FailureMode;
import rhombic.study.value.EquipmentState;

/** All modes of failure of one thing: of equipment, of a link, or of what one person works with. */
public final class Modes {
    private final Simulator simulator;
    private final List<Breakdown> all;
    /** Those whose clock counts work, and those that count pieces. */
    private final Breakdown[] ofWork;
    private final Breakdown[] ofCycles;

    /** Makes one mode, with the draws and the repairers that it needs. */
    public interface Maker {
        Breakdown of(FailureMode mode);
    }

    public Modes(Simulator simulator, List<FailureMode> modes, Maker maker) {
        this.simulator = simulator;
        all = modes.stream().map(maker::of).toList();
        ofWork = all.stream().filter(Breakdown::countsWork).toArray(Breakdown[]::new);
        ofCycles = all.stream().filter(Breakdown::countsCycles).toArray(Breakdown[]::new);
    }

    public void begin() {
        all.forEach(Breakdown::begin);
    }

    public void restart() {
        all.forEach(mode -> mode.tally().restart(simulator.nowNanos()));
    }

    public List<ModeFigures> figures() {
        return all.stream().map(mode -> mode.tally().figures(mode.mode().name(), simulator.nowNanos())).toList();
    }

    public boolean countsWork() {
        return ofWork.length > 0;
    }

    /** Work begins, for at most so long. */
    public void workBegins(long nanosAhead) {
        for (Breakdown mode : ofWork) {
            mode.workBegins(nanosAhead);
        }
    }

    public void workEnds() {
        for (Breakdown mode : ofWork) {
            mode.workEnds();
        }
    }

    public void cycle() {
        for (Breakdown mode : ofCycles) {
            mode.cycle();
        }
    }

    /** Whether one of them is being mended, so that it does not only wait for that. */
    private boolean isMended() {
        return all.stream().anyMatch(mode -> mode.tally().stage() == ModeTally.Stage.REPAIR);
    }

    /** What a thing shows that one of them holds. */
    public EquipmentState state() {
        return isMended() ? EquipmentState.DOWN : EquipmentState.AWAITING_REPAIR;
    }
}
