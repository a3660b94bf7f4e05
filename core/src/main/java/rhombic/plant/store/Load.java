package rhombic.plant.store;

import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Piece;

/** A piece in a rack: at an infeed, in a lane, on a crane or at an outfeed. */
final class Load {
    /** In no lane. */
    static final int NOWHERE = -1;

    final Piece piece;
    final int aisle;
    /** When it came into the rack, in order among all. */
    final long number;
    /** By which it is fetched, the lowest first. */
    double rank;
    /** The lane that it is in, or that is kept for it. */
    int lane = NOWHERE;
    /** When it was stored. */
    long storedNanos;
    /** When it will have stayed as long as it must. */
    long ripeNanos;
    /** The outfeed to which it is fetched, from 0. */
    int outfeed;
    /** Whether a crane moves it to another lane. */
    boolean isOnCrane;
    /** Whether it has stayed as long as it must. */
    boolean isRipe;
    /** Whether it is to be fetched. */
    boolean isAsked;
    /** Whether it is picked from another that stays: it has no place of its own. */
    boolean isPart;
    /** Units of it that an order takes. */
    int taken;
    /** The customer order that it is for; null: none. */
    @Nullable OrderedLine line;

    Load(Piece piece, int aisle, long number) {
        this.piece = piece;
        this.aisle = aisle;
        this.number = number;
    }
}
