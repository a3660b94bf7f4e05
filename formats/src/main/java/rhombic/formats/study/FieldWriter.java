package rhombic.formats.study;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import rhombic.study.duty.Spell;
import rhombic.study.field.Composite;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.field.Part;

/** Writes values as they are declared: what a part holds says how it is written. */
final class FieldWriter {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
    private static final double MAX_EXACT_WHOLE = 1e15;

    private FieldWriter() {}

    /** Writes a part of the whole, unless it is left out. */
    static <T, V> void part(ObjectNode node, Part<T, V> part, T whole) {
        value(node, part, part.of(whole));
    }

    /** Writes a value of the part, unless it is left out. */
    static <V> void value(ObjectNode node, Part<?, V> part, V value) {
        if (!part.isLeftOut(value)) {
            write(node, part.name(), part.type(), value);
        }
    }

    /** Writes a value under a name; nothing where there is none. */
    @SuppressWarnings("unchecked") // a value is what its type holds
    static <V> void write(ObjectNode node, String name, FieldType<V> type, V value) {
        switch ((FieldType<?>) type) {
            case FieldType.Maybe<?> maybe ->
                ((Optional<Object>) value).ifPresent(one -> write(node, name, (FieldType<Object>) maybe.item(), one));
            case FieldType.WholeOrNone whole -> ((OptionalInt) value).ifPresent(number -> node.put(name, number));
            case FieldType.Shortened<?, ?> shortened ->
                shortened(node, name, (FieldType.Shortened<Object, Object>) shortened, (List<Object>) value);
            default -> node.set(name, json(type, value));
        }
    }

    /** A value that fills an object of its own. */
    static <T> ObjectNode object(Composite<T> type, T value) {
        ObjectNode node = NODES.objectNode();
        type.parts().forEach(part -> part(node, part, value));
        return node;
    }

    @SuppressWarnings("unchecked") // a value is what its type holds
    private static <V> JsonNode json(FieldType<V> type, V value) {
        return switch ((FieldType<?>) type) {
            case FieldType.Whole whole -> NODES.numberNode((Integer) value);
            case FieldType.Number number -> NODES.numberNode((Double) value);
            case FieldType.Flag flag -> NODES.booleanNode((Boolean) value);
            case FieldType.Word<?> word -> NODES.textNode(((FieldType.Word<Object>) word).of(value));
            case FieldType.Text text -> NODES.textNode((String) value);
            case FieldType.Measured measured -> NODES.textNode(value.toString());
            case FieldType.Duration duration -> NODES.textNode(value.toString());
            case FieldType.TimeOfDay time -> NODES.textNode(Spell.clock((LocalTime) value));
            case FieldType.Date date -> NODES.textNode(value.toString());
            case FieldType.Scalar scalar -> scalar(value);
            case FieldType.Several<?> several -> {
                ArrayNode all = NODES.arrayNode();
                ((List<Object>) value).forEach(item -> all.add(json((FieldType<Object>) several.item(), item)));
                yield all;
            }
            case FieldType.ByName<?> map -> {
                ObjectNode all = NODES.objectNode();
                ((Map<String, Object>) value).forEach((key, item) -> write(all, key, (FieldType<Object>) map.item(), item));
                yield all;
            }
            case FieldType.Mapped<?, ?> mapped -> stored((FieldType.Mapped<Object, Object>) mapped, value);
            case FieldType.TextOr<?> either -> json(((FieldType.TextOr<V>) either).of(value), value);
            case Composite<?> composite -> object((Composite<Object>) composite, value);
            case OneOf<?> oneOf -> ((OneOf<V>) oneOf).variants().stream().flatMap(variant -> variant(variant, value).stream()).findFirst()
                    .orElseThrow(() -> new IllegalArgumentException("No sort of " + oneOf.word() + ": " + value));
            case FieldType.Maybe<?> maybe -> throw new IllegalArgumentException("Nothing can stand there for none: " + maybe);
            case FieldType.WholeOrNone whole -> throw new IllegalArgumentException("Nothing can stand there for none: " + whole);
            case FieldType.Shortened<?, ?> shortened -> throw new IllegalArgumentException("It needs a name: " + shortened);
        };
    }

    private static <V, D> JsonNode stored(FieldType.Mapped<V, D> type, V value) {
        return json(type.stored(), type.toStored().apply(value));
    }

    private static <T, S extends T> Optional<ObjectNode> variant(OneOf.Variant<T, S> variant, T value) {
        return variant.of(value).map(one -> object(variant.form(), one));
    }

    private static <T, S> void shortened(ObjectNode node, String name, FieldType.Shortened<T, S> type, List<T> value) {
        if (type.shortened().of(value).isPresent()) {
            part(node, type.shortened(), value);
        } else {
            write(node, name, type.list(), value);
        }
    }

    /** Whole numbers stand without a point. */
    private static JsonNode scalar(Object value) {
        return switch (value) {
            case Double number when number == Math.rint(number) && Math.abs(number) < MAX_EXACT_WHOLE ->
                NODES.numberNode(number.longValue());
            case Double number -> NODES.numberNode(number);
            case Boolean flag -> NODES.booleanNode(flag);
            default -> NODES.textNode(value.toString());
        };
    }
}
