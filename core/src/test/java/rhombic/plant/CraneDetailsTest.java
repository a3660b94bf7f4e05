package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.RacksTest.crane;
import static rhombic.plant.RacksTest.deep;
import static rhombic.plant.RacksTest.forks;
import static rhombic.plant.RacksTest.metres;
import static rhombic.plant.RacksTest.seconds;
import static rhombic.plant.StoreDetailsTest.along;
import static rhombic.plant.StoreDetailsTest.breaking;
import static rhombic.plant.StoreDetailsTest.order;
import static rhombic.plant.StoreDetailsTest.twoAisles;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.measure.PersonFigures;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Rack;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.rack.AisleChoice;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.RackRows;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.TransferPoint;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PersonState;
import rhombic.study.value.PieceType;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** What one crane does, second by second and metre by metre, and where loads are meanwhile: worked out by hand. */
class CraneDetailsTest {
    private static final double NEAR = 1e-6;

    private static PersonFigures only(RunFigures run) {
        return run.crews().getFirst().people().getFirst();
    }

    private static long nanos(double seconds) {
        return Math.round(seconds * 1e9);
    }

    /** 2 m to the load in 1 s, 4 s, 2 m back with it in 1 s, 4 s: one job, 4 m, 2 of them loaded. */
    @Test
    void whatACraneDoesIsCountedAndMeasured() {
        Rack rack = deep(order("One", 1000, 1)).withLayout(l -> l.withDepth(1)).withStock(List.of(new RackStock("Piece", 1)));
        RunFigures run = Runs.sound(new Lines().chain(rack, goodsOut("Out")).chain(forks()).study(1, 0, 1), 0);
        assertEquals(1, only(run).jobs());
        assertEquals(4, only(run).metres(), NEAR);
        assertEquals(2, only(run).metresLoaded(), NEAR);
        assertEquals(4, seconds(run, 1, PersonState.PICKING_UP), NEAR);
        assertEquals(4, seconds(run, 1, PersonState.SETTING_DOWN), NEAR);
        assertEquals(1, seconds(run, 1, PersonState.WALKING), NEAR);
        assertEquals(1, seconds(run, 1, PersonState.CARRYING), NEAR);
        RackFigures figures = run.racks().getFirst();
        assertEquals(2, figures.perCycle(figures.travelHours()), NEAR);
        assertEquals(0, figures.perCycle(figures.liftHours()), NEAR);
        assertEquals(8, figures.perCycle(figures.forkHours()), NEAR);
        assertEquals(10, figures.perCycle(figures.workHours()), NEAR);
        Rack middle = rack.withOutfeed(new TransferPoint(TransferPoint.End.REAR, 0.5, 4, 2));
        RunFigures dwells = Runs.sound(
                new Lines().chain(middle, goodsOut("Out")).chain(forks().withCycles(c -> c.withDwell(CraneCycles.Dwell.MIDDLE))).study(1, 0,
                        1),
                0);
        // from the infeed to the middle, to the load, which is there, 5 m to the outfeed, and back to the middle
        assertEquals(2 + 0 + 5 + 5, only(dwells).metres(), NEAR);
    }

    /** The second of two loads lies 1 m higher: 2 s up, 1 s of which it travels, and the same down; the first takes no lift. Two cycles. */
    @Test
    void aCycleIsTravelLiftAndFork() {
        Rack rack = deep(order("One", 1000, 2)).withLayout(l -> l.withDepth(1)).withStock(List.of(new RackStock("Piece", 2)));
        RackFigures figures = Runs.sound(new Lines().chain(rack, goodsOut("Out")).chain(forks()).study(1, 0, 1), 0).racks().getFirst();
        assertEquals(2, figures.singleCycles());
        assertEquals(2, figures.perCycle(figures.travelHours()), NEAR);
        assertEquals((1 + 1) / 2.0, figures.perCycle(figures.liftHours()), NEAR);
        assertEquals(8, figures.perCycle(figures.forkHours()), NEAR);
    }

    /** When half of its time to pick up or set down has passed, the fork is where the load is, on either side; the crane stands in its aisle, turned as the rack is. */
    @ParameterizedTest
    @CsvSource({"slot.row, 1, 0", "-slot.row, 1, 0", "slot.row, 2, 90", "-slot.row, 3, 180"})
    void forksReachToWhereLoadsAre(String formula, int loads, int heading) {
        Rack rack = along(one -> one).withStock(List.of())
                .withLayout(l -> l.withRows(RackRows.BOTH_SIDES).withAisles(2))
                .withStoring(s -> s.withAisleRule(AisleChoice.FIRST).withSlotRule(SlotChoice.BY_FORMULA)
                        .withSlotFormula("100 * (" + formula + ") + slot.bay"))
                .withInfeed(new TransferPoint(TransferPoint.End.FRONT, 0.5, 1, 3))
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(), List.of(order("One", 1700, 1)), Optional.empty())));
        Rack placed = (Rack) rack.placed(new Placement(7, -3, 0, heading));
        Study study = new Lines().chain(Lines.timetable("In", "10 s " + loads + " Piece"), placed, goodsOut("Out"))
                .chain(crane(c -> c.withForkTime(time("4 s")).withLoads(loads)).withCranes(2)).study(0.5, 0, 1);
        Trace trace = Runs.traceOf(study);
        Scene scene = new Scene(UnfoldedStudy.of(study));
        Poses poses = new Poses();
        for (int body = 0; body < loads; body++) {
            double stored = 10;
            while (trace.at(nanos(stored)).placeOf(body) < 0 || trace.at(nanos(stored)).placeOf(body) >= placed.layout().places()) {
                stored += 0.01;
                assertTrue(stored < 300, "it is stored some time");
            }
            int place = trace.at(nanos(stored)).placeOf(body);
            assertEquals(formula.startsWith("-") ? 1 : 0, placed.layout().row(place), "on its side");
            scene.pose(trace.at(nanos(stored - 0.0101)), 0, poses);
            Pose slot = placed.placement().pose().of(placed.layout().place(place));
            double nearest = Double.MAX_VALUE;
            for (int fork = 0; fork < scene.cranes().forks(0); fork++) {
                Pose there = scene.cranes().fork(0, fork);
                nearest = Math.min(nearest, Math.hypot(there.x() - slot.x(), there.y() - slot.y()));
            }
            assertTrue(nearest < 0.02, "a fork is at " + slot + ", " + nearest + " m away");
            Pose mast = scene.cranes().mast(0);
            Pose inRack = placed.placement().pose().of(Pose.at(0, placed.layout().aisleMetres(0), 0, 0));
            double turn = Math.toRadians(heading);
            double beside = -(mast.x() - inRack.x()) * Math.sin(turn) + (mast.y() - inRack.y()) * Math.cos(turn);
            assertEquals(0, beside, NEAR, "it is in the middle of its aisle");
            assertEquals(0, Math.IEEEremainder(mast.heading() - heading, 360), NEAR);
        }
    }

    /** It fails with nothing to do at 900 s, and is asked for a load at 1000 s: it sets out when it is repaired, at 1200 s. */
    @Test
    void aCraneThatWasDownWhenItWasAskedForALoadSetsOutWhenItIsRepaired() {
        Rack rack = deep(order("One", 1000, 1)).withLayout(l -> l.withDepth(1)).withStock(List.of(new RackStock("Piece", 1)));
        Study study = new Lines().chain(rack, goodsOut("Out")).chain(breaking("900 s", UpTime.Clock.CALENDAR, "300 s")).study(0.5, 0, 1);
        assertEquals(1200 + 1 + 4 + 1 + 2, Runs.sound(study, 0).lead().mean(), NEAR);
        Trace trace = Runs.traceOf(study);
        UnfoldedStudy unfolded = UnfoldedStudy.of(study);
        Scene scene = new Scene(unfolded);
        scene.pose(trace.at(nanos(1200.5)), 0, new Poses());
        assertEquals(-1 + 1 - rack.layout().lengthMetres() / 2, scene.cranes().mast(0).x(), NEAR, "half of the way after half a second");
        scene.pose(trace.at(nanos(1250)), 0, new Poses());
        assertEquals(-1 - rack.layout().lengthMetres() / 2, scene.cranes().mast(0).x(), NEAR, "it is back at the outfeed");
    }

    /** Two stand at the infeed; when the crane has taken the first, the second moves up. */
    @Test
    void whatStandsBehindAtAnInfeedMovesUp() {
        Rack rack = along(one -> one).withStock(List.of());
        Trace trace = Runs.traceOf(new Lines().chain(Lines.timetable("In", "10 s 2 Piece"), rack, goodsOut("Out"))
                .chain(crane(c -> c.withForkTime(time("4 s")))).study(0.5, 0, 1));
        // it is there already, and has the first on its fork when half of 4 s have passed
        assertEquals(rack.places().infeed(0, 0, 1), trace.at(nanos(11.9)).placeOf(1));
        assertEquals(rack.places().infeed(0, 0, 0), trace.at(nanos(12.1)).placeOf(1));
    }

    /** Three are asked for at once, and the way from the aisle to the port takes long: they stand at the port one behind the other, and move up when one has gone. */
    @Test
    void whatWaitsAtThePortStandsInARow() {
        Rack rack = twoAisles(3, order("One", 100, 3)).withOutfeed(new TransferPoint(TransferPoint.End.FRONT, 0.5, 1, 3));
        Study study = new Lines().chain(rack, new Station("S", Placement.at(-30, 0), 1, 0, Optional.of(time("1000 s"))), goodsOut("Out"))
                .chain(forks().withCranes(2)).study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        assertEquals(1, trace.at(nanos(500)).content(1), "one is worked on");
        List<Integer> waiting = trace.at(nanos(500)).at(0).stream().map(one -> one.body()).sorted().toList();
        assertEquals(2, waiting.size());
        assertEquals(List.of(rack.places().port(0, 0), rack.places().port(0, 1)),
                waiting.stream().map(body -> trace.at(nanos(500)).placeOf(body)).sorted().toList());
        int left = trace.at(nanos(1500)).at(0).getFirst().body();
        assertEquals(1, trace.at(nanos(1500)).at(0).size());
        assertEquals(rack.places().port(0, 0), trace.at(nanos(1500)).placeOf(left), "it has moved up");
    }

    /** Two forks set two loads down at once: the second sets out for the port when the first has gone a bay's length, both at 0.25 m/s. */
    @Test
    void whatIsSetDownAtOnceSetsOutOneAfterTheOther() {
        Rack rack = twoAisles(4, order("One", 100, 2)).withLayout(l -> l.withBays(2))
                .withPreZoneSpeed(Quantity.parse("0.25 m/s", Dimension.SPEED));
        Study study = new Lines().chain(rack, goodsOut("Out"))
                .chain(forks().withCycles(c -> c.withLoads(2)).withCranes(2)).study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        double first = 100;
        while (trace.at(nanos(first)).left() < 1) {
            first += 0.01;
        }
        double second = first;
        while (trace.at(nanos(second)).left() < 2) {
            second += 0.01;
        }
        assertEquals(rack.layout().bayPitch().inBaseUnit() / 0.25, second - first, 0.02);
    }

    /** Of one aisle, at 0.25 m/s: the second comes to the infeed as long after the first as it came in after it, and a third later by itself. */
    @Test
    void loadsOnTheSameWayOfThePreZoneKeepTheirDistance() {
        Rack rack = twoAisles(0, order("One", 3000, 1)).withStoring(s -> s.withAisleRule(AisleChoice.FIRST))
                .withInfeed(new TransferPoint(TransferPoint.End.FRONT, 0.5, 1, 3))
                .withPreZoneSpeed(Quantity.parse("0.25 m/s", Dimension.SPEED));
        Trace trace = Runs.traceOf(new Lines().chain(Lines.timetable("In", "10 s Piece", "19 s Piece"), rack, goodsOut("Out"))
                .chain(breaking("1 s", UpTime.Clock.CALENDAR, "10 h").withCranes(2)).study(0.5, 0, 1));
        double way = rack.preZone().in(0, 0).metres() / 0.25;
        assertTrue(way > 10, "both are on the way at a time: " + way);
        for (int body = 0; body < 2; body++) {
            double arrives = 10 + 9 * body + way;
            assertEquals(rack.places().toInfeed(0, 0), trace.at(nanos(arrives - 0.01)).placeOf(body));
            assertEquals(rack.places().infeed(0, 0, body), trace.at(nanos(arrives + 0.01)).placeOf(body));
        }
    }

    /** After the warm-up one load lies where it was moved to; what came before it counts as there at its start. */
    @Test
    void aLoadThatWasMovedAsideLiesInItsNewSlot() {
        Rack rack = deep(order("One", 1000, 1));
        RunFigures run = Runs.of(new Lines().chain(Lines.timetable("In", "10 s Piece", "60 s Piece", "2000 s Piece"), rack, goodsOut("Out"))
                .chain(forks()).study(1, 0.5, 1));
        RackFigures figures = run.racks().getFirst();
        double stored = 2000 + 2 + 2 + 1 + 2; // at least: taken up, and brought 2 m
        assertTrue(
                figures.types().getFirst().contentMean() > 1
                        && figures.types().getFirst().contentMean() < 1 + (3600 - stored) / 1800 + 0.01,
                () -> "" + figures.types());
        assertEquals(1, Runs.at(run, "Rack").in(), "what came before the warm-up does not count");
        assertEquals(1, Runs.at(run, "Rack").contentAtStart());
    }

    /** Without cranes the nearest slot is the one to which the way is shortest, going up six times: from an infeed in front or behind, at the lower or the upper level. */
    @ParameterizedTest
    @CsvSource({"FRONT, 0.5, 0 2 4 1", "REAR, 0.5, 4 2 0 5", "FRONT, 1.5, 1 3 5 0"})
    void theNearestSlotIsReckonedFromTheInfeed(TransferPoint.End end, double height, String order) {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withRows(RackRows.ONE_SIDE).withBays(3).withBayPitch(metres("1 m"))
                        .withLevels(LevelHeights.of(2, metres("1 m")))
                        .withFirstLevel(metres("0.5 m")))
                .withInfeed(new TransferPoint(end, height, 1, 1)).withStock(List.of(new RackStock("Piece", 4)));
        Trace trace = Runs.traceOf(new Lines().chain(Lines.timetable("In", "9000 s Piece"), rack).chain(goodsOut("Out")).study(1, 0, 1));
        StringBuilder places = new StringBuilder();
        for (int body = 0; body < 4; body++) {
            places.append(body == 0 ? "" : " ").append(trace.at(1).placeOf(body));
        }
        assertEquals(order, places.toString());
    }

    /** Two outfeeds of one place each, two forks, and stations that take what comes: one load is brought to each, and no second before the first has gone. */
    @Test
    void eachOutfeedHasRoomOfItsOwn() {
        Rack rack = along(one -> one).withOrders(Optional.empty()).withStock(List.of(new RackStock("Piece", 6)))
                .withOutfeed(new TransferPoint(TransferPoint.End.REAR, 0.5, 1, 1))
                .withMoreOutfeeds(List.of(new TransferPoint(TransferPoint.End.REAR, 1.5, 1, 1)));
        Station one = new Station("S", Placement.at(30, 0), 1, 0, Optional.of(time("600 s")));
        Station other = new Station("T", Placement.at(30, 10), 1, 0, Optional.of(time("600 s")));
        Study study = new Lines().chain(rack, one, goodsOut("Out")).chain(other)
                .link(new Link("Rack", "T").withPorts("out 2", "")).link(new Link("T", "Out").withTravel(new Travel.AtOnce()))
                .chain(crane(c -> c.withForkTime(time("4 s")).withLoads(2))).study(1, 0, 1);
        RunFigures run = Runs.sound(study, 0);
        Trace trace = Runs.traceOf(study);
        for (double at : new double[] {500, 900}) {
            long fetched = trace.at(nanos(at)).at(0).stream()
                    .filter(status -> trace.at(nanos(at)).placeOf(status.body()) >= rack.layout().places())
                    .count();
            assertEquals(2, fetched, "one waits at each outfeed at " + at + " s");
        }
        assertEquals(2, trace.at(nanos(500)).at(0).size() - 2, "two lie in their slots still");
        assertEquals(6, run.racks().getFirst().fetched());
        assertTrue(run.deadlock().isNone());
    }

    /** Ten bays of 1 m: what comes at 10 s goes into the first, at 100 s into the ninth, at 200 s into the second; all are asked for at 1000 s. */
    private static Rack scattered(int capacity) {
        return along(one -> one).withStock(List.of())
                .withStoring(s -> s.withSlotRule(SlotChoice.BY_FORMULA)
                        .withSlotFormula("abs(slot.bay - (clock.seconds < 50 ? 1 : (clock.seconds < 150 ? 9 : 2)))"))
                .withOutfeed(new TransferPoint(TransferPoint.End.FRONT, 0.5, 1, capacity))
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(), List.of(order("One", 1000, 3)), Optional.empty())));
    }

    private static Trace fetching(Rack rack, CraneCycles.Cycle rule) {
        return Runs.traceOf(new Lines().chain(Lines.timetable("In", "10 s Piece", "100 s Piece", "200 s Piece"), rack, goodsOut("Out"))
                .chain(crane(c -> c.withForkTime(time("4 s")).withLoads(2).withRule(rule))).study(0.5, 0, 1));
    }

    /** Of two forks the second takes the next oldest, or, for the shortest cycle, the one that is nearest to the first. */
    @ParameterizedTest
    @CsvSource({"DOUBLE, 1", "SHORTEST, 2"})
    void theSecondForkTakesTheNextOldestOrTheNearest(CraneCycles.Cycle rule, int with) {
        Trace trace = fetching(scattered(2), rule);
        double left = 1000;
        while (trace.at(nanos(left)).left() < 2) {
            left += 0.25;
            assertTrue(left < 1200, "two go out");
        }
        int last = trace.at(nanos(left)).at(1).getFirst().body();
        assertEquals(3 - with, last, "the other stays for the next cycle");
    }

    /** An outfeed with room for one: the crane takes one at a time, though it has two forks. */
    @Test
    void noMoreIsFetchedThanTheOutfeedHasRoomFor() {
        Trace trace = fetching(scattered(1), CraneCycles.Cycle.DOUBLE);
        for (double second = 1000; second < 1100; second += 0.5) {
            var now = trace.at(nanos(second));
            assertTrue(now.at(1).stream().filter(one -> now.carrierOf(one.body()) >= 0).count() <= 1, "at " + second + " s");
        }
        assertEquals(3, trace.at(nanos(1700)).left());
    }

    /** Two outfeeds of one place each: both forks take one, each for its own. */
    @Test
    void forksCarryLoadsForDifferentOutfeeds() {
        Rack rack = along(one -> one).withOrders(Optional.empty()).withStock(List.of(new RackStock("Piece", 4)))
                .withOutfeed(new TransferPoint(TransferPoint.End.REAR, 0.5, 1, 1))
                .withMoreOutfeeds(List.of(new TransferPoint(TransferPoint.End.REAR, 1.5, 1, 1)));
        Trace trace = Runs.traceOf(
                new Lines().chain(rack, goodsOut("Out")).chain(new Station("T", Placement.at(30, 10), 1, 0, Optional.of(time("600 s"))))
                        .link(new Link("Rack", "T").withPorts("out 2", "")).link(new Link("T", "Out"))
                        .chain(crane(c -> c.withForkTime(time("4 s")).withLoads(2))).study(0.5, 0, 1));
        boolean both = false;
        for (double second = 0; second < 30; second += 0.5) {
            var now = trace.at(nanos(second));
            both |= now.at(0).stream().filter(one -> now.carrierOf(one.body()) >= 0).count() == 2;
        }
        assertTrue(both, "both forks are full in the first cycle");
    }

    /** What goes out at the second outfeed lies there for longer: it is fetched first, although the first outfeed is looked at first. */
    @Test
    void theOldestIsFetchedFirstWhereverItGoes() {
        Rack rack = along(one -> one).withOrders(Optional.empty())
                .withStock(List.of(new RackStock("A", 1), new RackStock("B", 1)))
                .withMoreOutfeeds(List.of(new TransferPoint(TransferPoint.End.REAR, 1.5, 1, 1)));
        Study study = new Lines().types(PieceType.usual("A"), PieceType.usual("B")).chain(rack).chain(goodsOut("Out"))
                .chain(goodsOut("Out 2"))
                .link(new Link("Rack", "Out").withFilter(new LinkFilter.Types(List.of("B"))))
                .link(new Link("Rack", "Out 2").withFilter(new LinkFilter.Types(List.of("A"))).withPorts("out 2", ""))
                .chain(crane(c -> c.withForkTime(time("4 s")))).study(0.5, 0, 1);
        Trace trace = Runs.traceOf(study);
        double left = 0;
        while (trace.at(nanos(left)).left() < 1) {
            left += 0.25;
            assertTrue(left < 100, "one goes out");
        }
        assertEquals(1, trace.at(nanos(left)).at(0).getFirst().body(), "B is there still");
    }

    /** Two stand in the slot of the third bay, the older behind: the younger is moved to the nearest slot, not to the first. */
    @Test
    void whatIsMovedAsideGoesToTheNearestSlot() {
        Rack rack = along(one -> one).withStock(List.of()).withLayout(l -> l.withDepth(2).withBays(6))
                .withStoring(s -> s.withSlotRule(SlotChoice.BY_FORMULA).withSlotFormula("abs(slot.bay - 4)"))
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(), List.of(order("One", 1000, 1)), Optional.empty())));
        Trace trace = Runs.traceOf(new Lines().chain(Lines.timetable("In", "10 s Piece", "100 s Piece"), rack, goodsOut("Out"))
                .chain(crane(c -> c.withForkTime(time("4 s")))).study(0.5, 0, 1));
        assertEquals(3, rack.layout().bay(trace.at(nanos(900)).placeOf(1) / 2), "both lie in the fourth bay");
        assertEquals(1, Math.abs(rack.layout().bay(trace.at(nanos(1500)).placeOf(1) / 2) - 3), "beside it");
        assertEquals(1, trace.at(nanos(1500)).left());
    }
}
