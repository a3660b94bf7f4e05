package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.mode;
import static rhombic.plant.RacksTest.crane;
import static rhombic.plant.RacksTest.deep;
import static rhombic.plant.RacksTest.forks;
import static rhombic.plant.RacksTest.metres;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.duty.TravelChoice;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.kind.StackerCrane;
import rhombic.study.place.Placement;
import rhombic.study.rack.AisleChoice;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.FetchChoice;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackRows;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.TransferPoint;
import rhombic.study.value.Attribute;
import rhombic.study.value.PersonState;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** What happens in a store when a crane is down, before the aisles, and after the warm-up, and where loads and cranes go: worked out by hand. */
class StoreDetailsTest {
    private static final double NEAR = 1e-6;

    static ListedOrder order(String name, double at, int pieces) {
        return new ListedOrder(name, Quantity.seconds(at), "Piece", pieces, false);
    }

    static StackerCrane breaking(String up, UpTime.Clock clock, String down) {
        StackerCrane crane = forks();
        return (StackerCrane) crane
                .with(crane.basics().withDuty(crane.basics().duty().withFailures(List.of(mode("motor", up, clock, down)))));
    }

    /** Half of the way is done when it stops at 1003 s: all is 60 s later. It fails twice more, when it has nothing to do. */
    @Test
    void aCraneThatFailsStandsWhereItIsAndGoesOnAfterwards() {
        Rack rack = deep(order("One", 1000, 1));
        Study study = new Lines().chain(Lines.timetable("In", "10 s Piece", "60 s Piece"), rack, goodsOut("Out"))
                .chain(breaking("1003 s", UpTime.Clock.CALENDAR, "60 s")).study(1, 0, 1);
        RunFigures run = Runs.sound(study, 0);
        assertEquals(1000 + 23 + 60 - 10, run.lead().mean(), NEAR);
        assertEquals(180, RacksTest.seconds(run, 1, PersonState.DOWN), NEAR);
        Trace trace = Runs.traceOf(study);
        Moment stops = trace.at(1_003_500_000_000L);
        Moment later = trace.at(1_062_900_000_000L);
        for (int part = 0; part < stops.movers().count(); part++) {
            assertEquals(stops.movers().pose(part, stops.timeNanos()), later.movers().pose(part, later.timeNanos()));
        }
    }

    static Rack twoAisles(int stock, ListedOrder... orders) {
        return deep(orders).withLayout(l -> l.withAisles(2).withDepth(1).withLevels(LevelHeights.of(4, metres("1 m"))))
                .withStoring(s -> s.withAisleRule(stock == 0 ? AisleChoice.SPREAD : AisleChoice.FIRST))
                .withStock(stock == 0 ? List.of() : List.of(new RackStock("Piece", stock)));
    }

    /**
     * Four loads lie in each of two aisles. The crane of the first fetches one at 100 s, and of three at 1000 s a second one; it fails when it has worked for
     * 25 s, on the way with a third. For the fourth, which is in its aisle, another is chosen in the second. The third comes when the crane is repaired.
     */
    @Test
    void whatIsAskedForInAnAisleThatIsDownIsChosenElsewhere() {
        Rack rack = twoAisles(8, order("Zero", 100, 1), order("One", 1000, 3));
        Study study = new Lines().chain(rack, goodsOut("Out")).chain(breaking("25 s", UpTime.Clock.WORKING, "2000 s").withCranes(2))
                .study(2, 0, 1);
        Trace trace = Runs.traceOf(study);
        assertEquals(1, trace.at(900_000_000_000L).left());
        assertEquals(3, trace.at(2_900_000_000_000L).left());
        RunFigures run = Runs.sound(study, 0);
        assertEquals(4, run.out());
        assertEquals(2, run.racks().getFirst().orders());
        assertTrue(run.deadlock().isNone());
    }

    /** A load takes its time from the port to its aisle; the next comes in a bay's length later. */
    @Test
    void loadsComeOneAfterTheOtherThroughThePreZone() {
        Rack rack = twoAisles(0, order("One", 3000, 1)).withPreZoneSpeed(Quantity.parse("0.25 m/s", Dimension.SPEED));
        Study study = new Lines().chain(Lines.timetable("In", "10 s 2 Piece"), rack, goodsOut("Out")).chain(forks().withCranes(2)).study(1,
                0, 1);
        Trace trace = Runs.traceOf(study);
        double headway = rack.layout().bayPitch().inBaseUnit() / 0.25;
        for (int i = 0; i < 2; i++) {
            double way = rack.preZone().in(0, i).metres() / 0.25;
            double arrives = 10 + i * headway + way;
            assertTrue(way > 5, "a way that can be seen: " + way);
            assertEquals(rack.places().toInfeed(0, i), trace.at(Math.round((arrives - 0.01) * 1e9)).placeOf(i),
                    "on its way to aisle " + (i + 1));
            assertEquals(rack.places().infeed(0, i, 0), trace.at(Math.round((arrives + 0.01) * 1e9)).placeOf(i), "it stands at the infeed");
        }
        assertEquals(1, trace.at(Math.round((10 + headway - 0.01) * 1e9)).content(1), "the second waits outside until there is room");
        assertEquals(2, trace.at(Math.round((10 + headway + 0.01) * 1e9)).content(1));
        RunFigures run = Runs.sound(study, 0);
        double out = rack.preZone().out(0, 0).metres() / 0.25;
        // the crane stands before the slot of the first: 4 s, 1 s, and half of 4 s, and then the way to the port
        assertEquals((4 + 1 + 2 + out) / 3600, run.racks().getFirst().orderHours(), 1e-9);
    }

    /** One is stored before the warm-up is over, at 18 s, and one after it, at 1908 s: the second counts as stored, both lie there. */
    @Test
    void whatCameBeforeTheWarmUpWasOverIsThereAndDoesNotCount() {
        Rack rack = deep(order("One", 7000, 1));
        RunFigures run = Runs
                .of(new Lines().chain(Lines.timetable("In", "10 s Piece", "1900 s Piece"), rack, goodsOut("Out")).chain(forks())
                        .study(1, 0.5, 1));
        RackFigures figures = run.racks().getFirst();
        assertEquals(1, figures.stored());
        assertEquals(1 + (3600.0 - 1908) / 1800, figures.types().getFirst().contentMean(), 1e-9);
        assertEquals(1, figures.singleCycles());
    }

    /** B, B, A, A, B, A, A lie in three aisles at the start, of which each has room for three. */
    @ParameterizedTest
    @CsvSource({"FIRST, 0 0 0 1 1 1 2", "SPREAD, 0 1 2 0 2 1 0", "BALANCE, 0 1 2 0 1 2 0"})
    void anAisleIsChosenByItsRule(AisleChoice rule, String aisles) {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withAisles(3).withRows(RackRows.ONE_SIDE).withBays(3).withLevels(LevelHeights.of(1, metres("1.5 m"))))
                .withStoring(s -> s.withAisleRule(rule))
                .withStock(List.of(new RackStock("B", 2), new RackStock("A", 2), new RackStock("B", 1), new RackStock("A", 2)));
        Study study = new Lines().types(PieceType.usual("A"), PieceType.usual("B")).chain(rack)
                .chain(Lines.timetable("In", "9000 s A"), goodsOut("Out"))
                .study(1, 0, 1);
        Moment moment = Runs.traceOf(study).at(1);
        List<String> found = new ArrayList<>();
        for (int body = 0; body < 7; body++) {
            found.add(String.valueOf(moment.placeOf(body) / 3));
        }
        assertEquals(aisles, String.join(" ", found));
    }

    /** Ten bays of 1 m with the infeed in front and the outfeed behind: three lie in the first. */
    static Rack along(UnaryOperator<Rack> more) {
        return more.apply(Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withRows(RackRows.ONE_SIDE).withBays(10).withBayPitch(metres("1 m"))
                        .withLevels(LevelHeights.of(1, metres("1 m")))
                        .withFirstLevel(metres("0.5 m")))
                .withInfeed(new TransferPoint(TransferPoint.End.FRONT, 0.5, 1, 2))
                .withOutfeed(new TransferPoint(TransferPoint.End.REAR, 0.5, 1, 2))
                .withStock(List.of(new RackStock("Piece", 3)))
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(), List.of(order("One", 96, 4)), Optional.empty()))));
    }

    /**
     * What comes at 90 s is stored in the fourth bay: 4 s, 4.5 m at 2 m/s, 4 s. At 100.25 s another waits to be stored, and four are asked for since 96 s. It goes back
     * 4.5 m, takes that up, and stores it in the fifth bay, 5.5 m away; then the oldest is fetched from the first, 4 m back, and brought 10.5 m to the outfeed, or
     * the one in the fourth, 1 m back, and brought 7.5 m; 4 s, and half of 4 s. Singly it fetches first, 3 m away from the fourth bay.
     */
    @ParameterizedTest
    @CsvSource({"DOUBLE, 30.5, 4, 1", "SHORTEST, 27.5, 4, 1", "SINGLE, 17, 6, 0"})
    void theSecondHalfOfADoubleCycleIsTheOldestOrTheShortest(CraneCycles.Cycle rule, double seconds, long singles, long doubles) {
        Study study = new Lines().chain(Lines.timetable("In", "90 s Piece", "95 s Piece"), along(rack -> rack), goodsOut("Out"))
                .chain(crane(c -> c.withForkTime(time("4 s")).withRule(rule))).study(0.5, 0, 1);
        Trace trace = Runs.traceOf(study);
        assertEquals(0, trace.at(Math.round((96 + seconds - 0.01) * 1e9)).left());
        assertEquals(1, trace.at(Math.round((96 + seconds + 0.01) * 1e9)).left());
        RackFigures figures = Runs.sound(study, 0).racks().getFirst();
        assertEquals(singles, figures.singleCycles());
        assertEquals(doubles, figures.doubleCycles());
    }

    /** Where the crane is at last: where it set down, before the infeed, before the outfeed, or in the middle. */
    @ParameterizedTest
    @CsvSource({"STAY, 6, 0.5", "INFEED, -6, 0.5", "OUTFEED, 6, 0.5", "MIDDLE, 0, 1"})
    void aCraneWithNothingToDoWaitsWhereItsRuleSays(CraneCycles.Dwell rule, double x, double high) {
        Rack rack = along(one -> one);
        Study study = new Lines().chain(rack, goodsOut("Out")).chain(crane(c -> c.withForkTime(time("4 s")).withDwell(rule))).study(0.5, 0,
                1);
        Moment end = Runs.traceOf(study).at(1_700_000_000_000L);
        assertEquals(x, end.movers().pose(0, end.timeNanos()).x(), NEAR);
        double up = rule == CraneCycles.Dwell.MIDDLE ? rack.layout().heightMetres() / 2 : high;
        boolean isThere = false;
        for (int part = 0; part < end.movers().count(); part++) {
            isThere |= Math.abs(end.movers().pose(part, end.timeNanos()).z() - up) < NEAR;
        }
        assertTrue(isThere, "its carriage is " + up + " m high");
    }

    /** Nothing but what ripens keeps the plant at work; nobody says that it stands for good. */
    @Test
    void aPlantInWhichSomethingOnlyRipensDoesNotStandForGood() {
        Rack rack = deep(order("One", 10, 1)).withFetching(f -> f.withMinStay(Optional.of(new TimeSource.Drawn(time("900 s")))));
        RunFigures run = Runs
                .sound(new Lines().chain(Lines.timetable("In", "20 s Piece"), rack, goodsOut("Out")).chain(forks()).study(1, 0, 1), 0);
        assertEquals(1, run.out());
        assertTrue(run.deadlock().isNone());
        Rack expects = deep(order("One", 3000, 1)).withStock(List.of(new RackStock("Piece", 1)));
        RunFigures later = Runs.sound(new Lines().chain(expects, goodsOut("Out")).chain(forks()).study(1, 0, 1), 0);
        assertEquals(1, later.out());
        assertTrue(later.deadlock().isNone());
    }

    /**
     * One slot two deep. Somebody comes at 1 m/s for what lies there, when another is on its way to the slot: it is put behind it, and can be fetched once the
     * first has gone.
     */
    @Test
    void whatComesWhileTheOneInFrontIsFetchedIsPutBehindIt() {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withRows(RackRows.ONE_SIDE).withBays(1).withLevels(LevelHeights.of(1, metres("1.5 m"))).withDepth(2))
                .withStock(List.of(new RackStock("Piece", 1)))
                .withOrders(Optional
                        .of(new OrderPlan(time("1 h"), List.of(), List.of(order("One", 30, 1), order("Two", 300, 1)), Optional.empty())));
        Pose port = Layout.pickUp(Layout.outlet(rack, ""), ResourceGroup.PERSON_REACH_METRES);
        Crew crew = (Crew) Crew.KIND.blank(Basics.of("W", Placement.at(0, 0)))
                .withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withTravel(TravelChoice.STRAIGHT));
        Pose home = Layout.home(crew, 0);
        Crew porter = (Crew) crew.placed(Placement.at(port.x() - home.x(), port.y() + 30 - home.y()));
        Study study = new Lines().chain(Lines.timetable("In", "20 s Piece")).chain(rack).chain(goodsOut("Out").placed(Placement.at(60, 0)))
                .link(new Link("In", "Rack").withTravel(new Travel.InTime(time("20 s"), 5)))
                .link(new Link("Rack", "Out").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(porter).study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        assertEquals(List.of(0, 1),
                List.of(trace.at(50_000_000_000L).placeOf(0), trace.at(50_000_000_000L).placeOf(1)).stream().sorted().toList(),
                "one is behind the other");
        assertEquals(1, trace.at(61_000_000_000L).content(1), "the first is in hand after 30 m");
        RunFigures run = Runs.sound(study, 0);
        assertEquals(2, run.out());
        assertEquals(2, run.racks().getFirst().orders());
    }

    /**
     * The first lies in the bay farthest from the outfeed, which is behind, the second in the nearest, the third in the middle, two levels higher: one is asked for.
     */
    @ParameterizedTest
    @CsvSource({"OLDEST, 0", "NEWEST, 2", "NEAREST, 1", "BY_FORMULA, 2"})
    void whatIsFetchedIsAMatterOfTheRule(FetchChoice rule, int body) {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withRows(RackRows.ONE_SIDE).withBays(9).withBayPitch(metres("1 m"))
                        .withLevels(LevelHeights.of(3, metres("1 m"))))
                .withOutfeed(new TransferPoint(TransferPoint.End.REAR, 0.5, 1, 1))
                .withStoring(s -> s.withSlotRule(SlotChoice.BY_FORMULA).withSlotFormula(
                        "abs(slot.bay - (clock.seconds < 15 ? 1 : (clock.seconds < 25 ? 9 : 5))) + abs(slot.level - (clock.seconds < 25 ? 1 : 3))"))
                .withFetching(f -> f.withRule(rule).withFormula("-clock.seconds"))
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(), List.of(order("One", 1000, 1)), Optional.empty())));
        Study study = new Lines().chain(Lines.timetable("In", "10 s Piece", "20 s Piece", "30 s Piece"), rack, goodsOut("Out")).study(1, 0,
                1);
        Trace trace = Runs.traceOf(study);
        Moment stored = trace.at(900_000_000_000L);
        assertEquals(List.of(0, 8, 4), List.of(bay(rack, stored, 0), bay(rack, stored, 1), bay(rack, stored, 2)));
        assertEquals(2, rack.layout().level(stored.placeOf(2) / rack.layout().laneCapacity()));
        Moment gone = trace.at(1_100_000_000_000L);
        List<Integer> left = gone.at(1).stream().map(status -> status.body()).sorted().toList();
        assertEquals(IntStream.range(0, 3).filter(one -> one != body).boxed().toList(), left);
    }

    private static int bay(Rack rack, Moment moment, int body) {
        return rack.layout().bay(moment.placeOf(body) / rack.layout().laneCapacity());
    }

    /** A bay carries one of 400 kg, and a level of 1 m takes nothing that is 1.5 m high: the rest waits outside. */
    @Test
    void whatIsTooHeavyOrTooHighWaitsOutside() {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0))).withLayout(l -> l.withRows(RackRows.ONE_SIDE).withBays(2)
                .withLevels(LevelHeights.of(3, metres("1 m"))).withMaxBayWeight(Optional.of(Quantity.parse("500 kg", Dimension.MASS))));
        PieceType heavy = PieceType.usual("Piece").withWeight(Quantity.parse("400 kg", Dimension.MASS));
        Study study = new Lines().types(heavy).chain(Lines.onDemand("In"), rack).study(1, 0, 1);
        assertEquals(2, Runs.of(study).racks().getFirst().stored(), "one in each bay");
        Study light = study.withPieceTypes(List.of(heavy.withWeight(Quantity.parse("250 kg", Dimension.MASS))));
        assertEquals(4, Runs.of(light).racks().getFirst().stored());
        Study high = study.withPieceTypes(List.of(PieceType.usual("Piece").sized(metres("0.6 m"), metres("0.4 m"), metres("1.5 m"))));
        assertEquals(0, Runs.of(high).racks().getFirst().stored());
        Study one = study.changed("Rack", e -> ((Rack) e).withLayout(l -> l.withMaxBayWeight(Optional.empty())
                .withMaxWeight(Optional.of(Quantity.parse("399 kg", Dimension.MASS)))));
        assertEquals(0, Runs.of(one).racks().getFirst().stored(), "each slot carries 399 kg");
    }

    /** Two slots, two deep: one place stays free, so that what stands deepest can be dug out; two more wait at the infeed. */
    @Test
    void aPlaceStaysFreeForWhatIsDugOut() {
        Rack rack = deep(order("One", 3500, 1));
        Study study = new Lines().chain(Lines.onDemand("In"), rack, goodsOut("Out")).chain(forks()).study(0.5, 0, 1);
        assertEquals(3, Runs.of(study).racks().getFirst().stored());
        assertEquals(3, Runs.at(Runs.of(study), "Rack").contentNow(), "none comes to the infeed for which there is no slot");
    }

    /** Rules hear what enters a rack, and what lies there at the start. */
    @Test
    void rulesHearOfWhatEnters() {
        Rack rack = deep(order("One", 3500, 1)).withStock(List.of(new RackStock("Piece", 1)));
        PieceType type = PieceType.usual("Piece").withAttributes(List.of(new Attribute("seen", new Value.YesNo(false))));
        Trace trace = Runs.traceOf(new Lines().types(type).chain(Lines.timetable("In", "10 s Piece"), rack, goodsOut("Out")).chain(forks())
                .rules(new Rule("Mark", RuleText.when("a piece enters Rack"), "", List.of(RuleText.action("set seen to true"))))
                .study(0.5, 0, 1));
        assertEquals("yes", Runs.settings(trace, 0, 1_000_000_000_000L).get("seen"));
        assertEquals("yes", Runs.settings(trace, 1, 1_000_000_000_000L).get("seen"));
    }

    private static void comesTo(Trace trace, int body, int place, double seconds) {
        assertTrue(trace.at(Math.round((seconds - 0.01) * 1e9)).placeOf(body) != place,
                () -> body + " is not there before " + seconds + " s");
        assertEquals(place, trace.at(Math.round((seconds + 0.01) * 1e9)).placeOf(body), () -> body + " is there from " + seconds + " s on");
    }

    /**
     * Two forks, half a metre before and behind the middle of the crane, which is before the infeed at -1 m. Two loads come at once: the fork in front is before the
     * infeed after 0.5 m, both are taken in 4 s, it is before the first slot 1.5 m farther, and sets down when half of 4 s have passed; the one behind is before
     * the second slot after 2 m more. The third load is alone: the fork behind is before the infeed after 2.5 m, and before its slot after 3.5 m.
     */
    @Test
    void eachForkStandsBeforeItsSlot() {
        Rack rack = along(one -> one).withStock(List.of())
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(), List.of(order("One", 1700, 1)),
                        Optional.empty())));
        Study study = new Lines().chain(Lines.timetable("In", "10 s 2 Piece", "15 s Piece"), rack, goodsOut("Out"))
                .chain(crane(c -> c.withForkTime(time("4 s")).withLoads(2))).study(0.5, 0, 1);
        Trace trace = Runs.traceOf(study);
        comesTo(trace, 0, 0, 10 + 0.25 + 4 + 0.75 + 2);
        comesTo(trace, 1, 1, 19 + 1 + 2);
        comesTo(trace, 2, 2, 24 + 1.25 + 4 + 1.75 + 2);
    }

    /** The crane of the first aisle fails as it stores the first load: the next goes to the second aisle, though the first has room. */
    @Test
    void anAisleThatIsDownIsPassedOver() {
        Rack rack = twoAisles(0, order("One", 3000, 1)).withStoring(s -> s.withAisleRule(AisleChoice.FIRST));
        Study study = new Lines().chain(Lines.timetable("In", "10 s Piece", "60 s Piece"), rack, goodsOut("Out"))
                .chain(breaking("5 s", UpTime.Clock.WORKING, "2000 s").withCranes(2)).study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        assertEquals(rack.places().toInfeed(0, 0), trace.at(11_000_000_000L).placeOf(0));
        assertEquals(rack.places().toInfeed(0, 1), trace.at(61_000_000_000L).placeOf(1));
    }

    /** Of twelve places a quarter is filled with A and a third with B; with twice as many bays twice as many lie there. */
    @Test
    void stockMayBeAShareOfThePlaces() {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withRows(RackRows.ONE_SIDE).withBays(6).withLevels(LevelHeights.of(2, metres("1.5 m"))))
                .withStock(List.of(RackStock.ofShare("A", Quantity.percent(25)), RackStock.ofShare("B", Quantity.percent(33.3))))
                .withOrders(Optional
                        .of(new OrderPlan(time("1 h"), List.of(), List.of(new ListedOrder("One", Quantity.seconds(9000), "A", 1, false)),
                                Optional.empty())));
        for (int times = 1; times <= 2; times++) {
            int bays = 6 * times;
            Study study = new Lines().types(PieceType.usual("A"), PieceType.usual("B"))
                    .chain(rack.withLayout(l -> l.withBays(bays)), goodsOut("Out"))
                    .study(1, 0, 1);
            Moment now = Runs.traceOf(study).at(1_000_000_000L);
            assertEquals(3 * times, now.at(0).stream().filter(one -> now.typeOf(one.body()) == 0).count());
            assertEquals(4 * times, now.at(0).stream().filter(one -> now.typeOf(one.body()) == 1).count());
        }
        assertThrows(StudyException.class, () -> RackStock.ofShare("A", Quantity.percent(101)));
        assertThrows(StudyException.class, () -> new RackStock("A", 5, Quantity.percent(10)));
        assertThrows(StudyException.class, () -> new RackStock("A", 0));
    }

    /** Three lie in one lane: when the first has gone the others move along it by themselves to the place where it is given out; in a rack they stay. */
    @ParameterizedTest
    @CsvSource({"FLOW_RACK, 0 1 2, 0 1", "PUSH_BACK, 2 1 0, 1 0", "RACK, 0 1 2, 0 1"})
    void othersMoveAlongTheLaneWhenOneHasGone(RackForm form, String before, String after) {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withForm(form).withRows(RackRows.ONE_SIDE).withBays(1).withLevels(LevelHeights.of(1, metres("1.5 m")))
                        .withDepth(3))
                .withStock(List.of(new RackStock("Piece", 3)))
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(), List.of(order("One", 100, 1)), Optional.empty())));
        Trace trace = Runs.traceOf(new Lines().chain(rack, goodsOut("Out")).study(1, 0, 1));
        assertEquals(before, places(trace, 50));
        assertEquals(after, places(trace, 150));
    }

    /** The places of all loads in the first element, in the order of their numbers. */
    private static String places(Trace trace, double seconds) {
        Moment now = trace.at(Math.round(seconds * 1e9));
        return now.at(0).stream().map(one -> one.body()).sorted().map(now::placeOf).map(String::valueOf).collect(Collectors.joining(" "));
    }
}
