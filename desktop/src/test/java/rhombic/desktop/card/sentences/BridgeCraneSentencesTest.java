package rhombic.desktop.card.sentences;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.desktop.card.text.Sentence;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.area.Zone;
import rhombic.study.crane.BridgeCrane;
import rhombic.study.crane.CraneForm;
import rhombic.study.crane.CraneSharing;
import rhombic.study.duty.Need;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Crew;
import rhombic.study.kind.GoodsOut;
import rhombic.study.place.Placement;

class BridgeCraneSentencesTest {
    private final Study study = Study.empty().with(List.of(BridgeCrane.KIND.blank(Basics.of("Crane", Placement.at(0, 0))),
            Buffer.KIND.blank(Basics.of("Store", Placement.at(-5, 0))), GoodsOut.KIND.blank(Basics.of("Out", Placement.at(5, 0)))),
            List.of(new Link("Store", "Out").withTravel(new Travel.Carried(Need.of("Crane"), 1))));

    private static boolean says(Study study, String text) {
        return Sentences.of(study, study.find("Crane").orElseThrow()).stream().anyMatch(sentence -> sentence.text().contains(text));
    }

    private static Study edited(Study study, String id, String text) {
        return Sentences.of(study, study.find("Crane").orElseThrow()).stream().flatMap(sentence -> sentence.parts().stream())
                .filter(Sentence.Token.class::isInstance).map(Sentence.Token.class::cast).filter(token -> token.id().equals(id)).findFirst()
                .orElseThrow().change().apply(text).apply(study);
    }

    private static BridgeCrane crane(Study study) {
        return study.find("Crane", BridgeCrane.class).orElseThrow();
    }

    @Test
    void aCraneReadsAsItRuns() {
        assertTrue(says(study, "1 bridge crane runs on a runway of 30 m with a span of 12 m."));
        assertTrue(says(study, "Loads of any weight are lifted up to 5 m, and pass 0.5 m above whatever stands below."));
        assertTrue(says(study, "They lift from Store to Out."));
        Study two = edited(study, "cranes", "2");
        assertTrue(says(two, "2 bridge cranes run on a runway of 30 m with a span of 12 m; the middles of two bridges stay 4 m apart, "
                + "and each fetches in its own part of the runway."));
        assertEquals(CraneSharing.EVERYWHERE, crane(edited(two, "sharing", "everywhere")).use().sharing());
        assertTrue(says(study.withLinks(List.of()), "Nothing is lifted yet"));
    }

    @Test
    void anOperatorWalksAlongWhereThereArePeople() {
        Study with = study.with(Crew.KIND.blank(Basics.of("Slingers", Placement.at(0, 9))));
        assertTrue(says(with, "Each needs no operator."));
        Study operated = edited(with, "operator", "needs one of Slingers");
        assertEquals("Slingers", crane(operated).driver());
        assertTrue(says(operated, "Each needs one of Slingers who walks along below."));
        assertEquals(with, edited(operated, "operator", "needs no operator"));
    }

    @Test
    void aJibCraneReadsOtherwise() {
        Study jib = edited(edited(edited(study, "cranes", "3"), "form", "jib crane"), "jib", "7 m");
        assertTrue(says(jib, "A jib crane, whose jib turns about its pillar by half a turn to either side and reaches 7 m."));
        assertTrue(says(jib, "The tip of the jib turns at "));
        assertEquals(7, crane(jib).jibMetres());
        assertThrows(IllegalArgumentException.class, () -> edited(jib, "jib", "7 s"));
        assertTrue(says(edited(jib, "form", "bridge crane"), "3 bridge cranes run on a runway of 14 m with a span of 14 m;"));
    }

    @Test
    void whatCanBeChanged() {
        assertEquals(CraneForm.GANTRY, crane(edited(study, "form", "gantry crane")).form());
        assertEquals("5000 kg", crane(edited(study, "max weight", "5 t")).maxWeight().map(value -> value.inBaseUnit() + " kg")
                .orElseThrow().replace(".0", ""));
        assertEquals("8 m", crane(edited(study, "lift height", "8 m")).runway().liftHeight().toString());
        assertEquals("0.4 m/s", crane(edited(study, "hoist speed", "0.4 m/s")).driving().hoist().speed().toString());
        assertEquals(Optional.empty(), crane(edited(study, "acceleration", "at once")).driving().bridge().acceleration());
        Study byFormula = edited(edited(study, "vehicle rule", "the lowest by formula"), "member formula", "member.metres");
        assertTrue(says(byFormula, "Of those that are free, the lowest by formula, member.metres, comes; of what is most urgent"));
        assertThrows(IllegalArgumentException.class, () -> edited(study, "span", "12"));
        assertThrows(IllegalArgumentException.class, () -> edited(study, "cranes", "40"));
        Study zoned = study.with(Zone.KIND.blank(Basics.of("Zone", Placement.at(0, 0))));
        assertTrue(says(zoned, "They fetch from everywhere below them."));
    }
}
