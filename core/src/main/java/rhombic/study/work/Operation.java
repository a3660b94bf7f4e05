package rhombic.study.work;

import java.io.Serializable;
import java.util.List;
import rhombic.study.duty.Need;
import rhombic.study.value.Identified;
import rhombic.study.value.Names;
import rhombic.study.value.TimeSource;

/**
 * One step of the work at a station.
 *
 * @param id what its draws depend on, among the operations of its station; empty: not in a list yet
 * @param addsValue whether the customer would pay for it; inspecting and handling do not add value
 * @param needs who must be there; nobody: it works by itself
 */
public record Operation(String id, String name, TimeSource time, boolean addsValue, List<Need> needs)
        implements
            Serializable,
            Identified<Operation> {
    /** The name of the only step of a station that has one. */
    public static final String WORK = "work";

    /** The id of the first operation that a station is given. Its draws depend on the id of the station alone. */
    public static final String FIRST_ID = "0";

    public Operation {
        Names.checked(name);
        needs = List.copyOf(needs);
    }

    public Operation(String name, TimeSource time, boolean addsValue, List<Need> needs) {
        this("", name, time, addsValue, needs);
    }

    /** Without anybody. */
    public Operation(String name, TimeSource time, boolean addsValue) {
        this(name, time, addsValue, List.of());
    }

    public Operation withTime(TimeSource newTime) {
        return new Operation(id, name, newTime, addsValue, needs);
    }

    public Operation withAddsValue(boolean newAddsValue) {
        return new Operation(id, name, time, newAddsValue, needs);
    }

    public Operation withNeeds(List<Need> newNeeds) {
        return new Operation(id, name, time, addsValue, newNeeds);
    }

    public Operation named(String newName) {
        return new Operation(id, newName, time, addsValue, needs);
    }

    @Override
    public Operation withId(String newId) {
        return new Operation(newId, name, time, addsValue, needs);
    }
}
