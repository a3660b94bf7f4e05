package rhombic.desktop.work;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import rhombic.study.kind.GoodsIn;
import rhombic.study.unfold.UnfoldedStudy;

/** Equipment in the order in which pieces meet it, so that waves of blocking and starving show on the strips. */
public final class FlowOrder {
    private FlowOrder() {}

    /** Numbers of all elements. */
    public static List<Integer> of(UnfoldedStudy study) {
        Deque<Integer> open = new ArrayDeque<>();
        for (int i = 0; i < study.size(); i++) {
            if (study.element(i) instanceof GoodsIn) {
                open.add(i);
            }
        }
        Set<Integer> order = new LinkedHashSet<>();
        while (!open.isEmpty()) {
            int next = open.poll();
            if (order.add(next)) {
                for (int link : study.linksFrom(next)) {
                    open.add(study.to(link));
                }
            }
        }
        for (int i = 0; i < study.size(); i++) {
            order.add(i);
        }
        return List.copyOf(order);
    }
}
