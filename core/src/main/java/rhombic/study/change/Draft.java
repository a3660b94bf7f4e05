package rhombic.study.change;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import rhombic.study.Comparison;
import rhombic.study.Link;
import rhombic.study.NamedView;
import rhombic.study.Rule;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.duty.Calendar;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.study.value.Table;

/** A study while changes are made to it; it is checked as a whole once all are made. */
final class Draft {
    String name;
    RunPlan plan;
    Comparison comparison;
    private final Map<Part, List<Object>> lists = new EnumMap<>(Part.class);
    /** Where what was looked for last stood. */
    private final Map<Part, Integer> found = new EnumMap<>(Part.class);

    Draft(Study study) {
        name = study.name();
        plan = study.plan();
        comparison = study.comparison();
        for (Part part : Part.values()) {
            lists.put(part, new ArrayList<>(part.of(study)));
        }
    }

    /** The same again, to be changed apart. */
    Draft copied() {
        return new Draft(this);
    }

    private Draft(Draft other) {
        name = other.name;
        plan = other.plan;
        comparison = other.comparison;
        other.lists.forEach((part, list) -> lists.put(part, new ArrayList<>(list)));
    }

    List<Object> list(Part part) {
        return lists.getOrDefault(part, List.of());
    }

    /** Where the item with that key stands. Changes mostly come in the order of what they change, so the search goes on from the last. */
    int find(Part part, String key) {
        List<Object> list = list(part);
        int begin = found.getOrDefault(part, 0);
        for (int i = 0; i < list.size(); i++) {
            int at = (begin + i) % list.size();
            if (Part.key(list.get(at)).equals(key)) {
                found.put(part, at);
                return at;
            }
        }
        throw new StudyException(
                "The change is about a " + part.word() + " \u201c" + key.replace('\u0000', ' ').strip() + "\u201d, which is not there");
    }

    private <T> List<T> all(Part part, Class<T> type) {
        return list(part).stream().map(type::cast).toList();
    }

    Study study() {
        return new Study(name, plan, all(Part.PIECE_TYPE, PieceType.class), all(Part.EQUIPMENT, PlantElement.class),
                all(Part.LINK, Link.class), all(Part.TABLE, Table.class),
                all(Part.RULE, Rule.class), all(Part.VIEW, NamedView.class), all(Part.CALENDAR, Calendar.class), comparison);
    }

    /** Takes over a study that was changed as a whole. */
    void become(Study study) {
        name = study.name();
        plan = study.plan();
        comparison = study.comparison();
        for (Part part : Part.values()) {
            lists.put(part, new ArrayList<>(part.of(study)));
        }
    }
}
