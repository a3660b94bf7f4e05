package rhombic.quantity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class QuantityTest {
    @ParameterizedTest
    @CsvSource({"90 s, 90", "1.5 min, 90", "8h, 28800", "250 ms, 0.25", "1 d, 86400", ".5 min, 30"})
    void timesAreReadWithTheirUnit(String text, double seconds) {
        assertEquals(seconds, Quantity.parse(text, Dimension.TIME).inBaseUnit(), 1e-9);
    }

    @Test
    void aBareNumberIsRefusedWithTheUnitItLacks() {
        String message = assertThrows(QuantityException.class, () -> Quantity.parse("90", Dimension.TIME)).getMessage();
        assertEquals("90 has no unit: write 90 s, 90 min or 90 h", message);
    }

    /** Whatever is written with a comma means one thing, or is refused with all that it could mean. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"20,000 min; 20000", "1,234,567 min; 1234567", "-1,500 min; -1500", "1,500.25 min; 1500.25"})
    void commasStandBetweenCompleteGroupsOfThree(String text, double minutes) {
        assertEquals(Quantity.minutes(minutes), Quantity.parse(text, Dimension.TIME));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"1,5 min; write 1.5 min if it is a decimal sign, or 15 min if it is none",
            "2,0000 min; write 2.0000 min if it is a decimal sign, or 20000 min if it is none", "1,23,456 min; write 123456 min",
            "1.234,5 min; write 1.2345 min", "0,25; write 0.25 if it is a decimal sign, or 025 if it is none"})
    void anyOtherCommaIsRefusedWithBothReadings(String text, String remedy) {
        String message = assertThrows(QuantityException.class, () -> Quantity.parse(text, Dimension.TIME)).getMessage();
        assertTrue(message.endsWith(remedy), message);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "s", "NaN s", "ten s", "1 m", "1 parsec", "1e99 s", "--1 s", "1 2 s", "Infinity s"})
    void whatIsNoTimeIsRefused(String text) {
        assertThrows(QuantityException.class, () -> Quantity.parse(text, Dimension.TIME));
    }

    @Property(seed = "20261123")
    void printedTextReadsAsTheSameValue(@ForAll @DoubleRange(min = -1e12, max = 1e12) double amount, @ForAll Unit unit) {
        Quantity quantity = new Quantity(amount, unit);
        Quantity again = Quantity.parse(quantity.toString(), unit.dimension());
        assertEquals(quantity, again);
        assertEquals(quantity.toString(), again.toString());
    }

    @ParameterizedTest
    @CsvSource({"4200000000, 4.2 s", "200000000000, 3 min 20 s", "9720000000000, 2 h 42 min", "180000000000000, 2 d 2 h"})
    void elapsedTimeShowsItsTwoLargestParts(long nanos, String text) {
        assertEquals(text, Clock.elapsed(nanos));
    }
}
