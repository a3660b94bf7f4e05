package rhombic.plant.handover;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.QueueEntry;

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
     *     handed on twice. It leaves the giver, which is free.
     *  3. Arrive. At once, or after its time on the link; until then the claimed spot counts as taken.
     * Nothing comes between agreeing and departing, nor, at once, between departing and arriving: what rules do to the
     * piece is done to it, and what they do to the plant is done after that.
     * Standings are made once for each way and linked into the lines, so where all rank alike every step takes
     * constant time per way.
     */
    final Giver giver;

    private final QueuedOffer[] queued;
    private final boolean isPlain;
    private @Nullable QueuedOffer special;
    private @Nullable Piece piece;
    private boolean open;
    private int way = OutgoingLinks.ANY;
    /** In how many lines it waits for nothing but for somebody to carry its piece. */
    private int forCarriers;
    private long forCarriersSince;
    private long forCarriersNanos;

    /** The place of an offer in the line of one taker. */
    public static final class QueuedOffer extends QueueEntry {
        public final Offer offer;
        public final Way way;
        /** Where there was room for its piece when that was last asked. */
        int spot = Claim.NO_SPOT;
        /** Whether there is room for its piece, and it waits for somebody to carry it there. */
        boolean isWaitingForCarriers;

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
            return way.isFree() && !offer.giver.isOutletHeld();
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
    }

    public boolean isOpen() {
        return open;
    }

    /** What is on offer, or was last. */
    public Piece piece() {
        Piece offered = piece;
        assert offered != null : "nothing was ever offered";
        return offered;
    }

    /** Whether its piece waits for nothing but for somebody to carry it. */
    public boolean isWaitingForCarriers() {
        return forCarriers > 0;
    }

    /** Called by the taker in whose line it stands. */
    void setWaitingForCarriers(QueuedOffer entry, boolean waits) {
        if (entry.isWaitingForCarriers != waits) {
            boolean before = isWaitingForCarriers();
            noteWaitForCarriers(entry, waits);
            if (before != isWaitingForCarriers()) {
                giver.onWaitForCarriersChanged(this);
            }
        }
    }

    private void noteWaitForCarriers(QueuedOffer entry, boolean waits) {
        long now = entry.way.taker().flow.now();
        entry.isWaitingForCarriers = waits;
        if (waits && forCarriers++ == 0) {
            forCarriersSince = now;
        } else if (!waits && --forCarriers == 0) {
            forCarriersNanos += now - forCarriersSince;
        }
    }

    /** How long the piece that departs has waited for nothing but that; counted anew for the next. */
    public long takeWaitForCarriers() {
        long nanos = forCarriersNanos;
        forCarriersNanos = 0;
        return nanos;
    }

    /** Index of the one way the piece waits for, or {@link Routings#ANY}. */
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
        Node taker = entry.way.taker();
        taker.line.add(entry);
        taker.awaitRoom(entry.way, entry.piece());
        if (entry.way.isCarried()) {
            taker.flow.toAgenda(taker); // which calls somebody to carry it
        }
    }

    private void go(QueuedOffer entry) {
        Claim claim = entry.way.claim(piece(), entry.spot);
        giver.hand(this, claim);
        entry.way.depart(claim);
    }

    /** Offers the piece to one taker that needs no link: where it goes back for rework. */
    public boolean makeTo(Node taker, Piece offered) {
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
        piece = other;
        for (QueuedOffer entry : queued) {
            if (entry.isQueued()) {
                entry.way.taker().line.exchanged(entry);
            }
        }
    }

    /** Called by the taker in whose line the offer stands, which has room for its piece. */
    void takeUp(QueuedOffer entry) {
        withdraw();
        int index = entry.way.index();
        if (index != OutgoingLinks.ANY && way == OutgoingLinks.ANY) {
            giver.outgoingLinks().onGone(index);
        }
        go(entry);
    }

    public void withdraw() {
        for (QueuedOffer entry : queued) {
            if (entry.isQueued()) {
                entry.way.taker().line.remove(entry);
                Channel channel = entry.way.channel();
                if (channel != null) {
                    channel.retry();
                }
                if (entry.isWaitingForCarriers) {
                    noteWaitForCarriers(entry, false);
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
