package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.onDemand;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Travel;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.kind.Station;
import rhombic.study.place.ConveyorPath;
import rhombic.study.place.Fitting;
import rhombic.study.value.PieceType;
import rhombic.study.value.Routing;
import rhombic.study.work.Work;
import rhombic.validation.Lines;

/** Lanes side by side, by hand: pieces of 0.6 m, 0.4 m apart, so one a metre. */
class LanesTest {
    private static final PieceType BOX = PieceType.usual("Piece");
    private static final PieceType OTHER = PieceType.usual("Other");
    private static final double NEAR = 1e-9;

    private static Conveyor belt(String name, ConveyorPath route, double speed, int lanes, Fitting... fittings) {
        return Conveyor.usual(Basics.of(name, SOMEWHERE), route)
                .withGap(new Quantity(1 - BOX.length().inBaseUnit(), Unit.METRE)).withSpeed(new Quantity(speed, Unit.METRE_PER_SECOND))
                .withLanes(lanes).withFittings(List.of(fittings));
    }

    private static Conveyor belt(String name, double speed, int lanes, Fitting... fittings) {
        return belt(name, ConveyorPath.straight(10), speed, lanes, fittings);
    }

    private static double lead(RunFigures run, String type) {
        return run.types().stream().filter(one -> one.name().equals(type)).findFirst().orElseThrow().lead().mean();
    }

    /** One every 2 s comes; a lane at 0.125 m/s takes one every 8 s. */
    @ParameterizedTest
    @CsvSource({"4, 1800, 0", "5, 1800, 0", "3, 1350, 0.25", "1, 450, 0.75"})
    void oneLaneWidensToAsManyAsItNeeds(int lanes, double anHour, double entry) {
        RunFigures run = Runs.of(new Lines().types(BOX).chain(onDemand("In"), belt("One", 0.5, 1), belt("Many", 0.125, lanes),
                goodsOut("Out")).study(20, 10, 1));
        assertEquals(anHour, run.throughputPerHour(), 0.11);
        assertEquals(entry, at(run, "One").standingShare(), 1e-4, "what does not flow stands");
        if (entry == 0) {
            assertEquals(20 + 80, run.lead().mean(), NEAR, "nobody waits");
        }
    }

    @Test
    void aFullRowComesOntoOneLanePieceByPiece() {
        RunFigures run = Runs.of(new Lines().types(BOX).chain(stock("In", "Piece", 8), belt("Many", 0.05, 8), belt("One", 0.5, 1),
                goodsOut("Out")).study(1, 0, 1));
        // all eight are at the end at 200 s, and go on 2 s one after the other
        assertEquals(200 + 7 + 20, run.lead().mean(), NEAR);
        assertEquals(200 + 14 + 20, run.lead().max(), NEAR);
        assertEquals(14 * 7 / 2.0 * 8 / 7 / 8 / 3600, at(run, "Many").standingShare(), NEAR, "0, 2, … 14 s of eight lanes");
    }

    @Test
    void aStationTakesARowAtATime() {
        Station packs = new Station(Basics.of("Pack", SOMEWHERE), station("Pack", 1, 0, "10 s").work(), new Work.Load(4, null), null);
        RunFigures run = Runs.of(new Lines().types(BOX).chain(stock("In", "Piece", 40), belt("Many", 0.5, 4),
                packs, goodsOut("Out")).study(1, 0, 1));
        // four are at the end at 20 s; each 10 s a row of four leaves, and the next has closed up meanwhile
        assertEquals(30 + 10 * 9 / 2.0, run.lead().mean(), NEAR);
        assertEquals(30 + 10 * 9, run.lead().max(), NEAR);
        assertEquals(0, at(run, "Pack").waits().max(), NEAR, "none waits on the station for the rest of its row");
    }

    @Test
    void bendsKeepTheOrderOfLanesAndEachGoesWhereItsLaneDoes() {
        ConveyorPath bent = new ConveyorPath(List.of(new ConveyorPath.PathLeg.Straight(4, 0), new ConveyorPath.PathLeg.Arc(2, 90),
                new ConveyorPath.PathLeg.Straight(3, 0),
                new ConveyorPath.PathLeg.Arc(2, -90), new ConveyorPath.PathLeg.Straight(2, 0)));
        Conveyor many = belt("Many", bent, 0.5, 4);
        Lines lines = new Lines().types(BOX).chain(stock("In", "Piece", 40), many).chain(goodsOut("Out 1")).chain(goodsOut("Out 2"))
                .chain(goodsOut("Out 3")).chain(goodsOut("Out 4"));
        for (int lane = 1; lane <= 4; lane++) {
            lines.link(new Link("Many", "Out " + lane).withFilter(new LinkFilter.Condition("piece.onLane == " + lane)));
        }
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        for (int lane = 1; lane <= 4; lane++) {
            assertEquals(10, at(run, "Out " + lane).out());
        }
        // ten rows, 2 s apart; all lanes are as long as the middle line
        assertEquals(bent.metres() / 0.5 + 18, run.lead().max(), 1e-8);
        assertEquals(bent.metres() / 0.5 + 9, run.lead().mean(), 1e-8);
    }

    @Test
    void aDivertHandsOnInASetTime() {
        Fitting divert = new Fitting.Divert("Aside", new Quantity(4, Unit.METRE), Fitting.Side.LEFT, Routing.PREFERENCE);
        Lines lines = new Lines().types(BOX, OTHER).chain(timetable("In", "0 s Other", "0 s Piece", "0 s Other"),
                belt("Main", 0.5, 1, divert), goodsOut("Out"))
                .chain(belt("Side", ConveyorPath.straight(3), 0.5, 1), goodsOut("Beside"));
        RunFigures run = Runs.of(lines.link(new Link("Main", "Side").withFilter(new LinkFilter.Types(List.of("Other")))
                .withPorts("Aside", "").withTravel(new Travel.InTime(time("3 s"), 0))).study(1, 0, 1));
        // 8 s to the divert, 3 s across, 6 s on the other; the second of them came on 4 s later
        assertEquals(8 + 3 + 6 + 4 / 2.0, lead(run, "Other"), NEAR);
        assertEquals(2 + 20, lead(run, "Piece"), NEAR, "what goes straight on is not held up");
    }

    @Test
    void eachLaneMergesOnlyWhereTheOthersAreNot() {
        Fitting merge = new Fitting.Merge("Into", new Quantity(6, Unit.METRE), Fitting.Side.RIGHT, Fitting.Priority.SIDE);
        Conveyor main = belt("Main", 0.5, 3, merge).withWidth(Quantity.parse("0.2 m", Dimension.LENGTH));
        RunFigures run = Runs.of(new Lines().types(BOX, OTHER).chain(onDemand("In"), main, goodsOut("Out"))
                .chain(stock("Side", "Other", 2000)).link(new Link("Side", "Main").withPorts("", "Into")).study(1, 0.5, 1));
        // the side goes first on the lane that is nearest to it, every 2 s; the other two lanes flow by
        assertEquals(1800, 3600 * at(run, "Side").out() / 1800.0, 1.01);
        long boxes = run.types().getFirst().out();
        assertEquals(2 * 900, boxes, 2);
    }
}
