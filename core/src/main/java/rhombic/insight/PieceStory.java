package rhombic.insight;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import rhombic.quantity.Clock;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.Station;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Selection;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;
import rhombic.trace.Trace;

/** Tells what a piece is, where it was, and what it waits for. */
public final class PieceStory {
    private final UnfoldedStudy study;
    private final Trace trace;
    private final Waits waits;

    public PieceStory(UnfoldedStudy study, Trace trace) {
        this.study = study;
        this.trace = trace;
        waits = new Waits(study);
    }

    /** What it does now and, if it waits, for what and why, in one sentence. */
    public String doing(PieceStatus status, Moment moment) {
        if (status.isOnAnother()) {
            PieceStatus bottom = moment.bottom(status);
            return "Lies on " + waits.type(bottom).name() + " " + (bottom.piece() + 1) + ", which is at "
                    + study.element(bottom.node()).name() + ".";
        }
        PlantElement element = study.element(status.node());
        if (status.activity() == PieceStatus.Activity.WAITS && status.link() < 0 && element instanceof Rack rack) {
            return new RackStory(study).ofPiece(status, rack, moment, further(status, moment));
        }
        String since = Clock.elapsed(moment.timeNanos() - status.sinceNanos());
        if (status.activity() == PieceStatus.Activity.WAITS && status.link() >= 0) {
            return "Waits for " + since + " before zone " + (status.place() + 1) + " of " + study.element(study.from(status.link())).name()
                    + " until somebody there takes it on.";
        }
        return switch (status.activity()) {
            case MOVES -> {
                String way = study.element(status.fromNode()).name() + " to " + element.name();
                long stands = moment.atEndOfLinkNanos(status.body());
                yield stands > 0
                        ? "Has come from " + way + " and has waited there " + Clock.elapsed(stands) + " for room at " + element.name()
                                + "."
                        : moment.isHeldOnWay(status.body())
                                ? "Has stood " + since + " on its way from " + way + ", which is down."
                                : carried(status, moment) + way + " for " + since + ".";
            }
            case RIDES -> new ConveyorStory(study, waits).ofPiece(status, (Conveyor) element, since, moment);
            case IS_WORKED_ON -> "Is worked on at " + element.name() + " for " + since + ".";
            case IS_DONE -> "Is done at " + element.name() + " and has waited " + since + " " + further(status, moment) + ".";
            case WAITS -> "Waits at " + element.name() + " for " + since + " " + (moment.calledAlong(status.body()) >= 0
                    ? further(status, moment)
                    : waitingFor(status, element, moment)) + ".";
        };
    }

    /** What it waits for to go on: to be carried, or for room where it goes. */
    private String further(PieceStatus status, Moment moment) {
        int link = moment.calledAlong(status.body());
        if (link < 0) {
            return waits.forRoom(status, "", moment);
        }
        int mover = moment.calledMover(status.body());
        return "to be carried to " + study.element(study.to(link)).name() + ": " + (mover < 0
                ? "nobody has come for it for " + Clock.elapsed(moment.timeNanos() - moment.calledSinceNanos(status.body()))
                : study.members().get(mover).person().name() + " comes");
    }

    private String carried(PieceStatus status, Moment moment) {
        int carrier = moment.carrierOf(status.body());
        return carrier < 0 ? "Is on its way from " : "Is carried by " + study.members().get(carrier).person().name() + " from ";
    }

    /** The equipment it has been at, oldest first, with how long. */
    public List<String> history(PieceStatus status, long untilNanos) {
        List<String> lines = new ArrayList<>();
        for (Trace.Visit visit : trace.visits(status, untilNanos)) {
            String place = study.element(visit.node()).name();
            lines.add((visit.link() >= 0 ? "on the way to " + place : place) + ", " + Clock.elapsed(visit.toNanos() - visit.fromNanos()));
        }
        return lines;
    }

    /** Its attributes with their values at the moment, its look if that is not the usual one, and what lies on it. */
    public Map<String, String> values(PieceStatus status, Moment moment) {
        PieceType type = waits.type(status);
        Map<String, String> values = new LinkedHashMap<>();
        for (Attribute attribute : type.attributes()) {
            values.put(attribute.name(), attribute.value().toString());
        }
        values.putAll(trace.settings(status));
        if (status.look() > 0 && status.look() < type.looks().size()) {
            values.put("look", type.looks().get(status.look()).name());
        }
        Map<String, Integer> carried = new LinkedHashMap<>();
        moment.on(status.body()).forEach(on -> carried.merge(waits.type(on).name(), 1, Integer::sum));
        carried.forEach((name, count) -> values.merge("carries", count + " " + name, (a, b) -> a + ", " + b));
        return values;
    }

    private String waitingFor(PieceStatus status, PlantElement element, Moment moment) {
        return switch (element) {
            case AssemblyStation assembly -> atAssembly(status, assembly, moment);
            case Station station when isLoading(station, status, moment) ->
                "until the load is full (" + waiting(status, moment) + " of " + station.load().pieces() + ")";
            case WorkEquipment station -> station.work().places() == 1
                    ? "until the station is free"
                    : "until one of its " + station.work().places() + " places is free";
            default -> inQueue(status, element, moment);
        };
    }

    private String atAssembly(PieceStatus status, AssemblyStation assembly, Moment moment) {
        boolean busy = moment.at(status.node()).stream().filter(other -> other.activity() != PieceStatus.Activity.WAITS)
                .map(PieceStatus::place)
                .distinct().count() >= assembly.work().places();
        if (assembly.bases().contains(waits.type(status).name())) {
            String missing = waits.missing(assembly, status, moment);
            return missing.isEmpty() ? busy ? "until a place is free" : "for its parts" : "for " + missing;
        }
        if (assembly.method() == AssemblyStation.Method.BATCH) {
            String missing = waits.missingForBatch(assembly, status.node(), moment);
            return missing.isEmpty() ? "until a place is free" : "for " + missing;
        }
        boolean baseIsThere = moment.at(status.node()).stream()
                .anyMatch(other -> other.activity() == PieceStatus.Activity.WAITS && assembly.bases().contains(waits.type(other).name()));
        return baseIsThere ? "for other parts" : "for " + String.join(" or ", assembly.bases()) + (busy ? ", while others are joined" : "");
    }

    private static boolean isLoading(Station station, PieceStatus status, Moment moment) {
        long busy = moment.at(status.node()).stream().filter(other -> other.activity() != PieceStatus.Activity.WAITS)
                .map(PieceStatus::place)
                .distinct()
                .count();
        return station.load().pieces() > 1 && busy < station.work().places();
    }

    private static long waiting(PieceStatus status, Moment moment) {
        return moment.at(status.node()).stream().filter(other -> other.activity() == PieceStatus.Activity.WAITS).count();
    }

    private String inQueue(PieceStatus status, PlantElement element, Moment moment) {
        if (element instanceof Buffer buffer
                && (buffer.order() == Buffer.Order.ANY
                        || buffer.basics().selection().choice() != Selection.Choice.OLDEST)) {
            return waits.forRoom(status, "", moment);
        }
        boolean newestFirst = element instanceof Buffer buffer && buffer.order() == Buffer.Order.NEWEST_FIRST;
        int before = 0;
        int behind = 0;
        for (PieceStatus other : moment.at(status.node())) {
            if (other.piece() == status.piece()) {
                behind = moment.at(status.node()).size() - before - 1;
                break;
            }
            before++;
        }
        int ahead = newestFirst ? behind : before;
        return ahead > 0 ? "behind " + ahead + (ahead == 1 ? " other" : " others") : waits.forRoom(status, "", moment);
    }
}
