package rhombic.formats;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.study.Study;

/** The plants of the demos that move most run for four weeks without a standstill; part of {@code ./rhombic validate}. */
@Tag("validation")
class FourWeeksTest extends Examples {
    private static RackFigures store(String name) throws Exception {
        Study study = open(name);
        RunFigures weeks = run(study.withPlan(study.plan().withReplications(1).withLength(Quantity.hours(28 * 24)))).runs().getFirst();
        assertTrue(weeks.deadlock().isNone() && weeks.stoppedBy().isEmpty(), () -> weeks.deadlock() + weeks.stoppedBy());
        return weeks.racks().getFirst();
    }

    @Test
    void theHeatPumpLine() throws Exception {
        RackFigures rack = store("heat-pump-line");
        assertTrue(rack.fetched() > 5000, () -> "fetched from the store: " + rack.fetched());
        assertEquals(rack.stored(), rack.fetched(), 48);
    }

    @Test
    void theCheeseStore() throws Exception {
        assertEquals(0, store("cheese-store").missingPieces());
    }
}
