package rhombic.measure.tally;

import rhombic.measure.EquipmentFigures;
import rhombic.measure.RackFigures;

/** Counts what one rack does. */
public final class RackTally {
    private static final double HOUR_NANOS = 3.6e12;

    private long stored;
    private long fetched;
    private long relocated;
    private long singleCycles;
    private long doubleCycles;
    private long overdue;
    private long orders;
    private long lines;
    private long onTime;
    private double orderHours;
    private double lateHours;

    public void onStored() {
        stored++;
    }

    public void onFetched(boolean isOverdue) {
        fetched++;
        overdue += isOverdue ? 1 : 0;
    }

    public void onRelocated() {
        relocated++;
    }

    public void onCycle(boolean isDouble) {
        doubleCycles += isDouble ? 1 : 0;
        singleCycles += isDouble ? 0 : 1;
    }

    public void onLineDone() {
        lines++;
    }

    /** @param lateNanos how long after it was due; 0 or less: it was on time */
    public void onOrderDone(long nanos, long lateNanos) {
        orders++;
        orderHours += nanos / HOUR_NANOS;
        onTime += lateNanos <= 0 ? 1 : 0;
        lateHours += Math.max(0, lateNanos) / HOUR_NANOS;
    }

    /** Counts from zero again. */
    public void restart() {
        stored = 0;
        fetched = 0;
        relocated = 0;
        singleCycles = 0;
        doubleCycles = 0;
        overdue = 0;
        orders = 0;
        lines = 0;
        onTime = 0;
        orderHours = 0;
        lateHours = 0;
    }

    /**
     * What was counted.
     *
     * @param contents what the rack held
     * @param waitingOrders under way now
     * @param missingPieces that they ask for and that are not in stock
     */
    public RackFigures figures(String name, int capacity, EquipmentFigures contents, long waitingOrders, long missingPieces) {
        return new RackFigures(name, capacity, contents.contentMean(), contents.contentMax(), stored, fetched, relocated, singleCycles,
                doubleCycles, overdue, orders, lines, onTime,
                orders == 0 ? Double.NaN : orderHours / orders, orders == onTime ? Double.NaN : lateHours / (orders - onTime),
                waitingOrders, missingPieces);
    }
}
