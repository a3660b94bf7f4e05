package rhombic.plant;

import org.jspecify.annotations.Nullable;

/** The offers that wait for one taker, by rank, equals oldest first. */
final class Line {
    private Offer.@Nullable Standing first;
    private Offer.@Nullable Standing last;
    private int size;

    boolean isEmpty() {
        return first == null;
    }

    int size() {
        return size;
    }

    Offer.@Nullable Standing first() {
        return first;
    }

    void add(Offer.Standing standing) {
        Offer.Standing before = last;
        while (before != null && before.rank > standing.rank) {
            before = before.before;
        }
        Offer.Standing behind = before == null ? first : before.behind;
        standing.before = before;
        standing.behind = behind;
        if (before == null) {
            first = standing;
        } else {
            before.behind = standing;
        }
        if (behind == null) {
            last = standing;
        } else {
            behind.before = standing;
        }
        standing.inLine = true;
        size++;
    }

    void remove(Offer.Standing standing) {
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
}
