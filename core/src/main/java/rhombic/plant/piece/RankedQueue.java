package rhombic.plant.piece;

import java.util.Arrays;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * What waits at one place, in its order: the lowest rank first, equals as they came, and what comes back for rework before all others.
 *
 * @param <E> what stands in it, each entry in one queue at a time
 */
public final class RankedQueue<E extends QueueEntry> {
    /*
     * All entries stand in a chain in the order in which they came, those that come back for rework at its front. The chain runs through the
     * entries themselves: coming, going from either end and going from the middle take constant time and allocate nothing. Where ranks are
     * kept, a tree has the rest in order, so coming and going take log(n) steps. Where ranks change as time goes by, all are asked for
     * whenever the first is wanted, once each and as they came, and sorted if more than the first is. A rule that changes a piece while it
     * waits makes kept ranks stale; they are all asked for once more then.
     */
    private Ranking ranking = Ranking.BY_AGE;
    private Ranking.Kept kept = Ranking.Kept.AS_THEY_CAME;
    /** Whether nothing is ranked: what comes next is the first of the chain. */
    private boolean isPlain = true;
    private @Nullable TreeMap<Key, E> tree;
    private Map<QueueEntry, Key> keys = Map.of();
    private QueueEntry[] asked = {};
    private double[] askedRanks = {};
    private int askedCount;
    private boolean isSorted;
    private @Nullable QueueEntry first;
    private @Nullable QueueEntry last;
    private @Nullable QueueEntry lastUrgent;
    private int size;
    private int urgent;
    private long came;

    private record Key(double rank, long turn) {
        static final Comparator<Key> ORDER = Comparator.comparingDouble(Key::rank).thenComparingLong(Key::turn);
    }

    /** Those that came first go first. */
    public RankedQueue() {}

    public RankedQueue(Ranking ranking) {
        rankBy(ranking);
    }

    /** Called before anything stands in it. */
    public void rankBy(Ranking newRanking) {
        assert size == 0 : "the order is set while something waits";
        ranking = newRanking;
        kept = newRanking.kept();
        isPlain = kept == Ranking.Kept.AS_THEY_CAME;
        tree = kept == Ranking.Kept.WHILE_IT_WAITS ? new TreeMap<>(Key.ORDER) : null;
        keys = kept == Ranking.Kept.WHILE_IT_WAITS ? new IdentityHashMap<>() : Map.of();
    }

    public int size() {
        return size;
    }

    /** How many of them come back for rework. */
    public int urgent() {
        return urgent;
    }

    public boolean isEmpty() {
        return first == null;
    }

    public void add(E entry) {
        assert !entry.isQueued : "it waits in a queue already";
        if (entry.piece().isFailed()) {
            addUrgent(entry);
            return;
        }
        QueueEntry before = last;
        entry.isQueued = true;
        entry.isUrgent = false;
        entry.before = before;
        if (before == null) {
            first = entry;
        } else {
            before.behind = entry;
        }
        last = entry;
        size++;
        if (tree != null) {
            rank(entry, tree);
        }
    }

    private void rank(E entry, TreeMap<Key, E> ranked) {
        Key key = new Key(ranking.rank(entry.piece()), came++);
        keys.put(entry, key);
        ranked.put(key, entry);
    }

    private void addUrgent(E entry) {
        entry.isQueued = true;
        entry.isUrgent = true;
        insert(entry, lastUrgent);
        lastUrgent = entry;
        size++;
        urgent++;
    }

    /** Puts it into the chain behind another, or at its front. */
    private void insert(QueueEntry entry, @Nullable QueueEntry after) {
        QueueEntry next = after == null ? first : after.behind;
        entry.before = after;
        entry.behind = next;
        if (after == null) {
            first = entry;
        } else {
            after.behind = entry;
        }
        if (next == null) {
            last = entry;
        } else {
            next.before = entry;
        }
    }

    /** Takes that very entry out; it must be there. */
    public void remove(E entry) {
        assert entry.isQueued : "it is taken from where it does not wait";
        if (entry == lastUrgent) {
            lastUrgent = entry.before;
        }
        QueueEntry before = entry.before;
        QueueEntry behind = entry.behind;
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
        entry.before = null;
        entry.behind = null;
        entry.isQueued = false;
        size--;
        if (entry.isUrgent) {
            urgent--;
        } else if (tree != null) {
            tree.remove(keys.remove(entry));
        }
    }

    /** The piece of the entry, which comes next, is another one now, which has come last. */
    public void firstToEnd(E entry) {
        if (entry != last || entry.isUrgent || !isPlain) {
            remove(entry);
            add(entry);
        }
    }

    /** Takes the entry out, which comes next. */
    public void removeFirst(E entry) {
        if (isPlain && lastUrgent == null) {
            takeFirst();
        } else {
            remove(entry);
        }
    }

    /** The piece of the entry is another one now: it stands where it stood, unless that one ranks otherwise. */
    public void exchanged(E entry) {
        Key key = keys.get(entry);
        boolean isRankedAlike = key == null || ranking.rank(entry.piece()) == key.rank;
        if (entry.piece().isFailed() != entry.isUrgent || !isRankedAlike) {
            remove(entry);
            add(entry);
        }
    }

    /** The one that came first of those that wait, whatever their ranks; null if none waits. */
    public @Nullable E oldest() {
        return entry(first);
    }

    /** The one that comes next now; null if none waits. */
    public @Nullable E first() {
        return isPlain || lastUrgent != null ? entry(first) : firstOfRest();
    }

    /** The one behind it; the queue must not have changed since {@link #first()}. */
    public @Nullable E next(E entry) {
        if (kept == Ranking.Kept.AS_THEY_CAME || entry.isUrgent && entry != lastUrgent) {
            return entry(entry.behind);
        }
        if (entry.isUrgent) {
            return firstOfRest();
        }
        if (tree != null) {
            Map.Entry<Key, E> higher = tree.higherEntry(keys.get(entry));
            return higher == null ? null : higher.getValue();
        }
        if (!isSorted) {
            sort();
        }
        return entry.position + 1 < askedCount ? entry(asked[entry.position + 1]) : null;
    }

    private @Nullable E firstOfRest() {
        if (tree != null) {
            return tree.isEmpty() ? null : tree.firstEntry().getValue();
        }
        ask();
        int best = -1;
        for (int i = 0; i < askedCount; i++) {
            best = best < 0 || askedRanks[i] < askedRanks[best] ? i : best;
        }
        return best < 0 ? null : entry(asked[best]);
    }

    /** Of those that rank best, the one that came last; something must wait. */
    public E newestOfBest() {
        if (kept == Ranking.Kept.AS_THEY_CAME) {
            return present(last);
        }
        if (tree != null) {
            return tree.floorEntry(new Key(tree.firstKey().rank, Long.MAX_VALUE)).getValue();
        }
        QueueEntry best = first;
        double lowest = Double.POSITIVE_INFINITY;
        for (QueueEntry one = first; one != null; one = one.behind) {
            double rank = ranking.rank(one.piece());
            if (rank <= lowest) {
                lowest = rank;
                best = one;
            }
        }
        return present(best);
    }

    /** Takes the one that comes next; something must wait. */
    public E takeFirst() {
        QueueEntry entry = first;
        if (!isPlain || lastUrgent != null || entry == null) {
            E taken = present(first());
            remove(taken);
            return taken;
        }
        QueueEntry behind = entry.behind;
        first = behind;
        if (behind == null) {
            last = null;
        } else {
            behind.before = null;
            entry.behind = null;
        }
        entry.isQueued = false;
        size--;
        return present(entry);
    }

    private void ask() {
        if (asked.length < size) {
            asked = new QueueEntry[Math.max(8, 2 * size)];
            askedRanks = new double[asked.length];
        }
        askedCount = 0;
        for (QueueEntry one = lastUrgent == null ? first : lastUrgent.behind; one != null; one = one.behind) {
            one.position = askedCount;
            asked[askedCount] = one;
            askedRanks[askedCount++] = ranking.rank(one.piece());
        }
        isSorted = false;
    }

    private void sort() {
        double[] ranks = Arrays.copyOf(askedRanks, askedCount);
        Arrays.sort(asked, 0, askedCount, Comparator.comparingDouble(one -> ranks[one.position])); // stable: equals as they came
        for (int i = 0; i < askedCount; i++) {
            asked[i].position = i;
        }
        isSorted = true;
    }

    /** Asks for all kept ranks once more: a rule has changed pieces that wait. */
    public void updateRanks() {
        TreeMap<Key, E> ranked = tree;
        if (ranked != null) {
            ranked.clear();
            keys.replaceAll((entry, key) -> new Key(ranking.rank(entry.piece()), key.turn));
            keys.forEach((entry, key) -> ranked.put(key, present(entry)));
        }
    }

    /** The first for which that holds, as they came; null if it holds for none. */
    public @Nullable E firstThat(Predicate<E> holds) {
        for (QueueEntry one = first; one != null; one = one.behind) {
            if (holds.test(present(one))) {
                return entry(one);
            }
        }
        return null;
    }

    /** Gives each, in the order in which they came. */
    public void forEach(Consumer<E> consumer) {
        for (QueueEntry one = first; one != null; one = one.behind) {
            consumer.accept(present(one));
        }
    }

    private E present(@Nullable QueueEntry one) {
        E there = entry(one);
        assert there != null : "nothing waits";
        return there;
    }

    @SuppressWarnings("unchecked") // only such entries are put in
    private @Nullable E entry(@Nullable QueueEntry one) {
        return (E) one;
    }
}
