package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.ChargingArea;
import rhombic.study.duty.Need;
import rhombic.study.duty.StopPoint;
import rhombic.study.fleet.Battery;
import rhombic.study.fleet.Trailer;
import rhombic.study.fleet.VehicleType;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.validation.Lines;

class TrafficCheckTest {
    private static Aisle aisle(Aisle.Direction direction, double... xy) {
        List<Pose> corners = new ArrayList<>();
        for (int i = 0; i < xy.length; i += 2) {
            corners.add(Pose.at(xy[i], xy[i + 1], 0, 0));
        }
        return ((Aisle) Aisle.KIND.blank(Basics.of("A" + xy[0] + xy[1], Placement.at(0, 0))).through(corners)).withDirection(direction);
    }

    private static Study study(int vehicles, double fleetY, double storeY, PlantElement... site) {
        Fleet fleet = Fleet.KIND.blank(Basics.of("F", Placement.at(0, fleetY))).withVehicles(vehicles)
                .withDriving(driving -> driving.withSafeDistance(Optional.of(Quantity.metres(0.5))));
        Lines lines = new Lines().chain(stock("In", "Piece", 9), buffer("Store", -1).placed(Placement.at(10, storeY)))
                .chain(goodsOut("Out").placed(Placement.at(40, 6)))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("F"), 1))).chain(fleet);
        for (PlantElement one : site) {
            lines.chain(one);
        }
        return lines.study(1, 0, 1);
    }

    private static List<String> messages(Study study) {
        return TrafficCheck.of(study).stream().map(problem -> problem.subject() + ": " + problem.message()).toList();
    }

    @Test
    void parkingAndStopsLieBesideTheAisle() {
        Aisle aisle = aisle(Aisle.Direction.BOTH_WAYS, -10, 0, 50, 0);
        assertEquals(List.of(), messages(study(3, 6, 6, aisle)));
        assertEquals(List.of("F: Its forklifts park on A-10.00.0, and the others drive through them"), messages(study(3, 0, 6, aisle)));
        assertEquals(List.of("Store: The forklifts of F stand on A-10.00.0 while they pick up or set down here"),
                messages(study(3, 6, 0.3, aisle)));
        assertEquals(List.of(), messages(study(3, 0, 0.3)), "without aisles there is no traffic");
        Study passing = study(3, 0, 0.3, aisle);
        assertEquals(List.of(), messages(passing.changed("F",
                e -> ((Fleet) e).withDriving(driving -> driving.withSafeDistance(Optional.empty())))), "nor for who passes through others");
    }

    @Test
    void aCircleOfOneWayAislesKeepsAPlaceFree() {
        // Around 12 m by 12 m: between two bends there is room for two forklifts of 2.4 m on each side but little more.
        Aisle round = aisle(Aisle.Direction.FORWARD, 0, 0, 12, 0, 12, 12, 0, 12, 0, 0);
        int room = 4 * 3;
        assertEquals(List.of(), messages(study(room, -8, -8, round)));
        assertEquals(
                List.of("A0.00.0: It is in a circle of one-way aisles in which " + room + " vehicles can wait, and there are "
                        + (room + 1)),
                messages(study(room + 1, -8, -8, round)));
    }

    private static Study withTrailers(Study study, int trailers) {
        return study.changed("F", e -> ((Fleet) e).withForm(VehicleType.TUGGER)
                .with(((Fleet) e).capacity().withTrailers(Collections.nCopies(trailers, new Trailer(1, List.of())))));
    }

    /** Two trailers reach 2 times 1.9 m behind it. */
    @Test
    void trailersDoNotReachTheAisleWhereTrainsParkOrCharge() {
        Aisle aisle = aisle(Aisle.Direction.BOTH_WAYS, -10, 0, 50, 0);
        double reach = 2 * Trailer.PITCH_METRES;
        assertEquals(List.of(), trailers(withTrailers(study(3, reach + 4, 6, aisle), 2)));
        assertEquals(List.of("F: The trailers of F reach back onto A-10.00.0 while they stand here, and all others wait"),
                trailers(withTrailers(study(3, reach, 6, aisle), 2)));
        Study charging = withTrailers(study(3, 20, 6, aisle), 2)
                .with(new ChargingArea(Basics.of("Charging", Placement.at(30, reach)), 1))
                .changed("F", e -> ((Fleet) e).withBattery(Optional.of(Battery.USUAL.withAt("Charging"))));
        assertEquals(List.of("Charging: The trailers of F reach back onto A-10.00.0 while they stand here, and all others wait"),
                trailers(charging));
        assertEquals(List.of(), trailers(charging.changed("Charging", e -> e.placed(Placement.at(30, 20)))));
    }

    private static List<String> trailers(Study study) {
        return messages(study).stream().filter(message -> message.contains("trailers")).toList();
    }

    /** A train with two trailers takes up the room of three. */
    @Test
    void trainsFillACircleSooner() {
        Aisle round = aisle(Aisle.Direction.FORWARD, 0, 0, 12, 0, 12, 12, 0, 12, 0, 0);
        List<String> told = messages(withTrailers(study(9, -20, -8, round), 2)).stream().filter(one -> one.contains("circle")).toList();
        assertEquals(1, told.size());
        assertTrue(told.getFirst().endsWith("vehicles can wait, and there are 9"), told.getFirst());
        assertEquals(List.of(),
                messages(withTrailers(study(2, -20, -8, round), 2)).stream().filter(one -> one.contains("circle")).toList());
    }

    @Test
    void nothingIsInTheWayBetweenAStopThatWasMovedAndItsPort() {
        Aisle south = aisle(Aisle.Direction.BOTH_WAYS, -10, 0, 50, 0);
        Aisle north = aisle(Aisle.Direction.BOTH_WAYS, -10, 30, 50, 30);
        Study study = study(3, 6, 6, south, north, aisle(Aisle.Direction.BOTH_WAYS, 50, 0, 50, 30));
        assertEquals(List.of(), messages(reached(study, 3, -6)), "along its aisle");
        assertEquals(List.of(), messages(reached(study, 3, 24)), "on the other");
        assertEquals(List
                .of("Store: The way between its stop for \u201cout\u201d and it leads through A-10.014.0, so vehicles could drive through each "
                        + "other, or stand for good"),
                messages(reached(study.with(aisle(Aisle.Direction.BOTH_WAYS, -10, 14, 50, 14)), 3, 24)));
        assertTrue(messages(reached(study, 39, -6)).getFirst().contains("leads through the crossing of A-10.00.0 and A50.00.0"));
        Study besides = study.with(buffer("Other", -1).placed(Placement.at(10, 16)))
                .with(List.of(), List.of(new Link("Other", "Out").withTravel(new Travel.Carried(Need.of("F"), 1))));
        Study moved = reached(besides, 5, 24);
        Problem problem = TrafficCheck.of(moved).getFirst();
        assertTrue(problem.message().contains("leads through where they stand at Other"), problem.message());
        assertEquals(besides, problem.fixes().getFirst().changes().applyTo(moved));
    }

    private static Study reached(Study study, double x, double y) {
        return study.changed("Store", e -> e.with(e.basics().withDuty(e.basics().duty().withStop("out", new StopPoint("out", x, y)))));
    }
}
