package rhombic.study.kind;

import java.io.Serializable;
import java.util.OptionalInt;
import rhombic.study.value.Count;
import rhombic.study.value.Footprint;
import rhombic.study.value.Placement;

/**
 * Pieces wait here until the next equipment takes them.
 *
 * @param room most pieces inside; empty: no limit
 */
public record Buffer(Basics basics, OptionalInt room, Order order) implements Equipment {
    private static final double PITCH_METRES = 0.8;
    private static final int MOST_DRAWN_IN_A_ROW = 10;

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

    public Buffer {
        room.ifPresent(n -> Count.atLeast(1, "The room of a buffer", n));
    }

    public Buffer(String name, Placement placement, OptionalInt room, Order order) {
        this(Basics.of(name, placement), room, order);
    }

    public Buffer withRoom(OptionalInt newRoom) {
        return new Buffer(basics, newRoom, order);
    }

    public Buffer withOrder(Order newOrder) {
        return new Buffer(basics, room, newOrder);
    }

    @Override
    public Buffer with(Basics newBasics) {
        return new Buffer(newBasics, room, order);
    }

    /** Grows with the room, up to ten places in a row. */
    @Override
    public Footprint footprint() {
        int places = Math.clamp(room.orElse(MOST_DRAWN_IN_A_ROW), 2, MOST_DRAWN_IN_A_ROW);
        return new Footprint(places * PITCH_METRES, 1, 0.9);
    }

    @Override
    public String kind() {
        return "Buffer";
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Basics basics, int room, Order order) implements Serializable {
        private Object readResolve() {
            return new Buffer(basics, room == 0 ? OptionalInt.empty() : OptionalInt.of(room), order);
        }
    }

    private Object writeReplace() {
        return new Stored(basics, room.orElse(0), order);
    }
}
