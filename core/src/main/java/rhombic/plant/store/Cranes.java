package rhombic.plant.store;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The stacker cranes of a run, by the rack that they serve; made with its resources, before its racks. */
public final class Cranes {
    private final Map<String, List<Crane>> byRack = new HashMap<>();

    void add(String rack, Crane crane) {
        byRack.computeIfAbsent(rack, name -> new ArrayList<>()).add(crane);
    }

    /** Those of a rack, by aisle; none: it is served without. */
    List<Crane> of(String rack) {
        return byRack.getOrDefault(rack, List.of());
    }
}
