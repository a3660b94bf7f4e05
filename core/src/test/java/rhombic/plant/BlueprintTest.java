package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.plant.blueprint.Blueprint;
import rhombic.quantity.Unit;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Station;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Work;
import rhombic.validation.Lines;

class BlueprintTest {
    private final Station drill = new Station(Basics.of("Drill", Lines.SOMEWHERE),
            Work.of(2, 3, new TimeSource.ByFormula("exponential(table('Times', piece.type)) + piece.visits", Unit.SECOND)),
            Work.Load.SINGLE, null);
    private final Study study = new Lines().types(Runs.type("Piece", "visits", 0))
            .tables(new Table("Times", List.of("type"), List.of(new Table.Row(List.of("Piece"), "30")), "", ""))
            .rules(new Rule("Count", RuleText.when("a piece enters Drill"), "uniform(0, 1) < 0.3",
                    List.of(RuleText.action("set visits to piece.visits + 5"))))
            .chain(onDemand("In"), drill, goodsOut("Out")).study(4, 0, 1);

    private RunFigures run(Plant plant) {
        assertTrue(plant.advance(study.plan().length().nanos(), () -> false));
        return plant.figures();
    }

    @Test
    void plantsOfOneBlueprintAreWhatEachWouldBeAlone() {
        Blueprint blueprint = Blueprint.of(study);
        for (int replication = 1; replication <= 3; replication++) {
            assertEquals(run(Plant.build(study, replication, null)), run(Plant.build(blueprint, replication, null)));
        }
        assertNotEquals(run(Plant.build(blueprint, 1, null)).equipment(), run(Plant.build(blueprint, 2, null)).equipment());
    }

    @Test
    void manyThreadsBuildFromIt() {
        Blueprint blueprint = Blueprint.of(study);
        List<RunFigures> together = IntStream.rangeClosed(1, 40).parallel().mapToObj(r -> run(Plant.build(blueprint, r, null))).toList();
        Blueprint other = Blueprint.of(study);
        assertEquals(IntStream.rangeClosed(1, 40).mapToObj(r -> run(Plant.build(other, r, null))).toList(), together);
    }

    @Test
    void itReadsEachFormulaOnce() {
        Blueprint blueprint = Blueprint.of(study);
        assertSame(blueprint.formula("1 + piece.visits"), blueprint.formula("1 + piece.visits"));
    }

    @Test
    void whatIsBrokenStandsIdleInEveryPlantOfIt() {
        Station broken = new Station(Basics.of("Drill", Lines.SOMEWHERE),
                Work.of(1, 3, new TimeSource.ByFormula("piece.nothing * (", Unit.SECOND)), Work.Load.SINGLE, null);
        Blueprint blueprint = Blueprint.of(new Lines().chain(onDemand("In"), broken, goodsOut("Out")).study(1, 0, 1));
        assertTrue(blueprint.broken().contains("Drill"));
        RunFigures run = run(Plant.build(blueprint, 2, null));
        assertEquals(0, run.out());
        assertEquals(0, Runs.at(run, "Drill").in());
    }
}
