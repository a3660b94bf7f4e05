package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.plant.Runs.type;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.table;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.value.Attribute;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.study.work.Operation;
import rhombic.study.work.Work;
import rhombic.validation.Lines;

/** What a station can do, each in a plant whose figures can be worked out by hand. */
class StationTest {
    private static TimeSource drawn(String text) {
        return new TimeSource.Drawn(time(text));
    }

    private static Station station(TimeSource source) {
        return new Station(Basics.of("S", SOMEWHERE), Work.of(1, 100, source), Work.Load.SINGLE, null);
    }

    private static RunFigures run(PlantElement in, Station station, double seconds) {
        return Runs.of(new Lines().types(type("S", "joints", 4), type("L", "joints", 10)).chain(in, station, goodsOut("Out"))
                .tables(table("Times", "S:20 s", "L:50 s"), table("Changes", "S:L:30 s", "L:S:10 s")).study(seconds / 3600, 0, 1));
    }

    @Test
    void aTimeByTypeIsThatOfEachPiece() {
        // S, L, S one after the other: 10 + 40 + 10 s.
        RunFigures run = run(timetable("In", "0 s S", "0 s L", "0 s S"),
                station(new TimeSource.ByType(Map.of("S", time("10 s")), time("40 s"))), 100);
        assertEquals(0.6, at(run, "S").share(EquipmentState.WORKING), 1e-12);
        assertEquals((10 + 50 + 60) / 3.0, run.lead().mean(), 1e-9);
    }

    @Test
    void aTimeFromATableIsLookedUpByAFormula() {
        RunFigures run = run(timetable("In", "0 s S", "0 s L"), station(new TimeSource.FromTable("Times", List.of("piece.type"))), 100);
        assertEquals(0.7, at(run, "S").share(EquipmentState.WORKING), 1e-12);
    }

    @Test
    void aTimeByFormulaReadsThePieceAndThePlace() {
        Station skilled = station(new TimeSource.ByFormula("(1 + 2 * piece.joints) * here.slowness", Unit.SECOND));
        skilled = skilled.with(skilled.basics().withAttributes(List.of(new Attribute("slowness", new Value.Num(1.5)))));
        RunFigures run = run(timetable("In", "0 s S", "0 s L"), skilled, 100);
        assertEquals((9 + 21) * 1.5 / 100, at(run, "S").share(EquipmentState.WORKING), 1e-12);
    }

    @Test
    void theParametersOfADistributionMayComeFromAttributes() {
        RunFigures run = Runs.of(new Lines().types(type("Piece", "joints", 4))
                .chain(onDemand("In"),
                        station(new TimeSource.ByFormula("triangular(piece.joints, 2 * piece.joints, 6 * piece.joints)", Unit.SECOND)),
                        goodsOut("Out"))
                .study(200, 0, 1));
        assertEquals(12, run.types().getFirst().workMean(), 0.1, "the mean of triangular(4, 8, 24)");
    }

    @Test
    void operationsFollowEachOtherAndSayWhatAddsValue() {
        Work work = Work.of(1, 100, drawn("30 s"))
                .withOperations(List.of(new Operation("braze", drawn("30 s"), true), new Operation("look", drawn("10 s"), false)));
        RunFigures run = run(stock("In", "S", 2), station(drawn("1 s")).with(work), 160);
        assertEquals(0.5, at(run, "S").share(EquipmentState.WORKING), 1e-12);
        assertEquals(60.0 / 160, at(run, "S").valueShare(), 1e-12);
        assertEquals(40, run.types().getFirst().workMean(), 1e-9);
    }

    @Test
    void aChangeoverTakesItsTimeFromAndTo() {
        // S 20 | to L 30, L 50 | L 50 | to S 10, S 20: 140 s of work, 40 s of changeover.
        Station station = station(new TimeSource.FromTable("Times", List.of("piece.type")));
        station = station.with(station.work().withChangeover(new TimeSource.FromTable("Changes", List.of("from", "to"))));
        RunFigures run = run(timetable("In", "0 s S", "0 s L", "0 s L", "0 s S"), station, 400);
        assertEquals(140.0 / 400, at(run, "S").share(EquipmentState.WORKING), 1e-12);
        assertEquals(40.0 / 400, at(run, "S").share(EquipmentState.CHANGEOVER), 1e-12);
        assertEquals(180, run.lead().max(), 1e-9);
    }

    @Test
    void eachPlaceChangesOverByItself() {
        Work work = Work.of(2, 100, drawn("10 s")).withChangeover(drawn("5 s"));
        // Place 1: S, then S; place 2: L, then L: with the first free place they swap, S after L at 10 s on both.
        RunFigures run = run(timetable("In", "0 s S", "0 s L", "0 s S", "0 s L"), station(drawn("1 s")).with(work), 100);
        assertEquals(0, at(run, "S").share(EquipmentState.CHANGEOVER), 1e-12);
        assertEquals(20, run.lead().max(), 1e-9);
    }

    @Test
    void aServiceComesAfterEveryNthPiece() {
        Work work = Work.of(1, 100, drawn("10 s")).withService(new Work.Service(3, time("60 s")));
        // 3 x 10, 60, 3 x 10, 60, 10: 70 s of work, 120 s of service.
        RunFigures run = run(stock("In", "S", 7), station(drawn("1 s")).with(work), 1000);
        assertEquals(0.12, at(run, "S").share(EquipmentState.SERVICE), 1e-12);
        assertEquals(190, run.lead().max(), 1e-9);
    }

    @Test
    void aPauseComesBeforeTheNextPieceIsLetIn() {
        Station paused = new Station(Basics.of("S", SOMEWHERE), Work.of(1, 0, drawn("10 s")).withPause(time("5 s")), Work.Load.SINGLE,
                null);
        RunFigures run = Runs.of(new Lines().types(type("Piece")).chain(onDemand("In"), paused, goodsOut("Out")).study(150 / 3600.0, 0, 1));
        assertEquals(10, run.out());
        assertEquals(50.0 / 150, at(run, "S").share(EquipmentState.PAUSE), 1e-12);
        assertEquals(10, run.lead().max(), 1e-9, "it comes in only after the pause");
    }

    @Test
    void aLoadIsWorkedOnTogetherWhenFull() {
        Station oven = new Station(Basics.of("S", SOMEWHERE), Work.of(1, 100, drawn("100 s")), new Work.Load(3, null), null);
        // Pieces at 0, 10, …, 60 s: full at 20 s, done at 120 s; the next three are there, done at 220 s; one remains.
        RunFigures run = run(timetable("In", "0 s S", "10 s S", "20 s S", "30 s S", "40 s S", "50 s S", "60 s S"), oven, 1000);
        assertEquals(6, run.out());
        assertEquals(0.2, at(run, "S").share(EquipmentState.WORKING), 1e-12);
        assertEquals((120 + 110 + 100 + 190 + 180 + 170) / 6.0, run.lead().mean(), 1e-9);
        assertEquals(1, run.inside());
    }

    @Test
    void aLoadThatHasWaitedLongEnoughGoesAsItIs() {
        Station oven = new Station(Basics.of("S", SOMEWHERE), Work.of(1, 100, drawn("100 s")), new Work.Load(3, Quantity.seconds(50)),
                null);
        // Full at 20 s, done at 120 s; one more came at 30 s and has waited too long already when it is loaded at 120 s: done at 220 s.
        RunFigures run = run(timetable("In", "0 s S", "10 s S", "20 s S", "30 s S"), oven, 1000);
        assertEquals(4, run.out());
        assertEquals(190, run.lead().max(), 1e-9);
        assertEquals(0.2, at(run, "S").share(EquipmentState.WORKING), 1e-12);
    }

    @Test
    void aLoadLeavesPieceByPieceAndBlocksUntilAllAreGone() {
        Station oven = new Station(Basics.of("S", SOMEWHERE), Work.of(1, 0, drawn("100 s")), new Work.Load(2, null), null);
        RunFigures run = Runs.of(new Lines().types(type("S"))
                .chain(stock("In", "S", 4), oven, Lines.station("Slow", 1, 0, "40 s"), goodsOut("Out")).study(1, 0, 1));
        // Done at 100 s; the second goes at 140 s. The next two are done at 240 s; their second goes at 280 s, out at 320 s.
        assertEquals(80.0 / 3600, at(run, "S").share(EquipmentState.BLOCKED), 1e-12);
        assertEquals(320, run.lead().max(), 1e-9);
    }

    @Test
    void aTypeWithoutATimeStopsTheRunWithThePieceAndTheRemedy() {
        Lines lines = new Lines().types(type("S", "joints", 4), type("L", "joints", 10)).chain(timetable("In", "0 s S", "5 s L"),
                station(new TimeSource.ByType(Map.of("S", time("10 s")), null)), goodsOut("Out"));
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(lines.study(1, 0, 1)));
        assertEquals("S", trouble.place());
        assertTrue(trouble.getMessage().contains("no time for pieces of type L") && trouble.getMessage().contains("add one"),
                trouble.getMessage());
    }

    @Test
    void aMissingKeyIsToldWithThePieceThatAsked() {
        Lines lines = new Lines()
                .types(type("S"), type("XL")).chain(timetable("In", "0 s S", "0 s XL"),
                        station(new TimeSource.FromTable("Times", List.of("piece.type"))), goodsOut("Out"))
                .tables(table("Times", "S:20 s"));
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(lines.study(1, 0, 1)));
        assertEquals(
                "S: Table Times has no row for key \u201cXL\u201d: add one, or give the table a value for all others (asked for XL 2 after 20 s).",
                trouble.getMessage());
    }

    @Test
    void aFormulaThatComesToNothingStopsTheRunInWords() {
        for (String formula : new String[] {"10 / (piece.joints - 4)", "piece.type * 2", "-5", "normal(0, 1)"}) {
            Lines lines = new Lines().types(type("S", "joints", 4)).chain(stock("In", "S", 1),
                    station(new TimeSource.ByFormula(formula, Unit.SECOND)), goodsOut("Out"));
            RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(lines.study(1, 0, 1)), formula);
            assertTrue(trouble.getMessage().startsWith("S: ") && trouble.getMessage().contains("asked for S 1"), trouble.getMessage());
        }
    }
}
