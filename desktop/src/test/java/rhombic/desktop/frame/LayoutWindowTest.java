package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import rhombic.study.NamedView;
import rhombic.study.value.PieceType;

/** Seeing and mending the layout, in the real window. */
class LayoutWindowTest extends WindowBase {
    @Start
    private void start(Stage stage) throws Exception {
        show(stage);
    }

    @Test
    void aViewIsKeptByNameComeBackToAndTakenOut(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.clickOn("#keep-view").write("From above").push(KeyCode.ENTER);
        NamedView kept = study().views().getFirst();
        assertEquals("From above", kept.name());
        robot.interact(() -> window.floor().requestFocus());
        robot.push(KeyCode.P);
        assertTrue(window.floor().isPlan());
        assertNotEquals(kept, window.floor().seen("From above"));
        robot.clickOn("#view-From-above");
        assertEquals(kept, window.floor().seen("From above"));
        robot.clickOn("#keep-view").write("From above").push(KeyCode.ENTER);
        assertEquals(1, study().views().size(), "the same name keeps one view");
        robot.clickOn("#drop-view-From-above");
        assertEquals(List.of(), study().views());
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertEquals(List.of(kept), study().views());
    }

    @Test
    void aProblemIsToldSoonAfterTheEditAndMendedByItsButton(FxRobot robot) {
        place(robot, "work", "station", 0, 0);
        robot.interact(() -> window.bench().edit("a type", s -> s.withPieceTypes(List.of(s.pieceTypes().getFirst(),
                PieceType.usual("Ghost")))));
        robot.interact(() -> window.bench().select(Set.of()));
        await(() -> robot.lookup("#fix-unused-type").tryQuery().isPresent());
        while (study().type("Ghost").isPresent()) {
            robot.interact(() -> robot.lookup("Take Ghost out").queryButton().fire());
        }
        await(() -> robot.lookup("Take Ghost out").tryQuery().isEmpty());
        assertEquals(1, study().pieceTypes().size());
    }
}
