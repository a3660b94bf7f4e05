package rhombic.desktop.work;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.experiment.Interval;
import rhombic.experiment.LiveRun;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Preparation;
import rhombic.experiment.Response;
import rhombic.experiment.RunListener;
import rhombic.experiment.RunTask;
import rhombic.experiment.Summary;
import rhombic.formats.file.ErrorLog;
import rhombic.insight.DeadlockFinding;
import rhombic.insight.Finding;
import rhombic.measure.RunFigures;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.Study;

/**
 * Keeps the figures of the study as it stands fresh: each edit starts runs in the background and cancels those
 * before. Results arrive on the given executor, the one of the window.
 */
public final class Outlook implements AutoCloseable {
    /** What the outlook says at a time. */
    public sealed interface State {
        /** Nothing to run. */
        record Empty() implements State {}

        /** Under way; the last figures are those of an earlier study, if there are any. */
        record Running(double share, Optional<Fresh> last) implements State {}

        /** The figures of the study as it stands. */
        record Fresh(Summary summary, Optional<Finding> limit, Optional<Summary> before) implements State {
            /** The change against the state before the edit, where both had the same number of runs. */
            public Optional<Interval> change(Response response) {
                return before.map(b -> Interval.ofDifferences(summary.interval(response), b.interval(response)));
            }
        }

        /** The run could not be made. */
        record Failed(String message) implements State {}

        record Cancelled() implements State {}
    }

    /** Hears of each state, on the thread of the window. */
    @FunctionalInterface
    public interface Listener {
        void onOutlook(State state);
    }

    /** One run that is watched, then others that are not, as after an edit. */
    private static final int REHEARSED_IN_TURN = 3;
    private static final double PROGRESS_STEP = 0.02;
    /** Runs shorter than this pass without a word of progress, which would only cost frames. */
    private static final long SILENT_NANOS = 800_000_000L;

    private final Preparation preparation;
    private final LocalEngine engine;
    private final ExecutorService thread = Executors
            .newSingleThreadExecutor(Thread.ofPlatform().daemon().name("rhombic-outlook").factory());
    private final AtomicLong current = new AtomicLong();
    private final AtomicLong rehearsalNanos = new AtomicLong();
    private final AtomicReference<@Nullable Notification> untold = new AtomicReference<>();
    private final Executor window;
    private final Listener listener;
    /** Written by the window's thread, read by those of the runs, too. */
    private volatile Optional<State.Fresh> last = Optional.empty();

    public Outlook(Preparation preparation, Executor window, Listener listener) {
        this.preparation = preparation;
        engine = LocalEngine.onAllCores(preparation);
        this.window = window;
        this.listener = listener;
    }

    /**
     * After the next outlooks, makes their runs again for so long in all, on one thread and only while nobody waits for anything else. A
     * program that has just begun computes several times slower than one whose code is compiled: so the first edits, too, have their
     * figures soon.
     */
    public void rehearse(Duration max) {
        rehearsalNanos.set(max.toNanos());
    }

    /**
     * Runs the study as it stands now.
     *
     * @param first its first replication, which is made by somebody else meanwhile
     */
    public void refresh(Study study, FirstRun first) {
        long run = current.incrementAndGet();
        if (study.elements().isEmpty()) {
            last = Optional.empty();
            listener.onOutlook(new State.Empty());
            return;
        }
        listener.onOutlook(new State.Running(0, last));
        Optional<Summary> before = last.map(State.Fresh::summary);
        thread.execute(() -> run(study, first, run, before));
    }

    /** Stops what is under way. */
    public void cancel() {
        current.incrementAndGet();
        listener.onOutlook(new State.Cancelled());
    }

    public Optional<State.Fresh> last() {
        return last;
    }

    private void run(Study study, FirstRun first, long run, Optional<Summary> before) {
        if (current.get() != run) {
            return;
        }
        try {
            Summary summary = summary(study, first, new Progress(study, run), () -> current.get() != run);
            Optional<Finding> limit = DeadlockFinding.orLimit(summary);
            Optional<Summary> comparable = before.filter(b -> b.runs().size() == summary.runs().size());
            publish(run, new State.Fresh(summary, limit, comparable));
            rehearse(summary, run);
        } catch (CancellationException e) {
            // A later edit has taken over; its own run will report.
            return;
        } catch (Throwable e) {
            publish(run, new State.Failed(ErrorLog.usual().told(e)));
        }
    }

    /** The further replications are made on the other processors while the first one is. */
    private Summary summary(Study study, FirstRun first, Progress progress, BooleanSupplier isOutdated) {
        List<RunTask> further = IntStream.rangeClosed(2, study.plan().replications()).mapToObj(r -> new RunTask(study, r)).toList();
        List<RunFigures> runs = new ArrayList<>(engine.run(further, progress, isOutdated));
        runs.addFirst(first.figures(share -> progress.onProgress(new RunTask(study, 1), share), isOutdated));
        return new Summary(preparation.unfolded(study), runs);
    }

    private void rehearse(Summary done, long run) {
        long begun = System.nanoTime();
        long end = begun + rehearsalNanos.get();
        BooleanSupplier isOver = () -> current.get() != run || System.nanoTime() - end >= 0;
        try {
            for (int i = 0; !isOver.getAsBoolean(); i++) {
                Blueprint blueprint = new Preparation().of(done.study());
                if (i % REHEARSED_IN_TURN == 0) {
                    new LiveRun(blueprint, List.of()).advance(Long.MAX_VALUE, isOver);
                } else {
                    engine.run(List.of(new RunTask(done.study(), 1 + i % done.runs().size())), RunListener.NONE, isOver);
                }
                DeadlockFinding.orLimit(done);
            }
        } finally {
            rehearsalNanos.addAndGet(begun - System.nanoTime());
        }
    }

    private record Notification(long run, State state) {}

    /** What the window has not looked at yet is replaced by what is newer. */
    private void publish(long run, State state) {
        if (current.get() == run && untold.getAndSet(new Notification(run, state)) == null) {
            window.execute(this::notifyListener);
        }
    }

    private void notifyListener() {
        Notification told = untold.getAndSet(null);
        if (told != null && current.get() == told.run) {
            if (told.state instanceof State.Fresh fresh) {
                last = Optional.of(fresh);
            }
            listener.onOutlook(told.state);
        }
    }

    @Override
    public void close() {
        current.incrementAndGet();
        thread.shutdownNow();
        engine.close();
    }

    /** Adds up the progress of all replications, and passes on what is worth showing. */
    private final class Progress implements RunListener {
        private final long run;
        private final double[] shares;
        private final long begun = System.nanoTime();
        private double shown;

        Progress(Study study, long run) {
            this.run = run;
            this.shares = new double[study.plan().replications()];
        }

        @Override
        public synchronized void onProgress(RunTask task, double share) {
            shares[task.replication() - 1] = share;
            double all = Arrays.stream(shares).sum() / shares.length;
            boolean takesLong = System.nanoTime() - begun > SILENT_NANOS;
            if (takesLong && all - shown >= PROGRESS_STEP && all < 1) {
                shown = all;
                publish(run, new State.Running(all, last));
            }
        }
    }
}
