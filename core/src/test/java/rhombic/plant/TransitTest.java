package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.insight.PieceStory;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.LinkFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Station;
import rhombic.study.place.Bend;
import rhombic.study.place.Placement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.ShutTime;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Work;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Links that take time, by hand calculation. */
class TransitTest {
    private static final long SECOND = 1_000_000_000L;

    private static Travel in(String time, int max) {
        return new Travel.InTime(time(time), max);
    }

    private static Travel at(double metresPerSecond) {
        return new Travel.AtSpeed(new Quantity(metresPerSecond, Unit.METRE_PER_SECOND), 0);
    }

    /** The study with every link of that giver travelled so. */
    private static Study with(Study study, String giver, Travel travel) {
        return study.withLinks(study.links().stream().map(link -> link.from().equals(giver) ? link.withTravel(travel) : link).toList());
    }

    @Test
    void aPieceOnItsWayLeavesTheGiverFreeAndCountsAsMoving() {
        Study study = with(
                new Lines().chain(timetable("In", "0 s 3 Piece"), station("A", 1, 0, "10 s"), station("B", 1, 0, "10 s"), goodsOut("Out"))
                        .study(1, 0, 1),
                "A", in("30 s", 0));
        // A works 0-10; the first is on its way 10-40, B works 40-50. B's only place is promised, so A waits blocked
        // from 20 s until B is free at 50 s; the second is on its way 50-80, the third sets out at 90 s.
        RunFigures run = Runs.of(study);
        assertEquals(3, run.out());
        assertEquals(130, run.lead().max(), 1e-9);
        assertEquals((50 + 90 + 130) / 3.0, run.lead().mean(), 1e-9);
        LinkFigures link = run.links().getFirst();
        assertEquals(1, run.links().size());
        assertEquals(List.of(3L, 3L, 0, 1), List.of(link.departed(), link.arrived(), link.onTheWay(), link.onTheWayMax()));
        assertEquals(30, link.travelMean(), 1e-9);
        assertEquals(90.0 / 3600, link.onTheWayMean(), 1e-12);
        assertEquals(30, run.types().getFirst().moveMean(), 1e-9);
        assertEquals(20, run.types().getFirst().workMean(), 1e-9);
        assertEquals(run.lead().mean(),
                run.types().getFirst().workMean() + run.types().getFirst().waitMean() + run.types().getFirst().blockedMean() + 30, 1e-9);
    }

    @Test
    void whatIsOnItsWayTakesRoomAndNoMoreThanTheLimitSetsOut() {
        Study study = new Lines().chain(timetable("In", "0 s 9 Piece"), buffer("B", 4)).study(1, 0, 1);
        Trace trace = Runs.traceOf(with(study, "In", in("60 s", 0)));
        assertEquals(4, trace.at(30 * SECOND).contentOfLink(0));
        assertEquals(5, trace.at(30 * SECOND).content(0));
        assertEquals(4, trace.at(60 * SECOND).content(1));
        Trace limited = Runs.traceOf(with(study, "In", in("60 s", 1)));
        assertEquals(1, limited.at(30 * SECOND).contentOfLink(0));
        assertEquals(List.of(1, 1, 7),
                List.of(limited.at(61 * SECOND).content(1), limited.at(61 * SECOND).contentOfLink(0), limited.at(61 * SECOND).content(0)));
        assertEquals(4, limited.at(250 * SECOND).content(1));
    }

    @Test
    void alongAPathTheTimeIsItsLengthByItsSpeed() {
        Station a = station("A", 1, 0, "10 s");
        Station b = station("B", 1, 0, "10 s");
        Study study = new Lines().chain(timetable("In", "0 s 1 Piece"), a.with(a.basics().placed(Placement.at(0, 0))),
                b.with(b.basics().placed(Placement.at(12, 0))), goodsOut("Out")).study(1, 0, 1);
        // From A's end at 1 m to B's at 11 m it is 10 m.
        assertEquals(40, Runs.of(with(study, "A", at(0.5))).lead().mean(), 1e-9);
        Study bent = study.withLinks(study.links().stream()
                .map(link -> link.from().equals("A") ? link.withTravel(at(0.5)).withBends(List.of(new Bend(6, 0))) : link).toList());
        assertEquals(40, Runs.of(bent).lead().mean(), 1e-9, "a bend on the way changes nothing");
        Trace trace = Runs.traceOf(with(study, "A", at(0.5)));
        Moment moment = trace.at(14 * SECOND);
        PieceStatus spot = moment.piece(0).orElseThrow();
        assertEquals(PieceStatus.Activity.MOVES, spot.activity());
        assertEquals(1, spot.link());
        assertEquals(2, moment.metresAlong(spot.body()), 1e-9);
        assertEquals(List.of("In", "A", "on the way to B", "B"),
                new PieceStory(UnfoldedStudy.of(study), trace)
                        .history(trace.at(32 * SECOND).piece(0).orElseThrow(), 32 * SECOND).stream()
                        .map(line -> line.substring(0, line.indexOf(','))).toList());
    }

    /** Times that are drawn may let a later piece come first; both have room. */
    @Test
    void whoSetsOutLaterMayComeFirst() {
        Study study = with(new Lines().chain(timetable("In", "0 s 1 Piece", "1 s 1 Piece"), buffer("B", 5)).study(1, 0, 1), "In",
                in("discrete(100 s: 1, 10 s: 1)", 0));
        boolean overtaken = false;
        for (int seed = 1; seed < 20; seed++) {
            Trace trace = Runs.traceOf(study.withPlan(study.plan().withSeed(seed)));
            List<Integer> order = trace.at(200 * SECOND).at(1).stream().map(PieceStatus::piece).toList();
            assertEquals(2, order.size());
            overtaken |= order.equals(List.of(1, 0));
        }
        assertTrue(overtaken);
    }

    /** A load that goes in before it is full takes the slots that were promised: who is on the way waits at the end of it. */
    @Test
    void aPromiseThatIsBrokenIsAWaitAtTheEndOfTheLink() {
        Station oven = new Station(Basics.of("S", SOMEWHERE), Work.of(1, 0, new TimeSource.Drawn(time("100 s"))),
                new Work.Load(3, Quantity.seconds(50)), null);
        Study study = new Lines().chain(timetable("In", "0 s 1 Piece", "40 s 2 Piece"), oven, goodsOut("Out")).study(1, 0, 1);
        Trace trace = Runs.traceOf(with(study, "In", in("30 s", 0)));
        // The first comes at 30 s; the load begins at 80 s with all three, who came by 70 s.
        assertEquals(3, trace.at(90 * SECOND).content(1));
        Trace late = Runs
                .traceOf(with(new Lines().chain(timetable("In", "0 s 1 Piece", "60 s 2 Piece"), oven, goodsOut("Out")).study(1, 0, 1), "In",
                        in("30 s", 0)));
        // Begins at 80 s with one; the two come to the end of the link at 90 s and wait there until 180 s.
        assertEquals(List.of(1, 2), List.of(late.at(120 * SECOND).content(1), late.at(120 * SECOND).contentOfLink(0)));
        assertEquals(List.of(2, 0), List.of(late.at(200 * SECOND).content(1), late.at(200 * SECOND).contentOfLink(0)));
        RunFigures run = Runs
                .of(with(new Lines().chain(timetable("In", "0 s 1 Piece", "60 s 2 Piece"), oven, goodsOut("Out")).study(1, 0, 1), "In",
                        in("30 s", 0)));
        assertEquals(3, run.out());
        assertEquals(1, run.links().getFirst().onTheWayAtStart() + 1);
    }

    @Test
    void thePartsOfLeadTimeAddUpWhereAQueueHasTransit() {
        // M/M/1 with a way of 5 min before it: the lead time is longer by just that, since a free way keeps the stream Poisson.
        Study study = with(new Lines().chain(Lines.arrivals("In", "exponential(75 s)", 1), buffer("B", -1),
                station("S", 1, 0, "exponential(60 s)"), goodsOut("Out")).study(20_000, 500, 1), "In", in("5 min", 0));
        RunFigures run = Runs.of(study);
        double exact = 300 + 1 / (1 / 60.0 - 1 / 75.0);
        assertEquals(exact, run.lead().mean(), 0.03 * exact);
        assertEquals(300, run.types().getFirst().moveMean(), 1e-6);
        assertEquals(300 / 75.0, run.links().getFirst().onTheWayMean(), 0.02 * 4);
    }

    @Test
    void anOutletThatIsShutLetsNothingOut() {
        Station a = station("A", 1, 0, "10 s");
        Study study = new Lines().chain(timetable("In", "0 s 2 Piece"),
                a.with(a.basics().withOutletShut(ShutTime.parse("5 s to 60 s"))), buffer("B", -1)).study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        assertEquals(0, trace.at(59 * SECOND).content(2));
        assertTrue(trace.at(30 * SECOND).isOutletShut(1));
        assertEquals(1, trace.at(60 * SECOND).content(2));
        assertEquals(2, trace.at(70 * SECOND).content(2));
        assertEquals(Optional.of(EquipmentState.BLOCKED), trace.at(30 * SECOND).state(1));
    }

    /** One who can't come out does not keep another from going where there is room. */
    @Test
    void whoCanNotComeOutIsPassedOver() {
        Station a = station("A", 1, 0, "10 s");
        Study study = new Lines()
                .chain(timetable("In", "0 s 1 Piece"), a.with(a.basics().withOutletShut(ShutTime.parse("0 s on"))),
                        station("T", 1, 0, "5 s"), goodsOut("Out"))
                .chain(timetable("Other", "20 s 3 Piece")).link(new Link("Other", "T", Optional.empty(), LinkFilter.ALL)).study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(3, run.out());
        assertEquals(1, at(run, "A").contentNow());
    }

    @Test
    void aCircleOfWaitsIsFoundAndNamed() {
        Study study = new Lines().chain(timetable("In", "0 s 9 Piece"), station("A", 1, 0, "10 s"), station("B", 1, 0, "10 s"))
                .link("B", "A").study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(List.of("A", "B"), run.deadlock().equipment());
        assertEquals(List.of("A waits for room at B", "B waits for room at A"), run.deadlock().reasons());
        assertEquals(20, run.deadlock().sinceSeconds(), 1e-9);
        assertTrue(Runs.of(new Lines().chain(timetable("In", "0 s 9 Piece"), station("A", 1, 0, "10 s"), goodsOut("Out")).study(1, 0, 1))
                .deadlock().isNone());
        assertTrue(Runs.of(new Lines().chain(timetable("In", "0 s 9 Piece"), station("A", 1, 0, "10 s"), buffer("Full", 1)).study(1, 0, 1))
                .deadlock().isNone(), "an end of the line is no circle");
    }

    private static EquipmentFigures at(RunFigures run, String name) {
        return Runs.at(run, name);
    }
}
