package rhombic.plant.convey;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import rhombic.kernel.Event;
import rhombic.kernel.Simulator;
import rhombic.plant.piece.Piece;

/** A lane against a plain model that looks at each piece, on random belts with random stops, switches and speeds. */
class LaneTest {
    private static final double NANOS = 1e9;
    /** Each coming is rounded to a nanosecond, at up to 3 m/s; at 0.1 m/s the distance takes thirty times as long, and dozens add up. */
    private static final double ROUNDING = 3e-6;

    /** What is done to a lane from outside at a time. */
    private record Act(double seconds, What what, double value) {
        enum What {
            COMES, OPENS, CLOSES, OFF, ON, SPEED
        }
    }

    private record Belt(double length, double gap, boolean rigid, int max, double speed, List<Act> acts) {}

    /** When pieces came on and left, in seconds, in order. */
    private record Times(List<Double> on, List<Double> off) {}

    // ---- the fast one

    private static final class Fast implements Lane.Listener {
        final Simulator simulator = new Simulator();
        final Lane lane;
        final Deque<Double> waiting = new ArrayDeque<>();
        final Times times = new Times(new ArrayList<>(), new ArrayList<>());
        final double gap;
        boolean open = true;

        Fast(Belt belt) {
            gap = belt.gap;
            lane = new Lane(0, simulator, new Lane.Shape(belt.length, belt.gap, belt.rigid, belt.max, 0, 0), belt.speed, this);
            for (Act act : belt.acts) {
                simulator.schedule(new Event() {
                    @Override
                    protected void occur() {
                        act(act);
                    }
                }, Math.round(act.seconds * NANOS));
            }
        }

        void act(Act act) {
            switch (act.what) {
                case COMES -> waiting.add(act.value);
                case OPENS -> {
                    open = true;
                    if (lane.isStanding()) {
                        leave();
                    }
                }
                case CLOSES -> open = false;
                case OFF -> lane.setOff(true);
                case ON -> lane.setOff(false);
                case SPEED -> lane.setSpeed(act.value);
            }
            enter();
        }

        private void enter() {
            while (!waiting.isEmpty() && lane.accepts(waiting.element(), gap)) {
                lane.add(new Piece(0), waiting.remove(), 0, 0);
                times.on.add(simulator.nowNanos() / NANOS);
            }
            if (!waiting.isEmpty()) {
                lane.awaitClear(waiting.element(), gap);
            }
        }

        private void leave() {
            lane.removeFirst();
            times.off.add(simulator.nowNanos() / NANOS);
            enter();
        }

        @Override
        public void onEndReached(Lane which) {
            if (open) {
                leave();
            }
        }

        @Override
        public void onEntryClear(Lane which) {
            enter();
        }
    }

    // ---- the plain one: each piece by itself

    private static final class Plain {
        private static final double TINY = 1e-7;
        final Belt belt;
        final List<double[]> pieces = new ArrayList<>(); // front edge, length; the first in front
        final Deque<Double> waiting = new ArrayDeque<>();
        final Times times = new Times(new ArrayList<>(), new ArrayList<>());
        double now;
        double speed;
        boolean off;
        boolean open = true;

        Plain(Belt belt) {
            this.belt = belt;
            speed = belt.speed;
        }

        Times run(double until) {
            for (Act act : belt.acts) {
                passTo(act.seconds);
                switch (act.what) {
                    case COMES -> waiting.add(act.value);
                    case OPENS -> open = true;
                    case CLOSES -> open = false;
                    case OFF -> off = true;
                    case ON -> off = false;
                    case SPEED -> speed = act.value;
                }
                atOnce();
            }
            passTo(until);
            return times;
        }

        private void passTo(double then) {
            while (true) {
                double step = then - now;
                boolean[] moves = moving();
                double rate = off ? 0 : speed;
                for (int i = 0; i < moves.length && rate > 0; i++) {
                    double limit = i == 0 ? belt.length : rear(i - 1) - belt.gap;
                    if (moves[i] && (i == 0 || !moves[i - 1])) {
                        step = Math.min(step, (limit - pieces.get(i)[0]) / rate);
                    }
                }
                if (!waiting.isEmpty() && moves.length > 0 && moves[moves.length - 1] && rear(moves.length - 1) < belt.gap - TINY) {
                    step = Math.min(step, (belt.gap - rear(moves.length - 1)) / rate);
                }
                now += step;
                for (int i = 0; i < moves.length; i++) {
                    pieces.get(i)[0] += moves[i] ? rate * step : 0;
                }
                atOnce();
                if (now >= then - 1e-12) {
                    return;
                }
            }
        }

        private double rear(int i) {
            return pieces.get(i)[0] - pieces.get(i)[1];
        }

        private boolean[] moving() {
            boolean[] moves = new boolean[pieces.size()];
            for (int i = 0; i < moves.length; i++) {
                boolean free = i == 0
                        ? pieces.get(0)[0] < belt.length - TINY
                        : moves[i - 1] || rear(i - 1) - belt.gap > pieces.get(i)[0] + TINY;
                moves[i] = !off && (belt.rigid ? pieces.get(0)[0] < belt.length - TINY : free);
            }
            return moves;
        }

        private void atOnce() {
            if (!pieces.isEmpty() && open && pieces.getFirst()[0] >= belt.length - TINY) {
                pieces.removeFirst();
                times.off.add(now);
            }
            boolean runs = !off && !(belt.rigid && !pieces.isEmpty() && pieces.getFirst()[0] >= belt.length - TINY);
            while (runs && !waiting.isEmpty() && fits(waiting.element())) {
                pieces.add(new double[] {0, waiting.remove()});
                times.on.add(now);
            }
        }

        private boolean fits(double length) {
            if (pieces.isEmpty() || pieces.size() >= belt.max) {
                return pieces.size() < belt.max;
            }
            double clear = rear(pieces.size() - 1) - belt.gap;
            return clear >= -TINY && (belt.rigid || moving()[pieces.size() - 1] || clear >= length - TINY);
        }
    }

    private static Times fast(Belt belt, double until) {
        Fast fast = new Fast(belt);
        while (fast.simulator.step(Math.round(until * NANOS))) {
            assertTrue(fast.lane.count() <= belt.max);
        }
        return fast.times;
    }

    private static Belt random(Random random) {
        double length = 1 + random.nextDouble() * 20;
        double gap = random.nextInt(6) / 10.0;
        boolean rigid = random.nextInt(3) == 0;
        List<Act> acts = new ArrayList<>();
        double at = 0;
        boolean sameSize = random.nextBoolean();
        boolean off = false;
        for (int i = 0; i < 120; i++) {
            at += random.nextInt(4000) / 1000.0 + random.nextDouble() / 1000;
            int what = random.nextInt(12);
            if (what < 7) {
                acts.add(new Act(at, Act.What.COMES, sameSize ? 0.8 : 0.1 + random.nextInt(9) / 10.0));
            } else if (what < 9) {
                acts.add(new Act(at, Act.What.OPENS, 0));
            } else if (what < 10) {
                acts.add(new Act(at, Act.What.CLOSES, 0));
            } else if (what < 11) {
                off = !off;
                acts.add(new Act(at, off ? Act.What.OFF : Act.What.ON, 0));
            } else {
                acts.add(new Act(at, Act.What.SPEED, 0.1 + random.nextInt(30) / 10.0));
            }
        }
        return new Belt(length, gap, rigid, random.nextInt(4) == 0 ? 1 + random.nextInt(4) : Integer.MAX_VALUE,
                0.2 + random.nextInt(10) / 10.0,
                acts);
    }

    @Test
    void agreesWithAPlainModelOfEachPieceOnTwoThousandRandomBelts() {
        Random random = new Random(20261125);
        int left = 0;
        for (int round = 0; round < 2000; round++) {
            Belt belt = random(random);
            Times expected = new Plain(belt).run(400);
            Times got = fast(belt, 400);
            assertAlike(expected.on, got.on, belt);
            assertAlike(expected.off, got.off, belt);
            left += got.off.size();
        }
        assertTrue(left > 40_000, "most pieces get through: " + left);
    }

    private static void assertAlike(List<Double> expected, List<Double> got, Belt belt) {
        assertEquals(expected.size(), got.size(), () -> "expected " + expected + "\ngot " + got + "\n" + belt);
        for (int i = 0; i < expected.size(); i++) {
            int at = i;
            assertEquals(expected.get(i), got.get(i), ROUNDING,
                    () -> "number " + at + "\nexpected " + expected + "\ngot " + got + "\n" + belt);
        }
    }

    // ---- by hand: a conveyor of 30 m at 0.5 m/s, pieces of 0.8 m, 0.2 m apart at least

    private static Belt thirtyMetres(boolean rigid, double every, int pieces, Act... more) {
        List<Act> acts = new ArrayList<>(List.of(more));
        for (int i = 0; i < pieces; i++) {
            acts.add(new Act(every * i, Act.What.COMES, 0.8));
        }
        acts.sort(Comparator.comparingDouble(Act::seconds));
        return new Belt(30, 0.2, rigid, Integer.MAX_VALUE, 0.5, acts);
    }

    @Test
    void anUnhinderedPieceTakesLengthBySpeedToTheNanosecondAndNoMoreThanOneEachHeadwayComesOn() {
        assertEquals(List.of(60.0, 63.6, 67.2), fast(thirtyMetres(false, 3.6, 3), 100).off);
        List<Double> on = fast(thirtyMetres(false, 0, 1801), 3601).on;
        assertEquals(1801, on.size(), "one every 2 s");
        assertEquals(3600.0, on.getLast(), 0);
    }

    @Test
    void piecesCloseUpBehindAShutEndAndLeaveAtTheirHeadwayOnceItOpens() {
        Fast run = new Fast(thirtyMetres(false, 3.6, 60, new Act(0, Act.What.CLOSES, 0), new Act(400, Act.What.OPENS, 0)));
        List<Double> stops = new ArrayList<>();
        while (run.simulator.step(Math.round(399 * NANOS))) {
            if (run.lane.count() == 30 && !run.lane.isAtWork()) {
                stops.add(run.simulator.nowNanos() / NANOS);
            }
        }
        assertEquals(30, run.lane.count());
        assertEquals(106.4, stops.getFirst(), 0);
        while (run.simulator.step(Math.round(458 * NANOS))) {}
        List<Double> off = run.times.off.subList(0, 30);
        assertEquals(400.0, off.getFirst(), 0);
        assertEquals(458.0, off.getLast(), 1e-9);
        for (int i = 1; i < off.size(); i++) {
            assertEquals(2.0, off.get(i) - off.get(i - 1), 1e-9);
        }
    }

    @Test
    void aRigidBeltStopsWithItsDistancesAndGoesOnWithThem() {
        Fast run = new Fast(thirtyMetres(true, 3.6, 60, new Act(0, Act.What.CLOSES, 0), new Act(400, Act.What.OPENS, 0)));
        while (run.simulator.step(Math.round(399 * NANOS))) {}
        assertEquals(17, run.lane.count());
        while (run.simulator.step(Math.round(404 * NANOS))) {}
        assertEquals(List.of(400.0, 403.6), run.times.off);
    }
}
