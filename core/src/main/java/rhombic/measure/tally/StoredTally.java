package rhombic.measure.tally;

import rhombic.measure.StoredFigures;

/** Counts what lies in the slots of a rack: of one piece type, or of one class of slots. */
public final class StoredTally {
    private static final double HOUR_NANOS = 3.6e12;

    private long content;
    /** The sum of contents times how long they were so, up to {@link #sinceNanos}. */
    private double contentNanos;
    private long sinceNanos;
    private long startNanos;
    private long fetched;
    private double stayHours;
    private double maxStayHours;

    /** So many more lie there from now on. */
    public void change(long now, int more) {
        contentNanos += (double) content * (now - sinceNanos);
        sinceNanos = now;
        content += more;
    }

    /** One is taken out to go out. */
    public void onFetched(long stayNanos) {
        fetched++;
        stayHours += stayNanos / HOUR_NANOS;
        maxStayHours = Math.max(maxStayHours, stayNanos / HOUR_NANOS);
    }

    /** Counts from zero again; what lies there still lies there. */
    public void restart(long now) {
        contentNanos = 0;
        sinceNanos = now;
        startNanos = now;
        fetched = 0;
        stayHours = 0;
        maxStayHours = 0;
    }

    /** What was counted up to now. */
    public StoredFigures figures(String name, int places, long now) {
        double sum = contentNanos + (double) content * (now - sinceNanos);
        return new StoredFigures(name, places, now == startNanos ? content : sum / (now - startNanos), fetched,
                fetched == 0 ? Double.NaN : stayHours / fetched, fetched == 0 ? Double.NaN : maxStayHours);
    }
}
