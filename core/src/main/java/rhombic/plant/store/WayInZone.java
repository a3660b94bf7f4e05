package rhombic.plant.store;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.Consumer;
import rhombic.kernel.Event;

/** The way of loads between a port of a rack and one of its aisles: all take as long, so the first to set out is the first to arrive. */
final class WayInZone extends Event {
    private record Move(Load load, long arrivesNanos) {}

    private final RackNode rack;
    private final int aisle;
    private final boolean isIn;
    private final long nanos;
    private final Consumer<Load> arrives;
    private final Deque<Move> under = new ArrayDeque<>();

    WayInZone(RackNode rack, int aisle, boolean isIn, Consumer<Load> arrives) {
        super(true);
        this.rack = rack;
        this.aisle = aisle;
        this.isIn = isIn;
        this.arrives = arrives;
        var zone = rack.rack.preZone();
        double metres = (isIn ? zone.in(aisle) : zone.out(aisle)).metres();
        nanos = zone.isThere() ? Math.round(metres / rack.rack.preZoneSpeed().inBaseUnit() * 1e9) : 0;
    }

    int size() {
        return under.size();
    }

    /** It sets out in so long, no sooner than the one before. */
    void begin(Load load, long inNanos) {
        if (nanos == 0) {
            arrives.accept(load);
            return;
        }
        under.add(new Move(load, rack.flow.now() + inNanos + nanos));
        rack.stands(load, rack.places.way(aisle, isIn));
        if (!isPending()) {
            rack.flow.simulator.schedule(this, inNanos + nanos);
        }
    }

    @Override
    protected void occur() {
        long now = rack.flow.now();
        while (!under.isEmpty() && under.getFirst().arrivesNanos <= now) {
            arrives.accept(under.removeFirst().load);
        }
        if (!under.isEmpty()) {
            rack.flow.simulator.schedule(this, under.getFirst().arrivesNanos - now);
        }
        rack.flow.settle();
    }
}
