package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import javafx.scene.control.Button;
import javafx.scene.control.TableView;
import javafx.scene.control.skin.VirtualFlow;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import rhombic.chance.DistributionText;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;
import rhombic.study.work.Supply;

/** A run is watched, and what is changed meanwhile is taken up where it was. */
class WatchWindowTest extends WindowBase {
    private static final long MINUTE = 60_000_000_000L;

    @Start
    void start(Stage stage) throws Exception {
        show(stage);
    }

    /** Supply on demand, a station that takes a minute, and so many buffers behind it. */
    private static Study line(int buffers) {
        List<PlantElement> elements = new ArrayList<>();
        elements.add(new GoodsIn("In", Placement.at(-6, 0), "Piece", Optional.of(new Supply.OnDemand()), GoodsIn.WhenFull.WAIT,
                OptionalInt.empty()));
        elements.add(new Station("Oven", Placement.at(0, 0), 1, 0, Optional.of(DistributionText.parse("60 s"))));
        for (int i = 1; i <= buffers; i++) {
            elements.add(new Buffer("Buffer " + i, Placement.at(3 * i, 0), OptionalInt.of(4), Buffer.Order.OLDEST_FIRST));
        }
        elements.add(new GoodsOut("Out", Placement.at(3 * buffers + 6, 0)));
        List<Link> links = new ArrayList<>();
        for (int i = 1; i < elements.size(); i++) {
            links.add(new Link(elements.get(i - 1).name(), elements.get(i).name()));
        }
        return new Study("Line", RunPlan.ONE_SHIFT.withReplications(2), List.of(PieceType.usual("Piece")), elements, links);
    }

    private void watch(FxRobot robot, Study study, long nanos) {
        robot.interact(() -> window.bench().open(study, Optional.empty(), true));
        robot.interact(() -> window.go(Workspace.WATCH));
        seek(robot, nanos);
    }

    private void seek(FxRobot robot, long nanos) {
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(nanos));
        await(() -> window.player().moment().filter(m -> m.timeNanos() == nanos).isPresent());
        WaitForAsyncUtils.waitForFxEvents();
    }

    @Test
    void anInletIsShutByHandWhileItRunsAndOpenedAgain(FxRobot robot) {
        watch(robot, line(1), 100 * MINUTE);
        robot.interact(() -> window.bench().select("Oven"));
        await(() -> robot.lookup("#switch-inlet").queryButton().isVisible());
        switchInlet(robot, "Shut the inlet from here on");
        assertEquals("100 min on", ShutTime.text(study().find("Oven").orElseThrow().basics().inletShut()));
        await(this::isRunWritten);
        assertEquals(100 * MINUTE, window.player().playheadNanos(), "the floor stays at its moment");
        seek(robot, 200 * MINUTE);
        await(() -> text(robot, "equipment-doing").endsWith("Its inlet is shut."));
        assertEquals(100, window.player().moment().orElseThrow().left(), "what was inside has gone on");
        switchInlet(robot, "Open the inlet from here on");
        assertEquals("100 min to 200 min", ShutTime.text(study().find("Oven").orElseThrow().basics().inletShut()));
        await(() -> window.outlook().last().filter(f -> f.summary().study().equals(study())).isPresent());
        // A piece each minute but for the hundred minutes; the last that leaves at 480 min came in at 479.
        assertEquals(380, window.outlook().last().orElseThrow().summary().runs().getFirst().out(), 1);
        robot.interact(() -> window.bench().undo());
        robot.interact(() -> window.bench().undo());
        assertEquals(List.of(), study().find("Oven").orElseThrow().basics().inletShut());
    }

    private void switchInlet(FxRobot robot, String text) {
        await(() -> robot.lookup("#switch-inlet").queryAs(Button.class).getText().equals(text));
        robot.interact(() -> robot.lookup("#switch-inlet").queryAs(Button.class).fire());
    }

    @Test
    void theSwitchIsThereOnlyWhereAnInletIs(FxRobot robot) {
        watch(robot, line(1), 10 * MINUTE);
        robot.interact(() -> window.bench().select("In"));
        await(() -> robot.lookup("#equipment-doing").tryQuery().isPresent());
        assertFalse(robot.lookup("#switch-inlet").queryButton().isVisible());
        robot.interact(() -> window.bench().select("Buffer 1"));
        await(() -> robot.lookup("#switch-inlet").queryButton().isVisible());
        seek(robot, 0);
        await(() -> !robot.lookup("#switch-inlet").queryButton().isVisible());
    }

    @Test
    void shutTimesAreTypedAndRefusedInPlace(FxRobot robot) {
        robot.interact(() -> window.bench().open(line(1), Optional.empty(), true));
        robot.interact(() -> window.bench().select("Oven"));
        robot.clickOn("#token-inlet-shut");
        type(robot, "1 h");
        assertTrue(text(robot, "editor-message").contains("as in 1 h to 2 h, or 5 h on"), text(robot, "editor-message"));
        type(robot, "2 h to 3 h, 1 h to 2 h");
        assertTrue(text(robot, "editor-message").contains("in order"), text(robot, "editor-message"));
        type(robot, "1 h to 90 min, 5 h on");
        assertEquals("1 h to 1 h 30 min, 5 h on", robot.lookup("#token-inlet-shut").queryButton().getText());
        robot.clickOn("#token-inlet-shut");
        type(robot, "");
        assertEquals("+ shut the inlet", robot.lookup("#token-inlet-shut").queryButton().getText());
    }

    @Test
    void aValueThatIsChangedIsWrittenWhereItStood(FxRobot robot) {
        robot.interact(() -> window.bench().open(line(1), Optional.empty(), true));
        robot.interact(() -> window.bench().select("Buffer 1"));
        Button room = robot.lookup("#token-capacity").queryButton();
        Button title = robot.lookup("#token-name").queryButton();
        robot.interact(() -> window.bench().edit("room", s -> s.changed("Buffer 1", e -> ((Buffer) e).withCapacity(OptionalInt.of(9)))));
        assertSame(room, robot.lookup("#token-capacity").queryButton(), "only what it says has changed");
        assertSame(title, robot.lookup("#token-name").queryButton());
        assertEquals("9 pieces", room.getText());
        robot.interact(() -> window.bench().edit("rename", s -> s.changed("Buffer 1", e -> e.named("Shelf"))));
        robot.interact(() -> window.bench().select("Shelf"));
        assertEquals("Shelf", robot.lookup("#token-name").queryButton().getText());
        robot.interact(() -> window.bench().select("Oven"));
        assertEquals("Oven", robot.lookup("#token-name").queryButton().getText());
        robot.interact(() -> robot.lookup("#token-name").queryButton().fire());
        type(robot, "Kiln");
        assertEquals("Kiln", robot.lookup("#token-name").queryButton().getText());
        assertTrue(study().find("Kiln").isPresent());
    }

    @Test
    void theFormOfAPieceIsChosenAmongItsLooks(FxRobot robot) {
        robot.interact(() -> window.bench().open(line(1), Optional.empty(), true));
        robot.interact(() -> window.bench().select(Set.of()));
        robot.clickOn("#token-Piece-looks");
        copy(robot, "usual\t#3A4A63\tdrum\nhot\t#C8452F\tball\n");
        robot.clickOn("#editor-paste").clickOn("#editor-use");
        assertTrue(text(robot, "editor-message").contains("one of box, drum, pallet and truck"), text(robot, "editor-message"));
        copy(robot, "usual\t#3A4A63\tdrum\nhot\t#C8452F\t\n");
        robot.clickOn("#editor-paste").clickOn("#editor-use");
        assertEquals(List.of(new Look("usual", "#3A4A63", Look.Form.DRUM), new Look("hot", "#C8452F")),
                study().pieceTypes().getFirst().looks());
    }

    @Test
    void theTableOfResultsKeepsItsPlaceWhileARunIsUnderWay(FxRobot robot) {
        robot.interact(() -> window.bench().open(line(60), Optional.empty(), true));
        robot.interact(() -> window.go(Workspace.DIAGNOSE));
        press(robot, "#diagnose-tables");
        await(() -> table(robot).getItems().size() == 63);
        robot.interact(() -> table(robot).scrollTo(40));
        WaitForAsyncUtils.waitForFxEvents();
        int first = firstRow(robot);
        assertTrue(first > 20, "scrolled to row " + first);
        var items = table(robot).getItems();
        Study slow = study().withPlan(study().plan().withReplications(400));
        robot.interact(() -> window.bench().edit("slow", s -> slow));
        await(() -> table(robot).getOpacity() < 1);
        assertSame(items, table(robot).getItems(), "figures of before stay until there are new ones");
        assertEquals(first, firstRow(robot));
        await(() -> window.outlook().last().filter(f -> f.summary().study().equals(slow)).isPresent());
        await(() -> table(robot).getOpacity() == 1);
        assertEquals(63, table(robot).getItems().size());
    }

    private static TableView<?> table(FxRobot robot) {
        return robot.lookup("#results-table").queryAs(TableView.class);
    }

    private static int firstRow(FxRobot robot) {
        int[] first = new int[1];
        robot.interact(() -> first[0] = ((VirtualFlow<?>) table(robot).lookup(".virtual-flow")).getFirstVisibleCell().getIndex());
        return first[0];
    }

    @Test
    void playingGoesOnThroughAnEditAndStopsAtTheEnd(FxRobot robot) {
        watch(robot, line(1), 470 * MINUTE);
        robot.interact(() -> window.floor().requestFocus());
        robot.push(KeyCode.SPACE);
        assertTrue(window.player().isPlaying());
        robot.interact(() -> window.bench().edit("room", s -> s.changed("Buffer 1", e -> ((Buffer) e).withCapacity(OptionalInt.of(2)))));
        await(this::isRunWritten);
        assertTrue(window.player().playheadNanos() >= 470 * MINUTE, "it goes on from where it was");
        robot.interact(() -> window.player().setSpeedIndex(99));
        await(() -> !window.player().isPlaying());
        assertEquals(window.player().lengthNanos(), window.player().playheadNanos());
        robot.push(KeyCode.HOME);
        assertEquals(0, window.player().playheadNanos());
    }
}
