package rhombic.plant.handover;

import java.util.Arrays;
import java.util.Comparator;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import rhombic.plant.piece.Ranking;

/** The offers that wait for one taker, by its ranking, equals oldest first; what comes back for rework before all others. */
public final class Line {
    /*
     * All stand in a chain as they came, those that come back for rework at its front. Where ranks are kept, a tree has
     * the rest in order, so coming and going take log(n) steps. Where ranks change with time, all are asked when the line
     * is served, and sorted.
     */
    private static final Comparator<Offer.QueuedOffer> BY_RANK = Comparator.comparingDouble((Offer.QueuedOffer s) -> s.rank)
            .thenComparingLong(s -> s.turn);

    private Ranking ranking = Ranking.BY_AGE;
    private @Nullable TreeSet<Offer.QueuedOffer> ranked;
    private Offer.QueuedOffer[] asked = {};
    private Offer.@Nullable QueuedOffer first;
    private Offer.@Nullable QueuedOffer last;
    private Offer.@Nullable QueuedOffer lastUrgent;
    private int size;
    private long turns;

    /** Called once, before anything stands in it. */
    void rankBy(Ranking newRanking) {
        ranking = newRanking;
        ranked = ranking.kept() == Ranking.Kept.WHILE_IT_WAITS ? new TreeSet<>(BY_RANK) : null;
    }

    public boolean isEmpty() {
        return first == null;
    }

    /** The one to be looked at first now. */
    Offer.@Nullable QueuedOffer first() {
        if (lastUrgent != null || first == null) {
            return first;
        }
        return switch (ranking.kept()) {
            case AS_THEY_CAME -> first;
            case WHILE_IT_WAITS -> firstRanked();
            case NOT_AT_ALL -> firstAsked();
        };
    }

    /** The one behind it; the line must not have changed since {@link #first()}. */
    Offer.@Nullable QueuedOffer next(Offer.QueuedOffer entry) {
        if (entry.urgent && entry != lastUrgent) {
            return entry.behind;
        }
        return switch (ranking.kept()) {
            case AS_THEY_CAME -> entry.behind;
            case WHILE_IT_WAITS -> entry.urgent ? firstRanked() : ranked == null ? null : ranked.higher(entry);
            case NOT_AT_ALL -> entry.urgent ? firstAsked() : entry.turn + 1 < asked.length ? asked[(int) entry.turn + 1] : null;
        };
    }

    private Offer.@Nullable QueuedOffer firstRanked() {
        return ranked == null || ranked.isEmpty() ? null : ranked.first();
    }

    private Offer.@Nullable QueuedOffer firstAsked() {
        Offer.QueuedOffer one = lastUrgent == null ? first : lastUrgent.behind;
        Offer.QueuedOffer[] all = new Offer.QueuedOffer[size];
        int count = 0;
        for (; one != null; one = one.behind) {
            one.rank = ranking.rank(one.offer.piece());
            one.turn = count;
            all[count++] = one;
        }
        asked = Arrays.copyOf(all, count);
        Arrays.sort(asked, BY_RANK);
        for (int i = 0; i < count; i++) {
            asked[i].turn = i;
        }
        return count == 0 ? null : asked[0];
    }

    void add(Offer.QueuedOffer entry) {
        entry.inLine = true;
        entry.urgent = entry.offer.piece().isFailed();
        size++;
        if (entry.urgent) {
            insert(entry, lastUrgent);
            lastUrgent = entry;
            return;
        }
        insert(entry, last);
        TreeSet<Offer.QueuedOffer> tree = ranked;
        if (tree != null) {
            entry.rank = ranking.rank(entry.offer.piece());
            entry.turn = turns++;
            tree.add(entry);
        }
    }

    private void insert(Offer.QueuedOffer entry, Offer.@Nullable QueuedOffer after) {
        Offer.QueuedOffer next = after == null ? first : after.behind;
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

    void remove(Offer.QueuedOffer entry) {
        if (!entry.urgent && ranked != null) {
            ranked.remove(entry);
        }
        if (entry == lastUrgent) {
            lastUrgent = entry.before;
        }
        Offer.QueuedOffer before = entry.before;
        Offer.QueuedOffer behind = entry.behind;
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
        entry.inLine = false;
        size--;
    }

    /** The piece on offer is another one now: it stands where the old one stood, unless it ranks otherwise. */
    void exchanged(Offer.QueuedOffer entry) {
        boolean urgent = entry.offer.piece().isFailed();
        boolean ranksAlike = ranking.kept() != Ranking.Kept.WHILE_IT_WAITS || ranking.rank(entry.offer.piece()) == entry.rank;
        if (urgent != entry.urgent || !ranksAlike) {
            remove(entry);
            add(entry);
        }
    }

    /** Asks for all kept ranks once more: a rule has changed pieces that wait. */
    void updateRanks() {
        TreeSet<Offer.QueuedOffer> tree = ranked;
        if (tree != null) {
            tree.clear();
            for (Offer.QueuedOffer one = lastUrgent == null ? first : lastUrgent.behind; one != null; one = one.behind) {
                one.rank = ranking.rank(one.offer.piece());
                tree.add(one);
            }
        }
    }

    /** Whether one of them could be served now, the taker having room for its piece. */
    boolean hasServable(Node taker) {
        for (Offer.QueuedOffer one = first; one != null; one = one.behind) {
            if (one.mayGo() && taker.hasRoom(one.way, one.offer.piece())) {
                return true;
            }
        }
        return false;
    }

    /** The first for which that holds, as they came. */
    public Offer.@Nullable QueuedOffer firstThat(java.util.function.Predicate<Offer.QueuedOffer> holds) {
        Offer.QueuedOffer one = first;
        while (one != null && !holds.test(one)) {
            one = one.behind;
        }
        return one;
    }

    /** Gives each, as they came. */
    void forEach(java.util.function.Consumer<Offer.QueuedOffer> consumer) {
        for (Offer.QueuedOffer one = first; one != null; one = one.behind) {
            consumer.accept(one);
        }
    }
}
