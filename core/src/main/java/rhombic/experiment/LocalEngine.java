package rhombic.experiment;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import rhombic.measure.RunFigures;
import rhombic.plant.Plant;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.Study;

/** Makes runs on threads of this machine. Close it to end them. */
public final class LocalEngine implements RunEngine, AutoCloseable {
    private static final int PROGRESS_STEPS = 50;

    private final ExecutorService threads;
    private final Preparation preparation;
    private final int threadCount;

    /** @param threadCount at least 1 */
    public LocalEngine(int threadCount) {
        this(threadCount, new Preparation());
    }

    private LocalEngine(int threadCount, Preparation preparation) {
        if (threadCount < 1) {
            throw new IllegalArgumentException("At least 1 thread is needed; got " + threadCount);
        }
        this.preparation = preparation;
        this.threadCount = threadCount;
        threads = Executors.newFixedThreadPool(threadCount, Thread.ofPlatform().daemon().name("rhombic-run-", 1).factory());
    }

    /** One thread for each core, which shares what is worked out of a study with whoever has the same preparation. */
    public static LocalEngine onAllCores(Preparation preparation) {
        return new LocalEngine(Runtime.getRuntime().availableProcessors(), preparation);
    }

    @Override
    public List<RunFigures> run(List<RunTask> tasks, RunListener listener, BooleanSupplier cancelled) {
        AtomicReference<Throwable> failure = new AtomicReference<>();
        BooleanSupplier stop = () -> failure.get() != null || cancelled.getAsBoolean();
        Map<Study, Blueprint> blueprints = new IdentityHashMap<>();
        List<Future<RunFigures>> open = new ArrayList<>(tasks.size());
        for (RunTask task : tasks) {
            Blueprint blueprint = blueprints.computeIfAbsent(task.study(), preparation::of);
            open.add(submit(() -> run(task, blueprint, listener, stop), failure));
        }
        return await(open, failure);
    }

    @Override
    public void run(TaskSource tasks, RunListener listener, BooleanSupplier cancelled) {
        AtomicReference<Throwable> failure = new AtomicReference<>();
        BooleanSupplier stop = () -> failure.get() != null || cancelled.getAsBoolean();
        Map<Same, Blueprint> blueprints = new ConcurrentHashMap<>();
        List<Future<Boolean>> open = new ArrayList<>(threadCount);
        for (int i = 0; i < threadCount; i++) {
            open.add(submit(() -> {
                for (Optional<RunTask> next = tasks.next(); next.isPresent(); next = tasks.next()) {
                    RunTask task = next.get();
                    try {
                        run(task, blueprints.computeIfAbsent(new Same(task.study()), same -> Blueprint.of(same.study)), listener, stop);
                    } catch (CancellationException e) {
                        throw e;
                    } catch (RuntimeException e) {
                        if (!listener.onFailed(task, e)) {
                            throw e;
                        }
                    }
                }
                return true;
            }, failure));
        }
        await(open, failure);
    }

    /** A very study, and not one that equals it: to compare whole studies for each run would cost more than it saves. */
    private record Same(Study study) {
        @Override
        public boolean equals(Object other) {
            return other instanceof Same same && same.study == study;
        }

        @Override
        public int hashCode() {
            return System.identityHashCode(study);
        }
    }

    /** What fails is noted at once, so that the others end although nobody waits for this one yet. */
    private <T> Future<T> submit(Callable<T> work, AtomicReference<Throwable> failure) {
        return threads.submit(() -> {
            try {
                return work.call();
            } catch (Throwable e) {
                failure.compareAndSet(null, e);
                throw e;
            }
        });
    }

    /** Waits for all; throws what failed first. */
    private static <T> List<T> await(List<Future<T>> open, AtomicReference<Throwable> failure) {
        List<T> results = new ArrayList<>(open.size());
        try {
            for (Future<T> one : open) {
                results.add(one.get());
            }
        } catch (ExecutionException e) {
            switch (failure.get()) {
                case RuntimeException cause -> throw cause;
                case Error cause -> throw cause; // such as no memory left: who started the run says what to do
                case null, default -> throw new IllegalStateException("A run failed", e.getCause());
            }
        } catch (InterruptedException e) {
            failure.compareAndSet(null, e);
            Thread.currentThread().interrupt();
            throw new CancellationException("The runs were interrupted");
        }
        return results;
    }

    private static RunFigures run(RunTask task, Blueprint blueprint, RunListener listener, BooleanSupplier cancelled) {
        if (cancelled.getAsBoolean()) {
            throw new CancellationException("The runs were cancelled");
        }
        Plant plant = Plant.build(blueprint, task.replication(), null);
        long length = task.study().plan().length().nanos();
        for (int step = 1; step <= PROGRESS_STEPS; step++) {
            long until = step == PROGRESS_STEPS ? length : length / PROGRESS_STEPS * step;
            if (!plant.advance(until, cancelled)) {
                throw new CancellationException("The runs were cancelled");
            }
            listener.onProgress(task, (double) step / PROGRESS_STEPS);
        }
        RunFigures figures = plant.figures();
        listener.onFinished(task, figures);
        return figures;
    }

    @Override
    public void close() {
        threads.shutdownNow();
    }
}
