package rhombic.study.rack;

import java.io.Serializable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;

/**
 * How people pick from the slots of a rack that no crane serves: they walk through its aisles, and bring what they have picked where the link leads.
 *
 * @param sequence in which they go through the aisles
 * @param ordersPerTour how many customer orders are picked in one tour at most; 0: any number
 * @param lineTime at each place where they pick, whatever they pick there
 * @param pieceTime in addition for each piece
 * @param aislesPerZone each zone of so many aisles has people of its own, who hand on what an order has got so far; 0: all pick everywhere
 */
public record Picking(PickSequence sequence, int ordersPerTour, Distribution lineTime, Distribution pieceTime, int aislesPerZone)
        implements
            Serializable {
    private static final int MAX_ORDERS = 1000;
    private static final int MAX_AISLES = 1000;
    /** Through each aisle, order by order, 8 s at each place and 3 s for each piece. */
    public static final Picking USUAL = new Picking(PickSequence.S_SHAPE, 1, DistributionText.parse("8 s"), DistributionText.parse("3 s"),
            0);

    public static final Composite<Picking> TYPE = Composite.of("picking", picking -> {
        var sequence = picking.optional("sequence", "In which they go through the aisles; missing: through each aisle.",
                FieldType.Word.of(PickSequence.values()), PickSequence.S_SHAPE, Picking::sequence);
        var orders = picking.optional("ordersPerTour", "Customer orders that are picked in one tour at most; missing or 0: any number.",
                new FieldType.Whole(0, MAX_ORDERS), 0, Picking::ordersPerTour);
        var line = picking.required("lineTime", "At each place where they pick.", FieldType.DURATION, Picking::lineTime);
        var piece = picking.required("pieceTime", "In addition for each piece.", FieldType.DURATION, Picking::pieceTime);
        var zones = picking.optional("aislesPerZone",
                "Each zone of so many aisles has people of its own, who hand orders on to the next; missing or 0: all pick everywhere.",
                new FieldType.Whole(0, MAX_AISLES), 0, Picking::aislesPerZone);
        return v -> new Picking(v.get(sequence), v.get(orders), v.get(line), v.get(piece), v.get(zones));
    });

    public Picking {
        Count.between(0, MAX_ORDERS, "The orders of a tour", ordersPerTour);
        Count.between(0, MAX_AISLES, "The aisles of a zone", aislesPerZone);
    }

    public Picking withSequence(PickSequence newSequence) {
        return new Picking(newSequence, ordersPerTour, lineTime, pieceTime, aislesPerZone);
    }

    public Picking withOrdersPerTour(int newOrders) {
        return new Picking(sequence, newOrders, lineTime, pieceTime, aislesPerZone);
    }

    public Picking withLineTime(Distribution newTime) {
        return new Picking(sequence, ordersPerTour, newTime, pieceTime, aislesPerZone);
    }

    public Picking withPieceTime(Distribution newTime) {
        return new Picking(sequence, ordersPerTour, lineTime, newTime, aislesPerZone);
    }

    public Picking withAislesPerZone(int newAisles) {
        return new Picking(sequence, ordersPerTour, lineTime, pieceTime, newAisles);
    }

    /** How many zones a rack of so many aisles has. */
    public int zones(int aisles) {
        return aislesPerZone == 0 ? 1 : Math.ceilDiv(aisles, aislesPerZone);
    }

    /** The zone in which an aisle lies, from 0. */
    public int zone(int aisle) {
        return aislesPerZone == 0 ? 0 : aisle / aislesPerZone;
    }
}
