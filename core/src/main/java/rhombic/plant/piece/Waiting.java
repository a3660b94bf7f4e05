package rhombic.plant.piece;

import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/** Pieces that wait at one place, in their order. What comes back for rework goes before all others. */
public final class Waiting {
    /*
     * All pieces stand in a chain in the order in which they came, linked through the pieces themselves: coming, going
     * from either end and going from the middle take constant time. Where ranks are kept, a tree finds the best in
     * log(n) steps; where they change with time, all are asked whenever one is wanted. A rule that changes a piece while
     * it waits makes kept ranks stale; they are all asked once more then.
     */
    private final Ranking ranking;
    private final @Nullable TreeMap<Key, Piece> ranked;
    private final Map<Piece, Key> keys;
    private @Nullable Piece first;
    private @Nullable Piece last;
    /** The last of those at the front that came back for rework. */
    private @Nullable Piece lastUrgent;
    private int size;
    private int urgent;
    private long came;

    private record Key(double rank, long turn) {
        static final Comparator<Key> ORDER = Comparator.comparingDouble(Key::rank).thenComparingLong(Key::turn);
    }

    public Waiting(Ranking ranking) {
        this.ranking = ranking;
        boolean kept = ranking.kept() == Ranking.Kept.WHILE_IT_WAITS;
        ranked = kept ? new TreeMap<>(Key.ORDER) : null;
        keys = kept ? new IdentityHashMap<>() : Map.of();
    }

    public int size() {
        return size;
    }

    /** How many of them came back for rework. */
    public int urgent() {
        return urgent;
    }

    public boolean isEmpty() {
        return size == 0;
    }

    public void add(Piece piece) {
        size++;
        if (piece.isFailed()) {
            insert(piece, lastUrgent);
            lastUrgent = piece;
            urgent++;
            return;
        }
        insert(piece, last);
        TreeMap<Key, Piece> tree = ranked;
        if (tree != null) {
            Key key = new Key(ranking.rank(piece), came++);
            keys.put(piece, key);
            tree.put(key, piece);
        }
    }

    /** Puts it into the chain behind another, or at its front. */
    private void insert(Piece piece, @Nullable Piece after) {
        Piece next = after == null ? first : after.behind;
        piece.before = after;
        piece.behind = next;
        if (after == null) {
            first = piece;
        } else {
            after.behind = piece;
        }
        if (next == null) {
            last = piece;
        } else {
            next.before = piece;
        }
    }

    /** The one that came first of those that wait, whatever their ranks; null if none waits. */
    public @Nullable Piece oldest() {
        return first;
    }

    /** The one that comes next now. */
    public Piece best() {
        Piece front = first;
        assert front != null : "nothing waits";
        return urgent > 0 ? front : switch (ranking.kept()) {
            case AS_THEY_CAME -> front;
            case WHILE_IT_WAITS -> tree().firstEntry().getValue();
            case NOT_AT_ALL -> asked(false);
        };
    }

    /** Of those that rank best, the one that came last. */
    public Piece newestOfBest() {
        Piece end = last;
        assert end != null : "nothing waits";
        return switch (ranking.kept()) {
            case AS_THEY_CAME -> end;
            case WHILE_IT_WAITS -> tree().floorEntry(new Key(tree().firstKey().rank, Long.MAX_VALUE)).getValue();
            case NOT_AT_ALL -> asked(true);
        };
    }

    private TreeMap<Key, Piece> tree() {
        TreeMap<Key, Piece> tree = ranked;
        assert tree != null : "ranks are not kept here";
        return tree;
    }

    private Piece asked(boolean newest) {
        Piece best = first;
        assert best != null : "nothing waits";
        double lowest = Double.POSITIVE_INFINITY;
        for (Piece piece = first; piece != null; piece = piece.behind) {
            double rank = ranking.rank(piece);
            if (rank < lowest || newest && rank == lowest) {
                lowest = rank;
                best = piece;
            }
        }
        return best;
    }

    public Piece takeBest() {
        Piece piece = best();
        take(piece);
        return piece;
    }

    /** Takes that very piece out; it must be there. */
    public void take(Piece piece) {
        assert piece.before != null || first == piece : "a piece is taken from where it does not wait";
        if (piece == lastUrgent) {
            lastUrgent = piece.before;
        }
        Piece before = piece.before;
        Piece behind = piece.behind;
        if (before == null) {
            first = behind;
        } else {
            before.behind = behind;
        }
        if (behind == null) {
            last = before;
        } else {
            behind.before = before;
        }
        piece.before = null;
        piece.behind = null;
        size--;
        if (piece.isFailed()) {
            urgent--;
        } else if (ranked != null) {
            ranked.remove(keys.remove(piece));
        }
    }

    /** Asks for all kept ranks once more: a rule has changed pieces that wait. */
    public void updateRanks() {
        TreeMap<Key, Piece> tree = ranked;
        if (tree != null) {
            tree.clear();
            keys.replaceAll((piece, key) -> new Key(ranking.rank(piece), key.turn));
            keys.forEach((piece, key) -> tree.put(key, piece));
        }
    }

    /** Gives each, in the order in which they came. */
    public void forEach(Consumer<Piece> consumer) {
        for (Piece piece = first; piece != null; piece = piece.behind) {
            consumer.accept(piece);
        }
    }
}
