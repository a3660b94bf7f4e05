package rhombic.desktop.card;

import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.card.text.OfferException;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.work.Workbench;
import rhombic.formula.FormulaException;
import rhombic.study.Link;

/** The editor that is unfolded in place, under the sentence whose token was chosen: it applies what is typed, or says why not. */
final class UnfoldedEditor {
    private static final String OFFER_ID = "editor-offer";
    private static final Pattern QUOTED = Pattern.compile("\u201c([^\u201d]*)\u201d");

    private final Drafts drafts = new Drafts();
    private final Workbench bench;
    private final TokenEditors editors;
    /** In which the sentences stand. */
    private final VBox content;
    private final Runnable rebuild;
    private @Nullable VBox unfolded;

    /** @param rebuild says everything anew */
    UnfoldedEditor(Workbench bench, TokenEditors editors, VBox content, Runnable rebuild) {
        this.bench = bench;
        this.editors = editors;
        this.content = content;
        this.rebuild = rebuild;
    }

    /** Another study is on the table. */
    void forgetDrafts() {
        drafts.clear();
    }

    /** What the card is about, to keep drafts apart. */
    private String subject() {
        return bench.link().map(Link::id).orElseGet(() -> String.join("\n", bench.selection().stream().sorted().toList()));
    }

    /** Marks the tokens for which something was typed that is not used yet. */
    void markDrafts() {
        String subject = subject();
        content.lookupAll(".button").forEach(node -> {
            String id = String.valueOf(node.getId());
            boolean isDraft = id.startsWith("token-") && node.getUserData() instanceof Sentence.Token token
                    && drafts.of(subject, token.id()).isKept();
            node.getStyleClass().remove("draft");
            if (isDraft) {
                node.getStyleClass().add("draft");
            }
        });
    }

    /** Unfolds the editor of the token under its sentence, or does at once what needs none. */
    void unfold(VBox block, Sentence.Token token) {
        if (unfolded != null) {
            unfolded.getChildren().remove(1, unfolded.getChildren().size());
        }
        unfolded = block;
        markDrafts();
        Label message = new Label();
        message.getStyleClass().add("message");
        message.setId("editor-message");
        message.setWrapText(true);
        message.setManaged(false);
        if (token.editor() instanceof Sentence.Editor.Act) {
            block.getChildren().add(message);
            apply(token, "", message);
            return;
        }
        Drafts.Slot draft = drafts.of(subject(), token.id());
        VBox editor = new VBox(3);
        editor.getStyleClass().add("editor");
        editor.setId("editor");
        editor.getChildren().addAll(editors.of(token, message, draft, (chosen, text) -> apply(chosen, text, message)), message);
        if (canVary(token)) {
            editor.getChildren().add(new LevelsEditor(token, bench, message));
        }
        editor.addEventHandler(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                draft.drop();
                block.getChildren().remove(editor);
                focus(token.id());
                e.consume();
            }
        });
        block.getChildren().add(editor);
    }

    /** Whether it makes sense to try several values of it: names and what stands for the study itself are none. */
    private static boolean canVary(Sentence.Token token) {
        return !token.id().equals("name") && switch (token.editor()) {
            case Sentence.Editor.Line line -> true;
            case Sentence.Editor.Time time -> true;
            case Sentence.Editor.Script script -> true;
            case Sentence.Editor.Pick pick -> pick.choices().size() > 1;
            case Sentence.Editor.Week week -> false;
            case Sentence.Editor.PickSeveral several -> false;
            case Sentence.Editor.Cells cells -> false;
            case Sentence.Editor.Act act -> false;
        };
    }

    private void apply(Sentence.Token token, String text, Label message) {
        String subject = subject();
        Set<String> before = bench.selection();
        Set<String> names = bench.study().names();
        Set<String> shownBefore = tokens().map(Node::getId).collect(Collectors.toSet());
        try {
            bench.edit("change " + token.id(), token.change().apply(text));
        } catch (IllegalArgumentException e) {
            TokenEditors.say(message, String.valueOf(e.getMessage()));
            showFault(e);
            offer(e, message, drafts.of(subject, token.id()));
            return;
        }
        drafts.of(subject, token.id()).drop();
        Set<String> added = new HashSet<>(bench.study().names());
        added.removeAll(names);
        if (token.id().equals("name") && before.size() == 1 && added.size() == 1) {
            bench.select(added);
        }
        rebuild.run();
        focus(token.id(), shownBefore);
    }

    /** Under the message, what it may have been meant as. */
    private void offer(IllegalArgumentException refused, Label message, Drafts.Slot draft) {
        if (!(message.getParent() instanceof VBox box)) {
            return;
        }
        box.getChildren().removeIf(node -> OFFER_ID.equals(node.getId()));
        if (refused instanceof OfferException offered) {
            Button button = new Button(offered.offer());
            button.setId(OFFER_ID);
            button.getStyleClass().add("quiet-button");
            button.setWrapText(true);
            button.setOnAction(e -> {
                try {
                    bench.edit(offered.offer().toLowerCase(Locale.ROOT), offered.change());
                    draft.drop();
                    rebuild.run();
                } catch (IllegalArgumentException again) {
                    TokenEditors.say(message, String.valueOf(again.getMessage()));
                }
            });
            box.getChildren().add(box.getChildren().indexOf(message) + 1, button);
        }
    }

    /** Marks the character that a formula can't be read at, or what the message quotes. */
    private void showFault(IllegalArgumentException fault) {
        Matcher quoted = QUOTED.matcher(String.valueOf(fault.getMessage()));
        if (!(fault instanceof FormulaException) && quoted.find() && content.lookup("#editor-field") instanceof TextInputControl field) {
            int at = field.getText().indexOf(quoted.group(1));
            if (at >= 0 && !quoted.group(1).isEmpty()) {
                field.selectRange(at, at + quoted.group(1).length());
            }
            return;
        }
        if (fault instanceof FormulaException formula && formula.position() >= 0
                && content.lookup("#editor-field") instanceof TextField field) {
            int at = Math.min(formula.position(), field.getLength());
            field.selectRange(at, Math.min(at + 1, field.getLength()));
        }
    }

    /** Goes to the token; where it is gone, to the first that has come in its place, for the next key is meant for the card. */
    private void focus(String id, Set<String> shownBefore) {
        if (!focus(id)) {
            tokens().filter(token -> !shownBefore.contains(token.getId())).findFirst().or(() -> tokens().findFirst())
                    .ifPresent(Node::requestFocus);
        }
    }

    private boolean focus(String id) {
        Node token = content.lookup("#token-" + id.replace(' ', '-'));
        if (token != null) {
            token.requestFocus();
        }
        return token != null;
    }

    /** Of all sentences, from the top. */
    private Stream<Node> tokens() {
        return content.lookupAll(".button").stream().filter(button -> String.valueOf(button.getId()).startsWith("token-"));
    }
}
