package rhombic.plant.store;

import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import java.util.function.IntUnaryOperator;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import rhombic.study.rack.RackForm;
import rhombic.study.rack.RackLayout;
import rhombic.study.rack.SlotChoice;
import rhombic.study.rack.StorageClass;
import rhombic.study.rack.Storing;

/**
 * The lanes of one aisle: what is in them, what is kept for what is on its way, and which of them a load is stored in.
 */
final class Slots {
    /*
     * Lanes are ranked once, by what the rule prefers. They lie in zones: one for each class and each height of level. What fits is looked for in the lowest
     * levels that are high enough, first in the part of the load's own class, then farther out, then nearer. Of each zone sets of ranks are kept up to date with
     * every load: the lanes with room, the empty ones, and for each type those that hold nothing else. So a choice costs the same in a large rack as in
     * a small one. In deep lanes a load goes first to others of its type, then to an empty lane, and only then before others.
     */
    static final int NONE = -1;
    private static final int MIXED = -2;
    /** So much longer the way to a lane counts from which something is to be fetched. */
    private static final double AVOIDED_SECONDS = 1e6;

    private final RackLayout layout;
    private final int capacity;
    private final boolean isDrawn;
    private final int classes;
    private final double[] heights;
    private final int[] laneOf;
    private final int[] rankOf;
    /** By rank. */
    private final int[] zoneOf;
    private final @Nullable Load[] loads;
    private final BayWeights weights;
    private final int[] filled;
    private final int[] kept;
    private final boolean[] isShut;
    /** The type that alone is in a lane, or kept for it. */
    private final int[] only;
    private final OpenLanes[] open;
    private final OpenLanes[] empty;
    private final Map<Integer, OpenLanes[]> own = new HashMap<>();
    private int free;
    /** The same by height of level. */
    private final int[] freeAt;

    /**
     * All empty.
     *
     * @param seconds how long it takes to reach a lane from where loads come in
     * @param kilograms of a load of each type
     */
    Slots(RackLayout layout, Storing storing, IntToDoubleFunction seconds, double[] kilograms) {
        this.layout = layout;
        weights = new BayWeights(layout, kilograms);
        capacity = layout.laneCapacity();
        isDrawn = storing.slotRule() == SlotChoice.RANDOM || storing.slotRule() == SlotChoice.BY_CLASS;
        boolean byClass = storing.slotRule() == SlotChoice.BY_CLASS && !storing.classes().isEmpty();
        classes = byClass ? storing.classes().size() : 1;
        heights = heights(layout);
        int lanes = layout.lanesInAisle();
        laneOf = ranked(layout, storing.slotRule(), seconds);
        rankOf = new int[lanes];
        zoneOf = new int[lanes];
        for (int rank = 0; rank < lanes; rank++) {
            rankOf[laneOf[rank]] = rank;
            int number = byClass ? classAt((rank + 0.5) / lanes, storing) : 0;
            zoneOf[rank] = number * heights.length + Arrays.binarySearch(heights, height(laneOf[rank]));
        }
        loads = new Load[lanes * capacity];
        filled = new int[lanes];
        kept = new int[lanes];
        isShut = new boolean[lanes];
        only = new int[lanes];
        Arrays.fill(only, NONE);
        open = sets();
        empty = capacity > 1 ? sets() : open;
        free = lanes * capacity;
        freeAt = new int[heights.length];
        for (int lane = 0; lane < lanes; lane++) {
            freeAt[heightOf(lane)] += capacity;
        }
        for (int lane = 0; lane < lanes; lane++) {
            update(lane);
        }
    }

    private OpenLanes[] sets() {
        return IntStream.range(0, classes * heights.length).mapToObj(zone -> new OpenLanes(rankOf.length)).toArray(OpenLanes[]::new);
    }

    private static double[] heights(RackLayout layout) {
        return layout.form() == RackForm.BLOCK_STORE
                ? new double[] {layout.maxLoadMetres()}
                : Arrays.stream(layout.levels().metres()).distinct().sorted().toArray();
    }

    private double height(int lane) {
        return layout.form() == RackForm.BLOCK_STORE ? layout.maxLoadMetres() : layout.levels().metres()[layout.level(lane)];
    }

    private static int[] ranked(RackLayout layout, SlotChoice rule, IntToDoubleFunction seconds) {
        Integer[] lanes = IntStream.range(0, layout.lanesInAisle()).boxed().toArray(Integer[]::new);
        double[] first = new double[lanes.length];
        for (int lane = 0; lane < first.length; lane++) {
            first[lane] = rule == SlotChoice.FIRST_FREE ? layout.bay(lane) : seconds.applyAsDouble(lane);
        }
        Arrays.sort(lanes, Comparator.comparingDouble((Integer lane) -> first[lane]).thenComparingInt(layout::bay)
                .thenComparingInt(layout::level).thenComparingInt(layout::row));
        return Arrays.stream(lanes).mapToInt(Integer::intValue).toArray();
    }

    private static int classAt(double part, Storing storing) {
        double up = 0;
        for (int i = 0; i < storing.classes().size(); i++) {
            StorageClass one = storing.classes().get(i);
            up += one.share().inBaseUnit();
            if (part < up) {
                return i;
            }
        }
        return storing.classes().size() - 1;
    }

    // ---- what is there

    /** Places with nothing in them and for nothing. */
    int free() {
        return free;
    }

    /** The same of those that are at least as high as a lane. */
    int freeAsHigh(int lane) {
        int sum = 0;
        for (int i = heightOf(lane); i < heights.length; i++) {
            sum += freeAt[i];
        }
        return sum;
    }

    /** Whose part of the slots a lane is in; 0 if there are no classes. */
    int classOf(int lane) {
        return zoneOf[rankOf[lane]] / heights.length;
    }

    /** How many places a class has. */
    int places(int ofClass) {
        return (int) IntStream.range(0, rankOf.length).filter(lane -> classOf(lane) == ofClass).count() * capacity;
    }

    private int heightOf(int lane) {
        return zoneOf[rankOf[lane]] % heights.length;
    }

    int filled(int lane) {
        return filled[lane];
    }

    /** What can be reached in a lane; null if it is empty. */
    @Nullable
    Load front(int lane) {
        return filled[lane] == 0 ? null : loads[lane * capacity + (layout.form().isFirstInFirstOut() ? 0 : filled[lane] - 1)];
    }

    /** The number of its place in its lane. */
    int place(Load load) {
        return layout.placeInLane(number(load), filled[load.lane]);
    }

    /** The place in its lane where the next one comes. */
    int nextPlace(int lane) {
        return layout.placeInLane(filled[lane], filled[lane] + 1);
    }

    /** In the order in which the loads of its lane came; negative if it is not there. */
    private int number(Load load) {
        for (int i = 0; i < filled[load.lane]; i++) {
            if (loads[load.lane * capacity + i] == load) {
                return i;
            }
        }
        return NONE;
    }

    /** That of a lane which came as the so-manieth, from 0. */
    Load at(int lane, int number) {
        Load there = loads[lane * capacity + number];
        assert there != null : "nothing is there";
        return there;
    }

    // ---- choosing

    /**
     * The lane for a load; {@link #NONE} if there is none. To ask changes nothing.
     *
     * @param type of the piece, whose class the second says
     * @param chance from 0 to below 1, for rules that draw
     * @param claimed how many pieces on their way have a claim on a lane
     */
    int choose(int type, int classNumber, double highMetres, double chance, IntUnaryOperator claimed) {
        if (capacity > 1) {
            OpenLanes[] alike = own.get(type);
            int lane = alike == null ? NONE : choose(alike, type, classNumber, highMetres, false, chance, claimed);
            lane = lane == NONE ? choose(empty, type, classNumber, highMetres, isDrawn, chance, claimed) : lane;
            if (lane != NONE) {
                return lane;
            }
        }
        return choose(open, type, classNumber, highMetres, isDrawn, chance, claimed);
    }

    /** The lane for which the cost is the least, of equals the nearest; {@link #NONE} if there is none. Looks at all, and changes nothing. */
    int cheapest(int type, double highMetres, IntToDoubleFunction cost, IntUnaryOperator claimed) {
        int best = NONE;
        double least = Double.POSITIVE_INFINITY;
        for (int lane : laneOf) {
            int coming = claimed.applyAsInt(lane);
            boolean canTake = !isShut[lane] && height(lane) >= highMetres && filled[lane] + kept[lane] + coming < capacity
                    && weights.canCarry(lane, type, coming);
            double is = canTake ? cost.applyAsDouble(lane) : Double.POSITIVE_INFINITY;
            if (canTake && (best == NONE || is < least)) {
                best = lane;
                least = is;
            }
        }
        return best;
    }

    private int choose(OpenLanes[] zones, int type, int classNumber, double highMetres, boolean draws, double chance,
            IntUnaryOperator claimed) {
        int first = Math.min(classNumber, classes - 1);
        for (int level = 0; level < heights.length; level++) {
            if (heights[level] < highMetres) {
                continue;
            }
            for (int i = 0; i < classes; i++) {
                int number = first + i < classes ? first + i : classes - 1 - i;
                int lane = choose(zones[number * heights.length + level], type, draws, chance, claimed);
                if (lane != NONE) {
                    return lane;
                }
            }
        }
        return NONE;
    }

    private int choose(OpenLanes zone, int type, boolean draws, double chance, IntUnaryOperator claimed) {
        if (zone.size() == 0) {
            return NONE;
        }
        int start = draws ? zone.nth((int) (chance * zone.size())) : zone.next(0);
        int rank = start;
        do {
            int lane = laneOf[rank];
            int coming = claimed.applyAsInt(lane);
            if (filled[lane] + kept[lane] + coming < capacity && weights.canCarry(lane, type, coming)) {
                return lane;
            }
            rank = zone.next(rank + 1);
            rank = rank == OpenLanes.NONE && draws ? zone.next(0) : rank;
        } while (rank != OpenLanes.NONE && rank != start);
        return NONE;
    }

    /** The lane where what stands in the way in another goes, the nearest to it, if possible one from which nothing is to be fetched; {@link #NONE}: none. */
    int aside(Load load, double highMetres, IntToDoubleFunction seconds) {
        int from = load.lane;
        int best = NONE;
        double least = Double.POSITIVE_INFINITY;
        int bay = layout.bay(from);
        for (int away = 0; away < layout.bays(); away++) {
            boolean mayBeNearer = false;
            for (int at : away == 0 ? new int[] {bay} : new int[] {bay - away, bay + away}) {
                // on the level where it is now only the way along the aisle counts: none of that bay is nearer
                boolean isThere = at >= 0 && at < layout.bays();
                if (!isThere || seconds.applyAsDouble(layout.lane(0, at, layout.level(from))) >= least) {
                    continue;
                }
                mayBeNearer = true;
                for (int lane : lanesOf(at)) {
                    boolean canTake = lane != from && !isShut[lane] && filled[lane] + kept[lane] < capacity && height(lane) >= highMetres
                            && weights.canCarry(lane, load.piece.type, load);
                    double cost = canTake ? seconds.applyAsDouble(lane) + avoided(lane, from) : least;
                    if (cost < least) {
                        least = cost;
                        best = lane;
                    }
                }
            }
            if (!mayBeNearer && best != NONE) {
                return best;
            }
        }
        return best;
    }

    /** What else is against a lane: that something is to be fetched from it, and that higher loads may need it. */
    private double avoided(int lane, int from) {
        return (isAsked(lane) ? AVOIDED_SECONDS : 0) + (height(lane) > height(from) ? 2 * AVOIDED_SECONDS : 0);
    }

    private int[] lanesOf(int bay) {
        int high = layout.lanesHigh();
        return IntStream.range(0, layout.rows().rows() * high).map(i -> layout.lane(i / high, bay, i % high)).toArray();
    }

    private boolean isAsked(int lane) {
        for (int i = 0; i < filled[lane]; i++) {
            if (at(lane, i).isAsked) {
                return true;
            }
        }
        return false;
    }

    // ---- changing

    /** A place of the lane is kept for a load. */
    void keep(int lane, int type) {
        kept[lane]++;
        weights.add(lane, type);
        free--;
        freeAt[heightOf(lane)]--;
        mixes(lane, type);
        update(lane);
    }

    /** A load comes into its lane, where a place was kept for it. */
    void put(Load load) {
        int lane = load.lane;
        assert kept[lane] > 0 && filled[lane] < capacity : "a load comes where a place was kept for it";
        kept[lane]--;
        loads[lane * capacity + filled[lane]++] = load;
        update(lane);
    }

    /** The same, but behind what can be reached, for which somebody comes already; that stays in front. */
    void putBehind(Load load) {
        Load front = front(load.lane);
        put(load);
        if (front != null && !layout.form().isFirstInFirstOut()) {
            int last = load.lane * capacity + filled[load.lane] - 1;
            loads[last] = front;
            loads[last - 1] = load;
        }
    }

    boolean isShut(int lane) {
        return isShut[lane];
    }

    /** What can be reached in a lane is taken out of it. */
    void takeFront(int lane) {
        Load front = front(lane);
        assert front != null : "something is there to be taken";
        weights.remove(lane, front.piece.type);
        int start = lane * capacity;
        if (layout.form().isFirstInFirstOut()) {
            System.arraycopy(loads, start + 1, loads, start, filled[lane] - 1);
        }
        loads[start + --filled[lane]] = null;
        free++;
        freeAt[heightOf(lane)]++;
        if (kept[lane] == 0) {
            disown(lane);
            only[lane] = onlyType(lane);
        }
        update(lane);
    }

    private int onlyType(int lane) {
        int type = filled[lane] == 0 ? NONE : at(lane, 0).piece.type;
        for (int i = 1; i < filled[lane]; i++) {
            type = at(lane, i).piece.type == type ? type : MIXED;
        }
        return type;
    }

    /** Whether nothing may be stored in the lane, since somebody comes for what stands at its front. */
    void setShut(int lane, boolean shut) {
        isShut[lane] = shut;
        update(lane);
    }

    private void mixes(int lane, int type) {
        if (only[lane] != type && only[lane] != MIXED) {
            disown(lane);
            only[lane] = only[lane] == NONE ? type : MIXED;
        }
    }

    private void disown(int lane) {
        if (only[lane] >= 0) {
            OpenLanes[] before = own.get(only[lane]);
            if (before != null) {
                before[zoneOf[rankOf[lane]]].set(rankOf[lane], false);
            }
        }
    }

    private void update(int lane) {
        int rank = rankOf[lane];
        int zone = zoneOf[rank];
        boolean hasRoom = !isShut[lane] && filled[lane] + kept[lane] < capacity;
        open[zone].set(rank, hasRoom);
        if (capacity > 1) {
            empty[zone].set(rank, hasRoom && filled[lane] + kept[lane] == 0);
            if (only[lane] >= 0) {
                own.computeIfAbsent(only[lane], type -> sets())[zone].set(rank, hasRoom);
            }
        }
    }
}
