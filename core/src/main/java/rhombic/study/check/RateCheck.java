package rhombic.study.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Operation;
import rhombic.study.work.Supply;

/** Checks rates against each other: what comes against what can be worked off, and times against their neighbours'. */
final class RateCheck {
    private static final double SIXTY_FROM = 45;
    private static final double SIXTY_TO = 80;
    private static final int MAX_DEPTH = 400;

    private final Map<String, PlantElement> elements = new HashMap<>();
    private final Map<String, List<Link>> out = new HashMap<>();
    private final Map<String, List<Link>> in = new HashMap<>();
    private final Map<String, OptionalDouble> rates = new HashMap<>();
    private final Set<String> open = new HashSet<>();
    private final List<Problem> problems = new ArrayList<>();

    private RateCheck(Study study) {
        study.elements().forEach(element -> elements.put(element.name(), element));
        for (Link link : study.links()) {
            out.computeIfAbsent(link.from(), key -> new ArrayList<>()).add(link);
            in.computeIfAbsent(link.to(), key -> new ArrayList<>()).add(link);
        }
    }

    static List<Problem> of(Study study) {
        RateCheck check = new RateCheck(study);
        for (PlantElement element : study.elements()) {
            if (element instanceof Station station) {
                check.overload(station);
                check.unit(station);
            } else if (element instanceof Fleet fleet) {
                check.overload(fleet, study.links());
            }
        }
        return check.problems;
    }

    private void overload(Station station) {
        OptionalDouble comes = comingPerHour(station.name());
        OptionalDouble each = seconds(station);
        if (comes.isEmpty() || each.isEmpty() || each.getAsDouble() <= 0) {
            return;
        }
        double works = 3600.0 * station.work().places() * station.load().pieces() / each.getAsDouble();
        if (comes.getAsDouble() > works * (1 + 1e-9)) {
            int needed = (int) Math.ceil(comes.getAsDouble() / works * station.work().places() - 1e-9);
            problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.OVERLOAD, station.name(),
                    String.format(Locale.ROOT, "%.1f pieces an hour come but it can work only %.1f", comes.getAsDouble(), works),
                    "Let fewer come, or give it a shorter time or more places",
                    needed > 10_000
                            ? null
                            : Problem.Fix.of("Give it " + needed + " places", station, e -> station.withPlaces(needed))));
        }
    }

    /**
     * A fleet that cannot keep up even if it never drove empty: hours that orders take, in each hour, against the vehicles there are. Of several types in
     * one fleet the fastest counts for all.
     */
    private void overload(Fleet fleet, List<Link> links) {
        List<Fleet> types = elements.values().stream().filter(Fleet.class::isInstance).map(Fleet.class::cast)
                .filter(one -> one.name().equals(fleet.name()) || one.partOf().equals(fleet.name())).toList();
        double hours = 0;
        for (Link link : links) {
            PlantElement from = elements.get(link.from());
            PlantElement to = elements.get(link.to());
            OptionalDouble comes = along(link);
            if (link.travel() instanceof Travel.Carried carried && carried.need().inOrder().equals(List.of(fleet.name())) && from != null
                    && to != null
                    && comes.isPresent()) {
                hours += comes.getAsDouble()
                        * types.stream().mapToDouble(type -> seconds(type, link, carried, from, to)).min().orElse(0) / 3600;
            }
        }
        int others = types.stream().mapToInt(Fleet::vehicles).sum() - fleet.vehicles();
        if (hours > (fleet.vehicles() + others) * (1 + 1e-9)) {
            int needed = (int) Math.ceil(hours - 1e-9) - others;
            problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.OVERLOAD, fleet.name(),
                    String.format(Locale.ROOT, "What comes in an hour takes it %.1f hours, without any empty way, but it has %d %s", hours,
                            fleet.vehicles() + others, others == 0 ? fleet.memberWord(fleet.vehicles() > 1) : "vehicles"),
                    "Let less come, or give it more or faster vehicles",
                    needed > Fleet.MAX_VEHICLES
                            ? null
                            : Problem.Fix.of("Give it " + needed + " " + fleet.memberWord(needed > 1), fleet,
                                    e -> ((Fleet) e).withVehicles(needed))));
        }
    }

    /** What one piece takes at the least. */
    private static double seconds(Fleet fleet, Link link, Travel.Carried carried, PlantElement from, PlantElement to) {
        Pose outlet = Layout.outlet(from, link.fromPort());
        Pose inlet = Layout.inlet(to, link.toPort());
        double metres = Math.max(0, Math.hypot(inlet.x() - outlet.x(), inlet.y() - outlet.y()) - 2 * fleet.reachMetres());
        double speed = fleet.driving().speedLoaded().inBaseUnit();
        return fleet.loading().pickUpTime().meanSeconds().orElse(0) + fleet.loading().setDownTime().meanSeconds().orElse(0)
                + metres / speed / Math.min(carried.maxPieces(), fleet.capacity().pieces());
    }

    /** Pieces an hour that come to it, where that follows from the arrivals and the shares alone. */
    private OptionalDouble comingPerHour(String name) {
        OptionalDouble known = rates.get(name);
        if (known != null) {
            return known;
        }
        if (open.size() > MAX_DEPTH || !open.add(name)) {
            return OptionalDouble.empty(); // a circle, or farther from the arrivals than is looked
        }
        OptionalDouble sum = OptionalDouble.of(0);
        for (Link link : in.getOrDefault(name, List.of())) {
            OptionalDouble part = along(link);
            sum = sum.isPresent() && part.isPresent() ? OptionalDouble.of(sum.getAsDouble() + part.getAsDouble()) : OptionalDouble.empty();
        }
        open.remove(name);
        rates.put(name, sum);
        return sum;
    }

    private OptionalDouble along(Link link) {
        PlantElement giver = elements.get(link.from());
        List<Link> ways = out.getOrDefault(link.from(), List.of());
        double sum = ways.stream().mapToDouble(l -> l.share().map(Quantity::amount).orElse(0.0)).sum();
        boolean byShare = sum > 0 && ways.stream().allMatch(l -> l.filter() instanceof LinkFilter.All);
        if (giver == null || (ways.size() > 1 && !byShare)) {
            return OptionalDouble.empty();
        }
        double part = ways.size() == 1 ? 1 : link.share().map(Quantity::amount).orElse(0.0) / sum;
        OptionalDouble leaves = giver instanceof GoodsIn goodsIn
                ? arrivals(goodsIn)
                : giver instanceof Equipment equipment && equipment.passesOnWhatComes()
                        ? comingPerHour(giver.name())
                        : OptionalDouble.empty();
        return leaves.isPresent() ? OptionalDouble.of(leaves.getAsDouble() * part) : leaves;
    }

    private static OptionalDouble arrivals(GoodsIn in) {
        if (in.maxPieces().isPresent() || in.whenFull() == GoodsIn.WhenFull.REJECT) {
            return OptionalDouble.empty();
        }
        return in.supply().orElse(null) instanceof Supply.Spaced spaced && spaced.interarrival().meanSeconds() > 0
                ? OptionalDouble.of(3600.0 * spaced.pieces() / spaced.interarrival().meanSeconds())
                : OptionalDouble.empty();
    }

    /** Mean time of all its operations, where it is the same for every piece. */
    private static OptionalDouble seconds(Station station) {
        double sum = 0;
        for (Operation operation : station.work().operations()) {
            if (!(operation.time() instanceof TimeSource.Drawn drawn)) {
                return OptionalDouble.empty();
            }
            sum += drawn.time().meanSeconds();
        }
        return station.work().isTimeSet() ? OptionalDouble.of(sum) : OptionalDouble.empty();
    }

    /** A time about sixty times those of both neighbours, or a sixtieth, was probably typed with the wrong unit. */
    private void unit(Station station) {
        OptionalDouble own = seconds(station);
        if (own.isEmpty() || own.getAsDouble() <= 0 || station.work().operations().size() != 1 || station.load().pieces() > 1) {
            return;
        }
        double each = own.getAsDouble() / station.work().places();
        List<Double> neighbours = new ArrayList<>();
        neighbour(in, station.name(), true).ifPresent(neighbours::add);
        neighbour(out, station.name(), false).ifPresent(neighbours::add);
        boolean tooLong = !neighbours.isEmpty()
                && neighbours.stream().allMatch(other -> each / other >= SIXTY_FROM && each / other <= SIXTY_TO);
        boolean tooShort = neighbours.size() > 1
                && neighbours.stream().allMatch(other -> other / each >= SIXTY_FROM && other / each <= SIXTY_TO);
        if (!tooLong && !tooShort) {
            return;
        }
        Distribution time = ((TimeSource.Drawn) station.work().operations().getFirst().time()).time();
        Optional<Distribution> other = inOtherUnit(time, tooLong);
        problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.TIME_UNIT, station.name(),
                String.format(Locale.ROOT, "Its time of %s is about %s of its neighbours\u2019", time,
                        tooLong ? "60 times that" : "a sixtieth of those"),
                "Check its unit",
                other.map(right -> Problem.Fix.of("Make it " + right, station,
                        e -> station.with(station.work().withTime(new TimeSource.Drawn(right)))))
                        .orElse(null)));
    }

    private Optional<Double> neighbour(Map<String, List<Link>> links, String name, boolean before) {
        List<Link> near = links.getOrDefault(name, List.of());
        if (near.size() != 1) {
            return Optional.empty();
        }
        String other = before ? near.getFirst().from() : near.getFirst().to();
        PlantElement element = elements.get(other);
        if (element instanceof Buffer && !other.equals(name)) {
            List<Link> next = links.getOrDefault(other, List.of());
            element = next.size() == 1 ? elements.get(before ? next.getFirst().from() : next.getFirst().to()) : null;
        }
        if (element instanceof Station station && seconds(station).orElse(0) > 0) {
            return Optional.of(seconds(station).getAsDouble() / station.work().places() / station.load().pieces());
        }
        return element instanceof GoodsIn goodsIn && goodsIn.supply().orElse(null) instanceof Supply.Spaced spaced
                && spaced.interarrival().meanSeconds() > 0
                        ? Optional.of(spaced.interarrival().meanSeconds() / spaced.pieces())
                        : Optional.empty();
    }

    private static Optional<Distribution> inOtherUnit(Distribution time, boolean tooLong) {
        String text = time.toString();
        String changed = tooLong
                ? text.replaceAll("(?<=\\d) min\\b", " s").replaceAll("(?<=\\d) h\\b", " min")
                : text.replaceAll("(?<=\\d) min\\b", " h").replaceAll("(?<=\\d) s\\b", " min");
        return changed.equals(text) ? Optional.empty() : Optional.of(DistributionText.parse(changed));
    }
}
