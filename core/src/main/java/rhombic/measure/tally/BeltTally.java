package rhombic.measure.tally;

import rhombic.measure.BeltFigures;

/** Which part of a conveyor stands, which part moves, and how far apart pieces come on. */
public final class BeltTally {
    private final ShareOverTime standing = new ShareOverTime();
    private final ShareOverTime running = new ShareOverTime();
    private long gaps;
    private double gapSum;
    private double gapMin;

    /** That part of it stands from now on, since what is at its end can't go on. */
    public void setStandingShare(long now, double share) {
        standing.set(now, share);
    }

    /** That part of it moves from now on. */
    public void setRunningShare(long now, double share) {
        running.set(now, share);
    }

    /** A piece has come on so many metres behind the one before it. */
    public void onGap(double metres) {
        gapMin = gaps == 0 ? metres : Math.min(gapMin, metres);
        gaps++;
        gapSum += metres;
    }

    void restart(long now) {
        standing.restart(now);
        running.restart(now);
        gaps = 0;
        gapSum = 0;
    }

    /** @param time over which it was measured, in nanoseconds */
    BeltFigures figures(long now, double time) {
        return new BeltFigures(standing.mean(now, time), running.mean(now, time), gaps == 0 ? Double.NaN : gapSum / gaps,
                gaps == 0 ? Double.NaN : gapMin);
    }
}
