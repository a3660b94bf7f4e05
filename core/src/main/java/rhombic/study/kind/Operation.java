package rhombic.study.kind;

import java.io.Serializable;
import rhombic.study.value.Names;
import rhombic.study.value.TimeSource;

/**
 * One step of the work at a station.
 *
 * @param addsValue whether the customer would pay for it; inspecting and handling do not add value
 */
public record Operation(String name, TimeSource time, boolean addsValue) implements Serializable {
    /** The name of the only step of a station that has one. */
    public static final String WORK = "work";

    public Operation {
        Names.checked(name);
    }
}
