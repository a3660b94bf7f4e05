package rhombic.desktop.frame;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.DayOfWeek;
import java.util.List;
import java.util.Set;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import rhombic.study.Layout;
import rhombic.study.duty.Calendar;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Station;

/** Crews, failures and calendars by hand, in the real window. */
class PeopleWindowTest extends WindowBase {
    @Start
    private void start(Stage stage) throws Exception {
        show(stage);
    }

    private Station station(String name) {
        return (Station) study().find(name).orElseThrow();
    }

    private FailureMode failure(String name) {
        return station("Station 1").basics().duty().failures().stream().filter(m -> m.name().equals(name)).findFirst().orElseThrow();
    }

    private void select(FxRobot robot, String name) {
        robot.interact(() -> window.bench().select(name));
    }

    @Test
    void aCrewIsPlacedAndAStationWaitsForItsPeople(FxRobot robot) {
        buildLine(robot);
        place(robot, "people", "crew", 0, -6);
        assertEquals(List.of("Crew 1"), study().crews().stream().map(Crew::name).toList());
        select(robot, "Station 1");
        press(robot, "#token-needs");
        pick(robot, "Crew 1");
        assertEquals("Crew 1", station("Station 1").work().operations().getFirst().needs().getFirst().skill());
        await(this::isRunWritten);
        robot.interact(() -> window.player().seek(600_000_000_000L));
        await(() -> window.player().moment().filter(m -> m.timeNanos() == 600_000_000_000L && m.movers().count() == 1).isPresent());
        select(robot, "Crew 1");
        await(() -> robot.lookup("#person-0").tryQueryAs(Label.class).isPresent());
        assertTrue(text(robot, "person-0").startsWith("Crew 1: "), text(robot, "person-0"));
        press(robot, "#token-people");
        type(robot, "3");
        assertEquals(3, study().crews().getFirst().people());
        press(robot, "#token-people");
        type(robot, "0");
        assertTrue(text(robot, "editor-message").contains("1 to 1000"), text(robot, "editor-message"));
        robot.push(KeyCode.ESCAPE);
        press(robot, "#token-walking-speed");
        type(robot, "1.5 m/s");
        assertEquals("1.5 m/s", study().crews().getFirst().speed().orElseThrow().toString());
    }

    @Test
    void aFailureIsAddedSaidByAvailabilityAndRepairedByACrew(FxRobot robot) {
        buildLine(robot);
        place(robot, "people", "crew", 0, -6);
        select(robot, "Station 1");
        press(robot, "#token-add-failure");
        assertEquals("exponential(4 h)", ((UpTime.After) failure("Fault").up()).time().toString());
        press(robot, "#token-Fault-up");
        pick(robot, "so that it is available");
        press(robot, "#token-Fault-availability");
        type(robot, "90 %");
        assertEquals(90 * 60, failure("Fault").meanUpSeconds().orElseThrow(), 1e-6, "90 % and 10 min are 90 min up");
        press(robot, "#token-Fault-mean-up");
        type(robot, "190 min");
        assertEquals(95, ((UpTime.Available) failure("Fault").up()).share().amount(), 1e-6, "and the other way round");
        press(robot, "#token-Fault-availability");
        type(robot, "100 %");
        assertTrue(text(robot, "editor-message").contains("below 100 %"), text(robot, "editor-message"));
        robot.push(KeyCode.ESCAPE);
        press(robot, "#token-Fault-repair");
        pick(robot, "Crew 1");
        assertEquals("Crew 1", failure("Fault").repairedBy().getFirst().skill());
        assertTrue(robot.lookup("#failure-timeline").tryQuery().isPresent(), "up time and down time are drawn");
        press(robot, "#token-Fault-drop");
        assertTrue(station("Station 1").basics().duty().failures().isEmpty());
        robot.interact(() -> window.bench().undo());
        assertFalse(station("Station 1").basics().duty().failures().isEmpty());
    }

    @Test
    void oneFailureIsGivenToSeveralThingsAtOnce(FxRobot robot) {
        buildLine(robot);
        robot.interact(() -> window.bench().select(Set.of("Station 1", "Station 2")));
        press(robot, "#token-add-failure");
        assertEquals(List.of(1, 1),
                List.of(station("Station 1").basics().duty().failures().size(), station("Station 2").basics().duty().failures().size()));
    }

    @Test
    void aWeekIsPaintedWithTheMouseAndTypedToTheMinute(FxRobot robot) {
        buildLine(robot);
        select(robot, "Station 1");
        press(robot, "#token-calendar");
        pick(robot, "a new calendar");
        assertEquals("Early shift", station("Station 1").basics().duty().calendar());
        robot.interact(() -> window.bench().select(Set.of()));
        press(robot, "#token-Early-shift-week");
        Node week = robot.lookup("#editor-week").query();
        robot.interact(() -> scrolledTo(week));
        Bounds at = week.localToScreen(week.getBoundsInLocal());
        double hour = at.getWidth() / 24;
        double row = (at.getHeight() - 13) / 7;
        // Saturday, the sixth row, from 6:00 to 10:00
        robot.moveTo(at.getMinX() + 6 * hour + 1, at.getMinY() + 13 + 5.5 * row).press(MouseButton.PRIMARY)
                .moveTo(at.getMinX() + 10 * hour - 1, at.getMinY() + 13 + 5.5 * row).release(MouseButton.PRIMARY);
        robot.interact(() -> robot.lookup("#paint-off").queryAs(ToggleButton.class).fire());
        press(robot, "#editor-use");
        Calendar calendar = study().calendars().getFirst();
        assertTrue(
                calendar.week().stream()
                        .anyMatch(s -> s.days().equals(List.of(DayOfWeek.SATURDAY)) && s.from().getHour() == 6 && s.to().getHour() == 10),
                calendar.week().toString());
        press(robot, "#token-Early-shift-week");
        robot.interact(() -> robot.lookup("#editor-field").queryAs(TextField.class).setText("Mon-Fri 06:00 to 14:00; Mon 13:00 to 15:00"));
        press(robot, "#editor-use");
        assertTrue(text(robot, "editor-message").contains("overlap"), text(robot, "editor-message"));
        press(robot, "#token-Early-shift-exceptions");
        type(robot, "2027-01-06 free");
        assertEquals(1, study().calendars().getFirst().exceptions().size());
    }

    private static void scrolledTo(Node node) {
        Node at = node;
        while (at != null && !(at instanceof ScrollPane)) {
            at = at.getParent();
        }
        if (at instanceof ScrollPane pane) {
            double y = node.localToScene(node.getBoundsInLocal()).getMinY() - pane.getContent().localToScene(0, 0).getY();
            double range = pane.getContent().getBoundsInLocal().getHeight() - pane.getViewportBounds().getHeight();
            pane.setVvalue(range <= 0 ? 0 : Math.clamp((y - 150) / range, 0, 1));
            pane.layout();
        }
    }

    @Test
    void whereSomebodyStandsIsDraggedAndPutBack(FxRobot robot) {
        place(robot, "work", "station", -3, 0);
        place(robot, "people", "crew", 3, -6);
        select(robot, "Station 1");
        press(robot, "#token-needs");
        pick(robot, "Crew 1");
        select(robot, "Station 1");
        var usual = Layout.stand(station("Station 1"), 0);
        robot.moveTo(onScreen(usual.x(), usual.y(), 0));
        robot.drag(onScreen(usual.x(), usual.y(), 0), MouseButton.PRIMARY).moveTo(onScreen(-2.5, -2.5, 0))
                .moveTo(onScreen(-2, -3, 0)).drop();
        var there = Layout.stand(station("Station 1"), 0);
        assertEquals(-2, there.x(), 0.3);
        assertEquals(-3, there.y(), 0.3);
        click(robot, onScreen(there.x(), there.y(), 0), 2);
        assertEquals(usual, Layout.stand(station("Station 1"), 0));
    }
}
