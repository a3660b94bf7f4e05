package rhombic.chance;

/** Draws times; bound to one stream of random numbers. */
@FunctionalInterface
public interface TimeSampler {
    /** Whole nanoseconds, never negative. */
    long nextNanos();
}
