package rhombic.desktop.work;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import rhombic.experiment.Archive;
import rhombic.experiment.Experiment;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Observation;
import rhombic.experiment.Preparation;
import rhombic.experiment.Summary;
import rhombic.experiment.Variant;
import rhombic.formats.file.ErrorLog;
import rhombic.formats.results.ResultsFile;
import rhombic.insight.Board;
import rhombic.insight.Diagnosis;
import rhombic.insight.Leverage;
import rhombic.study.Study;

/** Works out in the background what the figures of a study say, and what one change at a time would bring. */
public final class Diagnosing implements AutoCloseable {
    /** Hears of news, on the thread of the window. */
    public interface Listener {
        void onDiagnosis(Diagnosis diagnosis, Board board);

        /** What there is of a run that takes long. */
        void onBoardProgress(Board board);

        /**
         * What the leverage knows by now.
         *
         * @param done runs that are there, of those asked for
         * @param message what went wrong; empty: nothing
         */
        void onLeverage(List<Leverage.Gain> gains, int done, int asked, boolean isRunning, String message);

        void onDiagnosisFailed(String message);
    }

    private static final long NANOS_BETWEEN = 300_000_000L;

    private final ExecutorService thread = Executors
            .newSingleThreadExecutor(Thread.ofPlatform().daemon().name("rhombic-diagnose").factory());
    private final ExecutorService leverageThread = Executors
            .newSingleThreadExecutor(Thread.ofPlatform().daemon().name("rhombic-leverage").factory());
    private final LocalEngine engine = LocalEngine.onAllCores(new Preparation());
    private final Preparation preparation;
    private final Executor window;
    private final Listener listener;
    private final AtomicLong current = new AtomicLong();
    private final AtomicLong leverage = new AtomicLong();

    public Diagnosing(Preparation preparation, Executor window, Listener listener) {
        this.preparation = preparation;
        this.window = window;
        this.listener = listener;
    }

    /** Shows the charts of a study from its first run alone, as far as it has come, until a reading is asked for. */
    public void watch(FirstRun first) {
        long mine = current.incrementAndGet();
        first.tell(soFar -> {
            if (current.get() == mine) {
                execute(() -> { // the run goes on meanwhile
                    Board part = new Board(List.of(soFar));
                    notifyListener(mine, current, () -> listener.onBoardProgress(part));
                });
            }
        });
    }

    private void execute(Runnable work) {
        try {
            thread.execute(work);
        } catch (RejectedExecutionException e) {
            return; // the window is closing
        }
    }

    /**
     * Reads the figures, with a few runs that are analysed step by step; an earlier reading is given up.
     *
     * @param first the first of these runs; made once more only if it did not read off what charts ask for now
     */
    public void read(Summary summary, FirstRun first, List<String> formulas) {
        long mine = current.incrementAndGet();
        BooleanSupplier isOutdated = () -> current.get() != mine;
        thread.execute(() -> {
            try {
                List<Observation> known = first.reads(formulas) ? List.of(first.observation(isOutdated)) : List.of();
                Diagnosis diagnosis = Diagnosis.of(summary, known, formulas, preparation, isOutdated);
                Board board = new Board(diagnosis.observations());
                notifyListener(mine, current, () -> listener.onDiagnosis(diagnosis, board));
            } catch (CancellationException e) {
                return; // a later reading has taken over
            } catch (Throwable e) {
                notifyListener(mine, current, () -> listener.onDiagnosisFailed(ErrorLog.usual().told(e)));
            }
        });
    }

    /** Runs the study again with one change at a time. */
    public void findLeverage(Study study, Optional<Path> file, String response) {
        long mine = leverage.incrementAndGet();
        leverageThread.execute(() -> {
            if (leverage.get() != mine) {
                return;
            }
            Leverage asked = Leverage.of(study, response);
            int runs = asked.replications() * (asked.trials().size() + 1);
            try (ResultsFile kept = file.isPresent() ? ResultsFile.open(ResultsFile.beside(file.get())) : null) {
                Archive archive = kept == null ? Archive.inMemory() : kept;
                Experiment experiment = new Experiment(asked.variants(), study.comparison(), engine, archive);
                AtomicLong told = new AtomicLong();
                Experiment.Listener progress = new Experiment.Listener() {
                    @Override
                    public void onProgress(Variant variant, int done, int wanted) {
                        long now = System.nanoTime();
                        long last = told.get();
                        if (now - last > NANOS_BETWEEN && told.compareAndSet(last, now)) {
                            var sheet = experiment.sheet();
                            List<Leverage.Gain> gains = asked.gains(sheet);
                            notifyListener(mine, leverage, () -> listener.onLeverage(gains, sheet.count(), runs, true, ""));
                        }
                    }
                };
                try {
                    experiment.run(asked.replications(), progress, () -> leverage.get() != mine);
                } catch (CancellationException e) {
                    List<Leverage.Gain> gains = asked.gains(experiment.sheet());
                    int done = experiment.sheet().count();
                    if (stopped.get() == mine) {
                        window.execute(() -> listener.onLeverage(gains, done, runs, false, "Stopped; asked again, it goes on from there."));
                    }
                    return;
                }
                List<Leverage.Gain> gains = asked.gains(experiment.sheet());
                notifyListener(mine, leverage, () -> listener.onLeverage(gains, runs, runs, false, ""));
            } catch (IOException e) {
                notifyListener(mine, leverage,
                        () -> listener.onLeverage(List.of(), 0, runs, false, "The runs can't be kept: " + e.getMessage() + "."));
            } catch (Throwable e) {
                notifyListener(mine, leverage, () -> listener.onLeverage(List.of(), 0, runs, false, ErrorLog.usual().told(e)));
            }
        });
    }

    private final AtomicLong stopped = new AtomicLong(-1);

    /** What was found stays. */
    public void stopLeverage() {
        stopped.set(leverage.getAndIncrement());
    }

    private void notifyListener(long mine, AtomicLong of, Runnable action) {
        window.execute(() -> {
            if (of.get() == mine) {
                action.run();
            }
        });
    }

    @Override
    public void close() {
        current.incrementAndGet();
        leverage.incrementAndGet();
        thread.shutdownNow();
        leverageThread.shutdownNow();
        engine.close();
    }
}
