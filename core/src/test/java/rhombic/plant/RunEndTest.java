package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.type;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;

import java.time.LocalDateTime;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.experiment.LiveRun;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.value.StudyException;
import rhombic.validation.Lines;

/** A run ends with its length, at a moment of the calendar, after so many pieces, or by a rule: whichever is first. */
class RunEndTest {
    private static Lines line() {
        return new Lines().chain(onDemand("In"), station("Drill", 1, 0, "1 min"), goodsOut("Out"));
    }

    private static Study until(Study study, int pieces) {
        return study.withPlan(study.plan().withStopAfterPieces(pieces));
    }

    @Test
    void itEndsWithThePieceThatIsTheLastAskedFor() {
        RunFigures run = Runs.of(until(line().study(8, 0, 1), 25));
        assertEquals(25, run.out());
        assertEquals(25 / 60.0, run.hours(), 1e-12);
        assertEquals(60, run.throughputPerHour(), 1e-9);
        assertEquals("25 pieces out", run.stoppedBy());
    }

    @Test
    void theLengthEndsItWhereThePiecesAreTooMany() {
        RunFigures run = Runs.of(until(line().study(1, 0, 1), 100));
        assertEquals(60, run.out());
        assertEquals(1, run.hours(), 1e-12);
        assertEquals("", run.stoppedBy());
    }

    @Test
    void piecesOfTheWarmUpDoNotCount() {
        Study study = line().study(8, 2, 1);
        RunFigures run = Runs.of(until(study, 30));
        assertEquals(30, run.out());
        assertEquals(0.5, run.hours(), 1e-12);
    }

    @Test
    void carriersDoNotCount() {
        Lines lines = new Lines().types(type("Piece"), type("Pallet").asLoadCarrier(true));
        lines.chain(stock("Pallets", "Pallet", 5), goodsOut("Out")).chain(arrivals("In", "1 min", 1)).link("In", "Out");
        RunFigures run = Runs.of(until(lines.study(8, 0, 1), 3));
        assertEquals(5, run.loadCarriersOut());
        assertEquals(3, run.out() - run.loadCarriersOut());
    }

    @Test
    void aRuleMayEndItBefore() {
        Lines lines = line().rules(
                new Rule("Enough", RuleText.when("a piece finishes at Drill"), "here.done == 9", List.of(RuleText.action("stop the run"))));
        assertEquals("Enough", Runs.of(until(lines.study(8, 0, 1), 25)).stoppedBy());
        assertEquals("5 pieces out", Runs.of(until(lines.study(8, 0, 1), 5)).stoppedBy());
    }

    @Test
    void theRunThatIsWatchedEndsThereToo() {
        LiveRun run = new LiveRun(until(line().study(8, 0, 1), 10));
        assertTrue(run.advance(Long.MAX_VALUE, () -> false));
        assertTrue(run.isStopped());
        assertEquals(600_000_000_000L, run.lengthNanos());
        assertEquals(10, run.trace().at(run.lengthNanos()).in(2));
    }

    @ParameterizedTest
    @CsvSource({"2027-01-04T14:00, 8 h", "2027-01-04T06:45, 45 min", "2027-01-04T06:00:20, 20 s", "2027-01-06T06:00, 48 h"})
    void aMomentOfTheCalendarMakesTheLength(LocalDateTime end, String length) {
        RunPlan plan = RunPlan.ONE_SHIFT.withEnd(end);
        assertEquals(length, plan.length().toString());
        assertEquals(end, plan.end());
    }

    @Test
    void anEndThatCantBeIsRefusedWithTheRule() {
        StudyException before = assertThrows(StudyException.class, () -> RunPlan.ONE_SHIFT.withEnd(RunPlan.ONE_SHIFT.start()));
        assertTrue(before.getMessage().contains("must end after its start at 2027-01-04T06:00"), before.getMessage());
        assertThrows(StudyException.class, () -> RunPlan.ONE_SHIFT.withStopAfterPieces(-1));
        StudyException warm = assertThrows(StudyException.class,
                () -> RunPlan.ONE_SHIFT.withWarmUp(Quantity.hours(2)).withEnd(LocalDateTime.of(2027, 1, 4, 7, 0)));
        assertTrue(warm.getMessage().contains("shorter than the run"), warm.getMessage());
    }
}
