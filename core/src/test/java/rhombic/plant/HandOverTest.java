package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;

import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RunFigures;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.value.EquipmentState;
import rhombic.study.work.Supply;
import rhombic.validation.Lines;

/** Deterministic plants whose figures can be worked out by hand. */
class HandOverTest {
    private static RunFigures run(Study study) {
        Plant plant = Plant.build(study, 1, null);
        assertTrue(plant.advance(study.plan().length().nanos(), () -> false));
        return plant.figures();
    }

    private static EquipmentFigures of(RunFigures run, String name) {
        return run.equipment().stream().filter(e -> e.name().equals(name)).findFirst().orElseThrow();
    }

    private static GoodsIn batch(String name, int pieces, String at) {
        return new GoodsIn(name, Lines.SOMEWHERE, "Piece",
                Optional.of(new Supply.Spaced(Lines.time("0 s"), pieces, Optional.of(Quantity.parse(at, Dimension.TIME)))),
                GoodsIn.WhenFull.WAIT, OptionalInt.of(pieces));
    }

    @Test
    void aDonePieceBlocksItsStationUntilThereIsRoom() {
        // Cycle 100 s set by the slow one: the fast one works 60 s and is blocked 40 s of each.
        RunFigures run = run(
                new Lines().chain(onDemand("In"), station("Fast", 1, 0, "60 s"), station("Slow", 1, 0, "100 s"), goodsOut("Out"))
                        .study(1, 0.5, 1));
        assertEquals(18, run.out());
        assertEquals(0.6, of(run, "Fast").share(EquipmentState.WORKING), 1e-12);
        assertEquals(0.4, of(run, "Fast").share(EquipmentState.BLOCKED), 1e-12);
        assertEquals(1, of(run, "Slow").share(EquipmentState.WORKING), 1e-12);
        assertEquals(200, run.lead().mean(), 1e-9);
        assertEquals(160, run.types().getFirst().workMean(), 1e-9);
        assertEquals(40, run.types().getFirst().blockedMean(), 1e-9);
        assertEquals(0, run.types().getFirst().waitMean(), 1e-9);
    }

    @Test
    void eachPlaceCountsByItself() {
        // Three pieces at once for two places of 60 s within 120 s: place-seconds worked 180 of 240.
        RunFigures run = run(
                new Lines().chain(batch("In", 3, "0 s"), station("S", 2, 1, "60 s"), goodsOut("Out")).study(120 / 3600.0, 0, 1));
        assertEquals(0.75, of(run, "S").share(EquipmentState.WORKING), 1e-12);
        assertEquals(3, run.out());
        assertEquals(3, of(run, "S").contentMax());
        assertEquals(80, run.lead().mean(), 1e-9);
    }

    @Test
    void withoutInputRoomThePieceWaitsWhereItComesFrom() {
        RunFigures run = run(new Lines().chain(batch("In", 3, "0 s"), buffer("B", 5), station("S", 1, 0, "60 s"), goodsOut("Out"))
                .study(90 / 3600.0, 0, 1));
        assertEquals(1, of(run, "S").contentMax());
        assertEquals(1, of(run, "B").contentNow());
        assertEquals(1, of(run, "S").contentNow());
        assertEquals(1, run.out());
    }

    @Test
    void preferenceTakesTheFirstThatHasRoom() {
        RunFigures run = run(new Lines().chain(batch("In", 5, "0 s")).chain(buffer("First", 2)).chain(buffer("Second", 2))
                .link("In", "First").link("In", "Second").study(1, 0, 1));
        assertEquals(2, of(run, "First").contentNow());
        assertEquals(2, of(run, "Second").contentNow());
        assertEquals(1, of(run, "In").contentNow());
    }

    @Test
    void theOneWhoHasWaitedLongestIsServedFirst() {
        // A is blocked from 10 s, B from 20 s; the slow one gets free at 100 s and every 100 s after.
        Study study = new Lines()
                .chain(batch("Zero", 1, "0 s"), station("Slow", 1, 0, "100 s"), goodsOut("Out"))
                .chain(batch("InA", 1, "0 s"), station("A", 1, 0, "10 s")).link("A", "Slow")
                .chain(batch("InB", 1, "0 s"), station("B", 1, 0, "20 s")).link("B", "Slow")
                .study(150 / 3600.0, 0, 1);
        RunFigures run = run(study);
        assertEquals(0, of(run, "A").contentNow());
        assertEquals(1, of(run, "B").contentNow());
        assertEquals(90.0 / 150, of(run, "A").share(EquipmentState.BLOCKED), 1e-12);
    }

    @Test
    void newestFirstTurnsTheOrderRound() {
        Buffer stack = new Buffer("Stack", Lines.SOMEWHERE, OptionalInt.empty(), Buffer.Order.NEWEST_FIRST);
        // Pieces at 0, 10, 20 s; the station takes the first at once, then the newest (20 s) before the one of 10 s.
        GoodsIn in = new GoodsIn("In", Lines.SOMEWHERE, "Piece",
                Optional.of(new Supply.Spaced(Lines.time("10 s"), 1, Optional.of(Quantity.seconds(0)))),
                GoodsIn.WhenFull.WAIT, OptionalInt.of(3));
        RunFigures newest = run(new Lines().chain(in, stack, station("S", 1, 0, "100 s"), goodsOut("Out")).study(1, 0, 1));
        RunFigures oldest = run(new Lines().chain(in, buffer("Stack", -1), station("S", 1, 0, "100 s"), goodsOut("Out")).study(1, 0, 1));
        assertEquals(300 - 10, newest.lead().max(), 1e-9);
        assertEquals(300 - 20, oldest.lead().max(), 1e-9);
    }

    @Test
    void sharesAreMetAndAPieceWaitsForItsOwnWay() {
        RunFigures run = run(new Lines().chain(arrivals("In", "1 s", 1)).chain(goodsOut("A")).chain(goodsOut("B"))
                .link("In", "A", 30).link("In", "B", 70).study(100, 0, 1));
        double share = (double) of(run, "A").in() / run.out();
        assertEquals(0.3, share, 4 * Math.sqrt(0.3 * 0.7 / run.out()));
    }

    @Test
    void whatIsTurnedAwayIsCountedAndNotIn() {
        GoodsIn in = arrivals("In", "10 s", 1).withWhenFull(GoodsIn.WhenFull.REJECT);
        RunFigures run = run(new Lines().chain(in, station("S", 1, 0, "25 s"), goodsOut("Out")).study(0.5, 0, 1));
        // One of three is taken: at 10 s, 40 s, 70 s, …
        assertEquals(60, run.in());
        assertEquals(120, run.rejected());
    }

    @Test
    void theWarmUpIsCutExactly() {
        RunFigures run = run(new Lines().chain(arrivals("In", "60 s", 1), station("S", 1, 5, "30 s"), goodsOut("Out")).study(2, 1, 1));
        assertEquals(60, run.in());
        assertEquals(60, run.out());
        assertEquals(1, run.hours(), 1e-12);
        assertEquals(0.5, of(run, "S").share(EquipmentState.WORKING), 1e-12);
        assertEquals(run.insideAtStart() + run.in() - run.out(), run.inside());
    }

    @Test
    void equipmentWithErrorsStandsIdleAndTheRestRuns() {
        Station unset = new Station("Unset", Lines.SOMEWHERE, 1, 0, Optional.empty());
        RunFigures run = run(new Lines().chain(arrivals("In", "60 s", 1), buffer("B", -1)).chain(unset).chain(goodsOut("Out"))
                .link("B", "Unset").link("B", "Out").study(1, 0, 1));
        assertEquals(60, run.out());
        assertEquals(0, of(run, "Unset").in());
    }

    @Test
    void anEndlessInstantIsFoundAndNamed() {
        // Left by chance, so the check lets it pass; but the way out is shut by a station without end.
        Study study = new Lines().chain(batch("In", 2, "0 s"), buffer("A", 5), buffer("B", 5)).chain(station("Shut", 1, 0, "1000 h"))
                .link("B", "A", 100).link("B", "Shut", 0.0000001).study(1, 0, 1);
        Plant plant = Plant.build(study, 1, null);
        RunTroubleException found = assertThrows(RunTroubleException.class,
                () -> plant.advance(study.plan().length().nanos(), () -> false));
        assertTrue(found.getMessage().contains("A") && found.getMessage().contains("B"), found.getMessage());
    }

    /** Found by torture: a buffer that gives in any order and takes back what it gives offered it again without end. */
    @Test
    void aBufferThatTakesBackAtOnceWhatItGivesIsNamed() {
        Study study = new Lines().chain(batch("In", 1, "0 s"), buffer("A", 5).withOrder(Buffer.Order.ANY))
                .chain(station("Shut", 1, 0, "1000 h")).link("A", "A", 100).link("A", "Shut", 0.0000001).study(1, 0, 1);
        Plant plant = Plant.build(study, 1, null);
        RunTroubleException found = assertThrows(RunTroubleException.class,
                () -> plant.advance(study.plan().length().nanos(), () -> false));
        assertTrue(found.getMessage().contains("A"), found.getMessage());
    }

    @Test
    void twentyThousandBuffersInARowDoNotDeepenTheStack() {
        PlantElement[] chain = new PlantElement[20_002];
        chain[0] = arrivals("In", "60 s", 1);
        for (int i = 1; i <= 20_000; i++) {
            chain[i] = buffer("B" + i, 1);
        }
        chain[20_001] = goodsOut("Out");
        assertEquals(60, run(new Lines().chain(chain).study(1, 0, 1)).out());
    }

    @Test
    void aCancelledRunStopsWhereItIs() {
        Study study = new Lines().chain(arrivals("In", "1 ms", 1), station("S", 1, 0, "0.5 ms"), goodsOut("Out")).study(1, 0, 1);
        Plant plant = Plant.build(study, 1, null);
        assertEquals(false, plant.advance(study.plan().length().nanos(), () -> true));
        assertTrue(plant.now() < study.plan().length().nanos());
    }
}
