package rhombic.plant.store;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.Consumer;
import rhombic.kernel.Event;
import rhombic.space.Path;

/** The way of loads between a port of a rack and one of its aisles: all take as long, so the first to set out is the first to arrive. */
final class WayInZone extends Event {
    private record Move(Load load, long arrivesNanos) {}

    private final RackNode rack;
    private final int place;
    private final long nanos;
    private final Consumer<Load> arrives;
    private final Deque<Move> under = new ArrayDeque<>();

    /** @param place by which those on it are told in the trace */
    WayInZone(RackNode rack, int place, Path way, Consumer<Load> arrives) {
        super(true);
        this.rack = rack;
        this.place = place;
        this.arrives = arrives;
        nanos = rack.rack.preZone().isThere() ? Math.round(way.metres() / rack.rack.preZoneSpeed().inBaseUnit() * 1e9) : 0;
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
        rack.seen.stands(load, place);
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
