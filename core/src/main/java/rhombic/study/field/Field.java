package rhombic.study.field;

import java.util.function.BiFunction;
import java.util.function.Function;

/**
 * A part that can be set by itself.
 *
 * @param with gives the whole with another value; fails with an {@link IllegalArgumentException} that says which rule it breaks
 */
public record Field<E, V>(Part<E, V> part, BiFunction<E, V, E> with) {
    /** One that must stand in files. */
    public static <E, V> Field<E, V> required(String name, String meaning, FieldType<V> type, Function<E, V> get,
            BiFunction<E, V, E> with) {
        return new Field<>(Part.required(name, meaning, type, get), with);
    }

    /** One that is always written, and may be missing. */
    public static <E, V> Field<E, V> written(String name, String meaning, FieldType<V> type, V usual, Function<E, V> get,
            BiFunction<E, V, E> with) {
        return new Field<>(Part.written(name, meaning, type, usual, get), with);
    }

    /** One that is left out of files while it has its usual value. */
    public static <E, V> Field<E, V> optional(String name, String meaning, FieldType<V> type, V usual, Function<E, V> get,
            BiFunction<E, V, E> with) {
        return new Field<>(Part.optional(name, meaning, type, usual, get), with);
    }

    public String name() {
        return part.name();
    }

    public FieldType<V> type() {
        return part.type();
    }

    public V of(E whole) {
        return part.of(whole);
    }

    /** The same field of something that holds the whole. */
    public <W> Field<W, V> within(Function<W, E> whole, BiFunction<W, E, W> withWhole) {
        return new Field<>(part.within(whole), (outer, value) -> withWhole.apply(outer, with.apply(whole.apply(outer), value)));
    }

    /** The whole with new names in this field. */
    public E renamed(E whole, NameChange change) {
        if (!type().canName()) {
            return whole;
        }
        V before = of(whole);
        V after = type().renamed(before, change);
        return after.equals(before) ? whole : with.apply(whole, after);
    }

    public void uses(E whole, NameUse use) {
        part.uses(whole, use);
    }
}
