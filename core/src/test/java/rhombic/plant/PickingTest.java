package rhombic.plant;

import java.util.Map;
import rhombic.insight.OrderBook;
import rhombic.insight.PieceStory;
import rhombic.insight.RackSection;
import rhombic.measure.RackFigures;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.Attribute;
import rhombic.study.value.Value;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.measure.RunFigures;
import rhombic.quantity.Clock;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.TravelChoice;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.place.Placement;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.PickSequence;
import rhombic.study.rack.Picking;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;
import rhombic.validation.Lines;

/** People who pick customer orders from the slots of a rack. */
class PickingTest {
    private static final double NEAR = 1e-6;

    private static Quantity metres(double value) {
        return Quantity.parse(value + " m", Dimension.LENGTH);
    }

    private static ListedOrder line(String order, double at, String type, int pieces) {
        return new ListedOrder(order, Quantity.seconds(at), type, pieces, false);
    }

    /** Two aisles of ten bays of 1 m, 4 m apart: A lies in the first at 3.5 m, B in the second at 7.5 m. */
    private static Rack rack(Picking picking, ListedOrder... orders) {
        return Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withAisles(2).withBays(10).withBayPitch(metres(1)).withLevels(LevelHeights.of(1, metres(1.5)))
                        .withSlotDepth(metres(1.3)).withAisleWidth(metres(1.4)))
                .withStoring(s -> s.withSlotRule(SlotChoice.BY_FORMULA)
                        .withSlotFormula("abs(slot.bay - (piece.type == 'A' ? 4 : 8)) + slot.row"))
                .withStock(List.of(new RackStock("A", 3), new RackStock("B", 3)))
                .withOrders(orders.length == 0
                        ? Optional.empty()
                        : Optional.of(new OrderPlan(time("1 h"), List.of(), List.of(orders), Optional.empty())))
                .withPicking(Optional.of(picking));
    }

    private static Pose place(Rack rack, int aisle, double along) {
        return Pose.at(along - 5, rack.layout().aisleMetres(aisle), 0, 0);
    }

    private static Crew pickers(int people, Pose home) {
        Crew crew = (Crew) Crew.KIND.blank(Basics.of("Pickers", Placement.at(0, 0))).withPeople(people)
                .withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)));
        crew = (Crew) crew.with(crew.dispatching().withTravel(TravelChoice.STRAIGHT));
        Pose first = Layout.home(crew, 0);
        return (Crew) crew.placed(Placement.at(home.x() - first.x(), home.y() - first.y()));
    }

    private static Study study(Rack rack, Crew crew, int capacity) {
        PlantElement out = goodsOut("Out").placed(Placement.at(-12, 0));
        return new Lines().types(PieceType.usual("A"), PieceType.usual("B")).chain(rack).chain(out).chain(crew)
                .link(new Link("Rack", "Out").withTravel(new Travel.Carried(Need.of("Pickers"), capacity))).study(2, 0, 1);
    }

    /**
     * Who waits at the front of the first aisle is asked for one A and one B: 8 s at each place and 3 s for each piece, and the way there, to the next, and
     * to where they are set down.
     */
    @ParameterizedTest
    @CsvSource({"S_SHAPE, 28", "RETURN, 30", "LARGEST_GAP, 28"})
    void anOrderIsPickedOnTheWayThroughTheAisles(PickSequence sequence, double inRack) {
        Rack rack = rack(Picking.USUAL.withSequence(sequence), line("One", 100, "A", 1), line("One", 100, "B", 1));
        Pose front = place(rack, 0, -1);
        Crew crew = pickers(1, front);
        Study study = study(rack, crew, 10);
        assertEquals(4, rack.layout().aislePitchMetres(), NEAR);
        double walked = sequence == PickSequence.RETURN ? 2 * 4.5 + 4 + 2 * 8.5 : 12 + 4 + 12;
        assertEquals(inRack, walked);
        Pose to = Layout.setDown(Layout.inlet(study.find("Out").orElseThrow(), ""), ResourceGroup.PERSON_REACH_METRES);
        double last = place(rack, 1, -1).distanceTo(to);
        RunFigures run = Runs.sound(study, 0);
        assertEquals(2, run.out());
        assertEquals(100 + walked + 2 * (8 + 3) + last, run.lead().max(), NEAR);
        assertEquals(walked + last + to.distanceTo(front), run.crews().getFirst().people().getFirst().metres(), NEAR, "and home");
    }

    /** Three orders of one A each: one by one they make three tours, together one, with a single stop. */
    @ParameterizedTest
    @CsvSource({"1, 3", "2, 2", "0, 1"})
    void ordersArePickedOneByOneOrTogether(int ordersPerTour, int tours) {
        Rack rack = rack(Picking.USUAL.withOrdersPerTour(ordersPerTour), line("One", 100, "A", 1), line("Two", 100, "A", 1),
                line("Three", 100, "A", 1));
        RunFigures run = Runs.sound(study(rack, pickers(1, place(rack, 0, -1)), 10), 0);
        assertEquals(3, run.out());
        assertEquals(tours, run.crews().getFirst().people().getFirst().jobs());
        assertEquals(3, run.racks().getFirst().orders());
    }

    /**
     * A load of A stands for ten. Four are asked for at 100 s and picked from it: 8 s, and 3 s for each. Of the eight of the next order six are the rest of
     * it, and two are picked from another, which stays.
     */
    @Test
    void unitsArePickedFromWhatStays() {
        Rack plain = rack(Picking.USUAL.withOrdersPerTour(0), line("One", 100, "A", 4), line("Two", 1000, "A", 8));
        Rack rack = plain.withOrders(plain.orders().map(plan -> plan.withUnits("units").withTaken("taken")));
        Pose front = place(rack, 0, -1);
        Study study = study(rack, pickers(1, front), 10);
        PieceType a = PieceType.usual("A")
                .withAttributes(List.of(new Attribute("units", new Value.Num(10)), new Attribute("taken", new Value.Num(0))));
        Study counted = study.withPieceTypes(List.of(a, PieceType.usual("B")));
        RunFigures run = Runs.sound(counted, 0);
        RackFigures figures = run.racks().getFirst();
        assertEquals(3, run.out(), "four, six and two");
        assertEquals(2, figures.orders());
        assertEquals(0, figures.missingPieces());
        assertEquals(3, figures.fetched());
        assertEquals(5, Runs.at(run, "Rack").contentNow(), "one of six is empty");
        assertEquals(3, Runs.at(run, "Rack").out());
        Pose to = Layout.setDown(Layout.inlet(study.find("Out").orElseThrow(), ""), ResourceGroup.PERSON_REACH_METRES);
        double way = 4.5 + place(rack, 0, 3.5).distanceTo(to);
        Trace trace = Runs.traceOf(counted);
        Moment before = trace.at(Math.round((100 + 4.5 + 8 + 12 - 0.1) * 1e9));
        Moment after = trace.at(Math.round((100 + way + 8 + 12 + 0.1) * 1e9));
        assertEquals(7, before.content(0), "six lie there, and four units of one of them are being picked");
        assertEquals(6, after.content(0));
        assertEquals(1, after.left());
        Moment end = trace.at(7_000_000_000_000L);
        RackSection section = RackSection.of(UnfoldedStudy.of(counted), rack, 0, end, 0);
        assertEquals(Map.of("A", 2, "B", 3), section.counts(), "eight of the second are there, and all of the third");
    }

    /** The outlet of the rack is shut when the picker comes to the first place, from 102 s to 150 s: it is picked then, and all the rest after it. */
    @Test
    void whatIsShutInWaitsForThePicker() {
        Rack rack = rack(Picking.USUAL, line("One", 100, "A", 1), line("One", 100, "B", 1));
        Rack shut = (Rack) rack.with(rack.basics().withOutletShut(List.of(new ShutTime(Quantity.seconds(102), Quantity.seconds(150)))));
        Study study = study(shut, pickers(1, place(rack, 0, -1)), 10);
        Pose to = Layout.setDown(Layout.inlet(study.find("Out").orElseThrow(), ""), ResourceGroup.PERSON_REACH_METRES);
        RunFigures run = Runs.sound(study, 0);
        assertEquals(2, run.out());
        double last = place(rack, 1, -1).distanceTo(to);
        assertEquals(150 + (8 + 3) + (28 - 4.5) + (8 + 3) + last, run.lead().max(), NEAR);
    }

    // ---- random

    private static LongStream nets() {
        return Runs.nets();
    }

    private static Study random(long seed) {
        Random random = new Random(seed);
        List<ListedOrder> orders = new ArrayList<>();
        int stock = 20 + random.nextInt(30);
        int asked = 0;
        for (int i = 0; asked < 2 * stock - 12; i++) {
            int pieces = 1 + random.nextInt(4);
            asked += pieces;
            orders.add(new ListedOrder("Order " + i / 2, Quantity.seconds(60 * (i / 2)), random.nextBoolean() ? "A" : "B", pieces,
                    random.nextInt(9) == 0));
        }
        Picking picking = Picking.USUAL.withSequence(PickSequence.values()[random.nextInt(3)]).withOrdersPerTour(random.nextInt(4));
        Rack rack = rack(picking, orders.toArray(ListedOrder[]::new))
                .withLayout(l -> l.withAisles(1 + random.nextInt(4)).withLevels(LevelHeights.of(1 + random.nextInt(3), metres(1.5)))
                        .withDepth(1 + random.nextInt(2)))
                .withStoring(s -> s.withSlotRule(SlotChoice.RANDOM))
                .withStock(List.of(new RackStock("A", stock), new RackStock("B", stock)));
        Crew crew = pickers(1 + random.nextInt(3), Pose.at(-8, 0, 0, 0));
        if (random.nextInt(3) == 0) {
            FailureMode mode = FailureMode.of("trolley", new UpTime.After(time("exponential(5 min)"), UpTime.Clock.CALENDAR),
                    time("exponential(1 min)"));
            crew = (Crew) crew.with(crew.basics().withDuty(crew.basics().duty().withFailures(List.of(mode))));
        }
        return study(rack, crew, 1 + random.nextInt(8)).withPlan(study(rack, crew, 1).plan().withLength(Quantity.hours(12)));
    }

    @ParameterizedTest
    @MethodSource("nets")
    void allThatIsAskedForIsPicked(long seed) {
        Study study = random(seed);
        RunFigures run = Runs.sound(study, seed);
        long asked = study.find("Rack", Rack.class).orElseThrow().orders().orElseThrow().list().stream().mapToInt(ListedOrder::pieces)
                .sum();
        assertEquals(asked - run.racks().getFirst().missingPieces(), run.out(), "seed " + seed);
        assertTrue(run.deadlock().isNone(), "seed " + seed);
        assertTrue(run.racks().getFirst().waitingOrders() == 0 || run.racks().getFirst().missingPieces() > 0, "seed " + seed);
    }

    /** The same, zone by zone: fewer zones than people, so that each zone has one. */
    @ParameterizedTest
    @MethodSource("nets")
    void allThatIsAskedForIsPickedZoneByZone(long seed) {
        Study plain = random(seed);
        Study zoned = plain.changed("Rack", e -> ((Rack) e).withLayout(l -> l.withAisles(2 + (int) (seed % 4)))
                .withPicking(((Rack) e).picking().map(picking -> picking.withAislesPerZone(1 + (int) (seed % 3)))));
        Rack rack = (Rack) zoned.find("Rack").orElseThrow();
        int zones = rack.picking().orElseThrow().zones(rack.layout().aisles());
        Study peopled = zoned.changed("Pickers", e -> ((Crew) e).withPeople(zones + (int) (seed % 2)));
        FailureMode mode = FailureMode.of("lift", new UpTime.After(time("exponential(7 min)"), UpTime.Clock.CALENDAR),
                time("exponential(2 min)"));
        Study study = seed % 4 == 0
                ? peopled.withLinks(peopled.links().stream().map(link -> link.withFailures(List.of(mode))).toList())
                : peopled;
        RunFigures run = Runs.sound(study, seed);
        long asked = rack.orders().orElseThrow().list().stream().mapToInt(ListedOrder::pieces).sum();
        assertEquals(asked - run.racks().getFirst().missingPieces(), run.out(), "seed " + seed);
        assertTrue(run.deadlock().isNone(), "seed " + seed);
        assertTrue(run.racks().getFirst().waitingOrders() == 0 || run.racks().getFirst().missingPieces() > 0, "seed " + seed);
    }

    /**
     * Each aisle is a zone. The first picks A, comes back and hands it on before the second aisle; there the second, who is called then, takes it on, picks B
     * and brings both.
     */
    @Test
    void whatIsPickedInOneZoneIsHandedOnToTheNext() {
        Rack rack = rack(Picking.USUAL.withSequence(PickSequence.RETURN).withAislesPerZone(1), line("One", 100, "A", 1),
                line("One", 100, "B", 1));
        Crew crew = pickers(2, place(rack, 0, -1));
        Study study = study(rack, crew, 10);
        Pose handOn = place(rack, 1, -1);
        assertEquals(0, rack.handOn(1).distanceTo(handOn), NEAR);
        double handedOn = 100 + 4.5 + (8 + 3) + 4.5 + 4;
        double takenOn = handedOn + Layout.home(crew, 1).distanceTo(handOn);
        double picked = takenOn + 8.5 + (8 + 3);
        Pose to = Layout.setDown(Layout.inlet(study.find("Out").orElseThrow(), ""), ResourceGroup.PERSON_REACH_METRES);
        RunFigures run = Runs.sound(study, 0);
        assertEquals(2, run.out());
        assertEquals(1, run.racks().getFirst().orders());
        assertEquals(picked + 8.5 + handOn.distanceTo(to), run.lead().max(), NEAR);
        assertEquals(List.of(1L, 1L), run.crews().getFirst().people().stream().map(one -> one.jobs()).toList());
        Trace trace = Runs.traceOf(study);
        Scene scene = new Scene(UnfoldedStudy.of(study));
        Moment waits = trace.at(Math.round((handedOn + takenOn) / 2 * 1e9));
        int body = waits.firstOnLink(0);
        assertEquals(-1, waits.carrierOf(body));
        assertEquals(
                "Waits for " + Clock.elapsed(Math.round((takenOn - handedOn) / 2 * 1e9))
                        + " before zone 2 of Rack until somebody there takes it on.",
                new PieceStory(UnfoldedStudy.of(study), trace).doing(waits.onLink(0).getFirst(), waits));
        assertEquals(OrderBook.State.WAITS, new OrderBook(UnfoldedStudy.of(study)).of(crew, waits).orders().getFirst().state());
        Poses poses = new Poses();
        scene.pose(waits, 0, poses);
        int at = IntStream.range(0, poses.count()).filter(i -> poses.body(i) == body).findFirst().orElseThrow();
        double aside = Math.hypot(handOn.x() - poses.x(at), handOn.y() - poses.y(at));
        assertTrue(aside > 0.05 && aside < 0.6, () -> "four stand there side by side: " + aside);
        assertEquals(0, poses.z(at), 1e-3);
        assertEquals(1, trace.at(Math.round((takenOn + 1) * 1e9)).carrierOf(body), "the second has it");
    }

    /** What an order needs from one zone alone is brought from there; an order of the second zone does not wait for the first. */
    @Test
    void whoseZoneHasAllOfAnOrderBringsIt() {
        Rack rack = rack(Picking.USUAL.withSequence(PickSequence.RETURN).withAislesPerZone(1), line("One", 100, "B", 1),
                line("Two", 100, "A", 1));
        Crew crew = pickers(2, place(rack, 0, -1));
        RunFigures run = Runs.sound(study(rack, crew, 10), 0);
        assertEquals(2, run.out());
        assertEquals(List.of(1L, 1L), run.crews().getFirst().people().stream().map(one -> one.jobs()).toList());
    }

    /** Without customer orders, whatever is taken is picked, as many as one carries. */
    @Test
    void withoutOrdersWhatIsTakenIsPickedToo() {
        Rack rack = rack(Picking.USUAL.withOrdersPerTour(0));
        RunFigures run = Runs.sound(study(rack, pickers(1, place(rack, 0, -1)), 6), 0);
        assertEquals(6, run.out());
        assertEquals(1, run.crews().getFirst().people().getFirst().jobs());
    }
}
