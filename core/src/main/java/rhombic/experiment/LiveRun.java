package rhombic.experiment;

import java.util.List;
import java.util.concurrent.Executor;
import java.util.function.BooleanSupplier;
import rhombic.measure.Diary;
import rhombic.plant.Plant;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.Study;
import rhombic.trace.Trace;
import rhombic.trace.TraceWriter;

/**
 * One run that is written down to be watched: the first replication of the plan. Advanced by one thread, its trace
 * read by others. To watch a moment whose records have been dropped, make a new one and advance it there.
 */
public final class LiveRun {
    private static final int RECORDS_BETWEEN_PUBLISHING = 20_000;
    private static final int SLICES = 2000;

    /** What the trace needs beside the run is made by threads that cost nothing while there is nothing to do. */
    private static final Executor BESIDE = Thread.ofVirtual().name("rhombic-keyframes")::start;

    private final Plant plant;
    private final TraceWriter writer;
    private final Diary diary;
    private final long plannedNanos;
    /** When a rule ended the run; negative while none has. */
    private volatile long stoppedNanos = -1;

    public LiveRun(Study study) {
        this(study, TraceWriter.USUALLY_KEPT);
    }

    public LiveRun(Blueprint blueprint) {
        this(blueprint, TraceWriter.USUALLY_KEPT);
    }

    /** @param maxKept records of the trace after which the oldest are dropped */
    public LiveRun(Study study, int maxKept) {
        this(Blueprint.of(study), maxKept);
    }

    private LiveRun(Blueprint blueprint, int maxKept) {
        Study study = blueprint.study();
        writer = new TraceWriter(study.equipment().size(), study.links().size(), maxKept, BESIDE);
        diary = blueprint.diary();
        plant = Plant.buildObserved(blueprint, 1, writer, diary);
        plannedNanos = study.plan().length().nanos();
        writer.publish(-1);
    }

    /** Of the pieces that have left so far. */
    public List<Diary.Journey> journeys() {
        return diary.journeys();
    }

    public Trace trace() {
        return writer.trace();
    }

    /** How long the run is: as planned, or, once a rule has ended it, up to there. */
    public long lengthNanos() {
        long stopped = stoppedNanos;
        return stopped >= 0 ? stopped : plannedNanos;
    }

    /**
     * Runs on, up to and including the moment or the end of the plan, publishing as it goes.
     *
     * @return whether it got there
     */
    public boolean advance(long untilNanos, BooleanSupplier cancelled) {
        long end = Math.min(untilNanos, plannedNanos);
        long slice = Math.max(1, plannedNanos / SLICES);
        long published = writer.records();
        while (plant.now() < end && !plant.isStopped()) {
            if (!plant.advance(Math.min(end, plant.now() + slice), cancelled)) {
                return false;
            }
            if (writer.records() - published >= RECORDS_BETWEEN_PUBLISHING) {
                published = writer.records();
                writer.publish(plant.now());
            }
        }
        writer.publish(plant.now());
        if (plant.isStopped()) {
            stoppedNanos = plant.now();
        }
        return true;
    }

    /** Whether a rule has ended the run before its time. */
    public boolean isStopped() {
        return stoppedNanos >= 0;
    }

    /** How far it has run; all up to here is in the trace. */
    public long doneNanos() {
        return plant.now();
    }
}
