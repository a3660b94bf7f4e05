package rhombic.desktop.frame;

import javafx.animation.PauseTransition;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.util.Duration;

/** One line over the floor that says what happened; it goes by itself. */
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
}
