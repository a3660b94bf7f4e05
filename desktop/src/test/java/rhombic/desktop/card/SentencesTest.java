package rhombic.desktop.card;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.formats.study.StudyReader;
import rhombic.study.Equipment;
import rhombic.study.Study;

class SentencesTest {
    private Study study;

    @BeforeEach
    void open() throws Exception {
        study = StudyReader.open(Path.of("../demo/heat-pump-line.rhombic.json"));
    }

    private List<Sentence> of(String name) {
        return name.isEmpty() ? Sentences.of(study) : Sentences.of(study, study.find(name).orElseThrow());
    }

    private Sentence.Token token(String name, String id) {
        return of(name).stream().flatMap(s -> s.parts().stream()).filter(p -> p instanceof Sentence.Token t && t.id().equals(id))
                .map(p -> (Sentence.Token) p).findFirst().orElseThrow();
    }

    @Test
    void aStationReadsAsPlainSentences() {
        assertEquals(List.of("Takes 2 pieces at a time, with room for 4 before it.", "Works triangular(110 s, 140 s, 190 s) on each.",
                "Hands on to Frame buffer  + share."), of("Frame assembly").stream().map(Sentence::text).limit(3).toList());
        assertEquals("Hands on to Charging, 95 %", of("Leak test").get(2).text());
        assertEquals("and to Repair bench, 5 %.", of("Leak test").get(3).text());
    }

    @Test
    void aGoodsInReadsAsPlainSentences() {
        assertEquals(List.of("Brings 1 piece of Housing every exponential(112 s).", "The first come at 0 s. They come at their times.",
                "While there is no room for them they wait here.", "Brings at most any number."), of("Housings in").stream().map(Sentence::text).limit(4).toList());
    }

    /** What is typed into a token shows in the sentence afterwards. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "Frame assembly | places | 3 pieces | Takes 3 pieces at a time",
        "Frame assembly | time | exponential(2 min) | Works exponential(2 min) on each",
        "Frame buffer | room | 9 | Has room for 9 pieces",
        "Frame buffer | room | no limit | Has room for any number",
        "Frame buffer | order | newest first | hands on the newest first",
        "Housings in | pieces | 4 | Brings 4 pieces of Housing",
        "Housings in | piece type | Large housing | Brings 1 piece of Large housing",
        "Housings in | when full | are turned away | they are turned away",
        "Housings in | supply | on demand | They come on demand",
        "Housings in | most | 500 | Brings at most 500 pieces",
        "Leak test | share 1 | 90 % | Hands on to Charging, 90 %",
        "Leak test | way 2 | prefer it | Hands on to Repair bench, 5 %",
        "Leak test | link | Dispatch | and to Dispatch",
        "Wrapping | x | 4.25 m | Stands at 4.25 m east",
        "Wrapping | turned | 45 | turned 45°",
        "'' | length | 16 h | for 16 h",
        "'' | seed | -3 | from seed -3",
        "'' | Housing colour | #123456 | and is #123456"})
    void aTokenChangesWhatItSays(String thing, String id, String typed, String said) {
        study = token(thing, id).change().apply(typed).apply(study);
        assertTrue(of(thing).stream().anyMatch(s -> s.text().contains(said)), of(thing).stream().map(Sentence::text).toList().toString());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "Frame assembly | places | many | must be a whole number",
        "Frame assembly | places | 0 | from 1 to 10000; got 0",
        "Frame assembly | time | 90 | 90 has no unit: write 90 s, 90 min or 90 h",
        "Frame assembly | time | triangular(9 s) | Write 3 values here",
        "Leak test | share 1 | 95 | 95 has no unit: write 95 %",
        "Leak test | share 1 | 120 % | from 0 % to 100 %",
        "Wrapping | x | 4 | 4 has no unit",
        "Wrapping | turned | north | must be a number of degrees",
        "Frame buffer | name | Wrapping | are called",
        "'' | start | tomorrow | must be a date and time",
        "'' | length | 0 h | must be above 0",
        "'' | warm-up | 9 h | shorter than the run",
        "'' | seed | x | must be a whole number",
        "'' | Housing size | 1 m | Write length, width and height"})
    void aWrongTokenIsRefusedWithTheRule(String thing, String id, String typed, String message) {
        Study before = study;
        String said = assertThrows(IllegalArgumentException.class, () -> {
            if (id.equals("name")) {
                study.changed(thing, e -> e.named(typed));
            } else {
                token(thing, id).change().apply(typed).apply(study);
            }
        }).getMessage();
        assertTrue(said.contains(message), said);
        assertEquals(before, study);
    }

    @Test
    void everyThingOfTheDemoHasItsCard() {
        for (Equipment thing : study.equipment()) {
            assertTrue(of(thing.name()).stream().noneMatch(s -> s.text().isBlank()), thing.name());
        }
    }
}
