package rhombic.study.rack;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * What lies in a rack at the start of a run: so many pieces, or as many as fill a share of its places.
 *
 * @param type of the pieces
 * @param pieces how many, 1 to 1000000; 0 if a share says it
 * @param share of the places, above 0 %; null if the pieces are counted
 */
public record RackStock(String type, int pieces, @Nullable Quantity share) implements Serializable {
    private static final int MAX = 1_000_000;

    public static final Composite<RackStock> TYPE = Composite.of("rackStock", stock -> {
        var type = stock.required("type", "Of the pieces.", FieldType.PIECE_TYPE, RackStock::type);
        var pieces = stock.optional("pieces", "How many; missing or 0: the share says it.", new FieldType.Whole(0, MAX), 0,
                RackStock::pieces);
        var share = stock.optional("share", "Of the places of the rack, such as 40 %; missing: the pieces are counted.",
                new FieldType.Maybe<>(new FieldType.Measured(Dimension.SHARE)), Optional.empty(), one -> Optional.ofNullable(one.share));
        return v -> new RackStock(v.get(type), v.get(pieces), v.get(share).orElse(null));
    });

    public RackStock {
        Names.checked(type);
        if (share == null) {
            Count.between(1, MAX, "The pieces in a rack at the start", pieces);
        } else if (pieces != 0) {
            throw new StudyException(
                    "What lies in a rack at the start is told by pieces or by a share, not by both; got " + pieces + " and " + share);
        } else if (share.unit().dimension() != Dimension.SHARE || !(share.inBaseUnit() > 0 && share.inBaseUnit() <= 1)) {
            throw new StudyException(
                    "The share of the places that is filled at the start must be above 0 % and at most 100 %; got " + share);
        }
    }

    public RackStock(String type, int pieces) {
        this(type, pieces, null);
    }

    /** That fills a share of the places. */
    public static RackStock ofShare(String type, Quantity share) {
        return new RackStock(type, 0, share);
    }

    /** How many pieces that is of a rack with so many places. */
    public int pieces(int places) {
        return share == null ? pieces : (int) Math.round(share.inBaseUnit() * places);
    }

    /** As it is typed: a number of pieces, or a share. */
    public String amount() {
        return share == null ? String.valueOf(pieces) : share.toString();
    }
}
