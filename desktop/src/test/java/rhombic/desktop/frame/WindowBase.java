package rhombic.desktop.frame;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.BooleanSupplier;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;
import rhombic.desktop.RhombicApp;
import rhombic.desktop.work.RecentFiles;
import rhombic.desktop.work.Workbench;
import rhombic.formats.file.Journal;
import rhombic.study.Study;
import rhombic.study.kind.Conveyor;

/** The real window for tests, on an empty study, and what hands do with it. */
@ExtendWith(ApplicationExtension.class)
abstract class WindowBase {
    @TempDir static Path folder;

    MainWindow window;
    Path answer;

    /** To be called by the start of each test class, which TestFX looks for there. */
    final void show(Stage stage) throws Exception {
        RhombicApp.prepare();
        Path state = Files.createTempDirectory(folder, "state");
        answer = state.resolve("line.rhombic.json");
        FileAsker asker = new FileAsker() {
            @Override
            public Optional<Path> toOpen() {
                return Optional.of(answer);
            }

            @Override
            public Optional<Path> toSave(String suggested) {
                return Optional.of(answer);
            }

            @Override
            public Optional<Path> toRead() {
                return Optional.of(answer.resolveSibling("table.csv"));
            }
        };
        window = new MainWindow(new Workbench(Study.empty()), asker, new Journal(state.resolve("journal")), new RecentFiles(state));
        stage.setScene(RhombicApp.scene(window.root(), 1060, 780));
        stage.setX(0);
        stage.setY(0);
        stage.show();
    }

    @BeforeEach
    void lookAtTheFloor(FxRobot robot) {
        robot.interact(() -> window.floor().fit(Set.of()));
        robot.interact(() -> window.floor().requestFocus());
        WaitForAsyncUtils.waitForFxEvents();
    }

    @AfterEach
    void end(FxRobot robot) {
        robot.interact(window::close);
    }

    Study study() {
        return window.bench().study();
    }

    Conveyor conveyor(String name) {
        return (Conveyor) study().find(name).orElseThrow();
    }

    boolean isRunWritten() {
        return window.player().study().filter(s -> s == study()).isPresent()
                && window.player().writtenNanos() >= window.player().lengthNanos();
    }

    Point2D onScreen(double x, double y, double z) {
        var pixel = window.floor().pixelOf(x, y, z).orElseThrow();
        return window.floor().localToScreen(pixel.x(), pixel.y());
    }

    /** So many clicks on the floor, told as one after the other in quick succession, however slow the machine is. */
    void click(FxRobot robot, Point2D screen, int times) {
        robot.moveTo(screen);
        robot.interact(() -> {
            for (int i = 1; i <= times; i++) {
                fire(MouseEvent.MOUSE_PRESSED, screen, i);
                fire(MouseEvent.MOUSE_RELEASED, screen, i);
                fire(MouseEvent.MOUSE_CLICKED, screen, i);
            }
        });
    }

    private void fire(EventType<MouseEvent> type, Point2D screen, int count) {
        Point2D at = window.floor().localToScene(window.floor().screenToLocal(screen));
        boolean isDown = type == MouseEvent.MOUSE_PRESSED;
        Event.fireEvent(window.floor(), new MouseEvent(type, at.getX(), at.getY(), screen.getX(), screen.getY(), MouseButton.PRIMARY, count,
                false, false, false, false, isDown, false, false, true, false, true, null));
    }

    static void await(BooleanSupplier condition) {
        try {
            WaitForAsyncUtils.waitFor(30, TimeUnit.SECONDS, () -> {
                boolean[] holds = new boolean[1];
                WaitForAsyncUtils.asyncFx(() -> holds[0] = condition.getAsBoolean()).get();
                return holds[0];
            });
        } catch (TimeoutException e) {
            throw new AssertionError("waited 30 s in vain", e);
        }
    }

    void place(FxRobot robot, String family, String element, double... xy) {
        robot.clickOn("#family-" + family).clickOn("#thing-" + element);
        for (int i = 0; i < xy.length; i += 2) {
            robot.clickOn(onScreen(xy[i], xy[i + 1], 0));
        }
        robot.push(KeyCode.ESCAPE);
        robot.clickOn("#family-" + family);
    }

    void buildLine(FxRobot robot) {
        place(robot, "in-out", "goods-in", -8, 0);
        place(robot, "work", "station", -3, 0, 2, 0);
        place(robot, "in-out", "goods-out", 7, 0);
        robot.interact(() -> window.bench().select(Set.of()));
        robot.interact(() -> window.floor().requestFocus());
        robot.push(KeyCode.L);
        robot.clickOn(onScreen(-8, 0, 0)).clickOn(onScreen(-3, 0, 0.5)).clickOn(onScreen(2, 0, 0.5)).clickOn(onScreen(7, 0, 0));
        robot.push(KeyCode.ESCAPE);
    }

    String text(FxRobot robot, String id) {
        return robot.lookup("#" + id).queryAs(Label.class).getText();
    }

    void type(FxRobot robot, String text) {
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText(text));
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).requestFocus());
        robot.push(KeyCode.ENTER);
    }

    void copy(FxRobot robot, String text) {
        robot.interact(() -> {
            ClipboardContent content = new ClipboardContent();
            content.putString(text);
            Clipboard.getSystemClipboard().setContent(content);
        });
    }

    /** What stands further down on the card can be pressed as well. */
    void press(FxRobot robot, String id) {
        robot.interact(() -> robot.lookup(id).queryAs(ButtonBase.class).fire());
    }

    void pick(FxRobot robot, String choice) {
        robot.interact(() -> {
            ListView<String> choices = robot.lookup("#editor-choices").queryListView();
            choices.getSelectionModel().select(choice);
            choices.requestFocus();
        });
        robot.push(KeyCode.ENTER);
    }
}
