package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import rhombic.study.duty.Need;
import rhombic.study.value.Names;
import rhombic.study.value.TimeSource;

/**
 * One step of the work at a station.
 *
 * @param addsValue whether the customer would pay for it; inspecting and handling do not add value
 * @param needs who must be there; nobody: it works by itself
 */
public record Operation(String name, TimeSource time, boolean addsValue, List<Need> needs) implements Serializable {
    /** The name of the only step of a station that has one. */
    public static final String WORK = "work";

    public Operation {
        Names.checked(name);
        needs = List.copyOf(needs);
    }

    /** Without anybody. */
    public Operation(String name, TimeSource time, boolean addsValue) {
        this(name, time, addsValue, List.of());
    }

    public Operation withTime(TimeSource newTime) {
        return new Operation(name, newTime, addsValue, needs);
    }

    public Operation withNeeds(List<Need> newNeeds) {
        return new Operation(name, time, addsValue, newNeeds);
    }
}
