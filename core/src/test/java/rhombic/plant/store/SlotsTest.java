package rhombic.plant.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import rhombic.plant.piece.Piece;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.rack.LevelHeights;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.RackRows;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.rack.Storing;

/** The choice of a slot, against looking at all slots one by one. */
class SlotsTest {
    private static final int TYPES = 3;
    private static final double[] HIGHS = {0.8, 1.1, 1.9};
    private static final double[] KILOGRAMS = {100, 250, 400};

    /** What is in each lane, lane by lane, as somebody would keep it on paper. */
    private static final class Paper {
        private final RackLayout layout;
        private final Storing storing;
        private final List<List<Integer>> lanes = new ArrayList<>();

        Paper(RackLayout layout, Storing storing) {
            this.layout = layout;
            this.storing = storing;
            IntStream.range(0, layout.lanesInAisle()).forEach(lane -> lanes.add(new ArrayList<>()));
        }

        private List<Integer> ranked() {
            boolean byBay = storing.slotRule() == SlotChoice.FIRST_FREE;
            Comparator<Integer> first = Comparator.comparingDouble(lane -> byBay ? layout.bay(lane) : seconds(layout, lane));
            return IntStream.range(0, lanes.size()).boxed()
                    .sorted(first.thenComparing(layout::bay).thenComparing(layout::level).thenComparing(layout::row)).toList();
        }

        private int classOf(int rank) {
            if (storing.slotRule() != SlotChoice.BY_CLASS) {
                return 0;
            }
            double part = (rank + 0.5) / lanes.size();
            double up = 0;
            for (int i = 0; i < storing.classes().size(); i++) {
                up += storing.classes().get(i).share().inBaseUnit();
                if (part < up) {
                    return i;
                }
            }
            return storing.classes().size() - 1;
        }

        private double height(int lane) {
            return layout.levels().metres()[layout.level(lane)];
        }

        private boolean isLight(int lane, int type) {
            double sum = IntStream.range(0, lanes.size()).filter(other -> isOneBay(layout, other, lane)).boxed()
                    .flatMap(other -> lanes.get(other).stream()).mapToDouble(one -> KILOGRAMS[one]).sum();
            return layout.maxBayWeight().map(max -> sum + KILOGRAMS[type] <= max.inBaseUnit()).orElse(true);
        }

        /** All lanes that would be as right as each other; empty if there is none. */
        Set<Integer> choices(int type, int wanted) {
            List<Integer> ranked = ranked();
            int classes = storing.slotRule() == SlotChoice.BY_CLASS ? storing.classes().size() : 1;
            boolean draws = storing.slotRule() == SlotChoice.RANDOM || storing.slotRule() == SlotChoice.BY_CLASS;
            for (int pass = layout.laneCapacity() > 1 ? 0 : 2; pass < 3; pass++) {
                int sort = pass;
                for (double height : Arrays.stream(layout.levels().metres()).distinct().sorted().toArray()) {
                    if (height < HIGHS[type]) {
                        continue;
                    }
                    for (int i = 0; i < classes; i++) {
                        int number = wanted + i < classes ? wanted + i : classes - 1 - i;
                        List<Integer> fit = IntStream.range(0, ranked.size()).filter(rank -> classOf(rank) == number).mapToObj(ranked::get)
                                .filter(lane -> height(lane) == height && lanes.get(lane).size() < layout.laneCapacity()
                                        && isLight(lane, type))
                                .filter(lane -> switch (sort) {
                                    case 0 -> !lanes.get(lane).isEmpty() && lanes.get(lane).stream().allMatch(one -> one == type);
                                    case 1 -> lanes.get(lane).isEmpty();
                                    default -> true;
                                }).toList();
                        if (!fit.isEmpty()) {
                            return draws && sort > 0 ? new HashSet<>(fit) : Set.of(fit.getFirst());
                        }
                    }
                }
            }
            return Set.of();
        }
    }

    private static double seconds(RackLayout layout, int lane) {
        return Math.max(layout.bayMetres(layout.bay(lane)) / 2, layout.levelMetres(layout.level(lane)) / 0.5);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void aSlotIsTheOneThatLookingAtAllOfThemFinds(int seed) {
        Random random = new Random(seed);
        RackLayout layout = RackLayout.USUAL.withRows(random.nextBoolean() ? RackRows.BOTH_SIDES : RackRows.ONE_SIDE)
                .withBays(1 + random.nextInt(8)).withLevels(LevelHeights.parse("2 x 1 m, 1 x 1.2 m, 1 x 2 m")).withDepth(1 + seed % 3)
                .withMaxBayWeight(seed > 6 ? Optional.of(Quantity.parse("900 kg", Dimension.MASS)) : Optional.empty());
        Storing storing = new Storing(SlotChoice.values()[seed % 4], Storing.USUAL.aisleRule(),
                List.of(new StorageClass(Quantity.percent(20), List.of("A")), new StorageClass(Quantity.percent(30), List.of("B")),
                        new StorageClass(Quantity.percent(50), List.of())),
                "");
        Slots slots = new Slots(layout, storing, lane -> seconds(layout, lane), KILOGRAMS);
        Paper paper = new Paper(layout, storing);
        int stored = 0;
        for (int i = 0; i < 600; i++) {
            if (random.nextInt(5) < 3) {
                int type = random.nextInt(TYPES);
                int lane = slots.choose(type, type, HIGHS[type], random.nextDouble(), one -> 0);
                Set<Integer> right = paper.choices(type, type);
                assertEquals(right.isEmpty(), lane == Slots.NONE, "seed " + seed + " step " + i);
                if (lane != Slots.NONE) {
                    assertTrue(right.contains(lane), "seed " + seed + " step " + i + ": " + lane + " of " + right);
                    Load load = new Load(new Piece(type), 0, i);
                    load.lane = lane;
                    slots.keep(lane, type);
                    slots.put(load);
                    assertEquals(paper.lanes.get(lane).size(), slots.place(load));
                    paper.lanes.get(lane).add(type);
                    stored++;
                }
            } else {
                int lane = random.nextInt(layout.lanesInAisle());
                if (slots.filled(lane) > 0) {
                    List<Integer> there = paper.lanes.get(lane);
                    assertEquals(there.getLast(), slots.front(lane).piece.type);
                    slots.takeFront(lane);
                    there.removeLast();
                    stored--;
                }
            }
            assertEquals(layout.placesInAisle() - stored, slots.free());
        }
    }

    /** Each lane of those that are as good as another is drawn equally often, which a wrong n-th of them would miss. */
    @Test
    void amongFreeSlotsEachIsAsLikely() {
        RackLayout layout = RackLayout.USUAL.withBays(50).withLevels(LevelHeights.of(4, Quantity.parse("2 m", Dimension.LENGTH)));
        Slots slots = new Slots(layout, Storing.USUAL.withSlotRule(SlotChoice.RANDOM), lane -> seconds(layout, lane), new double[TYPES]);
        Set<Integer> found = new HashSet<>();
        int lanes = layout.lanesInAisle();
        for (int i = 0; i < lanes; i++) {
            found.add(slots.choose(0, 0, 1, (i + 0.5) / lanes, one -> 0));
        }
        assertEquals(lanes, found.size());
    }

    @Test
    void claimedLanesAreLeftOut() {
        RackLayout layout = RackLayout.USUAL.withBays(3).withLevels(LevelHeights.of(1, Quantity.parse("2 m", Dimension.LENGTH)));
        Slots slots = new Slots(layout, Storing.USUAL.withSlotRule(SlotChoice.FIRST_FREE), lane -> 0, new double[TYPES]);
        int first = slots.choose(0, 0, 1, 0, lane -> 0);
        int second = slots.choose(0, 0, 1, 0, lane -> lane == first ? 1 : 0);
        assertTrue(second != first && second != Slots.NONE);
        assertEquals(Slots.NONE, slots.choose(0, 0, 1, 0, lane -> 1));
    }

    private static Load put(Slots slots, int lane, int type, int number) {
        Load load = new Load(new Piece(type), 0, number);
        load.lane = lane;
        slots.keep(lane, type);
        slots.put(load);
        return load;
    }

    private static RackLayout oneLane(RackForm form) {
        return RackLayout.USUAL.withRows(RackRows.ONE_SIDE).withBays(1)
                .withLevels(LevelHeights.of(1, Quantity.parse("2 m", Dimension.LENGTH)))
                .withForm(form).withDepth(3);
    }

    private static Slots slots(RackLayout layout, SlotChoice rule) {
        return new Slots(layout, Storing.USUAL.withSlotRule(rule), lane -> seconds(layout, lane), KILOGRAMS);
    }

    @ParameterizedTest
    @CsvSource({"RACK, 2 1 0, 0 1 2, 3", "FLOW_RACK, 0 1 2, 0 1 2, 3", "PUSH_BACK, 2 1 0, 2 1 0, 0"})
    void whichCanBeReachedFirstIsAMatterOfTheForm(RackForm form, String order, String places, int next) {
        Slots slots = slots(oneLane(form), SlotChoice.FIRST_FREE);
        assertNull(slots.front(0));
        List<Load> loads = IntStream.range(0, 3).mapToObj(i -> put(slots, 0, 0, i)).toList();
        assertEquals(places, loads.stream().map(load -> String.valueOf(slots.place(load))).collect(Collectors.joining(" ")));
        assertEquals(next, slots.nextPlace(0));
        assertEquals(order, takenOut(slots));
        assertNull(slots.front(0));
    }

    /** The numbers of the three in the only lane, as they come out. */
    private static String takenOut(Slots slots) {
        List<String> taken = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            Load front = slots.front(0);
            assertNotNull(front);
            taken.add(String.valueOf(front.number));
            slots.takeFront(0);
            assertEquals(2 - i, slots.filled(0));
            assertEquals(i + 1, slots.free());
        }
        return String.join(" ", taken);
    }

    /** Somebody comes for what is in front: what is put behind it comes out after it, whatever the form. */
    @ParameterizedTest
    @CsvSource({"RACK, 1 2 0", "FLOW_RACK, 0 1 2"})
    void whatIsPutBehindComesOutAfterwards(RackForm form, String order) {
        Slots slots = slots(oneLane(form), SlotChoice.FIRST_FREE);
        put(slots, 0, 0, 0);
        put(slots, 0, 0, 1);
        Load behind = new Load(new Piece(0), 0, 2);
        behind.lane = 0;
        slots.keep(0, 0);
        slots.putBehind(behind);
        assertEquals(order, takenOut(slots));
        slots.keep(0, 0);
        slots.putBehind(behind);
        assertSame(behind, slots.front(0), "into an empty lane");
    }

    @Test
    void nothingIsStoredInALaneThatIsShut() {
        Slots slots = slots(oneLane(RackForm.RACK), SlotChoice.FIRST_FREE);
        assertFalse(slots.isShut(0));
        slots.setShut(0, true);
        assertTrue(slots.isShut(0));
        assertEquals(Slots.NONE, slots.choose(0, 0, 1, 0, lane -> 0));
        assertEquals(Slots.NONE, slots.cheapest(0, 1, lane -> 0, lane -> 0));
        slots.setShut(0, false);
        assertEquals(0, slots.choose(0, 0, 1, 0, lane -> 0));
    }

    @Test
    void theCheapestLaneIsTheFirstOfThoseThatCostLeastAndCanTakeIt() {
        RackLayout layout = RackLayout.USUAL.withRows(RackRows.ONE_SIDE).withBays(4).withLevels(LevelHeights.parse("1 x 1 m, 1 x 2 m"))
                .withMaxBayWeight(Optional.of(Quantity.parse("500 kg", Dimension.MASS)));
        Slots slots = slots(layout, SlotChoice.FIRST_FREE);
        double[] cost = {5, 7, 3, 3, 9, 1, 4, 8};
        for (int type = 0; type < TYPES; type++) {
            int kind = type;
            for (double high : new double[] {0.5, 1, 1.5, 2, 2.5}) {
                for (int claimed = 0; claimed < layout.lanesInAisle(); claimed++) {
                    int taken = claimed;
                    double least = IntStream.range(0, layout.lanesInAisle())
                            .filter(lane -> lane != taken && layout.levels().metres()[layout.level(lane)] >= high)
                            .mapToDouble(lane -> cost[lane]).min()
                            .orElse(Double.NaN);
                    int found = slots.cheapest(kind, high, lane -> cost[lane], lane -> lane == taken ? 1 : 0);
                    assertEquals(least, found == Slots.NONE ? Double.NaN : cost[found]);
                }
            }
        }
        assertEquals(5, slots.cheapest(2, 0.5, lane -> cost[lane], lane -> 0));
        put(slots, 5, 1, 0);
        assertEquals(3, cost[slots.cheapest(1, 0.5, lane -> cost[lane], lane -> 0)], "the cheapest is full");
        IntStream.range(0, layout.lanesInAisle()).filter(lane -> lane != 5).forEach(lane -> {
            if (slots.cheapest(2, 0.5, one -> one == lane ? 0 : 1, one -> 0) == lane) {
                put(slots, lane, 2, lane);
            }
        });
        assertEquals(Slots.NONE, slots.cheapest(2, 0.5, lane -> cost[lane], lane -> 0), "each bay carries one of 400 kg");
        assertTrue(slots.cheapest(0, 0.5, lane -> cost[lane], lane -> 0) != Slots.NONE, "and 100 kg more");
    }

    /** 20 % and 30 % of ten slots; what is left over of them is the last class's. */
    @Test
    void classesHaveTheirShareOfTheNearestSlots() {
        RackLayout layout = RackLayout.USUAL.withRows(RackRows.ONE_SIDE).withBays(10)
                .withLevels(LevelHeights.of(1, Quantity.parse("2 m", Dimension.LENGTH)));
        Storing storing = Storing.USUAL.withSlotRule(SlotChoice.BY_CLASS)
                .withClasses(
                        List.of(new StorageClass(Quantity.percent(20), List.of("A")), new StorageClass(Quantity.percent(30), List.of())));
        Slots slots = new Slots(layout, storing, lane -> seconds(layout, lane), KILOGRAMS);
        assertEquals(List.of(0, 0, 1, 1, 1, 1, 1, 1, 1, 1), IntStream.range(0, 10).mapToObj(slots::classOf).toList());
        assertEquals(2, slots.places(0));
        assertEquals(8, slots.places(1));
        Slots one = slots(layout, SlotChoice.BY_CLASS);
        assertEquals(10, one.places(0), "without classes all is one");
    }

    @Test
    void whatIsAsHighIsCountedByHeightOfLevel() {
        RackLayout layout = RackLayout.USUAL.withRows(RackRows.ONE_SIDE).withBays(2).withDepth(2)
                .withLevels(LevelHeights.parse("2 x 1 m, 1 x 2 m"));
        Slots slots = slots(layout, SlotChoice.FIRST_FREE);
        int low = layout.lane(0, 0, 0);
        int high = layout.lane(0, 0, 2);
        assertEquals(12, slots.freeAsHigh(low));
        assertEquals(4, slots.freeAsHigh(high));
        put(slots, high, 0, 0);
        slots.keep(low, 0);
        assertEquals(10, slots.freeAsHigh(low));
        assertEquals(3, slots.freeAsHigh(high));
        slots.takeFront(high);
        assertEquals(4, slots.freeAsHigh(high));
    }

    /** What stands in the way goes to the nearest lane with room, if possible to one from which nothing is to be fetched. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6})
    void whatStandsInTheWayGoesToTheNearestLane(int seed) {
        Random random = new Random(seed);
        RackLayout layout = RackLayout.USUAL.withBays(6).withDepth(2)
                .withLevels(LevelHeights.parse("2 x 1 m, 2 x 2 m")).withForm(RackForm.RACK)
                .withMaxBayWeight(Optional.of(Quantity.parse("1050 kg", Dimension.MASS)));
        Slots slots = new Slots(layout, Storing.USUAL.withSlotRule(SlotChoice.RANDOM), lane -> 0, KILOGRAMS);
        List<Load> loads = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            int lane = slots.choose(i % 2, 0, 0.9, random.nextDouble(), one -> 0);
            if (lane == Slots.NONE) {
                continue;
            }
            Load load = new Load(new Piece(i % 2), 0, i);
            load.lane = lane;
            load.isAsked = random.nextInt(4) == 0;
            slots.keep(lane, i % 2);
            slots.put(load);
            loads.add(load);
        }
        for (int from = 0; from < layout.lanesInAisle(); from++) {
            int start = from;
            Load front = slots.front(from);
            if (front == null) {
                continue;
            }
            double[] cost = IntStream.range(0, layout.lanesInAisle()).mapToDouble(lane -> between(layout, start, lane)).toArray();
            double least = IntStream.range(0, layout.lanesInAisle())
                    .filter(lane -> lane != start && slots.filled(lane) < 2 && layout.levels().metres()[layout.level(lane)] >= 0.9
                            && kilograms(layout, loads, lane) + (isOneBay(layout, lane, start) ? 0 : KILOGRAMS[front.piece.type]) <= 1050)
                    .mapToDouble(lane -> cost[lane] + avoided(layout, loads, lane, start)).min()
                    .orElse(Double.NaN);
            int found = slots.aside(front, 0.9, lane -> cost[lane]);
            double got = found == Slots.NONE
                    ? Double.NaN
                    : cost[found] + avoided(layout, loads, found, start);
            assertEquals(least, got, 1e-9, "seed " + seed + " from " + from);
        }
    }

    private static double avoided(RackLayout layout, List<Load> loads, int lane, int from) {
        double[] heights = layout.levels().metres();
        return (loads.stream().anyMatch(load -> load.lane == lane && load.isAsked) ? 1e6 : 0)
                + (heights[layout.level(lane)] > heights[layout.level(from)] ? 2e6 : 0);
    }

    private static boolean isOneBay(RackLayout layout, int one, int other) {
        return layout.row(one) == layout.row(other) && layout.bay(one) == layout.bay(other);
    }

    private static double kilograms(RackLayout layout, List<Load> loads, int lane) {
        return loads.stream().filter(load -> isOneBay(layout, load.lane, lane)).mapToDouble(load -> KILOGRAMS[load.piece.type]).sum();
    }

    private static double between(RackLayout layout, int from, int to) {
        return Math.max(Math.abs(layout.bayMetres(layout.bay(from)) - layout.bayMetres(layout.bay(to))) / 2,
                Math.abs(layout.levelMetres(layout.level(from)) - layout.levelMetres(layout.level(to))) / 0.5);
    }
}
