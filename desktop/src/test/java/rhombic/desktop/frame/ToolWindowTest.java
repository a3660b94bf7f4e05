package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javafx.geometry.Point2D;
import javafx.scene.control.Label;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import rhombic.desktop.work.Edits;
import rhombic.formats.study.StudyReader;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;

/** What is in hand, what a click means, and what keys do: nothing is other than it seems. */
class ToolWindowTest extends WindowBase {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    /** The same line as by hand, without the hand. */
    private void line(FxRobot robot) {
        robot.interact(() -> {
            put(GoodsIn.KIND, -8);
            put(Station.KIND, -3);
            put(Station.KIND, 2);
            put(GoodsOut.KIND, 7);
            window.bench().edit("link",
                    study -> Edits.linkedInOrder(study, List.of("Goods in", "Station 1", "Station 2", "Goods out")));
            window.floor().fit(Set.of());
        });
        WaitForAsyncUtils.waitForFxEvents();
    }

    private void put(Kind<?> kind, double x) {
        PlantElement element = Edits.made(kind, study(), Placement.at(x, 0));
        window.bench().edit("place " + element.name(), study -> Edits.placed(study, element));
    }

    private String note() {
        return window.floor().overlay().note();
    }

    private List<List<String>> links() {
        return study().links().stream().map(link -> List.of(link.from(), link.to())).toList();
    }

    @Test
    void threeLettersAndEnterPlaceAStation(FxRobot robot) {
        place(robot, "work", "station", -4, 0); // there is one that begins with these letters, too
        robot.moveTo(onScreen(3, 2, 0));
        robot.push(KeyCode.SLASH);
        robot.write("sta");
        WaitForAsyncUtils.waitForFxEvents();
        assertEquals("Enter: Place a station at the pointer", text(robot, "find-does"));
        robot.push(KeyCode.ENTER);
        assertEquals(2, study().elements().size());
        assertEquals(3, study().find("Station 2").orElseThrow().placement().xMetres(), 0.6);
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.DIGIT2);
        robot.push(KeyCode.SLASH);
        robot.write("sta");
        WaitForAsyncUtils.waitForFxEvents();
        assertFalse(text(robot, "find-does").contains("Place"), "where nothing is built, commands and elements come first");
    }

    @Test
    void aLinkIsSelectedSaidAndTakenOutAlone(FxRobot robot) {
        line(robot);
        robot.interact(() -> window.bench().select("Station 1"));
        robot.clickOn(onScreen(-0.5, 0, 0.02));
        Link link = window.bench().link().orElseThrow();
        assertEquals(List.of("Station 1", "Station 2"), List.of(link.from(), link.to()));
        assertEquals(Set.of(), window.bench().selection(), "it, and not what it leaves");
        assertEquals("Link", text(robot, "link-title"));
        robot.push(KeyCode.DELETE);
        assertEquals(4, study().elements().size(), "no element is lost");
        assertEquals(List.of(List.of("Goods in", "Station 1"), List.of("Station 2", "Goods out")), links());
        assertEquals(Optional.empty(), window.bench().link());
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertEquals(3, links().size());
    }

    @Test
    void whatIsSaidOfALinkIsChangedOnItsCard(FxRobot robot) {
        line(robot);
        robot.clickOn(onScreen(-0.5, 0, 0.02));
        robot.interact(() -> robot.lookup("#token-share-1").queryButton().fire());
        type(robot, "100 %");
        assertEquals("100 %", study().linksFrom("Station 1").getFirst().share().orElseThrow().toString());
        assertTrue(window.bench().link().isPresent(), "it stays selected");
    }

    @Test
    void linkingBeginsWithTheFirstClickAndToolsFollowEachOther(FxRobot robot) {
        place(robot, "work", "station", -4, 0, 0, 0, 4, 0);
        robot.interact(() -> window.bench().select("Station 3"));
        robot.interact(() -> window.floor().requestFocus());
        robot.push(KeyCode.L);
        assertTrue(note().startsWith("link: click what gives first"), note());
        robot.clickOn(onScreen(-4, 0, 0.5)).clickOn(onScreen(0, 0, 0.5));
        assertEquals(List.of(List.of("Station 1", "Station 2")), links(), "what was selected is no part of it");
        assertTrue(note().startsWith("from Station 2"), note());
        robot.push(KeyCode.M);
        assertTrue(note().startsWith("measure"), note());
        robot.clickOn(onScreen(0, 3, 0));
        robot.moveTo(onScreen(3, 3, 0));
        assertTrue(note().startsWith("3.0") || note().startsWith("2.9"), note());
        assertEquals(1, links().size(), "measuring links nothing");
        robot.push(KeyCode.L);
        robot.clickOn(onScreen(0, 0, 0.5)).clickOn(onScreen(4, 0, 0.5));
        assertEquals(2, links().size());
        robot.push(KeyCode.ESCAPE);
        assertEquals("", note());
    }

    @Test
    void spaceRunsAndPausesWhereverTheFocusIs(FxRobot robot) {
        line(robot);
        await(this::isRunWritten);
        for (String id : List.of("thing-station", "family-work", "token-name")) {
            robot.interact(() -> robot.lookup("#family-work").queryButton().fire());
            robot.interact(() -> robot.lookup("#" + id).tryQuery().ifPresent(node -> node.requestFocus()));
            boolean was = window.player().isPlaying();
            robot.push(KeyCode.SPACE);
            assertEquals(!was, window.player().isPlaying(), id);
        }
    }

    @Test
    void lettersOutsideOfAFieldAndTheFloorDoNothing(FxRobot robot) {
        line(robot);
        robot.interact(() -> window.bench().select("Station 1"));
        robot.interact(() -> robot.lookup("#token-name").query().requestFocus());
        var view = window.floor().view();
        robot.push(KeyCode.P);
        robot.push(KeyCode.F);
        robot.push(KeyCode.L);
        assertEquals(view, window.floor().view());
        assertEquals("", note());
    }

    @Test
    void unsavedWorkIsAskedAboutInPlace(FxRobot robot) throws Exception {
        line(robot);
        Study built = study();
        robot.push(KeyCode.CONTROL, KeyCode.N);
        assertTrue(robot.lookup("#leave-question").query().isVisible());
        robot.clickOn("#leave-stay");
        assertEquals(built, study());
        robot.push(KeyCode.CONTROL, KeyCode.N);
        robot.push(KeyCode.CONTROL, KeyCode.N);
        assertEquals(built, study(), "pressing twice gives nothing up");
        robot.clickOn("#leave-save");
        await(() -> study().equals(Study.empty()));
        assertTrue(Files.exists(answer));
        assertEquals(built.elements(), StudyReader.open(answer).elements());
        assertEquals("line", StudyReader.open(answer).name(), "a study without a name takes that of its file");
        boolean[] left = new boolean[1];
        robot.interact(() -> window.closing(() -> left[0] = true));
        assertTrue(left[0], "nothing is asked where nothing is lost");
    }

    @Test
    void whatIsDiscardedWhenTheWindowClosesIsNotOfferedAgain(FxRobot robot) throws Exception {
        line(robot);
        Path journal = answer.resolveSibling("journal");
        await(() -> entries(journal) == 1);
        boolean[] left = new boolean[1];
        robot.interact(() -> window.closing(() -> left[0] = true));
        robot.clickOn("#leave-stay");
        assertFalse(left[0]);
        robot.interact(() -> window.closing(() -> left[0] = true));
        robot.clickOn("#leave-discard");
        await(() -> left[0]);
        robot.interact(window::close);
        assertEquals(0, entries(journal));
    }

    private static long entries(Path journal) {
        try (Stream<Path> files = Files.list(journal)) {
            return files.filter(file -> file.toString().endsWith(".entry.json")).count();
        } catch (IOException e) {
            return 0; // the folder is made with the first entry
        }
    }

    @Test
    void anotherStudyBeginsAtItsStart(FxRobot robot) {
        line(robot);
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(3_600_000_000_000L));
        robot.interact(() -> window.bench().open(Study.empty(), Optional.empty(), true));
        assertEquals(0, window.player().playheadNanos());
    }

    @Test
    void aClickTakesTheThingInBuildAndThePieceInWatch(FxRobot robot) {
        line(robot);
        await(this::isRunWritten);
        for (int i = 1; i < 200 && !isOccupied(); i++) {
            long seconds = 3600 + 37L * i;
            robot.interact(() -> window.player().seek(seconds * 1_000_000_000L));
        }
        assertTrue(isOccupied());
        robot.interact(() -> window.floor().fit(Set.of("Station 1")));
        WaitForAsyncUtils.waitForFxEvents();
        Point2D piece = pieceOnScreen();
        robot.clickOn(piece);
        assertEquals(Set.of("Station 1"), window.bench().selection(), "what it lies on");
        assertTrue(robot.lookup("#piece-title").tryQuery().isEmpty());
        robot.push(KeyCode.DIGIT2);
        robot.interact(() -> window.floor().fit(Set.of("Station 1")));
        robot.clickOn(pieceOnScreen());
        await(() -> robot.lookup("#piece-title").tryQuery().isPresent());
    }

    /** Tab and Enter go on from cell to cell; a click elsewhere loses nothing. */
    @Test
    void whatIsTypedIntoATableIsKeptUntilItIsUsed(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.interact(() -> window.bench().select("Station 1"));
        robot.interact(() -> robot.lookup("#token-attributes").queryButton().fire());
        TableView<?> grid = robot.lookup("#editor-grid").queryTableView();
        double height = grid.getPrefHeight();
        robot.interact(grid::requestFocus);
        robot.interact(() -> select(grid));
        robot.push(KeyCode.ENTER);
        robot.write("heat");
        robot.push(KeyCode.TAB);
        robot.write("7");
        robot.push(KeyCode.TAB);
        robot.write("wear"); // and no Enter
        WaitForAsyncUtils.waitForFxEvents();
        assertEquals("[[heat, 7], [wear, ]]", grid.getItems().toString(), "rows are added as they are needed");
        assertTrue(grid.getPrefHeight() > height, "and the table grows");
        assertEquals("Not used yet. Row 2: its value is missing.", text(robot, "editor-lacks"));
        robot.clickOn(onScreen(6, 4, 0));
        assertEquals(Set.of(), window.bench().selection());
        robot.interact(() -> window.bench().select("Station 1"));
        assertTrue(robot.lookup("#token-attributes").query().getStyleClass().contains("draft"));
        robot.interact(() -> robot.lookup("#token-attributes").queryButton().fire());
        assertEquals("[[heat, 7], [wear, ], [, ]]", robot.lookup("#editor-grid").queryTableView().getItems().toString());
        assertEquals(List.of(), station().basics().attributes(), "nothing of it is used yet");
    }

    /** As in a spreadsheet: a click on the cell is enough, and a space in the text starts no run. */
    @Test
    void whatIsTypedOverACellTakesThePlaceOfWhatItHolds(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.interact(() -> window.bench().select("Station 1"));
        robot.interact(() -> robot.lookup("#token-attributes").queryButton().fire());
        TableView<?> grid = robot.lookup("#editor-grid").queryTableView();
        robot.interact(grid::requestFocus);
        robot.interact(() -> select(grid));
        robot.write("hot air");
        WaitForAsyncUtils.waitForFxEvents();
        assertEquals("[[hot air, ]]", grid.getItems().toString());
        assertFalse(window.player().isPlaying(), "Space is a letter here");
        robot.push(KeyCode.ENTER);
        robot.interact(() -> select(grid));
        robot.write("heat");
        robot.push(KeyCode.TAB);
        assertEquals("[[heat, ], [, ]]", grid.getItems().toString());
    }

    /** Found by random hands: what the card says of a moment was that of the run before the edit, until the playhead moved. */
    @Test
    void whatTheCardSaysOfTheMomentIsOfTheRunAfterTheEdit(FxRobot robot) {
        buildLine(robot);
        await(this::isRunWritten);
        robot.push(KeyCode.END);
        robot.interact(() -> window.bench().select("Station 1"));
        await(() -> saysOut(robot) > 200);
        for (String time : List.of("5 min", "50 s", "10 min")) {
            robot.interact(() -> robot.lookup("#token-time").queryButton().fire());
            type(robot, time);
            await(this::isRunWritten);
            int station = study().elements().indexOf(study().find("Station 1").orElseThrow());
            await(() -> saysOut(robot) == window.player().moment().orElseThrow().out(station));
        }
        assertTrue(saysOut(robot) < 60, "at ten minutes a piece");
    }

    private static int saysOut(FxRobot robot) {
        return robot.lookup("#figure-out").tryQueryAs(Label.class).map(label -> Integer.parseInt(label.getText())).orElse(-1);
    }

    private static <T> void select(TableView<T> grid) {
        grid.getSelectionModel().clearAndSelect(0, grid.getColumns().getFirst());
    }

    @Test
    void aFieldThatFoldsKeepsWhatWasTyped(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.interact(() -> window.bench().select("Station 1"));
        robot.interact(() -> robot.lookup("#token-time").queryButton().fire());
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText("triangular(40 s, 5"));
        robot.clickOn(onScreen(6, 4, 0));
        robot.interact(() -> window.bench().select("Station 1"));
        robot.interact(() -> robot.lookup("#token-time").queryButton().fire());
        assertEquals("triangular(40 s, 5", robot.lookup("#editor-field").queryAs(TextField.class).getText());
        robot.interact(() -> robot.lookup("#editor-field").query().requestFocus());
        robot.push(KeyCode.ESCAPE);
        robot.interact(() -> robot.lookup("#token-time").queryButton().fire());
        assertFalse(robot.lookup("#editor-field").queryAs(TextField.class).getText().startsWith("triangular"), "Esc gives it up");
    }

    private boolean isOccupied() {
        return window.player().moment().filter(moment -> !moment.at(study().elements().indexOf(station())).isEmpty()).isPresent();
    }

    private PlantElement station() {
        return study().find("Station 1").orElseThrow();
    }

    private Point2D pieceOnScreen() {
        int body = window.player().moment().orElseThrow().at(study().elements().indexOf(station())).getFirst().piece();
        var pixel = window.floor().pixelOfPiece(body).orElseThrow();
        return window.floor().localToScreen(pixel.x(), pixel.y());
    }
}
