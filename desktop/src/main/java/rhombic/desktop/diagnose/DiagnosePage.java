package rhombic.desktop.diagnose;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import rhombic.chart.Chart;
import rhombic.desktop.parts.RoomsBar;
import rhombic.desktop.parts.Words;
import rhombic.desktop.work.Diagnosing;
import rhombic.desktop.work.FirstRun;
import rhombic.desktop.work.Outlook;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.Preparation;
import rhombic.experiment.Summary;
import rhombic.insight.Board;
import rhombic.insight.Diagnosis;
import rhombic.insight.Finding;
import rhombic.insight.Heat;
import rhombic.insight.Leverage;
import rhombic.insight.Shifting;
import rhombic.insight.Trial;
import rhombic.measure.Diary;
import rhombic.study.BoardChart;
import rhombic.study.Study;

/** What the figures say, beside the floor: findings, leverage, the board, journeys and tables. */
public final class DiagnosePage extends VBox implements AutoCloseable {
    /** Its rooms. */
    enum Room {
        FINDINGS("Findings"), LEVERAGE("Leverage"), BOARD("Board"), JOURNEYS("Journeys"), TABLES("Tables");

        private final String word;

        Room(String word) {
            this.word = word;
        }
    }

    /** What it has the window do. */
    public interface Actions {
        void say(String text);

        /** Shows how strongly each equipment is meant, on the floor. */
        void heat(Map<String, Double> heat);

        /** Marks on the strips when what was the limit. */
        void limits(List<Shifting.Span> spans);

        /** Charts beside the equipment they are of. */
        void charts(Map<String, Chart> charts);

        /** Goes to the moment and marks the piece. */
        void follow(long nanos, int body);

        void toBuild();

        void toWatch();
    }

    private static final long LONG_NANOS = 1_000_000_000L;

    private final Workbench bench;
    private final Actions actions;
    private final Supplier<@Nullable FirstRun> first;
    private final Diagnosing diagnosing;
    private final ResultsPage tables;
    private final LeveragePane leverage;
    private final BoardPane board;
    private final JourneysPane journeys;
    private final VBox findings = new VBox(8);
    private final ScrollPane findingsScroll = new ScrollPane(findings);
    private final RoomsBar<Room> rooms = new RoomsBar<>("diagnose", Room.values(), one -> one.word, this::go);
    private final StackPane middle = new StackPane();
    private final ComboBox<Heat> heat = new ComboBox<>();
    private Room room = Room.FINDINGS;
    private Optional<Summary> fresh = Optional.empty();
    private Optional<Diagnosis> diagnosis = Optional.empty();
    private @Nullable Study read;
    /** Whose charts stand on the floor while this is not seen. */
    private @Nullable Study charted;
    /** Whose figures are being worked out, since when, and whether its charts follow that already. */
    private @Nullable Study awaited;
    private long awaitedSince;
    private boolean isWatched;

    /**
     * @param preparation shared with whoever else asks for the study on the floor
     * @param first the run that is watched
     * @param left the pieces that have left in it
     */
    public DiagnosePage(Workbench bench, Actions actions, Preparation preparation, Supplier<@Nullable FirstRun> first,
            Supplier<List<Diary.Journey>> left) {
        super(8);
        this.bench = bench;
        this.actions = actions;
        this.first = first;
        diagnosing = new Diagnosing(preparation, Platform::runLater, new News());
        tables = new ResultsPage(bench);
        Consumer<String> say = actions::say;
        leverage = new LeveragePane(bench, diagnosing, this::tryIt);
        board = new BoardPane(bench, say, actions::charts, this::readAgain);
        journeys = new JourneysPane(bench, actions, left);
        getStyleClass().add("results");
        setId("diagnose-page");
        setPadding(new Insets(10, 12, 10, 14));
        heat.setId("heat");
        heat.getItems().setAll(Heat.values());
        heat.setValue(Heat.NONE);
        heat.setOnAction(e -> showHeat());
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        Label heatWord = Words.caption("Heat");
        heatWord.setMinWidth(Region.USE_PREF_SIZE);
        HBox top = new HBox(6, rooms, gap, heatWord, heat);
        top.setAlignment(Pos.CENTER_LEFT);
        findingsScroll.setFitToWidth(true);
        findingsScroll.getStyleClass().add("clear-scroll");
        findings.setId("findings");
        findings.setPadding(new Insets(2, 8, 8, 0));
        VBox.setVgrow(middle, Priority.ALWAYS);
        getChildren().addAll(top, middle);
        sceneProperty().addListener((o, was, is) -> {
            readIfSeen();
            board.redraw();
            showHeat();
        });
        go(Room.FINDINGS);
    }

    /** Goes to a room by its word, as pictures do. */
    public void go(String name) {
        rooms.go(name);
    }

    private void go(Room to) {
        room = to;
        rooms.mark(to);
        Node pane = switch (to) {
            case FINDINGS -> findingsScroll;
            case LEVERAGE -> leverage;
            case BOARD -> board;
            case JOURNEYS -> journeys;
            case TABLES -> tables;
        };
        middle.getChildren().setAll(pane);
        journeys.refresh();
        if (to == Room.BOARD) {
            board.redraw();
        }
    }

    /** Takes the figures of the study as it stands. */
    public void show(Outlook.State state) {
        tables.show(state);
        if (state instanceof Outlook.State.Fresh now) {
            fresh = Optional.of(now.summary());
            readIfSeen();
        } else if (state instanceof Outlook.State.Failed failed) {
            findings.getChildren().setAll(Words.text(failed.message()));
        } else if (state instanceof Outlook.State.Running && isNeeded()) {
            watchIfLong();
        }
        findings.setOpacity(state instanceof Outlook.State.Running ? 0.6 : 1);
    }

    /** While the figures of a study take long, its charts show what there is by then. */
    private void watchIfLong() {
        if (awaited != bench.study()) {
            awaited = bench.study();
            awaitedSince = System.nanoTime();
            isWatched = false;
        } else if (!isWatched && System.nanoTime() - awaitedSince > LONG_NANOS) {
            isWatched = true;
            run().ifPresent(diagnosing::watch);
        }
    }

    /** The first run of the study on the floor. */
    private Optional<FirstRun> run() {
        return Optional.ofNullable(first.get()).filter(run -> run.study() == bench.study());
    }

    private List<String> formulas() {
        return BoardChart.formulas(bench.comparison().board());
    }

    /** A chart asks for something that was not read off the runs: they are analysed once more. */
    private void readAgain() {
        fresh.filter(summary -> isNeeded() && summary.study() == read).ifPresent(this::read);
    }

    private void read(Summary summary) {
        run().filter(run -> run.study() == summary.study()).ifPresent(run -> diagnosing.read(summary, run, formulas()));
    }

    /** Whether it is seen, or what it says is seen on the floor. */
    private boolean isNeeded() {
        return getScene() != null || board.standsOnFloor();
    }

    private void readIfSeen() {
        if (getScene() == null) {
            fresh.filter(now -> board.standsOnFloor() && now.study() != charted && now.study() != read).ifPresent(summary -> {
                charted = summary.study();
                run().ifPresent(diagnosing::watch);
            });
            return;
        }
        fresh.filter(summary -> summary.study() != read).ifPresent(summary -> {
            read = summary.study();
            leverage.forget();
            read(summary);
        });
    }

    /**
     * Takes charts to the playhead, where they are seen.
     *
     * @param plays whether it moves by itself
     */
    public void showPlayhead(long nanos, boolean plays) {
        board.showPlayhead(nanos, plays);
    }

    /** Whether what is shown is of the study on the floor. */
    public boolean isFresh() {
        return diagnosis.filter(d -> d.summary().study().equals(bench.study())).isPresent();
    }

    public LeveragePane leverage() {
        return leverage;
    }

    private void tryIt(Trial trial) {
        String name = bench.startAlternative(trial.text(), trial.changes());
        actions.toBuild();
        actions.say(name + " was begun: Compare holds it against the base.");
    }

    private void showHeat() {
        Heat chosen = heat.getValue();
        actions.heat(getScene() == null || chosen == null || diagnosis.isEmpty() ? Map.of() : chosen.of(diagnosis.get().summary()));
    }

    private final class News implements Diagnosing.Listener {
        @Override
        public void onDiagnosis(Diagnosis now, Board charts) {
            diagnosis = Optional.of(now);
            findings.getChildren().setAll(now.findings().stream().map(DiagnosePage.this::card).toList());
            if (now.findings().isEmpty()) {
                findings.getChildren().add(Words.text("Nothing stands out: place and link equipment, and let pieces flow."));
            }
            board.show(charts);
            actions.limits(now.shifting().spans());
            journeys.refresh();
            showHeat();
        }

        @Override
        public void onBoardProgress(Board charts) {
            board.show(charts);
        }

        @Override
        public void onLeverage(List<Leverage.Gain> gains, int done, int asked, boolean isRunning, String message) {
            leverage.show(gains, done, asked, isRunning, message);
        }

        @Override
        public void onDiagnosisFailed(String message) {
            findings.getChildren().setAll(Words.text(message));
        }
    }

    /** One finding; its evidence unfolds. */
    private Node card(Finding finding) {
        Label kind = Words.caption(finding.kind().word());
        Label label = Words.text(finding.text() + ".");
        label.getStyleClass().add(finding.kind() == Finding.Kind.LIMIT ? "card-heading" : "finding-what");
        VBox evidence = new VBox(2);
        finding.lines().forEach(line -> evidence.getChildren().add(Words.caption("\u25C6 " + line)));
        boolean open = finding.kind() == Finding.Kind.LIMIT;
        evidence.setVisible(open);
        evidence.setManaged(open);
        Button why = Words.quiet(open ? "Less" : "Why", "why-" + finding.kind().name().toLowerCase(Locale.ROOT), () -> {});
        why.setOnAction(e -> {
            boolean now = !evidence.isVisible();
            evidence.setVisible(now);
            evidence.setManaged(now);
            why.setText(now ? "Less" : "Why");
        });
        HBox buttons = new HBox(6, why);
        if (finding.kind() == Finding.Kind.LIMIT || finding.kind() == Finding.Kind.SHIFTING) {
            buttons.getChildren().add(Words.quiet("On the strips", "on-strips", actions::toWatch));
        }
        if (!finding.subject().isEmpty()) {
            buttons.getChildren()
                    .add(Words.quiet("Show " + shortened(finding.subject()), "show-place", () -> bench.select(finding.subject())));
        }
        finding.trialNote().ifPresent(
                trial -> buttons.getChildren().add(Words.quiet("Try it: " + shortened(trial.text()), "try-it", () -> tryIt(trial))));
        VBox box = new VBox(4, kind, label, evidence, buttons);
        box.getStyleClass().add("finding");
        return box;
    }

    private static String shortened(String text) {
        return text.length() <= 46 ? text : text.substring(0, 45) + "\u2026";
    }

    @Override
    public void close() {
        diagnosing.close();
    }
}
