package rhombic.plant.crane;

import java.util.List;
import java.util.function.DoubleFunction;
import rhombic.plant.run.Run;
import rhombic.space.Pace;
import rhombic.space.Path;

/**
 * One of the directions in which a crane moves, from rest to rest: along its aisle or its runway, up and down, or out of the aisle with its fork. What it does is
 * written down.
 */
public final class CraneAxis {
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
    public CraneAxis(Run run, int mover, int frame, Path path, double facing, double beginsBefore, double at) {
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
    public double at() {
        return at;
    }

    /** Begins to move there; says how long that takes. */
    public long moveTo(double to, DoubleFunction<Pace> over) {
        Pace way = over.apply(Math.abs(to - at));
        pace = to < at ? way.backFrom(at + beginsBefore) : Pace.oneAfterAnother(at + beginsBefore, List.of(way));
        at = to;
        sinceNanos = run.now();
        write(pace);
        return way.nanos();
    }

    /** It stands where it has come, and can go on from there. */
    public void hold() {
        heldAfterNanos = run.now() - sinceNanos;
        write(Pace.over(pace.metresAt(heldAfterNanos), 0));
    }

    /** It goes on from where it was held. */
    public void resume() {
        pace = pace.restFrom(heldAfterNanos);
        sinceNanos = run.now();
        write(pace);
    }

    /** Where it is now. */
    public double now() {
        return pace.metresAt(run.now() - sinceNanos) - beginsBefore;
    }

    /**
     * It brakes from now on, and stays where it comes to rest; says how long that takes.
     *
     * @param gain by which it brakes; infinite: at once
     */
    public long brake(double gain) {
        long passed = run.now() - sinceNanos;
        double place = pace.metresAt(passed);
        double speed = pace.speedAt(passed);
        double fast = Math.abs(speed);
        double way = fast * fast / (2 * gain);
        if (way == 0) {
            pace = Pace.over(place, 0);
            at = place - beginsBefore;
        } else {
            Pace down = Pace.between(way, fast, fast, 0, gain, gain);
            pace = speed < 0 ? down.backFrom(place) : Pace.oneAfterAnother(place, List.of(down));
            at = place - beginsBefore + Math.copySign(way, speed);
        }
        sinceNanos = run.now();
        write(pace);
        return pace.nanos();
    }

    private void write(Pace now) {
        if (run.trace != null) {
            run.trace.travels(run.now(), mover, frame, path, facing, now, false);
        }
    }
}
