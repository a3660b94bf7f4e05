package rhombic.desktop.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import rhombic.formats.study.StudyReader;
import rhombic.formats.study.StudyWriter;
import rhombic.study.Study;
import rhombic.study.change.Changes;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;

/** Alternatives on the table: what is edited, what stays, and what follows. */
class AlternativesTest {
    private final Workbench bench = new Workbench(Study.empty());

    @BeforeEach
    void aLine() {
        bench.edit("place", s -> s.with(GoodsIn.KIND.placed(s.names(), s.pieceTypes(), Placement.at(0, 0))));
        bench.edit("place", s -> s.with(Buffer.KIND.placed(s.names(), s.pieceTypes(), Placement.at(4, 0))));
        bench.edit("place", s -> s.with(Station.KIND.placed(s.names(), s.pieceTypes(), Placement.at(8, 0))));
        bench.edit("place", s -> s.with(GoodsOut.KIND.placed(s.names(), s.pieceTypes(), Placement.at(12, 0))));
        bench.edit("link", s -> s.linked("Goods in", "Buffer 1").linked("Buffer 1", "Station 1").linked("Station 1", "Goods out"));
    }

    private void room(int room) {
        bench.edit("room", s -> s.changed("Buffer 1", e -> ((Buffer) e).withCapacity(OptionalInt.of(room))));
    }

    private int room() {
        return ((Buffer) bench.study().find("Buffer 1").orElseThrow()).capacity().getAsInt();
    }

    @Test
    void whileAnAlternativeIsShownItsChangesAreChangedAndTheBaseIsNot() {
        Study before = bench.study();
        String name = bench.startAlternative("More room", Changes.NONE);
        assertEquals(name, bench.alternative());
        assertSame(before, bench.study(), "it begins as what is on the floor");
        room(20);
        bench.edit("move", s -> s.changedAll(Set.of("Station 1"), e -> e.placed(Placement.at(8, 3))));
        assertEquals(20, room());
        assertEquals(Set.of("Buffer 1", "Station 1"), bench.touched());
        bench.show("");
        assertEquals(before, bench.study());
        assertEquals(Set.of(), bench.touched());
        bench.show(name);
        assertEquals(20, room());
    }

    @Test
    void aChangeToTheBaseReachesItAndAContradictionIsTold() {
        String name = bench.startAlternative("More room", Changes.NONE);
        room(20);
        bench.show("");
        bench.edit("places", s -> s.changed("Station 1", e -> ((Station) e).withPlaces(3)));
        room(9);
        bench.show(name);
        assertEquals(3, ((Station) bench.study().find("Station 1").orElseThrow()).work().places());
        assertEquals(20, room());
        assertEquals(List.of("Buffer 1: the base has set capacity otherwise by now (9); this keeps its own"), bench.contradictions());
    }

    @Test
    void allOfItCanBeUndoneAndSaved(@TempDir Path folder) throws Exception {
        Study first = bench.base();
        String name = bench.startAlternative("More room", Changes.NONE);
        room(20);
        assertEquals(20, room());
        bench.undo();
        assertEquals(6, room());
        bench.redo();
        Path file = folder.resolve("line.rhombic.json");
        StudyWriter.save(bench.base(), file);
        bench.savedTo(file, bench.base());
        assertTrue(bench.isSaved());
        Study read = StudyReader.open(file);
        assertEquals(bench.base(), read);
        assertEquals(1, read.comparison().alternatives().size());
        bench.undo();
        bench.undo();
        assertEquals("", bench.alternative(), "what is undone can't be shown");
        assertEquals(first, bench.base());
        assertFalse(bench.comparison().alternative(name).isPresent());
    }

    @Test
    void takenOverItIsTheBaseAndTheOthersStay() {
        bench.startAlternative("More room", Changes.NONE);
        room(20);
        bench.show("");
        bench.startAlternative("Two places", Changes.NONE);
        bench.edit("places", s -> s.changed("Station 1", e -> ((Station) e).withPlaces(2)));
        bench.takeOver("More room");
        assertEquals("", bench.alternative());
        assertEquals(20, room());
        assertEquals(List.of("Two places"), bench.comparison().alternatives().stream().map(a -> a.name()).toList());
        bench.show("Two places");
        assertEquals(20, room());
        assertEquals(List.of(), bench.contradictions());
    }

    @Test
    void whatIsComparedIsNoReasonToRunAgain() {
        Study before = bench.study();
        bench.compare("replications", c -> c.withReplications(7));
        assertSame(before, bench.study());
        bench.edit("name", s -> s.named("Another"));
        assertEquals(7, bench.comparison().replications(), "an edit of the plant leaves it");
    }

    @Test
    void theComparisonRunsInTheBackgroundAndIsReadAgainFromItsFile(@TempDir Path folder) throws Exception {
        bench.startAlternative("More room", Changes.NONE);
        room(20);
        bench.compare("replications", c -> c.withReplications(4));
        Path file = folder.resolve("line.rhombic.json");
        BlockingQueue<Comparing.State> told = new LinkedBlockingQueue<>();
        try (Comparing comparing = new Comparing(Runnable::run, told::add)) {
            comparing.start(bench.base(), Optional.of(file));
            Comparing.State done = last(told, 8);
            assertEquals(2, done.alternatives().size());
            assertEquals(new Comparing.Share(8, 8), done.all());
            assertEquals("", done.message());
        }
        BlockingQueue<Comparing.State> again = new LinkedBlockingQueue<>();
        try (Comparing comparing = new Comparing(Runnable::run, again::add)) {
            comparing.look(bench.base(), Optional.of(file));
            assertEquals(8, last(again, 8).all().done(), "kept beside the study");
            bench.compare("rule out", c -> c.withReplications(5));
            comparing.look(bench.base(), Optional.of(file));
            assertEquals(new Comparing.Share(8, 10), last(again, 8).all());
        }
    }

    private static Comparing.State last(BlockingQueue<Comparing.State> told, int done) throws InterruptedException {
        while (true) {
            Comparing.State state = told.poll(20, TimeUnit.SECONDS);
            if (state == null) {
                throw new AssertionError("nothing was told");
            }
            if (state.phase() == Comparing.Phase.IDLE && state.all().done() >= done) {
                return state;
            }
        }
    }
}
