package rhombic.desktop.frame;

import java.util.ArrayDeque;
import java.util.Deque;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import rhombic.desktop.parts.Words;
import rhombic.formats.file.Journal;

/** Offers unsaved work that windows have left behind, one after the other, newest first. It stays until each is taken or discarded. */
final class LeftWork extends HBox {
    private final StudyFiles files;
    private final Runnable onRestored;
    private final Deque<Journal.Left> left = new ArrayDeque<>();
    private final Label text = new Label();

    LeftWork(StudyFiles files, Runnable onRestored) {
        super(8);
        this.files = files;
        this.onRestored = onRestored;
        getStyleClass().add("inline-message");
        setId("left-work");
        setAlignment(Pos.CENTER);
        setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        text.setMinWidth(Region.USE_PREF_SIZE);
        getChildren().addAll(text, Words.quiet("Bring it back", "restore-work", this::restore),
                Words.quiet("Discard it", "drop-work", this::discard));
        StackPane.setAlignment(this, Pos.BOTTOM_CENTER);
        StackPane.setMargin(this, new Insets(0, 0, 64, 0));
        left.addAll(files.left());
        showNext();
    }

    private void showNext() {
        Journal.Left next = left.peek();
        setVisible(next != null);
        if (next != null) {
            String name = next.study().name();
            String others = left.size() > 1 ? " (and " + (left.size() - 1) + " more)" : "";
            text.setText("Unsaved work on \u201c" + (name.length() > 40 ? name.substring(0, 39) + "\u2026" : name)
                    + "\u201d was left behind" + others
                    + ".");
        }
    }

    private void restore() {
        Journal.Left wanted = left.element();
        files.restore(wanted, () -> {
            left.remove(wanted);
            onRestored.run();
            showNext();
        });
    }

    private void discard() {
        files.drop(left.remove());
        showNext();
    }
}
