package rhombic.study.field;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** A value made of parts that have names. */
public final class Composite<T> implements FieldType<T> {
    private final String word;
    private final List<Part<T, ?>> parts;
    private final Function<Values, T> make;
    /** Those whose values can name something. */
    private final List<Part<T, ?>> naming;

    private Composite(String word, List<Part<T, ?>> parts, Function<Values, T> make) {
        this.word = word;
        this.parts = List.copyOf(parts);
        this.make = make;
        naming = this.parts.stream().filter(part -> part.type().canName()).toList();
    }

    /**
     * Declares one.
     *
     * @param word that the schema calls it by, each once
     * @param declaration declares the parts in the order in which they are written, and gives what makes a value of them
     */
    public static <T> Composite<T> of(String word, Function<Declaration<T>, Function<Values, T>> declaration) {
        Declaration<T> parts = new Declaration<>();
        Function<Values, T> make = declaration.apply(parts);
        return new Composite<>(word, parts.all, make);
    }

    /** Takes the parts of a value, one after the other. */
    public static final class Declaration<T> {
        private final List<Part<T, ?>> all = new ArrayList<>();

        private Declaration() {}

        /** A part that must be there. */
        public <V> Part<T, V> required(String name, String meaning, FieldType<V> type, Function<T, V> get) {
            return added(Part.required(name, meaning, type, get));
        }

        /** A part that is always written, and may be missing. */
        public <V> Part<T, V> written(String name, String meaning, FieldType<V> type, V usual, Function<T, V> get) {
            return added(Part.written(name, meaning, type, usual, get));
        }

        /** A part that is left out while it has its usual value. */
        public <V> Part<T, V> optional(String name, String meaning, FieldType<V> type, V usual, Function<T, V> get) {
            return added(Part.optional(name, meaning, type, usual, get));
        }

        /** A part that there may be or not. */
        public <V> Part<T, Optional<V>> maybe(String name, String meaning, FieldType<V> type, Function<T, Optional<V>> get) {
            return added(Part.maybe(name, meaning, type, get));
        }

        private <V> Part<T, V> added(Part<T, V> part) {
            all.add(part);
            return part;
        }
    }

    /** The values of the parts of one value. */
    public static final class Values {
        private final Map<Part<?, ?>, Object> values = new IdentityHashMap<>();

        public <V> void put(Part<?, V> part, V value) {
            values.put(part, value);
        }

        @SuppressWarnings("unchecked") // put takes only what the part holds
        public <V> V get(Part<?, V> part) {
            V value = (V) values.get(part);
            if (value == null) {
                throw new IllegalStateException("No value for " + part.name());
            }
            return value;
        }
    }

    /** What the schema calls it by. */
    public String word() {
        return word;
    }

    public List<Part<T, ?>> parts() {
        return parts;
    }

    /** The value that has these parts; fails with an {@link IllegalArgumentException} that says which rule they break. */
    public T made(Values values) {
        return make.apply(values);
    }

    @Override
    public boolean canName() {
        return !naming.isEmpty();
    }

    @Override
    public void uses(T value, NameUse use) {
        naming.forEach(part -> part.uses(value, use));
    }

    @Override
    public T renamed(T value, NameChange change) {
        if (naming.isEmpty()) {
            return value;
        }
        Values values = new Values();
        boolean isChanged = false;
        for (Part<T, ?> part : parts) {
            isChanged |= renamed(part, value, change, values);
        }
        return isChanged ? made(values) : value;
    }

    private static <T, V> boolean renamed(Part<T, V> part, T whole, NameChange change, Values values) {
        V before = part.of(whole);
        V after = part.type().canName() ? part.type().renamed(before, change) : before;
        values.put(part, after);
        return !after.equals(before);
    }
}
