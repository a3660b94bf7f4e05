package rhombic.formats.results;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import rhombic.experiment.ResponseNames;
import rhombic.experiment.RunRecord;
import rhombic.study.Study;
import rhombic.study.change.StudyMark;
import rhombic.study.value.NamedView;
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
        List<String> lines = new java.util.ArrayList<>(Files.readAllLines(file));
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
    void twoWindowsDoNotWriteIntoEachOther() throws Exception {
        Path file = kept(1);
        try (ResultsFile one = ResultsFile.open(file); ResultsFile two = ResultsFile.open(file)) {
            one.keep("abc", run(2));
            assertTrue(assertThrows(UncheckedIOException.class, () -> two.keep("abc", run(3))).getMessage().contains("another window"));
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
