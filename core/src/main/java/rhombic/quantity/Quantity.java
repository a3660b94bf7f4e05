package rhombic.quantity;

import java.io.Serializable;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * An amount with the unit in which it was typed: {@code 1.5 min} stays 1.5 min. Text and value lead to each other
 * and back without loss.
 */
public record Quantity(double amount, Unit unit) implements Serializable {
    /** Amounts beyond this are taken for a slip. */
    public static final double MAX_AMOUNT = 1e12;

    private static final double NANOS_PER_SECOND = 1e9;
    private static final Pattern FORM = Pattern.compile("\\s*([-+]?[0-9]*\\.?[0-9]+(?:[eE][-+]?[0-9]+)?)\\s*(\\S*)\\s*");
    /** A number with commas in it, and what stands behind. */
    private static final Pattern WITH_COMMA = Pattern.compile("([+-]?[0-9.]*,[0-9.,]*)(.*)");
    private static final Pattern GROUPED = Pattern.compile("[+-]?[0-9]{1,3}(,[0-9]{3})+(\\.[0-9]+)?");

    public Quantity {
        if (!(Math.abs(amount) <= MAX_AMOUNT)) {
            throw new IllegalArgumentException("An amount must be a number within \u00b1" + plain(MAX_AMOUNT) + "; got " + amount);
        }
        if (amount == 0) {
            amount = 0.0; // no negative zero: it would print and compare differently
        }
    }

    public static Quantity seconds(double amount) {
        return new Quantity(amount, Unit.SECOND);
    }

    public static Quantity minutes(double amount) {
        return new Quantity(amount, Unit.MINUTE);
    }

    public static Quantity hours(double amount) {
        return new Quantity(amount, Unit.HOUR);
    }

    public static Quantity metres(double amount) {
        return new Quantity(amount, Unit.METRE);
    }

    public static Quantity percent(double amount) {
        return new Quantity(amount, Unit.PERCENT);
    }

    /**
     * Reads a quantity such as {@code 1.5 min}.
     *
     * @throws QuantityException if the text is no number with a unit of that dimension; the message says what is
     *     missing and how to write it
     */
    public static Quantity parse(String text, Dimension dimension) {
        Matcher matcher = FORM.matcher(withoutGroups(text));
        if (!matcher.matches()) {
            throw new QuantityException(
                    "\u201c" + text.strip() + "\u201d is not " + dimension.noun() + ": write a number and its unit, such as "
                            + example("1.5", dimension));
        }
        String number = matcher.group(1);
        if (matcher.group(2).isEmpty()) {
            throw new QuantityException(number + " has no unit: write " + examples(number, dimension));
        }
        Unit unit = Unit.ofSymbol(matcher.group(2)).orElse(null);
        if (unit == null || unit.dimension() != dimension) {
            throw new QuantityException("\u201c" + matcher.group(2) + "\u201d is not a unit of " + dimension.noun() + ": use "
                    + dimension.usualUnits());
        }
        double amount = Double.parseDouble(number);
        if (!(Math.abs(amount) <= MAX_AMOUNT)) {
            throw new QuantityException(number + " is too large: at most " + plain(MAX_AMOUNT) + " can be used");
        }
        return new Quantity(amount, unit);
    }

    /**
     * Without the commas between complete groups of three digits. The point is the decimal sign.
     *
     * @throws QuantityException if it begins with a number that has a comma elsewhere; the message gives both of its readings
     */
    public static String withoutGroups(String text) {
        Matcher number = WITH_COMMA.matcher(text.strip());
        if (!number.matches()) {
            return text;
        }
        String digits = number.group(1);
        String rest = number.group(2);
        String joined = digits.replace(",", "") + rest;
        if (!GROUPED.matcher(digits).matches()) {
            String decimal = digits.indexOf(',') == digits.lastIndexOf(',') && digits.indexOf('.') < 0
                    ? digits.replace(',', '.') + rest + " if it is a decimal sign, or "
                    : "";
            throw new QuantityException(
                    "\u201c" + text.strip() + "\u201d has a comma that does not part thousands: write " + decimal + joined
                            + (decimal.isEmpty() ? "" : " if it is none"));
        }
        return joined;
    }

    /** In the base unit of its dimension: seconds, metres, metres per second, kilograms, 1. */
    public double inBaseUnit() {
        return amount * unit.factor();
    }

    /** So many times as much, in the same unit, rounded to nine significant digits, so that it reads well. */
    public Quantity times(double factor) {
        return new Quantity(new BigDecimal(amount * factor).round(new MathContext(9)).doubleValue(), unit);
    }

    /** Whole nanoseconds of a time, rounded to the nearest. */
    public long nanos() {
        if (unit.dimension() != Dimension.TIME) {
            throw new IllegalStateException("Only a time has nanoseconds; this is " + unit.dimension().noun());
        }
        return Math.round(inBaseUnit() * NANOS_PER_SECOND);
    }

    /** The number without exponent or needless zeros. */
    public static String plain(double number) {
        return number == 0 ? "0" : BigDecimal.valueOf(number).stripTrailingZeros().toPlainString();
    }

    @Override
    public String toString() {
        return plain(amount) + " " + unit.symbol();
    }

    private static String examples(String number, Dimension dimension) {
        if (dimension == Dimension.SHARE) {
            return number + " %";
        }
        String[] units = dimension.usualUnits().split(", | or ");
        List<String> examples = Arrays.stream(units).limit(3).map(unit -> number + " " + unit).toList();
        return examples.size() == 1
                ? examples.getFirst()
                : String.join(", ", examples.subList(0, examples.size() - 1)) + " or " + examples.getLast();
    }

    private static String example(String number, Dimension dimension) {
        return number + " " + dimension.usualUnits().split(", | or ")[0];
    }
}
