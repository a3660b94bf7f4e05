package rhombic.measure;

import java.io.Serializable;

/**
 * What one failure mode did at one place.
 *
 * @param element name of the equipment or crew, or from where to where a link leads
 * @param link index of the link in the study; {@link #NO_LINK} if it is none
 * @param elements how many of the same that can fail there, each by itself: of a crew, its people; else 1
 * @param mode the failures of all of them; its shares are means over them
 */
public record FailureFigures(String element, int link, int elements, ModeFigures mode) implements Serializable {
    public static final int NO_LINK = -1;
}
