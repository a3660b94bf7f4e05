package rhombic.formats.results;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import rhombic.experiment.Curve;
import rhombic.experiment.Interval;
import rhombic.experiment.Scale;
import rhombic.experiment.Search;
import rhombic.experiment.Sheet;
import rhombic.experiment.Variant;
import rhombic.experiment.Verdict;
import rhombic.formats.file.SafeFile;
import rhombic.formats.table.Csv;
import rhombic.insight.Diagnosis;
import rhombic.insight.Finding;
import rhombic.insight.Leverage;

/** Writes findings and comparisons. A figure that is not there is null in JSON and empty in tables. */
public final class ComparisonWriter {
    private static final ObjectMapper JSON = JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
    private static final List<String> COLUMNS = List.of("variant", "response", "mean", "halfWidth95", "replications", "differenceFrom",
            "difference", "differenceHalfWidth", "confidence", "verdict");

    private static final int VERSION = 2;

    private ComparisonWriter() {}

    /** What a comparison is made of. */
    public record Asked(Sheet sheet, Variant reference, List<String> responses) {
        /** All but what it is held against. */
        public int comparisons() {
            return Math.max(1, sheet.variants().size() - 1);
        }
    }

    public static void saveJson(ObjectNode node, Path file) throws IOException {
        byte[] text = JSON.writeValueAsBytes(node);
        SafeFile.write(file, out -> out.write(text));
    }

    public static String text(ObjectNode node) throws IOException {
        return JSON.writeValueAsString(node);
    }

    /** Findings, and gains if they were asked for. */
    public static ObjectNode diagnosis(Diagnosis diagnosis, List<Leverage.Gain> gains) {
        ObjectNode root = JSON.createObjectNode().put("rhombicFindings", VERSION).put("study", diagnosis.summary().study().name());
        root.put("replications", diagnosis.summary().runs().size());
        ArrayNode findings = root.putArray("findings");
        for (Finding finding : diagnosis.findings()) {
            ObjectNode one = findings.addObject().put("kind", finding.kind().word()).put("element", finding.subject()).put("text",
                    finding.text());
            ArrayNode evidence = one.putArray("evidence");
            finding.lines().forEach(evidence::add);
            finding.trialNote().ifPresent(trial -> one.put("try", trial.text()));
        }
        ArrayNode limits = root.putArray("limitOverTime");
        for (int i : diagnosis.shifting().ranked()) {
            limits.addObject().put("element", diagnosis.summary().unfolded().element(i).name())
                    .put("alone", diagnosis.shifting().sole()[i]).put("shifting", diagnosis.shifting().shifting()[i])
                    .put("meanActiveSeconds", diagnosis.shifting().meanActiveSeconds()[i]);
        }
        if (!gains.isEmpty()) {
            ArrayNode all = root.putArray("leverage");
            for (Leverage.Gain gain : gains) {
                verdict(all.addObject().put("change", gain.trial().text()), gain.verdict());
            }
        }
        return root;
    }

    private static void verdict(ObjectNode node, Verdict verdict) {
        ResultWriter.number(node, "difference", verdict.difference().mean());
        ResultWriter.number(node, "halfWidth", verdict.difference().halfWidth());
        node.put("confidence", verdict.confidence());
        node.put("verdict", verdict.kind().name().toLowerCase(Locale.ROOT).replace('_', ' '));
        node.put("moreReplications", verdict.moreReplications());
    }

    public static ObjectNode comparison(Asked asked, List<Curve> curves, Optional<Search.State> search) {
        ObjectNode root = JSON.createObjectNode().put("rhombicComparison", VERSION);
        root.put("reference", asked.reference.name());
        root.put("correction", "Bonferroni over " + asked.comparisons() + " comparisons");
        ArrayNode variants = root.putArray("variants");
        for (Variant variant : asked.sheet.variants()) {
            ObjectNode one = variants.addObject().put("name", variant.name());
            texts(one, "changes", variant.changes());
            texts(one, "contradictions", variant.contradictions());
            Double cost = variant.cost();
            if (cost != null) {
                one.put("cost", cost);
            }
            asked.sheet.failure(variant).ifPresent(why -> one.put("failure", why));
            ArrayNode responses = one.putArray("responses");
            for (String response : asked.responses) {
                Interval interval = asked.sheet.interval(variant, response);
                ObjectNode node = responses.addObject().put("response", response);
                ResultWriter.number(node, "mean", interval.mean());
                ResultWriter.number(node, "halfWidth95", interval.halfWidth());
                node.put("replications", interval.count());
                if (variant != asked.reference) {
                    verdict(node, asked.sheet.verdict(variant, asked.reference, response, asked.comparisons()));
                }
            }
        }
        ArrayNode drawn = root.putArray("curves");
        for (Curve curve : curves) {
            ObjectNode one = drawn.addObject().put("response", curve.response());
            ArrayNode points = one.putArray("points");
            for (Curve.Point point : curve.points()) {
                ObjectNode node = points.addObject().put("level", point.level());
                ResultWriter.number(node, "mean", point.value().mean());
                ResultWriter.number(node, "halfWidth95", point.value().halfWidth());
                ResultWriter.number(node, "loss", point.loss().mean());
                ResultWriter.number(node, "lossHalfWidth95", point.loss().halfWidth());
            }
            curve.knee().ifPresent(knee -> one.put("knee", knee.level()));
            curve.smallestGoodEnough().ifPresent(level -> one.put("smallestGoodEnough", level.level()));
        }
        search.ifPresent(state -> search(root.putObject("search"), state));
        return root;
    }

    private static void search(ObjectNode node, Search.State state) {
        node.put("runs", state.runs()).put("decided", state.isDone()).put("budgetSpent", state.budgetSpent());
        ArrayNode all = node.putArray("candidates");
        for (Search.Candidate standing : state.candidates()) {
            ObjectNode one = all.addObject().put("variant", standing.variant().name()).put("droppedAt", standing.droppedAt());
            ResultWriter.number(one, "mean", standing.value().mean());
            ResultWriter.number(one, "halfWidth95", standing.value().halfWidth());
        }
    }

    private static void texts(ObjectNode node, String field, List<String> texts) {
        if (!texts.isEmpty()) {
            ArrayNode all = node.putArray(field);
            texts.forEach(all::add);
        }
    }

    /** One row for each variant and response. */
    public static void saveCsv(Asked asked, Path file) throws IOException {
        SafeFile.write(file, out -> Csv.write(out, csv -> {
            csv.printRecord(COLUMNS);
            for (List<Object> row : rows(asked)) {
                csv.printRecord(row);
            }
        }));
    }

    /** The same as a spreadsheet. */
    public static void saveSpreadsheet(Asked asked, Path file) throws IOException {
        try (XSSFWorkbook book = new XSSFWorkbook()) {
            XSSFSheet sheet = book.createSheet("Comparison");
            Row head = sheet.createRow(0);
            for (int i = 0; i < COLUMNS.size(); i++) {
                head.createCell(i).setCellValue(COLUMNS.get(i));
            }
            int at = 1;
            for (List<Object> row : rows(asked)) {
                Row cells = sheet.createRow(at++);
                for (int i = 0; i < row.size(); i++) {
                    if (row.get(i) instanceof Number number) {
                        cells.createCell(i).setCellValue(number.doubleValue());
                    } else {
                        cells.createCell(i).setCellValue(row.get(i).toString());
                    }
                }
            }
            SafeFile.write(file, book::write);
        }
    }

    private static List<List<Object>> rows(Asked asked) {
        List<List<Object>> rows = new ArrayList<>();
        for (Variant variant : asked.sheet.variants()) {
            for (String response : asked.responses) {
                Interval interval = asked.sheet.interval(variant, response);
                Verdict verdict = asked.sheet.verdict(variant, asked.reference, response, asked.comparisons());
                boolean isSame = variant == asked.reference;
                rows.add(List.of(variant.name(), response, cell(interval.mean()), cell(interval.halfWidth()), interval.count(),
                        isSame ? "" : asked.reference.name(), isSame ? "" : cell(verdict.difference().mean()),
                        isSame ? "" : cell(verdict.difference().halfWidth()), isSame ? "" : verdict.confidence(),
                        isSame ? "" : verdictText(asked.sheet, verdict, response)));
            }
        }
        return rows;
    }

    private static Object cell(double value) {
        return Double.isFinite(value) ? (Object) value : "";
    }

    /** The verdict in words, in a unit that suits. */
    public static String verdictText(Sheet sheet, Verdict verdict, String response) {
        Scale scale = Scale.of(sheet.unit(response), verdict.other());
        return verdict.text(scale.unit(), scale.factor());
    }
}
