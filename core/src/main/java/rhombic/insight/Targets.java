package rhombic.insight;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import rhombic.experiment.Summary;
import rhombic.measure.CrewFigures;
import rhombic.measure.EquipmentFigures;
import rhombic.study.TargetBand;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.WorkEquipment;

/** Who is outside of the band in which utilisation is meant to be: people of their time on duty, stations of their planned time. */
public final class Targets {
    /**
     * Somebody or something with its utilisation.
     *
     * @param subject the crew or the station
     * @param name the person or the station
     */
    public record TargetResult(String subject, String name, double utilisation, TargetBand.Side side) {}

    private Targets() {}

    /** All people and stations, those over the band first, then those under it. */
    public static List<TargetResult> of(Summary summary) {
        TargetBand band = summary.study().plan().target();
        List<TargetResult> all = new ArrayList<>();
        List<PlantElement> elements = summary.unfolded().elements();
        for (int i = 0; i < elements.size(); i++) {
            int index = i;
            if (elements.get(i) instanceof WorkEquipment) {
                double mean = mean(
                        summary.runs().stream().map(run -> run.equipment().get(index)).map(EquipmentFigures::plannedUtilisation).toList());
                all.add(new TargetResult(elements.get(i).name(), elements.get(i).name(), mean, band.side(mean)));
            }
        }
        List<CrewFigures> crews = summary.runs().getFirst().crews();
        for (int c = 0; c < crews.size(); c++) {
            for (int p = 0; p < crews.get(c).people().size(); p++) {
                int crew = c;
                int person = p;
                double mean = mean(summary.runs().stream().map(run -> run.crews().get(crew).people().get(person).utilisation()).toList());
                all.add(new TargetResult(crews.get(c).name(), crews.get(c).people().get(p).name(), mean, band.side(mean)));
            }
        }
        all.sort(Comparator.comparing(TargetResult::side));
        return all;
    }

    private static double mean(List<Double> values) {
        return values.stream().mapToDouble(Double::doubleValue).filter(v -> !Double.isNaN(v)).average().orElse(Double.NaN);
    }
}
