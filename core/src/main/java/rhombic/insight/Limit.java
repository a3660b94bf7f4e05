package rhombic.insight;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import rhombic.experiment.FigureText;
import rhombic.experiment.Summary;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.EquipmentState;
import rhombic.study.work.Supply;

/**
 * What limits the plant, told by what is taken the largest part of its time: a station that is busy, where busy is whatever is not waiting
 * for others (Roser, Nakano and Tanaka 2001 call it the most active one), or that is shut; people for whom work waits; a conveyor or a link
 * that takes no more. If pieces come by themselves and the plant keeps up with them, then they are the limit; if only what goes round in it
 * could be more, then that. Where all is on demand and nothing is taken most of its time, the busiest stations keep each other waiting.
 */
public final class Limit {
    /** What is taken for less than this part of its time limits nothing by itself. */
    static final double TAKEN_FROM = 0.85;

    /** What is taken for this part of its time or more could not take more of what comes. */
    private static final double SATURATED_FROM = 0.99;

    /** A plant in which no more than this part of what comes piles up, and in which nothing is taken all its time, keeps up with it. */
    private static final double KEEPS_UP_BELOW = 0.03;

    /** Two that differ by less than this are the limit alike: more would be read into chance. */
    static final double ALIKE = 1e-3;

    /** Stations that keep each other waiting are busy alike if they differ by less than this. */
    private static final double BUSY_ALIKE = 0.02;

    /** Where there is no way out by plan, as pallets go round, something works at least so much of its time. */
    private static final double GOES_ROUND_FROM = 0.05;

    private static final int MAX_NAMED = 3;

    private final Summary summary;
    private final List<GoodsIn> goodsIns;

    private Limit(Summary summary) {
        this.summary = summary;
        goodsIns = summary.unfolded().elements().stream().filter(GoodsIn.class::isInstance).map(GoodsIn.class::cast).toList();
    }

    /** Empty if no station has worked at all, and nothing else is taken most of its time. */
    public static Optional<Finding> of(Summary summary) {
        return new Limit(summary).find();
    }

    private Optional<Finding> find() {
        List<PlantElement> elements = summary.unfolded().elements();
        List<StationLoad> stations = IntStream.range(0, elements.size()).filter(i -> elements.get(i) instanceof WorkEquipment)
                .mapToObj(i -> StationLoad.of(summary, i)).filter(station -> station.busy() > 0).toList();
        Optional<StationLoad> busiest = stations.stream().max(Comparator.comparingDouble(StationLoad::taken));
        if (nothingLeaves() && (hasGoodsOut() || busiest.filter(station -> station.busy() >= GOES_ROUND_FROM).isEmpty())) {
            return Optional.of(new Finding("", "Nothing leaves yet", "no piece has left in the time that is measured, of "
                    + FigureText.of(new Means(summary).of(RunFigures::inside)) + " inside: "
                    + (hasGoodsOut() ? "make the run longer, or look where they stand" : "there is no goods out")));
        }
        Optional<OtherLoad> other = OtherLoad.highest(summary, stations);
        double taken = Math.max(busiest.map(StationLoad::taken).orElse(0.0), other.map(OtherLoad::taken).orElse(0.0));
        boolean isShut = busiest.filter(station -> station.shut() > 0).isPresent();
        if (comesByItself() && !isShut && taken < SATURATED_FROM && keepsUp()) {
            return other.map(o -> byWhatComes(o.name(), o.taken(), o.name() + ": " + o.finding().evidence()))
                    .or(() -> busiest.map(station -> byWhatComes(station.name(), station.busy(), station.namedEvidence())));
        }
        if (other.isPresent()) {
            return other.map(OtherLoad::finding);
        }
        return busiest.map(station -> {
            if (station.taken() >= TAKEN_FROM || station.shut() > 0) {
                return byStation(station, stations);
            }
            Optional<GoodsIn> stock = station.share(EquipmentState.STARVED) > station.share(EquipmentState.BLOCKED)
                    ? stock()
                    : Optional.empty();
            return stock.map(in -> byStock(in, station)).orElseGet(() -> byWaitingForEachOther(station, stations));
        });
    }

    private boolean nothingLeaves() {
        return summary.runs().stream().allMatch(run -> run.out() == 0 && run.scrapped() == 0 && run.inside() > 0);
    }

    private boolean hasGoodsOut() {
        return summary.unfolded().elements().stream().anyMatch(GoodsOut.class::isInstance);
    }

    /** Neither in the plant as a whole nor before any of its goods in does much of what comes pile up. */
    private boolean keepsUp() {
        Means means = new Means(summary);
        List<PlantElement> elements = summary.unfolded().elements();
        return means.growth().mean() < KEEPS_UP_BELOW && IntStream.range(0, elements.size())
                .filter(i -> elements.get(i) instanceof GoodsIn).allMatch(i -> means.growthAt(i) < KEEPS_UP_BELOW);
    }

    /** Whether more pieces could come, which nothing in the plant asks for. */
    private boolean comesByItself() {
        return goodsIns.stream().map(in -> in.supply().orElse(null))
                .anyMatch(supply -> supply instanceof Supply.Spaced || supply instanceof Supply.ByTimetable);
    }

    /** What there is from the start and never more. */
    private Optional<GoodsIn> stock() {
        return goodsIns.stream().filter(in -> in.supply().orElse(null) instanceof Supply.AtStart).findFirst();
    }

    /** What customers order, of a rack that serves nearly all they ask for; empty if there is none. */
    private Optional<Finding> byOrders(String busiest, double busy, String evidence) {
        Means means = new Means(summary);
        return summary.unfolded().elements().stream().filter(Rack.class::isInstance).map(Rack.class::cast)
                .filter(rack -> rack.orders().isPresent()).filter(rack -> {
                    double done = means.of(run -> run.rack(rack.name()).map(RackFigures::orders).orElse(0L));
                    double waiting = means.of(run -> run.rack(rack.name()).map(RackFigures::waitingOrders).orElse(0L));
                    return done > 0 && waiting < KEEPS_UP_BELOW * done;
                }).findFirst().map(rack -> new Finding(rack.name(), "Limited by what customers order from " + rack.name() + ": " + busiest
                        + ", the busiest, " + (busy < TAKEN_FROM ? "works only " : "is busy ") + Means.percent(busy),
                        evidence + "; the plant keeps up with the orders"));
    }

    private Finding byWhatComes(String busiest, double busy, String evidence) {
        return byOrders(busiest, busy, evidence).orElseGet(() -> bySupply(busiest, busy, evidence));
    }

    private Finding bySupply(String busiest, double busy, String evidence) {
        String place = goodsIns.stream().filter(in -> !(in.supply().orElse(null) instanceof Supply.AtStart)
                && !(in.supply().orElse(null) instanceof Supply.OnDemand)).map(GoodsIn::name).findFirst().orElseThrow();
        return new Finding(place, "Limited by what comes in: " + busiest + ", the busiest, "
                + (busy < TAKEN_FROM ? "works only " : "is busy ") + Means.percent(busy),
                evidence + "; the plant keeps up with what comes");
    }

    private Finding byStock(GoodsIn stock, StationLoad busiest) {
        List<TypeFigures> types = summary.runs().getFirst().types();
        boolean leaves = IntStream.range(0, types.size()).filter(t -> stock.types().contains(types.get(t).name()))
                .anyMatch(t -> new Means(summary).of(run -> run.types().get(t).out()) > 0);
        return new Finding(stock.name(), "Limited by how many " + (leaves ? "there are" : "go round") + ", from " + stock.name() + ": "
                + busiest.name() + ", the busiest, works only " + Means.percent(busiest.busy()), busiest.namedEvidence());
    }

    private static Finding byStation(StationLoad station, List<StationLoad> all) {
        List<StationLoad> alike = all.stream().filter(other -> station.taken() - other.taken() < ALIKE).toList();
        return new Finding(station.name(), "Limited by " + names(alike) + ": " + (alike.size() > 1 ? "each " : "") + station.words()
                + " of the time", station.evidence());
    }

    private static Finding byWaitingForEachOther(StationLoad station, List<StationLoad> all) {
        List<StationLoad> alike = all.stream().filter(other -> station.taken() - other.taken() < BUSY_ALIKE).toList();
        return new Finding(station.name(), "Limited by " + names(alike) + ": " + (alike.size() > 1 ? "each is" : "is") + " busy "
                + Means.percent(station.busy()) + " of the time and waits for others otherwise", station.evidence());
    }

    private static String names(List<StationLoad> alike) {
        return alike.stream().limit(MAX_NAMED).map(StationLoad::name).collect(Collectors.joining(" and "))
                + (alike.size() > MAX_NAMED ? " and others" : "");
    }
}
