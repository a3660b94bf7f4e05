package rhombic.measure.tally;

import java.util.List;
import rhombic.measure.LinkFigures;
import rhombic.measure.ModeFigures;

/** Counts what is on its way along one link. */
public final class LinkTally {
    private long departed;
    private long arrived;
    private int onTheWay;
    private int atStart;
    private int max;
    private double time;
    private double travelTime;
    private long windowStart;
    private long lastChange;

    public void onDepart(long now) {
        advance(now);
        departed++;
        max = Math.max(max, ++onTheWay);
    }

    public void onArrive(long now, long travelNanos) {
        advance(now);
        arrived++;
        onTheWay--;
        travelTime += travelNanos;
    }

    public int onTheWay() {
        return onTheWay;
    }

    /** Forgets all that was measured before; what is on its way stays so. */
    public void restart(long now) {
        advance(now);
        departed = 0;
        arrived = 0;
        travelTime = 0;
        time = 0;
        windowStart = now;
        atStart = onTheWay;
        max = onTheWay;
    }

    public LinkFigures figures(int link, String from, String to, long now, List<ModeFigures> modes) {
        advance(now);
        return new LinkFigures(link, from, to, departed, arrived, atStart, onTheWay,
                now > windowStart ? time / (now - windowStart) : onTheWay, max,
                arrived == 0 ? Double.NaN : travelTime / arrived / 1e9, modes);
    }

    private void advance(long now) {
        time += (double) (now - lastChange) * onTheWay;
        lastChange = now;
    }
}
