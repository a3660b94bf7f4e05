package rhombic.bench;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import rhombic.chance.DistributionText;
import rhombic.experiment.LiveRun;
import rhombic.plant.Plant;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Selection;
import rhombic.study.value.Value;
import rhombic.study.work.Supply;
import rhombic.trace.Moment;

/** What it costs to watch a run, to jump in it, to pose its pieces, and to rank those that wait. */
final class WatchRatios {
    /** The first of them are still being compiled. */
    private static final int ROUNDS = 10;
    private static final int STANDING = 50_000;
    private static final int POSED = 20_000;
    private static final Placement AT = Placement.at(0, 0);

    /** So large that all of them stand on the floor and are drawn. */
    private static final Buffer AREA = new Buffer(Basics.of("Store", AT).withSize(new Footprint(400, 200, 0.1)), OptionalInt.of(1_000_000),
            Buffer.Order.OLDEST_FIRST, Buffer.Arrangement.IN_ROWS);

    private WatchRatios() {}

    static void all() {
        watched();
        posed();
        ranked();
    }

    /** Pieces that stand in a store all the time, and others that pass it. */
    private static Study standing(int pieces, String between) {
        List<PlantElement> elements = List.of(
                new GoodsIn("Stock", AT, "Piece", Optional.of(new Supply.AtStart(pieces)), GoodsIn.WhenFull.WAIT, OptionalInt.empty()),
                AREA,
                new GoodsIn("In", AT, "Piece", Optional.of(new Supply.Spaced(DistributionText.parse(between), 1, Optional.empty())),
                        GoodsIn.WhenFull.WAIT, OptionalInt.empty()),
                new Station("A", AT, 1, 3, Optional.of(DistributionText.parse("0.09 s"))),
                new GoodsOut("Out", AT));
        return new Study("Standing", RunPlan.ONE_SHIFT, List.of(PieceType.usual("Piece")), elements,
                List.of(new Link("Stock", "Store"), new Link("In", "A"), new Link("A", "Out")));
    }

    private static void watched() {
        Study study = standing(STANDING, "0.1 s");
        long end = study.plan().length().nanos();
        double headless = Double.MAX_VALUE;
        double watched = Double.MAX_VALUE;
        LiveRun run = new LiveRun(study);
        for (int i = 0; i < ROUNDS; i++) {
            long begun = System.nanoTime();
            Plant.build(study, 1, null).advance(end, () -> false);
            headless = Math.min(headless, (System.nanoTime() - begun) / 1e9);
            run = new LiveRun(study);
            begun = System.nanoTime();
            run.advance(end, () -> false);
            watched = Math.min(watched, (System.nanoTime() - begun) / 1e9);
        }
        long with = usedBytes();
        Random random = new Random(7);
        double longest = 0;
        double sum = 0;
        long first = run.trace().startNanos();
        for (int i = 0; i < 40; i++) {
            long begun = System.nanoTime();
            Moment moment = run.trace().at(first + (long) (random.nextDouble() * (end - first)));
            double took = (System.nanoTime() - begun) / 1e6;
            longest = i < 10 ? 0 : Math.max(longest, took); // the first ones are still being compiled
            sum += moment.inside() > 0 ? took / 40 : 0;
        }
        say("a watched run with %d pieces standing: %.2f s, without a window %.2f s; ratio %.2f (asked: at most 2)", STANDING, watched,
                headless, watched / headless);
        say("jumping to any moment of it: %.1f ms in the mean, %.1f ms at most (asked: below 50)", sum, longest);
        long end2 = run.lengthNanos();
        run = new LiveRun(standing(1, "8 h"));
        long without = usedBytes();
        say("memory kept for it: %.0f MB (asked: at most 150); its length %.0f h", (with - without) / 1e6, end2 / 3.6e12);
        if (run.doneNanos() < 0) {
            throw new IllegalStateException("The run that stands for nothing must stay reachable until it is measured");
        }
    }

    private static void posed() {
        Study study = standing(POSED, "10 s");
        LiveRun run = new LiveRun(study);
        run.advance(3_600_000_000_000L, () -> false);
        Moment moment = run.trace().at(3_600_000_000_000L);
        Scene scene = new Scene(UnfoldedStudy.of(study));
        Poses poses = new Poses();
        double best = Double.MAX_VALUE;
        for (int i = 0; i < 200; i++) {
            long begun = System.nanoTime();
            scene.pose(moment, 0, poses);
            best = Math.min(best, (System.nanoTime() - begun) / 1e6);
        }
        say("%d pieces in the plant, %d of them near enough to be drawn, posed in %.2f ms (asked: at most 4)", moment.pieces().size(),
                poses.count(), best);
    }

    /** A buffer that hands on whichever can go, to a station that takes the highest of random ranks. */
    private static void ranked() {
        double once = seconds(32_000);
        double twice = seconds(64_000);
        say("a buffer of any order with 32000 random ranks: %.2f s (asked: below 0.5); with twice as many %.1f times the time (asked: at most 2.5)",
                once, twice / once);
    }

    private static double seconds(int pieces) {
        PieceType type = PieceType.usual("Piece").withAttributes(List.of(new Attribute("rank", new Value.Num(0))));
        Station taker = new Station("A", AT, 1, 0, Optional.of(DistributionText.parse("0.4 s")));
        List<PlantElement> elements = List.of(
                new GoodsIn("Stock", AT, "Piece", Optional.of(new Supply.AtStart(pieces)), GoodsIn.WhenFull.WAIT, OptionalInt.empty()),
                new Buffer("Store", AT, OptionalInt.empty(), Buffer.Order.ANY),
                taker.with(taker.basics().withSelection(Selection.byFormula("piece.rank"))), new GoodsOut("Out", AT));
        Rule rule = new Rule("Ranks", RuleText.when("a piece enters Store"), "", List.of(RuleText.action("set rank to uniform(0, 1)")));
        Study study = new Study("Ranked", RunPlan.ONE_SHIFT, List.of(type), elements,
                List.of(new Link("Stock", "Store"), new Link("Store", "A"), new Link("A", "Out"))).withRules(List.of(rule));
        double best = Double.MAX_VALUE;
        for (int i = 0; i < 4; i++) {
            Plant plant = Plant.build(study, 1, null);
            long begun = System.nanoTime();
            plant.advance((long) (pieces * 0.4e9) + 1_000_000_000L, () -> false);
            best = Math.min(best, (System.nanoTime() - begun) / 1e9);
            if (plant.figures().out() != pieces) {
                throw new IllegalStateException("All must have left; " + plant.figures().out() + " have");
            }
        }
        return best;
    }

    private static long usedBytes() {
        for (int i = 0; i < 3; i++) {
            System.gc();
        }
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }

    private static void say(String format, Object... values) {
        System.out.println(String.format(Locale.ROOT, format, values));
    }
}
