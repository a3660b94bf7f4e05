package rhombic.insight;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import rhombic.study.LinkFilter;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Table;
import rhombic.study.work.Recipe;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;

/** Says what something waits for, and why it is not there. */
final class Waits {
    private final UnfoldedStudy study;

    Waits(UnfoldedStudy study) {
        this.study = study;
    }

    /**
     * As in "for room at Leak test (2 of 2)".
     *
     * @param outlet at which it waits; empty: the usual one
     */
    String forRoom(PieceStatus status, String outlet, Moment moment) {
        if (status.backTo() >= 0) {
            return "to go back to " + study.element(status.backTo()).name() + " for rework" + why(status.backTo(), moment);
        }
        PlantElement giver = study.element(status.node());
        List<Integer> links = Arrays.stream(study.linksFrom(status.node()))
                .filter(link -> giver.port(study.link(link).fromPort(), false).equals(giver.port(outlet, false))).boxed().toList();
        if (moment.isOutletShut(status.node())) {
            return "until the outlet is opened";
        }
        if (links.isEmpty()) {
            return "since nothing is linked behind it";
        }
        List<Integer> wanted = status.way() >= 0 && status.way() < links.size() ? List.of(links.get(status.way())) : fitting(links, status);
        if (wanted.isEmpty()) {
            return "since none of the links is for " + type(status).name();
        }
        return "for room at "
                + wanted.stream().map(link -> study.link(link).to() + whyOnLink(link, moment)).collect(Collectors.joining(" or "));
    }

    private String whyOnLink(int link, Moment moment) {
        return moment.stateOfLink(link).isPresent() ? " (the way there is down)" : why(study.to(link), moment);
    }

    private List<Integer> fitting(List<Integer> links, PieceStatus status) {
        List<Integer> filtered = links.stream().filter(link -> switch (study.link(link).filter()) {
            case LinkFilter.Types types -> types.types().contains(type(status).name());
            case LinkFilter.LoadCarriers() -> type(status).loadCarrier();
            case LinkFilter.Contents() -> !type(status).loadCarrier();
            case LinkFilter.Condition condition -> true;
            case LinkFilter.All() -> false;
        }).toList();
        return filtered.isEmpty() ? links.stream().filter(link -> study.link(link).filter() instanceof LinkFilter.All).toList() : filtered;
    }

    /** In brackets, what keeps the taker from taking. */
    private String why(int taker, Moment moment) {
        int coming = onTheWayTo(taker, moment);
        if (moment.isShut(taker)) {
            return ShutTime.isShut(study.element(taker).basics().inletShut(), moment.timeNanos())
                    ? " (its inlet is shut)"
                    : " (a rule has shut its inlet)";
        }
        int content = moment.content(taker);
        return switch (study.element(taker)) {
            case WorkEquipment work when !work.work().isTimeSet() -> " (its time is not set)";
            case AssemblyStation assembly -> " (" + content + " there, " + assembly.partCapacity() + " of each part can wait)";
            case Station station ->
                " (" + content + " of " + (station.work().places() * station.load().pieces() + station.work().inputCapacity()) + ")";
            case WorkEquipment work -> " (" + content + " of " + (work.work().places() + work.work().inputCapacity()) + ")";
            case Conveyor conveyor -> " (" + content + " on it, its way in is not clear)";
            case Buffer buffer when buffer.capacity().isPresent() ->
                " (" + content + " of " + buffer.capacity().getAsInt() + (coming > 0 ? ", " + coming + " on the way" : "") + ")";
            default -> "";
        };
    }

    private int onTheWayTo(int taker, Moment moment) {
        int coming = 0;
        for (int link : study.linksTo(taker)) {
            coming += moment.contentOfLink(link);
        }
        return coming;
    }

    /** What an assembly lacks for the base, as in "1 more Coil"; empty if that can't be told from the study alone. */
    String missing(AssemblyStation assembly, PieceStatus base, Moment moment) {
        return lacking(parts(assembly, type(base).name()), moment.at(base.node()));
    }

    /** What a batch lacks. */
    String missingForBatch(AssemblyStation assembly, int node, Moment moment) {
        return lacking(parts(assembly, ""), moment.at(node));
    }

    private String lacking(List<Recipe.Part> parts, Collection<PieceStatus> here) {
        Map<String, Integer> lacking = new LinkedHashMap<>();
        for (Recipe.Part part : parts) {
            long there = here.stream().filter(status -> status.activity() == PieceStatus.Activity.WAITS
                    && (part.type().equals(Recipe.ANY_TYPE) || type(status).name().equals(part.type()))).count();
            if (there < part.count()) {
                lacking.put(part.type().equals(Recipe.ANY_TYPE) ? "of any type" : part.type(), (int) (part.count() - there));
            }
        }
        return lacking.entrySet().stream().map(e -> e.getValue() + " more " + e.getKey()).collect(Collectors.joining(" and "));
    }

    private List<Recipe.Part> parts(AssemblyStation assembly, String base) {
        return switch (assembly.recipe()) {
            case Recipe.Fixed fixed -> fixed.parts();
            case Recipe.ByKey byKey -> byKey.key().equals("piece.type") ? byKey.parts().getOrDefault(base, List.of()) : List.of();
            case Recipe.FromTable from -> from.key().equals("piece.type")
                    ? study.study().table(from.table()).map(table -> ofTable(table, base)).orElse(List.of())
                    : List.of();
        };
    }

    private static List<Recipe.Part> ofTable(Table table, String base) {
        List<Recipe.Part> parts = new ArrayList<>();
        for (Table.Row row : table.rows()) {
            if (row.keys().getFirst().equals(base) && row.value().matches("[1-9][0-9]{0,3}")) {
                parts.add(new Recipe.Part(row.keys().getLast(), Integer.parseInt(row.value())));
            }
        }
        return parts;
    }

    PieceType type(PieceStatus status) {
        return study.study().pieceTypes().get(status.type());
    }
}
