package rhombic.scene;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import org.junit.jupiter.api.Test;
import rhombic.plant.Runs;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.fleet.Loading;
import rhombic.study.fleet.VehicleType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.place.Placement;
import rhombic.study.place.Port;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PersonState;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

class ForksTest {
    private static final double LOW = VehicleType.FORKLIFT.holdsAtMetres();
    private static final double NEAR = 1e-9;

    private static Study study(VehicleType type) {
        return new Lines().chain(timetable("In", "10 s Piece"), buffer("Store", -1).placed(Placement.at(0, 0)))
                .chain(goodsOut("Out").placed(Placement.at(40, 0)))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("F"), 1)))
                .chain(Fleet.KIND.blank(Basics.of("F", Placement.at(0, -10))).withForm(type).with(new Loading(time("15 s"), time("15 s"))))
                .study(0.1, 0, 1);
    }

    /** They rise by 0.3 m/s to the table, come down on the way and rise again; nowhere do they jump while something lies on them. */
    @Test
    void forksRiseToWhatIsPickedUpAndToWhereItIsSetDown() {
        Study study = study(VehicleType.FORKLIFT);
        Trace trace = Runs.traceOf(study);
        PeopleScene scene = new PeopleScene(UnfoldedStudy.of(study));
        double before = LOW;
        double max = 0;
        boolean wasLowOnTheWay = false;
        for (int i = 0; i < 1000; i++) {
            Moment moment = trace.at(i * 100_000_000L);
            scene.pose(moment);
            double height = scene.holdsAtMetres(0);
            assertEquals(height - LOW, scene.raisedMetres(0), NEAR);
            boolean isLoaded = moment.contentOfLink(study.links().size() - 1) > 0;
            if (isLoaded) {
                assertTrue(Math.abs(height - before) <= 0.03 + NEAR, "at " + i / 10.0 + " s: from " + before + " to " + height);
                wasLowOnTheWay |= moment.movers().state(0) == PersonState.CARRYING && Math.abs(height - LOW) < NEAR;
            }
            max = Math.max(max, height);
            before = height;
        }
        assertEquals(Port.TABLE_METRES, max, NEAR);
        assertTrue(wasLowOnTheWay);
        assertEquals(LOW, before, NEAR, "it is empty again");
    }

    @Test
    void aDeckStaysWhereItIs() {
        Study study = study(VehicleType.AGV);
        Trace trace = Runs.traceOf(study);
        PeopleScene scene = new PeopleScene(UnfoldedStudy.of(study));
        for (int i = 0; i < 100; i++) {
            scene.pose(trace.at(i * 1_000_000_000L));
            assertEquals(VehicleType.AGV.holdsAtMetres(), scene.holdsAtMetres(0));
            assertEquals(0, scene.raisedMetres(0));
        }
    }
}
