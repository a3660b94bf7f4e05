package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import rhombic.study.Travel;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.work.Supply;

/** A first fleet: taken from the shelf, said to carry, and seen to drive, in the real window. */
class FleetWindowTest extends WindowBase {
    private static final long SECOND = 1_000_000_000L;

    @Start
    private void start(Stage stage) throws Exception {
        show(stage);
    }

    private Fleet fleet() {
        return (Fleet) study().find("Fleet 1").orElseThrow();
    }

    @Test
    void aFirstFleetMovesAfterAFewClicks(FxRobot robot) {
        place(robot, "in-out", "goods-in", -7, 0);
        place(robot, "in-out", "goods-out", 7, 0);
        robot.interact(() -> window.bench().edit("link", s -> s.linked("Goods in", "Goods out")));
        place(robot, "move", "fleet", 0, -3);
        robot.interact(() -> window.bench().select("Fleet 1"));
        assertEquals(1, fleet().vehicles());
        robot.clickOn("#token-carry-Goods-in-Goods-out");
        assertTrue(study().links().getFirst().travel() instanceof Travel.Carried travel && travel.need().skill().equals("Fleet 1"),
                study().links().toString());
        robot.clickOn("#token-vehicles");
        type(robot, "2");
        robot.clickOn("#token-quarter-turn");
        type(robot, "3 s");
        assertEquals("3 s", fleet().driving().quarterTurn().orElseThrow().toString());
        robot.clickOn("#token-speed");
        type(robot, "0 m/s");
        assertTrue(text(robot, "editor-message").contains("must be above 0 m/s"), text(robot, "editor-message"));
        robot.push(KeyCode.ESCAPE);
        robot.interact(() -> window.bench().select("Goods in"));
        robot.interact(() -> window.bench().edit("stock", s -> s.changed("Goods in",
                e -> ((GoodsIn) e).withSupply(new Supply.AtStart(9)))));
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(45 * SECOND));
        await(() -> window.player().moment().filter(m -> m.timeNanos() == 45 * SECOND).isPresent());
        var moment = window.player().moment().orElseThrow();
        assertTrue(moment.movers().isMoving(0, moment.timeNanos()) || moment.movers().isMoving(1, moment.timeNanos())
                || moment.contentOfLink(0) > 0, "somebody is on the way");
        assertEquals(9, moment.in(0));
        robot.interact(() -> window.bench().select("Fleet 1"));
        await(() -> robot.lookup("#follow-member").query().isVisible());
        assertTrue(text(robot, "order-book").startsWith("Order book: "), text(robot, "order-book"));
        assertTrue(text(robot, "order-0").endsWith("Goods in to Goods out"), text(robot, "order-0"));
        assertTrue(text(robot, "order-state-0").matches("(?s)(waits|with Fleet 1 [12]|Fleet 1 [12] comes)\nfor .*"),
                text(robot, "order-state-0"));
        robot.interact(() -> robot.lookup("#follow-member").queryButton().fire()); // it lies below the sentences
        await(() -> Math.abs(window.floor().view().targetX() - moment.movers().pose(0, 45 * SECOND).x()) < 0.01);
        assertTrue(robot.lookup("#follow-member").queryButton().getText().startsWith("Follows Fleet 1 1"),
                robot.lookup("#follow-member").queryButton().getText());
    }
}
