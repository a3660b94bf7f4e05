package rhombic.study.kind;

import java.io.Serializable;
import java.util.List;
import java.util.OptionalInt;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.value.Count;
import rhombic.study.value.PieceType;

/**
 * Pieces wait here until the next equipment takes them.
 *
 * @param capacity most pieces inside; empty: no limit, or, on an area, as many as fit
 * @param arrangement how they stand
 */
public record Buffer(Basics basics, OptionalInt capacity, Order order, Arrangement arrangement) implements Equipment {
    private static final double GAP_METRES = 0.1;

    private static final double PITCH_METRES = 0.8;
    private static final int MAX_DRAWN_IN_A_ROW = 10;
    private static final Footprint AREA = new Footprint(4, 3, 0.1);

    public static final Kind<Buffer> KIND = new Kind<>("Buffer", Family.STORE, Buffer.class, List.of(
            Field.optional("capacity", "Pieces that it holds; missing: no limit.", new FieldType.WholeOrNone(1, FieldType.MANY),
                    OptionalInt.empty(), Buffer::capacity, Buffer::withCapacity),
            Field.required("order", "In which order pieces leave.", FieldType.Word.of(Order.values()), Buffer::order,
                    Buffer::withOrder),
            Field.optional("arrangement", "How the pieces lie; missing: on rollers.", FieldType.Word.of(Arrangement.values()),
                    Arrangement.ON_ROLLERS, Buffer::arrangement, Buffer::withArrangement)),
            basics -> new Buffer(basics, OptionalInt.empty(), Order.OLDEST_FIRST),
            (basics, types) -> new Buffer(basics, OptionalInt.of(6), Order.OLDEST_FIRST));

    /** Which piece goes first, among those the rule of taking holds equal. */
    public enum Order {
        /** Only the oldest can go. */
        OLDEST_FIRST("the oldest first"),
        /** Only the newest can go. */
        NEWEST_FIRST("the newest first"),
        /** Each can go as soon as somebody has room for it. */
        ANY("whichever can go");

        private final String word;

        Order(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** How pieces stand in a buffer. */
    public enum Arrangement {
        /** On rollers, one behind the other. */
        ON_ROLLERS("on rollers"),
        /** On an area of the floor, side by side. */
        IN_ROWS("in rows on the floor"),
        /** On an area of the floor, in no order. */
        SCATTERED("scattered on the floor");

        private final String word;

        Arrangement(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        public boolean isArea() {
            return this != ON_ROLLERS;
        }
    }

    public Buffer {
        capacity.ifPresent(n -> Count.atLeast(1, "The room of a buffer", n));
    }

    public Buffer(String name, Placement placement, OptionalInt room, Order order) {
        this(Basics.of(name, placement), room, order);
    }

    public Buffer(Basics basics, OptionalInt room, Order order) {
        this(basics, room, order, Arrangement.ON_ROLLERS);
    }

    /** How many pieces there is room for at a time; {@link Integer#MAX_VALUE} if any number. */
    public int capacityFor(List<PieceType> types) {
        if (capacity.isPresent() || !arrangement.isArea()) {
            return capacity.orElse(Integer.MAX_VALUE);
        }
        double length = types.stream().mapToDouble(type -> type.length().inBaseUnit()).max().orElse(1);
        double width = types.stream().mapToDouble(type -> type.width().inBaseUnit()).max().orElse(1);
        return Math.max(1, fitting(footprint().lengthMetres(), length) * fitting(footprint().widthMetres(), width));
    }

    /** How many pieces of a size stand side by side within a length, with a gap between. */
    public static int fitting(double metres, double pieceMetres) {
        return (int) Math.max(1, Math.floor((metres + GAP_METRES) / (pieceMetres + GAP_METRES) + 1e-9));
    }

    public Buffer withArrangement(Arrangement newArrangement) {
        return new Buffer(basics, capacity, order, newArrangement);
    }

    public Buffer withCapacity(OptionalInt newCapacity) {
        return new Buffer(basics, newCapacity, order, arrangement);
    }

    public Buffer withOrder(Order newOrder) {
        return new Buffer(basics, capacity, newOrder, arrangement);
    }

    @Override
    public Kind<Buffer> declaration() {
        return KIND;
    }

    @Override
    public Buffer with(Basics newBasics) {
        return new Buffer(newBasics, capacity, order, arrangement);
    }

    /** Rollers grow with the room, up to ten places in a row. */
    @Override
    public List<Candidate> candidates() {
        return capacity.isEmpty()
                ? List.of()
                : List.of(new Candidate(Candidate.Aspect.CAPACITY, "room for one more",
                        () -> withCapacity(OptionalInt.of(capacity.getAsInt() + 1))));
    }

    @Override
    public Footprint usualSize() {
        if (arrangement.isArea()) {
            return AREA;
        }
        int places = Math.clamp(capacity.orElse(MAX_DRAWN_IN_A_ROW), 2, MAX_DRAWN_IN_A_ROW);
        return new Footprint(places * PITCH_METRES, 1, 0.9);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, int capacity, Order order, Arrangement arrangement) implements Serializable {
        private Object readResolve() {
            return new Buffer(basics, capacity == 0 ? OptionalInt.empty() : OptionalInt.of(capacity), order, arrangement);
        }
    }

    private Object writeReplace() {
        return new Stored(basics, capacity.orElse(0), order, arrangement);
    }

    @Override
    public OptionalInt contentCapacity(List<PieceType> types) {
        return OptionalInt.of(capacityFor(types));
    }

    @Override
    public boolean takesNoTime() {
        return true;
    }
}
