package rhombic.plant;

import org.jspecify.annotations.Nullable;
import rhombic.chance.TimeSampler;
import rhombic.kernel.Event;
import rhombic.study.GoodsIn;
import rhombic.trace.EquipmentState;

/** Pieces enter here: at drawn times, or whenever somebody can take one. */
final class GoodsInNode extends Node {
    /** When pieces come; {@code between} is null for supply on demand. */
    record Arrivals(@Nullable TimeSampler between, long firstNanos, int together) {
        static final Arrivals ON_DEMAND = new Arrivals(null, 0, 1);
        static final long FIRST_DRAWN = -1;
    }

    private final Arrivals arrivals;
    private final boolean turnsAway;
    private final int type;
    private final long most;
    private final PieceQueue waiting = new PieceQueue();
    private @Nullable Offer offer;
    private long supplied;

    private final Event arrival = new Event() {
        @Override
        protected void occur() {
            arrive();
        }
    };

    GoodsInNode(Plant plant, int index, GoodsIn goodsIn, int type, Arrivals arrivals) {
        super(plant, index, goodsIn, 1);
        this.arrivals = arrivals;
        this.type = type;
        this.turnsAway = goodsIn.whenFull() == GoodsIn.WhenFull.TURN_AWAY;
        this.most = goodsIn.most().isPresent() ? goodsIn.most().getAsInt() : Long.MAX_VALUE;
    }

    @Override
    void begin() {
        offer = new Offer(this, 0);
        noteState();
        if (arrivals.between == null) {
            plant.toAgenda(this);
        } else {
            long first = arrivals.firstNanos == Arrivals.FIRST_DRAWN ? arrivals.between.nextNanos() : arrivals.firstNanos;
            plant.simulator.schedule(arrival, first);
        }
    }

    private void arrive() {
        TimeSampler between = arrivals.between;
        assert between != null && offer != null : "arrivals of a goods in that supplies on demand";
        for (int i = 0; i < arrivals.together && supplied < most; i++) {
            supplied++;
            if (turnsAway) {
                offerOrTurnAway();
            } else {
                wait(create());
            }
        }
        if (supplied < most) {
            plant.simulator.schedule(arrival, between.nextNanos());
        }
        plant.toAgenda(this);
        plant.settle();
    }

    private void offerOrTurnAway() {
        if (offer != null && !offer.make()) {
            offer.withdraw();
            tally.turnsAway();
            if (plant.trace != null) {
                plant.trace.turnedAway(plant.now(), index);
            }
        }
    }

    private void wait(Piece piece) {
        waiting.add(piece);
        noteState();
    }

    private Piece create() {
        Piece piece = plant.newPiece(type, index);
        tally.enters(plant.now());
        return piece;
    }

    @Override
    void attend() {
        assert offer != null : "attended before it began";
        if (turnsAway && arrivals.between != null) {
            return;
        }
        while (!offer.isOpen() && hasNext() && offer.make()) {
            plant.countStep(this);
        }
    }

    private boolean hasNext() {
        return arrivals.between == null ? supplied < most : !waiting.isEmpty();
    }

    @Override
    Piece hand(Offer given) {
        boolean made = arrivals.between == null || turnsAway;
        if (arrivals.between == null) {
            supplied++;
        }
        Piece piece = made ? create() : waiting.takeOldest();
        tally.leaves(plant.now(), plant.now() - piece.arrivedNanos);
        noteState();
        plant.toAgenda(this);
        return piece;
    }

    @Override
    boolean hasRoom() {
        return false;
    }

    @Override
    void accept(Piece piece) {
        throw new IllegalStateException("A goods in takes no pieces");
    }

    private void noteState() {
        boolean blocked = !waiting.isEmpty();
        tally.units(plant.now(), blocked ? 0 : 1, blocked ? 1 : 0);
        traceState(blocked ? EquipmentState.BLOCKED : EquipmentState.WORKING);
    }
}
