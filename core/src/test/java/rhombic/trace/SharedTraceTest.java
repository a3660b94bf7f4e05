package rhombic.trace;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import rhombic.experiment.LiveRun;
import rhombic.plant.Plant;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.testplants.RandomStudies;
import rhombic.validation.Lines;

/** The writer and those who read share what is written: what was seen of the run while it went on is what is seen of it later. */
class SharedTraceTest {
    private static final Study STUDY = new Lines()
            .chain(arrivals("In", "exponential(10 s)", 1), station("First", 1, 2, "exponential(9 s)"), station("Second", 1, 3, "8 s"),
                    goodsOut("Out"))
            .study(150, 0, 1);

    /** All that can be told of a moment. */
    private static List<Object> seen(Moment moment) {
        List<Object> all = new ArrayList<>(moment.pieces());
        IntStream.range(0, moment.nodes()).forEach(node -> all.add(List.of(moment.in(node), moment.out(node), moment.content(node),
                moment.state(node), moment.stateSinceNanos(node), List.copyOf(moment.at(node)))));
        return all;
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

    /** What is reached over keyframes, made late and by others, is what playing record by record from the beginning comes to. */
    @Test
    void keyframesMadeBesideTheRunAreWhatPlayingAllRecordsComesTo() {
        AtomicInteger made = new AtomicInteger();
        Executor slow = task -> Thread.ofVirtual().start(() -> {
            made.incrementAndGet();
            LockSupport.parkNanos(3_000_000);
            task.run();
        });
        for (long seed : new long[] {3, 14, 159}) {
            Study random = RandomStudies.of(seed);
            Study study = random.withPlan(random.plan().withLength(Quantity.hours(150)).withWarmUp(Quantity.minutes(0)));
            TraceWriter writer = new TraceWriter(study.elements().size(), study.links().size(), TraceWriter.USUALLY_KEPT, slow);
            long end = study.plan().length().nanos();
            Plant.build(study, 1, writer).advance(end, () -> false);
            writer.publish(end);
            Moment played = writer.trace().at(-1);
            for (int i = 1; i <= 20; i++) {
                played = writer.trace().at(end / 20 * i, played);
                assertEquals(seen(played), seen(writer.trace().at(end / 20 * i)), "seed " + seed + ", part " + i);
            }
        }
        assertTrue(made.get() > 8, made + " keyframes were made, too few to tell");
    }
}
