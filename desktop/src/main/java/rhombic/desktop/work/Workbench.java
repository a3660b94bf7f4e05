package rhombic.desktop.work;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import rhombic.study.Study;
import rhombic.study.change.Changes;
import rhombic.study.kind.Equipment;

/**
 * The study on the table: its history, what is selected, and the file it belongs to. Used by one thread.
 */
public final class Workbench {
    /** Hears of changes, after they are made. */
    public interface Listener {
        default void studyChanged() {}

        default void selectionChanged() {}

        default void fileChanged() {}
    }

    /** What was changed in one go, as data that can be undone, and what it is called. */
    private record Step(Changes changes, String what) {}

    private final List<Listener> listeners = new ArrayList<>();
    private final List<Step> steps = new ArrayList<>();
    /** How many of the steps are done. */
    private int now;
    private Study study;
    private Study saved;
    private Set<String> selection = Set.of();
    private Optional<Path> file = Optional.empty();

    public Workbench(Study study) {
        this.study = study;
        saved = study;
    }

    public void addListener(Listener listener) {
        listeners.add(listener);
    }

    public Study study() {
        return study;
    }

    /**
     * Puts the changed study in the place of the present one, as one step that can be undone.
     *
     * @param what in a few words, as in "move 3 things"
     * @throws IllegalArgumentException if the change breaks a rule; nothing is changed then
     */
    public void edit(String what, UnaryOperator<Study> change) {
        Study changed = change.apply(study);
        if (changed.equals(study)) {
            return;
        }
        steps.subList(now, steps.size()).clear();
        steps.add(new Step(Changes.between(study, changed), what));
        now++;
        study = changed;
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
        study = undone.changes.undone().applyTo(study);
        afterStudyChange();
        return Optional.of(undone.what);
    }

    /** Goes one step forward again; says what was done. */
    public Optional<String> redo() {
        if (!canRedo()) {
            return Optional.empty();
        }
        Step again = steps.get(now++);
        study = again.changes.applyTo(study);
        afterStudyChange();
        return Optional.of(again.what);
    }

    /** Begins anew with another study. */
    public void open(Study opened, Optional<Path> from, boolean isSaved) {
        steps.clear();
        now = 0;
        study = opened;
        saved = isSaved ? opened : Study.empty().named("\u2013");
        file = from;
        selection = Set.of();
        listeners.forEach(Listener::fileChanged);
        listeners.forEach(Listener::studyChanged);
        listeners.forEach(Listener::selectionChanged);
    }

    /** Called when the present study has been written to the file. */
    public void savedTo(Path path, Study written) {
        file = Optional.of(path);
        saved = written;
        listeners.forEach(Listener::fileChanged);
    }

    public boolean isSaved() {
        return saved.equals(study());
    }

    public Optional<Path> file() {
        return file;
    }

    public Set<String> selection() {
        return selection;
    }

    /** The one thing that is selected, if it is one. */
    public Optional<Equipment> single() {
        return selection.size() == 1 ? study().find(selection.iterator().next()) : Optional.empty();
    }

    public void select(Set<String> names) {
        Set<String> there = new LinkedHashSet<>(names);
        there.retainAll(study().names());
        if (!there.equals(selection)) {
            selection = Set.copyOf(there);
            listeners.forEach(Listener::selectionChanged);
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

    private void afterStudyChange() {
        listeners.forEach(Listener::studyChanged);
        select(selection);
        if (!study().names().containsAll(selection)) {
            throw new IllegalStateException("Something is selected that is not there: " + selection);
        }
    }
}
