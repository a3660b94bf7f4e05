package rhombic.study.kind;

import java.util.List;
import rhombic.space.Pose;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.place.Port;
import rhombic.study.value.Count;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;

/**
 * Joins pieces by a recipe. The base, a carrier or the part that others are built into, is named; parts come by
 * their own links in any order, and each type waits in a room of its own.
 *
 * @param method how it joins
 * @param bases types of carrier or base part; none for a batch
 * @param partCapacity pieces of each part type that may wait, 1 or more
 * @param result type that comes out: of a batch always; of an assembly, empty: the base stays what it is
 */
public record AssemblyStation(Basics basics, Work work, Method method, List<String> bases, Recipe recipe, int partCapacity,
        String result) implements WorkEquipment {
    /** Name of the port where parts come in. */
    public static final String PARTS = "parts";

    public static final Kind<AssemblyStation> KIND = new Kind<>("Assembly station", Family.JOIN_PART, AssemblyStation.class,
            WorkFields.and(AssemblyStation::with, List.of(
                    Field.required("method", "Whether pieces are packed onto a base, assembled into it, or gathered in batches.",
                            FieldType.Word.of(Method.values()), AssemblyStation::method, AssemblyStation::withMethod),
                    Field.optional("bases", "Piece types that come in as a base.", new FieldType.Several<>(FieldType.PIECE_TYPE), List.of(),
                            AssemblyStation::bases, AssemblyStation::withBases),
                    Field.written("recipe", "What a base needs; missing: nothing yet.", Recipe.TYPE, new Recipe.Fixed(List.of()),
                            AssemblyStation::recipe, AssemblyStation::withRecipe),
                    Field.required("partCapacity", "Parts of each type that may wait.", new FieldType.Whole(1, FieldType.MANY),
                            AssemblyStation::partCapacity, AssemblyStation::withPartCapacity),
                    Field.optional("result", "The piece type that a batch, or an assembly, becomes; missing: as the base.",
                            FieldType.PIECE_TYPE, "", AssemblyStation::result, AssemblyStation::withResult))),
            basics -> new AssemblyStation(basics, WorkFields.NO_WORK, Method.PACK, List.of(), new Recipe.Fixed(List.of()), 1, ""),
            (basics, types) -> new AssemblyStation(basics, WorkFields.ONE_MINUTE, Method.PACK,
                    types.stream().filter(PieceType::loadCarrier).map(PieceType::name).limit(1).toList(),
                    new Recipe.Fixed(List.of(new Recipe.Part(Kinds.usualType(types), 4))), 8, ""));

    /** How pieces are joined. */
    public enum Method {
        /** Parts go onto the load carrier, and can be taken off again. */
        PACK("packs onto a load carrier"),
        /** Parts become part of the base. */
        ASSEMBLE("assembles into a base part"),
        /** Pieces go on together as one batch, which can be undone. */
        BATCH("gathers into a batch");

        private final String word;

        Method(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public AssemblyStation {
        bases = List.copyOf(bases);
        Count.atLeast(1, "The room for parts", partCapacity);
        if (method == Method.BATCH && !(recipe instanceof Recipe.Fixed)) {
            throw new StudyException("A batch has no base that its recipe could depend on: give it a fixed recipe");
        }
    }

    public AssemblyStation withMethod(Method newMethod) {
        return new AssemblyStation(basics, work, newMethod, newMethod == Method.BATCH ? List.of() : bases,
                newMethod == Method.BATCH && !(recipe instanceof Recipe.Fixed) ? new Recipe.Fixed(List.of()) : recipe, partCapacity,
                newMethod == Method.PACK ? "" : result);
    }

    public AssemblyStation withBases(List<String> newBases) {
        return new AssemblyStation(basics, work, method, newBases, recipe, partCapacity, result);
    }

    public AssemblyStation withRecipe(Recipe newRecipe) {
        return new AssemblyStation(basics, work, method, bases, newRecipe, partCapacity, result);
    }

    public AssemblyStation withPartCapacity(int newCapacity) {
        return new AssemblyStation(basics, work, method, bases, recipe, newCapacity, result);
    }

    public AssemblyStation withResult(String newResult) {
        return new AssemblyStation(basics, work, method, bases, recipe, partCapacity, newResult);
    }

    @Override
    public Kind<AssemblyStation> declaration() {
        return KIND;
    }

    @Override
    public AssemblyStation with(Basics newBasics) {
        return new AssemblyStation(newBasics, work, method, bases, recipe, partCapacity, result);
    }

    @Override
    public AssemblyStation with(Work newWork) {
        return new AssemblyStation(basics, newWork, method, bases, recipe, partCapacity, result);
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
    public boolean passesOnWhatComes() {
        return false;
    }
}
