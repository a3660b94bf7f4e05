package rhombic.study;

import java.io.Serializable;
import java.util.OptionalInt;

/**
 * Pieces wait here until the next equipment takes them.
 *
 * @param room most pieces inside; empty: no limit
 */
public record Buffer(String name, Placement placement, OptionalInt room, Order order) implements Equipment {
    private static final double PITCH_METRES = 0.8;
    private static final int MOST_DRAWN_IN_A_ROW = 10;

    /** Which piece goes first. */
    public enum Order {
        OLDEST_FIRST,
        NEWEST_FIRST
    }

    public Buffer {
        Names.checked(name);
        room.ifPresent(n -> Count.atLeast(1, "The room of a buffer", n));
    }

    public Buffer withRoom(OptionalInt newRoom) {
        return new Buffer(name, placement, newRoom, order);
    }

    public Buffer withOrder(Order newOrder) {
        return new Buffer(name, placement, room, newOrder);
    }

    @Override
    public Buffer named(String newName) {
        return new Buffer(newName, placement, room, order);
    }

    @Override
    public Buffer placed(Placement newPlacement) {
        return new Buffer(name, newPlacement, room, order);
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
    private record Stored(String name, Placement placement, int room, Order order) implements Serializable {
        private Object readResolve() {
            return new Buffer(name, placement, room == 0 ? OptionalInt.empty() : OptionalInt.of(room), order);
        }
    }

    private Object writeReplace() {
        return new Stored(name, placement, room.orElse(0), order);
    }
}
