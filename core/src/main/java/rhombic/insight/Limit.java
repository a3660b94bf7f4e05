package rhombic.insight;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import rhombic.experiment.Response;
import rhombic.experiment.Summary;
import rhombic.measure.PersonFigures;
import rhombic.study.RunPlan;
import rhombic.study.duty.Need;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.ShutTime;

/**
 * What limits the plant: the station that is busy the largest share of its time, where busy is whatever is not waiting
 * for others (Roser, Nakano and Tanaka 2001 call it the most active one), or that is shut; unless even that one often
 * waits for pieces; then what comes in is the limit.
 */
public final class Limit {
    /** A station that works less than this share of its time, and is mostly starved otherwise, limits nothing. */
    private static final double ACTIVE_FROM = 0.85;

    /** Work that waits for people for less than that is no sign that they limit. */
    private static final double WAITS_FROM = 0.05;

    /** Two that differ by less than this are the limit alike: more would be read into chance. */
    private static final double ALIKE = 1e-3;

    /**
     * A station with its shares of time.
     *
     * @param shut for which it got nothing because its inlet was shut by hand
     * @param planned share of the time in which it is on shift and so are those whom it needs
     */
    private record Candidate(Equipment station, double busy, double shut, double planned, Map<EquipmentState, Double> shares) {
        /** Of the time in which it is meant to work and those who are needed are on duty. */
        double held() {
            return planned > 1e-9 ? Math.min(1, (busy + shut) / planned) : 0;
        }

        double share(EquipmentState state) {
            return shares.getOrDefault(state, 0.0);
        }
    }

    private Limit() {}

    /** Empty if no station has worked at all. */
    public static Optional<Finding> of(Summary summary) {
        List<Equipment> equipment = summary.study().equipment();
        List<Candidate> candidates = java.util.stream.IntStream.range(0, equipment.size())
                .filter(i -> equipment.get(i) instanceof WorkEquipment)
                .mapToObj(i -> candidate(summary, i))
                .filter(c -> c.busy > 0)
                .toList();
        Optional<Finding> people = byCrew(summary, candidates);
        if (people.isPresent()) {
            return people;
        }
        Optional<Candidate> busiest = candidates.stream().max(Comparator.comparingDouble(Candidate::held));
        return busiest.map(c -> {
            List<Candidate> alike = candidates.stream().filter(other -> c.held() - other.held() < ALIKE).toList();
            boolean waitsForPieces = c.held() < ACTIVE_FROM && c.shut == 0
                    && c.share(EquipmentState.STARVED) > c.share(EquipmentState.BLOCKED);
            return waitsForPieces ? byGoodsIn(summary, c) : byStation(c, alike);
        });
    }

    private static Candidate candidate(Summary summary, int index) {
        Map<EquipmentState, Double> shares = new EnumMap<>(EquipmentState.class);
        for (EquipmentState state : EquipmentState.values()) {
            shares.put(state, share(summary, index, state));
        }
        Equipment station = summary.study().equipment().get(index);
        double shut = Math.min(share(summary, index, EquipmentState.STARVED), shutShare(station, summary.study().plan()));
        return new Candidate(station, shares.entrySet().stream().filter(e -> e.getKey().isBusy()).mapToDouble(Map.Entry::getValue).sum(),
                shut, (1 - shares.getOrDefault(EquipmentState.OFF_SHIFT, 0.0)) * dutyOfPeople(summary, station), shares);
    }

    /** Share of the time in which those are on duty who work there; of several, the least. */
    private static double dutyOfPeople(Summary summary, Equipment station) {
        double least = 1;
        if (station instanceof WorkEquipment work) {
            for (Need need : work.work().operations().stream().flatMap(op -> op.needs().stream()).toList()) {
                double most = 0;
                List<Crew> crews = summary.study().crews();
                for (int i = 0; i < crews.size(); i++) {
                    int crew = i;
                    most = crews.get(i).has(need.whom())
                            ? Math.max(most, summary.runs().stream().flatMap(run -> run.crews().get(crew).people().stream())
                                    .mapToDouble(PersonFigures::onDuty).average().orElse(1))
                            : most;
                }
                least = Math.min(least, most);
            }
        }
        return least;
    }

    /** People who are busier than any station, and for whom work waits. */
    private static Optional<Finding> byCrew(Summary summary, List<Candidate> candidates) {
        double busiest = candidates.stream().mapToDouble(Candidate::held).max().orElse(0);
        List<Crew> crews = summary.study().crews();
        Finding found = null;
        double most = Math.max(ACTIVE_FROM, busiest);
        for (int i = 0; i < crews.size(); i++) {
            int crew = i;
            double utilisation = summary.runs().stream().mapToDouble(run -> run.crews().get(crew).utilisation())
                    .filter(u -> !Double.isNaN(u))
                    .average().orElse(0);
            double waits = candidates.stream().filter(c -> needs(c.station, crews.get(crew)))
                    .mapToDouble(c -> c.share(EquipmentState.WAITING_FOR_CREW)).max().orElse(0);
            if (utilisation > most && waits > WAITS_FROM) {
                most = utilisation;
                found = new Finding(crews.get(i).name(),
                        "Limited by the people of " + crews.get(i).name() + ": busy " + percent(utilisation)
                                + " of their time on duty",
                        "stations wait for them up to " + percent(waits) + " of the time");
            }
        }
        return Optional.ofNullable(found);
    }

    private static boolean needs(Equipment station, Crew crew) {
        return station instanceof WorkEquipment work
                && work.work().operations().stream().flatMap(op -> op.needs().stream()).anyMatch(need -> crew.has(need.whom()));
    }

    /** Share of the time that is measured in which its inlet is shut by hand. */
    private static double shutShare(Equipment station, RunPlan plan) {
        long from = plan.warmUp().nanos();
        long until = plan.length().nanos();
        return ShutTime.within(station.basics().shut(), from, until) / (double) (until - from);
    }

    private static double share(Summary summary, int index, EquipmentState state) {
        return summary.interval(Response.share(index, "", state)).mean();
    }

    private static Finding byStation(Candidate c, List<Candidate> alike) {
        double working = c.share(EquipmentState.WORKING);
        String how = c.shut > c.busy
                ? "its inlet is shut " + percent(c.shut)
                : c.busy - working < 0.005 ? "works " + percent(working) : "is busy " + percent(c.busy);
        String names = alike.stream().limit(3).map(a -> a.station.name()).collect(Collectors.joining(" and "))
                + (alike.size() > 3 ? " and others" : "");
        return new Finding(c.station.name(), "Limited by " + names + ": " + (alike.size() > 1 ? "each " : "") + how + " of the time",
                evidence(c));
    }

    private static Finding byGoodsIn(Summary summary, Candidate c) {
        String place = summary.study().equipment().stream().filter(GoodsIn.class::isInstance).map(Equipment::name).findFirst().orElse("");
        return new Finding(place, "Limited by what comes in: " + c.station.name() + ", the busiest, works only " + percent(c.busy),
                evidence(c));
    }

    private static String evidence(Candidate c) {
        List<String> parts = new ArrayList<>();
        c.shares.forEach((state, share) -> {
            if (share > 0 || state.isAlwaysShown()) {
                parts.add(state.word() + " " + percent(share));
            }
        });
        return String.join(", ", parts) + (c.shut > 0 ? "; its inlet is shut " + percent(c.shut) : "");
    }

    private static String percent(double share) {
        return String.format(Locale.ROOT, "%.0f %%", 100 * share);
    }
}
