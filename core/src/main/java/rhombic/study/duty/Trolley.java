package rhombic.study.duty;

import java.io.Serializable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.value.Count;
import rhombic.study.value.StudyException;

/**
 * What each person of a crew pushes while it carries.
 *
 * @param pieces that have room on it, 1 to 200; a link may say fewer
 * @param speed at which it is pushed when loaded, above 0 to 10 m/s; empty: at that at which they walk
 */
public record Trolley(int pieces, Optional<Quantity> speed) implements Serializable {
    public static final Composite<Trolley> TYPE = Composite.of("trolley", trolley -> {
        var pieces = trolley.required("pieces", "How many pieces have room on it.", new FieldType.Whole(1, 200), Trolley::pieces);
        var speed = trolley.maybe("speed", "At which it is pushed when loaded; missing: at that at which they walk.",
                new FieldType.Measured(Dimension.SPEED), Trolley::speed);
        return v -> new Trolley(v.get(pieces), v.get(speed));
    });

    public Trolley {
        Count.between(1, 200, "The pieces on a trolley", pieces);
        speed.ifPresent(value -> {
            if (!(value.inBaseUnit() > 0 && value.inBaseUnit() <= 10)) {
                throw new StudyException("A trolley is pushed at above 0 m/s and at most 10 m/s; got " + value);
            }
        });
    }

    public Trolley withPieces(int newPieces) {
        return new Trolley(newPieces, speed);
    }

    public Trolley withSpeed(Optional<Quantity> newSpeed) {
        return new Trolley(pieces, newSpeed);
    }

    /** Optional values can't be serialised, so this stands in for the record on its way. */
    private record Stored(int pieces, @Nullable Quantity speed) implements Serializable {
        private Object readResolve() {
            return new Trolley(pieces, Optional.ofNullable(speed));
        }
    }

    private Object writeReplace() {
        return new Stored(pieces, speed.orElse(null));
    }
}
