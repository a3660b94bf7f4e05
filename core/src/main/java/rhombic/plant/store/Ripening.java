package rhombic.plant.store;

import java.util.Comparator;
import java.util.PriorityQueue;
import java.util.function.Consumer;
import rhombic.kernel.Event;
import rhombic.plant.handover.Flow;

/** Loads that have not stayed as long as they must. */
final class Ripening extends Event {
    private final Flow flow;
    private final Consumer<Load> ripens;
    private final PriorityQueue<Load> waiting = new PriorityQueue<>(
            Comparator.comparingLong((Load load) -> load.ripeNanos).thenComparingLong(load -> load.number));

    /** @param ripens hears of each that has */
    Ripening(Flow flow, Consumer<Load> ripens) {
        super(true);
        this.flow = flow;
        this.ripens = ripens;
    }

    boolean isEmpty() {
        return waiting.isEmpty();
    }

    void add(Load load, long stayNanos) {
        load.ripeNanos = flow.now() + stayNanos;
        waiting.add(load);
        schedule();
    }

    private void schedule() {
        if (!waiting.isEmpty()) {
            flow.simulator.cancel(this);
            flow.simulator.schedule(this, Math.max(0, waiting.element().ripeNanos - flow.now()));
        }
    }

    @Override
    protected void occur() {
        while (!waiting.isEmpty() && waiting.element().ripeNanos <= flow.now()) {
            ripens.accept(waiting.remove());
        }
        schedule();
        flow.settle();
    }
}
