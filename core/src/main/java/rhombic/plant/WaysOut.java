package rhombic.plant;

import java.util.List;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;

/** Where the pieces of an equipment may go: by preference, or by chance in given shares. */
final class WaysOut {
    static final int ANY = -1;

    final Node[] takers;
    private final double @Nullable [] upTo;
    private final @Nullable UniformRandomProvider chance;

    private WaysOut(List<Node> takers, double @Nullable [] upTo, @Nullable UniformRandomProvider chance) {
        this.takers = takers.toArray(Node[]::new);
        this.upTo = upTo;
        this.chance = chance;
    }

    /** The first taker that has room. */
    static WaysOut byPreference(List<Node> takers) {
        return new WaysOut(takers, null, null);
    }

    /** One taker for each piece, drawn in proportion to the shares, not all of which may be 0. */
    static WaysOut byChance(List<Node> takers, double[] shares, UniformRandomProvider chance) {
        double[] upTo = shares.clone();
        for (int i = 1; i < upTo.length; i++) {
            upTo[i] += upTo[i - 1];
        }
        return new WaysOut(takers, upTo, chance);
    }

    /** Index of the one way the next piece must go, or {@link #ANY}. */
    int draw() {
        if (upTo == null || chance == null) {
            return ANY;
        }
        double u = chance.nextDouble() * upTo[upTo.length - 1];
        int way = 0;
        while (u >= upTo[way] && way < upTo.length - 1) {
            way++;
        }
        return way;
    }
}
