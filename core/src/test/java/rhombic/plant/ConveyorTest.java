package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Placement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PieceType;
import rhombic.study.value.Selection;
import rhombic.study.value.ShutTime;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Conveyors in a plant, by hand: pieces of 0.6 m, 0.4 m apart at least, so each takes a metre. */
class ConveyorTest {
    private static final PieceType BOX = PieceType.usual("Piece");

    private static Conveyor belt(String name, double metres, double speed) {
        return Conveyor.usual(Basics.of(name, SOMEWHERE), ConveyorPath.straight(metres))
                .withGap(new Quantity(1 - BOX.length().inBaseUnit(), Unit.METRE))
                .withSpeed(Quantity.parse(speed + " m/s", Dimension.SPEED));
    }

    private static Lines lines() {
        return new Lines().types(BOX);
    }

    @Test
    void aStationWithoutInputRoomTakesItsPieceFromTheEndWhichWaitsThereUntilThen() {
        // 10 m at 0.5 m/s: at the end after 20 s and 22 s; the station is free again at 50 s
        Study study = lines()
                .chain(timetable("In", "0 s Piece", "0 s Piece"), belt("Belt", 10, 0.5), station("S", 1, 0, "30 s"), goodsOut("Out"))
                .study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(20, at(run, "Belt").stay().min(), 1e-9);
        assertEquals(48, at(run, "Belt").stay().max(), 1e-9, "came on after 2 s, left at 50 s");
        assertEquals(28.0 / 3600, at(run, "Belt").standingShare(), 1e-12, "from 22 s to 50 s");
        assertEquals(2, at(run, "In").stay().max(), 1e-9, "the beginning is clear after 1 m");
        assertEquals(40.0 / 2, run.types().getFirst().moveMean(), 1e-9);
        assertEquals(28.0 / 2, run.types().getFirst().blockedMean(), 1e-9);
    }

    @Test
    void aFullConveyorHoldsWhatFitsClosedUpAndTellsFullAndStanding() {
        Conveyor full = belt("Belt", 10, 0.5).withOffTimes(List.of());
        Study study = lines().chain(onDemand("In"), full.with(full.basics().withOutletShut(ShutTime.parse("0 s on"))), goodsOut("Out"))
                .study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(10, at(run, "Belt").contentNow());
        assertEquals(10, study.equipment().get(1).contentCapacity(study.pieceTypes()).getAsInt());
        // one comes on every 2 s, the tenth at 18 s; the first is at the end after 20 s
        assertEquals((3600 - 18) / 3600.0, at(run, "Belt").fullShare(), 1e-9);
        assertEquals((3600 - 20) / 3600.0, at(run, "Belt").standingShare(), 1e-9);
    }

    @Test
    void twoConveyorsMergeIntoOneByTheRuleOfTheTakerAndOnlyWhereItIsClear() {
        Conveyor main = belt("Main", 10, 0.5);
        Study study = lines().chain(stock("A", "Piece", 5), belt("Left", 5, 0.5), main, goodsOut("Out"))
                .chain(stock("B", "Piece", 5), belt("Right", 5, 0.5)).link("Right", "Main").study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(10, at(run, "Main").out());
        // both come to the merge at 10 s; from then on one goes every 2 s, the last at 28 s
        assertEquals(20, at(run, "Main").stay().max(), 1e-9);
        assertEquals(10 + 9, Math.max(at(run, "Left").stay().max(), at(run, "Right").stay().max()) - 0, 10);
        Conveyor rightFirst = main.with(main.basics().withSelection(Selection.byFormula("at('Right').content > 0 ? 0 : 0")));
        assertEquals(10, at(Runs.of(study.changed("Main", e -> rightFirst)), "Main").out());
    }

    @Test
    void aDivertSortsThreeTypes() {
        PieceType other = PieceType.usual("Other");
        PieceType third = PieceType.usual("Third");
        Lines lines = new Lines().types(BOX, other, third).chain(
                timetable("In", "0 s 4 Piece", "0 s 3 Other", "0 s 2 Third"), belt("Belt", 4, 0.5), belt("For pieces", 3, 0.5),
                goodsOut("Out"));
        lines.chain(belt("For others", 3, 0.5)).chain(belt("For thirds", 3, 0.5)).link("For others", "Out").link("For thirds", "Out");
        lines.link(new Link("Belt", "For others").withFilter(new LinkFilter.Types(List.of("Other"))));
        lines.link(new Link("Belt", "For thirds").withFilter(new LinkFilter.Types(List.of("Third"))));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(List.of(4L, 3L, 2L),
                List.of(at(run, "For pieces").out(), at(run, "For others").out(), at(run, "For thirds").out()));
        assertEquals(6, at(run, "For others").stay().max(), 1e-9, "no piece waits for the way of another to be clear");
    }

    private static Study loop(int carriers) {
        // two conveyors of 5 m go round: each has room for five
        return lines().chain(stock("Stock", "Piece", carriers), belt("There", 5, 0.5), belt("Back", 5, 0.5)).link("Back", "There").study(1,
                0, 1);
    }

    @Test
    void carriersGoRoundAClosedLoopAndOneThatIsFullToTheLastPlaceStandsStillAndIsExplained() {
        RunFigures run = Runs.of(loop(5));
        assertTrue(at(run, "Back").out() > 5 * 170, "each goes round in about 20 s: " + at(run, "Back").out());
        assertTrue(run.deadlock().equipment().isEmpty());
        RunFigures full = Runs.of(loop(12));
        // fronts at 5 m, 4 m … 1 m on both, and one that came on while all still moved, with its front at the beginning
        assertEquals(11, at(full, "There").contentNow() + at(full, "Back").contentNow());
        assertEquals(Set.of("There", "Back"), Set.copyOf(full.deadlock().equipment()));
        assertTrue(full.deadlock().reasons().contains("There waits for room at Back"), full.deadlock().toString());
    }

    @Test
    void aConveyorThatIsSwitchedOffTakesNothingAndGoesOnWhereItStood() {
        Study study = lines()
                .chain(timetable("In", "0 s Piece", "8 s Piece"), belt("Belt", 10, 0.5).withOffTimes(ShutTime.parse("5 s to 65 s")),
                        goodsOut("Out"))
                .study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(80, at(run, "Belt").stay().max(), 1e-9, "20 s and the 60 s that it stood");
        assertEquals(20, at(run, "Belt").stay().min(), 1e-9);
        assertEquals(57, at(run, "In").stay().max(), 1e-9, "from 8 s to 65 s");
    }

    @Test
    void aRuleSwitchesTheDriveOffAndOn() {
        Study study = lines().chain(timetable("In", "0 s Piece", "8 s Piece"), belt("Belt", 10, 0.5), goodsOut("Out"))
                .rules(new Rule("Stop", RuleText.when("a piece leaves In"), "at('Belt').content == 0",
                        List.of(RuleText.action("wait 5 s"), RuleText.action("switch off Belt"),
                                RuleText.action("wait 60 s"), RuleText.action("switch on Belt"))))
                .study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(80, at(run, "Belt").stay().max(), 1e-9, "20 s and the 60 s that it stood");
        assertEquals(57, at(run, "In").stay().max(), 1e-9, "from 8 s to 65 s");
    }

    @Test
    void lanesAreFilledInTurnAndEachStopsByItself() {
        Conveyor lanes = belt("Lanes", 10, 0.5).withLanes(4);
        Study study = lines().chain(stock("In", "Piece", 8), lanes, station("S", 1, 0, "1 h"), goodsOut("Out")).study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(2, at(run, "In").stay().max(), 1e-9, "four at once, four when they are clear");
        assertEquals(7, at(run, "Lanes").contentNow());
        // all come to the end at 20 s, the station takes one; the next on its lane is there at 22 s
        assertEquals((3 * (3600 - 20) + (3600 - 22)) / 4.0 / 3600, at(run, "Lanes").standingShare(), 1e-9);
    }

    @Test
    void mostPiecesLimitWhatIsOnALane() {
        Study study = lines().chain(onDemand("In"), belt("Belt", 10, 0.5).withMaxPieces(OptionalInt.of(3)), goodsOut("Out")).study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(3, at(run, "Belt").contentMax());
        assertEquals(3 * 3600 / 20.0, at(run, "Belt").out(), 3, "three in each 20 s");
    }

    @Test
    void whatComesAlongALinkWaitsAtTheBeginningUntilItIsClear() {
        Link slow = new Link("In", "Belt").withTravel(new Travel.AtSpeed(Quantity.parse("1 m/s", Dimension.SPEED), 0));
        Lines lines = lines().chain(stock("In", "Piece", 6))
                .chain(belt("Belt", 10, 0.5).with(Basics.of("Belt", Placement.at(15, 0))), goodsOut("Out"));
        RunFigures run = Runs.of(lines.link(slow).study(1, 0, 1));
        assertEquals(6, at(run, "Belt").out());
        assertEquals(20 + 10, at(run, "Belt").stay().max(), 1e-9, "six came at once; the last came on 10 s later");
    }

    @Test
    void piecesAreSeenWhereTheyAre() {
        ConveyorPath bent = new ConveyorPath(List.of(new ConveyorPath.PathLeg.Straight(4, 0), new ConveyorPath.PathLeg.Arc(1, 90),
                new ConveyorPath.PathLeg.Straight(5, 0)));
        Conveyor belt = belt("Belt", 1, 0.5).withConveyorPath(bent);
        Study study = lines().chain(onDemand("In"), belt.with(belt.basics().withOutletShut(ShutTime.parse("40 s on"))), goodsOut("Out"))
                .study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        Scene scene = new Scene(UnfoldedStudy.of(study));
        double length = bent.metres();
        for (long nanos : new long[] {3_000_000_000L, 21_500_000_000L, 39_999_000_000L, 47_123_456_789L, 300_000_000_000L}) {
            Poses poses = new Poses();
            scene.pose(trace.at(nanos), 0, poses);
            double seconds = nanos / 1e9;
            // the first still on it, counted from the end, is the k-th that came on, every 2 s
            int gone = (int) Math.floor((Math.min(seconds, 40) - length / 0.5) / 2 + 1 + 1e-9);
            int first = Math.max(0, seconds < length / 0.5 ? 0 : gone);
            for (int i = 0; i < poses.count() - countAt(trace, nanos, "In", study); i++) {
                double free = (seconds - 2 * (first + i)) * 0.5;
                double front = Math.min(free, length - i);
                var expected = belt.path().at(front - BOX.length().inBaseUnit() / 2);
                int pose = nearest(poses, expected.x(), expected.y());
                assertEquals(0, Math.hypot(poses.x(pose) - expected.x(), poses.y(pose) - expected.y()), 1e-6,
                        "piece " + i + " after " + seconds);
            }
        }
    }

    private static int countAt(Trace trace, long nanos, String name, Study study) {
        int node = study.elements().stream().map(e -> e.name()).toList().indexOf(name);
        return trace.at(nanos).content(node);
    }

    private static int nearest(Poses poses, double x, double y) {
        int nearest = 0;
        for (int i = 1; i < poses.count(); i++) {
            nearest = Math.hypot(poses.x(i) - x, poses.y(i) - y) < Math.hypot(poses.x(nearest) - x, poses.y(nearest) - y) ? i : nearest;
        }
        return nearest;
    }
}
