package rhombic.plant.handover;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

/**
 * Room that a taker has promised to one piece: a definite spot, which is the piece's from now on. It ends when the piece arrives, or is
 * deferred where the taker needs the spot for something that had to come in: then its holder waits for another.
 *
 * <p>A claim object lives as long as the way or the trip that it belongs to, and is made anew for each piece: claiming makes no objects.
 */
public final class Claim {
    /** No spot: there is no room. */
    public static final int NO_SPOT = -1;
    /** The usual spot, where a taker need not tell one from another. */
    public static final int ANY_SPOT = 0;

    private enum State {
        /** Nothing is on its way: there is no claim, or its piece departs and arrives in one instant. */
        AT_ONCE,
        /** The spot is the piece's, which is on its way. */
        HELD,
        /** The spot had to be given to something else. */
        DEFERRED
    }

    private final Way way;
    private State state = State.AT_ONCE;
    private @Nullable Piece piece;
    private int spot = NO_SPOT;
    private double camePastMetres;

    /** @param way by which the piece comes in */
    Claim(Way way) {
        this.way = way;
    }

    /** Agreed for a piece, which departs now. */
    void agree(Piece agreed, int agreedSpot) {
        assert state == State.AT_ONCE : "a claim is for one piece";
        assert agreedSpot != NO_SPOT : "a claim has a spot";
        piece = agreed;
        spot = agreedSpot;
    }

    /** The piece sets out: its spot is kept until it arrives. */
    void hold() {
        assert state == State.AT_ONCE : "it is on its way already";
        state = State.HELD;
        way.taker().addClaim(this);
    }

    /** The taker needs the spot for something else. */
    void defer() {
        assert state == State.HELD : "only what is held can be deferred";
        state = State.DEFERRED;
    }

    /** Whether its piece has a spot, or had one that it had to give up. */
    boolean isKept() {
        return state != State.AT_ONCE;
    }

    /** Whether the spot is still the piece's, which is on its way. */
    boolean isHeld() {
        return state == State.HELD;
    }

    /** The piece comes in: its claim becomes its place. */
    void arrive() {
        assert state != State.DEFERRED : "its spot was given to something else";
        if (state == State.HELD) {
            state = State.AT_ONCE;
            way.taker().removeClaim(this);
        }
        way.taker().accept(this, piece());
    }

    /** The piece does not come: its spot is free. */
    void release() {
        if (state == State.HELD) {
            way.taker().removeClaim(this);
        }
        state = State.AT_ONCE;
    }

    /** It counts for nothing any more: its piece has found its way in by another. */
    void end() {
        assert state == State.DEFERRED : "a claim arrives or is deferred";
        state = State.AT_ONCE;
    }

    /** By which the piece comes in. */
    public Way way() {
        return way;
    }

    public Piece piece() {
        Piece claimed = piece;
        assert claimed != null : "a claim without a piece";
        return claimed;
    }

    /** Where in the taker; what the number means is the taker's own. */
    public int spot() {
        return spot;
    }

    /** How far along a conveyor that it goes straight on in it came on. */
    public double camePastMetres() {
        return camePastMetres;
    }

    /** Said by the stretch of a conveyor that gives the piece. */
    public void setCamePastMetres(double metres) {
        camePastMetres = metres;
    }
}
