package rhombic.experiment;

/**
 * How figures of a response are shown.
 *
 * @param unit as printed; empty for plain numbers
 * @param factor from the figure to what is shown
 */
public record Scale(String unit, double factor) {
    /**
     * Suits a figure of that size.
     *
     * @param unit of the response: 1/h, s, 1, m, or another
     */
    public static Scale of(String unit, double size) {
        double large = Math.abs(size);
        return switch (unit) {
            case "1/h" -> new Scale("/h", 1);
            case "1" -> new Scale("%", 100);
            case "s" -> large >= 2 * 86_400
                    ? new Scale("d", 1 / 86_400.0)
                    : large >= 7200 ? new Scale("h", 1 / 3600.0) : large >= 120 ? new Scale("min", 1 / 60.0) : new Scale("s", 1);
            case "m" -> large >= 10_000 ? new Scale("km", 1e-3) : new Scale("m", 1);
            default -> new Scale(unit, 1);
        };
    }

    /** An interval with its unit, as in 41.2 ± 0.6 /h. */
    public String text(Interval interval) {
        return FigureText.pair(interval.mean() * factor, interval.halfWidth() * factor) + (unit.isEmpty() ? "" : " " + unit);
    }
}
