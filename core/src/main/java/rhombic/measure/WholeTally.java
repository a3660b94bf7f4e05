package rhombic.measure;

/** Counts the pieces of the whole plant. */
public final class WholeTally {
    private final StayTally lead = new StayTally();
    private long windowStart;
    private long lastChange;
    private long in;
    private long out;
    private long inside;
    private long insideAtStart;
    private double insideTime;

    public void enters(long now) {
        advance(now);
        in++;
        inside++;
    }

    public void leaves(long now, long leadNanos) {
        advance(now);
        out++;
        inside--;
        lead.add(leadNanos);
    }

    public void restart(long now) {
        advance(now);
        windowStart = now;
        in = 0;
        out = 0;
        insideAtStart = inside;
        insideTime = 0;
        lead.restart();
    }

    public long in() {
        return in;
    }

    public long out() {
        return out;
    }

    public long inside() {
        return inside;
    }

    public long insideAtStart() {
        return insideAtStart;
    }

    public StayFigures lead() {
        return lead.figures();
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
