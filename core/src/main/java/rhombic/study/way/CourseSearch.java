package rhombic.study.way;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.PriorityQueue;
import org.locationtech.jts.geom.Coordinate;
import rhombic.space.Pose;

/** One search for the way that takes least time, over directions of stretches. */
final class CourseSearch {
    /** Legs that turn by less, as a tangent, are one. */
    private static final double STRAIGHT = 1e-9;

    private final AisleNet net;
    private final AisleNet.Stop from;
    private final AisleNet.Stop to;
    private final double speed;
    private final double secondsPerDegree;
    private final double[] seconds;
    private final int[] before;
    private final boolean[] isDone;
    private final PriorityQueue<double[]> open = new PriorityQueue<>((a, b) -> {
        int byTime = Double.compare(a[0], b[0]);
        return byTime != 0 ? byTime : Double.compare(a[1], b[1]);
    });
    /** Whether who begins in that direction of the first stretch is at its end, and so looks anywhere. */
    private final boolean[] hasNoHeading = new boolean[2];
    /** The point where the way ends; negative if it ends along a stretch. */
    private final int endsAt;
    private double best = Double.POSITIVE_INFINITY;
    private int last = -1;
    private int goal = -1;

    CourseSearch(AisleNet net, AisleNet.Stop from, AisleNet.Stop to, double speed, double secondsPerDegree) {
        this.net = net;
        seconds = new double[2 * net.stretches().size()];
        before = new int[seconds.length];
        isDone = new boolean[seconds.length];
        this.from = from;
        this.to = to;
        this.speed = speed;
        this.secondsPerDegree = secondsPerDegree;
        Arrays.fill(seconds, Double.POSITIVE_INFINITY);
        Arrays.fill(before, -1);
        AisleNet.Stretch ends = net.stretch(to.stretch());
        endsAt = to.metres() <= AisleNet.SAME_METRES ? ends.from() : to.metres() >= ends.metres() - AisleNet.SAME_METRES ? ends.to() : -1;
    }

    Optional<AisleNet.Course> course() {
        straight();
        for (int direction = 2 * from.stretch(); direction <= 2 * from.stretch() + 1; direction++) {
            double metres = direction % 2 == 0 ? net.stretch(from.stretch()).metres() - from.metres() : from.metres();
            if (isOpen(direction) || metres <= AisleNet.SAME_METRES) {
                reach(direction, secondsFor(from.stretch(), metres), -1);
                hasNoHeading[direction % 2] = metres <= AisleNet.SAME_METRES;
            }
        }
        while (!open.isEmpty()) {
            double[] next = open.remove();
            int direction = (int) next[1];
            if (next[0] >= best) {
                break;
            }
            if (!isDone[direction]) {
                isDone[direction] = true;
                goOn(direction);
            }
        }
        return best == Double.POSITIVE_INFINITY ? Optional.empty() : Optional.of(made());
    }

    /** Both stops on one stretch, in a direction in which one may go. */
    private void straight() {
        int direction = 2 * from.stretch() + (to.metres() >= from.metres() ? 0 : 1);
        if (from.stretch() == to.stretch() && (isOpen(direction) || to.metres() == from.metres())) {
            best = secondsFor(from.stretch(), Math.abs(to.metres() - from.metres()));
            goal = direction;
        }
    }

    private void goOn(int direction) {
        int at = head(direction);
        if (at == endsAt && seconds[direction] < best) {
            best = seconds[direction];
            last = direction;
            goal = direction;
        }
        boolean looksAnywhere = before[direction] < 0 && hasNoHeading[direction % 2];
        for (int next : net.leaving(at)) {
            double turn = looksAnywhere ? 0 : turned(headingDegrees(direction), headingDegrees(next)) * secondsPerDegree;
            double there = seconds[direction] + turn;
            if (next >> 1 == to.stretch()) {
                double metres = next % 2 == 0 ? to.metres() : net.stretch(to.stretch()).metres() - to.metres();
                double arrives = there + secondsFor(to.stretch(), metres);
                if (arrives < best) {
                    best = arrives;
                    last = direction;
                    goal = next;
                }
            }
            reach(next, there + secondsFor(next >> 1, net.stretch(next >> 1).metres()), direction);
        }
    }

    private void reach(int direction, double after, int by) {
        if (after < seconds[direction]) {
            seconds[direction] = after;
            before[direction] = by;
            Coordinate at = net.at(head(direction));
            open.add(new double[] {after + Math.hypot(at.x - to.x(), at.y - to.y()) / speed, direction});
        }
    }

    private double secondsFor(int stretch, double metres) {
        return metres / Math.min(speed, net.stretch(stretch).maxSpeed());
    }

    private boolean isOpen(int direction) {
        return direction % 2 == 0 || net.stretch(direction >> 1).isBothWays();
    }

    private AisleNet.Course made() {
        List<Integer> passed = new ArrayList<>();
        for (int direction = last; direction >= 0; direction = before[direction]) {
            passed.addFirst(direction);
        }
        List<Pose> corners = new ArrayList<>(List.of(Pose.at(from.x(), from.y(), 0, 0)));
        List<Double> limits = new ArrayList<>();
        for (int direction : passed) {
            add(corners, limits, net.point(head(direction)), direction);
        }
        add(corners, limits, Pose.at(to.x(), to.y(), 0, 0), goal);
        return new AisleNet.Course(corners, limits, parts(passed), best);
    }

    private List<AisleNet.Part> parts(List<Integer> passed) {
        List<AisleNet.Part> parts = new ArrayList<>();
        for (int direction : passed) {
            double length = net.stretch(direction >> 1).metres();
            double begins = parts.isEmpty() ? from.metres() : direction % 2 == 0 ? 0 : length;
            parts.add(new AisleNet.Part(direction >> 1, begins, direction % 2 == 0 ? length : 0));
        }
        if (goal != last || passed.isEmpty()) {
            double begins = passed.isEmpty() ? from.metres() : goal % 2 == 0 ? 0 : net.stretch(to.stretch()).metres();
            parts.add(new AisleNet.Part(to.stretch(), begins, to.metres()));
        }
        return parts;
    }

    private void add(List<Pose> corners, List<Double> limits, Pose at, int direction) {
        if (at.distanceTo(corners.getLast()) <= AisleNet.SAME_METRES) {
            return;
        }
        double limit = net.stretch(direction >> 1).maxSpeed();
        boolean goesOn = !limits.isEmpty() && limits.getLast() == limit
                && isStraight(corners.get(corners.size() - 2), corners.getLast(), at);
        if (goesOn) {
            corners.set(corners.size() - 1, at); // across a crossing, straight on
        } else {
            corners.add(at);
            limits.add(limit);
        }
    }

    private static boolean isStraight(Pose a, Pose b, Pose c) {
        double cross = (b.x() - a.x()) * (c.y() - b.y()) - (b.y() - a.y()) * (c.x() - b.x());
        double along = (b.x() - a.x()) * (c.x() - b.x()) + (b.y() - a.y()) * (c.y() - b.y());
        return along > 0 && Math.abs(cross) <= STRAIGHT * along;
    }

    private double headingDegrees(int direction) {
        AisleNet.Stretch on = net.stretch(direction >> 1);
        Coordinate a = net.at(direction % 2 == 0 ? on.from() : on.to());
        Coordinate b = net.at(direction % 2 == 0 ? on.to() : on.from());
        return Math.toDegrees(Math.atan2(b.y - a.y, b.x - a.x));
    }

    private int head(int direction) {
        AisleNet.Stretch on = net.stretch(direction >> 1);
        return direction % 2 == 0 ? on.to() : on.from();
    }

    private static double turned(double from, double to) {
        double by = Math.abs(to - from) % 360;
        return by > 180 ? 360 - by : by;
    }
}
