package rhombic.study.check;

import java.util.ArrayDeque;
import java.util.ArrayList;
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
import rhombic.study.kind.Dock;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
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
    /** What comes to docks to be loaded, by name of the dock; what else comes are trucks. */
    private final Map<String, Set<String>> loading = new HashMap<>();
    private final Map<String, PlantElement> elements = new HashMap<>();

    TypeFlow(Study study) {
        this.study = study;
        study.links().forEach(link -> out.computeIfAbsent(link.from(), key -> new ArrayList<>()).add(link));
        study.pieceTypes().stream().filter(PieceType::loadCarrier).forEach(type -> carriers.add(type.name()));
        study.elements().forEach(element -> elements.put(element.name(), element));
        Deque<PlantElement> open = new ArrayDeque<>(study.elements());
        while (!open.isEmpty()) {
            PlantElement giver = open.poll();
            Set<String> leaving = leaving(giver);
            for (Link link : out.getOrDefault(giver.name(), List.of())) {
                Set<String> there = (link.toPort().equals(Dock.LOADING) ? loading : coming).computeIfAbsent(link.to(),
                        key -> new HashSet<>());
                boolean more = false;
                for (String type : leaving) {
                    more |= mayGo(link, type) && there.add(type);
                }
                if (more) {
                    PlantElement to = Objects.requireNonNull(elements.get(link.to()));
                    open.add(to);
                    if (to instanceof AssemblyStation || to instanceof Dock) { // more may come off load carriers elsewhere
                        study.elements().stream().filter(one -> one instanceof UnpackingStation || one instanceof Dock).forEach(open::add);
                    }
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
                types.addAll(loaded(here));
                yield types;
            }
            case Dock dock -> {
                Set<String> types = new HashSet<>(here);
                types.addAll(dock.unloads() ? loaded(here) : Set.of());
                yield types;
            }
            case Rack rack -> {
                Set<String> types = new HashSet<>(here);
                rack.stock().forEach(stock -> types.add(stock.type()));
                yield types;
            }
            default -> here;
        };
    }

    /** What may be on load carriers or batches of those types: what comes on them, and what is put onto them. */
    private Set<String> loaded(Set<String> holders) {
        Set<String> types = new HashSet<>();
        study.elements().forEach(element -> {
            switch (element) {
                case AssemblyStation assembly -> {
                    boolean holds = assembly.bases().stream().anyMatch(holders::contains) || holders.contains(assembly.result());
                    if (holds && assembly.method() != AssemblyStation.Method.ASSEMBLE) {
                        types.addAll(comingTo(assembly.name()));
                    }
                }
                case GoodsIn in when in.brings() && in.types().stream().anyMatch(holders::contains) ->
                    types.addAll(in.load().types(study::table));
                case Dock dock when comingTo(dock.name()).stream().anyMatch(holders::contains) -> types.addAll(toBeLoaded(dock));
                default -> {}
            }
        });
        return types;
    }

    /** What comes to a dock to be loaded. */
    Set<String> toBeLoaded(Dock dock) {
        return loading.getOrDefault(dock.name(), Set.of());
    }

    /** Whether pieces of the type leave by the outlet at which the link begins. */
    private boolean leavesThere(Link link, String type) {
        if (!(elements.get(link.from()) instanceof Dock)) {
            return true;
        }
        return link.fromPort().equals(Dock.UNLOADING) ? loaded(comingTo(link.from())).contains(type) : comingTo(link.from()).contains(type);
    }

    boolean mayGo(Link link, String type) {
        return leavesThere(link, type) && isAdmitted(link, type);
    }

    private boolean isAdmitted(Link link, String type) {
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
