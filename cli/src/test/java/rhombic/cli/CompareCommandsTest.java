package rhombic.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Diagnose, compare and report without a window. */
class CompareCommandsTest {
    @TempDir Path folder;

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();
    private Path study = Path.of("");

    @BeforeEach
    void copyTheDemo() throws Exception {
        study = Files.copy(Path.of("../demo/bench/heat-pump-line.rhombic.json"), folder.resolve("line.rhombic.json"));
    }

    private int rhombic(String... args) {
        return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), args);
    }

    private Path runs() {
        return folder.resolve("line.runs.jsonl");
    }

    private long kept() throws Exception {
        try (var lines = Files.lines(runs())) {
            return lines.filter(line -> line.contains("\"replication\"")).count();
        }
    }

    @Test
    void theHeatPumpQuestionIsAnswered() throws Exception {
        Path json = folder.resolve("c.json");
        assertEquals(0, rhombic("compare", study.toString(), "--replications", "5", "--out", json.toString()));
        String text = out.toString();
        assertTrue(text.contains("Differences from Base are paired; all 5 together hold at 95 % (Bonferroni)."), text);
        String third = text.substring(text.indexOf("Third brazing station"), text.indexOf("Second leak tester"));
        assertTrue(third.contains("Brazer: people 2 \u2192 3") && third.contains("better by"), third);
        String tester = text.substring(text.indexOf("Second leak tester"), text.indexOf("Frame buffer for twelve"));
        assertTrue(tester.contains("no difference shown"), "brazing is the limit: " + tester);
        assertTrue(text.contains("knee at 3"), text);
        String written = Files.readString(json);
        assertTrue(written.contains("\"verdict\" : \"better\"") && written.contains("\"knee\" : \"3\""), written);
        long made = kept();
        assertEquals(0, rhombic("compare", study.toString(), "--replications", "5", "--out", folder.resolve("c.csv").toString()));
        assertEquals(made, kept(), "all runs were there");
        assertTrue(Files.readString(folder.resolve("c.csv")).contains("Third brazing station,throughput,"));
    }

    @Test
    void diagnoseSaysTheLimitWithItsEvidence() throws Exception {
        Path json = folder.resolve("d.json");
        assertEquals(0, rhombic("diagnose", study.toString(), "--replications", "3", "--out", json.toString()));
        assertTrue(out.toString().contains("Limit. Limited by Brazing"), out.toString());
        assertTrue(out.toString().contains("active periods: Brazer"), out.toString());
        assertTrue(Files.readString(json).contains("\"kind\" : \"Limit\""));
    }

    @Test
    void killedInTheMiddleItLosesAtMostWhatWasUnderWay() throws Exception {
        List<String> command = List.of(ProcessHandle.current().info().command().orElseThrow(), "-cp", System.getProperty("java.class.path"),
                "rhombic.cli.Main", "compare", study.toString(), "--replications", "400", "--threads", "2");
        Process process = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(folder.resolve("log").toFile()).start();
        for (int i = 0; i < 600 && (!Files.exists(runs()) || kept() < 20); i++) {
            Thread.sleep(100);
        }
        process.destroyForcibly();
        assertTrue(process.waitFor(20, TimeUnit.SECONDS));
        long made = kept();
        assertTrue(made >= 20 && made < 2400, () -> "kept " + made);
        // the 6 variants of the comparison and the 9 of its sweeps, twice each: those of the first replications are there already
        assertEquals(0, rhombic("compare", study.toString(), "--replications", "2"));
        assertTrue(kept() - made <= 2 * 9 + 2, "only what was under way or never asked for is made again");
        assertFalse(err.toString().contains("can't be read"), err.toString());
    }

    @Test
    void whatCannotBeMeantIsRefusedInWords() {
        assertEquals(2, rhombic("compare", study.toString(), "--search", "Nothing", "--indifference", "1"));
        assertTrue(err.toString().contains("There is no factor \u201cNothing\u201d; there are: Frame buffer room, Brazer people"),
                err.toString());
        assertEquals(2, rhombic("compare", study.toString(), "--search", "Brazer people"));
        assertTrue(err.toString().contains("--indifference"), err.toString());
        assertEquals(2, rhombic("compare", study.toString(), "--out", "x.doc"));
        assertTrue(err.toString().contains(".json, .csv or .xlsx"), err.toString());
        assertEquals(2, rhombic("report", study.toString(), "--out", "x.doc"));
        assertEquals(1, rhombic("report", study.toString(), "--out", folder.resolve("none/x.html").toString()));
        assertTrue(err.toString().contains("there is no folder"), err.toString());
    }

    @Test
    void aRunsFileOfSomethingElseIsToldAndLeftAlone() throws Exception {
        Files.writeString(runs(), "my notes\n");
        assertEquals(0, rhombic("compare", study.toString(), "--replications", "2"));
        assertTrue(err.toString().contains("does not begin as a file of runs does"), err.toString());
        assertTrue(err.toString().contains("new ones are not kept"), err.toString());
        assertEquals("my notes\n", Files.readString(runs()));
    }

    @Test
    void whereRunsCannotBeKeptItComparesAllTheSameAndSaysSoOnce() throws Exception {
        assertEquals(0, rhombic("compare", study.toString(), "--replications", "2"));
        String figures = out.toString();
        out.getBuffer().setLength(0);
        Files.delete(runs());
        Files.createSymbolicLink(runs(), folder.resolve("no folder").resolve("there.runs.jsonl"));
        assertEquals(0, rhombic("compare", study.toString(), "--replications", "2"));
        assertEquals(figures, out.toString());
        assertEquals(1, err.toString().lines().filter(line -> line.contains("Runs can't be kept in ")).count(), err.toString());
    }
}
