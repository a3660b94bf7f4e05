package rhombic.plant;

import org.jspecify.annotations.Nullable;

/** The offers that wait for one taker, oldest first. */
final class Line {
    private Offer.@Nullable Standing first;
    private Offer.@Nullable Standing last;

    boolean isEmpty() {
        return first == null;
    }

    @Nullable Offer oldest() {
        return first == null ? null : first.offer;
    }

    void add(Offer.Standing standing) {
        standing.before = last;
        standing.behind = null;
        if (last == null) {
            first = standing;
        } else {
            last.behind = standing;
        }
        last = standing;
        standing.inLine = true;
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
    }
}
