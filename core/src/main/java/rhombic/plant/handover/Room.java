package rhombic.plant.handover;

import rhombic.plant.piece.Piece;

/**
 * Where there is room for pieces: what a {@link Taker} asks before it agrees, and puts into what comes. Where the taker counts what is left of
 * it, it calls nothing but {@link #take}.
 */
public interface Room {
    /**
     * The spot where there is room for the piece, which comes that way, beside what is claimed; {@link Claim#NO_SPOT} if there is none.
     * Whether the inlet is open counts for nothing, and to ask changes nothing.
     */
    default int spotFor(Way way, Piece piece) {
        throw new IllegalStateException("Its room is counted");
    }

    /** Puts in the piece that had the claim. */
    default void accept(Claim claim, Piece piece) {
        throw new IllegalStateException("Its room is counted");
    }

    /** Puts in a piece for which there was room. */
    default void take(Piece piece) {
        throw new IllegalStateException("Its room is not counted");
    }

    /** The piece stands in line, and nothing was said yet of when there is room: what can say so does. */
    default void awaitRoom(Way way, Piece piece) {}

    /** For how many pieces like that there is room, as far as is known; if there is room at all, at least 1. */
    default int capacityFor(Piece piece) {
        return 1;
    }

    /** Whether there may be room for one piece and none for another. */
    default boolean isCapacityByPiece() {
        return false;
    }

    /**
     * How pieces come in at a port.
     *
     * @param fromMetres how far they still have to go in what they leave
     */
    default Way.Entry entry(String port, double fromMetres) {
        return Way.Entry.USUAL;
    }

    /** Where there never is any. */
    Room NONE = new Room() {
        @Override
        public int spotFor(Way way, Piece piece) {
            return Claim.NO_SPOT;
        }

        @Override
        public void accept(Claim claim, Piece piece) {
            throw new IllegalStateException("A piece came where there never is room");
        }
    };
}
