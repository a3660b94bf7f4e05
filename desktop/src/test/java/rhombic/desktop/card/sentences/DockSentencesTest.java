package rhombic.desktop.card.sentences;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.work.Edits;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Dock;
import rhombic.study.kind.GoodsIn;
import rhombic.study.kind.GoodsOut;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.value.MixPart;
import rhombic.study.value.PieceType;
import rhombic.study.work.Recipe;

/** What the cards of docks and of goods in that bring load carriers say, and where links to docks end. */
class DockSentencesTest {
    private final Study study = Edits.withNewType(Study.empty().withPieceTypes(List.of(PieceType.usual("Box"))), "Truck", PieceType::truck)
            .with(List.of(new Dock(Dock.KIND.blank(Basics.of("Dock", Placement.at(0, 0))).basics(), true, new Recipe.Fixed(List.of()),
                    Optional.empty(), DistributionText.parse("2 min"),
                    DistributionText.parse("1 min")),
                    new GoodsOut("Gate", Placement.at(-30, 0)), element("Store", 12)), List.of());

    private static PlantElement element(String name, double x) {
        return new Buffer(name, Placement.at(x, 0), OptionalInt.empty(), Buffer.Order.OLDEST_FIRST);
    }

    private static Study edited(Study study, String name, String id, String text) {
        return Sentences.of(study, study.find(name).orElseThrow()).stream().flatMap(sentence -> sentence.parts().stream())
                .filter(Sentence.Token.class::isInstance).map(Sentence.Token.class::cast).filter(token -> token.id().equals(id)).findFirst()
                .orElseThrow().change().apply(text).apply(study);
    }

    private static boolean says(Study study, String name, String text) {
        return Sentences.of(study, study.find(name).orElseThrow()).stream().anyMatch(sentence -> sentence.text().contains(text));
    }

    private static Dock dock(Study study) {
        return (Dock) study.find("Dock").orElseThrow();
    }

    private static Study loaded(Study study, String name) {
        return Sentences.of(study, study.find(name).orElseThrow()).stream().flatMap(sentence -> sentence.parts().stream())
                .filter(Sentence.Token.class::isInstance).map(Sentence.Token.class::cast).filter(token -> token.id().equals("load"))
                .map(token -> ((Sentence.Editor.Cells) token.editor()).grid()).findFirst().orElseThrow()
                .edit(new Sentence.Filled(List.of("part", "number"), List.of(List.of("Box", "12")), "")).apply(study);
    }

    @Test
    void aDockIsToldHowLongItTakesAndWhatItDoes() {
        assertTrue(says(study, "Dock", "A truck docks in 2 min, is unloaded and leaves in 1 min."));
        Study changed = edited(edited(study, "Dock", "docking", "uniform(3 min, 5 min)"), "Dock", "unloads", "is not unloaded");
        assertTrue(says(changed, "Dock", "A truck docks in uniform(3 min, 5 min), is not unloaded and leaves in 1 min."));
        assertEquals(false, dock(changed).unloads());
        assertThrows(IllegalArgumentException.class, () -> edited(study, "Dock", "docking", "3"), "a time without its unit");
    }

    @Test
    void itIsToldWhatTrucksTakeAlongAndWhenTheyLeave() {
        Study loading = loaded(study, "Dock");
        assertTrue(says(loading, "Dock", "Then it takes along 12 Box."));
        assertTrue(says(loading, "Dock", "It waits until it has all of that."));
        Study timed = edited(loading, "Dock", "add leave after", "");
        assertTrue(says(timed, "Dock", "It leaves when it has all of that, or with what is on it after 45 min"));
        assertEquals(loading, edited(timed, "Dock", "take out leave after", ""));
        Study byTruck = edited(loading, "Dock", "load depends", "the truck");
        assertTrue(dock(byTruck).load() instanceof Recipe.ByKey key && key.parts().containsKey("Truck"));
    }

    @Test
    void aGoodsInSaysWhatItsLoadCarriersBring() {
        Study boxes = study.with(GoodsIn.KIND.placed(study.names(), study.pieceTypes(), Placement.at(-60, 0)));
        assertEquals(false, says(boxes, "Goods in", "Each load carrier brings"), "it brings boxes");
        Study trucks = boxes.changed("Goods in", e -> ((GoodsIn) e).withMix(List.of(new MixPart("Truck", 1))));
        assertTrue(says(trucks, "Goods in", "Each load carrier brings + parts"));
        assertTrue(says(loaded(trucks, "Goods in"), "Goods in", "Each load carrier brings 12 Box."));
    }

    /** From outside a link leads to where trucks are, from inside to where pieces are moved. */
    @Test
    void aLinkEndsAtTheSideFromWhichItComes() {
        Study linked = study.linked("Dock", "Gate").linked("Dock", "Store").linked("Store", "Dock");
        assertEquals(List.of(" ", "unloading ", " loading"),
                linked.links().stream().map(link -> link.fromPort() + " " + link.toPort()).toList());
    }
}
