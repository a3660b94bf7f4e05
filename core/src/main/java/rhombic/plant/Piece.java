package rhombic.plant;

/** Whatever flows. Small, since a plant may hold a great many. */
final class Piece {
    final int id;
    final int type;
    final long bornNanos;
    /** When it came to the equipment that holds it. */
    long arrivedNanos;
    long workNanos;
    long blockedNanos;

    Piece(int id, int type, long bornNanos) {
        this.id = id;
        this.type = type;
        this.bornNanos = bornNanos;
        this.arrivedNanos = bornNanos;
    }
}
