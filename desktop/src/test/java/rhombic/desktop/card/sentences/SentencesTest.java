package rhombic.desktop.card.sentences;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.text.OfferException;
import rhombic.desktop.card.text.Sentence;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Bend;
import rhombic.study.place.Placement;
import rhombic.study.value.TimeSource;

/** What cards say, and what their tokens change and refuse. */
class SentencesTest extends DemoCards {
    @Test
    void aStationReadsAsPlainSentences() {
        assertEquals(List.of("Has 1 place for one piece each, and room for 1 before it.",
                "Works as table Brazing times says for piece.type on each, which adds value. + depends on Needs 1 Brazer.",
                "+ operation+ changeover+ service+ pause+ several together+ inspection",
                "Of those that wait it takes the longest waiting. + shut the inlet",
                "Passes to Test conveyor. + share + only + time on the way"), text("Brazing 1").subList(0, 5));
        assertEquals("Does leak test for triangular(66 s, 84 s, 108 s), which adds no value. + depends on + needs",
                text("Leak test").get(1));
        assertEquals(
                "Of the pieces 5 % fail and look leaking. They go back to the station that made them, where 2 may wait and are worked on before new ones, at 1.25 times the time, by who made it, or anybody if gone home.",
                text("Leak test").get(2));
        assertEquals("After every 40 pieces it is serviced for triangular(4 min, 5 min, 8 min), by 1 Technician. take out",
                text("Charging").get(2));
        assertEquals("Has 1 place for 6 pieces together, after 20 min at the latest, and room for 6 before it.",
                text("Curing oven").get(0));
    }

    @Test
    void joiningAndPartingReadAsPlainSentences() {
        assertEquals(List.of("Packs onto a load carrier, Pallet.", "Needs 2 S for S; 2 M for M; 1 L for L by piece.model. + depends on",
                "Has 6 places, room for 12 of each part and for 0 that it builds on."), text("Palletising").subList(0, 3));
        assertEquals(List.of("Assembles into a base part, S or M or L, which becomes itself.",
                "Needs what table Parts says for piece.type. + depends on"), text("Frame assembly").subList(0, 2));
        assertEquals("Takes off what is on it; a load carrier goes on, a batch ends.", text("Loading").getFirst());
        assertEquals("Passes to Dispatch only contents, + share + time on the way", text("Loading").get(6));
    }

    @Test
    void aGoodsInReadsAsPlainSentences() {
        assertEquals(
                List.of("Brings 1 piece of S 50 %, M 30 %, L 20 % every exponential(82 s).",
                        "The first come at 0 s. They come at their times.",
                        "While there is no room for them they wait here.", "Brings at most any number."),
                text("Housings in").subList(0, 4));
        assertEquals("Brings what its timetable of 18 rows says, 2214 pieces, every day, read from arrivals.xlsx. They come by timetable.",
                text("Truck dock").getFirst());
    }

    @Test
    void theStudyTellsItsPiecesTablesAndRules() {
        assertTrue(text("").contains("Pallet is a load carrier of 1.2 m × 0.8 m × 0.15 m and 25 kg, looks #A9855A, a pallet. model S."),
                text("").toString());
        assertTrue(text("").contains("Brazing times gives 3 values by model, otherwise none. take out"), text("").toString());
        assertTrue(text("").contains(
                "Suspect: when a piece finishes at Leak test, if piece.reworked > 1, then signal look at the brazers + action. take out"),
                text("").toString());
    }

    /** What is typed into a token shows in the sentence afterwards. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
            "Brazing 1 | places | 3 | Has 3 places",
            "Charging | time | exponential(2 min) | Works exponential(2 min) on each",
            "Charging | time depends | by type | Works S triangular(58 s, 66 s, 80 s), M",
            "Charging | time depends | by a formula | Works 68 s on each",
            "Charging | time depends | from a table | Works as table Parts says for piece.type and here.name",
            "Charging | adds value | adds no value | which adds no value",
            "Charging | add changeover | x | Changes over to another type in 5 min + depends on. + needs take out",
            "Charging | drop service | x | Works triangular(58 s, 66 s, 80 s) on each",
            "Charging | add operation | x | then step 2 for 20 s",
            "Charging | add pause | x | Pauses 10 s before it lets the next in",
            "Charging | add load | x | for 6 pieces together, only when full",
            "Charging | add inspection | x | Of the pieces 5 % fail",
            "Charging | service pieces | 50 | After every 50 pieces",
            "Curing oven | load | 8 | for 8 pieces together",
            "Curing oven | max wait | '' | only when full",
            "Curing oven | pause | 1 min | Pauses 1 min",
            "Leak test | fail share | 7 % | Of the pieces 7 % fail",
            "Leak test | rework factor | 1.5 | at 1.5 times the time",
            "Leak test | max reworks | 1 | What fails after 1 rework is scrapped",
            "Electrical test | time | 40 + piece.joints | for 40 + piece.joints s",
            "Electrical test | time unit | min | 38 + 2 * piece.joints * here.care min",
            "Electrical test | changeover keys | to, from | says for to and from",
            "Palletising | method | Gathers into a batch | Gathers into a batch, called + what",
            "Palletising | part capacity | 20 | room for 20 of each part",
            "Palletising | recipe depends | a table | Needs what table Parts says for piece.type",
            "Palletising | recipe key | piece.type | for L by piece.type",
            "Frame assembly | result | L | which becomes L",
            "Frame assembly | base | S | into a base part, S, which",
            "Loading | parting | Splits one piece | Splits one piece into 2 of S",
            "Loading | only 1 | all | Passes to Dispatch, + share + only",
            "Loading | routing | the shortest queue | Chooses the shortest queue",
            "Loading | routing | a formula | Chooses a formula, 'Dispatch'",
            "Frame buffer | capacity | 9 | Has room for 9 pieces",
            "Frame buffer | capacity | no limit | Has room for any number",
            "Frame buffer | order | whichever can go | passes on whichever can go",
            "Frame buffer | selection | by type | it takes by type, first S, then M",
            "Frame buffer | selection | the highest of a formula | the highest of a formula, piece.age",
            "Housings in | pieces | 4 | Brings 4 pieces of S 50 %",
            "Housings in | when full | are turned away | they are turned away",
            "Housings in | supply | on demand | They come on demand",
            "Housings in | supply | all at the start | Brings 10 pieces of S 50 %",
            "Housings in | supply | by timetable | timetable of 1 row says, 10 pieces, every day",
            "Truck dock | repeat | every week | every week, read from",
            "Housings in | max pieces | 500 | Brings at most 500 pieces",
            "Frame buffer | share 1 | 90 % | Passes to Brazing 1 90 %",
            "Frame buffer | way 2 | prefer it | Passes to Brazing 2",
            "Frame buffer | link | Dispatch | and to Dispatch",
            "Wrapping | inlet shut | 1 h to 2 h, 5 h on | Its inlet is shut 1 h to 2 h, 5 h on.",
            "Dispatch | inlet shut | 90 min on | that reaches it. Its inlet is shut 1 h 30 min on.",
            "Loading | share 1 | 95 % | Passes to Dispatch 95 % only contents, ",
            "Wrapping | x | 4.25 m | Stands at 4.25 m east",
            "Wrapping | heading | 45 | turned 45°",
            "'' | length | 16 h | for 16 h",
            "'' | seed | -3 | from seed -3",
            "'' | S weight | 50 kg | and 50 kg",
            "'' | S carrier | a load carrier | S is a load carrier",
            "'' | S name | Small | Small is a piece",
            "'' | Parts otherwise | 1 | by model and part, otherwise 1",
            "'' | Suspect if | piece.age > 90 | if piece.age > 90, then",
            "'' | Suspect when | every 5 min | when every 5 min",
            "'' | Suspect add action | wait 2 min | signal look at the brazers, wait 2 min + action",
            "'' | Suspect then 1 | '' | then + action",
            "'' | add type | x | Piece is a piece of",
            "'' | add table | x | Times gives 6 values by type",
            "'' | add rule | x | Rule 1: when a piece enters"})
    void aTokenChangesWhatItSays(String element, String id, String typed, String text) {
        study = token(element, id).change().apply(typed).apply(study);
        assertTrue(of(element).stream().anyMatch(s -> s.text().contains(text)),
                of(element).stream().map(Sentence::text).toList().toString());
    }

    @Test
    void formulasAreOfferedAllThatTheyCanRead() {
        List<String> offers = ((Sentence.Editor.Script) token("Electrical test", "time").editor()).offers();
        assertTrue(offers.containsAll(List.of("piece.joints", "piece.type", "here.care", "clock.hour", "at('Leak test').content",
                "table('Brazing times', piece.type)", "triangular(min, mode, max)")), offers.toString());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
            "Brazing 1 | places | many | must be a whole number",
            "Brazing 1 | places | 0 | from 1 to 10000; got 0",
            "Charging | time | 90 | 90 has no unit: write 90 s, 90 min or 90 h",
            "Charging | time | triangular(9 s) | Write 3 values here",
            "Frame buffer | share 1 | 95 | 95 has no unit: write 95 %",
            "Frame buffer | share 1 | 120 % | from 0 % to 100 %",
            "Electrical test | time | 40 + | is missing or one too many",
            "Electrical test | time | peice.joints | There is nothing called",
            "Leak test | rework factor | twice | must be a number such as 1.25",
            "'' | Suspect when | sometimes | nothing that can set a rule off",
            "'' | Suspect add action | explode | nothing that a rule can do",
            "'' | S name | M | is there already",
            "Wrapping | x | 4 | 4 has no unit",
            "Wrapping | heading | north | must be a number of degrees",
            "Frame buffer | name | Wrapping | are called",
            "'' | start | tomorrow | must be a date and time",
            "'' | length | 0 h | must be above 0",
            "'' | warm-up | 9 h | shorter than the run",
            "'' | seed | x | must be a whole number",
            "'' | S size | 1 m | Write length, width and height"})
    void aWrongTokenIsRefusedWithTheRule(String element, String id, String typed, String message) {
        Study before = study;
        String text = assertThrows(IllegalArgumentException.class, () -> {
            if (id.equals("name")) {
                study.changed(element, e -> e.named(typed));
            } else {
                token(element, id).change().apply(typed).apply(study);
            }
        }).getMessage();
        assertTrue(text.contains(message), text);
        assertEquals(before, study);
    }

    @Test
    void everyThingOfTheDemoHasItsCard() {
        for (PlantElement element : study.elements()) {
            assertTrue(of(element.name()).stream().noneMatch(s -> s.text().isBlank()), element.name());
        }
    }

    private Link link(String from) {
        return study.linksFrom(from).getFirst();
    }

    @Test
    void aLinkCanTakeTimeOrGoAtASpeedByBends() {
        change("Brazing 1", "travel 1", "in a time");
        change("Brazing 1", "travel time 1", "exponential(30 s)");
        change("Brazing 1", "travel max pieces 1", "3");
        assertEquals(new Travel.InTime(DistributionText.parse("exponential(30 s)"), 3),
                link("Brazing 1").travel());
        change("Brazing 1", "travel 1", "at a speed");
        change("Brazing 1", "travel speed 1", "12 m/min");
        assertEquals(0.2, ((Travel.AtSpeed) link("Brazing 1").travel()).speed().inBaseUnit(), 1e-12);
        assertEquals(3, link("Brazing 1").travel().maxPieces(), "the limit stays");
        change("Brazing 1", "bends 1", "3 m 4 m; -6.5 m, 4 m");
        assertEquals(List.of(new Bend(3, 4), new Bend(-6.5, 4)), link("Brazing 1").bends());
        assertTrue(
                text("Brazing 1").stream()
                        .anyMatch(line -> line.startsWith("They come there at a speed, 12 m/min over ")
                                && line.endsWith("2 bends + failure")),
                text("Brazing 1")::toString);
        assertThrows(IllegalArgumentException.class, () -> token("Brazing 1", "bends 1").change().apply("3 m"));
        assertThrows(IllegalArgumentException.class, () -> token("Brazing 1", "travel speed 1").change().apply("0 m/s"));
        change("Brazing 1", "travel 1", "at once");
        assertEquals(Travel.AT_ONCE, link("Brazing 1").travel());
    }

    @Test
    void aLinkCanBreakAndWhatPeopleWorkWithToo() {
        change("Brazing 1", "travel 1", "in a time");
        change("Brazing 1", "add failure of way 1", "x");
        change("Brazing 1", "Fault failure of way 1", "Jam");
        change("Brazing 1", "Jam up of way 1", "after a number of pieces");
        change("Brazing 1", "Jam cycles of way 1", "200");
        change("Brazing 1", "Jam down of way 1", "6 min");
        assertTrue(text("Brazing 1").contains(
                "The way to Test conveyor breaks down by Jam after a number of pieces, 200 pieces each time, for 6 min, repairs itself + repaired by."),
                text("Brazing 1")::toString);
        assertEquals(1, link("Brazing 1").failures().size());
        assertTrue(text("Brazing 1").contains("Meanwhile nothing sets out, and what is on the way stands. take out"),
                text("Brazing 1")::toString);
        change("Brazing 1", "Jam drop of way 1", "x");
        assertEquals(List.of(), link("Brazing 1").failures());

        change("Brazer", "add failure", "x");
        change("Brazer", "Fault clock", "of working time");
        assertTrue(text("Brazer").contains(
                "What each works with breaks down by Fault after a time, exponential(4 h) of working time, for exponential(10 min), repairs itself + repaired by."),
                text("Brazer")::toString);
        assertTrue(text("Brazer").contains("Meanwhile whoever works with it stands by. + first failure take out"),
                text("Brazer")::toString);
    }

    @Test
    void sizeHeightAndSeatAreTyped() {
        change("Brazing 1", "length", "3.2 m");
        change("Brazing 1", "z", "150 cm");
        change("Brazing 1", "seat", "");
        change("Brazing 1", "piece heading", "90\u00b0");
        PlantElement element = study.find("Brazing 1").orElseThrow();
        assertEquals(3.2, element.footprint().lengthMetres());
        assertEquals(1.5, element.placement().zMetres());
        assertEquals(90, element.basics().pieceOffset().headingDegrees());
        assertTrue(text("Brazing 1").stream().anyMatch(line -> line.contains("3.2 m long") && line.contains("1.5 m above it")),
                text("Brazing 1")::toString);
        assertThrows(IllegalArgumentException.class, () -> token("Brazing 1", "width").change().apply("0 m").apply(study));
        change("Brazing 1", "length", "");
        assertTrue(study.find("Brazing 1").orElseThrow().basics().size() == null, "empty is the usual size");
    }

    @Test
    void aBufferBecomesAnAreaThatHoldsWhatFits() {
        change("Frame buffer", "capacity", "");
        change("Frame buffer", "arrangement", "in rows on the floor");
        change("Frame buffer", "length", "4 m");
        change("Frame buffer", "width", "2 m");
        Buffer buffer = (Buffer) study.find("Frame buffer").orElseThrow();
        assertTrue(text("Frame buffer").getFirst().contains("as many as fit (" + buffer.capacityFor(study.pieceTypes()) + ")"),
                text("Frame buffer")::toString);
        change("Frame buffer", "outlet shut", "1 h to 2 h");
        assertEquals(1, study.find("Frame buffer").orElseThrow().basics().outletShut().size());
    }

    private OfferException offered(String name, String id, String text) {
        Sentence.Token token = Sentences.of(study, study.find(name).orElseThrow()).stream().flatMap(s -> s.parts().stream())
                .filter(p -> p instanceof Sentence.Token t && t.id().equals(id)).map(p -> (Sentence.Token) p).findFirst().orElseThrow();
        return assertThrows(OfferException.class, () -> token.change().apply(text).apply(study));
    }

    /** What was meant by something else is offered as that. */
    @Test
    void aFormulaTypedAsATimeAndAShareTypedAsAFailuresTimeAreOffered() {
        Study plain = study;
        study = plain.changed("Wrapping", e -> ((Station) e).with(((Station) e).work()
                .withTime(new TimeSource.Drawn(DistributionText.parse("60 s")))));
        OfferException formula = offered("Wrapping", "time", "10 * piece.joints");
        assertTrue(formula.getMessage().contains("is a formula"), formula.getMessage());
        assertTrue(
                ((Station) formula.change().apply(study).find("Wrapping").orElseThrow()).work().operations().getFirst()
                        .time() instanceof TimeSource.ByFormula);
        FailureMode mode = new FailureMode("Jam", new UpTime.After(DistributionText.parse("4 h"),
                UpTime.Clock.WORKING), DistributionText.parse("10 min"), null, List.of(),
                FailureMode.InterruptedPiece.RESUME, false, List.of());
        study = study.changed("Wrapping", e -> e.with(e.basics().withDuty(e.basics().duty().withFailures(List.of(mode)))));
        OfferException share = offered("Wrapping", "Jam up time", "90 %");
        assertEquals("\u201c90 %\u201d is a share, not a time", share.getMessage());
        study = share.change().apply(study);
        assertTrue(text("Wrapping").contains("Available 90.0 % of the time: Jam takes 10.0 %."), text("Wrapping")::toString);
    }

    @Test
    void aCrewTellsWhereItIsNeededAlsoIfItOnlyCarries() {
        assertTrue(text("Brazer").contains("They are needed at Brazing 1, Brazing 2."), text("Brazer")::toString);
        Study carried = study.with(Crew.usual(Basics.of("Porter", Placement.at(0, 0))));
        carried = carried.withLinks(carried.links().stream().map(
                link -> link.from().equals("Wrapping") ? link.withTravel(new Travel.Carried(Need.of("Porter"), 1)) : link).toList());
        List<String> carrier = Sentences.of(carried, carried.find("Porter").orElseThrow()).stream().map(Sentence::text).toList();
        assertTrue(carrier.contains("They are needed at Wrapping."), carrier::toString);
    }
}
