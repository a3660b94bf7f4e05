package rhombic.desktop.card;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import javafx.scene.shape.Polygon;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.card.sentences.Sentences;
import rhombic.desktop.card.sentences.SharedSentences;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.work.StripLog;
import rhombic.desktop.work.Workbench;
import rhombic.scene.RackHeat;
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
    private static final String LIVE_FIRST = "live-first";

    private final Workbench bench;
    private final UnfoldedEditor editor;
    private final VBox content = new VBox(8);
    private final LiveFigures live;
    private boolean isWatching;
    private @Nullable Moment moment;
    private @Nullable Study momentOf;
    /** They come a little later than the sentences, and must not disturb who edits these. */
    private final ProblemNotes faults;
    /** The line with the name at the top, kept as long as it says the same. */
    private @Nullable VBox header;
    private Optional<PieceNote> piece = Optional.empty();

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
        editor = new UnfoldedEditor(bench, new TokenEditors(tables, bench::study), content, this::rebuild);
        faults = new ProblemNotes(bench);
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

    /** @param listener hears which person or vehicle the camera shall go with, by its number among all; negative: with none */
    public void onFollow(IntConsumer listener) {
        live.onFollow(listener);
    }

    /** @param listener hears which piece type alone is to be seen on the floor; empty: all are */
    public void onColoured(Consumer<RackHeat.Choice> listener) {
        live.onColoured(listener);
    }

    /** Whoever watches reads what happens first, and what was said second. */
    public void setWatching(boolean watching) {
        if (isWatching != watching) {
            isWatching = watching;
            live.getStyleClass().remove(LIVE_FIRST);
            if (watching) {
                live.getStyleClass().add(LIVE_FIRST);
            }
            rebuild();
        }
    }

    /** Says everything anew; call after the study or the selection has changed. What reads as before stays as it is. */
    public void rebuild() {
        faults.show();
        List<Node> nodes = new ArrayList<>();
        Optional<PlantElement> single = bench.single();
        piece.ifPresent(note -> nodes.add(pieceNote(note)));
        if (single.isPresent()) {
            String name = single.get().name();
            nodes.add(header(name, single.get().kind(), text -> study -> study.changed(name, e -> e.named(Names.checked(text.strip()))),
                    true));
            differs(single.get()).ifPresent(nodes::add);
            if (isWatching) {
                nodes.add(live);
            }
            List<Sentence> sentences = new ArrayList<>(Sentences.of(bench.study(), single.get()));
            sentences.addAll(SharedSentences.layout(Set.of(name)));
            nodes.addAll(blocks(sentences));
            nodes.add(allOfKind(single.get()));
            nodes.add(faults);
            if (!isWatching) {
                nodes.add(live);
            }
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
        editor.markDrafts();
    }

    /** Another study is on the table. */
    public void forgetDrafts() {
        editor.forgetDrafts();
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
            blocks.add(same.orElseGet(() -> new SentenceBlock(sentence, editor::unfold)));
        }
        return blocks;
    }

    public void setProblems(List<Problem> found) {
        faults.setProblems(found);
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

    private VBox header(String name, String kind, Function<String, UnaryOperator<Study>> rename, boolean selected) {
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

    private VBox newHeader(String name, String kind, Function<String, UnaryOperator<Study>> rename, boolean selected) {
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
        title.setOnAction(e -> editor.unfold(block, token));
        return block;
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
                .map(PlantElement::name).collect(Collectors.toSet())));
        return button;
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
                    .collect(Collectors.joining(", ")));
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
