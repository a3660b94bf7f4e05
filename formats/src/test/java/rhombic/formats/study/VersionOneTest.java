package rhombic.formats.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Response;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;

/** Files that programs wrote before version 2 of the format: they open, and give the figures that they gave then. */
class VersionOneTest {
    private static final Path FILES = Path.of("src/test/resources/version1");

    private static Stream<String> studies() throws Exception {
        try (Stream<Path> files = Files.list(FILES)) {
            return files.map(file -> file.getFileName().toString()).filter(name -> name.endsWith(".responses.csv"))
                    .map(name -> name.replace(".responses.csv", "")).sorted().toList().stream();
        }
    }

    private static Study open(String name) throws Exception {
        return StudyReader.open(FILES.resolve(name + ".rhombic.json"));
    }

    @ParameterizedTest
    @MethodSource("studies")
    void aStudyGivesTheFiguresOfTheProgramThatWroteIt(String name) throws Exception {
        Study study = open(name);
        List<String> figures = new ArrayList<>();
        try (LocalEngine engine = new LocalEngine(1)) {
            Summary summary = Summary.of(study.withPlan(study.plan().withReplications(1)), engine, RunListener.NONE, () -> false);
            // what was not measured then is left out
            for (Response response : Response.all(study).stream().filter(one -> !one.name().startsWith("response time")).toList()) {
                double mean = summary.interval(response).mean();
                figures.add(response.subject() + " " + response.name() + " " + (Double.isNaN(mean) ? "" : mean));
            }
        }
        assertEquals(figuresThen(name), figures);
    }

    private static List<String> figuresThen(String name) throws Exception {
        CSVFormat format = CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).get();
        try (CSVParser rows = CSVParser.parse(FILES.resolve(name + ".responses.csv"), StandardCharsets.UTF_8, format)) {
            List<String> figures = new ArrayList<>();
            for (CSVRecord row : rows) {
                figures.add(row.get("place") + " " + row.get("response") + " " + row.get("mean"));
            }
            return figures;
        }
    }

    @ParameterizedTest
    @MethodSource("studies")
    void savedAsVersionTwoItIsTheSameStudy(String name) throws Exception {
        Study study = open(name);
        String text = StudyWriter.write(study);
        assertTrue(text.contains("\"rhombicStudy\" : 2"));
        assertEquals(study, StudyReader.read(text));
    }

    @Test
    void changesLeadFromOneStudyToTheOther() throws Exception {
        String text = Files.readString(FILES.resolve("from-24-to-47.changes.json"));
        Study changed = ChangeFile.read(text).applyTo(open("random-24"));
        assertEquals(StudyWriter.write(open("random-47")), StudyWriter.write(changed));
    }

    @Test
    void aFaultIsToldAtTheKeyThatTheFileHas() {
        String text = STUDY.replace("\"inputRoom\": 3", "\"inputRoom\": -1").replace("\"between\": \"75 s\"", "\"between\": \"75 km\"");
        StudyFormatException e = assertThrows(StudyFormatException.class, () -> StudyReader.read(text));
        assertEquals(List.of("equipment[0].supply.between", "equipment[1].inputRoom"),
                e.faults().stream().map(StudyFormatException.Fault::place).toList());
    }

    @Test
    void keysAreReadAsWhatTheyAreCalledNow() throws Exception {
        Study study = StudyReader.read(STUDY);
        GoodsIn in = (GoodsIn) study.find("In").orElseThrow();
        assertEquals(GoodsIn.WhenFull.REJECT, in.whenFull());
        Station station = (Station) study.find("Saw").orElseThrow();
        assertEquals(3, station.work().inputCapacity());
        assertEquals(new Placement(4, 1, 0, 90), station.placement());
        assertEquals("Fitter", station.work().operations().getFirst().needs().getFirst().skill());
        assertEquals(List.of("In"), station.basics().duty().failures().getFirst().stopsWith());
    }

    /** The draws of a filter hung on the place of the link among those of its giver; of everything else on names and ids. */
    @Test
    void whateverDrawsIsGivenAnIdThatKeepsItsDraws() throws Exception {
        Study study = StudyReader.read(STUDY);
        Station station = (Station) study.find("Saw").orElseThrow();
        assertEquals(List.of("0", "1"), station.work().operations().stream().map(o -> o.id()).toList());
        assertEquals("Blade", station.basics().duty().failures().getFirst().id());
        assertEquals("Count", study.rules().getFirst().id());
        assertEquals("In\u0000Saw", study.links().get(0).id());
        assertEquals("Saw\u0000Out", study.links().get(1).id());
        assertEquals("Saw\u0000link 1", study.links().get(2).id());
    }

    @Test
    void theSecondOfTwoLinksBetweenTheSameElementsDrawsAnewAndThatIsTold() throws Exception {
        String twice = STUDY.replace("{\"from\": \"Saw\", \"to\": \"Out\"}", "{\"from\": \"Saw\", \"to\": \"Out\", \"travel\": {\"time\": "
                + "\"exponential(9 s)\"}}, {\"from\": \"Saw\", \"to\": \"Out\", \"toPort\": \"in\", \"travel\": {\"time\": \"exponential(9 s)\"}}");
        Path file = Files.createTempFile("twice", ".rhombic.json");
        Files.writeString(file, twice);
        StudyReader.Opened opened = StudyReader.opened(file);
        Files.delete(file);
        assertEquals(List.of("Saw\u0000Out", "Saw\u0000Out 2"), opened.study().links().subList(1, 3).stream().map(l -> l.id()).toList());
        assertEquals(List.of("The second link from Saw to Out draws random numbers of its own now: its figures differ from those of older "
                + "programs"), opened.notes());
        assertEquals(List.of(), StudyReader.opened(FILES.resolve("random-24.rhombic.json")).notes());
    }

    private static final String STUDY = """
            {"rhombicStudy": 1, "name": "Old", "run": {"start": "2027-01-04T06:00", "length": "8 h", "warmUp": "0 s", "seed": 1,
              "replications": 1, "untilOut": 50},
             "pieceTypes": [{"name": "Board"}],
             "equipment": [
              {"kind": "goods in", "name": "In", "pieceType": "Board", "supply": {"between": "75 s", "pieces": 1}, "whenFull": "turn away"},
              {"kind": "station", "name": "Saw", "at": {"x": "4 m", "y": "1 m", "turned": 90}, "places": 1, "inputRoom": 3,
               "operations": [{"name": "clamp", "time": "5 s", "addsValue": false, "needs": [{"whom": "Fitter"}]},
                              {"name": "saw", "time": "exponential(30 s)", "addsValue": true}],
               "failures": [{"name": "Blade", "up": {"after": "exponential(1 h)", "clock": "working"}, "down": "5 min", "also": ["In"]}]},
              {"kind": "goods out", "name": "Out"}, {"kind": "goods out", "name": "Waste"},
              {"kind": "crew", "name": "Fitter", "people": 1}],
             "links": [{"from": "In", "to": "Saw"}, {"from": "Saw", "to": "Out"},
                       {"from": "Saw", "to": "Waste", "only": {"where": "uniform(0, 1) < 0.5"}}],
             "rules": [{"name": "Count", "when": {"piece": "enters", "at": "Saw"}, "then": [{"set": "n", "to": "uniform(0, 1)"}]}]}
            """;
}
