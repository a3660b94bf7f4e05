package rhombic.experiment;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;
import rhombic.measure.RunFigures;
import rhombic.study.Study;
import rhombic.study.unfold.UnfoldedStudy;

/** What the replications of a study say together. */
public record Summary(UnfoldedStudy unfolded, List<RunFigures> runs) {
    public Summary {
        runs = List.copyOf(runs);
        if (runs.isEmpty()) {
            throw new IllegalArgumentException("A summary needs at least 1 run");
        }
    }

    /** Makes the replications that the study's plan asks for. */
    public static Summary of(Study study, RunEngine engine, RunListener listener, BooleanSupplier cancelled) {
        List<RunTask> tasks = new ArrayList<>();
        for (int replication = 1; replication <= study.plan().replications(); replication++) {
            tasks.add(new RunTask(study, replication));
        }
        return new Summary(UnfoldedStudy.of(study), engine.run(tasks, listener, cancelled));
    }

    /** That was run. */
    public Study study() {
        return unfolded.study();
    }

    public Interval interval(Response response) {
        return Interval.of(runs.stream().mapToDouble(response.value()).toArray());
    }
}
