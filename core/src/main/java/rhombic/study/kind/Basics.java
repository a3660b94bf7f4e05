package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import rhombic.study.value.Attribute;
import rhombic.study.value.Names;
import rhombic.study.value.Placement;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Taking;
import rhombic.study.value.WayOut;

/**
 * What all equipment has.
 *
 * @param wayOut which of its links a piece goes
 * @param taking which of those that wait for it comes next
 * @param shut when its inlet is shut by hand; a rule may shut or open it besides, and what comes last counts
 */
public record Basics(String name, Placement placement, List<Attribute> attributes, WayOut wayOut, Taking taking, List<ShutTime> shut) implements Serializable {
    public Basics {
        Names.checked(name);
        attributes = Attribute.checked(attributes, name);
        shut = ShutTime.checked(shut, name);
    }

    public static Basics of(String name, Placement placement) {
        return new Basics(name, placement, List.of(), WayOut.PREFERENCE, Taking.OLDEST, List.of());
    }

    public Basics named(String newName) {
        return new Basics(newName, placement, attributes, wayOut, taking, shut);
    }

    public Basics placed(Placement newPlacement) {
        return new Basics(name, newPlacement, attributes, wayOut, taking, shut);
    }

    public Basics withAttributes(List<Attribute> newAttributes) {
        return new Basics(name, placement, newAttributes, wayOut, taking, shut);
    }

    public Basics withWayOut(WayOut newWayOut) {
        return new Basics(name, placement, attributes, newWayOut, taking, shut);
    }

    public Basics withTaking(Taking newTaking) {
        return new Basics(name, placement, attributes, wayOut, newTaking, shut);
    }

    public Basics withShut(List<ShutTime> newShut) {
        return new Basics(name, placement, attributes, wayOut, taking, newShut);
    }
}
