package rhombic.study.kind;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.space.Path;
import rhombic.study.value.Footprint;
import rhombic.study.value.PieceType;
import rhombic.study.value.Placement;
import rhombic.study.value.Port;

/** Anything fixed that pieces meet. */
public sealed interface Equipment extends Serializable permits GoodsIn, Buffer, Conveyor, WorkEquipment, GoodsOut, Crew, BreakArea {
    /** What formulas can ask of what takes pieces: how many are on their way to it. */
    String COMING = "coming";

    Basics basics();

    Equipment with(Basics basics);

    /** The room it takes where the study says nothing else. */
    Footprint usualSize();

    /** The room it takes: its own size, or the usual one. */
    default Footprint footprint() {
        Footprint own = basics().size();
        return own == null ? usualSize() : own;
    }

    /** Where pieces come in and go out, the first of each side being the one that a link means which names none. */
    default List<Port> ports() {
        List<Port> ports = new ArrayList<>();
        double half = footprint().lengthMetres() / 2;
        if (takesPieces()) {
            ports.add(Port.in(Port.IN, -half, 0));
        }
        if (givesPieces()) {
            ports.add(Port.out(Port.OUT, half, 0));
        }
        return ports;
    }

    /** The port of that name on that side, or the first of the side if the name is empty or not there. */
    default Port port(String name, boolean isIn) {
        List<Port> side = ports().stream().filter(port -> port.isIn() == isIn).toList();
        return side.stream().filter(port -> port.name().equals(name)).findFirst()
                .orElseGet(() -> side.isEmpty() ? isIn ? Port.in(Port.IN, 0, 0) : Port.out(Port.OUT, 0, 0) : side.getFirst());
    }

    /** The word for this kind of equipment, as WORDS.md has it. */
    default String kind() {
        return Kinds.of(this).word();
    }

    default String id() {
        return basics().id();
    }

    default String name() {
        return basics().name();
    }

    default Placement placement() {
        return basics().placement();
    }

    default Equipment named(String name) {
        return with(basics().named(name));
    }

    default Equipment placed(Placement placement) {
        return with(basics().placed(placement));
    }

    /** A way in space that something lies along, and how wide it is. */
    record Along(Path path, double widthMetres) {}

    /** The way along which it lies in space, if it is long and thin; else it stands on its footprint. */
    default Optional<Along> along() {
        return Optional.empty();
    }

    /** The same with left and right exchanged. */
    default Equipment mirrored() {
        return this;
    }

    /** Whether the room it takes can be chosen; else it follows from what it is. */
    default boolean hasOwnSize() {
        return true;
    }

    /** The most pieces it holds, for what has contents instead of states; {@link Integer#MAX_VALUE} if any number. */
    default OptionalInt contentCapacity(List<PieceType> types) {
        return OptionalInt.empty();
    }

    /** What formulas can ask of it beside its attributes. */
    default List<String> readable() {
        return takesPieces() ? List.of(COMING) : List.of();
    }

    /** What rules can set of it beside its attributes. */
    default List<String> settable() {
        return List.of();
    }

    /** What rules can wait for beside its states: the words of what it becomes. */
    default List<String> ruleStates() {
        return List.of();
    }

    /** Whether pieces of the type come into being here, as the type has them. */
    default boolean makes(String type) {
        return false;
    }

    /** Whether pieces go on in the instant in which they come, if they can. */
    default boolean takesNoTime() {
        return false;
    }

    /** Whether it passes on what comes to it, and nothing else. */
    default boolean passesOnWhatComes() {
        return true;
    }

    /** Whether pieces meet it at all. */
    default boolean meetsPieces() {
        return givesPieces() || takesPieces();
    }

    default boolean givesPieces() {
        return !(this instanceof GoodsOut);
    }

    default boolean takesPieces() {
        return !(this instanceof GoodsIn);
    }
}
