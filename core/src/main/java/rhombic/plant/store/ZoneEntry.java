package rhombic.plant.store;

import rhombic.kernel.Event;

/** Where loads come into the pre-zone, one after the other: each has left the place before the next comes. */
final class ZoneEntry extends Event {
    private final RackNode rack;
    private final long headwayNanos;
    private long freeNanos;

    /** @param headwayNanos that a load takes to leave the place; 0: at once */
    ZoneEntry(RackNode rack, long headwayNanos) {
        super(true);
        this.rack = rack;
        this.headwayNanos = headwayNanos;
    }

    boolean isFree() {
        return freeNanos <= rack.flow.now();
    }

    /** A load comes; in how long it sets out. */
    long enter() {
        long now = rack.flow.now();
        long starts = Math.max(now, freeNanos);
        if (headwayNanos > 0) {
            freeNanos = starts + headwayNanos;
            rack.flow.simulator.cancel(this);
            rack.flow.simulator.schedule(this, freeNanos - now);
        }
        return starts - now;
    }

    @Override
    protected void occur() {
        rack.flow.toAgenda(rack);
        rack.flow.settle();
    }
}
