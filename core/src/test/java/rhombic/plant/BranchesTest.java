package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.timetable;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.GoodsOut;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;
import rhombic.study.place.Placement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.ShutTime;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Diverts, merges, sensors and what else lies along a conveyor, by hand: 0.5 m/s, pieces of 0.6 m, 0.4 m apart, 0.8 m wide. */
class BranchesTest {
    private static final PieceType BOX = PieceType.usual("Piece");
    private static final PieceType OTHER = PieceType.usual("Other");

    private static Quantity metres(double metres) {
        return new Quantity(metres, Unit.METRE);
    }

    private static Conveyor belt(String name, double metres, Fitting... fittings) {
        return Conveyor.usual(Basics.of(name, SOMEWHERE), ConveyorPath.straight(metres)).withGap(metres(1 - BOX.length().inBaseUnit()))
                .withSpeed(Quantity.parse("0.5 m/s", Dimension.SPEED)).withFittings(List.of(fittings));
    }

    private static Fitting divert(double at) {
        return new Fitting.Divert("Aside", metres(at), Fitting.Side.LEFT, Routing.PREFERENCE);
    }

    private static Fitting merge(double at, Fitting.Priority first) {
        return new Fitting.Merge("Into", metres(at), Fitting.Side.LEFT, first);
    }

    private static Fitting sensor(double at, double after) {
        return new Fitting.Sensor("S1", metres(at), Quantity.seconds(after));
    }

    private static TypeFigures type(RunFigures run, String name) {
        return run.types().stream().filter(type -> type.name().equals(name)).findFirst().orElseThrow();
    }

    /** Boxes go straight on, others leave at 4 m; both begin as the timetable says. */
    private static Lines sorting(Conveyor side, String... rows) {
        Lines lines = new Lines().types(BOX, OTHER).chain(timetable("In", rows), belt("Main", 10, divert(4)), goodsOut("Out"))
                .chain(side, goodsOut("Beside"));
        return lines.link(new Link("Main", side.name()).withFilter(new LinkFilter.Types(List.of("Other"))).withPorts("Aside", ""));
    }

    @Test
    void whatLeavesAtADivertGoesHalfTheWidthToTheSide() {
        RunFigures run = Runs.of(sorting(belt("Side", 3), "0 s Piece", "0 s Other").study(1, 0, 1));
        assertEquals(20, type(run, "Piece").lead().mean(), 1e-9);
        // it comes on 2 s later, 4 m on, then 0.4 m to the side and 3 m there
        assertEquals(2 + (4 + 0.4 + 3) / 0.5, type(run, "Other").lead().mean(), 1e-9);
        assertEquals(2, at(run, "Main").out());
        assertEquals(1, at(run, "Side").in());
        assertEquals((4 + 0.4 + 3) / 0.5, type(run, "Other").moveMean(), 1e-9, "nothing of it was blocked on the belts");
        assertEquals(0, type(run, "Other").blockedMean(), 1e-9);
        assertEquals(0.4, at(run, "Main").belt().gapMean(), 1e-9, "it came on as soon as it could");
    }

    @Test
    void whatCanNotLeaveStandsAtTheDivertAndThoseBehindItCloseUp() {
        Conveyor shut = belt("Side", 3);
        shut = (Conveyor) shut.with(shut.basics().withInletShut(ShutTime.parse("0 s to 60 s")));
        RunFigures run = Runs.of(sorting(shut, "0 s Other", "0 s Piece").study(1, 0, 1));
        assertEquals(60 + 3.4 / 0.5, type(run, "Other").lead().mean(), 1e-9);
        // the box stands at 3 m; it starts with the divert free, and goes 7 m
        assertEquals(60 + 7 / 0.5, type(run, "Piece").lead().mean(), 1e-9);
        assertEquals(52.0 / 3600, at(run, "Main").standingShare(), 1e-12, "from 8 s to 60 s");
    }

    @Test
    void sharesSendThatManyAsideAndTheRestStraightOn() {
        Study study = new Lines().types(BOX)
                .chain(Lines.arrivals("In", "4 s", 1), belt("Main", 10, divert(4)), goodsOut("Out")).chain(goodsOut("Beside"))
                .link(new Link("Main", "Beside").withShare(Optional.of(Quantity.percent(30))).withPorts("Aside", "")).study(24, 0, 1);
        RunFigures run = Runs.of(study);
        double sent = at(run, "Main").out();
        // 21 600 draws: the interval is four standard deviations wide
        assertEquals(0.3, at(run, "Beside").in() / sent, 4 * Math.sqrt(0.3 * 0.7 / sent));
        assertEquals(sent, at(run, "Beside").in() + at(run, "Out").in());
    }

    /** A box along the main way, the other from the side at 6 m, ten seconds later; the box is 1 m before the merge then. */
    private static RunFigures merging(Fitting.Priority first) {
        return Runs.of(new Lines().types(BOX, OTHER)
                .chain(timetable("In", "0 s Piece"), belt("Main", 10, merge(6, first)), goodsOut("Out"))
                .chain(timetable("Side", "10 s Other"))
                .link(new Link("Side", "Main").withPorts("", "Into")).study(1, 0, 1));
    }

    @Test
    void fromTheSideItComesOnlyIntoAGapThatDelaysNobody() {
        RunFigures run = merging(Fitting.Priority.MAIN);
        assertEquals(20, type(run, "Piece").lead().mean(), 1e-9);
        // it waits until the rear edge of the box is the width of the belt behind the merge, at 14.8 s; then 0.4 m and 4 m
        assertEquals(4.8 + 4.4 / 0.5, type(run, "Other").lead().mean(), 1e-9);
    }

    @ParameterizedTest
    @EnumSource(value = Fitting.Priority.class, names = {"SIDE", "OLDEST", "TURN"})
    void elseWhoIsThereFirstGoesAndTheOtherWaitsUntilTheWaysAreClear(Fitting.Priority first) {
        RunFigures run = merging(first);
        assertEquals(4.4 / 0.5, type(run, "Other").lead().mean(), 1e-9);
        // from 0.4 m before the merge the other must be 0.6 m and 0.8 m further: 3.6 s from 10 s on
        assertEquals(13.6 + 4 / 0.5, type(run, "Piece").lead().mean(), 1e-9);
    }

    @Test
    void inTurnBothSidesOfAFullMergeGetTheSame() {
        for (Fitting.Priority first : Fitting.Priority.values()) {
            RunFigures run = Runs.of(new Lines().types(BOX, OTHER)
                    .chain(Lines.onDemand("In"), belt("Main", 10, merge(6, first)), station("S", 1, 0, "10 s"), goodsOut("Out"))
                    .chain(stock("Side", "Other", 5000)).link(new Link("Side", "Main").withPorts("", "Into")).study(10, 1, 1));
            long main = type(run, "Piece").out();
            long side = type(run, "Other").out();
            assertEquals(360 * 9, main + side, 1);
            switch (first) {
                case MAIN -> assertEquals(0, side, first + " " + run.equipment());
                case SIDE -> assertEquals(0, main, first + " " + run.equipment());
                case TURN -> assertEquals(main, side, 1);
                case OLDEST -> assertEquals(main, side, 1); // who has just gone stands last
            }
        }
    }

    @Test
    void longAndShortPiecesThatWaitAtAMergeWithoutRoomWaitQuietly() {
        PieceType longer = OTHER.sized(metres(0.95), OTHER.width(), OTHER.height());
        for (Fitting.Priority first : Fitting.Priority.values()) {
            RunFigures run = Runs.of(new Lines().types(BOX, longer)
                    .chain(Lines.onDemand("In"), belt("Main", 10, merge(6.35, first)), station("S", 1, 0, "10 min"), goodsOut("Out"))
                    .chain(stock("Side", "Other", 500)).link(new Link("Side", "Main").withPorts("", "Into")).study(8, 0, 1));
            assertEquals(47, at(run, "S").out(), first.word());
        }
    }

    /** Pieces that came from each of three lanes through a narrow conveyor, the lanes being full all the time. */
    private static long[] narrowed(Selection selection) {
        Conveyor narrow = belt("Narrow", 10);
        Conveyor first = (Conveyor) narrow.with(narrow.basics().withSelection(selection));
        PieceType counted = Runs.type("Piece", "lane", 0.0);
        Rule mark = new Rule("Mark", new Rule.When.Piece(Rule.PieceEvent.ENTERS, "Wide"), "",
                List.of(new Rule.Action.Set("", "lane", "piece.onLane")));
        Lines lines = new Lines().types(counted)
                .chain(Lines.onDemand("In"), belt("Wide", 20).withLanes(3), first, station("S", 1, 0, "10 s"))
                .rules(mark);
        for (int lane = 1; lane <= 3; lane++) {
            lines.chain(goodsOut("Out " + lane));
            lines.link(new Link("S", "Out " + lane).withFilter(new LinkFilter.Condition("piece.lane == " + lane)));
        }
        RunFigures run = Runs.of(lines.study(5, 1, 1));
        return new long[] {at(run, "Out 1").in(), at(run, "Out 2").in(), at(run, "Out 3").in()};
    }

    @Test
    void lanesNarrowInTurnOrTheInnerOneFirst() {
        long[] inTurn = narrowed(Selection.OLDEST);
        for (long lane : inTurn) {
            assertEquals(4 * 360 / 3, lane, 1);
        }
        long[] leftFirst = narrowed(Selection.byFormula("-piece.onLane"));
        assertEquals(4 * 360, leftFirst[0], 1);
        assertEquals(0, leftFirst[1] + leftFirst[2], "the others wait as long as the first has any");
    }

    @Test
    void aRigidConveyorStopsAsAWholeWhereverItsFirstPieceStands() {
        Conveyor belt = belt("Main", 10, divert(4)).withMode(Conveyor.Mode.RIGID);
        RunFigures run = Runs.of(new Lines().types(BOX).chain(timetable("In", "0 s Piece", "14 s Piece"), belt, station("S", 1, 0, "1 s"))
                .chain(new GoodsOut(Basics.of("Out", SOMEWHERE).withInletShut(ShutTime.parse("0 s to 60 s"))))
                .link("S", "Out").study(1, 0, 1));
        // the first is at the end at 20 s and in the station; the second, 7 m behind it, is at the end at 34 s and stands until 60 s
        assertEquals((60 + (61 - 14)) / 2.0, type(run, "Piece").lead().mean(), 1e-9);
        assertEquals((3600 - 26) / 3600.0, at(run, "Main").belt().runningShare(), 1e-12);
        RunFigures three = Runs.of(new Lines().types(BOX)
                .chain(timetable("In", "0 s Piece", "14 s Piece", "30 s Piece"), belt, station("S", 1, 0, "1 s"))
                .chain(new GoodsOut(Basics.of("Out", SOMEWHERE).withInletShut(ShutTime.parse("0 s to 60 s"))))
                .link("S", "Out").study(1, 0, 1));
        // the third has gone 2 m, before the divert, when all stops at 34 s, and the other 8 m from 60 s on
        assertEquals((60 + 47 + (60 + 16 + 1 - 30)) / 3.0, type(three, "Piece").lead().mean(), 1e-9);
    }

    /** It can't wait without holding all that is before it, so it would hold for good what it waits for. */
    @ParameterizedTest
    @EnumSource(Fitting.Priority.class)
    void whatComesAlongARigidConveyorNeverWaitsForWhatComesFromTheSide(Fitting.Priority first) {
        Conveyor belt = belt("Main", 10, merge(6, first)).withMode(Conveyor.Mode.RIGID);
        RunFigures run = Runs.of(new Lines().types(BOX, OTHER).chain(Lines.arrivals("In", "8 s", 1), belt, goodsOut("Out"))
                .chain(stock("Side", "Other", 5000)).link(new Link("Side", "Main").withPorts("", "Into")).study(10, 1, 1));
        assertEquals(20, type(run, "Piece").lead().mean(), 1e-9);
        assertEquals(20, type(run, "Piece").lead().max(), 1e-9);
        // 4 m apart: once a box is 0.8 m out of the way, 2.6 m are left, 1.8 m are needed; a second one would have 1.6 m
        assertEquals(type(run, "Piece").out(), type(run, "Other").out(), 1);
        assertEquals(0, at(run, "Main").belt().standingShare(), 1e-12);
    }

    @Test
    void aPieceThatComesToTheEndWhileTheDriveStartsIsThereInTime() {
        Conveyor belt = belt("Belt", 10).withAcceleration(Optional.of(Quantity.parse("0.125 m/s2", Dimension.ACCELERATION)))
                .withOffTimes(ShutTime.parse("14 s to 30 s"));
        // 7 m until 14 s, 1 m more until it stands at 18 s; 1 m from 30 s to 34 s; the last metre at 0.5 m/s
        RunFigures run = Runs
                .of(new Lines().types(BOX).chain(timetable("In", "0 s Piece"), belt, goodsOut("Out")).study(1, 0, 1));
        assertEquals(36, type(run, "Piece").lead().mean(), 1e-9);
        // a belt of 8.5 m: half a metre from rest takes the square root of 8 seconds
        RunFigures inRamp = Runs.of(new Lines().types(BOX)
                .chain(timetable("In", "0 s Piece"), belt.withConveyorPath(ConveyorPath.straight(8.5)), goodsOut("Out")).study(1, 0, 1));
        assertEquals(30 + Math.sqrt(8), type(inRamp, "Piece").lead().mean(), 2e-9);
        // one of 7.75 m: 0.75 m while it slows down, v t - a t t / 2 = 0.75 at 2 s
        RunFigures slowing = Runs.of(new Lines().types(BOX)
                .chain(timetable("In", "0 s Piece"), belt.withConveyorPath(ConveyorPath.straight(7.75)), goodsOut("Out")).study(1, 0, 1));
        assertEquals(16, type(slowing, "Piece").lead().mean(), 2e-9);
    }

    @Test
    void offFromTheStartAndSpeedsThatNoConveyorHas() {
        RunFigures run = Runs.of(new Lines().types(BOX)
                .chain(timetable("In", "0 s Piece"), belt("Belt", 10).withOffTimes(ShutTime.parse("0 s to 100 s")), goodsOut("Out"))
                .study(1, 0, 1));
        assertEquals(120, type(run, "Piece").lead().mean(), 1e-9);
        assertEquals((3600 - 100) / 3600.0, at(run, "Belt").belt().runningShare(), 1e-12);
        for (String speed : List.of("0", "-1", "101")) {
            Rule rule = new Rule("Wrong", new Rule.When.Every(Quantity.seconds(8)), "",
                    List.of(new Rule.Action.Set("Belt", "speed", speed)));
            Study study = new Lines().types(BOX).chain(timetable("In", "0 s Piece"), belt("Belt", 10), goodsOut("Out")).rules(rule)
                    .study(1, 0, 1);
            assertTrue(org.junit.jupiter.api.Assertions.assertThrows(RunTroubleException.class, () -> Runs.of(study)).getMessage()
                    .contains("Rule Wrong"), speed);
        }
        Rule fastest = new Rule("Fast", new Rule.When.Every(Quantity.seconds(8)), "clock.seconds < 10",
                List.of(new Rule.Action.Set("Belt", "speed", "100")));
        RunFigures fast = Runs
                .of(new Lines().types(BOX).chain(timetable("In", "0 s Piece"), belt("Belt", 10), goodsOut("Out")).rules(fastest)
                        .study(1, 0, 1));
        assertEquals(8.06, type(fast, "Piece").lead().mean(), 1e-9);
    }

    @Test
    void whatAPieceCarriesWeighsToo() {
        PieceType pallet = PieceType.pallet("Pallet");
        Conveyor belt = belt("Belt", 10).withWidth(metres(1)).withMaxWeight(Optional.of(Quantity.parse("55 kg", Dimension.MASS)));
        Lines lines = new Lines().types(BOX, pallet).chain(stock("Parts", "Piece", 6))
                .chain(stock("Pallets", "Pallet", 2), new AssemblyStation(Basics.of("Pack", SOMEWHERE),
                        Work.of(1, 1, new TimeSource.Drawn(Lines.time("1 s"))),
                        AssemblyStation.Method.PACK, List.of("Pallet"),
                        new Recipe.Fixed(List.of(new Recipe.Part("Piece", 3))), 6, ""),
                        belt, goodsOut("Out"))
                .link("Parts", "Pack");
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(1, at(run, "Belt").contentMax(), "28 kg each: two would be 56 kg");
        assertEquals(2, type(run, "Pallet").out());
        Conveyor more = belt.withMaxWeight(Optional.of(Quantity.parse("56 kg", Dimension.MASS)));
        assertEquals(28, pallet.weight().inBaseUnit() + 3 * BOX.weight().inBaseUnit(), 1e-12);
        RunFigures both = Runs
                .of(new Lines().types(BOX, pallet).chain(stock("Pallets", "Pallet", 2), more, goodsOut("Out")).study(1, 0, 1));
        assertEquals(2, at(both, "Belt").contentMax());
    }

    private static RunFigures stoppedBy(Conveyor belt, String condition, String word, String... rows) {
        return Runs.of(new Lines().types(BOX).chain(timetable("In", rows), belt, station("S", 1, 0, "100 s"), goodsOut("Out"))
                .rules(new Rule("Stop", new Rule.When.StateChanges(belt.name(), word), condition, List.of(new Rule.Action.StopRun())))
                .study(1, 0, 1));
    }

    @Test
    void aSensorCountsWhatComesAndSaysWhenItIsCoveredAndClear() {
        String[] rows = {"0 s Piece", "0 s Piece", "7 s Piece"};
        assertEquals((7 + 10) / 3600.0, stoppedBy(belt("Belt", 10, sensor(5, 0)), "at('Belt').S1_passed == 3", "S1 covered", rows).hours(),
                1e-12);
        assertEquals((2 + 5.6 / 0.5) / 3600,
                stoppedBy(belt("Belt", 10, sensor(5, 0)), "at('Belt').S1_passed == 2", "S1 clear", rows).hours(), 1e-12);
        assertEquals(1, stoppedBy(belt("Belt", 10, sensor(5, 0)), "at('Belt').S1", "S1 clear", rows).hours(), 1e-12,
                "clear is not covered");
    }

    @Test
    void coveredForSoLongMeansAQueueHasReachedIt() {
        // the second stands at the end, the third at 9 m, the fourth at 8 m from 22 s on: its rear edge is at 7.4 m
        String[] rows = {"0 s Piece", "0 s Piece", "0 s Piece", "0 s Piece"};
        assertEquals((6 + 7.8 / 0.5 + 5) / 3600, stoppedBy(belt("Belt", 10, sensor(7.8, 5)), "", "S1 covered", rows).hours(), 1e-12);
        assertEquals(1, stoppedBy(belt("Belt", 10, sensor(7.8, 110)), "", "S1 covered", rows).hours(), 1e-12,
                "the first leaves the end before, and the queue moves up");
    }

    @Test
    void aRuleSetsTheSpeedAlsoOfWhatIsOnTheWay() {
        Rule slow = new Rule("Slow", new Rule.When.Every(Quantity.seconds(8)), "clock.seconds < 10",
                List.of(new Rule.Action.Set("Belt", "speed", "at('Belt').speed / 2")));
        RunFigures run = Runs
                .of(new Lines().types(BOX).chain(timetable("In", "0 s Piece"), belt("Belt", 10), goodsOut("Out")).rules(slow).study(1, 0,
                        1));
        assertEquals(8 + 6 / 0.25, type(run, "Piece").lead().mean(), 1e-9);
    }

    @Test
    void theDriveStopsAndStartsWithItsAcceleration() {
        Conveyor belt = belt("Belt", 10).withAcceleration(Optional.of(Quantity.parse("0.25 m/s2", Dimension.ACCELERATION)))
                .withOffTimes(ShutTime.parse("4 s to 10 s"));
        Study study = new Lines().types(BOX).chain(timetable("In", "0 s Piece"), belt, goodsOut("Out")).study(1, 0, 1);
        assertEquals((3600 - 4) / 3600.0, at(Runs.of(study), "Belt").belt().runningShare(), 1e-12, "it stands from 6 s to 10 s");
        // 2 m until 4 s, 0.5 m until it stands at 6 s, 0.5 m from 10 s to 12 s, and the other 7 m at 0.5 m/s
        assertEquals(26, type(Runs.of(study), "Piece").lead().mean(), 1e-9);
        Trace trace = Runs.traceOf(study);
        Scene scene = new Scene(UnfoldedStudy.of(study));
        Poses poses = new Poses();
        double[][] expected = {{4, 2}, {5, 2.375}, {6, 2.5}, {9, 2.5}, {11, 2.625}, {12, 3}, {20, 7}};
        for (double[] one : expected) {
            scene.pose(trace.at(Math.round(one[0] * 1e9)), 0, poses);
            assertEquals(one[1] - 0.3 - 5, poses.x(0), 1e-6, one[0] + " s: its middle is 0.3 m behind its front edge");
        }
    }

    @Test
    void theMostWeightIsThatOfAllThatIsOnIt() {
        Conveyor belt = belt("Belt", 10).withMaxWeight(Optional.of(Quantity.parse("2.5 kg", Dimension.MASS)));
        RunFigures run = Runs.of(new Lines().types(BOX)
                .chain(timetable("In", "0 s Piece", "0 s Piece", "0 s Piece", "0 s Piece"), belt, goodsOut("Out")).study(1, 0, 1));
        assertEquals(1, BOX.weight().inBaseUnit(), 1e-12);
        assertEquals(2, at(run, "Belt").contentMax());
        assertEquals((20 + 22 + 40 + 42) / 4.0, type(run, "Piece").lead().mean(), 1e-9);
    }

    @Test
    void pocketsOfARigidConveyorTakePiecesAsTheyComeBy() {
        Conveyor belt = belt("Belt", 10).withMode(Conveyor.Mode.RIGID)
                .withIndexing(new Conveyor.Indexing(Optional.of(metres(1)), OptionalInt.of(10)));
        RunFigures run = Runs.of(new Lines().types(BOX)
                .chain(timetable("In", "0 s Piece", "0.7 s Piece", "4.9 s Piece", "20 s Piece"), belt, goodsOut("Out")).study(1, 0, 1));
        // the pockets are at the beginning every 2 s: on at 0 s, 2 s, 6 s and 20 s
        assertEquals((20 + 21.3 + 21.1 + 20) / 4, type(run, "Piece").lead().mean(), 1e-9);
    }

    @Test
    void positionsOfAnAccumulatingConveyorAreAllFilledWhenItIsFull() {
        Conveyor belt = belt("Belt", 10).withIndexing(new Conveyor.Indexing(Optional.of(metres(1.25)), OptionalInt.empty()));
        RunFigures run = Runs.of(new Lines().types(BOX).chain(stock("In", "Piece", 50), belt, station("S", 1, 0, "1 h"), goodsOut("Out"))
                .study(0.5, 0, 1));
        assertEquals(8, at(run, "Belt").contentNow());
    }

    /** Two halves of a loop, filled from the side until nothing more goes in. */
    private static RunFigures loop(Fitting.Priority first, int carriers) {
        return Runs
                .of(new Lines().types(BOX).chain(belt("There", 10, merge(5, first)), belt("Back", 10)).chain(stock("In", "Piece", carriers))
                        .link(new Link("Back", "There")).link(new Link("In", "There").withPorts("", "Into")).study(2, 0, 1));
    }

    @Test
    void aLoopThatIsFilledToTheLastPlaceStandsStillAndSaysWhy() {
        RunFigures full = loop(Fitting.Priority.SIDE, 40);
        assertEquals(Set.of("There", "Back"), Set.copyOf(full.deadlock().equipment()));
        assertTrue(full.deadlock().reasons().contains("There waits for room at Back"), full.deadlock().toString());
        RunFigures runs = loop(Fitting.Priority.MAIN, 40);
        assertTrue(runs.deadlock().isNone(), "into true gaps alone: it goes round for ever");
        assertTrue(at(runs, "Back").out() > 1000, "and all on it go round");
    }

    @Test
    void whatGoesOnToASlowerConveyorIsNotRunInto() {
        Conveyor fast = ((Conveyor) belt("Fast", 6).placed(Placement.at(-3, 0))).withSpeed(Quantity.parse("1 m/s", Dimension.SPEED));
        Conveyor slow = ((Conveyor) belt("Slow", 6).placed(Placement.at(3, 0))).withSpeed(Quantity.parse("0.2 m/s", Dimension.SPEED));
        Study study = new Lines().types(BOX).chain(Lines.onDemand("In"), fast, slow, goodsOut("Out")).study(0.05, 0, 1);
        Trace trace = Runs.traceOf(study);
        Scene scene = new Scene(UnfoldedStudy.of(study));
        Poses poses = new Poses();
        Map<Integer, Double> before = new HashMap<>();
        Moment moment = trace.at(0);
        double nearest = Double.MAX_VALUE;
        for (int step = 0; step < 1800; step++) {
            moment = trace.at(step * 100_000_000L, moment);
            scene.pose(moment, 0, poses);
            Map<Integer, Double> now = new TreeMap<>();
            for (int i = 0; i < poses.count(); i++) {
                if (moment.isRiding(poses.body(i))) {
                    now.put(moment.pieceOf(poses.body(i)), poses.x(i));
                }
            }
            Double ahead = null;
            for (var one : now.entrySet()) { // who came first is ahead
                nearest = ahead == null ? nearest : Math.min(nearest, ahead - one.getValue());
                ahead = one.getValue();
                double moved = one.getValue() - before.getOrDefault(one.getKey(), one.getValue());
                assertTrue(moved > -1e-9 && moved < 0.1 + 1e-6,
                        "piece " + one.getKey() + " moves " + moved + " m at " + step / 10.0 + " s");
            }
            before = now;
        }
        // each is wholly on the slow one, with its gap, before the next can go on; until then that keeps away from it
        assertEquals(1, nearest, 1e-6, "a piece and its gap, from middle to middle");
    }

    @Test
    void piecesStayApartOnTheWayFromOneConveyorToTheNext() {
        Conveyor main = belt("Main", 12, merge(3, Fitting.Priority.MAIN), divert(8));
        main = (Conveyor) main.placed(Placement.at(0, 0));
        Conveyor in = (Conveyor) belt("From beside", 4).placed(new Placement(-3, 2.4, 270));
        Conveyor out = (Conveyor) belt("To beside", 4).placed(new Placement(2, 2.4, 90));
        Study study = new Lines().types(BOX, OTHER).chain(Lines.arrivals("In", "exponential(4 s)", 1), main, goodsOut("Out"))
                .chain(stock("Side", "Other", 100), in).chain(out, goodsOut("Beside"))
                .link(new Link("From beside", "Main").withPorts("", "Into"))
                .link(new Link("Main", "To beside").withFilter(new LinkFilter.Types(List.of("Other"))).withPorts("Aside", ""))
                .study(0.2, 0, 1);
        Trace trace = Runs.traceOf(study);
        Scene scene = new Scene(UnfoldedStudy.of(study));
        Poses poses = new Poses();
        Map<Integer, double[]> before = new HashMap<>();
        double farthest = 0;
        Moment moment = trace.at(0);
        for (int step = 0; step < 7000; step++) {
            moment = trace.at(step * 100_000_000L, moment);
            scene.pose(moment, 0, poses);
            Map<Integer, double[]> now = new HashMap<>();
            for (int i = 0; i < poses.count(); i++) {
                if (moment.isRiding(poses.body(i))) {
                    now.put(moment.pieceOf(poses.body(i)), new double[] {poses.x(i), poses.y(i)});
                }
            }
            for (var one : now.entrySet()) {
                double[] was = before.get(one.getKey());
                if (was != null) {
                    farthest = Math.max(farthest, Math.hypot(one.getValue()[0] - was[0], one.getValue()[1] - was[1]));
                }
                for (var other : now.entrySet()) {
                    double away = Math.hypot(one.getValue()[0] - other.getValue()[0], one.getValue()[1] - other.getValue()[1]);
                    assertTrue(one.getKey().equals(other.getKey()) || away > 0.5, "pieces " + one.getKey() + " and " + other.getKey()
                            + " are " + away + " m apart after " + step / 10.0 + " s");
                }
            }
            before = now;
        }
        // at 0.5 m/s no piece jumps, not even where it changes from one conveyor to another
        assertEquals(0.05, farthest, 1e-6);
    }
}
