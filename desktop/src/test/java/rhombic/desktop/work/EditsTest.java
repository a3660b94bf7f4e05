package rhombic.desktop.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.kind.Equipment;
import rhombic.study.value.Placement;

class EditsTest {
    private static Study placed(Study study, Edits.Kind kind, double x, double y) {
        return Edits.placed(study, Edits.made(kind, study, Placement.at(x, y)));
    }

    private static Placement at(Study study, String name) {
        return study.find(name).orElseThrow().placement();
    }

    @Test
    void newThingsGetFreeNames() {
        Study study = placed(placed(placed(Study.empty(), Edits.Kind.STATION, 0, 0), Edits.Kind.STATION, 9, 9), Edits.Kind.GOODS_IN, 20, 20);
        assertEquals(Set.of("Station 1", "Station 2", "Goods in"), study.names());
    }

    @Test
    void whatIsDroppedEndToEndIsLinkedInTheDirectionOfTheFlow() {
        Study study = placed(placed(Study.empty(), Edits.Kind.STATION, 0, 0), Edits.Kind.STATION, 2, 0);
        assertEquals(List.of(new Link("Station 1", "Station 2")), study.links());
        Study apart = placed(placed(Study.empty(), Edits.Kind.STATION, 0, 0), Edits.Kind.STATION, 3, 0);
        assertEquals(List.of(), apart.links());
        assertEquals(List.of(new Link("Station 2", "Station 1")), Edits.moved(apart, Set.of("Station 2"), -5, 0).links());
    }

    @Test
    void aThingSnapsToANeighboursEndElseToTheGrid() {
        Study study = placed(Study.empty(), Edits.Kind.STATION, 0.25, 0);
        Equipment near = Edits.made(Edits.Kind.STATION, study, Placement.at(2.6, 0.3));
        assertEquals(Placement.at(2.25, 0), Edits.snapped(study, near, Set.of()));
        Equipment far = Edits.made(Edits.Kind.STATION, study, Placement.at(7.6, 3.3));
        assertEquals(Placement.at(7.5, 3.5), Edits.snapped(study, far, Set.of()));
    }

    @Test
    void turningFourTimesComesBack() {
        Study study = placed(placed(Study.empty(), Edits.Kind.STATION, 1, 2), Edits.Kind.BUFFER, 7, -3);
        Study turned = study;
        for (int i = 0; i < 4; i++) {
            turned = Edits.turned(turned, study.names(), 90);
        }
        assertEquals(study, turned);
        assertEquals(90, at(Edits.turned(study, study.names(), 90), "Station 1").turnedDegrees());
    }

    @Test
    void pastingKeepsLinksInsideTheGroupAndRenames() {
        Study study = Edits.linkedInOrder(placed(placed(placed(Study.empty(), Edits.Kind.GOODS_IN, 0, 0), Edits.Kind.STATION, 9, 0), Edits.Kind.GOODS_OUT, 20, 0),
                List.of("Goods in", "Station 1", "Goods out"));
        Edits.Pasted pasted = Edits.pasted(study, Edits.copied(study, Set.of("Goods in", "Station 1")), 0, -4);
        assertEquals(Set.of("Goods in 2", "Station 2"), pasted.names());
        assertTrue(pasted.study().links().contains(new Link("Goods in 2", "Station 2")));
        assertEquals(3, pasted.study().links().size(), "the link to what was not copied is not copied");
        assertEquals(-4, at(pasted.study(), "Station 2").yMetres());
    }

    @Test
    void aSweepLinksEachToTheNextAndPassesOverWhatCannotBe() {
        Study study = placed(placed(placed(Study.empty(), Edits.Kind.STATION, 0, 0), Edits.Kind.GOODS_OUT, 9, 0), Edits.Kind.STATION, 20, 0);
        Study linked = Edits.linkedInOrder(study, List.of("Station 1", "Goods out", "Station 2"));
        assertEquals(List.of(new Link("Station 1", "Goods out")), linked.links());
        assertEquals(linked, Edits.linkedInOrder(linked, List.of("Station 1", "Goods out")));
    }

    @Test
    void preferenceIsTheOrderOfLinks() {
        Study study = placed(placed(placed(Study.empty(), Edits.Kind.STATION, 0, 0), Edits.Kind.GOODS_OUT, 9, 0), Edits.Kind.BUFFER, 20, 0);
        Study linked = study.linked("Station 1", "Goods out").linked("Station 1", "Buffer 1");
        assertEquals("Buffer 1", Edits.preferred(linked, "Station 1", "Buffer 1").linksFrom("Station 1").getFirst().to());
        assertEquals(List.of("Buffer 1"), Edits.unlinked(linked, "Station 1", "Goods out").linksFrom("Station 1").stream().map(Link::to).toList());
    }

    @Test
    void aligningAndSpreadingSetRowsInOrder() {
        Study study = placed(placed(placed(Study.empty(), Edits.Kind.STATION, 0, 0), Edits.Kind.STATION, 5, 3), Edits.Kind.STATION, 20, 6);
        Study row = Edits.spread(Edits.aligned(study, study.names(), true), study.names(), true);
        assertEquals(Placement.at(0, 3), at(row, "Station 1"));
        assertEquals(Placement.at(10, 3), at(row, "Station 2"));
        assertEquals(Placement.at(20, 3), at(row, "Station 3"));
    }

    @Test
    void stripsFollowTheFlow() {
        Study study = placed(placed(placed(Study.empty(), Edits.Kind.GOODS_OUT, 0, 0), Edits.Kind.STATION, 9, 9), Edits.Kind.GOODS_IN, 30, 30);
        Study linked = Edits.linkedInOrder(study, List.of("Goods in", "Station 1", "Goods out"));
        assertEquals(List.of(2, 1, 0), FlowOrder.of(linked));
        assertEquals(List.of(2, 0, 1), FlowOrder.of(study), "what no goods in leads to comes last");
    }
}
