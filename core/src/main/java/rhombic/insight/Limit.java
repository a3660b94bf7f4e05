package rhombic.insight;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import rhombic.experiment.Interval;
import rhombic.experiment.Summary;
import rhombic.measure.PersonFigures;
import rhombic.quantity.Quantity;
import rhombic.study.RunPlan;
import rhombic.study.duty.Need;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Equipment;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Supply;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;

/**
 * What limits the plant: the station that is busy the largest share of its time, where busy is whatever is not waiting
 * for others (Roser, Nakano and Tanaka 2001 call it the most active one), or that is shut; people who are busier than any station and for
 * whom work waits; a conveyor onto which pieces come as close behind each other as can be. If the plant keeps up with what comes, then that
 * is the limit, and if only what goes round in it could be more, then that.
 */
public final class Limit {
    /** A station that works less than this share of its time, and is mostly starved otherwise, limits nothing. */
    private static final double ACTIVE_FROM = 0.85;

    /** Work that waits for people for less than that is no sign that they limit. */
    private static final double WAITS_FROM = 0.05;

    /** A plant in which no more than this part of what comes piles up keeps up with it. */
    private static final double KEEPS_UP_BELOW = 0.03;

    /** A conveyor is full where pieces come on when less than this part of the time is free there. */
    private static final double ENTRANCE_FULL_FROM = 0.96;

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
        Optional<Finding> conveyor = byConveyor(summary, busiest.map(Candidate::held).orElse(0.0));
        boolean allIsTaken = keepsUp(summary);
        if (conveyor.isPresent() && !allIsTaken) {
            return conveyor;
        }
        return busiest.map(c -> {
            List<Candidate> alike = candidates.stream().filter(other -> c.held() - other.held() < ALIKE).toList();
            boolean waitsForPieces = c.held() < ACTIVE_FROM && c.shut == 0
                    && c.share(EquipmentState.STARVED) > c.share(EquipmentState.BLOCKED);
            boolean keepsUp = c.shut == 0 && allIsTaken;
            return keepsUp || waitsForPieces ? byWhatComes(summary, c, keepsUp) : byStation(c, alike);
        });
    }

    /** Whether pieces come by themselves, and no more of them pile up than chance would have it. */
    private static boolean keepsUp(Summary summary) {
        boolean comes = summary.study().equipment().stream().anyMatch(element -> element instanceof GoodsIn in
                && (in.supply().orElse(null) instanceof Supply.Spaced || in.supply().orElse(null) instanceof Supply.ByTimetable));
        boolean asItIsAsked = summary.study().equipment().stream()
                .anyMatch(element -> element instanceof GoodsIn in && in.supply().orElse(null) instanceof Supply.OnDemand);
        Interval growth = new Means(summary).growth();
        return comes && !asItIsAsked && growth.mean() < KEEPS_UP_BELOW;
    }

    /** The conveyor where pieces come on as close behind each other as its speed and their lengths allow. */
    private static Optional<Finding> byConveyor(Summary summary, double busiest) {
        List<Equipment> equipment = summary.study().equipment();
        Means means = new Means(summary);
        Finding found = null;
        double max = ENTRANCE_FULL_FROM;
        for (int i = 0; i < equipment.size(); i++) {
            if (equipment.get(i) instanceof Conveyor conveyor) {
                double full = entrance(means, i, conveyor);
                if (full > max && full > busiest - ALIKE) {
                    max = full;
                    found = new Finding(conveyor.name(), "Limited by " + conveyor.name() + ": at " + conveyor.speed()
                            + " no more pieces can come on",
                            "its entrance is taken " + Means.percent(Math.min(1, full)) + " of the time; it runs "
                                    + Means.percent(means.of(i, e -> e.belt().runningShare())));
                }
            }
        }
        return Optional.ofNullable(found);
    }

    /** Part of the time in which its entrance is taken by a piece or the least gap behind it. */
    private static double entrance(Means means, int index, Conveyor conveyor) {
        double length = 0;
        double count = 0;
        List<PieceType> types = means.summary().study().pieceTypes();
        for (int t = 0; t < types.size(); t++) {
            int type = t;
            double pieces = types.get(t).loadCarrier() ? 0 : means.of(run -> run.types().get(type).in() + run.types().get(type).made());
            length += pieces * (conveyor.orientation() == Conveyor.Orientation.LENGTHWISE ? types.get(t).length() : types.get(t).width())
                    .inBaseUnit();
            count += pieces;
        }
        double headway = Math.max(conveyor.indexing().pitch().map(Quantity::inBaseUnit).orElse(0.0),
                (count == 0 ? 0 : length / count) + conveyor.gap().inBaseUnit()) / conveyor.speed().inBaseUnit();
        double perSecond = means.of(run -> run.hours() > 0 ? run.equipment().get(index).in() / run.hours() / 3600 : 0);
        return perSecond * headway / conveyor.lanes();
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
        double min = 1;
        if (station instanceof WorkEquipment work) {
            for (Need need : work.work().operations().stream().flatMap(op -> op.needs().stream()).toList()) {
                double max = 0;
                List<Crew> crews = summary.study().crews();
                for (int i = 0; i < crews.size(); i++) {
                    int crew = i;
                    max = crews.get(i).has(need.skill())
                            ? Math.max(max, summary.runs().stream().flatMap(run -> run.crews().get(crew).people().stream())
                                    .mapToDouble(PersonFigures::onDuty).average().orElse(1))
                            : max;
                }
                min = Math.min(min, max);
            }
        }
        return min;
    }

    /** People who are busier than any station, and for whom work waits. */
    private static Optional<Finding> byCrew(Summary summary, List<Candidate> candidates) {
        double busiest = candidates.stream().mapToDouble(Candidate::held).max().orElse(0);
        List<Crew> crews = summary.study().crews();
        Finding found = null;
        double max = Math.max(ACTIVE_FROM, busiest);
        for (int i = 0; i < crews.size(); i++) {
            int crew = i;
            double utilisation = summary.runs().stream().mapToDouble(run -> run.crews().get(crew).utilisation())
                    .filter(u -> !Double.isNaN(u))
                    .average().orElse(0);
            double waits = candidates.stream().filter(c -> needs(c.station, crews.get(crew)))
                    .mapToDouble(c -> c.share(EquipmentState.WAITING_FOR_CREW)).max().orElse(0);
            if (utilisation > max && waits > WAITS_FROM) {
                max = utilisation;
                found = new Finding(crews.get(i).name(),
                        "Limited by the people of " + crews.get(i).name() + ": busy " + Means.percent(utilisation)
                                + " of their time on duty",
                        "stations wait for them up to " + Means.percent(waits) + " of the time");
            }
        }
        return Optional.ofNullable(found);
    }

    private static boolean needs(Equipment station, Crew crew) {
        return station instanceof WorkEquipment work
                && work.work().operations().stream().flatMap(op -> op.needs().stream()).anyMatch(need -> crew.has(need.skill()));
    }

    /** Share of the time that is measured in which its inlet is shut by hand. */
    private static double shutShare(Equipment station, RunPlan plan) {
        long from = plan.warmUp().nanos();
        long until = plan.length().nanos();
        return ShutTime.within(station.basics().inletShut(), from, until) / (double) (until - from);
    }

    private static double share(Summary summary, int index, EquipmentState state) {
        return new Means(summary).share(index, state);
    }

    private static Finding byStation(Candidate c, List<Candidate> alike) {
        double working = c.share(EquipmentState.WORKING);
        String how = c.shut > c.busy
                ? "its inlet is shut " + Means.percent(c.shut)
                : c.busy - working < 0.005 ? "works " + Means.percent(working) : "is busy " + Means.percent(c.busy);
        String names = alike.stream().limit(3).map(a -> a.station.name()).collect(Collectors.joining(" and "))
                + (alike.size() > 3 ? " and others" : "");
        return new Finding(c.station.name(), "Limited by " + names + ": " + (alike.size() > 1 ? "each " : "") + how + " of the time",
                evidence(c));
    }

    private static Finding byWhatComes(Summary summary, Candidate c, boolean keepsUp) {
        List<Equipment> ins = summary.study().equipment().stream().filter(GoodsIn.class::isInstance).toList();
        boolean comes = ins.stream().anyMatch(in -> !(((GoodsIn) in).supply().orElse(null) instanceof Supply.AtStart));
        String place = ins.stream().map(Equipment::name).findFirst().orElse("");
        String text = comes ? "Limited by what comes in" : "Limited by how many go round, from " + place;
        return new Finding(place, text + ": " + c.station.name() + ", the busiest, works only " + Means.percent(c.busy),
                evidence(c) + (keepsUp ? "; the plant keeps up with what comes" : ""));
    }

    private static String evidence(Candidate c) {
        List<String> parts = new ArrayList<>();
        c.shares.forEach((state, share) -> {
            if (share > 0 || state.isAlwaysShown()) {
                parts.add(state.word() + " " + Means.percent(share));
            }
        });
        return String.join(", ", parts) + (c.shut > 0 ? "; its inlet is shut " + Means.percent(c.shut) : "");
    }
}
