package rhombic.study.value;

import java.io.Serializable;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;

/** What a conveyor has at a place along its way: a divert, a merge or a sensor. */
public sealed interface Fitting extends Serializable, Identified<Fitting> {
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
                .sorted(java.util.Comparator.comparingDouble(f -> f.position().inBaseUnit())).toList();
    }
}
