package rhombic.formats.report;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.experiment.Archive;
import rhombic.experiment.LocalEngine;
import rhombic.formats.events.EventLog;
import rhombic.formats.picture.Svg;
import rhombic.formats.study.StudyReader;
import rhombic.insight.PlanDrawing;
import rhombic.study.Study;
import rhombic.study.kind.Station;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.PieceType;

/** What is handed on of the demo. */
class ReportTest {
    @TempDir Path folder;

    private static Study demo() throws Exception {
        Study study = StudyReader.open(Path.of("../demo/bench/heat-pump-line.rhombic.json"));
        return study.withPlan(study.plan().withReplications(3)).withComparison(study.comparison().withReplications(3));
    }

    @Test
    void aReportSaysWhatIsKnownInEachForm() throws Exception {
        Archive archive = Archive.inMemory();
        try (LocalEngine engine = new LocalEngine(2)) {
            for (Reports.Form form : Reports.Form.values()) {
                Path file = folder.resolve("report" + form.name());
                Reports.write(demo(), engine, archive, List.of(), false, "./rhombic report demo", form, file, () -> false);
                assertTrue(Files.size(file) > 3000, form::name);
            }
        }
        String html = Files.readString(folder.resolve("reportHTML"));
        try (PDDocument pdf = Loader.loadPDF(folder.resolve("reportPDF").toFile())) {
            String text = new PDFTextStripper().getText(pdf).replaceAll("\\s+", " ");
            for (String part : List.of("Heat-pump line", "What is assumed", "Limited by Brazing", "Third brazing station",
                    "Brazer: people 2 \u2192 3", "Sweeps",
                    "./rhombic report demo")) {
                assertTrue(html.contains(part), () -> "HTML says " + part);
                assertTrue(text.contains(part), () -> "PDF says " + part + ": " + text.substring(0, 400));
            }
            assertTrue(pdf.getNumberOfPages() >= 3);
        }
        assertFalse(html.contains("http://") && html.contains("src=\"http"), "it needs no other file");
        try (InputStream in = Files.newInputStream(folder.resolve("reportSPREADSHEET")); XSSFWorkbook book = new XSSFWorkbook(in)) {
            assertEquals("Third brazing station", book.getSheetAt(0).getRow(4).getCell(0).getStringCellValue());
            assertTrue(book.getSheetAt(0).getRow(4).getCell(2).getNumericCellValue() > 30);
        }
    }

    @Test
    void drawingsAreWellFormedAndHoldWhatIsTyped() throws Exception {
        String svg = Svg.of(PlanDrawing.of(demo().changed("Wrapping", e -> e.named("Wrap < & \"pack\"")), 600, 300));
        var parsed = DocumentBuilderFactory.newInstance().newDocumentBuilder()
                .parse(new ByteArrayInputStream(svg.getBytes(StandardCharsets.UTF_8)));
        assertTrue(parsed.getDocumentElement().getTextContent().contains("Wrap < & \"pack\""));
        assertTrue(Svg.of(PlanDrawing.of(Study.empty(), 600, 300)).contains("The floor is empty"));
    }

    @Test
    void namesInOtherScriptsStayApartInAPdf() throws Exception {
        // Georgian and Chinese, which our fonts lack: in a font of this machine, or by their numbers
        Study study = demo().changed("Wrapping", e -> e.named("\u10E8\u10D4\u10E4\u10E3\u10D7\u10D5\u10D0"))
                .changed("Loading", e -> e.named("\u6D82\u88C5"));
        Path file = folder.resolve("scripts.pdf");
        Document document = new Document("Names", List.of(new Document.Paragraph(
                String.join(", ", study.elements().stream().map(e -> e.name()).toList()))));
        PdfReport.save(document, file);
        try (PDDocument pdf = Loader.loadPDF(file.toFile())) {
            String text = new PDFTextStripper().getText(pdf);
            assertFalse(text.contains("?"), text);
            assertTrue(text.contains("\u10E8\u10D4\u10E4") || text.contains("[U+10E8][U+10D4][U+10E4]"), text);
            assertTrue(text.contains("\u6D82\u88C5") || text.replaceAll("\\s", "").contains("[U+6D82][U+88C5]"), text);
        }
    }

    @Test
    void theEventLogFitsTheStandardAndFollowsEveryPiece() throws Exception {
        Path file = folder.resolve("line.ocel.json");
        Study study = demo();
        int events = EventLog.save(study, file);
        JsonNode log = new ObjectMapper().readTree(file.toFile());
        JsonSchema schema = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V7)
                .getSchema(ReportTest.class.getResourceAsStream("/ocel20.schema.json"));
        assertEquals(Set.of(), schema.validate(log));
        assertEquals(events, log.path("events").size());
        Map<String, String> typeOf = new HashMap<>();
        log.path("objects").forEach(
                object -> assertEquals(null, typeOf.put(object.path("id").asText(), object.path("type").asText()), "ids are unique"));
        Set<String> types = new HashSet<>();
        log.path("objectTypes").forEach(type -> types.add(type.path("name").asText()));
        assertTrue(types.containsAll(typeOf.values()));
        assertTrue(types.containsAll(study.pieceTypes().stream().map(PieceType::name).toList()));
        String last = "";
        Set<String> left = new HashSet<>();
        for (JsonNode event : log.path("events")) {
            assertTrue(event.path("time").asText().compareTo(last) >= 0, "in the order of time");
            last = event.path("time").asText();
            String piece = event.path("relationships").get(0).path("objectId").asText();
            assertTrue(typeOf.containsKey(piece));
            assertFalse(left.contains(piece), () -> piece + " does something after it has left: " + event);
            if (event.path("type").asText().equals("leaves")) {
                left.add(piece);
            }
        }
        assertTrue(left.size() > 150);
    }

    /** Whatever is begun ends, is scrapped, or is under way at the end: at most one for each place. */
    @ParameterizedTest
    @ValueSource(strings = {"examples/sorting-line", "heat-pump-line", "examples/four-stations-that-fail"})
    void theEventLogTellsTheEndOfAllWork(String name) throws Exception {
        Path file = folder.resolve("work.ocel.json");
        Study study = StudyReader.open(Path.of("../demo/" + name + ".rhombic.json"));
        EventLog.save(study, file);
        Set<String> open = new HashSet<>();
        int begun = 0;
        for (JsonNode event : new ObjectMapper().readTree(file.toFile()).path("events")) {
            String work = event.path("relationships").get(0).path("objectId").asText() + " at "
                    + event.path("relationships").get(1).path("objectId").asText();
            switch (event.path("type").asText()) {
                case "work begins" -> {
                    begun++;
                    assertTrue(open.add(work), () -> work + " is begun twice");
                }
                case "work ends" -> assertTrue(open.remove(work), () -> work + " ends and was not begun");
                case "is scrapped" -> open.remove(work);
                default -> {}
            }
        }
        int places = study.elements().stream().mapToInt(e -> e instanceof WorkEquipment work
                ? work.work().places() * (work instanceof Station station ? station.load().pieces() : 1)
                : 0).sum();
        assertTrue(begun > 100, "begun " + begun);
        assertTrue(open.size() <= places, () -> open.size() + " never end: " + open);
    }
}
