package rhombic.study.check;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import rhombic.chance.DistributionText;
import rhombic.study.Study;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;

/** Two in one place are told, and one of them is moved by one click. */
class PlaceCheckTest {
    private static Station at(String name, double x, double y, double heading) {
        return new Station(name, new Placement(x, y, heading), 1, 1, Optional.of(DistributionText.parse("60 s")));
    }

    @Test
    void whatStandsInAnothersPlaceIsToldAndMovedAside() {
        Study study = Study.empty().with(List.of(at("A", 0, 0, 0), at("B", 0.3, 0, 30), at("C", 2.05, 0, 0)), List.of());
        List<Problem> problems = PlaceCheck.of(study);
        assertEquals(1, problems.size(), problems::toString);
        assertEquals("B: It stands where A stands. Move it aside.", problems.getFirst().toString());
        Study repaired = problems.getFirst().fixes().getFirst().changes().applyTo(study);
        assertEquals(List.of(), PlaceCheck.of(repaired));
        assertTrue(Math.hypot(repaired.find("B").orElseThrow().placement().xMetres() - 0.3,
                repaired.find("B").orElseThrow().placement().yMetres()) < 4, "no farther than needed");
    }

    @Test
    void whatStandsAboveOrOnlyTouchesIsNot() {
        Study study = Study.empty().with(List.of(at("A", 0, 0, 0), at("Beside", 2, 0, 0),
                at("Above", 0, 0, 0).with(at("Above", 0, 0, 0).basics().placed(new Placement(0, 0, 3, 0)))), List.of());
        assertEquals(List.of(), PlaceCheck.of(study));
    }

    @Test
    void thousandsAreLookedAtAtOnce() {
        Study study = Study.empty().with(IntStream.range(0, 5000)
                .mapToObj(i -> at("S" + i, i % 100 * 4, i / 100 * 4, 0)).toList(), List.of());
        assertEquals(List.of(), PlaceCheck.of(study));
    }
}
