package rhombic.desktop.frame;

import java.util.List;
import javafx.animation.PauseTransition;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.util.Duration;
import rhombic.formats.file.Journal;

/** One line over the floor that says what happened; it goes by itself, unless it waits for an answer. */
final class Notice extends Label {
    private static final double MAX_WIDTH = 560;

    private final PauseTransition fading = new PauseTransition(Duration.seconds(9));

    Notice() {
        getStyleClass().add("inline-message");
        setId("message");
        setWrapText(true);
        setMaxWidth(MAX_WIDTH);
        setMinHeight(Region.USE_PREF_SIZE);
        setMaxHeight(Region.USE_PREF_SIZE);
        setVisible(false);
        fading.setOnFinished(e -> setVisible(false));
        StackPane.setAlignment(this, Pos.BOTTOM_CENTER);
        StackPane.setMargin(this, new Insets(0, 0, 12, 0));
    }

    void say(String text) {
        setText(text);
        setMaxWidth(Math.min(MAX_WIDTH, 40 + 8 * text.length()));
        setGraphic(null);
        setVisible(!text.isEmpty());
        fading.playFromStart();
    }

    /** Asks whether work that was left behind, if there is any, is to be brought back. */
    void offerLeftWork(StudyFiles files, Runnable broughtBack) {
        List<Journal.Left> left = files.left();
        if (left.isEmpty()) {
            return;
        }
        Journal.Left newest = left.getLast();
        say("Unsaved work on \u201c" + newest.study().name() + "\u201d was left behind.");
        fading.stop();
        Button restore = quiet("Bring it back", () -> {
            files.restore(newest);
            broughtBack.run();
        });
        restore.setId("restore-work");
        Button drop = quiet("Drop it", () -> {
            files.drop(newest);
            say("");
        });
        setGraphic(new HBox(6, restore, drop));
        setContentDisplay(ContentDisplay.RIGHT);
    }

    private static Button quiet(String text, Runnable action) {
        Button button = new Button(text);
        button.getStyleClass().add("quiet-button");
        button.setOnAction(e -> action.run());
        return button;
    }
}
