package rhombic.desktop.frame;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyEvent;
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

/** Puts the parts of the window together and carries news between them. */
public final class MainWindow implements AutoCloseable {
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
    private final Panes panes;
    private final ShownMoment shown;

    private Workspace workspace = Workspace.BUILD;
    /** What was last put on the floor. */
    private @Nullable Study laid;
    private int factorsSeen = -1;

    public MainWindow(Workbench bench, FileAsker asker, Journal journal, RecentFiles recent) {
        this.bench = bench;
        files = new StudyFiles(bench, asker, journal, recent, this::say, question);
        editing = new Editing(bench, this::say);
        card = new JobCardView(bench, preparation::unfolded, asker::toRead, this::stripLog);
        chosen = new ChosenPiece(bench, player, card, floor);
        card.onFollow(chosen::followMember);
        card.onColoured(floor::colour);
        gestures = new FloorGestures(floor, bench, chosen::choose, () -> workspace != Workspace.BUILD, this::showHand);
        views = new ViewsBar(bench, floor::look, floor::seen, this::say);
        shelf = new Shelf(floor, gestures);
        transport = new TransportBar(player, this::refresh);
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
        panes = new Panes(
                new Panes.On(topBar, outlookBar, floor, views, message, shelf, card, transport, strips, diagnose, compare, question,
                        findBox));
        shown = new ShownMoment(bench, preparation, player,
                new ShownMoment.On(floor, card, chosen, strips, transport, diagnose), List.of(compare::frame, player::pass));
        Keyboard keyboard = new Keyboard(this, editing, files, gestures, transport);
        panes.whole().addEventFilter(KeyEvent.KEY_PRESSED, keyboard::press);
        bench.addListener(new News());
        studyChanged();
        go(Workspace.BUILD);
        shown.start();
        panes.addToFloor(new LeftWork(files, () -> Platform.runLater(() -> floor.fit(Set.of()))));
    }

    public Parent root() {
        return panes.whole();
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
        shown.refresh();
        chosen.follow(player.moment().filter(moment -> body >= 0 && body < moment.bodies()).map(moment -> moment.pieceOf(body))
                .filter(piece -> piece >= 0)); // a body is used again for later pieces: the moment tells whose it is
        shown.refresh();
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

    /** Goes to a place; floor and playhead stay as they are. */
    public void go(Workspace to) {
        workspace = to;
        panes.arrangeFor(to);
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
            shown.forget(); // the same moment of the new run says something else
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
        panes.setToolInHand(gestures.inHand().isPresent() || gestures.isLinking() || gestures.isMeasuring());
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

    /** The player has been set to another moment. */
    private void refresh() {
        shown.refresh();
    }

    private void openFind(double x, double y) {
        findBox.open(x, y, panes.whole().getWidth(), panes.whole().getHeight());
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
        return target == floor || target == strips || target == panes.whole() || target instanceof Scene || workspace == Workspace.COMPARE;
    }

    boolean isFinding() {
        return findBox.isVisible();
    }

    private void openFindAtTop() {
        openFind(panes.whole().getWidth() - 340, 50);
    }

    /** Opens find or do where the pointer is on the floor; at the top where there is none. */
    void findAtPointer() {
        if (workspace == Workspace.COMPARE) {
            openFindAtTop();
            return;
        }
        Point2D at = floor.localToScene(gestures.pointerX(), gestures.pointerY());
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
        return Optional.ofNullable(panes.whole().lookup("#" + id));
    }

    /** Goes on once unsaved work is saved, or given up for good, which is asked in place. */
    public void closing(Runnable then) {
        files.closing(then);
    }

    /** Ends the background work; unsaved work stays in the journal and is offered at the next start. */
    @Override
    public void close() {
        shown.stop();
        player.close();
        outlook.close();
        compare.close();
        diagnose.close();
        checks.close();
        files.journal();
        files.close();
    }
}
