package rhombic.study.value;

import java.io.Serializable;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.field.Reference;

/** How long something takes, and what that depends on. */
public sealed interface TimeSource extends Serializable {
    /** How long: in a file a constant or a distribution, or how it follows from the piece. */
    FieldType<TimeSource> TYPE = new FieldType.TextOr<>(Drawn.declared(), OneOf.of("timeRule",
            OneOf.variant("table", FromTable.class, FromTable.declared()),
            OneOf.variant("formula", ByFormula.class, ByFormula.declared()),
            OneOf.variant("byType", ByType.class, ByType.declared())), time -> time instanceof Drawn);

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

    /** Its mean, where it is the same for every piece. */
    default OptionalDouble meanSeconds() {
        return this instanceof Drawn drawn ? OptionalDouble.of(drawn.time.meanSeconds()) : OptionalDouble.empty();
    }

    /** The same for every piece. */
    record Drawn(Distribution time) implements TimeSource {
        private static FieldType<TimeSource> declared() {
            return new FieldType.Mapped<>(FieldType.DURATION, time -> ((Drawn) time).time, Drawn::new);
        }

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
        private static Composite<ByType> declared() {
            return Composite.of("timeByType", by -> {
                var times = by.required("byType", "A time for each piece type.",
                        new FieldType.ByName<>(Reference.PIECE_TYPE, FieldType.DURATION), ByType::times);
                var otherwise = by.maybe("otherwise", "For all other types.", FieldType.DURATION, b -> Optional.ofNullable(b.otherwise));
                return v -> new ByType(v.get(times), v.get(otherwise).orElse(null));
            });
        }

        public ByType {
            times = Collections.unmodifiableMap(new LinkedHashMap<>(times));
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
        private static Composite<FromTable> declared() {
            return Composite.of("timeFromTable", from -> {
                var table = from.required("table", "The look-up table.", FieldType.TABLE, FromTable::table);
                var keys = from.required("keys", "A formula for each of its keys.", new FieldType.Several<>(FieldType.FORMULA),
                        FromTable::keys);
                return v -> new FromTable(v.get(table), v.get(keys));
            });
        }

        public FromTable {
            Names.checked(table);
            keys = List.copyOf(keys);
            Count.between(1, 2, "The keys of a look-up", keys.size());
        }
    }

    /** Worked out: the formula gives a number of the unit. */
    record ByFormula(String formula, Unit unit) implements TimeSource {
        private static Composite<ByFormula> declared() {
            List<Unit> units = Arrays.stream(Unit.values()).filter(unit -> unit.dimension() == Dimension.TIME).toList();
            return Composite.of("timeByFormula", by -> {
                var formula = by.required("formula", "Gives a number.", FieldType.FORMULA, ByFormula::formula);
                var unit = by.required("unit", "Of that number.", FieldType.Word.of(units, Unit::symbol), ByFormula::unit);
                return v -> new ByFormula(v.get(formula), v.get(unit));
            });
        }

        public ByFormula {
            if (formula.isBlank() || unit.dimension() != Dimension.TIME) {
                throw new StudyException(
                        "A time by formula needs a formula and the unit of its result, such as 45 + 8 * piece.joints in s");
            }
        }
    }
}
