package rhombic.insight;

import java.util.Locale;
import java.util.function.ToDoubleFunction;
import rhombic.experiment.Interval;
import rhombic.experiment.Summary;
import rhombic.measure.CrewFigures;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.study.value.EquipmentState;

/** Figures of a study, over its runs. */
record Means(Summary summary) {
    /** Of the equipment at that index; 0 where it has none. */
    double of(int index, ToDoubleFunction<EquipmentFigures> figure) {
        return known(over(run -> figure.applyAsDouble(run.equipment().get(index))).mean());
    }

    double share(int index, EquipmentState state) {
        return of(index, e -> e.share(state));
    }

    /** Of the crew at that place among the crews. */
    double ofCrew(int crew, ToDoubleFunction<CrewFigures> figure) {
        return known(over(run -> figure.applyAsDouble(run.crews().get(crew))).mean());
    }

    double of(ToDoubleFunction<RunFigures> figure) {
        return known(over(figure).mean());
    }

    Interval over(ToDoubleFunction<RunFigures> figure) {
        return Interval.of(summary.runs().stream().mapToDouble(figure).toArray());
    }

    private static double known(double value) {
        return Double.isNaN(value) ? 0 : value;
    }

    /** Active: not waiting for others. */
    double busy(int index) {
        double busy = 0;
        for (EquipmentState state : EquipmentState.values()) {
            busy += state.isBusy() ? share(index, state) : 0;
        }
        return busy;
    }

    /** Part of what came that has piled up inside by the end, as an interval over the runs. */
    Interval growth() {
        return over(run -> run.in() + run.rejected() == 0
                ? Double.NaN
                : (double) (run.inside() - run.insideAtStart() + run.rejected()) / (run.in() + run.rejected()));
    }

    /** The same of what came in there: what waits at the goods in for room counts, and what was turned away. */
    double growthAt(int goodsIn) {
        return over(run -> {
            EquipmentFigures in = run.equipment().get(goodsIn);
            long came = in.in() + in.rejected();
            return came == 0 ? 0 : (double) (in.contentNow() - in.contentAtStart() + in.rejected()) / came;
        }).mean();
    }

    static String percent(double share) {
        return String.format(Locale.ROOT, "%.0f %%", 100 * share);
    }
}
