package rhombic.desktop.card.sentences;

import rhombic.study.Link;
import rhombic.study.kind.Buffer;
import rhombic.study.value.Attribute;
import rhombic.study.value.Value;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.desktop.card.text.Sentence;
import rhombic.quantity.Quantity;
import rhombic.quantity.Dimension;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.place.Placement;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.AisleTransfer;
import rhombic.study.rack.CraneCycles;
import rhombic.study.rack.FetchChoice;
import rhombic.study.rack.OrderLine;
import rhombic.study.rack.PickSequence;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.rack.TransferPoint;
import rhombic.study.value.PieceType;

/** What the cards of racks and of their cranes say, and what their tokens change. */
class RackSentencesTest {
    private final Study study = Study.empty().withPieceTypes(List.of(PieceType.pallet("Pallet"), PieceType.usual("Box")))
            .with(List.of(Rack.KIND.blank(Basics.of("Store", Placement.at(0, 0)))), List.of());

    private static Sentence.Token token(Study study, String name, String id) {
        return Sentences.of(study, study.find(name).orElseThrow()).stream().flatMap(sentence -> sentence.parts().stream())
                .filter(Sentence.Token.class::isInstance).map(Sentence.Token.class::cast).filter(token -> token.id().equals(id)).findFirst()
                .orElseThrow();
    }

    private static Study edited(Study study, String name, String id, String text) {
        return token(study, name, id).change().apply(text).apply(study);
    }

    private static Study filled(Study study, String id, List<List<String>> rows) {
        Sentence.Grid grid = ((Sentence.Editor.Cells) token(study, "Store", id).editor()).grid();
        return grid.edit(new Sentence.Filled(grid.headings(), rows, "")).apply(study);
    }

    private static boolean says(Study study, String name, String text) {
        return Sentences.of(study, study.find(name).orElseThrow()).stream().anyMatch(sentence -> sentence.text().contains(text));
    }

    private static Rack rack(Study study) {
        return study.find("Store", Rack.class).orElseThrow();
    }

    @Test
    void aRackReadsAsItIsBuilt() {
        assertTrue(says(study, "Store",
                "Is a rack of 1 aisle with slots on both sides, 20 bays long, 6 x 1.6 m high, 1 load deep: 240 places in all."));
        Study larger = edited(edited(edited(study, "Store", "aisles", "2"), "Store", "levels", "3 x 1 m, 1 x 2 m"), "Store", "depth", "2");
        assertTrue(says(larger, "Store",
                "2 aisles with slots on both sides, 20 bays long, 3 x 1 m, 1 x 2 m high, 2 loads deep: 640 places in all."));
        assertTrue(says(edited(larger, "Store", "form", "block store"), "Store", "Is a block store of 2 aisles"));
        assertEquals("900 kg", rack(edited(study, "Store", "max weight", "900 kg")).layout().maxWeight().orElseThrow().toString());
        assertEquals("4000 kg",
                rack(edited(study, "Store", "max bay weight", "4000 kg")).layout().maxBayWeight().orElseThrow().toString());
        assertThrows(IllegalArgumentException.class, () -> edited(study, "Store", "bays", "many"));
        assertThrows(IllegalArgumentException.class, () -> edited(study, "Store", "levels", "6"));
    }

    /** Each further infeed has a port of its own, which a link may name; one that is taken out takes its links with it, and the others keep theirs. */
    @Test
    void furtherInfeedsAreAddedLinkedAndTakenOut() {
        Study served = edited(edited(study, "Store", "add cranes", ""), "Store", "add infeed", "");
        Study three = edited(served, "Store", "add infeed", "").with(Buffer.KIND.blank(Basics.of("One", Placement.at(50, 0))))
                .with(Buffer.KIND.blank(Basics.of("Two", Placement.at(60, 0))));
        assertEquals(List.of(TransferPoint.End.FRONT, TransferPoint.End.REAR, TransferPoint.End.FRONT),
                rack(three).infeeds().stream().map(TransferPoint::end).toList());
        Study linked = edited(edited(three, "Store", "link to in 2", "One"), "Store", "link to in 3", "Two");
        assertTrue(says(linked, "Store", "those of One at the rear, 0.8 m high"));
        Study moved = edited(linked, "Store", "in 3 height", "2 m");
        Study without = edited(moved, "Store", "take out in 2", "");
        assertEquals(List.of(0.8, 2.0), rack(without).infeeds().stream().map(TransferPoint::heightMetres).toList());
        assertEquals(List.of("in 2"), without.links().stream().filter(link -> link.from().equals("Two")).map(Link::toPort).toList());
        assertTrue(without.links().stream().noneMatch(link -> link.from().equals("One")));
        Study out = edited(edited(without, "Store", "add outfeed", ""), "Store", "link to out 2", "One");
        assertTrue(says(out, "Store", "those to One at the rear, 0.8 m high"));
        assertEquals(without, edited(out, "Store", "take out out 2", ""));
    }

    /** One for each aisle, and from then on the card tells of infeed, outfeed and, with several aisles, the pre-zone. */
    @Test
    void cranesComeByAClick() {
        Study two = edited(study, "Store", "aisles", "2");
        Study served = edited(two, "Store", "add cranes", "");
        StackerCrane cranes = served.find("Stacker cranes", StackerCrane.class).orElseThrow();
        assertEquals(2, cranes.cranes());
        assertEquals("Store", cranes.rack());
        assertTrue(says(served, "Store", "It is served by Stacker cranes."));
        assertTrue(says(served, "Store",
                "Loads come in at the front, 0.8 m high, 1.5 m before the rack, with room for 2; they go out at the front"));
        assertTrue(says(served, "Store", "they go through the pre-zone at 0.5 m/s."));
        assertEquals(TransferPoint.End.REAR, rack(edited(served, "Store", "outfeed end", "at the rear")).outfeed().end());
        assertTrue(says(served, "Stacker cranes", "2 cranes serve the aisles of Store."));
        assertTrue(says(served, "Stacker cranes",
                "They work in double cycles, the oldest first. With nothing to do they stay where they are."));
        Study single = edited(served, "Stacker cranes", "cycle", "in single cycles");
        assertEquals(CraneCycles.Cycle.SINGLE, single.find("Stacker cranes", StackerCrane.class).orElseThrow().cycles().rule());
        assertEquals(Optional.empty(), edited(served, "Stacker cranes", "acceleration", "at once")
                .find("Stacker cranes", StackerCrane.class).orElseThrow().driving().travel().acceleration());
    }

    @Test
    void aTransferIsChosenAndTypedOnTheCard() {
        Study served = edited(edited(study, "Store", "aisles", "4"), "Store", "add cranes", "");
        assertTrue(says(served, "Stacker cranes", "Each stays in its aisle."));
        Study two = edited(edited(served, "Stacker cranes", "cranes", "2"), "Stacker cranes", "transfer",
                "changes aisles by a transfer at the rear");
        assertTrue(says(two, "Stacker cranes",
                "Each changes aisles by a transfer at the rear, which runs at 0.5 m/s; to drive onto it, and off it, takes 30 s. It leaves when nothing is left "
                        + "to do there, or after 10 cycles if another aisle waits."));
        Study other = edited(
                edited(edited(edited(two, "Stacker cranes", "transfer speed", "0.8 m/s"), "Stacker cranes", "drive on", "20 s"),
                        "Stacker cranes", "cycles", "1"),
                "Stacker cranes", "transfer", "changes aisles by a transfer at the front");
        assertEquals(
                Optional.of(
                        new AisleTransfer(TransferPoint.End.FRONT, Quantity.parse("0.8 m/s", Dimension.SPEED), Quantity.seconds(20), 1)),
                other.find("Stacker cranes", StackerCrane.class).orElseThrow().transfer());
        assertTrue(says(other, "Stacker cranes", "or after 1 cycle if another aisle waits."));
        assertThrows(IllegalArgumentException.class, () -> edited(two, "Stacker cranes", "transfer speed", "20 s"));
        assertEquals(edited(served, "Stacker cranes", "cranes", "2"), edited(other, "Stacker cranes", "transfer", "stays in its aisle"));
    }

    @Test
    void whereItStoresAndWhatItGivesOut() {
        Study byClass = edited(study, "Store", "slot rule", "by class");
        assertEquals(SlotChoice.BY_CLASS, rack(byClass).storing().slotRule());
        Study classes = filled(byClass, "classes", List.of(List.of("20 %", "box"), List.of("80 %", "")));
        assertEquals(List.of(new StorageClass(Quantity.percent(20), List.of("Box")), new StorageClass(Quantity.percent(80), List.of())),
                rack(classes).storing().classes());
        assertTrue(says(classes, "Store", "20 % for Box; 80 % for all others"));
        assertThrows(IllegalArgumentException.class, () -> filled(byClass, "classes", List.of(List.of("20 %", "Cheese"))));
        Study asked = edited(edited(byClass, "Store", "add orders", ""), "Store", "classes from demand", "");
        assertEquals(List.of(new StorageClass(Quantity.percent(100), List.of("Pallet"))), rack(asked).storing().classes());
        Study bySlot = edited(study, "Store", "slot rule", "by a formula");
        assertTrue(says(bySlot, "Store", "in the free slot with the smallest slot.seconds"));
        assertEquals("slot.level * 2", rack(edited(bySlot, "Store", "slot formula", "slot.level * 2")).storing().slotFormula());
        Study picked = edited(study, "Store", "add picking", "");
        assertTrue(says(picked, "Store",
                "Whoever fetches picks from its slots, going through each aisle, 1 order in a tour, each in all aisles. Each place takes "
                        + "8 s, and each piece 3 s more"));
        assertEquals(PickSequence.RETURN,
                rack(edited(picked, "Store", "pick sequence", "into each aisle and back")).picking().orElseThrow().sequence());
        assertEquals(0, rack(edited(picked, "Store", "orders per tour", "")).picking().orElseThrow().ordersPerTour());
        Study zoned = edited(picked, "Store", "aisles per zone", "2");
        assertEquals(2, rack(zoned).picking().orElseThrow().aislesPerZone());
        assertTrue(says(zoned, "Store", "in zones of 2 aisles, handed on"));
        assertEquals(0, rack(edited(zoned, "Store", "aisles per zone", "")).picking().orElseThrow().aislesPerZone());
        assertEquals(Optional.empty(), rack(edited(picked, "Store", "take out picking", "")).picking());
        Study formula = edited(study, "Store", "fetch rule", "by a formula");
        assertEquals("piece.age", rack(formula).fetching().formula());
        assertEquals(FetchChoice.NEWEST, rack(edited(study, "Store", "fetch rule", "the newest first")).fetching().rule());
        Study stays = edited(study, "Store", "add min stay", "");
        assertTrue(says(stays, "Store", "A load stays at least 12 h"));
        assertEquals(study, edited(stays, "Store", "take out min stay", ""));
        assertEquals("3 d", rack(edited(study, "Store", "max stay", "3 d")).fetching().maxStay().orElseThrow().toString());
    }

    @Test
    void customerOrdersAreTyped() {
        Study orders = edited(study, "Store", "add orders", "");
        assertTrue(says(orders, "Store",
                "Only what customer orders ask for goes out. One comes every exponential(10 min) and asks for 1 Pallet."));
        Study lines = filled(orders, "order lines", List.of(List.of("Pallet", "2-5", "60 %"), List.of("Box", "1", "")));
        assertEquals(List.of(new OrderLine("Pallet", Quantity.percent(60), 2, 5), new OrderLine("Box", 1)),
                rack(lines).orders().orElseThrow().lines());
        Study list = filled(lines, "order list", List.of(List.of("17", "2 h", "box", "4", "yes"), List.of("17", "2 h", "Pallet", "1", "")));
        assertTrue(says(list, "Store", "Beside these come 1 order of a list."));
        assertTrue(rack(list).orders().orElseThrow().list().getFirst().urgent());
        assertTrue(says(edited(list, "Store", "due", "2 h"), "Store", "An order is to be done within 2 h."));
        assertTrue(says(list, "Store", "What is not in stock when it comes waits."));
        assertTrue(
                says(edited(list, "Store", "short stock", "is struck off"), "Store", "What is not in stock when it comes is struck off."));
        assertEquals(study, edited(list, "Store", "take out orders", ""));
        assertTrue(says(list, "Store", "A piece stands for one unit."));
        Study counted = list.withPieceTypes(list.pieceTypes().stream()
                .map(type -> type
                        .withAttributes(List.of(new Attribute("cartons", new Value.Num(24)), new Attribute("picked", new Value.Num(0)))))
                .toList());
        Study units = edited(edited(counted, "Store", "units", "cartons units"), "Store", "taken", "picked tells");
        assertTrue(says(units, "Store", "A piece stands for cartons units, of which orders take some; how many, picked tells."));
        assertEquals(counted, edited(edited(units, "Store", "taken", "nobody tells"), "Store", "units", "one unit"));
        Study stock = filled(study, "stock", List.of(List.of("Box", "12")));
        assertTrue(says(stock, "Store", "At the start 12 Box are in it."));
        Study share = filled(study, "stock", List.of(List.of("Box", "40 %"), List.of("Pallet", "3")));
        assertTrue(says(share, "Store", "At the start 40 % Box, 3 Pallet are in it."));
        assertEquals(List.of(RackStock.ofShare("Box", Quantity.percent(40)), new RackStock("Pallet", 3)), rack(share).stock());
        assertThrows(IllegalArgumentException.class, () -> filled(study, "stock", List.of(List.of("Box", "140 %"))));
    }
}
