package rhombic.desktop.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rhombic.chance.DistributionText;
import rhombic.experiment.LiveRun;
import rhombic.experiment.Observation;
import rhombic.experiment.Preparation;
import rhombic.experiment.Response;
import rhombic.experiment.Summary;
import rhombic.formats.study.StudyReader;
import rhombic.insight.Diagnosis;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.kind.Crew;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.EquipmentState;
import rhombic.study.work.Supply;
import rhombic.trace.Moment;

class PlayerTest {
    private static final long HOUR = 3_600_000_000_000L;

    private final Player player = new Player(new Preparation());
    private Study study;

    @BeforeEach
    void load() throws Exception {
        study = StudyReader.open(Path.of("../demo/bench/heat-pump-line.rhombic.json"));
        player.load(study);
        player.awaitStart();
        await(() -> player.writtenNanos() >= player.lengthNanos());
    }

    private void refresh(Outlook outlook, Study of) {
        outlook.refresh(of, player.load(of, List.of()));
    }

    @AfterEach
    void end() {
        player.close();
    }

    private static void await(BooleanSupplier condition) throws InterruptedException {
        for (int i = 0; i < 2000 && !condition.getAsBoolean(); i++) {
            TimeUnit.MILLISECONDS.sleep(10);
        }
        assertTrue(condition.getAsBoolean(), "waited 20 s in vain");
    }

    @Test
    void playingMovesThePlayheadByTheSpeedAndStopsAtTheEnd() {
        player.setSpeedIndex(5);
        player.play();
        player.pass(2);
        assertEquals(120_000_000_000L, player.playheadNanos());
        player.seek(player.lengthNanos() - 1);
        player.pass(1);
        assertEquals(player.lengthNanos(), player.playheadNanos());
        assertFalse(player.isPlaying());
        player.play();
        assertEquals(0, player.playheadNanos(), "playing at the end begins anew");
    }

    @Test
    void scrubbingBackShowsTheSameMoment() {
        player.seek(3 * HOUR);
        long entered = player.moment().orElseThrow().entered();
        player.seek(7 * HOUR);
        assertTrue(player.moment().orElseThrow().entered() > entered);
        player.seek(3 * HOUR);
        assertEquals(entered, player.moment().orElseThrow().entered());
    }

    @Test
    void oneStepShowsTheNextEvent() {
        player.seek(HOUR);
        assertTrue(player.stepOne());
        long first = player.playheadNanos();
        assertTrue(first > HOUR);
        player.stepOne();
        assertTrue(player.playheadNanos() > first);
    }

    @Test
    void anEditKeepsThePlayheadAndShowsTheNewRunThere() throws Exception {
        player.seek(6 * HOUR);
        Moment before = player.moment().orElseThrow();
        long out = before.left();
        player.load(study.changed("Brazing 1", e -> ((Station) e).withPlaces(2)));
        await(() -> player.writtenNanos() >= 6 * HOUR);
        assertEquals(6 * HOUR, player.playheadNanos());
        assertTrue(player.moment().orElseThrow().left() > out);
    }

    @Test
    void stripsGatherEveryStateAsTheTraceGrows() {
        StripLog log = new StripLog(player.trace().orElseThrow(), study.elements().size(), 0);
        assertTrue(log.update());
        assertFalse(log.update(), "nothing new");
        int leakTest = study.elements().indexOf(study.find("Leak test").orElseThrow());
        byte[] strip = log.dominant(leakTest, 0, 8 * HOUR, 4000);
        long working = IntStream.range(0, strip.length).filter(i -> strip[i] == EquipmentState.WORKING.ordinal()).count();
        player.seek(8 * HOUR);
        double share = player.moment().orElseThrow().share(leakTest, EquipmentState.WORKING);
        assertEquals(share, working / 4000.0, 0.02);
    }

    @Test
    void stripsOfALongRunBeginWithTheStatesThatLastedThen() {
        LiveRun cut = new LiveRun(study.withPlan(study.plan().withLength(Quantity.hours(200))),
                30_000);
        cut.advance(200 * HOUR, () -> false);
        assertTrue(cut.trace().startNanos() > 0);
        StripLog log = new StripLog(cut.trace(), study.elements().size(), 0);
        log.update();
        int housings = study.elements().indexOf(study.find("Housings in").orElseThrow());
        byte[] strip = log.dominant(housings, cut.trace().startNanos(), 200 * HOUR, 50);
        for (byte state : strip) {
            assertTrue(state == EquipmentState.BLOCKED.ordinal() || state == EquipmentState.OFF_SHIFT.ordinal(),
                    "more comes than the plant can work: they wait there whenever it is on shift");
        }
    }

    @Test
    void aRunThatARuleStopsEndsThere() throws Exception {
        Rule stop = new Rule("Enough", RuleText.when("every 2 h"), "",
                List.of(RuleText.action("stop the run")));
        player.load(study.withRules(List.of(stop)));
        await(() -> player.lengthNanos() == 2 * HOUR);
        player.seek(8 * HOUR);
        assertEquals(2 * HOUR, player.moment().orElseThrow().timeNanos());
        assertTrue(player.failure().isEmpty());
    }

    @Test
    void aRunThatComesToNothingSaysWhyAtOnceOrLater() throws Exception {
        Study missing = study.withTables(study.tables().stream()
                .map(t -> t.name().equals("Brazing times") ? t.withRows(t.keys(), t.rows().subList(1, 3), "") : t).toList());
        player.load(missing);
        await(() -> player.failure().isPresent());
        assertTrue(player.failure().orElseThrow().contains("Table Brazing times has no row for model \u201cS\u201d"),
                player.failure().orElseThrow());
        Study atOnce = study
                .changed("Housings in", e -> ((GoodsIn) e).withSupply(new Supply.AtStart(3)))
                .withRules(List.of(new Rule("Bad", RuleText.when("a piece enters Housings in"), "",
                        List.of(RuleText.action("set joints to 1 / (piece.age * 1)")))));
        player.load(atOnce);
        await(() -> player.failure().isPresent());
        assertTrue(player.failure().orElseThrow().contains("divides by zero"), player.failure().toString());
        player.load(study);
        await(() -> player.writtenNanos() >= HOUR);
        assertTrue(player.failure().isEmpty());
    }

    @Test
    void aTenYearRunCanBeWatchedAndLeft() throws Exception {
        player.load(study.withPlan(study.plan().withLength(Quantity.parse("3650 d", Dimension.TIME))));
        await(() -> player.writtenNanos() > 24 * HOUR);
        player.seek(20 * HOUR);
        assertTrue(player.moment().orElseThrow().entered() > 500);
    }

    @Test
    void theFiguresOfALongRunAreWaitedForByNobodyWhoWatches() throws Exception {
        Study in = Edits.placed(Study.empty(), Edits.made(GoodsIn.KIND, Study.empty(), Placement.at(0, 0)));
        Study both = Edits.placed(in, Edits.made(GoodsOut.KIND, in, Placement.at(5, 0))).linked("Goods in", "Goods out").changed(
                "Goods in", e -> ((GoodsIn) e).withSupply(new Supply.Spaced(DistributionText.parse("1 s"), 1, Optional.empty())));
        FirstRun run = player.load(both.withPlan(both.plan().withLength(Quantity.hours(40 * 24))), List.of("here.out"));
        player.awaitStart();
        Observation observation = run.observation(() -> false);
        assertEquals(40 * 24 * HOUR, observation.endNanos());
        assertEquals(40 * 24 * 3600, observation.figures().out(), 5, "the figures are of the whole run");
        assertEquals(observation.figures(), run.figures(share -> {}, () -> false));
        assertTrue(run.reads(List.of("here.out")) && !run.reads(List.of("here.in")));
        long written = player.writtenNanos();
        assertTrue(written < 39 * 24 * HOUR, "the trace is cut at " + written / HOUR + " h");
        assertEquals(0, player.moment().orElseThrow().timeNanos(), "the start is kept for the playhead");
        player.seek(39 * 24 * HOUR);
        await(() -> player.writtenNanos() >= 39 * 24 * HOUR && player.moment().isPresent());
        assertEquals(39 * 24 * HOUR, player.moment().orElseThrow().timeNanos(), "what was not written down is made once more");
    }

    @Test
    void theRunThatIsWatchedIsTheFirstOfTheOutlookAndOfTheFindings() throws Exception {
        ConcurrentLinkedQueue<Runnable> window = new ConcurrentLinkedQueue<>();
        Preparation preparation = new Preparation();
        List<Diagnosis> read = new ArrayList<>();
        Diagnosing.Listener ear = org.mockito.Mockito.mock(Diagnosing.Listener.class, call -> {
            if (call.getArguments().length == 2) {
                read.add(call.getArgument(0));
            }
            return null;
        });
        try (Outlook outlook = new Outlook(preparation, window::add, state -> {});
                Diagnosing diagnosing = new Diagnosing(preparation, window::add, ear)) {
            FirstRun run = player.load(study, List.of());
            outlook.refresh(study, run);
            await(() -> drained(window) && outlook.last().isPresent());
            Summary summary = outlook.last().orElseThrow().summary();
            assertEquals(study.plan().replications(), summary.runs().size());
            assertSame(run.figures(share -> {}, () -> false), summary.runs().getFirst());
            diagnosing.read(summary, run, List.of());
            await(() -> drained(window) && !read.isEmpty());
            assertSame(run.observation(() -> false), read.getFirst().observations().getFirst());
            assertEquals(summary.runs().get(1), read.getFirst().observations().get(1).figures());
            diagnosing.read(summary, run, List.of("here.out"));
            await(() -> drained(window) && read.size() == 2);
            assertTrue(read.get(1).observations().getFirst().readings().containsKey("here.out"), "what it did not read off is read anew");
        }
    }

    @Test
    void whatIsSupersededIsAwaitedByNobody() {
        FirstRun outdated = player.load(study, List.of());
        player.load(study.withPlan(study.plan().withSeed(9)), List.of());
        assertThrows(CancellationException.class,
                () -> outdated.observation(() -> false));
    }

    @Test
    void theOutlookTellsTheChangeOfEachEditAndDropsWhatIsOutdated() throws Exception {
        ConcurrentLinkedQueue<Runnable> window = new ConcurrentLinkedQueue<>();
        List<Outlook.State> heard = new ArrayList<>();
        try (Outlook outlook = new Outlook(new Preparation(), window::add, heard::add)) {
            refresh(outlook, study);
            await(() -> drained(window) && outlook.last().isPresent());
            Study slow = study;
            refresh(outlook, slow.withPlan(slow.plan().withSeed(99)));
            Station third = (Station) study.find("Brazing 2").orElseThrow().named("Brazing 3");
            Study better = study.with(third.with(third.basics().withId("Brazing 3"))).linked("Frame buffer", "Brazing 3")
                    .linked("Brazing 3", "Brazing 2 conveyor").changed("Brazer", e -> ((Crew) e).withPeople(3));
            refresh(outlook, better);
            await(() -> drained(window) && outlook.last().filter(f -> f.summary().study().equals(better)).isPresent());
            Outlook.State.Fresh fresh = outlook.last().orElseThrow();
            assertTrue(fresh.change(Response.THROUGHPUT).orElseThrow().mean() > 1, "a third brazing station and brazer help");
            assertTrue(fresh.change(Response.THROUGHPUT).orElseThrow().isClear());
            assertEquals("Leak test", fresh.limit().orElseThrow().subject());
            refresh(outlook, Study.empty());
            assertEquals(new Outlook.State.Empty(), heard.getLast());
        }
    }

    @Test
    void whatIsRehearsedTellsNothingAndGivesWayToTheNextEdit() throws Exception {
        ConcurrentLinkedQueue<Runnable> window = new ConcurrentLinkedQueue<>();
        List<Outlook.State> heard = new ArrayList<>();
        try (Outlook outlook = new Outlook(new Preparation(), window::add, heard::add)) {
            outlook.rehearse(Duration.ofHours(1));
            refresh(outlook, study);
            await(() -> drained(window) && outlook.last().isPresent());
            int told = heard.size();
            Thread.sleep(200);
            drained(window);
            assertEquals(told, heard.size(), "a rehearsal is nobody's news");
            Study other = study.withPlan(study.plan().withSeed(7));
            refresh(outlook, other);
            await(() -> drained(window) && outlook.last().filter(f -> f.summary().study().equals(other)).isPresent());
            assertTrue(heard.stream().noneMatch(state -> state instanceof Outlook.State.Failed), heard.toString());
        }
    }

    private static boolean drained(ConcurrentLinkedQueue<Runnable> window) {
        for (Runnable next = window.poll(); next != null; next = window.poll()) {
            next.run();
        }
        return true;
    }
}
