package rhombic.measure;

import java.io.Serializable;
import java.util.Map;
import rhombic.trace.EquipmentState;

/**
 * What one equipment did in one run after the warm-up. Always {@code contentAtStart + in − out = contentNow}.
 *
 * @param stay of the pieces that left
 * @param shares of time by state, over all places; they add up to 1, or there are none
 */
public record EquipmentFigures(String name, String kind, long in, long out, int contentAtStart, int contentNow, double contentMean, int contentMost,
        long turnedAway, StayFigures stay, Map<EquipmentState, Double> shares) implements Serializable {
    public EquipmentFigures {
        shares = Map.copyOf(shares);
    }

    public double share(EquipmentState state) {
        return shares.getOrDefault(state, 0.0);
    }
}
