package rhombic.study.rack;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import rhombic.chance.DistributionText;
import rhombic.quantity.Quantity;

class TurnoverClassesTest {
    private static OrderPlan plan(OrderLine... lines) {
        return OrderPlan.of(DistributionText.parse("exponential(30 min)"), lines);
    }

    /** Two orders an hour: 4 A, 1 B and 1.5 C an hour, for 100, 100 and 300 slots. */
    @Test
    void whatIsAskedForMostForEachSlotIsNearest() {
        List<StorageClass> classes = TurnoverClasses.of(List.of(new RackStock("C", 300), new RackStock("A", 100), new RackStock("B", 100)),
                1000,
                plan(new OrderLine("A", 2), new OrderLine("B", Quantity.percent(50), 1, 1), new OrderLine("C", Quantity.percent(50), 1, 2)),
                8);
        assertEquals(List.of(new StorageClass(Quantity.percent(20), List.of("A")), new StorageClass(Quantity.percent(20), List.of("B")),
                new StorageClass(Quantity.percent(60), List.of("C"))), classes);
    }

    @Test
    void typesThatTurnOverAlikeShareAClassAndWhatNobodyAsksForIsLast() {
        List<StorageClass> classes = TurnoverClasses.of(List.of(new RackStock("A", 50), new RackStock("B", 100), new RackStock("D", 50)),
                1000,
                plan(new OrderLine("A", 1), new OrderLine("B", 2)), 8);
        assertEquals(
                List.of(new StorageClass(Quantity.percent(75), List.of("A", "B")), new StorageClass(Quantity.percent(25), List.of("D"))),
                classes);
    }

    /** Of the list 8 pieces in 8 hours, one an hour: less than the two of the lines. */
    @Test
    void listedOrdersCountForTheLengthOfTheRun() {
        OrderPlan plan = new OrderPlan(DistributionText.parse("30 min"), List.of(new OrderLine("A", 1)),
                List.of(new ListedOrder("One", Quantity.seconds(60), "B", 8, false)), Optional.empty());
        assertEquals(List.of(new StorageClass(Quantity.percent(50), List.of("A")), new StorageClass(Quantity.percent(50), List.of("B"))),
                TurnoverClasses.of(List.of(), 1000, plan, 8));
    }
}
