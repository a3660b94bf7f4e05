package rhombic.desktop.work;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import rhombic.experiment.Archive;
import rhombic.experiment.Experiment;
import rhombic.experiment.Interval;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Preparation;
import rhombic.experiment.Search;
import rhombic.experiment.Sheet;
import rhombic.experiment.Variant;
import rhombic.formats.events.EventLog;
import rhombic.formats.file.ErrorLog;
import rhombic.formats.file.FileTrouble;
import rhombic.formats.report.Reports;
import rhombic.formats.results.ResultsFile;
import rhombic.study.Study;
import rhombic.study.Sweep;

/** Runs what is compared in the background, keeps each run in the file beside the study, and tells how far it is. */
public final class Comparing implements AutoCloseable {
    /** What it is at. */
    public enum Phase {
        IDLE, RUNNING, PAUSED
    }

    /**
     * What is known.
     *
     * @param study of which the sheet is; the base with all that is compared
     * @param sheet of the base and the alternatives
     * @param sweeps with the points of each
     * @param done runs of each variant, of those asked for
     * @param message what went wrong, or what was passed over; empty: nothing
     */
    public record State(Study study, Sheet sheet, Map<Sweep, List<Variant>> sweeps, Map<String, Share> done, Phase phase, String message,
            Optional<Search.State> search) {
        /** Runs done of those asked for, over all. */
        public Share all() {
            return new Share(done.values().stream().mapToInt(Share::done).sum(), done.values().stream().mapToInt(Share::asked).sum());
        }

        /** The base and the alternatives, without the points of sweeps. */
        public List<Variant> alternatives() {
            return sheet.variants().stream().filter(variant -> variant.levels().isEmpty()).toList();
        }
    }

    /** So many of so many. */
    public record Share(int done, int asked) {}

    /** Hears of each state, on the thread of the window. */
    @FunctionalInterface
    public interface Listener {
        void onComparison(State state);
    }

    private static final long NANOS_BETWEEN = 150_000_000L;

    private final LocalEngine engine = LocalEngine.onAllCores(new Preparation());
    private final ExecutorService thread = Executors
            .newSingleThreadExecutor(Thread.ofPlatform().daemon().name("rhombic-compare").factory());
    private final Executor window;
    private final Listener listener;
    private final AtomicLong current = new AtomicLong();
    private final AtomicLong lastTold = new AtomicLong();
    private volatile @Nullable Experiment running;
    /** Used by the background thread only. */
    private Optional<Path> archivedFor = Optional.empty();
    private Archive archive = Archive.inMemory();

    public Comparing(Executor window, Listener listener) {
        this.window = window;
        this.listener = listener;
    }

    /** Reads what is kept of the study's comparison, without running anything; what runs is stopped. */
    public void look(Study study, Optional<Path> file) {
        long mine = next();
        thread.execute(() -> guarded(mine, study, () -> {
            Asked asked = asked(study, file);
            notifyListener(mine,
                    state(asked, asked.experiment.known(Experiment.replications(study)), Phase.IDLE, asked.trouble, Optional.empty()));
        }));
    }

    /** Makes all runs that are not there yet. */
    public void start(Study study, Optional<Path> file) {
        long mine = next();
        thread.execute(() -> guarded(mine, study, () -> {
            Asked asked = asked(study, file);
            running = asked.experiment;
            try {
                asked.experiment.run(Experiment.replications(study), progress(mine, asked), () -> current.get() != mine);
            } catch (CancellationException e) {
                if (stopped.get() != mine) {
                    return; // somebody has asked for something else
                }
            } finally {
                running = null;
                release();
            }
            notifyAlways(mine, state(asked, asked.experiment.sheet(), Phase.IDLE, trouble(asked), Optional.empty()));
        }));
    }

    /** Searches the combinations of the factors for the best. */
    public void search(Study study, Optional<Path> file, List<String> factors, String response, double matters, int budget) {
        long mine = next();
        thread.execute(() -> guarded(mine, study, () -> {
            Asked asked = asked(study, file);
            List<Variant> points = Variant.sweep(study, new Sweep("", factors));
            Experiment experiment = new Experiment(points, study.comparison(), engine, archive);
            Search search = new Search(points, response, matters, Interval.CONFIDENCE, FIRST, budget);
            Sheet known = asked.experiment.known(Experiment.replications(study));
            try {
                Search.State found = search.run(experiment,
                        so -> notifyListener(mine, state(asked, known, Phase.RUNNING, search(search, so), Optional.of(so))),
                        () -> current.get() != mine);
                notifyAlways(mine, state(asked, known, Phase.IDLE, search(search, found), Optional.of(found)));
            } catch (CancellationException e) {
                if (stopped.get() == mine) {
                    notifyAlways(mine, state(asked, known, Phase.IDLE, "The search was stopped; started again, it goes on from there.",
                            Optional.empty()));
                }
            } finally {
                release();
            }
        }));
    }

    private static final int FIRST = 10;

    private static String search(Search search, Search.State so) {
        return so.runs() + " runs: " + so.text(search) + ".";
    }

    /**
     * Writes a report of the study, with the runs that it needs; says how that ended.
     *
     * @param picture of the floor as PNG
     */
    public void report(Study study, Optional<Path> file, Path target, byte[] picture, Consumer<String> say) {
        long mine = next();
        thread.execute(() -> {
            String name = String.valueOf(target.getFileName());
            String text;
            try {
                Optional<Reports.Form> form = Reports.Form.of(name);
                if (name.endsWith(".ocel.json")) {
                    text = "Wrote " + name + ": " + EventLog.save(study, target) + " events of the first run.";
                } else if (form.isEmpty()) {
                    text = "A report is a file that ends in .html, .pdf, .xlsx or .ocel.json; got " + name + ".";
                } else {
                    archive(file);
                    String command = "./rhombic report " + file.map(Path::toString).orElse("STUDY") + " --out " + name;
                    Reports.write(study, engine, archive, List.of(picture), false, command, form.get(), target,
                            () -> current.get() != mine);
                    text = "Wrote " + name + ".";
                }
            } catch (CancellationException e) {
                text = "The report was not written: something else was asked for.";
            } catch (IOException e) {
                text = FileTrouble.writing(target, e);
            } catch (Throwable e) {
                text = ErrorLog.usual().told(e);
            } finally {
                release();
            }
            String told = text;
            window.execute(() -> say.accept(told));
        });
    }

    public void pause() {
        Experiment now = running;
        if (now != null) {
            now.pause();
        }
    }

    public void goOn() {
        Experiment now = running;
        if (now != null) {
            now.goOn();
        }
    }

    public boolean isPaused() {
        Experiment now = running;
        return now != null && now.isPaused();
    }

    private final AtomicLong stopped = new AtomicLong(-1);

    /** Ends what runs; what was made is kept and shown. */
    public void stop() {
        stopped.set(current.get());
        next();
    }

    private long next() {
        long mine = current.incrementAndGet();
        goOn(); // who waits is to see that he is not wanted any more
        return mine;
    }

    /** What is to be run. */
    private record Asked(Study study, Experiment experiment, Map<Sweep, List<Variant>> sweeps, String trouble) {}

    private Asked asked(Study study, Optional<Path> file) throws IOException {
        Archive before = archive;
        String trouble = archive(file);
        List<Variant> all = new ArrayList<>(Variant.alternatives(study));
        Set<String> names = new HashSet<>(all.stream().map(Variant::name).toList());
        Map<Sweep, List<Variant>> sweeps = new LinkedHashMap<>();
        for (Sweep sweep : study.comparison().sweeps()) {
            List<Variant> points = Variant.sweep(study, sweep);
            sweeps.put(sweep, points);
            points.stream().filter(point -> names.add(point.name())).forEach(all::add);
        }
        Experiment experiment = new Experiment(all, study.comparison(), engine, archive);
        if (archive != before && archive instanceof ResultsFile kept) {
            kept.dropAllBut(experiment.marks());
        }
        return new Asked(study, experiment, sweeps, trouble);
    }

    /** What the file of runs told when it was opened, or while it was written. */
    private String trouble(Asked asked) {
        return archive instanceof ResultsFile kept ? kept.notKept().map(why -> why + ".").orElse(asked.trouble) : asked.trouble;
    }

    private String archive(Optional<Path> file) {
        Optional<Path> beside = file.map(ResultsFile::beside);
        if (!beside.equals(archivedFor) || beside.isEmpty() && archive instanceof ResultsFile) {
            release();
            archivedFor = beside;
            archive = Archive.inMemory();
            if (beside.isPresent()) {
                try {
                    archive = ResultsFile.open(beside.get());
                } catch (IOException e) {
                    return FileTrouble.reading(beside.get(), e) + " Its runs are not used, and new ones are not kept.";
                }
            }
        }
        if (archive instanceof ResultsFile kept && kept.notKept().isPresent()) {
            return kept.notKept().get() + ".";
        }
        return archive instanceof ResultsFile kept && !kept.troubles().isEmpty()
                ? kept.file().getFileName() + ": " + kept.troubles().getFirst() + "."
                : "";
    }

    /** Others may write to the file while nothing runs here. */
    private void release() {
        if (archive instanceof ResultsFile kept) {
            try {
                kept.close();
            } catch (IOException e) {
                archivedFor = Optional.empty(); // opened anew the next time
            }
        }
    }

    private Experiment.Listener progress(long mine, Asked asked) {
        Map<String, Share> done = new ConcurrentHashMap<>();
        return new Experiment.Listener() {
            @Override
            public void onProgress(Variant variant, int made, int wanted) {
                done.put(variant.name(), new Share(made, wanted));
                long now = System.nanoTime();
                long last = lastTold.get();
                if (now - last > NANOS_BETWEEN && lastTold.compareAndSet(last, now)) {
                    notifyListener(mine, new State(asked.study, asked.experiment.sheet(), asked.sweeps, Map.copyOf(done),
                            asked.experiment.isPaused() ? Phase.PAUSED : Phase.RUNNING, asked.trouble, Optional.empty()));
                }
            }
        };
    }

    private static State state(Asked asked, Sheet sheet, Phase phase, String message, Optional<Search.State> search) {
        Map<String, Share> done = new LinkedHashMap<>();
        int wanted = Experiment.replications(asked.study);
        sheet.variants().forEach(variant -> done.put(variant.name(), new Share(sheet.runs(variant).size(), wanted)));
        return new State(asked.study, sheet, asked.sweeps, done, phase, message, search);
    }

    private interface Work {
        void run() throws IOException;
    }

    /** Whatever goes wrong is told where the figures stand. */
    private void guarded(long mine, Study study, Work work) {
        try {
            if (current.get() == mine) {
                work.run();
            }
        } catch (IOException e) {
            fail(mine, study, "The runs can't be kept: " + e.getMessage() + ".");
        } catch (CancellationException e) {
            return; // whoever stopped it has said so
        } catch (Throwable e) {
            fail(mine, study, ErrorLog.usual().told(e));
        }
    }

    private void fail(long mine, Study study, String why) {
        notifyAlways(mine,
                new State(study, new Sheet(List.of(Variant.base(study)), Map.of(), study.comparison().own(), Map.of()), Map.of(), Map.of(),
                        Phase.IDLE, why, Optional.empty()));
    }

    private void notifyListener(long mine, State state) {
        if (current.get() == mine) {
            window.execute(() -> {
                if (current.get() == mine) {
                    listener.onComparison(state);
                }
            });
        }
    }

    /** Also if it was stopped by hand. */
    private void notifyAlways(long mine, State state) {
        if (stopped.get() == mine) {
            window.execute(() -> listener.onComparison(state));
        } else {
            notifyListener(mine, state);
        }
    }

    @Override
    public void close() {
        next();
        thread.shutdownNow();
        engine.close();
    }
}
