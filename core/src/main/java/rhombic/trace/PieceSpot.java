package rhombic.trace;

/**
 * Where a piece is, and since when.
 *
 * @param type index of its type in the study
 * @param look index of its look in its type
 * @param node index of the equipment in the study; for a piece on another, where it went onto it
 * @param holder piece that it lies on; -1 if none
 * @param place of the station that it is on, from 0; -1 while it is on none
 * @param way index of the one way out it waits for; -1 if any will do
 * @param fromNode where it was before; -1 if it is new
 * @param sinceNanos when it came to this equipment or place
 */
public record PieceSpot(int piece, int type, int look, long bornNanos, int node, int holder, int place, Doing doing, int way, int fromNode, long sinceNanos) {
    private static final int BACK = 8191;

    /** The way of a piece that waits to go back to an equipment that no link leads to. */
    public static int wayBack(int node) {
        return BACK + node;
    }

    /** Index of the equipment it waits to go back to for rework; -1 if it does not. */
    public int backTo() {
        return way >= BACK ? way - BACK : -1;
    }

    PieceSpot onto(int newHolder, long nanos) {
        return new PieceSpot(piece, type, look, bornNanos, node, newHolder, -1, Doing.WAITS, -1, fromNode, nanos);
    }

    PieceSpot off(int atNode, long nanos) {
        return new PieceSpot(piece, type, look, bornNanos, atNode, -1, -1, Doing.WAITS, -1, fromNode, nanos);
    }

    PieceSpot looking(int newLook) {
        return new PieceSpot(piece, type, newLook, bornNanos, node, holder, place, doing, way, fromNode, sinceNanos);
    }

    PieceSpot becoming(int newType) {
        return new PieceSpot(piece, newType, look, bornNanos, node, holder, place, doing, way, fromNode, sinceNanos);
    }

    public boolean isOnAnother() {
        return holder >= 0;
    }

    /** What the piece does there. */
    public enum Doing {
        WAITS,
        IS_WORKED_ON,
        IS_DONE
    }
}
