package rhombic.study.way;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.study.way.AisleNetTest.aisle;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.stock;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import rhombic.space.Pose;
import rhombic.study.Layout;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.check.Problem;
import rhombic.study.check.StudyCheck;
import rhombic.study.duty.Duty;
import rhombic.study.duty.Need;
import rhombic.study.duty.StopPoint;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Fleet;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.value.StudyException;
import rhombic.validation.Lines;

/** Where ports are reached from aisles, moved and not: between a store that stands askew and the way out. */
class PortStopTest {
    private static final double NEAR = 2e-3;

    private static Study study() {
        Fleet fleet = Fleet.KIND.blank(Basics.of("F", Placement.at(0, -12))).withRules(rules -> rules.withTravel(TravelChoice.ON_AISLES));
        PlantElement store = buffer("Store", -1).placed(new Placement(0, 0, 0, 30));
        return new Lines().chain(stock("In", "Piece", 3), store).chain(goodsOut("Out").placed(Placement.at(20, 0)))
                .link(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("F"), 1))).chain(fleet)
                .chain(aisle("South", -5, -6, 30, -6)).chain(aisle("North", -5, 20, 30, 20)).chain(aisle("East", 30, -6, 30, 20))
                .study(1, 0, 1);
    }

    private static List<PortStop> stops(Study study, String name) {
        return PortStop.of(study, element -> element.name().equals(name));
    }

    private static AisleNet.Stop reached(Study study, double reach) {
        PlantElement store = study.find("Store").orElseThrow();
        return AisleNet.of(study.elements(), false).stop(Layout.pickUp(Layout.outlet(store, ""), reach)).orElseThrow();
    }

    @Test
    void unmovedItIsWhereAnAisleIsNearest() {
        List<PortStop> stops = stops(study(), "Store");
        assertEquals(1, stops.size(), "nobody carries to it");
        PortStop stop = stops.getFirst();
        assertEquals("South", stop.aisle().name());
        assertEquals("out", stop.port().name());
        assertFalse(stop.stop().isMoved());
        double reach = study().find("F", Fleet.class).orElseThrow().reachMetres();
        assertEquals(Layout.pickUp(stop.portPose(), reach).x(), stop.pose().x(), NEAR);
        assertEquals(2, stops(study(), "South").size(), "both lie on that aisle");
        assertEquals(0, stops(study(), "North").size());
    }

    @Test
    void draggedItIsOnTheAisleThatIsNearestAndWhoeverReachesThePortGoesByIt() {
        Study moved = stops(study(), "Store").getFirst().movedTo(7.3, 16).appliedTo(study());
        PortStop stop = stops(moved, "North").getFirst();
        assertEquals("Store", stop.element().name());
        assertTrue(stop.stop().isMoved());
        assertEquals(7.3, stop.pose().x(), NEAR);
        assertEquals(20, stop.pose().y(), NEAR);
        double reach = moved.find("F", Fleet.class).orElseThrow().reachMetres();
        for (double from : new double[] {0.45, reach}) {
            AisleNet.Stop there = reached(moved, from);
            assertEquals(7.3, there.x(), NEAR);
            assertEquals(20, there.y(), NEAR);
            Pose place = Layout.pickUp(stop.portPose(), from);
            assertEquals(Math.hypot(7.3 - place.x(), 20 - place.y()), there.away(), NEAR);
        }
        assertFalse(reached(moved, reach + 1).isMoved(), "nobody reaches so far: that is another place");
    }

    @Test
    void itGoesWithItsEquipmentAndBackWhereItWas() {
        Study moved = stops(study(), "Store").getFirst().movedTo(7.3, 16).appliedTo(study());
        Study shifted = moved.changed("Store", element -> element.placed(new Placement(4, 0, 0, 30)));
        assertEquals(11.3, stops(shifted, "Store").getFirst().pose().x(), NEAR);
        PortStop stop = stops(moved, "Store").getFirst();
        assertEquals(study(), stop.undoneIn(moved));
        assertEquals(stop.pose(), stop.in(moved).orElseThrow().pose());
        assertTrue(stop.in(moved.without(Set.of("Store"))).isEmpty());
    }

    @Test
    void whoMayNotUseThatAisleStopsOnTheNearestOfItsOwn() {
        Study moved = stops(study(), "Store").getFirst().movedTo(7.3, 16).appliedTo(study());
        AisleNet net = AisleNet.of(moved.elements(), false).admitting(aisle -> aisle.name().equals("South"));
        PlantElement store = moved.find("Store").orElseThrow();
        AisleNet.Stop stop = net.stop(Layout.outlet(store, "")).orElseThrow();
        assertEquals(7.3, stop.x(), NEAR);
        assertEquals(-6, stop.y(), NEAR);
    }

    @Test
    void aStopForNothingIsToldAndTwoForOnePortAreRefused() {
        Study study = study().changed("Store",
                element -> element.with(element.basics().withDuty(Duty.ALWAYS.withStop("side", new StopPoint("side", 0, 0)))));
        Problem problem = StudyCheck.of(study).stream().filter(one -> one.kind() == Problem.Kind.UNKNOWN_NAME).findFirst().orElseThrow();
        assertEquals("It has a stop for \u201cside\u201d, which it does not have", problem.message());
        assertEquals("Name one of in, out, or take the stop out", problem.remedy());
        StopPoint stop = new StopPoint("out", 1, 2);
        assertThrows(StudyException.class, () -> Duty.ALWAYS.withStops(List.of(stop, stop)));
        assertThrows(StudyException.class, () -> new StopPoint("out", 1000.1, 0));
        assertEquals(List.of(new StopPoint("out", 3, 2)),
                Duty.ALWAYS.withStop("out", stop).withStop("out", new StopPoint("out", 3, 2)).stops());
    }
}
