package rhombic.plant.transport;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Passage;
import rhombic.study.kind.ResourceGroup;

/** All links of a plant along which pieces are carried. */
public final class Transports {
    private final List<Carriage> carriages = new ArrayList<>();
    /** Of groups that make fixed rounds, by name. */
    private final Map<String, Rounds> rounds = new LinkedHashMap<>();
    private boolean hasBegun;

    /** The passage of a link along which pieces are carried. */
    public Passage carried(Flow flow, Passage.Course course) {
        Carriage carriage = new Carriage(flow, course, this);
        carriages.add(carriage);
        return carriage;
    }

    /** The rounds of the group of that name; empty if its members go where they are needed. */
    Optional<Rounds> rounds(Flow flow, String name) {
        Optional<ResourceGroup> group = flow.unfolded.groups().stream().filter(one -> one.name().equals(name)).findFirst();
        return group.flatMap(one -> one.round().map(round -> rounds.computeIfAbsent(name, key -> new Rounds(flow, one, round))));
    }

    /** The run begins; of all links, the first tells. */
    void begin() {
        if (!hasBegun) {
            hasBegun = true;
            rounds.values().forEach(Rounds::begin);
        }
    }

    /** In the order of the links of the study. */
    List<Carriage> carriages() {
        return carriages;
    }
}
