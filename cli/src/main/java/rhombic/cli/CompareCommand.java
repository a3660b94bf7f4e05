package rhombic.cli;

import java.io.IOException;
import java.io.PrintWriter;
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
import rhombic.experiment.Archive;
import rhombic.experiment.Curve;
import rhombic.experiment.Experiment;
import rhombic.experiment.FigureText;
import rhombic.experiment.Interval;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Scale;
import rhombic.experiment.Search;
import rhombic.experiment.Sheet;
import rhombic.experiment.Variant;
import rhombic.experiment.Verdict;
import rhombic.formats.file.FileTrouble;
import rhombic.formats.results.ComparisonWriter;
import rhombic.formats.results.ResultsFile;
import rhombic.study.Comparison;
import rhombic.study.Study;
import rhombic.study.Sweep;

/** Runs the alternatives and sweeps of a study and says which is better. */
@Command(name = "compare", description = "Runs the alternatives and sweeps of a study, keeps each run in a file beside it, and says what they show.")
final class CompareCommand implements Callable<Integer> {
    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "STUDY", description = "The study file.") private Path file;

    @Option(names = "--replications", paramLabel = "N", description = "Of each; otherwise as the study has it.") private @Nullable Integer replications;

    @Option(names = "--threads", paramLabel = "N", description = "Otherwise one for each core.") private int threads = Runtime.getRuntime()
            .availableProcessors();

    @Option(names = "--search", paramLabel = "FACTOR", split = ",", description = "Searches the combinations of these factors for the best.") private List<String> search = List
            .of();

    @Option(names = "--indifference", paramLabel = "X", description = "The least difference that matters, in the unit of the response.") private @Nullable Double indifference;

    @Option(names = "--budget", paramLabel = "RUNS", description = "Max. runs of a search; otherwise 1000.") private int budget = 1000;

    @Option(names = "--out", paramLabel = "FILE", description = "Writes the comparison as .json, .csv or .xlsx.") private @Nullable Path out;

    @Override
    public Integer call() {
        PrintWriter err = spec.commandLine().getErr();
        Optional<Study> opened = StudyFile.open(file, false, err);
        if (opened.isEmpty()) {
            return Main.FAULTY;
        }
        Study study = opened.get();
        Comparison comparison = study.comparison();
        Optional<String> fault = fault(study);
        if (fault.isPresent()) {
            err.println(fault.get());
            return Main.FAULTY;
        }
        try (LocalEngine engine = new LocalEngine(threads)) {
            Archive archive = archive(err);
            int asked = replications == null ? Experiment.replications(study) : replications;
            List<Variant> variants = Variant.alternatives(study);
            Progress progress = new Progress(err);
            if (archive instanceof ResultsFile kept) {
                List<Variant> all = new ArrayList<>(variants);
                comparison.sweeps().forEach(sweep -> all.addAll(Variant.sweep(study, sweep)));
                kept.dropAllBut(new Experiment(all, comparison, engine, archive).marks());
            }
            Sheet sheet = new Experiment(variants, comparison, engine, archive).run(asked, progress, () -> false);
            Variant against = sheet.variant(comparison.reference()).orElse(variants.getFirst());
            ComparisonWriter.Asked of = new ComparisonWriter.Asked(sheet, against, Sheet.selected(comparison));
            print(study, of, asked);
            List<Curve> curves = new ArrayList<>();
            for (Sweep sweep : comparison.sweeps()) {
                sweep(study, sweep, of, engine, archive, asked, curves);
            }
            Optional<Search.State> found = search.isEmpty() ? Optional.empty() : search(study, of, engine, archive, asked);
            Path target = out;
            if (target != null) {
                save(of, curves, found, target);
            }
            if (archive instanceof ResultsFile kept) {
                kept.notKept().ifPresent(why -> err.println(why + "."));
                kept.close();
            }
            return verdict(sheet, asked, err);
        } catch (IOException e) {
            err.println(FileTrouble.writing(out == null ? ResultsFile.beside(file) : out, e));
            return Main.REFUSED;
        }
    }

    /** Where runs are kept; in memory where they can't be read, which is told. */
    private Archive archive(PrintWriter err) {
        Path beside = ResultsFile.beside(file);
        try {
            ResultsFile archive = ResultsFile.open(beside);
            archive.troubles().forEach(trouble -> err.println(beside + ": " + trouble));
            return archive;
        } catch (IOException e) {
            err.println(FileTrouble.reading(beside, e) + " Its runs are not used, and new ones are not kept.");
            return Archive.inMemory();
        }
    }

    /** A comparison of which runs are missing is none. */
    private static int verdict(Sheet sheet, int asked, PrintWriter err) {
        boolean isWhole = true;
        for (Variant variant : sheet.variants()) {
            int runs = sheet.runs(variant).size();
            if (runs < asked) {
                err.println(variant.name() + ": " + runs + " of " + asked + " runs were made"
                        + sheet.failure(variant).map(why -> ", since " + why).orElse(""));
                isWhole = false;
            }
        }
        return isWhole ? Main.FINE : Main.REFUSED;
    }

    private Optional<String> fault(Study study) {
        Comparison comparison = study.comparison();
        if (replications != null && replications < 1 || threads < 1 || threads > 1024) {
            return Optional.of("--replications and --threads must be at least 1");
        }
        for (String name : search) {
            if (comparison.factor(name).isEmpty()) {
                return Optional.of("There is no factor \u201c" + name + "\u201d; there are: "
                        + (comparison.factors().isEmpty()
                                ? "none"
                                : String.join(", ", comparison.factors().stream().map(f -> f.name()).toList())));
            }
        }
        if (!search.isEmpty() && (indifference == null || !(indifference > 0))) {
            return Optional.of("A search needs --indifference, the least difference that matters, above 0");
        }
        Path target = out;
        if (target != null && !List.of("json", "csv", "xlsx").contains(ending(target))) {
            return Optional.of("Can't write " + target + ": name a file that ends in .json, .csv or .xlsx");
        }
        return Optional.empty();
    }

    private static String ending(Path target) {
        String name = String.valueOf(target.getFileName());
        return name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    }

    private void print(Study study, ComparisonWriter.Asked of, int asked) {
        PrintWriter print = spec.commandLine().getOut();
        print.printf(Locale.ROOT, "%s: %d alternatives and the base, %d runs each of %s%n", study.name(), of.sheet().variants().size() - 1,
                asked,
                study.plan().length());
        if (of.comparisons() > 1) {
            print.printf(Locale.ROOT, "Differences from %s are paired; all %d together hold at 95 %% (Bonferroni).%n",
                    of.reference().name(),
                    of.comparisons());
        }
        for (Variant variant : of.sheet().variants()) {
            print.printf(Locale.ROOT, "%n%s%s%n", variant.name(),
                    variant.cost() == null ? "" : ", cost " + FigureText.of(variant.cost()));
            variant.changes().forEach(change -> print.printf(Locale.ROOT, "    %s%n", change));
            variant.contradictions().forEach(told -> print.printf(Locale.ROOT, "    ! %s%n", told));
            of.sheet().failure(variant).ifPresent(why -> print.printf(Locale.ROOT, "    ! could not be run: %s%n", why));
            for (String response : of.responses()) {
                Interval interval = of.sheet().interval(variant, response);
                Scale scale = Scale.of(of.sheet().unit(response), interval.mean());
                Verdict verdict = of.sheet().verdict(variant, of.reference(), response, of.comparisons());
                print.printf(Locale.ROOT, "    %-28s %-20s %s%n", response, scale.text(interval),
                        variant == of.reference() ? "" : ComparisonWriter.verdictText(of.sheet(), verdict, response));
            }
        }
    }

    private void sweep(Study study, Sweep sweep, ComparisonWriter.Asked of, LocalEngine engine, Archive archive, int asked,
            List<Curve> curves) {
        PrintWriter print = spec.commandLine().getOut();
        List<Variant> points = Variant.sweep(study, sweep);
        Sheet sheet = new Experiment(points, study.comparison(), engine, archive).run(asked, Experiment.Listener.NONE, () -> false);
        for (String response : of.responses()) {
            for (Curve.Line line : Curve.of(sweep, sheet, points, response)) {
                Curve curve = line.curve();
                curves.add(curve);
                print.printf(Locale.ROOT, "%n%s over %s%n", response, line.over());
                Scale scale = Scale.of(of.sheet().unit(response), curve.best().map(p -> p.value().mean()).orElse(0.0));
                for (Curve.Point point : curve.points()) {
                    print.printf(Locale.ROOT, "    %-20s %s%n", point.level(), scale.text(point.value()));
                }
                curve.knee().ifPresent(knee -> print.printf(Locale.ROOT, "    knee at %s%n", knee.level()));
                curve.smallestGoodEnough()
                        .ifPresent(level -> print.printf(Locale.ROOT, "    %s is the first that loses less than 1 %% of the best%n",
                                level.level()));
            }
        }
    }

    private Optional<Search.State> search(Study study, ComparisonWriter.Asked of, LocalEngine engine, Archive archive, int asked) {
        PrintWriter print = spec.commandLine().getOut();
        List<Variant> points = Variant.sweep(study, new Sweep("", search));
        Search wanted = new Search(points, of.responses().getFirst(), indifference == null ? 1 : indifference, Interval.CONFIDENCE,
                Math.max(5, Math.min(asked, 10)),
                budget);
        Search.State state = wanted.run(new Experiment(points, study.comparison(), engine, archive), s -> {}, () -> false);
        print.printf(Locale.ROOT, "%nSearch for the best %s among %d combinations: %d runs; %s%n", of.responses().getFirst(), points.size(),
                state.runs(),
                state.text(wanted));
        Scale scale = Scale.of(of.sheet().unit(of.responses().getFirst()), state.candidates().getFirst().value().mean());
        for (Search.Candidate standing : state.candidates()) {
            print.printf(Locale.ROOT, "    %-44s %-20s %s%n", standing.variant().name(), scale.text(standing.value()),
                    standing.droppedAt() == 0 ? "in" : "out after " + standing.droppedAt());
        }
        return Optional.of(state);
    }

    private static void save(ComparisonWriter.Asked of, List<Curve> curves, Optional<Search.State> found, Path target) throws IOException {
        switch (ending(target)) {
            case "csv" -> ComparisonWriter.saveCsv(of, target);
            case "xlsx" -> ComparisonWriter.saveSpreadsheet(of, target);
            default -> ComparisonWriter.saveJson(ComparisonWriter.comparison(of, curves, found), target);
        }
    }

    /** Says how far it is, at most every second. */
    private static final class Progress implements Experiment.Listener {
        private static final long NANOS_BETWEEN = 1_000_000_000L;
        private final PrintWriter err;
        private long last = System.nanoTime();

        Progress(PrintWriter err) {
            this.err = err;
        }

        @Override
        public synchronized void onProgress(Variant variant, int done, int asked) {
            long now = System.nanoTime();
            if (now - last > NANOS_BETWEEN) {
                last = now;
                err.printf(Locale.ROOT, "%s: %d of %d runs%n", variant.name(), done, asked);
            }
        }
    }
}
