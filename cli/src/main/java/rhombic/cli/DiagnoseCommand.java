package rhombic.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import rhombic.experiment.Experiment;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Response;
import rhombic.experiment.Scale;
import rhombic.experiment.Summary;
import rhombic.formats.file.FileTrouble;
import rhombic.formats.results.ComparisonWriter;
import rhombic.formats.results.ResultsFile;
import rhombic.insight.Diagnosis;
import rhombic.insight.Finding;
import rhombic.insight.Leverage;
import rhombic.study.Study;

/** Runs a study and says what limits it. */
@Command(name = "diagnose", description = "Runs a study and says what its figures mean, what limits it first of all.")
final class DiagnoseCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "STUDY", description = "The study file.") private Path file;

    @Option(names = "--replications", paramLabel = "N", description = "How many runs; otherwise as the study has it.") private @Nullable Integer replications;

    @Option(names = "--leverage", description = "Runs the plant again with one change at a time, and ranks the gains.") private boolean leverage;

    @Option(names = "--response", paramLabel = "NAME", description = "In which gains are told; otherwise throughput.") private String response = Response.THROUGHPUT
            .key();

    @Option(names = "--out", paramLabel = "FILE.json", description = "Writes the findings as JSON.") private @Nullable Path out;

    @Override
    public Integer call() {
        PrintWriter err = spec.commandLine().getErr();
        PrintWriter print = spec.commandLine().getOut();
        Optional<Study> opened = StudyFile.open(file, false, err);
        if (opened.isEmpty()) {
            return Main.FAULTY;
        }
        Study study = replications == null ? opened.get() : opened.get().withPlan(opened.get().plan().withReplications(replications));
        try (LocalEngine engine = new LocalEngine(Runtime.getRuntime().availableProcessors())) {
            Summary summary = Summary.of(study, engine, new ConsoleProgress(err, study.plan().replications()), () -> false);
            Diagnosis diagnosis = Diagnosis.of(summary, () -> false);
            print.printf(Locale.ROOT, "%s: %d runs of %s; throughput %s%n", study.name(), summary.runs().size(), study.plan().length(),
                    diagnosis.throughput());
            for (Finding finding : diagnosis.findings()) {
                print.printf(Locale.ROOT, "%n%s. %s%n", finding.kind().word(), finding.text());
                finding.lines().forEach(line -> print.printf(Locale.ROOT, "    %s%n", line));
                finding.trialNote().ifPresent(trial -> print.printf(Locale.ROOT, "    try: %s%n", trial.text()));
            }
            List<Leverage.Gain> gains = leverage ? leverage(study, engine, print) : List.of();
            Path target = out;
            if (target != null) {
                ComparisonWriter.saveJson(ComparisonWriter.diagnosis(diagnosis, gains), target);
            }
            return Main.FINE;
        } catch (IOException e) {
            err.println(FileTrouble.writing(out == null ? file : out, e));
            return Main.REFUSED;
        }
    }

    private List<Leverage.Gain> leverage(Study study, LocalEngine engine, PrintWriter print) throws IOException {
        Leverage asked = Leverage.of(study, response);
        try (ResultsFile archive = ResultsFile.open(ResultsFile.beside(file))) {
            Experiment experiment = new Experiment(asked.variants(), study.comparison(), engine, archive);
            List<Leverage.Gain> gains = asked.gains(experiment.run(asked.replications(), Experiment.Listener.NONE, () -> false));
            String unit = Response.all(study).stream().filter(r -> r.key().equals(response)).map(Response::unit).findFirst().orElse("");
            print.printf(Locale.ROOT, "%nLeverage: %s with one change each, %d runs each; all intervals together hold at 95 %%%n",
                    response, asked.replications());
            for (Leverage.Gain gain : gains) {
                Scale scale = Scale.of(unit, gain.verdict().other());
                print.printf(Locale.ROOT, "  %-44s %s%n", gain.trial().text(), gain.verdict().text(scale.unit(), scale.factor()));
            }
            return gains;
        }
    }

}
