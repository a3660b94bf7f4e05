package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import rhombic.insight.EquipmentStory;
import rhombic.insight.PieceStory;
import rhombic.measure.RunFigures;
import rhombic.study.Link;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.kind.PlantElement;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.EquipmentState;
import rhombic.study.value.ShutTime;
import rhombic.trace.Moment;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Inlets that are shut and opened by hand, at times of the run; by hand calculation. */
class InletTest {
    private static final long SECOND = 1_000_000_000L;

    private static PlantElement shut(PlantElement element, String times) {
        return element.with(element.basics().withInletShut(ShutTime.parse(times)));
    }

    @Test
    void whatIsInsideGoesOnAndNothingMoreGoesIn() {
        // One piece each minute. Shut at 10 min 30 s: the eleventh is inside and is finished at 11 min.
        RunFigures run = Runs
                .of(new Lines().chain(onDemand("In"), shut(station("Oven", 1, 0, "60 s"), "630 s on"), goodsOut("Out")).study(1, 0, 1));
        assertEquals(11, run.out());
        assertEquals(660.0 / 3600, at(run, "Oven").share(EquipmentState.WORKING), 1e-12);
        assertEquals(2940.0 / 3600, at(run, "Oven").share(EquipmentState.STARVED), 1e-12);
    }

    @Test
    void itTakesAgainTheMomentItIsOpened() {
        // Shut from 10 to 20 min: ten pieces before, then forty more in the forty minutes that are left.
        RunFigures run = Runs.of(
                new Lines().chain(onDemand("In"), shut(station("Oven", 1, 0, "60 s"), "10 min to 20 min"), goodsOut("Out")).study(1, 0, 1));
        assertEquals(50, run.out());
        assertEquals(600.0 / 3600, at(run, "Oven").share(EquipmentState.STARVED), 1e-12);
    }

    @Test
    void aShutTimeThatBeginsAsAnotherEndsLetsNothingThrough() {
        RunFigures run = Runs.of(
                new Lines().chain(onDemand("In"), shut(station("Oven", 1, 0, "60 s"), "0 s to 10 min, 10 min to 20 min"), goodsOut("Out"))
                        .study(1, 0, 1));
        assertEquals(40, run.out());
        assertEquals(1200.0 / 3600, at(run, "Oven").share(EquipmentState.STARVED), 1e-12);
    }

    @Test
    void shutFromTheStartLetsNotEvenTheFirstIn() {
        RunFigures run = Runs.of(new Lines().chain(stock("In", "Piece", 3), shut(buffer("Store", 5), "0 s on")).study(1, 0, 1));
        assertEquals(0, at(run, "Store").in());
        assertEquals(3, at(run, "In").contentNow());
    }

    @Test
    void whatHasAnotherWayGoesThere() {
        // A is preferred and open from 30 min on; before, all goes to B.
        Lines lines = new Lines().chain(onDemand("In"), shut(station("A", 1, 0, "60 s"), "0 s to 30 min"), goodsOut("Out"))
                .chain(station("B", 1, 0, "60 s")).link(new Link("In", "B")).link(new Link("B", "Out"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(30, at(run, "A").out());
        assertEquals(60, at(run, "B").out());
    }

    @Test
    void aShutGoodsOutHoldsTheLine() {
        RunFigures run = Runs
                .of(new Lines().chain(onDemand("In"), station("Pack", 1, 0, "60 s"), shut(goodsOut("Dock"), "30 min on")).study(1, 0, 1));
        // The thirtieth is done at the very moment at which the dock is shut, which comes first at that instant.
        assertEquals(29, run.out());
        assertEquals(0.5, at(run, "Pack").share(EquipmentState.BLOCKED), 1e-12);
    }

    @Test
    void aRuleMayOpenWhatWasShutByHandAndWhatComesLastCounts() {
        Rule open = new Rule("Open", RuleText.when("it is 06:20"), "", List.of(RuleText.action("open Oven")));
        RunFigures run = Runs.of(new Lines().chain(onDemand("In"), shut(station("Oven", 1, 0, "60 s"), "10 min to 50 min"), goodsOut("Out"))
                .rules(open).study(1, 0, 1));
        assertEquals(50, run.out());
        Rule shutBefore = new Rule("Shut", RuleText.when("it is 06:05"), "", List.of(RuleText.action("shut Oven")));
        RunFigures second = Runs
                .of(new Lines().chain(onDemand("In"), shut(station("Oven", 1, 0, "60 s"), "10 min to 50 min"), goodsOut("Out"))
                        .rules(shutBefore).study(1, 0, 1));
        assertEquals(15, second.out(), "five, and ten after it was opened by hand");
    }

    @Test
    void theTraceAndTheSentencesTellIt() {
        Study study = new Lines().chain(stock("In", "Piece", 2), station("Make", 1, 0, "10 s"),
                shut(station("Check", 1, 0, "10 s"), "5 s to 60 s"), goodsOut("Out")).study(1, 0, 1);
        Trace trace = Runs.traceOf(study);
        Moment moment = trace.at(30 * SECOND);
        assertTrue(moment.isShut(2));
        assertEquals("Has been starved for 30 s: nothing comes from Make. Its inlet is shut.",
                new EquipmentStory(UnfoldedStudy.of(study)).doing(2, moment));
        assertEquals("Is done at Make and has waited 20 s for room at Check (its inlet is shut).",
                new PieceStory(UnfoldedStudy.of(study), trace).doing(moment.piece(0).orElseThrow(), moment));
        assertFalse(trace.at(60 * SECOND).isShut(2));
        assertFalse(trace.at(4 * SECOND).isShut(2));
        assertEquals(70, trace.at(70 * SECOND).timeNanos() / SECOND);
    }

    @Test
    void theWarmUpForgetsTheFiguresButNotThatItIsShut() {
        RunFigures run = Runs.of(
                new Lines().chain(onDemand("In"), shut(station("Oven", 1, 0, "60 s"), "30 min to 90 min"), goodsOut("Out")).study(2, 1, 1));
        assertEquals(30, run.out());
        assertEquals(Map.of(EquipmentState.WORKING, 0.5, EquipmentState.STARVED, 0.5, EquipmentState.BLOCKED, 0.0),
                at(run, "Oven").shares());
    }
}
