package rhombic.experiment;

import java.util.List;
import java.util.concurrent.Executor;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import rhombic.measure.Diary;
import rhombic.measure.RunFigures;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.Study;
import rhombic.study.unfold.UnfoldedStudy;
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

    private final ObservedRun run;
    private final TraceWriter writer;
    private final int maxKept;
    private final long plannedNanos;
    /** Records of the last advance: the next will hardly write more than twice as many. */
    private long lately;
    /** When a rule ended the run; negative while none has. */
    private volatile long stoppedNanos = -1;
    private volatile long doneNanos;
    /** Whether the trace has ended before the run. */
    private volatile boolean isCut;

    /** A run that is only watched. */
    public LiveRun(Study study) {
        this(Blueprint.of(study));
    }

    public LiveRun(Blueprint blueprint) {
        this(blueprint, TraceWriter.USUALLY_KEPT, writer -> new ObservedRun(blueprint, 1, writer));
    }

    /** @param maxKept records of the trace after which the oldest are dropped */
    public LiveRun(Study study, int maxKept) {
        this(Blueprint.of(study), maxKept);
    }

    /**
     * A run that is read off as well, at equal steps of time: see {@link #observation}.
     *
     * @param formulas to be read off, as charts need them
     */
    public LiveRun(Blueprint blueprint, List<String> formulas) {
        this(blueprint, TraceWriter.USUALLY_KEPT, writer -> new ObservedRun(blueprint, 1, writer, formulas));
    }

    private LiveRun(Blueprint blueprint, int maxKept) {
        this(blueprint, maxKept, writer -> new ObservedRun(blueprint, 1, writer));
    }

    private LiveRun(Blueprint blueprint, int maxKept, Function<TraceWriter, ObservedRun> made) {
        UnfoldedStudy study = blueprint.unfolded();
        this.maxKept = maxKept;
        writer = new TraceWriter(study.size(), study.links().size(), maxKept, BESIDE);
        run = made.apply(writer);
        plannedNanos = study.study().plan().length().nanos();
        writer.publish(-1);
    }

    /** Of the pieces that have left so far. */
    public List<Diary.Journey> journeys() {
        return run.journeys();
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
        long begun = writer.records();
        long published = begun;
        while (run.now() < end && !run.isStopped()) {
            if (!run.advance(Math.min(end, run.now() + slice), cancelled)) {
                return false;
            }
            doneNanos = run.now();
            if (writer.records() - published >= RECORDS_BETWEEN_PUBLISHING) {
                published = writer.records();
                writer.publish(run.now());
            }
        }
        writer.publish(run.now());
        lately = Math.max(0, writer.records() - begun);
        if (run.isStopped()) {
            stoppedNanos = run.now();
        }
        return true;
    }

    /** Whether to advance as far again may drop the oldest records. By the thread that advances. */
    public boolean isNearlyFull() {
        return writer.records() + 2 * lately >= maxKept;
    }

    /** Lets the trace end here; the run can go on for its figures. By the thread that advances. */
    public void cutTrace() {
        writer.end(run.now());
        isCut = true;
    }

    /** Whether the trace has ended before the run. */
    public boolean isCut() {
        return isCut;
    }

    /** Whether a rule has ended the run before its time. */
    public boolean isStopped() {
        return stoppedNanos >= 0;
    }

    /** Whether it has come to its end. */
    public boolean isOver() {
        return doneNanos >= plannedNanos || isStopped();
    }

    /** How far it has run; all up to here is in the trace, unless that was cut. */
    public long doneNanos() {
        return doneNanos;
    }

    /** The figures up to now. By the thread that advances. */
    public RunFigures figures() {
        return run.figures();
    }

    /** All that was read off up to now, of a run that is. By the thread that advances. */
    public Observation observation() {
        return run.soFar();
    }
}
