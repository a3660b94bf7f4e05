package rhombic.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
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
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Summary;
import rhombic.formats.file.FileTrouble;
import rhombic.formats.results.ResultWriter;
import rhombic.measure.RunFigures;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.quantity.Clock;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;

/** Runs a study and prints what it measured. */
@Command(name = "run", description = "Runs a study and prints its figures.")
final class RunCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "STUDY", description = "The study file.") private Path file;

    @Option(names = "--replications", paramLabel = "N", description = "How many runs; otherwise as the study has it.") private @Nullable Integer replications;

    @Option(names = "--seed", paramLabel = "S", description = "Start of the random numbers.") private @Nullable Long seed;

    @Option(names = "--until", paramLabel = "TIME", description = "Length of a run with its unit, such as 8h.") private @Nullable String until;

    @Option(names = "--warm-up", paramLabel = "TIME", description = "What is cut off the front, such as 1h.") private @Nullable String warmUp;

    @Option(names = "--threads", paramLabel = "N", description = "Otherwise one for each core.") private @Nullable Integer threads;

    @Option(names = "--out", paramLabel = "FILE.json", description = "Writes all figures as JSON.") private @Nullable Path out;

    @Option(names = "--csv", paramLabel = "DIR", description = "Writes tables as CSV.") private @Nullable Path csv;

    @Option(names = "--reload", description = "Reads timetables and tables from their sources anew.") private boolean reload;

    @Option(names = "--ignore-errors", description = "Ends with 0 although the study has errors and parts of it did not run.") private boolean ignoreErrors;

    @Override
    public Integer call() {
        PrintWriter err = spec.commandLine().getErr();
        Optional<Study> opened = StudyFile.open(file, reload, err);
        if (opened.isEmpty()) {
            return Main.FAULTY;
        }
        Study study;
        int threadCount;
        try {
            study = opened.get().withPlan(plan(opened.get().plan()));
            threadCount = threadCount();
        } catch (IllegalArgumentException e) {
            err.println(e.getMessage());
            return Main.FAULTY;
        }
        Optional<String> noPlace = noPlaceToWrite();
        if (noPlace.isPresent()) {
            err.println(noPlace.get());
            return Main.REFUSED;
        }
        List<Problem> errors = StudyCheck.of(study).stream().filter(Problem::isError).toList();
        errors.forEach(p -> err.println("Runs without it: " + p));
        try (LocalEngine engine = new LocalEngine(threadCount)) {
            Summary summary = Summary.of(study, engine, new ConsoleProgress(err, study.plan().replications()), () -> false);
            Report.print(summary, spec.commandLine().getOut());
            int saved = save(summary, err);
            return saved == Main.FINE ? verdict(summary, errors, err) : saved;
        } catch (RunTroubleException e) {
            err.println(e.getMessage());
            return Main.REFUSED;
        }
    }

    /** What the figures can't say for themselves: that something stood still for good, or that parts did not run. */
    private int verdict(Summary summary, List<Problem> errors, PrintWriter err) {
        Optional<RunFigures> standing = summary.runs().stream().filter(run -> !run.deadlock().isNone()).findFirst();
        standing.ifPresent(run -> {
            long runs = summary.runs().stream().filter(other -> !other.deadlock().isNone()).count();
            err.printf(Locale.ROOT, "%nStandstill in %d of %d runs; in run %d since %s:%n", runs, summary.runs().size(), run.replication(),
                    Clock.span(run.deadlock().sinceSeconds()));
            run.deadlock().reasons().forEach(reason -> err.println("  " + reason));
        });
        if (!errors.isEmpty()) {
            err.printf(Locale.ROOT, "%nThe study has %d %s, and what they concern did not run: correct them, or use --ignore-errors.%n",
                    errors.size(), errors.size() == 1 ? "error" : "errors");
        }
        return standing.isPresent() ? Main.DEADLOCK : errors.isEmpty() || ignoreErrors ? Main.FINE : Main.FAULTY;
    }

    /** Tried before the run, so that an hour of computing does not end in a wrong folder. */
    private Optional<String> noPlaceToWrite() {
        Path json = out;
        if (json != null) {
            Path parent = json.toAbsolutePath().getParent();
            if (Files.isDirectory(json)) {
                return Optional.of("Can't write " + json + ": it is a folder. Name a file in it.");
            }
            if (parent == null || !Files.isDirectory(parent)) {
                return Optional.of("Can't write " + json + ": there is no folder " + parent + ". Make it first, or name another.");
            }
            if (!Files.isWritable(parent)) {
                return Optional.of("Can't write " + json + ": the folder " + parent + " may not be written to by you. Name another.");
            }
        }
        Path folder = csv;
        if (folder != null) {
            Path there = folder.toAbsolutePath();
            while (there != null && !Files.exists(there)) {
                there = there.getParent(); // what is missing is made
            }
            if (there == null || !Files.isDirectory(there) || !Files.isWritable(there)) {
                return Optional.of("Can't write into " + folder + ": " + there
                        + (there != null && Files.isDirectory(there) ? " may not be written to by you" : " is no folder")
                        + ". Name another.");
            }
        }
        return Optional.empty();
    }

    private RunPlan plan(RunPlan given) {
        Quantity length = until == null ? given.length() : option("--until", until);
        Quantity cut = warmUp == null ? given.warmUp() : option("--warm-up", warmUp);
        return new RunPlan(given.start(), length, cut, seed == null ? given.seed() : seed,
                replications == null ? given.replications() : replications, given.stopAfterPieces());
    }

    private static Quantity option(String name, String text) {
        try {
            return Quantity.parse(text, Dimension.TIME);
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException(name + ": " + e.getMessage(), e);
        }
    }

    private int threadCount() {
        int count = threads == null ? Runtime.getRuntime().availableProcessors() : threads;
        if (count < 1 || count > 1024) {
            throw new IllegalArgumentException("--threads must be from 1 to 1024; got " + count);
        }
        return count;
    }

    private int save(Summary summary, PrintWriter err) {
        Path target = out;
        try {
            if (target != null) {
                ResultWriter.saveJson(summary, target);
            }
            target = csv;
            if (target != null) {
                ResultWriter.saveCsv(summary, target);
            }
            return Main.FINE;
        } catch (IOException e) {
            err.println(FileTrouble.writing(target == null ? Path.of("") : target, e));
            return Main.REFUSED;
        }
    }
}
