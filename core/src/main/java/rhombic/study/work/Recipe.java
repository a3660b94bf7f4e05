package rhombic.study.work;

import java.io.Serializable;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import rhombic.study.value.Count;
import rhombic.study.value.Names;
import rhombic.study.value.StudyException;

/** What an assembly needs. */
public sealed interface Recipe extends Serializable {
    /** Stands for a part of any type. */
    String ANY_TYPE = "any";

    /**
     * A number of parts of one type.
     *
     * @param type of the part, or {@link #ANY_TYPE}
     */
    record Part(String type, int count) implements Serializable {
        public Part {
            Names.checked(type);
            Count.between(1, 10_000, "The number of parts in a recipe", count);
        }
    }

    /** Always the same parts; none: not set yet. */
    record Fixed(List<Part> parts) implements Recipe {
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
        public ByKey {
            Map<String, List<Part>> copy = new LinkedHashMap<>();
            parts.forEach((k, list) -> copy.put(k, List.copyOf(list)));
            parts = java.util.Collections.unmodifiableMap(copy);
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
        public FromTable {
            Names.checked(table);
            if (key.isBlank()) {
                throw new StudyException("A recipe from a table needs a formula about the base, such as piece.type");
            }
        }
    }
}
