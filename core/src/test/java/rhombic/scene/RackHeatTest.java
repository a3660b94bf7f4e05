package rhombic.scene;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static rhombic.validation.Lines.goodsOut;
import static rhombic.validation.Lines.time;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import rhombic.plant.Runs;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.Basics;
import rhombic.study.kind.Rack;
import rhombic.study.place.Placement;
import rhombic.study.rack.ListedOrder;
import rhombic.study.rack.OrderPlan;
import rhombic.study.rack.RackStock;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.study.value.PieceType;
import rhombic.trace.Moment;
import rhombic.validation.Lines;

/** What is shown as heat of the loads of a rack. */
class RackHeatTest {
    private static final OrderPlan NEVER = new OrderPlan(time("1 h"), List.of(),
            List.of(new ListedOrder("One", Quantity.hours(3), "A", 1, false)), Optional.empty());

    /** One A lies there at the start, one comes at 1000 s, and B at 3000 s. */
    private static Study study(UnaryOperator<Rack> change) {
        Rack rack = Rack.KIND.blank(Basics.of("Rack", Placement.at(0, 0))).withLayout(l -> l.withDepth(3))
                .withStock(List.of(new RackStock("A", 1))).withOrders(Optional.of(NEVER));
        return new Lines().types(PieceType.usual("A"), PieceType.usual("B"))
                .chain(Lines.timetable("In", "1000 s A", "3000 s B"), change.apply(rack), goodsOut("Out")).study(4, 0, 1);
    }

    /** The level of each body at the rack, by body. */
    private static Map<Integer, Integer> levels(Study study, RackHeat.By by, double seconds) {
        UnfoldedStudy unfolded = UnfoldedStudy.of(study);
        int node = unfolded.number("Rack");
        Moment moment = Runs.traceOf(study).at((long) (seconds * 1e9));
        RackHeat heat = new RackHeat(unfolded, (Rack) unfolded.element(node), node, by);
        heat.look(moment);
        Map<Integer, Integer> all = new TreeMap<>();
        for (int body = moment.firstAt(node); body >= 0; body = moment.next(body)) {
            all.put(body, heat.level(moment, body));
        }
        return all;
    }

    @ParameterizedTest
    @CsvSource({"2000, 0:5 1:3", "6000, 0:5 1:4 2:3"})
    void whatHasLainThereLongestIsHottest(double seconds, String expected) {
        assertEquals(expected, text(levels(study(r -> r), RackHeat.By.AGE, seconds)));
    }

    @Test
    void whatHasStayedTooLongIsAboveAll() {
        Study study = study(r -> r.withFetching(f -> f.withMaxStay(Optional.of(Quantity.seconds(4000)))));
        assertEquals("0:6 1:6 2:3", text(levels(study, RackHeat.By.AGE, 6000)));
    }

    /** Two of A are in one slot of three places, B alone in another. */
    @Test
    void aFullerSlotIsHotter() {
        assertEquals("0:3 1:3 2:2", text(levels(study(r -> r), RackHeat.By.FILL, 6000)));
    }

    @Test
    void theLastClassIsHottest() {
        Study study = study(r -> r.withStoring(s -> s.withSlotRule(SlotChoice.BY_CLASS)
                .withClasses(List.of(new StorageClass(Quantity.percent(50), List.of("B")),
                        new StorageClass(Quantity.percent(50), List.of("A"))))));
        assertEquals("0:5 1:5 2:0", text(levels(study, RackHeat.By.CLASS, 6000)));
    }

    private static String text(Map<Integer, Integer> levels) {
        return String.join(" ", levels.entrySet().stream().map(one -> one.getKey() + ":" + one.getValue()).toList());
    }
}
