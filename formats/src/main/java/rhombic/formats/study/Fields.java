package rhombic.formats.study;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;

/** The fields of one JSON object, read by name. Faults are collected with their path; a faulty field reads as a stand-in. */
final class Fields {
    private static final int MAX_TEXT_LENGTH = 2_000_000;

    private final JsonNode node;
    private final String path;
    private final List<StudyFormatException.Fault> faults;
    private final Set<String> read = new HashSet<>();

    Fields(JsonNode node, String path, List<StudyFormatException.Fault> faults) {
        this.node = node;
        this.path = path;
        this.faults = faults;
        if (!node.isObject()) {
            fault(path.isEmpty() ? "the file" : path, "must be an object in braces { }; got " + kind(node));
        }
    }

    boolean isObject() {
        return node.isObject();
    }

    String at(String field) {
        return path.isEmpty() ? field : path + "." + field;
    }

    void fault(String place, String message) {
        faults.add(new StudyFormatException.Fault(place, message));
    }

    boolean has(String field) {
        return node.has(field);
    }

    /** Whether the field is there; it is known from now on. */
    boolean asks(String field) {
        read.add(field);
        return has(field);
    }

    /** All that is there is known from now on. */
    void asksAll() {
        read.addAll(names());
    }

    /** Whether the field holds that very text. */
    boolean holds(String field, String text) {
        return node.path(field).isTextual() && node.path(field).textValue().equals(text);
    }

    Optional<String> optionalText(String field) {
        return read(field, false).flatMap(value -> valid(() -> asText(value, field, "")));
    }

    Optional<Double> optionalNumber(String field) {
        return has(field) ? valid(() -> number(field)) : Optional.empty();
    }

    Optional<Boolean> optionalFlag(String field) {
        return has(field) ? valid(() -> isTrue(field)) : Optional.empty();
    }

    Optional<LocalTime> timeOfDay(String field) {
        return optionalText(field).flatMap(text -> timeOfDay(field, text));
    }

    List<LocalTime> timesOfDay(String field) {
        return texts(field).stream().flatMap(text -> timeOfDay(field, text).stream()).toList();
    }

    private Optional<LocalTime> timeOfDay(String field, String text) {
        return parsed(field, text, "a time of day such as \"06:00\"",
                () -> text.equals("24:00") ? LocalTime.MIDNIGHT : LocalTime.parse(text));
    }

    Optional<LocalDate> date(String field) {
        return optionalText(field).flatMap(text -> parsed(field, text, "a date such as \"2027-01-06\"", () -> LocalDate.parse(text)));
    }

    private <T> Optional<T> parsed(String field, String text, String wanted, Supplier<T> parse) {
        try {
            return Optional.of(parse.get());
        } catch (DateTimeException e) {
            fault(at(field), "must be " + wanted + "; got \u201c" + text + "\u201d");
            return Optional.empty();
        }
    }

    /** A number, a text, or true or false. */
    Optional<Object> scalar(String field) {
        return read(field, false).flatMap(value -> valid(() -> {
            if (value.isNumber() && Double.isFinite(value.doubleValue())) {
                return value.doubleValue();
            }
            return value.isBoolean() ? (Object) value.booleanValue() : asText(value, field, "");
        }));
    }

    /** What was read, if nothing was found wrong with it. */
    private <T> Optional<T> valid(Supplier<T> reading) {
        int before = faults.size();
        T value = reading.get();
        return faults.size() == before ? Optional.of(value) : Optional.empty();
    }

    String text(String field, String standIn) {
        return read(field, true).map(value -> asText(value, field, standIn)).orElse(standIn);
    }

    /** A text that may be missing, and is then empty. */
    String textOr(String field) {
        return read(field, false).map(value -> asText(value, field, "")).orElse("");
    }

    /** Whether the field is there and holds an object. */
    boolean holdsObject(String field) {
        return node.path(field).isObject();
    }

    boolean holdsText(String field) {
        return node.path(field).isTextual();
    }

    /** Names of all fields of the object, for objects that are maps. */
    List<String> names() {
        List<String> names = new ArrayList<>();
        node.fieldNames().forEachRemaining(names::add);
        return names;
    }

    List<String> texts(String field) {
        List<String> texts = new ArrayList<>();
        read(field, true).ifPresent(list -> {
            if (!list.isArray()) {
                fault(at(field), "must be a list of texts in brackets [ ]; got " + kind(list));
                return;
            }
            for (JsonNode item : list) {
                texts.add(asText(item, field, ""));
            }
        });
        return texts;
    }

    <T> List<T> optionalList(String field, Function<Fields, Optional<T>> reader) {
        return has(field) ? list(field, reader) : List.of();
    }

    Quantity quantity(String field, Dimension dimension) {
        Quantity standIn = new Quantity(1, base(dimension));
        return read(field, true).map(value -> asQuantity(value, field, dimension, standIn)).orElse(standIn);
    }

    Optional<Quantity> optionalQuantity(String field, Dimension dimension) {
        return read(field, false).flatMap(value -> valid(() -> asQuantity(value, field, dimension, new Quantity(1, base(dimension)))));
    }

    Optional<Distribution> optionalDistribution(String field) {
        return read(field, false).flatMap(value -> {
            String text = numberAsText(value, field);
            return text == null ? Optional.empty() : tried(field, () -> DistributionText.parse(text));
        });
    }

    int whole(String field, int standIn) {
        OptionalInt value = read(field, true).map(v -> asWhole(v, field)).orElse(OptionalInt.empty());
        return value.orElse(standIn);
    }

    OptionalInt optionalWhole(String field) {
        return read(field, false).map(v -> asWhole(v, field)).orElse(OptionalInt.empty());
    }

    long wholeLong(String field) {
        return read(field, true).map(value -> {
            if (!value.isIntegralNumber() || !value.canConvertToLong()) {
                fault(at(field), "must be a whole number within ±9223372036854775807; got " + shown(value));
                return 0L;
            }
            return value.longValue();
        }).orElse(0L);
    }

    double number(String field) {
        return read(field, true).map(value -> {
            if (!value.isNumber()) {
                fault(at(field), "must be a number; got " + shown(value));
                return 0.0;
            }
            return value.doubleValue();
        }).orElse(0.0);
    }

    boolean isTrue(String field) {
        return read(field, false).map(value -> {
            if (!value.isBoolean()) {
                fault(at(field), "must be true or false; got " + shown(value));
            }
            return value.asBoolean(false);
        }).orElse(false);
    }

    /** One of the words, as the value that belongs to it. */
    <T> T word(String field, List<String> words, List<T> values) {
        String text = text(field, words.getFirst());
        int index = words.indexOf(text);
        if (index < 0) {
            fault(at(field), "must be one of \u201c" + String.join("\u201d, \u201c", words) + "\u201d; got \u201c" + text + "\u201d");
            return values.getFirst();
        }
        return values.get(index);
    }

    Optional<Fields> optionalObject(String field) {
        return read(field, false).map(value -> new Fields(value, at(field), faults));
    }

    Fields object(String field) {
        return new Fields(read(field, true).orElse(com.fasterxml.jackson.databind.node.JsonNodeFactory.instance.objectNode()), at(field),
                faults);
    }

    /** A list that may be left out if another field is there. */
    <T> List<T> listUnless(String other, String field, Function<Fields, Optional<T>> reader) {
        return has(other) && !has(field) ? List.of() : list(field, reader);
    }

    /** Reads each object of a list; what can't be read is left out, its faults noted. */
    <T> List<T> list(String field, Function<Fields, Optional<T>> reader) {
        List<T> items = new ArrayList<>();
        Optional<JsonNode> list = read(field, true);
        if (list.isPresent() && !list.get().isArray()) {
            fault(at(field), "must be a list in brackets [ ]; got " + kind(list.get()));
            return items;
        }
        for (int i = 0; list.isPresent() && i < list.get().size(); i++) {
            Fields fields = new Fields(list.get().get(i), at(field) + "[" + i + "]", faults);
            if (fields.isObject()) {
                reader.apply(fields).ifPresent(items::add);
                fields.refuseUnread();
            }
        }
        return items;
    }

    /** Runs something that checks values, and notes what it refuses. */
    <T> Optional<T> tried(@Nullable String field, Supplier<T> made) {
        try {
            return Optional.of(made.get());
        } catch (IllegalArgumentException e) {
            fault(field == null ? path.isEmpty() ? "the file" : path : at(field), String.valueOf(e.getMessage()));
            return Optional.empty();
        }
    }

    /** Every field that nobody asked for is one too many. */
    void refuseUnread() {
        node.fieldNames().forEachRemaining(name -> {
            if (!read.contains(name)) {
                fault(at(name), "is not a field known here: take it out, or check its spelling"
                        + (read.isEmpty() ? "" : " (known: " + String.join(", ", new TreeSet<>(read)) + ")"));
            }
        });
    }

    private Optional<JsonNode> read(String field, boolean needed) {
        read.add(field);
        JsonNode value = node.get(field);
        if (value == null || value.isNull()) {
            if (needed && node.isObject()) {
                fault(at(field), value == null ? "is missing: add \"" + field + "\"" : "must not be null");
            } else if (value != null) {
                fault(at(field), "must not be null: leave the field out");
            }
            return Optional.empty();
        }
        return Optional.of(value);
    }

    private String asText(JsonNode value, String field, String standIn) {
        if (!value.isTextual() || value.textValue().length() > MAX_TEXT_LENGTH) {
            fault(at(field), "must be a text in quotes; got " + shown(value));
            return standIn;
        }
        if (value.textValue().codePoints().anyMatch(c -> c >= Character.MIN_SURROGATE && c <= Character.MAX_SURROGATE)) {
            fault(at(field), "holds half a character: type the text anew");
            return standIn;
        }
        return value.textValue();
    }

    private Quantity asQuantity(JsonNode value, String field, Dimension dimension, Quantity standIn) {
        String text = numberAsText(value, field);
        return text == null ? standIn : tried(field, () -> Quantity.parse(text, dimension)).orElse(standIn);
    }

    /** A bare number is passed on as text, so that the refusal names the unit it lacks. */
    private @Nullable String numberAsText(JsonNode value, String field) {
        if (value.isNumber()) {
            return Quantity.plain(Math.clamp(value.doubleValue(), -1e300, 1e300));
        }
        if (!value.isTextual() || value.textValue().length() > MAX_TEXT_LENGTH) {
            fault(at(field), "must be a text in quotes; got " + shown(value));
            return null;
        }
        return value.textValue();
    }

    private OptionalInt asWhole(JsonNode value, String field) {
        if (!value.isIntegralNumber() || !value.canConvertToInt()) {
            fault(at(field), "must be a whole number without a unit; got " + shown(value));
            return OptionalInt.empty();
        }
        return OptionalInt.of(value.intValue());
    }

    private static Unit base(Dimension dimension) {
        return switch (dimension) {
            case TIME -> Unit.SECOND;
            case LENGTH -> Unit.METRE;
            case SPEED -> Unit.METRE_PER_SECOND;
            case MASS -> Unit.KILOGRAM;
            case SHARE -> Unit.PERCENT;
            case ACCELERATION -> Unit.METRE_PER_SECOND_SQUARED;
        };
    }

    private static String shown(JsonNode value) {
        String text = value.toString();
        return text.length() > 40 ? text.substring(0, 40) + "\u2026" : text;
    }

    private static String kind(JsonNode value) {
        return value.isArray() ? "a list" : value.isObject() ? "an object" : shown(value);
    }
}
