package rhombic.study.value;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NamesTest {
    @ParameterizedTest
    @ValueSource(strings = {"", "   ", " Saw", "Saw ", "Saw\nmill", "Saw\tmill"})
    void whatCantBeReadOnALabelIsNoName(String name) {
        StudyException refused = assertThrows(StudyException.class, () -> Names.checked(name));
        assertTrue(refused.getMessage().startsWith("A name must"), refused.getMessage());
    }

    @Test
    void aNameHasALongestLength() {
        assertEquals("a".repeat(Names.MAX_LENGTH), Names.checked("a".repeat(Names.MAX_LENGTH)));
        StudyException refused = assertThrows(StudyException.class, () -> Names.checked("a".repeat(Names.MAX_LENGTH + 1)));
        assertEquals("A name must have at most 80 characters; got 81", refused.getMessage());
    }

    @ParameterizedTest
    @CsvSource({"Saw, Saw", "Brazing, Brazing 3", "Brazing 2, Brazing 3", "Line 7, Line 2"})
    void aFreeNameCountsOn(String wanted, String free) {
        assertEquals(free, Names.free(wanted, Set.of("Brazing", "Brazing 2", "Line 7")));
    }

    @Property(tries = 40, seed = "20261123")
    void freeNamesAreAlwaysFreeAndAlwaysNames(@ForAll @IntRange(min = 1, max = Names.MAX_LENGTH) int length,
            @ForAll @IntRange(min = 1, max = 120) int times) {
        Set<String> taken = new HashSet<>();
        for (int i = 0; i < times; i++) {
            String free = Names.free("x".repeat(length), taken);
            assertFalse(taken.contains(free));
            taken.add(Names.checked(free));
        }
        assertEquals(times, taken.size());
    }

    @Test
    void noCharacterIsCutInTwo() {
        String wide = "\uD83C\uDFED".repeat(40);
        assertEquals(wide, Names.checked(wide));
        for (int blanks = 0; blanks < 2; blanks++) {
            String name = "x".repeat(blanks) + wide.substring(0, 80 - 2 * blanks);
            assertEquals(Names.free(name, Set.of(name)), Names.checked(Names.free(name, Set.of(name))));
        }
        assertThrows(StudyException.class, () -> Names.checked("a\uD83C"));
    }
}
