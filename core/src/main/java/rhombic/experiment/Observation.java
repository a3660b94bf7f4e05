package rhombic.experiment;

import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import rhombic.measure.Diary;
import rhombic.measure.RunFigures;
import rhombic.measure.Sample;
import rhombic.study.Study;
import rhombic.study.unfold.UnfoldedStudy;

/**
 * One run that is analysed: its figures, who was active when, what could be read off at equal steps of time, and how pieces fared.
 *
 * @param samples at the start and at the end of each step
 * @param readings of formulas, by their text, at the same moments
 */
public record Observation(UnfoldedStudy unfolded, RunFigures figures, List<Diary.Period> active, List<Sample> samples,
        List<Diary.Journey> journeys, Map<String, Readings> readings) {
    /** Steps into which the run of a small study is cut. */
    public static final int MAX_STEPS = 400;

    private static final int MIN_STEPS = 60;

    /** Of about 120 bytes each: what the samples of one run may take of the memory. */
    private static final int MAX_SAMPLED = 400_000;

    /**
     * What one formula came to, moment by moment.
     *
     * @param values NaN where it came to nothing
     * @param problem why it came to nothing; empty if it never did
     */
    public record Readings(double[] values, String problem) {}

    /** Steps into which a run of the study is cut: fewer where there is more to read off at each. */
    public static int steps(UnfoldedStudy study) {
        return Math.clamp(MAX_SAMPLED / Math.max(1, study.size()), MIN_STEPS, MAX_STEPS);
    }

    /** Makes the replication of a study that is prepared for it alone. */
    public static Observation of(Study study, int replication, BooleanSupplier cancelled) {
        return of(study, replication, List.of(), new Preparation(), cancelled);
    }

    /**
     * Makes the replication.
     *
     * @param formulas to be read off at each step
     * @throws CancellationException if cancelled
     * @throws rhombic.plant.blueprint.RunTroubleException if the plant can't go on
     * @throws rhombic.formula.FormulaException if a formula can't be read
     */
    public static Observation of(Study study, int replication, List<String> formulas, Preparation preparation, BooleanSupplier cancelled) {
        ObservedRun run = new ObservedRun(preparation.of(study), replication, null, formulas);
        if (!run.advance(study.plan().length().nanos(), cancelled)) {
            throw new CancellationException("The run was cancelled");
        }
        return run.soFar();
    }

    /** That was run. */
    public Study study() {
        return unfolded.study();
    }

    public long endNanos() {
        return samples.getLast().timeNanos();
    }
}
