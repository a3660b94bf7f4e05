package rhombic.plant.store;

import java.util.TreeSet;
import java.util.function.IntUnaryOperator;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.plant.handover.PlantScope;
import rhombic.plant.handover.Taker;
import rhombic.plant.piece.Piece;
import rhombic.study.rack.AisleChoice;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.SlotChoice;

/** Where a rack stores a piece: in which aisle, by its rule, and there in which lane. To ask changes nothing, and draws nothing. */
final class SlotSearch {
    /** In place of an infeed: a piece that lies there when a run begins. */
    static final int AT_START = -1;

    private final RackNode rack;
    private final RackLayout layout;
    private final Taker taker;
    private final double[] kilograms;
    private final int[] classes;
    private final UniformRandomProvider draws;
    private final PlantScope scope;
    /** Null: slots are chosen by another rule. */
    private final @Nullable Formula formula;
    private double chance;

    SlotSearch(RackNode rack, Taker taker, UniformRandomProvider draws) {
        this.rack = rack;
        this.taker = taker;
        this.draws = draws;
        layout = rack.layout;
        kilograms = rack.kilograms();
        classes = rack.flow.study.pieceTypes().stream().mapToInt(type -> rack.rack.storing().classOf(type.name())).toArray();
        chance = draws.nextDouble();
        String text = rack.rack.storing().slotFormula();
        formula = rack.rack.storing().slotRule() == SlotChoice.BY_FORMULA && !text.isBlank() ? rack.flow.formula(text) : null;
        scope = new PlantScope(rack.flow, rack, rack.rack.id() + "\u0000slot");
    }

    /** A slot has been taken: the next choice is another draw. */
    void onTaken() {
        chance = draws.nextDouble();
    }

    /** The aisle for a piece; null if none has room for it. */
    @Nullable
    StoreAisle aisle(Piece piece, int infeed) {
        if (layout.maxWeight().isPresent() && kilograms[piece.type] > layout.maxWeight().get().inBaseUnit()) {
            return null;
        }
        StoreAisle best = null;
        for (StoreAisle aisle : rack.aisles()) {
            if ((best == null || isBetter(aisle, best, piece.type)) && hasRoom(aisle, piece, infeed)) {
                best = aisle;
            }
        }
        return best;
    }

    private boolean isBetter(StoreAisle one, StoreAisle other, int type) {
        if (one.isDown() != other.isDown()) {
            return other.isDown();
        }
        AisleChoice by = rack.rack.storing().aisleRule();
        if (by == AisleChoice.FIRST) {
            return false;
        }
        if (by == AisleChoice.SPREAD && one.loads(type) != other.loads(type)) {
            return one.loads(type) < other.loads(type);
        }
        return loads(one) < loads(other);
    }

    /** What is there or on its way there. */
    private int loads(StoreAisle aisle) {
        return aisle.loads() + (rack.hasCranes() ? coming(aisle) : 0);
    }

    /** On its way to any infeed of the aisle. */
    private int coming(StoreAisle aisle) {
        int sum = 0;
        for (int i = 0; i < rack.infeeds.size(); i++) {
            sum += taker.claimsAt(spot(i, aisle));
        }
        return sum;
    }

    /** The spot for which a piece has a claim that comes to an infeed of an aisle. */
    int spot(int infeed, StoreAisle aisle) {
        return infeed * rack.aisles().length + aisle.number;
    }

    private boolean hasRoom(StoreAisle aisle, Piece piece, int infeed) {
        if (!rack.hasCranes()) {
            return lane(aisle, piece) != Slots.NONE;
        }
        int coming = coming(aisle);
        boolean isFull = infeed != AT_START
                && aisle.atInfeed(infeed) + taker.claimsAt(spot(infeed, aisle)) >= rack.infeeds.get(infeed).capacity();
        if (!aisle.isServed() || isFull) {
            return false;
        }
        int lane = lane(aisle, piece);
        return lane != Slots.NONE && aisle.slots.freeAsHigh(lane) - coming > keptFree();
    }

    /** Places that stay free in each aisle, of each height of level, so that whatever stands deepest can be dug out. */
    private int keptFree() {
        return layout.form().isForCranes() ? layout.depth() - 1 : 0;
    }

    /** The lane for a piece in an aisle; {@link Slots#NONE} if there is none. */
    int lane(StoreAisle aisle, Piece piece) {
        int first = aisle.number * layout.lanesInAisle();
        IntUnaryOperator claimed = lane -> rack.hasCranes() ? 0 : taker.claimsAt(first + lane);
        return formula == null
                ? aisle.slots.choose(piece.type, classes[piece.type], rack.high(piece), chance, claimed)
                : aisle.slots.cheapest(piece.type, rack.high(piece), lane -> number(aisle, lane, piece), claimed);
    }

    /** By the formula of the rack. */
    private double number(StoreAisle aisle, int lane, Piece piece) {
        Formula by = formula;
        assert by != null : "there is a formula where slots are chosen by one";
        return scope.at(name -> of(aisle, lane, name)).evaluate(by, piece, by::number);
    }

    private double of(StoreAisle aisle, int lane, String name) {
        return switch (name) {
            case "aisle" -> aisle.number + 1;
            case "row" -> layout.row(lane) + 1;
            case "bay" -> layout.bay(lane) + 1;
            case "level" -> layout.level(lane) + 1;
            case "loads" -> aisle.slots.filled(lane);
            case "seconds" -> rack.secondsFromInfeed(lane);
            default -> throw new FormulaException("A slot has no \u201c" + name + "\u201d: use one of "
                    + String.join(", ", new TreeSet<>(Formula.OF_SLOT)));
        };
    }
}
