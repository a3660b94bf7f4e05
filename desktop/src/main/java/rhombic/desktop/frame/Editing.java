package rhombic.desktop.frame;

import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.work.Arranging;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Workbench;
import rhombic.study.Link;

/** Undo, copy, paste and the like, on what is selected. */
final class Editing {
    private final Workbench bench;
    private final Consumer<String> say;
    private Edits.@Nullable Clip clip;

    Editing(Workbench bench, Consumer<String> say) {
        this.bench = bench;
        this.say = say;
    }

    void undo() {
        say.accept(bench.undo().map(text -> "Undone: " + text + ".").orElse("There is nothing to undo."));
    }

    void redo() {
        say.accept(bench.redo().map(text -> "Done again: " + text + ".").orElse("There is nothing to do again."));
    }

    void copy() {
        if (!bench.selection().isEmpty()) {
            clip = Edits.copied(bench.study(), bench.selection());
            say.accept("Copied " + bench.selection().size() + (bench.selection().size() == 1 ? " element." : " elements."));
        }
    }

    void paste() {
        paste(clip);
    }

    /** Doubles what is selected, beside the originals. */
    void duplicate() {
        paste(Edits.copied(bench.study(), bench.selection()));
    }

    private void paste(Edits.@Nullable Clip clip) {
        if (clip != null && !clip.elements().isEmpty()) {
            Edits.Pasted pasted = Edits.pasted(bench.study(), clip, 0, -4);
            bench.edit("paste", study -> pasted.study());
            bench.select(pasted.names());
        }
    }

    void delete() {
        Optional<Link> link = bench.link();
        if (link.isPresent()) {
            bench.edit("take out the link from " + link.get().from() + " to " + link.get().to(),
                    study -> Edits.unlinked(study, link.get()));
            return;
        }
        Set<String> gone = bench.selection();
        if (!gone.isEmpty()) {
            bench.edit("take out " + (gone.size() == 1 ? gone.iterator().next() : gone.size() + " elements"), study -> study.without(gone));
        }
    }

    void cut() {
        copy();
        delete();
    }

    void turn(double degrees) {
        bench.edit("turn", study -> Arranging.turned(study, bench.selection(), degrees));
    }

    void selectAll() {
        bench.select(bench.study().names());
    }
}
