package rhombic.plant.transport;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** The best sequence of stops, against all sequences there are. */
class TourPlanTest {
    private record Point(double x, double y) {
        double to(Point other) {
            return Math.hypot(other.x - x, other.y - y);
        }
    }

    private record Stop(int link, boolean takesUp, Point at) {
        static boolean mustComeBefore(Stop one, Stop other) {
            return one.link == other.link && one.takesUp && !other.takesUp;
        }
    }

    private static TourPlan<Stop> plan(Point start, List<Stop> stops) {
        return new TourPlan<>(start, stops, Stop::at, Stop::mustComeBefore, Point::to);
    }

    private static double metres(Point start, List<Stop> sequence) {
        double sum = 0;
        Point at = start;
        for (Stop stop : sequence) {
            sum += at.to(stop.at);
            at = stop.at;
        }
        return sum;
    }

    private static boolean isAllowed(List<Stop> sequence) {
        for (int i = 0; i < sequence.size(); i++) {
            for (int k = i + 1; k < sequence.size(); k++) {
                if (Stop.mustComeBefore(sequence.get(k), sequence.get(i))) {
                    return false;
                }
            }
        }
        return true;
    }

    private static void permutations(List<Stop> left, List<Stop> made, List<List<Stop>> into) {
        if (left.isEmpty() && isAllowed(made)) {
            into.add(List.copyOf(made));
        }
        for (Stop next : left) {
            List<Stop> rest = new ArrayList<>(left);
            rest.remove(next);
            made.add(next);
            permutations(rest, made, into);
            made.removeLast();
        }
    }

    private static List<Stop> random(Random random, int links) {
        List<Stop> stops = new ArrayList<>();
        for (int link = 0; link < links; link++) {
            stops.add(new Stop(link, true, new Point(random.nextInt(20), random.nextInt(20))));
            stops.add(new Stop(link, false, new Point(random.nextInt(20), random.nextInt(20))));
        }
        return stops;
    }

    @Property(tries = 60, seed = "20261130")
    void noAllowedSequenceIsShorter(@ForAll long seed, @ForAll @IntRange(min = 1, max = 3) int links) {
        Random random = new Random(seed);
        Point start = new Point(random.nextInt(20), random.nextInt(20));
        List<Stop> stops = random(random, links);
        TourPlan<Stop> plan = plan(start, stops);
        List<List<Stop>> all = new ArrayList<>();
        permutations(stops, new ArrayList<>(), all);
        double min = all.stream().mapToDouble(sequence -> metres(start, sequence)).min().orElseThrow();
        assertEquals(min, plan.metres(), 1e-9);
        assertEquals(min, metres(start, plan.sequence()), 1e-9, "the way through its stops is as long as it says");
        assertTrue(isAllowed(plan.sequence()), "nothing is set down before it is taken up");
        assertEquals(stops.size(), plan.sequence().stream().distinct().count());
    }

    @Test
    void fourLinksAreTheMostAndAreStillPlannedRight() {
        List<Stop> stops = random(new Random(4), 4);
        Point start = new Point(0, 0);
        List<List<Stop>> all = new ArrayList<>();
        permutations(stops, new ArrayList<>(), all);
        assertEquals(2520, all.size());
        assertEquals(all.stream().mapToDouble(sequence -> metres(start, sequence)).min().orElseThrow(), plan(start, stops).metres(), 1e-9);
    }

    @Test
    void ofTwoThatAreAsLongTheOneInOrderIsKept() {
        Point start = new Point(0, 0);
        List<Stop> stops = List.of(new Stop(0, true, new Point(5, 0)), new Stop(0, false, new Point(9, 0)),
                new Stop(1, true, new Point(5, 0)),
                new Stop(1, false, new Point(9, 0)));
        assertEquals(List.of(stops.get(0), stops.get(2), stops.get(1), stops.get(3)), plan(start, stops).sequence());
        assertEquals(0, plan(start, List.of()).metres());
    }
}
