package rhombic.plant.crane;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.plant.run.Run;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.space.Pose;

/** One part of a crane that moves along one line, by 0.5 m/s² up to 2 m/s; its path begins 10 m before its zero. */
class CraneAxisTest {
    private static final double NEAR = 1e-9;

    private final Run run = mock(Run.class);
    private final Path path = Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(100, 0, 0, 0)), 0);
    private final CraneAxis axis = new CraneAxis(run, 0, -1, path, 0, 10, 3);

    private void at(double seconds) {
        when(run.now()).thenReturn(Math.round(seconds * 1e9));
    }

    private static Pace pace(double metres) {
        return Pace.between(metres, 0, 2, 0, 0.5, 0.5);
    }

    private void assertAt(double metres, double seconds) {
        at(seconds);
        assertEquals(metres, axis.now(), NEAR);
    }

    @Test
    void itGoesThereAndBack() {
        assertAt(3, 5);
        assertEquals(9e9, axis.moveTo(13, CraneAxisTest::pace), 1, "4 m each to speed up and to brake, and 2 m between");
        assertEquals(13, axis.at(), NEAR);
        assertAt(3 + 4, 5 + 4);
        assertAt(3 + 6, 5 + 5);
        assertAt(13, 5 + 9);
        assertAt(13, 5 + 20);
        assertEquals(9e9, axis.moveTo(3, CraneAxisTest::pace), 1);
        assertAt(13 - 4, 25 + 4);
        assertAt(3, 25 + 9);
        assertEquals(0, axis.moveTo(3, CraneAxisTest::pace));
    }

    @Test
    void whatIsHeldGoesOnFromThere() {
        at(0);
        axis.moveTo(13, CraneAxisTest::pace);
        at(5);
        axis.hold();
        at(100);
        axis.resume();
        assertAt(9, 100);
        assertAt(13 - 4 * 0.25, 102);
        assertAt(13, 104);
        at(101);
        axis.hold();
        at(200);
        axis.resume();
        assertAt(9 + 2 - 0.25, 200);
        assertAt(13 - 0.25, 202);
        assertAt(13, 203);
    }

    @Test
    void itBrakesInItsDirection() {
        at(0);
        axis.moveTo(33, CraneAxisTest::pace);
        at(10);
        assertEquals(4e9, axis.brake(0.5), 1);
        assertEquals(3 + 4 + 12 + 4, axis.at(), NEAR);
        assertAt(3 + 16 + 3, 12);
        assertAt(23, 14);
        axis.moveTo(3, CraneAxisTest::pace);
        at(24);
        assertEquals(2e9, axis.brake(1), 1);
        assertEquals(23 - 16 - 2, axis.at(), NEAR);
        assertAt(5, 26);
    }

    @Test
    void whatBrakesAtOnceOrStandsTakesNoTimeToBrake() {
        at(0);
        axis.moveTo(33, metres -> Pace.over(metres, 30_000_000_000L));
        at(10);
        assertEquals(0, axis.brake(Double.POSITIVE_INFINITY));
        assertEquals(13, axis.at(), NEAR);
        assertAt(13, 11);
        assertEquals(0, axis.brake(0.5));
        assertAt(13, 12);
    }
}
