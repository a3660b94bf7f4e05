package rhombic.study.value;

import java.io.Serializable;
import java.util.List;
import java.util.Optional;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.Part;

/**
 * A piece type in a mix.
 *
 * @param weight its frequency in proportion to the others', 0 or more
 */
public record MixPart(String type, double weight) implements Serializable {
    private static final Composite<MixPart> TYPE = Composite.of("mixPart", part -> {
        var type = part.required("type", "A piece type.", FieldType.PIECE_TYPE, MixPart::type);
        var weight = part.required("weight", "How often, compared with the others.", new FieldType.Number(0, Double.MAX_VALUE),
                MixPart::weight);
        return v -> new MixPart(v.get(type), v.get(weight));
    });
    /** Piece types by frequency; a single one by its name alone. */
    public static final FieldType<List<MixPart>> SEVERAL = new FieldType.Shortened<>(new FieldType.Several<>(TYPE),
            Part.maybe("pieceType", "The only type that comes, in place of a mix.", FieldType.PIECE_TYPE,
                    mix -> mix.size() == 1 && mix.getFirst().weight == 1 ? Optional.of(mix.getFirst().type) : Optional.empty()),
            type -> new MixPart(type, 1));

    public MixPart {
        Names.checked(type);
        if (!(weight >= 0 && weight <= 1e9)) {
            throw new StudyException("The weight of " + type + " in a mix must be a number from 0 to 1000000000; got " + weight);
        }
    }
}
