package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.calendar;
import static rhombic.plant.Peopled.needs;
import static rhombic.plant.Peopled.onDuty;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.scene.PeopleScene;
import rhombic.study.Study;
import rhombic.study.area.BreakArea;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.Need;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.place.Placement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Where people are drawn and how they hold themselves, by hand. They walk at 1 m/s; runs begin on a Monday at 6:00. */
class PeopleDrawnTest {
    private static final double NEAR = 1e-6;

    private static Crew crew(int people, double y, Optional<Quantity> speed) {
        return Crew.usual(Basics.of("W", Placement.at(0, y))).withPeople(people).withSpeed(speed);
    }

    private static final Optional<Quantity> WALKING = Optional.of(Quantity.parse("1 m/s", Dimension.SPEED));

    private static void pose(PeopleScene scene, Trace trace, double seconds) {
        scene.pose(trace.at(Math.round(seconds * 1e9)));
    }

    @Test
    void stepsGoByTheWayAndWorkByTheTime() {
        Study study = new Lines().chain(stock("In", "Piece", 1), needs(station("S", 1, 0, "60 s"), Need.of("W")), goodsOut("Out"))
                .chain(crew(1, -20, WALKING)).study(200 / 3600.0, 0, 1);
        Trace trace = Runs.traceOf(study);
        PeopleScene scene = new PeopleScene(UnfoldedStudy.of(study));
        for (int again = 0; again < 2; again++) { // whatever was posed in between
            pose(scene, trace, 9.4);
            assertEquals(PeopleScene.Posture.WALKS, scene.posture(0));
            assertEquals(9.4 / PeopleScene.STRIDE_METRES, scene.phase(0), NEAR);
            assertEquals(-10.6, scene.y(0), NEAR);
            assertEquals(90, scene.headingDegrees(0), NEAR);
            pose(scene, trace, 50);
            assertEquals(PeopleScene.Posture.WORKS, scene.posture(0));
            assertEquals(60, scene.phase(0), NEAR);
            assertEquals(-1.2, scene.y(0), NEAR);
        }
        pose(scene, trace, 150);
        assertEquals(PeopleScene.Posture.STANDS, scene.posture(0));
    }

    @Test
    void atABreakTheySitFaceToFaceAndAtHomeNobodyIsSeen() {
        BreakArea area = new BreakArea(Basics.of("Area", Placement.at(40, 0)));
        Crew crew = onDuty(crew(3, 0, WALKING).withBreakArea("Area"), "C", AtShiftEnd.FINISH);
        Study study = new Lines().chain(stock("In", "Piece", 1), goodsOut("Out")).chain(crew).chain(area).study(2, 0, 1)
                .withCalendars(List.of(calendar("06:00 07:00", "06:10 06:20 break")));
        Trace trace = Runs.traceOf(study);
        PeopleScene scene = new PeopleScene(UnfoldedStudy.of(study));
        pose(scene, trace, 700);
        for (int person = 0; person < 3; person++) {
            assertEquals(PeopleScene.Posture.SITS, scene.posture(person));
            assertTrue(scene.isSeen(person));
        }
        assertEquals(40 - 1.5 * 0.55, scene.x(0), NEAR);
        assertEquals(0.77, scene.y(0), NEAR);
        assertEquals(-90, scene.headingDegrees(0), NEAR, "towards the table");
        assertEquals(scene.x(0), scene.x(1), NEAR);
        assertEquals(-0.77, scene.y(1), NEAR);
        assertEquals(90, scene.headingDegrees(1), NEAR);
        assertEquals(scene.x(0) + 0.55, scene.x(2), NEAR, "the third sits beside the first");
        pose(scene, trace, 1210);
        assertTrue(scene.isSeen(0) && scene.posture(0) == PeopleScene.Posture.WALKS);
        pose(scene, trace, 4000);
        assertFalse(scene.isSeen(0) || scene.isSeen(1));
    }

    @Test
    void twoWhoStandInOnePlaceAreDrawnBesideEachOther() {
        Lines lines = new Lines();
        for (String one : List.of("1", "2", "3")) { // all of them stand in one place
            lines.chain(stock("In " + one, "Piece", 1), needs(station("S " + one, 1, 0, "60 s"), Need.of("W")), goodsOut("Out " + one));
        }
        Study study = lines.chain(crew(3, 0, Optional.empty())).study(200 / 3600.0, 0, 1);
        PeopleScene scene = new PeopleScene(UnfoldedStudy.of(study));
        pose(scene, Runs.traceOf(study), 30);
        for (int i = 0; i < 3; i++) {
            assertEquals(PeopleScene.Posture.WORKS, scene.posture(i));
            for (int k = 0; k < i; k++) {
                assertTrue(Math.hypot(scene.x(i) - scene.x(k), scene.y(i) - scene.y(k)) >= 0.59, i + " and " + k);
            }
        }
    }
}
