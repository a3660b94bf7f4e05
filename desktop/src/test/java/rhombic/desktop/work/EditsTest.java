package rhombic.desktop.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.duty.StopPoint;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Rack;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.place.Bend;
import rhombic.study.place.Fitting;
import rhombic.study.place.Placement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.Routing;

class EditsTest {
    private static Study placed(Study study, Kind<?> kind, double x, double y) {
        return Edits.placed(study, Edits.made(kind, study, Placement.at(x, y)));
    }

    private static Placement at(Study study, String name) {
        return study.find(name).orElseThrow().placement();
    }

    /** As a study holds it. */
    private static Link link(String from, String to) {
        return new Link(from, to).withId(Link.usualId(from, to));
    }

    @Test
    void newElementsGetFreeNames() {
        Study study = placed(placed(placed(Study.empty(), Station.KIND, 0, 0), Station.KIND, 9, 9), GoodsIn.KIND, 20,
                20);
        assertEquals(Set.of("Station 1", "Station 2", "Goods in"), study.names());
    }

    @Test
    void whatIsDroppedEndToEndIsLinkedInTheDirectionOfTheFlow() {
        Study study = placed(placed(Study.empty(), Station.KIND, 0, 0), Station.KIND, 2, 0);
        assertEquals(List.of(link("Station 1", "Station 2")), study.links());
        Study apart = placed(placed(Study.empty(), Station.KIND, 0, 0), Station.KIND, 3, 0);
        assertEquals(List.of(), apart.links());
        assertEquals(List.of(link("Station 2", "Station 1")), Edits.moved(apart, Set.of("Station 2"), -5, 0).links());
    }

    @Test
    void aThingSnapsToANeighboursEndElseToTheGrid() {
        Study study = placed(Study.empty(), Station.KIND, 0.25, 0);
        PlantElement near = Edits.made(Station.KIND, study, Placement.at(2.6, 0.3));
        assertEquals(Placement.at(2.25, 0), Snapping.of(study, near, Set.of()).at());
        PlantElement far = Edits.made(Station.KIND, study, Placement.at(7.6, 3.3));
        assertEquals(Placement.at(7.5, 3.5), Snapping.of(study, far, Set.of()).at());
    }

    @Test
    void turningFourTimesComesBack() {
        Study study = placed(placed(Study.empty(), Station.KIND, 1, 2), Buffer.KIND, 7, -3);
        Study turned = study;
        for (int i = 0; i < 4; i++) {
            turned = Arranging.turned(turned, study.names(), 90);
        }
        assertEquals(study, turned);
        assertEquals(90, at(Arranging.turned(study, study.names(), 90), "Station 1").headingDegrees());
    }

    @Test
    void pastingKeepsLinksInsideTheGroupAndRenames() {
        Study study = Edits.linkedInOrder(
                placed(placed(placed(Study.empty(), GoodsIn.KIND, 0, 0), Station.KIND, 9, 0), GoodsOut.KIND, 20, 0),
                List.of("Goods in", "Station 1", "Goods out"));
        Edits.Pasted pasted = Edits.pasted(study, Edits.copied(study, Set.of("Goods in", "Station 1")), 0, -4);
        assertEquals(Set.of("Goods in 2", "Station 2"), pasted.names());
        assertTrue(pasted.study().links().contains(link("Goods in 2", "Station 2")));
        assertEquals(3, pasted.study().links().size(), "the link to what was not copied is not copied");
        assertEquals(-4, at(pasted.study(), "Station 2").yMetres());
    }

    @Test
    void aSweepLinksEachToTheNextAndPassesOverWhatCannotBe() {
        Study study = placed(placed(placed(Study.empty(), Station.KIND, 0, 0), GoodsOut.KIND, 9, 0), Station.KIND, 20,
                0);
        Study linked = Edits.linkedInOrder(study, List.of("Station 1", "Goods out", "Station 2"));
        assertEquals(List.of(link("Station 1", "Goods out")), linked.links());
        assertEquals(linked, Edits.linkedInOrder(linked, List.of("Station 1", "Goods out")));
    }

    @Test
    void preferenceIsTheOrderOfLinks() {
        Study study = placed(placed(placed(Study.empty(), Station.KIND, 0, 0), GoodsOut.KIND, 9, 0), Buffer.KIND, 20, 0);
        Study linked = study.linked("Station 1", "Goods out").linked("Station 1", "Buffer 1");
        assertEquals("Buffer 1", Edits.preferred(linked, link("Station 1", "Buffer 1")).linksFrom("Station 1").getFirst().to());
        assertEquals(List.of("Buffer 1"),
                Edits.unlinked(linked, link("Station 1", "Goods out")).linksFrom("Station 1").stream().map(Link::to).toList());
    }

    @Test
    void aligningAndDistributingSetRowsInOrder() {
        Study study = placed(placed(placed(Study.empty(), Station.KIND, 0, 0), Station.KIND, 5, 3), Station.KIND, 20, 6);
        Study row = Arranging.distributed(Arranging.aligned(study, study.names(), Arranging.Line.MIDDLES_IN_A_ROW), study.names(), true);
        assertEquals(Placement.at(0, 3), at(row, "Station 1"));
        assertEquals(Placement.at(10, 3), at(row, "Station 2"));
        assertEquals(Placement.at(20, 3), at(row, "Station 3"));
    }

    @Test
    void edgesAreAlignedByTheTurnedFootprint() {
        Study study = placed(placed(Study.empty(), Station.KIND, 0, 0), Buffer.KIND, 5, 3);
        study = study.changed("Buffer 1", e -> e.placed(e.placement().headedTo(90)));
        for (Arranging.Line line : List.of(Arranging.Line.WEST, Arranging.Line.EAST)) {
            Study aligned = Arranging.aligned(study, study.names(), line);
            int side = line == Arranging.Line.WEST ? -1 : 1;
            double[] edges = aligned.elements().stream().mapToDouble(e -> e.placement().xMetres() + side * Arranging.reach(e, true))
                    .toArray();
            assertEquals(edges[0], edges[1], 1e-3);
        }
        PlantElement buffer = study.find("Buffer 1").orElseThrow();
        assertEquals(buffer.footprint().widthMetres() / 2, Arranging.reach(buffer, true), 1e-9,
                "turned by 90 degrees it reaches east by half its width");
    }

    @Test
    void mirroringTwiceComesBackAndTakesBendsAlong() {
        Study study = Edits.linkedInOrder(placed(placed(Study.empty(), Station.KIND, 0, 0), Buffer.KIND, 10, 4),
                List.of("Station 1", "Buffer 1"));
        study = study.changed("Buffer 1", e -> e.placed(e.placement().headedTo(30)));
        Study bent = Edits.bent(study, study.links().getFirst(), 0, true, new Bend(3, 1));
        Study once = Arranging.mirrored(bent, bent.names(), true);
        assertEquals(List.of(new Bend(7, 1)), once.links().getFirst().bends());
        assertEquals(150, at(once, "Buffer 1").headingDegrees(), 1e-9);
        assertEquals(bent, Arranging.mirrored(once, once.names(), true));
        assertEquals(bent, Arranging.mirrored(Arranging.mirrored(bent, bent.names(), false), bent.names(), false));
        assertEquals(List.of(new Bend(5, 3)), Edits.moved(bent, bent.names(), 2, 2).links().getFirst().bends());
        assertEquals(List.of(), Edits.straightened(bent, bent.links().getFirst(), 0).links().getFirst().bends());
    }

    @Test
    void repeatingMakesRowsWithTheirLinks() {
        Study study = Edits.linkedInOrder(placed(placed(Study.empty(), Station.KIND, 0, 0), Buffer.KIND, 10, 0),
                List.of("Station 1", "Buffer 1"));
        Edits.Pasted repeated = Arranging.repeated(study, study.names(), 3, 2, 20, 5);
        assertEquals(12, repeated.study().elements().size());
        assertEquals(6, repeated.study().links().size());
        assertEquals(12, repeated.names().size());
        assertTrue(repeated.study().elements().stream().anyMatch(e -> e.placement().xMetres() == 40 && e.placement().yMetres() == 5));
        assertThrows(IllegalArgumentException.class, () -> Arranging.repeated(study, study.names(), 1000, 1000, 1, 1));
    }

    @Test
    void anotherKindKeepsPlaceLinksAndWhatBothHave() {
        Study study = Edits.linkedInOrder(
                placed(placed(placed(Study.empty(), GoodsIn.KIND, -9, 0), Station.KIND, 0, 0), GoodsOut.KIND, 20, 0),
                List.of("Goods in", "Station 1", "Goods out"));
        Study changed = Arranging.changedTo(study, Set.of("Station 1"), UnpackingStation.KIND);
        PlantElement now = changed.find("Station 1").orElseThrow();
        assertEquals("Unpacking station", now.kind());
        assertEquals(((Station) study.find("Station 1").orElseThrow()).work(), ((WorkEquipment) now).work());
        assertEquals(study.links(), changed.links());
        Study ended = Arranging.changedTo(study, Set.of("Station 1"), GoodsOut.KIND);
        assertEquals(List.of(link("Goods in", "Station 1")), ended.links(), "a goods out gives nothing on");
        assertEquals(study, Arranging.changedTo(study,
                study.names().stream().filter("Station 1"::equals).collect(Collectors.toSet()), Station.KIND));
    }

    @Test
    void middlesSnapToTheLinesOfOthersWithAGuide() {
        Study study = placed(Study.empty(), Station.KIND, 0.3, 0);
        PlantElement above = Edits.made(Station.KIND, study, Placement.at(0.4, 8.1));
        Snapping.Snap snap = Snapping.of(study, above, Set.of());
        assertEquals(Placement.at(0.3, 8), snap.at());
        assertEquals(List.of(new Snapping.Guide(0.3, 0, 0.3, 8)), snap.guides());
    }

    @Test
    void stripsFollowTheFlow() {
        Study study = placed(placed(placed(Study.empty(), GoodsOut.KIND, 0, 0), Station.KIND, 9, 9), GoodsIn.KIND, 30,
                30);
        Study linked = Edits.linkedInOrder(study, List.of("Goods in", "Station 1", "Goods out"));
        assertEquals(List.of(2, 1, 0), FlowOrder.of(UnfoldedStudy.of(linked)));
        assertEquals(List.of(2, 0, 1), FlowOrder.of(UnfoldedStudy.of(study)), "what no goods in leads to comes last");
    }

    private static List<String> stops(Study study, String name) {
        return study.find(name).orElseThrow().basics().duty().stops().stream().map(StopPoint::port).toList();
    }

    private static Study stopsAt(Study study, String name, String... ports) {
        List<StopPoint> stops = Stream.of(ports).map(port -> new StopPoint(port, 1, 2)).toList();
        return study.changed(name, e -> e.with(e.basics().withDuty(e.basics().duty().withStops(stops))));
    }

    @Test
    void aStopGoesByTheNewNameOfItsPortAndGoesWithIt() {
        Study belt = placed(Study.empty(), Conveyor.KIND, 0, 0);
        Fitting side = new Fitting.Divert("Side", Quantity.metres(1), Fitting.Side.LEFT, Routing.PREFERENCE);
        belt = stopsAt(belt.changed("Conveyor 1", e -> ((Conveyor) e).withFittings(List.of(side))), "Conveyor 1", "Side", "in");
        Study renamed = Edits.renamedFitting(belt, (Conveyor) belt.find("Conveyor 1").orElseThrow(), side, "Exit");
        assertEquals(List.of("Exit", "in"), stops(renamed, "Conveyor 1"));
        Study racks = placed(Study.empty(), Rack.KIND, 0, 0).changed("Rack 1",
                e -> ((Rack) e).withMoreInfeeds(List.of(((Rack) e).infeed(), ((Rack) e).infeed(), ((Rack) e).infeed())));
        Rack rack = (Rack) racks.find("Rack 1").orElseThrow();
        Study told = stopsAt(racks, "Rack 1", rack.portOf(true, 0), rack.portOf(true, 2), rack.portOf(true, 3), rack.portOf(false, 0));
        assertEquals(List.of(rack.portOf(true, 0), rack.portOf(true, 2), rack.portOf(false, 0)),
                stops(Edits.withoutPoint(told, rack, true, 2), "Rack 1"));
    }
}
