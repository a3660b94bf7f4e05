package rhombic.desktop.frame;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.card.JobCardView;
import rhombic.desktop.compare.ComparePage;
import rhombic.desktop.diagnose.DiagnosePage;
import rhombic.desktop.floor.FloorPictures;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.floor.hand.FloorGestures;
import rhombic.desktop.watch.StripsView;
import rhombic.desktop.watch.TransportBar;
import rhombic.desktop.work.Checks;
import rhombic.desktop.work.FirstRun;
import rhombic.desktop.work.Outlook;
import rhombic.desktop.work.Player;
import rhombic.desktop.work.RecentFiles;
import rhombic.desktop.work.StripLog;
import rhombic.desktop.work.Workbench;
import rhombic.experiment.Preparation;
import rhombic.formats.file.ErrorLog;
import rhombic.formats.file.Journal;
import rhombic.study.BoardChart;
import rhombic.study.Study;
import rhombic.study.check.Problem;
import rhombic.trace.Moment;
import rhombic.trace.Trace;

/** Puts the parts of the window together and carries news between them. */
public final class MainWindow implements AutoCloseable {
    /** Under the bars at the top. */
    private static final double QUESTION_Y = 96;
    /** A hand-over is drawn as a movement over this much screen time. */
    private static final double GLIDE_SECONDS = 0.4;
    private static final double TRAVEL_SECONDS = 2.5;
    /** Figures on the card change a few times a second while it plays: oftener can't be read. */
    private static final long NANOS_BETWEEN_FIGURES = 200_000_000L;
    private static final double CARD_WIDTH = 320;
    private static final double STRIPS_HEIGHT = 196;

    private final Workbench bench;
    private final Preparation preparation = new Preparation();
    private final Player player = new Player(preparation);
    private final Outlook outlook;
    private final Checks checks;
    private final StudyFiles files;
    private final Editing editing;

    private final FloorView floor = new FloorView();
    private final FloorGestures gestures;
    private final JobCardView card;
    private final ChosenPiece chosen;
    private final OutlookBar outlookBar;
    private final TopBar topBar;
    private final ViewsBar views;
    private final Shelf shelf;
    private final TransportBar transport;
    private final StripsView strips;
    private final DiagnosePage diagnose;
    private final ComparePage compare;
    private final FindBox findBox;
    private final Commands commands;
    private final Notice message = new Notice();
    private final LeaveQuestion question = new LeaveQuestion();
    private final BooleanProperty isToolInHand = new SimpleBooleanProperty();
    private final Pane over = new Pane();
    private final BorderPane root = new BorderPane();
    private final StackPane middle = new StackPane();
    private final StackPane whole;
    private final AnimationTimer timer;

    private Workspace workspace = Workspace.BUILD;
    private long lastFrame;
    private double travel;
    private long figuresShown;
    private long shownNanos = -1;
    private @Nullable Trace stripTrace;
    /** What was last put on the floor. */
    private @Nullable Study laid;
    private int factorsSeen = -1;

    public MainWindow(Workbench bench, FileAsker asker, Journal journal, RecentFiles recent) {
        this.bench = bench;
        files = new StudyFiles(bench, asker, journal, recent, this::say, question);
        editing = new Editing(bench, this::say);
        card = new JobCardView(bench, preparation::unfolded, asker::toRead, this::stripLog);
        chosen = new ChosenPiece(bench, player, card, floor);
        gestures = new FloorGestures(floor, bench, chosen::choose, () -> workspace != Workspace.BUILD, this::showHand);
        views = new ViewsBar(bench, floor::look, floor::seen, this::say);
        shelf = new Shelf(floor, gestures);
        transport = new TransportBar(player, this::refreshFrame);
        strips = new StripsView(nanos -> {
            player.pause();
            player.seek(nanos);
        }, bench::select);
        diagnose = new DiagnosePage(bench, new DiagnoseActions(this), preparation, player::firstRun, player::journeys);
        compare = new ComparePage(bench, this::say, () -> go(Workspace.BUILD),
                () -> asker.toSave(bench.base().name().replaceAll("[^\\p{L}\\p{N} _-]", "").strip() + " report.html"),
                this::pictureOfBase);
        outlook = new Outlook(preparation, Platform::runLater, this::showOutlook);
        checks = new Checks(preparation, Platform::runLater, this::showProblems);
        outlookBar = new OutlookBar(outlook::cancel);
        commands = new Commands(this, editing, files, gestures, transport);
        topBar = new TopBar(this::go, this::openFindAtTop, commands::ofFiles,
                commands::ofAlternatives);
        findBox = new FindBox(commands::all, () -> workspace == Workspace.BUILD, floor::requestFocus);
        over.getChildren().add(findBox);
        over.setPickOnBounds(false);
        layOut();
        whole = new StackPane(root, over);
        whole.getStyleClass().add("window");
        Keyboard keyboard = new Keyboard(this, editing, files, gestures, transport);
        whole.addEventFilter(KeyEvent.KEY_PRESSED, keyboard::press);
        bench.addListener(new News());
        timer = new AnimationTimer() {
            @Override
            public void handle(long now) {
                frame(now);
            }
        };
        studyChanged();
        go(Workspace.BUILD);
        timer.start();
        middle.getChildren().add(new LeftWork(files, () -> Platform.runLater(() -> floor.fit(Set.of()))));
    }

    public Parent root() {
        return whole;
    }

    public FloorView floor() {
        return floor;
    }

    public Player player() {
        return player;
    }

    public Outlook outlook() {
        return outlook;
    }

    public Workbench bench() {
        return bench;
    }

    private @Nullable StripLog stripLog() {
        return strips.log();
    }

    public DiagnosePage diagnose() {
        return diagnose;
    }

    /** Goes to a moment of the run and to a piece in it. */
    void follow(long nanos, int body) {
        player.pause();
        player.seek(nanos);
        go(Workspace.WATCH);
        refreshFrame();
        chosen.follow(player.moment().filter(moment -> body >= 0 && body < moment.bodies()).map(moment -> moment.pieceOf(body))
                .filter(piece -> piece >= 0)); // a body is used again for later pieces: the moment tells whose it is
        refreshFrame();
    }

    /** The base as the floor looks at it, with its pieces if its run is the one that is watched. */
    private WritableImage pictureOfBase() {
        Optional<Moment> moment = bench.alternative().isEmpty() ? player.moment() : Optional.empty();
        return FloorPictures.whole(bench.base(), floor.view(), moment, 1400, 800);
    }

    public ComparePage compare() {
        return compare;
    }

    public StripsView strips() {
        return strips;
    }

    public boolean open(Path file) {
        boolean opened = files.open(file);
        if (opened) {
            Platform.runLater(() -> floor.fit(Set.of()));
        }
        return opened;
    }

    private void layOut() {
        VBox top = new VBox(topBar, outlookBar);
        root.setTop(top);
        Label keys = new Label("P plan    F fit    N numbers    / find or do");
        keys.getStyleClass().add("floor-keys");
        keys.setMouseTransparent(true);
        StackPane.setAlignment(keys, Pos.TOP_LEFT);
        StackPane.setMargin(keys, new Insets(10, 0, 0, 12));
        middle.setMinSize(200, 120);
        keys.visibleProperty().bind(isToolInHand.not().and(shelf.elements().visibleProperty().not()));
        StackPane.setAlignment(shelf.elements(), Pos.TOP_LEFT);
        StackPane.setAlignment(views, Pos.TOP_RIGHT);
        StackPane.setMargin(views, new Insets(6, 10, 0, 0));
        middle.getChildren().addAll(floor, keys, views, message, shelf.elements());
        question.layoutXProperty().bind(over.widthProperty().subtract(question.widthProperty()).divide(2));
        question.setLayoutY(QUESTION_Y);
        over.getChildren().add(question);
        strips.setPrefHeight(STRIPS_HEIGHT);
        VBox bottom = new VBox(transport, strips);
        bottom.getStyleClass().add("time");
        root.setBottom(bottom);
        root.setLeft(shelf);
        root.setCenter(middle);
        root.setRight(card);
    }

    /** Goes to a place; floor and playhead stay as they are. */
    public void go(Workspace to) {
        workspace = to;
        boolean showsStrips = to == Workspace.WATCH;
        strips.setVisible(showsStrips);
        strips.setManaged(showsStrips);
        root.getBottom().setVisible(to != Workspace.COMPARE); // there it has a clock of its own
        root.getBottom().setManaged(to != Workspace.COMPARE);
        root.setLeft(to == Workspace.BUILD ? shelf : null);
        root.setCenter(to == Workspace.COMPARE ? compare : middle);
        if (to == Workspace.DIAGNOSE) {
            diagnose.setPrefWidth(Math.max(430, Math.min(700, whole.getWidth() * 0.5)));
            root.setRight(diagnose);
        } else {
            card.setPrefWidth(CARD_WIDTH);
            root.setRight(to == Workspace.COMPARE ? null : card);
        }
        if (to != Workspace.BUILD) {
            gestures.putAway();
            shelf.fold();
        }
        floor.options().setNumbers(to == Workspace.WATCH || to == Workspace.BUILD && floor.options().numbers());
        floor.drawOverlay();
        floor.requestFocus();
        topBar.update(bench, workspace);
    }

    // ---- news

    private final class News implements Workbench.Listener {
        @Override
        public void onStudyChanged() {
            MainWindow.this.studyChanged();
        }

        @Override
        public void onStudyOpened() {
            player.pause();
            player.seek(0);
            card.forgetDrafts();
        }

        @Override
        public void onSelectionChanged() {
            MainWindow.this.selectionChanged();
        }

        @Override
        public void onFileChanged() {
            factorsSeen = -1;
            topBar.update(bench, workspace);
            files.journal();
        }
    }

    private void studyChanged() {
        Study study = bench.study();
        if (study != laid) {
            laid = study;
            shownNanos = -1; // the same moment of the new run says something else
            FirstRun first = player.load(study, BoardChart.formulas(bench.comparison().board()));
            outlook.refresh(study, first);
            checks.refresh(study);
            floor.setStudy(preparation.unfolded(study)); // while the others run on threads of their own
            views.update(study);
            player.awaitStart();
            if (player.trace().isEmpty()) {
                floor.clearMoment(); // the run came to nothing at once, or is not there yet: what an earlier one left must not stay
            }
            strips.setStudy(preparation.unfolded(study), player.trace().orElse(null));
            chosen.choose(Optional.empty());
        }
        floor.markDifferent(bench.touched());
        floor.markSelectedLink(bench.link());
        int factors = bench.comparison().factors().size();
        if (factors > factorsSeen && factorsSeen >= 0) {
            say("A factor was made of " + bench.comparison().factors().getLast().name() + ": sweep it in Compare.");
        }
        factorsSeen = factors;
        card.rebuild();
        files.journal();
        topBar.update(bench, workspace);
    }

    private void showProblems(List<Problem> problems) {
        floor.markFaulty(problems.stream().filter(Problem::isError).map(Problem::subject).collect(Collectors.toSet()));
        card.setProblems(problems);
    }

    private void selectionChanged() {
        floor.markSelected(bench.selection());
        floor.markSelectedLink(bench.link());
        strips.setSelection(bench.selection());
        card.rebuild();
    }

    private void showOutlook(Outlook.State state) {
        outlookBar.show(state);
        if (state instanceof Outlook.State.Fresh fresh) {
            floor.markLimit(fresh.limit().map(found -> Set.of(found.subject())).orElse(Set.of()));
        }
        diagnose.show(state);
    }

    private void showHand() {
        shelf.mark();
        isToolInHand.set(gestures.inHand().isPresent() || gestures.isLinking() || gestures.isMeasuring());
    }

    /** Whatever fails on any thread is told here, and written down; nothing fails unseen. */
    public void tellErrors(ErrorLog log) {
        Thread.setDefaultUncaughtExceptionHandler((thread, e) -> {
            String told = log.tell(e);
            Platform.runLater(() -> say(told));
        });
    }

    /** Says in one line, over the floor, what happened. */
    public void say(String text) {
        message.say(text);
    }

    // ---- frames

    private void frame(long now) {
        double seconds = lastFrame == 0 ? 0 : Math.min(0.5, (now - lastFrame) / 1e9);
        lastFrame = now;
        compare.frame(seconds);
        player.pass(seconds);
        refreshFrame();
        if (player.isPlaying()) {
            travel += seconds / TRAVEL_SECONDS;
            floor.showTravel(travel);
        } else {
            floor.hideTravel();
        }
    }

    private void refreshFrame() {
        double glide = player.isPlaying() ? GLIDE_SECONDS * player.secondsPerSecond() * 1e9 : 0;
        boolean isOfThisStudy = player.study().filter(study -> study == bench.study()).isPresent();
        player.moment().filter(moment -> isOfThisStudy).ifPresent(moment -> {
            boolean moved = moment.timeNanos() != shownNanos;
            floor.showMoment(moment, glide);
            chosen.keepInSight();
            long time = System.nanoTime();
            boolean due = !player.isPlaying() || time - figuresShown > NANOS_BETWEEN_FIGURES;
            if (moved && due) {
                figuresShown = time;
                shownNanos = moment.timeNanos();
                card.showMoment(bench.study(), moment);
                diagnose.showPlayhead(moment.timeNanos(), player.isPlaying());
                if (chosen.isThere()) {
                    chosen.show();
                }
            }
        });
        player.trace().filter(trace -> isOfThisStudy && trace != stripTrace).ifPresent(trace -> {
            stripTrace = trace;
            strips.setStudy(preparation.unfolded(bench.study()), trace);
        });
        strips.update(player.playheadNanos());
        transport.update(bench.study());
    }

    private void openFind(double x, double y) {
        findBox.open(x, y, whole.getWidth(), whole.getHeight());
    }

    void toggleNumbers() {
        floor.options().setNumbers(!floor.options().numbers());
        floor.drawOverlay();
    }

    void keepView() {
        views.askName();
    }

    void toggleNames() {
        floor.options().setNames(!floor.options().names());
        floor.drawOverlay();
    }

    /** Whether keys that were pressed there are for the floor: it or the strips have the focus, nothing has, or it is not there at all. */
    boolean isAtFloor(Object target) {
        return target == floor || target == strips || target == whole || target instanceof Scene || workspace == Workspace.COMPARE;
    }

    boolean isFinding() {
        return findBox.isVisible();
    }

    private void openFindAtTop() {
        openFind(whole.getWidth() - 340, 50);
    }

    /** Opens find or do where the pointer is on the floor; at the top where there is none. */
    void findAtPointer() {
        if (workspace == Workspace.COMPARE) {
            openFindAtTop();
            return;
        }
        javafx.geometry.Point2D at = floor.localToScene(gestures.pointerX(), gestures.pointerY());
        openFind(at.getX(), at.getY());
    }

    void escape() {
        boolean unfolded = card.lookup("#editor") != null;
        if (unfolded) {
            card.rebuild();
        } else if (!question.close() && !gestures.putAway()) {
            if (chosen.isThere()) {
                chosen.choose(Optional.empty());
            } else {
                bench.select(Set.of());
            }
        }
        say("");
        floor.requestFocus();
    }

    /** The node with that id, for tests and pictures. */
    public Optional<Node> find(String id) {
        return Optional.ofNullable(whole.lookup("#" + id));
    }

    /** Goes on once unsaved work is saved, or given up for good, which is asked in place. */
    public void closing(Runnable then) {
        files.closing(then);
    }

    /** Ends the background work; unsaved work stays in the journal and is offered at the next start. */
    @Override
    public void close() {
        timer.stop();
        player.close();
        outlook.close();
        compare.close();
        diagnose.close();
        checks.close();
        files.journal();
        files.close();
    }
}
