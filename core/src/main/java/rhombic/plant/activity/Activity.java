package rhombic.plant.activity;

import rhombic.kernel.Event;
import rhombic.kernel.Simulator;

/** Something that takes time, may be interrupted and then goes on with what is left of it. */
public abstract class Activity extends Event {
    private final Simulator simulator;
    private long begunNanos;
    /** While it is interrupted; else the calendar knows. */
    private long leftNanos;
    private boolean paused;

    protected Activity(Simulator simulator) {
        super(true);
        this.simulator = simulator;
    }

    /** Begins to last for that long; it must not be under way. */
    public final void start(long nanos) {
        begunNanos = simulator.nowNanos();
        simulator.schedule(this, nanos);
    }

    /** The same with a priority among the events of the instant at which it ends. */
    public final void start(long nanos, int priority) {
        begunNanos = simulator.nowNanos();
        simulator.schedule(this, nanos, priority);
    }

    /** Interrupts it; does nothing if it is not running. */
    public final void pause() {
        if (isPending()) {
            book();
            leftNanos = leftNanos();
            paused = true;
            simulator.cancel(this);
        }
    }

    /** Lets it go on with what is left; does nothing if it is running, or has ended. */
    public final void resume() {
        if (paused) {
            paused = false;
            start(leftNanos);
        }
    }

    /** Ends it for good, before its time. */
    public final void abandon() {
        pause();
        paused = false;
    }

    /** Makes what is left of an interrupted one longer or shorter by a factor: somebody else goes on with it. */
    public final void stretch(double factor) {
        assert paused : "only what is interrupted is handed over";
        leftNanos = Math.round(leftNanos * factor);
    }

    /** Whether it ends at this very instant. What does has ended, whatever stops it now. */
    public final boolean isEnding() {
        return isPending() && leftNanos() == 0;
    }

    /** Whether it was interrupted, and waits to go on. */
    public final boolean isPaused() {
        return paused;
    }

    public final boolean isRunning() {
        return isPending();
    }

    /** What is left of it now. */
    public final long leftNanos() {
        return isPending() ? simulator.timeNanos(this) - simulator.nowNanos() : paused ? leftNanos : 0;
    }

    /** Books the time that has passed up to now; called when it is cut by the warm-up or the end of the run. */
    public final void book() {
        if (isPending()) {
            long now = simulator.nowNanos();
            long nanos = now - begunNanos;
            if (nanos > 0) {
                begunNanos = now;
                passes(nanos);
            }
        }
    }

    @Override
    protected final void occur() {
        endsAfter(simulator.nowNanos() - begunNanos);
    }

    /** Its time is over, of which so much has not been booked yet. */
    protected void endsAfter(long nanos) {
        if (nanos > 0) {
            passes(nanos);
        }
        ends();
    }

    /** A part of its time has passed. */
    protected abstract void passes(long nanos);

    /** Its time is over. */
    protected abstract void ends();
}
