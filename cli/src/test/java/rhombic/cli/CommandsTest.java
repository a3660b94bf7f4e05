package rhombic.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CommandsTest {
    private static final String DEMO = "../demo/heat-pump-line.rhombic.json";

    @TempDir
    Path folder;

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    private int rhombic(String... args) {
        return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), args);
    }

    private String faulty(String what, String instead) throws Exception {
        String text = Files.readString(Path.of(DEMO));
        assertTrue(text.contains(what));
        return Files.writeString(folder.resolve("faulty.rhombic.json"), text.replace(what, instead)).toString();
    }

    @Test
    void aRunPrintsItsFiguresAndWritesThem() throws Exception {
        Path json = folder.resolve("r.json");
        assertEquals(0, rhombic("run", DEMO, "--replications", "3", "--seed", "5", "--until", "4h", "--warm-up", "30min", "--threads", "2",
                "--out", json.toString(), "--csv", folder.resolve("csv").toString()));
        assertTrue(out.toString().startsWith("Heat-pump line: 3 runs of 4 h, warm-up 30 min, seed 5"), out.toString());
        assertTrue(out.toString().contains("Limited by"));
        assertTrue(out.toString().contains("inside"));
        assertTrue(Files.size(json) > 1000);
        assertTrue(Files.exists(folder.resolve("csv/equipment.csv")));
        assertEquals("", err.toString());
    }

    @Test
    void theNumberOfThreadsDoesNotShow() {
        rhombic("run", DEMO, "--replications", "4", "--threads", "1");
        String alone = out.toString();
        out.getBuffer().setLength(0);
        rhombic("run", DEMO, "--replications", "4", "--threads", "4");
        assertEquals(alone, out.toString());
    }

    @Test
    void aSoundStudyPassesTheCheck() {
        assertEquals(0, rhombic("check", DEMO));
        assertEquals("No problems.", out.toString().strip());
    }

    @Test
    void faultsOfContentAreToldWithTheirPath() throws Exception {
        assertEquals(2, rhombic("check", faulty("\"52 s\"", "52")));
        assertTrue(err.toString().contains("equipment[15].time: 52 has no unit"), err.toString());
    }

    @Test
    void faultsOfSyntaxAreToldWithLineAndColumn() throws Exception {
        assertEquals(2, rhombic("check", faulty("\"places\" : 2,", "\"places\" ; 2,")));
        assertTrue(err.toString().contains("line ") && err.toString().contains("column "), err.toString());
    }

    @Test
    void errorsOfTheModelEndTheCheckWithTwoButTheRestRuns() throws Exception {
        String study = faulty("\"inputRoom\" : 2,\n    \"time\" : \"52 s\"", "\"inputRoom\" : 2");
        assertEquals(2, rhombic("check", study));
        assertTrue(out.toString().contains("error  Wrapping: Its time is not set"), out.toString());
        assertEquals(0, rhombic("run", study, "--replications", "2"));
        assertTrue(err.toString().contains("Runs without it: Wrapping"), err.toString());
    }

    @Test
    void wrongCommandLinesAreExplained() {
        assertEquals(2, rhombic("run", DEMO, "--until", "8"));
        assertTrue(err.toString().contains("--until: 8 has no unit: write 8 s, 8 min or 8 h"), err.toString());
        assertEquals(2, rhombic("run", DEMO, "--fast"));
        assertEquals(2, rhombic("run", DEMO, "--replications", "many"));
        assertEquals(2, rhombic("run", DEMO, "--replications", "0"));
        assertEquals(2, rhombic("run", DEMO, "--threads", "0"));
        assertEquals(2, rhombic("fly"));
        assertTrue(!err.toString().contains("Exception"), err.toString());
    }

    @Test
    void filesThatCannotBeUsedAreExplained() {
        assertEquals(2, rhombic("run", folder.resolve("none.json").toString()));
        assertTrue(err.toString().contains("there is no such file"), err.toString());
        assertEquals(2, rhombic("check", folder.toString()));
        assertTrue(err.toString().contains("it is a folder"), err.toString());
        assertEquals(1, rhombic("run", DEMO, "--replications", "1", "--out", folder.toString()));
        assertTrue(err.toString().contains("Can't write") && !err.toString().contains("Exception"), err.toString());
    }
}
