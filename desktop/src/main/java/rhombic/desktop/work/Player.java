package rhombic.desktop.work;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import rhombic.experiment.LiveRun;
import rhombic.experiment.Preparation;
import rhombic.formats.file.ErrorLog;
import rhombic.measure.Diary;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.Study;
import rhombic.trace.Moment;
import rhombic.trace.Trace;

/**
 * The run that is watched, and the playhead. The run is made ahead on a thread of its own; the playhead moves over
 * what is written down, forwards and backwards.
 */
public final class Player implements AutoCloseable {
    /** Speeds in seconds of the run for each second at the screen; 0 stands for as fast as it goes. */
    public static final int[] SPEEDS = {1, 2, 5, 10, 30, 60, 120, 300, 600, 1800, 0};

    private static final double SECONDS_AT_FULL_SPEED = 3;
    private static final long PAUSE_MILLIS = 5;
    private static final long AT_ONCE_MILLIS = 20;

    private final ExecutorService thread = Executors.newSingleThreadExecutor(Thread.ofPlatform().daemon().name("rhombic-watch").factory());
    private final Preparation preparation;
    private final AtomicReference<Loaded> loaded = new AtomicReference<>(new Loaded(null, null));
    private volatile long playheadNanos;
    private @Nullable Study study;
    /** What others await of the run; null if nobody does. */
    private @Nullable FirstRun first;
    private Future<?> prepared = CompletableFuture.completedFuture(null);
    private @Nullable Moment moment;
    private boolean playing;

    /**
     * What was loaded last, and what has become of it, published as one: a thread that is late replaces only what it was asked for.
     *
     * @param run made by the run's own thread; null until it is
     * @param failure why it ended early; null if it did not
     */
    private record Loaded(@Nullable LiveRun run, @Nullable String failure) {}
    private int speed = 5;

    public Player(Preparation preparation) {
        this.preparation = preparation;
    }

    /** Starts over with a study only to be watched; the playhead stays where it is. */
    public void load(Study newStudy) {
        begin(newStudy, null);
    }

    /**
     * Starts over with the study as it stands now; the playhead stays where it is.
     *
     * @param formulas that charts read off the run
     * @return the run, for all who need its figures
     */
    public FirstRun load(Study newStudy, List<String> formulas) {
        FirstRun awaited = new FirstRun(newStudy, formulas);
        begin(newStudy, awaited);
        return awaited;
    }

    private void begin(Study newStudy, @Nullable FirstRun awaited) {
        FirstRun before = first;
        first = awaited;
        study = newStudy;
        restart();
        if (before != null) {
            before.supersede();
        }
        long length = newStudy.plan().length().nanos();
        if (playheadNanos > length) {
            playheadNanos = length;
        }
    }

    private void restart() {
        Loaded mine = new Loaded(null, null);
        loaded.set(mine);
        moment = null;
        Study current = study;
        FirstRun awaited = first == null || first.isDone() ? null : first; // else it is only to be watched
        if (current == null) {
            return;
        }
        Future<Loaded> ready = thread.submit(() -> prepare(current, awaited, mine));
        thread.execute(() -> {
            Loaded known = ready.resultNow(); // it was asked of the same thread before this
            if (known.run() != null) {
                produce(known.run(), awaited, known);
            }
        });
        prepared = ready;
    }

    /** What was loaded last, if its figures are awaited. */
    public @Nullable FirstRun firstRun() {
        return first;
    }

    /** Waits for a moment, so that what is soon ready is shown without a moment of an empty floor; a large study is shown as soon as it is. */
    public void awaitStart() {
        try {
            prepared.get(AT_ONCE_MILLIS, TimeUnit.MILLISECONDS);
        } catch (TimeoutException e) {
            return;
        } catch (ExecutionException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private boolean isWanted(Loaded one) {
        return loaded.get() == one;
    }

    private Loaded prepare(Study current, @Nullable FirstRun awaited, Loaded mine) {
        if (!isWanted(mine)) {
            return mine;
        }
        Loaded ready;
        try {
            Blueprint blueprint = preparation.of(current);
            ready = new Loaded(awaited == null ? new LiveRun(blueprint) : new LiveRun(blueprint, awaited.formulas()), null);
        } catch (Throwable e) {
            ready = new Loaded(null, failed(e, awaited)); // something comes to nothing already at the first instant
        }
        return loaded.compareAndSet(mine, ready) ? ready : mine;
    }

    /**
     * Runs ahead of the playhead, but never so far that the moment at the playhead would be dropped: a run that is only watched waits for the
     * playhead; of one whose figures are awaited the trace ends there, and the figures go on.
     */
    private void produce(LiveRun live, @Nullable FirstRun awaited, Loaded mine) {
        try {
            long slice = Math.max(1, live.lengthNanos() / 500);
            while (isWanted(mine) && !live.isOver()) {
                if (live.isCut() || !isFarAhead(live)) {
                    if (!live.advance(live.doneNanos() + slice, () -> !isWanted(mine))) {
                        return;
                    }
                    if (awaited != null) {
                        awaited.advanced(live);
                    }
                } else if (awaited != null) {
                    live.cutTrace();
                } else {
                    Thread.sleep(PAUSE_MILLIS);
                }
            }
            if (awaited != null && live.isOver()) {
                awaited.ended(live);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (Throwable e) {
            // Whatever ends a run before its time is told; it never ends the program, and never goes unseen.
            loaded.compareAndSet(mine, new Loaded(live, failed(e, awaited)));
        }
    }

    /** Tells whoever waits for the run, and says it in words. */
    private static String failed(Throwable e, @Nullable FirstRun awaited) {
        if (awaited != null) {
            awaited.failed(e);
        }
        return ErrorLog.usual().told(e);
    }

    private @Nullable LiveRun run() {
        return now().run();
    }

    private Loaded now() {
        return Objects.requireNonNull(loaded.get());
    }

    private boolean isFarAhead(LiveRun live) {
        Trace trace = live.trace();
        return live.isNearlyFull() && playheadNanos < (trace.startNanos() + trace.endNanos()) / 2;
    }

    public Optional<Trace> trace() {
        return Optional.ofNullable(run()).map(LiveRun::trace);
    }

    /** Of the pieces that have left, as far as the run is written down. */
    public List<Diary.Journey> journeys() {
        LiveRun now = run();
        return now == null ? List.of() : now.journeys();
    }

    public Optional<Study> study() {
        return Optional.ofNullable(study);
    }

    /** Why the run ended early, if it did. */
    public Optional<String> failure() {
        return Optional.ofNullable(now().failure());
    }

    public long lengthNanos() {
        Loaded now = now();
        LiveRun run = now.run();
        Study planned = study;
        return run != null ? run.lengthNanos() : planned == null || now.failure() != null ? 0 : planned.plan().length().nanos();
    }

    public long playheadNanos() {
        return playheadNanos;
    }

    /** How far the run is written down. */
    public long writtenNanos() {
        LiveRun now = run();
        return now == null ? 0 : Math.max(0, now.trace().endNanos());
    }

    public boolean isPlaying() {
        return playing;
    }

    public void play() {
        if (playheadNanos >= lengthNanos()) {
            seek(0);
        }
        playing = lengthNanos() > 0;
    }

    public void pause() {
        playing = false;
    }

    public int speedIndex() {
        return speed;
    }

    public void setSpeedIndex(int index) {
        speed = Math.clamp(index, 0, SPEEDS.length - 1);
    }

    /** Seconds of the run that pass in a second at the screen. */
    public double secondsPerSecond() {
        int wanted = SPEEDS[speed];
        return wanted > 0 ? wanted : Math.max(1800, lengthNanos() / 1e9 / SECONDS_AT_FULL_SPEED);
    }

    /** Puts the playhead anywhere in the run; what is not written down yet is shown as soon as it is. */
    public void seek(long nanos) {
        playheadNanos = Math.clamp(nanos, 0, Math.max(0, lengthNanos()));
        LiveRun now = run();
        boolean dropped = now != null && playheadNanos < now.trace().startNanos();
        if (dropped || now != null && isBeyondTheCut(now)) {
            restart();
        }
    }

    /** Whether the moment is not written down and will not be, now that the figures are there. */
    private boolean isBeyondTheCut(LiveRun live) {
        return live.isCut() && live.isOver() && playheadNanos >= live.trace().endNanos() && live.trace().endNanos() < live.lengthNanos();
    }

    /** Moves on to the next event; says whether there is one. */
    public boolean stepOne() {
        playing = false;
        Optional<Long> next = trace().flatMap(t -> t.nextRecordAfter(playheadNanos));
        next.ifPresent(this::seek);
        return next.isPresent();
    }

    /** Lets the playhead run for that long at the screen. */
    public void pass(double seconds) {
        if (playing) {
            long target = playheadNanos + (long) (seconds * secondsPerSecond() * 1e9);
            playheadNanos = Math.min(target, Math.max(playheadNanos, writtenNanos()));
            if (playheadNanos >= lengthNanos()) {
                playheadNanos = lengthNanos();
                playing = false;
            }
        }
    }

    /** The floor at the playhead, or as far as the run is written down; empty if there is no run. */
    public Optional<Moment> moment() {
        LiveRun now = run();
        if (now == null) {
            return Optional.empty();
        }
        if (isBeyondTheCut(now)) {
            restart();
            return Optional.empty(); // it is made once more, up to there
        }
        Trace trace = now.trace();
        if (trace.endNanos() < 0) {
            return Optional.empty();
        }
        Moment before = moment;
        long wanted = Math.min(playheadNanos, trace.endNanos());
        if (before == null) {
            moment = trace.at(wanted);
        } else if (before.timeNanos() != wanted) {
            moment = trace.at(wanted, before);
        }
        return Optional.ofNullable(moment);
    }

    @Override
    public void close() {
        loaded.set(new Loaded(null, null));
        if (first != null) {
            first.supersede();
        }
        thread.shutdownNow();
    }
}
