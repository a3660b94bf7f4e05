package rhombic.insight;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import rhombic.experiment.Summary;
import rhombic.measure.PersonFigures;
import rhombic.study.RunPlan;
import rhombic.study.duty.Need;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.ShutTime;

/**
 * What a station does with its time.
 *
 * @param busy part in which it does not wait for others
 * @param shut part in which it got nothing because its inlet was shut by hand
 * @param planned part in which it is on shift and so are those whom it needs
 */
record StationLoad(PlantElement station, double busy, double shut, double planned, Map<EquipmentState, Double> shares) {
    static StationLoad of(Summary summary, int index) {
        Means means = new Means(summary);
        Map<EquipmentState, Double> shares = new EnumMap<>(EquipmentState.class);
        for (EquipmentState state : EquipmentState.values()) {
            shares.put(state, means.share(index, state));
        }
        PlantElement station = summary.unfolded().element(index);
        double shut = Math.min(means.share(index, EquipmentState.STARVED), shutShare(station, summary.study().plan()));
        return new StationLoad(station, means.busy(index), shut,
                (1 - means.share(index, EquipmentState.OFF_SHIFT)) * dutyOfPeople(summary, station), shares);
    }

    /** Share of the time in which those are on duty who work there; of several, the least. */
    private static double dutyOfPeople(Summary summary, PlantElement station) {
        double min = 1;
        if (station instanceof WorkEquipment work) {
            for (Need need : work.work().operations().stream().flatMap(op -> op.needs().stream()).toList()) {
                double max = 0;
                List<ResourceGroup> crews = summary.unfolded().groups();
                for (int i = 0; i < crews.size(); i++) {
                    int crew = i;
                    max = crews.get(i).meets(need)
                            ? Math.max(max, summary.runs().stream().flatMap(run -> run.crews().get(crew).people().stream())
                                    .mapToDouble(PersonFigures::onDuty).average().orElse(1))
                            : max;
                }
                min = Math.min(min, max);
            }
        }
        return min;
    }

    /** Share of the time that is measured in which its inlet is shut by hand. */
    private static double shutShare(PlantElement station, RunPlan plan) {
        long from = plan.warmUp().nanos();
        long until = plan.length().nanos();
        return ShutTime.within(station.basics().inletShut(), from, until) / (double) (until - from);
    }

    String name() {
        return station.name();
    }

    double share(EquipmentState state) {
        return shares.getOrDefault(state, 0.0);
    }

    /** Part of the time in which it is meant to work, those who are needed being on duty, in which it is busy or shut. */
    double taken() {
        return part(busy + shut);
    }

    /** The same without its waits for those who repair it: what it takes even if there are enough of them. */
    double takenByItself() {
        return part(busy + shut - share(EquipmentState.WAITING_FOR_REPAIR));
    }

    private double part(double of) {
        return planned > 1e-9 ? Math.min(1, of / planned) : 0;
    }

    /** How it is taken, in words. */
    String words() {
        if (shut > busy) {
            return "its inlet is shut " + Means.percent(shut);
        }
        double working = share(EquipmentState.WORKING);
        return busy - working < 0.005 ? "works " + Means.percent(working) : "is busy " + Means.percent(busy);
    }

    /** Its shares of time. */
    String evidence() {
        List<String> parts = new ArrayList<>();
        shares.forEach((state, share) -> {
            if (share > 0 || state.isAlwaysShown()) {
                parts.add(state.word() + " " + Means.percent(share));
            }
        });
        return String.join(", ", parts) + (shut > 0 ? "; its inlet is shut " + Means.percent(shut) : "");
    }

    /** The same where it is told of something else. */
    String namedEvidence() {
        return name() + ": " + evidence();
    }
}
