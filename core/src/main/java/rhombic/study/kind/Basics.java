package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.study.duty.Duty;
import rhombic.study.place.Footprint;
import rhombic.study.place.PieceOffset;
import rhombic.study.place.Placement;
import rhombic.study.value.Attribute;
import rhombic.study.value.Names;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.ShutTime;

/**
 * What all elements have.
 *
 * @param id made once and never shown; random numbers hang on it, so that a new name changes no draw
 * @param size of its own; null: what is usual for its kind and settings
 * @param pieceOffset where pieces sit on it
 * @param routing which of its links a piece goes
 * @param selection which of those that wait for it comes next
 * @param inletShut when its inlet is shut by hand; a rule may shut or open it besides, and what comes last counts
 * @param outletShut the same for its outlet
 * @param duty when it works and what breaks it
 */
public record Basics(String id, String name, Placement placement, @Nullable Footprint size, PieceOffset pieceOffset,
        List<Attribute> attributes,
        Routing routing, Selection selection,
        List<ShutTime> inletShut, List<ShutTime> outletShut, Duty duty) implements Serializable {
    public Basics {
        Names.checked(id);
        Names.checked(name);
        attributes = Attribute.checked(attributes, name);
        inletShut = ShutTime.checked(inletShut, "The inlet of " + name);
        outletShut = ShutTime.checked(outletShut, "The outlet of " + name);
    }

    public static Basics of(String name, Placement placement) {
        return new Basics(name, name, placement, null, PieceOffset.USUAL, List.of(), Routing.PREFERENCE, Selection.OLDEST, List.of(),
                List.of(),
                Duty.ALWAYS);
    }

    /** With another name; the id stays. */
    public Basics named(String newName) {
        return new Basics(id, newName, placement, size, pieceOffset, attributes, routing, selection, inletShut, outletShut, duty);
    }

    public Basics withId(String newId) {
        return new Basics(newId, name, placement, size, pieceOffset, attributes, routing, selection, inletShut, outletShut, duty);
    }

    public Basics placed(Placement newPlacement) {
        return new Basics(id, name, newPlacement, size, pieceOffset, attributes, routing, selection, inletShut, outletShut, duty);
    }

    public Basics withSize(@Nullable Footprint newSize) {
        return new Basics(id, name, placement, newSize, pieceOffset, attributes, routing, selection, inletShut, outletShut, duty);
    }

    public Basics withPieceOffset(PieceOffset newPieceOffset) {
        return new Basics(id, name, placement, size, newPieceOffset, attributes, routing, selection, inletShut, outletShut, duty);
    }

    public Basics withAttributes(List<Attribute> newAttributes) {
        return new Basics(id, name, placement, size, pieceOffset, newAttributes, routing, selection, inletShut, outletShut, duty);
    }

    public Basics withRouting(Routing newRouting) {
        return new Basics(id, name, placement, size, pieceOffset, attributes, newRouting, selection, inletShut, outletShut, duty);
    }

    public Basics withSelection(Selection newSelection) {
        return new Basics(id, name, placement, size, pieceOffset, attributes, routing, newSelection, inletShut, outletShut, duty);
    }

    public Basics withInletShut(List<ShutTime> newShut) {
        return new Basics(id, name, placement, size, pieceOffset, attributes, routing, selection, newShut, outletShut, duty);
    }

    public Basics withOutletShut(List<ShutTime> newShut) {
        return new Basics(id, name, placement, size, pieceOffset, attributes, routing, selection, inletShut, newShut, duty);
    }

    public Basics withDuty(Duty newDuty) {
        return new Basics(id, name, placement, size, pieceOffset, attributes, routing, selection, inletShut, outletShut, newDuty);
    }
}
