package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.person;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.scene.PeopleScene;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.check.RouteCheck;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.duty.StopPoint;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Opening;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.site.Wall;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PersonState;
import rhombic.testplants.RandomStudies;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** People who carry along aisles and round walls, worked out by hand. They walk a metre in a second. */
class AislesTest {
    private static final double NEAR = 1e-6;
    private static final double BESIDE = 0.45;
    private static final double SECONDS = 1000;

    private final PlantElement store = buffer("Store", -1).placed(Placement.at(0, 0));
    private final PlantElement out = goodsOut("Out").placed(Placement.at(20, 0));
    private final Pose from = Layout.outlet(store, "").of(Pose.at(BESIDE, 0, 0, 180));
    private final double toX = Layout.inlet(out, "").x() - BESIDE;

    static Aisle aisle(String name, double... xy) {
        return (Aisle) Aisle.KIND.blank(Basics.of(name, Placement.at(0, 0))).through(corners(xy));
    }

    static Wall wall(String name, double... xy) {
        return (Wall) Wall.KIND.blank(Basics.of(name, Placement.at(0, 0))).through(corners(xy));
    }

    private static List<Pose> corners(double... xy) {
        List<Pose> corners = new ArrayList<>();
        for (int i = 0; i < xy.length; i += 2) {
            corners.add(Pose.at(xy[i], xy[i + 1], 0, 0));
        }
        return corners;
    }

    private Crew porter(TravelChoice travel) {
        Crew crew = Crew.usual(Basics.of("W", Placement.at(0, 0))).withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE)).withRules(rules -> rules.withTravel(travel));
        Pose home = Layout.home(crew, 0);
        return (Crew) crew.placed(Placement.at(from.x() - home.x(), from.y() - home.y()));
    }

    private Study carried(int pieces, Crew crew, PlantElement... site) {
        Lines lines = new Lines().chain(stock("In", "Piece", pieces), store).chain(out)
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(crew);
        for (PlantElement one : site) {
            lines.chain(one);
        }
        return lines.study(SECONDS / 3600, 0, 1);
    }

    private static Aisle slow(Aisle aisle) {
        return aisle.withMaxSpeed(Optional.of(Quantity.parse("0.5 m/s", Dimension.SPEED)));
    }

    @Test
    void thereAndBackAlongAnAisle() {
        double aside = from.y() + 6;
        double length = toX - from.x();
        RunFigures run = Runs.of(carried(2, porter(TravelChoice.ON_AISLES), aisle("A", -5, -6, 25, -6)));
        double way = 2 * aside + length;
        assertEquals(2, run.out());
        assertEquals(3 * way, run.lead().max(), NEAR, "there, back, there");
        assertEquals(3 * way, person(run, "W").metres(), NEAR);
        assertEquals(2 * way / SECONDS, person(run, "W").share(PersonState.CARRYING), NEAR);
        RunFigures straight = Runs.of(carried(2, porter(TravelChoice.STRAIGHT), aisle("A", -5, -6, 25, -6)));
        assertEquals(3 * length, straight.lead().max(), NEAR);
    }

    @Test
    void theSpeedThatIsAllowedHoldsOnTheAisleAlone() {
        double aside = from.y() + 6;
        double length = toX - from.x();
        Study study = carried(1, porter(TravelChoice.ON_AISLES), slow(aisle("A", -5, -6, 25, -6)));
        assertEquals(2 * aside + length / 0.5, Runs.of(study).lead().max(), NEAR);
        Trace trace = Runs.traceOf(study);
        PeopleScene scene = new PeopleScene(UnfoldedStudy.of(study));
        scene.pose(trace.at(Math.round((aside + 4) * 1e9)));
        assertEquals(from.x() + 2, scene.x(0), NEAR, "four seconds at half a metre in each");
        assertEquals(-6, scene.y(0), NEAR);
        scene.pose(trace.at(Math.round((aside + length / 0.5 + 1) * 1e9)));
        assertEquals(toX, scene.x(0), NEAR);
        assertEquals(-5, scene.y(0), NEAR);
    }

    @Test
    void oneGoesBackAnotherWayWhereAislesAreOneWay() {
        double south = from.y() + 6;
        double length = toX - from.x();
        Aisle there = aisle("There", from.x(), -6, toX, -6).withDirection(Aisle.Direction.FORWARD);
        Aisle back = aisle("Back", from.x(), -8, toX, -8).withDirection(Aisle.Direction.BACKWARD);
        Study study = carried(2, porter(TravelChoice.ON_AISLES), there, back, aisle("West", from.x(), -6, from.x(), -8),
                aisle("East", toX, -6, toX, -8));
        double way = 2 * south + length;
        assertEquals(way + (way + 4) + way, Runs.of(study).lead().max(), NEAR, "back it is 2 m more at either end");
    }

    @Test
    void aDoorIsGoneThrough() {
        Wall wall = wall("Wall", 10, -20, 10, 30).withOpenings(List.of(new Opening(Opening.Sort.DOOR, Quantity.metres(27),
                Quantity.metres(1), Quantity.metres(2))));
        RunFigures run = Runs.of(carried(1, porter(TravelChoice.AROUND), wall));
        // The door reaches from y = 6.5 to 7.5; who keeps 0.25 m clear goes by its lower corner, 0.35 m before and behind the middle of the wall.
        double up = 6.75 - from.y();
        double expected = Math.hypot(10 - 0.35 - from.x(), up) + 0.7 + Math.hypot(toX - 10 - 0.35, up);
        assertEquals(expected, run.lead().max(), 1e-3);
        assertTrue(run.lead().max() > toX - from.x());
    }

    private static PlantElement reached(PlantElement element, String port, double x, double y) {
        return element.with(element.basics().withDuty(element.basics().duty().withStop(port, new StopPoint(port, x, y))));
    }

    @Test
    void aStopThatWasMovedIsWhereOneLeavesTheAisleAndComesOntoIt() {
        PlantElement moved = reached(store, "out", 5, -4);
        Lines lines = new Lines().chain(stock("In", "Piece", 2), moved).chain(out)
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(porter(TravelChoice.ON_AISLES))
                .chain(aisle("A", -5, -6, 25, -6));
        RunFigures run = Runs.of(lines.study(SECONDS / 3600, 0, 1));
        double way = Math.hypot(5 - from.x(), from.y() + 6) + (toX - 5) + from.y() + 6;
        assertEquals(3 * way, run.lead().max(), NEAR, "there, back, there");
    }

    @Test
    void aStopLeadsThereEvenWhereItIsNearerStraightAcrossTheFloor() {
        PlantElement near = goodsOut("Out").placed(Placement.at(9, 0));
        double length = Layout.inlet(near, "").x() - BESIDE - from.x();
        for (boolean isMoved : new boolean[] {false, true}) {
            Lines lines = new Lines().chain(stock("In", "Piece", 1), isMoved ? reached(store, "out", from.x(), -6) : store).chain(near)
                    .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("W"), 1))).chain(porter(TravelChoice.ON_AISLES))
                    .chain(aisle("A", -5, -6, 25, -6));
            assertEquals(isMoved ? 2 * (from.y() + 6) + length : length, Runs.of(lines.study(SECONDS / 3600, 0, 1)).lead().max(), NEAR);
        }
    }

    @Test
    void whatNoAisleLeadsToIsReachedStraight() {
        RunFigures run = Runs.of(carried(1, porter(TravelChoice.ON_AISLES), aisle("A", -5, -1, 2, -1), aisle("B", 18, -1, 25, -1)));
        assertEquals(toX - from.x(), run.lead().max(), NEAR);
    }

    @Test
    void whoGoesOnlyOnAislesLeavesToOthersWhatNoAisleLeadsTo() {
        Aisle[] halves = {aisle("A", -5, -1, 2, -1), aisle("B", 18, -1, 25, -1)};
        Crew porter = porter(TravelChoice.ONLY_ON_AISLES);
        Study alone = carried(1, porter, halves);
        assertEquals(0, Runs.of(alone).out());
        assertEquals(0, person(Runs.of(alone), "W").metres(), NEAR);
        assertTrue(RouteCheck.of(alone).stream().anyMatch(problem -> problem.subject().equals("W")
                && problem.message().equals("No aisle leads to Out, so its people never go there")), RouteCheck.of(alone).toString());
        Crew other = Crew.usual(Basics.of("V", Placement.at(0, 0))).withSpeed(Optional.of(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withTravel(TravelChoice.STRAIGHT));
        Study study = new Lines().chain(stock("In", "Piece", 3), store).chain(out)
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("W").withSkills(List.of("W", "V")), 1)))
                .chain(porter).chain(other).chain(halves[0]).chain(halves[1]).study(SECONDS / 3600, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(3, run.out(), "the other crew carries them all");
        assertEquals(0, person(run, "W").metres(), NEAR);
    }

    @Test
    void whoGoesOnlyOnAislesGoesNowhereWithoutThem() {
        Study study = carried(1, porter(TravelChoice.ONLY_ON_AISLES));
        assertEquals(0, Runs.of(study).out());
        assertTrue(RouteCheck.of(study).stream()
                .anyMatch(problem -> problem.message().startsWith("It goes only on aisles, and there are none")));
        Aisle joined = aisle("A", -5, -6, 25, -6);
        RunFigures led = Runs.of(carried(2, porter(TravelChoice.ONLY_ON_AISLES), joined));
        assertEquals(Runs.of(carried(2, porter(TravelChoice.ON_AISLES), joined)).lead().max(), led.lead().max(), NEAR);
    }

    /** A random plant with aisles and walls laid over it, its crews using both. */
    private static Study withSite(long seed) {
        Random random = new Random(seed);
        Study study = RandomStudies.of(seed);
        for (Crew crew : study.crews()) {
            TravelChoice choice = TravelChoice.values()[random.nextInt(3)];
            study = study.changed(crew.name(), e -> ((Crew) e).withRules(rules -> rules.withTravel(choice)));
        }
        for (int i = 0; i < 4; i++) {
            double at = 8 * i - 12;
            Aisle along = aisle("Along " + i, -25, at, 25, at).withDirection(Aisle.Direction.values()[random.nextInt(3)]);
            study = study.with(random.nextBoolean() ? slow(along) : along).with(aisle("Across " + i, at, -25, at, 25));
        }
        return study.with(wall("Wall", -6.1, -30, -6.1, 5)).with(wall("Corner", 3.3, 20, 3.3, -4, 9, -4));
    }

    @ParameterizedTest
    @MethodSource("rhombic.plant.Runs#nets")
    void watchedEqualsUnwatchedAndPartsOfTimeAddUp(long seed) {
        Runs.sound(withSite(seed), seed);
    }
}
