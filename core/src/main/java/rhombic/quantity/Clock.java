package rhombic.quantity;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Elapsed time for reading. */
public final class Clock {
    private static final long SECOND = 1_000_000_000L;

    private Clock() {}

    /** As in {@code 2 h 42 min}, {@code 3 min 20 s}, {@code 4.2 s}: the two largest parts. */
    public static String elapsed(long nanos) {
        if (nanos < 60 * SECOND) {
            return String.format(Locale.ROOT, nanos % SECOND == 0 ? "%.0f s" : "%.1f s", nanos / 1e9);
        }
        long seconds = nanos / SECOND;
        long days = seconds / 86_400;
        long hours = seconds / 3600 % 24;
        long minutes = seconds / 60 % 60;
        if (days > 0) {
            return days + " d " + hours + " h";
        }
        if (hours > 0) {
            return hours + " h " + minutes + " min";
        }
        return minutes + " min " + seconds % 60 + " s";
    }

    /** To the second, as in {@code 4 h 2 min 32 s}. */
    public static String exact(long nanos) {
        long seconds = Math.round(nanos / 1e9);
        List<String> parts = new ArrayList<>();
        part(parts, seconds / 86_400, "d");
        part(parts, seconds / 3600 % 24, "h");
        part(parts, seconds / 60 % 60, "min");
        part(parts, seconds % 60, "s");
        return parts.isEmpty() ? "0 s" : String.join(" ", parts);
    }

    private static void part(List<String> parts, long count, String unit) {
        if (count > 0) {
            parts.add(count + " " + unit);
        }
    }

    /** A moment of a run as a quantity of whole seconds, not after it, in the largest unit that says it without a point. */
    public static Quantity quantity(long nanos) {
        long seconds = nanos / SECOND;
        return seconds % 3600 == 0
                ? Quantity.hours(seconds / 3600.0)
                : seconds % 60 == 0 ? Quantity.minutes(seconds / 60.0) : Quantity.seconds(seconds);
    }

    /** A mean time in the unit that suits it, as in {@code 84 s} or {@code 38 min}. */
    public static String span(double seconds) {
        if (Double.isNaN(seconds)) {
            return "\u2013";
        }
        Unit unit = Unit.of(seconds);
        return unit.number(seconds) + " " + unit.word;
    }

    /** A mean with the half-width of its interval, both in the unit that suits the mean; NaN as half-width is left out. */
    public static String span(double seconds, double halfWidth) {
        if (Double.isNaN(seconds) || Double.isNaN(halfWidth)) {
            return span(seconds);
        }
        Unit unit = Unit.of(seconds);
        return unit.number(seconds) + " \u00b1 " + unit.number(halfWidth) + " " + unit.word;
    }

    /** Units of spans, with as many decimals as can matter. */
    private enum Unit {
        SHORT_SECONDS("s", 1, "%.2f"), SECONDS("s", 1, "%.1f"), MINUTES("min", 60, "%.1f"), HOURS("h", 3600, "%.1f"), DAYS("d", 86_400,
                "%.1f");

        private final String word;
        private final double seconds;
        private final String format;

        Unit(String word, double seconds, String format) {
            this.word = word;
            this.seconds = seconds;
            this.format = format;
        }

        static Unit of(double seconds) {
            double size = Math.abs(seconds);
            if (size < 10) {
                return SHORT_SECONDS;
            }
            if (size < 180) {
                return SECONDS;
            }
            return size < 3 * 3600 ? MINUTES : size < 3 * 86_400 ? HOURS : DAYS;
        }

        String number(double value) {
            return String.format(Locale.ROOT, format, value / seconds);
        }
    }
}
