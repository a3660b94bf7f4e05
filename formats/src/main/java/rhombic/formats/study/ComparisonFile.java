package rhombic.formats.study;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import rhombic.study.Alternative;
import rhombic.study.BoardChart;
import rhombic.study.Comparison;
import rhombic.study.Factor;
import rhombic.study.OwnResponse;
import rhombic.study.Sweep;
import rhombic.study.Variation;
import rhombic.study.change.Changes;

/** What is compared, as it stands in a study file. */
final class ComparisonFile {
    private ComparisonFile() {}

    static ObjectNode write(Comparison comparison) {
        ObjectNode node = StudyWriter.JSON.createObjectNode();
        if (!comparison.alternatives().isEmpty()) {
            ArrayNode alternatives = node.putArray("alternatives");
            for (Alternative one : comparison.alternatives()) {
                ObjectNode written = alternatives.addObject().put("name", one.name());
                Double cost = one.cost();
                if (cost != null) {
                    written.put("cost", cost);
                }
                changes(written, one.changes());
            }
        }
        if (!comparison.factors().isEmpty()) {
            ArrayNode factors = node.putArray("factors");
            for (Factor one : comparison.factors()) {
                ArrayNode levels = factors.addObject().put("name", one.name()).putArray("levels");
                one.levels().forEach(level -> changes(levels.addObject().put("text", level.text()), level.changes()));
            }
        }
        if (!comparison.sweeps().isEmpty()) {
            ArrayNode sweeps = node.putArray("sweeps");
            for (Sweep one : comparison.sweeps()) {
                ObjectNode written = sweeps.addObject();
                StudyWriter.optional(written, "alternative", one.alternative());
                StudyWriter.texts(written.putArray("factors"), one.factors());
            }
        }
        StudyWriter.optional(node, "reference", comparison.reference());
        if (!comparison.responses().isEmpty()) {
            StudyWriter.texts(node.putArray("responses"), comparison.responses());
        }
        if (!comparison.own().isEmpty()) {
            ArrayNode own = node.putArray("ownResponses");
            for (OwnResponse one : comparison.own()) {
                ObjectNode written = own.addObject().put("name", one.name()).put("formula", one.formula());
                StudyWriter.optional(written, "unit", one.unit());
            }
        }
        if (comparison.replications() > 0) {
            node.put("replications", comparison.replications());
        }
        if (comparison.targetHalfWidth() > 0) {
            node.put("targetHalfWidth", comparison.targetHalfWidth());
        }
        if (!comparison.board().isEmpty()) {
            ArrayNode board = node.putArray("board");
            for (BoardChart chart : comparison.board()) {
                ObjectNode one = board.addObject().put("title", chart.title()).put("chart", StudyWriter.word(chart.kind()));
                StudyWriter.texts(one.putArray("elements"), chart.elements());
                one.put("series", StudyWriter.word(chart.series())).put("movingMean", chart.movingMean()).put("onFloor", chart.onFloor());
            }
        }
        return node;
    }

    private static void changes(ObjectNode node, Variation changes) {
        ArrayNode all = node.putArray("changes");
        ((Changes) changes).all().forEach(change -> ChangeFile.write(change, all.addObject()));
    }

    static Optional<Comparison> read(Fields fields) {
        List<Alternative> alternatives = fields.optionalList("alternatives", one -> {
            String name = one.text("name", "Alternative");
            Double cost = one.has("cost") ? (Double) one.number("cost") : null;
            Changes changes = changes(one);
            return one.tried(null, () -> new Alternative(name, changes, cost));
        });
        List<Factor> factors = fields.optionalList("factors", one -> {
            String name = one.text("name", "Factor");
            List<Factor.Level> levels = one.list("levels", level -> {
                String text = level.text("text", "1");
                Changes changes = changes(level);
                return level.tried(null, () -> new Factor.Level(text, changes));
            });
            return one.tried(null, () -> new Factor(name, levels));
        });
        List<Sweep> sweeps = fields.optionalList("sweeps", one -> {
            String alternative = one.textOr("alternative");
            List<String> over = one.texts("factors");
            return one.tried(null, () -> new Sweep(alternative, over));
        });
        String against = fields.textOr("reference");
        List<String> responses = fields.has("responses") ? fields.texts("responses") : List.of();
        List<OwnResponse> own = fields.optionalList("ownResponses", one -> {
            String name = one.text("name", "Response");
            String formula = one.text("formula", "0");
            String unit = one.textOr("unit");
            return one.tried(null, () -> new OwnResponse(name, unit, formula));
        });
        int replications = fields.optionalWhole("replications").orElse(0);
        double targetHalfWidth = fields.has("targetHalfWidth") ? fields.number("targetHalfWidth") : 0;
        List<BoardChart> board = fields.optionalList("board", one -> {
            String title = one.text("title", "Chart");
            BoardChart.Kind kind = one.word("chart", words(BoardChart.Kind.values()), List.of(BoardChart.Kind.values()));
            List<String> elements = one.has("elements") ? one.texts("elements") : List.of();
            BoardChart.Series series = one.has("series")
                    ? one.word("series", words(BoardChart.Series.values()), List.of(BoardChart.Series.values()))
                    : BoardChart.Series.EACH;
            int movingMean = one.optionalWhole("movingMean").orElse(1);
            boolean onFloor = one.isTrue("onFloor");
            return one.tried(null, () -> new BoardChart(title, kind, elements, series, movingMean, onFloor));
        });
        fields.refuseUnread();
        return fields.tried(null,
                () -> new Comparison(alternatives, factors, sweeps, against, responses, own, replications, targetHalfWidth, board));
    }

    private static List<String> words(Enum<?>[] values) {
        return Arrays.stream(values).map(StudyWriter::word).toList();
    }

    private static Changes changes(Fields fields) {
        return new Changes(fields.optionalList("changes", ChangeFile::change));
    }
}
