package rhombic.experiment;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import rhombic.study.Study;
import rhombic.validation.Lines;

/** Runs that are analysed while they go on. */
class ObservationTest {
    private final Study line = new Lines()
            .chain(arrivals("In", "exponential(2 min)", 1), station("S", 1, 0, "exponential(1 min)"), goodsOut("Out")).study(40, 0, 1);

    @Test
    void aRunThatTakesLongTellsWhatThereIsAndEndsAsIfNobodyHadAsked() {
        AtomicLong clock = new AtomicLong();
        List<Observation> parts = new ArrayList<>();
        Observation whole = Observation.of(line, 1, List.of("here.out"), () -> false, parts::add, () -> clock.getAndAdd(20_000_000L));
        assertTrue(parts.size() >= 3 && parts.size() <= 20, "twice a second: " + parts.size());
        for (Observation part : parts) {
            int steps = part.samples().size();
            assertEquals(whole.samples().get(steps - 1).out(), part.samples().getLast().out());
            assertArrayEquals(Arrays.copyOf(whole.readings().get("here.out").values(), steps), part.readings().get("here.out").values());
            assertEquals(part.samples().getLast().out(), part.figures().out());
            assertEquals(whole.journeys().subList(0, part.journeys().size()), part.journeys());
        }
        Observation unasked = Observation.of(line, 1, () -> false);
        assertEquals(unasked.figures().equipment(), whole.figures().equipment(), "to be asked in between changes no figure");
        assertEquals(unasked.active(), whole.active());
    }
}
