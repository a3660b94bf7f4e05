package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.ParkingArea;
import rhombic.study.area.Zone;
import rhombic.study.duty.Need;
import rhombic.study.fleet.Deployment;
import rhombic.study.fleet.Round;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;
import rhombic.validation.Lines;

class DeploymentCheckTest {
    private static final Study STUDY = new Lines().chain(stock("In", "Piece", 9), buffer("Store", -1).placed(Placement.at(0, 0)))
            .chain(goodsOut("Out").placed(Placement.at(50, 0)))
            .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("F"), 1)))
            .chain(Fleet.KIND.blank(Basics.of("F", Placement.at(0, -5))), Fleet.KIND.blank(Basics.of("G", Placement.at(0, -9))))
            .chain(new Zone(Basics.of("Zone", Placement.at(0, 0))), new ParkingArea(Basics.of("Parking", Placement.at(20, 20)), 2))
            .study(1, 0, 1);

    private static Study with(String fleet, UnaryOperator<Deployment> change) {
        return STUDY.changed(fleet, e -> ((Fleet) e).withDeployment(change));
    }

    private static List<String> messages(Study study) {
        return DeploymentCheck.of(study).stream().map(Problem::message).toList();
    }

    /** What is told, and that the remedy mends it. */
    private static void told(String message, Study study) {
        assertEquals(List.of(message), messages(study));
        assertEquals(List.of(), messages(DeploymentCheck.of(study).getFirst().fixes().getFirst().changes().applyTo(study)));
    }

    @Test
    void whatIsThereIsNotTold() {
        assertEquals(List.of(), messages(STUDY));
        assertEquals(List.of(), messages(with("G", d -> d.withPartOf("F").withZones(List.of("Zone")).withParking(List.of("Parking")))));
    }

    @Test
    void aFleetIsPartOfAnotherThatIsThere() {
        told("It is part of \u201cFork\u201d, which is no fleet that is there", with("G", d -> d.withPartOf("Fork")));
        told("It is part of \u201cStore\u201d, which is no fleet that is there", with("G", d -> d.withPartOf("Store")));
        told("It is part of itself", with("G", d -> d.withPartOf("G")));
        Study chain = with("G", d -> d.withPartOf("F")).with(Fleet.KIND.blank(Basics.of("H", Placement.at(0, -15))).withDeployment(
                d -> d.withPartOf("G")));
        told("It is part of G, which is part of F: that one does not call it", chain);
        told("It is part of F, but who makes rounds is called by nobody", with("G", d -> d.withPartOf("F")).changed("G",
                e -> ((Fleet) e).withRound(Optional.of(new Round(List.of("Store", "Out"), Round.Departure.WHEN_BACK)))));
    }

    @Test
    void areasThatAreGoneAreTold() {
        told("Its zone \u201cNorth\u201d is not there", with("G", d -> d.withZones(List.of("North", "Zone"))));
        told("Its parking area \u201cZone\u201d is not there", with("G", d -> d.withParking(List.of("Zone"))));
    }

    @Test
    void namesFollowWhenSomethingIsRenamed() {
        Study used = with("G", d -> d.withPartOf("F").withZones(List.of("Zone")).withParking(List.of("Parking")));
        Study renamed = used;
        for (String name : List.of("F", "Zone", "Parking")) {
            renamed = renamed.changed(name, e -> e.named("New " + name));
        }
        assertEquals(new Deployment("New F", List.of("New Zone"), List.of("New Parking"), "", false),
                ((Fleet) renamed.find("G").orElseThrow()).deployment());
    }

    @Test
    void whatLiesInNoZoneIsTold() {
        Study out = with("F", d -> d.withZones(List.of("Zone"))).changed("Zone", e -> e.placed(Placement.at(30, 0)));
        told("It lies in none of the zones of those who are to carry from here to Out, so nobody fetches it", out);
        assertEquals(List.of(), messages(out.changed("G", e -> ((Fleet) e).withDeployment(d -> d.withPartOf("F")))),
                "another of the fleet fetches from everywhere");
    }

    @Test
    void aParkingAreaThatIsTooSmallIsTold() {
        told("3 vehicles are to wait here, and there are 2 places: the others wait where they are based",
                with("G", d -> d.withParking(List.of("Parking"))).changed("G", e -> ((Fleet) e).withVehicles(3)));
    }

    /** What is too heavy for the vehicles of one type is told only if no other type of the fleet is there. */
    @Test
    void anotherTypeOfTheFleetMayBeStronger() {
        Study heavy = STUDY.changed("F", e -> ((Fleet) e).with(((Fleet) e).capacity().withMaxWeight(Optional.of(
                Quantity.parse("400 kg", Dimension.MASS))))).withPieceTypes(List.of(PieceType.usual("Piece").withWeight(
                        Quantity.parse("900 kg", Dimension.MASS))));
        assertEquals(1, heavyTold(heavy));
        assertEquals(0, heavyTold(heavy.changed("G", e -> ((Fleet) e).withDeployment(d -> d.withPartOf("F")))));
    }

    private static long heavyTold(Study study) {
        return StudyCheck.of(study).stream().filter(problem -> problem.message().contains("can carry pieces of type Piece")).count();
    }
}
