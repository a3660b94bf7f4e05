package rhombic.quantity;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ClockTest {
    @ParameterizedTest
    @CsvSource({"0, 0 s", "4200000000, 4.2 s", "59000000000, 59 s", "60000000000, 1 min 0 s", "200000000000, 3 min 20 s", "3599000000000, 59 min 59 s", "9720000000000, 2 h 42 min",
        "86399000000000, 23 h 59 min", "86400000000000, 1 d 0 h", "318600000000000, 3 d 16 h"})
    void elapsedTimeIsToldInItsTwoLargestParts(long nanos, String text) {
        assertEquals(text, Clock.elapsed(nanos));
    }

    @ParameterizedTest
    @CsvSource({"0, 0.00 s", "9.994, 9.99 s", "84, 84.0 s", "179.9, 179.9 s", "180, 3.0 min", "2280, 38.0 min", "10799, 180.0 min", "10800, 3.0 h", "259200, 3.0 d", "-12, -12.0 s", "-600, -10.0 min"})
    void aMeanTimeIsToldInTheUnitThatSuitsIt(double seconds, String text) {
        assertEquals(text, Clock.span(seconds));
    }

    @ParameterizedTest
    @CsvSource({"NaN"})
    void whereThereIsNoMeanADashStands(double nothing) {
        assertEquals("\u2013", Clock.span(nothing));
    }
}
