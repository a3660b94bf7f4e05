package rhombic.study.kind;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import rhombic.space.Pose;
import rhombic.study.place.Port;
import rhombic.study.value.PieceType;

/** Anything fixed that pieces enter or leave. */
public sealed interface Equipment extends PlantElement permits GoodsIn, Buffer, Rack, Conveyor, WorkEquipment, Dock, GoodsOut {
    /** What formulas can ask of what takes pieces: how many are on their way to it. */
    String COMING = "coming";

    @Override
    Equipment with(Basics basics);

    @Override
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

    /** People and vehicles pass below what is so high. */
    double HEADROOM_METRES = 2.2;

    @Override
    default List<List<Pose>> outlines() {
        if (placement().zMetres() >= HEADROOM_METRES) {
            return List.of();
        }
        return along().map(Equipment::strips).orElseGet(() -> List.of(onFootprint()));
    }

    private static List<List<Pose>> strips(Along along) {
        List<List<Pose>> strips = new ArrayList<>();
        List<Pose> points = along.path().outline();
        for (int i = 0; i + 1 < points.size(); i++) {
            if (points.get(i).z() < HEADROOM_METRES || points.get(i + 1).z() < HEADROOM_METRES) {
                strips.add(PlantElement.strip(points.get(i), points.get(i + 1), along.widthMetres()));
            }
        }
        return strips;
    }

    @Override
    default boolean givesPieces() {
        return true;
    }

    @Override
    default boolean takesPieces() {
        return true;
    }

    @Override
    default List<String> readable() {
        return takesPieces() ? List.of(COMING) : List.of();
    }

    /** The most pieces it holds, for what has contents instead of states; {@link Integer#MAX_VALUE} if any number. */
    default OptionalInt contentCapacity(List<PieceType> types) {
        return OptionalInt.empty();
    }

    /** Whether pieces of the type come into being here, as the type has them. */
    default boolean makes(String type) {
        return false;
    }

    /** Whether pieces are in it from the start on. */
    default boolean hasStock() {
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
}
