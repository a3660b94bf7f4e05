package rhombic.study.rack;

import java.io.Serializable;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.Names;

/**
 * What lies in a rack at the start of a run.
 *
 * @param type of the pieces
 * @param pieces how many, 1 to 1000000
 */
public record RackStock(String type, int pieces) implements Serializable {
    private static final int MAX = 1_000_000;

    public static final Composite<RackStock> TYPE = Composite.of("rackStock", stock -> {
        var type = stock.required("type", "Of the pieces.", FieldType.PIECE_TYPE, RackStock::type);
        var pieces = stock.required("pieces", "How many.", new FieldType.Whole(1, MAX), RackStock::pieces);
        return v -> new RackStock(v.get(type), v.get(pieces));
    });

    public RackStock {
        Names.checked(type);
        Count.between(1, MAX, "The pieces in a rack at the start", pieces);
    }
}
