package rhombic.study.work;

import java.io.Serializable;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.field.Reference;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;
import rhombic.study.value.Table;

/** What an assembly needs. */
public sealed interface Recipe extends Serializable {
    OneOf<Recipe> TYPE = OneOf.of("recipe",
            OneOf.variant("table", FromTable.class, FromTable.declared()),
            OneOf.variant("key", ByKey.class, ByKey.declared()),
            OneOf.variant("parts", Fixed.class, Fixed.declared()));

    /** The types that it names, but for {@link #ANY_TYPE}; of a table, its keys. */
    default Set<String> types(Function<String, Optional<Table>> tables) {
        Set<String> types = new LinkedHashSet<>(switch (this) {
            case Fixed fixed -> fixed.parts.stream().map(Part::type).toList();
            case ByKey byKey -> byKey.parts.values().stream().flatMap(List::stream).map(Part::type).toList();
            case FromTable from -> tables.apply(from.table).map(table -> table.keyValues(1)).orElse(List.of());
        });
        types.remove(ANY_TYPE);
        return types;
    }

    /** Stands for a part of any type. */
    String ANY_TYPE = Reference.ANY;

    /**
     * A number of parts of one type.
     *
     * @param type of the part, or {@link #ANY_TYPE}
     */
    record Part(String type, int count) implements Serializable {
        private static final FieldType<String> PART_TYPE = new FieldType.Text(Reference.PART_TYPE);
        static final FieldType<List<Part>> SEVERAL = new FieldType.Several<>(Composite.of("recipePart", part -> {
            var type = part.required("type", "A piece type, or any.", PART_TYPE, Part::type);
            var count = part.required("count", "How many.", new FieldType.Whole(1, 10_000), Part::count);
            return v -> new Part(v.get(type), v.get(count));
        }));

        public Part {
            Names.checked(type);
            Count.between(1, 10_000, "The number of parts in a recipe", count);
        }
    }

    /** Always the same parts; none: not set yet. */
    record Fixed(List<Part> parts) implements Recipe {
        private static Composite<Fixed> declared() {
            return Composite.of("recipeFixed", recipe -> {
                var parts = recipe.required("parts", "What is needed for each base.", Part.SEVERAL, Fixed::parts);
                return v -> new Fixed(v.get(parts));
            });
        }

        public Fixed {
            parts = List.copyOf(parts);
        }
    }

    /**
     * Depends on the carrier or base part.
     *
     * @param key formula about it, such as {@code piece.type}
     * @param parts by value of the key
     */
    record ByKey(String key, Map<String, List<Part>> parts) implements Recipe {
        private static Composite<ByKey> declared() {
            return Composite.of("recipeByKey", recipe -> {
                var key = recipe.required("key", "A formula of the base.", FieldType.FORMULA, ByKey::key);
                var parts = recipe.required("parts", "What is needed for each value of the key.",
                        new FieldType.ByName<>(Reference.MAYBE_PIECE_TYPE, Part.SEVERAL), ByKey::parts);
                return v -> new ByKey(v.get(key), v.get(parts));
            });
        }

        public ByKey {
            Map<String, List<Part>> copy = new LinkedHashMap<>();
            parts.forEach((k, list) -> copy.put(k, List.copyOf(list)));
            parts = Collections.unmodifiableMap(copy);
            if (key.isBlank()) {
                throw new StudyException("A recipe that depends on the base needs a formula about it, such as piece.type");
            }
        }
    }

    /**
     * From a table whose two keys are the value of the key and the type of the part, and whose value is a number.
     *
     * @param key formula about the base, such as {@code piece.order}
     */
    record FromTable(String table, String key) implements Recipe {
        private static Composite<FromTable> declared() {
            return Composite.of("recipeFromTable", recipe -> {
                var table = recipe.required("table", "A look-up table with the number of each part by the value of the key and the type.",
                        FieldType.TABLE, FromTable::table);
                var key = recipe.required("key", "A formula of the base.", FieldType.FORMULA, FromTable::key);
                return v -> new FromTable(v.get(table), v.get(key));
            });
        }

        public FromTable {
            Names.checked(table);
            if (key.isBlank()) {
                throw new StudyException("A recipe from a table needs a formula about the base, such as piece.type");
            }
        }
    }
}
