package rhombic.trace;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;

import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.experiment.LiveRun;
import rhombic.insight.PieceStory;
import rhombic.study.Study;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.validation.Lines;

class LongTraceTest {
    private final Study study = new Lines()
            .chain(arrivals("In", "10 s", 1), station("First", 1, 2, "12 s"), station("Second", 1, 0, "9 s"), goodsOut("Out"))
            .study(100, 0, 1);

    @Test
    void aLongRunKeepsItsLatestStretchAndIsStillExactThere() {
        LiveRun whole = new LiveRun(study);
        LiveRun cut = new LiveRun(study, 40_000);
        long end = study.plan().length().nanos();
        whole.advance(end, () -> false);
        cut.advance(end, () -> false);
        assertEquals(0, whole.trace().startNanos());
        assertTrue(cut.trace().startNanos() > end / 3, "the beginning is dropped");
        long late = end - end / 20;
        Moment exact = whole.trace().at(late);
        Moment kept = cut.trace().at(late);
        assertEquals(exact.entered(), kept.entered());
        assertEquals(List.copyOf(exact.at(1)), List.copyOf(kept.at(1)));
        assertEquals(exact.share(1, EquipmentState.WORKING), kept.share(1, EquipmentState.WORKING), 1e-12);
    }

    @Test
    void whatIsWrittenCanBeReadWhileTheRunGoesOn() {
        LiveRun run = new LiveRun(study);
        long third = study.plan().length().nanos() / 3;
        run.advance(third, () -> false);
        assertEquals(third, run.trace().endNanos());
        Moment early = run.trace().at(third);
        long entered = early.entered();
        run.advance(2 * third, () -> false);
        assertEquals(entered, run.trace().at(third).entered());
        assertTrue(run.trace().at(2 * third, early).entered() > entered);
    }

    @Test
    void aPieceTellsWhereItWasAndWhatItWaitsFor() {
        LiveRun run = new LiveRun(study);
        run.advance(study.plan().length().nanos(), () -> false);
        Moment moment = run.trace().at(3_600_000_000_000L);
        PieceStory story = new PieceStory(UnfoldedStudy.of(study), run.trace());
        PieceStatus waiting = moment.at(1).stream().filter(s -> s.place() < 0).findFirst().orElseThrow();
        assertTrue(story.doing(waiting, moment).startsWith("Waits at First for "), story.doing(waiting, moment));
        assertTrue(story.doing(waiting, moment).endsWith("until the station is free."));
        PieceStatus outside = List.copyOf(moment.at(0)).getLast();
        assertTrue(story.doing(outside, moment).contains("behind " + (moment.content(0) - 1) + " others"));
        PieceStatus first = List.copyOf(moment.at(0)).getFirst();
        assertTrue(story.doing(first, moment).contains("for room at First (3 of 3)"), story.doing(first, moment));
        PieceStatus later = moment.at(2).stream().findFirst().orElseThrow();
        List<String> history = story.history(later, moment.timeNanos());
        assertEquals(List.of("In", "First", "Second"), history.stream().map(h -> h.substring(0, h.indexOf(','))).toList());
    }

    /** Values that are all different would fill the memory in a very long run; the last ones are then not told apart. */
    @org.junit.jupiter.api.Test
    void veryManyDifferentValuesAreNotAllKept() {
        TraceWriter writer = new TraceWriter(1, 0);
        int body = writer.created(0, 0, 0);
        for (int i = 0; i < 200_010; i++) {
            writer.sets(i, body, "seen", String.valueOf(i));
        }
        writer.publish(300_000);
        org.junit.jupiter.api.Assertions.assertEquals("5",
                writer.trace().settings(writer.trace().at(5).piece(0).orElseThrow()).get("seen"));
        org.junit.jupiter.api.Assertions.assertEquals("\u2026",
                writer.trace().settings(writer.trace().at(300_000).piece(0).orElseThrow()).get("seen"));
    }
}
