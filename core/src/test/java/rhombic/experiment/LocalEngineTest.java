package rhombic.experiment;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.study.Study;
import rhombic.testplants.RandomStudies;

class LocalEngineTest {
    /** The first is told of the second's failure although nobody has waited for the second yet. */
    @Test
    void whatFailsEndsItsFellowsAtOnceAndIsToldItself() {
        Study study = RandomStudies.of(5);
        CountDownLatch failed = new CountDownLatch(1);
        Map<Integer, Integer> steps = new ConcurrentHashMap<>();
        RunListener listener = new RunListener() {
            @Override
            public void onProgress(RunTask task, double share) {
                if (task.replication() == 2) {
                    failed.countDown();
                    throw new IllegalArgumentException("The second fails");
                }
                try {
                    failed.await();
                    Thread.sleep(20); // time for the other to note what it throws
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                }
                steps.merge(task.replication(), 1, Integer::sum);
            }

            @Override
            public void onFinished(RunTask task, RunFigures figures) {}
        };
        try (LocalEngine engine = new LocalEngine(2)) {
            List<RunTask> tasks = List.of(new RunTask(study, 1), new RunTask(study, 2), new RunTask(study, 3));
            assertEquals("The second fails",
                    assertThrows(IllegalArgumentException.class, () -> engine.run(tasks, listener, () -> false)).getMessage());
        }
        assertTrue(steps.getOrDefault(1, 0) < 10 && !steps.containsKey(3), steps::toString);
    }
}
