package rhombic.plant.goods;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.FirstGiver;
import rhombic.plant.handover.Offer;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.RankedQueue;
import rhombic.study.kind.Buffer;

/** Offers what waits in a buffer: in a fixed order, only the first; in any order, each piece by itself. */
final class BufferGiver extends FirstGiver {
    private final BufferNode node;
    private final RankedQueue<Piece> queue;
    private final Buffer.Order order;
    private final boolean rankChanges;
    /** In any order: pieces that have come and are not on offer yet. */
    private final List<Piece> toOffer = new ArrayList<>();

    /** @param rankChanges whether which is the best changes as time goes by */
    BufferGiver(BufferNode node, RankedQueue<Piece> queue, Buffer.Order order, boolean rankChanges) {
        super(node);
        this.node = node;
        this.queue = queue;
        this.order = order;
        this.rankChanges = rankChanges;
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

    @Override
    public void offer() {
        if (order != Buffer.Order.ANY) {
            if (!queue.isEmpty()) {
                super.offer();
            }
            return;
        }
        int there = toOffer.size();
        for (int i = 0; i < toOffer.size(); i++) {
            if (i >= there) {
                node.flow.countStep(node); // a piece that comes back at once is offered at once, which may never end
            }
            offers.take().make(toOffer.get(i));
        }
        toOffer.clear();
    }

    @Override
    protected @Nullable Piece first() {
        return queue.isEmpty() ? null : order == Buffer.Order.NEWEST_FIRST ? queue.newestOfBest() : queue.first();
    }

    @Override
    protected void remove(Piece piece) {
        queue.remove(piece);
    }

    @Override
    protected void putBack(Piece piece) {
        add(piece);
    }

    @Override
    protected void onGone(Piece piece) {
        node.onGone(piece);
    }

    @Override
    public boolean stillOffers(Offer open) {
        return !rankChanges || queue.isEmpty() || isStillFirst(open);
    }

    @Override
    protected void onHanded(Offer given) {
        if (order == Buffer.Order.ANY) {
            offers.giveBack(given);
        }
    }
}
