package rhombic.desktop.card;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.VBox;
import rhombic.chance.DistributionException;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.text.Sentence;
import rhombic.study.Study;

/** Makes the editor that unfolds under a sentence. */
final class TokenEditors {
    private static final double USUAL_SECONDS = 60;
    private static final int MAX_OFFERED = 5;
    private static final double CHOICE_HEIGHT = 27;
    private static final int MAX_CHOICES_SHOWN = 7;
    private static final String TIME_HINT = "A time such as 90 s, or triangular(48 s, 65 s, 95 s)";

    private final Supplier<Optional<Path>> asker;
    private final Supplier<Study> study;

    /** @param study that what is typed is tried out on */
    TokenEditors(Supplier<Optional<Path>> asker, Supplier<Study> study) {
        this.asker = asker;
        this.study = study;
    }

    /**
     * Makes the editor of a token.
     *
     * @param message under the editor; shows what is wrong
     * @param draft keeps what is typed until it is used
     * @param apply is given the token and what was typed or picked
     */
    Node of(Sentence.Token token, Label message, Drafts.Slot draft, BiConsumer<Sentence.Token, String> apply) {
        return switch (token.editor()) {
            case Sentence.Editor.Line line -> line(token, line.hint(), draft, apply);
            case Sentence.Editor.Time time -> time(token, message, draft, apply);
            case Sentence.Editor.Script script -> script(token, script, message, draft, apply);
            case Sentence.Editor.Week week ->
                new WeekEditor(token.typed(), text -> apply.accept(token, text), text -> say(message, text), draft);
            case Sentence.Editor.Pick pick -> pick(token, pick.choices(), apply);
            case Sentence.Editor.PickSeveral several -> several(token, several.choices(), apply);
            case Sentence.Editor.Cells cells -> new GridEditor(cells.grid(), filled -> apply.accept(
                    new Sentence.Token(token.id(), token.shown(), "", token.editor(), text -> cells.grid().edit(filled)), ""),
                    filled -> cells.grid().edit(filled).apply(study.get()), text -> say(message, text), asker, draft);
            case Sentence.Editor.Act act -> new VBox();
        };
    }

    static void say(Label message, String text) {
        message.setText(text);
        message.setManaged(!text.isEmpty());
        message.setVisible(!text.isEmpty());
    }

    private static TextField field(Sentence.Token token, Drafts.Slot draft, BiConsumer<Sentence.Token, String> apply) {
        TextField field = new TextField(draft.text().orElse(token.typed()));
        field.textProperty().addListener((o, was, is) -> {
            if (is.equals(token.typed())) {
                draft.drop();
            } else {
                draft.keep(is);
            }
        });
        field.setId("editor-field");
        field.setOnAction(e -> apply.accept(token, field.getText()));
        field.selectAll();
        Platform.runLater(field::requestFocus);
        return field;
    }

    private static Label hint(String text) {
        Label hint = new Label(text);
        hint.getStyleClass().add("caption");
        hint.setWrapText(true);
        return hint;
    }

    private static Node line(Sentence.Token token, String text, Drafts.Slot draft, BiConsumer<Sentence.Token, String> apply) {
        return new VBox(3, field(token, draft, apply), hint(text));
    }

    private static Node time(Sentence.Token token, Label message, Drafts.Slot draft, BiConsumer<Sentence.Token, String> apply) {
        TextField field = field(token, draft, apply);
        CurveView curve = new CurveView();
        Runnable draw = () -> {
            try {
                curve.show(DistributionText.parse(field.getText()));
                curve.setOpacity(1);
                say(message, "");
            } catch (DistributionException e) {
                curve.setOpacity(0.3); // still being typed; Enter tells what is missing
            }
        };
        field.textProperty().addListener((o, was, is) -> draw.run());
        if (!token.typed().isBlank()) {
            draw.run();
        }
        return new VBox(3, field, families(field), curve, hint(TIME_HINT));
    }

    /** Picking one writes it with the mean that the time has now; its curve follows. */
    private static ComboBox<String> families(TextField field) {
        ComboBox<String> families = new ComboBox<>();
        families.setId("editor-families");
        families.setPromptText("distribution");
        families.getItems().setAll(DistributionText.FORMS.keySet());
        families.setMaxWidth(Double.MAX_VALUE);
        families.setOnAction(e -> {
            if (families.getValue() != null) {
                field.setText(DistributionText.example(families.getValue(), mean(field.getText())));
                field.requestFocus();
                field.end();
            }
        });
        return families;
    }

    private static double mean(String text) {
        try {
            double mean = DistributionText.parse(text).meanSeconds();
            return mean > 0 ? mean : USUAL_SECONDS;
        } catch (DistributionException e) {
            return USUAL_SECONDS; // nothing is typed yet, or half of it
        }
    }

    /** A field with all that can be said offered under it, narrowed by the word at the caret. */
    private static Node script(Sentence.Token token, Sentence.Editor.Script script, Label message, Drafts.Slot draft,
            BiConsumer<Sentence.Token, String> apply) {
        TextField field = field(token, draft, apply);
        VBox offers = new VBox();
        offers.setId("editor-offers");
        Runnable narrowDown = () -> offers.getChildren().setAll(offered(script.offers(), field).stream().map(offer -> {
            Button button = new Button(offer);
            button.getStyleClass().add("offer");
            button.setFocusTraversable(false);
            button.setOnAction(e -> {
                String before = field.getText().substring(0, field.getCaretPosition());
                int from = before.length() - word(before).length();
                field.replaceText(from, field.getCaretPosition(), offer);
                field.requestFocus();
                field.positionCaret(from + offer.length());
            });
            return (Node) button;
        }).toList());
        field.textProperty().addListener((o, was, is) -> {
            say(message, "");
            Platform.runLater(narrowDown);
        });
        narrowDown.run();
        return new VBox(3, field, offers, hint(script.hint()));
    }

    private static List<String> offered(List<String> offers, TextField field) {
        String word = word(field.getText().substring(0, Math.min(field.getCaretPosition(), field.getText().length())))
                .toLowerCase(Locale.ROOT);
        return offers.stream()
                .filter(offer -> word.isEmpty() || offer.toLowerCase(Locale.ROOT).contains(word) && !offer.equalsIgnoreCase(word))
                .limit(MAX_OFFERED).toList();
    }

    /** The word before the caret: letters, digits, points. */
    private static String word(String before) {
        int from = before.length();
        while (from > 0 && (Character.isLetterOrDigit(before.charAt(from - 1)) || before.charAt(from - 1) == '.'
                || before.charAt(from - 1) == '_')) {
            from--;
        }
        return before.substring(from);
    }

    private static Node pick(Sentence.Token token, List<String> choices, BiConsumer<Sentence.Token, String> apply) {
        ListView<String> list = new ListView<>();
        list.setId("editor-choices");
        list.getItems().setAll(choices);
        list.setFixedCellSize(CHOICE_HEIGHT);
        list.setPrefHeight(Math.min(MAX_CHOICES_SHOWN, choices.size()) * CHOICE_HEIGHT + 4);
        list.getSelectionModel().select(Math.max(0, choices.indexOf(token.shown())));
        Runnable choose = () -> Optional.ofNullable(list.getSelectionModel().getSelectedItem())
                .ifPresent(choice -> apply.accept(token, choice));
        list.setOnMouseClicked(e -> choose.run());
        list.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER) {
                choose.run();
                e.consume();
            }
        });
        Platform.runLater(list::requestFocus);
        return list;
    }

    /** Boxes to tick; those ticked first stand first. */
    private static Node several(Sentence.Token token, List<String> choices, BiConsumer<Sentence.Token, String> apply) {
        List<String> chosen = new ArrayList<>(token.typed().lines().filter(line -> !line.isBlank()).toList());
        VBox boxes = new VBox(3);
        Label order = hint("");
        Runnable tell = () -> order.setText(chosen.isEmpty() ? "None yet" : chosen.stream().collect(Collectors.joining(", then ")));
        for (String choice : choices) {
            CheckBox box = new CheckBox(choice);
            box.setId("tick-" + choice.replace(' ', '-'));
            box.setSelected(chosen.contains(choice));
            box.setOnAction(e -> {
                chosen.remove(choice);
                if (box.isSelected()) {
                    chosen.add(choice);
                }
                tell.run();
            });
            boxes.getChildren().add(box);
        }
        tell.run();
        Button use = new Button("Use");
        use.setId("editor-use");
        use.getStyleClass().add("quiet-button");
        use.setOnAction(e -> apply.accept(token, String.join("\n", chosen)));
        boxes.getChildren().addAll(order, use);
        return boxes;
    }
}
