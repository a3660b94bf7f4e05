package rhombic.plant.traffic;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.kernel.Simulator;
import rhombic.study.place.RoadSpace;
import rhombic.study.way.Sections;

/** All vehicles of a run that share aisles: who waits, who is served, and who would wait for itself. */
public final class Traffic {
    static final int[] NOTHING = {};

    final Simulator simulator;
    final SectionBook book;
    final Passings passings;
    /** What the largest vehicle needs. */
    final RoadSpace size;
    /** Those who wait for a section, the one that asked first in front. */
    private final Set<RoadUser> waiting = new LinkedHashSet<>();

    public Traffic(Simulator simulator, Sections sections) {
        this.simulator = simulator;
        size = sections.size();
        book = new SectionBook(sections);
        passings = new Passings(sections, book);
    }

    // ---- who waits

    /** Those who wait try again, after something was released. */
    void serve() {
        if (waiting.isEmpty()) {
            return;
        }
        for (RoadUser user : List.copyOf(waiting)) {
            if (waiting.contains(user) && user.mayTryAgain()) {
                user.tryAgain();
            }
        }
    }

    void waits(RoadUser user) {
        waiting.add(user);
    }

    void waitsNoMore(RoadUser user) {
        waiting.remove(user);
    }

    // ---- circles

    /**
     * Whether somebody would wait, by way of others, for itself.
     *
     * @param next the sections that it would need next
     * @param keeps whether it would still have a section while it waits
     */
    boolean closesCircle(RoadUser user, int[] next, IntPredicate keeps) {
        return isKept(user, next) && reaches(user, next, user, keeps, new HashSet<>());
    }

    /** Whether another keeps any of them. */
    private boolean isKept(RoadUser user, int[] sections) {
        for (int section : sections) {
            if (book.keeps(user, section) >= 0) {
                return true;
            }
        }
        return false;
    }

    private boolean reaches(RoadUser from, int[] needed, RoadUser target, IntPredicate keeps, Set<RoadUser> seen) {
        for (int section : needed) {
            if (blocks(from, section, target, keeps, seen)) {
                return true;
            }
            for (int other : book.excluded(section)) {
                if (blocks(from, other, target, keeps, seen)) {
                    return true;
                }
            }
        }
        return false;
    }

    private boolean blocks(RoadUser from, int section, RoadUser target, IntPredicate keeps, Set<RoadUser> seen) {
        if (from != target && keeps.test(section)) {
            return true;
        }
        RoadUser owner = book.owner(section);
        return owner != null && owner != from && owner != target && owner.keepsWaiting(section) && seen.add(owner)
                && reaches(owner, owner.next(), target, keeps, seen);
    }

    /** Others at places who wait for a circle go aside, one after the other, until one has. */
    void makeRoom(RoadUser stuck) {
        for (RoadUser user : List.copyOf(waiting)) {
            if (user != stuck && waiting.contains(user) && user.standAsideFromCircle()) {
                return;
            }
        }
    }

    /** Whether it waits, by way of others who stand, for some of them that wait for themselves. */
    boolean leadsToCircle(RoadUser user) {
        return findsCircle(user, new HashSet<>(Set.of(user)), new HashSet<>());
    }

    /** What it has to wait for: what it needs next; if that is free it waits since it would close a circle behind it. */
    private int[] missing(RoadUser user) {
        return isKept(user, user.next()) ? user.next() : user.afterNext();
    }

    private boolean findsCircle(RoadUser from, Set<RoadUser> path, Set<RoadUser> done) {
        for (int section : missing(from)) {
            RoadUser owner = book.keeper(from, section);
            if (owner == null || !owner.stands()) {
                continue;
            }
            if (path.contains(owner)) {
                return true;
            }
            if (done.add(owner)) {
                path.add(owner);
                if (findsCircle(owner, path, done)) {
                    return true;
                }
                path.remove(owner);
            }
        }
        return false;
    }

    // ---- what stands

    /** A circle of vehicles that wait for each other for good, each with whom it waits for and for what; empty if there is none. */
    public List<Wait> deadlock() {
        Map<RoadUser, Wait> waits = new LinkedHashMap<>();
        for (RoadUser user : waiting) {
            Wait wait = user.stands() ? waitOf(user) : null;
            if (wait != null) {
                waits.put(user, wait);
            }
        }
        while (waits.keySet().removeIf(user -> user.canStandAside(waits.keySet()))) {
            // whoever only waits for one that can stand aside does not stand for good either, unless another circle holds it
        }
        for (RoadUser user : waits.keySet()) {
            List<Wait> chain = new ArrayList<>();
            Set<RoadUser> seen = new HashSet<>();
            RoadUser at = user;
            while (waits.containsKey(at) && seen.add(at)) {
                Wait wait = waits.get(at);
                chain.add(wait);
                at = wait.owner;
            }
            if (at == user && !chain.isEmpty()) {
                return chain;
            }
        }
        return List.of();
    }

    /**
     * Somebody waits for what another has.
     *
     * @param section its name
     */
    public record Wait(RoadUser user, String section, RoadUser owner, long sinceNanos) {
        public String sentence() {
            return user.name() + " waits for " + section + ", which " + owner.name() + " holds";
        }
    }

    private @Nullable Wait waitOf(RoadUser user) {
        for (int section : IntStream.concat(Arrays.stream(user.next()), Arrays.stream(user.afterNext())).toArray()) {
            RoadUser owner = book.keeper(user, section);
            if (owner != null) {
                return new Wait(user, book.name(section), owner, user.sinceNanos());
            }
        }
        return null;
    }
}
