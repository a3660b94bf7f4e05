package rhombic.study.value;

import java.io.Serializable;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import rhombic.formula.Formula;
import rhombic.study.field.FieldType;
import rhombic.study.field.Reference;

/**
 * A named value of a piece type or an equipment.
 *
 * @param name a letter, then letters, digits and _; so that formulas can say it
 * @param value it has until a rule or a timetable sets another
 */
public record Attribute(String name, Value value) implements Serializable {
    private static final FieldType<Map<String, Object>> BY_NAME = new FieldType.ByName<>(Reference.NOTHING, new FieldType.Scalar(),
            (name, value) -> new Attribute(name, Value.of(value)));
    /** Named values by name. */
    static final FieldType<Map<String, Value>> VALUES = new FieldType.Mapped<>(BY_NAME, Attribute::objects, Attribute::values);
    public static final FieldType<List<Attribute>> SEVERAL = new FieldType.Mapped<>(VALUES,
            attributes -> attributes.stream().collect(Collectors.toMap(Attribute::name, Attribute::value, (a, b) -> b, LinkedHashMap::new)),
            values -> values.entrySet().stream().map(entry -> new Attribute(entry.getKey(), entry.getValue())).toList());

    private static Map<String, Object> objects(Map<String, Value> values) {
        Map<String, Object> objects = new LinkedHashMap<>();
        values.forEach((name, value) -> objects.put(name, value.asObject()));
        return objects;
    }

    private static Map<String, Value> values(Map<String, Object> objects) {
        Map<String, Value> values = new LinkedHashMap<>();
        objects.forEach((name, value) -> values.put(name, Value.of(value)));
        return values;
    }

    public Attribute {
        if (!name.matches("[A-Za-z][A-Za-z0-9_]{0,39}")) {
            throw new StudyException(
                    "An attribute must be called by a letter, then letters, digits and _, 40 at most, such as joints; got \u201c" + name
                            + "\u201d");
        }
        if (Formula.OF_PIECE.contains(name) || Formula.OF_EQUIPMENT.contains(name)) {
            throw new StudyException("\u201c" + name + "\u201d is there already and can\u2019t be an attribute: choose another name");
        }
    }

    public static List<Attribute> checked(List<Attribute> attributes, String of) {
        Set<String> names = new HashSet<>();
        for (Attribute attribute : attributes) {
            if (!names.add(attribute.name())) {
                throw new StudyException(of + " has the attribute \u201c" + attribute.name() + "\u201d twice: keep one");
            }
        }
        return List.copyOf(attributes);
    }
}
