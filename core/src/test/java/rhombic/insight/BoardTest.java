package rhombic.insight;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import rhombic.chart.Chart;
import rhombic.experiment.Observation;
import rhombic.experiment.Preparation;
import rhombic.study.BoardChart;
import rhombic.study.Study;
import rhombic.validation.Lines;

/** Charts that go with the playhead: an hour has 20 of the 400 steps of this run. */
class BoardTest {
    private static final long HOUR = 3_600_000_000_000L;
    private static final int STEPS_AN_HOUR = 20;

    /** One piece every 10 min; 4 min on A, 15 min on B, which is the limit from the beginning. */
    private final Study line = new Lines()
            .chain(arrivals("In", "constant(10 min)", 1), station("A", 1, 0, "constant(4 min)"), station("B", 1, 5, "constant(15 min)"),
                    goodsOut("Out"))
            .study(20, 0, 2);
    private final List<Observation> runs = List.of(Observation.of(line, 1, List.of("here.out"), new Preparation(), () -> false),
            Observation.of(line, 2, List.of("here.out"), new Preparation(), () -> false));
    private final Board whole = new Board(runs);

    private static BoardChart wanted(BoardChart.Kind kind, String... elements) {
        return new BoardChart("It", kind, List.of(elements), BoardChart.Series.EACH, 1, false);
    }

    private static <S extends Chart.Series> S only(Chart chart, Class<S> kind, String name) {
        return chart.series().stream().filter(kind::isInstance).map(kind::cast).filter(one -> one.name().equals(name)).findFirst()
                .orElseThrow();
    }

    @Test
    void sharesOfStatesUpToAMomentAreThoseOfTheTimeThatHasPassed() {
        // the first piece comes after 10 min, is worked on at A for 4 min, and B begins at 14 min
        Chart chart = whole.upTo(HOUR).of(wanted(BoardChart.Kind.STATES, "A", "B"));
        double[] working = only(chart, Chart.Bars.class, "working").heights();
        assertArrayEquals(new double[] {100 * 20 / 60.0, 100 * 46 / 60.0}, working, 1e-9,
                "A: at 10, 20, 30, 40, 50 min for 4 min; the sixth comes at 60 min");
        assertEquals("It, up to 1 h 0 min", chart.title());
        double[] all = only(whole.of(wanted(BoardChart.Kind.STATES, "A", "B")), Chart.Bars.class, "working").heights();
        assertEquals(100 * (20 * 60 - 14) / 1200.0, all[1], 1e-9, "of the whole run it is another");
        assertEquals("It", whole.of(wanted(BoardChart.Kind.STATES)).title());
    }

    @Test
    void whatHasLeftUpToAMomentIsCounted() {
        // B ends at 29, 44, 59 min: three pieces, of 19, 24, 29 min
        Chart chart = whole.upTo(HOUR).of(wanted(BoardChart.Kind.LEAD_TIMES));
        assertEquals(3, Arrays.stream(only(chart, Chart.Histogram.class, "").counts()).sum());
        assertEquals(24, chart.series().stream().filter(Chart.Mark.class::isInstance).map(Chart.Mark.class::cast)
                .filter(mark -> mark.name().startsWith("half")).findFirst().orElseThrow().at(), 1e-9);
        assertTrue(whole.upTo(0).of(wanted(BoardChart.Kind.LEAD_TIMES)).series().isEmpty(), "nothing has left yet");
        Chart mix = whole.upTo(HOUR).of(wanted(BoardChart.Kind.MIX));
        assertArrayEquals(new double[] {100}, only(mix, Chart.Bars.class, "").heights());
        assertEquals(List.of("Piece"), mix.categories());
        double ofBoth = Arrays.stream(only(whole.of(wanted(BoardChart.Kind.LEAD_TIMES)), Chart.Histogram.class, "").counts()).sum();
        assertEquals(2 * runs.getFirst().figures().out(), ofBoth, "the whole is of all runs, the part of the one that is watched");
    }

    @Test
    void whatIsStillToComeIsPaleAndJoinsWhatHasBeen() {
        for (BoardChart wanted : List.of(wanted(BoardChart.Kind.CONTENT, "B"), wanted(BoardChart.Kind.OUTPUT, "B"),
                wanted(BoardChart.Kind.BUSY, "B"), wanted(BoardChart.Kind.FORMULA, "B: here.out"))) {
            Chart.Curve all = only(whole.of(wanted), Chart.Curve.class, "B");
            Chart part = whole.upTo(3 * HOUR + 1).of(wanted);
            Chart.Curve been = only(part, Chart.Curve.class, "B");
            Chart.Curve coming = only(part, Chart.Curve.class, "");
            int now = 3 * STEPS_AN_HOUR;
            assertArrayEquals(Arrays.copyOf(all.ys(), now + 1), been.ys());
            assertArrayEquals(Arrays.copyOfRange(all.ys(), now, all.ys().length), coming.ys());
            assertEquals(3, been.xs()[now], 1e-9);
            assertEquals(3, coming.xs()[0], 1e-9, "no gap between them");
            assertTrue(part.series().indexOf(coming) < part.series().indexOf(been), "what has been lies on top");
            assertTrue(!coming.colour().equals(been.colour()));
        }
    }

    @Test
    void atItsEndARunHasNothingToCome() {
        Chart end = whole.upTo(Long.MAX_VALUE).of(wanted(BoardChart.Kind.CONTENT, "B"));
        assertEquals(1, end.series().size());
        assertEquals(Observation.MAX_STEPS + 1, only(end, Chart.Curve.class, "B").xs().length);
    }

    @Test
    void theLimitIsCutWhereThePlayheadIs() {
        Chart chart = whole.upTo(5 * HOUR).of(wanted(BoardChart.Kind.LIMIT));
        double been = 0;
        double coming = 0;
        for (Chart.Series one : chart.series()) {
            Chart.Spans spans = (Chart.Spans) one;
            double hours = IntStream.range(0, spans.xs().length / 2).filter(i -> Double.isFinite(spans.ys()[2 * i]))
                    .mapToDouble(i -> spans.xs()[2 * i + 1] - spans.xs()[2 * i]).sum();
            been += spans.name().isEmpty() ? 0 : hours;
            coming += spans.name().isEmpty() ? hours : 0;
            assertTrue(Arrays.stream(spans.xs()).allMatch(x -> spans.name().isEmpty() ? x >= 5 : x <= 5), "nothing is on the wrong side");
        }
        double all = whole.of(wanted(BoardChart.Kind.LIMIT)).series().stream().map(Chart.Spans.class::cast)
                .mapToDouble(spans -> IntStream.range(0, spans.xs().length / 2).filter(i -> Double.isFinite(spans.ys()[2 * i]))
                        .mapToDouble(i -> spans.xs()[2 * i + 1] - spans.xs()[2 * i]).sum())
                .sum();
        assertTrue(been > 4 && been <= 5, "B was the limit nearly from the beginning: " + been);
        assertEquals(all, been + coming, 1e-9);
    }

    @Test
    void withinOneStepNothingIsMadeAnew() {
        Board now = whole.upTo(HOUR);
        assertSame(now, now.upTo(HOUR + HOUR / STEPS_AN_HOUR - 1));
        assertNotSame(now, now.upTo(HOUR + HOUR / STEPS_AN_HOUR));
    }
}
