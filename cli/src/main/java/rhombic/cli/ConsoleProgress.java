package rhombic.cli;

import java.io.PrintWriter;
import java.util.Locale;
import rhombic.experiment.RunListener;
import rhombic.experiment.RunTask;
import rhombic.measure.RunFigures;

/** Says how far long runs are, at most once a second; short ones pass in silence. */
final class ConsoleProgress implements RunListener {
    private static final long NANOS_BETWEEN = 1_000_000_000L;

    private final PrintWriter err;
    private final int runs;
    private int finished;
    private long last = System.nanoTime();

    ConsoleProgress(PrintWriter err, int runs) {
        this.err = err;
        this.runs = runs;
    }

    @Override
    public synchronized void onProgress(RunTask task, double share) {
        long now = System.nanoTime();
        if (now - last > NANOS_BETWEEN) {
            last = now;
            err.printf(Locale.ROOT, "replication %d: %.0f %%, %d of %d finished%n", task.replication(), 100 * share, finished, runs);
        }
    }

    @Override
    public synchronized void onFinished(RunTask task, RunFigures figures) {
        finished++;
    }
}
