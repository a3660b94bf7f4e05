package rhombic.chart;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Charts as drawings: scales, what stands where, and that nothing leaves the sheet. */
class ChartTest {
    private static final double WIDTH = 480;
    private static final double HEIGHT = 240;

    private static Chart.Curve curve(String name, double[] xs, double[] ys) {
        return new Chart.Curve(name, "#1D6B66", xs, ys, false);
    }

    private static List<Drawing.Text> texts(Drawing drawing) {
        return drawing.marks().stream().filter(Drawing.Text.class::isInstance).map(Drawing.Text.class::cast).toList();
    }

    private static List<Drawing.Path> paths(Drawing drawing) {
        return drawing.marks().stream().filter(Drawing.Path.class::isInstance).map(Drawing.Path.class::cast).toList();
    }

    // ---- scales

    @Test
    void aScaleGoesByRoundStepsAndHoldsWhatItIsFor() {
        assertEquals(new Axis(0, 100, 20), Axis.over(0, 97, 5));
        assertEquals(List.of(0.0, 20.0, 40.0, 60.0, 80.0, 100.0), Axis.over(0, 97, 5).ticks());
        assertEquals("0.5", Axis.over(0, 2, 4).label(0.5));
        assertEquals("0", Axis.over(-1, 1, 4).label(-0.0), "no zero has a sign");
        assertEquals("-1000", Axis.over(-1000, 3000, 4).label(-1000));
        assertEquals("0.002", Axis.over(0, 0.01, 5).label(0.002));
    }

    @Test
    void oneOfTimeEndsWhereTheRunEndsWithTicksInside() {
        Axis axis = Axis.between(0.5, 8, 3);
        assertEquals(0.5, axis.from());
        assertEquals(8, axis.to());
        assertEquals(List.of(2.0, 4.0, 6.0, 8.0), axis.ticks());
        assertEquals(1, axis.share(8));
        assertTrue(Axis.between(3, 3, 3).to() > 3, "a single moment has room around it");
    }

    @Property(tries = 500, seed = "20261126")
    void everyScaleHoldsBothEndsAndItsTicksAreEvenlySpaced(@ForAll long seed) {
        Random random = new Random(seed);
        double min = (random.nextDouble() - 0.5) * Math.pow(10, random.nextInt(9) - 3);
        double max = min + random.nextDouble() * Math.pow(10, random.nextInt(9) - 3);
        int ticks = 2 + random.nextInt(8);
        Axis axis = Axis.over(min, max, ticks);
        assertTrue(axis.from() <= min + 1e-9 * axis.step() && axis.to() >= max - 1e-9 * axis.step(), axis::toString);
        List<Double> all = axis.ticks();
        assertTrue(all.size() >= 2 && all.size() <= 2 * ticks + 3, () -> axis + " has " + all.size() + " ticks");
        for (int i = 1; i < all.size(); i++) {
            assertEquals(axis.step(), all.get(i) - all.get(i - 1), axis.step() * 1e-6);
        }
        double digits = axis.step() / Math.pow(10, Math.floor(Math.log10(axis.step()) + 1e-9));
        assertTrue(List.of(1L, 2L, 5L, 10L).contains(Math.round(digits)), () -> "a step of " + axis.step());
    }

    // ---- what stands where

    @Test
    void pointsOfACurveStandWhereTheirNumbersSay() {
        Chart chart = Chart.of("Content", "hours", "pieces", List.of(curve("", new double[] {0, 4, 8}, new double[] {0, 10, 5})));
        Drawing.Path path = paths(chart.drawn(WIDTH, HEIGHT)).getFirst();
        double[] xs = path.xs();
        double[] ys = path.ys();
        assertEquals((xs[0] + xs[2]) / 2, xs[1], 1e-9, "half the time is half the way");
        assertEquals((ys[0] + ys[1]) / 2, ys[2], 1e-9, "half as many stand half as high");
        assertTrue(ys[1] < ys[2] && ys[2] < ys[0], "more is higher up");
        assertEquals(List.of("Content"),
                texts(chart.drawn(WIDTH, HEIGHT)).stream().filter(Drawing.Text::strong).map(Drawing.Text::text).toList());
        assertTrue(texts(chart.drawn(WIDTH, HEIGHT)).stream().anyMatch(t -> t.turned() && t.text().equals("pieces")));
    }

    @Test
    void aValueThatHoldsUntilTheNextIsDrawnAsStairs() {
        Chart.Curve stairs = new Chart.Curve("", "#1D6B66", new double[] {0, 1, 2}, new double[] {3, 5, 4}, true);
        Drawing.Path path = paths(Chart.of("", "h", "n", List.of(stairs)).drawn(WIDTH, HEIGHT)).getFirst();
        assertEquals(5, path.xs().length);
        assertEquals(path.ys()[0], path.ys()[1], "it holds its value");
        assertEquals(path.xs()[1], path.xs()[2], "and changes at once");
    }

    @Test
    void whatIsNotThereIsLeftOut() {
        Chart chart = Chart.of("", "h", "n",
                List.of(curve("", new double[] {0, 1, 2, 3}, new double[] {1, Double.NaN, 3, Double.POSITIVE_INFINITY})));
        assertEquals(2, paths(chart.drawn(WIDTH, HEIGHT)).getFirst().xs().length);
        assertEquals("", chart.rows().get(2).get(2), "nor has it a number");
        Drawing empty = Chart.of("Nothing yet", "h", "n", List.of()).drawn(WIDTH, HEIGHT);
        assertTrue(texts(empty).stream().anyMatch(t -> t.text().equals("Nothing yet")));
    }

    @Test
    void barsOfSeveralSeriesStandOnTopOfEachOther() {
        Chart chart = new Chart("", "", "%", List.of(new Chart.Bars("working", "#111111", new double[] {60, 30}),
                new Chart.Bars("blocked", "#222222", new double[] {40, 10})), List.of("A", "B"));
        List<Drawing.Area> bars = chart.drawn(WIDTH, HEIGHT).marks().stream().filter(Drawing.Area.class::isInstance)
                .map(Drawing.Area.class::cast)
                .filter(a -> a.xs()[1] - a.xs()[0] > 20).toList();
        assertEquals(4, bars.size());
        Drawing.Area below = bars.get(0);
        Drawing.Area above = bars.get(2);
        assertEquals(Arrays.stream(below.ys()).min().orElseThrow(), Arrays.stream(above.ys()).max().orElseThrow(), 1e-9);
        double sixty = Arrays.stream(below.ys()).max().orElseThrow() - Arrays.stream(below.ys()).min().orElseThrow();
        double forty = Arrays.stream(above.ys()).max().orElseThrow() - Arrays.stream(above.ys()).min().orElseThrow();
        assertEquals(1.5, sixty / forty, 1e-9);
        assertTrue(texts(chart.drawn(WIDTH, HEIGHT)).stream().map(Drawing.Text::text).toList()
                .containsAll(List.of("A", "B", "working", "blocked")));
    }

    @Test
    void itsNumbersAreRowsThatASpreadsheetReads() {
        Chart chart = new Chart("Gain", "cost", "pieces/h",
                List.of(new Chart.Points("base", "#111111", new double[] {1, 2}, new double[] {28.5, 36}, new double[] {0.5, Double.NaN},
                        false, List.of()),
                        new Chart.Mark("target", "#222222", 40, false),
                        new Chart.Histogram("h", "#333333", new double[] {0, 1, 2}, new double[] {7, 3}),
                        new Chart.Spans("Brazing", "#444444", new double[] {0, 2, 3, 5}, new double[] {1, 1, Double.NaN, Double.NaN})),
                List.of());
        assertEquals(List.of(List.of("series", "cost", "pieces/h", "margin"), List.of("base", "1.0", "28.5", "0.5"),
                List.of("base", "2.0", "36.0", ""), List.of("target", "", "40.0", ""), List.of("h", "0.0", "7.0", ""),
                List.of("h", "1.0", "3.0", ""), List.of("Brazing", "0.0", "2.0", "")), chart.rows());
    }

    /** Whatever it shows and however small it is, all is drawn on its sheet, texts apart, which begin on it. */
    @Property(tries = 300, seed = "20261126")
    void nothingLeavesTheSheet(@ForAll long seed) {
        Random random = new Random(seed);
        double width = 160 + random.nextInt(900);
        double height = 110 + random.nextInt(400);
        List<Chart.Series> series = new ArrayList<>();
        int count = 1 + random.nextInt(4);
        for (int k = 0; k < count; k++) {
            int points = 1 + random.nextInt(30);
            double[] xs = IntStream.range(0, points).mapToDouble(i -> i * 0.5).toArray();
            double[] ys = IntStream.range(0, points).mapToDouble(i -> random.nextInt(9) == 0 ? Double.NaN : random.nextGaussian() * 1000)
                    .toArray();
            String name = random.nextBoolean() ? "a series of some length " + k : "";
            series.add(switch (random.nextInt(3)) {
                case 0 -> new Chart.Curve(name, "#1D6B66", xs, ys, random.nextBoolean());
                case 1 -> new Chart.Points(name, "#1D6B66", xs, ys, new double[points], random.nextBoolean(), List.of());
                default -> new Chart.Mark(name, "#1D6B66", random.nextInt(5), random.nextBoolean());
            });
        }
        Drawing drawing = Chart.of(random.nextBoolean() ? "A title" : "", "hours", "pieces", series).drawn(width, height);
        for (Drawing.Mark mark : drawing.marks()) {
            switch (mark) {
                case Drawing.Line l -> within(drawing, new double[] {l.x1(), l.x2()}, new double[] {l.y1(), l.y2()});
                case Drawing.Path p -> within(drawing, p.xs(), p.ys());
                case Drawing.Area a -> within(drawing, a.xs(), a.ys());
                case Drawing.Text t -> assertTrue(t.y() >= 0 && t.y() <= height, t::toString);
            }
        }
    }

    private static void within(Drawing drawing, double[] xs, double[] ys) {
        for (double x : xs) {
            assertTrue(x >= -1e-6 && x <= drawing.width() + 1e-6, "x " + x + " of " + drawing.width());
        }
        for (double y : ys) {
            assertTrue(y >= -1e-6 && y <= drawing.height() + 1e-6, "y " + y + " of " + drawing.height());
        }
    }
}
