package rhombic.desktop.parts;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;

/** Small parts that panes and questions are made of. */
public final class Words {
    private Words() {}

    public static Label caption(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("caption");
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        return label;
    }

    public static Label text(String text) {
        Label label = new Label(text);
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        return label;
    }

    public static Button quiet(String text, String id, Runnable action) {
        Button button = new Button(text);
        button.getStyleClass().add("quiet-button");
        button.setId(id);
        button.setOnAction(e -> action.run());
        button.setMinWidth(Region.USE_PREF_SIZE);
        return button;
    }

    public static Button strong(String text, String id, Runnable action) {
        Button button = new Button(text);
        button.getStyleClass().add("strong-button");
        button.setId(id);
        button.setOnAction(e -> action.run());
        button.setMinWidth(Region.USE_PREF_SIZE);
        return button;
    }
}
