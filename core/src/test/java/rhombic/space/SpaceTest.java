package rhombic.space;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Lengths and poses against integration by small steps; paces against the laws of motion. */
class SpaceTest {
    private static final double NANOS = 1e9;

    /** Length by adding up small chords; the heading by the direction of each. */
    @Property(tries = 200, seed = "20261125")
    void lengthAndHeadingAgreeWithSmallSteps(@ForAll long seed) {
        Path path = random(seed);
        int steps = 20_000;
        double sum = 0;
        Pose before = path.at(0);
        for (int i = 1; i <= steps; i++) {
            Pose now = path.at(path.metres() * i / steps);
            sum += before.distanceTo(now);
            before = now;
        }
        assertEquals(path.metres(), sum, 1e-4 * path.metres());
        Random random = new Random(seed);
        for (int i = 0; i < 50; i++) {
            double s = random.nextDouble() * path.metres() * 0.999;
            Pose a = path.at(s);
            Pose b = path.at(s + 1e-6);
            double level = Math.hypot(b.x() - a.x(), b.y() - a.y());
            if (b.heading() == a.heading() && level > 1e-8) {
                assertEquals(Math.cos(Math.toRadians(a.heading())), (b.x() - a.x()) / level, 1e-3);
                assertEquals(Math.tan(Math.toRadians(a.slope())), (b.z() - a.z()) / level, 1e-3);
            }
        }
    }

    private static Path random(long seed) {
        Random random = new Random(seed);
        if (random.nextBoolean()) {
            List<Pose> corners = new ArrayList<>();
            int count = 2 + random.nextInt(6);
            for (int i = 0; i < count; i++) {
                corners.add(Pose.at(random.nextInt(30), random.nextInt(30), random.nextInt(3), 0));
            }
            corners.add(Pose.at(40, 40, 1, 0));
            return Path.through(corners, random.nextDouble() * 2);
        }
        Path.Builder builder = Path.from(Pose.at(random.nextInt(10), random.nextInt(10), 1, random.nextInt(360)));
        int legs = 1 + random.nextInt(12);
        for (int i = 0; i < legs; i++) {
            if (random.nextBoolean()) {
                builder.straight(0.1 + random.nextDouble() * 9, random.nextInt(41) - 20);
            } else {
                builder.arc(0.3 + random.nextDouble() * 4, random.nextInt(200) - 100.5, random.nextInt(21) - 10);
            }
        }
        return builder.build();
    }

    @Test
    void lengthsAreExact() {
        assertEquals(5, Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(3, 4, 0, 0)), 1).metres(), 1e-12);
        assertEquals(13, Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(3, 4, 12, 0)), 1).metres(), 1e-12);
        // A right angle rounded with 1 m: 10 + 10 - 2 + a quarter of a circle.
        assertEquals(18 + Math.PI / 2, Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(10, 0, 0, 0), Pose.at(10, 10, 0, 0)), 1).metres(),
                1e-9);
        Path loop = Path.from(Pose.at(0, 0, 0, 0)).arc(2, 360, 0).build();
        assertEquals(4 * Math.PI, loop.metres(), 1e-12);
        assertEquals(0, loop.at(loop.metres()).distanceTo(Pose.at(0, 0, 0, 0)), 1e-9);
        Path ramp = Path.from(Pose.at(0, 0, 0, 90)).straight(10, 30).build();
        assertEquals(5, ramp.at(10).z(), 1e-9);
        assertEquals(10 * Math.cos(Math.PI / 6), ramp.at(10).y(), 1e-9);
        assertEquals(0, Path.through(List.of(Pose.at(1, 1, 0, 0), Pose.at(1, 1, 0, 0)), 1).metres(), 1e-12);
    }

    @Test
    void whatCanNotBeAPathIsRefused() {
        assertThrows(IllegalArgumentException.class, () -> Path.through(List.of(Pose.at(0, 0, 0, 0)), 1));
        Path.Builder builder = Path.from(Pose.at(0, 0, 0, 0));
        assertThrows(IllegalArgumentException.class, () -> builder.straight(0, 0));
        assertThrows(IllegalArgumentException.class, () -> builder.straight(1, 90));
        assertThrows(IllegalArgumentException.class, () -> builder.arc(1, 0, 0));
        assertThrows(IllegalArgumentException.class, () -> builder.arc(-1, 90, 0));
        assertThrows(IllegalStateException.class, builder::build);
    }

    /** From rest to rest: v = at, s = at²/2 up, even, and down again. */
    @Test
    void aTrapezoidOfSpeedAgreesWithTheLawsOfMotion() {
        Pace pace = Pace.between(100, 0, 2, 0, 0.5, 1);
        // 4 s over 4 m up, 2 s over 2 m down, 94 m at 2 m/s in between.
        assertEquals(4 + 47 + 2, pace.nanos() / NANOS, 1e-9);
        assertEquals(100, pace.metres(), 1e-9);
        assertEquals(0.25 * 9, pace.metresAt(3_000_000_000L), 1e-12);
        assertEquals(1.5, pace.speedAt(3_000_000_000L), 1e-12);
        assertEquals(4 + 2 * 10, pace.metresAt(14_000_000_000L), 1e-9);
        assertEquals(3_000_000_000L, pace.nanosAt(0.25 * 9));
        assertEquals(14_000_000_000L, pace.nanosAt(24));
        assertEquals(100, pace.metresAt(Long.MAX_VALUE), 1e-9);
        assertEquals(0, pace.metresAt(-5), 1e-12);
        assertThrows(IllegalArgumentException.class, () -> pace.nanosAt(101));
    }

    @Test
    void aShortWayIsATriangleOfSpeed() {
        // Up to v where v²/(2·1) + v²/(2·1) = 4, so v = 2, in 2 s and 2 s.
        Pace pace = Pace.between(4, 0, 10, 0, 1, 1);
        assertEquals(4_000_000_000L, pace.nanos());
        assertEquals(2, pace.speedAt(2_000_000_000L), 1e-9);
        assertThrows(IllegalArgumentException.class, () -> Pace.between(1, 3, 3, 0, 1, 1), "3 m/s can't be braked within 1 m");
        assertThrows(IllegalArgumentException.class, () -> Pace.between(1, 4, 3, 0, 1, 1));
        assertThrows(IllegalArgumentException.class, () -> Pace.at(0, 1));
    }

    @Property(tries = 300, seed = "20261125")
    void whereAndWhenAreInverseAndACutStaysWhereItIs(@ForAll long seed) {
        Random random = new Random(seed);
        double max = 0.2 + random.nextDouble() * 3;
        Pace pace = random.nextInt(3) == 0
                ? Pace.at(max, 1 + random.nextInt(50))
                : Pace.between(10 + random.nextInt(50), random.nextDouble() * max, max, random.nextDouble() * max,
                        0.5 + random.nextDouble(), 0.5 + random.nextDouble());
        double last = -1;
        for (int i = 0; i <= 60; i++) {
            long at = pace.nanos() / 60 * i;
            double there = pace.metresAt(at);
            assertTrue(there >= last, "never back");
            last = there;
            if (pace.speedAt(at) > 0.05) {
                assertEquals(at, pace.nanosAt(there), 2, "to the nanosecond");
            }
        }
        long cut = (long) (random.nextDouble() * pace.nanos());
        Pace stopped = Pace.restAt(pace.metresAt(cut));
        assertEquals(pace.metresAt(cut), stopped.metresAt(5_000_000_000L), 1e-12);
        assertEquals(0, stopped.speedAt(5_000_000_000L));
        Pace later = pace.restFrom(cut);
        assertEquals(pace.nanos() - cut, later.nanos(), "what is left takes what is left of the time");
        long on = (long) (random.nextDouble() * (pace.nanos() - cut));
        assertEquals(pace.metresAt(cut + on), later.metresAt(on), 1e-7);
        assertEquals(stopped.metresAt(0), later.metresAt(0), 1e-9, "it goes on from where it stood");
    }

    /** Round a corner the way is as long as on it, never far from it, and neither place nor direction jumps. */
    @Test
    void whatGoesRoundCornersInACurveLeavesThePathALittle() {
        Path sharp = Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(10, 0, 0, 0), Pose.at(10, 1, 0, 0), Pose.at(0, 9, 0, 0)), 0);
        Path round = sharp.roundedBy(1.2);
        assertEquals(sharp.metres(), round.metres());
        double[] corners = {10, 11};
        Pose before = round.at(0);
        double mostTurned = 0;
        for (double s = 0.01; s <= sharp.metres(); s += 0.01) {
            Pose now = round.at(s);
            double off = now.distanceTo(sharp.at(s));
            double toCorner = Math.min(Math.abs(s - corners[0]), Math.abs(s - corners[1]));
            assertTrue(off <= (toCorner > 1.2 ? 1e-12 : 0.36 * 1.2), "at " + s + ": " + off);
            assertTrue(now.distanceTo(before) < 0.0101, "at " + s);
            double turned = Math.abs(Math.IEEEremainder(now.heading() - before.heading(), 360));
            assertTrue(turned < 4, "at " + s + " it turns by " + turned + " degrees");
            mostTurned = Math.max(mostTurned, turned);
            before = now;
        }
        assertTrue(mostTurned > 0.5);
        Path back = Path.through(List.of(Pose.at(0, 0, 0, 0), Pose.at(10, 0, 0, 0), Pose.at(2, 0.1, 0, 0)), 0);
        assertEquals(back.at(10.3), back.roundedBy(1).at(10.3), "who turns back does not go round");
    }
}
