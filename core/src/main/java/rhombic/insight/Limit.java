package rhombic.insight;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import rhombic.experiment.Response;
import rhombic.experiment.Summary;
import rhombic.study.Equipment;
import rhombic.study.GoodsIn;
import rhombic.study.Station;
import rhombic.trace.EquipmentState;

/**
 * What limits the plant: the station that works the largest share of its time (Roser, Nakano and Tanaka 2001 call
 * it the most active one), unless even that one often waits for pieces; then what comes in is the limit.
 */
public final class Limit {
    /** A station that works less than this share of its time, and is mostly starved otherwise, limits nothing. */
    private static final double ACTIVE_FROM = 0.85;

    private record Candidate(Equipment station, double working, double starved, double blocked) {}

    private Limit() {}

    /** Empty if no station has worked at all. */
    public static Optional<Finding> of(Summary summary) {
        List<Equipment> equipment = summary.study().equipment();
        Optional<Candidate> busiest = java.util.stream.IntStream.range(0, equipment.size())
                .filter(i -> equipment.get(i) instanceof Station)
                .mapToObj(i -> new Candidate(equipment.get(i), share(summary, i, EquipmentState.WORKING), share(summary, i, EquipmentState.STARVED),
                        share(summary, i, EquipmentState.BLOCKED)))
                .filter(c -> c.working > 0)
                .max(Comparator.comparingDouble(Candidate::working));
        return busiest.map(c -> c.working < ACTIVE_FROM && c.starved > c.blocked ? byGoodsIn(summary, c) : byStation(c));
    }

    private static double share(Summary summary, int index, EquipmentState state) {
        return summary.interval(Response.share(index, "", state)).mean();
    }

    private static Finding byStation(Candidate c) {
        return new Finding(c.station.name(), "Limited by " + c.station.name() + ": works " + percent(c.working) + " of the time", evidence(c));
    }

    private static Finding byGoodsIn(Summary summary, Candidate c) {
        String place = summary.study().equipment().stream().filter(GoodsIn.class::isInstance).map(Equipment::name).findFirst().orElse("");
        return new Finding(place, "Limited by what comes in: " + c.station.name() + ", the busiest, works only " + percent(c.working), evidence(c));
    }

    private static String evidence(Candidate c) {
        return "works " + percent(c.working) + ", starved " + percent(c.starved) + ", blocked " + percent(c.blocked);
    }

    private static String percent(double share) {
        return String.format(Locale.ROOT, "%.0f %%", 100 * share);
    }
}
