package rhombic.plant.maintenance;

import java.util.function.Consumer;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.plant.run.Run;
import rhombic.plant.run.Shifts;
import rhombic.study.duty.Calendar;

/** Follows a calendar through a run. */
public final class ShiftClock extends Event {
    private final Simulator simulator;
    private final Shifts shifts;
    private final Consumer<Calendar.Mode> listener;
    private Calendar.Mode mode = Calendar.Mode.ON;
    private int next;

    /** @param hears of each change, and at the beginning, if it is not on then */
    public ShiftClock(Simulator simulator, Shifts shifts, Consumer<Calendar.Mode> hears) {
        this.simulator = simulator;
        this.shifts = shifts;
        this.listener = hears;
    }

    public void begin() {
        setMode(shifts.first());
        scheduleNext();
    }

    private void scheduleNext() {
        long at = shifts.at(next);
        if (at != Shifts.NEVER) {
            simulator.schedule(this, at - simulator.nowNanos(), Run.STOP_PRIORITY);
        }
    }

    private void setMode(Calendar.Mode now) {
        if (now != mode) {
            mode = now;
            listener.accept(now);
        }
    }

    @Override
    protected void occur() {
        setMode(shifts.mode(next++));
        scheduleNext();
    }
}
