package rhombic.plant.traffic;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import rhombic.study.place.RoadSpace;

/** The sections that one vehicle has: of its route, as they are given to it and as it leaves them, and of where it came from. */
final class Holdings {
    private static final double TINY_METRES = 1e-6;

    private final SectionBook book;
    private final RoadUser user;
    private final RoadSpace size;
    private final double trailing;
    /** What its route passes; null while it has none. */
    private @Nullable Passing passing;
    /** So many groups of sections have been given to it. */
    private int groups;
    /** So many sections have been left, in the order in which they are. */
    private int left;
    /** What it needs to leave the place where it stands. */
    private int[] exit = Traffic.NOTHING;
    /** What it has from before it set out, until it is clear of that. */
    private final List<Integer> before = new ArrayList<>();

    /** @param trailing how far what it pulls reaches behind it */
    Holdings(SectionBook book, RoadUser user, RoadSpace size, double trailing) {
        this.book = book;
        this.user = user;
        this.size = size;
        this.trailing = trailing;
    }

    @Nullable
    Passing passing() {
        return passing;
    }

    /** It is to go along another route, of which nothing is its own yet. */
    void begin(Passing passed) {
        passing = passed;
        groups = 0;
        left = 0;
        exit = Traffic.NOTHING;
    }

    /** The same where the first group of the route is its own already. */
    void goOn(Passing passed) {
        begin(passed);
        groups = 1;
    }

    int groups() {
        return groups;
    }

    /** The next group of its route is its own. */
    void take() {
        take(known(), groups++);
    }

    /** A group of a route is its own. */
    void take(Passing passed, int group) {
        for (int section : passed.after(group)) {
            book.take(user, section);
        }
    }

    private Passing known() {
        Passing passed = passing;
        if (passed == null) {
            throw new IllegalStateException("Who has no route needs no sections");
        }
        return passed;
    }

    /** Where it stands if it is given no more, in metres along its route; infinite if it has all that it needs. */
    double stop() {
        return known().stops[groups - 1];
    }

    /** Whether it has anything from before it set out: a place, or where it stands on an aisle. */
    boolean hasFromBefore() {
        return !before.isEmpty();
    }

    boolean isFromBefore(int section) {
        return before.contains(section);
    }

    /** What it needs next: of its route, or to leave the place where it stands. */
    int[] next() {
        Passing passed = passing;
        return passed == null ? exit : passed.after(groups);
    }

    /** What it needs after that. */
    int[] afterNext() {
        Passing passed = passing;
        return passed == null ? Traffic.NOTHING : passed.after(groups + 1);
    }

    // ---- what it keeps, and what it gives back

    private double clearMetres() {
        return size.reach() + size.half() + trailing;
    }

    /** Whether it still has that section when it stands there, with so many groups of a route given to it. */
    boolean keeps(Passing passed, int section, double metres, int given) {
        if (before.contains(section) && metres < clearMetres()) {
            return true;
        }
        for (int i = 0; i < passed.groupEnds[given - 1]; i++) {
            Passing.Entry entry = passed.entries.get(i);
            if (entry.section() == section && (section == passed.place || metres < entry.out() + size.half() + trailing)) {
                return true;
            }
        }
        return false;
    }

    private int given() {
        return groups == 0 ? 0 : known().groupEnds[groups - 1];
    }

    /** Those of its route that are its own now. */
    private List<Integer> ofRoute(Passing passed) {
        List<Integer> all = new ArrayList<>();
        for (int i = left; i < passed.leaving.length; i++) {
            if (passed.leaving[i] < given()) {
                all.add(passed.entries.get(passed.leaving[i]).section());
            }
        }
        return all;
    }

    /** Where it will have left the next section; infinite if there is none that it has. */
    double nextLeft() {
        Passing passed = known();
        boolean hasNext = left < passed.leaving.length && passed.leaving[left] < given();
        double next = hasNext ? passed.left(passed.leaving[left]) : Double.POSITIVE_INFINITY;
        return before.isEmpty() ? next : Math.min(next, clearMetres());
    }

    /** It has come so far: what it has left is another's, if one wants it. Says whether it has left any. */
    boolean leave(double metres) {
        Passing passed = known();
        double at = metres + TINY_METRES;
        List<Integer> all = new ArrayList<>();
        while (left < passed.leaving.length && passed.leaving[left] < given() && passed.left(passed.leaving[left]) <= at) {
            all.add(passed.entries.get(passed.leaving[left++]).section());
        }
        if (clearMetres() <= at) {
            all.addAll(before);
            before.clear();
        }
        return release(all);
    }

    /**
     * It has come to the end of its route, where it keeps nothing but its place, and what it stands in with what it pulls. Says whether it has left
     * any.
     *
     * @param metres length of its route
     */
    boolean arrive(double metres) {
        Passing passed = known();
        List<Integer> all = ofRoute(passed);
        if (trailing == 0 || metres >= clearMetres()) {
            all.addAll(before);
            before.clear();
        }
        if (trailing > 0) {
            passed.entries.stream().filter(entry -> entry.section() != passed.place && passed.covers(entry, metres))
                    .map(Passing.Entry::section).filter(all::remove).forEach(before::add);
        }
        if (passed.place >= 0) {
            all.remove((Integer) passed.place);
            before.add(passed.place);
        }
        exit = passed.exit;
        passing = null;
        return release(all);
    }

    /**
     * It stands there on its route, and goes no farther: it keeps what it is in. Says whether it has left any.
     *
     * @param hasBegun whether it has set out at all
     */
    boolean stay(double metres, boolean hasBegun) {
        Passing passed = known();
        List<Integer> all = ofRoute(passed);
        List<Integer> kept = new ArrayList<>();
        for (int i = left; hasBegun && i < passed.leaving.length; i++) {
            Passing.Entry entry = passed.entries.get(passed.leaving[i]);
            if (passed.leaving[i] < given() && passed.isIn(entry, metres)) {
                kept.add(entry.section());
            }
        }
        if (hasBegun && metres >= clearMetres()) {
            all.addAll(before);
            before.clear();
        }
        kept.forEach(all::remove);
        before.addAll(kept);
        passing = null;
        return release(all);
    }

    /** It has a group of a route that it does not go along after all. */
    void giveBack(Passing passed, int group) {
        for (int section : passed.after(group)) {
            book.release(user, section);
        }
    }

    private boolean release(List<Integer> sections) {
        sections.forEach(section -> book.release(user, section));
        return !sections.isEmpty();
    }
}
