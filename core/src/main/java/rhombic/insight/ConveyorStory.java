package rhombic.insight;

import java.util.Arrays;
import java.util.Optional;
import rhombic.study.kind.Conveyor;
import rhombic.study.place.Fitting;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;

/** Says what happens on a conveyor. */
final class ConveyorStory {
    /** So near is a piece that stands at the end. */
    private static final double AT_END_METRES = 1e-6;

    private final UnfoldedStudy study;
    private final Waits waits;

    ConveyorStory(UnfoldedStudy study, Waits waits) {
        this.study = study;
        this.waits = waits;
    }

    String ofPiece(PieceStatus status, Conveyor conveyor, String since, Moment moment) {
        int leader = moment.leaderOf(status.body());
        if (moment.speedOfLeader(leader) > 0) {
            return "Moves on " + conveyor.name() + " for " + since + ".";
        }
        Optional<String> place = standsAt(conveyor, leader, moment);
        if (place.isEmpty()) {
            return "Stands on " + conveyor.name() + " and waits until its drive moves again.";
        }
        String why = why(conveyor, moment.spot(leader), moment);
        return leader == status.body()
                ? "Stands at " + place.get() + " and waits " + why + "."
                : "Stands on " + conveyor.name() + " behind " + waits.type(moment.spot(leader)).name() + " "
                        + (moment.spot(leader).piece() + 1) + ", which waits " + why + ".";
    }

    /** What stands on it, if anything does; it is not empty. */
    String ofWhole(Conveyor conveyor, int node, Moment moment) {
        boolean isOff = false;
        for (PieceStatus status : moment.at(node)) {
            if (moment.isLeader(status.body()) && moment.speedOfLeader(status.body()) == 0) {
                if (standsAt(conveyor, status.body(), moment).isPresent()) {
                    return "; " + waits.type(status).name() + " " + (status.piece() + 1) + " stands and waits "
                            + why(conveyor, status, moment);
                }
                isOff = true;
            }
        }
        return isOff ? "; its drive is switched off" : "";
    }

    /** What it stands at, as in "the end of Belt"; empty if it stands because nothing moves. */
    private static Optional<String> standsAt(Conveyor conveyor, int leader, Moment moment) {
        double at = moment.metresOfLeader(leader);
        return before(conveyor, at).map(fitting -> fitting.name() + " on " + conveyor.name())
                .or(() -> at < conveyor.conveyorPath().metres() - AT_END_METRES
                        ? Optional.empty()
                        : Optional.of("the end of " + conveyor.name()));
    }

    private static Optional<Fitting> before(Conveyor conveyor, double at) {
        return conveyor.branches().stream().filter(fitting -> Math.abs(conveyor.metresOf(fitting) - at) < AT_END_METRES).findFirst();
    }

    private String why(Conveyor conveyor, PieceStatus status, Moment moment) {
        Optional<Fitting> before = before(conveyor, moment.metresOfLeader(status.body()));
        if (before.isEmpty()) {
            return waits.forRoom(status, "", moment);
        }
        String name = before.get().name();
        boolean leads = Arrays.stream(study.linksFrom(study.number(conveyor.name())))
                .anyMatch(link -> study.link(link).fromPort().equals(name));
        return before.get() instanceof Fitting.Divert && leads
                ? waits.forRoom(status, name, moment) + " or to go straight on"
                : "for a gap behind it";
    }
}
