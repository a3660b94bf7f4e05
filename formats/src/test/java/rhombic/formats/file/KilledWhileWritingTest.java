package rhombic.formats.file;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import rhombic.experiment.ResponseNames;
import rhombic.experiment.RunRecord;
import rhombic.formats.results.ResultsFile;
import rhombic.formats.study.StudyReader;
import rhombic.formats.study.StudyWriter;
import rhombic.study.Study;

/** A program that is killed at any of its changes of files loses nothing that was there, and leaves nothing that can't be read. */
class KilledWhileWritingTest {
    private static final Study OLD = Study.empty().named("Old");
    private static final Study NEW = Study.empty().named("New");
    private static final ResponseNames NAMES = new ResponseNames(List.of("throughput", "lead"));

    @TempDir Path folder;

    /** What is done, and what must be so after it was killed. */
    private interface Doing {
        void with(Path folder) throws Exception;
    }

    /** Does it as often as it changes files, killed at each of them in turn. */
    private int killedAtEach(Doing before, Doing doing, Doing after) throws Exception {
        int killedAt = 0;
        while (true) {
            killedAt++;
            Path own = Files.createDirectory(folder.resolve("killed-at-" + killedAt));
            before.with(own);
            KillableFiles files = new KillableFiles(killedAt);
            boolean isKilled = false;
            try {
                doing.with(files.path(own));
            } catch (KillableFiles.Killed killed) {
                isKilled = true;
            }
            after.with(own);
            if (!isKilled) {
                return killedAt - 1;
            }
        }
    }

    private static List<Path> leftovers(Path folder) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(file -> file.getFileName().toString().startsWith(".rhombic-")).toList();
        }
    }

    @Test
    void aSaveLeavesTheOldStudyOrTheNewOne() throws Exception {
        int changes = killedAtEach(own -> StudyWriter.save(OLD, own.resolve("line.rhombic.json")),
                own -> StudyWriter.save(NEW, own.resolve("line.rhombic.json")), own -> {
                    String name = StudyReader.open(own.resolve("line.rhombic.json")).name();
                    assertTrue(List.of("Old", "New").contains(name), name);
                    SafeFile.removeLeftovers(own);
                    assertEquals(List.of(), leftovers(own), "what was half written is taken away");
                });
        assertTrue(changes >= 3, "made, filled, swapped in: " + changes);
    }

    @Test
    void aJournalKeepsTheEarlierWorkOrTheLater() throws Exception {
        int changes = killedAtEach(own -> {}, own -> {
            Journal journal = new Journal(own.resolve("journal"));
            journal.keep(OLD, Optional.of(new Journal.Home(Path.of("/one.rhombic.json"), Optional.empty())));
            Files.createFile(own.resolve("kept-once")); // from here on there is work to lose
            journal.keep(NEW, Optional.of(new Journal.Home(Path.of("/two.rhombic.json"), Optional.empty())));
            journal.close();
        }, own -> {
            boolean wasKept = Files.exists(own.resolve("kept-once"));
            Path journal = own.resolve("journal");
            // the lock of a program that is gone is gone
            if (Files.exists(journal)) {
                try (Stream<Path> files = Files.list(journal)) {
                    for (Path lock : files.filter(file -> file.toString().endsWith(".lock")).toList()) {
                        Files.delete(lock);
                    }
                }
            }
            Journal.Found found = new Journal(journal).left();
            assertEquals(List.of(), found.notes(), "nothing half-written is found");
            if (wasKept) {
                Journal.Left left = found.work().getFirst();
                assertEquals(left.study().equals(OLD) ? "/one.rhombic.json" : "/two.rhombic.json",
                        left.home().orElseThrow().file().toString(), "a study is never paired with the file of another");
                assertTrue(left.study().equals(OLD) || left.study().equals(NEW));
            }
        });
        assertTrue(changes >= 8, "changes " + changes);
    }

    private static RunRecord run(int replication) {
        return new RunRecord(replication, 7, NAMES, new double[] {replication, 2.5});
    }

    @Test
    void runsThatWereKeptAreReadAndMoreCanBeKept() throws Exception {
        int changes = killedAtEach(own -> {}, own -> {
            try (ResultsFile archive = ResultsFile.open(own.resolve("line.runs.jsonl"))) {
                for (int r = 1; r <= 4; r++) {
                    archive.keep("abc", run(r));
                    Files.createFile(own.resolve("kept-" + r));
                }
            }
        }, own -> {
            Path file = own.resolve("line.runs.jsonl");
            try (ResultsFile archive = ResultsFile.open(file)) {
                for (int r = 1; r <= 4; r++) {
                    if (Files.exists(own.resolve("kept-" + r))) {
                        assertArrayEquals(run(r).values(), archive.find("abc", r).orElseThrow().values(), "run " + r);
                    }
                }
                IntStream.rangeClosed(5, 6).forEach(r -> archive.keep("abc", run(r)));
                assertEquals(Optional.empty(), archive.notKept());
            }
            try (ResultsFile again = ResultsFile.open(file)) {
                for (int r = 1; r <= 6; r++) {
                    if (r > 4 || Files.exists(own.resolve("kept-" + r))) {
                        assertArrayEquals(run(r).values(), again.find("abc", r).orElseThrow().values(), "run " + r + " read again");
                    }
                }
                assertFalse(again.troubles().size() > 1, again.troubles()::toString);
            }
        });
        assertTrue(changes >= 8, "changes " + changes);
    }
}
