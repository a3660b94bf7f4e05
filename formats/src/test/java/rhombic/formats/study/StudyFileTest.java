package rhombic.formats.study;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.study.Alternative;
import rhombic.study.BoardChart;
import rhombic.study.Comparison;
import rhombic.study.Factor;
import rhombic.study.OwnResponse;
import rhombic.study.Study;
import rhombic.study.Sweep;
import rhombic.study.change.Changes;
import rhombic.study.check.StudyCheck;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.PlantElement;
import rhombic.study.value.Look;
import rhombic.study.value.PieceType;
import rhombic.study.value.ShutTime;
import rhombic.study.value.Timetable;
import rhombic.study.work.Supply;
import rhombic.testplants.RandomStudies;

import static org.junit.jupiter.api.Assertions.assertFalse;

class StudyFileTest {
    private static final Path DEMO = Path.of("../demo/bench/heat-pump-line.rhombic.json");
    private static final JsonSchema SCHEMA = schema();

    private static JsonSchema schema() {
        try {
            return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                    .getSchema(Files.readString(Path.of("../docs/study.schema.json")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Set<?> schemaFaults(String text) throws IOException {
        return SCHEMA.validate(new ObjectMapper().readTree(text));
    }

    private static List<StudyFormatException.Fault> faults(String text) {
        return assertThrows(StudyFormatException.class, () -> StudyReader.read(text)).faults();
    }

    /** The published schema is the one that follows from the declared kinds; ./rhombic schema writes it anew. */
    @Test
    void thePublishedSchemaFollowsFromTheKinds() throws Exception {
        assertEquals(StudySchema.write(), Files.readString(Path.of("../docs/study.schema.json")));
    }

    @Property(tries = 200, seed = "20261125")
    void everyChangeWrittenAndReadIsTheSameChange(@ForAll long seed) throws Exception {
        Changes changes = Changes.between(RandomStudies.of(seed), RandomStudies.of(seed + 1));
        assertEquals(changes, ChangeFile.read(ChangeFile.write(changes)));
        assertEquals(RandomStudies.of(seed + 1), ChangeFile.read(ChangeFile.write(changes)).applyTo(RandomStudies.of(seed)));
    }

    @Test
    void aStudyWithoutAPictureNeedsNoPlacesSizesAndLooks() throws Exception {
        String bare = SMALL.replace("\"position\": {\"x\": \"0 m\", \"y\": \"0 m\", \"heading\": 0}, ", "")
                .replace("\"position\": {\"x\": \"4 m\", \"y\": \"0 m\", \"heading\": 0}, ", "")
                .replace(", \"length\": \"1 m\", \"width\": \"1 m\", \"height\": \"1 m\", \"colour\": \"#112233\"", "");
        Study study = StudyReader.read(bare);
        assertEquals(Set.of(), schemaFaults(bare));
        assertEquals(PieceType.usual("Box"), study.pieceTypes().getFirst());
        assertEquals(List.of(0.0, 5.0), study.elements().stream().map(e -> e.placement().xMetres()).toList());
    }

    @Property(tries = 150, seed = "20261123")
    void whatWasWrittenReadsAsTheSameStudyAndFitsTheSchema(@ForAll long seed) throws Exception {
        Study study = seed % 3 == 0 ? compared(RandomStudies.of(seed), seed) : RandomStudies.of(seed);
        String text = StudyWriter.write(study);
        assertEquals(study, StudyReader.read(text));
        assertEquals(text, StudyWriter.write(StudyReader.read(text)));
        assertEquals(Set.of(), schemaFaults(text));
    }

    private static final List<String> EXTREMES = List.of("1e12 h", "999999999999 d", "-1e12 m", "1e-300 s", "0.1 ns", "4.9e-324 s",
            "1e12 kg",
            "1e-12 m/s", "100 %", "1e-320 %", "120:00", "2777777:46:39.999999999", "99:59:59.5", "Sun 23:59:59.9999999999",
            "0.30000000000000004 s",
            "\uD83C\uDFED".repeat(40), "\u202Eabc", "\uFEFFx", "a\u2028b", "\u0000", "\uD800", "=1+1", "<b>&amp;\"'\\/", "%n%s", "${x}",
            "../../x",
            "\u00A0", "x".repeat(81), "exponential(1e12 d)", "uniform(0 s, 1e12 h)", "2262-04-11T23:47", "9999-12-31T23:59", "true", "null",
            "1");
    private static final double[] EXTREME_NUMBERS = {0, -0.0, 1, -1, Integer.MAX_VALUE, Integer.MIN_VALUE, Long.MAX_VALUE, 1e300, -1e300,
            Double.MIN_VALUE, 1e-9, 0.1 + 0.2, 360, 100_000, 200_001};

    /** Extreme values at random places of a random study: it is refused in words, or it can be saved and opened again. */
    @Property(tries = 1500, seed = "20261129")
    void whateverCanBeReadCanBeSavedAndReadAgain(@ForAll long seed) throws Exception {
        Random random = new Random(seed);
        ObjectMapper mapper = new ObjectMapper();
        com.fasterxml.jackson.databind.JsonNode root = mapper.readTree(StudyWriter.write(RandomStudies.of(seed % 200)));
        for (int i = 0; i < 1 + random.nextInt(3); i++) {
            putExtreme(root, random);
        }
        Study study;
        try {
            study = StudyReader.read(mapper.writeValueAsString(root));
        } catch (StudyFormatException e) {
            return;
        }
        byte[] saved = StudyWriter.write(study).getBytes(StandardCharsets.UTF_8);
        Study again = StudyReader.read(new String(saved, StandardCharsets.UTF_8));
        assertTrue(study.equals(again), () -> difference(shown(study), shown(again)));
        assertTrue(StudyCheck.of(study).stream().noneMatch(problem -> problem.message().isBlank()), "the check never fails");
    }

    private static String shown(Study study) {
        StringBuilder shown = new StringBuilder();
        study.toString().chars().forEach(c -> shown.append(c < 127 && c > 31 ? (char) c : "\\u" + Integer.toHexString(c)));
        return shown.toString();
    }

    private static String difference(String one, String other) {
        int at = Math.max(0, Arrays.mismatch(one.toCharArray(), other.toCharArray()) - 40);
        return one.substring(at, Math.min(one.length(), at + 200)) + "\nis read as\n"
                + other.substring(at, Math.min(other.length(), at + 200));
    }

    private static void putExtreme(com.fasterxml.jackson.databind.JsonNode root, Random random) {
        com.fasterxml.jackson.databind.JsonNode at = root;
        while (true) {
            int chosen = at.isEmpty() ? 0 : random.nextInt(at.size());
            boolean isText = random.nextInt(3) > 0;
            String text = EXTREMES.get(random.nextInt(EXTREMES.size()));
            double number = EXTREME_NUMBERS[random.nextInt(EXTREME_NUMBERS.length)];
            if (at instanceof com.fasterxml.jackson.databind.node.ArrayNode array && !array.isEmpty()) {
                if (!array.get(chosen).isContainerNode()) {
                    array.set(chosen, isText ? array.textNode(text) : array.numberNode(number));
                    return;
                }
                at = array.get(chosen);
            } else if (at instanceof com.fasterxml.jackson.databind.node.ObjectNode object && !object.isEmpty()) {
                String key = List.copyOf(object.properties()).get(chosen).getKey();
                if (!object.get(key).isContainerNode()) {
                    object.set(key, isText ? object.textNode(text) : object.numberNode(number));
                    return;
                }
                at = object.get(key);
            } else {
                return;
            }
        }
    }

    /** To the end of the calendar, to fractions of a second. */
    @Property(tries = 1000, seed = "20261129")
    void anyTimeOfATimetableReadsAsItIsWritten(@ForAll Timetable.Repeat repeat, @ForAll @DoubleRange(max = 1e10) double any) {
        double seconds = Math.min(any, 1e10) % repeat.periodSeconds();
        for (double time : new double[] {seconds, Math.floor(seconds), Math.floor(seconds / 60) * 60, Math.floor(seconds / 3600) * 3600,
                Math.round(seconds * 10) / 10.0 % repeat.periodSeconds()}) {
            String text = Timetable.text(repeat, time);
            assertEquals(time, Timetable.seconds(repeat, text), text);
        }
    }

    @Test
    void arrivalsBeyondAHundredHoursAreSavedAndRead() throws Exception {
        Timetable timetable = new Timetable(Timetable.Repeat.ONCE,
                List.of(new Timetable.Row(99 * 3600.0, "Box", 1, Map.of()), new Timetable.Row(120 * 3600.0, "Box", 1, Map.of()),
                        new Timetable.Row(1e10, "Box", 1, Map.of())),
                "");
        Study study = StudyReader.read(SMALL).changed("In", element -> ((GoodsIn) element).withSupply(new Supply.ByTimetable(timetable)));
        assertEquals(study, StudyReader.read(StudyWriter.write(study)));
    }

    @Test
    void noAlternativeIsCalledAsTheStudyIs() {
        String text = SMALL.replaceFirst("\\{", "{\"comparison\": {\"alternatives\": [{\"name\": \"Base\", \"changes\": []}]},");
        assertTrue(faults(text).toString().contains("can't be called Base"), faults(text)::toString);
    }

    /** With alternatives, factors, sweeps, responses and charts. */
    private static Study compared(Study study, long seed) {
        Changes one = Changes.between(study, RandomStudies.of(seed + 1));
        Changes other = Changes.between(RandomStudies.of(seed + 1), study);
        Factor factor = new Factor("Whole plant", List.of(new Factor.Level("this", other), new Factor.Level("that", one)));
        return study.withComparison(Comparison.NONE.with(new Alternative("Other", one, 12.5))
                .with(new Alternative("Same", Changes.NONE, null)).with(factor)
                .withSweeps(List.of(new Sweep("", List.of("Whole plant")), new Sweep("Other", List.of("Whole plant"))))
                .withReference("Same")
                .withResponses(List.of("out", "per hour")).withOwn(List.of(new OwnResponse("per hour", "/h", "here.out / 8")))
                .withReplications(7)
                .withTargetHalfWidth(0.02)
                .withBoard(List.of(new BoardChart("States", BoardChart.Kind.STATES, List.of("E0"), BoardChart.Series.SUM, 9, true))));
    }

    @Test
    void aComparisonThatNamesWhatIsNotThereIsRefusedAtItsPlace() {
        Study study = RandomStudies.of(3).withComparison(Comparison.NONE.with(new Alternative("Other", Changes.NONE, null)));
        String text = StudyWriter.write(study);
        StudyFormatException refused = assertThrows(StudyFormatException.class,
                () -> StudyReader.read(text.replace("\"alternatives\"", "\"reference\" : \"Nobody\", \"alternatives\"")));
        assertEquals("comparison", refused.faults().getFirst().place());
        assertTrue(refused.faults().getFirst().message().contains("the alternative Nobody, which is not there"), refused::getMessage);
    }

    @Test
    void theDemoFitsTheSchemaAndIsWrittenAsItStands() throws Exception {
        String text = Files.readString(DEMO);
        assertEquals(Set.of(), schemaFaults(text));
        assertEquals(text, StudyWriter.write(StudyReader.open(DEMO)));
    }

    /** Whatever is done to a file, it is read or refused with a place; nothing else is thrown, and soon. */
    @Property(tries = 400, seed = "20261123")
    void aMutilatedFileIsRefusedInWordsWithinASecond(@ForAll long seed) throws Exception {
        byte[] bytes = Files.readAllBytes(DEMO);
        Random random = new Random(seed);
        byte[] broken = mutilated(bytes, random);
        assertTimeoutPreemptively(Duration.ofSeconds(1), () -> {
            try {
                StudyReader.read(new String(broken, StandardCharsets.UTF_8));
            } catch (StudyFormatException e) {
                assertTrue(!e.faults().isEmpty() && e.faults().stream().noneMatch(f -> f.place().isBlank() || f.message().isBlank()));
            }
        });
    }

    private static byte[] mutilated(byte[] bytes, Random random) {
        byte[] copy = bytes.clone();
        switch (random.nextInt(4)) {
            case 0 -> copy = Arrays.copyOf(copy, random.nextInt(copy.length));
            case 1 -> {
                for (int i = 0; i < 1 + random.nextInt(5); i++) {
                    copy[random.nextInt(copy.length)] = (byte) random.nextInt(256);
                }
            }
            case 2 -> {
                int from = random.nextInt(copy.length);
                int to = from + random.nextInt(copy.length - from);
                byte[] cut = new byte[copy.length - (to - from)];
                System.arraycopy(copy, 0, cut, 0, from);
                System.arraycopy(copy, to, cut, from, copy.length - to);
                copy = cut;
            }
            default -> {
                String text = new String(copy, StandardCharsets.UTF_8);
                String[] swaps = {"null", "-1", "[]", "{}", "1e999", "\"\"", "true", "99999999999999999999"};
                int at = text.indexOf(": ", random.nextInt(text.length() / 2));
                int end = text.indexOf('\n', at);
                copy = (text.substring(0, at + 2) + swaps[random.nextInt(swaps.length)] + text.substring(end))
                        .getBytes(StandardCharsets.UTF_8);
            }
        }
        return copy;
    }

    private static final String SMALL = """
            {"rhombicStudy": 2, "name": "Small",
             "run": {"start": "2027-01-04T06:00", "length": "8 h", "warmUp": "0 h", "seed": 1, "replications": 3},
             "pieceTypes": [{"name": "Box", "length": "1 m", "width": "1 m", "height": "1 m", "colour": "#112233"}],
             "equipment": [
              {"kind": "goods in", "name": "In", "position": {"x": "0 m", "y": "0 m", "heading": 0}, "pieceType": "Box", "supply": {"interarrival": "75 s", "pieces": 1}, "whenFull": "wait"},
              {"kind": "station", "name": "S", "position": {"x": "4 m", "y": "0 m", "heading": 0}, "places": 1, "inputCapacity": 0, "time": "60 s"}],
             "links": [{"from": "In", "to": "S"}]}
            """;

    @Test
    void aSmallFileIsReadWhole() throws Exception {
        Study study = StudyReader.read(SMALL);
        assertEquals(List.of("In", "S"), study.elements().stream().map(PlantElement::name).toList());
        assertEquals(1, study.links().size());
    }

    @Test
    void formsAndShutTimesAreReadAndWhatIsUsualNeedNotBeSaid() throws Exception {
        Study study = StudyReader.read(SMALL.replace("\"colour\": \"#112233\"",
                "\"looks\": [{\"name\": \"usual\", \"colour\": \"#112233\", \"form\": \"drum\"}, {\"name\": \"red\", \"colour\": \"#FF0000\"}]")
                .replace("\"time\": \"60 s\"",
                        "\"time\": \"60 s\", \"inletShut\": [{\"from\": \"0 s\", \"until\": \"90 min\"}, {\"from\": \"4 h\"}]"));
        assertEquals(List.of(Look.Form.DRUM, Look.Form.BOX), study.pieceTypes().getFirst().looks().stream().map(Look::form).toList());
        assertEquals("0 s to 90 min, 4 h on", ShutTime.text(study.elements().get(1).basics().inletShut()));
        String written = StudyWriter.write(study);
        assertTrue(written.contains("\"form\" : \"drum\"") && !written.contains("\"box\""), written);
        assertEquals(study, StudyReader.read(written));
        assertTrue(!StudyWriter.write(StudyReader.read(SMALL)).contains("inletShut"));
    }

    /** Each fault is told with its place and what to do. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', value = {
            "\"time\": \"60 s\" | \"time\": 60 | equipment[1].time | 60 has no unit: write 60 s, 60 min or 60 h",
            "\"time\": \"60 s\" | \"time\": \"60 m\" | equipment[1].time | is not a unit of a time",
            "\"time\": \"60 s\" | \"time\": \"-60 s\" | equipment[1].time | must not be negative",
            "\"time\": \"60 s\" | \"tiem\": \"60 s\" | equipment[1].tiem | is not a field known here",
            "\"places\": 1 | \"places\": 1.5 | equipment[1].places | must be a whole number without a unit",
            "\"places\": 1 | \"places\": 0 | equipment[1].places | The places of a station must be a whole number from 1",
            "\"places\": 1, | ~~ | equipment[1].places | is missing: add \"places\"",
            "\"time\": \"60 s\" | \"time\": \"60 s\", \"operations\": [{\"name\": \"a\", \"time\": \"5 s\", \"addsValue\": true}] | equipment[1].time | must not be there beside",
            "\"to\": \"S\" | \"to\": \"S\", \"travel\": {} | links[0].travel.carriedBy | is missing: add \"time\"",
            "\"to\": \"S\" | \"to\": \"S\", \"travel\": {\"speed\": \"0 m/s\"} | links[0].travel.speed | must be above 0 m/s",
            "\"to\": \"S\" | \"to\": \"S\", \"bends\": [{\"x\": \"1 m\"}] | links[0].bends[0].y | is missing",
            "\"time\": \"60 s\" | \"time\": \"60 s\", \"size\": {\"length\": \"0 m\", \"width\": \"1 m\", \"height\": \"1 m\"} | equipment[1].size | from 0.1 m to 1000 m",
            "\"start\": \"2027-01-04T06:00\" | \"start\": \"-999999999-01-01T00:00\" | run | years 1900 to 9999",
            "\"start\": \"2027-01-04T06:00\" | \"start\": \"+999999999-12-31T23:59\" | run | years 1900 to 9999",
            "\"kind\": \"station\" | \"kind\": \"robot\" | equipment[1].kind | must be",
            "\"x\": \"4 m\" | \"x\": \"4 km/h\" | equipment[1].position.x | is not a unit of a length",
            "\"x\": \"4 m\" | \"x\": \"99999 m\" | equipment[1].position | must be within",
            "\"heading\": 0}, \"places\" | \"heading\": \"north\"}, \"places\" | equipment[1].position.heading | must be a number",
            "\"to\": \"S\" | \"to\": \"T\" | the file | There is no equipment",
            "\"name\": \"S\" | \"name\": \"In\" | the file | Two pieces of equipment are called",
            "\"time\": \"60 s\" | \"time\": {\"formula\": \"45\", \"unit\": \"m\"} | equipment[1].time.unit | must be one of",
            "\"time\": \"60 s\" | \"time\": {\"table\": \"T\", \"keys\": []} | equipment[1].time | The keys of a look-up",
            "\"time\": \"60 s\" | \"time\": \"60 s\", \"load\": {\"pieces\": 0} | equipment[1].load | The pieces worked on together",
            "\"time\": \"60 s\" | \"time\": \"60 s\", \"inspection\": {\"failShare\": \"120 %\", \"factor\": 1, \"maxReworks\": 1, \"capacity\": 1} | equipment[1].inspection | from 0 % to 100 %",
            "\"time\": \"60 s\" | \"time\": \"60 s\", \"attributes\": {\"2x\": 1} | equipment[1].attributes.2x | An attribute must be called",
            "\"time\": \"60 s\" | \"time\": \"60 s\", \"service\": {\"everyPieces\": 40} | equipment[1].service.time | is missing",
            "\"time\": \"60 s\" | \"time\": \"60 s\", \"routing\": \"somehow\" | equipment[1].routing | must be one of",
            "\"interarrival\": \"75 s\", \"pieces\": 1 | \"timetable\": {\"repeat\": \"every day\", \"rows\": [{\"time\": \"25:00\", \"type\": \"Box\", \"quantity\": 1}]} | equipment[0].supply.timetable.rows[0].time | is no time of day",
            "\"time\": \"60 s\" | \"time\": \"60 s\", \"inletShut\": [{\"from\": \"2 h\", \"until\": \"1 h\"}] | equipment[1].inletShut[0] | opens later than that",
            "\"time\": \"60 s\" | \"time\": \"60 s\", \"inletShut\": [{\"from\": \"1 h\"}, {\"from\": \"2 h\"}] | equipment[1] | write the times in order",
            "\"time\": \"60 s\" | \"time\": \"60 s\", \"inletShut\": [{\"until\": \"1 h\"}] | equipment[1].inletShut[0].from | is missing",
            "\"pieceType\": \"Box\" | \"pieceType\": \"Box\", \"inletShut\": [] | equipment[0].inletShut | is not a field known here",
            "\"colour\": \"#112233\" | \"looks\": [{\"name\": \"usual\", \"colour\": \"#112233\", \"form\": \"ball\"}] | pieceTypes[0].looks[0].form | A form is one of box, drum, pallet and truck",
            "\"colour\": \"#112233\" | \"looks\": [{\"name\": \"usual\", \"colour\": \"red\"}] | pieceTypes[0].looks[0] | six digits",
            "\"pieceType\": \"Box\" | \"mix\": [{\"type\": \"Box\", \"weight\": -1}] | equipment[0].mix[0] | The weight of Box",
            "\"links\": [ | \"rules\": [{\"name\": \"R\", \"when\": {}, \"then\": []}], \"links\": [ | rules[0].when.piece | a rule begins with",
            "\"links\": [ | \"tables\": [{\"name\": \"T\", \"keys\": [\"a\"], \"rows\": [{\"keys\": [\"x\"], \"value\": \"1\"}, {\"keys\": [\"x\"], \"value\": \"2\"}]}], \"links\": [ | tables[0] | Rows 1 and 2 of table T have the same key",
            "\"to\": \"S\" | \"to\": \"S\", \"filter\": {\"types\": []} | links[0].filter.types | must name at least one",
            "\"length\": \"8 h\" | \"length\": \"0 h\" | run | must be above 0",
            "\"seed\": 1 | \"seed\": \"one\" | run.seed | must be a whole number",
            "\"replications\": 3 | \"replications\": null | run.replications | must not be null",
            "\"start\": \"2027-01-04T06:00\" | \"start\": \"tomorrow\" | run.start | must be a date and time",
            "\"rhombicStudy\": 2 | \"rhombicStudy\": 7 | rhombicStudy | open it with a newer program",
            "\"rhombicStudy\": 2, | ~~ | rhombicStudy | this is not a Rhombic study",
            "\"name\": \"Small\" | \"name\": \"Small\", \"name\": \"Again\" | line 1, column | says a field for the second time",
            "\"seed\": 1 | \"seed\": NaN | line 2, column | can't be read as JSON",
            "\"links\": [{\"from\": \"In\", \"to\": \"S\"}] | \"links\": {} | links | must be a list",
            "\"whenFull\": \"wait\" | \"whenFull\": \"explode\" | equipment[0].whenFull | must be one of"})
    void faultsAreToldAtTheirPlace(String name, String instead, String place, String message) {
        String broken = SMALL.replace(name.strip(), instead == null ? "" : instead.strip());
        assertTrue(!broken.equals(SMALL), "the replacement must hit");
        List<StudyFormatException.Fault> faults = faults(broken);
        assertTrue(faults.stream().anyMatch(f -> f.place().startsWith(place) && f.message().contains(message)), faults.toString());
    }

    @Test
    void allFaultsAreToldAtOnce() {
        List<StudyFormatException.Fault> faults = faults(
                SMALL.replace("\"time\": \"60 s\"", "\"time\": 60").replace("\"8 h\"", "8").replace("#112233", "red"));
        assertEquals(List.of("run.length", "pieceTypes[0].colour", "equipment[1].time"),
                faults.stream().map(StudyFormatException.Fault::place).toList());
    }

    @Test
    void whatIsNoFileIsRefused(@TempDir Path folder) throws Exception {
        assertThrows(IOException.class, () -> StudyReader.open(folder.resolve("missing.rhombic.json")));
        assertTrue(assertThrows(IOException.class, () -> StudyReader.open(folder)).getMessage().contains("it is a folder"));
        Path binary = Files.write(folder.resolve("binary"), new byte[] {(byte) 0xff, (byte) 0xfe, 0, 1, 2});
        assertTrue(assertThrows(StudyFormatException.class, () -> StudyReader.open(binary)).getMessage().contains("not text in UTF-8"));
        assertThrows(StudyFormatException.class, () -> StudyReader.read("[".repeat(100_000)));
        assertThrows(StudyFormatException.class, () -> StudyReader.read(""));
        assertThrows(StudyFormatException.class, () -> StudyReader.read("[]"));
    }

    /** A message about a broken file is in our words, with its place. */
    @ParameterizedTest
    @ValueSource(strings = {"{ half a file", "[1,2", "{\"rhombic\": tru", "{\"a\":1,}", "\u0000\u0001", "nonsense", "{'a':1}",
            "{\"a\":\"x"})
    void aBrokenFileIsToldWithoutTheWordsOfALibrary(String text) {
        String message = String.valueOf(assertThrows(StudyFormatException.class, () -> StudyReader.read(text)).getMessage());
        assertTrue(message.startsWith("line 1, column "), message);
        for (String foreign : List.of("Unexpected", "token", "Source", "REDACTED", "JSON String", "Exception", "expecting")) {
            assertFalse(message.contains(foreign), message);
        }
    }
}
