package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;

import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.measure.LinkFigures;
import rhombic.measure.RunFigures;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.quantity.Unit;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Conveyor;
import rhombic.study.place.ConveyorPath;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;
import rhombic.validation.Lines;

/**
 * Room on conveyors that is promised to what is still on its way: pieces of 0.6 m, 0.4 m apart at least, so each takes a metre; half a
 * metre a second.
 */
class ConveyorClaimsTest {
    private static final PieceType BOX = PieceType.usual("Piece");
    private static final PieceType LONG = PieceType.usual("Long").sized(new Quantity(1.6, Unit.METRE), BOX.width(), BOX.height());

    private static Conveyor shut(Conveyor belt) {
        return belt.with(belt.basics().withOutletShut(ShutTime.parse("0 s on")));
    }

    private static Conveyor belt(double metres) {
        return Conveyor.usual(Basics.of("Belt", SOMEWHERE), ConveyorPath.straight(metres))
                .withGap(new Quantity(1 - BOX.length().inBaseUnit(), Unit.METRE)).withSpeed(Quantity.parse("0.5 m/s", Dimension.SPEED));
    }

    private static Study behindALink(Conveyor belt, String type, int pieces, String seconds) {
        return new Lines().types(BOX, LONG).chain(stock("In", type, pieces)).chain(belt, goodsOut("Out"))
                .link(new Link("In", "Belt").withTravel(new Travel.InTime(time(seconds), 0))).study(1, 0, 1);
    }

    private static LinkFigures link(RunFigures run) {
        return run.links().getFirst();
    }

    @ParameterizedTest
    @CsvSource({"5, 1, 5", "5.5, 1, 5", "1, 1, 1", "10, 1, 10", "5, 2, 10", "5, 3, 15"})
    void noMoreSetOutThanTheShutConveyorHoldsOnAllItsLanes(double metres, int lanes, long room) {
        RunFigures run = Runs.of(behindALink(shut(belt(metres).withLanes(lanes)), "Piece", 40, "30 s"));
        assertEquals(room, link(run).departed());
        assertEquals(room, link(run).arrived());
        assertEquals(room, at(run, "Belt").contentNow(), "all that set out have come in");
        assertEquals(40 - room, at(run, "In").contentNow());
        assertEquals(30, link(run).travelMean(), 1e-9, "and none has waited at the end of the link");
    }

    @Test
    void formulasReadHowManyAreOnTheirWayToIt() {
        Plant plant = Plant.build(behindALink(shut(belt(5)), "Piece", 40, "30 s"), 1, null);
        Gauge coming = plant.gauge("at('Belt').coming");
        Gauge there = plant.gauge("at('Belt').content");
        plant.advance(29_000_000_000L, () -> false);
        assertEquals(5, coming.now());
        assertEquals(0, there.now());
        plant.advance(31_000_000_000L, () -> false);
        assertEquals(0, coming.now());
        assertEquals(5, there.now());
        assertEquals("", coming.problem());
    }

    @Test
    void theMostPiecesCountAlsoForWhatIsOnItsWay() {
        RunFigures run = Runs.of(behindALink(shut(belt(10).withMaxPieces(OptionalInt.of(3))), "Piece", 40, "30 s"));
        assertEquals(3, link(run).departed());
        RunFigures two = Runs.of(behindALink(shut(belt(10).withMaxPieces(OptionalInt.of(4)).withLanes(2)), "Piece", 40, "30 s"));
        assertEquals(8, at(two, "Belt").contentNow(), "four on each lane");
    }

    @Test
    void longPiecesTakeTheirRoom() {
        // 1.6 m and 0.4 m behind it: 10 m hold five
        RunFigures run = Runs.of(behindALink(shut(belt(10)), "Long", 40, "30 s"));
        assertEquals(5, link(run).departed());
        assertEquals(5, at(run, "Belt").contentNow());
    }

    @Test
    void whatTheConveyorHandsOnMakesRoomForTheNext() {
        // The station takes one a minute; each that goes makes room for one to set out.
        Study study = new Lines().types(BOX, LONG).chain(stock("In", "Piece", 40))
                .chain(belt(5), station("S", 1, 0, "60 s"), goodsOut("Out"))
                .link(new Link("In", "Belt").withTravel(new Travel.InTime(time("20 s"), 0))).study(0.5, 0, 1);
        RunFigures run = Runs.of(study);
        // the first is at the station after 20 s and the 10 s of the belt; one leaves it every minute from 90 s on
        assertEquals(29, at(run, "Out").in());
        // by 1800 s the station has taken 30, the first at 30 s; five wait, are on the belt, or on their way to it
        assertEquals(30 + 5, link(run).departed());
        assertEquals(5, at(run, "Belt").contentMax());
        assertEquals(20, link(run).travelMean(), 1e-9);
    }

    @Test
    void pocketsTakeWhatComesAlongALinkOneAfterTheOther() {
        Conveyor belt = belt(10).withMode(Conveyor.Mode.RIGID)
                .withIndexing(new Conveyor.Indexing(Optional.of(new Quantity(2, Unit.METRE)), OptionalInt.of(5)));
        RunFigures run = Runs.of(behindALink(belt, "Piece", 3, "7 s"));
        // all come at 7 s; the first goes on at once and sets the pockets, the others follow 4 s and 8 s later
        assertEquals(3, run.out());
        assertEquals(7 + 8 + 20, run.lead().max(), 1e-9);
        assertEquals((7 + 4) + 20, run.lead().mean(), 1e-9);
    }

    @Test
    void whatIsPromisedRoomIsNotOvertakenByWhatNeedsNoLink() {
        // A piece sets out to the last place of the shut conveyor; another that stands at its beginning must not take it.
        Study study = new Lines().types(BOX, LONG).chain(stock("In", "Piece", 5))
                .chain(stock("Near", "Piece", 5), shut(belt(5)), goodsOut("Out"))
                .link(new Link("In", "Belt").withTravel(new Travel.InTime(time("30 s"), 0))).study(1, 0, 1);
        RunFigures run = Runs.of(study);
        assertEquals(5, at(run, "Belt").contentNow());
        assertEquals(link(run).departed(), link(run).arrived(), "who set out has come in");
        assertEquals(5, link(run).arrived() + (5 - at(run, "Near").contentNow()), "five places for both");
    }
}
