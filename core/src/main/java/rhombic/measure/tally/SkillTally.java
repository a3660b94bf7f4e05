package rhombic.measure.tally;

import java.util.Arrays;
import rhombic.measure.SkillFigures;

/** Counts how many people were busy for one skill, by hour of the day, and how long they were waited for. */
public final class SkillTally {
    private static final int HOURS = 24;
    private static final long HOUR = 3_600_000_000_000L;

    private final long startOfDayNanos;
    private final double[] busy = new double[HOURS];
    private final long[] begun = new long[HOURS];
    private long windowStart;
    private long jobs;
    private double waitNanos;
    private final StayTally responses = new StayTally();

    /** @param startOfDayNanos how long after midnight the run begins */
    public SkillTally(long startOfDayNanos) {
        this.startOfDayNanos = startOfDayNanos;
    }

    public void restart(long now) {
        Arrays.fill(busy, 0);
        Arrays.fill(begun, 0);
        windowStart = now;
        jobs = 0;
        waitNanos = 0;
        responses.restart();
    }

    /** Somebody came after that wait. */
    public void onArrived(long now, long waitedNanos) {
        begun[(int) ((now + startOfDayNanos) / HOUR % HOURS)]++;
        jobs++;
        waitNanos += waitedNanos;
        responses.add(waitedNanos);
    }

    /** So many people were busy for it from then until now. */
    public void addBusy(long since, long now, int people) {
        spread(busy, Math.max(since, windowStart), now, people);
    }

    private void spread(double[] hours, long from, long to, double weight) {
        long at = from;
        while (at < to) {
            long clock = at + startOfDayNanos;
            long end = Math.min(to, (clock / HOUR + 1) * HOUR - startOfDayNanos);
            hours[(int) (clock / HOUR % HOURS)] += weight * (end - at);
            at = end;
        }
    }

    public SkillFigures figures(String name, long now) {
        double[] measured = new double[HOURS];
        spread(measured, windowStart, now, 1);
        double[] needed = new double[HOURS];
        double[] jobsPerHour = new double[HOURS];
        for (int i = 0; i < HOURS; i++) {
            needed[i] = measured[i] > 0 ? busy[i] / measured[i] : Double.NaN;
            jobsPerHour[i] = measured[i] > 0 ? begun[i] / (measured[i] / HOUR) : Double.NaN;
        }
        return new SkillFigures(name, needed, jobsPerHour, jobs, jobs == 0 ? Double.NaN : waitNanos / jobs / 1e9,
                responses.figures());
    }
}
