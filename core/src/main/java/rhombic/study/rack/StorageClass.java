package rhombic.study.rack;

import java.io.Serializable;
import java.util.List;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/**
 * A part of the slots of each aisle, kept for some piece types. Classes have the nearest slots in their order.
 *
 * @param share of the slots, above 0 %
 * @param types that are stored there; empty: all that no other class names
 */
public record StorageClass(Quantity share, List<String> types) implements Serializable {
    public static final Composite<StorageClass> TYPE = Composite.of("storageClass", one -> {
        var share = one.required("share", "Of the slots of each aisle, from the nearest on.", new FieldType.Measured(Dimension.SHARE),
                StorageClass::share);
        var types = one.optional("types", "Piece types that are stored there; missing: all that no other class names.",
                new FieldType.Several<>(FieldType.PIECE_TYPE), List.<String>of(), StorageClass::types);
        return v -> new StorageClass(v.get(share), v.get(types));
    });

    public StorageClass {
        if (share.unit().dimension() != Dimension.SHARE || !(share.inBaseUnit() > 0 && share.inBaseUnit() <= 1)) {
            throw new StudyException("The share of a class must be above 0 % and at most 100 %; got " + share);
        }
        types = List.copyOf(types);
        types.forEach(Names::checked);
    }

    public StorageClass withShare(Quantity newShare) {
        return new StorageClass(newShare, types);
    }

    public StorageClass withTypes(List<String> newTypes) {
        return new StorageClass(share, newTypes);
    }
}
