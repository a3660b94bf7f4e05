package rhombic.desktop.frame;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;

/** Asks in place what becomes of unsaved work before another study, or nothing, takes its place. */
final class LeaveQuestion extends HBox {
    private final Label text = new Label();
    private final Button save = button("Save", "leave-save");
    private final Button discard = button("Discard", "leave-discard");
    private final Button stay = button("Stay", "leave-stay");

    LeaveQuestion() {
        super(8);
        getStyleClass().add("inline-message");
        setId("leave-question");
        setAlignment(Pos.CENTER);
        setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        text.setMinWidth(Region.USE_PREF_SIZE);
        getChildren().addAll(text, save, discard, stay);
        stay.setOnAction(e -> close());
        setVisible(false);
    }

    private static Button button(String text, String id) {
        Button button = new Button(text);
        button.setId(id);
        button.getStyleClass().add("quiet-button");
        button.setMinWidth(Region.USE_PREF_SIZE);
        return button;
    }

    /**
     * Asks.
     *
     * @param saving saves first, and goes on if that went well
     * @param leaving goes on without
     */
    void ask(String study, Runnable saving, Runnable leaving) {
        String name = study.length() > 40 ? study.substring(0, 39) + "\u2026" : study;
        text.setText("\u201c" + name + "\u201d has unsaved changes.");
        save.setOnAction(e -> answer(saving));
        discard.setOnAction(e -> answer(leaving));
        setVisible(true);
        toFront();
        save.requestFocus();
    }

    private void answer(Runnable action) {
        close();
        action.run();
    }

    /** Says whether it was there. */
    boolean close() {
        boolean was = isVisible();
        setVisible(false);
        return was;
    }
}
