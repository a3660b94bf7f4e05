package rhombic.study.change;

import java.io.Serializable;
import java.util.ArrayList;
import java.util.List;
import rhombic.study.Comparison;
import rhombic.study.Renaming;
import rhombic.study.RunPlan;
import rhombic.study.field.Field;
import rhombic.study.kind.Kind;
import rhombic.study.kind.Kinds;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.StudyException;

/** One difference between two studies. */
public sealed interface Change extends Serializable {
    /** The change that leads back. */
    Change undone();

    /** In words, as in "set places of Oven to 2". */
    String text();

    void applyTo(Draft draft);

    /** The same with a new name for something, wherever it says the old one. */
    default Change renamed(Renaming renaming) {
        return this;
    }

    /** The study has another name. */
    record NameStudy(String before, String after) implements Change {
        @Override
        public Change undone() {
            return new NameStudy(after, before);
        }

        @Override
        public String text() {
            return "call the study " + after;
        }

        @Override
        public void applyTo(Draft draft) {
            draft.name = after;
        }
    }

    /** The run is planned otherwise. */
    record SetPlan(RunPlan before, RunPlan after) implements Change {
        @Override
        public Change undone() {
            return new SetPlan(after, before);
        }

        @Override
        public String text() {
            return "plan the run for " + after.length() + ", " + after.replications() + (after.replications() == 1 ? " time" : " times");
        }

        @Override
        public void applyTo(Draft draft) {
            draft.plan = after;
        }
    }

    /** Something else is compared. */
    record SetComparison(Comparison before, Comparison after) implements Change {
        @Override
        public Change undone() {
            return new SetComparison(after, before);
        }

        @Override
        public String text() {
            return "compare otherwise";
        }

        @Override
        public void applyTo(Draft draft) {
            draft.comparison = after;
        }
    }

    /** Something has another name, and all that names it follows. */
    record Rename(Renaming renaming) implements Change {
        @Override
        public Change undone() {
            return new Rename(new Renaming(renaming.kind(), renaming.to(), renaming.from()));
        }

        @Override
        public String text() {
            return "rename " + renaming.from() + " to " + renaming.to();
        }

        @Override
        public void applyTo(Draft draft) {
            draft.become(renaming.kind() == Renaming.Kind.EQUIPMENT
                    ? draft.study().changed(renaming.from(), e -> e.named(renaming.to()))
                    : draft.study().renamed(renaming));
        }
    }

    /**
     * One value of equipment is another.
     *
     * @param kind word of the kind of the equipment, in files
     */
    record Set(Address at, String kind, Serializable before, Serializable after) implements Change {
        /** The change from one value of the field to another, as the field holds them. */
        public static Set of(Address at, String kind, Object before, Object after) {
            return new Set(at, kind, Stored.stored(before), Stored.stored(after));
        }

        /** As the field holds it. */
        public Object valueBefore() {
            return Stored.restored(before);
        }

        /** As the field holds it. */
        public Object valueAfter() {
            return Stored.restored(after);
        }

        @Override
        public Change undone() {
            return new Set(at, kind, after, before);
        }

        @Override
        public String text() {
            return "set " + at.field() + " of " + at.element();
        }

        @Override
        public void applyTo(Draft draft) {
            int index = draft.find(Part.EQUIPMENT, at.element());
            PlantElement element = (PlantElement) draft.list(Part.EQUIPMENT).get(index);
            draft.list(Part.EQUIPMENT).set(index, set(element.declaration(), element));
        }

        @Override
        public Change renamed(Renaming renaming) {
            return Kinds.ofFileWord(kind).flatMap(of -> of.field(at.field())).map(field -> renamed(field, renaming)).orElse(this);
        }

        @SuppressWarnings("unchecked") // the values were taken from the same field
        private <V> Change renamed(Field<?, V> field, Renaming renaming) {
            return of(at, kind, field.type().renamed((V) valueBefore(), renaming), field.type().renamed((V) valueAfter(), renaming));
        }

        private <E extends PlantElement> E set(Kind<E> of, PlantElement element) {
            Field<E, ?> field = of.field(at.field())
                    .orElseThrow(() -> new StudyException("A " + of.fileWord() + " has no " + at.field() + " that could be set"));
            return set(field, of.type().cast(element));
        }

        @SuppressWarnings("unchecked") // the value was taken from the same field
        private <E extends PlantElement, V> E set(Field<E, V> field, E element) {
            return field.with().apply(element, (V) valueAfter());
        }
    }

    /** Something is added at a place of its list. */
    record Add(Part part, int at, Serializable item) implements Change {
        @Override
        public Change undone() {
            return new TakeOut(part, at, item);
        }

        @Override
        public String text() {
            return "add " + Part.text(item);
        }

        @Override
        public void applyTo(Draft draft) {
            draft.list(part).add(Math.min(at, draft.list(part).size()), item);
        }

        @Override
        public Change renamed(Renaming renaming) {
            return new Add(part, at, Part.renamed(item, renaming));
        }
    }

    /** Something is taken out of its list. */
    record TakeOut(Part part, int at, Serializable item) implements Change {
        @Override
        public Change undone() {
            return new Add(part, at, item);
        }

        @Override
        public String text() {
            return "take out " + Part.text(item);
        }

        @Override
        public void applyTo(Draft draft) {
            draft.list(part).remove(draft.find(part, Part.key(item)));
        }

        @Override
        public Change renamed(Renaming renaming) {
            return new TakeOut(part, at, Part.renamed(item, renaming));
        }
    }

    /** Something stands in the place of what had the same key. */
    record Replace(Part part, Serializable before, Serializable after) implements Change {
        @Override
        public Change undone() {
            return new Replace(part, after, before);
        }

        @Override
        public String text() {
            return "change " + Part.text(after);
        }

        @Override
        public void applyTo(Draft draft) {
            draft.list(part).set(draft.find(part, Part.key(before)), after);
        }

        @Override
        public Change renamed(Renaming renaming) {
            return new Replace(part, Part.renamed(before, renaming), Part.renamed(after, renaming));
        }
    }

    /** A list has another order. */
    record Reorder(Part part, List<String> before, List<String> after) implements Change {
        public Reorder {
            before = List.copyOf(before);
            after = List.copyOf(after);
        }

        @Override
        public Change undone() {
            return new Reorder(part, after, before);
        }

        @Override
        public String text() {
            return "change the order of " + part.word() + (part == Part.EQUIPMENT ? "" : "s");
        }

        @Override
        public void applyTo(Draft draft) {
            List<Object> ordered = new ArrayList<>();
            after.forEach(key -> ordered.add(draft.list(part).get(draft.find(part, key))));
            if (ordered.size() != draft.list(part).size()) {
                throw new StudyException("The order is of " + ordered.size() + ", but there are " + draft.list(part).size());
            }
            draft.list(part).clear();
            draft.list(part).addAll(ordered);
        }
    }
}
