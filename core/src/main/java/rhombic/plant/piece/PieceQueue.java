package rhombic.plant.piece;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** Pieces in order of rank, equals in the order in which they came; taken from either end. A ring of references. */
public final class PieceQueue {
    private @Nullable Piece[] ring = new @Nullable Piece[8];
    private int head;
    private int size;

    public int size() {
        return size;
    }

    public boolean isEmpty() {
        return size == 0;
    }

    /** Adds behind all others, without a look at their ranks. */
    public void addLast(Piece piece) {
        makeRoom();
        ring[(head + size++) & ring.length - 1] = piece;
    }

    private void makeRoom() {
        if (size == ring.length) {
            @Nullable Piece[] wider = Arrays.copyOfRange(ring, head, head + 2 * size);
            System.arraycopy(ring, 0, wider, size - head, head);
            ring = wider;
            head = 0;
        }
    }

    /** Adds behind all whose rank is not higher. */
    public void add(Piece piece) {
        makeRoom();
        int mask = ring.length - 1;
        int at = size++;
        while (at > 0 && get(at - 1).rank > piece.rank) {
            ring[(head + at) & mask] = ring[(head + at - 1) & mask];
            at--;
        }
        ring[(head + at) & mask] = piece;
    }

    /** The piece at that place, 0 the first. */
    public Piece get(int at) {
        Piece piece = ring[(head + at) & ring.length - 1];
        assert piece != null : "place " + at + " of " + size;
        return piece;
    }

    public Piece takeFirst() {
        Piece piece = get(0);
        ring[head] = null;
        head = (head + 1) & ring.length - 1;
        size--;
        return piece;
    }

    /** Where the newest of those with the best rank stands. */
    public int newestOfBest() {
        int at = 0;
        while (at + 1 < size && get(at + 1).rank <= get(at).rank) {
            at++;
        }
        return at;
    }

    public Piece take(int at) {
        Piece piece = get(at);
        int mask = ring.length - 1;
        for (int i = at; i + 1 < size; i++) {
            ring[(head + i) & mask] = ring[(head + i + 1) & mask];
        }
        ring[(head + --size) & mask] = null;
        return piece;
    }

    /** Takes that very piece out; it must be there. */
    public void take(Piece piece) {
        for (int i = 0; i < size; i++) {
            if (get(i) == piece) {
                take(i);
                return;
            }
        }
        throw new IllegalStateException("A piece is taken from a queue that it is not in");
    }
}
