package rhombic.formula;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.File;
import java.lang.Thread;
import java.time.Duration;
import java.util.Map;
import java.util.Set;
import org.apache.commons.rng.UniformRandomProvider;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.chance.Purpose;
import rhombic.chance.RandomStreams;

class FormulaTest {
    private final FormulaScope scope = new Seen();

    /** What there is to be seen in tests. */
    static final class Seen implements FormulaScope {
        private final UniformRandomProvider chance = new RandomStreams(7, 1).stream("", Purpose.FORMULA);

        @Override
        public Object piece(String name) {
            return known(Map.of("joints", 6.0, "type", "M", "tested", true, "zero", 0.0), name);
        }

        @Override
        public Object here(String name) {
            return known(Map.of("skill", 1.25, "name", "Brazing 1"), name);
        }

        @Override
        public Object person(String name) {
            return name.equals("name") ? "Ada" : 1.2;
        }

        @Override
        public Object clock(String name) {
            return known(Map.of("hour", 14.5), name);
        }

        @Override
        public Object at(String equipment, String name) {
            if (!equipment.equals("Oven")) {
                throw new FormulaException("There is no equipment “" + equipment + "”");
            }
            return known(Map.of("content", 3.0), name);
        }

        private static Object known(Map<String, Object> values, String name) {
            Object value = values.get(name);
            if (value == null) {
                throw new FormulaException("There is no “" + name + "” there");
            }
            return value;
        }

        @Override
        public Object table(String name, Object... keys) {
            return keys.length == 1 ? 12.0 : "Brazing " + Formula.plain(keys[1]);
        }

        @Override
        public String from() {
            return "S";
        }

        @Override
        public String to() {
            return "M";
        }

        @Override
        public UniformRandomProvider chance() {
            return chance;
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"45 + 8 * piece.joints; 93", "1 / 2; 0.5", "7 % 4; 3", "piece.joints * here.skill; 7.5",
            "at('Oven').content + 1; 4",
            "table('Times', piece.type) * 2; 24", "piece.type == 'M' ? 10 : 20; 10", "max(2, min(9, piece.joints)); 6",
            "from == 'S' && to == 'M' ? 5 : 1; 5",
            "clock.hour > 14 ? 1 : 0; 1", "-(3 - 5); 2", "round(2.6) + abs(-1); 4", "2 + 3; 5", "sqrt(16); 4"})
    void formulasOfNumbersAreWorkedOut(String text, double value) {
        assertEquals(value, Formula.parse(text).number(scope), 1e-12);
    }

    @Test
    void textAndYesNoAreValuesToo() {
        assertEquals("Brazing 2", Formula.parse("table('Routes', piece.type, 2)").asText(scope));
        assertTrue(Formula.parse("piece.tested && piece.joints >= 6").truth(scope));
        assertFalse(Formula.parse("piece.type != 'M' || not piece.tested").truth(scope));
        assertEquals("no", Formula.plain(false));
    }

    @Test
    void whatItReadsIsKnown() {
        Formula formula = Formula.parse("table('Times', piece.type) + here.skill * at('Paint oven').content + clock.hour");
        assertEquals(Set.of(new Formula.Read("piece", "type"), new Formula.Read("here", "skill"), new Formula.Read("clock", "hour")),
                formula.reads());
        assertEquals(Set.of(new Formula.ReadAt("Paint oven", "content")), formula.readsAt());
        assertEquals(Set.of("Times"), formula.tables());
        assertEquals(14.0, Formula.parse("3 * 4 + max(1, 2)").constant().orElseThrow());
        assertTrue(Formula.parse("uniform(1, 2)").constant().isEmpty());
        assertTrue(Formula.parse("'piece.joints' == 'a'").reads().isEmpty(), "a text is no name");
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"piece.joints = 3; 13; ==", "45 + * 2; 5; sign", "1,5 * 2; 1; decimal comma", "1 +; 2; missing",
            "from.type; 5; name of a type", "min(1); 0; min(a, b)", "at('Oven'); 0; what of it", "3 -- 2; 2; no meaning",
            "(1 + 2; 5; bracket", "1 + 2); 5; bracket", "peice.joints; 0; piece", "foo(3); 0; function",
            "piece; 4; what of it", "45 + 'a; 5; quote", "1 & 2; 2; &&", "3 $ 4; 2; no meaning", "piece.joints(); 6; called"})
    void whatCannotBeReadIsMarkedAtItsCharacter(String text, int position, String hint) {
        FormulaException fault = assertThrows(FormulaException.class, () -> Formula.parse(text));
        assertEquals(position, fault.position(), fault.getMessage());
        assertTrue(String.valueOf(fault.getMessage()).contains(hint), fault.getMessage());
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"2 * (3 + 4) - 1; 13", "-2; -2", "max(2, 7); 7", "1 < 2; yes", "not (1 < 2); no",
            "true && false || true; yes", "1 == 1 ? 'a' + 1 : 'b'; a1", "abs(-2) == 2 && !(3 > 4); yes"})
    void whatReadsNothingIsWorkedOutOnce(String text, String value) {
        assertEquals(value, Formula.parse(text).constant().map(Formula::plain).orElse("not constant"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"piece.joints + 1", "true || piece.tested", "uniform(1, 2)", "1 + exponential(3)", "clock.hour > 3 ? 1 : 1",
            "table('Times', 1)", "at('Oven').content * 0", "from == 'S'"})
    void whatReadsOrDrawsIsNotConstant(String text) {
        assertTrue(Formula.parse(text).constant().isEmpty(), text);
    }

    @ParameterizedTest
    @ValueSource(strings = {"''.class", "''.getClass()", "new Thread()", "new('File','/')", "while (true) 1",
            "for (i : 1..9) i", "x -> x", "var x = 1", "[1, 2]", "{1:2}",
            "java.lang.System.exit(0)", "piece.getClass", "'aaaaaaaaaaaaaaaaaaaaaaaaaaaaa!' =~ '(a+)+'", "1; 2", "#pragma x", "`${1}`",
            "@lenient 1", "return 1", "size(piece)", "1 << 99",
            "System.exit(0)", "Thread.sleep(9)", "piece.class.name", "here.class"})
    void nothingOutsideCanBeReached(String text) {
        Assertions.assertTimeoutPreemptively(Duration.ofSeconds(5),
                () -> assertThrows(FormulaException.class, () -> Formula.parse(text).value(scope)));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {"1 / piece.zero; divides by zero", "5 % piece.zero; divides by zero",
            "piece.type * 2; can’t be worked out", "exponential(0); above 0",
            "triangular(5, 2, 9); rising order", "at('Oven 9').content; no equipment", "sqrt(-1); at least 0"})
    void whatCannotBeWorkedOutSaysWhy(String text, String why) {
        FormulaException fault = assertThrows(FormulaException.class, () -> Formula.parse(text).number(scope));
        assertTrue(String.valueOf(fault.getMessage()).contains(why), fault.getMessage());
    }

    @Test
    void aNumberIsNoTruthAndATextNoNumber() {
        assertThrows(FormulaException.class, () -> Formula.parse("piece.joints").truth(scope));
        assertThrows(FormulaException.class, () -> Formula.parse("piece.type").number(scope));
        assertThrows(FormulaException.class, () -> Formula.parse("1 / 0"));
    }

    @Test
    void lengthAndDepthAreLimited() {
        assertThrows(FormulaException.class, () -> Formula.parse("1" + "+1".repeat(1000)));
        assertThrows(FormulaException.class, () -> Formula.parse("(".repeat(50) + "1" + ")".repeat(50)));
        assertTrue(assertThrows(FormulaException.class, () -> Formula.parse("- ".repeat(990) + "1")).getMessage()
                .contains("At character 81: 40 signs may follow each other"));
        assertTrue(assertThrows(FormulaException.class, () -> Formula.parse("1" + "+1".repeat(301))).getMessage()
                .contains("a formula may have 300 signs"));
        assertEquals(31, Formula.parse("(".repeat(30) + "1" + ")".repeat(30) + " + 30").number(scope));
    }

    /** A thread of a window or a run may have little room left on its stack. */
    @ParameterizedTest
    @ValueSource(strings = {"sum", "choice", "not", "mixed"})
    void whatIsAllowedNeedsLittleStack(String form) throws Exception {
        String text = switch (form) {
            case "sum" -> "piece.joints" + "+1".repeat(300);
            case "choice" -> "piece.joints < 0 ? 1 : ".repeat(35) + "3";
            case "not" -> "not ".repeat(40) + "(" + "piece.joints > 0 and ".repeat(40) + "true)";
            default -> "(- ".repeat(40) + "piece.joints" + ")".repeat(40) + " * 1".repeat(200);
        };
        Throwable[] thrown = new Throwable[1];
        Thread thread = new Thread(null, () -> Formula.parse(text).value(scope), "small", 256_000);
        thread.setUncaughtExceptionHandler((of, e) -> thrown[0] = e);
        thread.start();
        thread.join();
        assertEquals(null, thrown[0]);
    }

    @Test
    void drawsHaveTheMeanTheyShould() {
        for (String text : new String[] {"uniform(2, 6)", "triangular(1, 3, 8)", "exponential(4)", "normal(4, 0.5)", "lognormal(4, 2)"}) {
            Formula formula = Formula.parse(text);
            double sum = 0;
            for (int i = 0; i < 100_000; i++) {
                sum += formula.number(scope);
            }
            assertEquals(4, sum / 100_000, 0.05, text);
        }
    }

}
