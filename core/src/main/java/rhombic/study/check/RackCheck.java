package rhombic.study.check;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.StackerCrane;
import rhombic.study.rack.AisleTransfer;
import rhombic.study.rack.FetchChoice;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderLine;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.Picking;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.rack.TransferPoint;
import rhombic.study.site.Aisle;
import rhombic.study.value.PieceType;
import rhombic.study.value.Value;

/** Whether what comes to racks fits in, what is asked of them is ever there, and each aisle that needs a crane has one. */
final class RackCheck {
    private static final double WHOLE = 1;
    private static final double NEAR = 1e-6;
    /** Two points that differ by less in height are in one place. */
    private static final double MIN_APART_METRES = 0.3;
    private static final int MANY_SLOTS = 2000;

    private final Study study;
    private final TypeFlow flow;
    private final List<Problem> problems = new ArrayList<>();

    private RackCheck(Study study, TypeFlow flow) {
        this.study = study;
        this.flow = flow;
    }

    static List<Problem> of(Study study, TypeFlow flow) {
        RackCheck check = new RackCheck(study, flow);
        study.elements().forEach(element -> {
            switch (element) {
                case Rack rack -> check.rack(rack);
                case StackerCrane crane -> check.cranes(crane);
                default -> {}
            }
        });
        return check.problems;
    }

    private void warn(Problem.Kind kind, String subject, String message, String remedy, Problem.@Nullable Fix fix) {
        problems.add(new Problem(Problem.Grade.WARNING, kind, subject, message, remedy, fix));
    }

    private List<StackerCrane> servers(Rack rack) {
        return study.all(StackerCrane.class).stream().filter(crane -> crane.serves(rack)).toList();
    }

    // ---- cranes

    private void cranes(StackerCrane crane) {
        Optional<Rack> rack = study.find(crane.rack(), Rack.class);
        List<Rack> all = study.all(Rack.class);
        if (rack.isEmpty()) {
            Optional<Rack> free = all.stream().filter(one -> servers(one).isEmpty()).findFirst();
            warn(Problem.Kind.CREW, crane.name(),
                    crane.rack().isEmpty()
                            ? "It serves no rack"
                            : "It serves \u201c" + crane.rack() + "\u201d, which is no rack that is there",
                    all.isEmpty() ? "Place a rack, and choose it here" : "Choose the rack that it serves",
                    free.map(one -> Problem.Fix.of("Let it serve " + one.name(), crane,
                            e -> ((StackerCrane) e).withRack(one.name()).withCranes(one.layout().aisles()))).orElse(null));
        } else if (crane.cranes() > rack.get().layout().aisles()) {
            warn(Problem.Kind.CREW, crane.name(), "Its " + crane.cranes() + " cranes are more than the " + aisles(rack.get()) + " of "
                    + rack.get().name() + ", so the others do nothing", "Take cranes out, or give the rack more aisles",
                    Problem.Fix.of("Have " + rack.get().layout().aisles(), crane,
                            e -> ((StackerCrane) e).withCranes(rack.get().layout().aisles())));
        }
        rack.ifPresent(one -> room(crane, one));
        rack.ifPresent(one -> crane.transfer().ifPresent(by -> transfer(crane, by, one)));
    }

    private void transfer(StackerCrane crane, AisleTransfer by, Rack rack) {
        if (crane.cranes() >= rack.layout().aisles()) {
            problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.CREW, crane.name(),
                    "Each aisle of " + rack.name() + " has a crane of its own, so the transfer does nothing",
                    "Take cranes out, or the transfer",
                    Problem.Fix.of("Take the transfer out", crane, e -> ((StackerCrane) e).withTransfer(Optional.empty()))));
        }
        boolean isInTheWay = Stream.concat(rack.infeeds().stream(), rack.outfeeds().stream()).anyMatch(point -> point.end() == by.end());
        if (isInTheWay) {
            TransferPoint.End other = by.end() == TransferPoint.End.FRONT ? TransferPoint.End.REAR : TransferPoint.End.FRONT;
            boolean isFree = Stream.concat(rack.infeeds().stream(), rack.outfeeds().stream()).noneMatch(point -> point.end() == other);
            warn(Problem.Kind.CREW, crane.name(),
                    "Its transfer runs " + by.end().word() + ", where loads come and go, so cranes drive through what stands there",
                    isFree ? "Let it run at the other end" : "Let loads come and go at one end alone, and let it run at the other",
                    isFree
                            ? Problem.Fix.of("Let it run " + other.word(), crane,
                                    e -> ((StackerCrane) e).withTransfer(Optional.of(by.withEnd(other))))
                            : null);
        }
    }

    private void room(StackerCrane crane, Rack rack) {
        int loads = crane.cycles().loads();
        int in = rack.infeeds().stream().mapToInt(TransferPoint::capacity).min().orElseThrow();
        int out = rack.outfeeds().stream().mapToInt(TransferPoint::capacity).min().orElseThrow();
        if (Math.min(in, out) < loads) {
            warn(Problem.Kind.CREW, crane.name(),
                    "Each takes " + loads + " loads at a time, but the " + (in < loads ? "infeed" : "outfeed") + " of " + rack.name()
                            + " has room for " + (in < loads ? in : out),
                    "Give both room for " + loads, Problem.Fix.of("Give them room", rack, e -> roomy((Rack) e, loads)));
        }
    }

    private static Rack roomy(Rack rack, int loads) {
        UnaryOperator<TransferPoint> roomier = point -> point.withCapacity(Math.max(loads, point.capacity()));
        return rack.withInfeed(roomier.apply(rack.infeed())).withMoreInfeeds(rack.moreInfeeds().stream().map(roomier).toList())
                .withOutfeed(roomier.apply(rack.outfeed())).withMoreOutfeeds(rack.moreOutfeeds().stream().map(roomier).toList());
    }

    private static String aisles(Rack rack) {
        int aisles = rack.layout().aisles();
        return aisles == 1 ? "1 aisle" : aisles + " aisles";
    }

    private void served(Rack rack) {
        List<StackerCrane> servers = servers(rack);
        if (servers.isEmpty()) {
            return;
        }
        if (servers.size() > 1) {
            warn(Problem.Kind.CREW, rack.name(), "Both " + servers.get(0).name() + " and " + servers.get(1).name()
                    + " serve it; only the first of them moves", "Let each rack be served by one group of cranes", null);
        }
        StackerCrane first = servers.getFirst();
        int aisles = rack.layout().aisles();
        if (first.cranes() < aisles && first.transfer().isEmpty()) {
            int without = first.cranes() + 1;
            warn(Problem.Kind.CREW, rack.name(), "Aisle " + without + (without == aisles ? " has" : " and those behind it have")
                    + " no crane, so nothing is stored there", "Have one crane for each aisle, or a transfer",
                    Problem.Fix.of("Have " + aisles + " cranes", first, e -> ((StackerCrane) e).withCranes(aisles)));
        }
        if (!rack.layout().form().isForCranes()) {
            warn(Problem.Kind.CREW, rack.name(), "Cranes serve it, but a crane can't reach into a " + rack.layout().form().word()
                    + " from its aisle", "Make it a rack, or take the cranes out",
                    Problem.Fix.of("Make it a rack", rack, e -> ((Rack) e).withLayout(l -> l.withForm(RackForm.RACK))));
        }
    }

    /** No two infeeds, and no two outfeeds, are in one place. */
    private void apart(Rack rack, String word, List<TransferPoint> points) {
        for (int i = 0; i < points.size(); i++) {
            TransferPoint one = points.get(i);
            boolean isTwice = points.subList(0, i).stream().anyMatch(other -> other.end() == one.end()
                    && Math.abs(other.heightMetres() - one.heightMetres()) < MIN_APART_METRES
                    && Math.abs(other.offsetMetres() - one.offsetMetres()) < rack.layout().bayPitch().inBaseUnit());
            if (isTwice) {
                problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.IN_ONE_PLACE, rack.name(),
                        "Two of its " + word + " are in one place, " + one.end().word() + ", " + metres(one.heightMetres()) + " high",
                        "Put one of them at the other end, higher, or farther out"));
            }
        }
    }

    // ---- what comes

    private void rack(Rack rack) {
        served(rack);
        apart(rack, "infeeds", rack.infeeds());
        apart(rack, "outfeeds", rack.outfeeds());
        Set<String> comes = new TreeSet<>(flow.comingTo(rack.name()));
        rack.stock().forEach(one -> comes.add(one.type()));
        study.pieceTypes().stream().filter(type -> comes.contains(type.name())).forEach(type -> fits(rack, type));
        bays(rack, comes);
        stock(rack);
        classes(rack, comes);
        rack.orders().ifPresent(plan -> orders(rack, plan, comes));
        if (rack.fetching().rule() == FetchChoice.BY_FORMULA && rack.fetching().formula().isBlank()) {
            warn(Problem.Kind.FORMULA, rack.name(), "It gives out by a formula, but has none, so the oldest goes first",
                    "Write the formula, or choose another rule",
                    Problem.Fix.of("The oldest first", rack, e -> ((Rack) e).withFetching(f -> f.withRule(FetchChoice.OLDEST))));
        }
        if (rack.storing().slotRule() == SlotChoice.BY_FORMULA && rack.storing().slotFormula().isBlank()) {
            warn(Problem.Kind.FORMULA, rack.name(), "It stores by a formula, but has none, so the nearest free slot is taken",
                    "Write the formula, or choose another rule",
                    Problem.Fix.of("In the nearest slot", rack, e -> ((Rack) e).withStoring(s -> s.withSlotRule(SlotChoice.NEAREST))));
        }
        if (rack.storing().slotRule() == SlotChoice.BY_FORMULA && rack.layout().lanesInAisle() > MANY_SLOTS) {
            problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.FORMULA, rack.name(), "It looks at all of the "
                    + rack.layout().lanesInAisle() + " slots of an aisle for each load, since it stores by a formula, so runs take longer",
                    "Choose another rule if one will do"));
        }
        if (rack.picking().isPresent()) {
            picking(rack);
        }
        roof(rack);
    }

    private void picking(Rack rack) {
        List<Link> carried = study.linksFrom(rack.name()).stream().filter(link -> link.travel() instanceof Travel.Carried).toList();
        List<ResourceGroup> pickers = study.groups().stream().filter(group -> carried.stream()
                .anyMatch(link -> link.travel() instanceof Travel.Carried by && group.meets(by.need()))).toList();
        if (!servers(rack).isEmpty()) {
            warn(Problem.Kind.CREW, rack.name(),
                    "People are to pick from its slots, but cranes serve it, so they take what goes out at its port",
                    "Take the picking out, or the cranes",
                    Problem.Fix.of("Take the picking out", rack, e -> ((Rack) e).withPicking(Optional.empty())));
        } else if (carried.isEmpty()) {
            warn(Problem.Kind.CREW, rack.name(), "It is picked from, but nobody is said to carry from it, so pieces go out by themselves",
                    "Say on the link from it who carries", null);
        } else {
            zones(rack, pickers);
            aisles(rack, pickers);
        }
    }

    /** Each zone has somebody. */
    private void zones(Rack rack, List<ResourceGroup> pickers) {
        Picking picking = rack.picking().orElseThrow();
        int zones = picking.zones(rack.layout().aisles());
        int people = pickers.stream().mapToInt(ResourceGroup::count).max().orElse(0);
        if (people > 0 && people < zones) {
            int larger = Math.ceilDiv(rack.layout().aisles(), people);
            warn(Problem.Kind.CREW, rack.name(),
                    "It has " + zones + " zones, each with people of its own, but only " + people + (people == 1 ? " picks" : " pick")
                            + ", so nobody picks in the last",
                    "Let more people pick, or make the zones larger",
                    Problem.Fix.of("Zones of " + larger + " aisles", rack,
                            e -> ((Rack) e).withPicking(Optional.of(picking.withAislesPerZone(larger)))));
        }
    }

    private void aisles(Rack rack, List<ResourceGroup> pickers) {
        if (!study.all(Aisle.class).isEmpty()) {
            pickers.stream().filter(group -> group.travel().isOnAisles()).findFirst()
                    .ifPresent(group -> problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.CREW, group.name(),
                            "Who picks from " + rack.name()
                                    + " keeps to the aisles of the floor, so the way through the rack is not walked as it is",
                            "Let them go straight, or round what stands there")));
        }
    }

    private static Quantity metres(double value) {
        return new Quantity(Math.round(value * 1000) / 1000.0, Unit.METRE);
    }

    private void fits(Rack rack, PieceType type) {
        RackLayout layout = rack.layout();
        double high = layout.maxLoadMetres();
        if (type.height().inBaseUnit() > high + NEAR) {
            warn(Problem.Kind.ROOM_TOO_SMALL, rack.name(),
                    type.name() + " is " + type.height() + " high and fits in none of its levels, of "
                            + metres(high) + " at most, so it waits for ever",
                    "Make a level higher, or let " + type.name() + " go elsewhere", null);
        }
        double deep = layout.slotDepth().inBaseUnit();
        double wide = layout.bayPitch().inBaseUnit();
        double length = type.length().inBaseUnit();
        double width = type.width().inBaseUnit();
        if (!(length <= deep + NEAR && width <= wide + NEAR || width <= deep + NEAR && length <= wide + NEAR)) {
            warn(Problem.Kind.ROOM_TOO_SMALL, rack.name(), type.name() + ", " + type.length() + " by " + type.width()
                    + ", is larger than a slot of " + layout.bayPitch() + " by " + layout.slotDepth(),
                    "Make bays wider or slots deeper, or let " + type.name() + " go elsewhere", null);
        }
        layout.maxWeight().filter(max -> type.weight().inBaseUnit() > max.inBaseUnit())
                .ifPresent(max -> warn(Problem.Kind.ROOM_TOO_SMALL, rack.name(),
                        type.name() + " weighs " + type.weight() + ", more than the " + max + " that a slot carries, so it waits for ever",
                        "Let slots carry more, or let " + type.name() + " go elsewhere", null));
    }

    private void bays(Rack rack, Set<String> comes) {
        RackLayout layout = rack.layout();
        int loads = layout.levels().count() * layout.depth();
        layout.maxBayWeight().ifPresent(max -> study.pieceTypes().stream().filter(type -> comes.contains(type.name()))
                .max(Comparator.comparingDouble(type -> type.weight().inBaseUnit())).ifPresent(type -> {
                    double kilograms = type.weight().inBaseUnit();
                    if (kilograms > max.inBaseUnit()) {
                        warn(Problem.Kind.ROOM_TOO_SMALL, rack.name(),
                                type.name() + " weighs " + type.weight() + ", more than the " + max
                                        + " that a whole bay carries, so it waits for ever",
                                "Let bays carry more, or let " + type.name() + " go elsewhere", null);
                    } else if (loads * kilograms > max.inBaseUnit()) {
                        problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.ROOM_TOO_SMALL, rack.name(),
                                "A bay carries " + max + ", which is " + (int) (max.inBaseUnit() / kilograms) + " of " + type.name()
                                        + ", but has " + loads + " places, so some stay empty",
                                "Leave it so, let bays carry more, or give them fewer levels"));
                    }
                }));
    }

    private void stock(Rack rack) {
        long pieces = rack.stock().stream().mapToLong(one -> one.pieces(rack.layout().places())).sum();
        if (pieces > rack.layout().places()) {
            warn(Problem.Kind.ROOM_TOO_SMALL, rack.name(),
                    "At the start " + pieces + " pieces lie in it, but it has " + rack.layout().places()
                            + " places, so some are left out",
                    "Let fewer lie in it, or make it larger", null);
        }
    }

    private void classes(Rack rack, Set<String> comes) {
        if (rack.storing().slotRule() != SlotChoice.BY_CLASS) {
            return;
        }
        List<StorageClass> classes = rack.storing().classes();
        if (classes.isEmpty()) {
            warn(Problem.Kind.SHARES, rack.name(), "It stores by class, but has no classes, so any slot will do",
                    "Say which share of the slots is for which types, or choose another rule", null);
            return;
        }
        double sum = classes.stream().mapToDouble(one -> one.share().inBaseUnit()).sum();
        if (Math.abs(sum - WHOLE) > NEAR) {
            warn(Problem.Kind.SHARES, rack.name(), "The shares of its classes add up to " + Quantity.percent(Math.round(sum * 1000) / 10.0)
                    + ", not to 100 %; the last class has the rest", "Let them add up to 100 %",
                    Problem.Fix.of("Scale them to 100 %", rack, e -> ((Rack) e).withStoring(s -> s.withClasses(s.classes().stream()
                            .map(one -> one.withShare(Quantity.percent(Math.round(1e6 * one.share().inBaseUnit() / sum) / 1e4)))
                            .toList()))));
        }
        Set<String> named = new HashSet<>();
        classes.stream().flatMap(one -> one.types().stream()).filter(type -> !named.add(type)).findFirst()
                .ifPresent(type -> warn(Problem.Kind.SHARES, rack.name(), "Two of its classes name " + type + "; the first counts",
                        "Name it in one class", null));
        boolean forOthers = classes.stream().anyMatch(one -> one.types().isEmpty());
        comes.stream().filter(type -> !forOthers && !named.contains(type)).findFirst()
                .ifPresent(type -> warn(Problem.Kind.SHARES, rack.name(),
                        "None of its classes is for " + type + ", so it counts as of the last",
                        "Name it in a class, or have one class for all others", null));
    }

    private void orders(Rack rack, OrderPlan plan, Set<String> comes) {
        Map<String, Boolean> asked = new HashMap<>();
        Stream.concat(plan.lines().stream().map(OrderLine::type), plan.list().stream().map(ListedOrder::type))
                .forEach(type -> asked.put(type, true));
        asked.keySet().stream().sorted().filter(type -> !comes.contains(type)).findFirst()
                .ifPresent(type -> warn(Problem.Kind.MIX, rack.name(),
                        "Customer orders ask for " + type + ", which never comes to it, so they wait for ever",
                        "Let " + type + " come to it or lie in it at the start, or take it out of the orders", null));
        comes.stream().filter(type -> !asked.containsKey(type)).findFirst()
                .ifPresent(type -> problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.MIX, rack.name(),
                        "No customer order ever asks for " + type + ", so what comes of it stays", "Add a line for it to the orders")));
        Stream.of(plan.units(), plan.taken()).filter(name -> !name.isEmpty()).forEach(name -> units(rack, name, asked.keySet()));
    }

    /** What orders ask for has that attribute, which is a number. */
    private void units(Rack rack, String name, Set<String> asked) {
        study.pieceTypes().stream().filter(type -> asked.contains(type.name()) && type.attributes().stream()
                .noneMatch(one -> one.name().equals(name) && one.value().kind() == Value.Kind.NUMBER)).findFirst()
                .ifPresent(type -> warn(Problem.Kind.ATTRIBUTE_NEVER_SET, rack.name(),
                        "Its orders count the units of a piece by \u201c" + name + "\u201d, which is no number of " + type.name()
                                + ", so each of these counts as one",
                        "Add the attribute to the piece type, with the units of a full piece", null));
    }

    private void roof(Rack rack) {
        double high = rack.layout().heightMetres();
        Roof.lowerThan(study, high)
                .ifPresent(wall -> problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.ROOM_TOO_SMALL, rack.name(),
                        "It is " + metres(high) + " high, higher than the walls, of " + metres(wall) + ": it goes through the roof",
                        "Give it fewer or lower levels, or make the walls higher")));
    }
}
