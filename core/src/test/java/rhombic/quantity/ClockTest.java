package rhombic.quantity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ClockTest {
    @ParameterizedTest
    @CsvSource({"0, 0 s", "4200000000, 4.2 s", "59000000000, 59 s", "60000000000, 1 min 0 s", "200000000000, 3 min 20 s",
            "3599000000000, 59 min 59 s", "9720000000000, 2 h 42 min",
            "86399000000000, 23 h 59 min", "86400000000000, 1 d 0 h", "318600000000000, 3 d 16 h"})
    void elapsedTimeIsToldInItsTwoLargestParts(long nanos, String text) {
        assertEquals(text, Clock.elapsed(nanos));
    }

    @ParameterizedTest
    @CsvSource({"0, 0.00 s", "9.994, 9.99 s", "84, 84.0 s", "179.9, 179.9 s", "180, 3.0 min", "2280, 38.0 min", "10799, 180.0 min",
            "10800, 3.0 h", "259200, 3.0 d", "-12, -12.0 s", "-600, -10.0 min"})
    void aMeanTimeIsToldInTheUnitThatSuitsIt(double seconds, String text) {
        assertEquals(text, Clock.span(seconds));
    }

    @ParameterizedTest
    @CsvSource({"NaN"})
    void whereThereIsNoMeanADashStands(double nothing) {
        assertEquals("\u2013", Clock.span(nothing));
    }

    @ParameterizedTest
    @CsvSource({"0, 0 s", "59, 59 s", "60, 1 min", "14552, 4 h 2 min 32 s", "86400, 1 d", "90061, 1 d 1 h 1 min 1 s"})
    void anExactTimeLeavesNothingOut(long seconds, String text) {
        assertEquals(text, Clock.exact(seconds * 1_000_000_000L));
    }

    @ParameterizedTest
    @CsvSource({"0, 0 h", "1, 0 h", "59000000001, 59 s", "60000000000, 1 min", "60000000001, 1 min", "3600000000000, 1 h",
            "5400000000000, 90 min", "14551200000000, 14551 s"})
    void aMomentBecomesAQuantityThatIsNotAfterIt(long nanos, String text) {
        Quantity quantity = Clock.quantity(nanos);
        assertEquals(text, quantity.toString());
        assertTrue(quantity.nanos() <= nanos && nanos - quantity.nanos() < 1_000_000_000L);
    }

    @ParameterizedTest
    @CsvSource({"288, 169.1, 4.8 \u00b1 2.8 min", "5, 400, 5.00 \u00b1 400.00 s", "12000, 30, 3.3 \u00b1 0.0 h", "120, NaN, 120.0 s"})
    void aMeanAndItsMarginHaveOneUnit(double mean, double margin, String text) {
        assertEquals(text, Clock.span(mean, margin));
    }
}
