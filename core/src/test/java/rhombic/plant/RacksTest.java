package rhombic.plant;

import rhombic.study.value.EquipmentState;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.measure.PersonFigures;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.StoredFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.CraneDriving;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackRows;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.ShortStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.rack.TransferPoint;
import rhombic.study.value.Attribute;
import rhombic.study.value.MixPart;
import rhombic.study.value.PersonState;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Racks with a crane: cycle times as theory has them, and cases worked out by hand. */
class RacksTest {
    static Quantity metres(String text) {
        return Quantity.parse(text, Dimension.LENGTH);
    }

    /** 40 bays of 1.5 m, 10 levels of 1.2 m, on one side; the reference point of a slot is its middle, and that of the infeed the lower corner. */
    private static Rack face() {
        return Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withRows(RackRows.ONE_SIDE).withBays(40).withBayPitch(metres("1.5 m"))
                        .withLevels(LevelHeights.of(10, metres("1.2 m"))).withFirstLevel(metres("0.6 m")))
                .withInfeed(Rack.KIND.blank(Basics.of("R", Placement.at(0, 0))).infeed().withOffset(0).withHeight(0))
                .withOutfeed(Rack.KIND.blank(Basics.of("R", Placement.at(0, 0))).outfeed().withOffset(0).withHeight(0));
    }

    static StackerCrane crane(UnaryOperator<CraneCycles> cycles) {
        return StackerCrane.KIND.blank(Basics.of("Crane", Placement.at(5, 20))).withRack("Rack")
                .withDriving(d -> d.withTravel(axis -> axis.with(Quantity.parse("2 m/s", Dimension.SPEED)))
                        .withLift(axis -> axis.with(Quantity.parse("0.5 m/s", Dimension.SPEED)))
                        .withTravel(axis -> axis.with(Optional.empty()))
                        .withLift(axis -> axis.with(Optional.empty())))
                .withCycles(c -> cycles.apply(c.withForkTime(time("0 s"))));
    }

    private static Quantity acceleration(double value) {
        return Quantity.parse(value + " m/s²", Dimension.ACCELERATION);
    }

    static double seconds(RunFigures run, double hours, PersonState... states) {
        PersonFigures crane = run.crews().getFirst().people().getFirst();
        double sum = 0;
        for (PersonState state : states) {
            sum += crane.share(state);
        }
        return sum * hours * 3600;
    }

    /** Each slot is filled once, so all cycles together take exactly as long as the mean says. */
    @ParameterizedTest
    @CsvSource({"0, 0, 36.3825", "0.5, 0.3, 42.6755"})
    void aSingleCycleTakesOnAverageWhatTheSumOverAllSlotsSays(double along, double up, double exact) {
        StackerCrane crane = crane(c -> c.withRule(CraneCycles.Cycle.SINGLE).withDwell(CraneCycles.Dwell.INFEED));
        StackerCrane moving = along == 0
                ? crane
                : crane.withDriving(d -> d.withTravel(axis -> axis.with(Optional.of(acceleration(along))))
                        .withLift(axis -> axis.with(Optional.of(acceleration(up)))));
        GoodsIn in = onDemand("In").withMaxPieces(OptionalInt.of(400));
        RunFigures run = Runs.of(new Lines().chain(in, face()).chain(moving).study(6, 0, 1));
        assertEquals(400 * exact, seconds(run, 6, PersonState.CARRYING, PersonState.WALKING), 400 * 0.00005);
        assertEquals(400, run.racks().getFirst().stored());
        assertEquals(400, run.racks().getFirst().singleCycles());
    }

    /** Half full, at random, always both to store and to fetch: two slots that are never the same. */
    @ParameterizedTest
    @CsvSource({"0, 0, 49.0763", "0.5, 0.3, 58.4757"})
    void aDoubleCycleTakesOnAverageWhatTheSumOverAllPairsSays(double along, double up, double exact) {
        StackerCrane crane = crane(c -> c.withRule(CraneCycles.Cycle.DOUBLE));
        StackerCrane moving = along == 0
                ? crane
                : crane.withDriving(d -> d.withTravel(axis -> axis.with(Optional.of(acceleration(along))))
                        .withLift(axis -> axis.with(Optional.of(acceleration(up)))));
        Rack rack = face().withStoring(s -> s.withSlotRule(SlotChoice.RANDOM)).withStock(List.of(new RackStock("Piece", 200)));
        Study study = new Lines().chain(onDemand("In"), rack, goodsOut("Out")).chain(moving).study(400, 0, 1);
        RunFigures run = Runs.of(study);
        RackFigures figures = run.racks().getFirst();
        assertEquals(0, figures.singleCycles(), 1);
        assertEquals(exact, 400 * 3600.0 / figures.doubleCycles(), 0.004 * exact);
    }

    // ---- by formulas

    private static CraneDriving continuous(double liftSpeed) {
        return crane(c -> c).driving().withLift(axis -> axis.with(new Quantity(liftSpeed, Unit.METRE_PER_SECOND)));
    }

    /**
     * A face of 60 m by 15 b m, cut into 400 by 100 slots: the means of Bozer and White (1984), with T = 30 s, for going out and back, and with a second slot
     * between. The mean between two slots is summed over all differences, each as often as it occurs.
     */
    @ParameterizedTest
    @CsvSource({"1, 40.0000, 54.0000", "0.75, 35.6250, 48.0156", "0.5, 32.5000, 43.6250"})
    void aFineFaceTakesWhatAContinuousOneDoes(double shape, double single, double dual) {
        int bays = 400;
        int levels = 100;
        double pitch = 60.0 / bays;
        double rise = 15 * shape / levels;
        CraneDriving driving = continuous(0.5);
        double out = 0;
        for (int bay = 0; bay < bays; bay++) {
            for (int level = 0; level < levels; level++) {
                out += driving.seconds((bay + 0.5) * pitch, (level + 0.5) * rise);
            }
        }
        out /= bays * levels;
        double between = 0;
        double pairs = (double) bays * bays * levels * levels;
        for (int along = 0; along < bays; along++) {
            for (int up = 0; up < levels; up++) {
                double times = (along == 0 ? bays : 2.0 * (bays - along)) * (up == 0 ? levels : 2.0 * (levels - up));
                between += times / pairs * driving.seconds(along * pitch, up * rise);
            }
        }
        assertEquals(single, 2 * out, 0.005 * single);
        assertEquals(dual, 2 * out + between, 0.005 * dual);
    }

    /**
     * A face that is square in time, with the nearest fifth of its slots for one class: mean times of single cycles as Hausman, Schwarz and Graves (1976) have
     * them, 2 * 2/3 R T for the class within R, and 2 * 2/3 T (1 - R^3) / (1 - R^2) for the other. Each slot is filled once.
     */
    @ParameterizedTest
    @CsvSource({"A, 720", "B, 2880"})
    void byClassTheNearSlotsAreReachedSooner(String type, int slots) {
        Rack rack = face().withLayout(l -> l.withBays(60).withBayPitch(metres("1 m")).withLevels(LevelHeights.of(60, metres("0.25 m")))
                .withFirstLevel(metres("0.125 m")))
                .withStoring(s -> s.withSlotRule(SlotChoice.BY_CLASS).withClasses(List.of(
                        new StorageClass(Quantity.percent(20), List.of("A")), new StorageClass(Quantity.percent(80), List.of("B")))));
        PieceType small = new PieceType(type, metres("0.2 m"), metres("0.2 m"), metres("0.2 m"), "#888888");
        GoodsIn in = onDemand("In").withMix(List.of(new MixPart(type, 1))).withMaxPieces(OptionalInt.of(slots));
        PieceType other = new PieceType(type.equals("A") ? "B" : "A", metres("0.2 m"), metres("0.2 m"), metres("0.2 m"), "#888888");
        StackerCrane crane = crane(c -> c.withRule(CraneCycles.Cycle.SINGLE).withDwell(CraneCycles.Dwell.INFEED));
        RunFigures run = Runs.of(new Lines().types(small, other).chain(in, rack).chain(crane).study(60, 0, 1));
        double r = Math.sqrt(0.2);
        double exact = type.equals("A") ? 4.0 / 3 * r * 30 : 4.0 / 3 * 30 * (1 - r * r * r) / (1 - r * r);
        assertEquals(slots, run.racks().getFirst().stored());
        assertEquals(exact, seconds(run, 60, PersonState.CARRYING, PersonState.WALKING) / slots, 0.01 * exact);
    }

    /** One load at a time, to the slot that is farthest off by a formula of its own attribute, and to the nearest for another. */
    @ParameterizedTest
    @CsvSource({"1, 0, 0.75, 0.6", "-1, 39, 59.25, 11.4"})
    void byAFormulaTheSlotWithTheSmallestNumberIsTaken(double weight, int bay, double along, double high) {
        PieceType type = PieceType.usual("Piece").withAttributes(List.of(new Attribute("worth", new Value.Num(weight))));
        Rack rack = face().withStoring(s -> s.withSlotRule(SlotChoice.BY_FORMULA)
                .withSlotFormula("piece.worth * (slot.bay + 100 * slot.level)"));
        StackerCrane crane = crane(c -> c.withRule(CraneCycles.Cycle.SINGLE).withDwell(CraneCycles.Dwell.INFEED));
        RunFigures run = Runs.of(new Lines().types(type).chain(onDemand("In").withMaxPieces(OptionalInt.of(1)), rack).chain(crane)
                .study(6, 0, 1));
        assertEquals(2 * Math.max(along / 2, high / 0.5), seconds(run, 6, PersonState.CARRYING, PersonState.WALKING), 1e-6,
                "to bay " + bay);
    }

    // ---- by hand

    static Rack deep(ListedOrder... orders) {
        return Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withRows(RackRows.ONE_SIDE).withBays(1).withBayPitch(metres("2 m"))
                        .withLevels(LevelHeights.of(2, metres("1 m"))).withFirstLevel(metres("0.5 m")).withDepth(2))
                .withInfeed(new TransferPoint(TransferPoint.End.FRONT, 0.5, 1, 2))
                .withOutfeed(new TransferPoint(TransferPoint.End.FRONT, 0.5, 1, 2))
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(), List.of(orders), Optional.of(Quantity.seconds(30)))));
    }

    static StackerCrane forks() {
        return crane(c -> c.withForkTime(time("4 s")).withDeepTime(time("2 s")));
    }

    /**
     * Two of a type come one behind the other in one slot; the older, behind, is asked for at 1000 s. The crane stands before the slot: 4 s to take the younger,
     * 2 s up by 1 m at 0.5 m/s, 6 s to set it down at the rear of the other slot, 2 s down, 6 s to take the older, 1 s to the outfeed 2 m away, where
     * it is set down when half of 4 s have passed: out at 1023 s, 7 s before it is due. In a push-back rack all are at the aisle, and each takes 4 s.
     */
    @ParameterizedTest
    @CsvSource({"RACK, 23", "PUSH_BACK, 19"})
    void whatStandsInFrontIsMovedAside(RackForm form, double seconds) {
        Rack rack = deep(new ListedOrder("One", Quantity.seconds(1000), "Piece", 1, false)).withLayout(l -> l.withForm(form));
        RunFigures run = Runs.of(new Lines().chain(Lines.timetable("In", "10 s Piece", "60 s Piece"), rack, goodsOut("Out")).chain(forks())
                .study(1, 0, 1));
        RackFigures figures = run.racks().getFirst();
        assertEquals(1, figures.relocated());
        assertEquals(1, run.out());
        assertEquals(1000 + seconds - 10, run.lead().mean(), 1e-6);
        assertEquals(seconds / 3600, figures.orderHours(), 1e-9);
        assertEquals(1, figures.onTime());
    }

    /** Two come one after the other into one slot: the last is at the aisle, and each has pushed back those before it. */
    @Test
    void whatComesPushesBackWhatIsThere() {
        Rack rack = deep(new ListedOrder("One", Quantity.seconds(3500), "Piece", 1, false))
                .withLayout(l -> l.withForm(RackForm.PUSH_BACK).withDepth(3));
        Study study = new Lines().chain(Lines.timetable("In", "10 s Piece", "60 s Piece"), rack).chain(forks()).study(1, 0, 1);
        Moment moment = Runs.traceOf(study).at(3_000_000_000_000L);
        assertEquals(List.of(1, 0), List.of(moment.placeOf(0), moment.placeOf(1)), "as deep as that many came after it");
        assertEquals(rack.layout().reachMetres(1), Math.abs(rack.layout().place(1).y() - rack.layout().aisleMetres(0)), 1e-9);
    }

    /**
     * Two forks, 2 m apart. The first load comes alone at 10 s: 1 m to take it with the fork behind, which is before the slot 1 s later, stored at 17.5 s, back at
     * 19.5 s. The two that have come meanwhile are taken up at once: 2 s, 4 s, then to 1.5 m in 2 s, where the fork in front sets down at 29.5 s, and to 2.5 m in
     * 2 s. Three are asked for at 1000 s, and the outfeed has room for two: 4 s down to the first, 4 s, 2 s up, 4 s, 2 s to the outfeed, where both are set down
     * when half of 4 s have passed: 1018 s; then 2 s back, 4 s up, 4 s, 4 s down, and half of 4 s.
     */
    @Test
    void aCraneTakesTwoAtATime() {
        Rack rack = deep(new ListedOrder("One", Quantity.seconds(1000), "Piece", 3, false))
                .withLayout(l -> l.withDepth(1).withLevels(LevelHeights.of(4, metres("1 m"))));
        RunFigures run = Runs.of(new Lines()
                .chain(Lines.timetable("In", "10 s Piece", "11 s Piece", "12 s Piece"), rack, goodsOut("Out"))
                .chain(forks().withCycles(c -> c.withLoads(2))).study(1, 0, 1));
        RackFigures figures = run.racks().getFirst();
        assertEquals(34.0 / 3600, figures.orderHours(), 1e-9);
        assertEquals((1018 - 10 + 1018 - 11 + 1034 - 12) / 3.0, run.lead().mean(), 1e-6);
        assertEquals(4, figures.singleCycles());
        assertEquals(3, figures.stored());
        // loaded: 1 s, 2 s, 2 s to store; 2 s, 2 s, and 4 s to fetch
        assertEquals(13, seconds(run, 1, PersonState.CARRYING), 1e-6);
    }

    /**
     * A second infeed at the rear: what comes there at 10 s the crane fetches from 3 m away, 2 s there as in front of the first slot 1 m from the rear; it
     * takes 4 s, 1 s, and 6 s at the rear of the slot. What came in front at 11 s waits, and so does what came at the rear at 12 s, which is stored last.
     */
    @Test
    void loadsComeInAtSeveralPlaces() {
        Rack rack = deep(new ListedOrder("One", Quantity.seconds(3500), "Piece", 1, false))
                .withLayout(l -> l.withDepth(1).withLevels(LevelHeights.of(4, metres("1 m"))))
                .withMoreInfeeds(List.of(new TransferPoint(TransferPoint.End.REAR, 0.5, 1, 1)));
        Study study = new Lines().chain(Lines.timetable("In", "11 s Piece"), rack, goodsOut("Out"))
                .chain(Lines.timetable("Returns", "10 s Piece", "12 s Piece")).chain(forks())
                .link(new Link("Returns", "Rack").withPorts("", "in 2")).study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        // 2 s to the rear, 4 s, 1 s to the first slot, half of 4 s: stored at 19 s, back at 21 s
        Moment at = trace.at(18_000_000_000L);
        assertTrue(at.carrierOf(0) >= 0, "the first is on the crane");
        assertEquals(rack.places().infeed(0, 0, 0), at.placeOf(1));
        assertEquals(rack.places().infeed(1, 0, 0), at.placeOf(2), "the infeed at the rear has room again");
        assertEquals(0, trace.at(19_500_000_000L).placeOf(0), "in the lowest slot");
        // then in front: 1 s, 4 s, 2 s up; and at the rear
        assertEquals(1, trace.at(31_000_000_000L).placeOf(1));
        assertEquals(2, trace.at(60_000_000_000L).placeOf(2));
        RunFigures run = Runs.sound(study, 0);
        assertEquals(3, run.racks().getFirst().stored());
        assertEquals(1, run.out());
    }

    /**
     * Orders go out in front; a station takes what it can get at the rear. Three lie above each other at the start. The crane, in front, brings the lowest to the
     * station: 1 s, 4 s, 1 s, and half of 4 s: 8 s; and the next to the outfeed there, which has room for no more. The order at 100 s has the third: 4 s up, 4 s, 4 s
     * down to the front, half of 4 s.
     */
    @Test
    void loadsGoOutAtSeveralPlaces() {
        Rack rack = deep(new ListedOrder("One", Quantity.seconds(100), "Piece", 1, false))
                .withLayout(l -> l.withDepth(1).withLevels(LevelHeights.of(4, metres("1 m")))).withStock(List.of(new RackStock("Piece", 3)))
                .withMoreOutfeeds(List.of(new TransferPoint(TransferPoint.End.REAR, 0.5, 1, 1)));
        RunFigures run = Runs.sound(new Lines().chain(rack, goodsOut("Out")).chain(Lines.station("S", 1, 0, "1000 s")).chain(forks())
                .link(new Link("Rack", "S").withPorts("out 2", "")).study(0.25, 0, 1), 0);
        assertEquals(1, run.out());
        assertEquals(100 + 4 + 4 + 4 + 2, run.lead().mean(), 1e-6);
        assertEquals(1, Runs.at(run, "S").in());
        assertEquals((900.0 - 8) / 900, Runs.at(run, "S").share(EquipmentState.WORKING), 1e-9);
        assertEquals(3, run.racks().getFirst().fetched());
    }

    /** Two orders ask for what comes later, one at a time; the urgent one, which came last, has the first. */
    @Test
    void whatIsUrgentGoesFirstAndWhatIsMissingWaits() {
        Rack rack = deep(new ListedOrder("One", Quantity.seconds(10), "Piece", 2, false),
                new ListedOrder("Two", Quantity.seconds(20), "Piece", 1, true));
        RunFigures run = Runs.of(new Lines().chain(Lines.timetable("In", "100 s Piece", "500 s Piece"), rack, goodsOut("Out"))
                .chain(forks()).study(1, 0, 1));
        RackFigures figures = run.racks().getFirst();
        assertEquals(2, run.out());
        assertEquals(1, figures.orders(), "the urgent one is done, the other waits for one more");
        assertEquals(1, figures.waitingOrders());
        assertEquals(1, figures.missingPieces());
        // in at 100 s: 4 s, 1 s, 6 s at the rear, 6 s there again, 1 s, and half of 4 s; it was due 30 s after 20 s
        assertEquals((120.0 - 20) / 3600, figures.orderHours(), 1e-9);
        assertEquals((120.0 - 50) / 3600, figures.lateHours(), 1e-9);
        assertEquals(0, figures.onTime());
    }

    /** Without a crane too: of two that wait for pieces that come out one by one, the urgent one, which came last, has the first. */
    @Test
    void whatIsUrgentGoesFirstWithoutACrane() {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0))).withStock(List.of(new RackStock("Piece", 4)))
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(),
                        List.of(new ListedOrder("One", Quantity.seconds(10), "Piece", 2, false),
                                new ListedOrder("Two", Quantity.seconds(20), "Piece", 1, true)),
                        Optional.empty())));
        RunFigures run = Runs.of(new Lines().chain(rack, Lines.station("S", 1, 0, "100 s"), goodsOut("Out")).study(1, 0, 1));
        // out at 10, 110 and 210 s: one of the first, the urgent one, the other of the first
        RackFigures figures = run.racks().getFirst();
        assertEquals(2, figures.orders());
        assertEquals(((210 - 10) + (110 - 20)) / 2.0 / 3600, figures.orderHours(), 1e-9);
    }

    /** Five are asked for at 10 s, of which three are there; more come at 500 s. At 20 s two are asked for, of which none is. */
    @ParameterizedTest
    @CsvSource({"WAIT, 7, 2, 0", "CUT, 3, 1, 4", "SPLIT, 7, 3, 0"})
    void whatIsNotInStockWaitsIsStruckOffOrIsSplitOff(ShortStock rule, long out, long orders, long cut) {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0))).withStock(List.of(new RackStock("Piece", 3)))
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(),
                        List.of(new ListedOrder("One", Quantity.seconds(10), "Piece", 5, false),
                                new ListedOrder("Two", Quantity.seconds(20), "Piece", 2, false)),
                        Optional.of(Quantity.seconds(60))).withShortStock(rule)));
        RunFigures run = Runs.sound(new Lines().chain(Lines.timetable("In", "500 s 10 Piece"), rack, goodsOut("Out")).study(1, 0, 1), 0);
        RackFigures figures = run.racks().getFirst();
        assertEquals(out, run.out());
        assertEquals(orders, figures.orders());
        assertEquals(cut, figures.cutPieces());
        assertEquals(0, figures.waitingOrders());
        assertEquals(0, figures.missingPieces());
        assertEquals(rule == ShortStock.WAIT ? 0 : 1, figures.onTime(), "what was there went out at once");
    }

    /**
     * One load of ten units goes to where four are taken from it, 2 s each, and comes back at 18 s; then five, and it comes back; of the three that are asked for
     * last it has one, so it goes out, and two are missing.
     */
    @Test
    void whatIsLeftOfALoadComesBack() {
        PieceType tote = PieceType.usual("Tote")
                .withAttributes(List.of(new Attribute("units", new Value.Num(10)), new Attribute("taken", new Value.Num(0))));
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0))).withStock(List.of(new RackStock("Tote", 1)))
                .withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(),
                        List.of(new ListedOrder("One", Quantity.seconds(10), "Tote", 4, false),
                                new ListedOrder("Two", Quantity.seconds(12), "Tote", 5, false),
                                new ListedOrder("Three", Quantity.seconds(200), "Tote", 3, false)),
                        Optional.empty()).withUnits("units").withTaken("taken")));
        Station pick = Lines.station("Pick", 1, 0, "1 s");
        RunFigures run = Runs.sound(new Lines().types(tote)
                .chain(rack, pick.with(pick.work().withTime(new TimeSource.ByFormula("2 * piece.taken", Unit.SECOND))))
                .chain(goodsOut("Out")).link(new Link("Pick", "Rack").withFilter(new LinkFilter.Condition("piece.units > 0")))
                .link(new Link("Pick", "Out").withFilter(new LinkFilter.Condition("piece.units == 0"))).study(1, 0, 1), 0);
        RackFigures figures = run.racks().getFirst();
        assertEquals(2, figures.orders(), "what goes out of the rack is done");
        assertEquals((0 + (18 - 12)) / 2.0 / 3600, figures.orderHours(), 1e-9);
        assertEquals(1, run.out());
        assertEquals(202, run.lead().mean(), 1e-6);
        assertEquals(2, figures.missingPieces());
    }

    /** What must stay 200 s from when it is stored can be fetched only then. */
    @Test
    void aLoadStaysAsLongAsItMust() {
        Rack rack = deep(new ListedOrder("One", Quantity.seconds(10), "Piece", 1, false))
                .withFetching(f -> f.withMinStay(Optional.of(new TimeSource.Drawn(time("200 s"))))
                        .withMaxStay(Optional.of(Quantity.seconds(201))));
        RunFigures run = Runs
                .of(new Lines().chain(Lines.timetable("In", "100 s Piece"), rack, goodsOut("Out")).chain(forks()).study(1, 0, 1));
        // stored when its fork time has half passed: 100 + 4 + 1 + 3 s; ripe 200 s later; the fork takes it after 3 s, and is back after 3 more
        assertEquals(308 + 6 + 1 + 2 - 100, run.lead().mean(), 1e-6);
        assertEquals(1, run.racks().getFirst().overdue());
        StoredFigures pieces = run.racks().getFirst().types().getFirst();
        assertEquals(203.0 / 3600, pieces.stayHours(), 1e-9, "from when it is stored to when the fork has it");
        assertEquals(203.0 / 3600, pieces.contentMean(), 1e-9, "it is there so long of one hour");
        assertEquals(1, pieces.fetched());
    }

    /** Of types that an assembly needs, each is fetched as it is needed, and none blocks the outfeed for the other. */
    @Test
    void whatIsNeededIsFetched() {
        PieceType a = PieceType.usual("A");
        PieceType b = PieceType.usual("B");
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withStock(List.of(new RackStock("A", 30), new RackStock("B", 30)));
        AssemblyStation assembly = new AssemblyStation(Basics.of("Assembly", Placement.at(30, 0)),
                Work.of(1, 1, new TimeSource.Drawn(time("10 s"))), AssemblyStation.Method.ASSEMBLE, List.of("A"),
                new Recipe.Fixed(List.of(new Recipe.Part("B", 2))), 3, "");
        RunFigures run = Runs.of(new Lines().types(a, b).chain(rack, assembly, goodsOut("Out")).chain(forks()).study(8, 0, 1));
        assertEquals(15, run.equipment().stream().filter(e -> e.name().equals("Out")).findFirst().orElseThrow().out());
        Study carried = new Lines().types(a, b).chain(rack).chain(assembly, goodsOut("Out"))
                .link(new Link("Rack", "Assembly").withTravel(new Travel.Carried(Need.of("Porters"), 1))).chain(forks())
                .chain(Crew.usual(Basics.of("Porters", Placement.at(20, 20)))).study(8, 0, 1);
        assertEquals(15, Runs.sound(carried, 0).out(), "nor do those who carry ask without end what there is");
    }

    @Test
    void theGeometryHasTheSlotsWhereTheyAre() {
        Rack rack = face();
        assertEquals(400, rack.layout().places());
        assertEquals(0.75, rack.layout().bayMetres(0));
        assertEquals(0.6 + 9 * 1.2, rack.layout().levelMetres(9), 1e-12);
    }
}
