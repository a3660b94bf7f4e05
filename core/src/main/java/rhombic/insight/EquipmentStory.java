package rhombic.insight;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import rhombic.quantity.Clock;
import rhombic.study.duty.Need;
import rhombic.study.kind.Area;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Dock;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.Station;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.site.Aisle;
import rhombic.study.site.Structure;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.ShutTime;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;

/** Tells in one sentence what equipment does, since when, and what it waits for and why. */
public final class EquipmentStory {
    private final UnfoldedStudy study;
    private final Waits waits;

    public EquipmentStory(UnfoldedStudy study) {
        this.study = study;
        waits = new Waits(study);
    }

    public String doing(int node, Moment moment) {
        PlantElement element = study.element(node);
        Optional<EquipmentState> state = moment.state(node);
        String shut = gates(element, node, moment);
        String since = Clock.elapsed(moment.timeNanos() - moment.stateSinceNanos(node));
        return switch (element) {
            case GoodsIn in -> state.isEmpty() ? "Brings nothing." : ofGoodsIn(node, state.get(), since, moment) + shut;
            case Buffer buffer -> state.map(s -> kept(s, since) + " ").orElse("") + (moment.content(node) == 0
                    ? "Is empty: " + waitsForPieces(element)
                    : "Holds " + pieces(moment.content(node)) + "; " + first(node, moment)) + "." + shut;
            case Rack rack -> state.map(s -> kept(s, since) + " ").orElse("") + (moment.content(node) == 0
                    ? "Is empty: " + waitsForPieces(element)
                    : "Holds " + pieces(moment.content(node)) + " in " + rack.layout().places() + " places: "
                            + Math.round(100.0 * moment.content(node) / rack.layout().places()) + " % full")
                    + "." + shut;
            case Conveyor conveyor -> state.map(s -> kept(s, since) + " ").orElse("") + onConveyor(node, element, moment) + "." + shut;
            case WorkEquipment work -> state.isEmpty() ? "Does nothing." : ofWork(node, work, state.get(), since, moment) + "." + shut;
            case Dock dock -> state.isEmpty() ? "Is not used." : ofDock(node, dock, state.get(), since, moment) + "." + shut;
            case ResourceGroup group ->
                (group.comeWhenCalled() ? "Home of " : "Desk of ") + (group.count() == 1 ? "one" : group.count()) + " "
                        + group.memberWord(group.count() > 1) + ".";
            case Area area -> area.purpose();
            case Aisle aisle -> aisle.purpose();
            case Structure structure -> structure.purpose();
            case GoodsOut out -> "Has let " + moment.in(node) + " out." + shut;
        };
    }

    private String onConveyor(int node, PlantElement element, Moment moment) {
        if (moment.content(node) == 0) {
            return "Is empty: " + waitsForPieces(element);
        }
        return "Carries " + pieces(moment.content(node)) + new ConveyorStory(study, waits).ofWhole((Conveyor) element, node, moment);
    }

    private static String gates(PlantElement element, int node, Moment moment) {
        String inlet = !moment.isShut(node)
                ? ""
                : ShutTime.isShut(element.basics().inletShut(), moment.timeNanos()) ? " Its inlet is shut." : " A rule has shut its inlet.";
        String outlet = !moment.isOutletShut(node)
                ? ""
                : ShutTime.isShut(element.basics().outletShut(), moment.timeNanos())
                        ? " Its outlet is shut."
                        : " A rule has shut its outlet.";
        return inlet + outlet;
    }

    /** What keeps it from working, if something does. */
    private static String kept(EquipmentState state, String since) {
        return switch (state) {
            case DOWN -> "Has been down for " + since + ".";
            case WAITING_FOR_REPAIR -> "Is down and has waited for its repair for " + since + ".";
            case OFF_SHIFT -> "Has been off shift for " + since + ".";
            default -> "";
        };
    }

    private String ofGoodsIn(int node, EquipmentState state, String since, Moment moment) {
        String kept = kept(state, since);
        if (!kept.isEmpty()) {
            return kept;
        }
        return state == EquipmentState.BLOCKED || state == EquipmentState.WAITING_FOR_CREW
                ? pieces(moment.content(node)) + (moment.content(node) == 1 ? " has" : " have") + " waited here, the first for "
                        + sinceFirst(node, moment) + ", "
                        + oldest(node, moment).map(status -> waits.forRoom(status, "", moment)).orElse("for room")
                        + "."
                : "Has had nothing waiting for " + since + ".";
    }

    private String ofWork(int node, WorkEquipment work, EquipmentState state, String since, Moment moment) {
        return switch (state) {
            case WORKING -> "Has worked without a break for " + since + (places(work, node, moment));
            case BLOCKED -> "Has been blocked for " + since + ": " + blockedBy(node, moment);
            case CHANGEOVER -> "Has been changing over to another type for " + since;
            case SERVICE -> "Has been in service for " + since + serviceReason(work);
            case PAUSE -> "Has paused for " + since + " before it lets the next piece in";
            case WAITING_FOR_CREW -> "Has waited for " + crews(work) + " for " + since;
            case DOWN -> "Has been down for " + since;
            case WAITING_FOR_REPAIR -> "Is down and has waited for its repair for " + since;
            case OFF_SHIFT -> "Has been off shift for " + since;
            case STARVED -> "Has been starved for " + since + ": " + starvedReason(node, work, moment);
        };
    }

    private String ofDock(int node, Dock dock, EquipmentState state, String since, Moment moment) {
        String kept = kept(state, since);
        Optional<PieceStatus> there = oldest(node, moment);
        if (!kept.isEmpty()) {
            return kept.substring(0, kept.length() - 1);
        }
        if (there.isEmpty()) {
            return "Has been free for " + since + ": " + waitsForPieces(dock);
        }
        PieceStatus truck = there.get();
        int on = moment.on(truck.body()).size();
        String stands = waits.type(truck).name() + " " + (truck.piece() + 1) + " has stood here for " + sinceFirst(node, moment) + " with "
                + pieces(on) + " on it: ";
        return stands + switch (state) {
            case WAITING_FOR_CREW -> "what it brings has waited for somebody to fetch it for " + since;
            case BLOCKED -> on > 0 && dock.unloads()
                    ? "there has been no room where what it brings goes for " + since
                    : "it has waited to go for " + since;
            case STARVED -> "it has waited for what it is to take along for " + since;
            default -> "it docks, is served, or leaves";
        };
    }

    private String crews(WorkEquipment work) {
        List<String> names = Stream.concat(work.needs().stream(), study.study().carryNeedsFrom(work.name()).stream()).map(Need::skill)
                .distinct()
                .limit(3).toList();
        return names.isEmpty() ? "people" : String.join(" or ", names);
    }

    private static String serviceReason(WorkEquipment work) {
        return work.work().service() == null
                ? ""
                : ", which is due after every "
                        + (work.work().service().everyPieces() == 1 ? "piece" : work.work().service().everyPieces() + " pieces");
    }

    private String places(WorkEquipment work, int node, Moment moment) {
        if (work.work().places() == 1) {
            return "";
        }
        long busy = moment.at(node).stream().filter(status -> status.activity() == PieceStatus.Activity.IS_WORKED_ON)
                .map(PieceStatus::place)
                .distinct()
                .count();
        return ", now at " + busy + " of " + work.work().places() + " places";
    }

    private String blockedBy(int node, Moment moment) {
        return moment.at(node).stream().filter(status -> status.activity() == PieceStatus.Activity.IS_DONE).findFirst()
                .map(status -> waits.type(status).name() + " " + (status.piece() + 1) + " waits " + waits.forRoom(status, "", moment))
                .orElse("what is done can\u2019t go on");
    }

    private String starvedReason(int node, WorkEquipment work, Moment moment) {
        if (!work.work().isTimeSet()) {
            return "its time is not set, so it takes nothing";
        }
        if (work instanceof AssemblyStation assembly && moment.content(node) > 0) {
            Optional<PieceStatus> base = moment.at(node).stream().filter(status -> assembly.bases().contains(waits.type(status).name()))
                    .findFirst();
            String missing = base.map(status -> waits.missing(assembly, status, moment))
                    .orElseGet(() -> waits.missingForBatch(assembly, node, moment));
            String text = base.map(status -> " for " + waits.type(status).name() + " " + (status.piece() + 1)).orElse("");
            return base.isPresent() || assembly.bases().isEmpty()
                    ? "it waits for " + (missing.isEmpty() ? "parts" : missing) + text
                    : "parts are there, but no " + String.join(" or ", assembly.bases());
        }
        if (work instanceof Station station && station.load().pieces() > 1 && moment.content(node) > 0) {
            return "it waits for a full load, " + moment.content(node) + " of " + station.load().pieces() + " are there";
        }
        return waitsForPieces(work);
    }

    private String waitsForPieces(PlantElement element) {
        List<String> givers = Arrays.stream(study.linksTo(study.number(element.name()))).mapToObj(link -> study.link(link).from()).toList();
        return givers.isEmpty()
                ? "nothing is linked to it"
                : "nothing comes from " + givers.stream().limit(3).collect(Collectors.joining(" or "))
                        + (givers.size() > 3 ? " or others" : "");
    }

    private String first(int node, Moment moment) {
        return oldest(node, moment)
                .map(status -> "the first has waited " + sinceFirst(node, moment) + " " + waits.forRoom(status, "", moment))
                .orElse("");
    }

    private static Optional<PieceStatus> oldest(int node, Moment moment) {
        return moment.at(node).stream().findFirst();
    }

    private static String sinceFirst(int node, Moment moment) {
        return oldest(node, moment).map(status -> Clock.elapsed(moment.timeNanos() - status.sinceNanos())).orElse("0 s");
    }

    private static String pieces(int count) {
        return count == 1 ? "1 piece" : count + " pieces";
    }
}
