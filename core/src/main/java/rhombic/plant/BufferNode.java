package rhombic.plant;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.PieceQueue;
import rhombic.study.Rule;
import rhombic.study.kind.Buffer;
import rhombic.study.value.EquipmentState;

/**
 * Pieces wait here. In a fixed order, only the first is on offer; a better one that comes takes the offer over. In
 * any order, each piece is on offer by itself.
 */
final class BufferNode extends Node {
    private final int room;
    private final Buffer.Order order;
    private final PieceQueue queue = new PieceQueue();
    private @Nullable Offer offer;
    /** In any order: pieces that have come and are not on offer yet, and offers not in use. */
    private final List<Piece> toOffer = new ArrayList<>();
    private final List<Offer> unused = new ArrayList<>();
    private EquipmentState unitState = EquipmentState.STARVED;

    BufferNode(Plant plant, int index, Buffer buffer) {
        super(plant, index, buffer, 1);
        room = buffer.room().orElse(Integer.MAX_VALUE);
        order = buffer.order();
    }

    @Override
    void begin() {
        offer = new Offer(this);
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
        queueUp(queue, piece);
        if (order == Buffer.Order.ANY) {
            toOffer.add(piece);
        }
        plant.toAgenda(this);
        if (queue.size() == 1) {
            noteHolding();
        }
    }

    @Override
    void attend() {
        serveLine();
        if (order == Buffer.Order.ANY) {
            for (int i = 0; i < toOffer.size(); i++) {
                (unused.isEmpty() ? new Offer(this) : unused.removeLast()).make(toOffer.get(i));
            }
            toOffer.clear();
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
        if (offer.isOpen() && best != offer.piece()) {
            // A newer piece that may go the same ways stands where the older stood, so that none is overtaken.
            if (waysOut().sameForAll()) {
                offer.exchange(best);
                return;
            }
            offer.withdraw();
        }
        if (!offer.isOpen()) {
            offer.make(best);
        }
    }

    @Override
    Piece hand(Offer given) {
        Piece piece = given.piece();
        if (order == Buffer.Order.ANY) {
            unused.add(given);
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
