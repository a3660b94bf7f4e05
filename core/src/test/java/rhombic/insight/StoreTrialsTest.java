package rhombic.insight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Rack;
import rhombic.study.kind.StackerCrane;
import rhombic.study.place.Placement;
import rhombic.study.rack.AisleTransfer;
import rhombic.study.rack.OrderLine;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.value.PieceType;
import rhombic.validation.Lines;

/** What can be tried of a store. */
class StoreTrialsTest {
    private static Rack rack() {
        OrderLine often = new OrderLine("A", Quantity.percent(100), 2, 2);
        OrderLine seldom = new OrderLine("B", Quantity.percent(20), 1, 1);
        return Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0))).withLayout(l -> l.withAisles(3))
                .withStock(List.of(new RackStock("A", 20), new RackStock("B", 20)))
                .withOrders(Optional.of(new OrderPlan(time("10 min"), List.of(often, seldom), List.of(), Optional.empty())));
    }

    private static StackerCrane cranes(int count) {
        return StackerCrane.KIND.blank(Basics.of("Cranes", Placement.at(0, 20))).withRack("Rack").withCranes(count);
    }

    private static Study study(Rack rack, StackerCrane... cranes) {
        Lines lines = new Lines().types(PieceType.usual("A"), PieceType.usual("B")).chain(rack, goodsOut("Out"));
        for (StackerCrane one : cranes) {
            lines.chain(one);
        }
        return lines.study(8, 0, 1);
    }

    private static List<String> trials(Study study, String place) {
        return Trial.of(study, study.find(place).orElseThrow()).stream().map(Trial::text).toList();
    }

    private static Study after(Study study, String place, String text) {
        return Trial.of(study, study.find(place).orElseThrow()).stream().filter(trial -> trial.text().equals(place + ": " + text))
                .findFirst()
                .orElseThrow().changes().applyTo(study);
    }

    private static Rack rack(Study study) {
        return study.find("Rack", Rack.class).orElseThrow();
    }

    private static StackerCrane cranes(Study study) {
        return study.find("Cranes", StackerCrane.class).orElseThrow();
    }

    @Test
    void cranesCouldBeFasterHaveOneMoreAisleOrSlotsByClass() {
        Study study = study(rack(), cranes(3));
        assertEquals(List.of("Cranes: forks a tenth faster", "Cranes: slots by class, as the orders suggest",
                "Cranes: one more aisle with a crane",
                "Cranes: a tenth faster"), trials(study, "Cranes"));
        Study more = after(study, "Cranes", "one more aisle with a crane");
        assertEquals(4, rack(more).layout().aisles());
        assertEquals(4, cranes(more).cranes());
        Study classes = after(study, "Cranes", "slots by class, as the orders suggest");
        assertEquals(SlotChoice.BY_CLASS, rack(classes).storing().slotRule());
        assertEquals(List.of("A"), rack(classes).storing().classes().getFirst().types());
        assertTrue(trials(classes, "Cranes").stream().noneMatch(text -> text.contains("by class")), "it is so already");
        assertTrue(trials(study, "Rack").stream().noneMatch(text -> text.contains("aisle")), "told of its cranes");
    }

    @Test
    void whereATransferServesTheAislesOneMoreCraneIsEnough() {
        Study study = study(rack(), cranes(2).withTransfer(Optional.of(AisleTransfer.USUAL)));
        Study more = after(study, "Cranes", "one more crane");
        assertEquals(3, cranes(more).cranes());
        assertEquals(3, rack(more).layout().aisles());
        Study aisle = after(study, "Cranes", "one more aisle");
        assertEquals(2, cranes(aisle).cranes());
        assertEquals(4, rack(aisle).layout().aisles());
        assertTrue(trials(more, "Cranes").stream().noneMatch(text -> text.endsWith("one more crane")), "each aisle has its own");
    }

    @Test
    void aRackWithoutCranesIsTriedByItself() {
        Study study = study(rack());
        assertEquals(4, rack(after(study, "Rack", "one more aisle")).layout().aisles());
        assertEquals(SlotChoice.BY_CLASS, rack(after(study, "Rack", "slots by class, as the orders suggest")).storing().slotRule());
        Study unasked = study(rack().withOrders(Optional.empty()));
        assertTrue(trials(unasked, "Rack").stream().noneMatch(text -> text.contains("by class")), "nobody orders anything");
    }
}
