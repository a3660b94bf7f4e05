package rhombic.formats.report;

import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.IntStream;
import rhombic.chart.Chart;
import rhombic.experiment.Curve;
import rhombic.experiment.FigureText;
import rhombic.experiment.Interval;
import rhombic.experiment.Response;
import rhombic.experiment.Scale;
import rhombic.experiment.Sheet;
import rhombic.experiment.Summary;
import rhombic.experiment.Variant;
import rhombic.experiment.Verdict;
import rhombic.formats.results.ComparisonWriter;
import rhombic.insight.Board;
import rhombic.insight.Diagnosis;
import rhombic.insight.Finding;
import rhombic.insight.Leverage;
import rhombic.insight.PlanDrawing;
import rhombic.study.BoardChart;
import rhombic.study.Study;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.TimeSource;

/** Puts a report together: the study, what is assumed, pictures, findings, the comparison, and how it was run. */
public final class ReportDocument {
    private static final double WIDTH = 660;
    private static final double CHART_HEIGHT = 230;
    private static final int MAX_GAINS = 12;

    private final List<Document.Part> parts = new ArrayList<>();
    private final Study study;

    private ReportDocument(Study study) {
        this.study = study;
    }

    /**
     * What goes into it.
     *
     * @param pictures of the floor, as PNG; none: a plan is drawn
     * @param gains if the leverage was asked for
     * @param comparison if there is any
     * @param curves of the sweeps, each with the name of its factor
     * @param command how to run it again
     */
    public record Content(Study study, Diagnosis diagnosis, List<byte[]> pictures, List<Leverage.Gain> gains,
            Optional<ComparisonWriter.Asked> comparison, List<Curve.Line> curves, String command) {}

    public static Document of(Content content) {
        ReportDocument report = new ReportDocument(content.study);
        report.study(content);
        report.findings(content);
        report.board(content.diagnosis);
        content.comparison.ifPresent(report::comparison);
        report.curves(content);
        report.howItWasRun(content);
        return new Document(content.study.name(), report.parts);
    }

    private void heading(int level, String text) {
        parts.add(new Document.Heading(level, text));
    }

    private void say(String text) {
        parts.add(new Document.Paragraph(text));
    }

    private void study(Content content) {
        Summary summary = content.diagnosis.summary();
        content.diagnosis.limit().ifPresent(limit -> say(limit.text() + "."));
        for (Response response : List.of(Response.THROUGHPUT, Response.LEAD_TIME, Response.INSIDE)) {
            Interval interval = summary.interval(response);
            say(capital(response.name()) + ": " + Scale.of(response.unit(), interval.mean()).text(interval)
                    + (interval.count() < 2 ? " (one run: no interval)" : " (95 % confidence interval)"));
        }
        if (content.pictures.isEmpty()) {
            parts.add(new Document.Figure(PlanDrawing.of(study, WIDTH, 360), "The plant in plan"));
        }
        for (byte[] picture : content.pictures) {
            parts.add(new Document.Picture(picture, "The plant"));
        }
        heading(1, "What is assumed");
        List<String> lines = new ArrayList<>();
        lines.add("Each run begins " + study.plan().start().format(DateTimeFormatter.ofPattern("d MMMM yyyy, HH:mm", Locale.ENGLISH))
                + " and lasts "
                + study.plan().length()
                + (study.plan().warmUp().amount() > 0 ? ", of which " + study.plan().warmUp() + " are cut off as warm-up" : ""));
        List<ResourceGroup> fleets = study.groups().stream().filter(group -> !group.arePeople()).toList();
        lines.add(String.join(", ",
                counted(study.equipment().size(), "piece of equipment", "pieces of equipment"),
                counted(study.links().size(), "link", "links"), counted(study.pieceTypes().size(), "piece type", "piece types"),
                counted(study.crews().stream().mapToInt(c -> c.people()).sum(), "person", "people") + " in "
                        + counted(study.crews().size(), "crew", "crews") + (fleets.isEmpty()
                                ? ""
                                : ", " + counted(fleets.stream().mapToInt(ResourceGroup::count).sum(), "vehicle", "vehicles") + " in "
                                        + counted(fleets.size(), "fleet", "fleets")),
                counted(study.calendars().size(), "calendar", "calendars"), counted(study.rules().size(), "rule", "rules")));
        StudyCheck.of(study).stream().filter(p -> p.grade() != Problem.Grade.HINT).limit(10)
                .forEach(p -> lines.add(p.subject() + ": " + p.message()));
        parts.add(new Document.Bullets(lines));
        List<List<String>> rows = new ArrayList<>();
        for (PlantElement element : study.elements()) {
            if (element instanceof WorkEquipment work) {
                rows.add(List.of(element.name(), element.kind(), Integer.toString(work.work().places()),
                        String.join(", ", work.work().operations().stream().map(op -> op.name() + " " + time(op.time())).toList()),
                        String.join(", ", work.needs().stream().map(n -> n.people() + " " + n.skill()).distinct().toList())));
            }
        }
        parts.add(new Document.Table(List.of("station", "kind", "places", "times", "people"), rows));
    }

    private static String counted(long count, String one, String several) {
        return count + " " + (count == 1 ? one : several);
    }

    private static String time(TimeSource time) {
        return switch (time) {
            case TimeSource.Drawn drawn -> drawn.time().toString();
            case TimeSource.ByType by -> "by type";
            case TimeSource.FromTable table -> "from table " + table.table();
            case TimeSource.ByFormula by -> by.formula() + " in " + by.unit().symbol();
        };
    }

    private void findings(Content content) {
        heading(1, "Findings");
        for (Finding finding : content.diagnosis.findings()) {
            heading(2, finding.kind().word());
            say(finding.text() + ".");
            parts.add(new Document.Bullets(finding.lines()));
        }
        if (!content.gains.isEmpty()) {
            heading(1, "What should be changed first");
            say("The plant was run again with one change at a time, on the same random numbers. All intervals together hold at 95 %.");
            Scale scale = Scale.of("1/h", content.gains.getFirst().verdict().other());
            parts.add(new Document.Table(List.of("change", "what it brings"), content.gains.stream().limit(MAX_GAINS)
                    .map(gain -> List.of(gain.trial().text(), gain.verdict().text(scale.unit(), scale.factor()))).toList()));
        }
    }

    private void board(Diagnosis diagnosis) {
        List<BoardChart> charts = study.comparison().board();
        if (charts.isEmpty() || diagnosis.observations().isEmpty()) {
            return;
        }
        heading(1, "Charts");
        Board board = new Board(diagnosis.observations());
        for (BoardChart chart : charts) {
            parts.add(new Document.Figure(board.of(chart).drawn(WIDTH, CHART_HEIGHT), chart.title()));
        }
    }

    private void comparison(ComparisonWriter.Asked asked) {
        if (asked.sheet().variants().size() < 2) {
            return;
        }
        heading(1, "Alternatives");
        say("Differences are from " + asked.reference().name() + ", paired run by run on common random numbers; all " + asked.comparisons()
                + " of a response together hold at 95 % (Bonferroni).");
        for (Variant variant : asked.sheet().variants()) {
            if (!variant.changes().isEmpty()) {
                Double cost = variant.cost();
                heading(2, variant.name() + (cost == null ? "" : ", cost " + FigureText.of(cost)));
                List<String> lines = new ArrayList<>(variant.changes());
                lines.addAll(variant.contradictions());
                parts.add(new Document.Bullets(lines));
            }
        }
        for (String response : asked.responses()) {
            List<List<String>> rows = new ArrayList<>();
            for (Variant variant : asked.sheet().variants()) {
                Interval interval = asked.sheet().interval(variant, response);
                Scale scale = Scale.of(asked.sheet().unit(response), asked.sheet().interval(asked.reference(), response).mean());
                Verdict verdict = asked.sheet().verdict(variant, asked.reference(), response, asked.comparisons());
                rows.add(List.of(variant.name(), interval.count() == 0 ? "not run" : scale.text(interval),
                        Integer.toString(interval.count()),
                        variant == asked.reference() ? "" : verdict.text(scale.unit(), scale.factor())));
            }
            parts.add(new Document.Table(List.of("alternative", response, "runs", "against " + asked.reference().name()), rows));
        }
        parts.add(new Document.Figure(intervals(asked).drawn(WIDTH, CHART_HEIGHT), "Each alternative with its 95 % interval"));
    }

    private static Chart intervals(ComparisonWriter.Asked asked) {
        String response = asked.responses().getFirst();
        List<Variant> run = asked.sheet().variants().stream().filter(v -> !asked.sheet().runs(v).isEmpty()).toList();
        Scale scale = Scale.of(asked.sheet().unit(response), asked.sheet().interval(asked.reference(), response).mean());
        double[] xs = IntStream.range(0, run.size()).mapToDouble(i -> i + 1.0).toArray();
        double[] ys = run.stream().mapToDouble(v -> asked.sheet().interval(v, response).mean() * scale.factor()).toArray();
        double[] margins = run.stream().mapToDouble(v -> asked.sheet().interval(v, response).halfWidth() * scale.factor()).toArray();
        return new Chart("", "", response + (scale.unit().isEmpty() ? "" : ", " + scale.unit()),
                List.of(new Chart.Points("", Chart.COLOURS.getFirst(), xs, ys, margins, false, List.of())),
                run.stream().map(Variant::name).toList());
    }

    private void curves(Content content) {
        if (content.curves.isEmpty() || content.comparison.isEmpty()) {
            return;
        }
        heading(1, "Sweeps");
        Sheet sheet = content.comparison.get().sheet();
        for (Curve.Line drawn : content.curves) {
            List<Curve.Point> points = drawn.curve().points();
            if (points.isEmpty()) {
                continue;
            }
            String response = drawn.curve().response();
            Scale scale = Scale.of(sheet.unit(response), points.getFirst().value().mean());
            List<String> levels = points.stream().map(Curve.Point::level).toList();
            double[] xs = IntStream.range(0, points.size()).mapToDouble(i -> i + 1.0).toArray();
            Chart chart = new Chart("", drawn.over(), response + (scale.unit().isEmpty() ? "" : ", " + scale.unit()),
                    List.of(new Chart.Points("", Chart.COLOURS.getFirst(), xs,
                            points.stream().mapToDouble(p -> p.value().mean() * scale.factor()).toArray(),
                            points.stream().mapToDouble(p -> p.value().halfWidth() * scale.factor()).toArray(), true, List.of())),
                    levels);
            String knee = drawn.curve().knee().map(k -> "; knee at " + k.level()).orElse("");
            String enough = drawn.curve().smallestGoodEnough()
                    .map(k -> "; " + k.level() + " is the first that loses less than 1 % of the best").orElse("");
            parts.add(new Document.Figure(chart.drawn(WIDTH, CHART_HEIGHT), response + " over " + drawn.over() + knee + enough));
        }
    }

    private void howItWasRun(Content content) {
        heading(1, "How it was run, and how to run it again");
        Summary summary = content.diagnosis.summary();
        parts.add(new Document.Bullets(List.of("Seed " + study.plan().seed() + ", " + summary.runs().size() + " replications of the base",
                "The same seed gives the same runs on every machine: each purpose of each equipment draws numbers of its own",
                "To run it again: " + content.command)));
    }

    private static String capital(String text) {
        return text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
    }
}
