package rhombic.insight;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import rhombic.experiment.Summary;
import rhombic.measure.AisleFigures;
import rhombic.measure.EquipmentFigures;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.PlantElement;
import rhombic.study.site.Aisle;
import rhombic.study.value.EquipmentState;

/** What can be shown as heat on the floor: for each equipment, from 0 to 1, against the one with most. */
public enum Heat {
    NONE("none", e -> 0), WAITING("waiting", EquipmentFigures::contentMean), BLOCKING("blocking",
            e -> e.share(EquipmentState.BLOCKED) + (e.shares().isEmpty() ? e.standingShare() : 0)), BUSY("busy",
                    Heat::busy), TRAFFIC("traffic", e -> e.in() + (double) e.out());

    private final String word;
    private final ToDoubleFunction<EquipmentFigures> figure;

    Heat(String word, ToDoubleFunction<EquipmentFigures> figure) {
        this.word = word;
        this.figure = figure;
    }

    private static double busy(EquipmentFigures e) {
        return e.shares().entrySet().stream().filter(s -> s.getKey().isBusy()).mapToDouble(Map.Entry::getValue).sum();
    }

    /** By name; those without any are left out. */
    public Map<String, Double> of(Summary summary) {
        Map<String, Double> heat = new LinkedHashMap<>();
        if (this == NONE) {
            return heat;
        }
        List<PlantElement> elements = summary.unfolded().elements();
        Means means = new Means(summary);
        double max = 0;
        for (int i = 0; i < elements.size(); i++) {
            String name = elements.get(i).name();
            double value = elements.get(i) instanceof Equipment ? means.of(i, figure) : 0;
            if (this == TRAFFIC && elements.get(i) instanceof Aisle) {
                value = means
                        .of(run -> run.aisles().stream().filter(aisle -> aisle.name().equals(name)).mapToLong(AisleFigures::passes).sum());
            }
            max = Math.max(max, value);
            heat.put(elements.get(i).name(), value);
        }
        double all = this == BLOCKING || this == BUSY ? 1 : max; // shares stand for themselves
        heat.replaceAll((name, value) -> all > 0 ? Math.min(1, value / all) : 0);
        heat.values().removeIf(value -> value < 0.01);
        return heat;
    }

    @Override
    public String toString() {
        return word;
    }
}
