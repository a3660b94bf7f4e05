package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.measure.PersonFigures;
import rhombic.measure.RackFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.place.Placement;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.RackRows;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.value.PersonState;
import rhombic.validation.Lines;

/** Racks with a crane: cycle times as theory has them, and cases worked out by hand. */
class RacksTest {
    private static Quantity metres(String text) {
        return Quantity.parse(text, Dimension.LENGTH);
    }

    /** 40 bays of 1.5 m, 10 levels of 1.2 m, on one side; the reference point of a slot is its middle, and that of the infeed the lower corner. */
    private static Rack face() {
        return Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0)))
                .withLayout(l -> l.withRows(RackRows.ONE_SIDE).withBays(40).withBayPitch(metres("1.5 m"))
                        .withLevels(LevelHeights.of(10, metres("1.2 m"))).withFirstLevel(metres("0.6 m")))
                .withInfeed(Rack.KIND.blank(Basics.of("R", Placement.at(0, 0))).infeed().withOffset(0).withHeight(0))
                .withOutfeed(Rack.KIND.blank(Basics.of("R", Placement.at(0, 0))).outfeed().withOffset(0).withHeight(0));
    }

    private static StackerCrane crane(UnaryOperator<CraneCycles> cycles) {
        return StackerCrane.KIND.blank(Basics.of("Crane", Placement.at(5, 20))).withRack("Rack")
                .withDriving(d -> d.withTravelSpeed(Quantity.parse("2 m/s", Dimension.SPEED))
                        .withLiftSpeed(Quantity.parse("0.5 m/s", Dimension.SPEED)).withTravelAcceleration(Optional.empty())
                        .withLiftAcceleration(Optional.empty()))
                .withCycles(c -> cycles.apply(c.withForkTime(time("0 s"))));
    }

    private static Quantity acceleration(double value) {
        return Quantity.parse(value + " m/s²", Dimension.ACCELERATION);
    }

    private static double seconds(RunFigures run, double hours, PersonState... states) {
        PersonFigures crane = run.crews().getFirst().people().getFirst();
        double sum = 0;
        for (PersonState state : states) {
            sum += crane.share(state);
        }
        return sum * hours * 3600;
    }

    /** Each slot is filled once, so all cycles together take exactly as long as the mean says. */
    @ParameterizedTest
    @CsvSource({"0, 0, 36.3825", "0.5, 0.3, 42.6755"})
    void aSingleCycleTakesOnAverageWhatTheSumOverAllSlotsSays(double along, double up, double exact) {
        StackerCrane crane = crane(c -> c.withRule(CraneCycles.Cycle.SINGLE).withDwell(CraneCycles.Dwell.INFEED));
        StackerCrane moving = along == 0
                ? crane
                : crane.withDriving(d -> d.withTravelAcceleration(Optional.of(acceleration(along)))
                        .withLiftAcceleration(Optional.of(acceleration(up))));
        GoodsIn in = onDemand("In").withMaxPieces(OptionalInt.of(400));
        RunFigures run = Runs.of(new Lines().chain(in, face()).chain(moving).study(6, 0, 1));
        assertEquals(400 * exact, seconds(run, 6, PersonState.CARRYING, PersonState.WALKING), 400 * 0.00005);
        assertEquals(400, run.racks().getFirst().stored());
        assertEquals(400, run.racks().getFirst().singleCycles());
    }

    /** Half full, at random, always both to store and to fetch: two slots that are never the same. */
    @ParameterizedTest
    @CsvSource({"0, 0, 49.0763", "0.5, 0.3, 58.4757"})
    void aDoubleCycleTakesOnAverageWhatTheSumOverAllPairsSays(double along, double up, double exact) {
        StackerCrane crane = crane(c -> c.withRule(CraneCycles.Cycle.DOUBLE));
        StackerCrane moving = along == 0
                ? crane
                : crane.withDriving(d -> d.withTravelAcceleration(Optional.of(acceleration(along)))
                        .withLiftAcceleration(Optional.of(acceleration(up))));
        Rack rack = face().withStoring(s -> s.withSlotRule(SlotChoice.RANDOM)).withStock(List.of(new RackStock("Piece", 200)));
        Study study = new Lines().chain(onDemand("In"), rack, goodsOut("Out")).chain(moving).study(400, 0, 1);
        RunFigures run = Runs.of(study);
        RackFigures figures = run.racks().getFirst();
        assertEquals(0, figures.singleCycles(), 1);
        assertEquals(exact, 400 * 3600.0 / figures.doubleCycles(), 0.004 * exact);
    }

    @Test
    void theGeometryHasTheSlotsWhereTheyAre() {
        Rack rack = face();
        assertEquals(400, rack.layout().places());
        assertEquals(0.75, rack.layout().bayMetres(0));
        assertEquals(0.6 + 9 * 1.2, rack.layout().levelMetres(9), 1e-12);
    }
}
