package rhombic.study.check;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Quantity;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.change.Part;
import rhombic.study.duty.StopPoint;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Dock;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.Port;
import rhombic.study.value.MixPart;
import rhombic.study.value.ShutTime;
import rhombic.study.work.Supply;

/** Finds all problems of a study at once. Time and memory grow with equipment plus links. */
public final class StudyCheck {
    /** What is no longer has no length. */
    private static final double NEAR_METRES = 1e-6;
    private static final double SHARES_MAY_MISS = 1e-6;

    private final Study study;
    private final Map<String, PlantElement> elements = new LinkedHashMap<>();
    private final Map<String, List<Link>> out = new HashMap<>();
    private final Map<String, List<Link>> in = new HashMap<>();
    private final List<Problem> problems = new ArrayList<>();
    private final TypeFlow flow;

    private StudyCheck(Study study) {
        this.study = study;
        study.elements().forEach(e -> elements.put(e.name(), e));
        for (Link link : study.links()) {
            out.computeIfAbsent(link.from(), key -> new ArrayList<>()).add(link);
            in.computeIfAbsent(link.to(), key -> new ArrayList<>()).add(link);
        }
        flow = new TypeFlow(study);
    }

    /** All problems, errors first, in the order of the equipment within a grade. */
    public static List<Problem> of(Study study) {
        StudyCheck check = new StudyCheck(study);
        check.whole();
        study.elements().forEach(check::single);
        check.circlesWithoutTime();
        check.reach();
        check.problems.addAll(WorkCheck.of(study, check.flow));
        check.problems.addAll(ConveyorCheck.of(study, check.flow));
        check.problems.addAll(DutyCheck.of(study));
        check.problems.addAll(DockCheck.of(study, check.flow));
        check.problems.addAll(RackCheck.of(study, check.flow));
        check.problems.addAll(CarryCheck.of(study, check.flow));
        check.problems.addAll(HallCraneCheck.of(study, check.flow));
        check.problems.addAll(RateCheck.of(study));
        check.problems.addAll(NameCheck.of(study));
        check.problems.sort(Comparator.comparing(Problem::grade));
        return List.copyOf(check.problems);
    }

    private void whole() {
        if (study.elements().isEmpty()) {
            return;
        }
        if (elements.values().stream().noneMatch(StudyCheck::bringsPieces)) {
            warn(Problem.Kind.NOTHING_ENTERS, "", "No piece ever enters", "Place a goods in and link it to the first equipment");
        }
        if (elements.values().stream().noneMatch(GoodsOut.class::isInstance)) {
            add(Problem.Grade.HINT, Problem.Kind.NOTHING_LEAVES, "", "No piece ever leaves",
                    "Place a goods out and link the last equipment to it");
        }
    }

    private static boolean bringsPieces(PlantElement element) {
        return element instanceof GoodsIn || element instanceof Equipment equipment && equipment.hasStock();
    }

    private void single(PlantElement element) {
        List<Link> ways = out.getOrDefault(element.name(), List.of());
        ports(element, ways);
        List<Port> outlets = element.ports().stream().filter(port -> !port.isIn()).toList();
        for (Port outlet : outlets) {
            List<Link> here = ways.stream().filter(link -> element.port(link.fromPort(), false).equals(outlet)).toList();
            if (outlet.equals(outlets.getFirst())) {
                routing(element, here);
            } else if (!(element instanceof Dock)) {
                aside(element, outlet, here);
            }
        }
        shut(element);
        if (element instanceof GoodsIn goodsIn) {
            supply(goodsIn, ways);
        }
    }

    /** Whether each link begins and ends where there is something to begin and to end at, and each stop is for something. */
    private void ports(PlantElement element, List<Link> ways) {
        for (StopPoint stop : element.basics().duty().stops()) {
            if (element.ports().stream().noneMatch(port -> port.name().equals(stop.port()))) {
                warn(Problem.Kind.UNKNOWN_NAME, element.name(), "It has a stop for \u201c" + stop.port() + "\u201d, which it does not have",
                        "Name one of " + element.ports().stream().map(Port::name).collect(Collectors.joining(", "))
                                + ", or take the stop out");
            }
        }
        for (Link link : ways) {
            PlantElement to = elements.get(link.to());
            if (!isThere(element, link.fromPort(), false)) {
                error(Problem.Kind.UNKNOWN_NAME, element.name(),
                        "Its link to " + link.to() + " begins at \u201c" + link.fromPort() + "\u201d, which it does not have",
                        "Let the link begin at its usual outlet, or add one of that name");
            }
            if (to != null && !isThere(to, link.toPort(), true)) {
                error(Problem.Kind.UNKNOWN_NAME, to.name(),
                        "The link from " + element.name() + " ends at \u201c" + link.toPort() + "\u201d, which it does not have",
                        "Let the link end at its usual inlet, or add one of that name");
            }
        }
    }

    private static boolean isThere(PlantElement element, String port, boolean isIn) {
        return port.isEmpty() || element.port(port, isIn).name().equals(port);
    }

    private void routing(PlantElement element, List<Link> ways) {
        if (ways.isEmpty()) {
            warn(Problem.Kind.NO_WAY_OUT, element.name(), "Nothing takes its pieces", "Link it to the equipment that comes next");
        }
        shares(element, ways);
        for (String type : flow.leaving(element)) {
            boolean leavesBefore = out.getOrDefault(element.name(), List.of()).stream()
                    .anyMatch(link -> !ways.contains(link) && flow.mayGo(link, type));
            if (!ways.isEmpty() && !leavesBefore && ways.stream().noneMatch(link -> flow.mayGo(link, type))) {
                warn(Problem.Kind.NO_WAY_OUT, element.name(),
                        "None of its links is for pieces of type " + type + ", so they stay and block it",
                        "Let one link take " + type + ", or add a link for the rest");
            }
        }
    }

    /** At a divert: what takes none of the links goes straight on. */
    private void aside(PlantElement element, Port outlet, List<Link> ways) {
        if (ways.isEmpty()) {
            warn(Problem.Kind.NO_WAY_OUT, element.name(), "Nothing leaves it at " + outlet.name() + ", so all goes straight on",
                    "Link " + outlet.name() + " to what takes those pieces, or take it out");
        }
        double sum = ways.stream().mapToDouble(link -> link.share().map(Quantity::amount).orElse(0.0)).sum();
        if (sum > 100 + SHARES_MAY_MISS) {
            warn(Problem.Kind.SHARES, element.name(), "The shares that leave it at " + outlet.name() + " add up to "
                    + Quantity.plain(Math.round(sum * 1e6) / 1e6) + " %, so nothing goes straight on", "Make them add up to 100 % at most");
        }
    }

    private void shut(PlantElement element) {
        shut(element, "inlet", "nothing comes in", element.basics().inletShut(), Basics::withInletShut);
        shut(element, "outlet", "nothing goes on", element.basics().outletShut(), Basics::withOutletShut);
    }

    private void shut(PlantElement element, String side, String effect, List<ShutTime> times,
            BiFunction<Basics, List<ShutTime>, Basics> with) {
        Quantity length = study.plan().length();
        List<ShutTime> inTime = times.stream().filter(time -> time.from().nanos() < length.nanos()).toList();
        if (inTime.size() < times.size()) {
            warn(Problem.Kind.SHUT, element.name(),
                    "Its " + side + " is shut at " + times.get(inTime.size()).from() + ", but the run ends at " + length,
                    "Shut it earlier, or make the run longer",
                    Problem.Fix.of("Leave that out", element, e -> e.with(with.apply(e.basics(), inTime))));
        } else if (ShutTime.within(times, 0, length.nanos()) == length.nanos()) {
            warn(Problem.Kind.SHUT, element.name(), "Its " + side + " is shut for the whole run, so " + effect, "Open it for a time",
                    Problem.Fix.of("Open it", element, e -> e.with(with.apply(e.basics(), List.of()))));
        }
    }

    private void shares(PlantElement element, List<Link> ways) {
        long set = ways.stream().filter(link -> link.share().isPresent()).count();
        if (set == 0) {
            return;
        }
        if (ways.stream().anyMatch(link -> !(link.filter() instanceof LinkFilter.All))) {
            return; // shares then hold among the links that a piece fits
        }
        double sum = ways.stream().mapToDouble(link -> link.share().map(Quantity::amount).orElse(0.0)).sum();
        if (sum == 0) {
            error(Problem.Kind.SHARES, element.name(), "All its shares are 0 %, so no piece can go on",
                    "Give at least one link a share above 0 %");
        } else if (set < ways.size()) {
            warn(Problem.Kind.SHARES, element.name(), "Some of its links have a share and some have none, which counts as 0 %",
                    "Give every link a share, or none");
        } else if (Math.abs(sum - 100) > SHARES_MAY_MISS) {
            warn(Problem.Kind.SHARES, element.name(),
                    "Its shares add up to " + Quantity.plain(Math.round(sum * 1e6) / 1e6) + " %; they are used in proportion",
                    "Make them add up to 100 %", Problem.Fix.of("Scale them to 100 %", Part.LINK, ways,
                            l -> l.withShare(l.share().map(share -> Quantity.percent(Math.round(share.amount() / sum * 1e5) / 1e3)))));
        }
    }

    private void supply(GoodsIn goodsIn, List<Link> ways) {
        Optional<Supply> supply = goodsIn.supply();
        if (supply.isEmpty()) {
            error(Problem.Kind.NO_SUPPLY, goodsIn.name(), "It is not said when pieces come, so none do",
                    "Set the time between arrivals, such as 75 s");
            return;
        }
        boolean limited = goodsIn.maxPieces().isPresent();
        if (!(supply.get() instanceof Supply.ByTimetable) && goodsIn.mix().stream().mapToDouble(MixPart::weight).sum() <= 0) {
            error(Problem.Kind.MIX, goodsIn.name(),
                    goodsIn.mix().isEmpty()
                            ? "It is not said which piece type comes"
                            : "All weights of its mix are 0, so no piece can be chosen",
                    "Give at least one type a weight above 0");
        }
        if (supply.get() instanceof Supply.Spaced spaced && spaced.interarrival().isAlwaysZero() && !limited) {
            error(Problem.Kind.ENDLESS_SUPPLY, goodsIn.name(), "With 0 s between arrivals, pieces without end come at the first instant",
                    "Set a time above 0 s, or the max. pieces that come");
        }
        if (supply.get() instanceof Supply.OnDemand && !limited) {
            endlessTaker(ways).ifPresent(taker -> error(Problem.Kind.ENDLESS_SUPPLY, goodsIn.name(),
                    "Supply on demand would fill " + taker + " without end at the first instant",
                    "Give " + taker + " a limited room or a time, or set the max. pieces that come"));
        }
    }

    /** The first place on the way that takes any number of pieces in no time. */
    private Optional<String> endlessTaker(List<Link> ways) {
        Deque<Link> open = new ArrayDeque<>(ways);
        Set<String> seen = new HashSet<>();
        while (!open.isEmpty()) {
            Link link = open.poll();
            String name = link.to();
            boolean isFew = !takesNoTime(link) && (link.travel() instanceof Travel.Carried || link.travel().limit().isPresent());
            if (isFew || !seen.add(name)) {
                continue; // at one instant only so many set out
            }
            PlantElement taker = elements.get(name);
            if (taker instanceof GoodsOut || (taker instanceof Buffer buffer && buffer.capacity().isEmpty())) {
                return Optional.of(name);
            }
            if (taker instanceof Equipment equipment && equipment.takesNoTime() && takesNoTime(link)) {
                open.addAll(out.getOrDefault(name, List.of()));
            }
        }
        return Optional.empty();
    }

    /** What has no length takes no time; nor do those who are wherever they are needed at once. */
    private boolean takesNoTime(Link link) {
        if (link.travel() instanceof Travel.InTime inTime) {
            return inTime.time().isAlwaysZero();
        }
        boolean isAtOnce = link.travel() instanceof Travel.AtOnce || link.travel() instanceof Travel.Carried carried
                && study.groups().stream().filter(group -> group.meets(carried.need())).anyMatch(ResourceGroup::areThereAtOnce);
        PlantElement from = elements.get(link.from());
        PlantElement to = elements.get(link.to());
        return isAtOnce || from == null || to == null
                || Layout.outlet(from, link.fromPort()).distanceTo(Layout.inlet(to, link.toPort())) < NEAR_METRES;
    }

    private void circlesWithoutTime() {
        Set<String> timeless = elements.values().stream().filter(Equipment.class::isInstance).map(Equipment.class::cast)
                .filter(Equipment::takesNoTime).map(Equipment::name).collect(Collectors.toSet());
        for (List<String> circle : Circles.in(timeless,
                name -> out.getOrDefault(name, List.of()).stream().filter(this::takesNoTime).map(Link::to).toList())) {
            Set<String> members = Set.copyOf(circle);
            boolean leftByChance = circle.stream().anyMatch(name -> out.getOrDefault(name, List.of()).stream()
                    .anyMatch(l -> !members.contains(l.to()) && l.share().map(s -> s.amount() > 0).orElse(false)));
            String names = String.join(" \u2192 ", circle.size() > 6 ? circle.subList(0, 6) : circle)
                    + (circle.size() > 6 ? " \u2192 \u2026" : "");
            for (String name : leftByChance ? List.<String>of() : circle) {
                error(Problem.Kind.CIRCLE_WITHOUT_TIME, name, "Pieces could go round in no time: " + names,
                        "Give one of them a time above 0 s, or take one link of the circle out");
            }
        }
    }

    private void reach() {
        Set<String> reached = new HashSet<>();
        Deque<String> open = new ArrayDeque<>();
        elements.values().stream().filter(StudyCheck::bringsPieces).map(PlantElement::name).forEach(open::add);
        while (!open.isEmpty()) {
            String name = open.poll();
            if (reached.add(name)) {
                out.getOrDefault(name, List.of()).forEach(link -> open.add(link.to()));
            }
        }
        for (PlantElement element : elements.values()) {
            if (element.takesPieces() && !reached.contains(element.name())) {
                boolean linked = in.containsKey(element.name());
                warn(Problem.Kind.UNREACHABLE, element.name(),
                        linked ? "No goods in leads to it" : "Nothing is linked to it, so it stays empty",
                        "Link the equipment before it to it");
            }
        }
    }

    private void error(Problem.Kind kind, String place, String message, String remedy) {
        add(Problem.Grade.ERROR, kind, place, message, remedy);
    }

    private void warn(Problem.Kind kind, String place, String message, String remedy) {
        add(Problem.Grade.WARNING, kind, place, message, remedy);
    }

    private void warn(Problem.Kind kind, String place, String message, String remedy, Problem.@Nullable Fix fix) {
        problems.add(new Problem(Problem.Grade.WARNING, kind, place, message, remedy, fix));
    }

    private void add(Problem.Grade grade, Problem.Kind kind, String place, String message, String remedy) {
        problems.add(new Problem(grade, kind, place, message, remedy));
    }
}
