package rhombic.measure;

/**
 * What can be read off a plant at a moment, for every equipment in the order of the study. Counts and times run from the start, or from the
 * end of the warm-up once that is over.
 *
 * @param inside pieces in the plant
 * @param out pieces that have left it, carriers apart
 * @param contents of each equipment
 * @param done pieces that have left each equipment
 * @param timeIn for each equipment, the nanoseconds its places spent in each state, by its ordinal; none where states are not told
 */
public record Sample(long timeNanos, long inside, long out, int[] contents, long[] done, double[][] timeIn) {}
