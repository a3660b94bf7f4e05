package rhombic.desktop.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import rhombic.experiment.Preparation;
import rhombic.experiment.Response;
import rhombic.formats.study.StudyReader;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Station;
import rhombic.study.value.EquipmentState;
import rhombic.trace.Moment;

class PlayerTest {
    private static final long HOUR = 3_600_000_000_000L;

    private final Player player = new Player(new Preparation());
    private Study study;

    @BeforeEach
    void load() throws Exception {
        study = StudyReader.open(Path.of("../demo/heat-pump-line.rhombic.json"));
        player.load(study);
        await(() -> player.writtenNanos() >= player.lengthNanos());
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
        StripLog log = new StripLog(player.trace().orElseThrow(), study.equipment().size(), 0);
        assertTrue(log.update());
        assertFalse(log.update(), "nothing new");
        int leakTest = study.equipment().indexOf(study.find("Leak test").orElseThrow());
        byte[] strip = log.dominant(leakTest, 0, 8 * HOUR, 4000);
        long working = java.util.stream.IntStream.range(0, strip.length).filter(i -> strip[i] == EquipmentState.WORKING.ordinal()).count();
        player.seek(8 * HOUR);
        double share = player.moment().orElseThrow().share(leakTest, EquipmentState.WORKING);
        assertEquals(share, working / 4000.0, 0.02);
    }

    @Test
    void stripsOfALongRunBeginWithTheStatesThatLastedThen() {
        rhombic.experiment.LiveRun cut = new rhombic.experiment.LiveRun(study.withPlan(study.plan().withLength(Quantity.hours(200))),
                30_000);
        cut.advance(200 * HOUR, () -> false);
        assertTrue(cut.trace().startNanos() > 0);
        StripLog log = new StripLog(cut.trace(), study.equipment().size(), 0);
        log.update();
        int housings = study.equipment().indexOf(study.find("Housings in").orElseThrow());
        byte[] strip = log.dominant(housings, cut.trace().startNanos(), 200 * HOUR, 50);
        for (byte state : strip) {
            assertTrue(state == EquipmentState.BLOCKED.ordinal() || state == EquipmentState.OFF_SHIFT.ordinal(),
                    "more comes than the plant can work: they wait there whenever it is on shift");
        }
    }

    @Test
    void aRunThatARuleStopsEndsThere() throws Exception {
        rhombic.study.Rule stop = new rhombic.study.Rule("Enough", rhombic.study.RuleText.when("every 2 h"), "",
                List.of(rhombic.study.RuleText.action("stop the run")));
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
                .changed("Housings in", e -> ((rhombic.study.kind.GoodsIn) e).withSupply(new rhombic.study.kind.Supply.AtStart(3)))
                .withRules(List.of(new rhombic.study.Rule("Bad", rhombic.study.RuleText.when("a piece enters Housings in"), "",
                        List.of(rhombic.study.RuleText.action("set joints to 1 / (piece.age * 1)")))));
        player.load(atOnce);
        await(() -> player.failure().isPresent());
        assertTrue(player.failure().orElseThrow().contains("divides by zero"), player.failure().toString());
        player.load(study);
        await(() -> player.writtenNanos() >= HOUR);
        assertTrue(player.failure().isEmpty());
    }

    @Test
    void aTenYearRunCanBeWatchedAndLeft() throws Exception {
        player.load(study.withPlan(study.plan().withLength(Quantity.parse("3650 d", rhombic.quantity.Dimension.TIME))));
        await(() -> player.writtenNanos() > 24 * HOUR);
        player.seek(20 * HOUR);
        assertTrue(player.moment().orElseThrow().entered() > 500);
    }

    @Test
    void theOutlookTellsTheChangeOfEachEditAndDropsWhatIsOutdated() throws Exception {
        ConcurrentLinkedQueue<Runnable> window = new ConcurrentLinkedQueue<>();
        List<Outlook.State> heard = new ArrayList<>();
        try (Outlook outlook = new Outlook(new Preparation(), window::add, heard::add)) {
            outlook.refresh(study);
            await(() -> drained(window) && outlook.last().isPresent());
            Study slow = study;
            outlook.refresh(slow.withPlan(slow.plan().withSeed(99)));
            Station third = (Station) study.find("Brazing 2").orElseThrow().named("Brazing 3");
            Study better = study.with(third.with(third.basics().withId("Brazing 3"))).linked("Frame buffer", "Brazing 3")
                    .linked("Brazing 3", "Brazing 2 conveyor").changed("Brazer", e -> ((Crew) e).withPeople(3));
            outlook.refresh(better);
            await(() -> drained(window) && outlook.last().filter(f -> f.summary().study().equals(better)).isPresent());
            Outlook.State.Fresh fresh = outlook.last().orElseThrow();
            assertTrue(fresh.change(Response.THROUGHPUT).orElseThrow().mean() > 1, "a third brazing station and brazer help");
            assertTrue(fresh.change(Response.THROUGHPUT).orElseThrow().isClear());
            assertEquals("Leak test", fresh.limit().orElseThrow().subject());
            outlook.refresh(Study.empty());
            assertEquals(new Outlook.State.Empty(), heard.getLast());
        }
    }

    @Test
    void whatIsRehearsedTellsNothingAndGivesWayToTheNextEdit() throws Exception {
        ConcurrentLinkedQueue<Runnable> window = new ConcurrentLinkedQueue<>();
        List<Outlook.State> heard = new ArrayList<>();
        try (Outlook outlook = new Outlook(new Preparation(), window::add, heard::add)) {
            outlook.rehearse(Duration.ofHours(1));
            outlook.refresh(study);
            await(() -> drained(window) && outlook.last().isPresent());
            int told = heard.size();
            Thread.sleep(200);
            drained(window);
            assertEquals(told, heard.size(), "a rehearsal is nobody's news");
            Study other = study.withPlan(study.plan().withSeed(7));
            outlook.refresh(other);
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
