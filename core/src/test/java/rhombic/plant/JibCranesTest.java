package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneForm;
import rhombic.study.crane.HallCraneDriving;
import rhombic.study.crane.HookWays;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.UpTime;
import rhombic.study.fleet.Loading;
import rhombic.study.kind.Basics;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.AxisDriving;
import rhombic.study.place.Footprint;
import rhombic.study.place.Placement;
import rhombic.study.unfold.CraneParts;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Jib cranes: how long they take by closed formulas, where they reach, and what their loads pass over. */
class JibCranesTest {
    private static final double NEAR = 1e-6;
    private static final long STEP_NANOS = 700_000_000;
    private static final long SHORT_NANOS = 1_000_000;

    private static Quantity metres(double value) {
        return Quantity.parse(value + " m", Dimension.LENGTH);
    }

    /** Its tip turns at 1 m/s, 0.2 m/s², its trolley goes at 0.5 m/s, 0.25 m/s², its hoist at 0.2 m/s, 0.4 m/s². */
    private static BridgeCrane jib(double reach, double heading) {
        return ((BridgeCrane) BridgeCrane.KIND.blank(Basics.of("Jib", new Placement(0, 0, 0, heading)))).withForm(CraneForm.JIB)
                .withJib(metres(reach)).withRunway(r -> r.withLiftHeight(metres(6)).withClearance(metres(0.5)))
                .withDriving(d -> new HallCraneDriving(AxisDriving.of("1 m/s", "0.2 m/s²"), AxisDriving.of("0.5 m/s", "0.25 m/s²"),
                        AxisDriving.of("0.2 m/s", "0.4 m/s²")));
    }

    /** From rest to rest. */
    private static double seconds(double metres, double speed, double gain) {
        double way = Math.abs(metres);
        return way >= speed * speed / gain ? way / speed + speed / gain : 2 * Math.sqrt(way / gain);
    }

    /** Turning and driving the trolley at once; the tip is so far from the pillar. */
    private static double travel(double reach, Pose from, Pose to) {
        double turn = Math.atan2(to.y(), to.x()) - Math.atan2(from.y(), from.x());
        double out = Math.hypot(to.x(), to.y()) - Math.hypot(from.x(), from.y());
        return Math.max(seconds(turn * reach, 1, 0.2), seconds(out, 0.5, 0.25));
    }

    private static double lift(double metres) {
        return seconds(metres, 0.2, 0.4);
    }

    private static PlantElement box(PlantElement element, double x, double y, double high) {
        return element.with(element.basics().placed(Placement.at(x, y)).withSize(new Footprint(2, 2, high)));
    }

    private static Study lifting(BridgeCrane crane, PlantElement store, PlantElement out) {
        return new Lines().chain(stock("In", "Piece", 1).placed(Placement.at(-60, 60)), store).chain(out).chain(crane)
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("Jib"), 1))).study(1, 0, 1);
    }

    /** From where it waits, half way out, to what it grips for 10 s; up over the box of 3 m between both, and round to where it releases for 5 s. */
    @ParameterizedTest
    @CsvSource({"7, 1, 0, 7", "6, -5, 4, 6", "-5, -6, 6, 3"})
    void aLiftTakesWhatTheFormulaSays(double x, double y, double toX, double toY) {
        double reach = 11;
        PlantElement store = box(buffer("Store", -1), x, y, 1);
        PlantElement out = box(goodsOut("Out"), toX, toY, 1);
        BridgeCrane crane = jib(reach, 0).with(new Loading(time("10 s"), time("5 s")));
        Pose from = Layout.outlet(store, "");
        Pose to = Layout.inlet(out, "");
        double middle = (Math.atan2(from.y(), from.x()) + Math.atan2(to.y(), to.x())) / 2;
        double away = (Math.hypot(from.x(), from.y()) + Math.hypot(to.x(), to.y())) / 2;
        Study study = lifting(crane, store, out).with(box(buffer("Between", -1), away * Math.cos(middle), away * Math.sin(middle), 3));
        Pose home = Layout.home(crane, 0);
        assertEquals(reach / 2, home.x(), NEAR);
        HookWays ways = new HookWays(study, crane);
        assertEquals(3.5, ways.heightBetween(from, to), NEAR);
        double start = ways.heightBetween(home, home);
        double first = Math.max(start, ways.heightBetween(home, from));
        double exact = lift(first - start) + travel(reach, home, from) + lift(first - 0.75) + 10 + lift(3.5 - 0.75)
                + travel(reach, from, to) + lift(3.5 - 0.75) + 5;
        assertEquals(exact, Runs.of(study).lead().max(), NEAR);
    }

    /** What lies on the straight way between, nearer to the pillar than the load ever comes, does not count; what lies in its ring does. */
    @Test
    void onlyWhatLiesInTheRingCounts() {
        BridgeCrane crane = jib(10, 30);
        Study inside = new Lines().chain(box(buffer("A", -1), 2.2, 2.2, 3)).chain(crane).study(1, 0, 1);
        Study ring = new Lines().chain(box(buffer("A", -1), 5, 5, 3)).chain(crane).study(1, 0, 1);
        Study outside = new Lines().chain(box(buffer("A", -1), 7, 7, 3)).chain(crane).study(1, 0, 1);
        Pose from = Pose.at(7, 0, 0, 0);
        Pose to = Pose.at(0, 7, 0, 0);
        assertEquals(0.5, new HookWays(inside, crane).heightBetween(from, to), NEAR);
        assertEquals(3.5, new HookWays(ring, crane).heightBetween(from, to), NEAR);
        assertEquals(0.5, new HookWays(outside, crane).heightBetween(from, to), NEAR);
    }

    /** Neither beyond its tip nor at its pillar; from behind it turns all the way round, for it stops at half a turn. */
    @Test
    void itReachesARing() {
        BridgeCrane crane = jib(8, 90);
        assertTrue(crane.reaches(0, Pose.at(0, 8, 0, 0)));
        assertFalse(crane.reaches(0, Pose.at(0, 8.01, 0, 0)));
        assertFalse(crane.reaches(0, Pose.at(0.3, 0.3, 0, 0)));
        assertEquals(Math.PI / 2 * 8, crane.geometry().along(Pose.at(-5, 0, 0, 0)), NEAR);
        assertEquals(-Math.PI / 2 * 8, crane.geometry().along(Pose.at(5, 0, 0, 0)), NEAR);
        assertEquals(1, crane.withCranes(3).count(), "it is one by itself");
    }

    @Test
    void whatItDoesNotReachIsToldAndMended() {
        Study study = lifting(jib(5, 0), box(buffer("Store", -1), 3, 0, 1), box(goodsOut("Out"), 0, 7, 1));
        List<Problem> problems = ofJib(study);
        assertEquals(1, problems.size(), problems::toString);
        assertEquals("It does not reach Out, so nothing is lifted from Store to Out", problems.getFirst().message());
        assertEquals(0, Runs.of(study).out());
        Study mended = problems.getFirst().fixes().getFirst().changes().applyTo(study);
        assertEquals(List.of(), ofJib(mended));
        assertEquals(1, Runs.of(mended).out());
    }

    private static List<Problem> ofJib(Study study) {
        return StudyCheck.of(study).stream().filter(problem -> problem.subject().equals("Jib")).toList();
    }

    private static LongStream nets() {
        return Runs.nets();
    }

    private static Study random(long seed) {
        Random random = new Random(seed);
        BridgeCrane crane = jib(14, 30 * random.nextInt(12)).withCranes(1 + (int) (seed % 3))
                .with(new Loading(time("uniform(5 s, 20 s)"), time("uniform(5 s, 20 s)")));
        if (random.nextInt(3) == 0) {
            FailureMode mode = FailureMode.of("stop", new UpTime.After(time("exponential(20 min)"), UpTime.Clock.CALENDAR),
                    time("exponential(2 min)"));
            crane = crane.with(crane.basics().withDuty(crane.basics().duty().withFailures(List.of(mode))));
        }
        Lines lines = new Lines();
        int flows = 2 + random.nextInt(4);
        for (int i = 0; i < 2 * flows; i++) {
            double angle = 2 * Math.PI * (i + 0.3 * random.nextDouble()) / (2 * flows);
            double away = 4 + 7 * random.nextDouble();
            PlantElement here = box(buffer((i % 2 == 0 ? "From " : "To ") + i / 2, -1), away * Math.cos(angle), away * Math.sin(angle),
                    0.8 + random.nextInt(4));
            if (i % 2 == 0) {
                lines.chain(stock("In " + i / 2, "Piece", 3 + random.nextInt(12)).placed(Placement.at(-60, 10 * i)), here);
            } else {
                lines.chain(here).link(new Link("From " + i / 2, "To " + i / 2).withTravel(new Travel.Carried(Need.of("Jib"), 1)));
            }
        }
        return lines.chain(crane).study(6, 0, 1);
    }

    /** At every moment its hook is below its jib; it never travels lower than what stands below and the clearance; and never jumps. */
    @ParameterizedTest
    @MethodSource("nets")
    void aJibLiftsOverAllThatStandsBelow(long seed) {
        Study study = random(seed);
        RunFigures run = Runs.sound(study, seed);
        long lifted = study.elements().stream().filter(element -> element.name().startsWith("To"))
                .mapToLong(element -> Runs.at(run, element.name()).in()).sum();
        assertEquals(run.in(), lifted, "seed " + seed + ": every piece is lifted to where it goes");
        Trace trace = Runs.traceOf(study);
        CraneParts<BridgeCrane> parts = CraneParts.bridges(UnfoldedStudy.of(study)).getFirst();
        for (long t = 0; t < 900 * 1_000_000_000L; t += STEP_NANOS) {
            Moment moment = trace.at(t);
            Pose tip = moment.movers().pose(parts.member(), t);
            Pose hook = moment.movers().pose(parts.tip(), t);
            assertEquals(14, Math.hypot(tip.x(), tip.y()), NEAR, "seed " + seed);
            double beside = tip.x() * hook.y() - tip.y() * hook.x();
            assertEquals(0, beside, 1e-5, "seed " + seed + " at " + t + ": the hook hangs below the jib");
            Pose next = trace.at(t + SHORT_NANOS).movers().pose(parts.tip(), t + SHORT_NANOS);
            double moved = Math.hypot(next.x() - hook.x(), next.y() - hook.y());
            assertTrue(moved <= 0.0013, "seed " + seed + " at " + t + ": no faster than tip and trolley together, but " + moved);
            if (isLow(study, hook)) {
                assertEquals(0, moved, 1e-6, "seed " + seed + " at " + t + ": travels at " + hook);
            }
        }
    }

    private static boolean isLow(Study study, Pose hook) {
        return study.elements().stream().anyMatch(element -> element.name().matches("(From|To) .*")
                && Math.abs(element.placement().xMetres() - hook.x()) < 1 && Math.abs(element.placement().yMetres() - hook.y()) < 1
                && hook.z() < element.footprint().heightMetres() + 0.5 - 1e-6);
    }
}
