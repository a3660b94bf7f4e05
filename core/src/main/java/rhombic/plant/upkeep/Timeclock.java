package rhombic.plant.upkeep;

import java.time.Duration;
import java.time.LocalDateTime;
import java.util.function.Consumer;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.study.duty.Calendar;

/** Follows a calendar through a run. */
public final class Timeclock extends Event {
    /** Before what else happens at the instant at which a shift begins or ends. */
    private static final int PRIORITY = 0;

    private final Simulator simulator;
    private final Calendar calendar;
    private final LocalDateTime start;
    private final Consumer<Calendar.Mode> hears;
    private Calendar.Mode mode = Calendar.Mode.ON;
    private Calendar.Mode next = Calendar.Mode.ON;

    /**
     * @param start when the run begins
     * @param hears of each change, and at the beginning, if it is not on then
     */
    public Timeclock(Simulator simulator, Calendar calendar, LocalDateTime start, Consumer<Calendar.Mode> hears) {
        this.simulator = simulator;
        this.calendar = calendar;
        this.start = start;
        this.hears = hears;
    }

    public void begin() {
        become(calendar.at(start));
        scheduleNext(start);
    }

    public Calendar.Mode mode() {
        return mode;
    }

    private void scheduleNext(LocalDateTime from) {
        calendar.after(from).ifPresent(change -> {
            next = change.mode();
            simulator.schedule(this, Duration.between(start, change.at()).toNanos() - simulator.nowNanos(), PRIORITY);
        });
    }

    private void become(Calendar.Mode now) {
        if (now != mode) {
            mode = now;
            hears.accept(now);
        }
    }

    @Override
    protected void occur() {
        become(next);
        scheduleNext(start.plusNanos(simulator.nowNanos()));
    }
}
