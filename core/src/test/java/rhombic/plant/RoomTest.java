package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.timetable;

import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Station;
import rhombic.study.place.Footprint;
import rhombic.study.value.Attribute;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.study.work.Work;
import rhombic.trace.TraceWriter;
import rhombic.validation.Lines;

/** Room is decided on, then acted upon, with nothing in between; and what rules create has bounds. */
class RoomTest {
    private static Rule rule(String when, String... then) {
        return new Rule("More", RuleText.when(when), "", Arrays.stream(then).map(RuleText::action).toList());
    }

    private static GoodsIn turningAway(String name) {
        GoodsIn in = timetable(name, "9 h 1 Piece");
        return in.withWhenFull(GoodsIn.WhenFull.REJECT);
    }

    @Test
    void aRuleAtADepartureCanNotFillTheRoomThatWasAgreedOn() {
        Lines lines = new Lines().chain(timetable("In", "0 s 1 Piece"), station("S1", 1, 0, "10 s"), buffer("B", 1))
                .chain(turningAway("Extra")).link("Extra", "B")
                .rules(rule("a piece leaves S1", "create 1 Piece at Extra"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(1, at(run, "B").contentMax());
        assertEquals(1, run.rejected(), "there was no room for the one that the rule created");
    }

    @Test
    void aRuleAtAnArrivalFindsTheRoomTaken() {
        Lines lines = new Lines().chain(timetable("In", "0 s 1 Piece"), buffer("B", 1)).chain(turningAway("Extra")).link("Extra", "B")
                .rules(rule("a piece enters B", "create 1 Piece at Extra"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(1, at(run, "B").contentMax());
        assertEquals(1, run.rejected());
    }

    @Test
    void aStationOfOnePlaceNeverHoldsTwo() {
        Lines lines = new Lines()
                .chain(timetable("In", "0 s 1 Piece"), station("S1", 1, 0, "10 s"), station("S2", 1, 0, "10 s"), goodsOut("Out"))
                .chain(turningAway("Extra")).link("Extra", "S2")
                .rules(rule("a piece leaves S1", "create 3 Piece at Extra"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(1, at(run, "S2").contentMax());
        assertEquals(3, run.rejected());
    }

    @Test
    void aRuleThatSetsItselfOffIsFoundAndNamed() {
        Study study = new Lines().chain(timetable("In", "0 s 1 Piece"), buffer("B", -1))
                .rules(rule("a piece enters In", "create 1 Piece at In")).study(1, 0, 1);
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(study));
        assertTrue(trouble.getMessage().contains("More"), trouble.getMessage());
    }

    @Test
    void aRuleThatCreatesWithoutBoundIsStoppedBeforeMemoryRunsOut() {
        Study study = new Lines().chain(timetable("In", "0 s 1 Piece"), buffer("B", -1))
                .rules(rule("every 1 s", "create 10000 Piece at In")).study(8, 0, 1);
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(study));
        assertTrue(trouble.getMessage().startsWith("Rule More") && trouble.getMessage().contains("without end"), trouble.getMessage());
    }

    @Test
    void arrivalsThatFillTheMemoryAreToldWithTheirPlace() {
        Study study = new Lines().chain(Lines.arrivals("In", "1 ms", 10_000), buffer("B", -1)).study(8, 0, 1);
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(study));
        assertEquals("In", trouble.place());
        assertTrue(trouble.getMessage().startsWith("At 0.3 s 3000000 pieces are inside and more come than leave"),
                trouble.getMessage());
    }

    /** Found by torture: what is available for next to none of its time is down, and the run goes on. */
    @Test
    void anAvailabilityOfNextToNothingIsARunAllTheSame() {
        Station station = Lines.station("S", 1, 2, "60 s");
        FailureMode mode = FailureMode.of("Jam",
                new UpTime.Available(Quantity.percent(1e-320),
                        UpTime.Clock.CALENDAR),
                Lines.time("10 min"));
        Study study = new Lines().chain(Lines.onDemand("In"), station.with(station.basics().withDuty(station.basics().duty()
                .withFailures(List.of(mode)))), Lines.goodsOut("Out")).study(8, 0, 1);
        assertEquals(1, Runs.of(study).equipment().get(1).share(EquipmentState.DOWN), 1e-6);
    }

    /** Found by torture: a down time of years would have asked for an up time beyond the longest there is. */
    @Test
    void anAvailabilityWithRepairsOfYearsIsARunAllTheSame() {
        Station station = Lines.station("S", 1, 2, "60 s");
        FailureMode mode = FailureMode.of("Flood", new UpTime.Available(Quantity.percent(97), UpTime.Clock.CALENDAR), Lines.time("5000 d"));
        Study study = new Lines().chain(Lines.onDemand("In"), station.with(station.basics().withDuty(station.basics().duty()
                .withFailures(List.of(mode)))), Lines.goodsOut("Out")).study(8, 0, 1);
        assertEquals(480, Runs.of(study).out(), 1);
    }

    @Test
    void aRuleThatWouldBeSetOffWithoutEndIsToldAndLeftOut() {
        Study study = new Lines().chain(timetable("In", "0 s 1 Piece"), buffer("B", -1))
                .rules(rule("every 1e-10 s", "create 1 Piece at In")).study(1, 0, 1);
        Problem problem = StudyCheck.of(study).stream().filter(Problem::isError).findFirst().orElseThrow();
        assertTrue(problem.message().contains("more than 100 million times"), problem::toString);
        assertEquals(1, Runs.of(study).in());
    }

    @Test
    void signalsThatMultiplyAreFoundBeforeMemoryRunsOut() {
        Rule first = new Rule("First", RuleText.when("a piece enters B"), "", List.of(RuleText.action("signal go")));
        Rule doubles = new Rule("Double", RuleText.when("signal go"), "",
                List.of(RuleText.action("signal go"), RuleText.action("signal go")));
        Study study = new Lines().chain(timetable("In", "0 s 1 Piece"), buffer("B", -1)).rules(first, doubles).study(1, 0, 1);
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(study));
        assertTrue(trouble.getMessage().contains("without end") && trouble.getMessage().contains("Double"), trouble.getMessage());
    }

    @Test
    void aTimeThatIsTooLongIsToldAsThat() {
        for (String[] told : new String[][] {{"1e300", "is too long"}, {"0 - 1", "must be at least 0"}}) {
            Study study = new Lines().chain(timetable("In", "0 s 1 Piece"),
                    station("S", 1, 0, "10 s").with(Work.of(1, 0, new TimeSource.ByFormula(told[0] + " + 0 * here.content", Unit.DAY))),
                    goodsOut("Out")).study(1, 0, 1);
            RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(study));
            assertTrue(trouble.getMessage().contains(told[1]), trouble.getMessage());
        }
    }

    @Test
    void aTextThatDoublesItselfIsBounded() {
        PieceType type = PieceType.usual("Piece").withAttributes(List.of(new Attribute("t", new Value.Text("ab"))));
        Rule doubles = new Rule("Double", RuleText.when("a piece starts at S"), "",
                Collections.nCopies(60, RuleText.action("set t to piece.t + piece.t")));
        Study study = new Lines().types(type).chain(timetable("In", "0 s 1 Piece"), station("S", 1, 0, "10 s"), goodsOut("Out"))
                .rules(doubles).study(1, 0, 1);
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(study));
        assertTrue(trouble.getMessage().contains("Double") && trouble.getMessage().contains("10000 characters"), trouble.getMessage());
    }

    /** The watched run must notice it too, before its trace fills the memory. */
    @Test
    void anInstantThatNeverEndsIsNoticedWithTheTraceOn() {
        Lines lines = new Lines().chain(timetable("In", "0 s 1 Piece"), typed("A"), typed("B")).link("B", "A");
        Study study = lines.study(1, 0, 1);
        for (boolean watched : List.of(false, true)) {
            TraceWriter writer = new TraceWriter(study.elements().size(), study.links().size());
            Plant plant = Plant.build(study, 1, watched ? writer : null);
            RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> plant.advance(3_600_000_000_000L, () -> false));
            assertTrue(trouble.getMessage().contains("while no time passes") && trouble.getMessage().matches("(?s).*at (A, B|B, A)\\..*"),
                    trouble.getMessage());
        }
    }

    private static Station typed(String name) {
        Station one = station(name, 1, 0, "1 s");
        return one.with(one.work().withTime(new TimeSource.ByType(Map.of("Piece", Lines.time("0 s")), null)));
    }

    /** What is done with a piece after a wait comes too late if it has left, watched or not. */
    @Test
    void aLookAfterAWaitOnAPieceThatHasLeftDoesNothing() {
        Rule late = new Rule("Late", RuleText.when("a piece starts at S"), "",
                List.of(RuleText.action("wait 5 min"), RuleText.action("look usual"), RuleText.action("stop the run")));
        Study study = new Lines().chain(timetable("In", "0 s 1 Piece"), station("S", 1, 0, "10 s"), goodsOut("Out")).rules(late).study(1, 0,
                1);
        TraceWriter writer = new TraceWriter(study.elements().size(), study.links().size());
        Plant watched = Plant.build(study, 1, writer);
        assertTrue(watched.advance(study.plan().length().nanos(), () -> false));
        assertEquals(Runs.of(study), watched.figures());
        assertEquals("Late", watched.figures().stoppedBy());
    }

    @Test
    void aRoomOfAnAreaIsWhatFitsOnIt() {
        PieceType type = new PieceType("Piece", Quantity.metres(0.9), Quantity.metres(0.9),
                Quantity.metres(0.5), "#123456");
        Buffer area = buffer("B", -1).withArrangement(Buffer.Arrangement.IN_ROWS);
        Buffer sized = area.with(area.basics().withSize(new Footprint(3.9, 2.9, 0.1)));
        assertEquals(4 * 3, sized.capacityFor(List.of(type)));
        assertEquals(5, sized.withCapacity(OptionalInt.of(5)).capacityFor(List.of(type)));
        RunFigures run = Runs.of(new Lines().types(type).chain(timetable("In", "0 s 40 Piece"), sized).study(1, 0, 1));
        assertEquals(12, at(run, "B").contentMax());
        assertEquals(1, at(run, "B").fullShare(), 1e-12);
    }
}
