package rhombic.plant;

import org.jspecify.annotations.Nullable;

/**
 * A giver's word that it has a piece to hand on. Made anew for each piece; the object lives as long as its giver.
 */
final class Offer {
    /*
     * The protocol, all of it:
     *  1. The giver makes the offer. One way is drawn, or all are tried in order of preference. A taker that has
     *     room, and no older offer standing in its line, takes at once.
     *  2. Otherwise the offer takes a standing at the end of the line of each taker that may have it.
     *  3. A taker that gets room serves its line, oldest first. The offer is withdrawn from all other lines before
     *     the piece moves, so a piece can neither be lost nor handed on twice, and none is overtaken in a line.
     * Standings are made once for each way and linked into the lines, so every step takes constant time per way.
     */
    final Node giver;
    /** Which place of the giver the piece is at. */
    final int place;

    private final Standing[] standings;
    private boolean open;
    private int way = WaysOut.ANY;

    /** The place of an offer in the line of one taker. */
    static final class Standing {
        final Offer offer;
        final Node taker;
        @Nullable Standing before;
        @Nullable Standing behind;
        boolean inLine;

        Standing(Offer offer, Node taker) {
            this.offer = offer;
            this.taker = taker;
        }
    }

    Offer(Node giver, int place) {
        this.giver = giver;
        this.place = place;
        Node[] takers = giver.waysOut().takers;
        standings = new Standing[takers.length];
        for (int i = 0; i < takers.length; i++) {
            standings[i] = new Standing(this, takers[i]);
        }
    }

    boolean isOpen() {
        return open;
    }

    /** Index of the one way the piece waits for, or {@link WaysOut#ANY}. */
    int way() {
        return way;
    }

    /** Offers the next piece; returns whether it has gone already. */
    boolean make() {
        assert !open : "an offer is made once for each piece";
        way = giver.waysOut().draw();
        if (way == WaysOut.ANY) {
            for (Standing standing : standings) {
                if (standing.taker.takesAtOnce()) {
                    standing.taker.accept(giver.hand(this));
                    return true;
                }
            }
            for (Standing standing : standings) {
                standing.taker.line.add(standing);
            }
        } else {
            Standing standing = standings[way];
            if (standing.taker.takesAtOnce()) {
                standing.taker.accept(giver.hand(this));
                return true;
            }
            standing.taker.line.add(standing);
        }
        open = true;
        return false;
    }

    /** Called by the taker at the head of whose line the offer stands. */
    Piece takeUp() {
        withdraw();
        return giver.hand(this);
    }

    void withdraw() {
        for (Standing standing : standings) {
            if (standing.inLine) {
                standing.taker.line.remove(standing);
            }
        }
        open = false;
    }
}
