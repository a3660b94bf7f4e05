package rhombic.plant;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.study.Buffer;
import rhombic.study.Rule;
import rhombic.trace.EquipmentState;

/**
 * Pieces wait here. In a fixed order, only the first is on offer; a better one that comes takes the offer over. In
 * any order, each piece is on offer by itself.
 */
final class BufferNode extends Node {
    private final int room;
    private final Buffer.Order order;
    private final PieceQueue queue = new PieceQueue();
    private @Nullable Offer offer;
    private @Nullable Piece onOffer;
    /** In any order: the piece of each offer, by the number of its place; and offers not in use. */
    private final List<@Nullable Piece> pieces = new ArrayList<>();
    private final List<Offer> offers = new ArrayList<>();
    private final List<Offer> unused = new ArrayList<>();
    private final List<Offer> toMake = new ArrayList<>();
    private EquipmentState unitState = EquipmentState.STARVED;

    BufferNode(Plant plant, int index, Buffer buffer) {
        super(plant, index, buffer, 1);
        room = buffer.room().orElse(Integer.MAX_VALUE);
        order = buffer.order();
    }

    @Override
    void begin() {
        offer = new Offer(this, 0);
        noteHolding();
    }

    @Override
    boolean hasRoom(Piece piece) {
        return queue.size() < room;
    }

    @Override
    void accept(Piece piece) {
        long now = plant.now();
        piece.arrivedNanos = now;
        tally.enters(now);
        if (plant.trace != null) {
            plant.trace.waits(now, piece.id, index);
        }
        tellRules(Rule.PieceEvent.ENTERS, piece);
        piece.rank = rank(piece);
        queue.add(piece);
        if (order == Buffer.Order.ANY) {
            offerByItself(piece);
        }
        plant.toAgenda(this);
        if (queue.size() == 1) {
            noteHolding();
        }
    }

    private void offerByItself(Piece piece) {
        Offer own;
        if (unused.isEmpty()) {
            own = new Offer(this, pieces.size());
            offers.add(own);
            pieces.add(piece);
        } else {
            own = unused.removeLast();
            pieces.set(own.place, piece);
        }
        toMake.add(own);
    }

    @Override
    void attend() {
        serveLine();
        if (order == Buffer.Order.ANY) {
            for (int i = 0; i < toMake.size(); i++) {
                Offer own = toMake.get(i);
                Piece piece = pieces.get(own.place);
                assert piece != null : "an offer of nothing";
                own.make(piece);
            }
            toMake.clear();
        } else {
            offerBest();
        }
    }

    private void offerBest() {
        assert offer != null : "attended before it began";
        if (queue.isEmpty()) {
            return;
        }
        Piece best = queue.get(order == Buffer.Order.NEWEST_FIRST ? queue.newestOfBest() : 0);
        if (offer.isOpen() && best != onOffer) {
            // A newer piece that may go the same ways stands where the older stood, so that none is overtaken.
            if (waysOut().sameForAll()) {
                onOffer = best;
                offer.exchange(best);
                return;
            }
            offer.withdraw();
        }
        if (!offer.isOpen()) {
            onOffer = best;
            offer.make(best);
        }
    }

    @Override
    Piece offered(Offer given) {
        Piece piece = order == Buffer.Order.ANY ? pieces.get(given.place) : onOffer;
        assert piece != null : "an offer of nothing";
        return piece;
    }

    @Override
    Piece hand(Offer given) {
        Piece piece = offered(given);
        if (order == Buffer.Order.ANY) {
            pieces.set(given.place, null);
            unused.add(given);
        } else {
            onOffer = null;
        }
        if (queue.get(0) == piece) {
            queue.takeFirst();
        } else {
            queue.take(piece);
        }
        tally.leaves(plant.now(), plant.now() - piece.arrivedNanos);
        tellRules(Rule.PieceEvent.LEAVES, piece);
        if (queue.isEmpty()) {
            noteHolding();
        }
        if (!queue.isEmpty() || !line.isEmpty()) {
            plant.toAgenda(this);
        }
        return piece;
    }

    private void noteHolding() {
        EquipmentState now = queue.isEmpty() ? EquipmentState.STARVED : EquipmentState.BLOCKED;
        tally.unit(plant.now(), unitState, now);
        unitState = now;
        noteState(now);
    }
}
