package rhombic.trace;

import rhombic.study.value.PersonState;

/** People at one moment: where each is and what each does. They are numbered through the crews, in the order of the study. */
public final class PeopleMoment {
    private static final PersonState[] STATE = PersonState.values();

    // columns of a person
    private static final int DOES = 0;
    private static final int SET_OUT = 2;
    private static final int WAY_NANOS = 4;
    private static final int FROM_X = 6;
    private static final int FROM_Y = 8;
    private static final int TO_X = 10;
    private static final int TO_Y = 12;
    private static final int FACING = 14;
    private static final int SINCE = 16;
    private static final int TIME_IN = 18;
    private static final int WIDTH = TIME_IN + 2 * STATE.length;

    private final Pages rows;
    private int count;

    PeopleMoment() {
        rows = new Pages(0, WIDTH, 0);
    }

    private PeopleMoment(PeopleMoment other) {
        rows = other.rows.copy();
        count = other.count;
    }

    PeopleMoment copy() {
        return new PeopleMoment(this);
    }

    void apply(long time, int person, int slot, Segment.RecordKind kind, long[] extras) {
        count = Math.max(count, person + 1);
        if (kind == Segment.RecordKind.WALKS) {
            rows.setLong(person, FROM_X, extras[slot]);
            rows.setLong(person, FROM_Y, extras[slot + 1]);
            rows.setLong(person, TO_X, extras[slot + 2]);
            rows.setLong(person, TO_Y, extras[slot + 3]);
            rows.setLong(person, FACING, extras[slot + 4]);
            rows.setLong(person, WAY_NANOS, extras[slot + 5]);
            rows.setLong(person, SET_OUT, time);
        } else {
            rows.addLong(person, TIME_IN + 2 * rows.get(person, DOES), time - rows.getLong(person, SINCE));
            rows.set(person, DOES, slot);
            rows.setLong(person, SINCE, time);
        }
    }

    /** How many there are. */
    public int count() {
        return count;
    }

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

    /** How far along its way it is, 0 to 1; 1 when it is there. */
    private double part(int person, long nowNanos) {
        long way = rows.getLong(person, WAY_NANOS);
        return way == 0 ? 1 : Math.clamp((double) (nowNanos - rows.getLong(person, SET_OUT)) / way, 0, 1);
    }

    public boolean isWalking(int person, long nowNanos) {
        return part(person, nowNanos) < 1;
    }

    /** For how long it has been where it went; 0 while it is on the way. */
    public long stoodNanos(int person, long nowNanos) {
        return Math.max(0, nowNanos - rows.getLong(person, SET_OUT) - rows.getLong(person, WAY_NANOS));
    }

    public double x(int person, long nowNanos) {
        return between(person, FROM_X, TO_X, nowNanos);
    }

    public double y(int person, long nowNanos) {
        return between(person, FROM_Y, TO_Y, nowNanos);
    }

    private double between(int person, int from, int to, long nowNanos) {
        double begins = rows.getDouble(person, from);
        return begins + (rows.getDouble(person, to) - begins) * part(person, nowNanos);
    }

    /** Metres gone on the way that it is on, for its steps. */
    public double metresGone(int person, long nowNanos) {
        return part(person, nowNanos) * Math.hypot(rows.getDouble(person, TO_X) - rows.getDouble(person, FROM_X),
                rows.getDouble(person, TO_Y) - rows.getDouble(person, FROM_Y));
    }

    /** Where it looks: the way it goes, or, when it is there, at what it came for. */
    public double headingDegrees(int person, long nowNanos) {
        if (!isWalking(person, nowNanos)) {
            return rows.getDouble(person, FACING);
        }
        return Math.toDegrees(Math.atan2(rows.getDouble(person, TO_Y) - rows.getDouble(person, FROM_Y),
                rows.getDouble(person, TO_X) - rows.getDouble(person, FROM_X)));
    }
}
