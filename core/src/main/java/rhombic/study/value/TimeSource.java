package rhombic.study.value;

import java.io.Serializable;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;

/** How long something takes, and what that depends on. */
public sealed interface TimeSource extends Serializable {
    /** The same, each time so much of what it was; what a table says stays as it is. */
    default TimeSource scaled(double factor) {
        return switch (this) {
            case Drawn drawn -> new Drawn(drawn.time.scaled(factor));
            case ByType by -> {
                Map<String, Distribution> scaled = new LinkedHashMap<>();
                by.times.forEach((type, time) -> scaled.put(type, time.scaled(factor)));
                yield new ByType(scaled, by.otherwise == null ? null : by.otherwise.scaled(factor));
            }
            case ByFormula by -> new ByFormula(Quantity.plain(factor) + " * (" + by.formula + ")", by.unit);
            case FromTable table -> table;
        };
    }

    /** The same for every piece. */
    record Drawn(Distribution time) implements TimeSource {
        @Override
        public String toString() {
            return time.toString();
        }
    }

    /**
     * By type.
     *
     * @param times by name of type
     * @param otherwise for other types; null: there must be none
     */
    record ByType(Map<String, Distribution> times, @Nullable Distribution otherwise) implements TimeSource {
        public ByType {
            times = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(times));
            if (times.isEmpty()) {
                throw new StudyException("A time by type must name at least one type");
            }
        }
    }

    /**
     * Looked up: each value of the table is a time or a distribution of times.
     *
     * @param keys one formula for each key of the table, such as {@code piece.type}
     */
    record FromTable(String table, List<String> keys) implements TimeSource {
        public FromTable {
            Names.checked(table);
            keys = List.copyOf(keys);
            Count.between(1, 2, "The keys of a look-up", keys.size());
        }
    }

    /** Worked out: the formula gives a number of the unit. */
    record ByFormula(String formula, Unit unit) implements TimeSource {
        public ByFormula {
            if (formula.isBlank() || unit.dimension() != Dimension.TIME) {
                throw new StudyException(
                        "A time by formula needs a formula and the unit of its result, such as 45 + 8 * piece.joints in s");
            }
        }
    }
}
