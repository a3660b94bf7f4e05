package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.Travel;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.duty.Need;

/** A first bridge crane, in the real window. */
class HallCraneWindowTest extends WindowBase {
    private static final long SECOND = 1_000_000_000L;

    @Start
    private void start(Stage stage) throws Exception {
        show(stage);
    }

    private BridgeCrane crane() {
        return study().find("Bridge crane 1", BridgeCrane.class).orElseThrow();
    }

    /** A runway is dragged out over two buffers, sized by its corner, and lifts what a link says. */
    @Test
    void aRunwayIsDraggedOutAndLifts(FxRobot robot) {
        robot.clickOn("#family-move").clickOn("#thing-bridge-crane");
        drag(robot, -8, -4, 7, 5);
        robot.push(KeyCode.ESCAPE);
        robot.clickOn("#family-move");
        assertEquals(15, crane().runway().length().inBaseUnit(), 0.15);
        assertEquals(9, crane().runway().span().inBaseUnit(), 0.15);
        robot.interact(() -> window.bench().select("Bridge crane 1"));
        Pose corner = crane().sizingCorner().orElseThrow();
        drag(robot, corner.x(), corner.y(), corner.x() + 2, corner.y());
        assertEquals(17, crane().runway().length().inBaseUnit(), 0.15);
        assertEquals(9, crane().runway().span().inBaseUnit(), 0.15);
        place(robot, "in-out", "goods-in", -6, -3);
        place(robot, "in-out", "goods-out", 4, 3);
        robot.interact(() -> window.bench().edit("link", s -> s.linked("Goods in", "Goods out").withLinks(List.of(
                new Link("Goods in", "Goods out").withTravel(new Travel.Carried(Need.of("Bridge crane 1"), 1))))));
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(600 * SECOND));
        await(() -> window.player().moment().filter(m -> m.timeNanos() == 600 * SECOND).isPresent());
        assertTrue(window.player().moment().orElseThrow().in(study().elements().size() - 1) > 0, "it has lifted some");
        robot.interact(() -> window.bench().select("Bridge crane 1"));
        await(() -> robot.lookup("#order-book").tryQuery().isPresent());
    }

    private void drag(FxRobot robot, double fromX, double fromY, double toX, double toY) {
        var from = onScreen(fromX, fromY, 0);
        var to = onScreen(toX, toY, 0);
        robot.drag(from, MouseButton.PRIMARY).dropTo(to);
    }
}
