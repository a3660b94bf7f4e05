package rhombic.formats.report;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import rhombic.experiment.Archive;
import rhombic.experiment.Curve;
import rhombic.experiment.Experiment;
import rhombic.experiment.Response;
import rhombic.experiment.RunEngine;
import rhombic.experiment.RunListener;
import rhombic.experiment.Sheet;
import rhombic.experiment.Summary;
import rhombic.experiment.Variant;
import rhombic.formats.results.ComparisonWriter;
import rhombic.insight.Diagnosis;
import rhombic.insight.Leverage;
import rhombic.study.BoardChart;
import rhombic.study.Study;
import rhombic.study.Sweep;

/** Makes what a report needs, runs that are not there yet included, and writes it. */
public final class Reports {
    private Reports() {}

    /** How it is written. */
    public enum Form {
        HTML(".html"), PDF(".pdf"), SPREADSHEET(".xlsx");

        private final String ending;

        Form(String ending) {
            this.ending = ending;
        }

        /** By the ending of a file name. */
        public static Optional<Form> of(String name) {
            for (Form form : values()) {
                if (name.toLowerCase(Locale.ROOT).endsWith(form.ending)) {
                    return Optional.of(form);
                }
            }
            return Optional.empty();
        }
    }

    /**
     * Writes the report.
     *
     * @param pictures of the floor as PNG; none: a plan is drawn
     * @param command how to make it again
     * @throws java.util.concurrent.CancellationException if cancelled; the file is as it was then
     */
    public static void write(Study study, RunEngine engine, Archive archive, List<byte[]> pictures, boolean leverage, String command,
            Form form,
            Path file, BooleanSupplier cancelled) throws IOException {
        List<Variant> variants = Variant.alternatives(study);
        int asked = Experiment.replications(study);
        Sheet sheet = new Experiment(variants, study.comparison(), engine, archive).run(asked, Experiment.Listener.NONE, cancelled);
        Variant against = sheet.variant(study.comparison().reference()).orElse(variants.getFirst());
        ComparisonWriter.Asked comparison = new ComparisonWriter.Asked(sheet, against, Sheet.selected(study.comparison()));
        if (form == Form.SPREADSHEET) {
            ComparisonWriter.saveSpreadsheet(comparison, file);
            return;
        }
        Summary summary = Summary.of(study, engine, RunListener.NONE, cancelled);
        Diagnosis diagnosis = Diagnosis.of(summary, BoardChart.formulas(study.comparison().board()), cancelled);
        List<Curve.Line> curves = new ArrayList<>();
        for (Sweep sweep : study.comparison().sweeps()) {
            List<Variant> points = Variant.sweep(study, sweep);
            Sheet swept = new Experiment(points, study.comparison(), engine, archive).run(asked, Experiment.Listener.NONE, cancelled);
            curves.addAll(Curve.of(sweep, swept, points, comparison.responses().getFirst()));
        }
        List<Leverage.Gain> gains = new ArrayList<>();
        if (leverage) {
            Leverage wanted = Leverage.of(study, Response.THROUGHPUT.key());
            gains.addAll(wanted.gains(new Experiment(wanted.variants(), study.comparison(), engine, archive).run(wanted.replications(),
                    Experiment.Listener.NONE, cancelled)));
        }
        Document document = ReportDocument
                .of(new ReportDocument.Content(study, diagnosis, pictures, gains, Optional.of(comparison), curves, command));
        if (form == Form.PDF) {
            PdfReport.save(document, file);
        } else {
            HtmlReport.save(document, file);
        }
    }
}
