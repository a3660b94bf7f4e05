package rhombic.formats;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.List;
import java.util.function.ToDoubleFunction;
import rhombic.experiment.Interval;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Preparation;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.formats.study.StudyReader;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.study.Study;
import rhombic.study.check.StudyCheck;

/** Runs the example studies that ship with the program, and holds their figures against exact ones. */
abstract class Examples {
    static Study open(String name) throws Exception {
        Study study = StudyReader.open(Path.of("../demo/" + name + ".rhombic.json"));
        assertEquals(List.of(), StudyCheck.of(study).stream().filter(p -> p.isError()).toList());
        return study;
    }

    static Summary run(Study study) {
        try (LocalEngine engine = LocalEngine.onAllCores(new Preparation())) {
            return Summary.of(study, engine, RunListener.NONE, () -> false);
        }
    }

    /**
     * One in twenty figures of a right model lies outside its 95 % interval. One that does is judged again on random numbers of its
     * own: a right model misses twice in one of four hundred.
     */
    static void agrees(Summary summary, double exact, double allowed, ToDoubleFunction<RunFigures> figure, String label) {
        Interval ours = interval(summary, figure);
        assertTrue(ours.halfWidth() <= allowed * exact, label + " is not known narrowly enough: \u00b1 " + ours.halfWidth());
        if (!ours.contains(exact)) {
            Study study = summary.study();
            Interval again = interval(run(study.withPlan(study.plan().withSeed(study.plan().seed() + 1))), figure);
            assertTrue(again.contains(exact),
                    label + ": exact " + exact + ", ours " + ours.mean() + " \u00b1 " + ours.halfWidth() + ", then "
                            + again.mean() + " \u00b1 " + again.halfWidth());
        }
    }

    static Interval interval(Summary summary, ToDoubleFunction<RunFigures> figure) {
        return Interval.of(summary.runs().stream().mapToDouble(figure).toArray());
    }

    static EquipmentFigures named(RunFigures run, String name) {
        return run.equipment().stream().filter(e -> e.name().equals(name)).findFirst().orElseThrow();
    }
}
