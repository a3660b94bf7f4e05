package rhombic.insight;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import rhombic.quantity.Clock;
import rhombic.study.Buffer;
import rhombic.study.Equipment;
import rhombic.study.Link;
import rhombic.study.Station;
import rhombic.study.Study;
import rhombic.trace.Moment;
import rhombic.trace.PieceSpot;
import rhombic.trace.Trace;

/** Tells what a piece is, where it was, and what it waits for. */
public final class PieceStory {
    private final Study study;
    private final Trace trace;

    public PieceStory(Study study, Trace trace) {
        this.study = study;
        this.trace = trace;
    }

    /** What it does now and, if it waits, for what, in one sentence. */
    public String doing(PieceSpot spot, Moment moment) {
        Equipment where = study.equipment().get(spot.node());
        String since = Clock.elapsed(moment.timeNanos() - spot.sinceNanos());
        return switch (spot.doing()) {
            case IS_WORKED_ON -> "Is worked on at " + where.name() + " for " + since + ".";
            case IS_DONE -> "Is done at " + where.name() + " and has waited " + since + " " + forRoom(spot.node(), spot.way(), moment) + ".";
            case WAITS -> "Waits at " + where.name() + " for " + since + " " + waitingFor(spot, where, moment) + ".";
        };
    }

    /** The equipment it has been at, oldest first, with how long. */
    public List<String> history(PieceSpot spot, long untilNanos) {
        List<String> lines = new ArrayList<>();
        for (Trace.Visit visit : trace.visits(spot.piece(), untilNanos)) {
            lines.add(study.equipment().get(visit.node()).name() + ", " + Clock.elapsed(visit.toNanos() - visit.fromNanos()));
        }
        return lines;
    }

    private String waitingFor(PieceSpot spot, Equipment where, Moment moment) {
        if (where instanceof Station station) {
            return station.places() == 1 ? "until the station is free" : "until one of its " + station.places() + " places is free";
        }
        boolean newestFirst = where instanceof Buffer buffer && buffer.order() == Buffer.Order.NEWEST_FIRST;
        int before = 0;
        int behind = 0;
        for (PieceSpot other : moment.at(spot.node())) {
            if (other.piece() == spot.piece()) {
                behind = moment.at(spot.node()).size() - before - 1;
                break;
            }
            before++;
        }
        int ahead = newestFirst ? behind : before;
        return ahead > 0 ? "behind " + ahead + (ahead == 1 ? " other" : " others") : forRoom(spot.node(), -1, moment);
    }

    private String forRoom(int node, int way, Moment moment) {
        List<Link> links = study.linksFrom(study.equipment().get(node).name());
        if (links.isEmpty()) {
            return "since nothing is linked behind it";
        }
        List<Link> wanted = way >= 0 && way < links.size() ? List.of(links.get(way)) : links;
        return "for room at " + wanted.stream().map(link -> link.to() + full(link.to(), moment)).collect(Collectors.joining(" or "));
    }

    private String full(String name, Moment moment) {
        for (int i = 0; i < study.equipment().size(); i++) {
            Equipment taker = study.equipment().get(i);
            if (taker.name().equals(name)) {
                return switch (taker) {
                    case Station s when s.time().isEmpty() -> " (its time is not set)";
                    case Station s -> " (" + moment.content(i) + " of " + (s.places() + s.inputRoom()) + ")";
                    case Buffer b when b.room().isPresent() -> " (" + moment.content(i) + " of " + b.room().getAsInt() + ")";
                    default -> "";
                };
            }
        }
        return "";
    }
}
