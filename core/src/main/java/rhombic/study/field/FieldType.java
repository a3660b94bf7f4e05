package rhombic.study.field;

import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import rhombic.chance.Distribution;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;

/** How the value of a field is built. From it follow how it is read and written, what it names, and how a new name is carried into it. */
public sealed interface FieldType<V> permits FieldType.Plain, FieldType.Text, FieldType.Maybe, FieldType.Several, FieldType.ByName,
        FieldType.Mapped, FieldType.TextOr, FieldType.Shortened, Composite, OneOf {
    /** Whether a value can name something; if not, it need not be asked. */
    boolean canName();

    /** Tells what the value names. */
    void uses(V value, NameUse use);

    /** The value with new names; the same value if nothing in it is called by an old one. */
    V renamed(V value, NameChange change);

    /** What names nothing. */
    sealed interface Plain<V> extends FieldType<V> {
        @Override
        default boolean canName() {
            return false;
        }

        @Override
        default void uses(V value, NameUse use) {}

        @Override
        default V renamed(V value, NameChange change) {
            return value;
        }
    }

    /** A whole number. */
    record Whole(int min, int max) implements Plain<Integer> {}

    /** A whole number, or none. */
    record WholeOrNone(int min, int max) implements Plain<OptionalInt> {}

    /** A number. */
    record Number(double min, double max) implements Plain<Double> {
        /** Of any size. */
        public static final Number ANY = new Number(-Double.MAX_VALUE, Double.MAX_VALUE);
    }

    /** Yes or no. */
    record Flag() implements Plain<Boolean> {}

    /** A quantity; its range is kept by what has the field. */
    record Measured(Dimension dimension) implements Plain<Quantity> {}

    /** A time, drawn or constant. */
    record Duration() implements Plain<Distribution> {}

    /** A time of day, to the second. */
    record TimeOfDay() implements Plain<LocalTime> {}

    /** A day. */
    record Date() implements Plain<LocalDate> {}

    /** A number, a text, or true or false. */
    record Scalar() implements Plain<Object> {}

    /**
     * One of several words.
     *
     * @param words of the values, in their order
     */
    record Word<T>(List<T> values, List<String> words) implements Plain<T> {
        public Word {
            values = List.copyOf(values);
            words = List.copyOf(words);
        }

        public static <T> Word<T> of(List<T> values, Function<T, String> word) {
            return new Word<>(values, values.stream().map(word).toList());
        }

        /** Constants by their names in lower case, {@code OLDEST_FIRST} as {@code oldest first}. */
        @SafeVarargs
        public static <T extends Enum<T>> Word<T> of(T... values) {
            return of(Arrays.asList(values), Word::ofConstant);
        }

        public String of(T value) {
            return words.get(values.indexOf(value));
        }

        /** A constant as it stands in files. */
        public static String ofConstant(Enum<?> constant) {
            return constant.name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }
    }

    /** A text, which may be empty where it is not needed. */
    record Text(Reference reference) implements FieldType<String> {
        @Override
        public boolean canName() {
            return reference.isName();
        }

        @Override
        public void uses(String value, NameUse use) {
            if (!value.isEmpty()) {
                reference.report(value, use);
            }
        }

        @Override
        public String renamed(String value, NameChange change) {
            return value.isEmpty() ? value : reference.renamed(value, change);
        }
    }

    /** One or none. */
    record Maybe<T>(FieldType<T> item) implements FieldType<Optional<T>> {
        @Override
        public boolean canName() {
            return item.canName();
        }

        @Override
        public void uses(Optional<T> value, NameUse use) {
            value.ifPresent(one -> item.uses(one, use));
        }

        @Override
        public Optional<T> renamed(Optional<T> value, NameChange change) {
            return value.map(one -> item.renamed(one, change));
        }
    }

    /**
     * Any number of them, in order.
     *
     * @param completed checks them together, and gives an id to each that draws and has none yet
     */
    record Several<T>(FieldType<T> item, UnaryOperator<List<T>> completed) implements FieldType<List<T>> {
        public Several(FieldType<T> item) {
            this(item, List::copyOf);
        }

        @Override
        public boolean canName() {
            return item.canName();
        }

        @Override
        public void uses(List<T> value, NameUse use) {
            value.forEach(one -> item.uses(one, use));
        }

        @Override
        public List<T> renamed(List<T> value, NameChange change) {
            List<T> renamed = new ArrayList<>(value);
            renamed.replaceAll(one -> item.renamed(one, change));
            return renamed.equals(value) ? value : List.copyOf(renamed);
        }
    }

    /**
     * Several by names, in order.
     *
     * @param name what the names mean
     * @param check of one with its name, which fails with an {@link IllegalArgumentException} that says which rule it breaks
     */
    record ByName<T>(Reference name, FieldType<T> item, BiConsumer<String, T> check) implements FieldType<Map<String, T>> {
        /** Any that can be read. */
        public ByName(Reference name, FieldType<T> item) {
            this(name, item, (key, value) -> {});
        }

        @Override
        public boolean canName() {
            return name.isName() || item.canName();
        }

        @Override
        public void uses(Map<String, T> value, NameUse use) {
            value.forEach((key, one) -> {
                name.report(key, use);
                item.uses(one, use);
            });
        }

        @Override
        public Map<String, T> renamed(Map<String, T> value, NameChange change) {
            Map<String, T> renamed = new LinkedHashMap<>();
            value.forEach((key, one) -> renamed.put(name.renamed(key, change), item.renamed(one, change)));
            return renamed;
        }
    }

    /** A value that stands in files as another. */
    record Mapped<V, D>(FieldType<D> stored, Function<V, D> toStored, Function<D, V> fromStored) implements FieldType<V> {
        @Override
        public boolean canName() {
            return stored.canName();
        }

        @Override
        public void uses(V value, NameUse use) {
            stored.uses(toStored.apply(value), use);
        }

        @Override
        public V renamed(V value, NameChange change) {
            D before = toStored.apply(value);
            D after = stored.renamed(before, change);
            return after.equals(before) ? value : fromStored.apply(after);
        }
    }

    /**
     * What can be said in one word, or needs parts.
     *
     * @param isText which values are written as a text
     */
    record TextOr<V>(FieldType<V> text, FieldType<V> object, Predicate<V> isText) implements FieldType<V> {
        @Override
        public boolean canName() {
            return text.canName() || object.canName();
        }

        @Override
        public void uses(V value, NameUse use) {
            of(value).uses(value, use);
        }

        @Override
        public V renamed(V value, NameChange change) {
            return of(value).renamed(value, change);
        }

        /** How that value is written. */
        public FieldType<V> of(V value) {
            return isText.test(value) ? text : object;
        }
    }

    /**
     * A list for which a usual single item stands under a name of its own.
     *
     * @param shortened the field beside the list that stands for the list of one, and cuts it down to what is said of it, if it is usual
     * @param full makes the list of one again
     */
    record Shortened<T, S>(Several<T> list, Part<List<T>, Optional<S>> shortened, Function<S, T> full) implements FieldType<List<T>> {
        @Override
        public boolean canName() {
            return list.canName();
        }

        @Override
        public void uses(List<T> value, NameUse use) {
            list.uses(value, use);
        }

        @Override
        public List<T> renamed(List<T> value, NameChange change) {
            return list.renamed(value, change);
        }
    }

    /** As many as are wanted. */
    int MANY = 1_000_000_000;

    FieldType<Boolean> FLAG = new Flag();
    FieldType<Distribution> DURATION = new Duration();
    FieldType<String> TEXT = new Text(Reference.NOTHING);
    FieldType<String> OWN_NAME = new Text(Reference.OWN_NAME);
    FieldType<String> PIECE_TYPE = new Text(Reference.PIECE_TYPE);
    FieldType<String> TABLE = new Text(Reference.TABLE);
    FieldType<String> FORMULA = new Text(Reference.FORMULA);
    FieldType<String> ELEMENT = new Text(Reference.ELEMENT);
    FieldType<String> CALENDAR = new Text(Reference.CALENDAR);
    FieldType<String> SKILL = new Text(Reference.SKILL);
    /** A length in metres. */
    FieldType<Double> METRES = new Mapped<>(new Measured(Dimension.LENGTH), Quantity::metres, Quantity::inBaseUnit);
}
