package rhombic.plant.goods;

import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.Giver;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.OfferPool;
import rhombic.plant.handover.Part;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.RankedQueue;

/** Offers what has come to a goods in and waits there, the oldest first; on demand also, where nothing waits, a piece that comes in only when it
 * goes on. */
final class GoodsInGiver implements Giver {
    private final GoodsInNode node;
    private final boolean onDemand;
    private final RankedQueue<Piece> waiting = new RankedQueue<>();
    private final OfferPool offers = new OfferPool(this);
    private @Nullable Offer offer;

    GoodsInGiver(GoodsInNode node, boolean onDemand) {
        this.node = node;
        this.onDemand = onDemand;
    }

    @Override
    public Part part() {
        return node;
    }

    @Override
    public int backlog() {
        return onDemand ? (int) Math.min(Integer.MAX_VALUE, (long) Math.max(0, node.stillToCome()) + waiting.size()) : waiting.size();
    }

    private Offer offer() {
        Offer known = offer;
        if (known == null) {
            known = offers.take();
            offer = known;
        }
        return known;
    }

    void add(Piece piece) {
        waiting.add(piece);
    }

    /** Offers a piece that is turned away if it can't go now; says whether it has gone, or is bound. */
    boolean offerOnce(Piece piece) {
        Offer made = offer();
        if (made.make(piece)) {
            return true;
        }
        made.withdraw();
        return false;
    }

    /** Offers what is next, as long as it goes at once. */
    void offerNext() {
        Offer made = offer();
        while (!made.isOpen()) {
            Piece next = next();
            if (next == null || !made.make(next)) {
                return;
            }
            node.flow.countStep(node);
        }
        node.onMoreComing();
    }

    private @Nullable Piece next() {
        Piece next = waiting.oldest();
        if (next == null && onDemand && node.stillToCome() > 0) {
            next = new Piece(node.drawType());
        }
        return next;
    }

    @Override
    public void hand(Offer given, Claim claim) {
        Piece piece = claim.piece();
        boolean wasBound = offers.unbind(given);
        if (piece.id == Piece.NOT_IN_YET) {
            if (onDemand && !wasBound) {
                node.countSupplied(1);
            }
            node.enter(piece);
        } else if (!wasBound) {
            waiting.remove(piece);
        }
        node.onGone(piece);
        node.flow.toAgenda(node);
    }

    @Override
    public boolean givesStraight() {
        return onDemand && node.rules == null && node.maintenance == null;
    }

    /** The next is there as soon as one has gone. */
    @Override
    public @Nullable Piece handStraight(Offer given) {
        Piece gone = given.piece();
        boolean hasWaited = gone.id != Piece.NOT_IN_YET; // a rule has made it
        if (hasWaited) {
            waiting.remove(gone);
            node.onGone(gone);
        } else {
            node.countSupplied(1);
            node.bringThrough(gone);
        }
        Piece next = next();
        if (hasWaited) {
            node.noteWaiting();
        }
        return next;
    }

    @Override
    public void onBound(Offer given) {
        offers.bind(given);
        if (given.piece().id != Piece.NOT_IN_YET) {
            waiting.remove(given.piece());
        } else if (onDemand) {
            node.countSupplied(1);
        }
        if (given == offer) {
            offer = null;
        }
        node.flow.toAgenda(node);
    }

    /** It waits with the others again; what is made on demand, or would have been turned away, is not there at all. */
    @Override
    public void onUnbound(Offer given) {
        offers.unbind(given);
        if (given.piece().id != Piece.NOT_IN_YET) {
            waiting.add(given.piece());
        } else if (onDemand) {
            node.countSupplied(-1);
        } else {
            node.reject();
        }
        node.flow.toAgenda(node);
    }

    @Override
    public void onToBeFetchedChanged(Offer given) {
        node.noteWaiting();
    }

    // ---- what waits

    boolean isEmpty() {
        return waiting.isEmpty() && !offers.hasBound();
    }

    /** Whether a piece waits that is not promised to anybody. */
    boolean isWaiting() {
        return !waiting.isEmpty();
    }

    /** Whether a piece that is in is still here until it is fetched. */
    boolean isFetchAwaited() {
        return offers.hasBound() && offers.bound().stream().anyMatch(one -> one.piece().id != Piece.NOT_IN_YET);
    }

    /** Whether what is on offer waits for nothing but to be fetched. */
    boolean isToBeFetched() {
        Offer made = offer;
        return made != null && made.isToBeFetched();
    }
}
