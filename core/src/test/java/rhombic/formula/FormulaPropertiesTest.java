package rhombic.formula;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Formulas against a reckoning of their own, and against texts that are none. */
class FormulaPropertiesTest {
    /** A formula as text, and what it must give. */
    private record Expected(String text, double value) {}

    private record Truth(String text, boolean value) {}

    private static Expected leaf(Random random) {
        return switch (random.nextInt(8)) {
            case 0 -> new Expected("piece.joints", 6);
            case 1 -> new Expected("here.skill", 1.25);
            case 2 -> new Expected("clock.hour", 14.5);
            case 3 -> new Expected("at('Oven').content", 3);
            case 4 -> new Expected("table('T', piece.type)", 12);
            default -> {
                double number = random.nextInt(2000) / 8.0;
                yield new Expected(String.valueOf(number), number);
            }
        };
    }

    private static Expected number(Random random, int depth) {
        if (depth == 0) {
            return leaf(random);
        }
        Expected a = number(random, depth - 1);
        Expected b = number(random, random.nextInt(depth));
        return switch (random.nextInt(11)) {
            case 0 -> new Expected("(" + a.text + " + " + b.text + ")", a.value + b.value);
            case 1 -> new Expected("(" + a.text + " - " + b.text + ")", a.value - b.value);
            case 2 -> new Expected("(" + a.text + ") * (" + b.text + ")", a.value * b.value);
            case 3 -> b.value == 0 ? a : new Expected("(" + a.text + ") / (" + b.text + ")", a.value / b.value);
            case 4 -> b.value == 0 ? a : new Expected("(" + a.text + ") % (" + b.text + ")", a.value % b.value);
            case 5 -> new Expected("-(" + a.text + ")", -a.value);
            case 6 -> new Expected("min(" + a.text + ", " + b.text + ")", Math.min(a.value, b.value));
            case 7 -> new Expected("max(" + a.text + ", " + b.text + ")", Math.max(a.value, b.value));
            case 8 -> new Expected("abs(" + a.text + ")", Math.abs(a.value));
            case 9 -> new Expected("floor(" + a.text + ")", Math.floor(a.value));
            default -> {
                Truth truth = truth(random, depth - 1);
                yield new Expected("(" + truth.text + " ? " + a.text + " : " + b.text + ")", truth.value ? a.value : b.value);
            }
        };
    }

    private static Truth truth(Random random, int depth) {
        if (depth > 0 && random.nextBoolean()) {
            Truth a = truth(random, depth - 1);
            Truth b = truth(random, depth - 1);
            return switch (random.nextInt(4)) {
                case 0 -> new Truth("(" + a.text + " && " + b.text + ")", a.value && b.value);
                case 1 -> new Truth("(" + a.text + " or " + b.text + ")", a.value || b.value);
                case 2 -> new Truth("!(" + a.text + ")", !a.value);
                default -> new Truth("not (" + b.text + ")", !b.value);
            };
        }
        Expected a = number(random, depth);
        Expected b = number(random, depth);
        return switch (random.nextInt(6)) {
            case 0 -> new Truth("(" + a.text + " < " + b.text + ")", a.value < b.value);
            case 1 -> new Truth("(" + a.text + " >= " + b.text + ")", a.value >= b.value);
            case 2 -> new Truth("(" + a.text + " != " + b.text + ")", a.value != b.value);
            case 3 -> new Truth("piece.tested", true);
            case 4 -> new Truth("(piece.type == 'M')", true);
            default -> new Truth("(piece.type == 'L')", false);
        };
    }

    @Property(tries = 1500, seed = "20261123")
    void aFormulaGivesWhatItsPartsGive(@ForAll long seed) {
        Expected expected = number(new Random(seed), 4);
        if (expected.text.length() <= Formula.MAX_LENGTH && Double.isFinite(expected.value)) {
            Formula formula = Formula.parse(expected.text);
            assertEquals(expected.value, formula.number(new FormulaTest.Seen()), Math.abs(expected.value) * 1e-12, expected.text);
            assertEquals(formula.number(new FormulaTest.Seen()), ((Number) formula.value(new FormulaTest.Seen())).doubleValue(),
                    expected.text);
        }
    }

    @Property(tries = 600, seed = "20261123")
    void aConditionHoldsWhereItsPartsDo(@ForAll long seed) {
        Truth expected = truth(new Random(seed), 3);
        if (expected.text.length() <= Formula.MAX_LENGTH) {
            assertEquals(expected.value, Formula.parse(expected.text).truth(new FormulaTest.Seen()), expected.text);
        }
    }

    /** A constant is worked out once, and is what working it out each time gives. */
    @Property(tries = 400, seed = "20261123")
    void constantsAreFoldedToTheirValue(@ForAll long seed) {
        Expected expected = number(new Random(seed), 3);
        if (!Double.isFinite(expected.value) || expected.text.length() > Formula.MAX_LENGTH) {
            return;
        }
        Formula formula = Formula.parse(expected.text);
        boolean readsNothing = formula.reads().isEmpty() && formula.readsAt().isEmpty() && formula.tables().isEmpty();
        assertTrue(formula.constant().isPresent() || !readsNothing, expected.text);
        formula.constant().ifPresent(
                value -> assertEquals(expected.value, ((Number) value).doubleValue(), Math.abs(expected.value) * 1e-12, expected.text));
    }

    /** What is no formula is refused at a character of it, in a sentence; never by any other failure. */
    @Property(tries = 4000, seed = "20261123")
    void whatIsNoFormulaIsRefusedAtACharacter(@ForAll long seed) {
        Random random = new Random(seed);
        String[] bits = {"piece", ".", "joints", "(", ")", "+", "-", "*", "/", "%", "==", "<", "?", ":", "'M'", "'", "\"", "12", "1.5",
                "min", "at", "table", ",", " ", "&&", "not", "or", "here", "new", "for", "=", ";", "[", "{", "\\", "\u00e4", "exponential",
                "true", "null", "$", "@", "#", "1e9", "."};
        StringBuilder text = new StringBuilder();
        int count = 1 + random.nextInt(12);
        for (int i = 0; i < count; i++) {
            text.append(bits[random.nextInt(bits.length)]).append(random.nextInt(3) == 0 ? " " : "");
        }
        try {
            Formula.parse(text.toString()).value(new FormulaTest.Seen());
        } catch (FormulaException e) {
            String message = String.valueOf(e.getMessage());
            assertTrue(message.length() > 10, () -> text + ": " + message);
            assertTrue(e.position() == FormulaException.NOWHERE || e.position() >= 0 && e.position() <= text.length(),
                    () -> text + ": at " + e.position());
        }
    }

    /** Every beginning of a formula, as it is while one types, is read or refused likewise. */
    @Property(tries = 300, seed = "20261123")
    void everyBeginningIsReadOrRefused(@ForAll long seed) {
        String text = number(new Random(seed), 2).text;
        for (int i = 1; i <= text.length(); i++) {
            try {
                Formula.parse(text.substring(0, i));
            } catch (FormulaException e) {
                assertTrue(e.position() <= i, text.substring(0, i));
            }
        }
    }
}
