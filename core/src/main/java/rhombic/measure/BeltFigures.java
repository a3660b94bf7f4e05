package rhombic.measure;

import java.io.Serializable;

/**
 * What a conveyor did beside holding pieces; nothing for other equipment.
 *
 * @param standingShare part of the time, over all lanes, in which what was at the end could not go on
 * @param runningShare the same in which the drive moved
 * @param gapMean metres, in the mean, between a piece that came on and the rear of the one before it on its lane; NaN if none came
 * behind another
 * @param gapMin the least of these
 */
public record BeltFigures(double standingShare, double runningShare, double gapMean, double gapMin) implements Serializable {}
