package rhombic.plant;

import rhombic.study.crane.CraneTool;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.calendar;
import static rhombic.plant.Peopled.onDuty;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.UnaryOperator;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.measure.PersonFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.scene.Poses;
import rhombic.scene.Scene;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.Zone;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneSharing;
import rhombic.study.crane.CraneUse;
import rhombic.study.crane.HallCraneDriving;
import rhombic.study.crane.HookWays;
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.duty.TravelChoice;
import rhombic.study.duty.UpTime;
import rhombic.study.fleet.Loading;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.AxisDriving;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PersonState;
import rhombic.study.value.PieceType;
import rhombic.trace.Moment;
import rhombic.trace.MoverMoment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Bridge cranes: how long they take by closed formulas, and that they keep apart and lift over what stands below. */
class HallCranesTest {
    private static final double NEAR = 1e-6;
    private static final long STEP_NANOS = 700_000_000;
    private static final long SHORT_NANOS = 1_000_000;

    /** With an operator, who walks 12 m to the hook first, it takes so much longer; then he is a step away from the hook wherever that is. */
    private static void isWalkedAlong(Study study, double seconds) {
        Crew crew = Crew.KIND.blank(Basics.of("Operators", Placement.at(0, 0)))
                .withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)));
        Pose home = Layout.home(crew, 0);
        Study operated = study.with(crew.placed(Placement.at(-1.6 - home.x(), 12 - home.y())))
                .changed("Crane", e -> ((BridgeCrane) e).withUse(use -> use.withOperator("Operators")));
        assertEquals(12 + seconds, Runs.of(operated).lead().max(), NEAR);
        Trace trace = Runs.traceOf(operated);
        int operator = operated.groups().getFirst().name().equals("Crane") ? 1 : 0;
        int hook = 3;
        for (long nanos = 13 * 1_000_000_000L; nanos < (12 + seconds) * 1e9; nanos += STEP_NANOS) {
            MoverMoment movers = trace.at(nanos).movers();
            Pose below = movers.pose(operator, nanos);
            assertEquals(0, below.z(), NEAR);
            assertEquals(1.6, Math.hypot(below.x() - movers.pose(hook, nanos).x(), below.y() - movers.pose(hook, nanos).y()), NEAR);
        }
    }

    private static Quantity metres(double value) {
        return Quantity.parse(value + " m", Dimension.LENGTH);
    }

    /** 40 m by 20 m about the middle; along at 1 m/s, 0.2 m/s², across at 0.5 m/s, 0.25 m/s², up and down at 0.2 m/s, 0.4 m/s². */
    private static BridgeCrane crane(int cranes) {
        return BridgeCrane.KIND.blank(Basics.of("Crane", Placement.at(0, 0))).withCranes(cranes)
                .withRunway(r -> r.withLength(metres(40)).withSpan(metres(20)).withLiftHeight(metres(6)).withClearance(metres(0.5))
                        .withSafeDistance(metres(5)))
                .withDriving(d -> new HallCraneDriving(AxisDriving.of("1 m/s", "0.2 m/s²"), AxisDriving.of("0.5 m/s", "0.25 m/s²"),
                        AxisDriving.of("0.2 m/s", "0.4 m/s²")));
    }

    /** From rest to rest. */
    private static double seconds(double metres, double speed, double gain) {
        double way = Math.abs(metres);
        return way >= speed * speed / gain ? way / speed + speed / gain : 2 * Math.sqrt(way / gain);
    }

    private static double travel(Pose from, Pose to) {
        return Math.max(seconds(to.x() - from.x(), 1, 0.2), seconds(to.y() - from.y(), 0.5, 0.25));
    }

    private static double lift(double metres) {
        return seconds(metres, 0.2, 0.4);
    }

    private static Link carried(String from, String to) {
        return new Link(from, to).withTravel(new Travel.Carried(Need.of("Crane"), 1));
    }

    private static PlantElement box(PlantElement element, double x, double y, double high) {
        return element.with(element.basics().placed(Placement.at(x, y)).withSize(new Footprint(2, 2, high)));
    }

    /**
     * From the middle of the runway to the buffer, where it grips for 10 s, and from there over a column of 3 m to the other, where it releases for 5 s: each
     * time up to 0.5 m over the highest below, along and across at once, and down to 0.75 m.
     */
    @Test
    void aLiftTakesWhatTheFormulaSays() {
        PlantElement store = box(buffer("Store", -1), -10, -4, 1.5);
        PlantElement between = box(buffer("Between", -1), 0, 0, 3);
        PlantElement out = box(goodsOut("Out"), 12, 6, 1);
        BridgeCrane crane = crane(1).with(new Loading(time("10 s"), time("5 s")));
        Study study = new Lines().chain(stock("In", "Piece", 1).placed(Placement.at(-40, 40)), store).chain(out).chain(between)
                .chain(crane).link(carried("Store", "Out")).study(1, 0, 1);
        Pose home = Layout.home(crane, 0);
        assertEquals(0, home.distanceTo(Pose.at(0, 0, 0, 0)), NEAR, "it waits in the middle of its runway, over the box of 3 m");
        Pose from = Layout.outlet(store, "");
        Pose to = Layout.inlet(out, "");
        double exact = travel(home, from) + lift(3.5 - 0.75) + 10 + lift(3.5 - 0.75) + travel(from, to) + lift(3.5 - 0.75) + 5;
        assertEquals(exact, Runs.of(study).lead().max(), NEAR);
        isWalkedAlong(study, exact);
    }

    /** A is gripped with the hook, which is on it, for 10 s and released for 5 s; for B it takes 30 s to have the clamp on it, which grips for 3 s. */
    @Test
    void eachPieceIsGrippedWithItsTool() {
        PlantElement store = box(buffer("Store", -1), -10, -4, 1.5);
        PlantElement between = box(buffer("Between", -1), 0, 0, 3);
        PlantElement out = box(goodsOut("Out"), 12, 6, 1);
        CraneTool hook = new CraneTool("hook", List.of("A"), Optional.empty(), Optional.empty());
        CraneTool clamp = new CraneTool("clamp", List.of("B"), Optional.of(time("3 s")), Optional.of(time("2 s")));
        BridgeCrane crane = crane(1).with(new Loading(time("10 s"), time("5 s")))
                .withUse(use -> use.withTools(List.of(hook, clamp)).withToolChange(time("30 s")));
        Study study = new Lines().types(PieceType.usual("A"), PieceType.usual("B"))
                .chain(Lines.timetable("In", "0 s A", "1 s B").placed(Placement.at(-40, 40)), store).chain(out).chain(between)
                .chain(crane).link(carried("Store", "Out")).study(1, 0, 1);
        Pose from = Layout.outlet(store, "");
        Pose to = Layout.inlet(out, "");
        double over = 2 * lift(3.5 - 0.75) + travel(from, to);
        double first = travel(Layout.home(crane, 0), from) + lift(3.5 - 0.75) + 10 + over + 5;
        assertEquals(first + over + 30 + 3 + over + 2 - 1, Runs.of(study).lead().max(), NEAR);
    }

    /** Where nothing is in the way, the hoist comes down while bridge and trolley travel. */
    @Test
    void theHoistComesDownOnTheWayWhereNothingIsBelow() {
        BridgeCrane crane = crane(1).withRunway(r -> r.withClearance(metres(0)));
        PlantElement tall = box(buffer("Tall", -1), 0, 0, 4);
        PlantElement store = box(buffer("Store", -1), -10, -4, 0.5);
        PlantElement out = box(goodsOut("Out"), 12, -4, 0.5);
        Study study = new Lines().chain(stock("In", "Piece", 2).placed(Placement.at(-40, 40)), store).chain(out).chain(tall)
                .chain(crane).link(carried("Store", "Out")).study(1, 0, 1);
        Pose from = Layout.outlet(store, "");
        Pose to = Layout.inlet(out, "");
        double first = travel(Layout.home(crane, 0), from) + lift(4 - 0.75);
        double over = travel(from, to); // at 0.75 m, higher than all that is below
        assertEquals(first + 3 * over, Runs.of(study).lead().max(), NEAR);
    }

    /** One piece weighs more than the crane lifts: it stays; so does what is beyond the runway, or below too high a box. */
    @ParameterizedTest
    @CsvSource({"12, 1, 900, 1", "12, 1, 1100, 0", "30, 1, 900, 0", "12, 5.6, 900, 0"})
    void whatItCannotLiftStays(double x, double high, double kilograms, int moved) {
        PieceType type = PieceType.usual("Piece").withWeight(Quantity.parse(kilograms + " kg", Dimension.MASS));
        BridgeCrane crane = crane(1).withMaxWeight(Optional.of(Quantity.parse("1000 kg", Dimension.MASS)));
        Study study = new Lines().types(type)
                .chain(stock("In", "Piece", 1).placed(Placement.at(-40, 40)), box(buffer("Store", -1), -10, 0, 1))
                .chain(box(goodsOut("Out"), x, 0, 1)).chain(box(buffer("Between", -1), 0, 0, high)).chain(crane)
                .link(carried("Store", "Out")).study(1, 0, 1);
        assertEquals(moved, Runs.of(study).out());
    }

    /**
     * The left crane has a load for the right end, where the other has just set down and stands idle: that goes aside as far as the safe distance, and the first
     * goes on. The right one is away when the first is there.
     */
    @Test
    void whoIsIdleStandsAside() {
        PlantElement left = box(buffer("Left", -1), -12, 0, 0.5);
        PlantElement out = box(goodsOut("Out"), 12, 0, 0.5);
        Study study = new Lines().chain(stock("In", "Piece", 1).placed(Placement.at(-40, 40)), left).chain(out)
                .chain(crane(2)).link(carried("Left", "Out")).study(1, 0, 1);
        RunFigures run = Runs.sound(study, 0);
        assertEquals(1, run.out());
        double at = Layout.inlet(out, "").x();
        Trace trace = Runs.traceOf(study);
        assertEquals(at + 5, bridge(trace.at(trace.endNanos()).movers(), 1, trace.endNanos()), NEAR);
        assertEquals(0, run.crews().getFirst().people().get(1).jobs());
    }

    /** Both buffers are in the left half: the right crane fetches there only where all fetch everywhere. */
    @ParameterizedTest
    @EnumSource(CraneSharing.class)
    void eachFetchesInItsOwnPartOrEverywhere(CraneSharing sharing) {
        Study study = new Lines().chain(stock("In 1", "Piece", 20).placed(Placement.at(-40, 40)), box(buffer("Left", -1), -12, 0, 0.5))
                .chain(stock("In 2", "Piece", 20).placed(Placement.at(-40, 50)), box(buffer("Middle", -1), -4, 0, 0.5))
                .chain(box(goodsOut("Out"), -12, 8, 0.5)).chain(box(goodsOut("There"), 12, 8, 0.5))
                .chain(crane(2).withUse(use -> use.withSharing(sharing))).link(carried("Left", "Out")).link(carried("Middle", "There"))
                .study(2, 0, 1);
        RunFigures run = Runs.sound(study, 0);
        assertEquals(40, run.out());
        assertEquals(sharing == CraneSharing.EVERYWHERE, run.crews().getFirst().people().get(1).jobs() > 0);
    }

    /** Both break down again and again, for long: whatever is left over is fetched by who is there. */
    @Test
    void cranesThatFailFetchAllAllTheSame() {
        BridgeCrane crane = crane(2);
        FailureMode once = FailureMode.of("stop", new UpTime.After(time("30 s"), UpTime.Clock.CALENDAR), time("20 min"));
        BridgeCrane failing = crane.with(crane.basics().withDuty(crane.basics().duty().withFailures(List.of(once))));
        Study study = new Lines().chain(stock("In", "Piece", 6).placed(Placement.at(-40, 40)), box(buffer("Right", -1), 4, 0, 0.5))
                .chain(box(goodsOut("Out"), -12, 8, 0.5)).chain(failing).link(carried("Right", "Out")).study(8, 0, 1);
        assertEquals(6, Runs.sound(study, 0).out());
    }

    private static double bridge(MoverMoment movers, int member, long nanos) {
        return movers.pose(member, nanos).x();
    }

    /**
     * Two cranes, each with a load for where the other stands. The left one is loaded first, comes as near as it may, to 7 m, and waits there; the right one, gripping
     * until then, is the later of the two, and goes aside to 17 m; the left one goes on to 12 m. When it has set down it is idle, and goes aside itself, to -17 m;
     * then the right one brings its load. 5 m take 10 s, 19 m take 24 s, 29 m take 34 s.
     */
    @Test
    void whoIsLaterStandsAsideAndWaits() {
        BridgeCrane cranes = crane(2).withRunway(r -> r.withClearance(metres(0.25))).with(new Loading(time("30 s"), time("5 s")));
        Study study = new Lines().chain(stock("In 1", "Piece", 1).placed(Placement.at(-60, 40)), box(buffer("From 1", -1), -13, 0, 0.5))
                .chain(stock("In 2", "Piece", 1).placed(Placement.at(-60, 50)), box(buffer("From 2", -1), 11, 4, 0.5))
                .chain(box(buffer("Below 1", -1), -10, 0, 0.5)).chain(box(buffer("Below 2", -1), 10, 0, 0.5))
                .chain(box(goodsOut("To 1"), 13, 0, 0.5)).chain(box(goodsOut("To 2"), -11, 4, 0.5)).chain(cranes)
                .link(carried("From 1", "To 1")).link(carried("From 2", "To 2")).study(1, 0, 1);
        double first = seconds(2, 1, 0.2) + 30 + 24 + 10 + 10 + 5;
        double second = first + 34 + 34 + 5;
        RunFigures run = Runs.sound(study, 0);
        assertEquals((first + second) / 2, run.lead().mean(), NEAR);
        assertEquals(second, run.lead().max(), NEAR);
        double asked = seconds(2, 1, 0.2) + 30;
        double loaded = seconds(4, 0.5, 0.25) + 30;
        assertEquals((24 + 10) / 3600.0, run.crews().getFirst().people().get(0).share(PersonState.FOR_TRAFFIC), NEAR, "since " + asked);
        assertEquals((first + 34 - loaded) / 3600, run.crews().getFirst().people().get(1).share(PersonState.FOR_TRAFFIC), NEAR);
    }

    /** It fails on its way after 5 s, brakes for 5 s more, and goes on from where it stands when it is repaired. */
    @Test
    void aCraneThatFailsBrakes() {
        BridgeCrane crane = crane(1).withRunway(r -> r.withClearance(metres(0.25))).with(new Loading(time("10 s"), time("5 s")));
        FailureMode mode = FailureMode.of("stop", new UpTime.After(time("60 s"), UpTime.Clock.CALENDAR), time("20 s"));
        BridgeCrane failing = crane.with(crane.basics().withDuty(crane.basics().duty().withFailures(List.of(mode))));
        Study study = new Lines().chain(timetable("In", "55 s Piece").placed(Placement.at(-60, 40)), box(buffer("From", -1), 11, 0, 0.5))
                .chain(box(goodsOut("To"), -11, 0, 0.5)).chain(box(buffer("Below", -1), 0, 0, 0.5)).chain(failing)
                .link(carried("From", "To")).study(0.1, 0, 1);
        RunFigures run = Runs.sound(study, 0);
        assertEquals(80 - 55 + seconds(7, 1, 0.2) + 10 + seconds(24, 1, 0.2) + 5, run.lead().max(), NEAR);
        Trace trace = Runs.traceOf(study);
        assertEquals(2.5, bridge(trace.at(60_000_000_000L).movers(), 0, 60_000_000_000L), NEAR);
        assertEquals(5, bridge(trace.at(70_000_000_000L).movers(), 0, 70_000_000_000L), NEAR, "it has braked over 2.5 m");
        assertEquals(5 + 7 + 24, run.crews().getFirst().people().getFirst().metres(), NEAR);
    }

    /** On its way home, after 5 s, it is called: it brakes, and comes back from there. */
    @Test
    void aCraneThatIsCalledOnItsWayHomeBrakes() {
        BridgeCrane crane = crane(1).withRunway(r -> r.withClearance(metres(0.25)));
        BridgeCrane home = crane.with(crane.dispatching().withIdleAt(IdlePlace.AT_HOME));
        double done = seconds(12, 1, 0.2) + seconds(24, 1, 0.2);
        Study study = new Lines()
                .chain(timetable("In", "0 s Piece", (done + 5) + " s Piece").placed(Placement.at(-60, 40)),
                        box(buffer("From", -1), -13, 0, 0.5))
                .chain(box(goodsOut("To"), 13, 0, 0.5)).chain(box(buffer("Below", -1), 0, 0, 0.5)).chain(home).link(carried("From", "To"))
                .study(0.1, 0, 1);
        RunFigures run = Runs.sound(study, 0);
        assertEquals(2, run.out());
        assertEquals((done + 5 + seconds(19, 1, 0.2) + seconds(24, 1, 0.2)) / 2, run.lead().mean(), 1e-3);
        assertEquals(0, bridge(Runs.traceOf(study).at(300_000_000_000L).movers(), 0, 300_000_000_000L), NEAR, "at home at last");
    }

    /** It fetches only from its zone; what waits elsewhere stays. */
    @Test
    void aCraneFetchesFromItsZonesOnly() {
        Zone zone = new Zone(Basics.of("Zone", Placement.at(-12, 0)).withSize(new Footprint(8, 8, 0.1)));
        Study study = new Lines().chain(stock("In 1", "Piece", 3).placed(Placement.at(-60, 40)), box(buffer("Left", -1), -12, 0, 0.5))
                .chain(stock("In 2", "Piece", 4).placed(Placement.at(-60, 50)), box(buffer("Right", -1), 8, 0, 0.5))
                .chain(box(goodsOut("Out"), 0, 8, 0.5)).chain(zone).chain(crane(1).withUse(use -> use.withZones(List.of("Zone"))))
                .link(carried("Left", "Out")).link(carried("Right", "Out")).study(2, 0, 1);
        assertEquals(3, Runs.sound(study, 0).out());
    }

    // ---- random

    private static Study random(long seed) {
        Random random = new Random(seed);
        int cranes = 2 + random.nextInt(2);
        Lines lines = new Lines();
        Placement middle = new Placement(random.nextInt(50), -random.nextInt(50), 0, 30 * random.nextInt(12));
        BridgeCrane crane = ((BridgeCrane) crane(cranes).placed(middle))
                .with(new Loading(time("uniform(5 s, 20 s)"), time("uniform(5 s, 20 s)")))
                .with(CraneUse.USUAL.withSharing(CraneSharing.values()[random.nextInt(2)]))
                .with(crane(1).dispatching().withIdleAt(random.nextBoolean() ? IdlePlace.AT_HOME : IdlePlace.WHERE_THEY_ARE));
        if (random.nextInt(3) == 0) {
            FailureMode mode = FailureMode.of("stop", new UpTime.After(time("exponential(20 min)"), UpTime.Clock.CALENDAR),
                    time("exponential(2 min)"));
            crane = crane.with(crane.basics().withDuty(crane.basics().duty().withFailures(List.of(mode))));
        }
        int flows = 2 + random.nextInt(4);
        for (int i = 0; i < flows; i++) {
            double x = 10 - random.nextInt(21);
            double y = 7 - random.nextInt(15);
            double toX = 10 - random.nextInt(21);
            double toY = 7 - random.nextInt(15);
            lines.chain(stock("In " + i, "Piece", 3 + random.nextInt(12)).placed(Placement.at(-60, 10 * i)),
                    turned(box(buffer("From " + i, -1), 0, 0, 0.8 + random.nextInt(4)), middle, x, y));
            Need need = random.nextInt(4) == 0 ? Need.of("Crane").withSkills(List.of("Crane", "Forklifts")) : Need.of("Crane");
            lines.chain(turned(box(buffer("To " + i, -1), 0, 0, 0.8 + random.nextInt(4)), middle, toX, toY))
                    .link(new Link("From " + i, "To " + i).withTravel(new Travel.Carried(need, 1 + random.nextInt(2))));
        }
        lines.chain(Fleet.KIND.blank(Basics.of("Forklifts", Placement.at(0, 30)))
                .withRules(rules -> rules.withTravel(TravelChoice.STRAIGHT)));
        boolean hasShifts = random.nextInt(3) == 0;
        if (random.nextInt(4) == 0) {
            lines.chain(Crew.KIND.blank(Basics.of("Operators", Placement.at(0, -30))).withPeople(1 + random.nextInt(2)));
            crane = crane.withUse(use -> use.withOperator("Operators"));
        }
        return lines.chain(hasShifts ? onDuty(crane, "C", AtShiftEnd.FINISH) : crane).study(6, 0, 1)
                .withCalendars(hasShifts ? List.of(calendar("06:00 06:40", "07:00 14:00")) : List.of());
    }

    /** There, seen from the middle of a runway, and turned as that is. */
    private static PlantElement turned(PlantElement element, Placement runway, double x, double y) {
        Pose at = runway.pose().of(Pose.at(x, y, 0, 0));
        return element.placed(new Placement(at.x(), at.y(), 0, runway.headingDegrees()));
    }

    private static LongStream nets() {
        return Runs.nets();
    }

    @ParameterizedTest
    @MethodSource("nets")
    void cranesKeepApartAndLiftOverAllThatStandsBelow(long seed) {
        Study study = random(seed);
        RunFigures run = Runs.sound(study, seed);
        long lifted = study.elements().stream().filter(element -> element.name().startsWith("To"))
                .mapToLong(element -> Runs.at(run, element.name()).in()).sum();
        assertEquals(run.in(), lifted, "seed " + seed + ": every piece is lifted to where it goes");
        Trace trace = Runs.traceOf(study);
        List<CraneParts<BridgeCrane>> parts = CraneParts.bridges(UnfoldedStudy.of(study));
        double apart = parts.getFirst().group().runway().safeDistance().inBaseUnit();
        for (long t = 0; t < 3600 * 1_000_000_000L; t += STEP_NANOS) {
            Moment moment = trace.at(t);
            for (int i = 0; i < parts.size(); i++) {
                Pose hook = moment.movers().pose(parts.get(i).tip(), t);
                double x = parts.get(i).group().geometry().along(moment.movers().pose(parts.get(i).member(), t));
                if (i > 0) {
                    double other = parts.get(i).group().geometry().along(moment.movers().pose(parts.get(i - 1).member(), t));
                    assertTrue(x - other >= apart - 1e-6, "seed " + seed + " at " + t + ": " + (x - other));
                }
                if (isLow(study, hook)) {
                    Pose next = trace.at(t + SHORT_NANOS).movers().pose(parts.get(i).tip(), t + SHORT_NANOS);
                    assertEquals(0, Math.hypot(next.x() - hook.x(), next.y() - hook.y()), 1e-6,
                            "seed " + seed + " at " + t + ": travels at " + hook);
                }
            }
        }
    }

    /** Whether the hook is nearer than the clearance to what stands below it. */
    private static boolean isLow(Study study, Pose hook) {
        BridgeCrane crane = study.all(BridgeCrane.class).getFirst();
        return study.elements().stream().anyMatch(element -> element.name().matches("(From|To) .*")
                && Math.abs(crane.geometry().seen(element.placement().pose()).x() - crane.geometry().seen(hook).x()) < 1
                && Math.abs(crane.geometry().seen(element.placement().pose()).y() - crane.geometry().seen(hook).y()) < 1
                && hook.z() < element.footprint().heightMetres() + 0.5 - 1e-6);
    }

    /** A box that a load passes over counts only if it reaches into the rectangle between both places; turned boxes too. */
    @Test
    void heightsAreThoseOfWhatLiesBetween() {
        UnaryOperator<PlantElement> turned = element -> element.placed(new Placement(0, 6.7, 0, 45));
        Study study = new Lines().chain(box(buffer("A", -1), 0, 0, 2)).chain(turned.apply(box(buffer("B", -1), 0, 0, 3))).chain(crane(1))
                .study(1, 0, 1);
        HookWays ways = new HookWays(study, crane(1));
        assertEquals(2.5, ways.heightBetween(Pose.at(-5, 0, 0, 0), Pose.at(5, 0, 0, 0)), NEAR);
        assertEquals(0.5, ways.heightBetween(Pose.at(-5, -2, 0, 0), Pose.at(5, -2, 0, 0)), NEAR);
        // its corner is 6.7 - 1.414 up, and loads reach 0.8 m beside the hook
        assertEquals(3.5, ways.heightBetween(Pose.at(-5, 4.5, 0, 0), Pose.at(5, 4.5, 0, 0)), NEAR);
        assertEquals(0.5, ways.heightBetween(Pose.at(-5, 4.4, 0, 0), Pose.at(5, 4.4, 0, 0)), NEAR);
    }

    /** What it carries hangs below its hook, and moves with it. */
    @Test
    void aLoadHangsBelowTheHook() {
        PlantElement store = box(buffer("Store", -1), -10, 0, 0.5);
        PlantElement out = box(goodsOut("Out"), 10, 5, 0.5);
        Study study = new Lines().chain(stock("In", "Piece", 1).placed(Placement.at(-40, 40)), store).chain(out).chain(crane(1))
                .link(carried("Store", "Out")).study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        UnfoldedStudy unfolded = UnfoldedStudy.of(study);
        Scene scene = new Scene(unfolded);
        Poses poses = new Poses();
        int hanging = 0;
        for (long t = 0; t < 120_000_000_000L; t += 1_000_000_000L) {
            Moment moment = trace.at(t);
            scene.pose(moment, 0, poses);
            if (scene.hallCranes().slingMetres(0) > 0) {
                hanging++;
                Pose hook = moment.movers().pose(CraneParts.bridges(unfolded).getFirst().tip(), t);
                assertEquals(hook.x(), poses.x(0), NEAR);
                assertEquals(hook.y(), poses.y(0), NEAR);
                assertEquals(hook.z(), poses.z(0), NEAR, "its underside");
                double high = study.pieceTypes().getFirst().height().inBaseUnit();
                assertEquals(hook.z() + high + scene.hallCranes().slingMetres(0), scene.hallCranes().hook(0).z(), NEAR);
            }
        }
        double seconds = travel(Layout.outlet(store, ""), Layout.inlet(out, "")) + lift(0.25) + lift(0.25);
        assertEquals(seconds, hanging, 1, "from when it is gripped to when it is released");
    }

    /** The parts of its time are those of the formula. */
    @Test
    void whatACraneDoesIsTold() {
        PlantElement store = box(buffer("Store", -1), -10, 0, 0.5);
        PlantElement out = box(goodsOut("Out"), 10, 0, 0.5);
        BridgeCrane crane = crane(1).with(new Loading(time("10 s"), time("5 s"))).withRunway(r -> r.withClearance(metres(0.25)));
        Study study = new Lines().chain(stock("In", "Piece", 1).placed(Placement.at(-40, 40)), store).chain(out).chain(crane)
                .link(carried("Store", "Out")).study(1, 0, 1);
        PersonFigures one = Runs.of(study).crews().getFirst().people().getFirst();
        Pose from = Layout.outlet(store, "");
        assertEquals(10.0 / 3600, one.share(PersonState.PICKING_UP), NEAR);
        assertEquals(5.0 / 3600, one.share(PersonState.SETTING_DOWN), NEAR);
        assertEquals(travel(from, Layout.inlet(out, "")) / 3600, one.share(PersonState.CARRYING), NEAR);
        assertEquals(-from.x() + (Layout.inlet(out, "").x() - from.x()), one.metres(), NEAR);
    }
}
