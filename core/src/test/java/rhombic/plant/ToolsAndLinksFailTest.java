package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.calendar;
import static rhombic.plant.Peopled.fails;
import static rhombic.plant.Peopled.mode;
import static rhombic.plant.Peopled.needs;
import static rhombic.plant.Peopled.onDuty;
import static rhombic.plant.Peopled.person;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.insight.PieceStory;
import rhombic.measure.FailureFigures;
import rhombic.measure.ModeFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.place.Placement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PersonState;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Failures of links and of what people work with, worked out by hand. */
class ToolsAndLinksFailTest {
    private static final double NEAR = 1e-9;
    private static final long SECOND = 1_000_000_000L;

    private static Crew crew(String name, int people, FailureMode... modes) {
        return fails(Crew.usual(Basics.of(name, Placement.at(0, 0))).withPeople(people).withSpeed(Optional.empty()), modes);
    }

    private static FailureMode often(String up, String down) {
        return mode("drill", up, UpTime.Clock.WORKING, down);
    }

    private static Study travels(Study study, Travel travel, FailureMode... modes) {
        return study.withLinks(study.links().stream()
                .map(link -> link.from().equals("In") ? link.withTravel(travel).withFailures(List.of(modes)) : link).toList());
    }

    private static FailureMode once(String first, String down) {
        return mode("jam", "100 h", UpTime.Clock.CALENDAR, down).withFirstFailure(time(first));
    }

    // ---- links

    @Test
    void whatIsOnTheWayStandsAndNothingSetsOutUntilItIsMended() {
        // The first is on the way from 0 to 30 s; the link stands from 20 to 35 s, so it comes at 45 s. The second comes in at 25 s,
        // sets out at 35 s, is there at 65 s.
        Study study = travels(new Lines().chain(timetable("In", "0 s Piece", "25 s Piece"), goodsOut("Out")).study(100 / 3600.0, 0, 1),
                new Travel.InTime(time("30 s"), 0), once("20 s", "15 s"));
        RunFigures run = Runs.of(study);
        assertEquals((45 + 40) / 2.0, run.lead().mean(), NEAR);
        assertEquals(45, run.lead().max(), NEAR);
        ModeFigures jam = run.links().getFirst().modes().getFirst();
        assertEquals(1, jam.failures());
        assertEquals(0.15, jam.downShare(), NEAR);
        assertEquals(new FailureFigures("In to Out", 0, 1, jam), run.failures().getFirst());
        assertEquals((45 + 30) / 2.0, run.types().getFirst().moveMean(), NEAR, "the way takes longer; the wait before it is a wait");
    }

    @Test
    void itIsSeenToStandWhereItWasAndToGoOnFromThere() {
        Study study = travels(new Lines().chain(timetable("In", "0 s Piece"), goodsOut("Out")).study(100 / 3600.0, 0, 1),
                new Travel.AtSpeed(Quantity.parse("0.1 m/s", Dimension.SPEED), 0), once("10 s", "20 s"));
        Trace trace = Runs.traceOf(study);
        Moment stands = trace.at(25 * SECOND);
        assertEquals(1.0, stands.metresAlong(0), NEAR);
        assertTrue(stands.isHeldOnWay(0));
        assertEquals(Optional.of(EquipmentState.DOWN), stands.stateOfLink(0));
        assertEquals("Has stood 15 s on its way from In to Out, which is down.",
                new PieceStory(UnfoldedStudy.of(study), trace).doing(stands.piece(0).orElseThrow(), stands));
        Study two = travels(new Lines().chain(timetable("In", "0 s Piece", "15 s Piece"), goodsOut("Out")).study(100 / 3600.0, 0, 1),
                study.links().getFirst().travel(), once("10 s", "20 s"));
        Trace ofTwo = Runs.traceOf(two);
        Moment held = ofTwo.at(25 * SECOND);
        String doing = new PieceStory(UnfoldedStudy.of(two), ofTwo).doing(held.piece(1).orElseThrow(), held);
        assertTrue(doing.endsWith("for room at Out (the way there is down)."), doing);
        Study touching = travels(new Lines().chain(timetable("In", "0 s Piece"),
                goodsOut("Out").placed(Placement.at(study.elements().getFirst().footprint().lengthMetres(), 0))).study(100 / 3600.0, 0, 1),
                new Travel.InTime(time("30 s"), 0));
        assertEquals(0, Layout
                .path(touching.links().getFirst(), touching.elements().get(0), touching.elements().get(1)).metres(), NEAR);
        Trace still = Runs.traceOf(touching);
        assertEquals("Is on its way from In to Out for 10 s.",
                new PieceStory(UnfoldedStudy.of(touching), still).doing(still.at(10 * SECOND).piece(0).orElseThrow(),
                        still.at(10 * SECOND)),
                "a way of no length that is not down");
        Moment goes = trace.at(35 * SECOND);
        assertEquals(1.5, goes.metresAlong(0), NEAR);
        assertEquals(Optional.empty(), goes.stateOfLink(0));
    }

    @Test
    void itIsRepairedInTheMiddleOfItsWayAndTheWaitForThatIsToldApart() {
        Crew fitter = Crew.usual(Basics.of("Fitter", Placement.at(0, 12))).withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)));
        Study study = travels(new Lines().chain(timetable("In", "0 s Piece"), goodsOut("Out")).chain(fitter).study(200 / 3600.0, 0, 1),
                new Travel.InTime(time("60 s"), 0), once("10 s", "20 s").withRepairedBy(List.of(Need.of("Fitter"))));
        ModeFigures jam = Runs.of(study).links().getFirst().modes().getFirst();
        assertEquals(20.0 / 200, jam.repairShare(), NEAR);
        var path = Layout.path(study.links().getFirst(), study.elements().get(0), study.elements().get(1));
        var middle = path.at(path.metres() / 2).of(Pose.at(0, -0.6, 0, 0)); // to the right of the middle
        var home = Layout.home(fitter, 0);
        assertEquals(Math.hypot(middle.x() - home.x(), middle.y() - home.y()) / 200, jam.waitingShare(), 1e-6);
        assertEquals(20 + 60 + jam.waitingShare() * 200, Runs.of(study).lead().max(), 1e-6);
    }

    @Test
    void whoCarriesComesThroughButNobodySetsOut() {
        Study study = travels(
                new Lines().chain(timetable("In", "0 s Piece", "1 s Piece"), goodsOut("Out"))
                        .chain(Crew.usual(Basics.of("W", Placement.at(0, 0)))
                                .withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED))))
                        .study(1000 / 3600.0, 0, 1),
                new Travel.Carried(Need.of("W"), 1));
        double alone = Runs.of(study).lead().max();
        RunFigures held = Runs.of(travels(study, study.links().getFirst().travel(), once("0.5 s", "300 s")));
        assertEquals(2, held.out());
        assertTrue(held.lead().max() > 299 && held.lead().max() < 300 + alone, "the second waits for the link: " + held.lead().max());
    }

    // ---- what people work with

    @Test
    void aToolThatBreaksStopsTheWorkOfItsPersonWhereItIs() {
        // 150 s of work, then 30 s down, again and again: of 900 s five times, with 750 s of work, 12 pieces and a half.
        Study study = new Lines().chain(onDemand("In"), needs(station("S", 1, 0, "60 s"), Need.of("W")), goodsOut("Out"))
                .chain(crew("W", 1, often("150 s", "30 s"))).study(900 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(12, run.out());
        assertEquals(150.0 / 900, person(run, "W").share(PersonState.DOWN), NEAR);
        assertEquals(750.0 / 900, person(run, "W").share(PersonState.WORKING), NEAR);
        assertEquals(150.0 / 900, at(run, "S").share(EquipmentState.WAITING_FOR_CREW), NEAR);
        assertEquals(new ModeFigures("drill", 5, 0, 150.0 / 900), at(run, "W").modes().getFirst());
    }

    @Test
    void ofACrewEachHasAToolOfItsOwnAndWhoHandsOverLosesNoTime() {
        // Two people, one station: when the tool of one breaks the other goes on at once, and is done before it breaks too.
        Crew pair = onDuty(crew("W", 2, often("150 s", "30 s")), "", AtShiftEnd.HAND_OVER);
        Study study = new Lines().chain(onDemand("In"), needs(station("S", 1, 0, "60 s"), Need.of("W")), goodsOut("Out")).chain(pair)
                .study(900 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(15, run.out());
        assertEquals(0, at(run, "S").share(EquipmentState.WAITING_FOR_CREW), NEAR);
        assertEquals(2, run.failures().getFirst().elements());
        assertTrue(run.failures().getFirst().mode().failures() >= 4, "each breaks after 150 s of its own work");
    }

    @Test
    void jobsAreCountedAndTheRepairerComesToWhereThePersonStands() {
        // After two jobs of 10 s the tool is repaired for 5 s by one who comes 8 m at 1 m/s, and goes home between.
        Crew fitter = Crew.usual(Basics.of("Fitter", Placement.at(0, 0))).withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)));
        FailureMode bit = FailureMode.of("bit", new UpTime.AfterCycles(2, false), time("5 s")).withRepairedBy(List.of(Need.of("Fitter")));
        Study study = new Lines().chain(stock("In", "Piece", 6), needs(station("S", 1, 0, "10 s"), Need.of("W")), goodsOut("Out"))
                .chain(crew("W", 1, bit), fitter).study(600 / 3600.0, 0, 1);
        RunFigures run = Runs.of(study);
        ModeFigures figures = at(run, "W").modes().getFirst();
        assertEquals(3, figures.failures());
        assertEquals(15.0 / 600, figures.repairShare(), NEAR);
        assertTrue(figures.waitingShare() > 0, "the fitter has to walk");
        assertEquals(60 + 2 * (5 + figures.waitingShare() * 600 / 3), run.lead().max(), 1e-6, "the third repair delays nothing any more");
    }

    @Test
    void whoseShiftEndsWhileTheToolIsBrokenGoesHomeAndComesBackToTheWork() {
        // From 6:00; the tool breaks at 6:06 for 20 min, the shift ends at 6:10 and begins at 6:40; 4 min of work remain of 10.
        Crew worker = onDuty(crew("W", 1, mode("drill", "6 min", UpTime.Clock.WORKING, "20 min")), "C", AtShiftEnd.STOP);
        Study study = new Lines().chain(timetable("In", "0 s Piece"), needs(station("S", 1, 0, "10 min"), Need.of("W")), goodsOut("Out"))
                .chain(worker).study(1, 0, 1).withCalendars(List.of(calendar("06:00 06:10", "06:40 14:00")));
        RunFigures run = Runs.of(study);
        assertEquals(4.0 / 60, person(run, "W").share(PersonState.DOWN), NEAR);
        assertEquals(30.0 / 60, person(run, "W").share(PersonState.OFF_SHIFT), NEAR);
        assertEquals(44, run.lead().max() / 60, NEAR, "6 min before, 4 min from 6:40 on");
    }
}
