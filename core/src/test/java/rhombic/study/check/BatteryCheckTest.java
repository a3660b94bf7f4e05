package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.ChargingArea;
import rhombic.study.duty.Need;
import rhombic.study.fleet.Battery;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.place.Placement;
import rhombic.validation.Lines;

class BatteryCheckTest {
    private static Study study(Battery battery) {
        return new Lines().chain(stock("In", "Piece", 9), buffer("Store", -1).placed(Placement.at(0, 0)))
                .chain(goodsOut("Out").placed(Placement.at(50, 0)))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("F"), 1)))
                .chain(Fleet.KIND.blank(Basics.of("F", Placement.at(0, -5))).withBattery(Optional.of(battery))).study(1, 0, 1);
    }

    private static List<String> messages(Study study) {
        return BatteryCheck.of(study).stream().map(Problem::message).toList();
    }

    @Test
    void aBatteryThatDoesNotLastForATripIsTold() {
        assertEquals(List.of(), messages(study(Battery.USUAL)));
        assertEquals(
                List.of("A full battery does not last from where it charges to Store, on to Out and back: 101 m, so nobody carries there"),
                messages(study(Battery.USUAL.withRange(Quantity.metres(90)))));
        assertEquals(List.of(), messages(study(Battery.USUAL.withRange(Quantity.metres(110)))));
    }

    @Test
    void aChargingAreaThatIsGoneIsTold() {
        Study study = study(Battery.USUAL.withAt("Charging"));
        assertEquals(List.of("Its charging area \u201cCharging\u201d is not there, so its forklifts charge where they park"),
                messages(study));
        assertEquals(List.of(), messages(BatteryCheck.of(study).getFirst().fixes().getFirst().changes().applyTo(study)));
        Study with = study.with(new ChargingArea(Basics.of("Charging", Placement.at(9, -9)), 2));
        assertEquals(List.of(), messages(with));
        assertEquals("Charging 2",
                with.changed("Charging", e -> e.with(e.basics().named("Charging 2"))).groups().getFirst() instanceof Fleet fleet
                        ? fleet.battery().orElseThrow().at()
                        : "");
    }
}
