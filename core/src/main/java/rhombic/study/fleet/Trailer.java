package rhombic.study.fleet;

import java.io.Serializable;
import java.util.List;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.Names;

/**
 * One trailer of a tugger train.
 *
 * @param pieces that it carries, 1 to 1000
 * @param types of piece that it is for; empty: all
 */
public record Trailer(int pieces, List<String> types) implements Serializable {
    /** From the middle of one to the middle of the next, and of the tugger to the middle of the first. */
    public static final double PITCH_METRES = 2.2;
    /** How long and how wide its deck is, and how high. */
    public static final double DECK_METRES = 1.7;
    public static final double WIDTH_METRES = 1.1;
    public static final double HEIGHT_METRES = 0.35;

    public static final Composite<Trailer> TYPE = Composite.of("trailer", trailer -> {
        var pieces = trailer.required("pieces", "How many pieces it carries.", new FieldType.Whole(1, 1000), Trailer::pieces);
        var types = trailer.optional("types", "Piece types that it is for; missing: all.", new FieldType.Several<>(FieldType.PIECE_TYPE),
                List.<String>of(), Trailer::types);
        return v -> new Trailer(v.get(pieces), v.get(types));
    });

    public Trailer {
        Count.between(1, 1000, "The pieces on a trailer", pieces);
        types = List.copyOf(types);
        types.forEach(Names::checked);
    }

    public boolean isFor(String type) {
        return types.isEmpty() || types.contains(type);
    }

    public Trailer withPieces(int newPieces) {
        return new Trailer(newPieces, types);
    }

    public Trailer withTypes(List<String> newTypes) {
        return new Trailer(pieces, newTypes);
    }
}
