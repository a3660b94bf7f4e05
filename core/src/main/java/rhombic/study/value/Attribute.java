package rhombic.study.value;

import java.io.Serializable;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import rhombic.formula.Formula;

/**
 * A named value of a piece type or an equipment.
 *
 * @param name a letter, then letters, digits and _; so that formulas can say it
 * @param value it has until a rule or a timetable sets another
 */
public record Attribute(String name, Value value) implements Serializable {
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
