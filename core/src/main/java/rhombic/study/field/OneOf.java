package rhombic.study.field;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;

/** A value of one of several sorts; a file tells the sort by a part that only this one has. */
public final class OneOf<T> implements FieldType<T> {
    private final String word;
    private final List<Variant<T, ?>> variants;
    private final boolean canName;

    /** A sort of the values: which are of it, and how they are built. */
    public static final class Variant<T, S extends T> {
        private final String mark;
        private final String markWord;
        private final Function<T, Optional<S>> asSort;
        private final Composite<S> form;

        private Variant(String mark, String markWord, Function<T, Optional<S>> asSort, Composite<S> form) {
            this.mark = mark;
            this.markWord = markWord;
            this.asSort = asSort;
            this.form = form;
        }

        /** The part by which it is told. */
        public String mark() {
            return mark;
        }

        /** What that part says; empty: whatever it says. */
        public String markWord() {
            return markWord;
        }

        public Composite<S> form() {
            return form;
        }

        /** The value, if it is of this sort. */
        public Optional<S> of(T value) {
            return asSort.apply(value);
        }
    }

    /**
     * All values of a class.
     *
     * @param mark part by which they are told
     */
    public static <T, S extends T> Variant<T, S> variant(String mark, Class<S> type, Composite<S> form) {
        return new Variant<>(mark, "", value -> type.isInstance(value) ? Optional.of(type.cast(value)) : Optional.empty(), form);
    }

    /**
     * The values of which something holds.
     *
     * @param mark part by which they are told
     * @param markWord what that part says; empty: whatever it says
     */
    public static <T> Variant<T, T> variant(String mark, String markWord, Predicate<T> holds, Composite<T> form) {
        return new Variant<>(mark, markWord, value -> holds.test(value) ? Optional.of(value) : Optional.empty(), form);
    }

    private OneOf(String word, List<Variant<T, ?>> variants) {
        this.word = word;
        this.variants = List.copyOf(variants);
        canName = variants.stream().anyMatch(variant -> variant.form().canName());
    }

    /**
     * Declares one.
     *
     * @param word that the schema calls it by, each once
     * @param variants the first whose mark is there is taken; if none is, the last is read
     */
    @SafeVarargs
    public static <T> OneOf<T> of(String word, Variant<T, ?>... variants) {
        return new OneOf<>(word, List.of(variants));
    }

    /** What the schema calls it by. */
    public String word() {
        return word;
    }

    public List<Variant<T, ?>> variants() {
        return variants;
    }

    @Override
    public boolean canName() {
        return canName;
    }

    @Override
    public void uses(T value, NameUse use) {
        variants.stream().filter(variant -> uses(variant, value, use)).findFirst();
    }

    private static <T, S extends T> boolean uses(Variant<T, S> variant, T value, NameUse use) {
        Optional<S> found = variant.of(value);
        found.ifPresent(one -> variant.form().uses(one, use));
        return found.isPresent();
    }

    @Override
    public T renamed(T value, NameChange change) {
        return variants.stream().flatMap(variant -> renamed(variant, value, change).stream()).findFirst().orElse(value);
    }

    private static <T, S extends T> Optional<T> renamed(Variant<T, S> variant, T value, NameChange change) {
        return variant.of(value).map(one -> variant.form().renamed(one, change));
    }
}
