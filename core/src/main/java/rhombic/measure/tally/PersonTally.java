package rhombic.measure.tally;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.Map;
import rhombic.measure.PersonFigures;
import rhombic.study.value.PersonState;

/** What one person did, and for how long. */
public final class PersonTally {
    private static final PersonState[] STATES = PersonState.values();

    private final double[] timeIn = new double[STATES.length];
    private PersonState state = PersonState.WAITING;
    private long since;
    private long windowStart;
    private long jobs;
    private double metres;
    private double metresLoaded;

    public PersonState state() {
        return state;
    }

    public void setState(long now, PersonState next) {
        timeIn[state.ordinal()] += now - since;
        state = next;
        since = now;
    }

    public void countJob() {
        jobs++;
    }

    public void addWalk(double walkedMetres) {
        metres += walkedMetres;
        metresLoaded += state == PersonState.CARRYING ? walkedMetres : 0;
    }

    /** How long it was busy up to now, since the start of the run or the end of the warm-up. */
    public double busyNanos(long now) {
        double sum = state.isBusy() ? now - since : 0;
        for (PersonState one : STATES) {
            sum += one.isBusy() ? timeIn[one.ordinal()] : 0;
        }
        return sum;
    }

    public void restart(long now) {
        Arrays.fill(timeIn, 0);
        since = now;
        windowStart = now;
        jobs = 0;
        metres = 0;
        metresLoaded = 0;
    }

    public PersonFigures figures(String name, long now) {
        setState(now, state);
        double time = now - windowStart;
        Map<PersonState, Double> shares = new EnumMap<>(PersonState.class);
        for (PersonState one : STATES) {
            if (time > 0) {
                shares.put(one, timeIn[one.ordinal()] / time);
            }
        }
        return new PersonFigures(name, shares, jobs, metres, metresLoaded);
    }
}
