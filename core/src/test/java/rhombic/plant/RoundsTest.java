package rhombic.plant;

import org.junit.jupiter.params.provider.CsvSource;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.person;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;

import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
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
import rhombic.study.duty.AtShiftEnd;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.duty.UpTime;
import rhombic.study.fleet.Loading;
import rhombic.study.fleet.Round;
import rhombic.study.fleet.Trailer;
import rhombic.study.fleet.VehicleType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PieceType;
import rhombic.study.work.Supply;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Fixed rounds worked out by hand: A, B, X, Y lie on one line, and a vehicle drives a metre in a second. */
class RoundsTest {
    private static final double NEAR = 1e-6;
    private static final double SECONDS = 1000;

    private final PlantElement a = buffer("A", -1).placed(Placement.at(0, 0));
    private final PlantElement b = buffer("B", -1).placed(Placement.at(10, 0));
    private final PlantElement x = goodsOut("X").placed(Placement.at(30, 0));
    private final PlantElement y = goodsOut("Y").placed(Placement.at(50, 0));

    private static double takeUp(PlantElement element, Fleet fleet) {
        return Layout.pickUp(Layout.outlet(element, ""), fleet.reachMetres()).x();
    }

    private static double setDown(PlantElement element, Fleet fleet) {
        return Layout.setDown(Layout.inlet(element, ""), fleet.reachMetres()).x();
    }

    /** It begins where it takes up at A. */
    private Fleet fleet(UnaryOperator<Fleet> change) {
        Fleet fleet = change.apply(Fleet.KIND.blank(Basics.of("F", Placement.at(0, 0))).withForm(VehicleType.AGV).withCapacity(9)
                .withDriving(driving -> driving.withSpeed(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE))
                .withRound(Optional.of(new Round(List.of("A", "B", "X", "Y"), Round.Departure.WHEN_BACK))));
        Pose home = Layout.home(fleet, 0);
        return (Fleet) fleet.placed(Placement.at(takeUp(a, fleet) - home.x(), Layout.outlet(a, "").y() - home.y()));
    }

    private static Fleet departing(Fleet fleet, Round.Departure departure) {
        return fleet.withRound(fleet.round().map(round -> round.withDeparture(departure)));
    }

    private static Link carried(String from, String to) {
        return new Link(from, to).withTravel(new Travel.Carried(Need.of("F"), 9));
    }

    private Study study(int inA, int inB, Fleet fleet) {
        Lines lines = inA == 0 ? new Lines().chain(a) : new Lines().chain(stock("In A", "Piece", inA), a);
        return (inB == 0 ? lines.chain(b) : lines.chain(stock("In B", "Piece", inB), b)).chain(x).chain(y)
                .link(carried("A", "X")).link(carried("B", "Y")).chain(fleet).study(SECONDS / 3600, 0, 1);
    }

    private static Quantity quantity(String text) {
        return Quantity.parse(text, Dimension.TIME);
    }

    @Test
    void oneCallsAtEveryStopInOrderAndTakesWhatWaitsThere() {
        Fleet fleet = fleet(f -> f.withLoading(loading -> loading.withPickUpTime(time("5 s")).withSetDownTime(time("3 s"))));
        RunFigures run = Runs.of(study(2, 3, departing(fleet, new Round.Departure.Every(quantity("2000 s")))));
        double toX = setDown(x, fleet) - takeUp(a, fleet) + 5 * 5;
        double toY = setDown(y, fleet) - takeUp(a, fleet) + 5 * 5 + 2 * 3;
        assertEquals(5, run.out());
        assertEquals(toX + 3, run.lead().min(), NEAR, "the first of A");
        assertEquals(toY + 3 * 3, run.lead().max(), NEAR, "the last of B");
        double all = toX + 3 + toX + 6 + toY + 3 + toY + 6 + toY + 9;
        assertEquals(all / 5, run.lead().mean(), NEAR);
    }

    @Test
    void whatComesAfterItHasGoneWaitsForTheNextRound() {
        Fleet fleet = departing(fleet(f -> f), new Round.Departure.Every(quantity("200 s")));
        Study late = new Lines().chain(stock("In A", "Piece", 1), a).chain(Lines.timetable("In B", "30 s Piece"), b).chain(x).chain(y)
                .link(carried("A", "X")).link(carried("B", "Y")).chain(fleet).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(late);
        double back = setDown(y, fleet) - takeUp(a, fleet); // where it stays until it sets out again
        assertEquals(200 + back + back - 30, run.lead().max(), NEAR);
        assertEquals(5, person(run, "F").jobs());
    }

    @Test
    void oneSetsOutAtTheTimesOfDay() {
        Fleet fleet = departing(fleet(f -> f), new Round.Departure.AtTimes(List.of(LocalTime.of(6, 10), LocalTime.of(6, 2))));
        Study study = study(1, 0, fleet);
        assertEquals(LocalTime.of(6, 0), study.plan().start().toLocalTime());
        RunFigures run = Runs.of(study);
        assertEquals(120 + setDown(x, fleet) - takeUp(a, fleet), run.lead().max(), NEAR);
        assertEquals(2, person(run, "F").jobs());
    }

    /** At 06:00, when the run begins, and at 06:10; what comes after that is brought on the next day. */
    @Test
    void theTimesOfDayComeBackEveryDay() {
        Fleet fleet = departing(fleet(f -> f), new Round.Departure.AtTimes(List.of(LocalTime.of(6, 0), LocalTime.of(6, 10))));
        Study study = new Lines().chain(Lines.timetable("In A", "7200 s Piece"), a).chain(b).chain(x).chain(y).link(carried("A", "X"))
                .link(carried("B", "Y")).chain(fleet).study(24 + 5.0 / 60, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(3, person(run, "F").jobs(), "twice on the first day, once on the second");
        double back = setDown(y, fleet) - takeUp(a, fleet); // where it stays after a round
        assertEquals(86_400 - 7200 + back + setDown(x, fleet) - takeUp(a, fleet), run.lead().max(), NEAR);
    }

    /** Somebody who is on the way takes what comes where it has yet to call; what comes where it has been calls the next. */
    @ParameterizedTest
    @CsvSource({"305, 1", "315, 2", "370, 2"})
    void onCallNobodyElseSetsOutForWhatWillBeTakenAnyway(int seconds, int rounds) {
        Fleet fleet = departing(fleet(f -> f), new Round.Departure.OnCall());
        Study study = new Lines().chain(Lines.timetable("In A", "300 s Piece"), a).chain(Lines.timetable("In B", seconds + " s Piece"), b)
                .chain(x).chain(y).link(carried("A", "X")).link(carried("B", "Y")).chain(fleet).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(2, run.out());
        assertEquals(rounds, person(run, "F").jobs());
    }

    /** While it takes up at a stop, more that comes there goes with it. */
    @Test
    void onCallWhatComesWhileItTakesUpGoesWithIt() {
        Fleet fleet = departing(fleet(f -> f.withLoading(loading -> loading.withPickUpTime(time("20 s")))), new Round.Departure.OnCall());
        Study study = new Lines().chain(Lines.timetable("In A", "300 s Piece", "310 s Piece"), a).chain(b).chain(x).chain(y)
                .link(carried("A", "X")).link(carried("B", "Y")).chain(fleet).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(1, person(run, "F").jobs());
        assertEquals(40 + setDown(x, fleet) - takeUp(a, fleet), run.lead().max(), NEAR);
    }

    /** A stop to which nothing is brought and from which nothing is fetched is called at all the same. */
    @Test
    void itCallsAtAStopWithNothingToDo() {
        PlantElement idle = buffer("Z", -1).placed(Placement.at(70, 0));
        Fleet fleet = departing(fleet(f -> f.withRound(Optional.of(new Round(List.of("A", "Z", "X"), Round.Departure.WHEN_BACK)))),
                new Round.Departure.Every(quantity("2000 s")));
        RunFigures run = Runs.of(study(1, 0, fleet).with(idle));
        double there = Layout.setDown(Layout.inlet(idle, ""), 0.8).x();
        assertEquals(there - takeUp(a, fleet) + there - setDown(x, fleet), run.lead().max(), 0.5);
    }

    @Test
    void onCallOneSetsOutWhenSomethingWaitsAndElseStays() {
        Fleet fleet = departing(fleet(f -> f), new Round.Departure.OnCall());
        Study study = new Lines().chain(Lines.timetable("In A", "300 s Piece", "310 s Piece"), a).chain(b).chain(x).chain(y)
                .link(carried("A", "X")).link(carried("B", "Y")).chain(fleet).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        double there = setDown(x, fleet) - takeUp(a, fleet);
        assertEquals(2, person(run, "F").jobs());
        assertEquals(there, run.lead().min(), NEAR);
        double toY = setDown(y, fleet) - takeUp(a, fleet);
        assertEquals(2 * toY + there - 10, run.lead().max(), NEAR, "it comes back from Y for the second");
    }

    @Test
    void asSoonAsItIsBackItGoesRoundAgain() {
        Fleet fleet = fleet(f -> f);
        double round = 2 * (setDown(y, fleet) - takeUp(a, fleet));
        RunFigures run = Runs.of(study(0, 0, fleet));
        assertEquals((long) ((SECONDS + round / 2) / round), person(run, "F").jobs());
    }

    /** Where it is set down before where it is taken up, it goes round with it. */
    @Test
    void whatGoesToAnEarlierStopStaysOnForTheNextRound() {
        Fleet fleet = departing(fleet(f -> f.withRound(Optional.of(new Round(List.of("X", "A"), Round.Departure.WHEN_BACK)))),
                new Round.Departure.Every(quantity("2000 s")));
        RunFigures run = Runs.of(study(1, 0, fleet));
        double there = setDown(x, fleet) - takeUp(a, fleet);
        assertEquals(3 * there, run.lead().max(), NEAR, "to X, back to A, and to X with it");
        assertEquals(1, person(run, "F").jobs());
    }

    /** Of four that wait two fit; the others come with the next round. */
    @Test
    void whatFindsNoRoomWaitsForTheNextRound() {
        Fleet fleet = departing(fleet(f -> f.withCapacity(2)), new Round.Departure.OnCall());
        RunFigures run = Runs.of(study(4, 0, fleet));
        double there = setDown(x, fleet) - takeUp(a, fleet);
        assertEquals(4, run.out());
        assertEquals(2, person(run, "F").jobs());
        double toY = setDown(y, fleet) - takeUp(a, fleet);
        assertEquals((2 * there + 2 * (2 * toY + there)) / 4, run.lead().mean(), NEAR);
    }

    @Test
    void aTrailerTakesOnlyWhatItIsFor() {
        PieceType box = PieceType.usual("Box");
        PieceType crate = PieceType.usual("Crate");
        Fleet fleet = departing(
                fleet(f -> f.with(f.capacity().withTrailers(List.of(new Trailer(1, List.of()), new Trailer(1, List.of("Box")))))),
                new Round.Departure.Every(quantity("2000 s")));
        Study boxes = new Lines().types(box, crate).chain(stock("In A", "Box", 3), a).chain(stock("In B", "Crate", 3), b).chain(x).chain(y)
                .link(carried("A", "X")).link(carried("B", "Y")).chain(fleet).study(SECONDS / 3600, 0, 1);
        assertEquals(2, Runs.of(boxes).out(), "two boxes, and no room for a crate");
        Study crates = new Lines().types(box, crate).chain(stock("In A", "Crate", 3), a).chain(stock("In B", "Box", 3), b).chain(x).chain(y)
                .link(carried("A", "X")).link(carried("B", "Y")).chain(fleet).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(crates);
        assertEquals(2, run.out(), "a crate on the first, a box on the second");
    }

    /** A loop of 100 m: it stops on the aisle, and what it pulls has gone the same way. */
    @Test
    void aTrainStaysOnItsAisleAndItsTrailersFollowTheCurve() {
        Aisle loop = ((Aisle) Aisle.KIND.blank(Basics.of("Loop", Placement.at(0, 0)))
                .through(List.of(Pose.at(0, 0, 0, 0), Pose.at(40, 0, 0, 0), Pose.at(40, 10, 0, 0), Pose.at(0, 10, 0, 0),
                        Pose.at(0, 0, 0, 0))))
                .withDirection(Aisle.Direction.FORWARD);
        PlantElement from = buffer("A", -1).placed(Placement.at(20, -3));
        PlantElement to = goodsOut("X").placed(Placement.at(20, 13));
        Fleet train = (Fleet) Fleet.KIND.blank(Basics.of("F", Placement.at(0, 0))).withForm(VehicleType.TUGGER)
                .with(fleet(f -> f).capacity().withTrailers(List.of(new Trailer(2, List.of()), new Trailer(2, List.of()))))
                .withDriving(driving -> driving.withSpeed(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE))
                .withRound(Optional.of(new Round(List.of("A", "X"), Round.Departure.WHEN_BACK))).placed(Placement.at(2, 0));
        Study study = new Lines().chain(stock("In A", "Piece", 3), from).chain(to).chain(loop).link(carried("A", "X")).chain(train)
                .study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        double takesUp = Layout.outlet(from, "").x() + 0.45;
        double setsDown = Layout.inlet(to, "").x() - 0.45;
        double home = Layout.home(train, 0).x();
        assertEquals(takesUp - home + 40 - takesUp + 10 + 40 - setsDown, run.lead().max(), 1e-6, "round the corners");
        assertEquals(SECONDS - 50, run.aisles().getFirst().metres(), 100, "it goes round and round, and what is under way is not counted");
        assertEquals(SECONDS / 50, run.aisles().getFirst().passes(), 2, "to A, and to X");
        Trace trace = Runs.traceOf(study);
        UnfoldedStudy unfolded = UnfoldedStudy.of(study);
        Scene scene = new Scene(unfolded);
        Poses poses = new Poses();
        for (double seconds = 30; seconds < 900; seconds += 7.3) {
            Moment moment = trace.at((long) (seconds * 1e9));
            scene.pose(moment, 0, poses);
            double gone = home + seconds; // along the loop, where it never stands
            for (int i = 0; i < 2; i++) {
                Pose trailer = scene.people().trailer(0, i);
                Pose expected = onLoop(gone - (i + 1) * Trailer.PITCH_METRES);
                double off = expected.distanceTo(trailer);
                assertTrue(off <= (isNearCorner(expected) ? 0.36 * train.curveMetres() : 1e-6),
                        "trailer " + i + " after " + seconds + " s: " + off);
            }
        }
        double inHand = takesUp - home + 5;
        Moment moment = trace.at((long) (inHand * 1e9));
        scene.pose(moment, 0, poses);
        int onTrailers = 0;
        for (int p = 0; p < poses.count(); p++) {
            if (moment.carrierOf(poses.body(p)) >= 0) {
                double behind = takesUp + 5 - poses.x(p);
                assertTrue(Math.abs(behind - 2.2) < 0.9 || Math.abs(behind - 4.4) < 0.9, "on a trailer: " + behind);
                assertEquals(Trailer.HEIGHT_METRES, poses.z(p), 1e-9);
                onTrailers++;
            }
        }
        assertEquals(3, onTrailers);
    }

    /** Random stops, trailers, departures, shifts and failures: nothing is lost, watched is as unwatched, and what can be brought is. */
    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void onRandomRoundsNothingIsLost(long seed) {
        Random random = new Random(seed);
        int places = 2 + random.nextInt(4);
        Lines lines = new Lines().types(PieceType.usual("Box"), PieceType.usual("Crate"));
        List<String> stops = new ArrayList<>();
        for (int i = 0; i < places; i++) {
            String type = random.nextBoolean() ? "Box" : "Crate";
            lines.chain(new GoodsIn("In " + i, Lines.SOMEWHERE, type,
                    Optional.of(new Supply.Spaced(time("exponential(" + (100 + random.nextInt(200)) + " s)"))), GoodsIn.WhenFull.WAIT,
                    OptionalInt.empty()), buffer("From " + i, 2 + random.nextInt(9)).placed(Placement.at(12 * i, 0)))
                    .chain(Lines.station("To " + i, 1, random.nextInt(3), "exponential(" + (10 + random.nextInt(60)) + " s)")
                            .placed(Placement.at(12 * i, 8)), goodsOut("Out " + i));
            stops.add("From " + i);
            stops.add("To " + i);
        }
        for (int i = 0; i < places; i++) {
            lines.link(new Link("From " + i, "To " + (i + 1) % places).withTravel(new Travel.Carried(Need.of("F"), 1 + random.nextInt(9))));
        }
        Collections.shuffle(stops, random);
        List<Trailer> trailers = random.nextBoolean()
                ? List.of()
                : List.of(new Trailer(1 + random.nextInt(3), List.of()), new Trailer(1, List.of("Box")), new Trailer(2, List.of("Crate")));
        Round.Departure departure = switch (random.nextInt(3)) {
            case 0 -> Round.Departure.WHEN_BACK;
            case 1 -> new Round.Departure.Every(Quantity.seconds(60 + random.nextInt(240)));
            default -> new Round.Departure.OnCall();
        };
        Fleet fleet = Fleet.KIND.blank(Basics.of("F", Placement.at(-9, 4))).withVehicles(1 + random.nextInt(2))
                .withCapacity(1 + random.nextInt(4))
                .withRound(Optional.of(new Round(stops, departure)))
                .with(new Loading(time("exponential(4 s)"), time("2 s")).withStopTime(time("3 s")));
        fleet = fleet.with(fleet.capacity().withTrailers(trailers));
        fleet = random.nextInt(3) == 0
                ? Peopled.fails(fleet, Peopled.mode("engine", "exponential(10 min)", UpTime.Clock.CALENDAR, "exponential(60 s)"))
                : fleet;
        boolean hasShifts = random.nextInt(3) == 0;
        fleet = hasShifts ? Peopled.onDuty(fleet, "C", AtShiftEnd.FINISH) : fleet;
        Study study = lines.chain(fleet).study(3, 0, 1);
        study = hasShifts ? study.withCalendars(List.of(Peopled.calendar("06:00 22:00", "07:00 07:20 break"))) : study;
        RunFigures run = Runs.sound(study, seed);
        assertTrue(run.out() > 0, "seed " + seed + ": something is brought");
    }

    /** Where it is gone round in a curve, at most that part of the curve's reach off the aisle. */
    private static boolean isNearCorner(Pose pose) {
        double x = Math.min(pose.x(), 40 - pose.x());
        double y = Math.min(pose.y(), 10 - pose.y());
        return Math.max(x, y) < 1;
    }

    private static Pose onLoop(double metres) {
        double at = metres % 100;
        return at < 40
                ? Pose.at(at, 0, 0, 0)
                : at < 50 ? Pose.at(40, at - 40, 0, 0) : at < 90 ? Pose.at(90 - at, 10, 0, 0) : Pose.at(0, 100 - at, 0, 0);
    }
}
