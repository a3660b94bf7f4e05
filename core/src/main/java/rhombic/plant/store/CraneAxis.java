package rhombic.plant.store;

import java.util.List;
import java.util.function.DoubleFunction;
import rhombic.plant.run.Run;
import rhombic.space.Pace;
import rhombic.space.Path;

/** One of the directions in which a crane moves, from rest to rest: along its aisle, up and down, or out of the aisle with its fork. */
final class CraneAxis {
    private final Run run;
    private final int mover;
    private final int frame;
    private final Path path;
    private final double facing;
    private final double beginsBefore;
    private double at;
    private Pace pace;
    /** When its pace began, and how much of it had passed when it was held. */
    private long sinceNanos;
    private long heldAfterNanos;

    /**
     * It stands there, which is written down.
     *
     * @param mover what moves, by its number in the trace, on which frame
     * @param facing where it looks at the end of a move, degrees
     * @param beginsBefore how far before its zero the path begins
     */
    CraneAxis(Run run, int mover, int frame, Path path, double facing, double beginsBefore, double at) {
        this.run = run;
        this.mover = mover;
        this.frame = frame;
        this.path = path;
        this.facing = facing;
        this.beginsBefore = beginsBefore;
        this.at = at;
        pace = Pace.over(at + beginsBefore, 0);
        write(pace);
    }

    /** Where it stands, or where its last move ends. */
    double at() {
        return at;
    }

    /** Begins to move there; says how long that takes. */
    long moveTo(double to, DoubleFunction<Pace> over) {
        Pace way = over.apply(Math.abs(to - at));
        pace = to < at ? way.backFrom(at + beginsBefore) : Pace.oneAfterAnother(at + beginsBefore, List.of(way));
        at = to;
        sinceNanos = run.now();
        write(pace);
        return way.nanos();
    }

    /** It stands where it has come, and can go on from there. */
    void hold() {
        heldAfterNanos = run.now() - sinceNanos;
        write(Pace.over(pace.metresAt(heldAfterNanos), 0));
    }

    /** It goes on from where it was held. */
    void resume() {
        pace = pace.restFrom(heldAfterNanos);
        sinceNanos = run.now();
        write(pace);
    }

    private void write(Pace now) {
        if (run.trace != null) {
            run.trace.travels(run.now(), mover, frame, path, facing, now);
        }
    }
}
