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
 * What customer orders ask for of one piece type.
 *
 * @param type of the pieces
 * @param share of the orders that have such a line, above 0 %
 * @param minPieces the fewest that such a line asks for, 1 to 1000
 * @param maxPieces the most; each number between is as likely
 */
public record OrderLine(String type, Quantity share, int minPieces, int maxPieces) implements Serializable {
    private static final int MAX = 1000;
    private static final Quantity ALL = Quantity.percent(100);

    public static final Composite<OrderLine> TYPE = Composite.of("orderLine", line -> {
        var type = line.required("type", "Of the pieces.", FieldType.PIECE_TYPE, OrderLine::type);
        var share = line.optional("share", "Of the orders that have such a line; missing: all.", new FieldType.Measured(Dimension.SHARE),
                ALL, OrderLine::share);
        var min = line.optional("minPieces", "The fewest that it asks for; missing: 1.", new FieldType.Whole(1, MAX), 1,
                OrderLine::minPieces);
        var max = line.optional("maxPieces", "The most that it asks for; missing: 1.", new FieldType.Whole(1, MAX), 1,
                OrderLine::maxPieces);
        return v -> new OrderLine(v.get(type), v.get(share), v.get(min), v.get(max));
    });

    public OrderLine {
        Names.checked(type);
        if (share.unit().dimension() != Dimension.SHARE || !(share.inBaseUnit() > 0 && share.inBaseUnit() <= 1)) {
            throw new StudyException("The share of orders with a line must be above 0 % and at most 100 %; got " + share);
        }
        Count.between(1, MAX, "The pieces of an order line", minPieces);
        Count.between(minPieces, MAX, "The most pieces of an order line of at least " + minPieces, maxPieces);
    }

    /** One that all orders have. */
    public OrderLine(String type, int pieces) {
        this(type, ALL, pieces, pieces);
    }

    public OrderLine withShare(Quantity newShare) {
        return new OrderLine(type, newShare, minPieces, maxPieces);
    }

    public OrderLine withPieces(int newMin, int newMax) {
        return new OrderLine(type, share, newMin, newMax);
    }
}
