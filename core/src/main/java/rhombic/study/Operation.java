package rhombic.study;

import java.io.Serializable;

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
