package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Rack;
import rhombic.study.place.Placement;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderLine;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.ShortStock;
import rhombic.study.value.PieceType;
import rhombic.validation.Lines;

/** Customer orders of a rack without a crane, from which all goes out at once. */
class OrdersTest {
    /** So seldom that it is in none of six orders. */
    private static final double SELDOM = 1e-6;

    private static Rack rack(OrderPlan plan) {
        return Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0))).withStock(List.of(new RackStock("A", 30), new RackStock("B", 30)))
                .withOrders(Optional.of(plan));
    }

    private static OrderPlan every(String interarrival, OrderLine... lines) {
        return new OrderPlan(time(interarrival), List.of(lines), List.of(), Optional.empty());
    }

    private static OrderPlan listed(ListedOrder... orders) {
        return new OrderPlan(time("1 h"), List.of(), List.of(orders), Optional.empty());
    }

    private static OrderLine line(String type, double percent, int min, int max) {
        return new OrderLine(type, Quantity.percent(percent), min, max);
    }

    private static Lines lines(Rack rack) {
        return new Lines().types(PieceType.usual("A"), PieceType.usual("B")).chain(rack, goodsOut("Out"));
    }

    private static RunFigures run(OrderPlan plan, double hours) {
        return Runs.sound(lines(rack(plan)).study(hours, 0, 1), 0);
    }

    private static RackFigures figures(RunFigures run) {
        return run.racks().getFirst();
    }

    private static long out(RunFigures run, String type) {
        return run.types().stream().filter(one -> one.name().equals(type)).findFirst().orElseThrow().out();
    }

    @Test
    void anOrderComesInEachIntervalAndHasItsLines() {
        RunFigures run = run(every("10 min", line("A", 100, 2, 2), line("B", SELDOM, 5, 5)), 65 / 60.0);
        assertEquals(6, figures(run).orders(), "from 10 min to 60 min");
        assertEquals(6, figures(run).lines());
        assertEquals(12, out(run, "A"));
        assertEquals(0, out(run, "B"));
        RunFigures both = run(every("10 min", line("A", 100, 2, 2), line("B", 100, 3, 3)), 65 / 60.0);
        assertEquals(6, figures(both).orders());
        assertEquals(12, figures(both).lines());
        assertEquals(18, out(both, "B"));
    }

    @Test
    void anOrderWithoutAnyLineHasTheFirst() {
        RunFigures run = run(every("10 min", line("A", SELDOM, 1, 1), line("B", SELDOM, 1, 1)), 65 / 60.0);
        assertEquals(6, out(run, "A"));
        assertEquals(6, figures(run).lines());
    }

    @Test
    void howManyAreAskedForIsDrawnFromTheLeastToTheMost() {
        TreeSet<Long> asked = new TreeSet<>();
        Study study = lines(rack(every("10 min", line("A", 100, 3, 5)))).study(15 / 60.0, 0, 1);
        for (int seed = 1; seed <= 40; seed++) {
            asked.add(Runs.of(study.withPlan(study.plan().withSeed(seed))).out());
        }
        assertEquals(new TreeSet<>(List.of(3L, 4L, 5L)), asked);
    }

    /** 60 % of the orders ask for B, and no line leaves out another. */
    @Test
    void aLineIsInItsShareOfTheOrders() {
        Rack many = rack(every("1 min", line("A", 100, 1, 1), line("B", 60, 1, 1)))
                .withLayout(layout -> layout.withBays(60)).withStock(List.of(new RackStock("A", 340), new RackStock("B", 340)));
        RunFigures run = Runs.of(lines(many).study(5, 0, 1));
        assertEquals(300, out(run, "A"), 1);
        double sd = Math.sqrt(300 * 0.6 * 0.4);
        assertEquals(180, out(run, "B"), 3 * sd);
    }

    @Test
    void linesOfOneNameAndTimeAreOneOrder() {
        RunFigures run = run(listed(new ListedOrder("One", Quantity.seconds(10), "A", 2, false),
                new ListedOrder("One", Quantity.seconds(10), "B", 3, false), new ListedOrder("One", Quantity.seconds(20), "A", 1, false),
                new ListedOrder("Two", Quantity.seconds(20), "A", 1, false)), 1);
        assertEquals(3, figures(run).orders());
        assertEquals(4, figures(run).lines());
        assertEquals(7, run.out());
        assertEquals(0, figures(run).waitingOrders());
    }

    @Test
    void whatIsDueIsOnTimeOrLateByHowLong() {
        OrderPlan plan = new OrderPlan(time("1 h"), List.of(), List.of(new ListedOrder("One", Quantity.seconds(10), "A", 1, false),
                new ListedOrder("Two", Quantity.seconds(20), "A", 1, false), new ListedOrder("Three", Quantity.seconds(30), "A", 1, false)),
                Optional.of(Quantity.seconds(95)));
        Study study = new Lines().types(PieceType.usual("A"), PieceType.usual("B"))
                .chain(rack(plan), Lines.station("S", 1, 0, "100 s"), goodsOut("Out")).study(1, 0, 1);
        RackFigures figures = figures(Runs.sound(study, 0));
        // out at 10, 110 and 210 s, due at 105, 115 and 125 s
        assertEquals(2, figures.onTime());
        assertEquals((0 + 90 + 180) / 3.0 / 3600, figures.orderHours(), 1e-9);
        assertEquals(85 / 3600.0, figures.lateHours(), 1e-9, "of those that are late");
    }

    /** Of five two are there: they wait together for the three that come at 500 s, or three are struck off, or become an order of their own; all is due 60 s later. */
    @ParameterizedTest
    @CsvSource({"WAIT, 1, 0, 0, 0, 490, 430", "CUT, 1, 1, 3, 0, 0, 0", "SPLIT, 2, 1, 0, 0, 245, 430"})
    void whatIsNotInStock(ShortStock rule, int orders, int onTime, int cut, int missing, double meanSeconds, double lateSeconds) {
        OrderPlan plan = new OrderPlan(time("1 h"), List.of(), List.of(new ListedOrder("One", Quantity.seconds(10), "A", 5, false)),
                Optional.of(Quantity.seconds(60))).withShortStock(rule);
        Rack rack = rack(plan).withStock(List.of(new RackStock("A", 2)));
        Study study = new Lines().types(PieceType.usual("A"), PieceType.usual("B"))
                .chain(Lines.timetable("In", "500 s 3 A"), rack, goodsOut("Out"))
                .study(1, 0, 1);
        RackFigures figures = figures(Runs.sound(study, 0));
        assertEquals(orders, figures.orders());
        assertEquals(onTime, figures.onTime());
        assertEquals(cut, figures.cutPieces());
        assertEquals(missing, figures.missingPieces());
        assertEquals(0, figures.waitingOrders());
        assertEquals(meanSeconds / 3600, figures.orderHours(), 1e-9);
        assertEquals(lateSeconds == 0 ? Double.NaN : lateSeconds / 3600, figures.lateHours(), 1e-9);
    }

    /** Nothing is there: what is struck off leaves nothing, what is split waits as one. */
    @ParameterizedTest
    @CsvSource({"WAIT, 1, 5, 0", "CUT, 0, 0, 5", "SPLIT, 1, 5, 0"})
    void nothingIsInStock(ShortStock rule, int waiting, int missing, int cut) {
        OrderPlan plan = listed(new ListedOrder("One", Quantity.seconds(10), "A", 5, false)).withShortStock(rule);
        RackFigures figures = figures(Runs.sound(lines(rack(plan).withStock(List.of(new RackStock("B", 2)))).study(1, 0, 1), 0));
        assertEquals(waiting, figures.waitingOrders());
        assertEquals(missing, figures.missingPieces());
        assertEquals(cut, figures.cutPieces());
        assertEquals(0, figures.orders());
    }

    /** A urgent one goes before those that came earlier and wait for the same; what comes at 100 s and 200 s is for it. */
    @Test
    void anUrgentOrderGoesFirst() {
        OrderPlan plan = listed(new ListedOrder("One", Quantity.seconds(10), "A", 1, false),
                new ListedOrder("Two", Quantity.seconds(20), "A", 2, true));
        Rack rack = rack(plan).withStock(List.of(new RackStock("B", 1)));
        Study study = new Lines().types(PieceType.usual("A"), PieceType.usual("B"))
                .chain(Lines.timetable("In", "100 s A", "200 s A", "400 s A"), rack, goodsOut("Out")).study(1, 0, 1);
        RackFigures figures = figures(Runs.sound(study, 0));
        assertEquals(((200 - 20) + (400 - 10)) / 2.0 / 3600, figures.orderHours(), 1e-9);
    }
}
