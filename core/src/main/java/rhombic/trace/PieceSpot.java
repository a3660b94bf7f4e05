package rhombic.trace;

/**
 * Where a piece is, and since when.
 *
 * @param type index of its type in the study
 * @param node index of the equipment in the study
 * @param place of the station, from 0; -1 while it waits in a queue
 * @param way index of the one way out it waits for; -1 if any will do
 * @param fromNode where it was before; -1 if it is new
 * @param sinceNanos when it came to this equipment or place
 */
public record PieceSpot(int piece, int type, long bornNanos, int node, int place, Doing doing, int way, int fromNode, long sinceNanos) {
    /** What the piece does there. */
    public enum Doing {
        WAITS,
        IS_WORKED_ON,
        IS_DONE
    }
}
