package rhombic.trace;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.space.Pace;
import rhombic.space.Path;
import rhombic.space.Pose;

/** What goes by itself, at any moment, worked out by hand. */
class MoversTest {
    private static final long SECOND = 1_000_000_000L;
    private static final double NEAR = 1e-9;

    private final TraceWriter writer = new TraceWriter(1, 0);

    private Pose at(int mover, double seconds) {
        long nanos = Math.round(seconds * SECOND);
        return writer.trace().at(nanos).movers().pose(mover, nanos);
    }

    /** 4 m to the east, then 3 m to the north, speeding up by 1 m/s² to 2 m/s, and braking as hard: 2 + 1.5 + 2 s. */
    @Test
    void aWayWithACornerIsCoveredPhaseByPhase() {
        List<Pose> corners = List.of(Pose.at(0, 0, 0, 0), Pose.at(4, 0, 0, 0), Pose.at(4, 3, 0, 0));
        writer.travels(0, 0, MoverMoment.FLOOR, Path.through(corners, 0), 180, Pace.between(7, 0, 2, 0, 1, 1), false);
        writer.publish(20 * SECOND);
        assertEquals(Pose.at(0.5, 0, 0, 0), at(0, 1));
        assertEquals(3, at(0, 2.5).x(), NEAR, "2 m while it speeds up, and 1 m at 2 m/s");
        Pose later = at(0, 3.5);
        assertEquals(4, later.x(), NEAR);
        assertEquals(1, later.y(), NEAR, "5 m in all, 4 of them to the corner");
        assertEquals(90, later.heading(), NEAR);
        assertTrue(writer.trace().at(5 * SECOND).movers().isMoving(0, 5 * SECOND));
        Pose there = at(0, 5.5);
        assertEquals(3, there.y(), NEAR);
        assertEquals(180, there.heading(), "it looks at what it came for");
        assertFalse(writer.trace().at(6 * SECOND).movers().isMoving(0, 6 * SECOND));
        assertEquals(SECOND / 2, writer.trace().at(6 * SECOND).movers().stoodNanos(0, 6 * SECOND));
    }

    /** Whoever turns round on its way does not go on with what was left of it. */
    @Test
    void whatIsLeftOfAnEarlierWayIsNotWritten() {
        writer.travels(0, 0, MoverMoment.FLOOR, Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(7, 0, 0, 0)), 0), 0,
                Pace.between(7, 0, 2, 0, 1, 1), false);
        writer.travels(3 * SECOND, 0, MoverMoment.FLOOR, Path.through(List.of(Pose.at(4, 0, 0, 0), Pose.at(0, 0, 0, 0)), 0), 90,
                Pace.over(4, 4 * SECOND), false);
        writer.publish(20 * SECOND);
        assertEquals(2, at(0, 5).x(), NEAR);
        assertEquals(180, at(0, 5).heading(), NEAR);
        assertEquals(0, at(0, 9).x(), NEAR);
        assertEquals(90, at(0, 9).heading(), NEAR);
    }

    /** A trolley on a bridge, a hook below the trolley: each goes in the frame of what carries it. */
    @Test
    void whatMovesOnAnotherIsWhereThatTakesIt() {
        writer.travels(0, 0, MoverMoment.FLOOR, Path.through(List.of(Pose.at(10, 0, 6, 0), Pose.at(10, 20, 6, 0)), 0), 90,
                Pace.over(20, 10 * SECOND), false);
        writer.travels(0, 1, 0, Path.through(List.of(Pose.at(0, -2, 0, 0), Pose.at(0, 2, 0, 0)), 0), 90, Pace.over(4, 4 * SECOND), false);
        writer.travels(0, 2, 1, Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(0, 0, -5, 0)), 0), 0, Pace.over(5, 10 * SECOND), false);
        writer.publish(20 * SECOND);
        for (double t : new double[] {0, 0.5, 2, 3.999, 7, 10, 15}) {
            double along = Math.min(20, 2 * t);
            double across = Math.min(2, -2 + t);
            Pose trolley = at(1, t);
            assertEquals(10 - across, trolley.x(), 1e-8, "the bridge looks north, so its left is the west; at " + t);
            assertEquals(along, trolley.y(), 1e-8);
            assertEquals(6, trolley.z(), 1e-8);
            Pose hook = at(2, t);
            assertEquals(trolley.x(), hook.x(), 1e-8);
            assertEquals(trolley.y(), hook.y(), 1e-8);
            assertEquals(6 - Math.min(5, t / 2), hook.z(), 1e-8);
        }
    }

    /** It speeds up along two legs, round the corner between them, and then goes on evenly. */
    @Test
    void aMotionIsOneRecordHoweverManyPhasesItHas() {
        Path path = Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(4, 0, 0, 0), Pose.at(4, 11, 0, 0)), 0);
        Pace pace = Pace.oneAfterAnother(0, List.of(Pace.between(4, 0, 9, 2, 0.5, 1), Pace.between(5, 2, 3, 3, 0.5, 1), Pace.at(3, 6)));
        assertEquals(3, pace.phases().size());
        writer.travels(0, 0, MoverMoment.FLOOR, path, 90, pace, false);
        writer.publish(20 * SECOND);
        assertEquals(1, writer.segment().size());
        for (double t = 0; t <= 8; t += 0.25) {
            assertEquals(pace.metresAt(Math.round(t * SECOND)), at(0, t).x() + at(0, t).y(), 1e-6, "at " + t + " s");
        }
    }
}
