package rhombic.desktop.card;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import javafx.scene.shape.Polygon;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.card.sentences.OfferException;
import rhombic.desktop.card.sentences.Sentence;
import rhombic.desktop.card.sentences.Sentences;
import rhombic.desktop.card.sentences.SharedSentences;
import rhombic.desktop.work.StripLog;
import rhombic.desktop.work.Workbench;
import rhombic.formula.FormulaException;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.change.ChangeWords;
import rhombic.study.change.Changes;
import rhombic.study.check.Problem;
import rhombic.study.kind.PlantElement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.Names;
import rhombic.trace.Moment;

/** Shows the job card of what is selected; an editor unfolds in place under the sentence whose token was chosen. */
public final class JobCardView extends ScrollPane {
    private static final String OFFER_ID = "editor-offer";
    private static final Pattern QUOTED = Pattern.compile("\u201c([^\u201d]*)\u201d");

    private final Drafts drafts = new Drafts();
    private final Workbench bench;
    private final TokenEditors editors;
    private final VBox content = new VBox(8);
    private final LiveFigures live;
    private @Nullable Moment moment;
    private @Nullable Study momentOf;
    private List<Problem> problems = List.of();
    /** They come a little later than the sentences, and must not disturb who edits these. */
    private final VBox faults = new VBox(8);
    /** The line with the name at the top, kept as long as it says the same. */
    private @Nullable VBox header;
    private Optional<PieceNote> piece = Optional.empty();
    private @Nullable VBox unfolded;

    /** What there is to say about a piece that was clicked. */
    public record PieceNote(String title, String doing, Map<String, String> values, List<String> history) {}

    /**
     * @param unfolding gives a study with all of it numbered
     * @param tables asks for a file that holds a table
     * @param strips gives what was written down of the run
     */
    public JobCardView(Workbench bench, Function<Study, UnfoldedStudy> unfolding, Supplier<Optional<Path>> tables,
            Supplier<@Nullable StripLog> strips) {
        this.bench = bench;
        live = new LiveFigures(bench, unfolding, strips);
        editors = new TokenEditors(tables, bench::study);
        getStyleClass().add("job-card");
        setId("job-card");
        setFitToWidth(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        setPrefWidth(320);
        setMinWidth(280);
        content.setPadding(new Insets(16));
        setContent(content);
        rebuild();
    }

    /** Says everything anew; call after the study or the selection has changed. What reads as before stays as it is. */
    public void rebuild() {
        showFaults();
        List<Node> nodes = new ArrayList<>();
        Optional<PlantElement> single = bench.single();
        piece.ifPresent(note -> nodes.add(pieceNote(note)));
        if (single.isPresent()) {
            String name = single.get().name();
            nodes.add(header(name, single.get().kind(), text -> study -> study.changed(name, e -> e.named(Names.checked(text.strip()))),
                    true));
            differs(single.get()).ifPresent(nodes::add);
            List<Sentence> sentences = new ArrayList<>(Sentences.of(bench.study(), single.get()));
            sentences.addAll(SharedSentences.layout(Set.of(name)));
            nodes.addAll(blocks(sentences));
            nodes.add(allOfKind(single.get()));
            nodes.add(faults);
            nodes.add(live);
            if (single.get().takesPieces() && single.get().givesPieces()) {
                Label refused = new Label();
                refused.getStyleClass().add("message");
                refused.setWrapText(true);
                refused.setManaged(false);
                nodes.add(new VBox(3, LevelsEditor.ofHowMany(single.get(), bench, refused), refused));
            }
            if (momentOf == bench.study()) {
                live.show(moment, getWidth());
            } else {
                live.keepOnly(name); // until there is a moment of the study as it stands now
            }
        } else if (bench.link().isPresent()) {
            nodes.addAll(link(bench.link().get()));
        } else if (bench.study().elements().stream().filter(e -> bench.selection().contains(e.name())).count() > 1) {
            nodes.addAll(several());
        } else {
            alternative().ifPresent(nodes::add);
            nodes.add(header(bench.study().name(), "Study", text -> study -> study.named(Names.checked(text.strip())), false));
            nodes.addAll(blocks(Sentences.of(bench.study())));
            nodes.add(faults);
            if (bench.study().elements().isEmpty()) {
                nodes.add(quiet(
                        "The floor is empty. Take a goods in from the shelf on the left and click where it stands, or type / and a few letters."));
            }
        }
        replace(nodes);
        markDrafts();
    }

    /** Another study is on the table. */
    public void forgetDrafts() {
        drafts.clear();
    }

    /** What the card is about, to keep drafts apart. */
    private String subject() {
        return bench.link().map(Link::id).orElseGet(() -> String.join("\n", bench.selection().stream().sorted().toList()));
    }

    /** Marks the tokens for which something was typed that is not used yet. */
    private void markDrafts() {
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

    /** Puts in what is new and takes out what is gone; the rest is not touched, and need not be laid out again. */
    private void replace(List<Node> nodes) {
        List<Node> shown = content.getChildren();
        shown.retainAll(nodes);
        for (int i = 0; i < nodes.size(); i++) {
            if (i >= shown.size() || shown.get(i) != nodes.get(i)) {
                shown.remove(nodes.get(i));
                shown.add(i, nodes.get(i));
            }
        }
    }

    private List<Node> blocks(List<Sentence> sentences) {
        List<SentenceBlock> before = new ArrayList<>();
        content.getChildren().forEach(node -> {
            if (node instanceof SentenceBlock block) {
                before.add(block);
            }
        });
        List<Node> blocks = new ArrayList<>();
        for (Sentence sentence : sentences) {
            Optional<SentenceBlock> same = before.stream().filter(block -> block.reads(sentence)).findFirst()
                    .or(() -> before.stream().filter(block -> block.fits(sentence)).findFirst());
            same.ifPresent(block -> {
                before.remove(block);
                block.standFor(sentence);
            });
            blocks.add(same.orElseGet(() -> new SentenceBlock(sentence, this::unfold)));
        }
        return blocks;
    }

    public void setProblems(List<Problem> found) {
        problems = found;
        showFaults();
    }

    private void showFaults() {
        List<Problem> shown = bench.single().map(element -> problems.stream().filter(p -> p.subject().equals(element.name())).toList())
                .orElse(problems);
        if (!shown.equals(faults.getUserData())) {
            faults.setUserData(shown);
            faults.getChildren().setAll(faults(shown));
        }
        faults.setVisible(!shown.isEmpty());
        faults.setManaged(!shown.isEmpty());
    }

    public void showPiece(Optional<PieceNote> note) {
        if (!note.equals(piece)) {
            piece = note;
            rebuild();
        }
    }

    /**
     * Shows the figures of the moment under the sentences.
     *
     * @param of the study whose run it is of
     */
    public void showMoment(Study of, Moment now) {
        moment = now;
        momentOf = of;
        if (isVisible()) {
            live.show(moment, getWidth());
        }
    }

    /** What an alternative says otherwise of it than the base. */
    private Optional<Node> differs(PlantElement element) {
        if (!bench.touched().contains(element.name())) {
            return Optional.empty();
        }
        Optional<PlantElement> before = bench.base().elements().stream().filter(e -> e.id().equals(element.id())).findFirst();
        List<String> words = before.map(b -> ChangeWords.of(bench.base(), Changes.of(b, element))).orElse(List.of());
        Label note = quiet(before.isEmpty()
                ? "Only in " + bench.alternative()
                : "Not as in the base: " + (words.isEmpty() ? "its links" : String.join("; ", words)));
        note.setId("differs");
        note.getStyleClass().add("differs");
        return Optional.of(note);
    }

    /** What the alternative on the floor changes, and where the base contradicts it. */
    private Optional<Node> alternative() {
        return bench.comparison().alternative(bench.alternative()).map(one -> {
            List<String> words = ChangeWords.of(bench.base(), one.changes());
            VBox box = new VBox(3,
                    quiet(one.name() + (words.isEmpty()
                            ? " is as the base so far. What you change now is changed in it only."
                            : " changes the base:")));
            words.forEach(word -> box.getChildren().add(quiet("\u25C6  " + word)));
            for (String told : bench.contradictions()) {
                Label label = quiet(told + ".");
                label.getStyleClass().addAll("problem", "warning");
                box.getChildren().add(label);
            }
            box.setId("alternative-note");
            box.getStyleClass().add("differs");
            return box;
        });
    }

    private VBox header(String name, String kind, java.util.function.Function<String, UnaryOperator<Study>> rename, boolean selected) {
        List<Object> says = List.of(name, kind, selected);
        VBox same = header;
        boolean isUnfolded = same != null && same.getChildren().size() > 1;
        if (same == null || isUnfolded || !says.equals(same.getUserData())) {
            same = newHeader(name, kind, rename, selected);
            same.setUserData(says);
            header = same;
        }
        return same;
    }

    private VBox newHeader(String name, String kind, java.util.function.Function<String, UnaryOperator<Study>> rename, boolean selected) {
        Polygon rhombus = new Polygon(0, -7, 7, 0, 0, 7, -7, 0);
        rhombus.setFill(selected ? Color.web("#D9952B") : Color.web("#1D6B66"));
        Button title = new Button(name);
        title.getStyleClass().add("card-title");
        title.setId("token-name");
        title.setMaxWidth(210);
        Label word = new Label(kind);
        word.getStyleClass().add("caption");
        word.setMinWidth(Region.USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox row = new HBox(9, rhombus, title, gap);
        if (!name.startsWith(kind)) {
            row.getChildren().add(word); // which a usual name says already
        }
        row.setAlignment(Pos.CENTER_LEFT);
        VBox block = new VBox(4, row);
        Sentence.Token token = Sentence.Token.typed("name", name, name, "A name that nothing else has", rename);
        title.setOnAction(e -> unfold(block, token));
        return block;
    }

    // ---- editors in place

    private void unfold(VBox block, Sentence.Token token) {
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
        Set<String> added = new java.util.HashSet<>(bench.study().names());
        added.removeAll(names);
        if (token.id().equals("name") && before.size() == 1 && added.size() == 1) {
            bench.select(added);
        }
        rebuild();
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
                    rebuild();
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

    // ---- several elements, problems, pieces

    private List<Node> link(Link link) {
        Label title = new Label("Link");
        title.getStyleClass().add("card-heading");
        title.setId("link-title");
        List<Node> nodes = new ArrayList<>(List.of(title));
        nodes.addAll(blocks(Sentences.of(bench.study(), link)));
        nodes.add(quiet("Del takes out the link alone. Drag it on the floor to bend it."));
        return nodes;
    }

    private List<Node> several() {
        List<PlantElement> elements = bench.study().elements().stream().filter(e -> bench.selection().contains(e.name())).toList();
        Label title = new Label(bench.selection().size() + " elements selected");
        title.getStyleClass().add("card-heading");
        title.setId("several-title");
        List<Node> nodes = new ArrayList<>(List.of(title));
        List<Sentence> layout = SharedSentences.layout(bench.selection());
        List<Sentence> shared = SharedSentences.of(bench.study(), elements);
        List<Sentence> all = new ArrayList<>(layout);
        all.addAll(shared);
        List<Node> blocks = blocks(all);
        nodes.addAll(blocks.subList(0, layout.size()));
        if (!shared.isEmpty()) {
            nodes.add(quiet("What all of them say. A change is made to all."));
            nodes.addAll(blocks.subList(layout.size(), all.size()));
        }
        if (elements.stream().map(PlantElement::kind).distinct().count() == 1) {
            nodes.add(allOfKind(elements.getFirst()));
        }
        nodes.add(quiet("Arrow keys move them, R turns them, Ctrl+D doubles them, Del takes them out."));
        return nodes;
    }

    /** Selects everything of the kind, so that all can be changed at once. */
    private Button allOfKind(PlantElement element) {
        Button button = new Button("Select all of this kind");
        button.getStyleClass().add("quiet-button");
        button.setId("all-of-kind");
        button.setOnAction(e -> bench.select(bench.study().elements().stream().filter(other -> other.kind().equals(element.kind()))
                .map(PlantElement::name).collect(java.util.stream.Collectors.toSet())));
        return button;
    }

    private List<Node> faults(List<Problem> found) {
        List<Node> faults = new ArrayList<>();
        for (Problem problem : found.stream().limit(30).toList()) {
            Label text = new Label(
                    (bench.single().isEmpty() && !problem.subject().isEmpty() ? problem.subject() + ": " : "") + problem.message()
                            + ". " + problem.remedy() + ".");
            text.setWrapText(true);
            text.getStyleClass().addAll("problem", problem.grade().name().toLowerCase(Locale.ROOT));
            if (!problem.subject().isEmpty()) {
                text.setOnMouseClicked(e -> bench.select(problem.subject()));
            }
            faults.add(text);
            for (Problem.Fix fix : problem.fixes()) {
                Button mend = new Button(fix.name());
                mend.getStyleClass().add("quiet-button");
                mend.setId("fix-" + problem.kind().name().toLowerCase(Locale.ROOT).replace('_', '-'));
                mend.setOnAction(e -> bench.edit(fix.name(), fix.changes()::applyTo));
                faults.add(mend);
            }
        }
        return faults;
    }

    private VBox pieceNote(PieceNote note) {
        Label title = new Label(note.title());
        title.getStyleClass().add("card-heading");
        title.setId("piece-title");
        Label doing = new Label(note.doing());
        doing.setWrapText(true);
        doing.setId("piece-doing");
        VBox box = new VBox(4, title, doing);
        box.getStyleClass().add("piece-note");
        if (!note.values().isEmpty()) {
            Label values = new Label(note.values().entrySet().stream().map(e -> e.getKey() + " " + e.getValue())
                    .collect(java.util.stream.Collectors.joining(", ")));
            values.setWrapText(true);
            values.setId("piece-values");
            box.getChildren().add(values);
        }
        if (note.history().size() > 1) {
            Label was = new Label("Was at "
                    + String.join("; ", note.history().subList(Math.max(0, note.history().size() - 9), note.history().size() - 1)) + ".");
            was.setWrapText(true);
            was.getStyleClass().add("caption");
            box.getChildren().add(was);
        }
        return box;
    }

    private static Label quiet(String text) {
        Label label = new Label(text);
        label.setWrapText(true);
        label.getStyleClass().add("caption");
        return label;
    }
}
