package rhombic.experiment;

/**
 * What a paired difference shows.
 *
 * @param difference of the variant against another, replication by replication
 * @param confidence of the interval
 * @param better which way is better
 * @param other mean of what it is held against
 */
public record Verdict(Interval difference, double confidence, Response.Better better, double other) {
    /** What can be said. */
    public enum Kind {
        BETTER, WORSE, MORE, LESS, ALIKE, NOT_SHOWN, ONE_RUN, NOTHING
    }

    /** Part of a figure that sums of many terms may lose. */
    private static final double ROUNDING = 1e-12;
    /** A difference of less than this part of a figure is none that anybody would act on, however clear it is. */
    private static final double TINY = 1e-4;
    private static final int MAX_WORTH_NAMING = 10_000;

    public Kind kind() {
        if (difference.count() == 0) {
            return Kind.NOTHING;
        }
        double noise = ROUNDING * Math.abs(other);
        if (difference.values().stream().filter(Double::isFinite).allMatch(d -> Math.abs(d) <= noise)) {
            return Kind.ALIKE;
        }
        if (difference.count() == 1) {
            return Kind.ONE_RUN;
        }
        if (!difference.isClear()) {
            return Kind.NOT_SHOWN;
        }
        boolean more = difference.mean() > 0;
        return switch (better) {
            case MORE -> more ? Kind.BETTER : Kind.WORSE;
            case LESS -> more ? Kind.WORSE : Kind.BETTER;
            case NEITHER -> more ? Kind.MORE : Kind.LESS;
        };
    }

    /**
     * About how many more replications would make the interval narrow enough to show a difference as large as the one seen; 0 if it shows
     * already or can't be told. It stays an estimate: the difference itself is one.
     */
    public int moreReplications() {
        int n = difference.count();
        double mean = Math.abs(difference.mean());
        if (n < 2 || !(mean > 0) || difference.isClear()) {
            return 0;
        }
        double s = difference.deviation();
        for (long wanted = n + 1L; wanted <= MAX_WORTH_NAMING; wanted += Math.max(1, wanted / 20)) {
            if (Interval.quantile((int) wanted - 1, confidence) * s / Math.sqrt(wanted) < mean) {
                return (int) wanted - n;
            }
        }
        return MAX_WORTH_NAMING;
    }

    /** In one plain sentence, without what it is about. */
    public String text(String unit, double factor) {
        String u = unit.isEmpty() ? "" : " " + unit;
        String by = FigureText.pair(Math.abs(difference.mean()) * factor, difference.halfWidth() * factor) + u;
        double max = Math.abs(difference.mean()) + difference.halfWidth();
        Kind kind = kind();
        boolean isClear = kind != Kind.ALIKE && kind != Kind.ONE_RUN && difference.isClear();
        if (isClear && max <= TINY * Math.abs(other)) {
            return "alike but for less than " + FigureText.of(max * factor) + u;
        }
        return switch (kind) {
            case BETTER -> "better by " + by;
            case WORSE -> "worse by " + by;
            case MORE -> "more by " + by;
            case LESS -> "less by " + by;
            case ALIKE -> "exactly alike in every run";
            case ONE_RUN -> "one run shows no more than "
                    + FigureText.of(difference.mean() * factor) + u + "; make more replications for an interval";
            case NOTHING -> "nothing to compare: it was never observed in both";
            case NOT_SHOWN -> "no difference shown" + hope(u, factor);
        };
    }

    private String hope(String u, double factor) {
        double max = Math.abs(difference.mean()) + difference.halfWidth();
        if (max <= Curve.NEGLIGIBLE * Math.abs(other)) {
            return "; if there is one, it is below " + FigureText.of(max * factor) + u;
        }
        int more = moreReplications();
        String seen = FigureText.of(Math.abs(difference.mean()) * factor) + u;
        return more == 0
                ? ""
                : more >= MAX_WORTH_NAMING
                        ? "; even ten thousand replications would not show " + seen
                        : "; about " + FigureText.round(more) + " more replications would show " + seen;
    }
}
