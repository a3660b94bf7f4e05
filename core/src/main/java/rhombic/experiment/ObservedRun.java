package rhombic.experiment;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import rhombic.measure.Diary;
import rhombic.measure.RunFigures;
import rhombic.measure.Sample;
import rhombic.plant.Gauge;
import rhombic.plant.Plant;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.TraceWriter;

/** A run whose active periods and journeys are written down, and that is read off at equal steps of time if somebody asks for that. Used by one thread, but for the pieces that have left. */
final class ObservedRun {
    private final UnfoldedStudy study;
    private final Diary diary;
    private final Plant plant;
    private final long lengthNanos;
    /** Into which it is cut to be read off; 0 if it is not. */
    private final int steps;
    private final List<Sample> samples = new ArrayList<>();
    private final Map<Gauge, double[]> gauges = new LinkedHashMap<>();

    /** Nothing is read off. */
    ObservedRun(Blueprint blueprint, int replication, @Nullable TraceWriter trace) {
        this(blueprint, replication, trace, 0);
    }

    /**
     * @param trace to write to; null to write nothing
     * @param formulas to be read off at each step
     * @throws rhombic.formula.FormulaException if a formula can't be read
     * @throws rhombic.plant.blueprint.RunTroubleException if something comes to nothing already at the first instant
     */
    ObservedRun(Blueprint blueprint, int replication, @Nullable TraceWriter trace, List<String> formulas) {
        this(blueprint, replication, trace, Observation.steps(blueprint.unfolded()));
        formulas.stream().distinct().forEach(text -> gauges.put(plant.gauge(text), new double[steps + 1]));
        read();
    }

    private ObservedRun(Blueprint blueprint, int replication, @Nullable TraceWriter trace, int steps) {
        study = blueprint.unfolded();
        diary = blueprint.diary();
        plant = Plant.buildObserved(blueprint, replication, trace, diary);
        lengthNanos = study.study().plan().length().nanos();
        this.steps = steps;
    }

    private void read() {
        int at = samples.size();
        gauges.forEach((gauge, values) -> values[at] = gauge.now());
        samples.add(plant.sample());
    }

    private long nextReadingNanos() {
        if (steps == 0) {
            return Long.MAX_VALUE;
        }
        return samples.size() == steps ? lengthNanos : lengthNanos / steps * samples.size();
    }

    /** Whether it has come to its end, or a rule has ended it before. */
    boolean isOver() {
        return plant.isStopped() || (steps == 0 ? plant.now() >= lengthNanos : samples.size() > steps);
    }

    boolean isStopped() {
        return plant.isStopped();
    }

    long now() {
        return plant.now();
    }

    /** Runs up to and including the moment or the end, reading off on the way; says whether it got there, or was cancelled. */
    boolean advance(long untilNanos, BooleanSupplier cancelled) {
        long end = Math.min(untilNanos, lengthNanos);
        while (!isOver() && nextReadingNanos() <= end) {
            if (!plant.advance(nextReadingNanos(), cancelled)) {
                return false;
            }
            read();
        }
        return isOver() || plant.now() >= end || advanceBetweenReadings(end, cancelled);
    }

    private boolean advanceBetweenReadings(long end, BooleanSupplier cancelled) {
        if (!plant.advance(end, cancelled)) {
            return false;
        }
        if (plant.isStopped() && steps > 0) {
            read();
        }
        return true;
    }

    /** Of the pieces that have left so far; for other threads, too. */
    List<Diary.Journey> journeys() {
        return diary.journeys();
    }

    RunFigures figures() {
        return plant.figures();
    }

    /** What there is by the last reading, if it is read off; the figures are of now. */
    Observation soFar() {
        Map<String, Observation.Readings> readings = new LinkedHashMap<>();
        gauges.forEach((gauge, values) -> readings.put(gauge.text(),
                new Observation.Readings(Arrays.copyOf(values, samples.size()), gauge.problem())));
        return new Observation(study, plant.figures(), periods(samples.getLast().timeNanos()), List.copyOf(samples), diary.journeys(),
                readings);
    }

    private List<Diary.Period> periods(long end) {
        List<Diary.Period> all = diary.periods(plant.now());
        return plant.now() == end
                ? all
                : all.stream().filter(one -> one.fromNanos() < end)
                        .map(one -> one.toNanos() <= end ? one : new Diary.Period(one.participant(), one.fromNanos(), end)).toList();
    }
}
