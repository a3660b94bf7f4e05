package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import rhombic.study.Layout;
import rhombic.study.kind.Conveyor;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;

/** Conveyors are drawn, changed on the card, switched off and seen to fill, in the real window. */
class ConveyorWindowTest extends WindowBase {
    @Start
    private void start(Stage stage) throws Exception {
        show(stage);
    }

    private void takeInHand(FxRobot robot) {
        robot.clickOn("#family-move").clickOn("#thing-conveyor");
        robot.clickOn("#family-move"); // folded away, so that the floor is free
        assertTrue(window.floor().overlay().note().startsWith("click where the conveyor begins"), window.floor().overlay().note());
    }

    @Test
    void aConveyorIsDrawnByClicksAndTypedLengthsAndItsLegsAreChangedOnTheCard(FxRobot robot) {
        takeInHand(robot);
        robot.clickOn(onScreen(-6, -2, 0));
        robot.moveTo(onScreen(0, -2, 0));
        robot.push(KeyCode.DIGIT5).push(KeyCode.PERIOD).push(KeyCode.DIGIT5).push(KeyCode.ENTER);
        robot.clickOn(onScreen(-0.5, 2, 0));
        robot.push(KeyCode.ENTER);
        robot.push(KeyCode.ESCAPE);
        Conveyor drawn = conveyor("Conveyor 1");
        assertEquals(3, drawn.conveyorPath().legs().size(), drawn.conveyorPath().toString());
        assertEquals(4.5, ((ConveyorPath.PathLeg.Straight) drawn.conveyorPath().legs().getFirst()).metres(), 1e-9,
                "5.5 m less the metre of the arc");
        assertEquals(90, ((ConveyorPath.PathLeg.Arc) drawn.conveyorPath().legs().get(1)).turnDegrees(), 1e-6);
        robot.clickOn("#token-leg-2");
        type(robot, "-45\u00b0, 2 m");
        ConveyorPath.PathLeg.Arc arc = (ConveyorPath.PathLeg.Arc) conveyor("Conveyor 1").conveyorPath().legs().get(1);
        assertEquals(-45, arc.turnDegrees());
        assertEquals(2, arc.radiusMetres());
        assertEquals(0, Math.hypot(conveyor("Conveyor 1").path().at(0).x() - drawn.path().at(0).x(),
                conveyor("Conveyor 1").path().at(0).y() - drawn.path().at(0).y()), 1e-6, "it begins where it did");
        robot.clickOn("#token-leg-1");
        type(robot, "0.001 m");
        assertTrue(text(robot, "editor-message").contains("must be from 0.05 m"), text(robot, "editor-message"));
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertEquals(drawn, conveyor("Conveyor 1"));
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertEquals(Set.of(), study().names());
    }

    @Test
    void aConveyorEndsWhereItJoinsAnotherAndStaysWhenAnotherToolIsTaken(FxRobot robot) {
        takeInHand(robot);
        robot.clickOn(onScreen(-6, 0, 0)).clickOn(onScreen(6, 0, 0)).push(KeyCode.ENTER);
        robot.clickOn(onScreen(0, -4, 0)).clickOn(onScreen(0, 0, 0));
        await(() -> study().elements().size() == 2);
        assertEquals(1, conveyor("Conveyor 1").fittings().stream().filter(Fitting.Merge.class::isInstance).count());
        assertTrue(study().linksFrom("Conveyor 2").stream().anyMatch(link -> link.to().equals("Conveyor 1")), study().links().toString());
        robot.clickOn(onScreen(4, -4, 0)).clickOn(onScreen(7, -4, 0));
        robot.clickOn("#family-work").clickOn("#thing-station");
        await(() -> study().elements().size() == 3);
        robot.clickOn(onScreen(-4, -4, 0)).push(KeyCode.ESCAPE);
        assertEquals(Set.of("Conveyor 1", "Conveyor 2", "Conveyor 3", "Station 1"), study().names());
        robot.clickOn("#family-move").clickOn("#thing-conveyor");
        robot.clickOn(onScreen(-6, 3, 0)).clickOn(onScreen(-2, 3, 0)).push(KeyCode.ESCAPE);
        assertEquals(4, study().elements().size(), "Esc gives it up");
    }

    @Test
    void endsThatMeetAreLinkedAndAConveyorThatIsSwitchedOffFills(FxRobot robot) {
        place(robot, "in-out", "goods-in", -8, 0);
        place(robot, "in-out", "goods-out", 8, 0);
        takeInHand(robot);
        var out = Layout.outlet(study().find("Goods in").orElseThrow(), "");
        var in = Layout.inlet(study().find("Goods out").orElseThrow(), "");
        click(robot, onScreen(out.x(), 0, 0), 1);
        click(robot, onScreen(0, 0, 0), 1);
        click(robot, onScreen(0, 0, 0), 2);
        click(robot, onScreen(0, 0, 0), 1);
        click(robot, onScreen(in.x(), 0, 0), 1);
        robot.push(KeyCode.ENTER).push(KeyCode.ESCAPE);
        assertEquals(4, study().elements().size(), study().names().toString());
        assertEquals(3, study().links().size(), study().links().toString());
        robot.interact(() -> window.bench().select("Conveyor 2"));
        robot.clickOn("#token-off-times");
        type(robot, "1 h on");
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(6 * 3_600_000_000_000L));
        int node = study().elements().indexOf(conveyor("Conveyor 1"));
        await(() -> window.player().moment().filter(m -> m.timeNanos() == 6 * 3_600_000_000_000L).isPresent());
        var moment = window.player().moment().orElseThrow();
        int room = conveyor("Conveyor 1").contentCapacity(study().pieceTypes()).getAsInt();
        assertTrue(moment.content(node) >= room, moment.content(node) + " of " + room);
    }
}
