package rhombic.measure.tally;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.Map;
import rhombic.study.value.EquipmentState;

/**
 * How long the places of one equipment are in each state. It is told of each change; or, where nothing but the work has to be looked at,
 * how long a place has worked, stood and been changed over, whenever it has: the rest of the time it was starved.
 */
public final class StateTally {
    private static final EquipmentState[] STATES = EquipmentState.values();

    private double worked;
    private double stood;
    private double changedOver;
    /** Of a single place, which is the usual case: its state and since when. */
    private long singleSince;

    private int single = EquipmentState.STARVED.ordinal();
    private final int places;
    private final double[] timeIn = new double[STATES.length];
    /** Of several places: how many are in each state, and when that last changed. */
    private final int[] placesIn;
    private final long[] lastChangeOf;
    private long windowStart;

    /** @param places each starved at first; 0 for equipment without states */
    StateTally(int places) {
        this.places = places;
        placesIn = new int[places > 1 ? STATES.length : 0];
        lastChangeOf = new long[placesIn.length];
        if (places > 1) {
            placesIn[EquipmentState.STARVED.ordinal()] = places;
        }
    }

    // ---- told of each change

    /** One of the places changes its state. */
    public void change(long now, EquipmentState from, EquipmentState to) {
        if (places == 1) {
            timeIn[single] += now - singleSince;
            single = to.ordinal();
            singleSince = now;
        } else if (from != to) {
            count(now, from.ordinal(), -1);
            count(now, to.ordinal(), 1);
        }
    }

    private void count(long now, int state, int by) {
        timeIn[state] += sinceLastChange(now, state);
        lastChangeOf[state] = now;
        placesIn[state] += by;
    }

    /** How many places are in that state. */
    public int placesIn(EquipmentState state) {
        return places > 1 ? placesIn[state.ordinal()] : places == 1 && single == state.ordinal() ? 1 : 0;
    }

    private double sinceLastChange(long now, int state) {
        if (places == 1) {
            return state == single ? now - singleSince : 0;
        }
        return (double) (now - lastChangeOf[state]) * placesIn[state];
    }

    // ---- told how long

    /** A place has worked for so long. */
    public void addWorked(long nanos) {
        worked += nanos;
    }

    /** What could not go on has stood on a place for so long. */
    public void addStood(long nanos) {
        stood += nanos;
    }

    /** A place has been changed over for so long. */
    public void addChangedOver(long nanos) {
        changedOver += nanos;
    }

    double worked() {
        return worked;
    }

    // ---- what is known of it

    void restart(long now) {
        windowStart = now;
        Arrays.fill(timeIn, 0);
        Arrays.fill(lastChangeOf, now);
        singleSince = now;
        worked = 0;
        stood = 0;
        changedOver = 0;
    }

    private double timeIn(EquipmentState state, long now) {
        double told = timeIn[state.ordinal()] + sinceLastChange(now, state.ordinal());
        return switch (state) {
            case WORKING -> told + worked;
            case BLOCKED -> told + stood;
            case CHANGEOVER -> told + changedOver;
            case STARVED -> Math.max(0, told - worked - stood - changedOver);
            default -> told;
        };
    }

    /** Nanoseconds that the places have spent in each state, by its ordinal, as far as it was told; none if states are not counted. */
    public double[] times(long now) {
        double[] times = new double[places > 0 ? STATES.length : 0];
        for (int i = 0; i < times.length; i++) {
            times[i] = timeIn(STATES[i], now);
        }
        return times;
    }

    Map<EquipmentState, Double> shares(long now) {
        double time = now - windowStart;
        Map<EquipmentState, Double> shares = new EnumMap<>(EquipmentState.class);
        if (places > 0 && time > 0) {
            for (EquipmentState state : STATES) {
                double share = timeIn(state, now) / time / places;
                if (share > 0 || state.isAlwaysShown()) {
                    shares.put(state, share);
                }
            }
        }
        return shares;
    }
}
