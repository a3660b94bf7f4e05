package rhombic.study.change;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;

/** Values that may be missing, in a form that can be sent and stored: optional values themselves can't be. */
final class Stored {
    private Stored() {}

    private record Maybe(@Nullable Serializable value, boolean isNumber) implements Serializable {}

    static Serializable stored(Object value) {
        return switch (value) {
            case OptionalInt number -> new Maybe(number.isPresent() ? number.getAsInt() : null, true);
            case Optional<?> optional -> new Maybe((Serializable) optional.orElse(null), false);
            case List<?> list -> new ArrayList<>(list);
            case Serializable plain -> plain;
            default -> throw new IllegalArgumentException("A value that can't be stored: " + value);
        };
    }

    static Object restored(Serializable stored) {
        if (!(stored instanceof Maybe maybe)) {
            return stored;
        }
        Serializable value = maybe.value;
        if (maybe.isNumber) {
            return value == null ? OptionalInt.empty() : OptionalInt.of((Integer) value);
        }
        return Optional.ofNullable(value);
    }
}
