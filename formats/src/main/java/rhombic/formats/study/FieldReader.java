package rhombic.formats.study;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import rhombic.study.field.Composite;
import rhombic.study.field.Composite.Values;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.field.Part;

/** Reads values as they are declared: what a part holds says how it is read. */
final class FieldReader {
    private FieldReader() {}

    /** The value of the part; empty if the file says nothing, or something that can't be read, which is noted then. */
    static <V> Optional<V> part(Part<?, V> part, Fields fields) {
        if (part.type() instanceof FieldType.Shortened<?, ?> || fields.asks(part.name())) {
            return value(part.type(), part.name(), fields);
        }
        if (part.isRequired()) {
            fields.fault(fields.at(part.name()), "is missing: add \"" + part.name() + "\"" + example(part.type()));
        }
        return Optional.empty();
    }

    /** What can be typed there, where that is not plain from the name. */
    private static String example(FieldType<?> type) {
        return type instanceof FieldType.Duration || type instanceof FieldType.TextOr<?>
                ? ", such as \"90 s\" or \"exponential(10 min)\""
                : "";
    }

    /** The items of a list that may be missing. */
    static <T> List<T> list(FieldType<List<T>> type, String name, Fields fields) {
        return fields.has(name) ? value(type, name, fields).orElse(List.of()) : List.of();
    }

    @SuppressWarnings("unchecked") // each case reads what its type holds
    static <V> Optional<V> value(FieldType<V> type, String name, Fields fields) {
        return (Optional<V>) switch (type) {
            case FieldType.Whole whole -> fields.optionalWhole(name).stream().boxed().findFirst();
            case FieldType.WholeOrNone whole -> {
                OptionalInt read = fields.optionalWhole(name);
                yield read.isPresent() ? Optional.of(read) : Optional.empty();
            }
            case FieldType.Number number -> fields.optionalNumber(name);
            case FieldType.Flag flag -> fields.optionalFlag(name);
            case FieldType.Word<?> word -> fields.optionalText(name).flatMap(text -> word(word, text, name, fields));
            case FieldType.Text text -> fields.optionalText(name);
            case FieldType.Measured measured -> fields.optionalQuantity(name, measured.dimension());
            case FieldType.Duration duration -> fields.optionalDistribution(name);
            case FieldType.TimeOfDay time -> fields.timeOfDay(name);
            case FieldType.Date date -> fields.date(name);
            case FieldType.Scalar scalar -> fields.scalar(name);
            case FieldType.Maybe<?> maybe -> value(maybe.item(), name, fields).map(Optional::of);
            case FieldType.Several<?> several -> several(several, name, fields);
            case FieldType.ByName<?> map -> byName(map, name, fields);
            case FieldType.Mapped<?, ?> mapped -> mapped(mapped, name, fields);
            case FieldType.TextOr<?> either -> either(either, name, fields);
            case FieldType.Shortened<?, ?> shortened -> shortened(shortened, name, fields);
            case Composite<?> composite -> fields.optionalObject(name).flatMap(object -> whole(composite, object));
            case OneOf<?> oneOf -> fields.optionalObject(name).flatMap(object -> whole(oneOf, object));
        };
    }

    /** A value that fills an object of its own; what else stands in the object is refused. */
    static <V> Optional<V> object(Composite<V> type, Fields object) {
        return made(type, object, null);
    }

    private static <V> Optional<V> whole(FieldType<V> type, Fields object) {
        Optional<V> read = inside(type, object);
        if (object.isObject()) {
            object.refuseUnread();
        }
        return read;
    }

    @SuppressWarnings("unchecked") // a variant of a sort of values gives one of them
    private static <V> Optional<V> inside(FieldType<V> type, Fields object) {
        if (!object.isObject()) {
            return Optional.empty();
        }
        return switch (type) {
            case Composite<V> composite -> made(composite, object, null);
            case OneOf<V> oneOf -> {
                OneOf.Variant<V, ?> variant = oneOf.variants().stream().filter(one -> isMarked(one, object)).findFirst()
                        .orElse(oneOf.variants().getLast());
                if (!object.has(variant.mark()) && oneOf.variants().size() > 1) {
                    object.fault(object.at(variant.mark()), "is missing: add " + marks(oneOf));
                    object.asksAll();
                    yield Optional.empty();
                }
                yield (Optional<V>) made(variant.form(), object, variant.mark());
            }
            default -> throw new IllegalArgumentException("No object: " + type);
        };
    }

    private static boolean isMarked(OneOf.Variant<?, ?> variant, Fields object) {
        return object.has(variant.mark()) && (variant.markWord().isEmpty() || object.holds(variant.mark(), variant.markWord()));
    }

    private static String marks(OneOf<?> oneOf) {
        List<String> marks = oneOf.variants().stream().map(variant -> "\"" + variant.mark() + "\"").distinct().toList();
        return marks.size() == 1
                ? marks.getFirst()
                : String.join(", ", marks.subList(0, marks.size() - 1)) + " or " + marks.getLast();
    }

    private static <T> Optional<T> made(Composite<T> type, Fields object, @Nullable String place) {
        Values values = new Values();
        boolean isWhole = true;
        for (Part<T, ?> part : type.parts()) {
            isWhole &= put(part, object, values);
        }
        return isWhole ? object.tried(place, () -> type.made(values)) : Optional.empty();
    }

    private static <V> boolean put(Part<?, V> part, Fields object, Values values) {
        Optional<V> value = part(part, object).or(part::whenMissing);
        value.ifPresent(one -> values.put(part, one));
        return value.isPresent();
    }

    private static <T> Optional<T> word(FieldType.Word<T> word, String text, String name, Fields fields) {
        int index = word.words().indexOf(text);
        if (index < 0) {
            fields.fault(fields.at(name), "must be " + (word.words().size() == 1 ? "" : "one of ") + "\u201c"
                    + String.join("\u201d, \u201c", word.words()) + "\u201d; got \u201c" + text + "\u201d");
            return Optional.empty();
        }
        return Optional.of(word.values().get(index));
    }

    @SuppressWarnings("unchecked") // texts are read where the items are texts
    private static <T> Optional<List<T>> several(FieldType.Several<T> several, String name, Fields fields) {
        List<T> items = switch (several.item()) {
            case FieldType.Text text -> (List<T>) fields.texts(name);
            case FieldType.TimeOfDay time -> (List<T>) fields.timesOfDay(name);
            case FieldType.Word<T> word ->
                fields.texts(name).stream().flatMap(text -> word(word, text, name, fields).stream()).toList();
            default -> fields.list(name, object -> inside(several.item(), object));
        };
        return fields.tried(name, () -> several.completed().apply(items));
    }

    private static <T> Optional<Map<String, T>> byName(FieldType.ByName<T> type, String name, Fields fields) {
        return fields.optionalObject(name).filter(Fields::isObject).map(map -> {
            Map<String, T> read = new LinkedHashMap<>();
            map.names().forEach(key -> value(type.item(), key, map).flatMap(item -> map.tried(key, () -> {
                type.check().accept(key, item);
                return item;
            })).ifPresent(item -> read.put(key, item)));
            return read;
        });
    }

    private static <V> Optional<V> either(FieldType.TextOr<V> type, String name, Fields fields) {
        return value(fields.holdsObject(name) ? type.object() : type.text(), name, fields);
    }

    private static <V, D> Optional<V> mapped(FieldType.Mapped<V, D> type, String name, Fields fields) {
        return value(type.stored(), name, fields).flatMap(stored -> fields.tried(name, () -> type.fromStored().apply(stored)));
    }

    private static <T, S> Optional<List<T>> shortened(FieldType.Shortened<T, S> type, String name, Fields fields) {
        String shortName = type.shortened().name();
        Optional<S> single = part(type.shortened(), fields).flatMap(one -> one);
        if (!fields.asks(name)) {
            return single.flatMap(one -> fields.tried(shortName, () -> List.of(type.full().apply(one))));
        }
        if (fields.has(shortName)) {
            fields.fault(fields.at(shortName), "must not be there beside \"" + name + "\": put it into one of the " + name
                    + ", or leave these out");
        }
        return value(type.list(), name, fields);
    }
}
