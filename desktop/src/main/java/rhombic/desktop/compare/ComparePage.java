package rhombic.desktop.compare;

import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.parts.Png;
import rhombic.desktop.parts.RoomsBar;
import rhombic.desktop.parts.Words;
import rhombic.desktop.work.Comparing;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.Experiment;
import rhombic.experiment.FigureText;
import rhombic.experiment.Sheet;
import rhombic.experiment.Variant;
import rhombic.study.Study;

/** All that is compared: alternatives, sweeps, cost beside gain, the search for the best, two floors on one clock. */
public final class ComparePage extends VBox implements AutoCloseable {
    /** Its rooms. */
    enum Room {
        ALTERNATIVES("Alternatives"), SWEEPS("Sweeps"), GAIN("Cost and gain"), SEARCH("Search"), FLOORS("Two floors");

        private final String word;

        Room(String word) {
            this.word = word;
        }
    }

    private final Workbench bench;
    private final Comparing comparing;
    private final RoomsBar<Room> rooms = new RoomsBar<>("compare", Room.values(), one -> one.word, this::go);
    private final StackPane middle = new StackPane();
    private final ProgressBar progress = new ProgressBar(0);
    private final Label runs = new Label();
    private final Label message = Words.text("");
    private final Button run = Words.strong("Run what is missing", "run-comparison", this::run);
    private final Button pause = Words.quiet("Pause", "pause-comparison", this::pause);
    private final Button stop = Words.quiet("Stop", "stop-comparison", this::stop);
    private final TextField replications = new TextField();
    private final TextField targetHalfWidth = new TextField();
    private final AlternativesPane alternatives;
    private final SweepsPane sweeps;
    private final GainPane gain;
    private final SearchPane search;
    /** Made when it is first seen: two scenes more would slow every start. */
    private @Nullable TwoFloors floors;
    private Room room = Room.ALTERNATIVES;
    private Comparing.State state;
    private @Nullable Study looked;
    private boolean isRead;

    /**
     * @param reportTo asks where a report is to be written
     * @param picture of the base as the floor looks at it
     */
    public ComparePage(Workbench bench, Consumer<String> say, Runnable toBuild, Supplier<Optional<Path>> reportTo,
            Supplier<WritableImage> picture) {
        super(10);
        this.bench = bench;
        comparing = new Comparing(Platform::runLater, this::show);
        state = nothing();
        alternatives = new AlternativesPane(bench, toBuild);
        sweeps = new SweepsPane(bench, say);
        gain = new GainPane(bench, say, state);
        search = new SearchPane(bench, comparing);
        getStyleClass().add("results");
        setId("compare-page");
        setPadding(new Insets(14, 16, 10, 16));
        Label heading = new Label("Compare");
        heading.getStyleClass().add("card-heading");
        heading.setMinWidth(Region.USE_PREF_SIZE);
        replications.setPrefColumnCount(4);
        replications.setId("comparison-replications");
        replications.setOnAction(e -> setReplications());
        replications.focusedProperty().addListener((o, was, is) -> {
            if (was) {
                setReplications();
            }
        });
        targetHalfWidth.setPrefColumnCount(4);
        targetHalfWidth.setId("comparison-narrow");
        targetHalfWidth.setPromptText("any");
        targetHalfWidth.setOnAction(e -> setTargetHalfWidth());
        targetHalfWidth.focusedProperty().addListener((o, was, is) -> {
            if (was) {
                setTargetHalfWidth();
            }
        });
        progress.setPrefWidth(80);
        runs.getStyleClass().add("caption");
        runs.setMinWidth(Region.USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        Label each = Words.caption("runs each, more until \u00b1 %");
        each.setMinWidth(Region.USE_PREF_SIZE);
        Button report = Words.quiet("Report\u2026", "write-report", () -> reportTo.get().ifPresent(to -> {
            notifyWindow("Writing the report\u2026");
            comparing.report(bench.base(), bench.file(), to, Png.of(picture.get()), this::notifyWindow);
        }));
        report.setTooltip(new Tooltip("As .html, .pdf, .xlsx, or every event of the first run as .ocel.json"));
        HBox top = new HBox(8, rooms, gap, progress, runs, replications, each, targetHalfWidth, run, pause, stop, report);
        top.setAlignment(Pos.CENTER_LEFT);
        message.setId("comparison-message");
        message.getStyleClass().addAll("problem", "warning");
        VBox.setVgrow(middle, Priority.ALWAYS);
        getChildren().addAll(top, message, middle);
        bench.addListener(new Workbench.Listener() {
            @Override
            public void onStudyChanged() {
                refresh();
            }

            @Override
            public void onFileChanged() {
                looked = null;
                refresh();
            }
        });
        sceneProperty().addListener((o, was, is) -> refresh());
        go(Room.ALTERNATIVES);
    }

    private void notifyWindow(String text) {
        message.setText(text);
        message.setManaged(true);
        message.setVisible(true);
    }

    private Comparing.State nothing() {
        Study base = bench.base();
        return new Comparing.State(base, new Sheet(Variant.alternatives(base), Map.of(), base.comparison().own(), Map.of()), Map.of(),
                Map.of(),
                Comparing.Phase.IDLE, "", Optional.empty());
    }

    /** Goes to a room by its word, as pictures do. */
    public void go(String name) {
        rooms.go(name);
    }

    private void go(Room to) {
        room = to;
        rooms.mark(to);
        Node pane = switch (to) {
            case ALTERNATIVES -> alternatives;
            case SWEEPS -> sweeps;
            case GAIN -> gain;
            case SEARCH -> search;
            case FLOORS -> twoFloors();
        };
        middle.getChildren().setAll(pane);
        showFloors();
        draw();
    }

    private TwoFloors twoFloors() {
        TwoFloors made = floors;
        if (made == null) {
            made = new TwoFloors(bench);
            floors = made;
        }
        return made;
    }

    private void showFloors() {
        TwoFloors made = floors;
        if (made != null) {
            made.setShown(room == Room.FLOORS && getScene() != null);
        }
    }

    private void setReplications() {
        try {
            int wanted = Integer.parseInt(replications.getText().strip());
            if (wanted != Experiment.replications(bench.base())) {
                bench.compare("replications of each alternative", c -> c.withReplications(wanted));
            }
        } catch (IllegalArgumentException e) {
            message.setText("The runs of each alternative must be a whole number from 1 to 10000; got \u201c"
                    + replications.getText().strip() + "\u201d.");
            message.setManaged(true);
        }
    }

    /** How wide the interval of the first response may be to each side, in per cent of its mean. */
    private void setTargetHalfWidth() {
        String text = targetHalfWidth.getText().replace("%", "").strip();
        try {
            double wanted = text.isEmpty() ? 0 : Double.parseDouble(text) / 100;
            if (wanted != bench.comparison().targetHalfWidth()) {
                bench.compare("how narrow intervals shall be", c -> c.withTargetHalfWidth(wanted));
            }
        } catch (IllegalArgumentException e) {
            notifyWindow("How narrow intervals shall be must be a number of per cent such as 1, below 100, or nothing; got \u201c" + text
                    + "\u201d.");
        }
    }

    /** What is kept is read when the page is seen and the study is another. */
    private void refresh() {
        boolean seen = getScene() != null;
        showFloors();
        if (!seen || looked == bench.base()) {
            return;
        }
        looked = bench.base();
        isRead = false;
        state = nothing();
        draw();
        comparing.look(bench.base(), bench.file());
    }

    public void run() {
        comparing.start(bench.base(), bench.file());
    }

    private void pause() {
        if (comparing.isPaused()) {
            comparing.goOn();
        } else {
            comparing.pause();
        }
        pause.setText(comparing.isPaused() ? "Go on" : "Pause");
    }

    private void stop() {
        comparing.stop();
    }

    /** Whether nothing is under way, and all that was asked for is there. */
    public boolean isDone() {
        return state.phase() == Comparing.Phase.IDLE && state.all().asked() > 0 && state.all().done() >= state.all().asked();
    }

    /** Whether what is kept of earlier runs has been read. */
    public boolean isRead() {
        return isRead;
    }

    public Comparing.State state() {
        return state;
    }

    private void show(Comparing.State now) {
        if (now.study() == bench.base()) {
            state = now;
            isRead = true;
            draw();
        }
    }

    private void draw() {
        boolean isIdle = state.phase() == Comparing.Phase.IDLE;
        Comparing.Share all = state.all();
        progress.setVisible(!isIdle);
        progress.setProgress(all.asked() == 0 ? 0 : (double) all.done() / all.asked());
        runs.setText(all.asked() == 0 ? "" : all.done() + " of " + all.asked() + " runs");
        run.setDisable(!isIdle);
        pause.setVisible(!isIdle);
        pause.setManaged(!isIdle);
        pause.setText(comparing.isPaused() ? "Go on" : "Pause");
        stop.setVisible(!isIdle);
        stop.setManaged(!isIdle);
        if (!replications.isFocused()) {
            replications.setText(Integer.toString(Experiment.replications(bench.base())));
        }
        if (!targetHalfWidth.isFocused()) {
            double wish = bench.comparison().targetHalfWidth();
            targetHalfWidth.setText(wish > 0 ? FigureText.of(100 * wish) : "");
        }
        message.setText(room == Room.SEARCH ? "" : state.message());
        message.setManaged(!message.getText().isEmpty());
        message.setVisible(!message.getText().isEmpty());
        switch (room) {
            case ALTERNATIVES -> alternatives.show(state);
            case SWEEPS -> sweeps.show(state);
            case GAIN -> gain.show(state);
            case SEARCH -> search.show(state);
            case FLOORS -> twoFloors().show(state);
        }
    }

    /** Puts the clock of the two floors anywhere. */
    public void seek(long nanos) {
        if (room == Room.FLOORS) {
            twoFloors().seek(nanos);
        }
    }

    /** To be called for each frame. */
    public void frame(double seconds) {
        if (getScene() != null && room == Room.FLOORS) {
            twoFloors().frame(seconds);
        }
    }

    @Override
    public void close() {
        comparing.close();
        TwoFloors made = floors;
        if (made != null) {
            made.close();
        }
    }
}
