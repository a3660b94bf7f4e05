package rhombic.desktop.work;

import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;
import org.jspecify.annotations.Nullable;
import rhombic.experiment.LiveRun;
import rhombic.experiment.Observation;
import rhombic.measure.RunFigures;
import rhombic.study.Study;

/**
 * The first replication of the study on the table, made once: the player watches it, and outlook, findings and charts read off it what they
 * need. Made by one thread, asked by others.
 */
public final class FirstRun {
    private static final long NANOS_BETWEEN = 500_000_000L;
    private static final long POLL_MILLIS = 50;

    private final Study study;
    private final List<String> formulas;
    private final CompletableFuture<RunFigures> figures = new CompletableFuture<>();
    private final CompletableFuture<Observation> observation = new CompletableFuture<>();
    private volatile double share;
    private volatile @Nullable Consumer<Observation> reader;
    private long toldNanos = System.nanoTime();

    /** @param formulas that charts read off it */
    FirstRun(Study study, List<String> formulas) {
        this.study = study;
        this.formulas = List.copyOf(formulas);
    }

    public Study study() {
        return study;
    }

    List<String> formulas() {
        return formulas;
    }

    /** Whether charts with these formulas can be drawn from it. */
    public boolean reads(List<String> wanted) {
        return formulas.containsAll(wanted);
    }

    /**
     * Has somebody hear of what there is of a run that takes long, now and then, and at its end.
     *
     * @param hears called by the thread that makes the run, or at once
     */
    public void tell(Consumer<Observation> hears) {
        reader = hears;
        observation.thenAccept(hears);
    }

    /**
     * Waits for its figures.
     *
     * @param progress hears how much of it is done, 0 to 1, while it is waited for
     * @throws CancellationException if cancelled, or if another study has taken its place
     * @throws RuntimeException the one that ended the run
     */
    RunFigures figures(DoubleConsumer progress, BooleanSupplier cancelled) {
        return await(figures, progress, cancelled);
    }

    /** Waits for all that was read off it, as {@link #figures(DoubleConsumer, BooleanSupplier)} does. */
    Observation observation(BooleanSupplier cancelled) {
        return await(observation, part -> {}, cancelled);
    }

    private <T> T await(CompletableFuture<T> one, DoubleConsumer progress, BooleanSupplier cancelled) {
        while (true) {
            try {
                return one.get(POLL_MILLIS, TimeUnit.MILLISECONDS);
            } catch (TimeoutException e) {
                progress.accept(share);
            } catch (ExecutionException e) {
                switch (e.getCause()) {
                    case RuntimeException cause -> throw cause;
                    case Error cause -> throw cause; // such as no memory left
                    case null, default -> throw new IllegalStateException(e.getCause());
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new CancellationException("The run was interrupted");
            }
            if (cancelled.getAsBoolean()) {
                throw new CancellationException("The run was cancelled");
            }
        }
    }

    // ---- by the thread that makes it

    boolean isDone() {
        return observation.isDone();
    }

    void advanced(LiveRun run) {
        share = run.lengthNanos() > 0 ? (double) run.doneNanos() / run.lengthNanos() : 1;
        Consumer<Observation> hears = reader;
        if (hears != null && System.nanoTime() - toldNanos > NANOS_BETWEEN) {
            hears.accept(run.observation());
            toldNanos = System.nanoTime();
        }
    }

    void ended(LiveRun run) {
        if (!isDone()) {
            figures.complete(run.figures());
            observation.complete(run.observation());
        }
    }

    void failed(Throwable why) {
        figures.completeExceptionally(why);
        observation.completeExceptionally(why);
    }

    /** Another study has taken its place: whoever waits for it is told so. */
    void supersede() {
        failed(new CancellationException("Another study is on the table"));
    }
}
