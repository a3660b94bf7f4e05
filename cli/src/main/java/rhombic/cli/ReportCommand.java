package rhombic.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
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
import rhombic.experiment.LocalEngine;
import rhombic.formats.events.EventLog;
import rhombic.formats.file.FileTrouble;
import rhombic.formats.report.Reports;
import rhombic.formats.results.ResultsFile;
import rhombic.study.Study;

/** Writes a report to hand on. */
@Command(name = "report", description = "Writes a report: the study, what is assumed, findings, the comparison, and how to run it again.")
final class ReportCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "STUDY", description = "The study file.") private Path file;

    @Option(names = "--out", required = true, paramLabel = "FILE", description = "A .html or .pdf to be read, a .xlsx with the comparison, or a .ocel.json with every event of the first run (OCEL 2.0).") private Path out = Path
            .of("");

    @Option(names = "--leverage", description = "Finds out what should be changed first, too.") private boolean leverage;

    @Option(names = "--picture", paramLabel = "FILE.png", description = "A picture of the floor; otherwise a plan is drawn.") private @Nullable Path picture;

    @Override
    public Integer call() {
        PrintWriter err = spec.commandLine().getErr();
        Optional<Study> opened = StudyFile.open(file, false, err);
        if (opened.isEmpty()) {
            return Main.FAULTY;
        }
        String name = String.valueOf(out.getFileName()).toLowerCase(Locale.ROOT);
        Optional<Reports.Form> form = Reports.Form.of(name);
        boolean isEvents = name.endsWith(".ocel.json");
        if (form.isEmpty() && !isEvents) {
            err.println("Can't write " + out + ": name a file that ends in .html, .pdf, .xlsx or .ocel.json");
            return Main.FAULTY;
        }
        Path parent = out.toAbsolutePath().getParent();
        if (parent == null || !Files.isDirectory(parent)) {
            err.println("Can't write " + out + ": there is no folder " + parent + ". Make it first, or name another.");
            return Main.REFUSED;
        }
        try {
            if (isEvents) {
                spec.commandLine().getOut().printf(Locale.ROOT, "Wrote %s: %d events.%n", out, EventLog.save(opened.get(), out));
                return Main.FINE;
            }
            List<byte[]> pictures = new ArrayList<>();
            Path given = picture;
            if (given != null) {
                pictures.add(Files.readAllBytes(given));
            }
            try (LocalEngine engine = new LocalEngine(Runtime.getRuntime().availableProcessors());
                    ResultsFile archive = ResultsFile.open(ResultsFile.beside(file))) {
                Reports.write(opened.get(), engine, archive, pictures, leverage, "./rhombic report " + file + " --out " + out, form.get(),
                        out,
                        () -> false);
            }
            spec.commandLine().getOut().println("Wrote " + out + ".");
            return Main.FINE;
        } catch (IOException e) {
            err.println(FileTrouble.writing(out, e));
            return Main.REFUSED;
        }
    }
}
