package rhombic.experiment;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Alternative;
import rhombic.study.Comparison;
import rhombic.study.Factor;
import rhombic.study.NamedView;
import rhombic.study.OwnResponse;
import rhombic.study.Rule;
import rhombic.study.Study;
import rhombic.study.Sweep;
import rhombic.study.change.Changes;
import rhombic.study.change.Levels;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Station;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Supply;
import rhombic.validation.Lines;

/** Alternatives and sweeps, run and read. */
class ComparingTest {
    private static final LocalEngine ENGINE = new LocalEngine(2);

    private final Study base = new Lines().chain(Lines.onDemand("In"), Lines.station("A", 1, 0, "40 s"), Lines.buffer("B", 4),
            Lines.station("C", 1, 0, "60 s"), Lines.goodsOut("Out")).study(10, 1, 3);

    @AfterAll
    static void end() {
        ENGINE.close();
    }

    /** Hears which runs are really made. */
    private static final class Counting implements RunEngine {
        final AtomicInteger made = new AtomicInteger();

        @Override
        public List<RunFigures> run(List<RunTask> tasks, RunListener listener,
                BooleanSupplier cancelled) {
            made.addAndGet(tasks.size());
            return ENGINE.run(tasks, listener, cancelled);
        }

        @Override
        public void run(TaskSource tasks, RunListener listener, BooleanSupplier cancelled) {
            ENGINE.run(() -> {
                var next = tasks.next();
                next.ifPresent(task -> made.incrementAndGet());
                return next;
            }, listener, cancelled);
        }
    }

    private static Study time(Study study, String station, String time) {
        return study.changed(station, e -> ((Station) e)
                .with(((Station) e).work().withTime(new TimeSource.Drawn(Lines.time(time)))));
    }

    private Study compared(Study... others) {
        Comparison comparison = Comparison.NONE;
        for (int i = 0; i < others.length; i++) {
            comparison = comparison.with(new Alternative("Alternative " + (i + 1), Changes.between(base, others[i]), null));
        }
        return base.withComparison(comparison);
    }

    private static Sheet run(Study study, Archive archive, RunEngine engine) {
        return new Experiment(Variant.alternatives(study), study.comparison(), engine, archive).run(Experiment.replications(study),
                Experiment.Listener.NONE, () -> false);
    }

    @Test
    void alternativesAreRunPairedAndTheGainIsExactWhereNothingIsLeftToChance() {
        Study study = compared(time(base, "C", "50 s"), time(base, "A", "50 s"), base);
        Sheet sheet = run(study, Archive.inMemory(), ENGINE);
        List<Variant> all = sheet.variants();
        assertEquals(60, sheet.interval(all.get(0), "throughput").mean(), 1e-9);
        assertEquals(72, sheet.interval(all.get(1), "throughput").mean(), 0.2);
        assertEquals(Verdict.Kind.BETTER, sheet.verdict(all.get(1), all.getFirst(), "throughput", 3).kind());
        assertEquals(Verdict.Kind.ALIKE, sheet.verdict(all.get(2), all.getFirst(), "throughput", 3).kind(), "A is not the limit");
        assertEquals("exactly alike in every run", sheet.verdict(all.get(3), all.getFirst(), "throughput", 3).text("/h", 1),
                "identical to the base");
    }

    @Test
    void nothingIsRunTwiceThatHasNotChanged() {
        Archive archive = Archive.inMemory();
        Counting engine = new Counting();
        Study study = compared(time(base, "C", "50 s"), base);
        run(study, archive, engine);
        assertEquals(6, engine.made.get(), "the second alternative is the base: its runs are the base's");
        run(study, archive, engine);
        assertEquals(6, engine.made.get(), "all is kept");
        run(study.withViews(List.of(new NamedView("Gate", 1, 2, 3, 40, 5, false)))
                .withPlan(study.plan().withReplications(4)), archive,
                engine);
        assertEquals(8, engine.made.get(), "a view changes no run; one more replication is one more run of each");
        run(study.withPlan(study.plan().withSeed(5)), archive, engine);
        assertEquals(14, engine.made.get(), "another seed is another run");
    }

    @Test
    void whatCannotBeRunIsToldAndTheOthersGoOn() {
        Study endless = base.withRules(
                List.of(new Rule("Bad", new Rule.When.Piece(Rule.PieceEvent.FINISHES, "A"),
                        "piece.nothing > 1", List.of(new Rule.Action.Scrap()))));
        Study turned = base.changed("A", e -> ((Station) e).with(((Station) e).work()
                .withTime(new TimeSource.ByFormula("1 / (here.done - 3) - 1 / (here.done - 3) - 1",
                        Unit.SECOND))));
        Study study = compared(turned, time(base, "C", "50 s"));
        Sheet sheet = run(study, Archive.inMemory(), ENGINE);
        Variant bad = sheet.variants().get(1);
        assertTrue(sheet.failure(bad).isPresent(), "a time below nothing ends its run");
        assertEquals(3, sheet.runs(sheet.variants().get(2)).size());
        assertEquals(Verdict.Kind.NOTHING, sheet.verdict(bad, sheet.variants().getFirst(), "throughput", 2).kind());
        assertFalse(endless.rules().isEmpty());
    }

    @Test
    void cancelledItKeepsWhatIsThereAndGoesOnFromIt() {
        Archive archive = Archive.inMemory();
        Counting engine = new Counting();
        Study study = compared(time(base, "C", "50 s"), time(base, "C", "55 s")).withPlan(base.plan().withReplications(20));
        AtomicInteger seen = new AtomicInteger();
        Experiment experiment = new Experiment(Variant.alternatives(study), study.comparison(), engine, archive);
        Experiment.Listener listener = new Experiment.Listener() {
            @Override
            public void onProgress(Variant variant, int done, int asked) {
                seen.addAndGet(done > 0 ? 1 : 0);
            }
        };
        assertThrows(CancellationException.class, () -> experiment.run(20, listener, () -> seen.get() >= 10));
        int kept = experiment.sheet().count();
        assertTrue(kept >= 8 && kept < 60, () -> "kept " + kept);
        int before = engine.made.get();
        assertEquals(60, run(study, archive, engine).count());
        assertEquals(60 - kept, engine.made.get() - before);
    }

    @Test
    void pausedItBeginsNoRunUntilItGoesOn() throws Exception {
        Study study = compared(time(base, "C", "50 s"));
        Experiment experiment = new Experiment(Variant.alternatives(study), study.comparison(), ENGINE, Archive.inMemory());
        experiment.pause();
        Thread runs = Thread.ofPlatform().start(() -> experiment.run(5, Experiment.Listener.NONE, () -> false));
        Thread.sleep(150);
        assertEquals(0, experiment.sheet().count());
        assertTrue(runs.isAlive());
        experiment.goOn();
        runs.join(20_000);
        assertEquals(10, experiment.sheet().count());
    }

    @Test
    void replicationsGoOnUntilTheIntervalIsAsNarrowAsAsked() {
        Study random = time(base, "C", "exponential(60 s)").withPlan(base.plan().withReplications(3));
        Study study = random.withComparison(Comparison.NONE.withTargetHalfWidth(0.005));
        Sheet sheet = run(study, Archive.inMemory(), ENGINE);
        Interval interval = sheet.interval(sheet.variants().getFirst(), "throughput");
        assertTrue(interval.count() > 10, () -> "replications " + interval.count());
        assertTrue(interval.halfWidth() <= 0.005 * interval.mean(), interval::toString);
    }

    @Test
    void aFactorSetsItsLevelWhateverTheBaseSays() {
        Factor rooms = Levels.factor("Room", base, Levels.textOf("2 to 6 by 2"),
                text -> study -> study.changed("B", e -> ((Buffer) e).withCapacity(OptionalInt.of(Integer.parseInt(text)))));
        Factor times = Levels.factor("Time", base, Levels.textOf("50 s, 60 s"), text -> study -> time(study, "C", text));
        assertEquals(List.of("2", "4", "6"), rooms.levels().stream().map(Factor.Level::text).toList());
        Study later = base.changed("B", e -> ((Buffer) e).withCapacity(OptionalInt.of(99)))
                .withComparison(Comparison.NONE.with(rooms).with(times).withSweeps(List.of(new Sweep("", List.of("Room", "Time")))));
        List<Variant> points = Variant.sweep(later, later.comparison().sweeps().getFirst());
        assertEquals(6, points.size());
        for (Variant point : points) {
            assertEquals(Integer.parseInt(point.levels().getFirst()),
                    ((Buffer) point.study().find("B").orElseThrow()).capacity().getAsInt());
            assertEquals(point.levels().get(1),
                    ((Station) point.study().find("C").orElseThrow()).work().operations().getFirst().time().toString());
            assertEquals(List.of(), point.contradictions());
        }
        assertEquals("Room 2, Time 50 s", points.getFirst().name());
        Study gone = later.without(Set.of("B"));
        assertFalse(Variant.sweep(gone, gone.comparison().sweeps().getFirst()).getFirst().contradictions().isEmpty(),
                "its equipment was deleted");
    }

    @Test
    void levelsAreAListOrARange() {
        assertEquals(List.of("40 s", "45 s", "50 s"), Levels.textOf("40 s to 50 s by 5 s"));
        assertEquals(List.of("0.1 m/s", "0.2 m/s", "0.3 m/s"), Levels.textOf("0.1 to 0.3 m/s by 0.1"));
        assertEquals(List.of("triangular(1 s, 2 s, 3 s)", "2 s"), Levels.textOf("triangular(1 s, 2 s, 3 s), 2 s, 2 s"));
        for (String wrong : List.of("3", "", "5 to 2 by 1", "2 s to 5 min by 1 s", "1 to 1000 by 1", "2, 2")) {
            assertThrows(StudyException.class, () -> Levels.textOf(wrong), wrong);
        }
    }

    @Test
    void theKneeAndTheSmallestLevelThatIsGoodEnoughAreNamed() {
        // a line of 40 s and 60 s on average: room between them helps less and less
        Study random = time(time(base, "A", "exponential(55 s)"), "C", "exponential(60 s)");
        Factor rooms = Levels.factor("Room", random, List.of("1", "2", "4", "8", "16", "32", "64"),
                text -> study -> study.changed("B", e -> ((Buffer) e).withCapacity(OptionalInt.of(Integer.parseInt(text)))));
        Study study = random.withPlan(random.plan().withLength(Quantity.hours(60)).withReplications(6))
                .withComparison(Comparison.NONE.with(rooms));
        List<Variant> points = Variant.sweep(study, study.comparison().sweeps().getFirst());
        Sheet sheet = new Experiment(points, study.comparison(), ENGINE, Archive.inMemory()).run(6, Experiment.Listener.NONE, () -> false);
        Curve curve = Curve.of(sheet, points, 0, "throughput");
        assertEquals(7, curve.points().size());
        assertTrue(List.of("4", "8", "16").contains(curve.knee().orElseThrow().level()), curve.knee()::toString);
        String enough = curve.smallestGoodEnough().orElseThrow().level();
        assertTrue(List.of("8", "16", "32", "64").contains(enough), enough);
        Curve.Point found = curve.smallestGoodEnough().get();
        assertTrue(found.loss().mean() + Math.max(0, found.loss().halfWidth()) <= 0.01 * curve.best().orElseThrow().value().mean() + 1e-9);
    }

    @Test
    void ownResponsesAreWorkedOutOfFigures() {
        Study study = base.withComparison(Comparison.NONE.withOwn(List.of(new OwnResponse("double", "/h", "2 * here.throughput"),
                new OwnResponse("per place", "", "at('C').out / here.out"), new OwnResponse("unknown", "", "at('Nowhere').out"))));
        Sheet sheet = run(study, Archive.inMemory(), ENGINE);
        Variant only = sheet.variants().getFirst();
        assertEquals(2 * sheet.interval(only, "throughput").mean(), sheet.interval(only, "double").mean(), 1e-9);
        assertEquals(1, sheet.interval(only, "per place").mean(), 0.01);
        assertEquals(0, sheet.interval(only, "unknown").count(), "never observed");
        assertEquals("/h", sheet.unit("double"));
        assertEquals(List.of("Nowhere: out"),
                new OwnFigure(study.comparison().own().get(2)).unknownNames(sheet.runs(only).getFirst().names()));
    }

    @Test
    void verdictsSayNoMoreThanTheRunsShow() {
        Interval none = Interval.of(Double.NaN, Double.NaN);
        Interval one = Interval.of(3);
        assertEquals(Verdict.Kind.NOTHING, new Verdict(none, 0.95, Response.Better.MORE, 10).kind());
        assertEquals(Verdict.Kind.ONE_RUN, new Verdict(one, 0.95, Response.Better.MORE, 10).kind());
        assertTrue(new Verdict(one, 0.95, Response.Better.MORE, 10).text("/h", 1).contains("more replications"));
        assertEquals(Verdict.Kind.ALIKE, new Verdict(Interval.of(0, 0, 0), 0.95, Response.Better.MORE, 10).kind());
        assertEquals(Verdict.Kind.BETTER, new Verdict(Interval.of(2, 2, 2), 0.95, Response.Better.MORE, 10).kind(), "constant");
        assertEquals(Verdict.Kind.WORSE, new Verdict(Interval.of(2, 2.1, 2), 0.95, Response.Better.LESS, 10).kind());
        assertEquals(Verdict.Kind.LESS, new Verdict(Interval.of(-2, -2.1, -2), 0.95, Response.Better.NEITHER, 10).kind());
        Interval tiny = Interval.of(-4e-5, -4.1e-5, -4e-5);
        assertTrue(new Verdict(tiny, 0.95, Response.Better.NEITHER, 97).text("%", 1).startsWith("alike but for less than 0.00004"),
                new Verdict(tiny, 0.95, Response.Better.NEITHER, 97).text("%", 1));
        assertTrue(new Verdict(tiny, 0.95, Response.Better.NEITHER, 0.1).text("%", 1).startsWith("less by "), "where that is much");
        assertEquals("exactly alike in every run", new Verdict(Interval.of(0, 0, 0), 0.95, Response.Better.MORE, 10).text("", 1));
        Verdict open = new Verdict(Interval.of(1, -2, 3, -1, 2), 0.95, Response.Better.MORE, 10);
        assertEquals(Verdict.Kind.NOT_SHOWN, open.kind());
        // t(n-1) * 2.0736 / sqrt(n) falls below the mean of 0.6 at n = 48 or so
        assertEquals(44, open.moreReplications(), 4);
        assertTrue(Interval.of(1, Double.POSITIVE_INFINITY, 2).count() == 2, "an infinite value counts as none");
    }

    @Test
    void intervalsHoldTheTruthAsOftenAsTheySay() {
        // arrivals by pure chance, one a minute: 60 in an hour, exactly
        Study poisson = new Lines().chain(Lines.arrivals("In", "exponential(60 s)", 1), Lines.buffer("B", -1)).study(1, 0, 1);
        Study faster = poisson.changed("In", e -> ((GoodsIn) e).withSupply(new Supply.Spaced(Lines.time("exponential(50 s)"))));
        Study alike = poisson.changed("In", e -> e.with(e.basics().withId("another stream")));
        int experiments = 1000;
        int replications = 8;
        List<double[]> one = counts(poisson, experiments * replications);
        List<double[]> two = counts(faster, experiments * replications);
        List<double[]> same = counts(alike, experiments * replications);
        int held = 0;
        int heldDifference = 0;
        int alarms = 0;
        double widths = 0;
        for (int e = 0; e < experiments; e++) {
            Interval a = Interval.of(part(one, e, replications));
            Interval b = Interval.of(part(two, e, replications));
            Interval c = Interval.of(part(same, e, replications));
            held += a.contains(60) ? 1 : 0;
            heldDifference += Interval.ofDifferences(b, a).contains(12) ? 1 : 0;
            alarms += new Verdict(Interval.ofDifferences(c, a), 0.95, Response.Better.MORE, 60).kind() == Verdict.Kind.NOT_SHOWN ? 0 : 1;
            widths += Interval.ofDifferences(b, a).halfWidth() / Math.hypot(a.halfWidth(), b.halfWidth()) / experiments;
        }
        assertTrue(held >= 930 && held <= 970, "held " + held);
        assertTrue(heldDifference >= 930 && heldDifference <= 970, "difference held " + heldDifference);
        assertTrue(alarms <= 65, "false alarms " + alarms + " of 1000, at 5 %");
        assertTrue(widths < 0.6, "paired against unpaired " + widths);
    }

    private static double[] part(List<double[]> all, int experiment, int replications) {
        double[] values = new double[replications];
        for (int r = 0; r < replications; r++) {
            values[r] = all.get(experiment * replications + r)[0];
        }
        return values;
    }

    private static List<double[]> counts(Study study, int runs) {
        List<RunTask> tasks = new ArrayList<>();
        for (int r = 1; r <= runs; r++) {
            tasks.add(new RunTask(study, r));
        }
        return ENGINE.run(tasks, RunListener.NONE, () -> false).stream().map(run -> new double[] {run.in()}).toList();
    }

    @Test
    void aSearchFindsTheBestAsOftenAsItPromises() {
        // pieces an hour by pure chance: 60, 60, 63 and 72; a difference of 6 matters
        int right = 0;
        int spent = 0;
        int runs = 0;
        int searches = 60;
        for (int s = 0; s < searches; s++) {
            Study study = new Lines().chain(Lines.arrivals("In", "exponential(60 s)", 1), Lines.buffer("B", -1)).study(1, 0, 1);
            Study seeded = study.withPlan(study.plan().withSeed(1000 + s));
            Factor rates = Levels.factor("Rate", seeded, List.of("60 s", "60.001 s", "57 s", "50 s"), text -> st -> st.changed("In",
                    e -> ((GoodsIn) e).withSupply(new Supply.Spaced(Lines.time("exponential(" + text + ")")))));
            List<Variant> points = Variant.sweep(seeded.withComparison(Comparison.NONE.with(rates)), new Sweep("", List.of("Rate")));
            Search search = new Search(points, "in", 6, 0.95, 10, 4000);
            Search.State state = search.run(new Experiment(points, Comparison.NONE, ENGINE, Archive.inMemory()), so -> {}, () -> false);
            right += state.isDone() && state.best().orElseThrow().variant().name().equals("Rate 50 s") ? 1 : 0;
            spent += state.budgetSpent() ? 1 : 0;
            runs += state.runs();
        }
        assertEquals(0, spent);
        assertTrue(right >= 54, "right " + right + " of " + searches);
        assertTrue(runs < searches * 4 * 100, "runs " + runs);
    }

    @Test
    void aSearchWithoutBudgetPromisesNothing() {
        Study study = time(base, "C", "exponential(60 s)");
        Factor times = Levels.factor("Time", study, List.of("exponential(60 s)", "exponential(60.1 s)"), text -> st -> time(st, "C", text));
        List<Variant> points = Variant.sweep(study.withComparison(Comparison.NONE.with(times)), new Sweep("", List.of("Time")));
        Search search = new Search(points, "throughput", 0.001, 0.95, 5, 20);
        Search.State state = search.run(new Experiment(points, Comparison.NONE, ENGINE, Archive.inMemory()), so -> {}, () -> false);
        assertTrue(state.budgetSpent() && !state.isDone());
        assertTrue(state.text(search).contains("no promise"), state.text(search));
        assertThrows(IllegalArgumentException.class, () -> new Search(points, "throughput", 0, 0.95, 5, 20));
        assertThrows(IllegalArgumentException.class, () -> new Search(points.subList(0, 1), "throughput", 1, 0.95, 5, 20));
    }

    @Test
    void theFrontierIsWhatNoOtherBeatsInBoth() {
        Study study = compared(time(base, "C", "50 s"), time(base, "C", "70 s"));
        Sheet sheet = run(study, Archive.inMemory(), ENGINE);
        assertEquals(List.of("Alternative 1"), sheet.frontier("throughput", "lead time mean").stream().map(Variant::name).toList());
    }

    @Test
    void costCountsAsWhatShouldBeLess() {
        Study study = compared(time(base, "C", "50 s"), time(base, "C", "70 s"));
        List<Alternative> priced = study.comparison().alternatives().stream()
                .map(one -> new Alternative(one.name(), one.changes(), one.name().equals("Alternative 1") ? 12.5 : null)).toList();
        Sheet sheet = run(study.withComparison(study.comparison().withAlternatives(priced)), Archive.inMemory(), ENGINE);
        assertEquals(List.of("Base", "Alternative 1"), sheet.frontier(Sheet.COST, "throughput").stream().map(Variant::name).toList(),
                "the base costs nothing, and what has no cost is not on it");
        assertEquals(12.5, sheet.value(sheet.variant("Alternative 1").orElseThrow(), Sheet.COST));
        assertEquals(Double.NaN, sheet.value(sheet.variant("Alternative 2").orElseThrow(), Sheet.COST));
    }
}
