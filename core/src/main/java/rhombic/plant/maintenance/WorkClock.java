package rhombic.plant.maintenance;

import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.plant.run.Run;

/** Counts the time in which something works, at one or several places, and tells when so much of it is over. */
final class WorkClock extends Event {
    private final Simulator simulator;
    private final Runnable runsOut;
    private int running;
    private long since;
    private long left = Long.MAX_VALUE;

    WorkClock(Simulator simulator, Runnable runsOut) {
        super(true);
        this.simulator = simulator;
        this.runsOut = runsOut;
    }

    /** So much working time from now on. */
    void set(long nanos) {
        simulator.cancel(this);
        left = nanos;
        since = simulator.nowNanos();
        if (running > 0) {
            simulator.schedule(this, nanos, Run.STOP_PRIORITY); // it is told no more how long it will work
        }
    }

    /** One more place works, for at most so long unless it is begun again. */
    void begins(long nanosAhead) {
        long now = simulator.nowNanos();
        if (running++ == 0) {
            since = now;
        }
        long remains = left - (now - since);
        if (remains <= nanosAhead && !isPending()) {
            simulator.schedule(this, remains, Run.STOP_PRIORITY);
        }
    }

    /** One place works no longer. */
    void ends() {
        if (--running == 0) {
            left -= simulator.nowNanos() - since;
            simulator.cancel(this);
        }
    }

    @Override
    protected void occur() {
        left = Long.MAX_VALUE;
        runsOut.run();
    }
}
