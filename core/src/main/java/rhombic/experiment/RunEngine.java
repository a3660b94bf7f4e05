package rhombic.experiment;

import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import rhombic.measure.RunFigures;

/** Whatever makes runs: the cores of this machine, or others. */
public interface RunEngine {
    /**
     * Makes all runs and waits for them.
     *
     * @return the figures in the order of the tasks, whatever the order in which they came
     * @throws CancellationException if {@code cancelled} said yes before all were made
     * @throws rhombic.plant.blueprint.RunTroubleException if a plant can't go on
     */
    List<RunFigures> run(List<RunTask> tasks, RunListener listener, BooleanSupplier cancelled);

    /**
     * Makes runs as they are handed out, until there are no more; figures go to the listener as they come.
     *
     * @throws CancellationException if {@code cancelled} said yes before all were made
     */
    void run(TaskSource tasks, RunListener listener, BooleanSupplier cancelled);
}
