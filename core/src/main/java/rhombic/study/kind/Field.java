package rhombic.study.kind;

import java.util.function.BiFunction;
import java.util.function.Function;

/**
 * One thing that can be set of a kind of equipment.
 *
 * @param name in files and addresses
 * @param usual value where nothing is said
 * @param get reads it
 * @param with gives the equipment with another value; fails with a {@link rhombic.study.value.StudyException} if it breaks a rule
 */
public record Field<E extends Equipment, V>(String name, FieldType<V> type, V usual, Function<E, V> get, BiFunction<E, V, E> with) {
    public V of(E thing) {
        return get.apply(thing);
    }

    /** The equipment with new names in this field. */
    E renamed(E thing, NameChange change) {
        V before = of(thing);
        V after = type.renamed(before, change);
        return after.equals(before) ? thing : with.apply(thing, after);
    }

    void uses(E thing, NameUse use) {
        type.uses(of(thing), use);
    }
}
