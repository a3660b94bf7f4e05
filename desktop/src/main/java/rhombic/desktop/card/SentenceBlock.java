package rhombic.desktop.card;

import java.util.List;
import java.util.function.BiConsumer;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import rhombic.desktop.card.text.Sentence;

/** A sentence on the card, with room for the editor that unfolds under it. */
final class SentenceBlock extends VBox {
    private static final double TIMELINE_WIDTH = 284;

    private final TextFlow flow = new TextFlow();
    private Sentence sentence;

    /** @param choose is called with the token that was chosen */
    SentenceBlock(Sentence sentence, BiConsumer<SentenceBlock, Sentence.Token> choose) {
        super(4);
        this.sentence = sentence;
        flow.setLineSpacing(3);
        for (int i = 0; i < sentence.parts().size(); i++) {
            switch (sentence.parts().get(i)) {
                case Sentence.Words words -> flow.getChildren().add(text(words.text(), "words"));
                case Sentence.Heading heading -> flow.getChildren().add(text(heading.text(), "subject"));
                case Sentence.Timeline line -> flow.getChildren().add(below(line));
                case Sentence.Token token -> {
                    Button button = button(token);
                    int at = i;
                    // What the token does may have changed since, while it reads the same.
                    button.setUserData(token);
                    button.setOnAction(e -> choose.accept(this, (Sentence.Token) this.sentence.parts().get(at)));
                    flow.getChildren().add(button);
                }
            }
        }
        getChildren().add(flow);
    }

    /** On a line of its own. */
    private static VBox below(Sentence.Timeline line) {
        VBox box = new VBox(new TimelineView(line));
        box.setPrefWidth(TIMELINE_WIDTH);
        box.setMinWidth(TIMELINE_WIDTH);
        return box;
    }

    private static Text text(String words, String style) {
        Text text = new Text(words.replace(" %", "\u00a0%")); // a number and its sign stay on one line
        text.getStyleClass().add(style);
        return text;
    }

    private static Button button(Sentence.Token token) {
        Button button = new Button();
        say(token, button);
        button.getStyleClass().add(isQuiet(token) ? "add-token" : "token");
        button.setId("token-" + token.id().replace(' ', '-'));
        button.setMaxWidth(270);
        return button;
    }

    private static boolean isQuiet(Sentence.Token token) {
        return token.shown().startsWith("+") || token.editor() instanceof Sentence.Editor.Act;
    }

    /** Whether the other sentence would look just like this one. */
    boolean reads(Sentence other) {
        return look(sentence, true).equals(look(other, true));
    }

    /** Whether the other sentence is made of the same parts, though they may read otherwise. */
    boolean fits(Sentence other) {
        return look(sentence, false).equals(look(other, false));
    }

    private static List<List<Object>> look(Sentence sentence, boolean withTexts) {
        return sentence.parts().stream().map(part -> switch (part) {
            case Sentence.Words words -> List.<Object>of("words", withTexts ? words.text() : "");
            case Sentence.Heading heading -> List.<Object>of("heading", withTexts ? heading.text() : "");
            case Sentence.Timeline line -> withTexts ? List.<Object>of(line) : List.<Object>of("timeline");
            case Sentence.Token token -> List.<Object>of(token.id(), withTexts ? token.shown() : "", isQuiet(token));
        }).toList();
    }

    /** Stands for another sentence that fits, with no editor unfolded. */
    void standFor(Sentence other) {
        sentence = other;
        getChildren().remove(1, getChildren().size());
        for (int i = 0; i < other.parts().size(); i++) {
            switch (other.parts().get(i)) {
                case Sentence.Words words -> ((Text) flow.getChildren().get(i)).setText(words.text());
                case Sentence.Heading heading -> ((Text) flow.getChildren().get(i)).setText(heading.text());
                case Sentence.Timeline line -> ((VBox) flow.getChildren().get(i)).getChildren().setAll(new TimelineView(line));
                case Sentence.Token token -> say(token, (Button) flow.getChildren().get(i));
            }
        }
    }

    private static void say(Sentence.Token token, Button button) {
        button.setText(token.shown());
        button.setAccessibleText(token.id() + ", " + token.shown());
    }
}
