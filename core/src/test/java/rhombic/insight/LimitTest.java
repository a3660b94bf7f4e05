package rhombic.insight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;
import rhombic.validation.Lines;

/** What limits a plant, where it can be told by hand. */
class LimitTest {
    private static Optional<Finding> limit(Lines lines) {
        Study study = lines.study(10, 0, 2);
        try (LocalEngine engine = new LocalEngine(1)) {
            return Limit.of(Summary.of(study, engine, RunListener.NONE, () -> false));
        }
    }

    private static Work work(String time) {
        return Work.of(1, 2, new TimeSource.Drawn(time(time)));
    }

    private static PlantElement shut(PlantElement element, String times) {
        return element.with(element.basics().withInletShut(ShutTime.parse(times)));
    }

    @Test
    void theSlowestStationLimitsAndItsTimeIsTold() {
        Finding finding = limit(new Lines().chain(onDemand("In"), station("A", 1, 0, "40 s"), station("B", 1, 2, "60 s"),
                station("C", 1, 2, "50 s"), goodsOut("Out"))).orElseThrow();
        assertEquals("B", finding.subject());
        assertEquals("Limited by B: works 100 % of the time", finding.text());
        assertTrue(finding.evidence().startsWith("working 100 %, starved 0 %, blocked 0 %"), finding.evidence());
    }

    @Test
    void aCircleInWhichEachWaitsForTheNextIsSaidWithWhoWaitsForWhom() {
        Study study = new Lines().chain(onDemand("In"), station("A", 1, 0, "40 s"), station("B", 1, 0, "60 s")).link("B", "A").study(10, 0,
                2);
        try (LocalEngine engine = new LocalEngine(1)) {
            Finding finding = DeadlockFinding.of(Summary.of(study, engine, RunListener.NONE, () -> false)).orElseThrow();
            assertEquals("A", finding.subject());
            assertEquals("Stands still for good from 100.0 s on: A waits for room at B; B waits for room at A", finding.text());
            assertTrue(finding.evidence().startsWith("in 2 of 2 runs"), finding.evidence());
            assertEquals(finding, DeadlockFinding.orLimit(Summary.of(study, engine, RunListener.NONE, () -> false)).orElseThrow());
            Study flows = new Lines().chain(onDemand("In"), station("A", 1, 0, "40 s"), goodsOut("Out")).study(10, 0, 2);
            assertEquals(Optional.empty(), DeadlockFinding.of(Summary.of(flows, engine, RunListener.NONE, () -> false)));
            assertEquals("A", DeadlockFinding.orLimit(Summary.of(flows, engine, RunListener.NONE, () -> false)).orElseThrow().subject());
            assertTrue(DeadlockFinding.orLimit(Summary.of(flows, engine, RunListener.NONE, () -> false)).orElseThrow().text()
                    .startsWith("Limited by"));
        }
    }

    /** Half of what A should work on waits before it, but a hundred times as much goes past it, so the plant as a whole keeps up. */
    @Test
    void whatPilesUpBeforeOneGoodsInIsNotHiddenByWhatComesElsewhere() {
        Finding finding = limit(new Lines().chain(arrivals("In", "exponential(30 s)", 1), station("A", 1, 0, "exponential(40 s)"),
                station("B", 1, 0, "exponential(40 s)"), goodsOut("Out")).chain(arrivals("Letters", "1 s", 1), goodsOut("Post")))
                .orElseThrow();
        assertTrue(!finding.text().contains("what comes in"), finding.text());
    }

    @Test
    void whatIsLostBetweenPiecesCountsAsBusy() {
        // B works 30 s of each 70 s, but its pause takes the other 40 s; A works 60 s of each 70 s.
        Station b = new Station(Basics.of("B", Lines.SOMEWHERE), work("30 s").withPause(time("40 s")), Work.Load.SINGLE, null);
        Finding finding = limit(new Lines().chain(onDemand("In"), station("A", 1, 0, "60 s"), b, goodsOut("Out"))).orElseThrow();
        assertEquals("B", finding.subject());
        assertTrue(finding.text().matches("Limited by B: is busy (99|100) % of the time"), finding.text());
        assertTrue(finding.evidence().contains("pause 57 %"), finding.evidence());
    }

    @Test
    void anAssemblyStationCanBeTheLimit() {
        AssemblyStation join = new AssemblyStation(Basics.of("Join", Lines.SOMEWHERE), work("90 s"), AssemblyStation.Method.BATCH,
                List.of(),
                new Recipe.Fixed(List.of(new Recipe.Part("Piece", 2))), 4, "Batch");
        Lines lines = new Lines().types(PieceType.usual("Piece"), PieceType.usual("Batch"))
                .chain(onDemand("In"), station("A", 1, 0, "20 s"), join, goodsOut("Out"));
        assertEquals("Join", limit(lines).orElseThrow().subject());
    }

    @Test
    void whereNobodyIsBusyTheSupplyIsTheLimit() {
        Finding finding = limit(new Lines().chain(arrivals("Trucks", "100 s", 1), station("A", 1, 0, "40 s"), goodsOut("Out")))
                .orElseThrow();
        assertEquals("Trucks", finding.subject());
        assertEquals("Limited by what comes in: A, the busiest, works only 40 %", finding.text());
        assertTrue(finding.evidence().startsWith("A: working 40 %, starved 60 %"), "whose shares they are: " + finding.evidence());
    }

    @Test
    void aShutInletIsNamedRatherThanWhatWaitsForIt() {
        Lines lines = new Lines().chain(onDemand("In"), station("A", 1, 0, "60 s"), shut(station("B", 1, 0, "30 s"), "2 h on"),
                goodsOut("Out"));
        Finding finding = limit(lines).orElseThrow();
        assertEquals("B", finding.subject());
        assertEquals("Limited by B: its inlet is shut 80 % of the time", finding.text());
        assertTrue(finding.evidence().endsWith("; its inlet is shut 80 %"), finding.evidence());
    }

    @Test
    void aShutTimeThatCostsNothingIsNotBlamed() {
        // B needs a tenth of its time; an hour shut is made up for, and A stays the limit.
        Lines lines = new Lines().chain(onDemand("In"), station("A", 1, 0, "60 s"), shut(station("B", 1, 100, "6 s"), "1 h to 2 h"),
                goodsOut("Out"));
        assertEquals("A", limit(lines).orElseThrow().subject());
    }

    @Test
    void whereNothingHasLeftNoPlaceIsBlamed() {
        Finding finding = limit(new Lines().chain(arrivals("In", "9 h", 1), station("A", 1, 0, "2 h"), goodsOut("Out"))).orElseThrow();
        assertEquals("Nothing leaves yet", finding.text());
        assertEquals("", finding.subject());
    }

    @Test
    void aLineWithoutAnEndIsNotLimitedByItsStations() {
        Finding finding = limit(new Lines().chain(onDemand("In"), station("A", 1, 0, "60 s"), station("B", 1, 0, "60 s"))).orElseThrow();
        assertEquals("Nothing leaves yet", finding.text());
        assertTrue(finding.evidence().endsWith("there is no goods out"), finding.evidence());
    }

    @Test
    void aPlantInWhichNothingIsWorkedOnHasNone() {
        assertEquals(Optional.empty(),
                limit(new Lines().chain(onDemand("In"), shut(station("A", 1, 0, "60 s"), "0 s on"), goodsOut("Out"))));
    }
}
