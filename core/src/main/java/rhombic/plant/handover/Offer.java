package rhombic.plant.handover;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

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
     *  2. Depart. The offer is withdrawn from all other lines before the piece moves, so a piece can neither be lost nor
     *     handed on twice. It leaves the giver, which is free.
     *  3. Arrive. At once, or after its time on the link; until then the room it was promised counts as taken.
     * Nothing comes between agreeing and departing, nor, at once, between departing and arriving: what rules do to the
     * piece is done to it, and what they do to the plant is done after that.
     * Standings are made once for each way and linked into the lines, so where all rank alike every step takes
     * constant time per way.
     */
    final Giver giver;

    private final Standing[] standings;
    private final boolean isPlain;
    private @Nullable Standing special;
    private @Nullable Piece piece;
    private boolean open;
    private int way = WaysOut.ANY;
    /** In how many lines it waits for nothing but for somebody to carry its piece. */
    private int forPorters;
    private long forPortersSince;
    private long forPortersNanos;

    /** The place of an offer in the line of one taker. */
    public static final class Standing {
        public final Offer offer;
        public final Way way;
        double rank;
        long turn;
        @Nullable Standing before;
        @Nullable Standing behind;
        boolean inLine;
        /** Whether its piece goes before all others, since it comes back for rework. */
        boolean urgent;
        /** Whether there is room for its piece, and it waits for somebody to carry it there. */
        boolean waitsForPorters;

        Standing(Offer offer, Way way) {
            this.offer = offer;
            this.way = way;
        }

        /** Whether its piece could go as far as giver and link are concerned. */
        public boolean mayGo() {
            return way.isFree() && !offer.giver.isOutletHeld();
        }
    }

    public Offer(Giver giver) {
        this.giver = giver;
        isPlain = giver.waysOut().isPlain;
        Way[] ways = giver.waysOut().ways;
        standings = new Standing[ways.length];
        for (int i = 0; i < ways.length; i++) {
            standings[i] = new Standing(this, ways[i]);
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
    public boolean waitsForPorters() {
        return forPorters > 0;
    }

    /** Called by the taker in whose line it stands. */
    void waitsForPorters(Standing standing, boolean waits) {
        if (standing.waitsForPorters != waits) {
            boolean before = waitsForPorters();
            noteWaitForPorters(standing, waits);
            if (before != waitsForPorters()) {
                giver.waitForPortersChanges(this);
            }
        }
    }

    private void noteWaitForPorters(Standing standing, boolean waits) {
        long now = standing.way.taker().flow.now();
        standing.waitsForPorters = waits;
        if (waits && forPorters++ == 0) {
            forPortersSince = now;
        } else if (!waits && --forPorters == 0) {
            forPortersNanos += now - forPortersSince;
        }
    }

    /** How long the piece that departs has waited for nothing but that; counted anew for the next. */
    public long takeWaitForPorters() {
        long nanos = forPortersNanos;
        forPortersNanos = 0;
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
        if (standings.length == 0) {
            open = true;
            return false;
        }
        if (isPlain) {
            return makePlain(offered, held);
        }
        WaysOut ways = giver.waysOut();
        way = ways.choose(offered);
        if (way != WaysOut.ANY) {
            return makeTo(standings[way], offered);
        }
        int at = held ? WaysOut.ANY : ways.pick(this, offered);
        if (at != WaysOut.ANY) {
            ways.gone(at);
            go(standings[at].way);
            return true;
        }
        for (int i = 0; i < standings.length; i++) {
            if (ways.admits(i)) {
                joins(standings[i]);
            }
        }
        open = true;
        return false;
    }

    /** Whether that way would take the piece in this instant. */
    boolean wouldGo(int at, Piece offered) {
        return standings[at].way.taker().takesAtOnce(standings[at], offered);
    }

    /** The usual case, without looking at the piece: the first that has room, else a standing in every line. */
    private boolean makePlain(Piece offered, boolean held) {
        if (!held) {
            for (Standing standing : standings) {
                if (standing.way.taker().takesAtOnce(standing, offered)) {
                    go(standing.way);
                    return true;
                }
            }
        }
        for (Standing standing : standings) {
            joins(standing);
        }
        way = WaysOut.ANY;
        open = true;
        return false;
    }

    private static void joins(Standing standing) {
        Node taker = standing.way.taker();
        taker.line.add(standing);
        if (standing.way.isCarried()) {
            taker.flow.toAgenda(taker); // which calls somebody to carry it
        }
    }

    private void go(Way to) {
        to.takes(giver.hand(this, to));
    }

    /** Offers the piece to one taker that needs no link: where it goes back for rework. */
    public boolean makeTo(Node taker, Piece offered) {
        piece = offered;
        Standing standing = special;
        if (standing == null || standing.way.taker() != taker) {
            standing = new Standing(this, new Way(WaysOut.ANY, taker, null));
            special = standing;
        }
        way = WaysOut.ANY;
        return makeTo(standing, offered);
    }

    private boolean makeTo(Standing standing, Piece offered) {
        if (!giver.isOutletHeld() && standing.way.taker().takesAtOnce(standing, offered)) {
            go(standing.way);
            return true;
        }
        joins(standing);
        open = true;
        return false;
    }

    /** Stands for another piece from now on, at the places it has unless the takers rank that one otherwise. */
    public void exchange(Piece other) {
        piece = other;
        for (Standing standing : standings) {
            if (standing.inLine) {
                standing.way.taker().line.exchanged(standing);
            }
        }
    }

    /** Called by the taker in whose line the offer stands, which has room for its piece. */
    void takeUp(Standing standing) {
        withdraw();
        int index = standing.way.index();
        if (index != WaysOut.ANY && way == WaysOut.ANY) {
            giver.waysOut().gone(index);
        }
        go(standing.way);
    }

    public void withdraw() {
        for (Standing standing : standings) {
            if (standing.inLine) {
                standing.way.taker().line.remove(standing);
                Channel channel = standing.way.channel();
                if (channel != null) {
                    channel.lookAgain();
                }
                if (standing.waitsForPorters) {
                    noteWaitForPorters(standing, false);
                }
            }
        }
        Standing other = special;
        if (other != null && other.inLine) {
            other.way.taker().line.remove(other);
        }
        open = false;
    }
}
