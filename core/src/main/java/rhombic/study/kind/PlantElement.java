package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;
import rhombic.study.site.Aisle;
import rhombic.study.site.LineElement;
import rhombic.study.site.Structure;

/** Whatever a study places. What can be asked of all of it is answered by its branch. */
public sealed interface PlantElement extends Serializable permits Equipment, ResourceGroup, Area, Aisle, Structure, LineElement {
    Basics basics();

    PlantElement with(Basics basics);

    /** How its kind is declared. */
    Kind<? extends PlantElement> declaration();

    /** The room it takes where the study says nothing else. */
    Footprint usualSize();

    /** The room it takes: its own size, or the usual one. */
    default Footprint footprint() {
        Footprint own = basics().size();
        return own == null ? usualSize() : own;
    }

    /** Where pieces come in and go out, the first of each side being the one that a link means which names none. */
    default List<Port> ports() {
        return List.of();
    }

    /** Whether pieces go out of it, so that a link can begin there. */
    default boolean givesPieces() {
        return false;
    }

    /** Whether pieces come into it, so that a link can end there. */
    default boolean takesPieces() {
        return false;
    }

    /** The port of that name on that side, or the first of the side if the name is empty or not there. */
    default Port port(String name, boolean isIn) {
        List<Port> side = ports().stream().filter(port -> port.isIn() == isIn).toList();
        return side.stream().filter(port -> port.name().equals(name)).findFirst()
                .orElseGet(() -> side.isEmpty() ? isIn ? Port.in(Port.IN, 0, 0) : Port.out(Port.OUT, 0, 0) : side.getFirst());
    }

    /** The name of the port for a new link to or from something that stands there; empty: the first of that side. */
    default String usualPort(Pose other, boolean isIn) {
        return "";
    }

    /** The word for its kind, as WORDS.md has it. */
    default String kind() {
        return declaration().word();
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

    default PlantElement named(String name) {
        return with(basics().named(name));
    }

    default PlantElement placed(Placement placement) {
        return with(basics().placed(placement));
    }

    /** A way in space that something lies along, and how wide it is. */
    record Along(Path path, double widthMetres) {}

    /** The way along which it lies in space, if it is long and thin; else it stands on its footprint. */
    default Optional<Along> along() {
        return Optional.empty();
    }

    /** What nobody goes through, seen from above: the corners of each outline, none of which is closed. */
    default List<List<Pose>> outlines() {
        return List.of();
    }

    /** The corners of its footprint on the floor. */
    default List<Pose> onFootprint() {
        double l = footprint().lengthMetres() / 2;
        double w = footprint().widthMetres() / 2;
        Pose middle = placement().pose();
        return Stream.of(Pose.at(-l, -w, 0, 0), Pose.at(l, -w, 0, 0), Pose.at(l, w, 0, 0), Pose.at(-l, w, 0, 0)).map(middle::of).toList();
    }

    /** The corners of a strip from one point to another. */
    static List<Pose> strip(Pose from, Pose to, double widthMetres) {
        double length = Math.max(1e-9, Math.hypot(to.x() - from.x(), to.y() - from.y()));
        double acrossX = -(to.y() - from.y()) / length * widthMetres / 2;
        double acrossY = (to.x() - from.x()) / length * widthMetres / 2;
        return List.of(Pose.at(from.x() - acrossX, from.y() - acrossY, 0, 0), Pose.at(to.x() - acrossX, to.y() - acrossY, 0, 0),
                Pose.at(to.x() + acrossX, to.y() + acrossY, 0, 0), Pose.at(from.x() + acrossX, from.y() + acrossY, 0, 0));
    }

    /** Whether light falls through it, so that it casts no shadow of its footprint. */
    default boolean isOpen() {
        return false;
    }

    /** The same with left and right exchanged. */
    default PlantElement mirrored() {
        return this;
    }

    /** Whether the room it takes can be chosen; else it follows from what it is. */
    default boolean hasOwnSize() {
        return true;
    }

    /** The same, laid from one corner to the opposite one, where its size follows from what it is made of; empty where it does not. */
    default Optional<PlantElement> spanning(Pose from, Pose to) {
        return Optional.empty();
    }

    /** The corner that can be dragged to size it; empty if it is sized otherwise. */
    default Optional<Pose> sizingCorner() {
        return Optional.empty();
    }

    /** With its corner there; the opposite corner stays. Only of what has a {@link #sizingCorner}. */
    default PlantElement sizedTo(Pose corner) {
        throw new IllegalStateException(name() + " is not sized by a corner");
    }

    /** What dragging its corner does, in a few words. */
    default String sizingHint() {
        return "drag to size it";
    }

    /** What could be better about it, apart from what breaks it. */
    default List<Candidate> candidates() {
        return List.of();
    }

    /** Whether it does work, so that its failures can count the time in which it works. */
    default boolean works() {
        return false;
    }

    /** What formulas can ask of it beside its attributes. */
    default List<String> readable() {
        return List.of();
    }

    /** What rules can set of it beside its attributes. */
    default List<String> settable() {
        return List.of();
    }

    /** What rules can wait for beside its states: the words of what it becomes. */
    default List<String> ruleStates() {
        return List.of();
    }
}
