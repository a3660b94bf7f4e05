package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.plant.Runs.at;
import static rhombic.plant.Runs.type;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.arrivals;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.table;
import static rhombic.validation.Lines.timetable;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.measure.RunFigures;
import rhombic.plant.blueprint.RunTroubleException;
import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.Routing;
import rhombic.study.value.Selection;
import rhombic.trace.PieceStatus;
import rhombic.trace.Trace;
import rhombic.validation.Lines;

/** Ways out and taking, in plants that can be followed by hand. */
class RoutingTest {
    private static <E extends PlantElement> PlantElement choosing(E element, Routing.Choice choice) {
        return element.with(element.basics().withRouting(new Routing(choice, "")));
    }

    private static Link only(String from, String to, LinkFilter filter) {
        return new Link(from, to, Optional.empty(), filter);
    }

    @Test
    void inTurnGoesRoundAndWaitsForTheOneWhoseTurnItIs() {
        Lines lines = new Lines().chain(choosing(stock("In", "Piece", 9), Routing.Choice.IN_TURN)).chain(buffer("A", -1))
                .chain(buffer("B", 1)).chain(buffer("C", -1))
                .link("In", "A").link("In", "B").link("In", "C");
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        // A, B, C, A, then B again, which is full: all wait, though A and C have room.
        assertEquals(List.of(2, 1, 1, 5),
                List.of(at(run, "A").contentNow(), at(run, "B").contentNow(), at(run, "C").contentNow(), at(run, "In").contentNow()));
    }

    @Test
    void firstFreeTakesTurnsAmongThoseThatAreFree() {
        Lines lines = new Lines().chain(choosing(stock("In", "Piece", 9), Routing.Choice.FIRST_FREE)).chain(buffer("A", -1))
                .chain(buffer("B", 1)).chain(buffer("C", -1))
                .link("In", "A").link("In", "B").link("In", "C");
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(List.of(4, 1, 4), List.of(at(run, "A").contentNow(), at(run, "B").contentNow(), at(run, "C").contentNow()));
    }

    @Test
    void theShortestQueueIsJoinedAndKept() {
        // Slow is empty at first; then each piece goes where fewer are, those that wait for it included.
        Lines lines = new Lines().chain(choosing(timetable("In", "0 s 3 Piece", "1 s 3 Piece"), Routing.Choice.SHORTEST_QUEUE))
                .chain(station("Slow", 1, 9, "100 s")).chain(station("Quick", 1, 9, "1 s"))
                .chain(goodsOut("Out")).link("In", "Slow").link("In", "Quick").link("Slow", "Out").link("Quick", "Out");
        RunFigures run = Runs.of(lines.study(50 / 3600.0, 0, 1));
        // At 0 s: Slow, Quick, Slow. At 1 s Quick has 0, then it has 1 as against 2, then 2 against 2: Quick, Quick, Slow.
        assertEquals(3, at(run, "Slow").in());
        assertEquals(3, at(run, "Quick").in());
    }

    @Test
    void linksForATypeTakeThatTypeAndTheRestGoTheOthers() {
        Lines lines = new Lines().types(type("S"), type("M"), type("L")).chain(timetable("In", "0 s S", "0 s M", "0 s L", "0 s S"))
                .chain(buffer("Small", 1)).chain(buffer("Rest", -1))
                .link(only("In", "Small", new LinkFilter.Types(List.of("S")))).link("In", "Rest");
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        // The second S waits for Small, which is full, and does not go to the rest.
        assertEquals(List.of(1, 2, 1), List.of(at(run, "Small").contentNow(), at(run, "Rest").contentNow(), at(run, "In").contentNow()));
    }

    @Test
    void aConditionLooksAtAttributes() {
        Lines lines = new Lines().types(type("S", "joints", 4), type("L", "joints", 9)).chain(timetable("In", "0 s S", "0 s L", "0 s L"))
                .chain(buffer("Many", -1)).chain(buffer("Few", -1))
                .link(only("In", "Many", new LinkFilter.Condition("piece.joints > 5"))).link("In", "Few");
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(2, at(run, "Many").contentNow());
        assertEquals(1, at(run, "Few").contentNow());
    }

    @Test
    void aFormulaNamesTheWay() {
        PlantElement in = timetable("In", "0 s S", "0 s M", "0 s S");
        in = in.with(in.basics().withRouting(new Routing(Routing.Choice.FORMULA, "table('Routes', piece.type)")));
        Lines lines = new Lines().types(type("S"), type("M")).chain(in).chain(buffer("A", -1)).chain(buffer("B 2", -1)).link("In", "A")
                .link("In", "B 2").tables(table("Routes", "S:A", "M:B 2"));
        RunFigures run = Runs.of(lines.study(1, 0, 1));
        assertEquals(2, at(run, "A").contentNow());
        assertEquals(1, at(run, "B 2").contentNow());
        Lines astray = new Lines().types(type("S"), type("M")).chain(in).chain(buffer("A", -1)).chain(buffer("B", -1)).link("In", "A")
                .tables(table("Routes", "S:B"));
        RunTroubleException trouble = assertThrows(RunTroubleException.class, () -> Runs.of(astray.study(1, 0, 1)));
        assertTrue(trouble.getMessage().contains("names \u201cB\u201d, but no link leads there"), trouble.getMessage());
    }

    @Test
    void sharesHoldAmongTheLinksThatAPieceFits() {
        Lines lines = new Lines().chain(arrivals("In", "1 s", 1)).chain(goodsOut("A")).chain(goodsOut("B")).chain(goodsOut("C"))
                .link(new Link("In", "A", Optional.of(Quantity.percent(30)), new LinkFilter.Types(List.of("Piece"))))
                .link(new Link("In", "B", Optional.of(Quantity.percent(10)), new LinkFilter.Types(List.of("Piece")))).link("In", "C", 60);
        RunFigures run = Runs.of(lines.study(40, 0, 1));
        assertEquals(0, at(run, "C").in());
        assertEquals(0.75, (double) at(run, "A").in() / run.out(), 4 * Math.sqrt(0.75 * 0.25 / run.out()));
    }

    /** The order in which pieces leave the only station behind, by the number of their arrival. */
    private static List<Integer> order(Lines lines, int station) {
        Trace trace = Runs.traceOf(lines.study(1, 0, 1));
        List<Integer> order = new ArrayList<>();
        Optional<Long> time = Optional.of(0L);
        while (time.isPresent()) {
            trace.at(time.get()).at(station).stream().filter(s -> s.activity() == PieceStatus.Activity.IS_WORKED_ON).map(PieceStatus::piece)
                    .filter(p -> !order.contains(p)).forEach(order::add);
            time = trace.nextRecordAfter(time.get());
        }
        return order;
    }

    private static Lines queued(Selection selection) {
        PlantElement station = station("Station", 1, 9, "10 s");
        return new Lines().types(type("S", "due", 3), type("M", "due", 1), type("L", "due", 2))
                .chain(timetable("In", "0 s S", "1 s L", "2 s M", "3 s S", "4 s L", "5 s M"),
                        station.with(station.basics().withSelection(selection)), goodsOut("Out"));
    }

    @Test
    void theStationTakesTheOldestOrByTypeOrByFormulaFromItsInputRoom() {
        assertEquals(List.of(0, 1, 2, 3, 4, 5), order(queued(Selection.OLDEST), 1));
        assertEquals(List.of(0, 2, 5, 1, 4, 3), order(queued(Selection.byType(List.of("M", "L"))), 1));
        assertEquals(List.of(0, 3, 1, 4, 2, 5), order(queued(Selection.byFormula("piece.due")), 1));
    }

    @Test
    void theStationTakesByTheSameRuleFromThoseThatWaitElsewhere() {
        PlantElement station = station("Station", 1, 0, "10 s");
        Lines lines = new Lines().types(type("S"), type("M"))
                .chain(timetable("In 1", "0 s S", "1 s S", "2 s S")).chain(timetable("In 2", "3 s M", "4 s M"))
                .chain(station.with(station.basics().withSelection(Selection.byType(List.of("M")))), goodsOut("Out"))
                .link("In 1", "Station").link("In 2", "Station");
        assertEquals(List.of(0, 3, 4, 1, 2), order(lines, 2));
    }

    @Test
    void aBufferInAnyOrderLetsAPiecePassThatCanGo() {
        Buffer area = new Buffer(Basics.of("Area", SOMEWHERE), OptionalInt.of(9), Buffer.Order.ANY);
        Lines any = new Lines().types(type("S"), type("M")).chain(timetable("In", "0 s 3 S", "0 s 2 M"), area)
                .chain(station("For S", 1, 0, "1000 s")).chain(goodsOut("For M"))
                .link(only("Area", "For S", new LinkFilter.Types(List.of("S"))))
                .link(only("Area", "For M", new LinkFilter.Types(List.of("M"))));
        assertEquals(2, Runs.of(any.study(0.1, 0, 1)).out());
        Lines strict = new Lines().types(type("S"), type("M")).chain(timetable("In", "0 s 3 S", "0 s 2 M"), buffer("Area", 9))
                .chain(station("For S", 1, 0, "1000 s")).chain(goodsOut("For M"))
                .link(only("Area", "For S", new LinkFilter.Types(List.of("S"))))
                .link(only("Area", "For M", new LinkFilter.Types(List.of("M"))));
        assertEquals(0, Runs.of(strict.study(0.1, 0, 1)).out(), "the S in front is in the way of the M behind it");
    }

    @Test
    void aBetterPieceThatComesTakesTheOfferOver() {
        PlantElement sorted = buffer("Sorted", -1);
        sorted = sorted.with(sorted.basics().withSelection(Selection.byFormula("piece.due")));
        Lines lines = new Lines().types(type("S", "due", 1), type("M", "due", 5)).chain(timetable("In", "0 s S", "1 s S", "2 s M"), sorted,
                station("Station", 1, 0, "10 s"), goodsOut("Out"));
        assertEquals(List.of(0, 2, 1), order(lines, 2));
    }
}
