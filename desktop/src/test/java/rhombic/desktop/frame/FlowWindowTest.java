package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.RuleText;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Timetable;
import rhombic.study.value.Value;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;

/** What flows is said on the job card, by mouse and keys, and seen on the floor. */
class FlowWindowTest extends WindowBase {
    @Start
    void start(Stage stage) throws Exception {
        show(stage);
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
        assertTrue(((Station) study().elements().getFirst()).work().operations().getFirst().time() instanceof TimeSource.ByFormula);
        robot.clickOn("#token-time");
        type(robot, "45 + * 2");
        assertTrue(text(robot, "editor-message").contains("At character 6"), text(robot, "editor-message"));
        assertEquals("*", robot.lookup("#editor-field").queryAs(TextField.class).getSelectedText());
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
        assertEquals(7, rows().stream().mapToInt(Timetable.Row::quantity).sum());
        Files.writeString(answer.resolveSibling("table.csv"), "when;pieces\n06:30;25\n");
        robot.clickOn("#token-timetable").clickOn("#editor-read").clickOn("#editor-use");
        assertEquals(List.of(25), rows().stream().map(Timetable.Row::quantity).toList());
        Files.writeString(answer.resolveSibling("table.csv"), "when;pieces;colour\n06:30;25;red\n");
        robot.clickOn("#token-timetable").clickOn("#editor-read").clickOn("#editor-use");
        assertEquals("No piece type has an attribute \u201ccolour\u201d", text(robot, "editor-message"));
        robot.clickOn("#editor-offer");
        assertEquals("colour", study().pieceTypes().getFirst().attributes().getFirst().name());
        assertEquals("red", rows().getFirst().attributes().get("colour").toString(), "what was read is used with it");
        assertFalse(window.find("token-timetable").orElseThrow().getStyleClass().contains("draft"), "it is used, and kept no longer");
    }

    private List<Timetable.Row> rows() {
        return ((Supply.ByTimetable) ((GoodsIn) study().elements().getFirst()).supply().orElseThrow()).timetable().rows();
    }

    @Test
    void aPalletIsPackedByHandAndSaysWhatItCarries(FxRobot robot) {
        robot.clickOn("#token-add-carrier");
        assertEquals(List.of("Piece", "Pallet"), study().pieceTypes().stream().map(PieceType::name).toList());
        place(robot, "in-out", "goods-in", -4, 4, 1, -4);
        place(robot, "join-part", "assembly-station", -2, 0);
        place(robot, "store", "buffer", 4, 0);
        robot.interact(() -> window.bench().select("Goods in 2"));
        robot.clickOn("#token-piece-type");
        copy(robot, "Pallet\t1");
        robot.clickOn("#editor-paste").clickOn("#editor-use");
        robot.interact(() -> window.bench().edit("link", s -> s.linked("Goods in", "Assembly station 1")
                .linked("Goods in 2", "Assembly station 1").linked("Assembly station 1", "Buffer 1")));
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(3_600_000_000_000L * 2));
        int buffer = study().elements().indexOf(study().find("Buffer 1").orElseThrow());
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
        robot.press(KeyCode.ALT).clickOn(window.floor().localToScreen(pixel.x(), pixel.y())).release(KeyCode.ALT);
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
        assertEquals("stop the run", RuleText.of(study().rules().getFirst().then().getFirst()));
        assertEquals("a piece finishes at Station 1", RuleText.of(study().rules().getFirst().when()));
    }

    @Test
    void wrongTokensAreRefusedInPlaceAndRightOnesTaken(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.interact(() -> window.bench().select("Station 1"));
        robot.clickOn("#token-time");
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText("90"));
        robot.clickOn("#editor-field").push(KeyCode.ENTER);
        assertEquals("90 has no unit: write 90 s, 90 min or 90 h", text(robot, "editor-message"));
        assertEquals("60 s", ((Station) study().elements().getFirst()).work().operations().getFirst().time().toString());
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText("1.5 min"));
        robot.clickOn("#editor-field").push(KeyCode.ENTER);
        assertEquals("1.5 min", ((Station) study().elements().getFirst()).work().operations().getFirst().time().toString());
        robot.clickOn("#token-name");
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText("Saw"));
        robot.clickOn("#editor-field").push(KeyCode.ENTER);
        assertEquals(Set.of("Saw"), window.bench().selection());
        robot.clickOn("#token-input-capacity").push(KeyCode.ESCAPE);
        assertTrue(robot.lookup("#editor").tryQuery().isEmpty());
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
        robot.press(KeyCode.ALT).clickOn(window.floor().localToScreen(pixel.x(), pixel.y())).release(KeyCode.ALT);
        assertEquals("Piece, piece " + (piece + 1), text(robot, "piece-title"));
        assertTrue(text(robot, "piece-doing").contains("Station 1"), text(robot, "piece-doing"));
    }

    @Test
    void aRunThatComesToNothingAtOnceLeavesNoOldPiecesOnTheFloor(FxRobot robot) {
        Study good = flowing("30 + 0 * piece.joints");
        robot.interact(() -> window.bench().open(good, Optional.empty(), true));
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(610_000_000_000L));
        await(() -> window.floor().pixelOfPiece(20).isPresent());
        robot.interact(() -> window.bench().edit("fail", s -> flowing("30 / (piece.joints - 6)")));
        await(() -> window.player().failure().isPresent());
        assertTrue(window.player().failure().orElseThrow().contains("divides by zero"), window.player().failure().orElseThrow());
        assertTrue(window.floor().pixelOfPiece(20).isEmpty(), "what the earlier run left is gone");
        await(() -> text(robot, "run-message").contains("divides by zero"));
        robot.interact(() -> window.bench().undo());
        await(this::isRunWritten);
        await(() -> window.floor().pixelOfPiece(20).isPresent());
    }

    private static Study flowing(String formula) {
        PieceType type = PieceType.usual("Piece").withAttributes(List.of(new Attribute("joints", Value.of(6))));
        Placement at = Placement.at(0, 0);
        GoodsIn in = new GoodsIn("In", at.movedBy(-6, 0), "Piece", Optional.of(new Supply.AtStart(50)), GoodsIn.WhenFull.WAIT,
                OptionalInt.empty());
        Station drill = new Station(Basics.of("Drill", at), Work.of(1, 3, new TimeSource.ByFormula(formula, Unit.SECOND)), Work.Load.SINGLE,
                null);
        return new Study("Line", RunPlan.ONE_SHIFT.withReplications(2), List.of(type),
                List.of(in, drill, new GoodsOut("Out", at.movedBy(6, 0))),
                List.of(new Link("In", "Drill"), new Link("Drill", "Out")));
    }

    @Test
    void theRunEndsAfterSoManyPieces(FxRobot robot) {
        robot.interact(() -> window.bench().open(flowing("60"), Optional.empty(), true));
        await(this::isRunWritten);
        robot.interact(() -> window.bench().select(Set.of()));
        robot.clickOn("#token-stop-after-pieces");
        type(robot, "many");
        assertTrue(text(robot, "editor-message").contains("must be a whole number"), text(robot, "editor-message"));
        type(robot, "20");
        assertEquals(20, study().plan().stopAfterPieces());
        await(() -> isRunWritten() && window.player().lengthNanos() == 20 * 60_000_000_000L);
        robot.clickOn("#token-end");
        type(robot, "2027-01-04T06:10");
        assertEquals("10 min", study().plan().length().toString());
        await(() -> isRunWritten() && window.player().lengthNanos() == 600_000_000_000L);
    }

    @Test
    void sentencesThatStayAsTheyAreActOnTheStudyAsItIsNow(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.interact(() -> window.bench().select("Station 1"));
        var time = robot.lookup("#token-time").query();
        robot.clickOn("#token-input-capacity");
        type(robot, "7");
        assertTrue(time == robot.lookup("#token-time").query(), "a sentence that reads as before is not made anew");
        robot.clickOn("#token-time");
        type(robot, "75 s");
        Station station = (Station) study().elements().getFirst();
        assertEquals("75 s", station.work().operations().getFirst().time().toString());
        assertEquals(7, station.work().inputCapacity());
        robot.clickOn("#token-input-capacity");
        assertTrue(robot.lookup("#editor").tryQuery().isPresent());
        robot.clickOn("#token-time");
        assertEquals(1, robot.lookup("#editor").queryAll().size(), "one editor at a time");
    }

    @Test
    void labelsOnTheFloorFollowThePlayheadAndTheEdits(FxRobot robot) {
        robot.interact(() -> window.bench().open(flowing("60"), Optional.empty(), true));
        await(this::isRunWritten);
        robot.interact(() -> window.floor().fit(Set.of()));
        List<Integer> working = labels(robot, 610_000_000_000L);
        List<Integer> starved = labels(robot, 7 * 3_600_000_000_000L);
        assertTrue(!starved.equals(working), "all pieces have gone by then, and the letter of the state tells it");
        assertEquals(working, labels(robot, 610_000_000_000L), "and back");
        robot.interact(() -> window.bench().edit("rename", s -> s.changed("Drill", e -> e.named("Drilling machine"))));
        await(this::isRunWritten);
        assertTrue(!labels(robot, 610_000_000_000L).equals(working), "the new name is written");
        robot.interact(() -> window.bench().select("Out"));
        List<Integer> selected = labels(robot, 610_000_000_000L);
        robot.interact(() -> window.bench().select(Set.of()));
        assertTrue(!labels(robot, 610_000_000_000L).equals(selected), "corners show what is selected");
    }

    /** The pixels of what is written over the floor at that moment. */
    private List<Integer> labels(FxRobot robot, long nanos) {
        robot.interact(() -> window.player().seek(nanos));
        await(() -> window.player().moment().filter(m -> m.timeNanos() == nanos).isPresent());
        WaitForAsyncUtils.waitForFxEvents();
        List<Integer> pixels = new ArrayList<>();
        robot.interact(() -> {
            var canvas = window.floor().getChildrenUnmodifiable().stream().filter(Canvas.class::isInstance).findFirst()
                    .orElseThrow();
            WritableImage image = canvas.snapshot(null, null);
            for (int y = 0; y < image.getHeight(); y++) {
                for (int x = 0; x < image.getWidth(); x++) {
                    pixels.add(image.getPixelReader().getArgb(x, y));
                }
            }
        });
        return pixels;
    }

    @Test
    void diagnoseTellsEquipmentStatesAndPieceTypes(FxRobot robot) {
        robot.interact(() -> window.bench().open(flowing("60"), Optional.empty(), true));
        robot.interact(() -> window.floor().requestFocus());
        robot.push(KeyCode.DIGIT3);
        press(robot, "#diagnose-tables");
        await(() -> results(robot).getItems().size() == 3);
        assertEquals("Equipment", results(robot).getColumns().getFirst().getText());
        robot.clickOn("#results-of-states");
        assertEquals("Value", results(robot).getColumns().getLast().getText());
        robot.clickOn("#results-of-pieces");
        assertEquals(List.of("Piece"), results(robot).getItems().stream().map(row -> ((List<?>) row).getFirst()).toList());
        robot.clickOn("#results-of-equipment");
        robot.interact(() -> results(robot).getSelectionModel().select(1));
        assertEquals(Set.of("Drill"), window.bench().selection());
    }

    private static TableView<?> results(FxRobot robot) {
        return robot.lookup("#results-table").queryAs(TableView.class);
    }
}
