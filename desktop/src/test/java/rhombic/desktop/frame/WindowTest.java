package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import rhombic.desktop.work.RecentFiles;
import rhombic.desktop.work.Workbench;
import rhombic.formats.file.ErrorLog;
import rhombic.formats.file.Journal;
import rhombic.formats.study.StudyReader;
import rhombic.formats.study.StudyWriter;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Bend;

/** The real window, worked by mouse and keys. */
class WindowTest extends WindowBase {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    /** As a study holds it. */
    private static Link link(String from, String to) {
        return new Link(from, to).withId(Link.usualId(from, to));
    }

    @Test
    void aLineIsBuiltRunScrubbedUndoneSavedAndOpened(FxRobot robot) throws Exception {
        buildLine(robot);
        assertEquals(List.of("Goods in", "Station 1", "Station 2", "Goods out"),
                study().elements().stream().map(PlantElement::name).toList());
        assertEquals(List.of(link("Goods in", "Station 1"), link("Station 1", "Station 2"), link("Station 2", "Goods out")),
                study().links());
        await(() -> window.outlook().last().filter(f -> f.summary().study().equals(study())).isPresent());
        assertEquals(40, Double.parseDouble(text(robot, "outlook-throughput")), 2, "exponential(90 s) brings 40 an hour");

        robot.push(KeyCode.DIGIT2);
        await(this::isRunWritten);
        robot.push(KeyCode.END);
        await(() -> window.player().moment().orElseThrow().left() > 200);
        Point2D third = window.strips().localToScreen(window.strips().getWidth() / 3, 60);
        robot.clickOn(third);
        await(() -> window.player().playheadNanos() < window.player().lengthNanos() / 2);
        long left = window.player().moment().orElseThrow().left();
        assertTrue(left > 30 && left < 200, "scrubbed back to " + left);
        robot.push(KeyCode.SPACE);
        await(() -> window.player().isPlaying() && window.player().moment().orElseThrow().left() > left);
        robot.push(KeyCode.SPACE);
        assertFalse(window.player().isPlaying());
        robot.push(KeyCode.DIGIT1);

        Study built = study();
        robot.push(KeyCode.CONTROL, KeyCode.S);
        await(() -> Files.exists(answer) && window.bench().isSaved());
        assertEquals(built.named("line"), StudyReader.open(answer), "a study without a name takes that of its file");
        while (window.bench().canUndo()) {
            robot.push(KeyCode.CONTROL, KeyCode.Z);
        }
        assertEquals(Study.empty(), study());
        robot.push(KeyCode.CONTROL, KeyCode.O);
        robot.clickOn("#leave-discard");
        await(() -> study().equals(built.named("line")));

        robot.push(KeyCode.DIGIT4);
        await(() -> robot.lookup("#alternatives-sheet").tryQuery().isPresent());
    }

    @Test
    void thingsAreMovedBoxSelectedCopiedAndDeletedByHand(FxRobot robot) {
        place(robot, "work", "station", -4, 0, 4, 0);
        robot.drag(onScreen(-4, 0, 0.4), MouseButton.PRIMARY).moveTo(onScreen(-2, 2, 0.4)).moveTo(onScreen(-4, 3, 0.4)).drop();
        assertTrue(study().find("Station 1").orElseThrow().placement().yMetres() > 1.5);
        robot.interact(() -> window.floor().fit(Set.of()));
        Point2D corner = window.floor().localToScreen(window.floor().getWidth() - 6, window.floor().getHeight() - 6);
        robot.drag(window.floor().localToScreen(6, 30), MouseButton.PRIMARY).moveTo(window.floor().localToScreen(200, 200)).moveTo(corner)
                .drop();
        assertEquals(Set.of("Station 1", "Station 2"), window.bench().selection());
        robot.push(KeyCode.CONTROL, KeyCode.D);
        assertEquals(4, study().elements().size());
        assertEquals(Set.of("Station 3", "Station 4"), window.bench().selection());
        robot.push(KeyCode.R);
        assertEquals(90, study().find("Station 3").orElseThrow().placement().headingDegrees());
        robot.push(KeyCode.DELETE);
        assertEquals(2, study().elements().size());
    }

    @Test
    void aLinkIsDraggedFromItsRhombus(FxRobot robot) {
        place(robot, "work", "station", -4, 0, 4, 0);
        robot.interact(() -> window.bench().select("Station 1"));
        robot.drag(onScreen(-4 + 1 + 0.35, 0, 0.1), MouseButton.PRIMARY).moveTo(onScreen(0, 0, 0)).moveTo(onScreen(4, 0, 0.5)).drop();
        assertEquals(List.of(link("Station 1", "Station 2")), study().links());
    }

    @Test
    void aLinkIsBentByDraggingItAndStraightenedByADoubleClick(FxRobot robot) {
        place(robot, "work", "station", -4, 0, 4, 0);
        robot.interact(() -> window.bench().edit("link", study -> study.linked("Station 1", "Station 2")));
        robot.drag(onScreen(0, 0, 0.02), MouseButton.PRIMARY).moveTo(onScreen(0, 1, 0.02)).moveTo(onScreen(0, 2, 0.02)).drop();
        List<Bend> bends = study().links().getFirst().bends();
        assertEquals(1, bends.size());
        assertEquals(0, bends.getFirst().xMetres(), 0.5);
        assertEquals(2, bends.getFirst().yMetres(), 0.5);
        click(robot, onScreen(bends.getFirst().xMetres(), bends.getFirst().yMetres(), 0.02), 2);
        assertEquals(List.of(), study().links().getFirst().bends());
    }

    @Test
    void aDistanceTypedWhileDraggingIsExact(FxRobot robot) {
        place(robot, "work", "station", -4, 0);
        robot.drag(onScreen(-4, 0, 0.4), MouseButton.PRIMARY).moveTo(onScreen(-2, 0, 0.4)).moveTo(onScreen(0, 0.2, 0.4));
        robot.type(KeyCode.DIGIT1, KeyCode.PERIOD, KeyCode.DIGIT2, KeyCode.DIGIT5);
        robot.push(KeyCode.ENTER);
        robot.drop();
        assertEquals(-2.75, study().find("Station 1").orElseThrow().placement().xMetres(), 1e-9);
        assertEquals(Set.of("Station 1"), window.bench().selection());
    }

    @Test
    void aFewLettersPlaceAThingAndFindIt(FxRobot robot) {
        robot.moveTo(onScreen(2, 1, 0));
        robot.push(KeyCode.SLASH);
        robot.write("/buf");
        robot.push(KeyCode.ENTER);
        assertEquals(Set.of("Buffer 1"), study().names());
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.SLASH);
        robot.interact(() -> robot.lookup("#find-field").queryAs(TextField.class).setText("watch"));
        robot.push(KeyCode.ENTER);
        assertTrue(window.strips().isVisible());
    }

    @Test
    void aFileThatIsPulledAwayOrDamagedIsToldAndNothingIsLost(FxRobot robot) throws Exception {
        place(robot, "work", "station", 0, 0);
        Study built = study();
        robot.push(KeyCode.CONTROL, KeyCode.S);
        await(() -> window.bench().isSaved());
        Files.delete(answer);
        robot.push(KeyCode.CONTROL, KeyCode.S);
        await(() -> Files.exists(answer));
        assertEquals(built.named("line"), StudyReader.open(answer));
        Files.writeString(answer, "{ half a file");
        robot.push(KeyCode.CONTROL, KeyCode.O);
        await(() -> text(robot, "message").contains("can't be read"));
        assertTrue(text(robot, "message").contains("line 1"), text(robot, "message"));
        assertEquals(built.named("line"), study());
        robot.push(KeyCode.CONTROL, KeyCode.S);
        await(() -> text(robot, "message").contains("changed by another program"));
        assertEquals("{ half a file", Files.readString(answer));
    }

    @Test
    void aThingIsDraggedFromTheShelfToTheFloor(FxRobot robot) {
        robot.clickOn("#family-store");
        robot.drag("#thing-buffer", MouseButton.PRIMARY).moveTo(onScreen(0, -2, 0)).moveTo(onScreen(1, -3, 0)).drop();
        assertEquals(Set.of("Buffer 1"), study().names());
        assertEquals(-3, study().find("Buffer 1").orElseThrow().placement().yMetres(), 0.6);
    }

    @Test
    void aLineIsBuiltByKeysAlone(FxRobot robot) {
        for (String letters : List.of("goods in", "station", "goods out")) {
            robot.push(KeyCode.SLASH);
            robot.write(letters);
            robot.push(KeyCode.ENTER);
            robot.push(KeyCode.ESCAPE);
            robot.push(KeyCode.ESCAPE);
        }
        assertEquals(Set.of("Goods in", "Station 1", "Goods out"), study().names());
        for (String from : List.of("Goods in", "Station 1")) {
            robot.interact(() -> window.bench().select(from));
            robot.interact(() -> robot.lookup("#token-link").query().requestFocus());
            robot.push(KeyCode.ENTER);
            WaitForAsyncUtils.waitForFxEvents();
            String to = from.equals("Goods in") ? "Station 1" : "Goods out";
            ListView<String> choices = robot.lookup("#editor-choices").queryListView();
            while (!to.equals(choices.getSelectionModel().getSelectedItem())) {
                robot.push(KeyCode.DOWN);
            }
            robot.push(KeyCode.ENTER);
        }
        assertTrue(study().links().contains(link("Station 1", "Goods out")), study().links().toString());
        robot.interact(() -> window.bench().select("Station 1"));
        robot.interact(() -> window.floor().requestFocus());
        double x = study().find("Station 1").orElseThrow().placement().xMetres();
        robot.push(KeyCode.RIGHT).push(KeyCode.RIGHT);
        assertTrue(study().find("Station 1").orElseThrow().placement().xMetres() >= x + 1, "two steps of half a metre to the east");
    }

    @Test
    void unsavedWorkIsJournalledAndOfferedAfterACrash(FxRobot robot) throws Exception {
        place(robot, "work", "station", 0, 0);
        Study built = study();
        Path journal = answer.resolveSibling("journal");
        await(() -> new RestoredJournal(journal).holds(built));
        robot.interact(window::close); // its lock is gone, as after a crash
        MainWindow[] next = new MainWindow[1];
        robot.interact(() -> {
            next[0] = new MainWindow(new Workbench(Study.empty()), FileAsker.dialogs(null), new Journal(journal), new RecentFiles(journal));
            window.root().getScene().setRoot(next[0].root());
        });
        robot.clickOn("#restore-work");
        await(() -> next[0].bench().study().equals(built));
        assertFalse(next[0].bench().isSaved());
        robot.interact(next[0]::close);
    }

    /** Looks into the journal as a later window would. */
    private record RestoredJournal(Path folder) {
        boolean holds(Study study) {
            if (!Files.isDirectory(folder)) {
                return false;
            }
            try (var files = Files.list(folder)) {
                for (Path file : files.filter(f -> f.toString().endsWith(".entry.json")).toList()) {
                    String text = new com.fasterxml.jackson.databind.ObjectMapper().readTree(Files.readString(file)).path("study").asText();
                    if (StudyReader.read(text).equals(study)) {
                        return true;
                    }
                }
                return false;
            } catch (Exception e) {
                return false; // it is being written; looked at again
            }
        }
    }

    /** A name that is typed without its ending gets it; a study that has a name keeps it. */
    @Test
    void aFileIsNamedInFullAndNamesAStudyThatHasNoNameYet(FxRobot robot) throws Exception {
        place(robot, "work", "station", 0, 0);
        answer = answer.resolveSibling("line1");
        robot.push(KeyCode.CONTROL, KeyCode.S);
        Path written = answer.resolveSibling("line1.rhombic.json");
        await(() -> Files.exists(written));
        assertFalse(Files.exists(answer));
        assertEquals("line1", StudyReader.open(written).name());
        assertEquals("line1", window.bench().study().name());
        answer = answer.resolveSibling("other");
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.S);
        Path other = answer.resolveSibling("other.rhombic.json");
        await(() -> Files.exists(other));
        assertEquals("line1", StudyReader.open(other).name());
    }

    /** What was saved elsewhere since the work was left is not written over unasked. */
    @Test
    void broughtBackWorkAsksBeforeItIsSavedOverAFileThatHasChanged(FxRobot robot) throws Exception {
        Path file = answer.resolveSibling("left.rhombic.json");
        StudyWriter.save(Study.empty().named("Elsewhere"), file);
        Path journal = answer.resolveSibling("journal");
        Study left = Study.empty().named("Left");
        try (Journal crashed = new Journal(journal)) {
            crashed.keep(left, Optional.of(new Journal.Home(file, Optional.of(FileTime.fromMillis(1_000)))));
        }
        robot.interact(window::close);
        MainWindow[] next = new MainWindow[1];
        robot.interact(() -> {
            next[0] = new MainWindow(new Workbench(Study.empty()), FileAsker.dialogs(null), new Journal(journal), new RecentFiles(journal));
            window.root().getScene().setRoot(next[0].root());
        });
        robot.clickOn("#restore-work");
        await(() -> next[0].bench().study().equals(left));
        robot.push(KeyCode.CONTROL, KeyCode.S);
        assertTrue(text(robot, "message").contains("changed"), text(robot, "message"));
        assertEquals("Elsewhere", StudyReader.open(file).name());
        robot.interact(next[0]::close);
    }

    /** On a full disk what was left behind is all there is. */
    @Test
    void leftWorkThatCannotBeJournalledAnewStaysWhereItWas() throws Exception {
        Journal journal = mock(Journal.class);
        doThrow(new IOException("the disk is full")).when(journal).keep(any(), any());
        RecentFiles recent = new RecentFiles(answer.resolveSibling("recent"));
        try (StudyFiles files = new StudyFiles(new Workbench(Study.empty()), FileAsker.dialogs(null), journal, recent, told -> {},
                new LeaveQuestion())) {
            files.restore(new Journal.Left("left", Study.empty().named("Left"), Optional.empty()), () -> {});
        }
        verify(journal, atLeastOnce()).keep(any(), any());
        verify(journal, never()).withdraw("left");
    }

    @Test
    void whatFailsOnAnyThreadIsToldAndWrittenDown(FxRobot robot) throws Exception {
        Thread.UncaughtExceptionHandler before = Thread.getDefaultUncaughtExceptionHandler();
        ErrorLog log = new ErrorLog(answer.resolveSibling("log"));
        window.tellErrors(log);
        try {
            Thread failing = new Thread(() -> {
                throw new IllegalStateException("made to fail");
            });
            failing.start();
            failing.join();
            await(() -> text(robot, "message").contains("Something failed inside the program"));
            assertTrue(Files.readString(log.file()).contains("made to fail"));
        } finally {
            Thread.setDefaultUncaughtExceptionHandler(before);
        }
    }

    @Test
    void findOrDoOpensInCompareToo(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.clickOn("#place-compare");
        robot.clickOn("#find-button");
        assertTrue(robot.lookup("#find-box").query().isVisible());
        robot.interact(() -> robot.lookup("#find-field").queryAs(TextField.class).setText("watch"));
        robot.push(KeyCode.ENTER);
        assertTrue(window.strips().isVisible());
        robot.clickOn("#place-compare");
        robot.interact(() -> window.root().requestFocus());
        robot.push(KeyCode.SLASH);
        assertTrue(robot.lookup("#find-box").query().isVisible());
    }

    @Test
    void theRunIsSteppedAndReadFromTheTables(FxRobot robot) {
        buildLine(robot);
        await(this::isRunWritten);
        robot.push(KeyCode.HOME);
        robot.push(KeyCode.PERIOD).push(KeyCode.PERIOD);
        assertTrue(window.player().playheadNanos() > 0);
        assertTrue(window.player().moment().orElseThrow().entered() >= 1);
        robot.push(KeyCode.DIGIT3);
        press(robot, "#diagnose-tables");
        await(() -> robot.lookup("#results-table").queryAs(TableView.class).getItems().size() == 4);
        assertTrue(text(robot, "balance").contains(" in \u2212 "), text(robot, "balance"));
        robot.push(KeyCode.DIGIT2);
        robot.clickOn(window.strips().localToScreen(30, 16 + 17 + 8));
        assertEquals(Set.of("Station 1"), window.bench().selection());
        robot.push(KeyCode.P);
        assertTrue(window.floor().isPlan());
        robot.push(KeyCode.P);
        assertFalse(window.floor().isPlan());
    }

    @Test
    void aRunOfTenYearsTellsItsProgressAndCanBeStopped(FxRobot robot) {
        buildLine(robot);
        robot.interact(() -> window.bench().edit("ten years",
                s -> s.withPlan(s.plan().withLength(Quantity.parse("3650 d", Dimension.TIME)))));
        await(() -> robot.lookup("Stop").tryQuery().filter(Node::isVisible).isPresent());
        robot.clickOn("Stop");
        assertEquals("Stopped. The next edit runs it again.", text(robot, "outlook-message"));
    }
}
