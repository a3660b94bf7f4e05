package rhombic.trace;

/**
 * Where a piece is, and since when.
 *
 * @param piece its number, by which people know it
 * @param body its number in the trace as long as it is in the plant
 * @param type index of its type in the study
 * @param look index of its look in its type
 * @param node index of the equipment in the study; for a piece on another, where it went onto it; on its way, where it goes
 * @param holder body that it lies on; -1 if none
 * @param place of the station that it is on, from 0; -1 while it is on none
 * @param way index of the one way out it waits for; -1 if any will do
 * @param fromNode where it was before; -1 if it is new
 * @param link index in the study of the link that it is on; -1 if it is on none
 * @param sinceNanos when it came to this equipment, place or link
 * @param lastRecord number of the last record about it
 */
public record PieceStatus(int piece, int body, int type, int look, long createdNanos, int node, int holder, int place, Activity activity,
        int way,
        int fromNode, int link, long sinceNanos,
        long lastRecord) {
    private static final int BACK = 8191;

    /** The way of a piece that waits to go back to an equipment that no link leads to. */
    public static int wayBack(int node) {
        return BACK + node;
    }

    /** Index of the equipment it waits to go back to for rework; -1 if it does not. */
    public int backTo() {
        return way >= BACK ? way - BACK : -1;
    }

    public boolean isOnAnother() {
        return holder >= 0;
    }

    /** What the piece does there. */
    public enum Activity {
        WAITS, IS_WORKED_ON, IS_DONE,
        /** It is on its way along a link. */
        MOVES,
        /** It lies on a conveyor. */
        RIDES;

        static final Activity[] ALL = values();
    }
}
