package rhombic.study.rack;

import java.io.Serializable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * One line of a customer order in a list. Lines of one order stand together: same name, same time.
 *
 * @param order its name or number
 * @param at when it comes, counted from the start of the run
 * @param type of the pieces
 * @param pieces how many, 1 to 100000
 * @param urgent whether it goes before all that are not
 */
public record ListedOrder(String order, Quantity at, String type, int pieces, boolean urgent) implements Serializable {
    private static final int MAX = 100_000;

    public static final Composite<ListedOrder> TYPE = Composite.of("listedOrder", line -> {
        var order = line.required("order", "Name or number of the order; lines of one order have the same.", FieldType.TEXT,
                ListedOrder::order);
        var at = line.required("at", "When it comes, from the start of the run on.", new FieldType.Measured(Dimension.TIME),
                ListedOrder::at);
        var type = line.required("type", "Of the pieces.", FieldType.PIECE_TYPE, ListedOrder::type);
        var pieces = line.required("pieces", "How many.", new FieldType.Whole(1, MAX), ListedOrder::pieces);
        var urgent = line.optional("urgent", "Whether it goes before all that are not; missing: no.", FieldType.FLAG, false,
                ListedOrder::urgent);
        return v -> new ListedOrder(v.get(order), v.get(at), v.get(type), v.get(pieces), v.get(urgent));
    });

    public ListedOrder {
        Names.checked(type);
        Count.between(1, MAX, "The pieces of an order line", pieces);
        if (at.unit().dimension() != Dimension.TIME || !(at.inBaseUnit() >= 0)) {
            throw new StudyException("A customer order must come at a time of at least 0 s; got " + at);
        }
    }
}
