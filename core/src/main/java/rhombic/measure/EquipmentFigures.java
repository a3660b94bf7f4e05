package rhombic.measure;

import java.io.Serializable;
import java.util.List;
import java.util.Map;
import rhombic.study.value.EquipmentState;

/**
 * What one equipment did in one run after the warm-up. Always
 * {@code contentAtStart + in + made − joined − scrapped − out = contentNow}. What lies on a carrier counts as part of it.
 *
 * @param made pieces that came into being here or came off a carrier
 * @param joined pieces that became part of another here or went onto a carrier
 * @param scrapped pieces that failed too often or that a rule scrapped
 * @param stay of the pieces that left
 * @param waits before work began, at stations
 * @param shares of time by state, over all places; they add up to 1, or there are none
 * @param valueShare part of the time, over all places, in which value was added
 * @param emptyShare part of the time in which it was empty, where contents are told instead of states
 * @param fullShare part of the time in which it was full, where contents are told instead of states
 * @param belt what a conveyor did besides
 * @param modes of failure, in their order
 */
public record EquipmentFigures(String name, String kind, long in, long out, long made, long joined, long scrapped, int contentAtStart,
        int contentNow,
        double contentMean, int contentMax, long rejected, StayFigures stay, WaitFigures waits, Map<EquipmentState, Double> shares,
        double valueShare, double emptyShare, double fullShare, BeltFigures belt, List<ModeFigures> modes) implements Serializable {
    public EquipmentFigures {
        shares = Map.copyOf(shares);
        modes = List.copyOf(modes);
    }

    /** Working part of the time that was planned: all but what was off shift; NaN if nothing was. */
    public double plannedUtilisation() {
        double planned = 1 - share(EquipmentState.OFF_SHIFT);
        return planned > 1e-12 && !shares.isEmpty() ? share(EquipmentState.WORKING) / planned : Double.NaN;
    }

    public double standingShare() {
        return belt.standingShare();
    }

    public double share(EquipmentState state) {
        return shares.getOrDefault(state, 0.0);
    }
}
