package rhombic.experiment;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.QuantityException;
import rhombic.study.Sweep;

/**
 * A response over the levels of one factor.
 *
 * @param points in the order of the levels
 * @param response that is drawn
 */
public record Curve(String response, List<Point> points) {
    /** A loss of less than this part of the best is negligible. */
    public static final double NEGLIGIBLE = 0.01;
    private static final Pattern NUMBER = Pattern.compile("[-+]?[0-9]*\\.?[0-9]+");

    /**
     * One level.
     *
     * @param x the level as a number; where levels are none, its place in the list
     * @param loss against the best level, paired; above 0 is worse
     */
    public record Point(String level, double x, Interval value, Interval loss) {}

    public Curve {
        points = List.copyOf(points);
    }

    /** Of points of a sweep that differ in one factor; those that were not run are left out. */
    public static Curve of(Sheet sheet, List<Variant> points, int factor, String response) {
        double sign = Response.better(response) == Response.Better.LESS ? -1 : 1;
        List<Variant> run = points.stream().filter(point -> Double.isFinite(sheet.interval(point, response).mean())).toList();
        Optional<Variant> best = run.stream()
                .max(Comparator.comparingDouble(point -> sign * sheet.interval(point, response).mean()));
        List<Point> all = new ArrayList<>();
        for (int i = 0; i < run.size(); i++) {
            Variant point = run.get(i);
            String level = point.levels().get(factor);
            Interval value = sheet.interval(point, response);
            double[] losses = Interval.ofDifferences(sheet.interval(best.orElseThrow(), response), value).values().stream()
                    .mapToDouble(d -> sign * d).toArray();
            all.add(new Point(level, number(level).orElse(i + 1.0), value, Interval.of(losses)));
        }
        return new Curve(response, all);
    }

    /**
     * A curve of a sweep, with what it goes over.
     *
     * @param over the factor along which it goes, and at which levels of the others and in which alternative
     */
    public record Line(String over, Curve curve) {}

    /** The curves of a sweep, one for each combination of all its factors but the last. */
    public static List<Line> of(Sweep sweep, Sheet sheet, List<Variant> points, String response) {
        int last = sweep.factors().size() - 1;
        return lines(points).stream().map(line -> {
            String with = String.join(", ", line.getFirst().levels().subList(0, last));
            return new Line(sweep.factors().get(last) + (with.isEmpty() ? "" : ", with " + with)
                    + (sweep.alternative().isEmpty() ? "" : ", in " + sweep.alternative()), of(sheet, line, last, response));
        }).toList();
    }

    /** The points of a sweep as lines along its last factor, one for each combination of the others. */
    public static List<List<Variant>> lines(List<Variant> points) {
        Map<List<String>, List<Variant>> lines = new LinkedHashMap<>();
        for (Variant point : points) {
            lines.computeIfAbsent(point.levels().subList(0, point.levels().size() - 1), key -> new ArrayList<>()).add(point);
        }
        return List.copyOf(lines.values());
    }

    /** A level as a number in base units, if it is one. */
    public static Optional<Double> number(String level) {
        for (Dimension dimension : Dimension.values()) {
            try {
                return Optional.of(Quantity.parse(level, dimension).inBaseUnit());
            } catch (QuantityException e) {
                continue; // of another dimension, or no quantity at all
            }
        }
        Matcher matcher = NUMBER.matcher(level.strip().toLowerCase(Locale.ROOT));
        return matcher.lookingAt() ? Optional.of(Double.parseDouble(matcher.group())) : Optional.empty();
    }

    /**
     * The point after which more brings little: the one farthest from the straight line between the ends, when both axes are stretched to
     * the same length (Satopaa, Albrecht, Irwin and Raghavan 2011). Empty with fewer than 3 points, or if no point stands out by more than
     * the margins of the figures.
     */
    public Optional<Point> knee() {
        if (points.size() < 3 || Response.better(response) == Response.Better.NEITHER) {
            return Optional.empty();
        }
        Point first = points.getFirst();
        Point last = points.getLast();
        double width = last.x - first.x;
        double height = last.value.mean() - first.value.mean();
        double max = 0;
        Optional<Point> found = Optional.empty();
        for (Point point : points.subList(1, points.size() - 1)) {
            double share = (point.x - first.x) / width;
            double above = (point.value.mean() - first.value.mean()) / height - share;
            if (above > max && Math.abs(above * height) > Math.max(0, point.value.halfWidth())) {
                max = above;
                found = Optional.of(point);
            }
        }
        return found;
    }

    /**
     * The first level, in their order, whose loss against the best one is shown to be below {@link #NEGLIGIBLE} of the best figure: the
     * upper end of its interval is.
     */
    public Optional<Point> smallestGoodEnough() {
        Optional<Point> best = best();
        return best.flatMap(b -> points.stream()
                .filter(point -> point == b
                        || point.loss.mean() + Math.max(0, point.loss.halfWidth()) <= NEGLIGIBLE * Math.abs(b.value.mean()))
                .findFirst());
    }

    public Optional<Point> best() {
        return points.stream().min(Comparator.comparingDouble(point -> point.loss.mean()));
    }
}
