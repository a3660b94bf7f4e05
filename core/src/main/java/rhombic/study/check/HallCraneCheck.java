package rhombic.study.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.area.Zone;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneForm;
import rhombic.study.crane.CraneGeometry;
import rhombic.study.crane.HookWays;
import rhombic.study.value.PieceType;

/** Whether hall cranes reach what they are to lift, pass over what stands between, are strong enough, and have room beside each other. */
final class HallCraneCheck {
    private final Study study;
    private final TypeFlow flow;
    private final BridgeCrane crane;
    private final HookWays ways;
    private final List<Problem> problems = new ArrayList<>();

    private HallCraneCheck(Study study, TypeFlow flow, BridgeCrane crane) {
        this.study = study;
        this.flow = flow;
        this.crane = crane;
        ways = new HookWays(study, crane);
    }

    static List<Problem> of(Study study, TypeFlow flow) {
        return study.all(BridgeCrane.class).stream().flatMap(crane -> new HallCraneCheck(study, flow, crane).all().stream()).toList();
    }

    private List<Problem> all() {
        room();
        zones();
        tools();
        roof();
        List<CarriedLink> carried = CarriedLink.of(study, crane);
        for (Predicate<CarriedLink> trouble : List.<Predicate<CarriedLink>>of(this::isOutOfReach, this::isTooLow, this::isTooHeavy)) {
            if (carried.stream().anyMatch(trouble)) {
                break; // the next can only be told when this is mended
            }
        }
        return problems;
    }

    private void warn(String message, String remedy, Problem.@Nullable Fix fix) {
        problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.CREW, crane.name(), message, remedy, fix));
    }

    private static Quantity metres(double value) {
        return new Quantity(Math.ceil(value * 10 - 1e-6) / 10, Unit.METRE);
    }

    private void room() {
        if (!crane.hasRoomForAll()) {
            Quantity needed = metres(crane.cranes() * crane.runway().safeDistance().inBaseUnit());
            warn("Its " + crane.cranes() + " cranes have no room to stand aside on a runway of " + crane.runway().length()
                    + ": each needs " + crane.runway().safeDistance(), "Make the runway longer, or take cranes out",
                    needed.inBaseUnit() > 1000
                            ? null
                            : Problem.Fix.of("Make it " + needed + " long", crane,
                                    e -> ((BridgeCrane) e).withRunway(r -> r.withLength(needed))));
        }
    }

    private void tools() {
        Set<String> seen = new TreeSet<>();
        crane.use().tools().stream().flatMap(tool -> tool.types().stream().distinct()).filter(type -> !seen.add(type)).findFirst()
                .ifPresent(type -> warn("Two of its tools are for " + type + "; the first is used",
                        "Name each type with one tool", null));
    }

    private void zones() {
        crane.use().zones().stream().filter(zone -> study.find(zone, Zone.class).isEmpty()).findFirst()
                .ifPresent(zone -> warn("Its zone \u201c" + zone + "\u201d is not there", "Place a zone, or choose another",
                        Problem.Fix.of("Take it out", crane, e -> ((BridgeCrane) e)
                                .withUse(use -> use.withZones(crane.use().zones().stream().filter(one -> !one.equals(zone)).toList())))));
    }

    private void roof() {
        Roof.lowerThan(study, crane.footprint().heightMetres()).filter(wall -> crane.form() == CraneForm.BRIDGE)
                .ifPresent(wall -> problems.add(new Problem(Problem.Grade.HINT, Problem.Kind.ROOM_TOO_SMALL, crane.name(),
                        "Its bridge is " + metres(crane.footprint().heightMetres()) + " high, above the walls, of " + metres(wall)
                                + ": it goes through the roof",
                        "Lift loads less high, or make the walls higher")));
    }

    private static String between(CarriedLink carried) {
        return "from " + carried.from().name() + " to " + carried.to().name();
    }

    /** One is enough to be told. */
    private boolean isOutOfReach(CarriedLink carried) {
        boolean isReached = IntStream.range(0, crane.count())
                .anyMatch(number -> crane.reaches(number, carried.outlet()) && crane.reaches(number, carried.inlet()));
        if (isReached || !carried.isOfOneGroup(study)) {
            return false;
        }
        boolean isEachReached = IntStream.range(0, crane.count()).anyMatch(number -> crane.reaches(number, carried.outlet()))
                && IntStream.range(0, crane.count()).anyMatch(number -> crane.reaches(number, carried.inlet()));
        boolean isFrom = IntStream.range(0, crane.count()).noneMatch(number -> crane.reaches(number, carried.outlet()));
        warn(isEachReached
                ? "None of its cranes reaches both ends " + between(carried)
                        + ", since the others need room too, so nothing is lifted there"
                : "It does not reach " + (isFrom ? carried.from().name() : carried.to().name()) + ", so nothing is lifted "
                        + between(carried),
                crane.form() == CraneForm.JIB
                        ? "Make the jib longer, move what is to be reached, or let others carry"
                        : "Make the runway longer or wider, move what is to be reached, or let others carry",
                longer(carried));
        return true;
    }

    /** So long and wide that it reaches both ends. */
    private Problem.@Nullable Fix longer(CarriedLink carried) {
        CraneGeometry geometry = crane.geometry();
        Pose from = geometry.seen(carried.outlet());
        Pose to = geometry.seen(carried.inlet());
        if (crane.form() == CraneForm.JIB) {
            Quantity reach = metres(Math.max(Math.hypot(from.x(), from.y()), Math.hypot(to.x(), to.y())));
            boolean isTooNear = reach.inBaseUnit() <= crane.jibMetres(); // one end is too near to the pillar
            return isTooNear || reach.inBaseUnit() > 50
                    ? null
                    : Problem.Fix.of("Make the jib " + reach + " long", crane, e -> ((BridgeCrane) e).withJib(reach));
        }
        double along = Math.max(Math.abs(from.x()), Math.abs(to.x()));
        double across = Math.max(Math.abs(from.y()), Math.abs(to.y()));
        double others = (crane.cranes() - 1) * crane.runway().safeDistance().inBaseUnit();
        Quantity length = metres(Math.max(crane.runway().length().inBaseUnit(), 2 * (along + others)));
        Quantity span = metres(Math.max(crane.runway().span().inBaseUnit(), 2 * across));
        return length.inBaseUnit() > 1000 || span.inBaseUnit() > 100
                ? null
                : Problem.Fix.of("Make the runway " + length + " by " + span, crane,
                        e -> ((BridgeCrane) e).withRunway(r -> r.withLength(length).withSpan(span)));
    }

    private boolean isTooLow(CarriedLink carried) {
        if (!carried.isOfOneGroup(study) || ways.canPass(carried.outlet(), carried.inlet())) {
            return false;
        }
        Quantity needed = metres(ways.heightBetween(carried.outlet(), carried.inlet()));
        warn("Loads can\u2019t pass " + between(carried) + ": what stands between needs them " + needed + " high, and they are lifted to "
                + crane.runway().liftHeight(), "Lift them higher, or take out of the way what stands there",
                needed.inBaseUnit() > 50
                        ? null
                        : Problem.Fix.of("Lift them to " + needed, crane,
                                e -> ((BridgeCrane) e).withRunway(r -> r.withLiftHeight(needed))));
        return true;
    }

    private boolean isTooHeavy(CarriedLink carried) {
        Optional<Quantity> max = crane.maxWeight();
        Optional<PieceType> heavy = study.pieceTypes().stream()
                .filter(type -> carried.isOfOneGroup(study) && max.isPresent() && type.weight().inBaseUnit() > max.get().inBaseUnit()
                        && flow.leaving(carried.from()).contains(type.name()) && flow.mayGo(carried.link(), type.name()))
                .findFirst();
        heavy.ifPresent(type -> warn("It can\u2019t lift pieces of type " + type.name() + " " + between(carried) + ": they weigh "
                + type.weight() + ", and it lifts " + max.get(), "Let it lift more, or let others carry them",
                Problem.Fix.of("Let it lift " + type.weight(), crane, e -> ((BridgeCrane) e).withMaxWeight(Optional.of(type.weight())))));
        return heavy.isPresent();
    }
}
