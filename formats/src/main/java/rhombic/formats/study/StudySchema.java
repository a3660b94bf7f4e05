package rhombic.formats.study;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Objects;
import rhombic.quantity.Dimension;
import rhombic.study.Travel;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.FailureMode;
import rhombic.study.field.Composite;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;
import rhombic.study.field.OneOf;
import rhombic.study.field.Part;
import rhombic.study.field.Reference;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.value.Attribute;

/** The JSON Schema of studies: what elements have, and what their values are made of, follows from their declarations. */
public final class StudySchema {
    private static final String DEFINITIONS = "#/$defs/";

    private final ObjectNode definitions;

    private StudySchema(ObjectNode definitions) {
        this.definitions = definitions;
    }

    public static String write() {
        try (InputStream parts = StudySchema.class.getResourceAsStream("schema-parts.json")) {
            ObjectNode schema = (ObjectNode) StudyWriter.JSON.readTree(Objects.requireNonNull(parts, "schema-parts.json"));
            ArrayNode oneOf = (ArrayNode) schema.path("properties").path("equipment").path("items").path("oneOf");
            StudySchema written = new StudySchema((ObjectNode) schema.path("$defs"));
            for (Kind<?> kind : Kinds.ALL) {
                String name = kind.type().getSimpleName();
                oneOf.addObject().put("$ref", DEFINITIONS + name);
                written.kind(kind, written.definitions.putObject(name));
            }
            written.type(written.definitions.putObject("attributes"), Attribute.SEVERAL);
            written.type(written.definitions.putObject("failures"), FailureMode.SEVERAL);
            written.definition(Travel.TYPE);
            written.definition(Calendar.TYPE);
            return StudyWriter.JSON.writeValueAsString(schema) + "\n";
        } catch (JsonProcessingException e) {
            throw new UncheckedIOException("The schema could not be put together", e);
        } catch (IOException e) {
            throw new UncheckedIOException("The schema could not be read", e);
        }
    }

    private void kind(Kind<?> kind, ObjectNode schema) {
        schema.put("type", "object").put("additionalProperties", false);
        ArrayNode required = schema.putArray("required").add("kind").add("name");
        ObjectNode properties = schema.putObject("properties");
        properties.putObject("kind").put("const", kind.fileWord()).put("description", "What it is.");
        properties.putObject("name").put("$ref", DEFINITIONS + "name").put("description", "By which links, rules and formulas mean it.");
        properties.putObject("id").put("$ref", DEFINITIONS + "name").put("description",
                "What its random draws depend on, whatever the name becomes; missing: the name.");
        for (Field<?, ?> field : kind.allFields()) {
            part(field.part(), required, properties);
        }
    }

    private void part(Part<?, ?> part, ArrayNode required, ObjectNode properties) {
        if (part.isRequired()) {
            required.add(part.name());
        }
        if (part.type() instanceof FieldType.Shortened<?, ?> shortened) {
            part(shortened.shortened(), required, properties);
        }
        ObjectNode property = properties.putObject(part.name());
        type(property, part.type());
        property.put("description", part.meaning());
    }

    /** Says what a value must be. */
    private void type(ObjectNode node, FieldType<?> type) {
        switch (type) {
            case FieldType.Whole whole -> node.put("type", "integer").put("minimum", whole.min()).put("maximum", whole.max());
            case FieldType.WholeOrNone whole -> node.put("type", "integer").put("minimum", whole.min()).put("maximum", whole.max());
            case FieldType.Number number -> number(node.put("type", "number"), number);
            case FieldType.Flag flag -> node.put("type", "boolean");
            case FieldType.Word<?> word -> word.words().forEach(node.withArray("enum")::add);
            case FieldType.Text text -> node.put("$ref", DEFINITIONS + text(text.reference()));
            case FieldType.Measured measured -> node.put("$ref", DEFINITIONS + quantity(measured.dimension()));
            case FieldType.Duration duration -> node.put("$ref", DEFINITIONS + "duration");
            case FieldType.TimeOfDay time -> node.put("type", "string").put("pattern", "^\\d{2}:\\d{2}(:\\d{2})?$");
            case FieldType.Date date -> node.put("type", "string").put("pattern", "^\\d{4}-\\d{2}-\\d{2}$");
            case FieldType.Scalar scalar -> node.putArray("type").add("number").add("string").add("boolean");
            case FieldType.Maybe<?> maybe -> type(node, maybe.item());
            case FieldType.Several<?> several -> type(node.put("type", "array").putObject("items"), several.item());
            case FieldType.ByName<?> map -> type(node.put("type", "object").putObject("additionalProperties"), map.item());
            case FieldType.Mapped<?, ?> mapped -> type(node, mapped.stored());
            case FieldType.TextOr<?> either -> {
                ArrayNode all = node.putArray("oneOf");
                type(all.addObject(), either.text());
                type(all.addObject(), either.object());
            }
            case FieldType.Shortened<?, ?> shortened -> type(node, shortened.list());
            case Composite<?> composite -> node.put("$ref", DEFINITIONS + definition(composite));
            case OneOf<?> oneOf -> node.put("$ref", DEFINITIONS + definition(oneOf));
        }
    }

    private static void number(ObjectNode node, FieldType.Number number) {
        if (number.min() > -Double.MAX_VALUE) {
            node.put("minimum", number.min());
        }
        if (number.max() < Double.MAX_VALUE) {
            node.put("maximum", number.max());
        }
    }

    private static String text(Reference reference) {
        return switch (reference) {
            case NOTHING, MAYBE_PIECE_TYPE -> "text";
            case FORMULA -> "formula";
            case OWN_NAME, PIECE_TYPE, PART_TYPE, TABLE, ELEMENT, CALENDAR, SKILL -> "name";
        };
    }

    private static String quantity(Dimension dimension) {
        return switch (dimension) {
            case LENGTH -> "length";
            case SPEED -> "speed";
            case TIME -> "time";
            case MASS -> "mass";
            case SHARE -> "share";
            case ACCELERATION -> "acceleration";
        };
    }

    /** Defines it, if it is not there yet, and gives the word it is defined by. */
    private String definition(Composite<?> composite) {
        String word = composite.word();
        if (!definitions.has(word)) {
            ObjectNode schema = definitions.putObject(word).put("type", "object").put("additionalProperties", false);
            ArrayNode required = schema.putArray("required");
            ObjectNode properties = schema.putObject("properties");
            composite.parts().forEach(part -> part(part, required, properties));
        }
        return word;
    }

    private String definition(OneOf<?> oneOf) {
        String word = oneOf.word();
        if (!definitions.has(word)) {
            ArrayNode all = definitions.putObject(word).putArray("oneOf");
            oneOf.variants().forEach(variant -> type(all.addObject(), variant.form()));
        }
        return word;
    }
}
