package rhombic.insight;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import rhombic.experiment.Response;
import rhombic.experiment.Summary;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;

/**
 * Where stations turn from blocked to starved: of two that follow each other the limit lies downstream if the first is blocked more than
 * the second is starved, otherwise upstream. The station to which all this points is the limit; of several, the one where it is most marked
 * (Li and Meerkov 2009, <i>Production Systems Engineering</i>, chapter 5; Kuo, Lim and Meerkov 1996).
 */
final class TurningPoint {
    private TurningPoint() {}

    /** Its number among the elements; empty if there are fewer than two stations in line, or nothing points anywhere. */
    static Optional<Integer> of(Summary summary) {
        List<PlantElement> elements = summary.unfolded().elements();
        double[] blocked = new double[elements.size()];
        double[] starved = new double[elements.size()];
        for (int i = 0; i < elements.size(); i++) {
            blocked[i] = share(summary, i, EquipmentState.BLOCKED);
            starved[i] = share(summary, i, EquipmentState.STARVED);
        }
        Set<Integer> inLine = new LinkedHashSet<>();
        Set<Integer> pointedAway = new LinkedHashSet<>();
        double[] severity = new double[elements.size()];
        for (int i = 0; i < elements.size(); i++) {
            if (!(elements.get(i) instanceof WorkEquipment)) {
                continue;
            }
            for (int next : stationsAfter(summary.unfolded(), i)) {
                inLine.add(i);
                inLine.add(next);
                double difference = blocked[i] - starved[next];
                if (difference > 0) {
                    pointedAway.add(i);
                    severity[next] += difference;
                } else if (difference < 0) {
                    pointedAway.add(next);
                    severity[i] -= difference;
                }
            }
        }
        return inLine.stream().filter(i -> !pointedAway.contains(i) && severity[i] > 0).max(Comparator.comparingDouble(i -> severity[i]));
    }

    private static double share(Summary summary, int index, EquipmentState state) {
        double mean = summary.interval(Response.share(index, "", state)).mean();
        return Double.isNaN(mean) ? 0 : mean;
    }

    /** The next stations downstream, with buffers and conveyors between. */
    private static List<Integer> stationsAfter(UnfoldedStudy study, int from) {
        List<Integer> found = new ArrayList<>();
        Set<Integer> seen = new LinkedHashSet<>(Set.of(from));
        Deque<Integer> open = new ArrayDeque<>(List.of(from));
        while (!open.isEmpty()) {
            for (int link : study.linksFrom(open.remove())) {
                int at = study.to(link);
                if (seen.add(at)) {
                    (study.element(at) instanceof WorkEquipment ? found : open).add(at);
                }
            }
        }
        return found;
    }
}
