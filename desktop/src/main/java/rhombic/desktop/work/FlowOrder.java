package rhombic.desktop.work;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;

/** Equipment in the order in which pieces meet it, so that waves of blocking and starving show on the strips. */
public final class FlowOrder {
    private FlowOrder() {}

    /** Indices into the study's equipment. */
    public static List<Integer> of(Study study) {
        Map<String, Integer> index = new HashMap<>();
        Deque<String> open = new ArrayDeque<>();
        Map<String, List<String>> next = new HashMap<>();
        for (int i = 0; i < study.elements().size(); i++) {
            PlantElement element = study.elements().get(i);
            index.put(element.name(), i);
            if (element instanceof GoodsIn) {
                open.add(element.name());
            }
        }
        for (Link link : study.links()) {
            next.computeIfAbsent(link.from(), key -> new ArrayList<>()).add(link.to());
        }
        Set<String> order = new LinkedHashSet<>();
        while (!open.isEmpty()) {
            String name = open.poll();
            if (order.add(name)) {
                open.addAll(next.getOrDefault(name, List.of()));
            }
        }
        study.elements().forEach(element -> order.add(element.name()));
        return order.stream().map(index::get).toList();
    }
}
