package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.paint.Color;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import rhombic.quantity.Quantity;
import rhombic.study.kind.Basics;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.place.Placement;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.TransferPoint;
import rhombic.study.value.PieceType;

/** A first rack: dragged out, served by cranes after a click, sized by its corner, and seen to store, in the real window. */
class RackWindowTest extends WindowBase {
    private static final long SECOND = 1_000_000_000L;

    @Start
    private void start(Stage stage) throws Exception {
        show(stage);
    }

    private Rack rack() {
        return study().find("Rack 1", Rack.class).orElseThrow();
    }

    @Test
    void aRackIsDraggedOutServedAndFilled(FxRobot robot) {
        robot.clickOn("#family-store").clickOn("#thing-rack");
        drag(robot, -4, -3, 9, 2);
        robot.push(KeyCode.ESCAPE);
        robot.clickOn("#family-store");
        assertEquals(9, rack().layout().bays(), "13 m are nine bays of 1.4 m");
        assertEquals(1, rack().layout().aisles());
        robot.interact(() -> window.bench().select("Rack 1"));
        drag(robot, rack().sizingCorner().orElseThrow().x(), rack().sizingCorner().orElseThrow().y(),
                rack().sizingCorner().orElseThrow().x() + 3, rack().sizingCorner().orElseThrow().y() + 4);
        assertEquals(11, rack().layout().bays());
        assertEquals(2, rack().layout().aisles());
        robot.clickOn("#token-add-cranes");
        assertEquals(2, study().find("Stacker cranes", StackerCrane.class).orElseThrow().cranes());
        place(robot, "in-out", "goods-in", -9, -4);
        place(robot, "in-out", "goods-out", -9, 6);
        robot.interact(() -> window.bench().edit("link", s -> s.linked("Goods in", "Rack 1").linked("Rack 1", "Goods out")
                .changed("Rack 1", e -> ((Rack) e).withStock(List.of(new RackStock(s.pieceTypes().getFirst().name(), 40))))));
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(40 * SECOND));
        await(() -> window.player().moment().filter(m -> m.timeNanos() == 40 * SECOND).isPresent());
        var moment = window.player().moment().orElseThrow();
        assertTrue(moment.movers().isMoving(0, moment.timeNanos()) || moment.movers().isMoving(2, moment.timeNanos())
                || moment.content(0) > 0, "the cranes are at work");
        assertTrue(moment.content(0) > 30, "the stock is there");
        robot.interact(() -> window.bench().select("Rack 1"));
        await(() -> robot.lookup("#section-contents").tryQuery().isPresent());
        assertTrue(text(robot, "section-contents").matches(".* (3\\d|40)"), text(robot, "section-contents"));
        var canvas = robot.lookup("#rack-section").query();
        var corner = canvas.localToScene(3, 3);
        robot.interact(() -> canvas.fireEvent(new MouseEvent(MouseEvent.MOUSE_MOVED, corner.getX(), corner.getY(), 0, 0,
                MouseButton.NONE, 0, false, false, false, false, false, false, false, true, false, true, null)));
        assertTrue(text(robot, "section-slot").startsWith("Bay 1, level 6, on the left: "), text(robot, "section-slot"));
        robot.interact(() -> window.player().seek(400 * SECOND));
        await(() -> !text(robot, "section-contents").endsWith(" 40"));
        int held = Integer.parseInt(text(robot, "section-contents").replaceAll(".* ", ""));
        robot.interact(() -> robot.lookup("#begin-with-stock").queryAs(Button.class).fire());
        assertEquals(held, rack().stock().getFirst().pieces(), "the next run begins with what this one has left");
        robot.interact(() -> window.bench().undo());
        assertEquals(40, rack().stock().getFirst().pieces());
    }

    /** One crane has two aisles; a transfer, chosen on its card, takes it from one to the other: it is seen behind their ends; undone, it stays. */
    @Test
    void aTransferTakesACraneFromAisleToAisle(FxRobot robot) {
        robot.interact(() -> window.bench().edit("rack", s -> s
                .with(Rack.KIND.blank(Basics.of("Rack 1", Placement.at(0, 0))).withLayout(l -> l.withAisles(2).withBays(8))
                        .withStock(List.of(new RackStock(s.pieceTypes().getFirst().name(), 40))))
                .with(StackerCrane.KIND.blank(Basics.of("Cranes", Placement.at(-9, 8))).withRack("Rack 1").withCranes(1))
                .with(GoodsOut.KIND.blank(Basics.of("Out", Placement.at(-20, 0)))).linked("Rack 1", "Out")));
        robot.interact(() -> window.bench().select("Cranes"));
        press(robot, "#token-transfer");
        pick(robot, "changes aisles by a transfer at the rear");
        assertEquals(TransferPoint.End.REAR,
                study().find("Cranes", StackerCrane.class).orElseThrow().transfer().orElseThrow().end());
        await(this::isRunWritten);
        double end = rack().layout().lengthMetres() / 2;
        boolean isSeen = false;
        for (long second = 60; second < 3600 && !isSeen; second += 5) {
            long nanos = second * SECOND;
            robot.interact(() -> window.player().seek(nanos));
            await(() -> window.player().moment().filter(m -> m.timeNanos() == nanos).isPresent());
            var moment = window.player().moment().orElseThrow();
            isSeen = moment.movers().pose(0, nanos).x() > end + 2;
        }
        assertTrue(isSeen, "it is taken across behind the aisles");
        robot.interact(() -> window.bench().undo());
        assertEquals(Optional.empty(), study().find("Cranes", StackerCrane.class).orElseThrow().transfer());
    }

    /** Only what is looked for keeps its colour, on the floor too, until another element is selected. */
    @Test
    void aTypeIsFoundInARack(FxRobot robot) {
        PieceType red = new PieceType("Red", Quantity.metres(0.8), Quantity.metres(0.8), Quantity.metres(0.8), "#FF0000");
        PieceType blue = new PieceType("Blue", Quantity.metres(0.8), Quantity.metres(0.8), Quantity.metres(0.8), "#0000FF");
        robot.interact(() -> window.bench().edit("rack", s -> s.withPieceTypes(List.of(red, blue))
                .with(Rack.KIND.blank(Basics.of("Rack 1", Placement.at(0, 0)))
                        .withStock(List.of(new RackStock("Red", 60), new RackStock("Blue", 60))))
                .with(GoodsOut.KIND.blank(Basics.of("Out", Placement.at(-20, 0))))));
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(40 * SECOND));
        await(() -> window.player().moment().filter(m -> m.timeNanos() == 40 * SECOND).isPresent());
        robot.interact(() -> window.bench().select("Rack 1"));
        await(() -> robot.lookup("#section-colouring").tryQuery().isPresent());
        assertTrue(reds(robot) > 100, "red loads are seen: " + reds(robot));
        ComboBox<String> colouring = robot.lookup("#section-colouring").queryComboBox();
        robot.interact(() -> colouring.setValue("only Blue"));
        assertEquals(0, reds(robot), 5);
        robot.interact(() -> colouring.setValue("by age"));
        assertEquals(0, reds(robot), 5, "loads show how long they have lain there");
        robot.interact(() -> window.bench().select("Out"));
        await(() -> reds(robot) > 100);
    }

    /** How many pixels of the floor are rather red. */
    private long reds(FxRobot robot) {
        long[] count = {0};
        robot.interact(() -> {
            WritableImage seen = window.floor().snapshot(null, null);
            for (int x = 0; x < (int) seen.getWidth(); x += 2) {
                for (int y = 0; y < (int) seen.getHeight(); y += 2) {
                    Color colour = seen.getPixelReader().getColor(x, y);
                    count[0] += colour.getRed() > 0.5 && colour.getBlue() < 0.25 && colour.getGreen() < 0.25 ? 1 : 0;
                }
            }
        });
        return count[0];
    }

    private void drag(FxRobot robot, double fromX, double fromY, double toX, double toY) {
        var from = onScreen(fromX, fromY, 0);
        var to = onScreen(toX, toY, 0);
        robot.drag(from, MouseButton.PRIMARY).dropTo(to);
    }
}
