package rhombic.plant.traffic;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;

import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.study.place.RoadSpace;
import rhombic.study.way.AisleNet;
import rhombic.study.way.Sections;

/**
 * What a route passes, and what of it one vehicle has: a stretch of 10 m, a crossing of 4 m, another stretch of 10 m, and a place beside it. The vehicle keeps
 * 1.25 m free before its middle, and 4.25 m behind it with what it pulls.
 */
class PassingTest {
    private static final RoadSpace SIZE = new RoadSpace(2, 1, 0.5);
    private static final double TRAILING = 3;
    private static final double SHORT = 1e-4;

    private final SectionBook book = new SectionBook(new Sections(AisleNet.of(List.of(), false), SIZE));
    private final int first = book.add("first");
    private final int crossing = book.add("crossing");
    private final int second = book.add("second");
    private final int place = book.add("place");
    private final int beyond = book.add("beyond");
    private final RoadUser user = mock(RoadUser.class);
    private final Passing passing = passing(beyond);

    private Passing passing(int... exit) {
        return new Passing(List.of(new Passing.Entry(second, 14, 24, true), new Passing.Entry(first, 0, 10, true),
                new Passing.Entry(crossing, 10, 14, false), new Passing.Entry(place, 24, Double.POSITIVE_INFINITY, false)), SIZE.half(),
                SIZE.half() + TRAILING, place, exit);
    }

    @Test
    void sectionsAreGivenUpToWhereOneCanWaitForTheNext() {
        assertArrayEquals(new double[] {8.75, 22.75, Double.POSITIVE_INFINITY}, passing.stops, 1e-9);
        assertArrayEquals(new int[] {1, 3, 4}, passing.groupEnds);
        assertArrayEquals(new int[] {first}, passing.after(0));
        assertArrayEquals(new int[] {crossing, second}, passing.after(1));
        assertArrayEquals(new int[] {place}, passing.after(2));
        assertArrayEquals(new int[] {beyond}, passing.after(3), "then what it needs to leave again");
        assertArrayEquals(new int[] {1, 4}, passing(second).groupEnds, "nobody waits where one needs to leave the place again");
        assertArrayEquals(new int[] {crossing, second, place}, passing(second).after(1));
        assertEquals(18.25, passing.left(1), 1e-9);
        Passing late = new Passing(List.of(new Passing.Entry(first, 0, 30, true), new Passing.Entry(second, 5, 8, true)), 1, 1, -1,
                new int[0]);
        assertArrayEquals(new int[] {1, 0}, late.leaving, "in the order in which they are left");
    }

    @Test
    void oneWaitsWhereOneIsInNothingThatIsNoPlaceToWait() {
        assertTrue(passing.canWaitAt(8.75) && passing.canWaitAt(18.25));
        assertFalse(passing.canWaitAt(8.75 + SHORT) || passing.canWaitAt(18.25 - SHORT) || passing.canWaitAt(12));
        assertFalse(passing.canWaitAt(-20), "where there is nothing nobody waits");
        assertEquals(8.75, passing.waitingPlace(8.75, 1));
        assertEquals(Double.POSITIVE_INFINITY, passing.waitingPlace(8.75 + SHORT, 1));
        assertEquals(22.75, passing.waitingPlace(8.75 + SHORT, 2));
        assertEquals(Double.POSITIVE_INFINITY, passing.waitingPlace(1, 0));
    }

    @Test
    void itIsInASectionFromWhenItTouchesItUntilItHasLeftIt() {
        Passing.Entry entry = new Passing.Entry(first, 20, 40, true, 22);
        assertFalse(passing.isIn(entry, 18.75) || passing.isIn(entry, 44.25));
        assertTrue(passing.isIn(entry, 18.75 + SHORT) && passing.isIn(entry, 44.25 - SHORT));
        assertTrue(passing.covers(entry, 18.75 + SHORT) && passing.covers(entry, 26.25 - SHORT));
        assertFalse(passing.covers(entry, 26.25) || passing.covers(entry, 18.75), "it reaches no farther along the route than that");
    }

    // ---- what one vehicle has of it

    private Holdings holdings() {
        Holdings holdings = new Holdings(book, user, SIZE, TRAILING);
        holdings.begin(passing);
        return holdings;
    }

    private double clear() {
        return SIZE.reach() + SIZE.half() + TRAILING;
    }

    @Test
    void itHasWhatIsGivenToItUntilItHasLeftIt() {
        Holdings holdings = holdings();
        assertArrayEquals(new int[] {first}, holdings.next());
        holdings.take();
        assertSame(user, book.owner(first));
        assertEquals(8.75, holdings.stop(), 1e-9);
        assertArrayEquals(new int[] {crossing, second}, holdings.next());
        assertArrayEquals(new int[] {place}, holdings.afterNext());
        assertEquals(14.25, holdings.nextLeft(), 1e-9);
        assertTrue(holdings.keeps(passing, first, 14.25 - SHORT, 1));
        assertFalse(holdings.keeps(passing, first, 14.25, 1) || holdings.keeps(passing, second, 0, 1));
        assertTrue(holdings.keeps(passing, place, 1000, 3), "its place it keeps");
        assertFalse(holdings.leave(14.25 - SHORT));
        assertSame(user, book.owner(first));
        assertTrue(holdings.leave(14.25));
        assertNull(book.owner(first));
        assertEquals(Double.POSITIVE_INFINITY, holdings.nextLeft(), "the next is not its own yet");
        holdings.take();
        assertEquals(18.25, holdings.nextLeft(), 1e-9);
        assertFalse(holdings.leave(15));
        assertFalse(holdings.hasFromBefore());
    }

    @Test
    void atItsPlaceItKeepsThatAndWhatItsTrailersStandIn() {
        Holdings holdings = holdings();
        holdings.take();
        holdings.take();
        holdings.take();
        assertTrue(holdings.arrive(24.5));
        assertNull(book.owner(first));
        assertNull(book.owner(crossing));
        assertSame(user, book.owner(second), "its trailers are in it");
        assertSame(user, book.owner(place));
        assertNull(holdings.passing());
        assertTrue(holdings.hasFromBefore() && holdings.isFromBefore(second) && holdings.isFromBefore(place));
        assertFalse(holdings.isFromBefore(first));
        assertArrayEquals(new int[] {beyond}, holdings.next());
        assertArrayEquals(new int[0], holdings.afterNext());
        Passing on = new Passing(List.of(new Passing.Entry(beyond, 0, 100, true)), SIZE.half(), SIZE.half() + TRAILING, -1, new int[0]);
        holdings.begin(on);
        holdings.take();
        assertEquals(clear(), holdings.nextLeft(), 1e-9);
        assertTrue(holdings.keeps(on, place, clear() - SHORT, 1));
        assertFalse(holdings.keeps(on, place, clear(), 1));
        assertFalse(holdings.leave(clear() - SHORT));
        assertSame(user, book.owner(place));
        assertTrue(holdings.leave(clear()));
        assertNull(book.owner(place));
        assertNull(book.owner(second));
        assertFalse(holdings.arrive(100), "on the aisle it stands in what it has");
        assertSame(user, book.owner(beyond));
        assertTrue(holdings.isFromBefore(beyond));
    }

    @Test
    void whoPullsNothingKeepsNothingButItsPlace() {
        Holdings holdings = new Holdings(book, user, SIZE, 0);
        holdings.begin(passing);
        holdings.take();
        holdings.take();
        holdings.take();
        holdings.arrive(24.5);
        assertNull(book.owner(second));
        assertSame(user, book.owner(place));
        Passing nowhere = new Passing(List.of(new Passing.Entry(beyond, 0, 1, true)), SIZE.half(), SIZE.half(), -1, new int[0]);
        holdings.begin(nowhere);
        holdings.take();
        holdings.arrive(0.5);
        assertNull(book.owner(place), "it has gone, however near");
        assertFalse(holdings.hasFromBefore());
    }

    @Test
    void whoStaysOnItsWayKeepsWhatItIsIn() {
        Holdings holdings = holdings();
        holdings.take();
        holdings.take();
        assertTrue(holdings.stay(12, true));
        assertSame(user, book.owner(first));
        assertSame(user, book.owner(crossing));
        assertNull(book.owner(second), "it has not come so far");
        assertNull(holdings.passing());
        holdings.begin(passing);
        holdings.take();
        assertTrue(holdings.stay(0, false));
        assertSame(user, book.owner(first), "what it stood in before it still has");
        holdings.begin(passing);
        assertTrue(holdings.stay(clear(), true), "it is clear of where it stood");
        assertNull(book.owner(crossing));
        assertFalse(holdings.hasFromBefore());
    }

    @Test
    void aGroupMayBeGivenBackAndOneMayBeItsOwnAlready() {
        Holdings holdings = holdings();
        holdings.take(passing, 1);
        assertSame(user, book.owner(crossing));
        holdings.giveBack(passing, 1);
        assertNull(book.owner(crossing));
        assertFalse(holdings.stay(0, true), "it had nothing");
        holdings.take(passing, 0);
        holdings.goOn(passing);
        assertEquals(1, holdings.groups());
        assertSame(passing, holdings.passing());
        assertTrue(holdings.leave(20));
        assertNull(book.owner(first));
    }
}
