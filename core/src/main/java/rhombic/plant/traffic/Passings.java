package rhombic.plant.traffic;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.locationtech.jts.geom.Geometry;
import rhombic.plant.route.Route;
import rhombic.space.Pose;
import rhombic.study.way.AisleNet;
import rhombic.study.way.Sections;

/** The sections that routes pass, remembered for each route; the places where they end become sections when they are first met. */
final class Passings {
    /** Beyond so many routes it begins anew: those from somewhere on the way are hardly ever asked for twice. */
    private static final int MAX_KNOWN = 5_000;
    /** Places so near are one, as parts of a metre. */
    private static final double SAME = 1000;

    private static final double NEAR_METRES = 1e-6;
    private static final double NEAR_DEGREES = 1;

    private final Sections sections;
    private final SectionBook book;
    private final Map<List<Long>, Integer> places = new HashMap<>();
    /** Of the places, in their order. */
    private final List<Geometry> areas = new ArrayList<>();
    private final Map<Known, Passing> known = new HashMap<>();

    private record Known(Route route, boolean keepsPlace, double trailing) {
        @Override
        public boolean equals(@Nullable Object other) {
            return other instanceof Known is && is.route == route && is.keepsPlace == keepsPlace && is.trailing == trailing;
        }

        @Override
        public int hashCode() {
            return System.identityHashCode(route);
        }
    }

    Passings(Sections sections, SectionBook book) {
        this.sections = sections;
        this.book = book;
    }

    /**
     * @param keepsPlace whether who goes along it has the place at its end for itself
     * @param trailing how far what it pulls reaches behind it
     */
    Passing of(Route route, boolean keepsPlace, double trailing) {
        Known key = new Known(route, keepsPlace, trailing);
        Passing passing = known.get(key);
        if (passing == null) {
            passing = made(route, keepsPlace, trailing);
            if (known.size() >= MAX_KNOWN) {
                known.clear();
            }
            known.put(key, passing);
        }
        return passing;
    }

    private Passing made(Route route, boolean keepsPlace, double trailing) {
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
            if (!goesOn(route, first, enters)) {
                sections.beside(first, route.from()).forEach(one -> entries.add(new Passing.Entry(one.section(), 0, enters, false)));
            }
            addAlong(entries, route.aisles(), enters);
            double off = leaves;
            sections.beside(last, route.to())
                    .forEach(one -> entries.add(new Passing.Entry(one.section(), off, ends, false, off + one.reaches())));
        }
        if (place >= 0) {
            entries.add(new Passing.Entry(place, leaves, Double.POSITIVE_INFINITY, false));
        }
        double half = sections.size().half();
        return new Passing(entries, half, half + trailing, place, place < 0 ? Traffic.NOTHING : exit(route));
    }

    /** Whether it begins on its aisle and looks the way it goes: then it needs nothing of what is behind it or beside. */
    private static boolean goesOn(Route route, Pose first, double enters) {
        AisleNet.Part part = route.aisles().getFirst();
        double heading = part.to() >= part.from() ? first.heading() : first.heading() + 180;
        return enters < NEAR_METRES && Math.abs(Math.IEEEremainder(heading - route.from().heading(), 360)) < NEAR_DEGREES;
    }

    /** What a vehicle needs that goes on from the end of a route along the same stretch, until it can wait. */
    private int[] exit(Route route) {
        if (route.aisles().isEmpty()) {
            return Traffic.NOTHING;
        }
        AisleNet.Part last = route.aisles().getLast();
        Set<Integer> needed = new LinkedHashSet<>();
        sections.beside(onAisle(last, false), route.to()).forEach(one -> needed.add(one.section()));
        AisleNet.Stretch stretch = sections.net().stretches().get(last.stretch());
        if (!stretch.isBothWays()) {
            double clear = last.to() + 2 * sections.size().half();
            sections.cuts(last.stretch()).stream().filter(cut -> cut.to() > last.to() && cut.from() < clear)
                    .forEach(cut -> needed.add(cut.section()));
        }
        return needed.stream().mapToInt(section -> section).toArray();
    }

    private Pose onAisle(AisleNet.Part part, boolean begins) {
        return sections.net().along(part.stretch(), begins ? part.from() : part.to());
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
            entries.add(new Passing.Entry(section, in, out, book.isPlaceToWait(section)));
        }
    }

    /** The place there, which one vehicle has at a time. */
    private int place(Pose at) {
        List<Long> key = List.of(Math.round(at.x() * SAME), Math.round(at.y() * SAME));
        Integer known = places.get(key);
        if (known != null) {
            return known;
        }
        Geometry area = sections.place(at);
        int number = book.add("the place at " + Math.round(at.x() * 10) / 10.0 + ", " + Math.round(at.y() * 10) / 10.0);
        sections.overlapping(area).forEach(other -> book.exclude(number, other));
        for (int i = 0; i < areas.size(); i++) {
            if (Sections.overlap(area, areas.get(i))) {
                book.exclude(number, number - areas.size() + i);
            }
        }
        areas.add(area);
        places.put(key, number);
        return number;
    }
}
