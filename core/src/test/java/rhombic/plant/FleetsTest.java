package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.OneFleet.SECONDS;
import static rhombic.plant.OneFleet.STORE;
import static rhombic.plant.OneFleet.beside;
import static rhombic.plant.OneFleet.carried;
import static rhombic.plant.OneFleet.out;
import static rhombic.plant.OneFleet.some;
import static rhombic.plant.OneFleet.spot;
import static rhombic.plant.OneFleet.usual;
import static rhombic.plant.Peopled.person;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.experiment.Response;
import rhombic.measure.CrewFigures;
import rhombic.measure.PersonFigures;
import rhombic.measure.RunFigures;
import rhombic.measure.StayFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Dispatching;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.JobChoice;
import rhombic.study.duty.Need;
import rhombic.study.duty.ResourceChoice;
import rhombic.study.duty.TravelChoice;
import rhombic.study.fleet.Loading;
import rhombic.study.fleet.VehicleType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Fleet;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.value.Attribute;
import rhombic.study.value.PersonState;
import rhombic.study.value.PieceType;
import rhombic.study.value.StudyException;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.testplants.RandomStudies;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Vehicles worked out by hand: how fast they drive, turn, pick up and set down. */
class FleetsTest {
    private static final double NEAR = 1e-6;

    /** The vehicle cases of the exact values: from rest to rest at 0.5 m/s² and at most 1.5 m/s. */
    @ParameterizedTest
    @CsvSource({"1, 2.82842712", "4.5, 6", "10, 9.66666667", "50, 36.33333333"})
    void aVehicleSpeedsUpAndBrakes(double metres, double seconds) {
        Fleet fleet = usual().withDriving(driving -> driving.withSpeed(Quantity.parse("1.5 m/s", Dimension.SPEED)))
                .withDriving(driving -> driving.withAcceleration(some("0.5 m/s²", Dimension.ACCELERATION)));
        assertEquals(seconds, Runs.of(carried(1, 1, metres, fleet)).lead().max(), NEAR);
        assertEquals(3 * seconds, Runs.of(carried(2, 1, metres, fleet)).lead().max(), NEAR, "there, back, there");
    }

    /** Three stand in a row, the first nearest; a formula of theirs says who fetches the one piece. */
    @ParameterizedTest
    @CsvSource({"member.metres, 0", "-member.metres, 2", "abs(member.number - 2), 1", "member.busy + member.battery, 0"})
    void theOneWithTheSmallestNumberComes(String formula, int comes) {
        Fleet fleet = usual().withVehicles(3)
                .withRules(rules -> rules.withResourceRule(ResourceChoice.FORMULA).withResourceFormula(formula));
        Pose home = Layout.home(fleet, 0);
        Pose spot = spot(fleet);
        Fleet placed = (Fleet) fleet.placed(Placement.at(spot.x() - home.x(), spot.y() - home.y()));
        Study study = new Lines().chain(stock("In", "Piece", 1), STORE).chain(out(placed, 20))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("F"), 1))).chain(placed).study(SECONDS / 3600, 0, 1);
        List<PersonFigures> vehicles = Runs.of(study).crews().getFirst().people();
        for (int i = 0; i < 3; i++) {
            assertEquals(i == comes ? 1 : 0, vehicles.get(i).jobs(), formula + ": vehicle " + (i + 1));
        }
    }

    /** Two of 400 kg at a time, although there is room for nine; also if that is all that it lifts. */
    @ParameterizedTest
    @CsvSource({"900, 2", "800, 2", "799, 4", "400, 4"})
    void itCarriesNoMoreThanItCanLift(int kilograms, int trips) {
        Fleet fleet = usual().withCapacity(9);
        Study study = carried(4, 9, 20, fleet.with(fleet.capacity().withMaxWeight(some(kilograms + " kg", Dimension.MASS))))
                .withPieceTypes(List.of(PieceType.usual("Piece").withWeight(Quantity.parse("400 kg", Dimension.MASS))));
        RunFigures run = Runs.of(study);
        assertEquals(trips == 2 ? (2 * 20 + 2 * 60) / 4.0 : (20 + 60 + 100 + 140) / 4.0, run.lead().mean(), NEAR);
        assertEquals(trips, person(run, "F").jobs());
        Study tooHeavy = study.withPieceTypes(List.of(PieceType.usual("Piece").withWeight(Quantity.parse("1000 kg", Dimension.MASS))));
        assertEquals(0, Runs.of(tooHeavy).out());
        assertEquals(0, person(Runs.of(tooHeavy), "F").metres(), "nobody sets out for what he can't lift");
    }

    @Test
    void handlingTakesATimeByTypeAndOneAtEachStop() {
        Fleet fleet = usual().withCapacity(9)
                .withLoading(loading -> loading.withPickUpTime(new TimeSource.ByType(Map.of("Piece", time("7 s")), time("99 s")))
                        .withSetDownTime(time("3 s")).withStopTime(time("10 s")));
        RunFigures run = Runs.of(carried(2, 9, 20, fleet));
        assertEquals(10 + 7 + 7 + 20 + 10 + 3, run.lead().min(), NEAR);
        assertEquals(10 + 7 + 7 + 20 + 10 + 3 + 3, run.lead().max(), NEAR);
        assertEquals(10 + 7 + 7, person(run, "F").share(PersonState.PICKING_UP) * SECONDS, NEAR);
        assertEquals(20, person(run, "F").share(PersonState.CARRYING) * SECONDS, NEAR);
        assertEquals(10 + 3 + 3, person(run, "F").share(PersonState.SETTING_DOWN) * SECONDS, NEAR);
    }

    /** Pieces come at 100, 130 and 400 s: two are a full load, the third waits for 150 s. */
    @Test
    void whatWaitsIsLeftForAFullLoadForSoLong() {
        Fleet fleet = beside(usual().withCapacity(2));
        Travel.Carried travel = new Travel.Carried(Need.of("F"), 2).withFullLoadWithin(some("150 s", Dimension.TIME));
        Study study = new Lines().chain(Lines.timetable("In", "100 s Piece", "130 s Piece", "400 s Piece"), STORE).chain(out(fleet, 20))
                .link(new Link("Store", "Out").withTravel(travel)).chain(fleet).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(2, person(run, "F").jobs());
        assertEquals(20, run.lead().min(), NEAR, "the second, which makes the load full");
        assertEquals(150 + 20 + 20, run.lead().max(), NEAR, "the third, for which it comes back from where it was");
        assertEquals((50 + 20 + 190) / 3.0, run.lead().mean(), NEAR);
    }

    /** Three wait at A since the start, one at B; the forklift comes on duty when all are there. */
    @Test
    void whatIsDoneFirstFollowsTheRuleOfTheFleet() {
        assertEquals("A", firstTaken(rules -> rules), "the longest waiting");
        assertEquals("B", firstTaken(rules -> rules.withJobRule(JobChoice.NEAREST)));
        assertEquals("C", firstTaken(rules -> rules.withJobRule(JobChoice.FULLEST)));
        assertEquals("D", firstTaken(rules -> rules.withJobRule(JobChoice.FORMULA).withJobFormula("piece.urgency")));
        assertEquals("A", firstTaken(rules -> rules.withJobRule(JobChoice.FORMULA)), "without a formula, the longest waiting");
    }

    /** A has the oldest, B is nearest, at C most wait, and at D waits what is most urgent. */
    private String firstTaken(UnaryOperator<Dispatching> rules) {
        PieceType piece = PieceType.usual("Piece").withAttributes(List.of(new Attribute("urgency", Value.of(1.0))));
        PieceType urgent = PieceType.usual("Urgent").withAttributes(List.of(new Attribute("urgency", Value.of(5.0))));
        Fleet fleet = usual().withRules(rules);
        Lines lines = new Lines().types(piece, urgent)
                .chain(Lines.timetable("In A", "1 s Piece"), buffer("A", -1).placed(Placement.at(40, 0)))
                .chain(Lines.timetable("In B", "2 s Piece"), buffer("B", -1).placed(Placement.at(5, 9)))
                .chain(Lines.timetable("In C", "3 s 4 Piece"), buffer("C", -1).placed(Placement.at(40, 20)))
                .chain(Lines.timetable("In D", "4 s Urgent"), buffer("D", -1).placed(Placement.at(40, 40)))
                .chain(goodsOut("Out").placed(Placement.at(60, 0)));
        for (String from : List.of("A", "B", "C", "D")) {
            lines.link(new Link(from, "Out").withTravel(new Travel.Carried(Need.of("F"), 1)));
        }
        Study study = lines.chain(fleet.with(fleet.basics().withDuty(fleet.basics().duty().withCalendar("C")))).study(600 / 3600.0, 0, 1)
                .withCalendars(List.of(Peopled.calendar("06:00 22:00", "06:00 06:01 break")));
        Trace trace = Runs.traceOf(study);
        for (long at = 60_000_000_000L;; at += 1_000_000_000L) {
            Moment moment = trace.at(at);
            for (int link = 0; link < study.links().size(); link++) {
                if (moment.contentOfLink(link) > 0) {
                    return study.links().get(link).from();
                }
            }
        }
    }

    @Test
    void itDrivesAtAnotherSpeedWhenLoaded() {
        RunFigures run = Runs
                .of(carried(2, 1, 20, usual().withDriving(driving -> driving.withLoadedSpeed(some("0.5 m/s", Dimension.SPEED)))));
        assertEquals(40 + 20 + 40, run.lead().max(), NEAR);
        PersonFigures vehicle = person(run, "F");
        assertEquals(60, vehicle.metres(), NEAR);
        assertEquals(40, vehicle.metresLoaded(), NEAR);
        assertEquals(80 / SECONDS, vehicle.share(PersonState.CARRYING), NEAR);
        assertEquals(20 / SECONDS, vehicle.share(PersonState.WALKING), NEAR);
    }

    @Test
    void eachPieceIsPickedUpAndSetDownInItsTime() {
        Fleet fleet = usual().with(new Loading(time("10 s"), time("6 s")));
        RunFigures one = Runs.of(carried(2, 9, 20, fleet));
        assertEquals(2 * (10 + 20 + 6) + 20, one.lead().max(), NEAR);
        assertEquals(20 / SECONDS, person(one, "F").share(PersonState.PICKING_UP), NEAR);
        assertEquals(12 / SECONDS, person(one, "F").share(PersonState.SETTING_DOWN), NEAR);
        RunFigures two = Runs.of(carried(2, 9, 20, fleet.withCapacity(2)));
        assertEquals(10 + 10 + 20 + 6 + 6, two.lead().max(), NEAR, "both in one trip, one after the other");
        assertEquals((10 + 10 + 20 + 6) / 2.0 + (10 + 10 + 20 + 6 + 6) / 2.0, two.lead().mean(), NEAR);
        assertEquals(1, person(two, "F").jobs());
        assertEquals(2, Runs.of(carried(2, 1, 20, fleet.withCapacity(2))).crews().getFirst().jobs(), "the link says one at a time");
    }

    @Test
    void itTurnsOnTheSpotWhereItLooksElsewhere() {
        Fleet fleet = usual().withDriving(driving -> driving.withQuarterTurn(some("4 s", Dimension.TIME)));
        // It looks north at home and west where it picks up; then east, and so it sets down; back it turns and arrives looking west.
        RunFigures run = Runs.of(carried(2, 1, 20, fleet));
        assertEquals(4 + 8 + 20 + 8 + 20 + 8 + 20, run.lead().max(), NEAR);
        assertEquals(60, person(run, "F").metres(), NEAR);
        Trace trace = Runs.traceOf(carried(2, 1, 20, fleet));
        assertEquals(135, heading(trace, 2), NEAR, "half of the first quarter, from north to west");
        assertEquals(0, Math.IEEEremainder(heading(trace, 4 + 4) - 270, 180), NEAR, "half way round, one way or the other");
        assertEquals(0, heading(trace, 4 + 8 + 10), NEAR, "eastwards");
    }

    private static double heading(Trace trace, double seconds) {
        long nanos = Math.round(seconds * 1e9);
        return trace.at(nanos).movers().pose(0, nanos).heading();
    }

    @Test
    void itTurnsAtTheCornersOfAisles() {
        double from = spot(usual()).x();
        Fleet fleet = usual().withDriving(driving -> driving.withQuarterTurn(some("4 s", Dimension.TIME)));
        Study plain = carried(1, 1, 20, fleet);
        double y = spot(usual()).y();
        Study study = plain.with(AislesTest.aisle("A", from - 5, y - 6, from + 30, y - 6));
        // It looks north at home, then west to pick up; south, east and north, and east again to set down.
        assertEquals(4 + 4 + 6 + 4 + 20 + 4 + 6 + 4, Runs.of(study).lead().max(), NEAR);
        Moment under = Runs.traceOf(study).at(20_000_000_000L); // 4 s, then 4 and 6 m south, 4 s, and 2 m east
        List<Pose> ahead = under.movers().ahead(0, 20_000_000_000L);
        assertEquals(List.of(from + 2, from + 20, from + 20), ahead.stream().map(at -> Math.round(at.x() * 1e6) / 1e6).toList());
        assertEquals(y - 6, ahead.get(1).y(), NEAR);
        assertEquals(-45, heading(Runs.traceOf(study), 4 + 4 + 6 + 2), NEAR, "half of the turn from south to east");
    }

    @Test
    void whatIsPickedUpStaysWhereItIsUntilThen() {
        Study study = carried(1, 1, 20, usual().with(new Loading(time("10 s"), time("6 s"))));
        Trace trace = Runs.traceOf(study);
        int shelf = study.elements().indexOf(study.find("Store").orElseThrow());
        assertEquals(1, trace.at(9_900_000_000L).content(shelf));
        Moment under = trace.at(20_000_000_000L);
        assertEquals(0, under.content(shelf));
        assertEquals(1, under.contentOfLink(1));
        assertEquals(0, trace.at(35_900_000_000L).out(study.elements().size() - 2));
        assertEquals(spot(usual()).x() + 10, under.movers().pose(0, 20_000_000_000L).x(), NEAR, "half way");
        assertEquals(1, trace.at(36_100_000_000L).out(study.elements().size() - 2));
    }

    @Test
    void aNewNameReachesTheLinksThatItCarries() {
        Study study = carried(1, 1, 20, usual());
        Study renamed = study.changed("F", e -> e.named("Trucks"));
        assertEquals("Trucks", renamed.carryNeedsFrom("Store").getFirst().skill());
        assertEquals(20, Runs.of(renamed).lead().max(), NEAR);
    }

    private Study byEither(int pieces, List<String> inOrder) {
        Study study = carried(pieces, 1, 20, usual()).with(
                Crew.usual(Basics.of("W", Placement.at(0, -4))).withSpeed(some("1 m/s", Dimension.SPEED)).withPeople(1));
        return study.withLinks(study.links().stream()
                .map(link -> link.travel() instanceof Travel.Carried by ? link.withTravel(by.by(by.need().withSkills(inOrder))) : link)
                .toList());
    }

    private static long jobs(RunFigures run, int group) {
        return run.crews().get(group).jobs();
    }

    /** The vehicle stands where it picks up, the person a few metres off: whoever is named first comes, and the other only meanwhile. */
    @Test
    void whoeverIsNamedFirstCarriesAndTheOthersWhereNobodyOfTheseIsFree() {
        assertEquals(List.of(1L, 0L),
                List.of(jobs(Runs.of(byEither(1, List.of("F", "W"))), 0), jobs(Runs.of(byEither(1, List.of("F", "W"))), 1)));
        assertEquals(List.of(0L, 1L),
                List.of(jobs(Runs.of(byEither(1, List.of("W", "F"))), 0), jobs(Runs.of(byEither(1, List.of("W", "F"))), 1)));
        RunFigures two = Runs.of(byEither(2, List.of("F", "W")));
        assertEquals(List.of(1L, 1L), List.of(jobs(two, 0), jobs(two, 1)));
        assertTrue(two.lead().max() < 40, "at the same time");
        Study drawn = carried(3, 1, 20, usual().withLoading(loading -> loading.withPickUpTime(time("exponential(20 s)"))));
        assertEquals(Runs.of(drawn).lead(), Runs.of(drawn.changed("F", e -> e.named("Trucks"))).lead(), "a new name changes no draw");
        Study renamed = byEither(2, List.of("F", "W")).changed("W", e -> e.named("Porters"));
        assertEquals(List.of("F", "Porters"), renamed.carryNeedsFrom("Store").getFirst().inOrder());
        assertEquals(two.lead(), Runs.of(renamed).lead());
    }

    @Test
    void moreVehiclesMeetTheSameNumbers() {
        Fleet fleet = usual().withLoading(loading -> loading.withPickUpTime(time("exponential(20 s)")));
        double one = Runs.of(carried(1, 1, 20, fleet)).lead().max();
        double three = Runs.of(carried(1, 1, 20, fleet.withVehicles(3))).lead().max();
        assertEquals(one, three, NEAR);
        assertTrue(Runs.of(carried(12, 1, 20, fleet.withVehicles(3))).lead().max() < Runs.of(carried(12, 1, 20, fleet)).lead().max() / 2);
    }

    @Test
    void whatAFleetCannotBeIsRefusedWithTheRule() {
        assertEquals("The speed of a fleet must be above 0 m/s and at most 50 m/s; got 0 m/s",
                assertThrows(StudyException.class,
                        () -> usual().withDriving(driving -> driving.withSpeed(Quantity.parse("0 m/s", Dimension.SPEED)))).getMessage());
        assertThrows(StudyException.class, () -> usual().withVehicles(0));
        assertThrows(StudyException.class, () -> usual().withCapacity(0));
        assertThrows(StudyException.class,
                () -> usual().withDriving(driving -> driving.withAcceleration(some("0 m/s²", Dimension.ACCELERATION))));
    }

    /** A random plant whose links are carried by a fleet, which drives along aisles or as it likes. */
    private static Study withFleet(long seed) {
        Random random = new Random(seed);
        Study study = RandomStudies.of(seed);
        Fleet fleet = usual().withVehicles(1 + random.nextInt(4)).withCapacity(1 + random.nextInt(3))
                .withDriving(driving -> driving.withSpeed(Quantity.parse((1 + random.nextInt(3)) + " m/s", Dimension.SPEED)))
                .withForm(VehicleType.values()[random.nextInt(3)])
                .withRules(rules -> rules.withTravel(TravelChoice.values()[random.nextInt(3)]))
                .withRules(rules -> rules.withIdleAt(IdlePlace.values()[random.nextInt(2)]));
        fleet = random.nextBoolean()
                ? fleet.withDriving(driving -> driving.withAcceleration(some("0.5 m/s²", Dimension.ACCELERATION)))
                : fleet;
        fleet = random.nextBoolean() ? fleet.withDriving(driving -> driving.withQuarterTurn(some("3 s", Dimension.TIME))) : fleet;
        fleet = random.nextBoolean() ? fleet.with(new Loading(time("exponential(9 s)"), time("5 s"))) : fleet;
        fleet = random.nextBoolean() ? fleet.withDriving(driving -> driving.withLoadedSpeed(some("0.7 m/s", Dimension.SPEED))) : fleet;
        UnaryOperator<Link> carry = link -> link.travel() instanceof Travel.AtOnce || random.nextInt(3) > 0
                ? link
                : link.withTravel(new Travel.Carried(Need.of("F"), 1 + random.nextInt(3))).withFailures(List.of());
        Study changed = study.withLinks(study.links().stream().map(carry).toList()).with(fleet);
        for (int i = 0; i < 3; i++) {
            changed = changed.with(AislesTest.aisle("Along " + i, -30, 10 * i - 10, 30, 10 * i - 10))
                    .with(AislesTest.aisle("Across " + i, 14 * i - 14, -20, 14 * i - 14, 20));
        }
        return changed;
    }

    @Test
    void howLongOrdersWaitUntilAVehicleIsThereIsMeasuredWithPercentiles() {
        // Five pieces at once, 20 m there and 20 m back at 1 m/s. The next order is made when the one before it is assigned: 0 s, 40 s, then 60 s.
        RunFigures run = Runs.of(carried(5, 1, 20, usual()));
        StayFigures response = run.skills().stream().filter(skill -> skill.name().equals("F")).findFirst().orElseThrow().response();
        assertEquals(List.of(0.0, 60.0, 60.0), List.of(response.min(), response.median(), response.max()));
        assertEquals((40 + 3 * 60) / 5.0, response.mean(), NEAR);
        assertEquals((40 + 3 * 60) / 5.0,
                Response.all(carried(5, 1, 20, usual())).stream().filter(one -> one.key().equals("F: response time mean")).findFirst()
                        .orElseThrow().value().applyAsDouble(run),
                NEAR);
    }

    @Test
    void anAisleMayBeForSomeFleetsOnly() {
        double from = spot(usual()).x();
        double y = spot(usual()).y();
        Study near = carried(1, 1, 20, usual()).with(AislesTest.aisle("Near", from - 5, y - 6, from + 30, y - 6))
                .with(AislesTest.aisle("Far", from - 5, y - 9, from + 30, y - 9));
        assertEquals(6 + 20 + 6, Runs.of(near).lead().max(), NEAR);
        Study others = near.changed("Near", e -> ((Aisle) e).withFleets(List.of("Others")));
        assertEquals(9 + 20 + 9, Runs.of(others).lead().max(), NEAR);
        Study none = others.changed("Far", e -> ((Aisle) e).withFleets(List.of("Others")));
        assertEquals(20, Runs.of(none).lead().max(), NEAR, "straight, as without aisles");
        Study both = others.changed("Near", e -> ((Aisle) e).withFleets(List.of("Others", "F")));
        assertEquals(6 + 20 + 6, Runs.of(both).lead().max(), NEAR);
        assertEquals(List.of("Others", "G"), ((Aisle) both.changed("F", e -> e.with(e.basics().named("G"))).find("Near").orElseThrow())
                .fleets(), "it follows a new name");
    }

    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void nothingIsLostAndWatchedEqualsUnwatched(long seed) {
        for (CrewFigures group : Runs.sound(withFleet(seed), seed).crews()) {
            for (PersonFigures one : group.people()) {
                assertTrue(one.metresLoaded() <= one.metres() + 1e-6, "seed " + seed);
            }
        }
    }
}
