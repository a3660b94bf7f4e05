package rhombic.desktop.frame;

import java.util.ArrayDeque;
import java.util.Deque;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
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
        getChildren().addAll(text, button("Bring it back", "restore-work", this::restore),
                button("Discard it", "drop-work", this::discard));
        StackPane.setAlignment(this, Pos.BOTTOM_CENTER);
        StackPane.setMargin(this, new Insets(0, 0, 64, 0));
        left.addAll(files.left());
        showNext();
    }

    private static Button button(String text, String id, Runnable action) {
        Button button = new Button(text);
        button.setId(id);
        button.getStyleClass().add("quiet-button");
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setOnAction(e -> action.run());
        return button;
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
