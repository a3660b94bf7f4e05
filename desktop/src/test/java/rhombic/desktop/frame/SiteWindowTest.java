package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.duty.StopPoint;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsOut;
import rhombic.study.place.Opening;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.site.Wall;
import rhombic.study.way.PortStop;

/** A hall and its aisles are drawn and changed, in the real window. */
class SiteWindowTest extends WindowBase {
    @Start
    private void start(Stage stage) throws Exception {
        show(stage);
    }

    private void takeInHand(FxRobot robot, String kind) {
        robot.clickOn("#family-site").clickOn("#thing-" + kind);
        robot.clickOn("#family-site"); // folded away, so that the floor is free
        assertTrue(window.floor().overlay().note().startsWith("click where the " + kind + " begins"), window.floor().overlay().note());
    }

    private Wall wall() {
        return (Wall) study().find("Wall 1").orElseThrow();
    }

    private Aisle aisle(String name) {
        return (Aisle) study().find(name).orElseThrow();
    }

    @Test
    void aHallIsDrawnByClicksAndEndsWhereItBeganAndGetsADoor(FxRobot robot) {
        takeInHand(robot, "wall");
        click(robot, onScreen(-6, -3, 0), 1);
        click(robot, onScreen(6, -3, 0), 1);
        click(robot, onScreen(6, 3, 0), 1);
        click(robot, onScreen(-6, 3, 0), 1);
        click(robot, onScreen(-6, -3, 0), 1);
        robot.push(KeyCode.ESCAPE);
        assertEquals(5, wall().line().corners().size());
        assertEquals(36, wall().line().metres(), 1e-6);
        robot.clickOn("#token-add-door");
        assertEquals(1, wall().openings().size());
        robot.clickOn("#token-position-of-opening-1");
        type(robot, "3 m");
        robot.clickOn("#token-height");
        type(robot, "4.5 m");
        assertEquals(Opening.Sort.DOOR, wall().openings().getFirst().sort());
        assertEquals("3 m", wall().openings().getFirst().position().toString());
        assertEquals(4.5, wall().heightMetres(), 1e-9);
        robot.clickOn("#token-height");
        type(robot, "0 m");
        assertTrue(text(robot, "editor-message").contains("must be from 0.1 m to 50.0 m"), text(robot, "editor-message"));
        robot.push(KeyCode.ESCAPE);
        for (int i = 0; i < 4; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.Z);
        }
        assertEquals(Set.of(), study().names());
    }

    @Test
    void anAisleIsMadeOneWayByAClickOnItsArrowAndBentByItsCorner(FxRobot robot) {
        takeInHand(robot, "aisle");
        click(robot, onScreen(-6, 0, 0), 1);
        click(robot, onScreen(6, 0, 0), 1);
        robot.push(KeyCode.ENTER).push(KeyCode.ESCAPE);
        assertEquals(Aisle.Direction.BOTH_WAYS, aisle("Aisle 1").direction());
        click(robot, onScreen(-2, 0, 0), 1);
        assertEquals(Aisle.Direction.FORWARD, aisle("Aisle 1").direction());
        click(robot, onScreen(-2, 0, 0), 1);
        assertEquals(Aisle.Direction.BACKWARD, aisle("Aisle 1").direction());
        robot.drag(onScreen(6, 0, 0)).dropTo(onScreen(6, 2, 0));
        assertEquals(2, aisle("Aisle 1").cornersOnFloor().getLast().y(), 0.26);
        robot.clickOn("#token-parallel");
        assertEquals(2, study().elements().size());
        assertEquals(Aisle.Direction.FORWARD, aisle("Aisle 2").direction(), "the one beside a one-way aisle leads back");
        robot.interact(() -> window.bench().select("Aisle 1"));
        robot.clickOn("#token-max-speed");
        type(robot, "1.5 m/s");
        assertEquals("1.5 m/s", aisle("Aisle 1").maxSpeed().orElseThrow().toString());
    }

    private static Aisle straight(String name, double y) {
        return (Aisle) Aisle.KIND.blank(Basics.of(name, Placement.at(0, 0))).through(List.of(Pose.at(-8, y, 0, 0), Pose.at(8, y, 0, 0)));
    }

    private StopPoint stopOfStore() {
        return study().find("Store").orElseThrow().basics().duty().stop("out");
    }

    @Test
    void aStopIsDraggedAlongItsAisleAndOntoAnotherAndPutBackByADoubleClick(FxRobot robot) {
        robot.interact(() -> window.bench().edit("build", s -> s
                .with(Buffer.KIND.blank(Basics.of("Store", Placement.at(-4, 0))))
                .with(GoodsOut.KIND.blank(Basics.of("Out", Placement.at(6, 0))))
                .with(Fleet.KIND.blank(Basics.of("Forklifts", Placement.at(0, -7)))
                        .withRules(rules -> rules.withTravel(TravelChoice.ON_AISLES)))
                .with(straight("South", -4)).with(straight("North", 5))
                .with(List.of(), List.of(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("Forklifts"), 1))))));
        robot.interact(() -> window.bench().select("Store"));
        PortStop usual = PortStop.of(study(), element -> element.name().equals("Store")).getFirst();
        assertEquals("South", usual.aisle().name());
        robot.drag(onScreen(usual.pose().x(), usual.pose().y(), 0), MouseButton.PRIMARY).moveTo(onScreen(2, -4.5, 0))
                .dropTo(onScreen(3, -4.5, 0));
        assertEquals(3 + 4, stopOfStore().xMetres(), 0.26);
        assertEquals(-4, stopOfStore().yMetres(), 1e-3, "it lies on the aisle, not where the pointer was");
        String typed = robot.lookup("#token-stop-out").queryButton().getText();
        assertTrue(typed.endsWith(" m -4 m"), typed);
        robot.interact(() -> window.bench().select("South"));
        robot.drag(onScreen(-4 + stopOfStore().xMetres(), -4, 0), MouseButton.PRIMARY).moveTo(onScreen(0, 3, 0)).dropTo(onScreen(-2, 4, 0));
        assertEquals(5, stopOfStore().yMetres(), 1e-3, "on the other aisle");
        robot.interact(() -> window.bench().select("Store"));
        robot.clickOn("#token-stop-out");
        type(robot, "1 m");
        assertTrue(text(robot, "editor-message").startsWith("Write two lengths"), text(robot, "editor-message"));
        robot.push(KeyCode.ESCAPE);
        click(robot, onScreen(-4 + stopOfStore().xMetres(), 5, 0), 2);
        assertNull(stopOfStore());
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertEquals(5, stopOfStore().yMetres(), 1e-3);
    }
}
