package rhombic.desktop.card.sentences;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.text.Sentence;
import rhombic.study.Study;
import rhombic.study.duty.FailureMode;
import rhombic.study.kind.PlantElement;
import rhombic.study.kind.Station;
import rhombic.study.place.Placement;
import rhombic.study.value.Attribute;
import rhombic.study.value.Value;

/** What is said of several at once, and changed in all of them. */
class SharedSentencesTest extends DemoCards {
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
}
