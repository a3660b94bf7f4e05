package rhombic.study;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.space.Path;
import rhombic.space.Pose;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.validation.Lines;

/** Where links are drawn. */
class LayoutTest {
    private static final Study THERE_AND_BACK = new Lines().chain(at(0, "A")).chain(at(10, "B")).link("A", "B").link("B", "A").study(1, 0,
            1);

    private static PlantElement at(double x, String name) {
        PlantElement station = Lines.station(name, 1, 0, "60 s");
        return station.with(station.basics().placed(Placement.at(x, 0)));
    }

    private static Link link(Study study, String from) {
        return study.linksFrom(from).getFirst();
    }

    /** How far to the right of the straight line between its ends the middle of it is drawn. */
    private static double besides(Study study, String from) {
        Path drawn = Layout.drawn(study, link(study, from));
        Pose start = drawn.at(0);
        Pose end = drawn.at(drawn.metres());
        Pose middle = drawn.at(drawn.metres() / 2);
        double dx = end.x() - start.x();
        double dy = end.y() - start.y();
        return ((middle.x() - start.x()) * dy - (middle.y() - start.y()) * dx) / Math.hypot(dx, dy);
    }

    @Test
    void linksThereAndBackAreDrawnApart() {
        assertEquals(0.3, besides(THERE_AND_BACK, "A"), 1e-9);
        assertEquals(0.3, besides(THERE_AND_BACK, "B"), 1e-9);
    }

    @Test
    void aLinkWithoutOneBackIsDrawnAsItIs() {
        Study there = THERE_AND_BACK.withLinks(THERE_AND_BACK.linksFrom("A"));
        assertEquals(0, besides(there, "A"), 1e-9);
    }

    @Test
    void whereTravelTakesTimeWhatIsDrawnIsWhatIsSimulated() {
        Link slow = link(THERE_AND_BACK, "B").withTravel(new Travel.AtSpeed(new Quantity(1, Unit.METRE_PER_SECOND), 0));
        Study study = THERE_AND_BACK.withLinks(List.of(link(THERE_AND_BACK, "A"), slow));
        assertEquals(0, besides(study, "A"), 1e-9);
        assertEquals(0, besides(study, "B"), 1e-9);
    }
}
