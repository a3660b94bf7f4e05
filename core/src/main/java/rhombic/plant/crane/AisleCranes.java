package rhombic.plant.crane;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The stacker cranes of a run, by the rack that they serve; made with its resources, before its racks. */
public final class AisleCranes {
    private final Map<String, List<AisleCrane>> byRack = new HashMap<>();

    void add(String rack, AisleCrane crane) {
        byRack.computeIfAbsent(rack, name -> new ArrayList<>()).add(crane);
    }

    /** Those of the first group that serves a rack; none: it is served without. */
    public List<AisleCrane> of(String rack) {
        List<AisleCrane> all = byRack.getOrDefault(rack, List.of());
        return all.stream().filter(crane -> crane.element().equals(all.getFirst().element())).toList();
    }
}
