package rhombic.formats.results;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import rhombic.experiment.ResponseNames;
import rhombic.experiment.RunRecord;
import rhombic.study.NamedView;
import rhombic.study.Study;
import rhombic.study.change.StudyMark;
import rhombic.testplants.RandomStudies;

/** Runs kept beside a study, whatever happens to the file. */
class ResultsFileTest {
    private final ResponseNames names = new ResponseNames(List.of("throughput", "S: blocked", "lead time mean"));

    @TempDir Path folder;

    private RunRecord run(int replication) {
        return new RunRecord(replication, 7, names, new double[] {60.5 + replication, Double.NaN, Double.POSITIVE_INFINITY});
    }

    private Path kept(int runs) throws IOException {
        Path file = folder.resolve("line.runs.jsonl");
        try (ResultsFile archive = ResultsFile.open(file)) {
            for (int r = 1; r <= runs; r++) {
                archive.keep("abc", run(r));
            }
        }
        return file;
    }

    @Test
    void whatWasKeptIsFoundAgain() throws Exception {
        try (ResultsFile archive = ResultsFile.open(kept(3))) {
            RunRecord found = archive.find("abc", 2).orElseThrow();
            assertArrayEquals(run(2).values(), found.values());
            assertEquals(7, found.seed());
            assertEquals(62.5, found.value("throughput"));
            assertTrue(archive.find("abc", 4).isEmpty() && archive.find("xyz", 1).isEmpty());
            assertEquals(List.of(), archive.troubles());
        }
    }

    /** Found by torture: a damaged line told the ninth run as the fifth was, and what was kept after it was never found again. */
    @Test
    void aRunThatContradictsWhatIsThereBeginsItsStudyAnew() throws Exception {
        Path file = kept(3);
        Files.writeString(file, Files.readString(file).replace("\"replication\":3", "\"replication\":9"));
        try (ResultsFile archive = ResultsFile.open(file)) {
            archive.keep("abc", run(9));
            assertTrue(archive.find("abc", 1).isEmpty(), "what was there can't be trusted");
        }
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertArrayEquals(run(9).values(), archive.find("abc", 9).orElseThrow().values());
            assertTrue(archive.find("abc", 1).isEmpty());
            assertEquals(List.of(), archive.troubles());
        }
    }

    @Test
    void aLastLineThatWasCutOffCostsOneRunAndTheNextBeginsAfterIt() throws Exception {
        Path file = kept(3);
        String text = Files.readString(file);
        Files.writeString(file, text.substring(0, text.length() - 20));
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertTrue(archive.find("abc", 2).isPresent());
            assertTrue(archive.find("abc", 3).isEmpty());
            assertEquals(List.of("Line 5 was cut off; its run will be made again"), archive.troubles());
            archive.keep("abc", run(3));
        }
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertArrayEquals(run(3).values(), archive.find("abc", 3).orElseThrow().values());
        }
    }

    @Test
    void aDamagedLineIsPassedOverAndTold() throws Exception {
        Path file = kept(3);
        List<String> lines = new ArrayList<>(Files.readAllLines(file));
        lines.set(3, lines.get(3).replace("replication", "replicatoin"));
        lines.add("nonsense");
        Files.write(file, lines);
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertTrue(archive.find("abc", 1).isPresent() && archive.find("abc", 2).isEmpty() && archive.find("abc", 3).isPresent());
            assertEquals(2, archive.troubles().size());
        }
    }

    @Test
    void aFileOfSomethingElseOrOfANewerProgramIsRefused() throws Exception {
        Path other = folder.resolve("other.runs.jsonl");
        Files.writeString(other, "{\"rhombicStudy\":1}\n");
        assertTrue(assertThrows(IOException.class, () -> ResultsFile.open(other)).getMessage().contains("does not begin"));
        Files.writeString(other, "{\"rhombicRuns\":3}\n");
        assertTrue(assertThrows(IOException.class, () -> ResultsFile.open(other)).getMessage().contains("newer program"));
    }

    @Test
    void runsOfAnOlderProgramAreToldOnceAndMadeAgain() throws Exception {
        Path file = Files.copy(Path.of("src/test/resources/version1/compared.runs.jsonl"), folder.resolve("compared.runs.jsonl"));
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertEquals(List.of("The runs there were kept by an older program and are made again"), archive.troubles());
            archive.keep("abc", run(1));
        }
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertEquals(List.of(), archive.troubles());
            assertTrue(archive.find("abc", 1).isPresent());
            assertEquals(3, Files.readAllLines(file).size(), "what is not found any more is not kept any longer");
        }
    }

    @Test
    void twoWindowsKeepTheirRunsInOneFile() throws Exception {
        Path file = kept(1);
        try (ResultsFile one = ResultsFile.open(file); ResultsFile two = ResultsFile.open(file)) {
            for (int r = 2; r <= 20; r += 2) {
                one.keep("abc", run(r));
                two.keep("abc", run(r + 1));
            }
            assertEquals(Optional.empty(), one.notKept());
            assertEquals(Optional.empty(), two.notKept());
        }
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertEquals(List.of(), archive.troubles());
            for (int r = 1; r <= 21; r++) {
                assertArrayEquals(run(r).values(), archive.find("abc", r).orElseThrow().values());
            }
        }
    }

    @Test
    void whereNothingCanBeWrittenRunsAreThereAsLongAsTheProgramRuns() throws Exception {
        Path blocked = Files.writeString(folder.resolve("blocked"), "a file where a folder would have to be");
        try (ResultsFile archive = ResultsFile.open(blocked.resolve("line.runs.jsonl"))) {
            archive.keep("abc", run(1));
            archive.keep("abc", run(2));
            assertArrayEquals(run(2).values(), archive.find("abc", 2).orElseThrow().values());
            String why = archive.notKept().orElseThrow();
            assertTrue(why.startsWith("Runs can't be kept in ") && why.contains("line.runs.jsonl"), why);
        }
    }

    @Test
    void namesAreKnownOnlyOnceTheyAreWritten() throws Exception {
        Path inside = folder.resolve("gone").resolve("line.runs.jsonl");
        try (ResultsFile archive = ResultsFile.open(inside)) {
            archive.keep("abc", run(1));
            assertTrue(archive.notKept().isPresent());
            Files.createDirectory(inside.getParent());
            archive.keep("abc", run(2));
        }
        try (ResultsFile archive = ResultsFile.open(inside)) {
            assertEquals(List.of(), archive.troubles());
            assertTrue(archive.find("abc", 2).isPresent());
        }
    }

    @Test
    void runsOfOtherResponsesAreMadeAgain() throws Exception {
        Path file = kept(2);
        ResponseNames more = new ResponseNames(List.of("throughput", "new"));
        try (ResultsFile archive = ResultsFile.open(file)) {
            archive.keep("abc", new RunRecord(1, 7, more, new double[] {1, 2}));
            assertTrue(archive.find("abc", 2).isEmpty(), "it has other responses");
        }
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertEquals(List.of(), archive.troubles());
            assertTrue(archive.find("abc", 1).isPresent() && archive.find("abc", 2).isEmpty());
        }
    }

    /** Two studies under one mark: one replication is there twice, with other figures. */
    @Test
    void aMixtureIsToldAndNoneOfItIsUsed() throws Exception {
        Path file = kept(3);
        try (ResultsFile archive = ResultsFile.open(folder.resolve("other.runs.jsonl"))) {
            archive.keep("abc", new RunRecord(2, 7, names, new double[] {1, 2, 3}));
        }
        List<String> other = Files.readAllLines(folder.resolve("other.runs.jsonl"));
        Files.writeString(file, other.getLast() + "\n", StandardOpenOption.APPEND);
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertTrue(archive.troubles().getFirst().contains("different studies under one mark"), archive.troubles()::toString);
            for (int r = 1; r <= 3; r++) {
                assertTrue(archive.find("abc", r).isEmpty());
            }
            for (int r = 1; r <= 3; r++) {
                archive.keep("abc", run(r));
            }
        }
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertEquals(List.of(), archive.troubles(), "told once");
            assertArrayEquals(run(2).values(), archive.find("abc", 2).orElseThrow().values());
        }
    }

    @Test
    void aLargeFileLosesWhatNothingNeeds() throws Exception {
        Path file = folder.resolve("line.runs.jsonl");
        ResponseNames wide = new ResponseNames(IntStream.range(0, 200_000).mapToObj(i -> "response " + i).toList());
        double[] values = IntStream.range(0, 200_000).mapToDouble(i -> i + 0.123456789).toArray();
        try (ResultsFile archive = ResultsFile.open(file)) {
            archive.keep("needed", run(1));
            for (int r = 1; Files.size(file) <= ResultsFile.MAX_BYTES; r++) {
                archive.keep("other", new RunRecord(r, 7, wide, values));
            }
            archive.dropAllBut(Set.of("needed", "other"));
            assertTrue(archive.find("other", 1).isPresent());
            try (ResultsFile second = ResultsFile.open(file)) {
                archive.dropAllBut(Set.of("needed"));
                assertTrue(archive.find("other", 1).isEmpty());
                assertTrue(Files.size(file) < 10_000);
                second.keep("needed", run(2));
                archive.keep("needed", run(3));
            }
        }
        try (ResultsFile archive = ResultsFile.open(file)) {
            assertEquals(List.of(), archive.troubles());
            for (int r = 1; r <= 3; r++) {
                assertTrue(archive.find("needed", r).isPresent(), "run " + r);
            }
        }
    }

    @Test
    void runsBelongToTheStudyAsItRuns() throws Exception {
        Study study = RandomStudies.of(5);
        try (ResultsFile archive = ResultsFile.open(folder.resolve("x.runs.jsonl"))) {
            String mark = StudyMark.of(study);
            assertEquals(mark, StudyMark.of(study.named("Another").withViews(List.of(new NamedView("Gate", 1, 2, 3, 40, 5, false)))
                    .withPlan(study.plan().withReplications(99))));
            assertNotEquals(mark, StudyMark.of(study.withPlan(study.plan().withSeed(1234))));
            assertNotEquals(mark, StudyMark.of(RandomStudies.of(6)));
        }
        assertEquals(folder.resolve("line.runs.jsonl"), ResultsFile.beside(folder.resolve("line.rhombic.json")));
        assertFalse(Files.exists(folder.resolve("x.runs.jsonl")), "nothing was kept, so nothing is written");
    }
}
