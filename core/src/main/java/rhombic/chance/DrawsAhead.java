package rhombic.chance;

/**
 * Draws many at a time and gives them one by one: the same ones in the same order, in less time each. Only where nothing else draws from the
 * stream.
 */
final class DrawsAhead implements TimeSampler {
    private static final int DRAWS = 32;

    private final TimeSampler sampler;
    private final long[] drawn = new long[DRAWS];
    private int next = DRAWS;

    DrawsAhead(TimeSampler sampler) {
        this.sampler = sampler;
    }

    @Override
    public long nextNanos() {
        return next < DRAWS ? drawn[next++] : drawMore();
    }

    private long drawMore() {
        final TimeSampler source = sampler;
        final long[] ahead = drawn;
        for (int i = 0; i < ahead.length; i++) {
            ahead[i] = source.nextNanos();
        }
        next = 1;
        return ahead[0];
    }
}
