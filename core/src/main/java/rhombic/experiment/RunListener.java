package rhombic.experiment;

import rhombic.measure.RunFigures;

/** Hears how runs get on. Called from the threads that run; several at once. What it throws ends the batch. */
public interface RunListener {
    RunListener NONE = new RunListener() {};

    /** @param share of the run that is done, 0 to 1 */
    default void onProgress(RunTask task, double share) {}

    default void onFinished(RunTask task, RunFigures figures) {}

    /**
     * A run could not be made to its end.
     *
     * @return whether the others go on; if not, what was thrown ends them all
     */
    default boolean onFailed(RunTask task, RuntimeException why) {
        return false;
    }
}
