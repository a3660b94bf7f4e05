package rhombic.measure;

import java.io.Serializable;

/**
 * What lay in the slots of a rack, after the warm-up: of one piece type, or of one class of slots.
 *
 * @param name of the type, or of the class
 * @param places that are kept for it; 0 if none are
 * @param contentMean loads that lay there on average
 * @param fetched loads that were taken out to go out
 * @param stayHours mean time that those had lain in the rack; NaN if none was fetched
 * @param maxStayHours the longest; NaN if none was fetched
 */
public record StoredFigures(String name, int places, double contentMean, long fetched, double stayHours, double maxStayHours)
        implements
            Serializable {
    /** Mean part of its places that was taken, 0 to 1; NaN if none are kept for it. */
    public double fillMean() {
        return places == 0 ? Double.NaN : contentMean / places;
    }
}
