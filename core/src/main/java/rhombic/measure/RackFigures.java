package rhombic.measure;

import java.io.Serializable;

/**
 * What one rack did, after the warm-up.
 *
 * @param capacity loads that it holds
 * @param stored loads that came into a slot
 * @param fetched loads that were taken out of a slot to go out
 * @param relocated loads that were moved to another slot since they stood before what was fetched
 * @param singleCycles cycles of cranes that stored or fetched
 * @param doubleCycles cycles that did both
 * @param overdue loads that stayed longer than they should
 * @param orders customer orders that were done; those under way at the end of the warm-up count if they end after it
 * @param lines the same for their lines
 * @param onTime orders that were done when they were due
 * @param orderHours mean time from coming in to the last piece gone out, of the orders done; NaN if none was
 * @param lateHours mean lateness of those that were late; NaN if none was
 * @param waitingOrders customer orders under way at the end
 * @param missingPieces pieces that orders still ask for at the end and that are not in stock
 */
public record RackFigures(String name, int capacity, long stored, long fetched, long relocated, long singleCycles, long doubleCycles,
        long overdue, long orders, long lines, long onTime, double orderHours, double lateHours, long waitingOrders, long missingPieces)
        implements
            Serializable {}
