package rhombic.trace;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;

/**
 * Makes the moment at which each segment begins from the one before, beside the run that writes them. One is made at a time; a run that
 * is faster waits for it.
 */
final class Keyframes {
    private final Executor beside;
    /** Touched by one task at a time, each of which begins when the one before has ended. */
    private final Moment moving;
    private CompletableFuture<Moment> newest;

    /** @param beside carries out what may be done while the run goes on */
    Keyframes(Moment first, Executor beside) {
        this.beside = beside;
        moving = first;
        newest = CompletableFuture.completedFuture(first.copy());
    }

    /** The moment at which the segment begins that comes after all that were handed in. */
    CompletableFuture<Moment> newest() {
        return newest;
    }

    /** @param full the segment behind the one handed in before */
    void after(Segment full) {
        newest.join();
        newest = CompletableFuture.supplyAsync(() -> {
            full.play(moving, 0, Long.MAX_VALUE);
            return moving.copy();
        }, beside);
    }
}
