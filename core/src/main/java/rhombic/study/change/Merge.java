package rhombic.study.change;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import rhombic.study.Comparison;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.Variation;
import rhombic.study.field.Field;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.StudyException;

/**
 * Changes made to a study that may have changed since they were written down, as those of an alternative are when its base goes on.
 *
 * <p>Changes reach down to single values: what a change does not touch follows the base. Where the base has changed the very value that
 * the change sets, the change wins and a contradiction is told. What a change is about and is not there any more is left out, and told.
 */
public final class Merge {
    /** The study that came of it, and where the two contradict each other, in words. */
    public record Merged(Study study, List<String> contradictions) {
        public Merged {
            contradictions = List.copyOf(contradictions);
        }
    }

    private final List<String> contradictions = new ArrayList<>();
    private Draft draft;

    private Merge(Study base) {
        draft = new Draft(base);
    }

    /** The base with all changes made; what it compares is left as it is. Never fails: what can't be done is told. */
    public static Merged of(Study base, Variation variation) {
        Merge merge = new Merge(base);
        Comparison comparison = base.comparison();
        for (Change change : ((Changes) variation).all()) {
            merge.make(change);
        }
        return merge.merged(base.withComparison(comparison));
    }

    private Merged merged(Study base) {
        dropLooseLinks();
        try {
            return new Merged(draft.study(), contradictions);
        } catch (StudyException e) {
            contradictions.add(e.getMessage() + "; the base stands as it is");
            return new Merged(base, contradictions);
        }
    }

    private void make(Change change) {
        Draft before = draft.copied();
        try {
            switch (change) {
                case Change.Set set -> set(set);
                case Change.Replace replace -> replace(replace);
                case Change.Add add -> add(add);
                case Change.TakeOut out -> takeOut(out);
                case Change.Reorder order -> order(order);
                case Change.SetPlan plan -> plan(plan);
                case Change.Rename rename -> change.applyTo(draft);
                case Change.NameStudy name -> {} // an alternative is called by its own name
                case Change.SetComparison comparison -> {}
            }
        } catch (StudyException e) {
            draft = before;
            contradictions.add("Can't " + change.text() + ": " + e.getMessage());
        }
    }

    private void plan(Change.SetPlan change) {
        Structure.Result result = Structure.changed(change.before(), change.after(), draft.plan);
        if (result.overruled()) {
            contradictions.add("The base plans the run otherwise by now; this goes on with its own plan");
        }
        draft.plan = (RunPlan) Objects.requireNonNull(result.value());
    }

    private Optional<Object> there(Part part, String key) {
        return draft.list(part).stream().filter(item -> Part.key(item).equals(key)).findFirst();
    }

    private void set(Change.Set change) {
        Optional<Object> there = there(Part.EQUIPMENT, change.at().element());
        if (there.isEmpty()) {
            contradictions.add("The base has no " + change.at().element() + " any more, of which this sets " + change.at().field());
            return;
        }
        PlantElement element = (PlantElement) there.get();
        PlantElement changed = set(element.declaration(), element, change);
        draft.list(Part.EQUIPMENT).set(draft.find(Part.EQUIPMENT, element.id()), changed);
    }

    private <E extends PlantElement> E set(Kind<E> kind, PlantElement element, Change.Set change) {
        Field<E, ?> field = kind.field(change.at().field())
                .orElseThrow(
                        () -> new StudyException(
                                element.name() + " is a " + kind.fileWord() + " by now, and has no " + change.at().field()));
        return set(field, kind.type().cast(element), change);
    }

    @SuppressWarnings("unchecked") // the values were taken from the same field
    private <E extends PlantElement, V> E set(Field<E, V> field, E element, Change.Set change) {
        V now = field.of(element);
        Structure.Result result = Structure.changed(change.valueBefore(), change.valueAfter(), now);
        if (result.overruled()) {
            contradictions.add(element.name() + ": the base has set " + ChangeWords.field(field.name()) + " otherwise by now"
                    + (Structure.text(now).isEmpty() ? "" : " (" + Structure.text(now) + ")") + "; this keeps its own");
        }
        return field.with().apply(element, (V) Objects.requireNonNull(result.value()));
    }

    private void replace(Change.Replace change) {
        String key = Part.key(change.before());
        Optional<Object> there = there(change.part(), key);
        if (there.isEmpty()) {
            contradictions.add("The base has no " + Part.text(change.before()) + " any more, which this changes");
            return;
        }
        Structure.Result result = Structure.changed(change.before(), change.after(), there.get());
        if (result.overruled()) {
            contradictions.add("The base has changed " + Part.text(change.before()) + " otherwise by now; this keeps its own");
        }
        draft.list(change.part()).set(draft.find(change.part(), key), Objects.requireNonNull(result.value()));
    }

    private void add(Change.Add change) {
        Optional<Object> there = there(change.part(), Part.key(change.item()));
        if (there.isPresent()) {
            if (!Part.isSame(there.get(), change.item())) {
                contradictions.add("The base has " + Part.text(change.item()) + " by now, which this adds; the base's stays");
            }
            return;
        }
        if (change.item() instanceof PlantElement element && draft.list(Part.EQUIPMENT).stream()
                .anyMatch(other -> ((PlantElement) other).name().equals(element.name()))) {
            throw new StudyException("the base has something else called " + element.name() + " by now");
        }
        change.applyTo(draft);
    }

    private void takeOut(Change.TakeOut change) {
        Optional<Object> there = there(change.part(), Part.key(change.item()));
        if (there.isEmpty()) {
            return; // gone already, as it is meant to be
        }
        if (!Part.isSame(there.get(), change.item())) {
            contradictions.add("The base has changed " + Part.text(change.item()) + ", which this takes out");
        }
        change.applyTo(draft);
    }

    /** As far as the order is of what is there. */
    private void order(Change.Reorder change) {
        List<Object> now = draft.list(change.part());
        Set<String> keys = new LinkedHashSet<>();
        now.forEach(item -> keys.add(Part.key(item)));
        List<String> wanted = new ArrayList<>(change.after().stream().filter(keys::contains).toList());
        keys.stream().filter(key -> !wanted.contains(key)).forEach(wanted::add);
        List<Object> ordered = new ArrayList<>();
        wanted.forEach(key -> ordered.add(now.get(draft.find(change.part(), key))));
        now.clear();
        now.addAll(ordered);
    }

    /** Links to what the base or the changes have taken out. */
    private void dropLooseLinks() {
        Set<String> names = new LinkedHashSet<>();
        draft.list(Part.EQUIPMENT).forEach(element -> names.add(((PlantElement) element).name()));
        List<Serializable> loose = new ArrayList<>();
        for (Object item : draft.list(Part.LINK)) {
            Link link = (Link) item;
            if (!names.contains(link.from()) || !names.contains(link.to())) {
                loose.add(link);
                contradictions.add("Left out " + Part.text(link) + ": " + (names.contains(link.from()) ? link.to() : link.from())
                        + " is not there");
            }
        }
        draft.list(Part.LINK).removeAll(loose);
    }
}
