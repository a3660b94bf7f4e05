package rhombic.experiment;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.ObjectInputStream;
import java.io.ObjectOutputStream;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import rhombic.insight.Finding;
import rhombic.insight.Limit;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Station;
import rhombic.study.work.Supply;
import rhombic.validation.Lines;

class ExperimentTest {
    private final Study study = new Lines().chain(arrivals("In", "exponential(70 s)", 1), station("A", 1, 3, "exponential(40 s)"),
            station("B", 1, 3, "exponential(65 s)"), goodsOut("Out")).study(8, 1, 8);

    @Test
    void theIntervalIsStudents() {
        Interval interval = Interval.of(1, 2, 3, 4, 5);
        assertEquals(3, interval.mean());
        // t(0.975; 4) = 2.776445, standard error 0.707107
        assertEquals(1.963243, interval.halfWidth(), 1e-5);
        assertTrue(interval.contains(4.9));
        assertFalse(interval.contains(5));
    }

    @Test
    void valuesThatAreNotThereAreLeftOut() {
        assertEquals(2, Interval.of(Double.NaN, 1, 3).mean());
        assertTrue(Double.isNaN(Interval.of(Double.NaN).mean()));
        assertTrue(Double.isNaN(Interval.of(4).halfWidth()));
        assertFalse(Interval.of(4).isClear());
    }

    /** On common random numbers a small change is clear where the intervals alone overlap. */
    @Test
    void commonRandomNumbersSharpenDifferences() {
        try (LocalEngine engine = new LocalEngine(2)) {
            Summary base = Summary.of(study, engine, RunListener.NONE, () -> false);
            Study changed = study.changed("B", e -> ((Station) e).withTime(Lines.time("exponential(63 s)")));
            Summary other = Summary.of(changed, engine, RunListener.NONE, () -> false);
            Interval difference = Interval.ofDifferences(other.interval(Response.LEAD_TIME), base.interval(Response.LEAD_TIME));
            assertTrue(difference.isClear() && difference.mean() < 0, difference.toString());
            assertTrue(difference.halfWidth() < base.interval(Response.LEAD_TIME).halfWidth() / 2);
        }
    }

    /** Adding a machine elsewhere leaves the draws of all others alone. */
    @Test
    void anotherMachineLeavesTheOthersDrawsAlone() {
        Study more = study.with(List.of(arrivals("In 2", "exponential(9 s)", 1), station("C", 1, 1, "exponential(5 s)")),
                List.of(new Link("In 2", "C")));
        try (LocalEngine engine = new LocalEngine(1)) {
            RunFigures before = engine.run(List.of(new RunTask(study, 1)), RunListener.NONE, () -> false).getFirst();
            RunFigures after = engine.run(List.of(new RunTask(more, 1)), RunListener.NONE, () -> false).getFirst();
            assertEquals(before.equipment(), after.equipment().subList(0, 4));
        }
    }

    @Test
    void tasksAndResultsCanBeSentAway() throws Exception {
        RunTask task = copied(new RunTask(study, 2));
        assertEquals(new RunTask(study, 2), task);
        try (LocalEngine engine = new LocalEngine(1)) {
            RunFigures figures = engine.run(List.of(task), RunListener.NONE, () -> false).getFirst();
            assertEquals(figures, copied(figures));
        }
    }

    @SuppressWarnings("unchecked")
    private static <T> T copied(T value) throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        new ObjectOutputStream(bytes).writeObject(value);
        return (T) new ObjectInputStream(new ByteArrayInputStream(bytes.toByteArray())).readObject();
    }

    @Test
    void aLongRunTellsItsProgressAndCanBeCancelled() {
        Study tenYears = study.withPlan(study.plan().withLength(Quantity.parse("3650 d", Dimension.TIME)));
        AtomicInteger heard = new AtomicInteger();
        RunListener listener = new RunListener() {
            @Override
            public void onProgress(RunTask task, double share) {
                heard.incrementAndGet();
            }
        };
        try (LocalEngine engine = new LocalEngine(2)) {
            assertThrows(CancellationException.class, () -> Summary.of(tenYears, engine, listener, () -> heard.get() >= 2));
        }
        assertTrue(heard.get() >= 2 && heard.get() < 50);
    }

    @Test
    void theLimitIsTheBusiestStationUnlessItWaitsForPieces() {
        Study overloaded = study.changed("In",
                e -> ((GoodsIn) e).withSupply(new Supply.Spaced(Lines.time("exponential(50 s)"))));
        Study idle = study.changed("In",
                e -> ((GoodsIn) e).withSupply(new Supply.Spaced(Lines.time("exponential(300 s)"))));
        try (LocalEngine engine = new LocalEngine(2)) {
            Finding limit = Limit.of(Summary.of(overloaded, engine, RunListener.NONE, () -> false)).orElseThrow();
            assertEquals("B", limit.subject());
            Finding supply = Limit.of(Summary.of(idle, engine, RunListener.NONE, () -> false)).orElseThrow();
            assertEquals("In", supply.subject());
        }
    }
}
