package rhombic.study;

import java.io.Serializable;
import java.util.List;

/**
 * What all equipment has.
 *
 * @param wayOut which of its links a piece goes
 * @param taking which of those that wait for it comes next
 */
public record Basics(String name, Placement placement, List<Attribute> attributes, WayOut wayOut, Taking taking) implements Serializable {
    public Basics {
        Names.checked(name);
        attributes = Attribute.checked(attributes, name);
    }

    public static Basics of(String name, Placement placement) {
        return new Basics(name, placement, List.of(), WayOut.PREFERENCE, Taking.OLDEST);
    }

    public Basics named(String newName) {
        return new Basics(newName, placement, attributes, wayOut, taking);
    }

    public Basics placed(Placement newPlacement) {
        return new Basics(name, newPlacement, attributes, wayOut, taking);
    }

    public Basics withAttributes(List<Attribute> newAttributes) {
        return new Basics(name, placement, newAttributes, wayOut, taking);
    }

    public Basics withWayOut(WayOut newWayOut) {
        return new Basics(name, placement, attributes, newWayOut, taking);
    }

    public Basics withTaking(Taking newTaking) {
        return new Basics(name, placement, attributes, wayOut, newTaking);
    }
}
