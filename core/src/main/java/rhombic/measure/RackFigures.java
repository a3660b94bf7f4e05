package rhombic.measure;

import java.io.Serializable;
import java.util.List;

/**
 * What one rack did, after the warm-up.
 *
 * @param capacity loads that it holds
 * @param contentMean loads that it held on average, those at its infeeds and outfeeds and on cranes too
 * @param contentMax the most
 * @param stored loads that came into a slot
 * @param fetched loads that were taken out of a slot to go out
 * @param relocated loads that were moved to another slot since they stood before what was fetched
 * @param singleCycles cycles of cranes that stored or fetched
 * @param doubleCycles cycles that did both
 * @param aisleChanges how often a crane went to another aisle
 * @param travelHours that cranes travelled, in aisles and across
 * @param liftHours that they lifted for longer than they travelled meanwhile
 * @param forkHours that their forks worked
 * @param overdue loads that stayed longer than they should
 * @param orders customer orders that were done; those under way at the end of the warm-up count if they end after it
 * @param lines the same for their lines
 * @param onTime orders that were done when they were due
 * @param orderHours mean time from coming in to the last piece gone out, of the orders done; NaN if none was
 * @param lateHours mean lateness of those that were late; NaN if none was
 * @param waitingOrders customer orders under way at the end
 * @param missingPieces pieces that orders still ask for at the end and that are not in stock
 * @param cutPieces pieces that were struck off orders since they were not in stock
 * @param types what lay in its slots, of each piece type that ever did
 * @param classes what lay in the slots of each class; empty: it has none
 */
public record RackFigures(String name, int capacity, double contentMean, int contentMax, long stored, long fetched, long relocated,
        long singleCycles, long doubleCycles, long aisleChanges, double travelHours, double liftHours, double forkHours,
        long overdue, long orders, long lines, long onTime, double orderHours, double lateHours, long waitingOrders, long missingPieces,
        long cutPieces,
        List<StoredFigures> types, List<StoredFigures> classes)
        implements
            Serializable {
    public RackFigures {
        types = List.copyOf(types);
        classes = List.copyOf(classes);
    }

    /** Part of the cycles that both stored and fetched, 0 to 1; NaN if there was none. */
    public double doubleShare() {
        long cycles = singleCycles + doubleCycles;
        return cycles == 0 ? Double.NaN : (double) doubleCycles / cycles;
    }

    /** Seconds that a cycle took on average, of all or of a part of the time that cranes worked; NaN if there was none. */
    public double perCycle(double hours) {
        long cycles = singleCycles + doubleCycles;
        return cycles == 0 ? Double.NaN : hours * 3600 / cycles;
    }

    /** Hours that cranes worked: they travelled, lifted, or used their forks. */
    public double workHours() {
        return travelHours + liftHours + forkHours;
    }

    /** Part of the orders done that were done in time, 0 to 1; NaN if none was done. */
    public double onTimeShare() {
        return orders == 0 ? Double.NaN : (double) onTime / orders;
    }

    /** Mean part of its places that was taken, 0 to 1. */
    public double fillMean() {
        return Math.min(1, contentMean / capacity);
    }

    /** Largest part of its places that was taken, 0 to 1. */
    public double fillMax() {
        return Math.min(1, (double) contentMax / capacity);
    }
}
