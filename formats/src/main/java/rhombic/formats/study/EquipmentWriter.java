package rhombic.formats.study;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.List;
import rhombic.chance.Distribution;
import rhombic.study.kind.Field;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.MixPart;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Timetable;
import rhombic.study.work.Operation;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;

/** Writes one piece of equipment. */
final class EquipmentWriter {
    private EquipmentWriter() {}

    static ObjectNode write(ObjectNode node, PlantElement element) {
        node.put("kind", Kinds.of(element).fileWord());
        node.put("name", element.name());
        if (!element.id().equals(element.name())) {
            node.put("id", element.id());
        }
        write(node, Kinds.of(element), element);
        return node;
    }

    private static <E extends PlantElement> void write(ObjectNode node, Kind<E> kind, PlantElement element) {
        E one = kind.type().cast(element);
        for (Field<E, ?> field : kind.allFields()) {
            write(node, field, one);
        }
    }

    private static <E extends PlantElement, V> void write(ObjectNode node, Field<E, V> field, E element) {
        V value = field.of(element);
        if (!field.type().isLeftOut(value)) {
            FieldWriter.write(node, field.name(), field.type(), value);
        }
    }

    static void mix(List<MixPart> mix, ObjectNode node) {
        if (mix.size() == 1 && mix.getFirst().weight() == 1) {
            node.put("pieceType", mix.getFirst().type());
        } else {
            ArrayNode array = node.putArray("mix");
            mix.forEach(part -> array.addObject().put("type", part.type()).put("weight", part.weight()));
        }
    }

    static void supply(Supply supply, ObjectNode how) {
        switch (supply) {
            case Supply.OnDemand() -> how.put("onDemand", true);
            case Supply.AtStart stock -> how.put("atStart", stock.pieces());
            case Supply.ByTimetable table -> timetable(table.timetable(), how.putObject("timetable"));
            case Supply.Spaced spaced -> {
                how.put("interarrival", spaced.interarrival().toString());
                how.put("pieces", spaced.pieces());
                spaced.firstArrival().ifPresent(first -> how.put("firstArrival", first.toString()));
            }
        }
    }

    private static void timetable(Timetable table, ObjectNode node) {
        node.put("repeat", table.repeat().word());
        ArrayNode rows = node.putArray("rows");
        for (Timetable.Row row : table.rows()) {
            ObjectNode one = rows.addObject();
            one.put("time", Timetable.text(table.repeat(), row.atSeconds())).put("type", row.type()).put("quantity", row.quantity());
            if (!row.attributes().isEmpty()) {
                ObjectNode map = one.putObject("attributes");
                row.attributes().forEach((name, value) -> StudyWriter.value(map, name, value));
            }
        }
        StudyWriter.optional(node, "source", table.source());
    }

    static void operations(List<Operation> operations, ObjectNode node) {
        if (operations.size() == 1 && operations.getFirst().name().equals(Operation.WORK) && operations.getFirst().addsValue()
                && operations.getFirst().id().equals(Operation.FIRST_ID) && operations.getFirst().needs().isEmpty()) {
            time(node, "time", operations.getFirst().time());
            return;
        }
        ArrayNode list = node.putArray("operations");
        for (Operation operation : operations) {
            ObjectNode one = list.addObject().put("name", operation.name());
            StudyWriter.optional(one, "id", operation.id());
            time(one, "time", operation.time());
            one.put("addsValue", operation.addsValue());
            DutyWriter.needs(one, "needs", operation.needs());
        }
    }

    static void time(ObjectNode node, String field, TimeSource time) {
        switch (time) {
            case TimeSource.Drawn drawn -> node.put(field, drawn.time().toString());
            case TimeSource.ByType byType -> {
                ObjectNode one = node.putObject(field);
                ObjectNode map = one.putObject("byType");
                byType.times().forEach((type, value) -> map.put(type, value.toString()));
                Distribution otherwise = byType.otherwise();
                if (otherwise != null) {
                    one.put("otherwise", otherwise.toString());
                }
            }
            case TimeSource.FromTable table ->
                StudyWriter.texts(node.putObject(field).put("table", table.table()).putArray("keys"), table.keys());
            case TimeSource.ByFormula formula ->
                node.putObject(field).put("formula", formula.formula()).put("unit", formula.unit().symbol());
        }
    }

    static void recipe(Recipe recipe, ObjectNode node) {
        switch (recipe) {
            case Recipe.Fixed fixed -> parts(node.putArray("parts"), fixed.parts());
            case Recipe.ByKey byKey -> {
                node.put("key", byKey.key());
                ObjectNode map = node.putObject("parts");
                byKey.parts().forEach((value, parts) -> parts(map.putArray(value), parts));
            }
            case Recipe.FromTable table -> node.put("table", table.table()).put("key", table.key());
        }
    }

    private static void parts(ArrayNode array, List<Recipe.Part> parts) {
        parts.forEach(part -> array.addObject().put("type", part.type()).put("count", part.count()));
    }
}
