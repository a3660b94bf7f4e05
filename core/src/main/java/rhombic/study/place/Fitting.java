package rhombic.study.place;

import java.io.Serializable;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.field.Part;
import rhombic.study.value.Count;
import rhombic.study.value.Identified;
import rhombic.study.value.Names;
import rhombic.study.value.Routing;
import rhombic.study.value.StudyException;

/** What a conveyor has at a place along its way: a divert, a merge or a sensor. */
public sealed interface Fitting extends Serializable, Identified<Fitting> {
    /** Diverts, merges and sensors of a conveyor. Links begin at a divert and end at a merge by naming it as their port. */
    FieldType<List<Fitting>> SEVERAL = new FieldType.Several<>(OneOf.of("fitting",
            OneOf.variant("divert", Divert.class, Divert.declared()),
            OneOf.variant("merge", Merge.class, Merge.declared()),
            OneOf.variant("sensor", Sensor.class, Sensor.declared())), Fitting::checked);

    private static <T extends Fitting> Part<T, String> id(Composite.Declaration<T> fitting) {
        return fitting.optional("id", "What its random draws depend on; missing: its name.", FieldType.TEXT, "", Fitting::id);
    }

    private static <T extends Fitting> Part<T, Quantity> position(Composite.Declaration<T> fitting) {
        return fitting.required("position", "Along the path, to the front edge of the piece.", new FieldType.Measured(Dimension.LENGTH),
                Fitting::position);
    }

    int MAX = 60;

    /** What links, formulas and rules call it by. */
    String name();

    /** How far along the way, to the front edge of the pieces. */
    Quantity position();

    Fitting withPosition(Quantity newAt);

    Fitting named(String newName);

    /** A side, seen in the direction in which pieces go. */
    enum Side {
        LEFT("left"), RIGHT("right");

        private final String word;

        Side(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        /** How far to the left, in widths. */
        public int toLeft() {
            return this == LEFT ? 1 : -1;
        }

        public Side other() {
            return this == LEFT ? RIGHT : LEFT;
        }
    }

    /** Which goes first where pieces come together. */
    enum Priority {
        MAIN("what comes along"), SIDE("what comes from the side"), TURN("in turn"), OLDEST("the longest waiting");

        private final String word;

        Priority(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /**
     * Here pieces can leave to the side: by the links that begin here, the rest goes straight on.
     *
     * @param routing which of the ways a piece goes, straight on being the last of them
     */
    record Divert(String id, String name, Quantity position, Side side, Routing routing) implements Fitting {
        private static Composite<Divert> declared() {
            return Composite.of("divert", divert -> {
                var id = Fitting.id(divert);
                var name = divert.required("divert",
                        "Pieces can leave to the side here, by the links whose fromPort it is; the rest goes straight on.",
                        FieldType.OWN_NAME, Divert::name);
                var position = Fitting.position(divert);
                var side = divert.written("side", "To which side; missing: left.", FieldType.Word.of(Side.values()), Side.LEFT,
                        Divert::side);
                var routing = divert.optional("routing", "Which link a piece goes by; missing: the first with room.", Routing.TYPE,
                        Routing.PREFERENCE, Divert::routing);
                return v -> new Divert(v.get(id), v.get(name), v.get(position), v.get(side), v.get(routing));
            });
        }

        public Divert {
            checked(name, position);
        }

        public Divert(String name, Quantity position, Side side, Routing routing) {
            this("", name, position, side, routing);
        }

        public Divert withSide(Side newSide) {
            return new Divert(id, name, position, newSide, routing);
        }

        public Divert withRouting(Routing newRouting) {
            return new Divert(id, name, position, side, newRouting);
        }

        @Override
        public Divert withId(String newId) {
            return new Divert(newId, name, position, side, routing);
        }

        @Override
        public Divert withPosition(Quantity newAt) {
            return new Divert(id, name, newAt, side, routing);
        }

        @Override
        public Divert named(String newName) {
            return new Divert(id, newName, position, side, routing);
        }
    }

    /** Here pieces come in from the side, each into a gap that is free. */
    record Merge(String id, String name, Quantity position, Side side, Priority priority) implements Fitting {
        private static Composite<Merge> declared() {
            return Composite.of("merge", merge -> {
                var id = Fitting.id(merge);
                var name = merge.required("merge", "Pieces come in from the side here, by the links whose toPort it is.",
                        FieldType.OWN_NAME,
                        Merge::name);
                var position = Fitting.position(merge);
                var side = merge.written("side", "From which side; missing: left.", FieldType.Word.of(Side.values()), Side.LEFT,
                        Merge::side);
                var priority = merge.written("priority",
                        "What goes first: what comes along (then from the side only into a gap that delays nobody), what comes from the side, "
                                + "both in turn, or who waits longest; missing: main.",
                        FieldType.Word.of(Priority.values()), Priority.MAIN, Merge::priority);
                return v -> new Merge(v.get(id), v.get(name), v.get(position), v.get(side), v.get(priority));
            });
        }

        public Merge {
            checked(name, position);
        }

        public Merge(String name, Quantity position, Side side, Priority priority) {
            this("", name, position, side, priority);
        }

        public Merge withSide(Side newSide) {
            return new Merge(id, name, position, newSide, priority);
        }

        public Merge withPriority(Priority newPriority) {
            return new Merge(id, name, position, side, newPriority);
        }

        @Override
        public Merge withId(String newId) {
            return new Merge(newId, name, position, side, priority);
        }

        @Override
        public Merge withPosition(Quantity newAt) {
            return new Merge(id, name, newAt, side, priority);
        }

        @Override
        public Merge named(String newName) {
            return new Merge(id, newName, position, side, priority);
        }
    }

    /**
     * Sees pieces go by.
     *
     * @param after how long a piece must cover it until it counts as covered; 0 s: at once
     */
    record Sensor(String id, String name, Quantity position, Quantity after) implements Fitting {
        private static Composite<Sensor> declared() {
            return Composite.of("sensor", sensor -> {
                var id = Fitting.id(sensor);
                var name = sensor.required("sensor",
                        "One word. Formulas read it as at('Conveyor').S1 (covered or not) and at('Conveyor').S1_passed; "
                                + "rules wait for S1 covered and S1 clear.",
                        FieldType.OWN_NAME, Sensor::name);
                var position = Fitting.position(sensor);
                var after = sensor.optional("after", "How long a piece must cover it until it counts as covered; missing: 0 s.",
                        new FieldType.Measured(Dimension.TIME), Quantity.seconds(0), Sensor::after);
                return v -> new Sensor(v.get(id), v.get(name), v.get(position), v.get(after));
            });
        }

        /** A formula must be able to name it. */
        private static final Pattern NAME = Pattern.compile("\\p{L}[\\p{L}\\d_]*");

        public Sensor {
            checked(name, position);
            if (!NAME.matcher(name).matches()) {
                throw new StudyException(
                        "The name of a sensor must be one word of letters and digits, so that formulas can say it; got \u201c"
                                + name + "\u201d");
            }
            if (after.unit().dimension() != Dimension.TIME || !(after.amount() >= 0)) {
                throw new StudyException("A sensor counts as covered after a time of 0 s or more; got " + after);
            }
        }

        public Sensor(String name, Quantity position, Quantity after) {
            this("", name, position, after);
        }

        public Sensor withAfter(Quantity newAfter) {
            return new Sensor(id, name, position, newAfter);
        }

        @Override
        public Sensor withId(String newId) {
            return new Sensor(newId, name, position, after);
        }

        @Override
        public Sensor withPosition(Quantity newAt) {
            return new Sensor(id, name, newAt, after);
        }

        @Override
        public Sensor named(String newName) {
            return new Sensor(id, newName, position, after);
        }

        /** What a formula calls the number of pieces that have come to it. */
        public String passed() {
            return name + "_passed";
        }

        /** What a rule waits for. */
        public String coveredWord() {
            return name + " covered";
        }

        public String clearWord() {
            return name + " clear";
        }
    }

    private static void checked(String name, Quantity at) {
        Names.checked(name);
        if (name.equals(Port.IN) || name.equals(Port.OUT)) {
            throw new StudyException("The beginning and the end of a conveyor are called in and out: give it another name than " + name);
        }
        if (at.unit().dimension() != Dimension.LENGTH || !(at.amount() > 0)) {
            throw new StudyException("A place along a conveyor must be more than 0 m from its beginning; got " + at);
        }
    }

    /** In the order of the path, each with an id and each name once. */
    static List<Fitting> checked(List<Fitting> fittings) {
        Count.between(0, MAX, "The diverts, merges and sensors of a conveyor", fittings.size());
        Set<String> names = new HashSet<>();
        for (Fitting fitting : fittings) {
            if (!names.add(fitting.name())) {
                throw new StudyException(
                        "Two places along a conveyor are called \u201c" + fitting.name() + "\u201d: give one another name");
            }
        }
        return Identified.complete(fittings, "places along a conveyor", (Fitting fitting, Integer place) -> fitting.name()).stream()
                .sorted(Comparator.comparingDouble(f -> f.position().inBaseUnit())).toList();
    }
}
