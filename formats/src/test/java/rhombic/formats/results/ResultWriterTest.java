package rhombic.formats.results;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Response;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.formats.study.StudyReader;
import rhombic.measure.RunFigures;

class ResultWriterTest {
    @TempDir Path folder;

    private Summary summary;

    @BeforeEach
    void run() throws Exception {
        var study = StudyReader.open(Path.of("../demo/bench/heat-pump-line.rhombic.json"));
        try (LocalEngine engine = new LocalEngine(2)) {
            summary = Summary.of(study.withPlan(study.plan().withReplications(4)), engine, RunListener.NONE, () -> false);
        }
    }

    @Test
    void theJsonHoldsEveryResponseWithItsValues() throws Exception {
        Path file = folder.resolve("results.json");
        ResultWriter.saveJson(summary, file);
        JsonNode root = new ObjectMapper().readTree(file.toFile());
        assertEquals(Response.all(summary.study()).size(), root.get("responses").size());
        JsonNode throughput = root.get("responses").get(0);
        assertEquals("throughput", throughput.get("name").asText());
        assertEquals(summary.interval(Response.THROUGHPUT).mean(), throughput.get("mean").asDouble());
        assertEquals(summary.interval(Response.THROUGHPUT).halfWidth(), throughput.get("halfWidth95").asDouble());
        assertEquals(4, throughput.get("values").size());
        for (JsonNode run : root.get("replications")) {
            assertEquals(summary.study().equipment().size(),
                    run.get("equipment").size());
            assertEquals(summary.study().crews().size(), run.get("crews").size());
            for (JsonNode e : run.get("equipment")) {
                assertEquals(e.get("contentNow").asLong(),
                        e.get("contentAtStart").asLong() + e.get("in").asLong() + e.get("made").asLong() - e.get("joined").asLong()
                                - e.get("scrapped").asLong() - e.get("out").asLong());
                double shares = 0;
                for (JsonNode share : e.get("shares")) {
                    shares += share.asDouble();
                }
                assertTrue(e.get("shares").isEmpty() || Math.abs(shares - 1) < 1e-9);
            }
        }
    }

    @Test
    void theTablesReadBackAsCsv() throws Exception {
        ResultWriter.saveCsv(summary, folder.resolve("tables"));
        List<CSVRecord> equipment = read("equipment.csv");
        int elements = (int) summary.study().equipment().size(); // crews come last
        assertEquals(4 * elements, equipment.size());
        for (int i = 0; i < elements; i++) {
            var figures = summary.runs().getFirst().equipment().get(i);
            assertEquals(figures.name(), equipment.get(i).get("equipment"));
            assertEquals(figures.in() + figures.made() - figures.joined(), Long.parseLong(equipment.get(i).get("in"))
                    + Long.parseLong(equipment.get(i).get("made")) - Long.parseLong(equipment.get(i).get("joined")));
            boolean hasStates = !List.of("Goods out", "Buffer", "Conveyor").contains(figures.kind());
            if (figures.kind().equals("Conveyor")) {
                assertEquals(figures.belt().runningShare(), Double.parseDouble(equipment.get(i).get("running")), figures.name());
                assertTrue(figures.belt().runningShare() > 0, figures.name());
            }
            assertEquals(hasStates, !equipment.get(i).get("working").isEmpty(), figures.kind());
            assertEquals(hasStates, equipment.get(i).get("empty").isEmpty(), figures.kind());
            assertEquals(figures.waits().begun() > 0, !equipment.get(i).get("wait mean s").isEmpty(), figures.name());
        }
        assertEquals(4 * summary.study().pieceTypes().size(), read("piece-types.csv").size());
        assertEquals(Response.all(summary.study()).size(), read("responses.csv").size());
        for (CSVRecord run : read("replications.csv")) {
            RunFigures figures = summary.runs().get(Integer.parseInt(run.get("replication")) - 1);
            assertEquals(figures.insideMean(), Double.parseDouble(run.get("inside mean")));
            assertEquals(figures.rejected(), Long.parseLong(run.get("rejected")));
        }
    }

    /** Hand calculation: a piece a minute, 30 s on the way and 20 s of work; one of two is on its way half of the time. */
    @Test
    void waysAndWaitsAreInTheResults() throws Exception {
        var read = StudyReader
                .read("""
                        {"rhombicStudy": 1, "name": "Way", "run": {"start": "2027-01-04T06:00", "length": "2 h", "warmUp": "1 h", "seed": 1, "replications": 2},
                         "pieceTypes": [{"name": "Box"}],
                         "equipment": [
                          {"kind": "goods in", "name": "In", "pieceType": "Box", "supply": {"between": "60 s", "pieces": 1}, "whenFull": "wait"},
                          {"kind": "station", "name": "Drill", "places": 1, "inputRoom": 0, "time": "20 s"},
                          {"kind": "goods out", "name": "Out"}],
                         "links": [{"from": "In", "to": "Drill", "travel": {"time": "30 s"}}, {"from": "Drill", "to": "Out"}]}
                        """);
        try (LocalEngine engine = new LocalEngine(1)) {
            summary = Summary.of(read, engine, RunListener.NONE, () -> false);
        }
        Path file = folder.resolve("way.json");
        ResultWriter.saveJson(summary, file);
        JsonNode run = new ObjectMapper().readTree(file.toFile()).get("replications").get(0);
        JsonNode link = run.get("links").get(0);
        assertEquals("Drill", link.get("to").asText());
        assertEquals(0.5, link.get("onTheWayMean").asDouble(), 1e-9);
        assertEquals(30, link.get("travelMean").asDouble(), 1e-9);
        JsonNode type = run.get("pieceTypes").get(0);
        assertEquals(30, type.get("moveMean").asDouble(), 1e-9);
        assertEquals(50, type.get("leadTime").get("mean").asDouble(), 1e-9);
        assertEquals(0, run.get("equipment").get(1).get("wait").get("max").asDouble());
        assertEquals(50.0 / 60, run.get("insideMean").asDouble(), 1e-9);
        assertTrue(run.get("deadlock").isNull() && run.get("lossShare").asDouble() == 0, run.toString());
        ResultWriter.saveCsv(summary, folder.resolve("tables"));
        assertEquals(60, Long.parseLong(read("links.csv").getFirst().get("arrived")));
    }

    private List<CSVRecord> read(String name) throws Exception {
        try (Reader reader = Files.newBufferedReader(folder.resolve("tables").resolve(name))) {
            return CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).get().parse(reader).getRecords();
        }
    }
}
