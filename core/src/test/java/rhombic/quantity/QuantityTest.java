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

    @Test
    void aDecimalCommaIsExplained() {
        String message = assertThrows(QuantityException.class, () -> Quantity.parse("1,5 min", Dimension.TIME)).getMessage();
        assertTrue(message.contains("write 1.5 min with a point"), message);
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
