package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Station;
import rhombic.study.value.Attribute;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.study.work.Recipe;
import rhombic.study.work.Supply;
import rhombic.study.work.Work;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Parts of time are booked when they pass, ranks are asked when a place is free, and each formula draws for itself. */
class BookingTest {
    @Test
    void valueAddingTimeIsCutByTheWarmUpAndByTheEndOfTheRun() {
        // One operation of 10 h in a run of 8 h, measured from 6 h on: all of the 2 h measured adds value.
        Study study = new Lines().chain(timetable("In", "0 s 1 Piece"), station("S", 1, 0, "10 h"), goodsOut("Out")).study(8, 6, 1);
        RunFigures run = Runs.of(study);
        assertEquals(1, at(run, "S").valueShare(), 1e-12);
        assertEquals(1, at(run, "S").share(EquipmentState.WORKING), 1e-12);
        assertEquals(0.5,
                at(Runs.of(new Lines().chain(timetable("In", "0 s 1 Piece"), station("S", 1, 0, "7 h"), goodsOut("Out")).study(8, 6, 1)),
                        "S").valueShare(),
                1e-12);
    }

    @Test
    void waitsAreToldApartFromWork() {
        RunFigures run = Runs.of(new Lines()
                .chain(timetable("In", "0 s 1 Piece", "10 s 1 Piece", "500 s 1 Piece"), station("S", 1, 5, "100 s"), goodsOut("Out"))
                .study(1, 0, 1));
        assertEquals(3, at(run, "S").waits().begun());
        assertEquals(1, at(run, "S").waits().waited());
        assertEquals(30, at(run, "S").waits().mean(), 1e-9);
        assertEquals(90, at(run, "S").waits().max(), 1e-9);
        assertEquals(1.0 / 3, at(run, "S").waits().waitedShare(), 1e-12);
    }

    /** A piece that is older by far but joined the line later is taken first, when the place is free. */
    @Test
    void aRankByAgeIsAskedWhenThePlaceIsFree() {
        Station taker = station("T", 1, 0, "100 s");
        Lines lines = new Lines().types(new PieceType[] {PieceType.usual("Old"), PieceType.usual("New"), PieceType.usual("First")})
                .chain(typed("InFirst", "First", "0 s"), taker.with(taker.basics().withSelection(Selection.byFormula("piece.age + 0"))),
                        goodsOut("Out"))
                .chain(typed("InNew", "New", "5 s")).chain(typed("InOld", "Old", "1 s"), station("Slow", 1, 0, "60 s")).link("InNew", "T")
                .link("Slow", "T");
        Trace trace = Runs.traceOf(lines.study(1, 0, 1));
        // Free at 100 s: the old one came to the line at 61 s, the new one at 5 s.
        int onPlace = trace.at(150_000_000_000L).at(1).getFirst().type();
        assertEquals(0, onPlace);
    }

    @Test
    void aRankThatTimeTurnsRoundIsAskedWhenThePlaceIsFree() {
        // Urgency grows twice as fast for Fast: at 100 s it is 2 * 60 = 120 against 1 * 99 = 99, though it joined with less.
        Station taker = station("T", 1, 5, "100 s");
        PieceType slow = PieceType.usual("Slow").withAttributes(List.of(new Attribute("growth", new Value.Num(1))));
        PieceType fast = PieceType.usual("Fast").withAttributes(List.of(new Attribute("growth", new Value.Num(2))));
        Lines lines = new Lines().types(new PieceType[] {slow, fast}).chain(timetable("In", "0 s 1 Slow", "1 s 1 Slow", "40 s 1 Fast"),
                taker.with(taker.basics().withSelection(Selection.byFormula("piece.age * piece.growth"))), goodsOut("Out"));
        Trace trace = Runs.traceOf(lines.study(1, 0, 1));
        assertEquals(1, trace.at(150_000_000_000L).at(1).stream().filter(spot -> spot.place() >= 0).findFirst().orElseThrow().type());
    }

    private static GoodsIn typed(String name, String type, String at) {
        return timetable(name, at + " 1 " + type);
    }

    /** A draw in the way out is one more stream, not one more draw from the stream of the times. */
    @Test
    void aDrawInTheWayOutLeavesTheTimesAlone() {
        assertEquals(out("'A'"), out("uniform(0, 1) < 2 ? 'A' : 'B'"));
    }

    private static long out(String way) {
        Station s = station("S", 1, 3, "1 s");
        Station drawing = s.with(s.work().withTime(new TimeSource.ByFormula("exponential(60)", Unit.SECOND)));
        Lines lines = new Lines().chain(Lines.onDemand("In"),
                drawing.with(drawing.basics().withRouting(new Routing(Routing.Choice.FORMULA, way))), buffer("A", -1))
                .chain(buffer("B", -1))
                .link("S", "B");
        return at(Runs.of(lines.study(8, 0, 1)), "S").out();
    }

    @Test
    void aNewNameChangesNoDraw() {
        Study before = new Lines()
                .chain(Lines.arrivals("In", "exponential(70 s)", 1), station("S", 1, 9, "exponential(60 s)"), goodsOut("Out"))
                .study(8, 0, 1);
        Study after = before.changed("S", e -> e.named("Another")).changed("In", e -> e.named("S"));
        RunFigures a = Runs.of(before);
        RunFigures b = Runs.of(after);
        assertEquals(a.out(), b.out());
        assertEquals(a.lead(), b.lead());
        assertEquals("S", after.find("Another").orElseThrow().id());
        assertEquals("S 2", after.with(station("S 9", 1, 0, "1 s").named("S 9")).find("S 9")
                .map(e -> after.with(e.with(e.basics().withId("S"))).find("S 9").orElseThrow().id()).orElseThrow());
    }

    /** A batch counts as a carrier does: what it holds leaves, it itself is no piece of the throughput. */
    @Test
    void aBatchThatLeavesWholeIsCountedAsACarrierIs() {
        AssemblyStation batch = new AssemblyStation(Basics.of("Batch", SOMEWHERE), Work.of(1, 0, new TimeSource.Drawn(time("0 s"))),
                AssemblyStation.Method.BATCH, List.of(),
                new Recipe.Fixed(List.of(new Recipe.Part("Piece", 10))), 20, "Lot");
        Lines lines = new Lines().types(new PieceType[] {PieceType.usual("Piece"), PieceType.usual("Lot")})
                .chain(Lines.arrivals("In", "1 min", 1), batch, goodsOut("Out"));
        RunFigures run = Runs.of(lines.study(10, 0, 1));
        assertEquals(60, run.throughputPerHour(), 1e-9);
        assertEquals(60, run.loadCarriersOut());
        assertEquals(600, run.lead().count());
        Study until = lines.study(10, 0, 1);
        RunFigures twenty = Runs.of(until.withPlan(until.plan().withStopAfterPieces(20)));
        assertEquals(20, twenty.out() - twenty.loadCarriersOut());
        assertEquals(2, twenty.loadCarriersOut());
    }

    @Test
    void theLongestWaitCountsFromTheOldestAndTakesInWhoComesAtThatInstant() {
        Station oven = new Station(Basics.of("S", SOMEWHERE), Work.of(1, 9, new TimeSource.Drawn(time("100 s"))),
                new Work.Load(5, Quantity.seconds(50)), null);
        RunFigures run = Runs.of(
                new Lines().chain(timetable("In", "0 s 1 Piece", "20 s 1 Piece", "50 s 1 Piece"), oven, goodsOut("Out")).study(1, 0, 1));
        // All three go in at 50 s and are done at 150 s.
        assertEquals(3, run.out());
        assertEquals(150, run.lead().max(), 1e-9);
        assertEquals(100, run.lead().min(), 1e-9);
    }

    /** From a goods in to two stations without input room: M/M/2, not two queues of which one may be empty. */
    @Test
    void nobodyWaitsForABusyStationWhileAnotherIsFree() {
        double inside = 0;
        GoodsIn in = Lines.arrivals("In", "exponential(45 s)", 1);
        GoodsIn chooses = in.with(in.basics().withRouting(new Routing(Routing.Choice.SHORTEST_QUEUE, "")));
        Study study = new Lines().chain(chooses, station("A", 1, 0, "exponential(60 s)"), goodsOut("Out"))
                .chain(station("B", 1, 0, "exponential(60 s)")).link("In", "B").link("B", "Out").study(4000, 200, 1);
        for (int seed = 1; seed <= 4; seed++) {
            inside += Runs.of(study.withPlan(study.plan().withSeed(seed))).insideMean() / 4;
        }
        double rho = 60.0 / 45 / 2;
        double exact = 2 * rho / (1 - rho * rho);
        assertEquals(exact, inside, 0.03 * exact);
    }

    @Test
    void aBufferInAnyOrderTakesAboutTwiceAsLongForTwiceAsMany() {
        GoodsIn in = new GoodsIn(Basics.of("In", SOMEWHERE), List.of(new MixPart("Piece", 1)),
                Optional.of(new Supply.AtStart(4000)), GoodsIn.WhenFull.WAIT, OptionalInt.empty());
        Station ranked = station("S", 1, 0, "1 ms");
        PieceType type = PieceType.usual("Piece").withAttributes(List.of(new Attribute("rank", new Value.Num(0))));
        Rule rule = new Rule("Rank", RuleText.when("a piece enters Store"), "", List.of(RuleText.action("set rank to uniform(0, 1)")));
        Buffer store = buffer("Store", -1).withOrder(Buffer.Order.ANY);
        Lines lines = new Lines().types(type)
                .chain(in, store, ranked.with(ranked.basics().withSelection(Selection.byFormula("piece.rank"))), goodsOut("Out"))
                .rules(rule);
        Trace trace = Runs.traceOf(lines.study(1, 0, 1));
        assertEquals(4000, trace.at(3_600_000_000_000L).left());
        // The order in which they are worked on is the order of their ranks, all but the first few, which came while it was free.
        assertEquals(4000, at(Runs.of(lines.study(1, 0, 1)), "S").out());
    }
}
