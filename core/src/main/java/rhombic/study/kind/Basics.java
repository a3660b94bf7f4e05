package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.study.duty.Duty;
import rhombic.study.value.Attribute;
import rhombic.study.value.Footprint;
import rhombic.study.value.Names;
import rhombic.study.value.Placement;
import rhombic.study.value.Seat;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Taking;
import rhombic.study.value.WayOut;

/**
 * What all equipment has.
 *
 * @param id made once and never shown; random numbers hang on it, so that a new name changes no draw
 * @param size of its own; null: what is usual for its kind and settings
 * @param seat where pieces sit on it
 * @param wayOut which of its links a piece goes
 * @param taking which of those that wait for it comes next
 * @param shut when its inlet is shut by hand; a rule may shut or open it besides, and what comes last counts
 * @param outletShut the same for its outlet
 * @param duty when it works and what breaks it
 */
public record Basics(String id, String name, Placement placement, @Nullable Footprint size, Seat seat, List<Attribute> attributes,
        WayOut wayOut, Taking taking,
        List<ShutTime> shut, List<ShutTime> outletShut, Duty duty) implements Serializable {
    public Basics {
        Names.checked(id);
        Names.checked(name);
        attributes = Attribute.checked(attributes, name);
        shut = ShutTime.checked(shut, "The inlet of " + name);
        outletShut = ShutTime.checked(outletShut, "The outlet of " + name);
    }

    public static Basics of(String name, Placement placement) {
        return new Basics(name, name, placement, null, Seat.USUAL, List.of(), WayOut.PREFERENCE, Taking.OLDEST, List.of(), List.of(),
                Duty.ALWAYS);
    }

    /** With another name; the id stays. */
    public Basics named(String newName) {
        return new Basics(id, newName, placement, size, seat, attributes, wayOut, taking, shut, outletShut, duty);
    }

    public Basics withId(String newId) {
        return new Basics(newId, name, placement, size, seat, attributes, wayOut, taking, shut, outletShut, duty);
    }

    public Basics placed(Placement newPlacement) {
        return new Basics(id, name, newPlacement, size, seat, attributes, wayOut, taking, shut, outletShut, duty);
    }

    public Basics withSize(@Nullable Footprint newSize) {
        return new Basics(id, name, placement, newSize, seat, attributes, wayOut, taking, shut, outletShut, duty);
    }

    public Basics withSeat(Seat newSeat) {
        return new Basics(id, name, placement, size, newSeat, attributes, wayOut, taking, shut, outletShut, duty);
    }

    public Basics withAttributes(List<Attribute> newAttributes) {
        return new Basics(id, name, placement, size, seat, newAttributes, wayOut, taking, shut, outletShut, duty);
    }

    public Basics withWayOut(WayOut newWayOut) {
        return new Basics(id, name, placement, size, seat, attributes, newWayOut, taking, shut, outletShut, duty);
    }

    public Basics withTaking(Taking newTaking) {
        return new Basics(id, name, placement, size, seat, attributes, wayOut, newTaking, shut, outletShut, duty);
    }

    public Basics withShut(List<ShutTime> newShut) {
        return new Basics(id, name, placement, size, seat, attributes, wayOut, taking, newShut, outletShut, duty);
    }

    public Basics withOutletShut(List<ShutTime> newShut) {
        return new Basics(id, name, placement, size, seat, attributes, wayOut, taking, shut, newShut, duty);
    }

    public Basics withDuty(Duty newDuty) {
        return new Basics(id, name, placement, size, seat, attributes, wayOut, taking, shut, outletShut, newDuty);
    }
}
