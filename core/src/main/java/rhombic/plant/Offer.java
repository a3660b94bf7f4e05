package rhombic.plant;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

/**
 * A giver's word that it has a piece to hand on. Made anew for each piece; the object lives as long as its giver.
 */
class Offer {
    /*
     * The protocol, all of it:
     *  1. The giver makes the offer of one piece. Its ways out are narrowed to those it fits; then one way is chosen,
     *     or all are tried in order. A taker that has room for it, and in whose line no other stands that it could
     *     take as well, takes at once.
     *  2. Otherwise the offer takes a standing in the line of each taker that may have it, by the taker's ranking,
     *     equals by age.
     *  3. A taker that gets room serves its line in order, passing over those it has no room for. The offer is
     *     withdrawn from all other lines before the piece moves, so a piece can neither be lost nor handed on twice,
     *     and none is overtaken in a line by one that ranks no better.
     * Standings are made once for each way and linked into the lines, so where all rank alike every step takes
     * constant time per way.
     */
    final Node giver;

    private final Standing[] standings;
    private final boolean isPlain;
    private @Nullable Standing special;
    private @Nullable Piece piece;
    private boolean open;
    private int way = WaysOut.ANY;

    /** The place of an offer in the line of one taker. */
    static final class Standing {
        final Offer offer;
        final Node taker;
        final int way;
        double rank;
        @Nullable Standing before;
        @Nullable Standing behind;
        boolean inLine;

        Standing(Offer offer, Node taker, int way) {
            this.offer = offer;
            this.taker = taker;
            this.way = way;
        }
    }

    Offer(Node giver) {
        this.giver = giver;
        isPlain = giver.waysOut().isPlain;
        Node[] takers = giver.waysOut().takers;
        standings = new Standing[takers.length];
        for (int i = 0; i < takers.length; i++) {
            standings[i] = new Standing(this, takers[i], i);
        }
    }

    boolean isOpen() {
        return open;
    }

    /** What is on offer, or was last. */
    Piece piece() {
        Piece offered = piece;
        assert offered != null : "nothing was ever offered";
        return offered;
    }

    /** Index of the one way the piece waits for, or {@link WaysOut#ANY}. */
    int way() {
        return way;
    }

    /** Offers the piece; returns whether it has gone already. */
    boolean make(Piece offered) {
        assert !open : "an offer is made once for each piece";
        piece = offered;
        if (standings.length == 0) {
            open = true;
            return false;
        }
        if (isPlain) {
            return makePlain(offered);
        }
        WaysOut ways = giver.waysOut();
        way = ways.choose(offered);
        if (way != WaysOut.ANY) {
            return makeTo(standings[way], offered);
        }
        int first = ways.first();
        for (int i = 0; i < standings.length; i++) {
            int at = (first + i) % standings.length;
            if (ways.admits(at) && standings[at].taker.takesAtOnce(offered)) {
                ways.gone(at);
                standings[at].taker.accept(giver.hand(this));
                return true;
            }
        }
        for (int i = 0; i < standings.length; i++) {
            if (ways.admits(i)) {
                stand(standings[i], offered);
            }
        }
        open = true;
        return false;
    }

    /** The usual case, without looking at the piece: the first that has room, else a standing in every line. */
    private boolean makePlain(Piece offered) {
        for (Standing standing : standings) {
            if (standing.taker.takesAtOnce(offered)) {
                standing.taker.accept(giver.hand(this));
                return true;
            }
        }
        for (Standing standing : standings) {
            stand(standing, offered);
        }
        way = WaysOut.ANY;
        open = true;
        return false;
    }

    /** Offers the piece to one taker that needs no link: where it goes back for rework. */
    boolean makeTo(Node taker, Piece offered) {
        piece = offered;
        Standing standing = special;
        if (standing == null || standing.taker != taker) {
            standing = new Standing(this, taker, WaysOut.ANY);
            special = standing;
        }
        way = WaysOut.ANY;
        return makeTo(standing, offered);
    }

    private boolean makeTo(Standing standing, Piece offered) {
        if (standing.taker.takesAtOnce(offered)) {
            standing.taker.accept(giver.hand(this));
            return true;
        }
        stand(standing, offered);
        open = true;
        return false;
    }

    private static void stand(Standing standing, Piece offered) {
        standing.rank = standing.taker.rank(offered);
        standing.taker.line.add(standing);
    }

    /** Stands for another piece from now on, at the places it has unless the takers rank that one otherwise. */
    void exchange(Piece other) {
        piece = other;
        for (Standing standing : standings) {
            if (standing.inLine && standing.taker.rank(other) != standing.rank) {
                standing.taker.line.remove(standing);
                stand(standing, other);
            }
        }
    }

    /** Called by the taker in whose line the offer stands. */
    Piece takeUp(Standing standing) {
        withdraw();
        if (standing.way != WaysOut.ANY && way == WaysOut.ANY) {
            giver.waysOut().gone(standing.way);
        }
        return giver.hand(this);
    }

    void withdraw() {
        for (Standing standing : standings) {
            if (standing.inLine) {
                standing.taker.line.remove(standing);
            }
        }
        Standing other = special;
        if (other != null && other.inLine) {
            other.taker.line.remove(other);
        }
        open = false;
    }
}
