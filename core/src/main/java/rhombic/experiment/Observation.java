package rhombic.experiment;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import rhombic.measure.Diary;
import rhombic.measure.RunFigures;
import rhombic.measure.Sample;
import rhombic.plant.Blueprint;
import rhombic.plant.Plant;
import rhombic.study.Study;

/**
 * One run that is analysed: its figures, who was active when, what could be read off at equal steps of time, and how pieces fared.
 *
 * @param samples at the start and at the end of each step
 */
public record Observation(Study study, RunFigures figures, List<Diary.Period> active, List<Sample> samples,
        List<Diary.Journey> journeys) {
    /** Steps into which the run is cut. */
    public static final int STEPS = 400;

    /**
     * Makes the replication.
     *
     * @throws CancellationException if cancelled
     * @throws rhombic.plant.RunTroubleException if the plant can't go on
     */
    public static Observation of(Study study, int replication, BooleanSupplier cancelled) {
        Blueprint blueprint = Blueprint.of(study);
        Diary diary = blueprint.diary();
        Plant plant = blueprint.buildObserved(replication, null, diary);
        long length = study.plan().length().nanos();
        List<Sample> samples = new ArrayList<>();
        samples.add(plant.sample());
        for (int step = 1; step <= STEPS && !plant.isStopped(); step++) {
            if (!plant.advance(step == STEPS ? length : length / STEPS * step, cancelled)) {
                throw new CancellationException("The run was cancelled");
            }
            samples.add(plant.sample());
        }
        return new Observation(study, plant.figures(), diary.periods(plant.now()), samples, diary.journeys());
    }

    public long endNanos() {
        return samples.getLast().timeNanos();
    }
}
