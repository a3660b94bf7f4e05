package rhombic.plant.traffic;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntPredicate;
import org.jspecify.annotations.Nullable;
import org.locationtech.jts.geom.Geometry;
import rhombic.kernel.Simulator;
import rhombic.plant.route.Route;
import rhombic.space.Pose;
import rhombic.study.way.AisleNet;
import rhombic.study.way.Sections;

/** Who has which section of the aisles in a run. */
public final class Traffic {
    /** Beyond so many routes it begins anew: those from somewhere on the way are hardly ever asked for twice. */
    private static final int MAX_KNOWN = 5_000;
    /** Places so near are one, as parts of a metre. */
    private static final double SAME = 1000;
    static final int[] NOTHING = {};

    final Simulator simulator;
    private final Sections sections;
    /** Those of the aisles, then the places beside them, as they come into use. */
    private final List<Held> held = new ArrayList<>();
    private final Map<List<Long>, Integer> places = new HashMap<>();
    private final List<Geometry> areas = new ArrayList<>();
    private final Map<Known, Passing> known = new HashMap<>();
    /** Those who wait for a section, the one that asked first in front. */
    private final Set<RoadUser> waiting = new LinkedHashSet<>();

    private record Known(Route route, boolean keepsPlace) {
        @Override
        public boolean equals(@Nullable Object other) {
            return other instanceof Known is && is.route == route && is.keepsPlace == keepsPlace;
        }

        @Override
        public int hashCode() {
            return System.identityHashCode(route);
        }
    }

    /** One section, and who has it. */
    static final class Held {
        final String name;
        final boolean isPlaceToWait;
        final List<Integer> excluded = new ArrayList<>();
        @Nullable RoadUser owner;
        /** How often its owner has it: it may come back to where it still is. */
        int count;

        Held(String name, boolean isPlaceToWait) {
            this.name = name;
            this.isPlaceToWait = isPlaceToWait;
        }
    }

    public Traffic(Simulator simulator, Sections sections) {
        this.simulator = simulator;
        this.sections = sections;
        List<Sections.Section> all = sections.sections();
        for (int i = 0; i < all.size(); i++) {
            Held section = new Held(all.get(i).name(), all.get(i).isPlaceToWait());
            section.excluded.addAll(sections.excludedBy(i));
            held.add(section);
        }
    }

    double half() {
        return sections.size().half();
    }

    double reach() {
        return sections.size().reach();
    }

    // ---- what a route passes

    Passing passing(Route route, boolean keepsPlace) {
        Known key = new Known(route, keepsPlace);
        Passing passing = known.get(key);
        if (passing == null) {
            passing = made(route, keepsPlace);
            if (known.size() >= MAX_KNOWN) {
                known.clear();
            }
            known.put(key, passing);
        }
        return passing;
    }

    private Passing made(Route route, boolean keepsPlace) {
        List<Passing.Entry> entries = new ArrayList<>();
        int place = keepsPlace ? place(route.to()) : -1;
        double ends = route.metres();
        double leaves = ends;
        if (!route.aisles().isEmpty()) {
            double along = route.aisles().stream().mapToDouble(AisleNet.Part::metres).sum();
            Pose first = onAisle(route.aisles().getFirst(), true);
            Pose last = onAisle(route.aisles().getLast(), false);
            double enters = Math.hypot(first.x() - route.from().x(), first.y() - route.from().y());
            leaves = Math.min(ends, enters + along);
            addBeside(entries, first, route.from(), 0, enters);
            addAlong(entries, route.aisles(), enters);
            addBeside(entries, last, route.to(), leaves, ends);
        }
        if (place >= 0) {
            entries.add(new Passing.Entry(place, leaves, Double.POSITIVE_INFINITY, false));
        }
        return new Passing(entries, half(), place, place < 0 ? NOTHING : exit(route));
    }

    /** What a vehicle needs that goes on from the end of a route along the same stretch, until it can wait. */
    private int[] exit(Route route) {
        if (route.aisles().isEmpty()) {
            return NOTHING;
        }
        AisleNet.Part last = route.aisles().getLast();
        Set<Integer> needed = new LinkedHashSet<>(
                sections.beside(onAisle(last, false), route.to()));
        AisleNet.Stretch stretch = sections.net().stretches().get(last.stretch());
        if (!stretch.isBothWays()) {
            double clear = last.to() + 2 * half();
            sections.cuts(last.stretch()).stream().filter(cut -> cut.to() > last.to() && cut.from() < clear)
                    .forEach(cut -> needed.add(cut.section()));
        }
        return needed.stream().mapToInt(section -> section).toArray();
    }

    private Pose onAisle(AisleNet.Part part, boolean begins) {
        return sections.net().along(part.stretch(), begins ? part.from() : part.to());
    }

    private void addBeside(List<Passing.Entry> entries, Pose onAisle, Pose place, double in, double out) {
        for (int section : sections.beside(onAisle, place)) {
            entries.add(new Passing.Entry(section, in, out, false));
        }
    }

    private void addAlong(List<Passing.Entry> entries, List<AisleNet.Part> parts, double enters) {
        double begins = enters;
        for (AisleNet.Part part : parts) {
            double low = Math.min(part.from(), part.to());
            double high = Math.max(part.from(), part.to());
            List<Sections.Cut> cuts = sections.cuts(part.stretch());
            for (Sections.Cut cut : part.to() >= part.from() ? cuts : cuts.reversed()) {
                double from = Math.max(low, cut.from());
                double to = Math.min(high, cut.to());
                if (from < to) {
                    double in = begins + (part.to() >= part.from() ? from - low : high - to);
                    add(entries, cut.section(), in, in + to - from);
                }
            }
            begins += part.metres();
        }
    }

    /** What follows in the same crossing is one with what is before. */
    private void add(List<Passing.Entry> entries, int section, double in, double out) {
        if (!entries.isEmpty() && entries.getLast().section() == section && entries.getLast().out() >= in - 1e-9) {
            Passing.Entry last = entries.removeLast();
            entries.add(new Passing.Entry(section, last.in(), out, last.isPlaceToWait()));
        } else {
            entries.add(new Passing.Entry(section, in, out, held.get(section).isPlaceToWait));
        }
    }

    /** The place there, which one vehicle has at a time. */
    private int place(Pose at) {
        List<Long> key = List.of(Math.round(at.x() * SAME), Math.round(at.y() * SAME));
        Integer known = places.get(key);
        if (known != null) {
            return known;
        }
        int number = held.size();
        Geometry area = sections.place(at);
        Held place = new Held("the place at " + Math.round(at.x() * 10) / 10.0 + ", " + Math.round(at.y() * 10) / 10.0, false);
        held.add(place);
        for (int other : sections.overlapping(area)) {
            exclude(number, other);
        }
        for (int i = 0; i < areas.size(); i++) {
            if (Sections.overlap(area, areas.get(i))) {
                exclude(number, number - areas.size() + i);
            }
        }
        areas.add(area);
        places.put(key, number);
        return number;
    }

    private void exclude(int one, int other) {
        held.get(one).excluded.add(other);
        held.get(other).excluded.add(one);
    }

    // ---- giving

    /** Who keeps that from being given to somebody: it, or a section that overlaps it, is another's; null if nobody does. */
    @Nullable
    RoadUser ownerBut(RoadUser user, int section) {
        int keeps = keeps(user, section);
        return keeps < 0 ? null : held.get(keeps).owner;
    }

    /** The section of another that keeps one from being given to somebody: itself, or one that overlaps it; negative if none does. */
    int keeps(RoadUser user, int section) {
        Held asked = held.get(section);
        if (asked.owner != null && asked.owner != user) {
            return section;
        }
        for (int i = 0; i < asked.excluded.size(); i++) {
            RoadUser owner = held.get(asked.excluded.get(i)).owner;
            if (owner != null && owner != user) {
                return asked.excluded.get(i);
            }
        }
        return -1;
    }

    boolean isTaken(int section) {
        return held.get(section).owner != null;
    }

    void take(RoadUser user, int section) {
        Held taken = held.get(section);
        assert ownerBut(user, section) == null : taken.name + " is another's";
        taken.owner = user;
        taken.count++;
    }

    void release(RoadUser user, int section) {
        Held released = held.get(section);
        assert released.owner == user : "only who has a section can give it back";
        if (--released.count == 0) {
            released.owner = null;
        }
    }

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
        return ownerBut(user, next) && reaches(user, next, user, keeps, new HashSet<>());
    }

    /** Whether another keeps any of them. */
    private boolean ownerBut(RoadUser user, int[] sections) {
        for (int section : sections) {
            if (keeps(user, section) >= 0) {
                return true;
            }
        }
        return false;
    }

    private boolean reaches(RoadUser from, int[] needed, RoadUser target, IntPredicate keeps,
            Set<RoadUser> seen) {
        for (int section : needed) {
            if (blocks(from, section, target, keeps, seen)) {
                return true;
            }
            for (int other : held.get(section).excluded) {
                if (blocks(from, other, target, keeps, seen)) {
                    return true;
                }
            }
        }
        return false;
    }

    private boolean blocks(RoadUser from, int section, RoadUser target, IntPredicate keeps, Set<RoadUser> seen) {
        RoadUser owner = held.get(section).owner;
        if (from != target && keeps.test(section)) {
            return true;
        }
        return owner != null && owner != from && owner != target && owner.keepsWaiting(section) && seen.add(owner)
                && reaches(owner, owner.next(), target, keeps, seen);
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
        for (int section : user.next()) {
            RoadUser owner = ownerBut(user, section);
            if (owner != null) {
                return new Wait(user, held.get(section).name, owner, user.sinceNanos());
            }
        }
        for (int section : user.afterNext()) {
            RoadUser owner = ownerBut(user, section);
            if (owner != null) {
                return new Wait(user, held.get(section).name, owner, user.sinceNanos());
            }
        }
        return null;
    }
}
