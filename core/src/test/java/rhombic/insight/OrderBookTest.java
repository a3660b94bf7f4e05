package rhombic.insight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.plant.Runs;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsOut;
import rhombic.study.place.Placement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.PieceStatus;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

class OrderBookTest {
    private static final long SECOND = 1_000_000_000L;

    private static Fleet fleet(int vehicles) {
        return Fleet.KIND.blank(Basics.of("F", Placement.at(0, -20))).withVehicles(vehicles)
                .withDriving(driving -> driving.withSpeed(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE));
    }

    private static Study study(Buffer.Order order, int room, int vehicles) {
        Buffer store = (Buffer) buffer("Store", -1).placed(Placement.at(0, 0));
        return new Lines().chain(timetable("In", "100 s Piece", "110 s Piece", "120 s Piece"), store.withOrder(order))
                .chain(room < 0 ? goodsOut("Out").placed(Placement.at(60, 0)) : buffer("Out", room).placed(Placement.at(60, 0)))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("F"), 1))).chain(fleet(vehicles)).study(1, 0, 1);
    }

    private static OrderBook.Page page(Study study, Trace trace, double seconds) {
        return new OrderBook(UnfoldedStudy.of(study)).of(study.groups().getFirst(), trace.at(Math.round(seconds * SECOND)));
    }

    /** One forklift, about 20 m away; the first piece comes at 100 s. */
    @Test
    void itTellsWhatWaitsIsFetchedAndIsCarried() {
        Study study = study(Buffer.Order.OLDEST_FIRST, -1, 1);
        Trace trace = Runs.traceOf(study);
        assertEquals(List.of(), page(study, trace, 99).orders());
        assertEquals(List.of(new OrderBook.Order("Piece 1", "Store", "Out", OrderBook.State.FETCHED, 100 * SECOND, "F")),
                page(study, trace, 105).orders());
        OrderBook.Page later = page(study, trace, 140);
        assertEquals(List.of(OrderBook.State.WAITS, OrderBook.State.CARRIED), later.orders().stream().map(OrderBook.Order::state).toList());
        assertEquals("Piece 2", later.orders().getFirst().piece());
        assertEquals("F", later.orders().getLast().by());
        assertEquals(1, later.behind(), "the third stands behind the second");
        assertEquals(new OrderBook.Page(List.of(), 0), page(study, trace, 3600), "all have been brought");
    }

    @Test
    void aPieceTellsThatItWaitsToBeCarriedAndWhoComes() {
        Study study = study(Buffer.Order.OLDEST_FIRST, -1, 1);
        Trace trace = Runs.traceOf(study);
        PieceStory story = new PieceStory(UnfoldedStudy.of(study), trace);
        Moment moment = trace.at(105 * SECOND);
        assertEquals("Waits at Store for 5 s to be carried to Out: F comes.", story.doing(moment.piece(0).orElseThrow(), moment));
        Moment later = trace.at(140 * SECOND);
        String said = story.doing(later.piece(1).orElseThrow(), later);
        assertTrue(said.startsWith("Waits at Store for 30 s to be carried to Out: nobody has come for it for "), said);
    }

    /** Where there is no room it waits for that, and nobody is called. */
    @Test
    void whatHasNoRoomWhereItGoesIsNotCalledFor() {
        Study study = study(Buffer.Order.OLDEST_FIRST, 1, 2);
        Trace trace = Runs.traceOf(study);
        OrderBook.Page page = page(study, trace, 3000);
        assertEquals(List.of(), page.orders());
        PieceStory story = new PieceStory(UnfoldedStudy.of(study), trace);
        Moment moment = trace.at(3000 * SECOND);
        assertTrue(story.doing(moment.piece(1).orElseThrow(), moment).contains("for room at Out"));
    }

    /** The newest goes first: another is called for in its stead as soon as it comes. */
    @Test
    void whatIsCalledForChangesWithWhatIsOnOffer() {
        Study study = study(Buffer.Order.NEWEST_FIRST, -1, 1);
        Trace trace = Runs.traceOf(study);
        OrderBook.Page page = page(study, trace, 140);
        assertEquals(List.of("Piece 3"), page.orders().stream().filter(one -> one.state() == OrderBook.State.WAITS)
                .map(OrderBook.Order::piece).toList());
    }

    /** Whatever happens: what is carried is on a link, what waits or is fetched lies where it waits, and each is told once. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void eachIsInOneState(long seed) {
        Random random = new Random(seed);
        Study study = carrying(random);
        UnfoldedStudy unfolded = UnfoldedStudy.of(study);
        OrderBook book = new OrderBook(unfolded);
        Trace trace = Runs.traceOf(study);
        boolean any = false;
        for (int i = 0; i < 200; i++) {
            Moment moment = trace.at((long) (random.nextDouble() * study.plan().length().nanos()));
            OrderBook.Page page = book.of(study.groups().getFirst(), moment);
            assertEquals(page.orders().size(), page.orders().stream().map(OrderBook.Order::piece).distinct().count());
            for (PieceStatus status : moment.pieces()) {
                int link = moment.calledAlong(status.body());
                if (link >= 0 && status.link() >= 0) {
                    assertFalse(true, "seed " + seed + ": what is on its way is not called for");
                }
                if (link >= 0) {
                    assertEquals(unfolded.from(link), status.node(), "seed " + seed);
                    any = true;
                }
            }
            for (OrderBook.Order order : page.orders()) {
                assertTrue(order.sinceNanos() <= moment.timeNanos());
                assertEquals(order.state() == OrderBook.State.WAITS, order.by().isEmpty());
            }
        }
        assertTrue(any, "seed " + seed);
    }

    private static Study carrying(Random random) {
        Lines lines = new Lines().chain(Lines.arrivals("In", "exponential(60 s)", 1),
                ((Buffer) buffer("Store", -1).placed(Placement.at(0, 0))).withOrder(Buffer.Order.values()[random.nextInt(3)]));
        lines.chain(Lines.station("Work", 1, random.nextInt(2), "exponential(70 s)").placed(Placement.at(30, 0)));
        lines.chain(((GoodsOut) goodsOut("Out")).placed(Placement.at(60, 10)));
        lines.link(new Link("Store", "Work").withTravel(new Travel.Carried(Need.of("F"), 1 + random.nextInt(2))));
        lines.link(new Link("Work", "Out").withTravel(new Travel.Carried(Need.of("F"), 1)));
        return lines.chain(fleet(1 + random.nextInt(2)).withCapacity(2)).study(2, 0, 1);
    }
}
