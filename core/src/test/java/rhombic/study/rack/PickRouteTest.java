package rhombic.study.rack;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import rhombic.study.rack.PickRoute.Pick;
import rhombic.study.rack.PickRoute.Step;

/** The way of pickers, against hand, against brute force, and against the mean lengths that are published. */
class PickRouteTest {
    private static final double LENGTH = 20;
    private static final double PITCH = 4;
    private static final double CROSS = PickRoute.CROSS_METRES;

    private static List<Pick> picks(double... aisleAndAlong) {
        List<Pick> picks = new ArrayList<>();
        for (int i = 0; i < aisleAndAlong.length; i += 2) {
            picks.add(new Pick((int) aisleAndAlong[i], aisleAndAlong[i + 1], i / 2));
        }
        return picks;
    }

    private static List<Pick> random(Random random, int aisles, int count) {
        List<Pick> picks = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            picks.add(new Pick(random.nextInt(aisles), LENGTH * random.nextDouble(), i));
        }
        return picks;
    }

    private static double metres(PickSequence sequence, List<Pick> picks) {
        return PickRoute.metres(PickRoute.of(sequence, LENGTH, picks, false), PITCH);
    }

    /** Aisles 0, 1 and 3, the last of which ends at 12 m. */
    @Test
    void byHand() {
        List<Pick> picks = picks(0, 3, 0, 8, 1, 2, 1, 18, 3, 12);
        assertEquals(22 + 4 + 22 + 8 + 2 * 13, metres(PickSequence.S_SHAPE, picks));
        assertEquals(2 * 9 + 4 + 2 * 19 + 8 + 2 * 13, metres(PickSequence.RETURN, picks));
        // through the first, into the second from the rear as far as 18 m, through the last, and into the second from the front as far as 2 m
        assertEquals(22 + 4 + 2 * 3 + 8 + 22 + 8 + 2 * 3, metres(PickSequence.LARGEST_GAP, picks));
    }

    /** Each is picked once; between two steps it walks along an aisle or along a cross aisle. */
    @ParameterizedTest
    @EnumSource(PickSequence.class)
    void eachIsPickedOnceAndNobodyWalksThroughSlots(PickSequence sequence) {
        Random random = new Random(5);
        for (int round = 0; round < 300; round++) {
            List<Pick> picks = random(random, 6, 1 + random.nextInt(12));
            List<Step> steps = PickRoute.of(sequence, LENGTH, picks, random.nextBoolean());
            Set<Integer> seen = new HashSet<>();
            steps.forEach(step -> step.picks().forEach(number -> assertTrue(seen.add(number))));
            assertEquals(picks.size(), seen.size());
            for (int i = 1; i < steps.size(); i++) {
                Step a = steps.get(i - 1);
                Step b = steps.get(i);
                boolean isAlongCross = a.along() == b.along() && (a.along() == -CROSS || a.along() == LENGTH + CROSS);
                assertTrue(a.aisle() == b.aisle() || isAlongCross, a + " to " + b);
            }
            assertEquals(-CROSS, steps.getFirst().along());
            assertEquals(-CROSS, steps.getLast().along());
        }
    }

    /** None is shorter than the shortest way of all, found by trying every order; of one aisle, all are. */
    @ParameterizedTest
    @EnumSource(PickSequence.class)
    void noneIsShorterThanTheShortest(PickSequence sequence) {
        Random random = new Random(7);
        for (int round = 0; round < 60; round++) {
            List<Pick> picks = random(random, 3, 1 + random.nextInt(5));
            List<Step> steps = PickRoute.of(sequence, LENGTH, picks, false);
            double shortest = shortest(steps.getFirst().aisle(), steps.getLast().aisle(), picks);
            assertTrue(PickRoute.metres(steps, PITCH) >= shortest - 1e-9, sequence + " " + picks);
        }
        List<Pick> inOne = picks(2, 5, 2, 17, 2, 9);
        assertEquals(2 * 18, metres(sequence, inOne), 1e-9);
        assertEquals(2 * 18, shortest(2, 2, inOne), 1e-9);
    }

    private static double shortest(int from, int to, List<Pick> left) {
        return shortest(new Pick(from, -CROSS, -1), new Pick(to, -CROSS, -1), left);
    }

    private static double shortest(Pick at, Pick end, List<Pick> left) {
        if (left.isEmpty()) {
            return between(at, end);
        }
        double best = Double.POSITIVE_INFINITY;
        for (Pick next : left) {
            List<Pick> rest = new ArrayList<>(left);
            rest.remove(next);
            best = Math.min(best, between(at, next) + shortest(next, end, rest));
        }
        return best;
    }

    private static double between(Pick a, Pick b) {
        if (a.aisle() == b.aisle()) {
            return Math.abs(a.along() - b.along());
        }
        double front = a.along() + b.along() + 2 * CROSS;
        double rear = 2 * LENGTH - a.along() - b.along() + 2 * CROSS;
        return Math.min(front, rear) + PITCH * Math.abs(a.aisle() - b.aisle());
    }

    /** Without the ways along the cross aisles. */
    private static double inAisles(PickSequence sequence, int aisles, int count, int rounds) {
        Random random = new Random(11);
        double sum = 0;
        for (int round = 0; round < rounds; round++) {
            List<Step> steps = PickRoute.of(sequence, LENGTH, random(random, aisles, count), false);
            sum += PickRoute.metres(steps, 0);
        }
        return sum / rounds;
    }

    /**
     * Of N picks that lie evenly over M aisles, M (1 - (1 - 1/M)^N) aisles are visited (Hall 1993). Through each of them: their number times their length, but for an odd
     * last one, which makes little with many picks. Into each and back: twice the mean of the largest of k places, k/(k + 1) of the length, over the
     * binomial numbers of picks in an aisle.
     */
    @Test
    void meanLengthsAreThoseOfTheory() {
        int aisles = 10;
        int count = 40;
        double visited = aisles * (1 - Math.pow(1 - 1.0 / aisles, count));
        double through = visited * (LENGTH + 2 * CROSS);
        assertEquals(through, inAisles(PickSequence.S_SHAPE, aisles, count, 4000), 0.02 * through);
        double back = 0;
        double choose = Math.pow(1 - 1.0 / aisles, count);
        for (int k = 1; k <= count; k++) {
            choose *= (count - k + 1.0) / k / (aisles - 1);
            back += aisles * choose * 2 * (LENGTH * k / (k + 1) + CROSS);
        }
        assertEquals(back, inAisles(PickSequence.RETURN, aisles, count, 4000), 0.005 * back);
    }

    /** With few picks in each aisle the largest gap saves most, with many going through does: as Hall (1993) found. */
    @Test
    void whichIsShortestDependsOnHowManyAreInAnAisle() {
        assertTrue(inAisles(PickSequence.LARGEST_GAP, 10, 20, 1000) < inAisles(PickSequence.S_SHAPE, 10, 20, 1000));
        assertTrue(inAisles(PickSequence.LARGEST_GAP, 10, 100, 1000) > inAisles(PickSequence.S_SHAPE, 10, 100, 1000));
    }
}
