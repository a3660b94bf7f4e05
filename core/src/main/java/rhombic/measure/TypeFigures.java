package rhombic.measure;

import java.io.Serializable;

/**
 * What became of the pieces of one type after the warm-up. Always
 * {@code insideAtStart + in + made − joined − scrapped − out = inside}.
 *
 * @param made pieces of the type that came into being in the plant
 * @param joined pieces that became part of another
 * @param lead time from coming in to leaving, of those that left
 * @param workMean part of the mean lead time in which they were worked on, seconds
 * @param waitMean part in which they waited, seconds
 * @param blockedMean part in which they were done but could not go on, seconds
 * @param moveMean part in which they were on their way between equipment, seconds
 * @param crewMean part in which they waited for people, seconds
 * @param valueMean part of {@code workMean} that adds value, seconds
 */
public record TypeFigures(String name, long in, long out, long made, long joined, long scrapped, long insideAtStart, long inside,
        StayFigures lead,
        double workMean, double waitMean, double blockedMean, double moveMean, double crewMean, double valueMean) implements Serializable {}
