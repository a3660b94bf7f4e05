package rhombic.plant.store;

import java.util.Arrays;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;
import rhombic.study.rack.FetchChoice;
import rhombic.study.rack.Fetching;

/** What a rack can give out: which loads can be fetched, which of them goes first, which customer orders ask for, and how many are on their way out. */
final class OnOffer {
    private final RackNode rack;
    private final @Nullable OrderDesk desk;
    private final FetchChoice rule;
    private final ToDoubleFunction<Piece> formula;
    /** To each outfeed, of each type, how many cranes fetch or have fetched that have not gone yet. */
    private final int[][] goingOut;

    /** @param desk where customer orders come in; null: none come */
    OnOffer(RackNode rack, @Nullable OrderDesk desk) {
        this.rack = rack;
        this.desk = desk;
        Fetching fetching = rack.rack.fetching();
        rule = fetching.rule();
        formula = rule == FetchChoice.BY_FORMULA && !fetching.formula().isBlank()
                ? rack.flow.ofPiece(fetching.formula(), rack.rack.id() + "\u0000fetch")
                : piece -> 0;
        goingOut = new int[rack.outfeeds.size()][rack.flow.types.count()];
    }

    /** A load can be fetched, if it is ripe and can be reached; an order takes it, or it joins the stock. */
    void offerIfReached(Load load) {
        boolean isReached = rack.hasCranes() || rack.aisle(load).slots.front(load.lane) == load;
        if (isReached && load.isRipe && !load.isAsked && (desk == null || !desk.isEmpty(load))) {
            load.rank = switch (rule) {
                case OLDEST -> load.storedNanos;
                case NEWEST -> -(double) load.storedNanos;
                case NEAREST -> rack.secondsToOutfeed(load.lane);
                case BY_FORMULA -> formula.applyAsDouble(load.piece);
            };
            if (desk == null || !desk.takes(load)) {
                join(load);
            }
        }
    }

    private void join(Load load) {
        rack.aisle(load).ripe.add(load);
    }

    /** It can't be fetched any more, or somebody is to have it. */
    void leave(Load load) {
        rack.aisle(load).ripe.remove(load);
    }

    /** How many loads of a type can be fetched and are asked for by nobody. */
    int count(int type) {
        int sum = 0;
        for (StoreAisle aisle : rack.aisles()) {
            sum += aisle.ripe.size(type);
        }
        return sum;
    }

    /** The load of a type that goes first, if possible in an aisle that is not down; null if there is none. */
    @Nullable
    Load best(int type) {
        Load best = null;
        for (StoreAisle aisle : rack.aisles()) {
            Load first = aisle.ripe.first(type);
            if (first != null && (best == null || isBefore(first, best))) {
                best = first;
            }
        }
        return best;
    }

    private boolean isBefore(Load one, Load other) {
        boolean isDown = rack.aisle(one).isDown();
        return isDown == rack.aisle(other).isDown() ? Stock.FIRST.compare(one, other) < 0 : !isDown;
    }

    /** A customer order asks for a load. */
    void onAsked(Load load) {
        if (rack.hasCranes()) {
            rack.aisle(load).asked.add(load);
        } else {
            if (!load.isPart) {
                rack.aisle(load).slots.setShut(load.lane, true);
            }
            rack.shelf(load).ask(load);
            rack.onAskedToPick(load);
        }
        rack.flow.toAgenda(rack);
    }

    /** Another is chosen for it. */
    void onNoLongerAsked(Load load) {
        rack.aisle(load).asked.remove(load);
        load.isAsked = false;
        join(load);
    }

    /** Whether what stands behind an outfeed needs one more of a type than is on its way there already. */
    boolean isWanted(int outfeed, int type, Stock of) {
        Load one = of.first(type);
        return one != null && rack.isWanted(outfeed, one.piece, goingOut[outfeed][type]);
    }

    /** A crane is to fetch a load. */
    void onToBeFetched(Load load) {
        rack.aisle(load).asked.remove(load);
        leave(load);
        goingOut[load.outfeed][load.piece.type]++;
    }

    /** A crane can't fetch a load for now. */
    void onNotFetched(Load load) {
        goingOut[load.outfeed][load.piece.type]--;
        if (load.isAsked) {
            rack.aisle(load).asked.add(load);
        } else {
            join(load);
        }
    }

    /** What a crane fetched has gone. */
    void onGone(Load load) {
        goingOut[load.outfeed][load.piece.type]--;
    }

    /** How many cranes fetch or have fetched that have not gone yet. */
    int goingOut() {
        return Arrays.stream(goingOut).flatMapToInt(Arrays::stream).sum();
    }
}
