package rhombic.study.rack;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import rhombic.quantity.Quantity;

/**
 * Classes of slots as demand suggests them: the types with the most demand for each slot that they need are nearest, which makes the ways of a crane the
 * shortest (the cube-per-order index: J. L. Heskett, Cube-per-order index: a key to warehouse stock location, Transportation and Distribution Management,
 * 1963). A type needs as many slots as lie of it in the rack at the start; if nothing does, all need the same.
 */
public final class TurnoverClasses {
    /** Types whose turnover differs by less than this part are of one class. */
    private static final double ALIKE = 0.01;

    private final Map<String, Double> demand = new TreeMap<>();
    private final Map<String, Double> slots = new TreeMap<>();

    private TurnoverClasses(List<RackStock> stock, int places, OrderPlan plan, double hours) {
        double ordersAnHour = 3600 / plan.interarrival().meanSeconds();
        plan.lines().forEach(line -> demand.merge(line.type(),
                ordersAnHour * line.share().inBaseUnit() * (line.minPieces() + line.maxPieces()) / 2, Double::sum));
        plan.list().forEach(line -> demand.merge(line.type(), line.pieces() / hours, Double::sum));
        stock.forEach(one -> slots.merge(one.type(), (double) one.pieces(places), Double::sum));
        if (slots.isEmpty()) {
            demand.keySet().forEach(type -> slots.put(type, 1.0));
        } else {
            double least = slots.values().stream().mapToDouble(Double::doubleValue).min().orElse(1);
            demand.keySet().forEach(type -> slots.putIfAbsent(type, least));
        }
    }

    /**
     * From the nearest on; their shares add up to 100 %.
     *
     * @param stock at the start
     * @param places of the rack
     * @param plan the customer orders
     * @param hours for which the list of orders is
     */
    public static List<StorageClass> of(List<RackStock> stock, int places, OrderPlan plan, double hours) {
        return new TurnoverClasses(stock, places, plan, hours).classes();
    }

    private double turnover(String type) {
        return demand.getOrDefault(type, 0.0) / slots.getOrDefault(type, 1.0);
    }

    private List<StorageClass> classes() {
        List<List<String>> groups = new ArrayList<>();
        double before = Double.NaN;
        for (String type : slots.keySet().stream().sorted((a, b) -> Double.compare(turnover(b), turnover(a))).toList()) {
            boolean isAlike = Math.abs(turnover(type) - before) <= ALIKE * before;
            if (!isAlike) {
                groups.add(new ArrayList<>());
                before = turnover(type);
            }
            groups.getLast().add(type);
        }
        double all = slots.values().stream().mapToDouble(Double::doubleValue).sum();
        List<StorageClass> classes = new ArrayList<>();
        double left = 1;
        for (List<String> group : groups) {
            double part = group.stream().mapToDouble(type -> slots.getOrDefault(type, 1.0)).sum() / all;
            double share = classes.size() == groups.size() - 1 ? left : Math.max(1, Math.round(part * 1000)) / 1000.0;
            left -= share;
            classes.add(new StorageClass(Quantity.percent(Math.round(share * 1e4) / 100.0), group));
        }
        return classes;
    }
}
