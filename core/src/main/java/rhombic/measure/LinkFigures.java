package rhombic.measure;

import java.io.Serializable;
import java.util.List;

/**
 * What went along one link on which pieces take time, after the warm-up. Always
 * {@code onTheWayAtStart + departed − arrived = onTheWay}.
 *
 * @param link index of the link in the study
 * @param travelMean mean time from setting out to arriving, of those that arrived, seconds; NaN if none did
 * @param modes its failures, in the order of the study
 */
public record LinkFigures(int link, String from, String to, long departed, long arrived, int onTheWayAtStart, int onTheWay,
        double onTheWayMean, int onTheWayMax,
        double travelMean, List<ModeFigures> modes) implements Serializable {}
