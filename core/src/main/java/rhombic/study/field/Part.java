package rhombic.study.field;

import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A value of its own within another: its name in files, what it means, and how it is built.
 *
 * @param <T> what it is a part of
 * @param meaning a sentence for the schema: what it is, and what it means if it is missing
 * @param presence when it stands in a file
 * @param usual value where a file says nothing; null only for what must be there
 * @param get reads it
 */
public record Part<T, V>(String name, String meaning, FieldType<V> type, Presence presence, @Nullable V usual, Function<T, V> get) {
    /** When a part stands in a file. */
    public enum Presence {
        /** Always; a file without it is refused. */
        REQUIRED,
        /** Always written, so that a file is understood without the program; it may be missing. */
        WRITTEN,
        /** Left out while its value is the usual one. */
        OPTIONAL
    }

    /** One that must be there. */
    static <T, V> Part<T, V> required(String name, String meaning, FieldType<V> type, Function<T, V> get) {
        return new Part<>(name, meaning, type, Presence.REQUIRED, null, get);
    }

    /** One that is always written, and may be missing. */
    static <T, V> Part<T, V> written(String name, String meaning, FieldType<V> type, V usual, Function<T, V> get) {
        return new Part<>(name, meaning, type, Presence.WRITTEN, usual, get);
    }

    /** One that is left out while it has its usual value. */
    static <T, V> Part<T, V> optional(String name, String meaning, FieldType<V> type, V usual, Function<T, V> get) {
        return new Part<>(name, meaning, type, Presence.OPTIONAL, usual, get);
    }

    /** One that there may be or not. */
    public static <T, V> Part<T, Optional<V>> maybe(String name, String meaning, FieldType<V> type, Function<T, Optional<V>> get) {
        return optional(name, meaning, new FieldType.Maybe<>(type), Optional.empty(), get);
    }

    public V of(T whole) {
        return get.apply(whole);
    }

    public boolean isRequired() {
        return presence == Presence.REQUIRED;
    }

    /** Whether it is left out of a file while it has that value. */
    public boolean isLeftOut(V value) {
        return presence == Presence.OPTIONAL && value.equals(usual);
    }

    /** What counts if a file says nothing; empty if it must say something. */
    public Optional<V> whenMissing() {
        return isRequired() ? Optional.empty() : Optional.ofNullable(usual);
    }

    /** The same part of something that holds the whole. */
    public <W> Part<W, V> within(Function<W, T> whole) {
        return new Part<>(name, meaning, type, presence, usual, get.compose(whole));
    }

    void uses(T whole, NameUse use) {
        if (type.canName()) {
            type.uses(of(whole), use);
        }
    }
}
