package rhombic.insight;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import rhombic.quantity.Clock;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.Station;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;
import rhombic.trace.Trace;

/** Tells what a piece is, where it was, and what it waits for. */
public final class PieceStory {
    private final Study study;
    private final Trace trace;
    private final Waits waits;

    public PieceStory(Study study, Trace trace) {
        this.study = study;
        this.trace = trace;
        waits = new Waits(study);
    }

    /** What it does now and, if it waits, for what and why, in one sentence. */
    public String doing(PieceStatus spot, Moment moment) {
        if (spot.isOnAnother()) {
            PieceStatus bottom = moment.bottom(spot);
            return "Lies on " + waits.type(bottom).name() + " " + (bottom.piece() + 1) + ", which is at "
                    + study.equipment().get(bottom.node()).name() + ".";
        }
        Equipment where = study.equipment().get(spot.node());
        String since = Clock.elapsed(moment.timeNanos() - spot.sinceNanos());
        return switch (spot.activity()) {
            case MOVES -> {
                String way = study.equipment().get(spot.fromNode()).name() + " to " + where.name();
                long stands = moment.atEndOfLinkNanos(spot.body());
                yield stands > 0
                        ? "Has come from " + way + " and has waited there " + Clock.elapsed(stands) + " for room at " + where.name() + "."
                        : moment.isHeldOnWay(spot.body())
                                ? "Has stood " + since + " on its way from " + way + ", which is down."
                                : "Is on its way from " + way + " for " + since + ".";
            }
            case RIDES -> new ConveyorStory(study, waits).ofPiece(spot, (Conveyor) where, since, moment);
            case IS_WORKED_ON -> "Is worked on at " + where.name() + " for " + since + ".";
            case IS_DONE -> "Is done at " + where.name() + " and has waited " + since + " " + waits.forRoom(spot, "", moment) + ".";
            case WAITS -> "Waits at " + where.name() + " for " + since + " " + waitingFor(spot, where, moment) + ".";
        };
    }

    /** The equipment it has been at, oldest first, with how long. */
    public List<String> history(PieceStatus spot, long untilNanos) {
        List<String> lines = new ArrayList<>();
        for (Trace.Visit visit : trace.visits(spot, untilNanos)) {
            String where = study.equipment().get(visit.node()).name();
            lines.add((visit.link() >= 0 ? "on the way to " + where : where) + ", " + Clock.elapsed(visit.toNanos() - visit.fromNanos()));
        }
        return lines;
    }

    /** Its attributes with their values at the moment, its look if that is not the usual one, and what lies on it. */
    public Map<String, String> values(PieceStatus spot, Moment moment) {
        PieceType type = waits.type(spot);
        Map<String, String> values = new LinkedHashMap<>();
        for (Attribute attribute : type.attributes()) {
            values.put(attribute.name(), attribute.value().toString());
        }
        values.putAll(trace.settings(spot));
        if (spot.look() > 0 && spot.look() < type.looks().size()) {
            values.put("look", type.looks().get(spot.look()).name());
        }
        Map<String, Integer> carried = new LinkedHashMap<>();
        moment.on(spot.body()).forEach(on -> carried.merge(waits.type(on).name(), 1, Integer::sum));
        carried.forEach((name, count) -> values.merge("carries", count + " " + name, (a, b) -> a + ", " + b));
        return values;
    }

    private String waitingFor(PieceStatus spot, Equipment where, Moment moment) {
        return switch (where) {
            case AssemblyStation assembly -> atAssembly(spot, assembly, moment);
            case Station station when isLoading(station, spot, moment) ->
                "until the load is full (" + waiting(spot, moment) + " of " + station.load().pieces() + ")";
            case WorkEquipment station -> station.work().places() == 1
                    ? "until the station is free"
                    : "until one of its " + station.work().places() + " places is free";
            default -> inQueue(spot, where, moment);
        };
    }

    private String atAssembly(PieceStatus spot, AssemblyStation assembly, Moment moment) {
        boolean busy = moment.at(spot.node()).stream().filter(other -> other.activity() != PieceStatus.Activity.WAITS)
                .map(PieceStatus::place)
                .distinct().count() >= assembly.work().places();
        if (assembly.bases().contains(waits.type(spot).name())) {
            String missing = waits.missing(assembly, spot, moment);
            return missing.isEmpty() ? busy ? "until a place is free" : "for its parts" : "for " + missing;
        }
        if (assembly.method() == AssemblyStation.Method.BATCH) {
            String missing = waits.missingForBatch(assembly, spot.node(), moment);
            return missing.isEmpty() ? "until a place is free" : "for " + missing;
        }
        boolean baseIsThere = moment.at(spot.node()).stream()
                .anyMatch(other -> other.activity() == PieceStatus.Activity.WAITS && assembly.bases().contains(waits.type(other).name()));
        return baseIsThere ? "for other parts" : "for " + String.join(" or ", assembly.bases()) + (busy ? ", while others are joined" : "");
    }

    private static boolean isLoading(Station station, PieceStatus spot, Moment moment) {
        long busy = moment.at(spot.node()).stream().filter(other -> other.activity() != PieceStatus.Activity.WAITS).map(PieceStatus::place)
                .distinct()
                .count();
        return station.load().pieces() > 1 && busy < station.work().places();
    }

    private static long waiting(PieceStatus spot, Moment moment) {
        return moment.at(spot.node()).stream().filter(other -> other.activity() == PieceStatus.Activity.WAITS).count();
    }

    private String inQueue(PieceStatus spot, Equipment where, Moment moment) {
        if (where instanceof Buffer buffer
                && (buffer.order() == Buffer.Order.ANY
                        || buffer.basics().selection().choice() != rhombic.study.value.Selection.Choice.OLDEST)) {
            return waits.forRoom(spot, "", moment);
        }
        boolean newestFirst = where instanceof Buffer buffer && buffer.order() == Buffer.Order.NEWEST_FIRST;
        int before = 0;
        int behind = 0;
        for (PieceStatus other : moment.at(spot.node())) {
            if (other.piece() == spot.piece()) {
                behind = moment.at(spot.node()).size() - before - 1;
                break;
            }
            before++;
        }
        int ahead = newestFirst ? behind : before;
        return ahead > 0 ? "behind " + ahead + (ahead == 1 ? " other" : " others") : waits.forRoom(spot, "", moment);
    }
}
