package rhombic.study.rack;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.StudyException;

/**
 * The customer orders that a rack serves: those of a list, and others that come at random.
 *
 * @param interarrival from one order to the next, for those with lines
 * @param lines that each order may have; an order without any has the first; none: only those of the list come
 * @param list of orders with their times
 * @param due how long after it came an order is to be done; empty: any time
 * @param shortStock what becomes of what is not in stock when an order comes
 * @param units attribute of a piece with the units for which it stands, of which orders take some; empty: each is one
 * @param taken attribute to which is written how many of them an order takes; empty: none
 */
public record OrderPlan(Distribution interarrival, List<OrderLine> lines, List<ListedOrder> list, Optional<Quantity> due,
        ShortStock shortStock, String units, String taken)
        implements
            Serializable {
    private static final Distribution USUAL_INTERARRIVAL = DistributionText.parse("10 min");

    public static final Composite<OrderPlan> TYPE = Composite.of("customerOrders", plan -> {
        var interarrival = plan.optional("interarrival", "From one order to the next; missing: 10 min.", FieldType.DURATION,
                USUAL_INTERARRIVAL, OrderPlan::interarrival);
        var lines = plan.optional("lines", "That each order may have; missing: only those of the list come.",
                new FieldType.Several<>(OrderLine.TYPE), List.<OrderLine>of(), OrderPlan::lines);
        var list = plan.optional("list", "Orders with their times, line by line; missing: none.",
                new FieldType.Several<>(ListedOrder.TYPE), List.<ListedOrder>of(), OrderPlan::list);
        var due = plan.maybe("due", "How long after it came an order is to be done; missing: any time.",
                new FieldType.Measured(Dimension.TIME), OrderPlan::due);
        var shortStock = plan.optional("shortStock", "What becomes of what is not in stock when an order comes; missing: it waits.",
                FieldType.Word.of(ShortStock.values()), ShortStock.WAIT, OrderPlan::shortStock);
        var units = plan.optional("units",
                "Attribute of a piece with the units for which it stands: orders then ask for units, and take some of them; missing: each is one.",
                FieldType.TEXT, "", OrderPlan::units);
        var taken = plan.optional("taken", "Attribute to which is written how many units an order takes from a piece; missing: none.",
                FieldType.TEXT, "", OrderPlan::taken);
        return v -> new OrderPlan(v.get(interarrival), v.get(lines), v.get(list), v.get(due), v.get(shortStock), v.get(units),
                v.get(taken));
    });

    public OrderPlan {
        lines = List.copyOf(lines);
        list = List.copyOf(list);
        if (lines.isEmpty() && list.isEmpty()) {
            throw new StudyException("Customer orders need a line of what they ask for");
        }
        due.ifPresent(time -> {
            if (time.unit().dimension() != Dimension.TIME || !(time.inBaseUnit() > 0)) {
                throw new StudyException("The time in which customer orders are due must be above 0 s; got " + time);
            }
        });
    }

    /** Orders that wait for what is missing; each piece is one unit. */
    public OrderPlan(Distribution interarrival, List<OrderLine> lines, List<ListedOrder> list, Optional<Quantity> due) {
        this(interarrival, lines, list, due, ShortStock.WAIT, "", "");
    }

    public static OrderPlan of(Distribution interarrival, OrderLine... lines) {
        return new OrderPlan(interarrival, List.of(lines), List.of(), Optional.empty());
    }

    public OrderPlan withInterarrival(Distribution newInterarrival) {
        return new OrderPlan(newInterarrival, lines, list, due, shortStock, units, taken);
    }

    public OrderPlan withLines(List<OrderLine> newLines) {
        return new OrderPlan(interarrival, newLines, list, due, shortStock, units, taken);
    }

    public OrderPlan withList(List<ListedOrder> newList) {
        return new OrderPlan(interarrival, lines, newList, due, shortStock, units, taken);
    }

    public OrderPlan withDue(Optional<Quantity> newDue) {
        return new OrderPlan(interarrival, lines, list, newDue, shortStock, units, taken);
    }

    public OrderPlan withShortStock(ShortStock newRule) {
        return new OrderPlan(interarrival, lines, list, due, newRule, units, taken);
    }

    public OrderPlan withUnits(String newUnits) {
        return new OrderPlan(interarrival, lines, list, due, shortStock, newUnits, taken);
    }

    public OrderPlan withTaken(String newTaken) {
        return new OrderPlan(interarrival, lines, list, due, shortStock, units, newTaken);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(Distribution interarrival, List<OrderLine> lines, List<ListedOrder> list, @Nullable Quantity due,
            ShortStock shortStock, String units, String taken)
            implements
                Serializable {
        private Object readResolve() {
            return new OrderPlan(interarrival, lines, list, Optional.ofNullable(due), shortStock, units, taken);
        }
    }

    private Object writeReplace() {
        return new Stored(interarrival, lines, list, due.orElse(null), shortStock, units, taken);
    }
}
