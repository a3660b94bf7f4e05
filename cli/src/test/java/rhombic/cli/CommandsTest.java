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
    private static final String DEMO = "../demo/bench/heat-pump-line.rhombic.json";

    @TempDir Path folder;

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    private int rhombic(String... args) {
        return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), args);
    }

    private String faulty(String fault, String instead) throws Exception {
        String text = Files.readString(Path.of(DEMO));
        assertTrue(text.contains(fault));
        return Files.writeString(folder.resolve("faulty.rhombic.json"), text.replace(fault, instead)).toString();
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
        assertTrue(err.toString().contains("equipment[18].time: 52 has no unit"), err.toString());
    }

    @Test
    void faultsOfSyntaxAreToldWithLineAndColumn() throws Exception {
        assertEquals(2, rhombic("check", faulty("\"places\" : 2,", "\"places\" ; 2,")));
        assertTrue(err.toString().contains("line ") && err.toString().contains("column "), err.toString());
    }

    @Test
    void errorsOfTheModelEndTheCheckWithTwoButTheRestRuns() throws Exception {
        String study = faulty("\"inputCapacity\" : 2,\n    \"time\" : \"52 s\"", "\"inputCapacity\" : 2");
        assertEquals(2, rhombic("check", study));
        assertTrue(out.toString().contains("error  Wrapping: Its time is not set"), out.toString());
        assertEquals(2, rhombic("run", study, "--replications", "2"));
        assertTrue(err.toString().contains("Runs without it: Wrapping"), err.toString());
        assertTrue(err.toString().strip().endsWith("correct them, or use --ignore-errors."), err.toString());
        assertEquals(0, rhombic("run", study, "--replications", "2", "--ignore-errors"));
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

    @Test
    void aPlaceThatCannotBeWrittenToIsToldBeforeTheRun() throws Exception {
        assertEquals(1, rhombic("run", DEMO, "--out", folder.resolve("none/r.json").toString()));
        assertTrue(err.toString().contains("there is no folder"), err.toString());
        Path file = Files.writeString(folder.resolve("file"), "");
        assertEquals(1, rhombic("run", DEMO, "--csv", file.resolve("tables").toString()));
        assertTrue(err.toString().contains("is no folder"), err.toString());
        assertEquals("", out.toString(), "nothing was run");
    }

    private String study(String name, String equipment, String links) throws Exception {
        return Files.writeString(folder.resolve(name),
                """
                        {"rhombicStudy": 1, "name": "Small", "run": {"start": "2027-01-04T06:00", "length": "8 h", "warmUp": "0 h", "seed": 1, "replications": 1},
                         "pieceTypes": [{"name": "Box"}], "equipment": [%s], "links": [%s]}
                        """
                        .formatted(equipment, links))
                .toString();
    }

    /** Sent back for rework to a station that is itself waiting to hand on: each waits for the other. */
    @Test
    void aDeadlockIsToldAndEndsWithThree() throws Exception {
        String study = study("stuck.json", """
                {"kind": "goods in", "name": "In", "pieceType": "Box", "supply": {"onDemand": true}, "whenFull": "wait"},
                {"kind": "station", "name": "A", "places": 1, "inputRoom": 0, "time": "10 s"},
                {"kind": "station", "name": "B", "places": 1, "inputRoom": 0, "time": "10 s"},
                {"kind": "goods out", "name": "Out"}""",
                """
                        {"from": "In", "to": "A"}, {"from": "A", "to": "B"}, {"from": "B", "to": "A", "share": "100 %"}, {"from": "B", "to": "Out", "share": "0 %"}""");
        assertEquals(3, rhombic("run", study, "--even-so"), err.toString());
        assertTrue(err.toString().contains("Standstill in 1 of 1 runs"), err.toString());
        assertTrue(err.toString().contains("A") && err.toString().contains("waits for room at B") || err.toString().contains("for B"),
                err.toString());
    }

    @Test
    void rowsAreReadFromTheirSource() throws Exception {
        Path csv = Files.writeString(folder.resolve("day.csv"), "time,type,quantity\n0:10,Box,2\n0:20,Box,3\n");
        String equipment = """
                {"kind": "goods in", "name": "In", "pieceType": "Box", "supply": {"timetable": {"repeat": "once", %s"source": "day.csv"}}, "whenFull": "wait"}, {"kind": "goods out", "name": "Out"}""";
        String links = "{\"from\": \"In\", \"to\": \"Out\"}";
        String bare = study("bare.json", equipment.formatted(""), links);
        assertEquals(0, rhombic("run", bare), err.toString());
        assertTrue(out.toString().contains("5 in"), out.toString());
        String filled = study("filled.json", equipment.formatted("\"rows\": [{\"at\": \"0:05\", \"type\": \"Box\", \"quantity\": 1}], "),
                links);
        out.getBuffer().setLength(0);
        assertEquals(0, rhombic("run", filled), err.toString());
        assertTrue(out.toString().contains("1 in"), out.toString());
        out.getBuffer().setLength(0);
        assertEquals(0, rhombic("run", filled, "--reload"), err.toString());
        assertTrue(out.toString().contains("5 in"), out.toString());
        Files.writeString(csv, "time,type,quantity\n0:10,Crate,2\n");
        assertEquals(2, rhombic("check", filled, "--reload"));
        assertTrue(err.toString().contains("Timetable of In, day.csv: Row 2: there is no piece type"), err.toString());
        Files.delete(csv);
        assertEquals(2, rhombic("run", bare));
        assertTrue(err.toString().contains("there is no such file"), err.toString());
    }

    @Test
    void theSchemaIsTheOneInTheDocuments() throws Exception {
        assertEquals(0, rhombic("schema"));
        assertEquals(Files.readString(Path.of("../docs/study.schema.json")), out.toString());
    }
}
