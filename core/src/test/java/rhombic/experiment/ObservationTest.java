package rhombic.experiment;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.measure.Sample;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.Study;
import rhombic.validation.Lines;

/** Runs that are analysed while they go on. */
class ObservationTest {
    private final Study line = new Lines()
            .chain(arrivals("In", "exponential(2 min)", 1), station("S", 1, 0, "exponential(1 min)"), goodsOut("Out")).study(40, 0, 1);

    @Test
    void aRunThatTellsWhatThereIsEndsAsIfNobodyHadAsked() {
        LiveRun run = new LiveRun(Blueprint.of(line), List.of("here.out"));
        List<Observation> parts = new ArrayList<>();
        for (int hour = 1; hour < 40; hour += 7) {
            run.advance(Math.round((hour + 0.01) * 3.6e12), () -> false);
            parts.add(run.observation());
        }
        run.advance(Long.MAX_VALUE, () -> false);
        Observation whole = run.observation();
        for (Observation part : parts) {
            int steps = part.samples().size();
            assertEquals(whole.samples().get(steps - 1).out(), part.samples().getLast().out());
            assertArrayEquals(Arrays.copyOf(whole.readings().get("here.out").values(), steps), part.readings().get("here.out").values());
            assertEquals(whole.journeys().subList(0, part.journeys().size()), part.journeys());
            assertTrue(part.active().stream().allMatch(period -> period.toNanos() <= part.endNanos()), "nothing beyond the last reading");
        }
        Observation unasked = Observation.of(line, 1, () -> false);
        assertEquals(unasked.figures(), whole.figures(), "to be watched and asked in between changes no figure");
        assertEquals(unasked.active(), whole.active());
        assertEquals(Observation.MAX_STEPS + 1, whole.samples().size());
        assertEquals(unasked.samples().stream().map(Sample::timeNanos).toList(), whole.samples().stream().map(Sample::timeNanos).toList());
    }

    @Test
    void theFiguresOfARunGoOnWhenItsTraceIsCut() {
        LiveRun cut = new LiveRun(line);
        cut.advance(5 * 3_600_000_000_000L, () -> false);
        cut.cutTrace();
        cut.advance(Long.MAX_VALUE, () -> false);
        assertTrue(cut.isOver() && cut.isCut());
        assertEquals(5 * 3_600_000_000_000L, cut.trace().endNanos(), "the trace ends where it was cut");
        assertTrue(cut.trace().nextRecordAfter(5 * 3_600_000_000_000L).isEmpty());
        assertEquals(Observation.of(line, 1, () -> false).figures(), cut.figures());
        LiveRun whole = new LiveRun(line);
        whole.advance(Long.MAX_VALUE, () -> false);
        assertEquals(whole.journeys(), cut.journeys(), "and bodies keep their numbers");
    }
}
