package rhombic.plant;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.plant.Runs.at;
import static rhombic.validation.Lines.SOMEWHERE;
import static rhombic.validation.Lines.buffer;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.station;
import static rhombic.validation.Lines.stock;
import static rhombic.validation.Lines.time;
import static rhombic.validation.Lines.timetable;

import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.measure.RunFigures;
import rhombic.measure.TypeFigures;
import rhombic.study.Link;
import rhombic.study.LinkFilter;
import rhombic.study.Rule;
import rhombic.study.RuleText;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Station;
import rhombic.study.value.Attribute;
import rhombic.study.value.PieceType;
import rhombic.study.value.Selection;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.study.work.Recipe;
import rhombic.study.work.Work;
import rhombic.validation.Lines;

/**
 * Five pieces, P1 to P5, each with its number as an attribute; a station works a minute on each, so the order in which they leave is
 * the order in which they were taken.
 */
class RanksThatChangeTest {
    /** The highest number first; after 100 s the lowest. */
    private static final Selection TURNS = Selection.byFormula("clock.seconds > 100 ? -piece.n : piece.n");

    private static PieceType[] five() {
        return IntStream.rangeClosed(1, 5)
                .mapToObj(n -> PieceType.usual("P" + n).withAttributes(List.of(new Attribute("n", new Value.Num(n)))))
                .toArray(PieceType[]::new);
    }

    private static Station minute(Selection selection) {
        Station station = station("S", 1, 0, "60 s");
        return (Station) station.with(station.basics().withSelection(selection));
    }

    private static Buffer store(Selection selection) {
        Buffer store = buffer("Store", -1);
        return (Buffer) store.with(store.basics().withSelection(selection));
    }

    /** The types in the order in which they left. */
    private static List<String> order(RunFigures run) {
        return run.types().stream().filter(type -> type.out() > 0).sorted(Comparator.comparingDouble(type -> type.lead().mean()))
                .map(TypeFigures::name).toList();
    }

    private static Lines allAtOnce() {
        return new Lines().types(five());
    }

    private static String[] rows() {
        return new String[] {"0 s P3", "0 s P1", "0 s P5", "0 s P2", "0 s P4"};
    }

    // ---- ranks that change with time

    @Test
    void aBufferAsksForRanksThatChangeWheneverOneGoes() {
        Study study = allAtOnce().chain(timetable("In", rows()), store(TURNS), minute(Selection.OLDEST), goodsOut("Out")).study(1, 0, 1);
        // What comes first is on offer before the others are there; at 60 s the highest, from 120 s on the lowest.
        assertEquals(List.of("P3", "P5", "P1", "P2", "P4"), order(Runs.of(study)));
    }

    @Test
    void alsoWhereNotAllMayGoTheSameWays() {
        Study study = allAtOnce().chain(timetable("In", rows()), store(TURNS)).chain(minute(Selection.OLDEST), goodsOut("Out"))
                .link(new Link("Store", "S").withFilter(new LinkFilter.Types(List.of("P1", "P2", "P3", "P4")))).study(1, 0, 1);
        // P5 fits no way: it is the best at 60 s, and holds all others back, as whoever stands in front does.
        assertEquals(List.of("P3"), order(Runs.of(study)));
        Study both = study.withLinks(
                study.links().stream().map(l -> l.from().equals("Store") ? l.withFilter(new LinkFilter.Condition("piece.n < 9")) : l)
                        .toList());
        assertEquals(List.of("P3", "P5", "P1", "P2", "P4"), order(Runs.of(both)), "a filter that all fit changes nothing");
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void whoTakesFromSeveralAsksThemAll(boolean changes) {
        Selection selection = changes ? TURNS : Selection.byFormula("piece.n");
        Lines lines = allAtOnce();
        for (int n : new int[] {3, 1, 5, 2, 4}) {
            lines.chain(timetable("In " + n, "0 s P" + n));
        }
        lines.chain(minute(selection), goodsOut("Out"));
        IntStream.of(3, 1, 5, 2, 4).forEach(n -> lines.link("In " + n, "S"));
        assertEquals(changes ? List.of("P3", "P5", "P1", "P2", "P4") : List.of("P3", "P5", "P4", "P2", "P1"),
                order(Runs.of(lines.study(1, 0, 1))));
    }

    // ---- ranks that a rule changes

    private static Rule turnsRound(String where) {
        return new Rule("Turns", RuleText.when("a piece enters " + where), "",
                List.of(RuleText.action("wait 30 s"), RuleText.action("set n to 0 - piece.n")));
    }

    @ParameterizedTest
    @EnumSource(names = {"OLDEST_FIRST", "NEWEST_FIRST"})
    void aRuleThatChangesWhatWaitsInABufferChangesWhoComesNext(Buffer.Order order) {
        Study study = allAtOnce()
                .chain(timetable("In", rows()), store(Selection.byFormula("piece.n")).withOrder(order), minute(Selection.OLDEST),
                        goodsOut("Out"))
                .rules(turnsRound("Store")).study(1, 0, 1);
        assertEquals(List.of("P1", "P2", "P4", "P5"), order(Runs.of(study)).subList(1, 5), "the first one goes before it is turned round");
    }

    @Test
    void aRuleThatChangesWhatWaitsBeforeAStationChangesWhoComesNext() {
        Station station = station("S", 1, 9, "60 s");
        station = (Station) station.with(station.basics().withSelection(Selection.byFormula("piece.n")));
        Study study = allAtOnce().chain(timetable("In", rows()), station, goodsOut("Out")).rules(turnsRound("S")).study(1, 0, 1);
        assertEquals(List.of("P3", "P1", "P2", "P4", "P5"), order(Runs.of(study)));
    }

    @Test
    void aRuleThatChangesWhatIsOnOfferElsewhereChangesWhoComesNext() {
        Lines lines = allAtOnce();
        for (int n : new int[] {3, 1, 5, 2, 4}) {
            lines.chain(timetable("In " + n, "0 s P" + n), buffer("B" + n, 1));
        }
        lines.chain(minute(Selection.byFormula("piece.n")), goodsOut("Out"));
        IntStream.of(3, 1, 5, 2, 4).forEach(n -> lines.link("B" + n, "S"));
        Rule[] rules = IntStream.rangeClosed(1, 5).mapToObj(n -> new Rule("Turns " + n, RuleText.when("a piece enters B" + n), "",
                List.of(RuleText.action("wait 30 s"), RuleText.action("set n to 0 - piece.n")))).toArray(Rule[]::new);
        assertEquals(List.of("P3", "P1", "P2", "P4", "P5"), order(Runs.of(lines.rules(rules).study(1, 0, 1))));
    }

    // ---- room for parts that are on their way

    @Test
    void eachPartHasItsOwnRoomAlsoForWhatIsOnItsWay() {
        // Two screws and a plate on a body; room for three of each part. No body comes: three of each set out, and no more.
        AssemblyStation join = new AssemblyStation(Basics.of("Join", SOMEWHERE), Work.of(1, 1, new TimeSource.Drawn(time("10 s"))),
                AssemblyStation.Method.ASSEMBLE, List.of("Body"),
                new Recipe.Fixed(List.of(new Recipe.Part("Screw", 2), new Recipe.Part("Plate", 1))), 3, "");
        Study study = joined(join, "0 s 0 Body");
        RunFigures none = Runs.of(study);
        assertEquals(List.of(0L, 3L, 3L), none.links().stream().filter(l -> l.to().equals("Join")).map(l -> l.departed()).toList());
        // With three bodies: six screws and three plates are used, three of each wait; the station is not held back by parts for bodies.
        RunFigures three = Runs.of(joined(join, "0 s 3 Body"));
        assertEquals(3, at(three, "Out").in());
        assertEquals(List.of(3L, 9L, 6L), three.links().stream().filter(l -> l.to().equals("Join")).map(l -> l.departed()).toList());
        assertEquals(List.of(3L, 9L, 6L), three.links().stream().filter(l -> l.to().equals("Join")).map(l -> l.arrived()).toList());
    }

    private static Study joined(AssemblyStation join, String bodies) {
        Lines lines = new Lines().types(PieceType.usual("Body"), PieceType.usual("Screw"), PieceType.usual("Plate"));
        lines.chain(bodies.contains(" 0 ") ? timetable("Bodies", "50 min Body") : timetable("Bodies", bodies))
                .chain(stock("Screws", "Screw", 20))
                .chain(stock("Plates", "Plate", 20)).chain(join, goodsOut("Out"));
        for (String from : List.of("Bodies", "Screws", "Plates")) {
            lines.link(new Link(from, "Join").withTravel(new Travel.InTime(time("30 s"), 0)));
        }
        return lines.study(0.5, 0, 1);
    }
}
