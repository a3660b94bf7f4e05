package rhombic.desktop.card.sentences;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.desktop.card.text.Sentence;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.space.Pose;
import rhombic.study.Link;
import rhombic.study.Study;
import rhombic.study.Travel;
import rhombic.study.duty.Need;
import rhombic.study.duty.TravelChoice;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Buffer;
import rhombic.study.kind.Crew;
import rhombic.study.kind.PlantElement;
import rhombic.study.place.Placement;
import rhombic.study.site.Aisle;
import rhombic.study.site.Barrier;
import rhombic.study.site.Fence;
import rhombic.study.site.LineElement;
import rhombic.study.site.Wall;

/** What the cards of walls, fences and aisles say, and what their tokens change. */
class SiteSentencesTest {
    private static PlantElement laid(LineElement kind, double x0, double y0, double x1, double y1) {
        return kind.through(List.of(Pose.at(x0, y0, 0, 0), Pose.at(x1, y1, 0, 0)));
    }

    private static Basics named(String name) {
        return Basics.of(name, Placement.at(0, 0));
    }

    private final Study study = Study.empty().with(List.of(laid(Wall.KIND.blank(named("W")), 0, 0, 12, 0),
            laid(Fence.KIND.blank(named("F")), 0, 5, 9, 5), laid(Aisle.KIND.blank(named("A")), 0, 9, 20, 9)), List.of());

    private static Study edited(Study study, String name, String id, String text) {
        return Sentences.of(study, study.find(name).orElseThrow()).stream().flatMap(sentence -> sentence.parts().stream())
                .filter(Sentence.Token.class::isInstance).map(Sentence.Token.class::cast).filter(token -> token.id().equals(id)).findFirst()
                .orElseThrow().change().apply(text).apply(study);
    }

    private static List<String> text(Study study, String name) {
        return Sentences.of(study, study.find(name).orElseThrow()).stream().map(Sentence::text).toList();
    }

    @Test
    void aWallReadsAsPlainSentencesAndGetsDoors() {
        assertEquals(List.of("Nobody goes through it.", "Is 12.00 m long, 3 m high and 0.2 m thick.", "+ door + opening"),
                text(study, "W").subList(0, 3));
        Study open = edited(edited(study, "W", "add door", ""), "W", "add opening", "");
        Barrier wall = (Barrier) open.find("W").orElseThrow();
        assertEquals(List.of("6 m", "2.25 m"), wall.openings().stream().map(one -> one.position().toString()).toList(),
                "each in the middle of the longest part that is left");
        assertEquals("At 6 m it has a door, 3 m wide and 2.5 m high. take it out", text(open, "W").get(2));
        Study changed = edited(edited(open, "W", "width of opening 1", "1.2 m"), "W", "kind of opening 1", "an opening");
        assertEquals("At 6 m it has an opening, 1.2 m wide and 2.5 m high. take it out", text(changed, "W").get(2));
        assertEquals(1, ((Barrier) edited(changed, "W", "take out of opening 1", "").find("W").orElseThrow()).openings().size());
        assertThrows(IllegalArgumentException.class, () -> edited(open, "W", "width of opening 1", "5 kg"));
        assertThrows(IllegalArgumentException.class, () -> edited(open, "W", "thickness", "9 m"));
    }

    @Test
    void aFenceHasAHeight() {
        assertEquals("Is 9.00 m long, 2 m high.", text(study, "F").get(1));
        assertEquals(1.2, ((Fence) edited(study, "F", "height", "1.2 m").find("F").orElseThrow()).heightMetres(), 1e-12);
    }

    @Test
    void anAisleSaysForWhomItIsAndGetsOneBesideIt() {
        assertEquals(List.of("Is for people and vehicles, 2 m wide and 20.00 m long. ", "One goes along it both ways, at any speed.",
                "Nobody uses it yet. + one beside it").stream().map(String::strip).toList(),
                text(study, "A").subList(0, 3).stream().map(String::strip).toList());
        Study oneWay = edited(study, "A", "direction", "forward");
        Study two = edited(oneWay, "A", "parallel", "");
        Aisle beside = (Aisle) two.elements().getLast();
        assertEquals(Aisle.Direction.BACKWARD, beside.direction());
        assertEquals(11.2, beside.cornersOnFloor().getFirst().y(), 1e-9);
        assertEquals(4, two.names().size());
        assertEquals(Optional.of(Quantity.parse("1.5 m/s", Dimension.SPEED)),
                ((Aisle) edited(study, "A", "max speed", "1.5 m/s").find("A").orElseThrow()).maxSpeed());
        Study crewed = study.with(Crew.usual(named("Porters")));
        assertEquals("It is used by Porters. + one beside it", text(crewed, "A").get(2));
        Study around = edited(crewed, "Porters", "travel", "around what stands there");
        assertEquals("Nobody uses it yet. + one beside it", text(around, "A").get(2));
    }

    @Test
    void anAisleSaysThatStopsLieOnItAndEquipmentWhereItIsReached() {
        Study carried = study.with(
                List.of(Buffer.KIND.blank(Basics.of("Store", Placement.at(4, 5))),
                        Buffer.KIND.blank(Basics.of("Next", Placement.at(14, 5))),
                        Crew.usual(Basics.of("Porters", Placement.at(0, 14)))
                                .withRules(rules -> rules.withTravel(TravelChoice.ON_AISLES))),
                List.of(new Link("Store", "Next").withTravel(new Travel.Carried(Need.of("Porters"), 1))));
        assertTrue(text(carried, "A").contains("It is used by Porters. + one beside it 2 stops lie on it: they can be dragged."),
                text(carried, "A").toString());
        assertTrue(text(carried, "Store").contains("Whoever carries along aisles reaches its \u201cout\u201d from the nearest place on A."),
                text(carried, "Store").toString());
        Study moved = edited(carried, "Store", "stop out", "6 m 4 m");
        assertTrue(
                text(moved, "Store")
                        .contains("Whoever carries along aisles reaches its \u201cout\u201d from a stop nearest to 6 m 4 m on A."),
                text(moved, "Store").toString());
        assertEquals(carried, edited(moved, "Store", "stop out", " "));
        assertThrows(IllegalArgumentException.class, () -> edited(carried, "Store", "stop out", "6 m"));
    }
}
