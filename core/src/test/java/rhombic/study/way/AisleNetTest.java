package rhombic.study.way;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.kind.Basics;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;

class AisleNetTest {
    static Aisle aisle(String name, double... xy) {
        List<Pose> corners = new ArrayList<>();
        for (int i = 0; i < xy.length; i += 2) {
            corners.add(Pose.at(xy[i], xy[i + 1], 0, 0));
        }
        return (Aisle) Aisle.KIND.blank(Basics.of(name, Placement.at(0, 0))).through(corners);
    }

    private static Aisle slow(Aisle aisle, String speed) {
        return aisle.withMaxSpeed(Optional.of(Quantity.parse(speed, Dimension.SPEED)));
    }

    private static AisleNet net(Aisle... aisles) {
        return AisleNet.of(List.of(aisles), true);
    }

    private static AisleNet.Stop stop(AisleNet net, double x, double y) {
        return net.stop(Pose.at(x, y, 0, 0)).orElseThrow();
    }

    private static double seconds(AisleNet net, double fromX, double fromY, double toX, double toY, double speed, double perDegree) {
        return net.course(stop(net, fromX, fromY), stop(net, toX, toY), speed, perDegree).map(AisleNet.Course::seconds)
                .orElse(Double.POSITIVE_INFINITY);
    }

    private static Aisle oneWay(Aisle aisle) {
        return aisle.withDirection(Aisle.Direction.FORWARD);
    }

    @Test
    void aislesCrossWhereTheyMeet() {
        AisleNet net = net(aisle("A", 0, 0, 20, 0), aisle("B", 10, -5, 10, 5));
        assertEquals(4, net.stretches().size());
        assertEquals(1, net.parts());
        assertEquals(10 + 5, seconds(net, 0, 0, 10, 5, 1, 0), 1e-9);
        assertEquals(2, net.course(stop(net, 0, 0), stop(net, 20, 0), 1, 0).orElseThrow().corners().size(), "straight across a crossing");
        assertEquals(3, net.course(stop(net, 0, 0), stop(net, 10, 5), 1, 0).orElseThrow().corners().size());
    }

    @Test
    void anAisleThatEndsWithinTheWidthOfAnotherLeadsOnToItsMiddle() {
        AisleNet joined = net(aisle("A", 0, 0, 20, 0), aisle("B", 10, 0.9, 10, 8));
        assertEquals(1, joined.parts());
        assertEquals(10 + 8, seconds(joined, 0, 0, 10, 8, 1, 0), 1e-9);
        AisleNet apart = net(aisle("A", 0, 0, 20, 0), aisle("B", 10, 1.1, 10, 8));
        assertEquals(2, apart.parts());
        assertFalse(apart.hangTogether(stop(apart, 0, 0), stop(apart, 10, 8)));
        assertTrue(apart.course(stop(apart, 0, 0), stop(apart, 10, 8), 1, 0).isEmpty());
    }

    @Test
    void oneGoesAlongAOneWayAisleInItsDirectionOnly() {
        AisleNet round = net(oneWay(aisle("Ring", 0, 0, 10, 0, 10, 10, 0, 10, 0, 0)));
        assertEquals(3, seconds(round, 2, 0, 5, 0, 1, 0), 1e-9);
        assertEquals(37, seconds(round, 5, 0, 2, 0, 1, 0), 1e-9, "all the way round");
        assertEquals(10, seconds(round, 0, 0, 10, 0, 1, 0), 1e-9, "from a corner");
        assertEquals(30, seconds(round, 10, 0, 0, 0, 1, 0), 1e-9, "to a corner");
        AisleNet turned = net(aisle("Ring", 0, 0, 10, 0, 10, 10, 0, 10, 0, 0).withDirection(Aisle.Direction.BACKWARD));
        assertEquals(3, seconds(turned, 5, 0, 2, 0, 1, 0), 1e-9);
    }

    @Test
    void theLeastTimeCountsAndNotTheLeastLength() {
        AisleNet net = net(slow(aisle("Short", 0, 0, 20, 0), "0.5 m/s"), aisle("Long", 0, 0, 0, 5, 20, 5, 20, 0));
        assertEquals(30.0 / 2, seconds(net, 0, 0, 20, 0, 2, 0), 1e-9, "round takes 15 s, straight 40 s");
        assertEquals(20 / 0.5, seconds(net, 0, 0, 20, 0, 0.6, 0), 1e-9, "who is slow goes straight");
    }

    @Test
    void turningCostsWhereItIsDone() {
        AisleNet stairs = net(aisle("Stairs", 0, 0, 5, 0, 5, 5, 10, 5, 10, 10), aisle("Bend", 0, 0, 0, 10.5, 10, 10.5, 10, 10));
        assertEquals(20, seconds(stairs, 0, 0, 10, 10, 1, 0), 1e-9);
        assertEquals(21 + 2 * 90 * 0.02, seconds(stairs, 0, 0, 10, 10, 1, 0.02), 1e-9, "one metre more, one turn less");
    }

    @Test
    void whoMayUseAnAisleIsSaidByIt() {
        Aisle people = aisle("P", 0, 0, 10, 0).withUsers(Aisle.Users.PEOPLE);
        Aisle vehicles = aisle("V", 0, 5, 10, 5).withUsers(Aisle.Users.VEHICLES);
        assertEquals(List.of(people), AisleNet.of(List.of(people, vehicles), true).aisles());
        assertEquals(List.of(vehicles), AisleNet.of(List.of(people, vehicles), false).aisles());
    }

    @Test
    void aPlaceIsReachedFromTheNearestPoint() {
        AisleNet net = net(aisle("A", 0, 0, 20, 0), aisle("B", 0, 30, 20, 30));
        AisleNet.Stop stop = stop(net, 7, 12);
        assertEquals(7, stop.x(), 1e-9);
        assertEquals(12, stop.away(), 1e-9);
        assertEquals(20, stop(net, 400, 12).x(), 1e-9, "however far it is");
        assertTrue(net().stop(Pose.at(0, 0, 0, 0)).isEmpty());
    }

    /** Against Dijkstra's algorithm over directions of stretches, with the net, its limits and its turns worked out anew from the aisles. */
    @Property(tries = 60)
    void waysEqualAPlainSearchOverStretches(@ForAll long seed) {
        Random random = new Random(seed);
        double perDegree = random.nextBoolean() ? 0 : 0.01 + random.nextDouble() * 0.05;
        double speed = 0.5 + random.nextInt(4);
        int columns = 2 + random.nextInt(3);
        int rows = 2 + random.nextInt(3);
        List<Aisle> aisles = new ArrayList<>();
        Plain plain = new Plain(columns * rows, speed, perDegree);
        for (int i = 0; i < columns * rows; i++) {
            int x = i % columns;
            int y = i / columns;
            for (int[] step : new int[][] {{1, 0}, {0, 1}}) {
                boolean isThere = x + step[0] < columns && y + step[1] < rows && random.nextInt(5) > 0;
                if (isThere) {
                    boolean isOneWay = random.nextInt(3) == 0;
                    double limit = random.nextInt(3) == 0 ? 0.4 : Double.POSITIVE_INFINITY;
                    Aisle made = aisle("A" + aisles.size(), 7 * x, 7 * y, 7 * (x + step[0]), 7 * (y + step[1]));
                    made = isOneWay ? oneWay(made) : made;
                    aisles.add(limit < 1 ? slow(made, "0.4 m/s") : made);
                    int other = i + step[0] + step[1] * columns;
                    plain.add(i, other, limit, step[0] == 1 ? 0 : 90, isOneWay);
                }
            }
        }
        AisleNet net = net(aisles.toArray(new Aisle[0]));
        for (int n = 0; !net.isEmpty() && n < 12; n++) {
            int a = random.nextInt(columns * rows);
            int b = random.nextInt(columns * rows);
            double[] from = {7 * (a % columns), 7 * (a / columns)};
            double[] to = {7 * (b % columns), 7 * (b / columns)};
            boolean isOnNet = stop(net, from[0], from[1]).away() < 1e-9 && stop(net, to[0], to[1]).away() < 1e-9;
            if (isOnNet) {
                assertEquals(plain.seconds(a, b), seconds(net, from[0], from[1], to[0], to[1], speed, perDegree), 1e-9,
                        "seed " + seed + " from " + a + " to " + b);
            }
        }
    }

    /** Stretches of 7 m between the points of a grid; a point is left in any direction when one begins there. */
    private static final class Plain {
        private final double speed;
        private final double perDegree;
        private final int points;
        private final List<double[]> directions = new ArrayList<>();

        Plain(int points, double speed, double perDegree) {
            this.points = points;
            this.speed = speed;
            this.perDegree = perDegree;
        }

        void add(int from, int to, double limit, double heading, boolean isOneWay) {
            directions.add(new double[] {from, to, 7 / Math.min(speed, limit), heading});
            if (!isOneWay) {
                directions.add(new double[] {to, from, 7 / Math.min(speed, limit), heading + 180});
            }
        }

        double seconds(int from, int to) {
            if (from == to) {
                return 0;
            }
            double[] best = new double[directions.size()];
            Arrays.fill(best, Double.POSITIVE_INFINITY);
            for (int i = 0; i < best.length; i++) {
                best[i] = directions.get(i)[0] == from ? directions.get(i)[2] : best[i];
            }
            for (int round = 0; round <= points * 4; round++) {
                for (int i = 0; i < best.length; i++) {
                    for (int k = 0; k < best.length; k++) {
                        if (directions.get(i)[1] == directions.get(k)[0]) {
                            double by = Math.abs(directions.get(k)[3] - directions.get(i)[3]) % 360;
                            double turn = Math.min(by, 360 - by) * perDegree;
                            best[k] = Math.min(best[k], best[i] + turn + directions.get(k)[2]);
                        }
                    }
                }
            }
            double min = Double.POSITIVE_INFINITY;
            for (int i = 0; i < best.length; i++) {
                min = directions.get(i)[1] == to ? Math.min(min, best[i]) : min;
            }
            return min;
        }
    }
}
