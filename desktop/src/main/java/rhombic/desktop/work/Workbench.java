package rhombic.desktop.work;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import rhombic.experiment.Variant;
import rhombic.study.Alternative;
import rhombic.study.Comparison;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.change.ChangeWords;
import rhombic.study.change.Changes;
import rhombic.study.change.Merge;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.Names;

/**
 * The study on the table: its history, what is selected, and the file it belongs to. Used by one thread.
 */
public final class Workbench {
    /** Hears of changes, after they are made. */
    public interface Listener {
        default void onStudyChanged() {}

        default void onSelectionChanged() {}

        default void onFileChanged() {}

        /** Another study is on the table. */
        default void onStudyOpened() {}
    }

    /** What was changed in one go, as data that can be undone, and what it is called. */
    private record Step(Changes changes, String text) {}

    private final List<Listener> listeners = new ArrayList<>();
    private final List<Step> steps = new ArrayList<>();
    /** How many of the steps are done. */
    private int now;
    /** All there is, with what is compared. */
    private Study base;
    /** The alternative on the floor; empty: the base. */
    private String shown = "";
    /** What is on the floor: the base or an alternative, without what is compared. */
    private Study study;
    private List<String> contradictions = List.of();
    private Study saved;
    private Set<String> selection = Set.of();
    /** Id of the link that is selected; empty if none is. */
    private String selectedLink = "";
    private Optional<Path> file = Optional.empty();

    public Workbench(Study base) {
        this.base = base;
        study = base.withComparison(Comparison.NONE);
        saved = base;
    }

    public void addListener(Listener listener) {
        listeners.add(listener);
    }

    /** What is on the floor: the base, or the alternative that is shown. It stays the same value as long as it runs alike. */
    public Study study() {
        return study;
    }

    /** The base with all that is compared, as it is saved. */
    public Study base() {
        return base;
    }

    public Comparison comparison() {
        return base.comparison();
    }

    /** Name of the alternative on the floor; empty: the base. */
    public String alternative() {
        return shown;
    }

    /** Where the alternative on the floor contradicts its base, in words. */
    public List<String> contradictions() {
        return contradictions;
    }

    /** Equipment on the floor that is not as in the base. */
    public Set<String> touched() {
        return shown.isEmpty() ? Set.of() : ChangeWords.touched(base, study);
    }

    /** Puts an alternative on the floor, or the base for an empty name. */
    public void show(String alternative) {
        if (!alternative.equals(shown) && (alternative.isEmpty() || comparison().alternative(alternative).isPresent())) {
            shown = alternative;
            afterStudyChange();
            listeners.forEach(Listener::onFileChanged);
        }
    }

    /** Begins an alternative as what is on the floor, and shows it; says what it is called. */
    public String startAlternative(String wanted, Changes further) {
        String name = Names.free(wanted, withBase());
        Changes before = comparison().alternative(shown).map(a -> (Changes) a.changes()).orElse(Changes.NONE);
        Study plain = base.withComparison(Comparison.NONE);
        Changes all = further.isEmpty() ? before : Changes.between(plain, Merge.of(study, further).study());
        push("start alternative " + name, base.withComparison(comparison().with(new Alternative(name, all, null))));
        show(name);
        return name;
    }

    private Set<String> withBase() {
        Set<String> names = new LinkedHashSet<>(comparison().names());
        names.add(Variant.BASE);
        return names;
    }

    /** Makes the alternative the base; it is gone then, and the others stay as the changes that they are. */
    public void takeOver(String alternative) {
        comparison().alternative(alternative).ifPresent(taken -> {
            Study merged = Merge.of(base.withComparison(Comparison.NONE), taken.changes()).study();
            shown = "";
            push("take over " + alternative, merged.withComparison(comparison().without(alternative)));
            listeners.forEach(Listener::onFileChanged);
        });
    }

    /** Changes what is compared, as one step that can be undone. */
    public void compare(String text, UnaryOperator<Comparison> change) {
        push(text, base.withComparison(change.apply(base.comparison())));
    }

    /**
     * Puts the changed study in the place of the present one, as one step that can be undone. While an alternative is on the floor its
     * changes are changed, and the base is not.
     *
     * @param text in a few words, as in "move 3 elements"
     * @throws IllegalArgumentException if the change breaks a rule; nothing is changed then
     */
    public void edit(String text, UnaryOperator<Study> change) {
        Optional<Alternative> alternative = comparison().alternative(shown);
        if (alternative.isPresent()) {
            Study changed = change.apply(study);
            if (!changed.equals(study)) {
                Changes changes = Changes.between(base.withComparison(Comparison.NONE), changed.withComparison(Comparison.NONE));
                push(text, base.withComparison(comparison().changed(shown, alternative.get().withChanges(changes))));
            }
            return;
        }
        Study changed = change.apply(base);
        boolean onlyThePlant = changed.comparison().isEmpty();
        push(text, onlyThePlant ? changed.withComparison(base.comparison()) : changed);
    }

    private void push(String text, Study changed) {
        if (changed.equals(base)) {
            return;
        }
        steps.subList(now, steps.size()).clear();
        steps.add(new Step(Changes.between(base, changed), text));
        now++;
        base = changed;
        afterStudyChange();
    }

    public boolean canUndo() {
        return now > 0;
    }

    public boolean canRedo() {
        return now < steps.size();
    }

    /** Goes one step back; says what was undone. */
    public Optional<String> undo() {
        if (!canUndo()) {
            return Optional.empty();
        }
        Step undone = steps.get(--now);
        base = undone.changes.undone().applyTo(base);
        afterStudyChange();
        return Optional.of(undone.text);
    }

    /** Goes one step forward again; says what was done. */
    public Optional<String> redo() {
        if (!canRedo()) {
            return Optional.empty();
        }
        Step again = steps.get(now++);
        base = again.changes.applyTo(base);
        afterStudyChange();
        return Optional.of(again.text);
    }

    /** Begins anew with another study. */
    public void open(Study opened, Optional<Path> from, boolean isSaved) {
        steps.clear();
        now = 0;
        base = opened;
        shown = "";
        study = opened.withComparison(Comparison.NONE);
        contradictions = List.of();
        saved = isSaved ? opened : Study.empty().named("\u2013");
        file = from;
        selection = Set.of();
        selectedLink = "";
        listeners.forEach(Listener::onStudyOpened);
        listeners.forEach(Listener::onFileChanged);
        listeners.forEach(Listener::onStudyChanged);
        listeners.forEach(Listener::onSelectionChanged);
    }

    /** Called when the present study has been written to the file. */
    public void savedTo(Path path, Study written) {
        file = Optional.of(path);
        saved = written;
        listeners.forEach(Listener::onFileChanged);
    }

    public boolean isSaved() {
        return saved.equals(base);
    }

    public Optional<Path> file() {
        return file;
    }

    public Set<String> selection() {
        return selection;
    }

    /** The one element that is selected, if it is one. */
    public Optional<PlantElement> single() {
        return selection.size() == 1 ? study().find(selection.iterator().next()) : Optional.empty();
    }

    public void select(Set<String> names) {
        Set<String> there = new LinkedHashSet<>(names);
        there.retainAll(study().names());
        if (!there.equals(selection) || !selectedLink.isEmpty()) {
            selection = Set.copyOf(there);
            selectedLink = "";
            listeners.forEach(Listener::onSelectionChanged);
        }
    }

    /** The link that is selected, if one is. A link and equipment are never selected together. */
    public Optional<Link> link() {
        return selectedLink.isEmpty()
                ? Optional.empty()
                : study().links().stream().filter(link -> link.id().equals(selectedLink)).findFirst();
    }

    public void selectLink(Link link) {
        if (!link.id().equals(selectedLink)) {
            selection = Set.of();
            selectedLink = link.id();
            listeners.forEach(Listener::onSelectionChanged);
        }
    }

    public void select(String name) {
        select(Set.of(name));
    }

    /** Adds it to the selection, or takes it out. */
    public void toggle(String name) {
        Set<String> names = new LinkedHashSet<>(selection);
        if (!names.remove(name)) {
            names.add(name);
        }
        select(names);
    }

    /** What is on the floor follows; if it runs as before, it stays the very value that it was. */
    private void lay() {
        Study plain = base.withComparison(Comparison.NONE);
        Optional<Alternative> alternative = comparison().alternative(shown);
        if (alternative.isEmpty()) {
            shown = "";
        }
        Merge.Merged merged = alternative.map(a -> Merge.of(plain, a.changes())).orElse(new Merge.Merged(plain, List.of()));
        contradictions = merged.contradictions();
        study = merged.study().equals(study) ? study : merged.study();
    }

    private void afterStudyChange() {
        lay();
        listeners.forEach(Listener::onStudyChanged);
        if (selectedLink.isEmpty() || link().isEmpty()) {
            select(selection);
        }
        if (!study().names().containsAll(selection)) {
            throw new IllegalStateException("Something is selected that is not there: " + selection);
        }
    }
}
