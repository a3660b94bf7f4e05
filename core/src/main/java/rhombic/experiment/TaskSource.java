package rhombic.experiment;

import java.util.Optional;

/** Hands out runs one by one, as somebody is free to make them. Asked by several threads. */
@FunctionalInterface
public interface TaskSource {
    /**
     * The next run to be made; waits while there is none for now.
     *
     * @return empty once there are no more
     */
    Optional<RunTask> next() throws InterruptedException;
}
