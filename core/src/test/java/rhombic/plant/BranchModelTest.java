package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.SOMEWHERE;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Timetable;
import rhombic.study.work.Supply;

/**
 * Conveyors with diverts and merges against a plain model that looks at each piece and reasons about it by itself, on random
 * belts whose ends and sides open and shut, and whose drive changes its speed and stops.
 */
class BranchModelTest {
    /** Fewer where the test is run again and again, to see what it notices: docs/mutation.md. */
    private static final int BELTS = Integer.getInteger("rhombic.belts", 500);
    private static final double SECONDS = 240;
    private static final double ROUNDING = 2e-5;
    private static final double[] LENGTHS = {0.6, 0.95};

    /** A belt with all that happens to it; times in seconds, lengths in metres. */
    private record Belt(double length, double width, int lanes, double gap, double speed, boolean rigid, List<Fitting> fittings,
            List<double[]> shutEnd,
            Map<String, List<double[]>> shutSide, List<double[]> off, List<double[]> speeds, List<Arrival> arrivals) {}

    /** @param at name of the merge; empty: at the beginning. @param type that leaves by the divert of that name, or goes to the end */
    private record Arrival(double seconds, String at, String leavesBy, double length) {
        String type() {
            return "From " + at + " (" + length + " m) to " + leavesBy + ".";
        }
    }

    // ---- the plain one

    private static final class Plain {
        private static final double TINY = 1e-7;
        final Belt belt;
        final boolean fromBeginning;
        final int lanes;
        /** What is on each lane of each part, the first in front. */
        final List<List<Body>> rows = new ArrayList<>();
        final double[] lengthOf;
        final List<Fitting> branches = new ArrayList<>();
        final Map<String, Deque<Arrival>> waiting = new HashMap<>();
        final Map<String, List<Double>> leads = new HashMap<>();
        final boolean[] lastAside;
        final Body[] last;
        final double[] waitsSince;
        /** The lane to which merges bring what comes from the right. */
        final int nearest;
        int nextLane;
        double now;

        static final class Body {
            final Arrival of;
            double front;
            boolean aside;
            double atEndSince = -1;

            Body(Arrival of) {
                this.of = of;
            }

            double rear() {
                return front - of.length;
            }
        }

        /** @param fromBeginning in which order what can be done at one instant is done: from the beginning of the belt, or from its end */
        Plain(Belt belt, boolean fromBeginning) {
            this.belt = belt;
            this.fromBeginning = fromBeginning;
            lanes = belt.lanes;
            nearest = lanes - 1;
            belt.fittings.stream().filter(f -> !(f instanceof Fitting.Sensor)).forEach(branches::add);
            lengthOf = new double[branches.size() + 1];
            double before = 0;
            for (int i = 0; i <= branches.size(); i++) {
                double end = i < branches.size() ? branches.get(i).position().inBaseUnit() : belt.length;
                lengthOf[i] = end - before;
                before = end;
                for (int lane = 0; lane < lanes; lane++) {
                    rows.add(new ArrayList<>());
                }
            }
            lastAside = new boolean[lengthOf.length];
            last = new Body[rows.size()];
            waitsSince = new double[lengthOf.length];
            waiting.put("", new ArrayDeque<>());
            branches.forEach(b -> waiting.put(b.name(), new ArrayDeque<>()));
        }

        static boolean in(List<double[]> spells, double t) {
            return spells.stream().anyMatch(s -> t >= s[0] - 1e-9 && t < s[1] - 1e-9);
        }

        double rate() {
            if (in(belt.off, now)) {
                return 0;
            }
            double speed = belt.speed;
            for (double[] change : belt.speeds) {
                speed = now >= change[0] - 1e-9 ? change[1] : speed;
            }
            return speed;
        }

        boolean atEnd(int row, Body body) {
            return body.front >= lengthOf[row / lanes] - TINY;
        }

        boolean firstIsAtEnd(int row) {
            return !rows.get(row).isEmpty() && atEnd(row, rows.get(row).getFirst());
        }

        /** Whether the piece stands, though the drive moves. */
        boolean stands(int row, int index) {
            if (belt.rigid) {
                return stoppedBySomebodyElse(row, false);
            }
            List<Body> bodies = rows.get(row);
            if (index == 0) {
                return atEnd(row, bodies.get(0));
            }
            return stands(row, index - 1) && bodies.get(index).front >= bodies.get(index - 1).rear() - belt.gap - TINY;
        }

        void run() {
            List<Arrival> coming = new ArrayList<>(belt.arrivals);
            List<Double> instants = new ArrayList<>(List.of(SECONDS));
            belt.arrivals.forEach(a -> instants.add(a.seconds));
            List<List<double[]>> spells = new ArrayList<>(belt.shutSide.values());
            spells.add(belt.shutEnd);
            spells.add(belt.off);
            spells.forEach(list -> list.forEach(s -> instants.addAll(List.of(s[0], s[1]))));
            belt.speeds.forEach(s -> instants.add(s[0]));
            while (now < SECONDS - 1e-9) {
                while (!coming.isEmpty() && coming.getFirst().seconds <= now + 1e-9) {
                    Arrival arrival = coming.removeFirst();
                    waiting.get(arrival.at).add(arrival);
                }
                while (oneElement()) {
                    continue;
                }
                double rate = rate();
                double step = instants.stream().mapToDouble(t -> t - now).filter(t -> t > 1e-9).min().orElse(SECONDS - now);
                for (int row = 0; row < rows.size() && rate > 0; row++) {
                    for (int i = 0; i < rows.get(row).size(); i++) {
                        if (!stands(row, i)) {
                            Body body = rows.get(row).get(i);
                            double stop = lengthOf[row / lanes];
                            if (i > 0 && stands(row, i - 1)) {
                                stop = rows.get(row).get(i - 1).rear() - belt.gap;
                            }
                            step = Math.min(step, Math.max(1e-9, (stop - body.front) / rate));
                            for (double place : clearances(row, body)) {
                                if (place - body.rear() > TINY) {
                                    step = Math.min(step, (place - body.rear()) / rate);
                                }
                            }
                        }
                    }
                }
                List<Body> moving = new ArrayList<>();
                for (int row = 0; row < rows.size() && rate > 0; row++) {
                    for (int i = 0; i < rows.get(row).size(); i++) {
                        if (!stands(row, i)) {
                            moving.add(rows.get(row).get(i));
                        }
                    }
                }
                for (Body body : moving) {
                    body.front += rate * step;
                }
                now += step;
            }
        }

        /** Places of the rear edge of the last piece from which on another may come. */
        double[] clearances(int row, Body body) {
            return rows.get(row).getLast() == body
                    ? new double[] {belt.gap, belt.gap - belt.width / 2, Math.max(belt.gap, belt.width)}
                    : new double[0];
        }

        /** Does the first that can be done now; says whether there was one. What leaves goes first. */
        boolean oneElement() {
            for (int row = 0; row < rows.size(); row++) {
                if (firstIsAtEnd(row) && leaves(row)) {
                    return true;
                }
            }
            for (int i = 0; i < lengthOf.length; i++) {
                int part = fromBeginning ? i : lengthOf.length - 1 - i;
                if (part == 0 ? comesOn() : comesTo(part)) {
                    return true;
                }
            }
            return false;
        }

        /** At the beginning, on the next lane in turn that is clear. */
        boolean comesOn() {
            for (int i = 0; i < lanes && !waiting.get("").isEmpty(); i++) {
                int lane = (nextLane + i) % lanes;
                if (mayCome(0, lane, false, waiting.get("").element().length, false)) {
                    comes(0, lane, waiting.get("").remove(), false, 0);
                    nextLane = (lane + 1) % lanes;
                    return true;
                }
            }
            return false;
        }

        /** Along the belt, or from the side. */
        boolean comesTo(int part) {
            for (int lane = 0; lane < lanes; lane++) {
                int before = (part - 1) * lanes + lane;
                if (firstIsAtEnd(before) && goesOn(before)) {
                    return true;
                }
            }
            Deque<Arrival> beside = waiting.get(branches.get(part - 1).name());
            if (beside.isEmpty() || !mayCome(part, nearest, true, beside.element().length, false)) {
                return false;
            }
            comes(part, nearest, beside.remove(), true, -belt.width / 2);
            waitsSince[part] = now;
            return true;
        }

        boolean leavesHere(int row) {
            int part = row / lanes;
            return part == branches.size() || rows.get(row).getFirst().of.leavesBy.equals(branches.get(part).name());
        }

        /** What stands at the end of a part leaves there, if it can. */
        boolean leaves(int row) {
            Body first = rows.get(row).getFirst();
            if (first.atEndSince < 0) {
                first.atEndSince = now;
            }
            boolean isLast = row / lanes == branches.size();
            List<double[]> shut = isLast ? belt.shutEnd : belt.shutSide.getOrDefault(first.of.leavesBy, List.of());
            if (!leavesHere(row) || in(shut, now)) {
                return false;
            }
            rows.get(row).removeFirst();
            leads.computeIfAbsent(first.of.type(), key -> new ArrayList<>()).add(now - first.of.seconds);
            return true;
        }

        /** What stands at the end of a part goes straight on in its lane, if it can. */
        boolean goesOn(int row) {
            Body first = rows.get(row).getFirst();
            if (leavesHere(row) || !mayCome(row / lanes + 1, row % lanes, false, first.of.length, belt.rigid)) {
                return false;
            }
            rows.get(row).removeFirst();
            comes(row / lanes + 1, row % lanes, first.of, false, 0);
            return true;
        }

        boolean mayCome(int part, int lane, boolean aside, double length, boolean firstLeavesItself) {
            int row = part * lanes + lane;
            if (rate() == 0 || belt.rigid && stoppedBySomebodyElse(row - lanes, firstLeavesItself)) {
                return false;
            }
            List<Body> bodies = rows.get(row);
            boolean merges = part > 0 && branches.get(part - 1) instanceof Fitting.Merge;
            if (!bodies.isEmpty()) {
                Body before = bodies.getLast();
                double clear = before.rear();
                double needed = last[row] != null && last[row].aside == aside || belt.rigid && !aside
                        ? belt.gap - (aside ? belt.width / 2 : 0)
                        : merges ? Math.max(belt.gap, belt.width) : belt.gap;
                if (clear < needed - TINY || !belt.rigid && stands(row, bodies.size() - 1) && clear - belt.gap < length - TINY) {
                    return false;
                }
            }
            return !merges || lane != nearest || mayMerge(part, aside, length);
        }

        /** Who goes first where what comes along the nearest lane and what comes from the side meet. */
        boolean mayMerge(int part, boolean aside, double length) {
            Fitting.Priority first = belt.rigid ? Fitting.Priority.MAIN : ((Fitting.Merge) branches.get(part - 1)).priority();
            int row = (part - 1) * lanes + nearest;
            List<Body> along = rows.get(row);
            boolean mainWaits = firstIsAtEnd(row);
            Deque<Arrival> beside = waiting.get(branches.get(part - 1).name());
            boolean sideWaits = !beside.isEmpty();
            if (aside && first == Fitting.Priority.MAIN && !along.isEmpty()) {
                return lengthOf[part - 1] - along.getFirst().front >= length + belt.width / 2 + belt.width - TINY;
            }
            return switch (first) {
                case MAIN -> true;
                case SIDE -> aside || !sideWaits;
                case TURN -> aside ? !mainWaits || !lastAside[part] : !sideWaits || lastAside[part];
                case OLDEST -> {
                    if (!mainWaits || !sideWaits) {
                        yield true;
                    }
                    double mainSince = along.getFirst().atEndSince < 0 ? now : along.getFirst().atEndSince;
                    double sideSince = Math.max(beside.element().seconds, waitsSince[part]);
                    yield aside ? sideSince < mainSince : mainSince <= sideSince;
                }
            };
        }

        /** Of a rigid belt: whether the lane stands because of another piece than the one that is about to go on. */
        boolean stoppedBySomebodyElse(int self, boolean firstLeavesItself) {
            for (int row = Math.floorMod(self, lanes); row < rows.size(); row += lanes) {
                if (!(firstLeavesItself && row == self) && firstIsAtEnd(row)) {
                    return true;
                }
            }
            return false;
        }

        void comes(int part, int lane, Arrival of, boolean aside, double front) {
            Body body = new Body(of);
            body.front = front;
            body.aside = aside;
            rows.get(part * lanes + lane).add(body);
            last[part * lanes + lane] = body;
            if (lane == nearest) {
                lastAside[part] = aside;
            }
        }
    }

    // ---- random belts

    private static double some(Random random, double from, double to) {
        return Math.round((from + random.nextDouble() * (to - from)) * 1e5) / 1e5;
    }

    private static List<double[]> spells(Random random, int max) {
        List<double[]> spells = new ArrayList<>();
        double at = 0;
        for (int i = random.nextInt(max + 1); i > 0; i--) {
            double from = at + some(random, 1, 60);
            at = from + some(random, 1, 40);
            spells.add(new double[] {from, at});
        }
        return spells;
    }

    private static Belt belt(long seed, boolean rigid, int lanes) {
        Random random = new Random(seed);
        double length = some(random, 9, 16);
        List<Fitting> fittings = new ArrayList<>();
        Map<String, List<double[]>> shutSide = new HashMap<>();
        double at = 0;
        List<String> entrances = new ArrayList<>(List.of(""));
        for (int i = 0; i < 1 + random.nextInt(3); i++) {
            at += some(random, 1.7, 2.6);
            Quantity place = new Quantity(at, Unit.METRE);
            if (random.nextBoolean()) {
                fittings.add(new Fitting.Divert("D" + i, place, Fitting.Side.LEFT, Routing.PREFERENCE));
                shutSide.put("D" + i, spells(random, 2));
            } else {
                fittings.add(new Fitting.Merge("M" + i, place, Fitting.Side.RIGHT, Fitting.Priority.values()[random.nextInt(4)]));
                entrances.add("M" + i);
            }
        }
        List<Arrival> arrivals = new ArrayList<>();
        double seconds = 0;
        while (seconds < 200) {
            seconds += some(random, 0.1, 5);
            String from = entrances.get(random.nextInt(entrances.size()));
            int behind = fittings.stream().map(Fitting::name).toList().indexOf(from);
            List<String> exits = new ArrayList<>(List.of(""));
            for (int i = behind + 1; i < fittings.size(); i++) {
                if (fittings.get(i) instanceof Fitting.Divert) {
                    exits.add(fittings.get(i).name());
                }
            }
            arrivals.add(new Arrival(seconds, from, exits.get(random.nextInt(exits.size())), LENGTHS[random.nextInt(2)]));
        }
        List<double[]> speeds = new ArrayList<>();
        for (int i = random.nextInt(3); i > 0; i--) {
            speeds.add(new double[] {some(random, 20, 200), some(random, 0.3, 1)});
        }
        speeds.sort((a, b) -> Double.compare(a[0], b[0]));
        return new Belt(length, 0.8, lanes, some(random, 0.05, 0.5), some(random, 0.3, 1), rigid, fittings, spells(random, 3), shutSide,
                spells(random, 2), speeds, arrivals);
    }

    // ---- the same as a study

    private static Study study(Belt belt) {
        List<PieceType> types = new ArrayList<>();
        Map<String, Double> lengths = new LinkedHashMap<>();
        belt.arrivals.forEach(arrival -> lengths.put(arrival.type(), arrival.length));
        lengths.forEach((name, length) -> {
            PieceType usual = PieceType.usual(name);
            types.add(usual.sized(new Quantity(length, Unit.METRE), usual.width(), usual.height()));
        });
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        Conveyor main = Conveyor.usual(Basics.of("Main", SOMEWHERE), ConveyorPath.straight(belt.length))
                .withWidth(new Quantity(belt.width / belt.lanes, Unit.METRE)).withLanes(belt.lanes)
                .withGap(new Quantity(belt.gap, Unit.METRE)).withSpeed(new Quantity(belt.speed, Unit.METRE_PER_SECOND))
                .withMode(belt.rigid ? Conveyor.Mode.RIGID : Conveyor.Mode.ACCUMULATING).withFittings(belt.fittings)
                .withOffTimes(ShutTime.parse(text(belt.off)));
        elements.add(main);
        belt.arrivals.stream().map(Arrival::at).distinct().forEach(at -> {
            List<Timetable.Row> rows = belt.arrivals.stream().filter(a -> a.at.equals(at))
                    .map(a -> new Timetable.Row(a.seconds, a.type(), 1, Map.of())).toList();
            elements.add(new GoodsIn(Basics.of("In " + at + ".", SOMEWHERE), List.of(),
                    Optional.of(new Supply.ByTimetable(new Timetable(Timetable.Repeat.ONCE, rows, ""))), GoodsIn.WhenFull.WAIT,
                    OptionalInt.empty()));
            links.add(new Link("In " + at + ".", "Main").withPorts("", at));
        });
        elements.add(out("Out", belt.shutEnd));
        links.add(new Link("Main", "Out"));
        belt.shutSide.forEach((name, spells) -> {
            elements.add(out(name, spells));
            List<String> leaving = types.stream().map(PieceType::name).filter(type -> type.endsWith("to " + name + ".")).toList();
            if (!leaving.isEmpty()) {
                links.add(new Link("Main", name).withPorts(name, "").withFilter(new LinkFilter.Types(leaving)));
            }
        });
        List<Rule> rules = new ArrayList<>();
        for (int i = 0; i < belt.speeds.size(); i++) {
            double[] change = belt.speeds.get(i);
            rules.add(new Rule("Speed " + i, new Rule.When.Every(new Quantity(change[0], Unit.SECOND)),
                    "clock.seconds < " + (change[0] + 0.001),
                    List.of(new Rule.Action.Set("Main", "speed", String.valueOf(change[1])))));
        }
        RunPlan plan = RunPlan.ONE_SHIFT.withLength(new Quantity(SECONDS, Unit.SECOND)).withWarmUp(Quantity.minutes(0)).withReplications(1);
        return new Study("Belt", plan, types, elements, links, List.of(), rules);
    }

    private static GoodsOut out(String name, List<double[]> shut) {
        return new GoodsOut(Basics.of(name, SOMEWHERE).withInletShut(ShutTime.parse(text(shut))));
    }

    private static String text(List<double[]> spells) {
        return spells.stream().map(s -> Quantity.seconds(s[0]) + " to " + Quantity.seconds(s[1])).reduce((a, b) -> a + ", " + b).orElse("");
    }

    /**
     * Where the drive comes on, a piece may come on at the beginning and another from the side at that very instant, and each would keep
     * the other out: the models agree if they do for one of the two orders.
     */
    @Test
    void agreesWithAPlainModelOfEachPieceOnRandomBelts() {
        long pieces = 0;
        List<String> different = new ArrayList<>();
        for (int i = 0; i < BELTS; i++) {
            Belt belt = belt(20_261_125L * 7 + i, i % 2 == 1, i % 4 < 2 ? 1 : 2 + i % 3);
            RunFigures run = Runs.of(study(belt));
            if (agrees(belt, false, run) || agrees(belt, true, run)) {
                pieces += run.out();
            } else {
                different.add("belt " + i + " " + belt.fittings);
            }
        }
        assertEquals(List.of(), different);
        assertTrue(pieces > 40L * BELTS, "the belts carry something: " + pieces);
    }

    private static boolean agrees(Belt belt, boolean fromBeginning, RunFigures run) {
        Plain plain = new Plain(belt, fromBeginning);
        plain.run();
        return run.types().stream().allMatch(type -> isSame(plain.leads.getOrDefault(type.name(), List.of()), type));
    }

    private static boolean isSame(List<Double> leads, TypeFigures type) {
        if (leads.size() != type.out() || leads.isEmpty()) {
            return leads.size() == type.out();
        }
        double mean = leads.stream().mapToDouble(Double::doubleValue).average().orElseThrow();
        double max = leads.stream().mapToDouble(Double::doubleValue).max().orElseThrow();
        return Math.abs(mean - type.lead().mean()) < ROUNDING && Math.abs(max - type.lead().max()) < ROUNDING;
    }
}
