package rhombic.desktop.card.text;

import java.util.Arrays;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionException;
import rhombic.chance.DistributionText;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Study;
import rhombic.study.value.TimeSource;

/** Reads what is typed into tokens; what can't be used is refused with the rule. */
public final class Typed {
    private Typed() {}

    /** A whole number; words after it, as in "3 pieces", are passed over. */
    public static int whole(String text, String label) {
        String first = Quantity.withoutGroups(text.strip().split("\\s+", 2)[0]);
        if (!first.matches("[0-9]{1,9}")) {
            throw new IllegalArgumentException(label + " must be a whole number such as 3; got \u201c" + text.strip() + "\u201d");
        }
        return Integer.parseInt(first);
    }

    /** Which of those has that word. */
    public static <T> T choice(T[] all, Function<T, String> word, String text) {
        return Arrays.stream(all).filter(one -> word.apply(one).equals(text)).findFirst().orElseThrow();
    }

    public static long seed(String text) {
        String stripped = text.strip();
        if (!stripped.matches("-?[0-9]{1,18}")) {
            throw new IllegalArgumentException("The seed must be a whole number of at most 18 digits; got \u201c" + stripped + "\u201d");
        }
        return Long.parseLong(stripped);
    }

    public static double degrees(String text) {
        String stripped = text.strip().replace("\u00b0", "").strip();
        if (!stripped.matches("-?[0-9]{1,5}(\\.[0-9]+)?")) {
            throw new IllegalArgumentException("A turn must be a number of degrees such as 90\u00b0; got \u201c" + text.strip() + "\u201d");
        }
        return Double.parseDouble(stripped);
    }

    public static double number(String text, String label) {
        String stripped = text.strip().split("\\s+", 2)[0];
        if (!stripped.matches("[0-9]*\\.?[0-9]+")) {
            throw new IllegalArgumentException(label + " must be a number such as 1.25; got \u201c" + text.strip() + "\u201d");
        }
        return Double.parseDouble(stripped);
    }

    public static boolean isNone(String text) {
        return text.isBlank() || text.strip().equalsIgnoreCase("no limit");
    }

    public static String degreesText(double degrees) {
        return Quantity.plain(degrees) + "\u00b0";
    }

    public static String pieces(int count) {
        return count == 1 ? "1 piece" : count + " pieces";
    }

    /**
     * A time as it was typed; a formula that reads something is offered as one.
     *
     * @throws OfferException if it is a formula
     * @throws DistributionException if it is neither
     */
    public static Distribution time(String text, Function<TimeSource, UnaryOperator<Study>> change) {
        try {
            return DistributionText.parse(text);
        } catch (DistributionException e) {
            Optional<Formula> formula = formula(text);
            if (formula.isPresent()) {
                throw new OfferException("\u201c" + text.strip() + "\u201d is a formula, not a time", "Use it as a formula, in seconds",
                        change.apply(new TimeSource.ByFormula(formula.get().text(), Unit.SECOND)));
            }
            throw e;
        }
    }

    /** Of what reads something of the plant: a mere number is a time without its unit. */
    private static Optional<Formula> formula(String text) {
        try {
            Formula formula = Formula.parse(text.strip());
            return formula.reads().isEmpty() ? Optional.empty() : Optional.of(formula);
        } catch (FormulaException e) {
            return Optional.empty(); // which is no news: it is read as a time, and told as that
        }
    }
}
