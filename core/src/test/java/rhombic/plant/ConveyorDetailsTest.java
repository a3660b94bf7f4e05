package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.measure.ModeFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Value;
import rhombic.validation.Lines;

/** What is easily overlooked on a conveyor, by hand: 0.5 m/s, pieces of 0.6 m, 0.4 m apart, 0.8 m wide. */
class ConveyorDetailsTest {
    private static final PieceType BOX = PieceType.usual("Piece");
    private static final PieceType OTHER = PieceType.usual("Other");
    private static final double NEAR = 1e-9;

    private static Quantity metres(double metres) {
        return new Quantity(metres, Unit.METRE);
    }

    private static Conveyor belt(double metres, Fitting... fittings) {
        return Conveyor.usual(Basics.of("Belt", SOMEWHERE), ConveyorPath.straight(metres)).withGap(metres(1 - BOX.length().inBaseUnit()))
                .withSpeed(Quantity.parse("0.5 m/s", Dimension.SPEED)).withFittings(List.of(fittings));
    }

    private static Fitting sensor(String name, double at, double afterSeconds) {
        return new Fitting.Sensor(name, metres(at), Quantity.seconds(afterSeconds));
    }

    private static Fitting divert(double at) {
        return new Fitting.Divert("Aside", metres(at), Fitting.Side.LEFT, Routing.PREFERENCE);
    }

    private static Fitting merge(double at, Fitting.Priority first) {
        return new Fitting.Merge("Into", metres(at), Fitting.Side.LEFT, first);
    }

    private static PlantElement shut(PlantElement element, String when) {
        return element.with(element.basics().withInletShut(ShutTime.parse(when)));
    }

    private static TypeFigures type(RunFigures run, String name) {
        return run.types().stream().filter(type -> type.name().equals(name)).findFirst().orElseThrow();
    }

    /** Seconds from the start until the belt becomes that while the condition holds; an hour if it never does. */
    private static double becomes(String word, String condition, Lines lines) {
        return 3600 * Runs.of(lines.rules(new Rule("Stop", new Rule.When.StateChanges("Belt", word), condition,
                List.of(new Rule.Action.StopRun()))).study(1, 0, 1)).hours();
    }

    private static Lines through(Conveyor belt, String... rows) {
        return new Lines().types(BOX, OTHER).chain(timetable("In", rows), belt, goodsOut("Out"));
    }

    // ---- sensors

    @ParameterizedTest
    @CsvSource({"A covered, 4", "A clear, 5.2", "B covered, 6", "B clear, 7.2", "C covered, 14", "C clear, 15.2"})
    void eachOfSeveralSensorsSeesWhatPassesIt(String word, double seconds) {
        Conveyor belt = belt(10, sensor("A", 2, 0), sensor("B", 3, 0), divert(4), sensor("C", 7, 0));
        assertEquals(seconds, becomes(word, "", through(belt, "0 s Piece")), NEAR);
    }

    @Test
    void aSensorOverSeveralLanesIsClearWhenAllAreAndCountsEach() {
        Conveyor belt = belt(10, sensor("A", 2, 0)).withLanes(2);
        String[] rows = {"0 s Piece", "0.8 s Piece"};
        assertEquals(4, becomes("A covered", "", through(belt, rows)), NEAR);
        assertEquals(0.8 + 5.2, becomes("A clear", "", through(belt, rows)), NEAR);
        assertEquals(3600, becomes("A clear", "at('Belt').A_passed < 2", through(belt, rows)), NEAR);
    }

    @Test
    void whatIsTakenFromTheEndNoLongerCoversASensorThere() {
        Conveyor belt = belt(10, sensor("A", 9.8, 0));
        assertEquals(19.6, becomes("A covered", "", through(belt, "0 s Piece")), NEAR);
        assertEquals(20, becomes("A clear", "", through(belt, "0 s Piece")), NEAR);
    }

    @Test
    void whatClosesUpBeforeASensorPassesItWhenTheQueueMovesOn() {
        Lines lines = new Lines().types(BOX).chain(timetable("In", "0 s Piece", "0 s Piece", "0 s Piece"), belt(10, sensor("A", 9.3, 0)),
                station("S", 1, 0, "30 s"), goodsOut("Out"));
        // the second stands at the end from 22 s to 50 s, the third at 9 m; it then has 0.3 m to go
        assertEquals(50.6, becomes("A covered", "at('Belt').A_passed == 3", lines), NEAR);
    }

    @Test
    void whatASensorSetsOffHappensAtThatInstant() {
        Conveyor belt = belt(10, sensor("A", 9.8, 5));
        Lines lines = new Lines().types(BOX, OTHER)
                .chain(timetable("In", "0 s Piece"), belt, shut(goodsOut("Out"), "0 s to 100 s"))
                .chain(stock("Waiting", "Other", 1), shut(Lines.buffer("Gate", 1), "0 s on"), goodsOut("Beside"))
                .rules(new Rule("Let go", new Rule.When.StateChanges("Belt", "A covered"), "", List.of(new Rule.Action.Open("Gate"))));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(19.6 + 5, type(run, "Other").lead().mean(), NEAR, "not only when something happens again, at 100 s");
    }

    @Test
    void aBeltThatIsFullSaysSoOnce() {
        Lines lines = new Lines().types(BOX).chain(stock("In", "Piece", 30), belt(10), shut(goodsOut("Out"), "0 s on"));
        assertEquals(18, becomes(Rule.FULL, "", lines), NEAR);
    }

    // ---- lanes

    private static Lines byLane(Conveyor belt, PlantElement in) {
        Lines lines = new Lines().types(BOX).chain(in, belt);
        for (int lane = 1; lane <= 3; lane++) {
            lines.chain(goodsOut("Out " + lane))
                    .link(new Link("Belt", "Out " + lane).withFilter(new LinkFilter.Condition("piece.onLane == " + lane)));
        }
        return lines;
    }

    @Test
    void freeLanesAreTakenInTurn() {
        RunFigures run = Runs.of(byLane(belt(10).withLanes(3), Lines.arrivals("In", "10 s", 1)).study(1, 0, 1));
        for (int lane = 1; lane <= 3; lane++) {
            assertEquals(358 / 3.0, at(run, "Out " + lane).in(), 1, "lane " + lane);
        }
    }

    @Test
    void piecesKeepTheirLaneAcrossADivert() {
        RunFigures run = Runs.of(byLane(belt(10, divert(4)).withLanes(3), stock("In", "Piece", 3)).study(1, 0, 1));
        for (int lane = 1; lane <= 3; lane++) {
            assertEquals(1, at(run, "Out " + lane).in(), "lane " + lane);
        }
        assertEquals(20, type(run, "Piece").lead().max(), NEAR, "side by side all the way");
    }

    @Test
    void aLaneThatStandsIsThatPartOfTheConveyor() {
        Conveyor belt = belt(10).withLanes(2).withMode(Conveyor.Mode.RIGID);
        Lines lines = new Lines().types(BOX).chain(stock("In", "Piece", 2), belt, station("S", 1, 0, "100 s"), goodsOut("Out"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(50.0 / 3600, at(run, "Belt").standingShare(), 1e-12, "one of two, from 20 s to 120 s");
        assertEquals(3550.0 / 3600, at(run, "Belt").belt().runningShare(), 1e-12);
    }

    // ---- diverts and merges

    @Test
    void aLaneStandsAsLongAsAnythingOnItDoes() {
        Lines lines = new Lines().types(BOX, OTHER)
                .chain(timetable("In", "0 s Piece", "0 s Other"), belt(10, divert(4)), shut(goodsOut("Out"), "0 s to 100 s"))
                .chain(shut(goodsOut("Beside"), "0 s to 60 s"))
                .link(new Link("Belt", "Beside").withFilter(new LinkFilter.Types(List.of("Other"))).withPorts("Aside", ""));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(90.0 / 3600, at(run, "Belt").standingShare(), 1e-12, "the other at the divert from 10 s on, the box until 100 s");
    }

    /** A box from 0 s on, and another from the side at 6 m, where the belt is let go on from the given moment. */
    private static RunFigures fromTheSide(double seconds, String outShut) {
        return Runs.of(new Lines().types(BOX, OTHER)
                .chain(timetable("In", "0 s Piece"), belt(10, merge(6, Fitting.Priority.MAIN), divert(8)), shut(goodsOut("Out"), outShut))
                .chain(timetable("Side", seconds + " s Other")).link(new Link("Side", "Belt").withPorts("", "Into")).study(1, 0, 1));
    }

    @Test
    void aGapThatIsJustLargeEnoughIsTaken() {
        // the box needs 3.6 s to the merge, in which the other goes 0.4 m, its length, and the width of the belt
        RunFigures just = fromTheSide(8.4, "3500 s to 3501 s");
        assertEquals(4.4 / 0.5, type(just, "Other").lead().mean(), NEAR);
        assertEquals(20, type(just, "Piece").lead().mean(), 1e-6, "the box has not waited for it");
        RunFigures late = fromTheSide(8.5, "3500 s to 3501 s");
        assertEquals(14.8 - 8.5 + 4.4 / 0.5, type(late, "Other").lead().mean(), NEAR);
        assertEquals(1.2, at(late, "Belt").belt().gapMean(), NEAR, "0.8 m clear, and 0.4 m from the side");
    }

    @Test
    void whatCameFromTheSideHasOnlyMovedFromThere() {
        RunFigures run = fromTheSide(10, "0 s to 100 s");
        assertEquals(92, type(run, "Other").lead().mean(), NEAR, "it stands a metre behind the box, and leaves 2 s after it, at 102 s");
        assertEquals(4.4 / 0.5, type(run, "Other").moveMean(), NEAR);
        assertEquals(92 - 4.8 - 4.4 / 0.5, type(run, "Other").blockedMean(), NEAR, "4.8 s it has waited beside it for a gap");
    }

    @Test
    void aDivertHasAWayOutOfItsOwn() {
        Fitting inTurn = new Fitting.Divert("Aside", metres(4), Fitting.Side.LEFT, new Routing(Routing.Choice.IN_TURN, ""));
        Lines lines = new Lines().types(BOX).chain(Lines.arrivals("In", "10 s", 1), belt(10, inTurn), goodsOut("Out"))
                .chain(goodsOut("Beside")).link(new Link("Belt", "Beside").withPorts("Aside", ""));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(at(run, "Out").in(), at(run, "Beside").in(), 2);
        assertTrue(at(run, "Out").in() > 170, "every other one");
    }

    @ParameterizedTest
    @CsvSource({"LEFT, 1", "RIGHT, 3"})
    void whatComesFromTheSideComesOntoTheNearestLane(Fitting.Side side, int lane) {
        Fitting merge = new Fitting.Merge("Into", metres(6), side, Fitting.Priority.SIDE);
        Lines lines = byLane(belt(10, merge).withLanes(3), Lines.arrivals("In", "2 h", 1)).chain(stock("Side", "Piece", 5))
                .link(new Link("Side", "Belt").withPorts("", "Into"));
        assertEquals(5, at(Runs.of(lines.study(1, 0, 1)), "Out " + lane).in());
    }

    // ---- what keeps pieces from coming on

    @Test
    void eachThatLeavesMakesRoomForTheWeightOfOne() {
        Conveyor belt = belt(10).withMaxWeight(Optional.of(Quantity.parse("2 kg", Dimension.MASS)));
        RunFigures run = Runs.of(new Lines().types(BOX).chain(stock("In", "Piece", 10), belt, station("S", 1, 0, "30 s"), goodsOut("Out"))
                .study(1, 0, 1));
        assertEquals(2, at(run, "Belt").contentMax());
        assertEquals(10, at(run, "Out").in());
    }

    @Test
    void roomForWhatIsOnItsWayIsThatOfWhatIsThereNow() {
        Lines lines = new Lines().types(BOX).chain(Lines.arrivals("In", "4 s", 1), belt(10), goodsOut("Out"));
        Study study = lines.study(1, 0, 1);
        Study far = study.withLinks(study.links().stream()
                .map(link -> link.from().equals("In") ? link.withTravel(new Travel.InTime(time("10 s"), 0)) : link).toList());
        // from the second piece on there are always some on it: one comes out every 4 s, the first after 4 s, 10 s and 20 s
        assertEquals(1 + (3600 - 34) / 4, at(Runs.of(far), "Out").in(), 1);
    }

    @Test
    void roomIsKeptForTheLongestOfAllThatAreOnTheirWay() {
        PieceType longer = OTHER.sized(metres(1.6), OTHER.width(), OTHER.height());
        Lines lines = new Lines().types(BOX, longer)
                .chain(timetable("In", "0 s Other", "1 s Piece", "2 s Piece", "3 s Piece", "4 s Piece", "5 s Piece"), belt(5),
                        shut(goodsOut("Out"), "0 s on"));
        Study study = lines.study(1, 0, 1);
        RunFigures run = Runs.of(study.withLinks(study.links().stream()
                .map(link -> link.from().equals("In") ? link.withTravel(new Travel.InTime(time("20 s"), 0)) : link).toList()));
        assertEquals(0, run.links().getFirst().onTheWay(), "none has set out for which there is no room");
        assertEquals(4, at(run, "Belt").contentNow(), "2 m and three times 1 m, the last without its gap; a fourth box has to wait");
    }

    // ---- the drive

    @Test
    void aDriveThatIsSwitchedOnWhileItSlowsDownGoesOnFromTheSpeedItHas() {
        Conveyor belt = belt(10).withAcceleration(Optional.of(Quantity.parse("0.1 m/s2", Dimension.ACCELERATION)))
                .withOffTimes(ShutTime.parse("4 s to 6 s"));
        // 2 m until 4 s; 0.8 m in 2 s, at 0.3 m/s then; the same in the next 2 s; 6.4 m at 0.5 m/s
        assertEquals(8 + 6.4 / 0.5, type(Runs.of(through(belt, "0 s Piece").study(1, 0, 1)), "Piece").lead().mean(), 2e-9);
        // and off again while it speeds up: 3.15 m and 0.4 m/s at 7 s, which is 0.8 m to stand still at 11 s, until 20 s
        Conveyor again = belt.withOffTimes(ShutTime.parse("4 s to 6 s, 7 s to 20 s"));
        double atRest = 2 + 0.8 + 0.35 + 0.8;
        assertEquals(25 + (10 - atRest - 1.25) / 0.5, type(Runs.of(through(again, "0 s Piece").study(1, 0, 1)), "Piece").lead().mean(),
                2e-9);
    }

    @Test
    void aSpeedSetByARuleIsComeToWithTheAcceleration() {
        Conveyor belt = belt(10).withAcceleration(Optional.of(Quantity.parse("0.25 m/s2", Dimension.ACCELERATION)));
        Rule faster = new Rule("Faster", new Rule.When.Every(Quantity.seconds(8)), "clock.seconds < 10",
                List.of(new Rule.Action.Set("Belt", "speed", "1")));
        // 4 m until 8 s, 1.5 m in the 2 s in which it gets faster, 4.5 m at 1 m/s
        assertEquals(14.5, type(Runs.of(through(belt, "0 s Piece").rules(faster).study(1, 0, 1)), "Piece").lead().mean(), 2e-9);
    }

    @Test
    void aFailureAfterSoMuchWorkCountsWhileTheDriveIsOn() {
        FailureMode jam = FailureMode.of("Jam", new UpTime.After(time("100 s"), UpTime.Clock.WORKING), time("20 s"));
        Conveyor belt = belt(10).withOffTimes(ShutTime.parse("20 s to 70 s"));
        PlantElement failing = belt.with(belt.basics().withDuty(belt.basics().duty().withFailures(List.of(jam))));
        Lines lines = new Lines().types(BOX).chain(timetable("In", "140 s Piece"), failing, goodsOut("Out"));
        RunFigures run = Runs.of(lines.study(200 / 3600.0, 0, 1));
        ModeFigures told = at(run, "Belt").modes().getFirst();
        assertEquals(1, told.failures(), "100 s of work are over at 150 s");
        assertEquals(20.0 / 200, told.downShare(), 1e-12);
        assertEquals(40, type(run, "Piece").lead().mean(), NEAR, "20 s of way, 20 s in which it stood");
        assertEquals((200 - 50 - 20) / 200.0, at(run, "Belt").belt().runningShare(), 1e-12);
    }

    @Test
    void rulesCountOnAnAttributeOfTheBeltBesideItsSpeed() {
        Conveyor belt = belt(10);
        PlantElement counting = belt.with(belt.basics().withAttributes(List.of(new Attribute("seen", Value.of(0.0)))));
        Lines lines = new Lines().types(BOX).chain(stock("In", "Piece", 7), counting, goodsOut("Out"))
                .rules(new Rule("Count", new Rule.When.Piece(Rule.PieceEvent.ENTERS, "Belt"), "",
                        List.of(new Rule.Action.Set("Belt", "seen", "at('Belt').seen + 1"))),
                        new Rule("Enough", new Rule.When.Piece(Rule.PieceEvent.ENTERS, "Belt"), "at('Belt').seen == 5",
                                List.of(new Rule.Action.StopRun())));
        assertEquals(8, 3600 * Runs.of(lines.study(1, 0, 1)).hours(), NEAR, "one comes on every 2 s");
    }
}
