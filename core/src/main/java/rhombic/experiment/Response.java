package rhombic.experiment;

import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;
import rhombic.measure.CrewFigures;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.StayFigures;
import rhombic.measure.TypeFigures;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.study.value.PieceType;

/**
 * A figure of a run that can be averaged and compared.
 *
 * @param subject equipment or piece type it belongs to; empty for the whole plant
 * @param unit as printed; empty for plain numbers
 */
public record Response(String subject, String name, String unit, ToDoubleFunction<RunFigures> value) {
    public static final Response THROUGHPUT = plant("throughput", "1/h", RunFigures::throughputPerHour);
    public static final Response PLANNED_THROUGHPUT = plant("throughput per planned hour", "1/h", RunFigures::throughputPerPlannedHour);
    public static final Response LEAD_TIME = plant("lead time mean", "s", run -> run.lead().mean());
    public static final Response LEAD_TIME_P95 = plant("lead time 95th percentile", "s", run -> run.lead().p95());
    public static final Response INSIDE = plant("inside mean", "", RunFigures::insideMean);
    public static final Response IN = plant("in", "", RunFigures::in);
    public static final Response OUT = plant("out", "", RunFigures::out);
    public static final Response SCRAPPED = plant("scrapped", "", RunFigures::scrapped);
    public static final Response REJECTED = plant("turned away", "", RunFigures::rejected);
    public static final Response LOSS = plant("loss", "1", RunFigures::lossShare);

    /** Those of the whole plant. */
    public static final List<Response> OF_PLANT = List.of(THROUGHPUT, PLANNED_THROUGHPUT, LEAD_TIME, LEAD_TIME_P95, INSIDE, IN, OUT,
            SCRAPPED, REJECTED,
            LOSS);

    /** Which way is better. */
    public enum Better {
        MORE, LESS, NEITHER
    }

    private static final List<String> MORE_IS_BETTER = List.of("throughput", "throughput per planned hour", "out",
            "orders done", "order lines done", "orders on time", "double cycles");
    private static final List<String> LESS_IS_BETTER = List.of("lead time mean", "lead time 95th percentile", "inside mean", "scrapped",
            "turned away", "loss", "content mean", "stay mean", "wait mean", "waited", "blocked mean", "wait for crew mean", "move mean",
            "full", "standing", "blocked", "starved", "waiting for crew", "down", "waiting for repair", "walked", "response time mean",
            "response time 95th percentile", "vehicles waiting for traffic", "relocated", "stayed too long", "order time mean",
            "lateness mean", "cycle time mean",
            "orders waiting");

    /** Names it among all of the study: its place, a colon and what it is; or, of the whole plant, only that. */
    public String key() {
        return subject.isEmpty() ? name : subject + ": " + name;
    }

    public Better better() {
        return better(key());
    }

    /** Which way is better for the response of that {@link #key}. */
    public static Better better(String key) {
        String name = key.substring(key.lastIndexOf(": ") < 0 ? 0 : key.lastIndexOf(": ") + 2);
        return MORE_IS_BETTER.contains(name) ? Better.MORE : LESS_IS_BETTER.contains(name) ? Better.LESS : Better.NEITHER;
    }

    /** Every response that the study has. */
    public static List<Response> all(Study study) {
        return all(UnfoldedStudy.of(study));
    }

    /** Every response that the study has. */
    public static List<Response> all(UnfoldedStudy unfolded) {
        List<Response> all = new ArrayList<>(OF_PLANT);
        List<PlantElement> elements = unfolded.elements();
        for (int i = 0; i < elements.size(); i++) {
            if (elements.get(i) instanceof Equipment) {
                all.addAll(ofEquipment(i, elements.get(i).name()));
                all.addAll(ofModes(i, elements.get(i)));
            }
        }
        List<PieceType> types = unfolded.study().pieceTypes();
        for (int i = 0; i < types.size(); i++) {
            all.addAll(ofType(i, types.get(i)));
        }
        elements.stream().filter(Rack.class::isInstance).map(Rack.class::cast).forEach(rack -> all.addAll(ofRack(rack, unfolded.study())));
        List<ResourceGroup> groups = unfolded.groups();
        for (int i = 0; i < groups.size(); i++) {
            all.addAll(ofGroup(i, groups.get(i), unfolded.study()));
        }
        return all;
    }

    private static List<Response> ofRack(Rack rack, Study study) {
        String name = rack.name();
        List<Response> all = new ArrayList<>(List.of(rack(name, "stored", "", RackFigures::stored),
                rack(name, "fetched", "", RackFigures::fetched), rack(name, "relocated", "", RackFigures::relocated),
                rack(name, "double cycles", "1", RackFigures::doubleShare), rack(name, "fill mean", "1", RackFigures::fillMean),
                rack(name, "stayed too long", "", RackFigures::overdue)));
        List<StackerCrane> cranes = study.all(StackerCrane.class).stream().filter(crane -> crane.serves(rack)).toList();
        if (!cranes.isEmpty()) {
            all.add(rack(name, "cycle time mean", "s", figures -> figures.perCycle(figures.workHours())));
        }
        if (cranes.stream().anyMatch(crane -> crane.transfer().isPresent())) {
            all.add(rack(name, "aisle changes", "", RackFigures::aisleChanges));
        }
        if (rack.orders().isPresent()) {
            all.addAll(List.of(rack(name, "orders done", "", RackFigures::orders), rack(name, "order lines done", "", RackFigures::lines),
                    rack(name, "orders on time", "1", RackFigures::onTimeShare),
                    rack(name, "order time mean", "s", figures -> 3600 * figures.orderHours()),
                    rack(name, "lateness mean", "s", figures -> 3600 * figures.lateHours()),
                    rack(name, "orders waiting", "", RackFigures::waitingOrders)));
        }
        return all;
    }

    /** Not a number where the rack has an error, and did nothing. */
    private static Response rack(String rack, String name, String unit, ToDoubleFunction<RackFigures> value) {
        return new Response(rack, name, unit, run -> run.rack(rack).map(value::applyAsDouble).orElse(Double.NaN));
    }

    private static List<Response> ofGroup(int index, ResourceGroup group, Study study) {
        String name = group.name();
        List<Response> all = new ArrayList<>(List.of(crew(index, name, "utilisation", "1", CrewFigures::utilisation),
                crew(index, name, "jobs", "", CrewFigures::jobs),
                crew(index, name, group.arePeople() ? "walked" : "driven", "m", CrewFigures::metres)));
        all.add(new Response(name, "response time mean", "s", run -> response(run, name).mean()));
        all.add(new Response(name, "response time 95th percentile", "s", run -> response(run, name).p95()));
        if (!group.arePeople()) {
            all.add(crew(index, name, "driven loaded", "m", CrewFigures::metresLoaded));
        }
        for (PersonState state : PersonState.values()) {
            boolean canBe = switch (state) {
                case DOWN -> !group.basics().duty().failures().isEmpty();
                case PICKING_UP, SETTING_DOWN -> !group.arePeople();
                case CHARGING, TO_CHARGE -> group.runDown();
                case FOR_TRAFFIC -> group.roadSpace().isPresent();
                case FOR_DRIVER -> !group.driver().isEmpty();
                case DRIVING -> study.groups().stream().anyMatch(other -> !other.driver().isEmpty() && group.has(other.driver()));
                case WORKING, CHANGEOVER, SERVICE, REPAIR -> group.arePeople();
                case CARRYING, WALKING, STANDING_BY, WAITING, ON_BREAK, OFF_SHIFT -> true;
            };
            if (canBe) {
                all.add(crew(index, name, (group.arePeople() ? "people " : "vehicles ") + state.word(group.arePeople()), "1",
                        c -> c.share(state)));
            }
        }
        return all;
    }

    /** How long what asks for the group waits until somebody is there. */
    private static StayFigures response(RunFigures run, String group) {
        return run.skills().stream().filter(skill -> skill.name().equals(group)).findFirst().orElseThrow().response();
    }

    private static Response crew(int index, String place, String name, String unit, ToDoubleFunction<CrewFigures> value) {
        return new Response(place, name, unit, run -> value.applyAsDouble(run.crews().get(index)));
    }

    /** Share of time that the equipment spends in the state; {@code index} is its number. */
    public static Response share(int index, String name, EquipmentState state) {
        return equipment(index, name, state.word(), "1", e -> e.shares().isEmpty() ? Double.NaN : e.share(state));
    }

    private static List<Response> ofEquipment(int index, String name) {
        List<Response> responses = new ArrayList<>(List.of(
                equipment(index, name, "in", "", EquipmentFigures::in),
                equipment(index, name, "out", "", EquipmentFigures::out),
                equipment(index, name, "content mean", "", EquipmentFigures::contentMean),
                equipment(index, name, "stay mean", "s", e -> e.stay().mean()),
                equipment(index, name, "wait mean", "s", e -> e.waits().mean()),
                equipment(index, name, "waited", "1", e -> e.waits().waitedShare()),
                equipment(index, name, "empty", "1", e -> e.shares().isEmpty() ? e.emptyShare() : Double.NaN),
                equipment(index, name, "full", "1", e -> e.shares().isEmpty() ? e.fullShare() : Double.NaN),
                equipment(index, name, "standing", "1", e -> e.shares().isEmpty() ? e.standingShare() : Double.NaN),
                equipment(index, name, "running", "1", e -> e.shares().isEmpty() ? e.belt().runningShare() : Double.NaN),
                equipment(index, name, "entry gap mean", "m", e -> e.belt().gapMean())));
        for (EquipmentState state : EquipmentState.values()) {
            responses.add(share(index, name, state));
        }
        return responses;
    }

    private static List<Response> ofModes(int index, PlantElement element) {
        List<Response> all = new ArrayList<>();
        for (int i = 0; i < element.basics().duty().failures().size(); i++) {
            int mode = i;
            String name = element.basics().duty().failures().get(i).name();
            ToDoubleFunction<EquipmentFigures> failures = e -> e.modes().isEmpty() ? Double.NaN : e.modes().get(mode).failures();
            all.add(equipment(index, element.name(), "failures by " + name, "", failures));
            all.add(equipment(index, element.name(), "down by " + name, "1",
                    e -> e.modes().isEmpty() ? Double.NaN : e.modes().get(mode).downShare()));
        }
        return all;
    }

    private static List<Response> ofType(int index, PieceType type) {
        return List.of(type(index, type.name(), "lead time mean", t -> t.lead().mean()),
                type(index, type.name(), "work mean", TypeFigures::workMean),
                type(index, type.name(), "wait mean", TypeFigures::waitMean),
                type(index, type.name(), "blocked mean", TypeFigures::blockedMean),
                type(index, type.name(), "move mean", TypeFigures::moveMean),
                type(index, type.name(), "wait for crew mean", TypeFigures::crewMean),
                type(index, type.name(), "value-adding work mean", TypeFigures::valueMean));
    }

    private static Response plant(String name, String unit, ToDoubleFunction<RunFigures> value) {
        return new Response("", name, unit, value);
    }

    private static Response equipment(int index, String place, String name, String unit, ToDoubleFunction<EquipmentFigures> value) {
        return new Response(place, name, unit, run -> value.applyAsDouble(run.equipment().get(index)));
    }

    private static Response type(int index, String place, String name, ToDoubleFunction<TypeFigures> value) {
        return new Response(place, name, "s", run -> value.applyAsDouble(run.types().get(index)));
    }
}
