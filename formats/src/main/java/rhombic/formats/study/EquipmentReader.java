package rhombic.formats.study;

import java.util.List;
import java.util.Optional;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.field.Field;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;

/** Reads one piece of equipment. */
final class EquipmentReader {
    /** Equipment that says no place stands in rows, in the order of the file. */
    private static final int IN_A_ROW = 20;

    private static final double APART_METRES = 5;
    private EquipmentReader() {}

    /** @param number of the equipment in the file, from 0; tells where it stands if it says no place */
    static Optional<PlantElement> read(Fields fields, int number) {
        String word = fields.text("kind", "station");
        String name = fields.text("name", "Equipment");
        String id = fields.has("id") ? fields.text("id", name) : name;
        Optional<Kind<?>> kind = Kinds.ofFileWord(word);
        if (kind.isEmpty()) {
            fields.fault(fields.at("kind"), "must be " + words() + "; got \u201c" + word + "\u201d");
        }
        Placement inRow = Placement.at(number % IN_A_ROW * APART_METRES, -(number / IN_A_ROW) * APART_METRES);
        Optional<Basics> basics = fields.tried("name", () -> Basics.of(name, inRow))
                .flatMap(named -> fields.tried("id", () -> named.withId(id)));
        if (kind.isEmpty()) {
            return Optional.empty();
        }
        Basics usual = basics.orElseGet(() -> Basics.of("Equipment", inRow));
        Optional<PlantElement> read = Optional.of(read(kind.get(), usual, fields));
        return basics.isEmpty() ? Optional.empty() : read;
    }

    private static String words() {
        List<String> words = Kinds.ALL.stream().map(kind -> "\u201c" + kind.fileWord() + "\u201d").toList();
        return String.join(", ", words.subList(0, words.size() - 1)) + " or " + words.getLast();
    }

    private static <E extends PlantElement> E read(Kind<E> kind, Basics basics, Fields fields) {
        E element = kind.blank(basics);
        for (Field<E, ?> field : kind.allFields()) {
            element = read(element, field, fields);
        }
        return element;
    }

    private static <E extends PlantElement, V> E read(E into, Field<E, V> field, Fields fields) {
        E before = into;
        return FieldReader.part(field.part(), fields).flatMap(value -> fields.tried(field.name(), () -> field.with().apply(before, value)))
                .orElse(into);
    }
}
