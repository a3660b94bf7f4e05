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

class ResultWriterTest {
    @TempDir
    Path folder;

    private Summary summary;

    @BeforeEach
    void run() throws Exception {
        var study = StudyReader.open(Path.of("../demo/heat-pump-line.rhombic.json"));
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
            assertEquals(summary.study().equipment().size(), run.get("equipment").size());
            for (JsonNode e : run.get("equipment")) {
                assertEquals(e.get("contentNow").asLong(), e.get("contentAtStart").asLong() + e.get("in").asLong() + e.get("made").asLong() - e.get("joined").asLong()
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
        int things = summary.study().equipment().size();
        assertEquals(4 * things, equipment.size());
        for (int i = 0; i < things; i++) {
            var figures = summary.runs().getFirst().equipment().get(i);
            assertEquals(figures.name(), equipment.get(i).get("equipment"));
            assertEquals(figures.in() + figures.made() - figures.joined(), Long.parseLong(equipment.get(i).get("in")) + Long.parseLong(equipment.get(i).get("made")) - Long.parseLong(equipment.get(i).get("joined")));
            assertEquals(figures.kind().equals("Goods out"), equipment.get(i).get("working").isEmpty(), "only a goods out has no states");
        }
        assertEquals(4 * summary.study().pieceTypes().size(), read("piece-types.csv").size());
        assertEquals(Response.all(summary.study()).size(), read("responses.csv").size());
    }

    private List<CSVRecord> read(String name) throws Exception {
        try (Reader reader = Files.newBufferedReader(folder.resolve("tables").resolve(name))) {
            return CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).get().parse(reader).getRecords();
        }
    }
}
