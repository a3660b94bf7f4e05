package rhombic.quantity;

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

    /** A mean time in the unit that suits it, as in {@code 84 s} or {@code 38 min}. */
    public static String span(double seconds) {
        if (Double.isNaN(seconds)) {
            return "\u2013";
        }
        double size = Math.abs(seconds);
        if (size < 10) {
            return String.format(Locale.ROOT, "%.2f s", seconds);
        }
        if (size < 180) {
            return String.format(Locale.ROOT, "%.1f s", seconds);
        }
        if (size < 3 * 3600) {
            return String.format(Locale.ROOT, "%.1f min", seconds / 60);
        }
        return size < 3 * 86_400 ? String.format(Locale.ROOT, "%.1f h", seconds / 3600) : String.format(Locale.ROOT, "%.1f d", seconds / 86_400);
    }
}
