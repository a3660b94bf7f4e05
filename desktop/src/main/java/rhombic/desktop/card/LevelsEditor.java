package rhombic.desktop.card;

import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Typed;
import rhombic.desktop.work.Workbench;
import rhombic.study.Factor;
import rhombic.study.change.Copies;
import rhombic.study.change.Levels;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.Names;

/** A quiet line under an editor that makes a factor of the value: several levels, to be compared. */
final class LevelsEditor extends VBox {
    private static final String HOW_MANY = "how many";

    private final Sentence.Token token;
    private final Workbench bench;
    private final Label message;

    LevelsEditor(Sentence.Token token, Workbench bench, Label message) {
        super(3);
        this.token = token;
        this.bench = bench;
        this.message = message;
        Button unfold = new Button(token.id().equals(HOW_MANY) ? "\u25C6 try several of it" : "\u25C6 try several values");
        unfold.getStyleClass().add("quiet-button");
        unfold.setId(token.id().equals(HOW_MANY) ? "try-several-of-it" : "try-several");
        unfold.setFocusTraversable(true);
        unfold.setOnAction(e -> getChildren().setAll(token.editor() instanceof Sentence.Editor.Pick pick ? all(pick) : field()));
        getChildren().add(unfold);
        existing().ifPresent(factor -> {
            Label note = new Label(
                    "A factor already: " + String.join(" \u00b7 ", factor.levels().stream().map(Factor.Level::text).toList()));
            note.getStyleClass().add("caption");
            note.setWrapText(true);
            getChildren().add(note);
        });
    }

    /** Of which there may be several, side by side and linked alike. */
    static LevelsEditor ofHowMany(PlantElement element, Workbench bench, Label message) {
        return new LevelsEditor(Sentence.Token.typed(HOW_MANY, "1", "1 to 3 by 1", "", text -> study -> Copies.of(study, element.name(),
                Typed.whole(text, "How many there are"))), bench, message);
    }

    /** What it is called: the element, then what its value means. */
    private String name() {
        String place = bench.single().map(PlantElement::name).orElse("");
        String name = place.isEmpty() ? token.id() : place + " " + token.id();
        return name.substring(0, Math.min(name.length(), Names.MAX_LENGTH)).strip();
    }

    private Optional<Factor> existing() {
        return bench.comparison().factor(name());
    }

    private VBox field() {
        TextField levels = new TextField(token.typed());
        levels.setId(token.id().equals(HOW_MANY) ? "how-many-field" : "levels-field");
        levels.setOnAction(e -> make(levels.getText()));
        levels.end();
        Platform.runLater(levels::requestFocus);
        Label hint = new Label("Levels such as 2, 3, 5, or 2 to 6 by 1; Enter makes a factor of them, to be swept in Compare");
        hint.getStyleClass().add("caption");
        hint.setWrapText(true);
        return new VBox(3, levels, hint);
    }

    private VBox all(Sentence.Editor.Pick pick) {
        Button all = new Button("Try all " + pick.choices().size() + ": " + String.join(", ", pick.choices()));
        all.getStyleClass().add("quiet-button");
        all.setId("levels-all");
        all.setWrapText(true);
        all.setOnAction(e -> make(pick.choices()));
        return new VBox(3, all);
    }

    private void make(String text) {
        try {
            make(Levels.textOf(text));
        } catch (IllegalArgumentException e) {
            TokenEditors.say(message, String.valueOf(e.getMessage()));
        }
    }

    private void make(List<String> levels) {
        try {
            Factor factor = Levels.factor(name(), bench.study(), levels, token.change());
            bench.compare("make a factor of " + factor.name(), c -> c.with(factor));
            Label note = new Label("Factor " + factor.name() + " with " + levels.size() + " levels: sweep it in Compare.");
            note.getStyleClass().add("differs");
            note.setWrapText(true);
            note.setId("factor-made");
            getChildren().setAll(note);
        } catch (IllegalArgumentException e) {
            TokenEditors.say(message, String.valueOf(e.getMessage()));
        }
    }
}
