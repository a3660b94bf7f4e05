package rhombic.bench;

import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.LongSupplier;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;
import org.openjdk.jmh.runner.options.VerboseMode;
import rhombic.chance.DistributionText;
import rhombic.experiment.LocalEngine;
import rhombic.experiment.Preparation;
import rhombic.experiment.RunListener;
import rhombic.experiment.Summary;
import rhombic.formats.study.StudyFormatException;
import rhombic.formats.study.StudyReader;
import rhombic.plant.Plant;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;
import rhombic.study.work.Supply;

/**
 * Makes all measurements, and prints each ratio beside what is asked of it. Where two are compared, they are run in turn
 * and the best round of each counts: what else goes on in a shared machine can only slow a round down.
 */
public final class Ratios {
    private Ratios() {}

    public static void main(String[] args) throws RunnerException, IOException, StudyFormatException {
        boolean quick = Arrays.asList(args).contains("--quick");
        for (String arg : args) {
            if (!arg.equals("--quick")) {
                System.err.println("Unknown option " + arg + ": only --quick is known");
                System.exit(2);
            }
        }
        Collection<RunResult> results = new Runner(new OptionsBuilder().include("rhombic.bench.(Hold|Formula)Benchmark").forks(1)
                .shouldDoGC(true)
                .warmupIterations(quick ? 2 : 4).measurementIterations(quick ? 3 : 8).warmupTime(TimeValue.milliseconds(quick ? 500 : 1000))
                .measurementTime(TimeValue.milliseconds(quick ? 500 : 1000)).verbosity(VerboseMode.SILENT)
                .jvmArgsAppend("-Xmx2g", "-XX:+UseParallelGC").build()).run();
        for (String pending : List.of("1000", "100000")) {
            double ours = score(results, "HoldBenchmark.ours", pending);
            double queue = score(results, "HoldBenchmark.queue", pending);
            say("hold model, %s pending: ours %.1f, PriorityQueue %.1f events a microsecond; ratio %.2f (asked: at least 1)", pending, ours,
                    queue, ours / queue);
        }
        say("a time by formula: %.0f ns more than a drawn one (asked: at most 1000)",
                score(results, "FormulaBenchmark.formula", "") - score(results, "FormulaBenchmark.drawn", ""));
        line(quick);
        network(quick);
        staffed(quick);
        threads(quick);
        ExperimentRatios.print(quick ? 3 : 8);
        bytesForEachWaitingPiece();
        bytesForEachHandOver();
        demo();
        fiveThousand();
        WatchRatios.all();
        ConveyorRatios.all();
        FleetRatios.all();
        RackRatios.all();
        CraneRatios.all();
    }

    private static double score(Collection<RunResult> results, String benchmark, String pending) {
        return results.stream().filter(r -> r.getParams().getBenchmark().endsWith(benchmark))
                .filter(r -> pending.isEmpty() || pending.equals(r.getParams().getParam("pending")))
                .mapToDouble(r -> r.getPrimaryResult().getScore()).findFirst().orElseThrow();
    }

    /** The saturated line, once as a plant and once by hand, in turn: apart, each would meet the machine at another speed. */
    private static void line(boolean quick) {
        LineBenchmark line = new LineBenchmark();
        double plant = Double.MAX_VALUE;
        double byHand = Double.MAX_VALUE;
        for (int i = 0; i < (quick ? 40 : 100); i++) {
            plant = Math.min(plant, secondsOf(line::plant));
            byHand = Math.min(byHand, secondsOf(line::byHand));
        }
        say("five stations: plant %.0f ms, loop by hand %.0f ms; ratio %.2f of its speed (asked: at least 0.5)", 1000 * plant,
                1000 * byHand, byHand / plant);
    }

    private static double secondsOf(LongSupplier work) {
        long begun = System.nanoTime();
        if (work.getAsLong() <= 0) {
            throw new IllegalStateException("Nothing has left the line");
        }
        return (System.nanoTime() - begun) / 1e9;
    }

    /** Events a second of 200 stations with three failure modes each, 60 people and shifts, against the five-station line, in turn. */
    private static void staffed(boolean quick) {
        Study line = LineBenchmark.line(quick ? 6_000 : 12_000);
        Study staffed = Staffed.study(28);
        double ofStaffed = 0;
        double ofLine = 0;
        try (LocalEngine engine = new LocalEngine(1)) {
            for (int i = 0; i < (quick ? 6 : 12); i++) {
                ofStaffed = Math.max(ofStaffed, eventsPerSecond(staffed, engine));
                ofLine = Math.max(ofLine, eventsPerSecond(line, engine));
            }
        }
        say("200 stations with three failure modes each, 60 people and shifts over four weeks: %.1f million events a second, %.2f of the "
                + "five-station line (asked: at least 0.5)", ofStaffed / 1e6, ofStaffed / ofLine);
    }

    /** Events a second of a plant of 200 stations with recipes, routes by table and rules, against the five-station line, in turn. */
    private static void network(boolean quick) {
        // Rounds of both take equally long, so that what disturbs the machine hits both alike.
        Study line = LineBenchmark.line(quick ? 12_000 : 24_000);
        Study network = Network.study(quick ? 60 : 120);
        double ofNetwork = 0;
        double ofLine = 0;
        try (LocalEngine engine = new LocalEngine(1)) {
            for (int i = 0; i < (quick ? 8 : 16); i++) {
                ofNetwork = Math.max(ofNetwork, eventsPerSecond(network, engine));
                ofLine = Math.max(ofLine, eventsPerSecond(line, engine));
            }
        }
        say("200 stations with recipes, tables and rules: %.1f million events a second, %.2f of the five-station line (asked: at least 0.55)",
                ofNetwork / 1e6, ofNetwork / ofLine);
    }

    private static double eventsPerSecond(Study study, LocalEngine engine) {
        long begun = System.nanoTime();
        long events = Summary.of(study.withPlan(study.plan().withReplications(1)), engine, RunListener.NONE, () -> false).runs().getFirst()
                .events();
        return events / ((System.nanoTime() - begun) / 1e9);
    }

    /**
     * Two threads against one on the same 30 replications. Beside it a loop that shares nothing at all, which tells what
     * the second processor of this machine is worth at that time.
     */
    private static void threads(boolean quick) {
        Study study = LineBenchmark.line(600);
        Study thirty = study.withPlan(study.plan().withReplications(30));
        double[] best = new double[4];
        Arrays.fill(best, Double.MAX_VALUE);
        try (LocalEngine one = new LocalEngine(1); LocalEngine two = new LocalEngine(2)) {
            for (int i = 0; i < (quick ? 8 : 16); i++) {
                best[0] = Math.min(best[0], seconds(thirty, one));
                best[1] = Math.min(best[1], seconds(thirty, two));
                best[2] = Math.min(best[2], secondsOfLoops(1));
                best[3] = Math.min(best[3], secondsOfLoops(2));
            }
        }
        say("30 replications: two threads are %.2f times as fast as one (asked: at least 1.7); loops that share nothing %.2f times",
                best[0] / best[1], best[2] / best[3]);
    }

    static double secondsOfLoops(int threads) {
        long begun = System.nanoTime();
        try (ExecutorService pool = Executors.newFixedThreadPool(threads)) {
            for (int i = 0; i < 30; i++) {
                pool.execute(() -> new LineBenchmark.ByHand(600 * 3600).run());
            }
        }
        return (System.nanoTime() - begun) / 1e9;
    }

    private static double seconds(Study study, LocalEngine engine) {
        long begun = System.nanoTime();
        Summary.of(study, engine, RunListener.NONE, () -> false);
        return (System.nanoTime() - begun) / 1e9;
    }

    private static void bytesForEachWaitingPiece() {
        int pieces = 2_000_000;
        Placement at = Placement.at(0, 0);
        List<PlantElement> elements = List.of(
                new GoodsIn("In", at, "Piece",
                        Optional.of(new Supply.Spaced(DistributionText.parse("1 ms"), 1000, Optional.of(Quantity.seconds(0)))),
                        GoodsIn.WhenFull.WAIT, OptionalInt.of(pieces)),
                new Buffer("Store", at, OptionalInt.empty(), Buffer.Order.OLDEST_FIRST));
        Study study = new Study("Full", RunPlan.ONE_SHIFT, List.of(PieceType.usual("Piece")), elements, List.of(new Link("In", "Store")));
        Plant plant = Plant.build(study, 1, null);
        long before = usedBytes();
        plant.advance(study.plan().length().nanos(), () -> false);
        long used = usedBytes() - before;
        if (plant.figures().inside() != pieces) {
            throw new IllegalStateException("The pieces must all wait");
        }
        say("a waiting piece takes %.0f bytes (asked: at most 120)", (double) used / pieces);
    }

    /** Six pieces that go round four stations for ever, now one station waits and now another. */
    private static void bytesForEachHandOver() {
        Placement at = Placement.at(0, 0);
        List<PlantElement> elements = new ArrayList<>(List.of(
                new GoodsIn("In", at, "Piece", Optional.of(new Supply.AtStart(6)), GoodsIn.WhenFull.WAIT, OptionalInt.empty())));
        List<Link> links = new ArrayList<>(List.of(new Link("In", "S1")));
        for (int i = 1; i <= 4; i++) {
            elements.add(new Station("S" + i, at, 1, 2, Optional.of(DistributionText.parse("exponential(1 min)"))));
            links.add(new Link("S" + i, "S" + (i % 4 + 1)));
        }
        Plant plant = Plant.build(new Study("Round", RunPlan.ONE_SHIFT, List.of(PieceType.usual("Piece")), elements, links), 1, null);
        plant.advance(Quantity.hours(1000).nanos(), () -> false);
        long handedOn = plant.sample().done()[1];
        long before = allocatedBytes();
        plant.advance(Quantity.hours(30_000).nanos(), () -> false);
        long bytes = allocatedBytes() - before;
        double each = bytes / (4.0 * (plant.sample().done()[1] - handedOn));
        say("a hand-over at once allocates %.3f bytes (asked: none)", each);
    }

    private static long allocatedBytes() {
        return ((com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean()).getCurrentThreadAllocatedBytes();
    }

    static long usedBytes() {
        for (int i = 0; i < 3; i++) {
            System.gc();
        }
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }

    private static void demo() throws IOException, StudyFormatException {
        Study study = StudyReader.open(Path.of("demo/bench/heat-pump-line.rhombic.json"));
        Study thirty = study.withPlan(study.plan().withReplications(30));
        try (LocalEngine engine = LocalEngine.onAllCores(new Preparation())) {
            double first = seconds(thirty, engine);
            double[] later = new double[9];
            for (int i = 0; i < later.length; i++) {
                later[i] = seconds(thirty, engine);
            }
            say("30 replications of an 8 h shift of the demo: %.0f ms at first, %.0f ms later (asked: under 1000 ms)", 1000 * first,
                    1000 * median(later));
        }
    }

    /** A study of 5,000 pieces of equipment: 1,000 lines of five. */
    private static void fiveThousand() {
        Study one = LineBenchmark.line(8);
        List<PlantElement> elements = new ArrayList<>();
        List<Link> links = new ArrayList<>();
        for (int i = 0; i < 714; i++) {
            String suffix = " of " + i;
            one.elements().forEach(e -> elements.add(e.with(e.basics().withId(e.name() + suffix).named(e.name() + suffix))));
            one.links().forEach(l -> links.add(new Link(l.from() + suffix, l.to() + suffix)));
        }
        Study many = new Study("Many", one.plan().withReplications(1), one.pieceTypes(), elements, links);
        try (LocalEngine engine = new LocalEngine(1)) {
            seconds(many, engine);
            long begun = System.nanoTime();
            long events = Summary.of(many, engine, RunListener.NONE, () -> false).runs().getFirst().events();
            double seconds = (System.nanoTime() - begun) / 1e9;
            say("%d pieces of equipment, 8 h: %.2f s, %.1f million events a second", elements.size(), seconds, events / seconds / 1e6);
        }
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    private static void say(String format, Object... values) {
        System.out.println(String.format(Locale.ROOT, format, values));
    }
}
