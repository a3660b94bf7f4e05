package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.plant.Runs.type;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.quantity.Unit;
import rhombic.study.Renaming;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.value.Attribute;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.study.work.Work;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

class RulesTest {
    private static final long SECOND = 1_000_000_000L;

    private static Rule rule(String name, String when, String condition, String... then) {
        return new Rule(name, RuleText.when(when), condition, Arrays.stream(then).map(RuleText::action).toList());
    }

    private static PieceType piece() {
        return type("Piece", "visits", 0, "tested", false).withLooks(List.of(new Look("usual", "#2E7F9E"), new Look("hot", "#C8452F")));
    }

    private static TypeFigures typeOf(RunFigures run, String name) {
        return run.types().stream().filter(one -> one.name().equals(name)).findFirst().orElseThrow();
    }

    private static Lines line(Rule... rules) {
        PlantElement station = station("Oven", 1, 9, "10 s");
        return new Lines().types(piece()).chain(stock("In", "Piece", 3),
                station.with(station.basics().withAttributes(List.of(new Attribute("heat", new Value.Num(20))))), buffer("Shelf", -1))
                .rules(rules);
    }

    @Test
    void aPieceSetsARuleOffWhereItEntersStartsFinishesAndLeaves() {
        Trace trace = Runs.traceOf(line(rule("1", "a piece enters Oven", "", "set visits to piece.visits + 1"),
                rule("2", "a piece starts at Oven", "", "set visits to piece.visits + 10"),
                rule("3", "a piece finishes at Oven", "", "set visits to piece.visits + 100"),
                rule("4", "a piece leaves Oven", "", "set visits to piece.visits + 1000")).study(1, 0, 1));
        assertEquals("1", Runs.settings(trace, 1, 1).get("visits"));
        assertEquals("11", Runs.settings(trace, 0, 1).get("visits"));
        assertEquals("1111", Runs.settings(trace, 0, 10 * SECOND).get("visits"));
    }

    @Test
    void theConditionDecidesAndLooksChange() {
        Trace trace = Runs.traceOf(
                line(rule("Hot", "a piece finishes at Oven", "at('Shelf').content < 2", "look hot", "set tested to true")).study(1, 0, 1));
        Moment end = trace.at(3600 * SECOND);
        assertEquals(List.of(1, 1, 0), end.at(2).stream().map(s -> s.look()).toList());
        assertEquals("yes", Runs.settings(trace, 1, 3600 * SECOND).get("tested"));
        assertEquals(null, Runs.settings(trace, 2, 3600 * SECOND).get("tested"));
    }

    @Test
    void anInletIsShutAndOpenedAfterAWait() {
        Lines lines = line(rule("Rest", "a piece finishes at Oven", "", "shut Shelf", "wait 60 s", "open Shelf"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        // Each piece finishes, finds the shelf shut, and leaves after 60 s: 70, 140, 210 s.
        assertEquals(3, at(run, "Shelf").contentNow());
        assertEquals(180.0 / 3600, at(run, "Oven").share(EquipmentState.BLOCKED), 1e-12);
        Moment shut = Runs.traceOf(lines.study(1, 0, 1)).at(30 * SECOND);
        assertTrue(shut.isShut(2));
    }

    @Test
    void aSignalSetsOthersOffAndEquipmentKeepsValues() {
        Trace trace = Runs.traceOf(line(rule("Done", "a piece finishes at Oven", "", "signal cool"),
                rule("Cool", "signal cool", "at('Oven').heat < 40", "set heat of Oven to at('Oven').heat + 10"),
                rule("Hot", "a piece starts at Oven", "here.heat > 25", "look hot")).study(1, 0, 1));
        // Heat 20 at the first start, 20 or 30 at the second, 40 at the third: the signal comes after all of its instant.
        assertEquals(List.of(0, 0, 1), trace.at(3600 * SECOND).at(2).stream().map(s -> s.look()).toList());
    }

    @Test
    void statesSetRulesOff() {
        RunFigures run = Runs
                .of(line(rule("Idle", "Oven becomes starved", "clock.seconds > 1", "create 2 Piece at In")).study(65 / 3600.0, 0, 1));
        // Starved at 30 s and at 50 s: two more each time.
        assertEquals(3 + 2 + 2, run.in());
    }

    @Test
    void timesOfDayAndIntervalsComeAgain() {
        Lines lines = new Lines().types(piece()).chain(stock("In", "Piece", 1), buffer("Shelf", -1)).rules(
                rule("Morning", "it is 06:30", "", "create 1 Piece at In"),
                rule("Often", "every 6 h", "clock.hour < 13", "create 10 Piece at In"));
        // From 06:00 for 26 h: 06:30 twice; 12:00, 18:00 (too late), 00:00, 06:00.
        assertEquals(1 + 2 + 30, Runs.of(lines.study(26, 0, 1)).in());
    }

    /** What a rule makes goes before what would come on demand, and beside an interval rule that makes the plant look, too. */
    @ParameterizedTest
    @ValueSource(strings = {"every 1 h", "every 5 s"})
    void whatIsCreatedWhereOthersComeOnDemandGoesOnFirst(String alsoEvery) {
        Lines lines = new Lines().types(type("Piece"), type("Extra"))
                .chain(Lines.onDemand("In"), station("Oven", 1, 0, "10 s"), goodsOut("Out"))
                .rules(rule("Extra", "every 35 s", "clock.seconds < 40", "create 2 Extra at In"),
                        rule("Looks", alsoEvery, "", "signal nothing"));
        RunFigures run = Runs.of(lines.study(95 / 3600.0, 0, 1));
        // Begun at 0, 10, 20, 30; the piece that is on offer already at 40; the extra ones at 50 and 60; the usual at 70, 80 and 90 s.
        assertEquals(2, typeOf(run, "Extra").out());
        assertEquals(2, typeOf(run, "Extra").in());
        assertEquals(7, typeOf(run, "Piece").out());
        assertEquals(0, at(run, "In").contentNow());
        assertEquals(25.0 / 95, at(run, "In").share(EquipmentState.BLOCKED), 1e-12);
    }

    @Test
    void aRuleScrapsOrStopsTheRun() {
        RunFigures scrapped = Runs.of(line(rule("Bad", "a piece finishes at Oven", "piece.age > 15", "scrap")).study(1, 0, 1));
        assertEquals(2, scrapped.scrapped());
        assertEquals(1, at(scrapped, "Shelf").contentNow());
        RunFigures stopped = Runs.of(line(rule("Enough", "a piece enters Shelf", "here.content == 2", "stop the run")).study(1, 0, 1));
        assertEquals("Enough", stopped.stoppedBy());
        assertEquals(20 / 3600.0, stopped.hours(), 1e-12, "the second piece counts where it enters");
    }

    @Test
    void signalsThatChaseEachOtherAreFoundAndNamed() {
        Lines lines = line(rule("Ping", "signal ping", "", "signal pong"), rule("Pong", "signal pong", "", "signal ping"),
                rule("Begin", "every 10 s", "", "signal ping"));
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(lines.study(1, 0, 1)));
        assertTrue(trouble.getMessage().contains("Ping") && trouble.getMessage().contains("Pong"), trouble.getMessage());
    }

    @Test
    void aRuleThatSetsWhatIsNotThereStopsInWords() {
        PieceType bare = type("Bare");
        Lines lines = new Lines().types(bare, piece()).chain(stock("In", "Bare", 1), buffer("Shelf", -1))
                .rules(rule("Set", "a piece enters Shelf", "", "set visits to 3"));
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(lines.study(1, 0, 1)));
        assertTrue(trouble.getMessage().contains("Rule Set") && trouble.getMessage().contains("pieces of type Bare have no such attribute"),
                trouble.getMessage());
    }

    @ParameterizedTest
    @ValueSource(strings = {"a piece enters Oven", "a piece starts at Oven 2", "a piece finishes at Oven", "a piece leaves Leak test",
            "Oven becomes blocked", "Oven changes its state", "signal more", "it is 08:30", "every 5 min"})
    void triggersReadAsTheyAreWritten(String text) {
        assertEquals(text, RuleText.of(RuleText.when(text)));
    }

    @ParameterizedTest
    @ValueSource(strings = {"set joints to piece.joints + 1", "set skill of Brazing 1 to 2", "look failed", "shut Oven", "open Oven 2",
            "wait 2 min", "signal more", "create 2 Coil at Goods in", "scrap", "stop the run"})
    void actionsReadAsTheyAreWritten(String text) {
        assertEquals(text, RuleText.of(RuleText.action(text)));
    }

    @ParameterizedTest
    @ValueSource(strings = {"explode", "wait", "wait 5", "set joints", "create many Coil at In", "every", "it is noon"})
    void whatIsNoTriggerOrActionIsRefused(String text) {
        assertThrows(IllegalArgumentException.class, () -> RuleText.action(text));
        assertThrows(IllegalArgumentException.class, () -> RuleText.when(text.equals("explode") ? "whenever" : text));
    }

    @Test
    void aNewNameReachesEveryPlaceThatSaysTheOld() {
        Study study = line(rule("Hot", "a piece finishes at Oven", "at('Oven').content < 2 && piece.type == 'Piece'", "shut Oven",
                "create 1 Piece at In")).study(1, 0, 1);
        Study renamed = study.changed("Oven", e -> e.named("Kiln")).renamed(new Renaming(Renaming.Kind.PIECE_TYPE, "Piece", "Pump"));
        Rule rule = renamed.rules().getFirst();
        assertEquals("a piece finishes at Kiln", RuleText.of(rule.when()));
        assertEquals("at('Kiln').content < 2 && piece.type == 'Pump'", rule.condition());
        assertEquals(List.of("shut Kiln", "create 1 Pump at In"), rule.then().stream().map(RuleText::of).toList());
        assertEquals(Runs.of(study).out(), Runs.of(renamed).out());
        assertThrows(StudyException.class, () -> study.renamed(new Renaming(Renaming.Kind.PIECE_TYPE, "Piece", " ")));
    }

    @Test
    void theWordsOfStatesAreThoseThatEquipmentHas() {
        assertEquals(Arrays.stream(EquipmentState.values()).map(s -> s.word()).toList(), Rule.STATES);
    }

    @Test
    void anArrivalIsNotAffectedByRulesElsewhere() {
        Lines plain = new Lines().types(piece()).chain(arrivals("In", "exponential(30 s)", 1), station("Oven", 1, 9, "exponential(20 s)"),
                goodsOut("Out"));
        Lines ruled = new Lines().types(piece())
                .chain(arrivals("In", "exponential(30 s)", 1), station("Oven", 1, 9, "exponential(20 s)"), goodsOut("Out"))
                .rules(rule("Draw", "a piece enters Oven", "", "set visits to uniform(1, 9)"));
        assertEquals(Runs.of(plain.study(10, 0, 1)).lead(), Runs.of(ruled.study(10, 0, 1)).lead(), "rules draw from a stream of their own");
    }

    @Test
    void aRuleThatDrawsLeavesTheTimesOfItsPlaceAlone() {
        Station byFormula = new Station(Basics.of("Oven", Lines.SOMEWHERE),
                Work.of(1, 9, new TimeSource.ByFormula("exponential(10)", Unit.SECOND)), Work.Load.SINGLE, null);
        Lines without = new Lines().types(piece()).chain(stock("In", "Piece", 5), byFormula, buffer("Shelf", -1));
        Lines with = new Lines().types(piece()).chain(stock("In", "Piece", 5), byFormula, buffer("Shelf", -1))
                .rules(rule("Lucky", "a piece starts at Oven", "uniform(0, 1) < 0.5", "look hot"));
        RunFigures plain = Runs.of(without.study(1, 0, 1));
        assertEquals(at(plain, "Oven"), at(Runs.of(with.study(1, 0, 1)), "Oven"));
        long hot = Runs.traceOf(with.study(1, 0, 1)).at(3600 * SECOND).at(2).stream().filter(s -> s.look() == 1).count();
        assertTrue(hot > 0 && hot < 5, "the rule does draw: " + hot + " of 5");
    }
}
