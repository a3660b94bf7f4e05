package rhombic.chart;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * What a chart shows.
 *
 * @param title above it; empty: none
 * @param xLabel with its unit
 * @param yLabel with its unit
 * @param series drawn in that order
 * @param categories names along the x axis for bars, or for x values 1, 2, …; none: numbers
 */
public record Chart(String title, String xLabel, String yLabel, List<Series> series, List<String> categories) {
    /** Colours of series, readable beside each other for colour-blind people too. */
    public static final List<String> COLOURS = List.of("#1D6B66", "#D9952B", "#4A6FA5", "#A8341F", "#7A5C99", "#6B7F3F", "#5C676C");

    private static final String INK = "#1F272B";
    private static final String SOFT = "#5C676C";
    private static final String HAIR = "#DAD4C5";
    private static final double SMALL = 11;
    private static final double LEFT = 58;
    private static final double RIGHT = 16;
    private static final double BOTTOM = 40;
    private static final double LEGEND_ROW = 16;

    /** What is drawn. */
    public sealed interface Series {
        String name();

        String colour();
    }

    /** @param stairs whether a value holds until the next */
    public record Curve(String name, String colour, double[] xs, double[] ys, boolean stairs) implements Series {}

    /** Points with their margins, joined by lines or not; a margin of NaN is not drawn. */
    public record Points(String name, String colour, double[] xs, double[] ys, double[] margins, boolean joined, List<String> labels)
            implements
                Series {}

    /** Thick lines from each point to the next, two by two, where both are there. */
    public record Spans(String name, String colour, double[] xs, double[] ys) implements Series {}

    /** One bar for each category; several series stand on top of each other. */
    public record Bars(String name, String colour, double[] heights) implements Series {}

    /** Bars that touch, from edge to edge. */
    public record Histogram(String name, String colour, double[] edges, double[] counts) implements Series {}

    /** A line across the chart. */
    public record Mark(String name, String colour, double at, boolean vertical) implements Series {}

    public Chart {
        series = List.copyOf(series);
        categories = List.copyOf(categories);
    }

    public static Chart of(String title, String xLabel, String yLabel, List<Series> series) {
        return new Chart(title, xLabel, yLabel, series, List.of());
    }

    /** Drawn into a sheet of that size. */
    public Drawing drawn(double width, double height) {
        return new Painter(this, width, height).drawing();
    }

    /** Its numbers as comma-separated rows: one for each point, with the name of its series. */
    public List<List<String>> rows() {
        List<List<String>> rows = new ArrayList<>();
        rows.add(List.of("series", xLabel.isEmpty() ? "x" : xLabel, yLabel.isEmpty() ? "y" : yLabel, "margin"));
        for (Series one : series) {
            switch (one) {
                case Curve c -> {
                    for (int i = 0; i < c.xs.length; i++) {
                        rows.add(List.of(c.name, number(c.xs[i]), number(c.ys[i]), ""));
                    }
                }
                case Spans c -> {
                    for (int i = 0; i + 1 < c.xs.length; i += 2) {
                        if (Double.isFinite(c.ys[i])) {
                            rows.add(List.of(c.name, number(c.xs[i]), number(c.xs[i + 1]), ""));
                        }
                    }
                }
                case Points p -> {
                    for (int i = 0; i < p.xs.length; i++) {
                        rows.add(List.of(p.name, i < categories.size() ? categories.get(i) : number(p.xs[i]), number(p.ys[i]),
                                number(p.margins[i])));
                    }
                }
                case Bars b -> {
                    for (int i = 0; i < b.heights.length; i++) {
                        rows.add(List.of(b.name, i < categories.size() ? categories.get(i) : Integer.toString(i + 1), number(b.heights[i]),
                                ""));
                    }
                }
                case Histogram h -> {
                    for (int i = 0; i < h.counts.length; i++) {
                        rows.add(List.of(h.name, number(h.edges[i]), number(h.counts[i]), ""));
                    }
                }
                case Mark m -> rows.add(List.of(m.name, m.vertical ? number(m.at) : "", m.vertical ? "" : number(m.at), ""));
            }
        }
        return rows;
    }

    private static String number(double value) {
        return Double.isFinite(value) ? Double.toString(value) : "";
    }

    /** Puts one chart on its sheet. */
    private static final class Painter {
        private final Chart chart;
        private final double width;
        private final double height;
        private final double top;
        private final List<Drawing.Mark> marks = new ArrayList<>();
        private final Axis x;
        private final Axis y;

        Painter(Chart chart, double width, double height) {
            this.chart = chart;
            this.width = width;
            this.height = height;
            top = (chart.title.isEmpty() ? 10 : 26) + LEGEND_ROW * legendRows() + (legendRows() > 0 ? 2 : 0);
            double[] xs = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
            double[] ys = {Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY};
            double[] stack = new double[chart.categories.size()];
            for (Series one : chart.series) {
                switch (one) {
                    case Curve c -> {
                        widen(xs, c.xs);
                        widen(ys, c.ys);
                    }
                    case Spans c -> {
                        widen(xs, c.xs);
                        widen(ys, c.ys);
                        widen(ys, 0);
                    }
                    case Points p -> {
                        widen(xs, p.xs);
                        for (int i = 0; i < p.ys.length; i++) {
                            double margin = Double.isFinite(p.margins[i]) ? p.margins[i] : 0;
                            widen(ys, p.ys[i] - margin, p.ys[i] + margin);
                        }
                    }
                    case Bars b -> {
                        widen(ys, 0);
                        for (int i = 0; i < b.heights.length; i++) {
                            stack[i] += Double.isFinite(b.heights[i]) ? b.heights[i] : 0;
                            widen(ys, stack[i]);
                        }
                    }
                    case Histogram h -> {
                        widen(xs, h.edges);
                        widen(ys, h.counts);
                        widen(ys, 0);
                    }
                    case Mark m -> widen(m.vertical ? xs : ys, m.at);
                }
            }
            int categories = chart.categories.size();
            boolean whole = chart.series.stream().filter(Points.class::isInstance).map(Points.class::cast)
                    .flatMapToDouble(p -> Arrays.stream(p.xs)).allMatch(v -> v == Math.rint(v))
                    && chart.series.stream().anyMatch(Points.class::isInstance) && xs[1] - xs[0] <= 12 && xs[1] > xs[0];
            x = categories > 0
                    ? new Axis(0.5, categories + 0.5, 1)
                    : whole ? new Axis(xs[0], xs[1], 1) : along(xs[0], xs[1], (int) Math.max(2, (width - LEFT) / 90));
            boolean inPlaces = chart.series.stream().anyMatch(Spans.class::isInstance);
            y = inPlaces
                    ? new Axis(0, ys[1] + 1, ys[1] + 1)
                    : Axis.over(Math.min(ys[0], ys[0] > 0 && ys[0] < 0.5 * ys[1] ? 0 : ys[0]), ys[1],
                            (int) Math.max(2, (height - top - BOTTOM) / 44));
        }

        private Axis along(double min, double max, int ticks) {
            boolean isCourse = chart.series.stream().anyMatch(s -> s instanceof Curve || s instanceof Spans);
            return isCourse ? Axis.between(min, max, ticks) : Axis.over(min, max, ticks);
        }

        private static void widen(double[] range, double... values) {
            for (double value : values) {
                if (Double.isFinite(value)) {
                    range[0] = Math.min(range[0], value);
                    range[1] = Math.max(range[1], value);
                }
            }
        }

        Drawing drawing() {
            axes();
            double[] stack = new double[chart.categories.size()];
            for (Series one : chart.series) {
                draw(one, stack);
            }
            legend();
            return new Drawing(width, height, marks);
        }

        private double px(double value) {
            return LEFT + x.share(value) * (width - LEFT - RIGHT);
        }

        private double py(double value) {
            return height - BOTTOM - y.share(value) * (height - BOTTOM - top);
        }

        private void axes() {
            if (!chart.title.isEmpty()) {
                text(LEFT, 16, chart.title, 12, INK, Drawing.Anchor.START, true);
            }
            for (double tick : y.ticks()) {
                double at = Math.rint(py(tick)) + 0.5;
                marks.add(new Drawing.Line(LEFT, at, width - RIGHT, at, HAIR, 1, 0));
                text(LEFT - 6, at + 3.5, y.label(tick), SMALL, SOFT, Drawing.Anchor.END, false);
            }
            double base = height - BOTTOM;
            if (chart.categories.isEmpty()) {
                for (double tick : x.ticks()) {
                    marks.add(new Drawing.Line(px(tick), base, px(tick), base + 4, SOFT, 1, 0));
                    text(px(tick), base + 15, x.label(tick), SMALL, SOFT, Drawing.Anchor.MIDDLE, false);
                }
            } else {
                double room = (width - LEFT - RIGHT) / chart.categories.size();
                int every = (int) Math.ceil(34 / room);
                for (int i = 0; i < chart.categories.size(); i += every) {
                    text(px(i + 1), base + 15, shortened(chart.categories.get(i), room * every), SMALL, SOFT, Drawing.Anchor.MIDDLE, false);
                }
            }
            marks.add(new Drawing.Line(LEFT, base + 0.5, width - RIGHT, base + 0.5, SOFT, 1, 0));
            text((LEFT + width - RIGHT) / 2, height - 6, chart.xLabel, SMALL, SOFT, Drawing.Anchor.MIDDLE, false);
            marks.add(new Drawing.Text(12, (top + base) / 2, chart.yLabel, SMALL, SOFT, Drawing.Anchor.MIDDLE, false, true));
        }

        private static String shortened(String text, double room) {
            int max = (int) Math.max(3, room / 6.2);
            return text.length() <= max ? text : text.substring(0, max - 1) + "\u2026";
        }

        private void text(double atX, double atY, String text, double size, String colour, Drawing.Anchor anchor, boolean strong) {
            if (!text.isEmpty()) {
                marks.add(new Drawing.Text(atX, atY, text, size, colour, anchor, strong, false));
            }
        }

        private void draw(Series one, double[] stack) {
            switch (one) {
                case Curve c -> curve(c);
                case Spans c -> {
                    for (int i = 0; i + 1 < c.xs.length; i += 2) {
                        if (Double.isFinite(c.ys[i])) {
                            box(px(c.xs[i]), py(c.ys[i]) - 5, Math.max(px(c.xs[i]) + 0.5, px(c.xs[i + 1])), py(c.ys[i]) + 5, c.colour, 1);
                        }
                    }
                }
                case Points p -> points(p);
                case Bars b -> {
                    double half = Math.min(28, (px(2) - px(1)) * 0.34);
                    for (int i = 0; i < b.heights.length; i++) {
                        if (Double.isFinite(b.heights[i]) && b.heights[i] != 0) {
                            box(px(i + 1) - half, py(stack[i] + b.heights[i]), px(i + 1) + half, py(stack[i]), b.colour, 1);
                            stack[i] += b.heights[i];
                        }
                    }
                }
                case Histogram h -> {
                    for (int i = 0; i < h.counts.length; i++) {
                        box(px(h.edges[i]) + 0.5, py(h.counts[i]), px(h.edges[i + 1]) - 0.5, py(0), h.colour, 0.85);
                    }
                }
                case Mark m -> {
                    if (m.vertical) {
                        marks.add(new Drawing.Line(px(m.at), top, px(m.at), height - BOTTOM, m.colour, 1.2, 4));
                        named(m);
                    } else {
                        marks.add(new Drawing.Line(LEFT, py(m.at), width - RIGHT, py(m.at), m.colour, 1.2, 4));
                        text(width - RIGHT, py(m.at) - 4, m.name, SMALL, m.colour, Drawing.Anchor.END, false);
                    }
                }
            }
        }

        /** The name of an upright line, on a ground of its own so that it can be read over curves; beside it where there is room. */
        private void named(Mark m) {
            double wide = 8 + 5.6 * m.name.length();
            if (m.name.isEmpty()) {
                return;
            }
            boolean isRight = px(m.at) + wide <= width || px(m.at) - wide < 0;
            double from = isRight ? px(m.at) + 2 : px(m.at) - wide;
            box(from, top, Math.min(width, from + wide - 2), top + 14, "#FFFDF8", 0.85);
            text(px(m.at) + (isRight ? 4 : -4), top + 10, m.name, SMALL, m.colour,
                    isRight ? Drawing.Anchor.START : Drawing.Anchor.END, false);
        }

        private void box(double x1, double y1, double x2, double y2, String colour, double opacity) {
            marks.add(new Drawing.Area(new double[] {x1, x2, x2, x1}, new double[] {y1, y1, y2, y2}, colour, opacity));
        }

        private void curve(Curve c) {
            List<double[]> points = new ArrayList<>();
            for (int i = 0; i < c.xs.length; i++) {
                if (Double.isFinite(c.ys[i])) {
                    if (c.stairs && !points.isEmpty()) {
                        points.add(new double[] {px(c.xs[i]), points.getLast()[1]});
                    }
                    points.add(new double[] {px(c.xs[i]), py(c.ys[i])});
                }
            }
            marks.add(new Drawing.Path(points.stream().mapToDouble(p -> p[0]).toArray(), points.stream().mapToDouble(p -> p[1]).toArray(),
                    c.colour, 1.6));
        }

        private void points(Points p) {
            if (p.joined) {
                curve(new Curve("", p.colour, p.xs, p.ys, false));
            }
            for (int i = 0; i < p.xs.length; i++) {
                if (!Double.isFinite(p.ys[i])) {
                    continue;
                }
                double atX = px(p.xs[i]);
                double atY = py(p.ys[i]);
                if (Double.isFinite(p.margins[i])) {
                    double low = py(p.ys[i] - p.margins[i]);
                    double high = py(p.ys[i] + p.margins[i]);
                    marks.add(new Drawing.Line(atX, low, atX, high, p.colour, 1.4, 0));
                    marks.add(new Drawing.Line(atX - 4, low, atX + 4, low, p.colour, 1.4, 0));
                    marks.add(new Drawing.Line(atX - 4, high, atX + 4, high, p.colour, 1.4, 0));
                }
                double r = 4.5;
                marks.add(new Drawing.Area(new double[] {atX, atX + r, atX, atX - r}, new double[] {atY - r, atY, atY + r, atY}, p.colour,
                        1));
                if (i < p.labels.size() && !p.labels.get(i).isEmpty()) {
                    boolean isRight = atX > width * 0.7;
                    text(isRight ? atX - 8 : atX + 8, atY - 5, p.labels.get(i), SMALL, INK,
                            isRight ? Drawing.Anchor.END : Drawing.Anchor.START,
                            false);
                }
            }
        }

        private List<Series> named() {
            return chart.series.stream().filter(s -> !s.name().isEmpty() && !(s instanceof Mark)).toList();
        }

        private static double length(Series one) {
            return 26 + one.name().length() * 6.2;
        }

        private int legendRows() {
            List<Series> named = named();
            if (named.size() < 2) {
                return 0;
            }
            int rows = 1;
            double at = LEFT;
            for (Series one : named) {
                if (at > LEFT && at + length(one) > width - RIGHT + 10) {
                    rows++;
                    at = LEFT;
                }
                at += length(one);
            }
            return rows;
        }

        private void legend() {
            if (legendRows() == 0) {
                return;
            }
            double at = LEFT;
            double atY = top - 8 - LEGEND_ROW * (legendRows() - 1);
            for (Series one : named()) {
                if (at > LEFT && at + length(one) > width - RIGHT + 10) {
                    at = LEFT;
                    atY += LEGEND_ROW;
                }
                box(at, atY - 8, at + 9, atY + 1, one.colour(), 1);
                text(at + 13, atY, one.name(), SMALL, INK, Drawing.Anchor.START, false);
                at += length(one);
            }
        }
    }
}
