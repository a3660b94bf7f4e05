package rhombic.study;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import rhombic.quantity.Quantity;

/** Finds all problems of a study at once. Time and memory grow with equipment plus links. */
public final class StudyCheck {
    private static final double SHARES_MAY_MISS = 1e-6;

    private final Study study;
    private final Map<String, Equipment> things = new LinkedHashMap<>();
    private final Map<String, List<Link>> out = new HashMap<>();
    private final Map<String, List<Link>> in = new HashMap<>();
    private final List<Problem> problems = new ArrayList<>();

    private StudyCheck(Study study) {
        this.study = study;
        study.equipment().forEach(e -> things.put(e.name(), e));
        for (Link link : study.links()) {
            out.computeIfAbsent(link.from(), key -> new ArrayList<>()).add(link);
            in.computeIfAbsent(link.to(), key -> new ArrayList<>()).add(link);
        }
    }

    /** All problems, errors first, in the order of the equipment within a grade. */
    public static List<Problem> of(Study study) {
        StudyCheck check = new StudyCheck(study);
        check.whole();
        study.equipment().forEach(check::single);
        check.circlesWithoutTime();
        check.reach();
        check.types();
        check.problems.sort(java.util.Comparator.comparing(Problem::grade));
        return List.copyOf(check.problems);
    }

    private void whole() {
        if (study.equipment().isEmpty()) {
            return;
        }
        if (things.values().stream().noneMatch(GoodsIn.class::isInstance)) {
            warn(Problem.Kind.NOTHING_ENTERS, "", "No piece ever enters", "Place a goods in and link it to the first equipment");
        }
        if (things.values().stream().noneMatch(GoodsOut.class::isInstance)) {
            add(Problem.Grade.HINT, Problem.Kind.NOTHING_LEAVES, "", "No piece ever leaves", "Place a goods out and link the last equipment to it");
        }
    }

    private void single(Equipment thing) {
        List<Link> ways = out.getOrDefault(thing.name(), List.of());
        if (thing.givesPieces() && ways.isEmpty()) {
            warn(Problem.Kind.NO_WAY_OUT, thing.name(), "Nothing takes its pieces", "Link it to the equipment that comes next");
        }
        shares(thing, ways);
        switch (thing) {
            case GoodsIn goodsIn -> supply(goodsIn, ways);
            case Station station -> {
                if (station.time().isEmpty()) {
                    error(Problem.Kind.NO_TIME, station.name(), "Its time is not set, so it takes nothing", "Set the time of its work, such as 90 s");
                }
            }
            case Buffer buffer -> { }
            case GoodsOut goodsOut -> { }
        }
    }

    private void shares(Equipment thing, List<Link> ways) {
        long set = ways.stream().filter(link -> link.share().isPresent()).count();
        if (set == 0) {
            return;
        }
        double sum = ways.stream().mapToDouble(link -> link.share().map(Quantity::amount).orElse(0.0)).sum();
        if (sum == 0) {
            error(Problem.Kind.SHARES, thing.name(), "All its shares are 0 %, so no piece can go on", "Give at least one link a share above 0 %");
        } else if (set < ways.size()) {
            warn(Problem.Kind.SHARES, thing.name(), "Some of its links have a share and some have none, which counts as 0 %",
                    "Give every link a share, or none");
        } else if (Math.abs(sum - 100) > SHARES_MAY_MISS) {
            warn(Problem.Kind.SHARES, thing.name(), "Its shares add up to " + Quantity.plain(Math.round(sum * 1e6) / 1e6) + " %; they are used in proportion",
                    "Make them add up to 100 %");
        }
    }

    private void supply(GoodsIn goodsIn, List<Link> ways) {
        Optional<Supply> supply = goodsIn.supply();
        if (supply.isEmpty()) {
            error(Problem.Kind.NO_SUPPLY, goodsIn.name(), "It is not said when pieces come, so none do", "Set the time between arrivals, such as 75 s");
            return;
        }
        boolean limited = goodsIn.most().isPresent();
        if (supply.get() instanceof Supply.Spaced spaced && spaced.between().isAlwaysZero() && !limited) {
            error(Problem.Kind.ENDLESS_SUPPLY, goodsIn.name(), "With 0 s between arrivals, pieces without end come at the first instant",
                    "Set a time above 0 s, or the most pieces that come");
        }
        if (supply.get() instanceof Supply.OnDemand && !limited) {
            endlessTaker(ways).ifPresent(taker -> error(Problem.Kind.ENDLESS_SUPPLY, goodsIn.name(),
                    "Supply on demand would fill " + taker + " without end at the first instant",
                    "Give " + taker + " a limited room or a time, or set the most pieces that come"));
        }
    }

    /** The first place on the way that takes any number of pieces in no time. */
    private Optional<String> endlessTaker(List<Link> ways) {
        Deque<Link> open = new ArrayDeque<>(ways);
        Set<String> seen = new HashSet<>();
        while (!open.isEmpty()) {
            String name = open.poll().to();
            if (!seen.add(name)) {
                continue;
            }
            Equipment taker = things.get(name);
            if (taker instanceof GoodsOut || (taker instanceof Buffer buffer && buffer.room().isEmpty())) {
                return Optional.of(name);
            }
            if (taker != null && passesInNoTime(taker)) {
                open.addAll(out.getOrDefault(name, List.of()));
            }
        }
        return Optional.empty();
    }

    private static boolean passesInNoTime(Equipment thing) {
        return switch (thing) {
            case Buffer buffer -> true;
            case Station station -> station.time().isPresent() && station.time().get().isAlwaysZero();
            case GoodsIn goodsIn -> false;
            case GoodsOut goodsOut -> false;
        };
    }

    private void circlesWithoutTime() {
        Set<String> timeless = things.values().stream().filter(StudyCheck::passesInNoTime).map(Equipment::name).collect(Collectors.toSet());
        for (List<String> circle : Circles.in(timeless, name -> out.getOrDefault(name, List.of()).stream().map(Link::to).toList())) {
            Set<String> members = Set.copyOf(circle);
            boolean leftByChance = circle.stream().anyMatch(name -> out.getOrDefault(name, List.of()).stream()
                    .anyMatch(l -> !members.contains(l.to()) && l.share().map(s -> s.amount() > 0).orElse(false)));
            String names = String.join(" \u2192 ", circle.size() > 6 ? circle.subList(0, 6) : circle) + (circle.size() > 6 ? " \u2192 \u2026" : "");
            for (String name : leftByChance ? List.<String>of() : circle) {
                error(Problem.Kind.CIRCLE_WITHOUT_TIME, name, "Pieces could go round in no time: " + names,
                        "Give one of them a time above 0 s, or take one link of the circle out");
            }
        }
    }

    private void reach() {
        Set<String> reached = new HashSet<>();
        Deque<String> open = new ArrayDeque<>();
        things.values().stream().filter(GoodsIn.class::isInstance).map(Equipment::name).forEach(open::add);
        while (!open.isEmpty()) {
            String name = open.poll();
            if (reached.add(name)) {
                out.getOrDefault(name, List.of()).forEach(link -> open.add(link.to()));
            }
        }
        for (Equipment thing : things.values()) {
            if (thing.takesPieces() && !reached.contains(thing.name())) {
                boolean linked = in.containsKey(thing.name());
                warn(Problem.Kind.UNREACHABLE, thing.name(), linked ? "No goods in leads to it" : "Nothing is linked to it, so it stays empty",
                        "Link the equipment before it to it");
            }
        }
        directOverload();
    }

    /** A station fed by one goods in alone, faster than it can ever work. */
    private void directOverload() {
        for (Equipment thing : things.values()) {
            List<Link> feeding = in.getOrDefault(thing.name(), List.of());
            if (!(thing instanceof Station station) || station.time().isEmpty() || feeding.size() != 1) {
                continue;
            }
            Equipment giver = things.get(feeding.getFirst().from());
            if (giver instanceof GoodsIn goodsIn && out.getOrDefault(giver.name(), List.of()).size() == 1
                    && goodsIn.most().isEmpty() && goodsIn.whenFull() == GoodsIn.WhenFull.WAIT
                    && goodsIn.supply().orElse(null) instanceof Supply.Spaced spaced && spaced.between().meanSeconds() > 0) {
                double comes = 3600 * spaced.pieces() / spaced.between().meanSeconds();
                double works = 3600 * station.places() / station.time().get().meanSeconds();
                if (comes > works * (1 + 1e-9)) {
                    warn(Problem.Kind.OVERLOAD, station.name(),
                            String.format(Locale.ROOT, "%.1f pieces an hour come but it can work only %.1f", comes, works),
                            "Let fewer come, or give it a shorter time or more places");
                }
            }
        }
    }

    private void types() {
        Set<String> used = things.values().stream().filter(GoodsIn.class::isInstance).map(e -> ((GoodsIn) e).pieceType()).collect(Collectors.toSet());
        if (things.isEmpty()) {
            return;
        }
        for (PieceType type : study.pieceTypes()) {
            if (!used.contains(type.name())) {
                add(Problem.Grade.HINT, Problem.Kind.UNUSED_TYPE, "", "No goods in brings the piece type \u201c" + type.name() + "\u201d",
                        "Choose it at a goods in, or take it out");
            }
        }
    }

    private void error(Problem.Kind kind, String place, String what, String remedy) {
        add(Problem.Grade.ERROR, kind, place, what, remedy);
    }

    private void warn(Problem.Kind kind, String place, String what, String remedy) {
        add(Problem.Grade.WARNING, kind, place, what, remedy);
    }

    private void add(Problem.Grade grade, Problem.Kind kind, String place, String what, String remedy) {
        problems.add(new Problem(grade, kind, place, what, remedy));
    }
}
