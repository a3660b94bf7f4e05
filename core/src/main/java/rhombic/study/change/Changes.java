package rhombic.study.change;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import rhombic.study.Renaming;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.Variation;
import rhombic.study.field.Field;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.StudyException;

/**
 * Changes that belong together, in the order in which they are made.
 *
 * @param all one after the other
 */
public record Changes(List<Change> all) implements Variation {
    public static final Changes NONE = new Changes(List.of());

    public Changes {
        all = List.copyOf(all);
    }

    /** One value of equipment set to another. */
    public static Change set(PlantElement element, String field, Object after) {
        Object before = Address.of(element, field).value(new Study("-", RunPlan.ONE_SHIFT, List.of(), List.of(element), List.of()))
                .orElseThrow();
        return new Change.Set(Address.of(element, field), element.declaration().fileWord(), Stored.stored(before), Stored.stored(after));
    }

    /** What leads from the equipment to the same one otherwise. */
    public static Changes of(PlantElement before, PlantElement after) {
        List<Change> changes = new ArrayList<>();
        if (!before.equals(after)) {
            ofItem(Part.EQUIPMENT, before, after, changes);
        }
        return new Changes(changes);
    }

    /** What leads from one study to the other. Takes time in proportion to their size; what both share is not looked into. */
    public static Changes between(Study before, Study after) {
        List<Change> changes = new ArrayList<>();
        Study named = renamed(before, after, changes);
        if (!named.name().equals(after.name())) {
            changes.add(new Change.NameStudy(named.name(), after.name()));
        }
        if (!named.plan().equals(after.plan())) {
            changes.add(new Change.SetPlan(named.plan(), after.plan()));
        }
        if (!named.comparison().equals(after.comparison())) {
            changes.add(new Change.SetComparison(named.comparison(), after.comparison()));
        }
        for (Part part : Part.values()) {
            ofList(part, part.of(named), part.of(after), changes);
        }
        return new Changes(changes);
    }

    /** Names first, since all that names the equipment follows them. A name that something else has for now is left to the rest. */
    private static Study renamed(Study before, Study after, List<Change> changes) {
        Map<String, String> nameOf = new LinkedHashMap<>();
        after.elements().forEach(element -> nameOf.put(element.id(), element.name()));
        Study named = before;
        for (PlantElement element : before.elements()) {
            String name = nameOf.getOrDefault(element.id(), element.name());
            if (!name.equals(element.name()) && named.find(name).isEmpty()) {
                Renaming renaming = new Renaming(Renaming.Kind.EQUIPMENT, element.name(), name);
                changes.add(new Change.Rename(renaming));
                named = named.changed(element.name(), e -> e.named(name));
            }
        }
        return named;
    }

    private static void ofList(Part part, List<?> before, List<?> after, List<Change> changes) {
        if (before == after || before.equals(after)) {
            return;
        }
        Map<String, Object> there = new LinkedHashMap<>();
        after.forEach(item -> there.put(Part.key(item), item));
        List<String> keys = new ArrayList<>();
        for (int i = 0; i < before.size(); i++) {
            Object item = before.get(i);
            String key = Part.key(item);
            if (there.containsKey(key)) {
                keys.add(key);
            } else {
                changes.add(new Change.TakeOut(part, keys.size(), (Serializable) item));
            }
        }
        Set<String> kept = new HashSet<>(keys);
        for (Object item : before) {
            Object now = there.get(Part.key(item));
            if (now != null && !now.equals(item)) {
                ofItem(part, item, now, changes);
            }
        }
        List<String> keptInOrder = there.keySet().stream().filter(kept::contains).toList();
        if (!keptInOrder.equals(keys)) {
            changes.add(new Change.Reorder(part, keys, keptInOrder));
        }
        int at = 0;
        for (Map.Entry<String, Object> item : there.entrySet()) {
            if (!kept.contains(item.getKey())) {
                changes.add(new Change.Add(part, at, (Serializable) item.getValue()));
            }
            at++;
        }
    }

    private static void ofItem(Part part, Object before, Object after, List<Change> changes) {
        if (before instanceof PlantElement element && after instanceof PlantElement changed
                && element.declaration() == changed.declaration()
                && element.name().equals(changed.name())) {
            List<Change> sets = new ArrayList<>();
            ofFields(element.declaration(), element, changed, sets);
            if (leads(sets, element, changed) && leads(new Changes(sets).undone().all(), changed, element)) {
                changes.addAll(sets);
                return;
            }
        }
        changes.add(new Change.Replace(part, (Serializable) before, (Serializable) after));
    }

    /** Whether the changes, one after the other, lead there: values that depend on each other may have to change at once. */
    private static boolean leads(List<Change> changes, PlantElement from, PlantElement to) {
        Draft draft = new Draft(new Study("-", RunPlan.ONE_SHIFT, List.of(), List.of(from), List.of()));
        try {
            changes.forEach(change -> change.applyTo(draft));
        } catch (StudyException e) {
            return false;
        }
        return draft.list(Part.EQUIPMENT).getFirst().equals(to);
    }

    private static <E extends PlantElement> void ofFields(Kind<E> kind, PlantElement before, PlantElement after, List<Change> changes) {
        E one = kind.type().cast(before);
        E other = kind.type().cast(after);
        for (Field<E, ?> field : kind.allFields()) {
            Object was = field.of(one);
            Object is = field.of(other);
            if (!was.equals(is)) {
                changes.add(new Change.Set(Address.of(before, field.name()), kind.fileWord(), Stored.stored(was), Stored.stored(is)));
            }
        }
    }

    /**
     * The study with all changes made.
     *
     * @throws rhombic.study.value.StudyException if one is about something that is not there, or the result breaks a rule
     */
    public Study applyTo(Study study) {
        Draft draft = new Draft(study);
        all.forEach(change -> change.applyTo(draft));
        return draft.study();
    }

    /** The changes that lead back. */
    public Changes undone() {
        return new Changes(all.reversed().stream().map(Change::undone).toList());
    }

    @Override
    public Changes renamed(Renaming renaming) {
        return new Changes(all.stream().map(change -> change.renamed(renaming)).toList());
    }

    @Override
    public boolean isEmpty() {
        return all.isEmpty();
    }
}
