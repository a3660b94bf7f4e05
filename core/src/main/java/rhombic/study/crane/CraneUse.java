package rhombic.study.crane;

import java.io.Serializable;
import java.util.List;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;

/**
 * Where hall cranes fetch, with whom, and with what.
 *
 * @param sharing where each of several fetches
 * @param zones that they fetch from, by name; empty: from everywhere
 * @param operator the crew or skill of which somebody must walk along below each that travels, by name; empty: they go by themselves
 * @param tools that each has, of which one is on it, the first to begin with; a piece that none is for is gripped with whichever is on it
 * @param toolChange how long it takes to have another on it, before a piece is gripped
 */
public record CraneUse(CraneSharing sharing, List<String> zones, String operator, List<CraneTool> tools,
        Distribution toolChange) implements Serializable {
    private static final Distribution NO_TIME = DistributionText.parse("0 s");
    /** Everywhere in their own part of the runway, by themselves, and with one tool for all. */
    public static final CraneUse USUAL = new CraneUse(CraneSharing.OWN_PART, List.of(), "", List.of(), NO_TIME);

    public CraneUse {
        zones = List.copyOf(zones);
        tools = List.copyOf(tools);
    }

    public CraneUse withSharing(CraneSharing newSharing) {
        return new CraneUse(newSharing, zones, operator, tools, toolChange);
    }

    public CraneUse withZones(List<String> newZones) {
        return new CraneUse(sharing, newZones, operator, tools, toolChange);
    }

    public CraneUse withOperator(String newOperator) {
        return new CraneUse(sharing, zones, newOperator, tools, toolChange);
    }

    public CraneUse withTools(List<CraneTool> newTools) {
        return new CraneUse(sharing, zones, operator, newTools, toolChange);
    }

    public CraneUse withToolChange(Distribution newTime) {
        return new CraneUse(sharing, zones, operator, tools, newTime);
    }
}
