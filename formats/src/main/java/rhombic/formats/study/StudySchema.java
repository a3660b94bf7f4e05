package rhombic.formats.study;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Objects;
import rhombic.quantity.Dimension;
import rhombic.study.kind.Field;
import rhombic.study.kind.FieldType;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;

/** The JSON Schema of studies: what each kind of equipment has follows from its declaration. */
public final class StudySchema {
    private StudySchema() {}

    public static String write() {
        try (InputStream parts = StudySchema.class.getResourceAsStream("schema-parts.json")) {
            ObjectNode schema = (ObjectNode) StudyWriter.JSON.readTree(Objects.requireNonNull(parts, "schema-parts.json"));
            ArrayNode oneOf = (ArrayNode) schema.path("properties").path("equipment").path("items").path("oneOf");
            ObjectNode defs = (ObjectNode) schema.path("$defs");
            for (Kind<?> kind : Kinds.ALL) {
                String name = kind.type().getSimpleName();
                oneOf.addObject().put("$ref", "#/$defs/" + name);
                kind(kind, defs.putObject(name));
            }
            return StudyWriter.JSON.writeValueAsString(schema) + "\n";
        } catch (JsonProcessingException e) {
            throw new UncheckedIOException("The schema could not be put together", e);
        } catch (IOException e) {
            throw new UncheckedIOException("The schema could not be read", e);
        }
    }

    private static void kind(Kind<?> kind, ObjectNode schema) {
        schema.put("type", "object").put("additionalProperties", false);
        ArrayNode required = schema.putArray("required").add("kind").add("name");
        ObjectNode properties = schema.putObject("properties");
        properties.putObject("kind").put("const", kind.fileWord()).put("description", "What it is.");
        properties.putObject("name").put("$ref", "#/$defs/name").put("description", "By which links, rules and formulas mean it.");
        properties.putObject("id").put("$ref", "#/$defs/name").put("description",
                "What its random draws depend on, whatever the name becomes; missing: the name.");
        for (Field<?, ?> field : kind.allFields()) {
            field(field.name(), field.type(), required, properties);
            ((ObjectNode) properties.path(field.name())).put("description", field.meaning());
        }
    }

    private static void field(String name, FieldType<?> type, ArrayNode required, ObjectNode properties) {
        switch (type) {
            case FieldType.Whole whole -> {
                required.add(name);
                properties.putObject(name).put("type", "integer").put("minimum", whole.min()).put("maximum", whole.max());
            }
            case FieldType.WholeOrNone whole ->
                properties.putObject(name).put("type", "integer").put("minimum", whole.min()).put("maximum", whole.max());
            case FieldType.Choice<?> choice -> {
                if (choice.leftOut() == null) {
                    required.add(name);
                }
                ArrayNode words = properties.putObject(name).putArray("enum");
                choice.values().forEach(value -> words.add(StudyWriter.word(value)));
            }
            case FieldType.TypeNames names ->
                properties.putObject(name).put("type", "array").putObject("items").put("$ref", "#/$defs/name");
            case FieldType.Operations operations -> {
                properties.putObject("time").put("$ref", "#/$defs/timeSource").put("description",
                        "How long its only operation takes; missing: not set yet, and then it takes nothing.");
                part(properties, name, "operations");
            }
            case FieldType.Mixed mixed -> {
                properties.putObject("pieceType").put("$ref", "#/$defs/name").put("description",
                        "The only type that comes, in place of a mix.");
                part(properties, name, "mixed");
            }
            case FieldType.TypeName one -> part(properties, name, "name");
            case FieldType.Time time -> part(properties, name, "timeSource");
            case FieldType.Drawn drawn -> part(properties, name, "duration");
            case FieldType.Serviced serviced -> part(properties, name, "serviced");
            case FieldType.Loaded loaded -> part(properties, name, "loaded");
            case FieldType.Inspected inspected -> part(properties, name, "inspected");
            case FieldType.Supplied supplied -> part(properties, name, "supplied");
            case FieldType.Recipes recipes -> part(properties, name, "recipes");
            case FieldType.Parted parted -> part(properties, name, "parted");
            case FieldType.Placed placed -> part(properties, name, "placed");
            case FieldType.Sized sized -> part(properties, name, "sized");
            case FieldType.PieceOffsets seated -> part(properties, name, "pieceOffset");
            case FieldType.Attributes attributes -> part(properties, name, "attributes");
            case FieldType.Routings routing -> part(properties, name, "routing");
            case FieldType.Selections selection -> part(properties, name, "selection");
            case FieldType.Measured measured -> part(properties, name, part(measured.dimension()));
            case FieldType.MeasuredOrNone measured -> part(properties, name, part(measured.dimension()));
            case FieldType.Fitted fitted -> part(properties, name, "fitted");
            case FieldType.ConveyorPaths routed -> part(properties, name, "conveyorPath");
            case FieldType.Words words ->
                properties.putObject(name).put("type", "array").putObject("items").put("$ref", "#/$defs/name");
            case FieldType.ElementName one -> part(properties, name, "name");
            case FieldType.CalendarName one -> part(properties, name, "name");
            case FieldType.Needs needs -> part(properties, name, "needs");
            case FieldType.Failures failures -> part(properties, name, "failures");
            case FieldType.StandPoints stood -> part(properties, name, "standOffset");
            case FieldType.Persons persons -> part(properties, name, "persons");
            case FieldType.Shut shut -> part(properties, name, "shut");
        }
    }

    private static String part(Dimension dimension) {
        return switch (dimension) {
            case LENGTH -> "length";
            case SPEED -> "speed";
            case TIME -> "duration";
            case MASS -> "mass";
            case SHARE -> "share";
            case ACCELERATION -> "acceleration";
        };
    }

    private static void part(ObjectNode properties, String name, String part) {
        properties.putObject(name).put("$ref", "#/$defs/" + part);
    }
}
