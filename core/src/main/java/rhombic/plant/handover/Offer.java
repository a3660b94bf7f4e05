package rhombic.plant.handover;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.QueueEntry;
import rhombic.plant.piece.RankedQueue;

/**
 * A giver's word that it has a piece to hand on. Made anew for each piece; the object lives as long as its giver.
 */
public class Offer {
    /*
     * The protocol, all of it:
     *  1. Agree. The giver makes the offer of one piece. Its ways out are narrowed to those it fits; then one way is
     *     chosen, or all are tried in order. A taker that has room for it, and in whose line no other stands that it could
     *     take as well, takes at once. Otherwise the offer takes a standing in the line of each taker that may have it.
     *     A taker that gets room serves its line in order, passing over those it has no room for and those that can't go.
     *     What is agreed is a Claim on a definite spot of the taker; to ask for one changes nothing.
     *  2. Depart. The offer is withdrawn from all other lines before the piece moves, so a piece can neither be lost nor
     *     handed on twice. It leaves the giver, which is free. Where it has to be fetched it is bound: it has its claim, stays
     *     where it is until it is fetched, and the giver may offer the next.
     *  3. Arrive. At once, or after its time on the link; until then the claimed spot counts as taken.
     * Nothing comes between agreeing and departing, nor, at once, between departing and arriving: what rules do to the
     * piece is done to it, and what they do to the plant is done after that.
     * Standings are made once for each way and linked into the lines, so where all rank alike every step takes
     * constant time per way.
     */
    final Giver giver;

    private final QueuedOffer[] queued;
    private final boolean isPlain;
    /** Whether its pieces go from the line of the only taker in one step. */
    private final boolean isStraight;
    private @Nullable QueuedOffer special;
    private @Nullable Piece piece;
    private boolean open;
    private boolean isBound;
    private int way = OutgoingLinks.ANY;
    /** In how many lines it waits for nothing but to be fetched; one more while it is bound. */
    private int toBeFetched;
    private long toBeFetchedSince;
    private long toBeFetchedNanos;

    /** The place of an offer in the line of one taker. */
    public static final class QueuedOffer extends QueueEntry {
        public final Offer offer;
        public final Way way;
        /** Where there was room for its piece when that was last asked. */
        int spot = Claim.NO_SPOT;
        /** Whether there is room for its piece, and it waits for nothing but to be fetched. */
        boolean isToBeFetched;

        QueuedOffer(Offer offer, Way way) {
            this.offer = offer;
            this.way = way;
        }

        @Override
        public Piece piece() {
            return offer.piece();
        }

        /** Whether its piece could go as far as giver and link are concerned. */
        public boolean mayGo() {
            return way.isFreeFor(offer.piece()) && !offer.giver.isOutletHeld();
        }
    }

    public Offer(Giver giver) {
        this.giver = giver;
        isPlain = giver.outgoingLinks().isPlain;
        Way[] ways = giver.outgoingLinks().ways;
        queued = new QueuedOffer[ways.length];
        for (int i = 0; i < ways.length; i++) {
            queued[i] = new QueuedOffer(this, ways[i]);
        }
        isStraight = giver.outgoingLinks().straight() != null && giver.givesStraight();
    }

    final boolean isStraight() {
        return isStraight;
    }

    /** Whether its piece is still with the giver: on offer, or bound. */
    public boolean isOpen() {
        return open || isBound;
    }

    /** What is on offer, or was last. */
    public Piece piece() {
        Piece offered = piece;
        assert offered != null : "nothing was ever offered";
        return offered;
    }

    /** Whether its piece is promised to who will fetch it. */
    public boolean isBound() {
        return isBound;
    }

    /** Whether its piece waits for nothing but to be fetched. */
    public boolean isToBeFetched() {
        return toBeFetched > 0;
    }

    /** Told by the passage in whose way it stands. */
    public void setToBeFetched(QueuedOffer entry, boolean waits) {
        if (entry.isToBeFetched != waits) {
            boolean before = isToBeFetched();
            entry.isToBeFetched = waits;
            count(waits);
            if (before != isToBeFetched()) {
                giver.onToBeFetchedChanged(this);
            }
            notifyCalled(entry, waits);
        }
    }

    private void count(boolean waits) {
        if (waits && toBeFetched++ == 0) {
            toBeFetchedSince = now();
        } else if (!waits && --toBeFetched == 0) {
            toBeFetchedNanos += now() - toBeFetchedSince;
        }
    }

    private long now() {
        return queued[0].way.taker().flow.now();
    }

    /** How long the piece that departs has waited for nothing but that; counted anew for the next. */
    public long takeFetchedAfter() {
        long nanos = toBeFetchedNanos;
        toBeFetchedNanos = 0;
        return nanos;
    }

    /** Whether nothing may go out where its piece is. */
    public boolean isOutletHeld() {
        return giver.isOutletHeld();
    }

    /** How many pieces wait to go out with its piece, as far as is known; 0 if they can go several ways, of which nobody knows which. */
    public int backlog() {
        return queued.length == 1 ? giver.backlog() : 0;
    }

    /** The piece is promised to who will fetch it. */
    public void bind() {
        isBound = true;
        count(true);
        giver.onBound(this);
    }

    /** Nobody fetches the piece after all: it is on offer again. */
    public void unbind() {
        isBound = false;
        count(false);
        giver.onUnbound(this);
    }

    /** The piece departs now. */
    public void hand(Claim claim) {
        if (isBound) {
            isBound = false;
            count(false);
        }
        giver.hand(this, claim);
    }

    /** Index of the one way the piece waits for, or {@link OutgoingLinks#ANY}. */
    public int way() {
        return way;
    }

    /** Offers the piece; returns whether it has gone already. */
    public boolean make(Piece offered) {
        assert !open : "an offer is made once for each piece";
        piece = offered;
        boolean held = giver.isOutletHeld();
        if (queued.length == 0) {
            open = true;
            return false;
        }
        if (isPlain) {
            return makePlain(offered, held);
        }
        OutgoingLinks ways = giver.outgoingLinks();
        way = ways.choose(offered);
        if (way != OutgoingLinks.ANY) {
            return makeTo(queued[way], offered);
        }
        int at = held ? OutgoingLinks.ANY : ways.pick(this, offered);
        if (at != OutgoingLinks.ANY) {
            ways.onGone(at);
            go(queued[at]);
            return true;
        }
        for (int i = 0; i < queued.length; i++) {
            if (ways.admits(i)) {
                join(queued[i]);
            }
        }
        open = true;
        return false;
    }

    /** The piece can't go: it stands in the line of each taker. Only where every piece may go every way. */
    public void stand(Piece offered) {
        assert isPlain && !open : "an offer is made once for each piece";
        piece = offered;
        for (QueuedOffer entry : queued) {
            join(entry);
        }
        way = OutgoingLinks.ANY;
        open = true;
    }

    /** Whether that way would take the piece in this instant. */
    boolean couldGo(int at, Piece offered) {
        return queued[at].way.taker().canTakeAtOnce(queued[at], offered);
    }

    /** The usual case, without looking at the piece: the first that has room, else a standing in every line. */
    private boolean makePlain(Piece offered, boolean held) {
        if (!held) {
            for (QueuedOffer entry : queued) {
                if (entry.way.taker().canTakeAtOnce(entry, offered)) {
                    go(entry);
                    return true;
                }
            }
        }
        stand(offered);
        return false;
    }

    private static void join(QueuedOffer entry) {
        entry.way.taker().join(entry);
        Passage passage = entry.way.passage();
        if (passage != null) {
            passage.onStanding();
        }
    }

    private void go(QueuedOffer entry) {
        entry.way.agreed(this, entry.way.claim(piece(), entry.spot));
    }

    /** Offers the piece to one taker that needs no link: where it goes back for rework. */
    public boolean makeTo(Taker taker, Piece offered) {
        piece = offered;
        QueuedOffer entry = special;
        if (entry == null || entry.way.taker() != taker) {
            entry = new QueuedOffer(this, new Way(OutgoingLinks.ANY, taker, null));
            special = entry;
        }
        way = OutgoingLinks.ANY;
        return makeTo(entry, offered);
    }

    private boolean makeTo(QueuedOffer entry, Piece offered) {
        if (!giver.isOutletHeld() && entry.way.taker().canTakeAtOnce(entry, offered)) {
            go(entry);
            return true;
        }
        join(entry);
        open = true;
        return false;
    }

    /** Stands for another piece from now on, at the places it has unless the takers rank that one otherwise. */
    public void exchange(Piece other) {
        notifyCalled(false);
        piece = other;
        notifyCalled(true);
        for (QueuedOffer entry : queued) {
            if (entry.isQueued()) {
                entry.way.taker().line.exchanged(entry);
            }
        }
    }

    /** Called by the taker in whose line the offer stands, which has room for its piece. */
    void takeUp(QueuedOffer entry) {
        leaveLines();
        int index = entry.way.index();
        if (index != OutgoingLinks.ANY && way == OutgoingLinks.ANY) {
            giver.outgoingLinks().onGone(index);
        }
        go(entry);
    }

    /** The same where its pieces go in one step, and it comes first in the line; gives the piece, which has left its giver. */
    Piece takeStraight(QueuedOffer entry, RankedQueue<QueuedOffer> line) {
        Piece gone = piece();
        Piece next = giver.handStraight(this);
        if (next == null) {
            open = false;
            line.removeFirst(entry);
        } else {
            piece = next;
            line.firstToEnd(entry);
        }
        return gone;
    }

    /** Its giver makes it no longer: the piece stays. */
    public void withdraw() {
        notifyCalled(false);
        leaveLines();
    }

    private void notifyCalled(boolean isCalled) {
        for (QueuedOffer entry : queued) {
            if (entry.isToBeFetched) {
                notifyCalled(entry, isCalled);
            }
        }
    }

    private static void notifyCalled(QueuedOffer entry, boolean isCalled) {
        Passage passage = entry.way.passage();
        if (passage != null) {
            passage.onCalled(entry, isCalled);
        }
    }

    private void leaveLines() {
        for (QueuedOffer entry : queued) {
            if (entry.isQueued()) {
                entry.way.taker().line.remove(entry);
                Passage passage = entry.way.passage();
                if (passage != null) {
                    passage.onWithdrawn();
                }
                if (entry.isToBeFetched) {
                    entry.isToBeFetched = false;
                    count(false);
                }
            }
        }
        QueuedOffer other = special;
        if (other != null && other.isQueued()) {
            other.way.taker().line.remove(other);
        }
        open = false;
    }
}
