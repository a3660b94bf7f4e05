package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Opening;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.site.LineElement;
import rhombic.study.site.Wall;
import rhombic.validation.Lines;

class RouteCheckTest {
    private static PlantElement along(LineElement kind, double... xy) {
        List<Pose> corners = new ArrayList<>();
        for (int i = 0; i < xy.length; i += 2) {
            corners.add(Pose.at(xy[i], xy[i + 1], 0, 0));
        }
        return kind.through(corners);
    }

    private static Aisle aisle(String name, double... xy) {
        return (Aisle) along(Aisle.KIND.blank(Basics.of(name, Placement.at(0, 0))), xy);
    }

    private static Wall wall(double... xy) {
        return (Wall) along(Wall.KIND.blank(Basics.of("Wall", Placement.at(0, 0))), xy);
    }

    private static Study study(TravelChoice travel, PlantElement... site) {
        Lines lines = new Lines().chain(stock("In", "Piece", 9), buffer("Store", -1).placed(Placement.at(0, 0)))
                .chain(goodsOut("Out").placed(Placement.at(40, 0)))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("W"), 1)))
                .chain(Crew.usual(Basics.of("W", Placement.at(0, -6))).withRules(rules -> rules.withTravel(travel)));
        for (PlantElement one : site) {
            lines.chain(one);
        }
        return lines.study(1, 0, 1);
    }

    private static List<String> messages(Study study) {
        return RouteCheck.of(study).stream().map(Problem::message).toList();
    }

    private static Study repaired(Study study, Problem problem) {
        return problem.fixes().getFirst().changes().applyTo(study);
    }

    @Test
    void aNetInTwoHalvesIsToldAndTheMissingStretchIsDrawnByOneClick() {
        Study study = study(TravelChoice.ON_AISLES, aisle("A", -5, -3, 12, -3), aisle("B", 25, -3, 45, -3));
        Problem problem = RouteCheck.of(study).getFirst();
        assertEquals("No aisle leads to Out, so its people go straight there, whatever stands in between", problem.message());
        assertEquals("W", problem.subject());
        Study repaired = repaired(study, problem);
        Aisle drawn = (Aisle) repaired.elements().getLast();
        assertEquals(13, drawn.line().metres(), 1e-9);
        assertEquals(List.of(), RouteCheck.of(repaired));
    }

    @Test
    void aWayWithoutReturnIsTold() {
        Study study = study(TravelChoice.ON_AISLES, aisle("A", -5, -3, 45, -3).withDirection(Aisle.Direction.FORWARD));
        assertEquals(List.of("One-way aisles lead to Out and not back, so its people go straight"), messages(study));
        Study other = study(TravelChoice.ON_AISLES, aisle("A", -5, -3, 45, -3).withDirection(Aisle.Direction.BACKWARD));
        assertEquals(List.of("One-way aisles lead from Out and not there, so its people go straight"), messages(other));
        assertEquals(List.of(), messages(study(TravelChoice.ON_AISLES, aisle("A", -5, -3, 45, -3))));
        assertEquals(List.of(), messages(study(TravelChoice.STRAIGHT, aisle("A", -5, -3, 45, -3).withDirection(Aisle.Direction.FORWARD))));
    }

    @Test
    void anAisleForAFleetThatIsGoneIsTold() {
        Study study = study(TravelChoice.ON_AISLES, aisle("A", -5, -3, 45, -3).withFleets(List.of("Trains")));
        Problem problem = RouteCheck.of(study).getFirst();
        assertEquals("It is for the fleet \u201cTrains\u201d, which is not there", problem.message());
        assertEquals(List.of(), RouteCheck.of(repaired(study, problem)));
    }

    @Test
    void aRoomWithoutADoorIsTold() {
        Wall room = wall(30, -10, 50, -10, 50, 10, 30, 10, 30, -10);
        assertEquals(List.of("There is no way to Out between what stands there, so its people go straight through"),
                messages(study(TravelChoice.AROUND, room)));
        Wall open = room.withOpenings(List.of(Opening.door(70)));
        assertEquals(List.of(), messages(study(TravelChoice.AROUND, open)));
    }

    @Test
    void twoAislesDrawnOverEachOtherAreTold() {
        Study study = study(TravelChoice.ON_AISLES, aisle("A", -5, -3, 45, -3), aisle("B", 30, -3, 10, -3.01), aisle("C", 10, -8, 10, 8));
        Problem problem = RouteCheck.of(study).getFirst();
        assertEquals("B: It lies over A. Take it out, or lay it elsewhere.", problem.toString());
        assertTrue(repaired(study, problem).find("B").isEmpty());
    }

    @Test
    void aDoorBeyondTheEndOfItsWallIsTold() {
        Wall wall = wall(0, 20, 10, 20).withOpenings(List.of(new Opening(Opening.Sort.DOOR, Quantity.metres(9.5), Quantity.metres(3),
                Quantity.metres(2)), Opening.door(3)));
        assertEquals(List.of("Its door at 9.5 m reaches beyond its end"), messages(study(TravelChoice.STRAIGHT, wall)));
    }

    @Test
    void aWallThroughAMachineIsTold() {
        Study study = Study.empty().with(List.of(Lines.station("S", 1, 0, "9 s").placed(Placement.at(0, 0)), wall(-5, 0.2, 5, 0.2)),
                List.of());
        Problem problem = FloorCheck.of(study).getFirst();
        assertEquals("S: It stands where Wall stands. Move it aside.", problem.toString());
        assertEquals(List.of(), FloorCheck.of(repaired(study, problem)));
    }

    private static Station needing(Station station, String skill) {
        return station.with(station.work().withOperations(
                List.of(station.work().operations().getFirst().withNeeds(List.of(Need.of(skill))))));
    }

    private static Fleet fleet(int vehicles) {
        return Fleet.KIND.blank(Basics.of("F", Placement.at(0, -9))).withVehicles(vehicles)
                .withLoading(loading -> loading.withPickUpTime(Lines.time("30 s")))
                .withLoading(loading -> loading.withSetDownTime(Lines.time("20 s")));
    }

    private static Study fed(Fleet fleet, PlantElement... site) {
        Lines lines = new Lines().chain(Lines.arrivals("In", "exponential(30 s)", 1), buffer("Store", -1).placed(Placement.at(0, 0)))
                .chain(goodsOut("Out").placed(Placement.at(60, 0)))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("F"), 1))).chain(fleet);
        for (PlantElement one : site) {
            lines.chain(one);
        }
        return lines.study(1, 0, 1);
    }

    /** 120 an hour, each for 30 s and 20 s and about 55 m at 2 m/s: more than two vehicles can do, if they never drive empty. */
    @Test
    void aFleetThatCannotKeepUpWhateverItDoesIsTold() {
        Study study = fed(fleet(2));
        Problem problem = StudyCheck.of(study).stream().filter(p -> p.kind() == Problem.Kind.OVERLOAD).findFirst().orElseThrow();
        assertEquals("F", problem.subject());
        assertTrue(
                problem.message().matches("What comes in an hour takes it 2\\.[56] hours, without any empty way, but it has 2 forklifts"),
                problem.message());
        Study repaired = repaired(study, problem);
        assertEquals(3, ((Fleet) repaired.find("F").orElseThrow()).vehicles());
        assertTrue(StudyCheck.of(repaired).stream().noneMatch(p -> p.kind() == Problem.Kind.OVERLOAD));
    }

    /** Those of another type that are part of the fleet count as well. */
    @Test
    void allTypesOfAFleetKeepUpTogether() {
        Fleet other = (Fleet) fleet(1).with(Basics.of("G", Placement.at(0, -20)));
        Study study = fed(fleet(2), other.withDeployment(d -> d.withPartOf("F")));
        assertTrue(StudyCheck.of(study).stream().noneMatch(p -> p.kind() == Problem.Kind.OVERLOAD));
        Study few = study.changed("F", e -> ((Fleet) e).withVehicles(1));
        Problem problem = StudyCheck.of(few).stream().filter(p -> p.kind() == Problem.Kind.OVERLOAD).findFirst().orElseThrow();
        assertTrue(problem.message().endsWith("but it has 2 vehicles"), problem.message());
        assertEquals(2, ((Fleet) repaired(few, problem).find("F").orElseThrow()).vehicles());
    }

    @Test
    void anAisleTooNarrowForItsVehiclesIsToldAndMadeWider() {
        Study study = fed(fleet(1), aisle("A", -5, -3, 65, -3).withWidth(Quantity.metres(1)));
        Problem problem = RouteCheck.of(study).getFirst();
        assertEquals("A: It is narrower than the forklifts of F, which are 1.1 m wide. Make it wider, or keep it for people.",
                problem.toString());
        assertEquals(List.of(), RouteCheck.of(repaired(study, problem)));
        assertEquals(List.of(), messages(fed(fleet(1), aisle("A", -5, -3, 65, -3).withWidth(Quantity.metres(1))
                .withUsers(Aisle.Users.PEOPLE))));
    }

    @Test
    void workThatAFleetIsToDoIsTold() {
        Study study = Study.empty().with(List.of(fleet(1), needing(Lines.station("S", 1, 0, "9 s"), "F")), List.of());
        assertTrue(StudyCheck.of(study).stream().anyMatch(p -> p.message().endsWith("needs \u201cF\u201d, but vehicles do no work")),
                StudyCheck.of(study).toString());
    }

    @Test
    void aListOfPreferenceThatNamesWhatIsNotThereIsTold() {
        Study study = fed(fleet(3));
        Study listed = study.withLinks(study.links().stream().map(link -> link.travel() instanceof Travel.Carried by
                ? link.withTravel(by.by(by.need().withSkills(List.of("F", "Gone"))))
                : link).toList());
        assertTrue(
                StudyCheck.of(listed).stream()
                        .anyMatch(p -> p.toString().startsWith("Store: The way to Out would be done by \u201cGone\u201d")),
                StudyCheck.of(listed).toString());
        assertTrue(StudyCheck.of(listed).stream().noneMatch(Problem::isError));
    }
}
