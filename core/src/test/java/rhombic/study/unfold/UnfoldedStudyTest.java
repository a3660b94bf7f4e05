package rhombic.study.unfold;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.chance.DistributionText;
import rhombic.measure.RunFigures;
import rhombic.plant.Plant;
import rhombic.plant.blueprint.Blueprint;
import rhombic.study.Link;
import rhombic.study.RunPlan;
import rhombic.study.Study;
import rhombic.study.change.Address;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Crew;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.Kind;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.PieceType;
import rhombic.testplants.RandomStudies;

/** Numbers, paths and the way back. Cells can't be placed yet, so they are nested by hand here. */
class UnfoldedStudyTest {
    private static final String OUTER = "Cell A";
    private static final String INNER = "Cell A/Press 2";
    private static final Station OWN = new Station("Drill", Placement.at(5, 0), 1, 2,
            Optional.of(DistributionText.parse("exponential(60 s)")));
    private static final Crew CREW = Crew.usual(Basics.of("Crew 1", Placement.at(0, 5))).withPeople(2);
    private static final Crew OTHERS = Crew.usual(Basics.of("Crew 2", Placement.at(0, 9))).withPeople(3);

    private static PlantElement fresh(Kind<?> kind, String name) {
        return kind.placed(Set.of(), List.of(PieceType.usual("Piece")), Placement.at(0, 0)).named(name);
    }

    /** The same station in two cells, one within the other, between a goods in and a goods out that lie in none. */
    private static UnfoldedStudy nested() {
        List<Expanded> all = List.of(Expanded.plain(fresh(GoodsIn.KIND, "In")), Expanded.plain(CREW), Expanded.in(OUTER, OWN),
                Expanded.in(INNER, OWN), Expanded.plain(OTHERS), Expanded.plain(fresh(GoodsOut.KIND, "Out")));
        List<Link> links = List.of(new Link("In", OUTER + "/Drill"), new Link(OUTER + "/Drill", INNER + "/Drill"),
                new Link(INNER + "/Drill", "Out"), new Link("In", INNER + "/Drill"));
        List<Link> withIds = new ArrayList<>();
        links.forEach(link -> withIds.add(link.withId("link " + withIds.size())));
        Study folded = new Study("Nested", RunPlan.ONE_SHIFT, List.of(PieceType.usual("Piece")), List.of(), List.of());
        return new UnfoldedStudy(folded, all, withIds, List.of());
    }

    @Test
    void everyElementHasAPathAndANumber() {
        UnfoldedStudy study = nested();
        assertEquals(List.of("In", "Crew 1", "Cell A/Drill", "Cell A/Press 2/Drill", "Crew 2", "Out"),
                study.elements().stream().map(PlantElement::name).toList());
        IntStream.range(0, study.size()).forEach(i -> assertEquals(i, study.number(study.element(i).name())));
        assertEquals("Cell A/Press 2/Drill", study.element(3).id(), "it draws apart from its like in the other cell");
        assertEquals(OptionalInt.empty(), study.find("Drill"), "that is its name in the pattern alone");
        assertThrows(IllegalArgumentException.class, () -> study.number("Drill"));
    }

    @Test
    void fromEachElementAWayLeadsBackToWhereItIsEdited() {
        UnfoldedStudy study = nested();
        assertEquals(new Address("", "Goods in", "supply"), study.address(0, "supply"));
        assertEquals(new Address(OUTER, "Drill", "places"), study.address(2, "places"));
        assertEquals(new Address(INNER, "Drill", "places"), study.address(3, "places"));
        for (int i = 0; i < study.size(); i++) {
            assertEquals(OptionalInt.of(i), study.element(study.address(i, "position")));
        }
        assertEquals(OptionalInt.empty(), study.element(new Address("Cell B", "Drill", "places")));
    }

    @Test
    void linksAndPeopleAreNumberedWithTheirEnds() {
        UnfoldedStudy study = nested();
        assertArrayEquals(new int[] {0, 3}, study.linksFrom(0), "in its order of preference");
        assertArrayEquals(new int[] {1, 3}, study.linksTo(3));
        assertArrayEquals(new int[0], study.linksTo(0));
        assertEquals(2, study.from(1));
        assertEquals(3, study.to(1));
        assertEquals(List.of(1, 1, 4, 4, 4), study.members().stream().map(UnfoldedStudy.Member::group).toList());
        assertEquals("Crew 2 3", study.members().getLast().person().name());
        study.linksFrom(0)[0] = 99;
        assertEquals(0, study.linksFrom(0)[0], "nobody can change it");
    }

    /** What is wrong in a cell is told of the element there, by its path, and only that one stands idle. */
    @Test
    void whatIsNestedIsCheckedUnderItsPaths() {
        Station broken = new Station("Drill", Placement.at(5, 0), 1, 2, Optional.empty());
        List<Expanded> all = List.of(Expanded.plain(fresh(GoodsIn.KIND, "In")), Expanded.in(OUTER, OWN), Expanded.in(INNER, broken),
                Expanded.plain(fresh(GoodsOut.KIND, "Out")));
        List<Link> links = List.of(new Link("In", OUTER + "/Drill").withId("1"), new Link(OUTER + "/Drill", "Out").withId("2"),
                new Link("In", INNER + "/Drill").withId("3"), new Link(INNER + "/Drill", "Out").withId("4"));
        UnfoldedStudy nested = new UnfoldedStudy(
                new Study("Nested", RunPlan.ONE_SHIFT, List.of(PieceType.usual("Piece")), List.of(), List.of()), all, links, List.of());
        Blueprint blueprint = Blueprint.of(nested);
        assertEquals(Set.of(INNER + "/Drill"), blueprint.broken());
        RunFigures run = run(blueprint);
        assertEquals(0, run.equipment().get(2).out());
        assertTrue(run.equipment().get(1).out() > 0);
        assertEquals(nested.elements(), nested.flat().elements());
    }

    /** A plant knows paths and numbers only: what is nested by hand runs as if it stood on the floor under these names. */
    @Test
    void whatIsNestedRunsAsIfItStoodOnTheFloorUnderItsPaths() {
        UnfoldedStudy nested = nested();
        Study flat = new Study("Flat", RunPlan.ONE_SHIFT, nested.study().pieceTypes(), nested.elements(), nested.links());
        RunFigures ofNested = run(Blueprint.of(nested));
        assertEquals(run(Blueprint.of(flat)), ofNested);
        assertEquals(List.of("In", "Crew 1", "Cell A/Drill", "Cell A/Press 2/Drill", "Crew 2", "Out"),
                ofNested.equipment().stream().map(figures -> figures.name()).toList());
    }

    private static RunFigures run(Blueprint blueprint) {
        Plant plant = Plant.build(blueprint, 1, null);
        plant.advance(blueprint.study().plan().length().nanos(), () -> false);
        return plant.figures();
    }

    /** Without cells it holds what the study holds, in its order. */
    @ParameterizedTest
    @ValueSource(longs = {3, 4, 5, 6, 7})
    void aStudyWithoutCellsIsItself(long seed) {
        Study study = RandomStudies.of(seed);
        UnfoldedStudy unfolded = UnfoldedStudy.of(study);
        assertEquals(study.elements(), unfolded.elements());
        assertEquals(study.links(), unfolded.links());
        for (int link = 0; link < study.links().size(); link++) {
            assertEquals(study.links().get(link).from(), unfolded.element(unfolded.from(link)).name());
            assertEquals(study.links().get(link).to(), unfolded.element(unfolded.to(link)).name());
        }
        for (int i = 0; i < study.elements().size(); i++) {
            assertEquals(study.linksFrom(study.elements().get(i).name()),
                    IntStream.of(unfolded.linksFrom(i)).mapToObj(unfolded::link).toList());
            PlantElement element = study.elements().get(i);
            assertEquals(Optional.of(element.placement()), unfolded.address(i, "position").value(study));
        }
    }
}
