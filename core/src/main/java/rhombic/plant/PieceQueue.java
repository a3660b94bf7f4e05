package rhombic.plant;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** Pieces in the order in which they came; taken from either end. A ring of references, nothing per piece. */
final class PieceQueue {
    private @Nullable Piece[] ring = new @Nullable Piece[8];
    private int head;
    private int size;

    int size() {
        return size;
    }

    boolean isEmpty() {
        return size == 0;
    }

    void add(Piece piece) {
        if (size == ring.length) {
            @Nullable Piece[] wider = Arrays.copyOfRange(ring, head, head + 2 * size);
            System.arraycopy(ring, 0, wider, size - head, head);
            ring = wider;
            head = 0;
        }
        ring[(head + size++) & ring.length - 1] = piece;
    }

    Piece takeOldest() {
        Piece piece = ring[head];
        assert piece != null : "an empty queue gives nothing";
        ring[head] = null;
        head = (head + 1) & ring.length - 1;
        size--;
        return piece;
    }

    Piece takeNewest() {
        int at = (head + --size) & ring.length - 1;
        Piece piece = ring[at];
        assert piece != null : "an empty queue gives nothing";
        ring[at] = null;
        return piece;
    }
}
