package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Peopled.person;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.ParkingArea;
import rhombic.study.area.Zone;
import rhombic.study.duty.IdlePlace;
import rhombic.study.duty.Need;
import rhombic.study.duty.ResourceChoice;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.value.PieceType;
import rhombic.validation.Lines;

/** Several types of vehicles in one fleet, zones that they fetch from, and areas where they park. All drive straight at 1 m/s. */
class DeploymentTest {
    private static final double NEAR = 1e-6;

    private final PlantElement store = buffer("Store", -1).placed(Placement.at(0, 0));
    private final PlantElement out = goodsOut("Out").placed(Placement.at(40, 0));

    private static Fleet fleet(String name, double x, double y) {
        return Fleet.KIND.blank(Basics.of(name, Placement.at(x, y)))
                .withDriving(driving -> driving.withSpeed(Quantity.parse("1 m/s", Dimension.SPEED)))
                .withRules(rules -> rules.withIdleAt(IdlePlace.WHERE_THEY_ARE));
    }

    private static Link carried(String from, String to) {
        return new Link(from, to).withTravel(new Travel.Carried(Need.of("F"), 1));
    }

    private Study carrying(PlantElement source, PlantElement... others) {
        Lines lines = new Lines().chain(source, store).chain(out).link(carried("Store", "Out"));
        for (PlantElement other : others) {
            lines.chain(other);
        }
        return lines.study(0.5, 0, 1);
    }

    private Pose pickUp(Fleet fleet) {
        return Layout.pickUp(Layout.outlet(store, ""), fleet.reachMetres());
    }

    private Pose setDown(Fleet fleet) {
        return Layout.setDown(Layout.inlet(out, ""), fleet.reachMetres());
    }

    // ---- several types in one fleet

    /** One forklift and two reach trucks of the same fleet fetch three pieces at once. */
    @Test
    void whoCallsAFleetCallsItsPartsToo() {
        Fleet parts = fleet("R", 6, -9).withVehicles(2).withDeployment(d -> d.withPartOf("F"));
        RunFigures run = Runs.of(carrying(stock("In", "Piece", 3), fleet("F", 6, -6), parts));
        assertEquals(List.of(1L, 1L, 1L), List.of(person(run, "F").jobs(), person(run, "R 1").jobs(), person(run, "R 2").jobs()));
        RunFigures alone = Runs.of(carrying(stock("In", "Piece", 3), fleet("F", 6, -6), fleet("R", 6, -9).withVehicles(2)));
        assertEquals(List.of(3L, 0L), List.of(person(alone, "F").jobs(), person(alone, "R 1").jobs()));
    }

    /** A reach truck stands nearer; which of all comes is said by the fleet that was called. */
    @Test
    void theRuleOfTheFleetThatIsCalledCounts() {
        Fleet near = fleet("R", 2, -3).withRules(rules -> rules.withResourceRule(ResourceChoice.IN_ORDER))
                .withDeployment(d -> d.withPartOf("F"));
        Fleet far = fleet("F", 60, -6);
        assertEquals(1, person(Runs.of(carrying(timetable("In", "5 s Piece"), far, near)), "R").jobs());
        Fleet inOrder = far.withRules(rules -> rules.withResourceRule(ResourceChoice.IN_ORDER));
        assertEquals(1, person(Runs.of(carrying(timetable("In", "5 s Piece"), inOrder, near)), "F").jobs());
    }

    /** What is too heavy for one type is left to the other, however far that is. */
    @Test
    void eachTypeCarriesWhatItCan() {
        Fleet light = fleet("F", 2, -3);
        light = light.with(light.capacity().withMaxWeight(Optional.of(Quantity.parse("400 kg", Dimension.MASS))));
        Fleet strong = fleet("R", 60, -6).withDeployment(d -> d.withPartOf("F"));
        Study study = carrying(stock("In", "Piece", 4), light, strong)
                .withPieceTypes(List.of(PieceType.usual("Piece").withWeight(Quantity.parse("900 kg", Dimension.MASS))));
        RunFigures run = Runs.of(study);
        assertEquals(List.of(0L, 4L), List.of(person(run, "F").jobs(), person(run, "R").jobs()));
        assertEquals(0, person(run, "F").metres(), "it does not set out for what it can't lift");
    }

    // ---- where they wait

    /** The second piece comes at 100 s: it is fetched from the parking place. */
    @Test
    void whoHasNothingToDoWaitsAtTheNearestFreePlace() {
        ParkingArea far = new ParkingArea(Basics.of("Far", Placement.at(40, 40)), 3);
        ParkingArea near = new ParkingArea(Basics.of("Near", Placement.at(40, 10)), 2);
        Fleet fleet = fleet("F", 0, -20).withDeployment(d -> d.withParking(List.of("Far", "Near")));
        Pose place = Layout.places(near).get(0);
        double way = setDown(fleet).distanceTo(place);
        assertTrue(way < setDown(fleet).distanceTo(Layout.places(near).get(1)), "the first place is the nearer one");
        double carry = pickUp(fleet).distanceTo(setDown(fleet));
        RunFigures run = Runs.of(carrying(timetable("In", "1 s Piece", "200 s Piece"), fleet, far, near));
        assertEquals(place.distanceTo(pickUp(fleet)) + carry, run.lead().max(), 40, "from there");
        // To a place at the start, to the store, out, to the nearest place, to the store, out, and to that place again.
        double atStart = Layout.home(fleet, 0).distanceTo(Layout.places(near).get(0));
        assertTrue(person(run, "F").metres() > 2 * carry + 2 * way, "it has parked twice");
        RunFigures second = Runs.of(carrying(timetable("In", "400 s Piece"), fleet, far, near));
        assertEquals(atStart + Layout.places(near).get(0).distanceTo(pickUp(fleet)) + carry + way, person(second, "F").metres(), NEAR);
        assertEquals(Layout.places(near).get(0).distanceTo(pickUp(fleet)) + carry, second.lead().max(), NEAR);
    }

    /** Three vehicles, two places: the third waits where it is based, and comes when one has left. */
    @Test
    void whoFindsNoPlaceWaitsWhereItIsBased() {
        ParkingArea area = new ParkingArea(Basics.of("Park", Placement.at(40, 10)), 2);
        Fleet fleet = fleet("F", 0, -20).withVehicles(3).withDeployment(d -> d.withParking(List.of("Park")));
        RunFigures idle = Runs.of(carrying(timetable("In", "4000 s Piece"), fleet, area));
        double expected = 0;
        List<Pose> taken = List.of(Layout.places(area).get(0), Layout.places(area).get(1));
        for (int i = 0; i < 2; i++) {
            expected += Layout.home(fleet, i).distanceTo(taken.get(i));
        }
        double driven = idle.crews().getFirst().people().stream().mapToDouble(one -> one.metres()).sum();
        assertEquals(expected, driven, 0.5);
        assertEquals(1, idle.crews().getFirst().people().stream().filter(one -> one.metres() == 0).count());
        RunFigures busy = Runs.of(carrying(timetable("In", "400 s Piece"), fleet, area));
        assertEquals(0, busy.crews().getFirst().people().stream().filter(one -> one.metres() == 0).count(),
                "the third has come to the place that was left");
    }

    // ---- zones

    @Test
    void theyFetchOnlyFromTheirZones() {
        Zone zone = new Zone(Basics.of("North", Placement.at(0, 0)));
        Fleet inZone = fleet("F", 0, -6).withDeployment(d -> d.withZones(List.of("North")));
        Lines lines = new Lines().chain(stock("In", "Piece", 2), store).chain(stock("In 2", "Piece", 2),
                buffer("Elsewhere", -1).placed(Placement.at(0, 30))).chain(out).link(carried("Store", "Out"))
                .link(carried("Elsewhere", "Out")).chain(zone).chain(inZone);
        Study study = lines.study(0.5, 0, 1);
        assertEquals(2, Runs.of(study).out(), "what waits in the zone, and no more");
        Fleet others = fleet("R", 0, 40).withDeployment(d -> d.withPartOf("F"));
        RunFigures both = Runs.of(study.with(others));
        assertEquals(4, both.out());
        assertTrue(person(both, "R").jobs() >= 2 && person(both, "F").jobs() <= 2, "who has no zones fetches from everywhere");
        Study alongTheWay = study.changed("F", e -> ((Fleet) e).withCapacity(9))
                .withLinks(study.links().stream().map(link -> link.travel() instanceof Travel.Carried
                        ? link.withTravel(new Travel.Carried(Need.of("F"), 9))
                        : link).toList());
        assertEquals(2, Runs.of(alongTheWay).out(), "nor does it take along what lies elsewhere");
    }

    @Test
    void aZoneTurnsWithItsPlace() {
        Zone zone = new Zone(Basics.of("Z", Placement.at(10, 5).headedTo(90)));
        assertTrue(zone.contains(Pose.at(10, 5 + 5.9, 0, 0)) && !zone.contains(Pose.at(10 + 5.9, 5, 0, 0)));
        assertTrue(zone.contains(Pose.at(10 + 3.9, 5, 0, 0)));
    }

    // ---- where they stop

    /** The store stands 6 m from the aisle: beside it a forklift leaves the aisle for it, from the aisle it does not. */
    @Test
    void whoStopsOnTheAisleDoesNotLeaveIt() {
        Aisle aisle = ((Aisle) Aisle.KIND.blank(Basics.of("A", Placement.at(0, 0)))
                .through(List.of(Pose.at(-20, -6, 0, 0), Pose.at(60, -6, 0, 0)))).withDirection(Aisle.Direction.BOTH_WAYS);
        Fleet beside = fleet("F", 20, -9);
        Study study = carrying(stock("In", "Piece", 1), beside, aisle);
        Fleet onAisle = beside.withDeployment(d -> d.withOnAisle(true));
        double home = Layout.home(beside, 0).y();
        double along = Math.abs(Layout.home(beside, 0).x() - Layout.pickUp(Layout.outlet(store, ""), 0.45).x());
        double carry = Layout.setDown(Layout.inlet(out, ""), 0.45).x() - Layout.pickUp(Layout.outlet(store, ""), 0.45).x();
        double metres = person(Runs.of(study.changed("F", e -> onAisle)), "F").metres();
        assertEquals(Math.abs(-6 - home) + along + carry, metres, NEAR);
        assertTrue(person(Runs.of(study), "F").metres() > metres + 3 * 6 - 3, "to the store and back, and to where it sets down");
    }
}
