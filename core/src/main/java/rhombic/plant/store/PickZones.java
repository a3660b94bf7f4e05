package rhombic.plant.store;

import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;
import rhombic.plant.store.OrderedLine.CustomerOrder;
import rhombic.study.rack.Picking;

/** How far customer orders have come that are picked zone by zone: what is still to be picked of each in each zone, and where what was picked is. */
final class PickZones {
    private static final int NONE = -1;

    private final Picking picking;
    private final int zones;
    private final Map<CustomerOrder, State> orders = new IdentityHashMap<>();
    private final Map<Piece, Picked> picked = new IdentityHashMap<>();

    /** Of one order, for each zone. */
    private static final class State {
        private final int[] toPick;
        /** Pieces that were picked and are in hand there, or wait there to be taken on. */
        private final int[] there;

        State(int zones) {
            toPick = new int[zones];
            there = new int[zones];
        }

        boolean isNothingBefore(int zone) {
            for (int i = 0; i < zone; i++) {
                if (toPick[i] > 0 || there[i] > 0) {
                    return false;
                }
            }
            return true;
        }

        boolean isOver() {
            return Arrays.stream(toPick).sum() + Arrays.stream(there).sum() == 0;
        }
    }

    /** A piece that has left its slot. */
    private static final class Picked {
        private final CustomerOrder order;
        private int zone;

        Picked(CustomerOrder order, int zone) {
            this.order = order;
            this.zone = zone;
        }
    }

    PickZones(Picking picking, int aisles) {
        this.picking = picking;
        zones = picking.zones(aisles);
    }

    int count() {
        return zones;
    }

    private boolean isOne() {
        return zones == 1;
    }

    private State of(CustomerOrder order) {
        return orders.computeIfAbsent(order, key -> new State(zones));
    }

    private void forgetIfOver(CustomerOrder order) {
        if (of(order).isOver()) {
            orders.remove(order);
        }
    }

    int zone(Load load) {
        return picking.zone(load.aisle);
    }

    /** An order asks for a load. */
    void onAsked(Load load) {
        OrderedLine line = load.line;
        if (!isOne() && line != null) {
            of(line.order).toPick[zone(load)]++;
        }
    }

    /** Somebody has it in hand. */
    void onGone(Load load) {
        OrderedLine line = load.line;
        if (!isOne() && line != null) {
            State state = of(line.order);
            state.toPick[zone(load)]--;
            state.there[zone(load)]++;
            picked.put(load.piece, new Picked(line.order, zone(load)));
        }
    }

    boolean mayPick(Load load, int zone) {
        OrderedLine line = load.line;
        return isOne() || (zone < 0 || zone == zone(load)) && (line == null || of(line.order).isNothingBefore(zone(load)));
    }

    /** The zone after that one which can go on with the order of a piece that was picked; negative: none. */
    int next(Piece piece, int zone) {
        Picked one = picked.get(piece);
        if (one != null) {
            State state = of(one.order);
            for (int i = zone + 1; i < zones; i++) {
                if (state.toPick[i] > 0) {
                    return Arrays.stream(state.toPick, 0, i).sum() == 0 ? i : NONE;
                }
            }
        }
        return NONE;
    }

    /** The order of a piece that was picked; null: none, or it was not picked yet. */
    @Nullable
    CustomerOrder order(Piece piece) {
        Picked one = picked.get(piece);
        return one == null ? null : one.order;
    }

    void onHandedOn(Piece piece, int zone) {
        Picked one = picked.get(piece);
        assert one != null : "only what was picked for an order is handed on";
        State state = of(one.order);
        state.there[one.zone]--;
        state.there[zone]++;
        one.zone = zone;
    }

    void onComplete(Piece piece) {
        Picked one = picked.remove(piece);
        if (one != null) {
            of(one.order).there[one.zone]--;
            forgetIfOver(one.order);
        }
    }
}
