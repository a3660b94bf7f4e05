package rhombic.measure.tally;

/** A share that changes now and then, and its mean over time. */
final class ShareOverTime {
    private double share;
    private long since;
    private double time;

    void set(long now, double newShare) {
        time += share * (now - since);
        share = newShare;
        since = now;
    }

    void restart(long now) {
        time = 0;
        since = now;
    }

    /** Mean over so many nanoseconds up to now. */
    double mean(long now, double nanos) {
        set(now, share);
        return nanos > 0 ? time / nanos : 0;
    }
}
