package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
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
}
