package rhombic.plant.goods;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Giver;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.OfferPool;
import rhombic.plant.handover.Part;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.RankedQueue;
import rhombic.study.kind.Buffer;

/**
 * Offers what waits in a buffer. In a fixed order, only the first is on offer; a better one that comes takes the offer over. In any order,
 * each piece is on offer by itself.
 */
final class BufferGiver implements Giver {
    private final BufferNode node;
    private final RankedQueue<Piece> queue;
    private final Buffer.Order order;
    private final boolean rankChanges;
    private final OfferPool offers = new OfferPool(this);
    /** In any order: pieces that have come and are not on offer yet. */
    private final List<Piece> toOffer = new ArrayList<>();
    private @Nullable Offer offer;

    /** @param rankChanges whether which is the best changes as time goes by */
    BufferGiver(BufferNode node, RankedQueue<Piece> queue, Buffer.Order order, boolean rankChanges) {
        this.node = node;
        this.queue = queue;
        this.order = order;
        this.rankChanges = rankChanges;
    }

    @Override
    public Part part() {
        return node;
    }

    @Override
    public int backlog() {
        return queue.size();
    }

    void add(Piece piece) {
        queue.add(piece);
        if (order == Buffer.Order.ANY) {
            toOffer.add(piece);
        }
        node.flow.toAgenda(node);
    }

    /** Offers what may go. */
    void offer() {
        if (order == Buffer.Order.ANY) {
            int there = toOffer.size();
            for (int i = 0; i < toOffer.size(); i++) {
                if (i >= there) {
                    node.flow.countStep(node); // a piece that comes back at once is offered at once, which may never end
                }
                offers.take().make(toOffer.get(i));
            }
            toOffer.clear();
        } else if (!queue.isEmpty()) {
            offerBest();
        }
    }

    private Piece best() {
        Piece best = order == Buffer.Order.NEWEST_FIRST ? queue.newestOfBest() : queue.first();
        assert best != null : "nothing waits";
        return best;
    }

    private void offerBest() {
        Offer open = offer;
        if (open == null) {
            open = offers.take();
            offer = open;
        }
        if (!open.isOpen()) {
            open.make(best());
        } else {
            putRight(open, best());
        }
    }

    /** A newer piece that may go the same ways stands where the older stood, so that none is overtaken. */
    private void putRight(Offer open, Piece best) {
        if (best == open.piece()) {
            return;
        }
        if (node.outgoingLinks().sameForAll()) {
            open.exchange(best);
        } else {
            open.withdraw();
            open.make(best);
        }
    }

    @Override
    public boolean stillOffers(Offer open) {
        if (!rankChanges || queue.isEmpty()) {
            return true;
        }
        Piece best = best();
        if (best == open.piece()) {
            return true;
        }
        if (node.outgoingLinks().sameForAll()) {
            open.exchange(best);
        } else {
            open.withdraw();
            node.flow.toAgenda(node);
        }
        return false;
    }

    @Override
    public void hand(Offer given, Claim claim) {
        if (!offers.unbind(given)) {
            queue.remove(claim.piece());
            if (order == Buffer.Order.ANY) {
                offers.giveBack(given);
            }
        }
        node.onGone(claim.piece());
    }

    @Override
    public void onBound(Offer given) {
        offers.bind(given);
        queue.remove(given.piece());
        if (given == offer) {
            offer = null;
        }
        if (!queue.isEmpty()) {
            node.flow.toAgenda(node);
        }
    }

    @Override
    public void onUnbound(Offer given) {
        offers.unbind(given);
        add(given.piece());
    }
}
