package rhombic.measure.tally;

import org.jspecify.annotations.Nullable;
import rhombic.measure.StayFigures;

/** Counts the pieces of the whole plant. */
public final class TotalTally {
    /**
     * Of all that is no load carrier. As long as all that has left was of one type, its tally is that of all, and nothing is noted twice.
     */
    private StayTally lead = new StayTally();

    private @Nullable TypeTally only;
    private boolean isOfOneType = true;
    private long windowStart;
    private long lastChange;
    private long in;
    private long out;
    private long loadCarriersOut;
    private long inside;
    private long made;
    private long joined;
    private long scrapped;
    private long insideAtStart;
    private double insideTime;

    public void onEnter(long now) {
        advance(now);
        in++;
        inside++;
    }

    /** Called before the type counts it. */
    public void onLeave(long now, long leadNanos, TypeTally type, boolean carrier) {
        advance(now);
        out++;
        inside--;
        loadCarriersOut += carrier ? 1 : 0;
        if (isOfOneType && (carrier || type != only)) {
            isOfOneType = only == null && !carrier;
            lead = only == null ? lead : StayTally.copyOf(only.lead());
            only = type;
        }
        if (!isOfOneType && !carrier) {
            lead.add(leadNanos);
        }
    }

    /** A piece comes into being inside. */
    public void made(long now) {
        advance(now);
        made++;
        inside++;
    }

    /** A piece becomes part of another. */
    public void joined(long now) {
        advance(now);
        joined++;
        inside--;
    }

    public void scrapped(long now) {
        advance(now);
        scrapped++;
        inside--;
    }

    public void restart(long now) {
        advance(now);
        windowStart = now;
        in = 0;
        out = 0;
        loadCarriersOut = 0;
        made = 0;
        joined = 0;
        scrapped = 0;
        insideAtStart = inside;
        insideTime = 0;
        lead.restart();
        only = null;
        isOfOneType = true;
    }

    public long in() {
        return in;
    }

    public long out() {
        return out;
    }

    public long loadCarriersOut() {
        return loadCarriersOut;
    }

    public long made() {
        return made;
    }

    public long joined() {
        return joined;
    }

    public long scrapped() {
        return scrapped;
    }

    public long inside() {
        return inside;
    }

    public long insideAtStart() {
        return insideAtStart;
    }

    public StayFigures lead() {
        return isOfOneType && only != null ? only.lead().figures() : lead.figures();
    }

    public double hours(long now) {
        return (now - windowStart) / 3.6e12;
    }

    public double insideMean(long now) {
        advance(now);
        return now > windowStart ? insideTime / (now - windowStart) : inside;
    }

    private void advance(long now) {
        insideTime += (double) (now - lastChange) * inside;
        lastChange = now;
    }
}
