package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.BooleanSupplier;
import javafx.geometry.Point2D;
import javafx.scene.control.Label;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import rhombic.desktop.RhombicApp;
import rhombic.desktop.work.RecentFiles;
import rhombic.desktop.work.Workbench;
import rhombic.formats.file.Journal;
import rhombic.formats.study.StudyReader;
import rhombic.study.Equipment;
import rhombic.study.Link;
import rhombic.study.Station;
import rhombic.study.Study;

/** The real window, worked by mouse and keys. */
@ExtendWith(ApplicationExtension.class)
class WindowTest {
    @TempDir
    static Path folder;

    private MainWindow window;
    private Path answer;

    @Start
    void start(Stage stage) throws Exception {
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
        stage.setScene(RhombicApp.scene(window.root(), 1270, 780));
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

    private Study study() {
        return window.bench().study();
    }

    private boolean isRunWritten() {
        return window.player().study().filter(s -> s == study()).isPresent() && window.player().writtenNanos() >= window.player().lengthNanos();
    }

    private Point2D onScreen(double x, double y, double z) {
        var pixel = window.floor().pixelOf(x, y, z).orElseThrow();
        return window.floor().localToScreen(pixel.x(), pixel.y());
    }

    private static void await(BooleanSupplier condition) {
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

    private void place(FxRobot robot, String family, String thing, double... xy) {
        robot.clickOn("#family-" + family).clickOn("#thing-" + thing);
        for (int i = 0; i < xy.length; i += 2) {
            robot.clickOn(onScreen(xy[i], xy[i + 1], 0));
        }
        robot.push(KeyCode.ESCAPE);
        robot.clickOn("#family-" + family);
    }

    private void buildLine(FxRobot robot) {
        place(robot, "in-out", "goods-in", -8, 0);
        place(robot, "work", "station", -3, 0, 2, 0);
        place(robot, "in-out", "goods-out", 7, 0);
        robot.interact(() -> window.bench().select(Set.of()));
        robot.interact(() -> window.floor().requestFocus());
        robot.push(KeyCode.L);
        robot.clickOn(onScreen(-8, 0, 0)).clickOn(onScreen(-3, 0, 0.5)).clickOn(onScreen(2, 0, 0.5)).clickOn(onScreen(7, 0, 0));
        robot.push(KeyCode.ESCAPE);
    }

    private String text(FxRobot robot, String id) {
        return robot.lookup("#" + id).queryAs(Label.class).getText();
    }

    @Test
    void aLineIsBuiltRunScrubbedUndoneSavedAndOpened(FxRobot robot) throws Exception {
        buildLine(robot);
        assertEquals(List.of("Goods in", "Station 1", "Station 2", "Goods out"), study().equipment().stream().map(Equipment::name).toList());
        assertEquals(List.of(new Link("Goods in", "Station 1"), new Link("Station 1", "Station 2"), new Link("Station 2", "Goods out")), study().links());
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
        assertEquals(built, StudyReader.open(answer));
        while (window.bench().canUndo()) {
            robot.push(KeyCode.CONTROL, KeyCode.Z);
        }
        assertEquals(Study.empty(), study());
        robot.push(KeyCode.CONTROL, KeyCode.O);
        robot.push(KeyCode.CONTROL, KeyCode.O);
        await(() -> study().equals(built));

        robot.push(KeyCode.DIGIT4);
        await(() -> robot.lookup("#compare-table").queryAs(TableView.class).getItems().size() == rhombic.experiment.Response.OF_PLANT.size());
    }

    private void type(FxRobot robot, String text) {
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText(text));
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).requestFocus());
        robot.push(KeyCode.ENTER);
    }

    private void copy(FxRobot robot, String text) {
        robot.interact(() -> {
            javafx.scene.input.ClipboardContent content = new javafx.scene.input.ClipboardContent();
            content.putString(text);
            javafx.scene.input.Clipboard.getSystemClipboard().setContent(content);
        });
    }

    @Test
    void aTimeShowsItsCurveWhileItIsTypedAndFormulasAreMarkedWhereTheyFail(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.interact(() -> window.bench().select("Station 1"));
        robot.clickOn("#token-time");
        assertEquals(1, robot.lookup("#curve").query().getOpacity());
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText("triangular(40 s"));
        assertTrue(robot.lookup("#curve").query().getOpacity() < 1, "half a distribution has no curve yet");
        type(robot, "triangular(40 s, 50 s, 90 s)");
        robot.clickOn("#token-time-depends").push(KeyCode.END).push(KeyCode.ENTER);
        assertTrue(((Station) study().equipment().getFirst()).work().operations().getFirst().time() instanceof rhombic.study.TimeSource.ByFormula);
        robot.clickOn("#token-time");
        type(robot, "45 + * 2");
        assertTrue(text(robot, "editor-message").contains("At character 4"), text(robot, "editor-message"));
        assertEquals("+", robot.lookup("#editor-field").queryAs(TextField.class).getSelectedText());
        type(robot, "45 + piece.joints");
        assertTrue(window.find("fix-attribute-never-set").isPresent(), "the check offers to add the attribute");
        robot.clickOn("#fix-attribute-never-set");
        assertEquals("joints", study().pieceTypes().getFirst().attributes().getFirst().name());
        assertTrue(window.find("fix-attribute-never-set").isEmpty());
    }

    @Test
    void aTimetableIsPastedReadFromAFileAndItsFaultsAreToldByRow(FxRobot robot) throws Exception {
        place(robot, "in-out", "goods-in", 0, 0);
        robot.interact(() -> window.bench().select("Goods in"));
        robot.clickOn("#token-supply").push(KeyCode.END).push(KeyCode.ENTER);
        robot.clickOn("#token-timetable");
        copy(robot, "time\ttype\tquantity\n07:15\tPiece\t4\n08:00\tPump\t2\n");
        robot.clickOn("#editor-paste").clickOn("#editor-use");
        assertTrue(text(robot, "editor-message").contains("Row 2: there is no piece type"), text(robot, "editor-message"));
        copy(robot, "07:15\tPiece\t4\n08:00\tPiece\t2\n09:30\tPiece\t1\n");
        robot.clickOn("#editor-paste").clickOn("#editor-use");
        assertEquals(7, rows().stream().mapToInt(rhombic.study.Timetable.Row::quantity).sum());
        Files.writeString(answer.resolveSibling("table.csv"), "when;pieces\n06:30;25\n");
        robot.clickOn("#token-timetable").clickOn("#editor-read").clickOn("#editor-use");
        assertEquals(List.of(25), rows().stream().map(rhombic.study.Timetable.Row::quantity).toList());
        Files.writeString(answer.resolveSibling("table.csv"), "when;pieces;colour\n06:30;25;red\n");
        robot.clickOn("#token-timetable").clickOn("#editor-read").clickOn("#editor-use");
        assertTrue(text(robot, "editor-message").contains("\u201ccolour\u201d is neither time, type nor quantity"), text(robot, "editor-message"));
    }

    private List<rhombic.study.Timetable.Row> rows() {
        return ((rhombic.study.Supply.ByTimetable) ((rhombic.study.GoodsIn) study().equipment().getFirst()).supply().orElseThrow()).timetable().rows();
    }

    @Test
    void aPalletIsPackedByHandAndSaysWhatItCarries(FxRobot robot) {
        robot.clickOn("#token-add-carrier");
        assertEquals(List.of("Piece", "Pallet"), study().pieceTypes().stream().map(rhombic.study.PieceType::name).toList());
        place(robot, "in-out", "goods-in", -8, 2, -8, -3);
        place(robot, "join-part", "assembly-station", -2, 0);
        place(robot, "store", "buffer", 4, 0);
        robot.interact(() -> window.bench().select("Goods in 2"));
        robot.clickOn("#token-piece-type");
        copy(robot, "Pallet\t1");
        robot.clickOn("#editor-paste").clickOn("#editor-use");
        robot.interact(() -> window.bench().edit("link", s -> s.linked("Goods in", "Assembly station 1").linked("Goods in 2", "Assembly station 1").linked("Assembly station 1", "Buffer 1")));
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(3_600_000_000_000L * 2));
        int buffer = study().equipment().indexOf(study().find("Buffer 1").orElseThrow());
        await(() -> window.player().moment().filter(m -> m.content(buffer) > 0).isPresent());
        WaitForAsyncUtils.waitForFxEvents();
        var moment = window.player().moment().orElseThrow();
        int pallet = moment.at(buffer).iterator().next().piece();
        assertEquals(4, moment.on(pallet).size());
        robot.interact(() -> window.bench().select("Assembly station 1"));
        await(() -> !text(robot, "equipment-doing").isBlank());
        assertTrue(text(robot, "equipment-doing").contains("for "), text(robot, "equipment-doing"));
        await(() -> window.floor().pixelOfPiece(pallet).isPresent());
        var pixel = window.floor().pixelOfPiece(pallet).orElseThrow();
        robot.clickOn(window.floor().localToScreen(pixel.x(), pixel.y()));
        assertTrue(text(robot, "piece-title").startsWith("P"), text(robot, "piece-title"));
    }

    @Test
    void aRuleIsWrittenInSentences(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.interact(() -> window.bench().select(Set.of()));
        robot.clickOn("#token-add-rule");
        robot.clickOn("#token-Rule-1-when");
        type(robot, "a piece finishes at Station 1");
        robot.clickOn("#token-Rule-1-add-action");
        type(robot, "wait");
        assertTrue(text(robot, "editor-message").contains("nothing that a rule can do"), text(robot, "editor-message"));
        type(robot, "stop the run");
        assertEquals("stop the run", rhombic.study.RuleText.of(study().rules().getFirst().then().getFirst()));
        assertEquals("a piece finishes at Station 1", rhombic.study.RuleText.of(study().rules().getFirst().when()));
    }

    @Test
    void wrongTokensAreRefusedInPlaceAndRightOnesTaken(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.interact(() -> window.bench().select("Station 1"));
        robot.clickOn("#token-time");
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText("90"));
        robot.clickOn("#editor-field").push(KeyCode.ENTER);
        assertEquals("90 has no unit: write 90 s, 90 min or 90 h", text(robot, "editor-message"));
        assertEquals("60 s", ((Station) study().equipment().getFirst()).work().operations().getFirst().time().toString());
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText("1.5 min"));
        robot.clickOn("#editor-field").push(KeyCode.ENTER);
        assertEquals("1.5 min", ((Station) study().equipment().getFirst()).work().operations().getFirst().time().toString());
        robot.clickOn("#token-name");
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText("Saw"));
        robot.clickOn("#editor-field").push(KeyCode.ENTER);
        assertEquals(Set.of("Saw"), window.bench().selection());
        robot.clickOn("#token-input-room").push(KeyCode.ESCAPE);
        assertTrue(robot.lookup("#editor").tryQuery().isEmpty());
    }

    @Test
    void thingsAreMovedBoxSelectedCopiedAndDeletedByHand(FxRobot robot) {
        place(robot, "work", "station", -4, 0, 4, 0);
        robot.drag(onScreen(-4, 0, 0.4), MouseButton.PRIMARY).moveTo(onScreen(-2, 2, 0.4)).moveTo(onScreen(-4, 3, 0.4)).drop();
        assertTrue(study().find("Station 1").orElseThrow().placement().yMetres() > 1.5);
        robot.interact(() -> window.floor().fit(Set.of()));
        Point2D corner = window.floor().localToScreen(window.floor().getWidth() - 6, window.floor().getHeight() - 6);
        robot.drag(window.floor().localToScreen(6, 30), MouseButton.PRIMARY).moveTo(window.floor().localToScreen(200, 200)).moveTo(corner).drop();
        assertEquals(Set.of("Station 1", "Station 2"), window.bench().selection());
        robot.push(KeyCode.CONTROL, KeyCode.D);
        assertEquals(4, study().equipment().size());
        assertEquals(Set.of("Station 3", "Station 4"), window.bench().selection());
        robot.push(KeyCode.R);
        assertEquals(90, study().find("Station 3").orElseThrow().placement().turnedDegrees());
        robot.push(KeyCode.DELETE);
        assertEquals(2, study().equipment().size());
    }

    @Test
    void aLinkIsDraggedFromItsRhombus(FxRobot robot) {
        place(robot, "work", "station", -4, 0, 4, 0);
        robot.interact(() -> window.bench().select("Station 1"));
        robot.drag(onScreen(-4 + 1 + 0.35, 0, 0.1), MouseButton.PRIMARY).moveTo(onScreen(0, 0, 0)).moveTo(onScreen(4, 0, 0.5)).drop();
        assertEquals(List.of(new Link("Station 1", "Station 2")), study().links());
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
    void aPieceThatIsClickedSaysWhatItDoes(FxRobot robot) {
        buildLine(robot);
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(3_600_000_000_000L * 2));
        await(() -> window.player().moment().orElseThrow().at(1).stream().anyMatch(s -> s.place() >= 0));
        WaitForAsyncUtils.waitForFxEvents();
        int piece = window.player().moment().orElseThrow().at(1).iterator().next().piece();
        await(() -> window.floor().pixelOfPiece(piece).isPresent());
        var pixel = window.floor().pixelOfPiece(piece).orElseThrow();
        robot.clickOn(window.floor().localToScreen(pixel.x(), pixel.y()));
        assertEquals("Piece, piece " + (piece + 1), text(robot, "piece-title"));
        assertTrue(text(robot, "piece-doing").contains("Station 1"), text(robot, "piece-doing"));
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
        assertEquals(built, StudyReader.open(answer));
        Files.writeString(answer, "{ half a file");
        robot.push(KeyCode.CONTROL, KeyCode.O);
        await(() -> text(robot, "message").contains("can't be read"));
        assertTrue(text(robot, "message").contains("line 1"), text(robot, "message"));
        assertEquals(built, study());
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
            robot.push(KeyCode.SPACE);
            WaitForAsyncUtils.waitForFxEvents();
            String to = from.equals("Goods in") ? "Station 1" : "Goods out";
            javafx.scene.control.ListView<String> choices = robot.lookup("#editor-choices").queryListView();
            while (!to.equals(choices.getSelectionModel().getSelectedItem())) {
                robot.push(KeyCode.DOWN);
            }
            robot.push(KeyCode.ENTER);
        }
        assertTrue(study().links().contains(new Link("Station 1", "Goods out")), study().links().toString());
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
        Path owner;
        try (var files = Files.list(journal)) {
            owner = files.filter(f -> f.toString().endsWith(".owner")).findFirst().orElseThrow();
        }
        Files.writeString(owner, "999999999");
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
                for (Path file : files.filter(f -> f.toString().endsWith(".study.json")).toList()) {
                    if (StudyReader.open(file).equals(study)) {
                        return true;
                    }
                }
                return false;
            } catch (Exception e) {
                return false; // half of the entry's files are there; looked at again
            }
        }
    }

    @Test
    void unsavedWorkIsGivenUpOnlyWhenAskedTwice(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.push(KeyCode.CONTROL, KeyCode.N);
        assertEquals(1, study().equipment().size());
        assertTrue(text(robot, "message").contains("unsaved changes"), text(robot, "message"));
        robot.push(KeyCode.CONTROL, KeyCode.N);
        assertEquals(Study.empty(), study());
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
        robot.interact(() -> window.bench().edit("ten years", s -> s.withPlan(s.plan().withLength(rhombic.quantity.Quantity.parse("3650 d", rhombic.quantity.Dimension.TIME)))));
        await(() -> robot.lookup("Stop").tryQuery().filter(javafx.scene.Node::isVisible).isPresent());
        robot.clickOn("Stop");
        assertEquals("Stopped. The next edit runs it again.", text(robot, "outlook-message"));
    }
}
