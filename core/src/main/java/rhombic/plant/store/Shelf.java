package rhombic.plant.store;

import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.FirstGiver;
import rhombic.plant.handover.Offer;
import rhombic.plant.piece.Piece;

/**
 * Of one type, where no crane serves the rack: the load that goes first is on offer in its slot. Where customer orders are picked zone by zone, each zone has
 * its own.
 */
final class Shelf extends FirstGiver {
    private final RackNode rack;
    private final int type;
    /** Those that customer orders ask for. */
    private final TreeSet<Load> asked = new TreeSet<>(Stock.URGENT_FIRST);

    Shelf(RackNode rack, int type) {
        super(rack);
        this.rack = rack;
        this.type = type;
    }

    /** A customer order asks for a load. */
    void ask(Load load) {
        asked.add(load);
    }

    @Override
    public int backlog() {
        return rack.isByOrder() ? asked.size() : rack.onOffer.count(type);
    }

    /** What was on offer may stand behind another load now. */
    @Override
    public boolean stillOffers(Offer open) {
        return isStillFirst(open);
    }

    @Override
    protected @Nullable Piece first() {
        Load first = rack.isByOrder() ? asked.isEmpty() ? null : asked.first() : rack.onOffer.best(type);
        return first == null ? null : first.piece;
    }

    @Override
    protected void remove(Piece piece) {
        Load load = rack.load(piece);
        asked.remove(load);
        if (!load.isPart) {
            rack.onOffer.leave(load);
            rack.aisle(load).slots.setShut(load.lane, true);
        }
    }

    @Override
    protected void putBack(Piece piece) {
        Load load = rack.load(piece);
        if (rack.isByOrder()) {
            asked.add(load);
        } else {
            rack.aisle(load).slots.setShut(load.lane, false);
            rack.onOffer.offerIfReached(load);
        }
        from.flow.toAgenda(from);
    }

    @Override
    protected void onGone(Piece piece) {
        Load load = rack.load(piece);
        if (load.isPart) {
            rack.onPartGone(load);
            return;
        }
        StoreAisle aisle = rack.aisle(load);
        int lane = load.lane;
        aisle.slots.takeFront(lane);
        aisle.slots.setShut(lane, false);
        load.lane = Load.NOWHERE;
        rack.countsStored(load, lane, -1);
        rack.onFetched(load, lane);
        rack.seen.moveAlong(aisle, lane);
        Load next = aisle.slots.front(lane);
        rack.onGone(piece);
        if (next != null) {
            rack.onOffer.offerIfReached(next);
        }
    }
}
