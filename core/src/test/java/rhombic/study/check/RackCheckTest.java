package rhombic.study.check;

import rhombic.study.rack.AisleTransfer;
import rhombic.study.rack.TransferPoint;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.place.Placement;
import rhombic.study.rack.FetchChoice;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.OrderLine;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.Picking;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.site.Wall;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.validation.Lines;

/** What is told of racks and their cranes, with a remedy that mends it. */
class RackCheckTest {
    private static final PieceType PALLET = PieceType.pallet("Pallet");
    private static final PieceType BOX = PieceType.usual("Box");
    private static final Study STUDY = new Lines().types(PALLET, BOX)
            .chain(arrivals("In", "1 min", 1).withMix(List.of(new MixPart("Pallet", 1))),
                    Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0))), goodsOut("Out"))
            .chain(StackerCrane.KIND.blank(Basics.of("Cranes", Placement.at(0, 30))).withRack("Rack")).study(1, 0, 1);

    private static Study rack(UnaryOperator<Rack> change) {
        return STUDY.changed("Rack", e -> change.apply((Rack) e));
    }

    private static Study layout(UnaryOperator<RackLayout> change) {
        return rack(rack -> rack.withLayout(change));
    }

    private static Study cranes(UnaryOperator<StackerCrane> change) {
        return STUDY.changed("Cranes", e -> change.apply((StackerCrane) e));
    }

    private static List<Problem> problems(Study study) {
        return RackCheck.of(study, new TypeFlow(study));
    }

    private static void told(String message, Study study) {
        assertEquals(List.of(message), problems(study).stream().map(Problem::message).toList());
        assertTrue(!problems(study).getFirst().remedy().isBlank());
    }

    private static void mended(String message, Study study) {
        told(message, study);
        assertEquals(List.of(), problems(problems(study).getFirst().fixes().getFirst().changes().applyTo(study)));
    }

    @Test
    void whatIsRightIsNotTold() {
        assertEquals(List.of(), problems(STUDY));
    }

    @Test
    void eachAisleNeedsACraneAndEachCraneAnAisle() {
        mended("It serves no rack", cranes(c -> c.withRack("")));
        mended("It serves \u201cRock\u201d, which is no rack that is there", cranes(c -> c.withRack("Rock")));
        mended("Its 3 cranes are more than the 1 aisle of Rack, so the others do nothing", cranes(c -> c.withCranes(3)));
        mended("Aisle 2 and those behind it have no crane, so nothing is stored there", layout(l -> l.withAisles(3)));
        mended("Each takes 3 loads at a time, but the infeed of Rack has room for 2", cranes(c -> c.withCycles(y -> y.withLoads(3))));
        mended("Cranes serve it, but a crane can't reach into a flow rack from its aisle", layout(l -> l.withForm(RackForm.FLOW_RACK)));
        told("Both Cranes and Others serve it; only the first of them moves",
                STUDY.with(StackerCrane.KIND.blank(Basics.of("Others", Placement.at(0, 40))).withRack("Rack")));
    }

    /** One crane is enough for three aisles if a transfer takes it from one to the next; it must not run where loads come and go. */
    @Test
    void aTransferServesAislesWithoutACraneOfTheirOwn() {
        Study three = layout(l -> l.withAisles(3));
        Study with = three.changed("Cranes", e -> ((StackerCrane) e).withTransfer(Optional.of(AisleTransfer.USUAL)));
        assertEquals(List.of(), problems(with));
        mended("Its transfer runs at the front, where loads come and go, so cranes drive through what stands there",
                with.changed("Cranes",
                        e -> ((StackerCrane) e).withTransfer(Optional.of(AisleTransfer.USUAL.withEnd(TransferPoint.End.FRONT)))));
        Study both = with.changed("Rack", e -> ((Rack) e).withOutfeed(TransferPoint.USUAL.withEnd(TransferPoint.End.REAR)));
        told("Its transfer runs at the rear, where loads come and go, so cranes drive through what stands there", both);
        mended("Each aisle of Rack has a crane of its own, so the transfer does nothing",
                with.changed("Cranes", e -> ((StackerCrane) e).withCranes(3)));
    }

    @Test
    void aTransferSaysWhatItNeeds() {
        assertThrows(StudyException.class, () -> AisleTransfer.USUAL.withMaxCycles(0));
        assertEquals("The speed of a transfer must be above 0 m/s and at most 50 m/s; got 0 m/s",
                assertThrows(StudyException.class, () -> AisleTransfer.USUAL.withSpeed(Quantity.parse("0 m/s", Dimension.SPEED)))
                        .getMessage());
        assertEquals("The time to drive onto a transfer must be from 0 s to 1 d; got 2 d",
                assertThrows(StudyException.class, () -> AisleTransfer.USUAL.withDriveOnTime(Quantity.parse("2 d", Dimension.TIME)))
                        .getMessage());
    }

    @Test
    void infeedsAndOutfeedsAreApart() {
        told("Two of its infeeds are in one place, at the front, 0.8 m high", rack(r -> r.withMoreInfeeds(List.of(TransferPoint.USUAL))));
        told("Two of its outfeeds are in one place, at the front, 0.8 m high", rack(r -> r.withMoreOutfeeds(List.of(TransferPoint.USUAL))));
        assertEquals(List.of(), problems(rack(r -> r.withMoreInfeeds(
                List.of(TransferPoint.USUAL.withHeight(2), TransferPoint.USUAL.withEnd(TransferPoint.End.REAR),
                        TransferPoint.USUAL.withOffset(4))))));
    }

    @Test
    void aLoadMustFitItsSlots() {
        told("Pallet is 0.15 m high and fits in none of its levels, of 0.1 m at most, so it waits for ever",
                layout(l -> l.withLevels(LevelHeights.parse("3 x 0.1 m"))));
        told("Pallet, 1.2 m by 0.8 m, is larger than a slot of 0.7 m by 1.3 m",
                layout(l -> l.withBayPitch(Quantity.parse("0.7 m", Dimension.LENGTH))));
        told("Pallet weighs 25 kg, more than the 20 kg that a slot carries, so it waits for ever",
                layout(l -> l.withMaxWeight(Optional.of(Quantity.parse("20 kg", Dimension.MASS)))));
        told("At the start 500 pieces lie in it, but it has 240 places, so some are left out",
                rack(r -> r.withStock(List.of(new RackStock("Pallet", 500)))));
        told("At the start 264 pieces lie in it, but it has 240 places, so some are left out", rack(r -> r.withStock(
                List.of(RackStock.ofShare("Pallet", Quantity.percent(60)), RackStock.ofShare("Pallet", Quantity.percent(50))))));
    }

    @Test
    void classesAreWhole() {
        told("It stores by class, but has no classes, so any slot will do",
                rack(r -> r.withStoring(s -> s.withSlotRule(SlotChoice.BY_CLASS))));
        mended("The shares of its classes add up to 70 %, not to 100 %; the last class has the rest", classes(20, 50));
        told("None of its classes is for Pallet, so it counts as of the last",
                rack(r -> r.withStoring(s -> s.withSlotRule(SlotChoice.BY_CLASS)
                        .withClasses(List.of(new StorageClass(Quantity.percent(100), List.of("Box")))))));
        told("Two of its classes name Pallet; the first counts", rack(r -> r.withStoring(s -> s.withSlotRule(SlotChoice.BY_CLASS)
                .withClasses(List.of(new StorageClass(Quantity.percent(50), List.of("Pallet")),
                        new StorageClass(Quantity.percent(50), List.of("Pallet")))))));
    }

    private static Study classes(double one, double other) {
        return rack(r -> r.withStoring(s -> s.withSlotRule(SlotChoice.BY_CLASS)
                .withClasses(List.of(new StorageClass(Quantity.percent(one), List.of("Pallet")),
                        new StorageClass(Quantity.percent(other), List.of())))));
    }

    @Test
    void ordersAskForWhatComes() {
        told("Customer orders ask for Box, which never comes to it, so they wait for ever",
                rack(r -> r.withOrders(Optional.of(OrderPlan.of(time("1 h"), new OrderLine("Box", 1), new OrderLine("Pallet", 1))))));
        assertEquals(List.of("Customer orders ask for Box, which never comes to it, so they wait for ever",
                "No customer order ever asks for Pallet, so what comes of it stays"),
                problems(rack(r -> r.withOrders(Optional.of(OrderPlan.of(time("1 h"), new OrderLine("Box", 1)))))).stream()
                        .map(Problem::message).toList());
        mended("It gives out by a formula, but has none, so the oldest goes first",
                rack(r -> r.withFetching(f -> f.withRule(FetchChoice.BY_FORMULA))));
    }

    @Test
    void pickingIsOfRacksThatPeopleServe() {
        mended("People are to pick from its slots, but cranes serve it, so they take what goes out at its port",
                rack(r -> r.withPicking(Optional.of(Picking.USUAL))));
        Study byHand = rack(r -> r.withPicking(Optional.of(Picking.USUAL))).without(Set.of("Cranes"));
        told("It is picked from, but nobody is said to carry from it, so pieces go out by themselves", byHand);
        Study zoned = rack(r -> r.withLayout(l -> l.withAisles(5)).withPicking(Optional.of(Picking.USUAL.withAislesPerZone(1))))
                .without(Set.of("Cranes")).with(((Crew) Crew.KIND.blank(Basics.of("Pickers", Placement.at(0, 40)))).withPeople(2));
        mended("It has 5 zones, each with people of its own, but only 2 pick, so nobody picks in the last",
                zoned.withLinks(zoned.links().stream().map(link -> link.from().equals("Rack")
                        ? link.withTravel(new Travel.Carried(Need.of("Pickers"), 1))
                        : link).toList()));
    }

    @Test
    void aRackStaysBelowTheRoof() {
        Study hall = STUDY.with(Wall.KIND.blank(Basics.of("Wall", Placement.at(0, 60)))
                .withHeight(Quantity.parse("8 m", Dimension.LENGTH)).through(List.of(Pose.at(-30, 60, 0, 0), Pose.at(30, 60, 0, 0))));
        told("It is 9.9 m high, higher than the walls, of 8 m: it goes through the roof", hall);
    }

    /** Nobody else may call them: they would never come. */
    @Test
    void stackerCranesAreCalledByNobody() {
        Study called = new Lines().chain(Lines.onDemand("In"), Lines.buffer("B", 3), goodsOut("Out"))
                .chain(StackerCrane.KIND.blank(Basics.of("Cranes", Placement.at(0, 30)))).study(1, 0, 1);
        Study carried = called.withLinks(called.links().stream()
                .map(link -> link.withTravel(new Travel.Carried(Need.of("Cranes"), 1))).toList());
        assertTrue(StudyCheck.of(carried).stream().anyMatch(problem -> problem.isError()
                && problem.message().equals("A station, a failure or a link calls it, but stacker cranes work in their rack alone")));
    }

    @Test
    void whatCantBeIsRefused() {
        assertThrows(StudyException.class, () -> LevelHeights.parse("ten levels"));
        assertThrows(StudyException.class, () -> LevelHeights.parse("61 x 1 m"));
        assertEquals("10 x 1.2 m, 2 x 2 m", LevelHeights.parse("10 x 1.2 m,2 × 2 m").text());
        assertEquals("A rack has at most 2,000,000 places; this would have 4800000: make it shorter, or two of it",
                assertThrows(StudyException.class,
                        () -> RackLayout.USUAL.withBays(1000).withLevels(LevelHeights.parse("60 x 1 m")).withDepth(40)).getMessage());
        assertThrows(StudyException.class, () -> new OrderLine("A", Quantity.percent(50), 3, 2));
        assertThrows(StudyException.class, () -> RackLayout.USUAL.withFirstLevel(Quantity.parse("-1 m", Dimension.LENGTH)));
    }
}
