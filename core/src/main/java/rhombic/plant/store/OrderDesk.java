package rhombic.plant.store;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.apache.commons.rng.UniformRandomProvider;
import rhombic.chance.Purpose;
import rhombic.chance.TimeSampler;
import rhombic.kernel.Event;
import rhombic.plant.store.OrderedLine.CustomerOrder;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderLine;
import rhombic.study.rack.OrderPlan;

/** The customer orders of a rack: when they come, and which loads are chosen for them. */
final class OrderDesk {
    private static final Comparator<OrderedLine> FIRST = (one, other) -> one.order == other.order
            ? Integer.compare(one.type, other.type)
            : one.order.compareTo(other.order);

    private final RackNode rack;
    private final OrderPlan plan;
    private final long dueNanos;
    private final TimeSampler interarrival;
    private final UniformRandomProvider draws;
    private final LoadUnits units;
    /** Lines for which loads are missing, by type, those that go first in front. */
    private final List<TreeSet<OrderedLine>> missing = new ArrayList<>();
    private long count;
    private long waiting;
    private int listed;

    OrderDesk(RackNode rack, OrderPlan plan) {
        this.rack = rack;
        this.plan = plan;
        units = new LoadUnits(rack.flow, plan);
        dueNanos = plan.due().map(due -> due.nanos()).orElse(Long.MAX_VALUE / 2);
        interarrival = plan.interarrival().onlySampler(rack.flow.stream(rack.id(), Purpose.ARRIVAL));
        draws = rack.flow.stream(rack.id(), Purpose.MIX);
        for (int type = 0; type < rack.flow.types.count(); type++) {
            missing.add(new TreeSet<>(FIRST));
        }
    }

    void begin() {
        if (!plan.lines().isEmpty()) {
            rack.flow.simulator.schedule(new Event(true) {
                @Override
                protected void occur() {
                    comeByChance();
                    rack.flow.simulator.schedule(this, interarrival.nextNanos());
                    rack.flow.settle();
                }
            }, interarrival.nextNanos());
        }
        Map<String, List<ListedOrder>> orders = new LinkedHashMap<>();
        plan.list()
                .forEach(line -> orders.computeIfAbsent(line.order() + "\u0000" + line.at().nanos(), key -> new ArrayList<>()).add(line));
        listed = orders.size();
        orders.values().forEach(lines -> {
            Event event = new Event(true) {
                @Override
                protected void occur() {
                    listed--;
                    comeFromList(lines);
                    rack.flow.settle();
                }
            };
            rack.flow.simulator.schedule(event, lines.getFirst().at().nanos());
        });
    }

    /** Whether more orders may come. */
    boolean isExpecting() {
        return !plan.lines().isEmpty() || listed > 0;
    }

    private void comeByChance() {
        Map<Integer, Integer> pieces = new LinkedHashMap<>();
        for (OrderLine line : plan.lines()) {
            if (draws.nextDouble() < line.share().inBaseUnit()) {
                add(pieces, line);
            }
        }
        if (pieces.isEmpty()) {
            add(pieces, plan.lines().getFirst());
        }
        come(pieces, false);
    }

    private void add(Map<Integer, Integer> pieces, OrderLine line) {
        int count = line.minPieces() + draws.nextInt(line.maxPieces() - line.minPieces() + 1);
        pieces.merge(rack.flow.types.number(line.type()), count, Integer::sum);
    }

    private void comeFromList(List<ListedOrder> lines) {
        Map<Integer, Integer> pieces = new LinkedHashMap<>();
        lines.forEach(line -> pieces.merge(rack.flow.types.number(line.type()), line.pieces(), Integer::sum));
        come(pieces, lines.stream().anyMatch(ListedOrder::urgent));
    }

    private void come(Map<Integer, Integer> pieces, boolean isUrgent) {
        long now = rack.flow.now();
        CustomerOrder order = new CustomerOrder(count++, now, now + dueNanos, isUrgent);
        List<OrderedLine> lines = open(order, pieces);
        switch (plan.shortStock()) {
            case WAIT -> {}
            case CUT -> rack.store.onCut(cut(lines).values().stream().mapToInt(Integer::intValue).sum());
            case SPLIT -> {
                boolean isAnythingThere = lines.stream().anyMatch(line -> line.missing < line.left);
                if (isAnythingThere) {
                    Map<Integer, Integer> rest = cut(lines);
                    if (!rest.isEmpty()) {
                        open(new CustomerOrder(count++, now, now + dueNanos, isUrgent), rest);
                    }
                }
            }
        }
    }

    /** What there is of it is chosen at once; says what it asks for. */
    private List<OrderedLine> open(CustomerOrder order, Map<Integer, Integer> pieces) {
        order.openLines = pieces.size();
        waiting++;
        List<OrderedLine> lines = new ArrayList<>();
        pieces.forEach((type, wanted) -> {
            OrderedLine line = new OrderedLine(order, type, wanted);
            lines.add(line);
            missing.get(type).add(line);
            choose(line);
        });
        return lines;
    }

    /** What there is of it is chosen. */
    private void choose(OrderedLine line) {
        Load load = rack.onOffer.best(line.type);
        while (line.missing > 0 && load != null) {
            if (isEmpty(load)) {
                rack.onOffer.leave(load); // a rule has said so since
            } else {
                choose(load, line);
            }
            load = rack.onOffer.best(line.type);
        }
    }

    /** Lines ask for no more than what there is; says what they asked for beyond that, by type. */
    private Map<Integer, Integer> cut(List<OrderedLine> lines) {
        Map<Integer, Integer> off = new LinkedHashMap<>();
        for (OrderedLine line : lines) {
            if (line.missing > 0) {
                off.put(line.type, line.missing);
                missing.get(line.type).remove(line);
                line.left -= line.missing;
                line.missing = 0;
                if (line.left == 0 && --line.order.openLines == 0) {
                    waiting--; // nothing of it is there at all
                }
            }
        }
        return off;
    }

    /** As many units of a load as the line needs: what is picked from it, where people pick from slots; else the load goes, and what is left of it may come back. */
    private void choose(Load load, OrderedLine line) {
        int there = units.of(load.piece);
        int taken = Math.min(there, line.missing);
        Load goes = load;
        if (taken < there && rack.isPicked()) {
            goes = rack.partOf(load);
            units.set(goes.piece, taken);
        } else {
            rack.onOffer.leave(load);
        }
        if (taken < there) {
            units.set(load.piece, there - taken);
        } else if (!rack.isPicked()) {
            units.set(load.piece, 0);
        }
        units.setTaken(goes.piece, taken);
        goes.isAsked = true;
        goes.line = line;
        goes.taken = taken;
        line.missing -= taken;
        if (line.missing == 0) {
            missing.get(line.type).remove(line);
        }
        rack.onOffer.onAsked(goes);
    }

    /** Whether a load stands for no unit any more: nobody ever asks for it. */
    boolean isEmpty(Load load) {
        return units.of(load.piece) == 0;
    }

    /** A load can be fetched, and is asked for by nobody; says whether orders take all of it. */
    boolean takes(Load load) {
        TreeSet<OrderedLine> lines = missing.get(load.piece.type);
        while (!lines.isEmpty() && !load.isAsked) {
            choose(load, lines.first());
        }
        return load.isAsked;
    }

    /** The aisle of loads that are asked for is down: other stock is chosen where there is some. */
    void chooseOthers(List<Load> asked) {
        for (Load load : asked) {
            OrderedLine line = load.line;
            Load other = rack.onOffer.best(load.piece.type);
            if (line != null && other != null && !rack.aisle(other).isDown()) {
                rack.onOffer.onNoLongerAsked(load);
                units.set(load.piece, units.of(load.piece) + load.taken);
                load.line = null;
                line.missing += load.taken;
                missing.get(line.type).add(line);
                int enough = line.missing - load.taken;
                while (line.missing > enough && other != null) {
                    choose(other, line);
                    other = rack.onOffer.best(line.type);
                }
            }
        }
    }

    /** A load has left the rack. */
    void onGone(Load load) {
        OrderedLine line = load.line;
        if (line == null) {
            return;
        }
        line.left -= load.taken;
        if (line.left == 0) {
            rack.store.onLineDone();
            CustomerOrder order = line.order;
            if (--order.openLines == 0) {
                waiting--;
                rack.store.onOrderDone(rack.flow.now() - order.cameNanos, rack.flow.now() - order.dueNanos);
            }
        }
    }

    /** How many orders are under way. */
    long waiting() {
        return waiting;
    }

    /** Pieces that are asked for and are not in stock. */
    long missingPieces() {
        return missing.stream().flatMap(TreeSet::stream).mapToLong(line -> line.missing).sum();
    }
}
