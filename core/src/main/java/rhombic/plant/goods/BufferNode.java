package rhombic.plant.goods;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.plant.handover.Claim;
import rhombic.plant.handover.ContentNode;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.Offer;
import rhombic.plant.handover.OutgoingLinks;
import rhombic.plant.handover.Way;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.RankedQueue;
import rhombic.plant.piece.Ranking;
import rhombic.study.Rule;
import rhombic.study.kind.Buffer;

/**
 * Pieces wait here. In a fixed order, only the first is on offer; a better one that comes takes the offer over. In
 * any order, each piece is on offer by itself. It has contents and no states.
 */
public final class BufferNode extends ContentNode {
    private final Buffer.Order order;
    private RankedQueue<Piece> queue = new RankedQueue<>();
    private boolean rankChanges;
    private @Nullable Offer offer;
    /** In any order: pieces that have come and are not on offer yet, and offers not in use. */
    private final List<Piece> toOffer = new ArrayList<>();
    private final List<Offer> unused = new ArrayList<>();
    /** Offers of pieces that stay until they are fetched. */
    private final List<Offer> bound = new ArrayList<>();

    public BufferNode(Flow flow, int index, Buffer buffer) {
        super(flow, index, buffer);
        order = buffer.order();
    }

    @Override
    public void connect(OutgoingLinks ways, Ranking ranking, boolean someMayNotGo) {
        super.connect(ways, ranking, someMayNotGo);
        queue = new RankedQueue<>(ranking);
        rankChanges = ranking.kept() == Ranking.Kept.NOT_AT_ALL && order != Buffer.Order.ANY;
    }

    @Override
    protected void begin() {
        offer = new Offer(this);
        traceContent();
    }

    @Override
    protected int spotFor(Way way, Piece piece) {
        return tally.content() + claims() < capacity ? Claim.ANY_SPOT : Claim.NO_SPOT;
    }

    @Override
    protected int capacityFor(Piece piece) {
        return capacity - tally.content() - claims();
    }

    @Override
    public int backlog() {
        return queue.size();
    }

    @Override
    protected void accept(Claim claim, Piece piece) {
        counts(piece);
        assert tally.content() + claims() <= capacity : name() + " holds more than it has room for";
        if (flow.trace != null) {
            flow.trace.waits(flow.now(), piece.body, index);
        }
        notifyRules(Rule.PieceEvent.ENTERS, piece);
        queue.add(piece);
        if (order == Buffer.Order.ANY) {
            toOffer.add(piece);
        }
        flow.toAgenda(this);
        noteMore();
    }

    @Override
    public void attend() {
        serveLine();
        if (order == Buffer.Order.ANY) {
            int there = toOffer.size();
            for (int i = 0; i < toOffer.size(); i++) {
                if (i >= there) {
                    flow.countStep(this); // a piece that comes back at once is offered at once, which may never end
                }
                unusedOffer().make(toOffer.get(i));
            }
            toOffer.clear();
        } else {
            offerBest();
        }
        onMoreWaiting();
    }

    private Piece best() {
        Piece best = order == Buffer.Order.NEWEST_FIRST ? queue.newestOfBest() : queue.first();
        assert best != null : "nothing waits";
        return best;
    }

    private void offerBest() {
        assert offer != null : "attended before it began";
        if (queue.isEmpty()) {
            return;
        }
        if (!offer.isOpen()) {
            offer.make(best());
        } else {
            putRight(offer, best());
        }
    }

    /** A newer piece that may go the same ways stands where the older stood, so that none is overtaken. */
    private void putRight(Offer open, Piece best) {
        if (best == open.piece()) {
            return;
        }
        if (outgoingLinks().sameForAll()) {
            open.exchange(best);
        } else {
            open.withdraw();
            open.make(best);
        }
    }

    @Override
    public void onBound(Offer given) {
        bound.add(given);
        queue.remove(given.piece());
        if (given == offer) {
            offer = unusedOffer();
        }
        if (!queue.isEmpty()) {
            flow.toAgenda(this);
        }
    }

    @Override
    public void onUnbound(Offer given) {
        bound.remove(given);
        unused.add(given);
        queue.add(given.piece());
        if (order == Buffer.Order.ANY) {
            toOffer.add(given.piece());
        }
        flow.toAgenda(this);
    }

    private Offer unusedOffer() {
        return unused.isEmpty() ? new Offer(this) : unused.removeLast();
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
        if (outgoingLinks().sameForAll()) {
            open.exchange(best);
        } else {
            open.withdraw();
            flow.toAgenda(this);
        }
        return false;
    }

    @Override
    public void updateRanks() {
        super.updateRanks();
        queue.updateRanks();
        flow.toAgenda(this);
    }

    @Override
    public void hand(Offer given, Claim claim) {
        Piece piece = claim.piece();
        boolean wasBound = bound.remove(given);
        if (order == Buffer.Order.ANY || wasBound) {
            unused.add(given);
        }
        if (!wasBound) {
            queue.remove(piece);
        }
        noteLess(piece);
        if (!queue.isEmpty() || !line.isEmpty()) {
            flow.toAgenda(this);
        }
    }
}
