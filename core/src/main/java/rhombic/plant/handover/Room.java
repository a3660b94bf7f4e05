package rhombic.plant.handover;

import rhombic.plant.piece.Piece;

/** Where there is room for pieces: what a {@link Taker} asks before it agrees, and puts into what comes. */
public interface Room {
    /**
     * The spot where there is room for the piece, which comes that way, beside what is claimed; {@link Claim#NO_SPOT} if there is none.
     * Whether the inlet is open counts for nothing, and to ask changes nothing.
     */
    int spotFor(Way way, Piece piece);

    /** Puts in the piece that had the claim. */
    void accept(Claim claim, Piece piece);

    /** Puts in a piece for which there was room; called where the taker counts that. */
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

    /** Whether what comes that way is in already, so that an inlet that is shut does not keep it. */
    default boolean isIn(Way way) {
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
