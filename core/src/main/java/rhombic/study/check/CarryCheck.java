package rhombic.study.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.fleet.Round;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.value.PieceType;

/** Whether what is to be carried can be: rounds that call where it waits, vehicles that are strong enough, trailers for its type. */
final class CarryCheck {
    private final Study study;
    private final TypeFlow flow;
    private final List<Problem> problems = new ArrayList<>();

    private CarryCheck(Study study, TypeFlow flow) {
        this.study = study;
        this.flow = flow;
    }

    static List<Problem> of(Study study, TypeFlow flow) {
        CarryCheck check = new CarryCheck(study, flow);
        for (ResourceGroup group : study.groups()) {
            if (group instanceof Fleet fleet) {
                fleet.round().ifPresent(round -> check.round(fleet, round));
                fleet.capacity().trailers().stream().flatMap(trailer -> trailer.types().stream())
                        .filter(type -> study.pieceTypes().stream().noneMatch(one -> one.name().equals(type))).findFirst()
                        .ifPresent(type -> check.warn(fleet, "A trailer is for pieces of type \u201c" + type + "\u201d, which there is not",
                                "Let it take another type, or all", null));
                check.loads(fleet);
            }
        }
        return check.problems;
    }

    private void warn(Fleet fleet, String message, String remedy, Problem.@Nullable Fix fix) {
        problems.add(new Problem(Problem.Grade.WARNING, Problem.Kind.CREW, fleet.name(), message, remedy, fix));
    }

    // ---- rounds

    private void round(Fleet fleet, Round round) {
        for (String stop : round.stops()) {
            if (study.find(stop).filter(Equipment.class::isInstance).isEmpty()) {
                List<String> left = round.stops().stream().filter(one -> !one.equals(stop)).toList();
                warn(fleet, "Its round calls at \u201c" + stop + "\u201d, which is no equipment that is there", "Take the stop out",
                        left.isEmpty()
                                ? Problem.Fix.of("Take out the round", fleet, e -> ((Fleet) e).withRound(Optional.empty()))
                                : Problem.Fix.of("Take it out", fleet, e -> ((Fleet) e).withRound(Optional.of(round.withStops(left)))));
                return; // one is enough to be told
            }
        }
        for (CarriedLink carried : CarriedLink.of(study, fleet)) {
            boolean isAlone = carried.isOfOneGroup(study);
            for (String end : List.of(carried.from().name(), carried.to().name())) {
                if (isAlone && !round.stops().contains(end)) {
                    List<String> more = new ArrayList<>(round.stops());
                    more.add(end);
                    warn(fleet,
                            "It is to carry from " + carried.from().name() + " to " + carried.to().name()
                                    + ", but its round does not call at "
                                    + end + ", so that waits for ever",
                            "Add the stop, or let others carry",
                            Problem.Fix.of("Add it at the end", fleet, e -> ((Fleet) e).withRound(Optional.of(round.withStops(more)))));
                    return;
                }
            }
        }
    }

    // ---- loads

    /** Pieces that a fleet alone is to carry, and that none of its vehicles can; one is enough to be told. */
    private void loads(Fleet fleet) {
        for (CarriedLink carried : CarriedLink.of(study, fleet)) {
            if (!carried.isOfOneGroup(study)) {
                continue;
            }
            for (PieceType type : study.pieceTypes()) {
                if (flow.leaving(carried.from()).contains(type.name()) && flow.mayGo(carried.link(), type.name())
                        && isTooMuch(fleet, type, carried)) {
                    return;
                }
            }
        }
    }

    private boolean isTooMuch(Fleet fleet, PieceType type, CarriedLink carried) {
        String from = " from " + carried.from().name() + " to " + carried.to().name();
        Quantity max = fleet.capacity().maxWeight().orElse(type.weight());
        if (type.weight().inBaseUnit() > max.inBaseUnit()) {
            warn(fleet, "None of its " + fleet.memberWord(true) + " can carry pieces of type " + type.name() + from + ": they weigh "
                    + type.weight() + ", and it can carry " + max, "Let it carry more, or let others carry them",
                    Problem.Fix.of("Let it carry " + type.weight(), fleet,
                            e -> ((Fleet) e).with(((Fleet) e).capacity().withMaxWeight(Optional.of(type.weight())))));
            return true;
        }
        boolean hasTrailers = !fleet.capacity().trailers().isEmpty();
        if (hasTrailers && fleet.capacity().trailers().stream().noneMatch(trailer -> trailer.isFor(type.name()))) {
            warn(fleet, "None of its trailers is for pieces of type " + type.name() + from,
                    "Add a trailer for them, or let others carry them",
                    null);
            return true;
        }
        return false;
    }
}
