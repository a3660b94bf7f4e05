package rhombic.plant.handover;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

/**
 * One way that pieces can go: to a taker, at once or along a link that takes time.
 */
public final class Way {
    private final int index;
    private final Taker taker;
    private final @Nullable Passage passage;
    private final Entry entry;
    /** Of what takes no time: one piece goes after the other. */
    private final Claim atOnce = new Claim(this);

    /** How pieces come in at a taker. */
    public enum Entrance {
        /** At its beginning. */
        USUAL,
        /** From the side. */
        ASIDE,
        /** They are in already, and only go on in it. */
        STRAIGHT_ON
    }

    /**
     * @param beforeMetres how far pieces have to go before they are where the place in the taker begins
     * @param gate at which of several inlets, from 0
     */
    public record Entry(Entrance entrance, double beforeMetres, int gate) {
        public Entry(Entrance entrance, double beforeMetres) {
            this(entrance, beforeMetres, 0);
        }

        public static final Entry USUAL = new Entry(Entrance.USUAL, 0);
    }

    /**
     * @param index among the ways of its giver; {@link OutgoingLinks#ANY} for a way without a link
     * @param passage what is on its way; null if it takes no time
     * @param entry how they come in at the taker
     */
    Way(int index, Taker taker, @Nullable Passage passage, Entry entry) {
        this.index = index;
        this.taker = taker;
        this.passage = passage;
        this.entry = entry;
    }

    Way(int index, Taker taker, @Nullable Passage passage) {
        this(index, taker, passage, Entry.USUAL);
    }

    public int index() {
        return index;
    }

    public Taker taker() {
        return taker;
    }

    public @Nullable Passage passage() {
        return passage;
    }

    public Entry entry() {
        return entry;
    }

    /** The spot that the piece can go to in this instant, before which no other must go; {@link Claim#NO_SPOT} if there is none. */
    public int spotAtOnce(Piece piece) {
        return taker.spotAtOnce(this, piece);
    }

    /** The piece, which has left its giver, comes to the spot in this instant. */
    public void arriveAtOnce(Piece piece, int spot) {
        taker.takeAtOnce(atOnce, piece, spot);
    }

    /** Claims the spot for the piece. */
    Claim claim(Piece piece, int spot) {
        Claim claim = passage == null ? atOnce : passage.nextClaim();
        claim.agree(piece, spot);
        return claim;
    }

    /** The offer's piece has the claim: it goes, at once or along the link. */
    void agreed(Offer offer, Claim claim) {
        if (passage == null) {
            offer.hand(claim);
            claim.arrive();
        } else {
            passage.agreed(offer, claim);
        }
    }

    public boolean isStraightOn() {
        return entry.entrance == Entrance.STRAIGHT_ON;
    }

    public boolean isAside() {
        return entry.entrance == Entrance.ASIDE;
    }

    /** Whether there is room on it for that piece. */
    boolean isFreeFor(Piece piece) {
        return passage == null || passage.isFreeFor(piece);
    }

}
