package rhombic.study.kind;

import java.util.function.BiFunction;
import java.util.function.Function;

/**
 * One value that can be set of a kind of element.
 *
 * @param name in files and addresses
 * @param meaning a sentence for the schema: what it is, and what it means if it is missing
 * @param usual value where nothing is said
 * @param get reads it
 * @param with gives the element with another value; fails with a {@link rhombic.study.value.StudyException} if it breaks a rule
 */
public record Field<E extends PlantElement, V>(String name, String meaning, FieldType<V> type, V usual, Function<E, V> get,
        BiFunction<E, V, E> with) {
    public V of(E element) {
        return get.apply(element);
    }

    /** The element with new names in this field. */
    E renamed(E element, NameChange change) {
        V before = of(element);
        V after = type.renamed(before, change);
        return after.equals(before) ? element : with.apply(element, after);
    }

    void uses(E element, NameUse use) {
        type.uses(of(element), use);
    }
}
