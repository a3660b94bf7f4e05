package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.plant.Runs.at;
import static rhombic.plant.Runs.type;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Orders, waits and states at the moments where one of several is not there yet. */
class HandOverDetailsTest {
    private static final long SECOND = 1_000_000_000L;

    private static Work work(int places, int inputCapacity, String text) {
        return Work.of(places, inputCapacity, new TimeSource.Drawn(time(text)));
    }

    @Test
    void aLoadOfThreeGoesOnOneAfterTheOtherAsThereIsRoom() {
        Station oven = new Station(Basics.of("Oven", SOMEWHERE), work(1, 0, "100 s"), new Work.Load(3, null), null);
        Lines lines = new Lines().types(type("S")).chain(stock("In", "S", 3), oven, station("Slow", 1, 0, "40 s"), goodsOut("Out"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(3, run.out());
        assertEquals((140 + 180 + 220) / 3.0, run.lead().mean(), 1e-9);
        assertEquals(80.0 / 3600, at(run, "Oven").share(EquipmentState.BLOCKED), 1e-12);
        assertEquals((40 + 80) / 3.0, run.types().getFirst().blockedMean(), 1e-9);
        Moment moment = Runs.traceOf(lines.study(1, 0, 1)).at(101 * SECOND);
        assertEquals(List.of(PieceStatus.Activity.IS_DONE, PieceStatus.Activity.IS_DONE),
                moment.at(1).stream().map(PieceStatus::activity).toList(),
                "both that are left are done");
    }

    private static AssemblyStation join(int places, int inputCapacity, int partCapacity) {
        return new AssemblyStation(Basics.of("Join", SOMEWHERE), work(places, inputCapacity, "10 s"), AssemblyStation.Method.ASSEMBLE,
                List.of("Frame"), new Recipe.Fixed(List.of(new Recipe.Part("Coil", 2))), partCapacity, "");
    }

    @Test
    void theBaseThatHasWaitedLongestGetsItsPartsFirst() {
        // Two places with a frame each from the start, a third waits; two coils each at 20, 40 and 60 s.
        Lines lines = new Lines().types(type("Frame"), type("Coil")).chain(timetable("Frames", "0 s Frame", "1 s Frame", "2 s Frame"))
                .chain(timetable("Coils", "20 s 2 Coil", "40 s 2 Coil", "60 s 2 Coil"))
                .chain(join(2, 1, 2), goodsOut("Out")).link("Frames", "Join").link("Coils", "Join");
        Trace trace = Runs.traceOf(lines.study(1, 0, 1));
        assertEquals(List.of(0), trace.at(25 * SECOND).at(2).stream()
                .filter(s -> s.activity() == PieceStatus.Activity.IS_WORKED_ON && s.type() == 0).map(PieceStatus::piece).toList());
        assertEquals(List.of(1), trace.at(45 * SECOND).at(2).stream()
                .filter(s -> s.activity() == PieceStatus.Activity.IS_WORKED_ON && s.type() == 0).map(PieceStatus::piece).toList());
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(3, run.out());
        assertEquals((30 + 49 + 68) / 3.0, run.lead().mean(), 1e-9);
        assertEquals(30.0 / 3600 / 2, at(run, "Join").share(EquipmentState.WORKING), 1e-12);
    }

    @Test
    void roomForPartsThatIsFreedIsFilledAgain() {
        Lines lines = new Lines().types(type("Frame"), type("Coil")).chain(timetable("Frames", "0 s Frame", "100 s Frame"))
                .chain(stock("Coils", "Coil", 9)).chain(join(1, 0, 2), goodsOut("Out")).link("Frames", "Join").link("Coils", "Join");
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(2, run.out());
        assertEquals(9 - 6, at(run, "Coils").contentNow());
        assertEquals(2, at(run, "Join").contentNow());
    }

    @Test
    void aBatchThatIsCompleteWhileAllPlacesAreBusyFollowsWhenOneIsFree() {
        AssemblyStation gather = new AssemblyStation(Basics.of("Gather", SOMEWHERE), work(1, 0, "100 s"), AssemblyStation.Method.BATCH,
                List.of(), new Recipe.Fixed(List.of(new Recipe.Part("S", 2))), 2, "Batch");
        Lines lines = new Lines().types(type("S"), type("Batch")).chain(timetable("In", "0 s 2 S", "10 s 2 S"), gather, goodsOut("Out"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(2 + 4, run.out());
        assertEquals(200.0 / 3600, at(run, "Gather").share(EquipmentState.WORKING), 1e-12);
        assertEquals(190, run.types().getFirst().lead().max(), 1e-9);
        assertEquals(4, run.types().getFirst().lead().count());
    }

    @Test
    void aBufferThatGivesTheNewestExchangesWhatItOffersAndKeepsItsTurn() {
        // The stack has offered since 1 s, the other since 2 s: at 10 s the stack is served first, with what is newest then.
        Buffer stack = new Buffer("Stack", SOMEWHERE, OptionalInt.empty(), Buffer.Order.NEWEST_FIRST);
        Lines lines = new Lines().types(type("S"), type("M")).chain(timetable("First", "0 s S"))
                .chain(timetable("In", "1 s S", "3 s S"), stack).chain(timetable("Other", "2 s M"), buffer("Lane", 3))
                .chain(station("Station", 1, 0, "10 s"), goodsOut("Out")).link("First", "Station").link("Stack", "Station")
                .link("Lane", "Station");
        Trace trace = Runs.traceOf(lines.study(1, 0, 1));
        int station = 5;
        assertEquals(3, trace.at(11 * SECOND).at(station).iterator().next().piece(), "the newest of the stack");
        assertEquals(2, trace.at(21 * SECOND).at(station).iterator().next().piece(),
                "then the lane, whose offer is older than the stack's new one");
        assertEquals(1, trace.at(31 * SECOND).at(station).iterator().next().piece());
    }

    @Test
    void anExchangedOfferStandsWhereItsPieceRanks() {
        Buffer stack = new Buffer("Stack", SOMEWHERE, OptionalInt.empty(), Buffer.Order.NEWEST_FIRST);
        PlantElement choosy = station("Station", 1, 0, "10 s");
        Lines lines = new Lines().types(type("S", "due", 1), type("M", "due", 5), type("L", "due", 9)).chain(timetable("First", "0 s S"))
                .chain(timetable("In", "1 s S", "3 s L"), stack).chain(timetable("Other", "2 s M"), buffer("Lane", 3))
                .chain(choosy.with(choosy.basics().withSelection(Selection.byFormula("piece.due"))), goodsOut("Out"))
                .link("First", "Station")
                .link("Stack", "Station").link("Lane", "Station");
        Trace trace = Runs.traceOf(lines.study(1, 0, 1));
        assertEquals(List.of(3, 2, 1),
                List.of(11L, 21L, 31L).stream().map(t -> trace.at(t * SECOND).at(5).iterator().next().piece()).toList());
    }

    @Test
    void aBufferHasContentsAndNoStates() {
        RunFigures run = Runs
                .of(new Lines().chain(timetable("In", "100 s 2 Piece"), buffer("B", 3), station("S", 1, 0, "300 s"), goodsOut("Out"))
                        .study(1000 / 3600.0, 0, 1));
        assertEquals(Map.of(), at(run, "B").shares());
        assertEquals(0.7, at(run, "B").emptyShare(), 1e-12);
        assertEquals(0, at(run, "B").fullShare(), 1e-12);
        assertEquals(150, at(run, "B").stay().mean(), 1e-9);
    }

    @Test
    void rulesHearOfBuffersAndOfGoodsOut() {
        PieceType counted = type("Piece", "seen", 0);
        Rule leaves = new Rule("Leaves", RuleText.when("a piece leaves B"), "", List.of(RuleText.action("set seen to piece.seen + 1")));
        Rule enters = new Rule("Enters", RuleText.when("a piece enters Out"), "piece.seen == 1", List.of(RuleText.action("stop the run")));
        Study study = new Lines().types(counted)
                .chain(stock("In", "Piece", 1), buffer("B", 3), station("S", 1, 0, "30 s"), goodsOut("Out")).rules(leaves, enters)
                .study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        assertEquals("1", Runs.settings(trace, 0, 29 * SECOND).get("seen"));
        assertEquals("Enters", Runs.of(study).stoppedBy());
    }

    @Test
    void equipmentOfSeveralPlacesIsInTheStateThatWeighsMost() {
        Station two = new Station(Basics.of("S", SOMEWHERE), work(2, 0, "10 s").withService(new Work.Service(1, time("20 s"))),
                Work.Load.SINGLE, null);
        Trace trace = Runs.traceOf(
                new Lines().types(type("Piece")).chain(timetable("In", "0 s Piece", "5 s Piece"), two, goodsOut("Out")).study(1, 0, 1));
        assertEquals(
                List.of(EquipmentState.WORKING, EquipmentState.WORKING, EquipmentState.SERVICE, EquipmentState.SERVICE,
                        EquipmentState.STARVED),
                List.of(4L, 12L, 16L, 31L, 36L).stream().map(t -> trace.at(t * SECOND).state(1).orElseThrow()).toList());
    }

    @Test
    void anUnpackingStationHasItsInputRoomAndNoMore() {
        UnpackingStation split = new UnpackingStation(Basics.of("Part", SOMEWHERE), work(1, 2, "10 s"),
                new UnpackingStation.Parting.Split(2, "Slice"));
        RunFigures run = Runs.of(new Lines().types(type("Bar"), type("Slice")).chain(stock("In", "Bar", 6), split, goodsOut("Out"))
                .study(25 / 3600.0, 0, 1));
        assertEquals(4, run.out());
        assertEquals(3, at(run, "Part").contentNow());
        assertEquals(1, at(run, "In").contentNow());
        assertEquals(3, at(run, "Part").contentMean(), 1e-9, "three all the time, and the slices go at once");
    }

    @Test
    void firstFreeRemembersWhoWasServedFromItsLine() {
        PlantElement in = stock("In", "Piece", 6);
        Lines lines = new Lines().chain(in.with(in.basics().withRouting(new Routing(Routing.Choice.FIRST_FREE, ""))))
                .chain(station("A", 1, 0, "10 s")).chain(station("B", 1, 0, "10 s")).chain(goodsOut("Out"))
                .link("In", "A").link("In", "B").link("A", "Out").link("B", "Out");
        RunFigures run = Runs.of(lines.study(100 / 3600.0, 0, 1));
        assertEquals(3, at(run, "A").in());
        assertEquals(3, at(run, "B").in());
        assertEquals(30, run.lead().max(), 1e-9);
    }

    @Test
    void theShortestQueueIsChosenWhenAPlaceCanTakeThePiece() {
        PlantElement in = timetable("In", "0 s 4 Piece");
        Lines lines = new Lines().chain(in.with(in.basics().withRouting(new Routing(Routing.Choice.SHORTEST_QUEUE, ""))))
                .chain(station("A", 1, 0, "100 s")).chain(station("B", 1, 1, "100 s")).chain(goodsOut("Out"))
                .link("In", "A").link("In", "B").link("A", "Out").link("B", "Out");
        Trace trace = Runs.traceOf(lines.study(1, 0, 1));
        // A, then B, then B again since only it has room; the fourth waits for whichever is free first.
        Moment moment = trace.at(50 * SECOND);
        assertEquals(2, moment.piece(2).orElseThrow().node());
        assertEquals(List.of(1, 1, 2), List.of(moment.content(0), moment.content(1), moment.content(2)));
        assertEquals(1, trace.at(100 * SECOND).piece(3).orElseThrow().node());
    }
}
