package rhombic.study.crane;

import java.io.Serializable;
import java.util.List;

/**
 * Where hall cranes fetch, and with whom.
 *
 * @param sharing where each of several fetches
 * @param zones that they fetch from, by name; empty: from everywhere
 * @param operator the crew or skill of which somebody must walk along below each that travels, by name; empty: they go by themselves
 */
public record CraneUse(CraneSharing sharing, List<String> zones, String operator) implements Serializable {
    /** Everywhere in their own part of the runway, by themselves. */
    public static final CraneUse USUAL = new CraneUse(CraneSharing.OWN_PART, List.of(), "");

    public CraneUse {
        zones = List.copyOf(zones);
    }

    public CraneUse withSharing(CraneSharing newSharing) {
        return new CraneUse(newSharing, zones, operator);
    }

    public CraneUse withZones(List<String> newZones) {
        return new CraneUse(sharing, newZones, operator);
    }

    public CraneUse withOperator(String newOperator) {
        return new CraneUse(sharing, zones, newOperator);
    }
}
