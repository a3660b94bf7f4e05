package rhombic.measure.tally;

import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;
import java.util.function.IntUnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import rhombic.measure.EquipmentFigures;
import rhombic.measure.RackFigures;
import rhombic.measure.StoredFigures;

/** Counts what one rack does. */
public final class RackTally {
    private static final double HOUR_NANOS = 3.6e12;

    private final StoredTally[] types;
    private final StoredTally[] classes;
    private long stored;
    private long fetched;
    private long relocated;
    private long singleCycles;
    private long doubleCycles;
    private long aisleChanges;
    private double travelHours;
    private double liftHours;
    private double forkHours;
    private long overdue;
    private long orders;
    private long lines;
    private long cut;
    private long onTime;
    private double orderHours;
    private double lateHours;

    /**
     * Nothing is there yet.
     *
     * @param types how many piece types there are
     * @param classes how many classes of slots it has; 0: none
     */
    public RackTally(int types, int classes) {
        this.types = Stream.generate(StoredTally::new).limit(types).toArray(StoredTally[]::new);
        this.classes = Stream.generate(StoredTally::new).limit(classes).toArray(StoredTally[]::new);
    }

    /** So many more of a type lie in slots of a class from now on. */
    public void onContent(long now, int type, int ofClass, int more) {
        types[type].change(now, more);
        if (ofClass < classes.length) {
            classes[ofClass].change(now, more);
        }
    }

    public void onStored() {
        stored++;
    }

    /** @param stayNanos how long it lay in the rack */
    public void onFetched(int type, int ofClass, long stayNanos, boolean isOverdue) {
        types[type].onFetched(stayNanos);
        if (ofClass < classes.length) {
            classes[ofClass].onFetched(stayNanos);
        }
        fetched++;
        overdue += isOverdue ? 1 : 0;
    }

    public void onRelocated() {
        relocated++;
    }

    public void onCycle(boolean isDouble) {
        doubleCycles += isDouble ? 1 : 0;
        singleCycles += isDouble ? 0 : 1;
    }

    /** A crane goes to another aisle. */
    public void onAisleChange() {
        aisleChanges++;
    }

    /** A crane sets out, and is there when it has travelled and lifted, which it does at the same time. */
    public void onMove(long travelNanos, long liftNanos) {
        travelHours += travelNanos / HOUR_NANOS;
        liftHours += Math.max(0, liftNanos - travelNanos) / HOUR_NANOS;
    }

    /** A fork reaches out and comes back. */
    public void onFork(long nanos) {
        forkHours += nanos / HOUR_NANOS;
    }

    /** So many pieces were struck off orders since they were not in stock. */
    public void onCut(int pieces) {
        cut += pieces;
    }

    public void onLineDone() {
        lines++;
    }

    /** @param lateNanos how long after it was due; 0 or less: it was on time */
    public void onOrderDone(long nanos, long lateNanos) {
        orders++;
        orderHours += nanos / HOUR_NANOS;
        onTime += lateNanos <= 0 ? 1 : 0;
        lateHours += Math.max(0, lateNanos) / HOUR_NANOS;
    }

    /** Counts from zero again. */
    public void restart(long now) {
        Stream.of(types, classes).flatMap(Arrays::stream).forEach(tally -> tally.restart(now));
        stored = 0;
        fetched = 0;
        relocated = 0;
        singleCycles = 0;
        doubleCycles = 0;
        aisleChanges = 0;
        travelHours = 0;
        liftHours = 0;
        forkHours = 0;
        overdue = 0;
        orders = 0;
        lines = 0;
        onTime = 0;
        orderHours = 0;
        lateHours = 0;
        cut = 0;
    }

    /**
     * What was counted.
     *
     * @param contents what the rack held
     * @param waitingOrders under way now
     * @param missingPieces that they ask for and that are not in stock
     */
    public RackFigures figures(String name, int capacity, EquipmentFigures contents, long waitingOrders, long missingPieces,
            List<StoredFigures> ofTypes, List<StoredFigures> ofClasses) {
        return new RackFigures(name, capacity, contents.contentMean(), contents.contentMax(), stored, fetched, relocated, singleCycles,
                doubleCycles, aisleChanges, travelHours, liftHours, forkHours, overdue, orders, lines, onTime,
                orders == 0 ? Double.NaN : orderHours / orders, orders == onTime ? Double.NaN : lateHours / (orders - onTime),
                waitingOrders, missingPieces, cut, ofTypes, ofClasses);
    }

    /** Of each type that ever lay there. */
    public List<StoredFigures> ofTypes(long now, IntFunction<String> name) {
        return IntStream.range(0, types.length).mapToObj(type -> types[type].figures(name.apply(type), 0, now))
                .filter(one -> one.contentMean() > 0 || one.fetched() > 0).toList();
    }

    /** Of each class, in their order. */
    public List<StoredFigures> ofClasses(long now, IntFunction<String> name, IntUnaryOperator places) {
        return IntStream.range(0, classes.length).mapToObj(one -> classes[one].figures(name.apply(one), places.applyAsInt(one), now))
                .toList();
    }
}
