package rhombic.trace;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import rhombic.experiment.LiveRun;
import rhombic.study.Study;
import rhombic.validation.Lines;

/** The writer and those who read share what is written: what was seen of the run while it went on is what is seen of it later. */
class SharedTraceTest {
    private static final Study STUDY = new Lines()
            .chain(arrivals("In", "exponential(10 s)", 1), station("First", 1, 2, "exponential(9 s)"), station("Second", 1, 3, "8 s"),
                    goodsOut("Out"))
            .study(150, 0, 1);

    /** All that can be told of a moment. */
    private static List<Object> seen(Moment moment) {
        return IntStream.range(0, moment.nodes()).<Object>mapToObj(node -> List.of(moment.in(node), moment.out(node), moment.content(node),
                moment.state(node), moment.stateSinceNanos(node), List.copyOf(moment.at(node)))).toList();
    }

    @Test
    void whatIsReadWhileTheWriterWritesOnNeverChanges() throws Exception {
        LiveRun run = new LiveRun(STUDY);
        long end = STUDY.plan().length().nanos();
        Map<Long, List<Object>> early = new LinkedHashMap<>();
        try (ExecutorService writer = Executors.newSingleThreadExecutor()) {
            Future<Boolean> written = writer.submit(() -> {
                boolean done = true;
                for (int slice = 1; slice <= 400; slice++) { // published at the end of each, most often in the middle of a segment
                    done &= run.advance(end / 400 * slice, () -> false);
                }
                return done;
            });
            Random random = new Random(20261126);
            while (!written.isDone() || early.size() < 50) {
                long there = run.trace().endNanos();
                if (there > 0) {
                    long time = there - (long) (random.nextDouble() * Math.min(there, end / 50));
                    early.put(time, seen(run.trace().at(time)));
                }
            }
            assertTrue(written.get(), "the run goes to its end while others read");
        }
        assertTrue(early.size() >= 50, "it was read while it was written");
        early.forEach((time, before) -> assertEquals(before, seen(run.trace().at(time)), () -> "at " + time));
    }

    @Test
    void aMomentThatSomebodyHoldsStaysWhenAllGoesOn() {
        LiveRun run = new LiveRun(STUDY);
        long end = STUDY.plan().length().nanos();
        run.advance(end / 3, () -> false);
        Moment held = run.trace().at(end / 3);
        List<Object> before = seen(held);
        run.advance(end, () -> false);
        assertEquals(before, seen(held));
        assertEquals(before, seen(run.trace().at(end / 3)));
    }
}
