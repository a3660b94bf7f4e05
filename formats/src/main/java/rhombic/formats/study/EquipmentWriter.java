package rhombic.formats.study;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import rhombic.chance.Distribution;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;

/** Writes one piece of equipment. */
final class EquipmentWriter {
    private EquipmentWriter() {}

    static ObjectNode write(ObjectNode node, PlantElement element) {
        node.put("kind", element.declaration().fileWord());
        node.put("name", element.name());
        if (!element.id().equals(element.name())) {
            node.put("id", element.id());
        }
        write(node, element.declaration(), element);
        return node;
    }

    private static <E extends PlantElement> void write(ObjectNode node, Kind<E> kind, PlantElement element) {
        E one = kind.type().cast(element);
        kind.allFields().forEach(field -> FieldWriter.part(node, field.part(), one));
    }
}
