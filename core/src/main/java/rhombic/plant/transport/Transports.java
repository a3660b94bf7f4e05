package rhombic.plant.transport;

import java.util.ArrayList;
import java.util.List;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Passage;

/** All links of a plant along which pieces are carried. */
public final class Transports {
    private final List<Carriage> carriages = new ArrayList<>();

    /** The passage of a link along which pieces are carried. */
    public Passage carried(Flow flow, Passage.Course course) {
        Carriage carriage = new Carriage(flow, course, this);
        carriages.add(carriage);
        return carriage;
    }

    /** In the order of the links of the study. */
    List<Carriage> carriages() {
        return carriages;
    }
}
