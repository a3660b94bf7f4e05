package rhombic.study.fleet;

import java.io.Serializable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.study.value.TimeSource;

/**
 * How long it takes to pick up and to set down.
 *
 * @param pickUpTime of each piece
 * @param setDownTime of each piece
 * @param stopTime at each stop, before the first of them
 */
public record Loading(TimeSource pickUpTime, TimeSource setDownTime, Distribution stopTime) implements Serializable {
    private static final Distribution NO_TIME = DistributionText.parse("0 s");
    /** In no time. */
    public static final Loading NONE = new Loading(NO_TIME, NO_TIME);

    /** The same for every piece, and nothing at the stop itself. */
    public Loading(Distribution pickUpTime, Distribution setDownTime) {
        this(new TimeSource.Drawn(pickUpTime), new TimeSource.Drawn(setDownTime), NO_TIME);
    }

    public Loading withPickUpTime(TimeSource newTime) {
        return new Loading(newTime, setDownTime, stopTime);
    }

    public Loading withPickUpTime(Distribution newTime) {
        return withPickUpTime(new TimeSource.Drawn(newTime));
    }

    public Loading withSetDownTime(TimeSource newTime) {
        return new Loading(pickUpTime, newTime, stopTime);
    }

    public Loading withSetDownTime(Distribution newTime) {
        return withSetDownTime(new TimeSource.Drawn(newTime));
    }

    public Loading withStopTime(Distribution newTime) {
        return new Loading(pickUpTime, setDownTime, newTime);
    }
}
