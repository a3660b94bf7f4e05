package rhombic.trace;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.value.PersonState;

/**
 * Movers at one moment, which are people and all else that goes by itself: where each is and what each does. They are numbered through the
 * groups, in the order of the study; parts that move on others come after them.
 */
public final class MoverMoment {
    /** The path lies on the floor, not on another mover. */
    public static final int FLOOR = -1;

    private static final PersonState[] STATE = PersonState.values();
    private static final Pace STILL = Pace.over(0, 0);
    private static final double AT_END_METRES = 1e-6;
    /** So near before and behind a corner it goes along the legs that meet there. */
    private static final double BESIDE_METRES = 1e-4;

    // columns of a mover
    private static final int DOES = 0;
    private static final int FRAME = 1;
    private static final int SET_OUT = 2;
    private static final int FACING = 4;
    private static final int SINCE = 6;
    /** Where it looked when it set out. */
    private static final int LOOKED = 8;
    private static final int TIME_IN = 10;
    private static final int WIDTH = TIME_IN + 2 * STATE.length;

    /** So far back it is known where it has come along, for what it pulls. */
    private static final double TRAIL_METRES = 30;

    private final Pages rows;
    private @Nullable Path[] paths;
    /** Along the path of each, since it set out. */
    private @Nullable Pace[] paces;
    /** Where each has come along before the path that it is on. */
    private @Nullable Trail[] trails;
    private int count;

    /**
     * A path that it has come along.
     *
     * @param metres how far
     * @param before the one before; null if that is not known
     */
    private record Trail(Path path, double metres, @Nullable Trail before) {
        /** The part of it that reaches so far back; null if none does. */
        private static @Nullable Trail last(@Nullable Trail of, double metresBack) {
            return of == null || metresBack <= 0 ? null : new Trail(of.path, of.metres, last(of.before, metresBack - of.metres));
        }
    }

    MoverMoment() {
        rows = new Pages(0, WIDTH, 0);
        paths = new Path[0];
        paces = new Pace[0];
        trails = new Trail[0];
    }

    private MoverMoment(MoverMoment other) {
        rows = other.rows.copy();
        paths = other.paths.clone();
        paces = other.paces.clone();
        trails = other.trails.clone();
        count = other.count;
    }

    MoverMoment copy() {
        return new MoverMoment(this);
    }

    void travels(long time, Tables.Travels travels, Tables.Phases phases, int row) {
        int mover = travels.mover()[row];
        isThere(mover);
        Pace common = travels.common()[row];
        Pace pace = common == null ? phases.pace(travels.firstPhase()[row], travels.phases()[row]) : common;
        if (paths[mover] != travels.path()[row]) {
            rows.setDouble(mover, LOOKED, onItsFrame(mover, time).heading());
            Path left = paths[mover];
            double gone = metresGone(mover, time);
            if (left != null && gone > 0 && pace.metresAt(0) == 0) {
                trails[mover] = new Trail(left, gone, Trail.last(trails[mover], TRAIL_METRES - gone));
            }
            paths[mover] = travels.path()[row];
        }
        rows.set(mover, FRAME, travels.frame()[row]);
        rows.setLong(mover, SET_OUT, time);
        paces[mover] = pace;
        rows.setDouble(mover, FACING, travels.facing()[row]);
    }

    void does(long time, Tables.Doings doings, int row) {
        int mover = doings.mover()[row];
        isThere(mover);
        rows.addLong(mover, TIME_IN + 2 * rows.get(mover, DOES), time - rows.getLong(mover, SINCE));
        rows.set(mover, DOES, doings.state()[row]);
        rows.setLong(mover, SINCE, time);
    }

    private void isThere(int mover) {
        count = Math.max(count, mover + 1);
        if (mover >= paths.length) {
            paths = Arrays.copyOf(paths, Math.max(mover + 1, 2 * paths.length));
            paces = Arrays.copyOf(paces, paths.length);
            trails = Arrays.copyOf(trails, paths.length);
        }
    }

    /** How many there are. */
    public int count() {
        return count;
    }

    /** What a person does. */
    public PersonState state(int person) {
        return STATE[rows.get(person, DOES)];
    }

    public long sinceNanos(int person) {
        return rows.getLong(person, SINCE);
    }

    /** Share of the time since the start of the run, 0 to 1. */
    public double share(int person, PersonState wanted, long nowNanos) {
        long nanos = rows.getLong(person, TIME_IN + 2 * wanted.ordinal());
        if (state(person) == wanted) {
            nanos += nowNanos - sinceNanos(person);
        }
        return nowNanos <= 0 ? 0 : (double) nanos / nowNanos;
    }

    // ---- where they are

    /** How long it is on its way that it is on. */
    private long passed(int mover, long nowNanos) {
        return nowNanos - rows.getLong(mover, SET_OUT);
    }

    private Pace pace(int mover) {
        Pace pace = mover < paces.length ? paces[mover] : null;
        return pace == null ? STILL : pace;
    }

    /** Whether it is on its way. */
    public boolean isMoving(int mover, long nowNanos) {
        return passed(mover, nowNanos) < pace(mover).nanos();
    }

    /** For how long it has been where it went; 0 while it is on the way. */
    public long stoodNanos(int mover, long nowNanos) {
        return Math.max(0, passed(mover, nowNanos) - pace(mover).nanos());
    }

    /** The mover on which it moves or rides; {@link #FLOOR} if it is on none. */
    public int frame(int mover) {
        return rows.get(mover, FRAME);
    }

    /** Metres gone on the path that it is on. */
    public double metresGone(int mover, long nowNanos) {
        return pace(mover).metresAt(passed(mover, nowNanos));
    }

    /** Where it still goes on the floor, corner by corner, from where it is; empty if it stands, or moves on another mover. */
    public List<Pose> ahead(int mover, long nowNanos) {
        Path path = paths[mover];
        if (path == null || !isMoving(mover, nowNanos) || rows.get(mover, FRAME) != FLOOR) {
            return List.of();
        }
        double gone = metresGone(mover, nowNanos);
        List<Pose> ahead = new ArrayList<>(List.of(path.at(gone)));
        double metres = 0;
        Pose before = path.at(0);
        for (Pose corner : path.outline()) {
            metres += corner.distanceTo(before);
            before = corner;
            if (metres > gone) {
                ahead.add(corner);
            }
        }
        return ahead;
    }

    /**
     * Where it is, and where it looks: the way it goes, or, when it is there, at what it came for. What moves on another mover is where that
     * takes it.
     */
    public Pose pose(int mover, long nowNanos) {
        Pose on = onItsFrame(mover, nowNanos);
        int frame = rows.get(mover, FRAME);
        return frame == FLOOR || paths[mover] == null ? on : pose(frame, nowNanos).of(on);
    }

    /** Where it was when it had come so many metres less: there is what it pulls. */
    public Pose poseBehind(int mover, long nowNanos, double metres) {
        Path path = paths[mover];
        if (path == null) {
            return Pose.at(0, 0, 0, 0);
        }
        double left = metres;
        Pose start = pose(mover, nowNanos);
        Trail trail = new Trail(path, metresGone(mover, nowNanos), trails[mover]);
        while (trail != null) {
            if (trail.metres >= left) {
                return trail.path.at(trail.metres - left);
            }
            left -= trail.metres;
            start = trail.metres > 0 ? trail.path.at(0) : start;
            trail = trail.before;
        }
        return start.of(Pose.at(-left, 0, 0, 0));
    }

    private Pose onItsFrame(int mover, long nowNanos) {
        Path path = paths[mover];
        if (path == null) {
            return Pose.at(0, 0, 0, 0);
        }
        double metres = metresGone(mover, nowNanos);
        Pose on = path.at(metres);
        boolean isAtEnd = metres >= path.metres() - AT_END_METRES;
        if (!isMoving(mover, nowNanos)) {
            return isAtEnd ? Pose.at(on.x(), on.y(), on.z(), rows.getDouble(mover, FACING)) : on;
        }
        Pace pace = pace(mover);
        long passed = passed(mover, nowNanos);
        int phase = pace.phaseAt(passed);
        return pace.phases().get(phase).isRest() ? turning(mover, path, on, metres, isAtEnd, pace.partOf(phase, passed)) : on;
    }

    /** It stands on its way, and turns evenly from where it has looked to where it goes on, or looks at the end. */
    private Pose turning(int mover, Path path, Pose on, double metres, boolean isAtEnd, double part) {
        double from = metres < AT_END_METRES ? rows.getDouble(mover, LOOKED) : path.at(metres - BESIDE_METRES).heading();
        double to = isAtEnd ? rows.getDouble(mover, FACING) : path.at(metres + BESIDE_METRES).heading();
        return Pose.at(on.x(), on.y(), on.z(), from + Math.IEEEremainder(to - from, 360) * part);
    }
}
