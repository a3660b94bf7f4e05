package rhombic.study.check;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.value.PieceType;

/**
 * Which piece types may come to each equipment: an upper bound, found by following the links from the goods in until
 * nothing changes. Formulas are taken to let everything through.
 */
final class TypeFlow {
    private final Study study;
    private final Map<String, Set<String>> coming = new HashMap<>();
    private final Map<String, List<Link>> out = new HashMap<>();
    private final Set<String> carriers = new HashSet<>();

    TypeFlow(Study study) {
        this.study = study;
        study.links().forEach(link -> out.computeIfAbsent(link.from(), key -> new java.util.ArrayList<>()).add(link));
        study.pieceTypes().stream().filter(PieceType::loadCarrier).forEach(type -> carriers.add(type.name()));
        Map<String, PlantElement> elements = new HashMap<>();
        study.elements().forEach(element -> elements.put(element.name(), element));
        Deque<PlantElement> open = new ArrayDeque<>(study.elements());
        while (!open.isEmpty()) {
            PlantElement giver = open.poll();
            Set<String> leaving = leaving(giver);
            for (Link link : out.getOrDefault(giver.name(), List.of())) {
                Set<String> there = coming.computeIfAbsent(link.to(), key -> new HashSet<>());
                boolean more = false;
                for (String type : leaving) {
                    more |= mayGo(link, type) && there.add(type);
                }
                if (more) {
                    open.add(Objects.requireNonNull(elements.get(link.to())));
                }
            }
        }
    }

    Set<String> comingTo(String equipment) {
        return coming.getOrDefault(equipment, Set.of());
    }

    Set<String> leaving(PlantElement giver) {
        Set<String> here = comingTo(giver.name());
        return switch (giver) {
            case GoodsIn in -> {
                Set<String> types = new HashSet<>(in.types());
                study.rules().forEach(rule -> rule.then().forEach(action -> {
                    if (action instanceof Rule.Action.Create create && create.goodsIn().equals(in.name())) {
                        types.add(create.type());
                    }
                }));
                yield types;
            }
            case AssemblyStation assembly when assembly.method() == AssemblyStation.Method.BATCH || !assembly.result().isEmpty() ->
                Set.of(assembly.result());
            case AssemblyStation assembly -> new HashSet<>(assembly.bases());
            case UnpackingStation unpacking when unpacking.parting() instanceof UnpackingStation.Parting.Split split ->
                Set.of(split.type());
            case UnpackingStation unpacking -> {
                Set<String> types = new HashSet<>(here);
                study.elements().forEach(element -> {
                    if (element instanceof AssemblyStation assembly && assembly.method() != AssemblyStation.Method.ASSEMBLE) {
                        types.addAll(comingTo(assembly.name()));
                    }
                });
                yield types;
            }
            default -> here;
        };
    }

    boolean mayGo(Link link, String type) {
        return switch (link.filter()) {
            case LinkFilter.Types types -> types.types().contains(type);
            case LinkFilter.LoadCarriers() -> carriers.contains(type);
            case LinkFilter.Contents() -> !carriers.contains(type);
            case LinkFilter.Condition condition -> true;
            case LinkFilter.All() -> out.getOrDefault(link.from(), List.of()).stream()
                    .noneMatch(other -> other.fromPort().equals(link.fromPort()) && other.filter() instanceof LinkFilter.Types types
                            && types.types().contains(type));
        };
    }
}
