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
    private static final Comparator<Offer.Standing> BY_RANK = Comparator.comparingDouble((Offer.Standing s) -> s.rank)
            .thenComparingLong(s -> s.turn);

    private Ranking ranking = Ranking.BY_AGE;
    private @Nullable TreeSet<Offer.Standing> ranked;
    private Offer.Standing[] asked = {};
    private Offer.@Nullable Standing first;
    private Offer.@Nullable Standing last;
    private Offer.@Nullable Standing lastUrgent;
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
    Offer.@Nullable Standing first() {
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
    Offer.@Nullable Standing next(Offer.Standing standing) {
        if (standing.urgent && standing != lastUrgent) {
            return standing.behind;
        }
        return switch (ranking.kept()) {
            case AS_THEY_CAME -> standing.behind;
            case WHILE_IT_WAITS -> standing.urgent ? firstRanked() : ranked == null ? null : ranked.higher(standing);
            case NOT_AT_ALL -> standing.urgent ? firstAsked() : standing.turn + 1 < asked.length ? asked[(int) standing.turn + 1] : null;
        };
    }

    private Offer.@Nullable Standing firstRanked() {
        return ranked == null || ranked.isEmpty() ? null : ranked.first();
    }

    private Offer.@Nullable Standing firstAsked() {
        Offer.Standing one = lastUrgent == null ? first : lastUrgent.behind;
        Offer.Standing[] all = new Offer.Standing[size];
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

    void add(Offer.Standing standing) {
        standing.inLine = true;
        standing.urgent = standing.offer.piece().isFailed();
        size++;
        if (standing.urgent) {
            insert(standing, lastUrgent);
            lastUrgent = standing;
            return;
        }
        insert(standing, last);
        TreeSet<Offer.Standing> tree = ranked;
        if (tree != null) {
            standing.rank = ranking.rank(standing.offer.piece());
            standing.turn = turns++;
            tree.add(standing);
        }
    }

    private void insert(Offer.Standing standing, Offer.@Nullable Standing after) {
        Offer.Standing next = after == null ? first : after.behind;
        standing.before = after;
        standing.behind = next;
        if (after == null) {
            first = standing;
        } else {
            after.behind = standing;
        }
        if (next == null) {
            last = standing;
        } else {
            next.before = standing;
        }
    }

    void remove(Offer.Standing standing) {
        if (!standing.urgent && ranked != null) {
            ranked.remove(standing);
        }
        if (standing == lastUrgent) {
            lastUrgent = standing.before;
        }
        Offer.Standing before = standing.before;
        Offer.Standing behind = standing.behind;
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
        standing.before = null;
        standing.behind = null;
        standing.inLine = false;
        size--;
    }

    /** The piece on offer is another one now: it stands where the old one stood, unless it ranks otherwise. */
    void exchanged(Offer.Standing standing) {
        boolean urgent = standing.offer.piece().isFailed();
        boolean ranksAlike = ranking.kept() != Ranking.Kept.WHILE_IT_WAITS || ranking.rank(standing.offer.piece()) == standing.rank;
        if (urgent != standing.urgent || !ranksAlike) {
            remove(standing);
            add(standing);
        }
    }

    /** Asks for all kept ranks once more: a rule has changed pieces that wait. */
    void rankAnew() {
        TreeSet<Offer.Standing> tree = ranked;
        if (tree != null) {
            tree.clear();
            for (Offer.Standing one = lastUrgent == null ? first : lastUrgent.behind; one != null; one = one.behind) {
                one.rank = ranking.rank(one.offer.piece());
                tree.add(one);
            }
        }
    }

    /** Whether one of them could be served now, the taker having room for its piece. */
    boolean hasServable(Node taker) {
        for (Offer.Standing one = first; one != null; one = one.behind) {
            if (one.mayGo() && taker.hasRoom(one.way, one.offer.piece())) {
                return true;
            }
        }
        return false;
    }

    /** The first for which that holds, as they came. */
    public Offer.@Nullable Standing firstThat(java.util.function.Predicate<Offer.Standing> holds) {
        Offer.Standing one = first;
        while (one != null && !holds.test(one)) {
            one = one.behind;
        }
        return one;
    }

    /** Gives each, as they came. */
    void forEach(java.util.function.Consumer<Offer.Standing> consumer) {
        for (Offer.Standing one = first; one != null; one = one.behind) {
            consumer.accept(one);
        }
    }
}
