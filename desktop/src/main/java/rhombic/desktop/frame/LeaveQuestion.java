package rhombic.desktop.frame;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import rhombic.desktop.parts.Words;

/** Asks in place what becomes of unsaved work before another study, or nothing, takes its place. */
final class LeaveQuestion extends HBox {
    private Runnable saving = () -> {};
    private Runnable leaving = () -> {};
    private final Label text = new Label();
    private final Button save = Words.quiet("Save", "leave-save", () -> answer(saving));

    LeaveQuestion() {
        super(8);
        getStyleClass().add("inline-message");
        setId("leave-question");
        setAlignment(Pos.CENTER);
        setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        text.setMinWidth(Region.USE_PREF_SIZE);
        getChildren().addAll(text, save, Words.quiet("Discard", "leave-discard", () -> answer(leaving)),
                Words.quiet("Stay", "leave-stay", this::close));
        setVisible(false);
    }

    /**
     * Asks.
     *
     * @param saving saves first, and goes on if that went well
     * @param leaving goes on without
     */
    void ask(String study, Runnable saving, Runnable leaving) {
        this.saving = saving;
        this.leaving = leaving;
        String name = study.length() > 40 ? study.substring(0, 39) + "\u2026" : study;
        text.setText("\u201c" + name + "\u201d has unsaved changes.");
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
