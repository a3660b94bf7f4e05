package rhombic.study;

import java.io.Serializable;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;

/**
 * Where pieces enter the plant.
 *
 * @param pieceType name of the type that enters
 * @param supply when pieces come; empty while it is not set yet, and then none come
 * @param whenFull what becomes of pieces for which the plant has no room
 * @param most pieces in the whole run; empty: no limit
 */
public record GoodsIn(String name, Placement placement, String pieceType, Optional<Supply> supply, WhenFull whenFull, OptionalInt most)
        implements Equipment {
    private static final Footprint FOOTPRINT = new Footprint(2, 2, 2.6);

    /** What becomes of pieces that come while there is no room for them. */
    public enum WhenFull {
        /** They wait at the goods in, in order. */
        WAIT,
        /** They are turned away, and counted. */
        TURN_AWAY
    }

    public GoodsIn {
        Names.checked(name);
        Names.checked(pieceType);
        most.ifPresent(n -> Count.atLeast(1, "The most pieces", n));
    }

    public GoodsIn withSupply(Supply newSupply) {
        return new GoodsIn(name, placement, pieceType, Optional.of(newSupply), whenFull, most);
    }

    public GoodsIn withPieceType(String newType) {
        return new GoodsIn(name, placement, newType, supply, whenFull, most);
    }

    public GoodsIn withWhenFull(WhenFull newWhenFull) {
        return new GoodsIn(name, placement, pieceType, supply, newWhenFull, most);
    }

    public GoodsIn withMost(OptionalInt newMost) {
        return new GoodsIn(name, placement, pieceType, supply, whenFull, newMost);
    }

    @Override
    public GoodsIn named(String newName) {
        return new GoodsIn(newName, placement, pieceType, supply, whenFull, most);
    }

    @Override
    public GoodsIn placed(Placement newPlacement) {
        return new GoodsIn(name, newPlacement, pieceType, supply, whenFull, most);
    }

    @Override
    public Footprint footprint() {
        return FOOTPRINT;
    }

    @Override
    public String kind() {
        return "Goods in";
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(String name, Placement placement, String pieceType, @Nullable Supply supply, WhenFull whenFull, int most) implements Serializable {
        private Object readResolve() {
            return new GoodsIn(name, placement, pieceType, Optional.ofNullable(supply), whenFull, most == 0 ? OptionalInt.empty() : OptionalInt.of(most));
        }
    }

    private Object writeReplace() {
        return new Stored(name, placement, pieceType, supply.orElse(null), whenFull, most.orElse(0));
    }
}
