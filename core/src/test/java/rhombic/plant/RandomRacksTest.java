package rhombic.plant;

import java.util.stream.Stream;
import rhombic.study.value.Attribute;
import rhombic.study.value.Value;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.StoredFigures;
import rhombic.quantity.Quantity;
import rhombic.scene.Poses;
import rhombic.scene.RackFaces;
import rhombic.scene.Scene;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Duty;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.TravelChoice;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.rack.AisleChoice;
import rhombic.study.rack.AisleTransfer;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.FetchChoice;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackRows;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.rack.TransferPoint;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Supply;
import rhombic.trace.Moment;
import rhombic.trace.Trace;

/** What holds of every rack, shown on random ones. */
class RandomRacksTest {
    private static final double HOURS = 20;
    private static final long STEP_NANOS = 200_000_000;
    /** Of what travels at 3 m/s, is lifted at 0.8 m/s, and reaches at most 4 m in 1.5 s, all at once. */
    private static final double MAX_SPEED = 6;

    private static SlotChoice slotRule(Random random, long seed) {
        SlotChoice drawn = SlotChoice.values()[random.nextInt(4)];
        return seed % 5 == 4 ? SlotChoice.BY_FORMULA : drawn;
    }

    /** Pieces come for some hours; orders ask for as many as come or fewer, or whatever comes goes out; then all is done. */
    private static Study study(long seed, boolean hasCranes) {
        Random random = new Random(seed);
        List<PieceType> types = Stream.of(PieceType.usual("A"), tall("B"), PieceType.usual("C"))
                .map(type -> countsUnits(seed) ? type.withAttributes(List.of(new Attribute("units", new Value.Num(2)))) : type).toList();
        int stock = random.nextInt(12);
        int pieces = 20 + random.nextInt(60);
        RackForm drawn = hasCranes ? RackForm.RACK : RackForm.values()[random.nextInt(3)];
        RackForm form = seed % 4 == 3 ? RackForm.PUSH_BACK : drawn;
        RackLayout layout = RackLayout.USUAL.withForm(form).withAisles(1 + random.nextInt(3)).withBays(2 + random.nextInt(6))
                .withLevels(LevelHeights.parse(random.nextBoolean() || form == RackForm.BLOCK_STORE ? "3 x 1.5 m" : "2 x 1 m, 1 x 2 m"))
                .withDepth(1 + random.nextInt(3)).withRows(random.nextBoolean() ? RackRows.BOTH_SIDES : RackRows.ONE_SIDE);
        Rack rack = Rack.KIND.blank(Basics.of("Rack", new Placement(0, 0, 0, 30 * random.nextInt(12)))).with(layout)
                .withStoring(s -> s.withSlotRule(slotRule(random, seed)).withSlotFormula("10 * slot.level - slot.bay + slot.loads")
                        .withAisleRule(AisleChoice.values()[random.nextInt(3)])
                        .withClasses(List.of(new StorageClass(Quantity.percent(30), List.of("A")),
                                new StorageClass(Quantity.percent(70), List.of()))))
                .withFetching(f -> f.withRule(FetchChoice.values()[random.nextInt(3)])
                        .withMinStay(random.nextInt(3) == 0
                                ? Optional.of(new TimeSource.Drawn(time("uniform(10 min, 50 min)")))
                                : Optional.empty()))
                .withInfeed(new TransferPoint(TransferPoint.End.values()[random.nextInt(2)], 0.8, 1.5, 1 + random.nextInt(3)))
                .withOutfeed(new TransferPoint(TransferPoint.End.values()[random.nextInt(2)], 0.8, 1.5, 1 + random.nextInt(3)))
                .withStock(stock == 0 ? List.of() : List.of(new RackStock("A", stock)));
        List<ListedOrder> orders = new ArrayList<>();
        int asked = 0;
        while (asked < pieces / 4) {
            int count = 1 + random.nextInt(3);
            orders.add(new ListedOrder("Order " + orders.size(), Quantity.seconds(random.nextInt(30_000)),
                    types.get(random.nextInt(3)).name(), count, random.nextInt(5) == 0));
            asked += count;
        }
        if (hasSeveralInfeeds(seed)) {
            rack = rack.withMoreInfeeds(
                    List.of(new TransferPoint(TransferPoint.End.values()[random.nextInt(2)], 1.6, 3, 1 + random.nextInt(3))));
        }
        if (hasSeveralOutfeeds(seed)) {
            rack = rack.withMoreOutfeeds(
                    List.of(new TransferPoint(TransferPoint.End.values()[random.nextInt(2)], 2, 4, 1 + random.nextInt(3))));
        }
        Rack asking = random.nextBoolean() || hasSeveralOutfeeds(seed)
                ? rack
                : rack.withOrders(Optional.of(new OrderPlan(time("1 h"), List.of(), orders, Optional.of(Quantity.hours(2)))
                        .withUnits(countsUnits(seed) ? "units" : "")));
        List<PlantElement> elements = new ArrayList<>();
        elements.add(new GoodsIn("In", Placement.at(-30, 0), "A",
                Optional.of(new Supply.Spaced(time("exponential(" + (100 + random.nextInt(400)) + " s)"))), GoodsIn.WhenFull.WAIT,
                OptionalInt.of(pieces)).withMix(List.of(new MixPart("A", 2), new MixPart("B", 1), new MixPart("C", 1))));
        elements.add(asking);
        elements.add(new Station("S", Placement.at(30, 0), 1, 1, Optional.of(time("exponential(90 s)"))));
        elements.add(goodsOut("Out"));
        elements.add(Fleet.KIND.blank(Basics.of("F", Placement.at(-30, 20))).withVehicles(1 + random.nextInt(2)).withCapacity(2)
                .withRules(r -> r.withTravel(TravelChoice.STRAIGHT)));
        if (hasCranes) {
            Basics basics = Basics.of("Cranes", Placement.at(0, 30));
            FailureMode fails = FailureMode.of("Stop", new UpTime.After(time("exponential(40 min)"), UpTime.Clock.CALENDAR),
                    time("exponential(5 min)"));
            elements.add(StackerCrane.KIND
                    .blank(random.nextInt(3) == 0 ? basics.withDuty(Duty.ALWAYS.withFailures(List.of(fails))) : basics)
                    .withRack("Rack").withCranes(changesAisles(seed) ? Math.max(1, layout.aisles() - 1) : layout.aisles())
                    .withTransfer(
                            changesAisles(seed) ? Optional.of(AisleTransfer.USUAL.withMaxCycles(1 + (int) (seed % 5))) : Optional.empty())
                    .withCycles(c -> c.withRule(CraneCycles.Cycle.values()[random.nextInt(3)])
                            .withDwell(CraneCycles.Dwell.values()[random.nextInt(4)]).withForkTime(time("uniform(3 s, 8 s)"))
                            .withDeepTime(time("2 s")).withLoads(seed % 3 == 0 ? 1 + (int) (seed % 2) + (int) (seed % 5) / 3 : 1)));
        }
        List<Link> links = new ArrayList<>(List.of(new Link("In", "Rack").withTravel(way(random)),
                new Link("Rack", "S").withTravel(way(random)), new Link("S", "Out")));
        if (hasSeveralInfeeds(seed)) {
            elements.add(new GoodsIn("In 2", Placement.at(-30, 10), "A",
                    Optional.of(new Supply.Spaced(time("exponential(" + (300 + random.nextInt(400)) + " s)"))), GoodsIn.WhenFull.WAIT,
                    OptionalInt.of(pieces / 4)).withMix(List.of(new MixPart("A", 1), new MixPart("B", 1))));
            links.add(new Link("In 2", "Rack").withTravel(way(random)).withPorts("", "in 2"));
        }
        if (hasSeveralOutfeeds(seed)) {
            elements.add(new Station("S 2", Placement.at(30, 10), 1, 1, Optional.of(time("exponential(120 s)"))));
            elements.add(goodsOut("Out 2"));
            links.add(new Link("Rack", "S 2").withTravel(way(random)).withPorts("out 2", ""));
            links.add(new Link("S 2", "Out 2"));
        }
        return new Study("Random rack " + seed, RunPlan.ONE_SHIFT.withLength(Quantity.hours(HOURS)).withReplications(1), types, elements,
                links);
    }

    /** Whether some of what comes out goes another way; not where orders say how much comes out. */
    private static boolean hasSeveralOutfeeds(long seed) {
        return seed % 7 == 5;
    }

    /** Whether there are fewer cranes than aisles, which a transfer takes from aisle to aisle; with one aisle it does nothing. */
    private static boolean changesAisles(long seed) {
        return seed % 4 == 1;
    }

    private static boolean hasSeveralInfeeds(long seed) {
        return seed % 7 == 2;
    }

    /** Whether each load stands for two units, of which orders take one or both; what is left of it goes out with it. */
    private static boolean countsUnits(long seed) {
        return seed % 5 == 1;
    }

    /** Of levels of 1 m and 2 m it fits the higher alone. */
    private static PieceType tall(String name) {
        return PieceType.usual(name).sized(Quantity.metres(0.6), Quantity.metres(0.4), Quantity.metres(1.4));
    }

    private static Travel way(Random random) {
        return switch (random.nextInt(3)) {
            case 0 -> new Travel.AtOnce();
            case 1 -> new Travel.InTime(time("uniform(20 s, 200 s)"), 1 + random.nextInt(4));
            default -> new Travel.Carried(Need.of("F"), 1 + random.nextInt(2));
        };
    }

    static List<Long> seeds() {
        return Runs.nets().boxed().toList();
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void whatComesIsStoredAndWhatIsAskedForGoesOut(long seed) {
        for (boolean hasCranes : new boolean[] {true, false}) {
            Study study = study(seed, hasCranes);
            Rack rack = study.find("Rack", Rack.class).orElseThrow();
            RunFigures run = Runs.sound(study, seed);
            RackFigures figures = run.racks().getFirst();
            assertTrue(run.deadlock().isNone(), "seed " + seed + " " + run.deadlock());
            long wanted = rack.orders().isEmpty() ? run.in() : rack.orders().get().list().stream().mapToInt(ListedOrder::pieces).sum();
            assertTrue(figures.contentMax() <= rack.layout().places()
                    + rack.layout().aisles() * rack.outfeeds().stream().mapToInt(TransferPoint::capacity).sum(), "seed " + seed);
            assertEquals(figures.fetched(), figures.types().stream().mapToLong(StoredFigures::fetched).sum(), "seed " + seed);
            double lies = figures.types().stream().mapToDouble(StoredFigures::contentMean).sum();
            assertTrue(lies <= figures.contentMean() + 1e-9, "seed " + seed + ": what lies in slots is in the rack");
            if (!figures.classes().isEmpty()) {
                assertEquals(lies, figures.classes().stream().mapToDouble(StoredFigures::contentMean).sum(), 1e-9, "seed " + seed);
                assertEquals(rack.layout().places(), figures.classes().stream().mapToInt(StoredFigures::places).sum(), "seed " + seed);
                assertTrue(figures.classes().stream().allMatch(one -> one.fillMean() <= 1), "seed " + seed);
            }
            if (rack.orders().isEmpty()) {
                assertEquals(run.in(), run.out(), "seed " + seed + ": what nobody holds back goes out");
            } else if (rack.layout().depth() == 1 || hasCranes) {
                long taken = wanted - figures.missingPieces();
                if (countsUnits(seed)) {
                    assertTrue(2 * run.out() >= taken && run.out() <= taken, "seed " + seed + ": one or both of each that goes out");
                } else {
                    assertEquals(taken, run.out(), "seed " + seed + ": what is asked for goes out, no more and no less");
                }
                long orders = rack.orders().get().list().stream().map(ListedOrder::order).distinct().count();
                assertEquals(orders, figures.orders() + figures.waitingOrders(), "seed " + seed);
                assertTrue(figures.missingPieces() > 0 || figures.waitingOrders() == 0, "seed " + seed + ": " + figures);
            }
        }
    }

    /** No two loads are in one place, and each that rides is on the fork of a crane in an aisle. */
    @ParameterizedTest
    @MethodSource("seeds")
    void loadsAreInTheirSlotsOrOnACrane(long seed) {
        Study study = study(seed, true);
        Trace trace = Runs.traceOf(study);
        Random random = new Random(seed);
        Scene scene = new Scene(UnfoldedStudy.of(study));
        Rack rack = study.find("Rack", Rack.class).orElseThrow();
        Poses poses = new Poses();
        for (int i = 0; i < 60; i++) {
            Moment moment = trace.at((long) (random.nextDouble() * HOURS * 3.6e12));
            scene.pose(moment, 0, poses);
            Set<List<Long>> places = new HashSet<>();
            for (int piece = 0; piece < poses.count(); piece++) {
                if (poses.place(piece) != 1) {
                    continue;
                }
                if (moment.placeOf(poses.body(piece)) >= rack.layout().places()
                        + rack.layout().aisles() * rack.infeeds().stream().mapToInt(TransferPoint::capacity).sum()) {
                    continue; // in the pre-zone lanes join
                }
                boolean isNew = places.add(List.of(Math.round(poses.x(piece) * 1000), Math.round(poses.y(piece) * 1000),
                        Math.round(poses.z(piece) * 1000)));
                assertTrue(isNew || isMovingUp(moment, poses.body(piece)), "seed " + seed + ": two loads in one place");
                if (moment.carrierOf(poses.body(piece)) >= 0) {
                    onItsCrane(scene, rack, poses, piece, "seed " + seed);
                }
            }
        }
    }

    /** Cranes, carriages and forks never jump, also where a crane fails amid a move: none is faster than it can be. */
    @ParameterizedTest
    @MethodSource("seeds")
    void noPartOfACraneJumps(long seed) {
        Study study = study(seed, true);
        boolean fails = !study.find("Cranes", StackerCrane.class).orElseThrow().basics().duty().failures().isEmpty();
        Trace trace = Runs.traceOf(study);
        List<CraneParts<StackerCrane>> parts = CraneParts.stackers(UnfoldedStudy.of(study));
        Moment before = trace.at(0);
        long end = fails ? (long) (3 * 3.6e12) : (long) 0.3e12;
        for (long nanos = STEP_NANOS; nanos < end; nanos += STEP_NANOS) {
            Moment now = trace.at(nanos, before);
            for (CraneParts<StackerCrane> one : parts) {
                for (int mover : IntStream.concat(IntStream.of(one.member(), one.inner()), IntStream.range(0, one.tips()).map(one::tip))
                        .toArray()) {
                    Pose from = before.movers().pose(mover, before.timeNanos());
                    Pose to = now.movers().pose(mover, now.timeNanos());
                    assertTrue(from.distanceTo(to) <= MAX_SPEED * STEP_NANOS / 1e9 + 1e-6,
                            () -> "seed " + seed + " at " + now.timeNanos() / 1e9 + " s: " + from + " to " + to);
                }
            }
            before = now;
        }
    }

    /** What is painted on a rack far away follows the changes one by one; it is the same as if looked at for the first time. */
    @ParameterizedTest
    @MethodSource("seeds")
    void fromFarAwayTheSameLoadsAreSeen(long seed) {
        Study study = study(seed, true);
        Trace trace = Runs.traceOf(study);
        Scene followed = new Scene(UnfoldedStudy.of(study));
        followed.setFar(1, true);
        Poses poses = new Poses();
        Random random = new Random(seed);
        double hours = 0;
        for (int i = 0; i < 40; i++) {
            hours = i == 30 ? 1 : Math.min(HOURS, hours + random.nextDouble() * (i % 7 == 0 ? 2 : 0.05)); // once it goes back
            Moment moment = trace.at((long) (hours * 3.6e12));
            followed.pose(moment, 0, poses);
            int shown = poses.count();
            Scene fresh = new Scene(UnfoldedStudy.of(study));
            fresh.setFar(1, true);
            fresh.pose(moment, 0, poses);
            assertEquals(shown, poses.count(), "seed " + seed);
            RackFaces one = followed.faces(1);
            RackFaces other = fresh.faces(1);
            for (RackFaces.Face face : RackFaces.Face.values()) {
                for (int x = 0; x < one.across(face); x++) {
                    for (int y = 0; y < one.up(face); y++) {
                        assertEquals(other.kind(face, x, y), one.kind(face, x, y), "seed " + seed + " " + face + " " + x + " " + y);
                    }
                }
            }
        }
    }

    private static boolean isMovingUp(Moment moment, int body) {
        return moment.timeNanos() - moment.sinceNanos(body) < 2e9;
    }

    private static void onItsCrane(Scene scene, Rack rack, Poses poses, int piece, String seed) {
        boolean isOn = IntStream.range(0, scene.cranes().cranes().size()).anyMatch(crane -> {
            Pose mast = scene.cranes().mast(crane);
            return IntStream.range(0, scene.cranes().forks(crane)).anyMatch(fork -> {
                Pose there = scene.cranes().fork(crane, fork);
                double beside = (fork - (scene.cranes().forks(crane) - 1) / 2.0) * rack.layout().bayPitch().inBaseUnit();
                return Math.hypot(there.x() - poses.x(piece), there.y() - poses.y(piece)) < 1e-6
                        && Math.abs(Math.hypot(mast.x() - there.x(), mast.y() - there.y())
                                - Math.hypot(beside, scene.cranes().reachMetres(crane, fork))) < 1e-6
                        && Math.abs(scene.cranes().carriageMetres(crane) - poses.z(piece)) < 1e-6;
            });
        });
        assertTrue(isOn, seed + ": a load rides on nothing");
        assertTrue(poses.z(piece) >= 0 && poses.z(piece) <= rack.layout().heightMetres(), seed);
    }
}
