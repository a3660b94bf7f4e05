package rhombic.chance;

import java.nio.charset.StandardCharsets;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.core.source64.XoShiRo256PlusPlus;

/**
 * The random numbers of one run: a stream of its own for each purpose of each element.
 *
 * @param seed of the study
 * @param replication counted from 1
 */
public record RandomStreams(long seed, int replication) {
    private static final long FNV_OFFSET = 0xcbf29ce484222325L;
    private static final long FNV_PRIME = 0x100000001b3L;

    /** The same arguments give the same stream, on every machine; other arguments an independent one. */
    public UniformRandomProvider stream(String id, Purpose purpose) {
        // FNV-1a over the names, then the finaliser of SplitMix64 (Steele, Lea, Flood 2014) to fill the state.
        long hash = fnv(FNV_OFFSET, id.getBytes(StandardCharsets.UTF_8));
        hash = fnv(hash * FNV_PRIME, purpose.key().getBytes(StandardCharsets.UTF_8));
        long mixed = mix(mix(mix(seed) + replication) ^ hash);
        long[] state = new long[4];
        for (int i = 0; i < state.length; i++) {
            mixed += 0x9e3779b97f4a7c15L;
            state[i] = mix(mixed);
        }
        return new XoShiRo256PlusPlus(state);
    }

    private static long fnv(long start, byte[] bytes) {
        long hash = start;
        for (byte b : bytes) {
            hash = (hash ^ (b & 0xff)) * FNV_PRIME;
        }
        return hash;
    }

    private static long mix(long value) {
        long z = value;
        z = (z ^ (z >>> 30)) * 0xbf58476d1ce4e5b9L;
        z = (z ^ (z >>> 27)) * 0x94d049bb133111ebL;
        return z ^ (z >>> 31);
    }
}
