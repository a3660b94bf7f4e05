package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.mode;
import static rhombic.plant.RacksTest.deep;
import static rhombic.plant.RacksTest.forks;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.rack.AisleChoice;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderLine;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.TransferPoint;
import rhombic.study.value.TimeSource;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** When a store stands still for good, and when it only seems to; and how many loads may be on their way to it. */
class StoreStandstillTest {
    private static Rack rack() {
        return deep(order("One", 0)).withLayout(l -> l.withDepth(1)).withOrders(Optional.empty())
                .withStock(List.of(new RackStock("Piece", 2)));
    }

    private static ListedOrder order(String name, double at) {
        return new ListedOrder(name, Quantity.seconds(at), "Piece", 1, false);
    }

    private static Optional<OrderPlan> orders(ListedOrder... list) {
        return Optional.of(new OrderPlan(time("100 h"), List.of(), List.of(list), Optional.empty()));
    }

    /**
     * A full rack gives a load to a station; before it is there, another from elsewhere has taken the place, which wants to go to the rack when it is done. There
     * what comes in on demand has taken the slot. So the rack waits for the station, and the station for the rack.
     */
    private static Study circle(UnaryOperator<Rack> change, StackerCrane cranes, double hours) {
        Station station = new Station("S", Placement.at(20, 0), 1, 0, Optional.of(time("3 s")));
        return new Lines().chain(Lines.onDemand("In"), change.apply(rack()), station).chain(Lines.timetable("Other", "1 s Piece"))
                .link(new Link("Other", "S")).link(new Link("S", "Rack")).chain(cranes).study(hours, 0, 1);
    }

    private static boolean stands(Study study) {
        return !Runs.of(study).deadlock().isNone();
    }

    private static StackerCrane failing(double at) {
        StackerCrane crane = forks();
        return (StackerCrane) crane.with(crane.basics()
                .withDuty(crane.basics().duty().withFailures(List.of(mode("motor", at + " s", UpTime.Clock.CALENDAR, "10 h")))));
    }

    @Test
    void aRackAndAStationWaitForEachOther() {
        RunFigures run = Runs.sound(circle(rack -> rack, forks(), 1), 0);
        assertEquals(List.of("Rack", "S"), run.deadlock().equipment().stream().sorted().toList());
        assertTrue(stands(circle(rack -> rack.withOrders(orders(order("One", 0))), forks(), 1)), "nor does an order that is done help");
    }

    /** What is still to ripen, or to be asked for, may change that. */
    @Test
    void nothingStandsForGoodWhileSomethingRipensOrAnOrderMayCome() {
        TimeSource stay = new TimeSource.Drawn(time("5 h"));
        assertTrue(!stands(circle(rack -> rack.withFetching(f -> f.withMinStay(Optional.of(stay))), forks(), 1)));
        assertTrue(!stands(circle(rack -> rack.withOrders(orders(order("One", 0), order("Two", 10_000))), forks(), 1)));
        OrderPlan byChance = new OrderPlan(time("100 h"), List.of(new OrderLine("Piece", Quantity.percent(100), 1, 1)),
                List.of(order("One", 0)), Optional.empty());
        assertTrue(!stands(circle(rack -> rack.withOrders(Optional.of(byChance)), forks(), 1)));
    }

    /** The crane has brought a load at 8 s; at 10 s another waits at the infeed. Later it has nothing left to do, unless one more is asked for. */
    @Test
    void nothingStandsForGoodWhileACraneStillHasToDoSomething() {
        assertTrue(!stands(circle(rack -> rack, failing(10), 1)), "a load stands at the infeed");
        assertTrue(stands(circle(rack -> rack, failing(100), 1)), "nothing is left to do");
        assertTrue(!stands(circle(rack -> rack.withOrders(orders(order("One", 0), order("Two", 2000))), failing(1000), 1)),
                "one is asked for");
    }

    /** Up to the instant in which the crane sets the last load down in its slot it is at work. */
    @Test
    void aRackIsAtWorkUntilTheLastLoadIsStored() {
        Trace trace = Runs.traceOf(circle(rack -> rack, forks(), 1));
        int stored = IntStream.range(10, 100).filter(second -> isFull(trace, second + 0.5)).findFirst().orElseThrow();
        assertTrue(stored > 20, "it takes its time: " + stored);
        for (int second = 9; second < 60; second++) {
            assertEquals(second >= stored, stands(circle(rack -> rack, forks(), (second + 0.5) / 3600)), "at " + second + " s");
        }
    }

    /** Two wait to go out, and two lie in the slots. */
    private static boolean isFull(Trace trace, double seconds) {
        Moment now = trace.at(Math.round(seconds * 1e9));
        return now.content(1) == 4
                && now.at(1).stream().filter(one -> now.placeOf(one.body()) < 2 && now.carrierOf(one.body()) < 0).count() == 2;
    }

    // ---- what is on its way

    private static Rack aisles(int aisles, AisleChoice rule) {
        return rack().withStock(List.of()).withLayout(l -> l.withAisles(aisles)).withStoring(s -> s.withAisleRule(rule));
    }

    private static Study onTheWay(Rack rack, int pieces) {
        return new Lines().chain(Lines.timetable("In", "10 s " + pieces + " Piece")).chain(rack)
                .link(new Link("In", "Rack").withTravel(new Travel.InTime(time("100 s"), 9)))
                .chain(forks().withCranes(rack.layout().aisles())).study(1, 0, 1);
    }

    /** How many are on the way of a link at that time. */
    private static long moving(Study study, double seconds) {
        Trace trace = Runs.traceOf(study);
        return trace.at(Math.round(seconds * 1e9)).inside() - trace.at(Math.round(seconds * 1e9)).content(0)
                - trace.at(Math.round(seconds * 1e9)).content(1);
    }

    /** Two set out at once: the second goes to the other aisle, since the first is on its way to the first. */
    @Test
    void whatIsOnItsWayCountsWhereItGoes() {
        for (AisleChoice rule : List.of(AisleChoice.SPREAD, AisleChoice.BALANCE)) {
            Rack rack = aisles(2, rule);
            Trace trace = Runs.traceOf(onTheWay(rack, 2));
            assertEquals(List.of(0, 1), IntStream.range(0, 2)
                    .map(body -> rack.places().place(trace.at(1_000_000_000_000L).placeOf(body)).aisle()).sorted().boxed().toList(),
                    rule.name());
        }
    }

    /** The infeed has room for two, those on their way included; then there are two slots, and one, and of a rack that is two deep one stays free. */
    @Test
    void noMoreSetOutThanThereIsRoomFor() {
        Rack roomy = aisles(1, AisleChoice.FIRST).withLayout(l -> l.withBays(5));
        assertEquals(2, moving(onTheWay(roomy, 5), 50));
        assertEquals(3, moving(onTheWay(roomy.withInfeed(roomy.infeed().withCapacity(3)), 5), 50));
        Rack two = aisles(1, AisleChoice.FIRST).withInfeed(new TransferPoint(TransferPoint.End.FRONT, 0.5, 1, 4));
        assertEquals(2, moving(onTheWay(two, 5), 50));
        assertEquals(1, moving(onTheWay(two.withStock(List.of(new RackStock("Piece", 1))), 5), 50));
        assertEquals(3, moving(onTheWay(two.withLayout(l -> l.withDepth(2)), 5), 50), "one of four stays free");
        assertEquals(5, moving(onTheWay(two.withLayout(l -> l.withDepth(2).withLevels(LevelHeights.of(4, Quantity.metres(1))))
                .withInfeed(two.infeed().withCapacity(9)), 5), 50));
    }

    /** One slot is left, and two infeeds, each with what comes to it: only one sets out. */
    @Test
    void whatComesToOneInfeedTakesTheRoomOfTheOther() {
        Rack rack = aisles(1, AisleChoice.FIRST).withStock(List.of(new RackStock("Piece", 1)))
                .withMoreInfeeds(List.of(TransferPoint.USUAL.withHeight(1.5)));
        Travel slow = new Travel.InTime(time("100 s"), 9);
        Study study = new Lines().chain(Lines.timetable("In", "10 s Piece")).chain(rack).chain(Lines.timetable("Other", "20 s Piece"))
                .chain(goodsOut("Out")).link(new Link("In", "Rack").withTravel(slow))
                .link(new Link("Other", "Rack").withTravel(slow).withPorts("", "in 2")).chain(forks()).study(1, 0, 1);
        assertEquals(2, Runs.at(Runs.of(study), "Rack").contentNow(), "the slots are full");
        assertEquals(1, Runs.at(Runs.of(study), "Other").contentNow(), "it waits where it is");
        RunFigures run = Runs.sound(study.changed("Rack", e -> ((Rack) e).withStock(List.of())), 0);
        assertEquals(2, run.racks().getFirst().stored());
    }
}
