package rhombic.chance;

import java.util.Arrays;

/**
 * What a distribution looks like: its mean, the band that holds the middle 90 %, and the height of its curve. Found by
 * drawing, always from the same random numbers, so that the same distribution gives the same sketch.
 *
 * @param meanSeconds exact
 * @param lowSeconds 5 % of all times are below
 * @param highSeconds 95 % are below
 * @param fromSeconds where the curve begins
 * @param toSeconds where it ends; what lies beyond is left out
 * @param heights of the curve, even steps apart, the highest 1; a single 1 for a constant
 */
public record DistributionSketch(double meanSeconds, double lowSeconds, double highSeconds, double fromSeconds, double toSeconds, double[] heights) {
    private static final int DRAWS = 20_000;
    private static final int STEPS = 56;

    public static DistributionSketch of(Distribution distribution) {
        TimeSampler sampler = distribution.sampler(new RandomStreams(20_261_123L, 1).stream("", Purpose.WORK));
        double[] draws = new double[DRAWS];
        for (int i = 0; i < DRAWS; i++) {
            draws[i] = sampler.nextNanos() / 1e9;
        }
        Arrays.sort(draws);
        double from = draws[0];
        double to = draws[(int) (DRAWS * 0.995)];
        if (!(to > from)) {
            return new DistributionSketch(distribution.meanSeconds(), from, from, from, from, new double[] {1});
        }
        double[] heights = new double[STEPS];
        for (double draw : draws) {
            int step = (int) ((draw - from) / (to - from) * STEPS);
            if (step < STEPS) {
                heights[step]++;
            }
        }
        double highest = Arrays.stream(heights).max().orElse(1);
        for (int i = 0; i < STEPS; i++) {
            heights[i] /= highest;
        }
        return new DistributionSketch(distribution.meanSeconds(), draws[DRAWS / 20], draws[DRAWS - DRAWS / 20], from, to, heights);
    }
}
