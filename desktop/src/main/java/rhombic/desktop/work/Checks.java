package rhombic.desktop.work;

import java.util.List;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import java.util.stream.Stream;
import rhombic.experiment.Preparation;
import rhombic.study.Study;
import rhombic.study.check.FloorCheck;
import rhombic.study.check.Problem;

/** Has each study checked in the background; only the problems of the newest are told, on the thread of the window. */
public final class Checks implements AutoCloseable {
    private final ExecutorService thread = Executors.newSingleThreadExecutor(Thread.ofPlatform().daemon().name("rhombic-checks").factory());
    private final AtomicLong newest = new AtomicLong();
    private final Preparation preparation;
    private final Executor window;
    private final Consumer<List<Problem>> listener;

    public Checks(Preparation preparation, Executor window, Consumer<List<Problem>> listener) {
        this.preparation = preparation;
        this.window = window;
        this.listener = listener;
    }

    /** Checks the study as it stands now. */
    public void refresh(Study study) {
        long number = newest.incrementAndGet();
        thread.execute(() -> {
            if (newest.get() == number) {
                List<Problem> found = Stream.concat(preparation.of(study).problems().stream(), FloorCheck.of(study).stream()).toList();
                window.execute(() -> {
                    if (newest.get() == number) {
                        listener.accept(found);
                    }
                });
            }
        });
    }

    @Override
    public void close() {
        newest.incrementAndGet();
        thread.shutdownNow();
    }
}
