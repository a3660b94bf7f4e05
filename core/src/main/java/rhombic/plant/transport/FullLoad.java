package rhombic.plant.transport;

import rhombic.kernel.Event;
import rhombic.plant.handover.Flow;

/** Holds back who fetches what waits at a link until there is a full load, or its first piece has waited long enough. */
final class FullLoad extends Event {
    private final Flow flow;
    private final long maxNanos;
    private final int full;
    private final Runnable onOverdue;
    private boolean isOverdue;

    /**
     * @param maxNanos how long the first piece waits at most
     * @param full pieces of a full load
     * @param onOverdue called when it has
     */
    FullLoad(Flow flow, long maxNanos, int full, Runnable onOverdue) {
        super(true);
        this.flow = flow;
        this.maxNanos = maxNanos;
        this.full = full;
        this.onOverdue = onOverdue;
    }

    /** How many tours so many pieces need now; from now on the time of what is less than a full load passes. */
    int tours(int pieces) {
        boolean hasRest = pieces % full > 0;
        if (!hasRest) {
            flow.simulator.cancel(this);
            isOverdue = false;
        } else if (!isPending() && !isOverdue) {
            flow.simulator.schedule(this, maxNanos);
        }
        return pieces / full + (hasRest && isOverdue ? 1 : 0);
    }

    /** Somebody comes for what waits. */
    void onComing() {
        isOverdue = false;
    }

    @Override
    protected void occur() {
        isOverdue = true;
        onOverdue.run();
        flow.settle();
    }
}
