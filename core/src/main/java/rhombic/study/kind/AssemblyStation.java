package rhombic.study.kind;

import java.util.List;
import rhombic.space.Pose;
import rhombic.study.value.Count;
import rhombic.study.value.Port;
import rhombic.study.value.StudyException;

/**
 * Joins pieces by a recipe. The base, a carrier or the part that others are built into, is named; parts come by
 * their own links in any order, and each type waits in a room of its own.
 *
 * @param way how it joins
 * @param bases types of carrier or base part; none for a batch
 * @param partRoom pieces of each part type that may wait, 1 or more
 * @param result type that comes out: of a batch always; of an assembly, empty: the base stays what it is
 */
public record AssemblyStation(Basics basics, Work work, Way way, List<String> bases, Recipe recipe, int partRoom,
        String result) implements WorkEquipment {
    /** Name of the port where parts come in. */
    public static final String PARTS = "parts";

    /** How pieces are joined. */
    public enum Way {
        /** Parts go onto the carrier, and can be taken off again. */
        PACK("packs onto a carrier"),
        /** Parts become part of the base. */
        ASSEMBLE("assembles into a base part"),
        /** Pieces go on together as one batch, which can be undone. */
        BATCH("gathers into a batch");

        private final String word;

        Way(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public AssemblyStation {
        bases = List.copyOf(bases);
        Count.atLeast(1, "The room for parts", partRoom);
        if (way == Way.BATCH && !(recipe instanceof Recipe.Fixed)) {
            throw new StudyException("A batch has no base that its recipe could depend on: give it a fixed recipe");
        }
    }

    public AssemblyStation withWay(Way newWay) {
        return new AssemblyStation(basics, work, newWay, newWay == Way.BATCH ? List.of() : bases,
                newWay == Way.BATCH && !(recipe instanceof Recipe.Fixed) ? new Recipe.Fixed(List.of()) : recipe, partRoom,
                newWay == Way.PACK ? "" : result);
    }

    public AssemblyStation withBases(List<String> newBases) {
        return new AssemblyStation(basics, work, way, newBases, recipe, partRoom, result);
    }

    public AssemblyStation withRecipe(Recipe newRecipe) {
        return new AssemblyStation(basics, work, way, bases, newRecipe, partRoom, result);
    }

    public AssemblyStation withPartRoom(int newRoom) {
        return new AssemblyStation(basics, work, way, bases, recipe, newRoom, result);
    }

    public AssemblyStation withResult(String newResult) {
        return new AssemblyStation(basics, work, way, bases, recipe, partRoom, newResult);
    }

    @Override
    public AssemblyStation with(Basics newBasics) {
        return new AssemblyStation(newBasics, work, way, bases, recipe, partRoom, result);
    }

    @Override
    public AssemblyStation with(Work newWork) {
        return new AssemblyStation(basics, newWork, way, bases, recipe, partRoom, result);
    }

    /** What it builds on comes where the flow comes from, parts from the side. */
    @Override
    public List<Port> ports() {
        double half = footprint().lengthMetres() / 2;
        return List.of(Port.in(Port.IN, -half, 0),
                new Port(PARTS, Pose.at(0, -footprint().widthMetres() / 2 - 0.9, Port.TABLE_METRES, 90), true),
                Port.out(Port.OUT, half, 0));
    }

    @Override
    public boolean makes(String type) {
        return result.equals(type);
    }

    @Override
    public boolean handsOnWhatComes() {
        return false;
    }
}
