package rhombic.desktop.card.sentences;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.text.OfferException;
import rhombic.desktop.card.text.Sentence;
import rhombic.formats.study.StudyReader;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.FailureMode;
import rhombic.study.duty.Need;
import rhombic.study.duty.UpTime;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Crew;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Bend;
import rhombic.study.place.Placement;
import rhombic.study.value.Attribute;
import rhombic.study.value.TimeSource;
import rhombic.study.value.Value;
import rhombic.study.work.Supply;

class SentencesTest {
    private Study study;

    @BeforeEach
    void open() throws Exception {
        study = StudyReader.open(Path.of("../demo/bench/heat-pump-line.rhombic.json"));
    }

    private List<Sentence> of(String name) {
        return of(study, name);
    }

    private static List<Sentence> of(Study study, String name) {
        return name.isEmpty() ? Sentences.of(study) : Sentences.of(study, study.find(name).orElseThrow());
    }

    private Sentence.Token token(String name, String id) {
        return tokens(of(name)).filter(t -> t.id().equals(id)).findFirst().orElseThrow();
    }

    private List<String> text(String name) {
        return of(name).stream().map(Sentence::text).toList();
    }

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

    /** Of whatever table there is in the demo: a cell that no row can lack is asked for by its heading, and nothing else happens. */
    @Test
    void aRowThatLacksACellIsToldAndNeverTaken() {
        List<Sentence> all = new ArrayList<>(Sentences.of(study));
        study.elements().forEach(element -> all.addAll(Sentences.of(study, element)));
        Set<String> asked = new TreeSet<>();
        for (Sentence.Token token : tokens(all).toList()) {
            if (!(token.editor() instanceof Sentence.Editor.Cells cells) || cells.grid().rows().isEmpty()) {
                continue;
            }
            Sentence.Grid grid = cells.grid();
            int needed = grid.headingsCount() ? 2 : grid.needed(); // of a sheet, its reader says
            for (int column = 0; column < needed; column++) {
                List<List<String>> rows = new ArrayList<>(grid.rows());
                List<String> last = new ArrayList<>(rows.getLast());
                last.set(column, "");
                rows.set(rows.size() - 1, last);
                IllegalArgumentException told = assertThrows(IllegalArgumentException.class,
                        () -> grid.edit(new Sentence.Filled(grid.headings(), rows, "")).apply(study), token.id());
                assertTrue(told.getMessage()
                        .matches("Row " + rows.size() + ": its .*" + (grid.headingsCount() ? "" : grid.headings().get(column))
                                + ".* is missing"),
                        told.getMessage());
                asked.add(grid.headings().get(column));
            }
        }
        assertTrue(asked.containsAll(List.of("attribute", "value", "type", "time", "look", "colour", "whom", "for", "part")),
                asked.toString());
    }

    @Test
    void anAttributeCanBeginWithAnEmptyTextIfThatIsMeant() {
        Sentence.Grid grid = grid("Leak test", "attributes");
        Study with = grid.edit(new Sentence.Filled(grid.headings(), List.of(List.of("note", "\"\"")), "")).apply(study);
        assertEquals("", with.find("Leak test").orElseThrow().basics().attributes().getFirst().value().toString());
        Sentence.Grid again = grid(with, "Leak test", "attributes");
        assertEquals(with, again.edit(new Sentence.Filled(again.headings(), again.rows(), "")).apply(with));
    }

    @Test
    void twoPersonsOfOneNameAreToldByTheirName() {
        Sentence.Grid grid = grid("Brazer", "persons");
        List<List<String>> twice = List.of(List.of("Ana", "1", ""), List.of("Ana", "1.2", ""));
        Study named = grid.edit(new Sentence.Filled(grid.headings(), twice.subList(0, 1), "")).apply(study);
        for (Study now : List.of(study, named)) {
            IllegalArgumentException told = assertThrows(IllegalArgumentException.class,
                    () -> grid(now, "Brazer", "persons").edit(new Sentence.Filled(grid.headings(), twice, "")).apply(now));
            assertTrue(told.getMessage().contains("called \u201cAna\u201d"), told.getMessage());
        }
    }

    private Sentence.Grid grid(String element, String id) {
        return grid(study, element, id);
    }

    private static Sentence.Grid grid(Study of, String element, String id) {
        return ((Sentence.Editor.Cells) tokens(of(of, element)).filter(t -> t.id().equals(id)).findFirst().orElseThrow().editor()).grid();
    }

    private void fill(String element, String id, List<String> headings, List<List<String>> rows) {
        study = grid(element, id).edit(new Sentence.Filled(headings, rows, "")).apply(study);
    }

    private static Stream<Sentence.Token> tokens(List<Sentence> sentences) {
        return sentences.stream().flatMap(s -> s.parts().stream()).filter(Sentence.Token.class::isInstance).map(Sentence.Token.class::cast);
    }

    @Test
    void gridsSayWhatIsThereAndChangeIt() {
        assertEquals(List.of("S", "5"), grid("Housings in", "piece type").rows().getFirst());
        fill("Housings in", "piece type", List.of("type", "weight"), List.of(List.of("s", "1"), List.of("L", "1")));
        assertTrue(text("Housings in").getFirst().contains("S 50 %, L 50 %"));
        assertEquals(List.of("06:00", "Compressor", "110"), grid("Truck dock", "timetable").rows().getFirst());
        fill("Truck dock", "timetable", List.of("type", "time"), List.of(List.of("Coil", "07:15")));
        assertTrue(text("Truck dock").getFirst().contains("timetable of 1 row says, 1 piece"), text("Truck dock").getFirst());
        assertEquals(List.of("S", "S", "2"), grid("Palletising", "recipe").rows().getFirst());
        fill("Palletising", "recipe", List.of("for", "part", "number"), List.of(List.of("S", "S", "3")));
        assertTrue(text("Palletising").get(1).contains("Needs 3 S for S by"));
        fill("", "Brazing times rows", List.of("model", "value"), List.of(List.of("S", "100 s")));
        assertTrue(text("").stream().anyMatch(s -> s.startsWith("Brazing times gives 1 value by model")));
        fill("", "L looks", List.of("look", "colour"), List.of(List.of("usual", "#102030"), List.of("hot", "#C04020")));
        fill("", "L attributes", List.of("attribute", "value"), List.of(List.of("joints", "12"), List.of("export", "yes")));
        assertTrue(text("").stream().anyMatch(s -> s.startsWith("L is") && s.contains("looks usual, hot. joints 12, export yes.")),
                text("").toString());
    }

    @Test
    void gridsRefuseWhatCanNotBeUsedAndChangeNothing() {
        Study before = study;
        assertTrue(assertThrows(IllegalArgumentException.class,
                () -> fill("Housings in", "piece type", List.of("type", "weight"), List.of(List.of("XL", "1")))).getMessage()
                .contains("There is no piece type"));
        assertTrue(assertThrows(IllegalArgumentException.class,
                () -> fill("Housings in", "piece type", List.of("type", "weight"), List.of(List.of("S", "some")))).getMessage()
                .contains("must be a number"));
        assertTrue(assertThrows(IllegalArgumentException.class,
                () -> fill("Truck dock", "timetable", List.of("time", "type"), List.of(List.of("late", "Coil")))).getMessage()
                .contains("Row 1: "));
        assertTrue(assertThrows(IllegalArgumentException.class,
                () -> fill("", "Brazing times rows", List.of("model", "value"), List.of(List.of("S", "1 s"), List.of("S", "2 s"))))
                .getMessage().contains("same key"));
        assertTrue(assertThrows(IllegalArgumentException.class,
                () -> fill("", "L attributes", List.of("attribute", "value"), List.of(List.of("2x", "12")))).getMessage()
                .contains("An attribute must be called"));
        assertEquals(before, study);
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

    private void change(String name, String id, String text) {
        study = token(name, id).change().apply(text).apply(study);
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

    @Test
    void whatSeveralShareIsSaidOnceAndChangedInAll() {
        List<PlantElement> two = List.of(study.find("Brazing 1").orElseThrow(), study.find("Leak test").orElseThrow());
        List<Sentence> shared = SharedSentences.of(study, two);
        Sentence place = shared.stream().filter(s -> s.text().startsWith("Stands at")).findFirst().orElseThrow();
        assertTrue(place.text().contains(SharedSentences.DIFFERENT), place.text());
        Sentence.Token places = shared.stream().flatMap(s -> s.parts().stream())
                .filter(p -> p instanceof Sentence.Token t && t.id().equals("places")).map(p -> (Sentence.Token) p).findFirst()
                .orElseThrow();
        Study changed = places.change().apply("4").apply(study);
        for (PlantElement element : two) {
            assertEquals(4, ((Station) changed.find(element.name()).orElseThrow()).work().places());
        }
        assertTrue(shared.stream().noneMatch(s -> s.text().startsWith("Hands on")), "links are of one alone");
        List<Sentence> mixed = SharedSentences.of(study, List.of(two.get(0), study.find("Frame buffer").orElseThrow()));
        assertTrue(mixed.stream().anyMatch(s -> s.text().startsWith("Is ")) && mixed.stream().noneMatch(s -> s.text().startsWith("Has ")),
                mixed::toString);
    }

    private static Sentence.Token shared(Study study, List<PlantElement> elements, String start) {
        return SharedSentences.of(study, elements).stream().flatMap(sentence -> sentence.parts().stream())
                .filter(part -> part instanceof Sentence.Token token && token.id().startsWith(start)).map(part -> (Sentence.Token) part)
                .findFirst().orElseThrow(() -> new AssertionError("no token " + start));
    }

    /** Needs, failures and tables too: what differs says so, and is made alike by one change. */
    @Test
    void whatDiffersIsMadeAlikeInAllAtOnce() {
        Study two = study.changed("Brazing 2", e -> {
            Station station = (Station) e;
            FailureMode first = station.basics().duty().failures().getFirst();
            return station.with(station.basics().withDuty(station.basics().duty().withFailures(station.basics().duty().failures().stream()
                    .map(mode -> mode == first ? mode.withDown(DistributionText.parse("99 s")) : mode).toList()))
                    .withAttributes(List.of(new Attribute("wear", new Value.Num(3)))))
                    .with(station.work().withPlaces(2));
        });
        List<PlantElement> elements = List.of(two.find("Brazing 1").orElseThrow(), two.find("Brazing 2").orElseThrow());
        String failure = elements.getFirst().basics().duty().failures().getFirst().name();
        Sentence.Token down = SharedSentences.of(two, elements).stream().filter(sentence -> sentence.text().contains(failure))
                .flatMap(sentence -> sentence.parts().stream())
                .filter(part -> part instanceof Sentence.Token token && token.shown().equals(SharedSentences.DIFFERENT))
                .map(part -> (Sentence.Token) part).findFirst().orElseThrow();
        Study alike = down.change().apply("5 min").apply(two);
        for (PlantElement element : elements) {
            assertEquals("5 min", alike.find(element.name()).orElseThrow().basics().duty().failures().getFirst().down().toString());
        }
        Sentence.Token table = shared(two, elements, "attributes");
        assertEquals(SharedSentences.DIFFERENT, table.shown());
        Sentence.Grid grid = ((Sentence.Editor.Cells) table.editor()).grid();
        Study filled = grid.edit(new Sentence.Filled(grid.headings(), List.of(List.of("heat", "7")), "")).apply(two);
        for (PlantElement element : elements) {
            assertEquals("heat", filled.find(element.name()).orElseThrow().basics().attributes().getFirst().name());
            assertEquals(1, filled.find(element.name()).orElseThrow().basics().attributes().size());
        }
        Study without = two.changed("Brazing 2", e -> ((Station) e).with(((Station) e).work()
                .withOperations(
                        ((Station) e).work().operations().stream().map(op -> op.withNeeds(List.of())).toList())));
        Sentence.Token need = shared(without, List.of(without.find("Brazing 2").orElseThrow(), without.find("Brazing 1").orElseThrow()),
                "needs");
        assertEquals(SharedSentences.DIFFERENT, need.shown());
        Sentence.Grid needs = ((Sentence.Editor.Cells) need.editor()).grid();
        Study asked = needs.change()
                .apply(new Sentence.Filled(needs.headings(), List.of(List.of("Maintenance", "1", "100 %", "0", "no")), ""))
                .apply(without);
        for (PlantElement element : elements) {
            assertEquals("Maintenance", ((Station) asked.find(element.name()).orElseThrow()).needs().getFirst().skill());
        }
        assertEquals(two.links(), asked.links());
    }

    /** Many that are alike are asked once, and changed in one go. */
    @Test
    void thousandsAreChangedAtOnceWithoutLookingAtEach() {
        List<PlantElement> many = new ArrayList<>();
        for (int i = 0; i < 3000; i++) {
            many.add(new Station("S" + i, Placement.at(i, 0), 1, 1,
                    Optional.of(DistributionText.parse("60 s"))));
        }
        Study large = Study.empty().with(many, List.of());
        List<PlantElement> elements = large.elements();
        assertEquals(SharedSentences.DIFFERENT, shared(large, elements, "x").shown());
        assertEquals("0 m", shared(large, elements, "y").shown());
        Study changed = shared(large, elements, "places").change().apply("3").apply(large);
        assertTrue(changed.elements().stream().allMatch(e -> ((Station) e).work().places() == 3));
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
    void aPastedColumnThatIsNoAttributeYetIsOfferedAsOne() {
        Sentence.Token table = Sentences.of(study, study.find("Truck dock").orElseThrow()).stream().flatMap(s -> s.parts().stream())
                .filter(p -> p instanceof Sentence.Token t && t.editor() instanceof Sentence.Editor.Cells cells
                        && cells.grid().headingsCount())
                .map(p -> (Sentence.Token) p).findFirst().orElseThrow();
        Sentence.Grid grid = ((Sentence.Editor.Cells) table.editor()).grid();
        String type = study.pieceTypes().getFirst().name();
        Sentence.Filled filled = new Sentence.Filled(List.of("time", "type", "quantity", "batch"),
                List.of(List.of(grid.rows().getFirst().getFirst(), type, "2", "17")), "");
        OfferException offer = assertThrows(OfferException.class, () -> grid.edit(filled).apply(study));
        assertEquals("Add batch to the piece types", offer.offer());
        Study more = offer.change().apply(study);
        assertTrue(more.type(type).orElseThrow().attributes().stream().anyMatch(a -> a.name().equals("batch")
                && a.value().equals(new Value.Num(0))));
        assertEquals(1,
                ((Supply.ByTimetable) ((GoodsIn) more.find("Truck dock").orElseThrow()).supply()
                        .orElseThrow()).timetable().rows().size(),
                "what was pasted is there");
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
