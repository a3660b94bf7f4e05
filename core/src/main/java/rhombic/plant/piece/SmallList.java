package rhombic.plant.piece;

import java.util.ArrayList;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/** A few pieces in order: what is on a place, or waits to go on from it. Mostly it is one, which needs no list. */
public final class SmallList {
    private @Nullable Piece first;
    /** Those behind the first, from {@code head} on; null as long as there never were any. */
    private @Nullable ArrayList<Piece> rest;
    private int head;

    public boolean isEmpty() {
        return first == null;
    }

    public int size() {
        return first == null ? 0 : rest == null ? 1 : 1 + rest.size() - head;
    }

    /** Whether there never were several. */
    public boolean isSingle() {
        return rest == null;
    }

    public void add(Piece piece) {
        if (first == null) {
            first = piece;
        } else {
            addBehind(piece);
        }
    }

    private void addBehind(Piece piece) {
        ArrayList<Piece> behind = rest;
        if (behind == null) {
            behind = new ArrayList<>();
            rest = behind;
        }
        behind.add(piece);
    }

    public Piece getFirst() {
        Piece piece = first;
        assert piece != null : "there is none";
        return piece;
    }

    public Piece get(int at) {
        return at == 0 || rest == null ? getFirst() : rest.get(head + at - 1);
    }

    public Piece removeFirst() {
        Piece piece = getFirst();
        ArrayList<Piece> behind = rest;
        if (behind == null || head == behind.size()) {
            clear();
        } else {
            first = behind.get(head++);
        }
        return piece;
    }

    public void clear() {
        first = null;
        if (rest != null) {
            rest.clear();
            head = 0;
        }
    }

    public void forEach(Consumer<Piece> consumer) {
        for (int i = 0; i < size(); i++) {
            consumer.accept(get(i));
        }
    }
}
