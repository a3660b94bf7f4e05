package rhombic.experiment;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.LongSupplier;
import rhombic.measure.Diary;
import rhombic.measure.RunFigures;
import rhombic.measure.Sample;
import rhombic.plant.Gauge;
import rhombic.plant.Plant;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.Study;

/**
 * One run that is analysed: its figures, who was active when, what could be read off at equal steps of time, and how pieces fared.
 *
 * @param samples at the start and at the end of each step
 * @param readings of formulas, by their text, at the same moments
 */
public record Observation(Study study, RunFigures figures, List<Diary.Period> active, List<Sample> samples,
        List<Diary.Journey> journeys, Map<String, Readings> readings) {
    /** Steps into which the run of a small study is cut. */
    public static final int MAX_STEPS = 400;

    private static final int MIN_STEPS = 60;

    /** Of about 120 bytes each: what the samples of one run may take of the memory. */
    private static final int MAX_SAMPLED = 400_000;

    private static final long NANOS_BETWEEN = 500_000_000L;

    /**
     * What one formula came to, moment by moment.
     *
     * @param values NaN where it came to nothing
     * @param problem why it came to nothing; empty if it never did
     */
    public record Readings(double[] values, String problem) {}

    /** Steps into which a run of the study is cut: fewer where there is more to read off at each. */
    public static int steps(Study study) {
        return Math.clamp(MAX_SAMPLED / Math.max(1, study.equipment().size()), MIN_STEPS, MAX_STEPS);
    }

    /** The same without formulas. */
    public static Observation of(Study study, int replication, BooleanSupplier cancelled) {
        return of(study, replication, List.of(), cancelled, soFar -> {});
    }

    /**
     * Makes the replication.
     *
     * @param formulas to be read off at each step
     * @param soFar hears now and then, if the run takes long, of what there is by then
     * @throws CancellationException if cancelled
     * @throws rhombic.plant.blueprint.RunTroubleException if the plant can't go on
     * @throws rhombic.formula.FormulaException if a formula can't be read
     */
    public static Observation of(Study study, int replication, List<String> formulas, BooleanSupplier cancelled,
            Consumer<Observation> soFar) {
        return of(study, replication, formulas, cancelled, soFar, System::nanoTime);
    }

    static Observation of(Study study, int replication, List<String> formulas, BooleanSupplier cancelled, Consumer<Observation> soFar,
            LongSupplier ticker) {
        Blueprint blueprint = Blueprint.of(study);
        Diary diary = blueprint.diary();
        Plant plant = Plant.buildObserved(blueprint, replication, null, diary);
        long length = study.plan().length().nanos();
        int steps = steps(study);
        List<Sample> samples = new ArrayList<>();
        Map<Gauge, double[]> gauges = new LinkedHashMap<>();
        formulas.stream().distinct().forEach(text -> gauges.put(plant.gauge(text), new double[steps + 1]));
        read(plant, samples, gauges);
        long told = ticker.getAsLong();
        for (int step = 1; step <= steps && !plant.isStopped(); step++) {
            if (!plant.advance(step == steps ? length : length / steps * step, cancelled)) {
                throw new CancellationException("The run was cancelled");
            }
            read(plant, samples, gauges);
            if (step < steps && ticker.getAsLong() - told > NANOS_BETWEEN) {
                told = ticker.getAsLong();
                soFar.accept(taken(study, plant, diary, samples, gauges));
            }
        }
        return taken(study, plant, diary, samples, gauges);
    }

    private static void read(Plant plant, List<Sample> samples, Map<Gauge, double[]> gauges) {
        int at = samples.size();
        gauges.forEach((gauge, values) -> values[at] = gauge.now());
        samples.add(plant.sample());
    }

    private static Observation taken(Study study, Plant plant, Diary diary, List<Sample> samples, Map<Gauge, double[]> gauges) {
        Map<String, Readings> readings = new LinkedHashMap<>();
        gauges.forEach((gauge, values) -> readings.put(gauge.text(),
                new Readings(java.util.Arrays.copyOf(values, samples.size()), gauge.problem())));
        return new Observation(study, plant.figures(), diary.periods(plant.now()), List.copyOf(samples), List.copyOf(diary.journeys()),
                readings);
    }

    public long endNanos() {
        return samples.getLast().timeNanos();
    }
}
